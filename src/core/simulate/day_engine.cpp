// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/day_engine.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/least_volts.h"
#include "core/physics/pse.h"

namespace ovant {
namespace {

constexpr std::uint64_t report_every = 256;  // events between two calls of go_on
constexpr std::uint64_t most_events = 20'000'000;

}  // namespace

DayEngine::DayEngine(const Network& net, const DayPlan& plan,
                     const std::function<bool(double)>& go_on)
    : net_(net), plan_(plan), go_on_(go_on), random_(plan.seed) {
    const std::size_t count = net.kinds.size();
    end_s_ = day_s * std::clamp(plan.days, 1, 31);
    out_.plan = plan;
    out_.length_s = end_s_;
    for (int day = 0; day <= std::clamp(plan.days, 1, 31); ++day) {
        sun_.push_back(sun_times(day_after(plan.date, day), plan.latitude_deg, plan.longitude_deg,
                                 plan.utc_offset_h));
    }
    out_.sun = sun_.front();
    now_ = circumstances_of(net.site->settings, Condition::coldest_night);
    state_.camera_w.assign(count, 0);
    state_.off.assign(count, 0);
    camera_at_.assign(count, -1);
    unit_at_.assign(count, -1);
    taken_at_.assign(count, -1);
    powered_.assign(count, 0);
    running_.assign(count, 1);
    unit_retry_s_.assign(count, 0);
    boot_stamp_.assign(count, 0);
    behind_.resize(count);
    seen_.assign(count, 0);
    for (const auto& links : net.link_on) {
        state_.cut.emplace_back(links.size(), 0);
        port_at_.emplace_back(links.size(), -1);
    }
    for (std::size_t i = 0; i < count; ++i) {
        const int device = static_cast<int>(i);
        const Kind& kind = net.kind(device);
        if (kind.supply || plugs_into_mains(kind)) {
            taken_at_[i] = static_cast<int>(out_.taken.size());
            out_.taken.push_back({name(device), {}});
        }
        if (!kind.supply) continue;
        Unit unit;
        unit.device = device;
        unit.budget_w = budget_w(kind, net.device(device).supplies);
        unit.allocation = kind.supply->allocation;
        for (std::size_t k = 0; k < kind.ports.size(); ++k) {
            const PortAt at{device, static_cast<int>(k)};
            if (net.port(at).role != PortRole::pse) continue;
            Port port;
            port.at = at;
            const PortAt by = net.fed_by[i];
            port.root = is_source(kind) || by.device < 0 ? at : by;
            port.limit_w = port_limit_w(net, at);
            port.passive = net.port(at).power == PowerKind::passive;
            port.priority = net.device(device).priority_of(net.port(at).id);
            if (net.link_at(at) >= 0 && !net.power_off(at)) {
                port.state = PortState::waiting;
                const int asked = class_asked(net, at);
                // Where nothing answers detection, nothing is given.
                if (asked == 0 && !port.passive) port.state = PortState::unused;
                const auto limits =
                    poe_class_limits(std::min(asked, 8), poe_type_of_class(net.port(at).poe_class));
                if (limits && asked > 0 && !port.passive) {
                    port.reserved_w = std::min(limits->pse_w, port.limit_w);
                    port.requested_w = port.reserved_w;
                    const PortAt in = net.across(at);
                    const Kind& load = net.kind(in.device);
                    if (load.camera && load.camera->asks_by_link_layer) {
                        const CameraDraw draw = camera_draw(net.device(in.device), load);
                        port.requested_w = std::min(
                            port.reserved_w,
                            requested_pse_w(greatest_camera_power_w(draw), std::min(asked, 8)));
                    }
                }
            }
            const int number = static_cast<int>(ports_.size());
            port_at_[i][k] = number;
            unit.ports.push_back(number);
            ports_.push_back(std::move(port));
            out_.ports.push_back({name(device), net.port(at).id, 0, 0, {}});
        }
        if (unit.ports.empty()) continue;
        unit_at_[i] = static_cast<int>(units_.size());
        out_.units.push_back({name(device), unit.budget_w, 0, 0, 0, {}});
        units_.push_back(std::move(unit));
    }
    fed_.resize(ports_.size());
    flows_.resize(ports_.size());
    source_flows_.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
        const PortAt by = net.fed_by[i];
        if (by.device >= 0)
            fed_[static_cast<std::size_t>(port_number(by))].push_back(static_cast<int>(i));
    }
    for (std::size_t i = 0; i < net.cameras.size(); ++i) {
        const Run& run = net.runs[i];
        Camera camera;
        camera.device = run.camera;
        camera.root = run.source;
        const Kind& kind = net.kind(run.camera);
        camera.draw = camera_draw(net.device(run.camera), kind);
        const PortKind& port = power_port(net, run.camera);
        camera.indoors =
            net.surroundings[static_cast<std::size_t>(run.camera)] == Surroundings::indoor;
        const Kind* box = net.catalogue->find(net.device(run.camera).enclosure);
        if (box && box->box) camera.box_k = box->box->heater_w * box->box->kelvin_per_w;
        camera.min_v = camera_off_below_v(kind, port);
        camera.poe = port.power == PowerKind::poe;
        if (kind.camera) {
            camera.start_s = kind.camera->start_s;
            camera.heater_below_c = kind.camera->heater_below_c;
        }
        camera.rate_mbps = net.bit_rate_mbps[i];
        if (run.connected) {
            for (PortAt out : run.outs) camera.way.push_back(out.device);
            // From the head end's unit on to the recorder.
            PortAt at = run.outs.empty() ? PortAt{} : run.outs.front();
            for (std::size_t steps = 0; at.device >= 0 && steps < net.links.size(); ++steps) {
                const int towards = onward_to_recorder(net, at);
                if (towards < 0) break;
                at = net.across({at.device, towards});
                if (at.device >= 0) camera.way.push_back(at.device);
            }
        }
        std::sort(camera.way.begin(), camera.way.end());
        camera.way.erase(std::unique(camera.way.begin(), camera.way.end()), camera.way.end());
        camera_at_[static_cast<std::size_t>(run.camera)] = static_cast<int>(i);
        for (int device : camera.way)
            behind_[static_cast<std::size_t>(device)].push_back(static_cast<int>(i));
        CameraDay day;
        day.camera = name(run.camera);
        day.least_v = std::numeric_limits<double>::quiet_NaN();
        out_.cameras.push_back(std::move(day));
        cameras_.push_back(std::move(camera));
    }
}

