// SPDX-License-Identifier: GPL-3.0-or-later
// Loads with more than one feed: which carries them, and what happens when that one goes.
//
// Example: K04 has PoE from SW1.6 and an adapter A1 at its 12 V input. PoE carries it. SW1 goes: a
// K04 that bridges its inputs stays on over A1, any other starts anew there. SW1 comes back: the
// one that bridges goes back to PoE, the other stays on A1, and SW1.6 finds nothing that asks.
#include <algorithm>

#include "core/assess/least_volts.h"
#include "core/simulate/day_engine.h"

namespace ovant {

void DayEngine::add_inputs() {
    inputs_.resize(net_.kinds.size());
    several_inputs_.assign(ports_.size(), {});
    for (const StandbyFeed& feed : net_.standby_feeds) {
        const Kind& kind = net_.kind(feed.device);
        if (kind.supply) continue;  // what it feeds hangs on its first feed
        Inputs& inputs = inputs_[feed.device];
        if (inputs.in_order.empty()) {
            const DeviceNumber device = feed.device;
            inputs.in_order.push_back(
                {net_.fed_by[device], net_.fed_from[device], net_.fed_at[device]});
            several_inputs_[feeding(net_.fed_from[device])] = device;
        }
        inputs.in_order.push_back({feed.root, feed.from, feed.at});
        inputs.bridges = kind.camera && kind.camera->bridges_inputs;
        several_inputs_[feeding(feed.from)] = feed.device;
    }
}

bool DayEngine::has_power(DeviceNumber device) const {
    const CameraNumber camera = camera_at_[device];
    if (!camera) return powered_[device];
    return cameras_[camera].state != CameraState::off &&
           cameras_[camera].state != CameraState::refused;
}

void DayEngine::switch_input(DeviceNumber device, std::size_t to) {
    Inputs& inputs = inputs_[device];
    auto& left = fed_[feeding(inputs.in_order[inputs.now].root)];
    left.erase(std::remove(left.begin(), left.end(), device), left.end());
    inputs.now = to;
    const Input& input = inputs.in_order[to];
    fed_[feeding(input.root)].push_back(device);
    state_.fed_at[device] = input.at;
    const CameraNumber number = camera_at_[device];
    if (!number) return;
    Camera& camera = cameras_[number];
    const PortKind& port = net_.port({device, input.at});
    camera.root = input.root;
    camera.by_port = feeding(input.from);
    camera.min_v = camera_off_below_v(net_.kind(device), port);
    camera.poe = port.power == PowerKind::poe;
    camera.retry_at_s = input.low_until_s;
}

// The first of its other inputs that has power or can ask for it.
std::optional<std::size_t> DayEngine::other_input(DeviceNumber device) const {
    const Inputs& inputs = inputs_[device];
    for (std::size_t i = 0; i < inputs.in_order.size(); ++i) {
        const Input& input = inputs.in_order[i];
        const Port& port = ports_[feeding(input.from)];
        const DeviceNumber by = input.from.device;
        if (i == inputs.now || input.low_until_s > t_s_ || !powered_[by] || !running_[by]) continue;
        if (port.state == PortState::on || port.state == PortState::waiting) return i;
    }
    return std::nullopt;
}

// The input that carries a load has lost its power. True where the load goes on without a break.
bool DayEngine::take_over(DeviceNumber device) {
    const auto other = has_power(device) ? other_input(device) : std::nullopt;
    if (!other) return false;
    switch_input(device, *other);
    const FeedingNumber number = feeding(inputs_[device].in_order[*other].from);
    if (ports_[number].state != PortState::on) {
        plan_start(number);
        return false;
    }
    later(t_s_, SettleFeed{feeding(ports_[number].root)});
    return inputs_[device].bridges;
}

// A port that is to start: a load of several inputs that has no power takes this one. True for a
// PoE port whose load runs on another and asks for nothing here.
bool DayEngine::nothing_asks(FeedingNumber number) {
    const DeviceNumber device = several_inputs_[number];
    if (!device) return false;
    const Inputs& inputs = inputs_[device];
    const auto is_this = [&](const Input& input) { return input.from == ports_[number].at; };
    const auto found = std::find_if(inputs.in_order.begin(), inputs.in_order.end(), is_this);
    const auto place = static_cast<std::size_t>(found - inputs.in_order.begin());
    if (place == inputs.now) return false;
    if (!has_power(device)) {
        switch_input(device, place);
        return false;
    }
    return !ports_[number].passive && !inputs.bridges;
}

// A port is on again: a load that bridges goes back to the input that comes first.
void DayEngine::come_back(FeedingNumber number) {
    const DeviceNumber device = several_inputs_[number];
    if (!device || !inputs_[device].bridges || !has_power(device)) return;
    const Inputs& inputs = inputs_[device];
    for (std::size_t i = 0; i < inputs.now; ++i) {
        if (inputs.in_order[i].from != ports_[number].at) continue;
        const FeedingNumber left = feeding(inputs.in_order[inputs.now].root);
        switch_input(device, i);
        settle(ports_[number].root);
        settle(ports_[left].at);
        return;
    }
}

// Not so where a feed reaches a load that runs on another.
bool DayEngine::carried_by(const FeedPoint& point) const {
    const Inputs& inputs = inputs_[point.device];
    return inputs.in_order.empty() || inputs.in_order[inputs.now].at == point.entered.port;
}

// Whether a port's load is carried by another of its inputs.
bool DayEngine::stands_by(FeedingNumber number) const {
    const DeviceNumber device = several_inputs_[number];
    if (!device) return false;
    const Inputs& inputs = inputs_[device];
    return inputs.in_order[inputs.now].from != ports_[number].at;
}

}  // namespace ovant
