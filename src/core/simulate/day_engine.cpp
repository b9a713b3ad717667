// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/day_engine.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/least_volts.h"
#include "core/assess/unit_checks.h"
#include "core/physics/pse.h"

namespace ovant {
namespace {

constexpr std::uint64_t report_every = 256;  // events between two calls of go_on
// Of one unit in a day, where cameras follow sun, clock and tours of some minutes.
constexpr std::uint64_t usual_events_a_day = 300;

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
    state_.fed_at = net.fed_at;
    camera_at_.resize(count);
    unit_at_.resize(count);
    taken_at_.resize(count);
    powered_.assign(count, 0);
    running_.assign(count, 1);
    unit_retry_s_.assign(count, 0);
    boot_stamp_.assign(count, 0);
    behind_.resize(count);
    seen_.assign(count, 0);
    for (const auto& links : net.link_on) {
        state_.cut.emplace_back(links.size(), 0);
        feeding_at_.emplace_back(links.size());
    }
    for (DeviceNumber device : net.kinds.numbers()) add_feeder(device);
    fed_.resize(ports_.size());
    flows_.resize(ports_.size());
    source_flows_.resize(count);
    for (DeviceNumber device : net.fed_by.numbers()) {
        if (net.fed_by[device]) fed_[feeding(net.fed_by[device])].push_back(device);
    }
    for (CameraNumber number : net.cameras.numbers()) add_camera(number);
    add_inputs();
}

// What takes power, and of what gives it on the ports that do.
void DayEngine::add_feeder(DeviceNumber device) {
    const Kind& kind = net_.kind(device);
    if (kind.supply || plugs_into_mains(kind)) {
        taken_at_[device] = out_.taken.next();
        out_.taken.push_back({name(device), {}});
    }
    if (!kind.supply) return;
    Unit unit;
    unit.device = device;
    unit.budget_w = budget_w(kind, net_.device(device).supplies);
    unit.allocation = kind.supply->allocation;
    for (PortNumber port : kind.ports.numbers()) {
        if (kind.ports[port].role != PortRole::pse) continue;
        feeding_at_[device][port] = ports_.next();
        unit.ports.push_back(ports_.next());
        ports_.push_back(port_at_rest({device, port}));
        out_.ports.push_back({name(device), kind.ports[port].id, 0, 0, {}});
    }
    if (unit.ports.empty()) return;
    unit_at_[device] = units_.next();
    out_.units.push_back({name(device), unit.budget_w, 0, 0, 0, {}});
    units_.push_back(std::move(unit));
}

// A port that waits for its turn where something asks for power, and what is put by for that.
DayEngine::Port DayEngine::port_at_rest(PortAt at) const {
    const PortKind& kind = net_.port(at);
    Port port;
    port.at = at;
    const PortAt by = net_.fed_by[at.device];
    port.root = is_source(net_.kind(at.device)) || !by ? at : by;
    port.limit_w = port_limit_w(net_, at);
    port.passive = kind.power == PowerKind::passive;
    port.priority = net_.device(at.device).priority_of(kind.id);
    if (!net_.link_at(at) || net_.power_off(at)) return port;
    port.state = PortState::waiting;
    const int asked = class_asked(net_, at);
    // Where nothing answers detection, nothing is given.
    if (asked == 0 && !port.passive) port.state = PortState::unused;
    const auto limits = poe_class_limits(std::min(asked, 8), poe_type_of_class(kind.poe_class));
    if (!limits || asked == 0 || port.passive) return port;
    port.reserved_w = std::min(limits->pse_w, port.limit_w);
    port.requested_w = asked_by_link_layer_w(net_, at, port.reserved_w);
    return port;
}

void DayEngine::add_camera(CameraNumber number) {
    const Run& run = net_.runs[number];
    const Kind& kind = net_.kind(run.camera);
    const PortKind& port = power_port(net_, run.camera);
    const Kind* box = net_.catalogue->find(net_.device(run.camera).enclosure);
    Camera camera;
    camera.device = run.camera;
    camera.root = run.source;
    camera.draw = camera_draw(net_.device(run.camera), kind);
    camera.indoors = net_.surroundings[run.camera] == Surroundings::indoor;
    if (box && box->box) camera.box_k = box->box->heater_w * box->box->kelvin_per_w;
    camera.min_v = camera_off_below_v(kind, port);
    camera.poe = port.power == PowerKind::poe;
    if (kind.camera) {
        camera.start_s = kind.camera->start_s;
        camera.heater_below_c = kind.camera->heater_below_c;
    }
    camera.rate_mbps = net_.bit_rate_mbps[number];
    // Empty where no way leads to who wants to see it.
    if (pictures_arrive(net_, run)) camera.way = way_of_pictures(net_, run);
    camera_at_[run.camera] = number;
    for (DeviceNumber device : camera.way) behind_[device].push_back(number);
    CameraDay day;
    day.sees = has_picture(kind);
    day.camera = name(run.camera);
    day.least_v = std::numeric_limits<double>::quiet_NaN();
    out_.cameras.push_back(std::move(day));
    cameras_.push_back(std::move(camera));
}

double DayEngine::uniform(double from, double to) {
    return from + (to - from) * (static_cast<double>(random_()) / 4294967296.0);
}

void DayEngine::later(double t_s, Event event) {
    if (t_s < end_s_) agenda_.push({t_s, planned_++, event});
}

DayEvent& DayEngine::tell(DayEventKind kind, const std::string& device, const std::string& port,
                          double value, double limit) {
    static thread_local DayEvent unheard;
    if (starting_up_) return unheard = {};
    out_.events.push_back({t_s_, kind, device, port, value, limit, std::nullopt, ""});
    return out_.events.back();
}

void DayEngine::plan_day() {
    for (double t_s = 0; t_s < end_s_; t_s += weather_step_s) later(t_s, Weather{});
    for (std::size_t day = 0; day + 1 < sun_.size(); ++day) {
        const SunTimes& sun = sun_[day];
        const double from_s = day_s * static_cast<double>(day);
        if (sun.always_up || sun.always_down) continue;
        later(from_s + sun.sunrise_s, Sun{true});
        later(from_s + sun.sunset_s, Sun{false});
    }
    for (CameraNumber number : cameras_.numbers()) {
        Camera& camera = cameras_[number];
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
            later(std::max(0.0, from_s + sun.sunrise_s + dawn_s), SensorTurns{number, false});
            later(std::max(0.0, from_s + sun.sunset_s + dusk_s), SensorTurns{number, true});
        }
        if (camera.draw.motors_w > 0 && plan_.tour_s > 0 && plan_.tour_every_s > plan_.tour_s) {
            for (double t_s = phase * plan_.tour_every_s; t_s < end_s_; t_s += plan_.tour_every_s) {
                later(t_s, Tour{number, true});
                later(t_s + plan_.tour_s, Tour{number, false});
            }
        }
    }
    if (plan_.restart_at_h) later(*plan_.restart_at_h * 3600, PlannedRestart{});
    plan_mains();
}

