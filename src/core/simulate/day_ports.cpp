// SPDX-License-Identifier: GPL-3.0-or-later
// Feeds and ports: solved at each change, cut when over, tried again, admitted, shed.
#include <algorithm>
#include <cmath>

#include "core/assess/least_volts.h"
#include "core/physics/pse.h"
#include "core/simulate/day_engine.h"

namespace ovant {
namespace {

constexpr int most_passes = 64;  // changes that one solving of a feed may bring about

bool takes_power(const PortKind& port) { return port.role == PortRole::pd; }

}  // namespace

std::vector<PortFeed> DayEngine::solve(PortAt root) const {
    Circumstances now = now_;
    now.state = &state_;
    return solve_port(net_, root, now);
}

void DayEngine::settle(PortAt root) {
    if (!root) return;
    std::vector<PortFeed> feeds = solve(root);
    for (int pass = 0; pass < most_passes; ++pass) {
        if (!drop_what_is_low(feeds) && !raise_what_has_power(feeds)) break;
        feeds = solve(root);
    }
    take_results(root, feeds);
}

double DayEngine::unit_min_volts(DeviceNumber device) const {
    const Kind& kind = net_.kind(device);
    if (kind.in_line && kind.in_line->min_volts > 0) return kind.in_line->min_volts;
    const PortNumber fed_at = state_.fed_at[device];
    return camera_min_volts(kind, fed_at ? net_.port({device, fed_at}) : power_port(kind));
}

// What stands below the volts it accepts goes off, the worst first. True if anything did.
bool DayEngine::drop_what_is_low(const std::vector<PortFeed>& feeds) {
    for (const PortFeed& feed : feeds) {
        // A port over its limit is cut before its loads' input capacitors are empty.
        if (feed.solution.stands && feed.solution.source_w > feed.limit_w * (1 + 1e-9)) continue;
        DeviceNumber worst;
        double worst_by = 0, worst_v = 0;
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const FeedPoint& point = feed.points[i];
            if (point.load_w <= 0 || !takes_power(net_.port(point.entered))) continue;
            if (!feed.solution.stands) {  // no voltage carries this: the heaviest drops out
                if (point.load_w > worst_by) {
                    worst = point.device;
                    worst_by = point.load_w;
                }
                continue;
            }
            const CameraNumber camera = camera_at_[point.device];
            const double least_v = camera ? cameras_[camera].min_v : unit_min_volts(point.device);
            const double short_by = least_v - feed.solution.volts[i];
            if (short_by > 1e-9 && short_by > worst_by) {
                worst = point.device;
                worst_by = short_by;
                worst_v = feed.solution.volts[i];
            }
        }
        if (!worst) continue;
        drop(feeds.front().port, worst, worst_v);
        return true;
    }
    return false;
}

void DayEngine::drop(PortAt root, DeviceNumber device, double volts) {
    const CameraNumber number = camera_at_[device];
    const double again_s = t_s_ + retry_pause_s;
    Inputs& inputs = inputs_[device];
    if (!inputs.in_order.empty()) inputs.in_order[inputs.now].low_until_s = again_s;
    const std::size_t low = inputs.now;
    if (take_over(device)) return;
    const bool switched = inputs.now != low;
    if (number) {
        Camera& camera = cameras_[number];
        if (!switched) camera.retry_at_s = again_s;
        camera_lost(number, DayEventKind::camera_low, volts, camera.min_v);
        note_camera(number);
    } else {
        if (!switched) unit_retry_s_[device] = again_s;
        DayEvent& event =
            tell(DayEventKind::unit_low, name(device), "", volts, unit_min_volts(device));
        event.cause = cause_.kind;
        event.cause_device = cause_.device;
        trouble_ = event;
        unit_power(device, false);
    }
    later(again_s, SettleFeed{feeding(root)});
}

// What is off and has enough volts starts. True if anything did.
bool DayEngine::raise_what_has_power(const std::vector<PortFeed>& feeds) {
    bool raised = false;
    for (const PortFeed& feed : feeds) {
        if (!feed.solution.stands) continue;
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const FeedPoint& point = feed.points[i];
            const DeviceNumber device = point.device;
            if (!takes_power(net_.port(point.entered)) || !carried_by(point)) continue;
            const double volts = feed.solution.volts[i];
            const CameraNumber number = camera_at_[device];
            if (number) {
                const Camera& camera = cameras_[number];
                const double start_v = camera.poe ? pd_start_volts : camera.min_v;
                if (camera.state != CameraState::off || camera.retry_at_s > t_s_ ||
                    volts < start_v) {
                    continue;
                }
                camera_power(number, volts);
                raised = true;
            } else if (!powered_[device] && unit_retry_s_[device] <= t_s_ &&
                       volts >= unit_min_volts(point.device)) {
                unit_power(point.device, true);
                raised = true;
            }
        }
    }
    return raised;
}