double DayEngine::uniform(double from, double to) {
    return from + (to - from) * (static_cast<double>(random_()) / 4294967296.0);
}

void DayEngine::later(double t_s, Act act, int what, std::uint32_t stamp) {
    if (t_s < end_s_) agenda_.push({t_s, planned_++, act, what, stamp});
}

DayEvent& DayEngine::tell(DayEventKind kind, const std::string& device, const std::string& port,
                          double value, double limit) {
    static thread_local DayEvent unheard;
    if (starting_up_) return unheard = {};
    out_.events.push_back({t_s_, kind, device, port, value, limit, std::nullopt, ""});
    return out_.events.back();
}

void DayEngine::plan_day() {
    for (double t_s = 0; t_s < end_s_; t_s += weather_step_s) later(t_s, Act::weather, 0);
    for (std::size_t day = 0; day + 1 < sun_.size(); ++day) {
        const SunTimes& sun = sun_[day];
        const double from_s = day_s * static_cast<double>(day);
        if (sun.always_up || sun.always_down) continue;
        later(from_s + sun.sunrise_s, Act::sun, 1);
        later(from_s + sun.sunset_s, Act::sun, 0);
    }
    for (std::size_t i = 0; i < cameras_.size(); ++i) {
        Camera& camera = cameras_[i];
        const int number = static_cast<int>(i);
        const double spread_s = plan_.dusk_spread_min * 60;
        // Its own idea of dusk and dawn, and of when its tour starts: the same every day.
        const double dusk_s = uniform(-spread_s, spread_s), dawn_s = uniform(-spread_s, spread_s);
        const double phase = uniform(0, 1);
        camera.inside_c = uniform(0, 1);  // share of the thermostat's span, see start_cameras
        for (std::size_t day = 0; day + 1 < sun_.size(); ++day) {
            const SunTimes& sun = sun_[day];
            const double from_s = day_s * static_cast<double>(day);
            if (day == 0) camera.sensor_dark = !sun.always_up;
            if (sun.always_up || sun.always_down) continue;
            later(std::max(0.0, from_s + sun.sunrise_s + dawn_s), Act::infrared, number * 2);
            later(std::max(0.0, from_s + sun.sunset_s + dusk_s), Act::infrared, number * 2 + 1);
        }
        if (camera.draw.motors_w > 0 && plan_.tour_s > 0 && plan_.tour_every_s > plan_.tour_s) {
            for (double t_s = phase * plan_.tour_every_s; t_s < end_s_; t_s += plan_.tour_every_s) {
                later(t_s, Act::tour_on, number);
                later(t_s + plan_.tour_s, Act::tour_off, number);
            }
        }
    }
    if (plan_.restart_at_h) later(*plan_.restart_at_h * 3600, Act::planned_restart, 0);
    plan_mains();
}

