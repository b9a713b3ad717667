// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/switch_play.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "core/assess/port_feed.h"
#include "core/prove/readings.h"

namespace ovant {
namespace {

constexpr double least_w = 0.05;  // a port that gives less gives nothing
// Counters of octets begin here, so that those of 32 bits wrap before long.
constexpr std::uint64_t first_octets = 4'200'000'000;

std::vector<DeviceNumber> behind(const Network& net, PortAt from) {
    const PortAt across = net.across(from);
    if (!across) return {};
    std::vector<DeviceNumber> out = {across.device};
    std::set<DeviceNumber> seen = {from.device, across.device};
    for (std::size_t i = 0; i < out.size(); ++i) {
        for (const NetLink& link : net.links) {
            for (const auto& [near, far] : {std::pair(link.a, link.b), std::pair(link.b, link.a)}) {
                if (near.device == out[i] && seen.insert(far.device).second)
                    out.push_back(far.device);
            }
        }
    }
    return out;
}

}  // namespace

SwitchPlay::SwitchPlay(std::shared_ptr<const Network> net, DeviceNumber device, DayResult day,
                       std::vector<SwitchLacks> lacks)
    : net_(std::move(net)), device_(device), day_(std::move(day)), lacks_(std::move(lacks)) {
    const std::string& own = net_->device(device_).id;
    for (PortNumber number : net_->kind(device_).ports.numbers()) {
        Port port;
        port.number = number;
        port.link = net_->link_on[device_][number];
        for (const PortDay& one : day_.ports) {
            if (one.device == own && one.port == net_->kind(device_).ports[number].id)
                port.day = &one;
        }
        if (port.link) {
            Reading rate;
            rate.of = ReadingOf::link_rate;
            rate.subject = net_->links[port.link].link->id;
            const double mbps = values_read(*net_->site, *net_->catalogue, {rate}).front();
            port.rate_mbps = std::isnan(mbps) ? 0 : mbps;
            port.far_camera = day_.camera(net_->device(net_->across({device_, number}).device).id);
            const bool uplink = net_->towards[device_] == number;
            for (CameraNumber camera : net_->runs.numbers()) {
                const std::vector<LinkNumber>& links = net_->runs[camera].links;
                if (!uplink && std::find(links.begin(), links.end(), port.link) != links.end())
                    port.cameras.push_back(camera);
            }
            for (DeviceNumber unit : behind(*net_, {device_, number})) {
                const auto& known = net_->device(unit).on_network;
                if (known && !known->mac.empty()) port.macs.push_back(known->mac);
            }
        }
        ports_.push_back(std::move(port));
    }
}

bool SwitchPlay::lacks(SwitchLacks what) const {
    return std::find(lacks_.begin(), lacks_.end(), what) != lacks_.end();
}

bool SwitchPlay::is_up(const Port& port, double t_s) const {
    if (!port.link || port.rate_mbps <= 0) return false;
    if (port.far_camera) return port.far_camera->at(t_s).state >= CameraState::starting;
    // What it feeds is up with its power, all else has power of its own.
    return !port.day || port.day->peak_w <= least_w || sample_at(port.day->watts, t_s) > least_w;
}

void SwitchPlay::tell_power(SwitchPort& out, const Port& port, double t_s) const {
    const PortKind& kind = net_->kind(device_).ports[port.number];
    if (kind.role != PortRole::pse || lacks(SwitchLacks::poe)) return;
    const PortAt at{device_, port.number};
    const double watts = port.day ? sample_at(port.day->watts, t_s) : 0;
    out.pse_enabled = !net_->power_off(at);
    out.pse = !out.pse_enabled  ? PseState::disabled
              : watts > least_w ? PseState::delivering
                                : PseState::searching;
    if (out.pse == PseState::delivering) out.poe_class = std::min(class_asked(*net_, at), 4);
    if (!lacks(SwitchLacks::port_watts)) out.watts = watts;
    for (const DayEvent& event : day_.events) {
        if (event.t_s > t_s || event.device != net_->device(device_).id || event.port != kind.id)
            continue;
        out.denied +=
            event.kind == DayEventKind::port_refused || event.kind == DayEventKind::port_shed;
        out.overloads += event.kind == DayEventKind::port_overload;
        out.absent += event.kind == DayEventKind::port_idle;
    }
}

std::uint64_t SwitchPlay::octets(const Port& port, double t_s) const {
    double megabits = 0;
    for (CameraNumber number : port.cameras) {
        const std::vector<CameraMoment>& moments = day_.cameras[number].moments;
        for (std::size_t i = 0; i < moments.size() && moments[i].t_s < t_s; ++i) {
            if (moments[i].state != CameraState::on) continue;
            const double until_s = i + 1 < moments.size() ? std::min(moments[i + 1].t_s, t_s) : t_s;
            megabits += net_->bit_rate_mbps[number] * (until_s - moments[i].t_s);
        }
    }
    return first_octets + static_cast<std::uint64_t>(megabits * 1e6 / 8);
}

SwitchState SwitchPlay::at(double t_s) const {
    SwitchState out;
    const Device& own = net_->device(device_);
    out.name = own.id;
    out.description = "Stand-in for " + net_->kind(device_).name;
    out.up_s = t_s;
    if (!lacks(SwitchLacks::clock)) {
        const CalendarDay date = day_after(day_.plan.date, static_cast<int>(t_s / day_s));
        const auto clock_s = static_cast<int>(std::fmod(t_s, day_s));
        out.clock = fmt::format("{:04}-{:02}-{:02}T{:02}:{:02}:{:02}", date.year, date.month,
                                date.day, clock_s / 3600, clock_s / 60 % 60, clock_s % 60);
    }
    std::uint32_t index = 0;
    for (const Port& port : ports_) {
        SwitchPort told;
        told.if_index = ++index;
        told.name = net_->kind(device_).ports[port.number].id;
        told.up = is_up(port, t_s);
        told.rate_mbps = told.up ? port.rate_mbps : 0;
        told.errors = 0;
        told.octets = octets(port, t_s);
        told.octets_wide = !lacks(SwitchLacks::wide_counters);
        if (!told.octets_wide) told.octets = *told.octets & 0xffffffffU;
        tell_power(told, port, t_s);
        out.has_poe |= told.pse != PseState::none;
        out.given_w +=
            told.pse == PseState::delivering && port.day ? sample_at(port.day->watts, t_s) : 0;
        if (told.up && !lacks(SwitchLacks::neighbours)) {
            const Device& far = net_->device(net_->across({device_, port.number}).device);
            told.macs = port.macs;
            told.neighbour = far.id;
            if (far.on_network) told.neighbour_mac = far.on_network->mac;
        }
        out.ports.push_back(std::move(told));
    }
    const auto& supply = net_->kind(device_).supply;
    if (out.has_poe && supply) out.budget_w = supply->budget_w;
    return out;
}

Result<SwitchPlay> play_switch(const Site& site, const Catalogue& catalogue,
                               const SwitchPlayWanted& wanted) {
    auto built = std::make_shared<const Site>(
        wanted.fault ? with_fault(site, catalogue, *wanted.fault) : site);
    const Result<DayPlan> plan = day_plan(built->settings);
    if (!plan) return plan.error();
    auto net = std::make_shared<const Network>(
        lay_out(built, std::make_shared<const Catalogue>(catalogue)));
    for (DeviceNumber number : net->kinds.numbers()) {
        if (net->device(number).id != wanted.device ||
            net->kind(number).category != Category::network_switch)
            continue;
        DayResult day = play_day(*net, *plan);
        return SwitchPlay(net, number, std::move(day), wanted.lacks);
    }
    return Error{ErrorCode::no_such_object, "", wanted.device, ""};
}

}  // namespace ovant