DayEngine::Flow DayEngine::flow_of(const std::vector<PortFeed>& feeds) const {
    Flow flow;
    for (std::size_t f = 0; f < feeds.size(); ++f) {
        const PortFeed& feed = feeds[f];
        if (!feed.solution.stands) continue;
        if (f == 0) flow.in_w += feed.solution.source_w;
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const FeedPoint& point = feed.points[i];
            const double current_a = feed.solution.current_a[i];
            flow.lost_w += current_a * current_a * feed.nodes[i].line_ohm;
            const Kind& kind = net_.kind(point.device);
            const bool regenerates = kind.supply && !is_source(kind) &&
                                     takes_power(net_.port(point.entered)) && point.load_w > 0;
            if (!regenerates) {
                flow.used_w += point.load_w;
                continue;
            }
            double out_w = 0;
            for (const PortFeed& behind : feeds) {
                if (behind.port.device == point.device) out_w += behind.solution.source_w;
            }
            const double own_w = kind.supply->own_draw_w + kind.draw_w;
            flow.used_w += own_w;
            flow.lost_w += out_w / kind.supply->efficiency - out_w;
        }
    }
    return flow;
}

void DayEngine::take_results(PortAt root, const std::vector<PortFeed>& feeds) {
    const std::uint32_t seen = ++settle_number_;
    const FeedingNumber root_number = feeding(root);
    std::vector<FeederNumber> units;
    std::vector<CameraNumber> noted;
    for (const PortFeed& feed : feeds) {
        const FeedingNumber port = feeding(feed.port);
        const bool on = ports_[port].state == PortState::on;
        set_watts(port, on && feed.solution.stands ? feed.solution.source_w : 0,
                  on ? feed.solution.source_a : 0);
        const FeederNumber unit = unit_at_[feed.port.device];
        if (std::find(units.begin(), units.end(), unit) == units.end()) units.push_back(unit);
        for (std::size_t i = 1; i < feed.points.size(); ++i) {
            const DeviceNumber device = feed.points[i].device;
            if (!carried_by(feed.points[i])) continue;
            seen_[device] = seen;
            if (takes_power(net_.port(feed.points[i].entered)))
                note_taken(device, feed.points[i].load_w);
            const double volts = feed.solution.stands ? feed.solution.volts[i] : 0;
            const CameraNumber number = camera_at_[device];
            if (number) {
                Camera& camera = cameras_[number];
                camera.by_port = port;
                camera.volts = volts;
                noted.push_back(number);
            } else if (!takes_power(net_.port(feed.points[i].entered))) {
                const Kind& kind = net_.kind(device);
                const double least_v = kind.in_line ? kind.in_line->min_volts : 0;
                const bool on_now = volts > 0 && volts >= least_v;
                if (on_now != static_cast<bool>(powered_[device])) unit_power(device, on_now);
            }
        }
    }
    set_flow(flows_[root_number], flow_of(feeds));
    const std::vector<DeviceNumber> fed = fed_[root_number];
    for (DeviceNumber device : fed) {
        if (seen_[device] == seen) continue;
        const CameraNumber number = camera_at_[device];
        note_taken(device, 0);
        if (take_over(device)) continue;
        if (number) {
            camera_lost(number, DayEventKind::camera_off, 0, 0);
            note_camera(number);
        } else if (powered_[device]) {
            unit_power(device, false);
        }
    }
    for (CameraNumber number : noted) note_camera(number);
    for (FeederNumber unit : units) {
        if (unit && !starting_up_) balance(unit);
    }
}

// Before the day nothing has just come on: what takes most beside the day draw is named.
DayEngine::Cause DayEngine::heaviest_use(PortAt root) const {
    Cause cause;
    double most_w = 0;
    for (DeviceNumber device : fed_[feeding(root)]) {
        const CameraNumber number = camera_at_[device];
        if (!number) continue;
        const Camera& camera = cameras_[number];
        const auto offer = [&](bool on, double watts, DayEventKind kind) {
            if (!on || watts <= most_w) return;
            most_w = watts;
            cause = {kind, name(device)};
        };
        offer(camera.sensor_dark, camera.draw.infrared_w, DayEventKind::infrared_on);
        offer(camera.heater, camera.draw.heater_w, DayEventKind::heater_on);
        offer(camera.motors, camera.draw.motors_w, DayEventKind::motors_on);
    }
    return cause;
}