// How the site stands at midnight: everything has been on for long, what its units can feed.
void DayEngine::start_cameras() {
    starting_up_ = true;
    now_.outdoor_c = day_temperature_c(0, sun_.front(), plan_.low_c, plan_.high_c);
    for (std::size_t i = 0; i < net_.kinds.size(); ++i) {
        const int device = static_cast<int>(i);
        const Kind& kind = net_.kind(device);
        const bool plugged = plugs_into_mains(kind) || is_source(kind);
        const bool hungry =
            kind.draw_w > 0 || kind.supply || (kind.in_line && kind.in_line->own_draw_w > 0);
        powered_[i] = plugged;
        running_[i] = plugged || !hungry || kind.camera.has_value();
    }
    for (Camera& camera : cameras_) {
        const double share = camera.inside_c;
        camera.has_run = true;
        camera.inside_at_s = 0;
        camera.inside_c = camera.heater_below_c + 7 * share;
        camera.heater = camera.draw.heater_w > 0 && share < 0.5;
        camera.state = CameraState::on;
        camera.watts = watts_of(camera);
        camera.held_w = camera.watts;
        state_.camera_w[static_cast<std::size_t>(camera.device)] = camera.watts;
    }
    for (Port& port : ports_) {
        if (port.state != PortState::waiting) continue;
        port.state = PortState::on;
        port.asked = true;
    }
    for (std::size_t i = 0; i < ports_.size(); ++i) {
        if (ports_[i].root == ports_[i].at) settle(ports_[i].root);
    }
    for (std::size_t i = 0; i < cameras_.size(); ++i) {
        // Never fed at all.
        if (cameras_[i].root.device < 0 || cameras_[i].volts <= 0)
            camera_lost(static_cast<int>(i), DayEventKind::camera_off, 0, 0);
    }
    starting_up_ = false;
    add_up_flows();
    for (std::size_t i = 0; i < units_.size(); ++i) balance(static_cast<int>(i));
    for (std::size_t i = 0; i < cameras_.size(); ++i) {
        plan_thermostat(static_cast<int>(i));
        note_camera(static_cast<int>(i));
    }
}

void DayEngine::weather() {
    const auto day = static_cast<std::size_t>(t_s_ / day_s);
    now_.outdoor_c =
        day_temperature_c(t_s_, sun_[std::min(day, sun_.size() - 1)], plan_.low_c, plan_.high_c);
    out_.air_c.push_back({t_s_, now_.outdoor_c});
    for (std::size_t i = 0; i < cameras_.size(); ++i) {
        if (cameras_[i].draw.heater_w > 0) plan_thermostat(static_cast<int>(i));
    }
    for (std::size_t i = 0; i < ports_.size(); ++i) {
        if (ports_[i].root == ports_[i].at && ports_[i].state == PortState::on)
            settle(ports_[i].root);
    }
    for (std::size_t i = 0; i < batteries_.size(); ++i) plan_battery(static_cast<int>(i));
    add_up_flows();
}

void DayEngine::act(const Due& due) {
    const int what = due.what;
    const auto at = static_cast<std::size_t>(what);
    switch (due.act) {
        case Act::weather: weather(); break;
        case Act::sun: tell(what ? DayEventKind::sunrise : DayEventKind::sunset, ""); break;
        case Act::infrared: infrared(what); break;
        case Act::thermostat:
            if (cameras_[at].heat_stamp == due.stamp) thermostat(what);
            break;
        case Act::tour_on: tour(what, true); break;
        case Act::tour_off: tour(what, false); break;
        case Act::camera_runs:
            if (cameras_[at].boot_stamp == due.stamp) camera_runs(what);
            break;
        case Act::settle_feed: settle(ports_[at].at); break;
        case Act::unit_runs:
            if (boot_stamp_[at] == due.stamp) unit_runs(what);
            break;
        case Act::start_port:
            if (ports_[at].stamp == due.stamp) start_port(what);
            break;
        case Act::after_inrush:
            if (ports_[at].stamp == due.stamp) settle(ports_[at].root);
            break;
        case Act::cut_port:
            if (ports_[at].stamp == due.stamp && ports_[at].over) cut_port(what);
            break;
        case Act::idle_port:
            if (ports_[at].stamp == due.stamp && ports_[at].idle) idle_port(what);
            break;
        case Act::mains_lost: mains(false); break;
        case Act::mains_back: mains(true); break;
        case Act::backup_empty:
        case Act::battery:
            if (batteries_[at].stamp == due.stamp) battery_turns(what);
            break;
        case Act::planned_restart: planned_restart(); break;
    }
}