// How the site stands at midnight: everything has been on for long, what its units can feed.
void DayEngine::start_cameras() {
    starting_up_ = true;
    now_.outdoor_c = day_temperature_c(0, sun_.front(), plan_.low_c, plan_.high_c);
    for (DeviceNumber device : net_.kinds.numbers()) {
        const Kind& kind = net_.kind(device);
        powered_[device] = plugs_into_mains(kind) || is_source(kind);
        running_[device] = !lives_on_a_feed(kind);
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
        state_.camera_w[camera.device] = camera.watts;
    }
    for (FeedingNumber number : ports_.numbers()) {
        Port& port = ports_[number];
        if (port.state != PortState::waiting) continue;
        if (stands_by(number) && !port.passive && !inputs_[several_inputs_[number]].bridges) {
            state_.cut[port.at.device][port.at.port] = 1;
            continue;
        }
        port.state = PortState::on;
        port.asked = true;
    }
    for (const Port& port : ports_) {
        if (port.root == port.at) settle(port.root);
    }
    for (CameraNumber number : cameras_.numbers()) {
        const bool never_fed = !cameras_[number].root || cameras_[number].volts <= 0;
        if (never_fed) camera_lost(number, DayEventKind::camera_off, 0, 0);
        Camera& camera = cameras_[number];
        if (camera.state == CameraState::on && !picture_arrives(camera))
            camera.state = CameraState::no_picture;
    }
    starting_up_ = false;
    add_up_flows();
    for (FeederNumber unit : units_.numbers()) balance(unit);
    for (CameraNumber number : cameras_.numbers()) {
        plan_thermostat(number);
        note_camera(number);
    }
}