void DayEngine::set_watts(FeedingNumber number, double watts, double source_a) {
    Port& port = ports_[number];
    PortDay& day = out_.ports[number];
    const FeederNumber unit_number = unit_at_[port.at.device];
    Unit& unit = units_[unit_number];
    UnitDay& unit_day = out_.units[unit_number];
    const auto push = [&](std::vector<Sample>& series, double value) {
        if (!series.empty() && series.back().t_s == t_s_)
            series.back().value = value;
        else if (series.empty() || std::abs(series.back().value - value) > 0.004)
            series.push_back({t_s_, value});
    };
    if (port.watts != watts || day.watts.empty()) {
        port.watts = watts;
        unit.total_w = 0;
        for (FeedingNumber other : unit.ports) unit.total_w += ports_[other].watts;
        note_source(port.at.device);
        push(day.watts, watts);
        push(unit_day.watts, unit.total_w);
        day.peak_w = std::max(day.peak_w, watts);
        unit_day.peak_w = std::max(unit_day.peak_w, unit.total_w);
    }
    if (port.state != PortState::on || t_s_ < port.inrush_until_s) return;
    const bool over = watts > port.limit_w * (1 + 1e-9);
    if (over && !port.over) {
        port.cause = starting_up_ ? heaviest_use(port.root) : cause_;
        later(t_s_ + uniform(overload_cut_min_s, overload_cut_max_s),
              CutPort{number, ++port.stamp});
    } else if (!over && port.over) {
        ++port.stamp;
    }
    port.over = over;
    // What bridges its inputs keeps the port on that stands by for it.
    const bool idle = !port.passive && source_a < maintain_a && !stands_by(number);
    if (idle && !port.idle)
        later(t_s_ + maintain_lost_s, IdlePort{number, ++port.stamp});
    else if (!idle && port.idle)
        ++port.stamp;
    port.idle = idle;
}

double DayEngine::counted_w(const Unit& unit, const Port& port) const {
    if (port.passive) return port.watts;
    switch (unit.allocation) {
        case Allocation::by_draw: return port.watts;
        case Allocation::by_class: return port.reserved_w;
        case Allocation::by_request: return port.asked ? port.requested_w : port.reserved_w;
    }
    return port.watts;
}

// Who of the unit's ports has power if `waiting` asks now, by place in unit.ports.
std::vector<bool> DayEngine::admitted(const Unit& unit, FeedingNumber waiting) const {
    std::vector<PortClaim> claims;
    for (FeedingNumber number : unit.ports) {
        const Port& port = ports_[number];
        PortClaim claim{port.priority, port.state == PortState::on, 0};
        if (claim.on)
            claim.watts = counted_w(unit, port);
        else if (number == waiting || port.refused)
            claim.watts = port.reserved_w;
        else
            claim.priority = 1000;  // does not ask
        claims.push_back(claim);
    }
    return admit(claims, unit.budget_w);
}

void DayEngine::start_ports(FeederNumber unit_number) {
    const Unit& unit = units_[unit_number];
    std::vector<FeedingNumber> order = unit.ports;
    std::stable_sort(order.begin(), order.end(), [&](FeedingNumber a, FeedingNumber b) {
        return ports_[a].priority < ports_[b].priority;
    });
    for (FeedingNumber number : order) {
        if (ports_[number].state == PortState::waiting) plan_start(number);
    }
}

void DayEngine::plan_start(FeedingNumber number) {
    Port& port = ports_[number];
    if (port.planned) return;
    port.planned = true;
    Unit& unit = units_[unit_at_[port.at.device]];
    unit.next_start_s = std::max(t_s_, unit.next_start_s) + port_start_s;
    later(unit.next_start_s, StartPort{number, port.stamp});
}

void DayEngine::happen(const StartPort& start) {
    if (ports_[start.port].stamp == start.stamp) start_port(start.port);
}

void DayEngine::happen(const SettleFeed& settle_it) { settle(ports_[settle_it.port].at); }

void DayEngine::happen(const AfterInrush& inrush) {
    const Port& port = ports_[inrush.port];
    if (port.stamp == inrush.stamp) settle(port.root);
}