// What a source takes beyond what its ports give on: that is counted with the feeds.
DayEngine::Flow DayEngine::source_flow(int device) const {
    const Kind& kind = net_.kind(device);
    const auto at = static_cast<std::size_t>(device);
    if (!powered_[at] || !(plugs_into_mains(kind) || is_source(kind))) return {};
    const double ports_w =
        unit_at_[at] >= 0 ? units_[static_cast<std::size_t>(unit_at_[at])].total_w : 0;
    return {outlet_w(kind, ports_w) - ports_w, outlet_w(kind, 0),
            kind.supply ? ports_w * (1 / kind.supply->efficiency - 1) : 0};
}

void DayEngine::set_flow(Flow& kept, const Flow& now) {
    flow_.take(kept, -1);
    flow_.take(now, 1);
    kept = now;
}

void DayEngine::note_source(int device) {
    const auto at = static_cast<std::size_t>(device);
    set_flow(source_flows_[at], source_flow(device));
    if (!is_source(net_.kind(device)) && !plugs_into_mains(net_.kind(device))) return;
    const double ports_w =
        unit_at_[at] >= 0 ? units_[static_cast<std::size_t>(unit_at_[at])].total_w : 0;
    note_taken(device, powered_[at] ? outlet_w(net_.kind(device), ports_w) : 0);
}

void DayEngine::note_taken(int device, double watts) {
    const int number = taken_at_[static_cast<std::size_t>(device)];
    if (number < 0) return;
    std::vector<Sample>& series = out_.taken[static_cast<std::size_t>(number)].watts;
    if (!series.empty() && series.back().t_s == t_s_)
        series.back().value = watts;
    else if (series.empty() || std::abs(series.back().value - watts) > 0.004)
        series.push_back({t_s_, watts});
}

// The sums are kept up by differences; now and then they are added up anew.
void DayEngine::add_up_flows() {
    flow_ = {};
    source_flows_.assign(source_flows_.size(), {});
    for (const Flow& flow : flows_) flow_.take(flow, 1);
    for (std::size_t i = 0; i < source_flows_.size(); ++i) {
        note_source(static_cast<int>(i));
    }
}

void DayEngine::keep_energy(double until_s) {
    if (until_s <= energy_at_s_) return;
    const Flow& flow = flow_;
    out_.energy.push_back(
        {energy_at_s_, until_s - energy_at_s_, flow.in_w, flow.used_w, flow.lost_w});
    energy_at_s_ = until_s;
}

DayResult DayEngine::play() {
    plan_day();
    start_cameras();
    std::uint64_t done = 0;
    while (!agenda_.empty() && done < most_events) {
        const Due due = agenda_.top();
        agenda_.pop();
        keep_energy(due.t_s);
        t_s_ = due.t_s;
        cause_ = {};
        trouble_.reset();
        act(due);
        update_batteries();
        if (++done % report_every == 0 && go_on_ && !go_on_(t_s_ / end_s_)) {
            out_.stopped = true;
            break;
        }
    }
    if (done >= most_events) out_.stopped = true;
    if (!out_.stopped) {
        keep_energy(end_s_);
        t_s_ = end_s_;
    }
    for (std::size_t i = 0; i < cameras_.size(); ++i) {
        if (cameras_[i].dark_since_s >= 0)
            out_.cameras[i].dark_s += t_s_ - cameras_[i].dark_since_s;
    }
    return std::move(out_);
}

DayResult play_day(const Network& net, const DayPlan& plan,
                   const std::function<bool(double)>& go_on) {
    return DayEngine(net, plan, go_on).play();
}

}  // namespace ovant