void DayEngine::happen(const Weather&) {
    const auto day = static_cast<std::size_t>(t_s_ / day_s);
    now_.outdoor_c =
        day_temperature_c(t_s_, sun_[std::min(day, sun_.size() - 1)], plan_.low_c, plan_.high_c);
    out_.air_c.push_back({t_s_, now_.outdoor_c});
    for (CameraNumber number : cameras_.numbers()) {
        if (cameras_[number].draw.heater_w > 0) plan_thermostat(number);
    }
    for (const Port& port : ports_) {
        if (port.root == port.at && port.state == PortState::on) settle(port.root);
    }
    for (BatteryNumber battery : batteries_.numbers()) plan_battery(battery);
    add_up_flows();
}

void DayEngine::happen(const Sun& sun) {
    tell(sun.rises ? DayEventKind::sunrise : DayEventKind::sunset, "");
}

double DayEngine::ports_w_of(DeviceNumber device) const {
    return unit_at_[device] ? units_[unit_at_[device]].total_w : 0;
}

// What a source takes beyond what its ports give on: that is counted with the feeds.
DayEngine::Flow DayEngine::source_flow(DeviceNumber device) const {
    const Kind& kind = net_.kind(device);
    if (!powered_[device] || !(plugs_into_mains(kind) || is_source(kind))) return {};
    const double ports_w = ports_w_of(device);
    return {outlet_w(kind, ports_w) - ports_w, outlet_w(kind, 0),
            kind.supply ? ports_w * (1 / kind.supply->efficiency - 1) : 0};
}

void DayEngine::set_flow(Flow& kept, const Flow& now) {
    flow_.take(kept, -1);
    flow_.take(now, 1);
    kept = now;
}

void DayEngine::note_source(DeviceNumber device) {
    set_flow(source_flows_[device], source_flow(device));
    if (!is_source(net_.kind(device)) && !plugs_into_mains(net_.kind(device))) return;
    const double ports_w = ports_w_of(device);
    note_taken(device, powered_[device] ? outlet_w(net_.kind(device), ports_w) : 0);
}

void DayEngine::note_taken(DeviceNumber device, double watts) {
    const TakenNumber number = taken_at_[device];
    if (!number) return;
    std::vector<Sample>& series = out_.taken[number].watts;
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
    for (DeviceNumber device : source_flows_.numbers()) note_source(device);
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
    const std::uint64_t most =
        plan_.most_events + usual_events_a_day * net_.kinds.size() * std::uint64_t(plan_.days);
    while (!agenda_.empty() && done < most) {
        const Due due = agenda_.top();
        agenda_.pop();
        keep_energy(due.t_s);
        t_s_ = due.t_s;
        cause_ = {};
        trouble_.reset();
        std::visit([&](const auto& event) { happen(event); }, due.event);
        update_batteries();
        if (++done % report_every == 0 && go_on_ && !go_on_(t_s_ / end_s_)) {
            out_.stopped = true;
            break;
        }
    }
    if (done >= most && t_s_ < end_s_) {
        out_.ended_early = true;
        out_.length_s = t_s_;
    } else if (!out_.stopped) {
        keep_energy(end_s_);
        t_s_ = end_s_;
    }
    for (CameraNumber number : cameras_.numbers()) {
        if (cameras_[number].dark_since_s >= 0)
            out_.cameras[number].dark_s += t_s_ - cameras_[number].dark_since_s;
    }
    return std::move(out_);
}

DayResult play_day(const Network& net, const DayPlan& plan,
                   const std::function<bool(double)>& go_on) {
    return DayEngine(net, plan, go_on).play();
}

}  // namespace ovant