void DayEngine::start_port(FeedingNumber number) {
    Port& port = ports_[number];
    const DeviceNumber device = port.at.device;
    port.planned = false;
    if (port.state == PortState::on || !powered_[device] || !running_[device]) return;
    if (nothing_asks(number)) {
        port.state = PortState::waiting;
        return;
    }
    const FeederNumber unit_number = unit_at_[device];
    Unit& unit = units_[unit_number];
    UnitDay& unit_day = out_.units[unit_number];
    port.state = PortState::waiting;
    const std::vector<bool> granted = admitted(unit, number);
    const auto place = static_cast<std::size_t>(
        std::find(unit.ports.begin(), unit.ports.end(), number) - unit.ports.begin());
    if (!granted[place]) {
        if (!port.refused) {
            double taken_w = 0;
            for (FeedingNumber other : unit.ports) {
                const Port& taker = ports_[other];
                if (taker.state == PortState::on) taken_w += counted_w(unit, taker);
            }
            port.refused = true;
            ++unit_day.refused;
            trouble_ = tell(DayEventKind::port_refused, name(port.at.device), net_.port(port.at).id,
                            port.reserved_w, unit.budget_w - taken_w);
            for (CameraNumber camera : cameras_.numbers()) {
                if (cameras_[camera].by_port != number) continue;
                blame(camera, *trouble_);
                note_camera(camera);
            }
        }
        return;
    }
    double claimed_w = port.reserved_w;
    for (FeedingNumber other : unit.ports) {
        const Port& taker = ports_[other];
        if (taker.state == PortState::on) claimed_w += counted_w(unit, taker);
    }
    shed(unit, granted, claimed_w);
    port.refused = false;
    port.state = PortState::on;
    port.asked = false;
    port.over = port.idle = false;
    port.inrush_until_s = t_s_ + inrush_s;
    state_.cut[device][port.at.port] = 0;
    tell(DayEventKind::port_on, name(port.at.device), net_.port(port.at).id);
    later(port.inrush_until_s, AfterInrush{number, ++port.stamp});
    settle(port.root);
    come_back(number);
}

void DayEngine::port_off(FeedingNumber number, PortState state) {
    Port& port = ports_[number];
    port.state = state;
    port.over = port.idle = port.planned = false;
    ++port.stamp;
    state_.cut[port.at.device][port.at.port] = 1;
    settle(port.root);
}

void DayEngine::happen(const CutPort& cut) {
    const FeedingNumber number = cut.port;
    Port& port = ports_[number];
    if (port.stamp != cut.stamp || !port.over) return;
    DayEvent& event = tell(DayEventKind::port_overload, name(port.at.device), net_.port(port.at).id,
                           port.watts, port.limit_w);
    event.cause = port.cause.kind;
    event.cause_device = port.cause.device;
    trouble_ = event;
    cause_ = {DayEventKind::port_overload, name(port.at.device)};
    ++out_.ports[number].cuts;
    port_off(number, PortState::paused);
    port.planned = true;
    later(t_s_ + retry_pause_s, StartPort{number, port.stamp});
}

void DayEngine::happen(const IdlePort& idle) {
    const FeedingNumber number = idle.port;
    Port& port = ports_[number];
    if (port.stamp != idle.stamp || !port.idle) return;
    tell(DayEventKind::port_idle, name(port.at.device), net_.port(port.at).id);
    port_off(number, PortState::paused);
    port.planned = true;
    later(t_s_ + retry_pause_s, StartPort{number, port.stamp});
}

// `claimed_w`: what counts against the budget, the newcomer's claim included.
void DayEngine::shed(const Unit& unit, const std::vector<bool>& granted, double claimed_w) {
    for (std::size_t i = 0; i < unit.ports.size(); ++i) {
        const FeedingNumber number = unit.ports[i];
        Port& port = ports_[number];
        if (port.state != PortState::on || granted[i]) continue;
        ++out_.units[unit_at_[unit.device]].shed;
        DayEvent& event = tell(DayEventKind::port_shed, name(port.at.device), net_.port(port.at).id,
                               claimed_w, unit.budget_w);
        event.cause = cause_.kind;
        event.cause_device = cause_.device;
        trouble_ = event;
        port.refused = true;
        port_off(number, PortState::waiting);
    }
}

// Sheds what the budget no longer carries and lets in what waited for it.
void DayEngine::balance(FeederNumber unit_number) {
    const Unit& unit = units_[unit_number];
    std::vector<PortClaim> claims;
    for (FeedingNumber number : unit.ports) {
        const Port& port = ports_[number];
        const bool on = port.state == PortState::on;
        claims.push_back({port.priority, on, on ? std::max(counted_w(unit, port), port.watts) : 0});
    }
    double claimed_w = 0;
    for (const PortClaim& claim : claims) claimed_w += claim.watts;
    shed(unit, admit(claims, unit.budget_w), claimed_w);
    retry_refused(unit_number);
}

void DayEngine::retry_refused(FeederNumber unit_number) {
    const Unit& unit = units_[unit_number];
    const bool one_waits =
        std::any_of(unit.ports.begin(), unit.ports.end(),
                    [&](FeedingNumber number) { return ports_[number].refused; });
    if (!one_waits) return;
    const std::vector<bool> granted = admitted(unit, {});
    for (std::size_t i = 0; i < unit.ports.size(); ++i) {
        const Port& port = ports_[unit.ports[i]];
        if (port.refused && port.state == PortState::waiting && granted[i])
            plan_start(unit.ports[i]);
    }
}

}  // namespace ovant
