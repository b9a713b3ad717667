// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras as loads in states: dusk, thermostats, tours, starting, running, losing power.
#include <algorithm>
#include <cmath>

#include "core/physics/pse.h"
#include "core/simulate/day_engine.h"

namespace ovant {
namespace {

// A housing: warmer by so much for each watt in it, and how fast it gets there. Common practice.
constexpr double housing_kelvin_per_w = 1.0;
constexpr double housing_time_s = 1800;
constexpr double thermostat_span_k = 7;  // opens so far above where it closes

}  // namespace

double DayEngine::watts_of(const Camera& camera) const {
    const double heater_w = camera.heater ? camera.draw.heater_w : 0;
    switch (camera.state) {
        case CameraState::off:
        case CameraState::refused: return 0;
        // Lamps and motors wait until it runs; the thermostat does not.
        case CameraState::starting: return camera.draw.day_w + camera.draw.start_w + heater_w;
        case CameraState::on:
        case CameraState::no_picture:
            return camera.draw.day_w + heater_w +
                   (camera.sensor_dark ? camera.draw.infrared_w : 0) +
                   (camera.motors ? camera.draw.motors_w : 0);
    }
    return 0;
}

double DayEngine::around_c(const Camera& camera) const {
    return (camera.indoors ? now_.indoor_c : now_.outdoor_c) + camera.box_k;
}

void DayEngine::warm_up(Camera& camera) {
    const double goal_c = around_c(camera) + housing_kelvin_per_w * camera.held_w;
    const double share = std::exp(-(t_s_ - camera.inside_at_s) / housing_time_s);
    camera.inside_c = goal_c + (camera.inside_c - goal_c) * share;
    camera.inside_at_s = t_s_;
    camera.held_w = camera.watts;
}

// Brings the housing up to now and plans when its thermostat turns next.
void DayEngine::plan_thermostat(CameraNumber number) {
    Camera& camera = cameras_[number];
    if (camera.draw.heater_w <= 0) return;
    warm_up(camera);
    ++camera.heat_stamp;
    const double goal_c = around_c(camera) + housing_kelvin_per_w * camera.held_w;
    const double turn_c =
        camera.heater ? camera.heater_below_c + thermostat_span_k : camera.heater_below_c;
    const bool past = camera.heater ? camera.inside_c >= turn_c : camera.inside_c <= turn_c;
    if (past) return later(t_s_, Thermostat{number, camera.heat_stamp});
    const bool comes = camera.heater ? goal_c > turn_c : goal_c < turn_c;
    if (!comes) return;
    const double wait_s = housing_time_s * std::log((goal_c - camera.inside_c) / (goal_c - turn_c));
    later(t_s_ + std::max(0.001, wait_s), Thermostat{number, camera.heat_stamp});
}

void DayEngine::happen(const Thermostat& turn) {
    const CameraNumber number = turn.camera;
    Camera& camera = cameras_[number];
    if (camera.heat_stamp != turn.stamp) return;
    camera.heater = !camera.heater;
    // An unpowered heater closes its contact and warms nothing: no event.
    if (camera.watts > 0) {
        const DayEventKind kind =
            camera.heater ? DayEventKind::heater_on : DayEventKind::heater_off;
        tell(kind, name(camera.device), "", camera.draw.heater_w);
        cause_ = {kind, name(camera.device)};
    }
    apply_load(number);
    plan_thermostat(number);
}

void DayEngine::happen(const SensorTurns& turn) {
    Camera& camera = cameras_[turn.camera];
    camera.sensor_dark = turn.dark;
    if (camera.draw.infrared_w <= 0) return;
    if (camera.state == CameraState::on || camera.state == CameraState::no_picture) {
        const DayEventKind kind =
            camera.sensor_dark ? DayEventKind::infrared_on : DayEventKind::infrared_off;
        tell(kind, name(camera.device), "", camera.draw.infrared_w);
        cause_ = {kind, name(camera.device)};
    }
    apply_load(turn.camera);
}

void DayEngine::happen(const Tour& tour) {
    Camera& camera = cameras_[tour.camera];
    camera.motors = tour.begins;
    if (camera.state == CameraState::on || camera.state == CameraState::no_picture) {
        const DayEventKind kind = tour.begins ? DayEventKind::motors_on : DayEventKind::motors_off;
        tell(kind, name(camera.device), "", camera.draw.motors_w);
        cause_ = {kind, name(camera.device)};
    }
    apply_load(tour.camera);
}

// Takes the camera's state over into its load and solves its feed again.
void DayEngine::apply_load(CameraNumber number) {
    Camera& camera = cameras_[number];
    const double watts = watts_of(camera);
    if (watts == camera.watts) return note_camera(number);
    camera.watts = watts;
    if (camera.draw.heater_w > 0) plan_thermostat(number);
    state_.camera_w[camera.device] = watts;
    if (camera.root) settle(camera.root);
    note_camera(number);
}

// Power has come to it: it starts. Called while its feed is being solved.
void DayEngine::camera_power(CameraNumber number, double volts) {
    Camera& camera = cameras_[number];
    camera.state = CameraState::starting;
    camera.watts = watts_of(camera);
    camera.volts = volts;
    state_.camera_w[camera.device] = camera.watts;
    tell(DayEventKind::camera_starts, name(camera.device), "", camera.watts);
    if (camera.has_run) ++out_.cameras[number].restarts;
    cause_ = {DayEventKind::camera_starts, name(camera.device)};
    later(t_s_ + camera.start_s, CameraRuns{number, ++camera.boot_stamp});
    if (camera.draw.heater_w > 0) plan_thermostat(number);
}

void DayEngine::camera_lost(CameraNumber number, DayEventKind why, double volts, double limit_v) {
    Camera& camera = cameras_[number];
    if (camera.state == CameraState::off || camera.state == CameraState::refused) return;
    ++camera.boot_stamp;
    camera.state = CameraState::off;
    camera.watts = 0;
    camera.volts = 0;
    state_.camera_w[camera.device] = 0;
    DayEvent& event = tell(why, name(camera.device), "", volts, limit_v);
    event.cause = cause_.kind;
    event.cause_device = cause_.device;
    blame(number, trouble_ ? *trouble_ : DayEvent(event));
    if (camera.draw.heater_w > 0) plan_thermostat(number);
}

void DayEngine::blame(CameraNumber number, const DayEvent& event) {
    if (starting_up_) return;
    std::vector<DayEvent>& causes = out_.cameras[number].causes;
    const bool known = std::any_of(causes.begin(), causes.end(),
                                   [&](const DayEvent& other) { return other.kind == event.kind; });
    if (!known) causes.push_back(event);
}

void DayEngine::happen(const CameraRuns& runs) {
    Camera& camera = cameras_[runs.camera];
    if (camera.boot_stamp != runs.stamp) return;
    camera.state = picture_arrives(camera) ? CameraState::on : CameraState::no_picture;
    camera.has_run = true;
    tell(DayEventKind::camera_runs, name(camera.device));
    const bool lit = camera.sensor_dark && camera.draw.infrared_w > 0;
    cause_ = {lit ? DayEventKind::infrared_on : DayEventKind::camera_runs, name(camera.device)};
    // It now names the watts it needs, where both ends can.
    if (camera.by_port) ports_[camera.by_port].asked = true;
    apply_load(runs.camera);
}

void DayEngine::happen(const PlannedRestart&) {
    tell(DayEventKind::planned_restart, "");
    for (CameraNumber number : cameras_.numbers()) {
        Camera& camera = cameras_[number];
        if (camera.state != CameraState::on && camera.state != CameraState::no_picture) continue;
        cause_ = {DayEventKind::planned_restart, ""};
        camera.state = CameraState::starting;
        ++out_.cameras[number].restarts;
        later(t_s_ + camera.start_s, CameraRuns{number, ++camera.boot_stamp});
        apply_load(number);
    }
}

bool DayEngine::picture_arrives(const Camera& camera) const {
    return !camera.way.empty() &&
           std::all_of(camera.way.begin(), camera.way.end(),
                       [&](DeviceNumber device) { return running_[device]; });
}

// A unit on the way of pictures came or went.
void DayEngine::see_pictures(DeviceNumber device) {
    for (CameraNumber number : behind_[device]) {
        Camera& camera = cameras_[number];
        if (camera.state != CameraState::on && camera.state != CameraState::no_picture) continue;
        camera.state = picture_arrives(camera) ? CameraState::on : CameraState::no_picture;
        if (camera.state == CameraState::no_picture) {
            blame(number, trouble_ ? *trouble_
                                   : DayEvent{t_s_, DayEventKind::unit_off, name(device), "", 0, 0,
                                              std::nullopt, ""});
        }
        note_camera(number);
    }
}

// Writes down what has changed of a camera.
void DayEngine::note_camera(CameraNumber number) {
    if (starting_up_) return;
    Camera& camera = cameras_[number];
    CameraDay& day = out_.cameras[number];
    CameraState shown = camera.state;
    if (shown == CameraState::off && camera.by_port && ports_[camera.by_port].refused) {
        shown = CameraState::refused;
    }
    std::uint8_t uses = 0;
    if (camera.watts > 0) {
        const bool runs = shown == CameraState::on || shown == CameraState::no_picture;
        if (camera.heater && camera.draw.heater_w > 0) uses |= uses_heater;
        if (runs && camera.sensor_dark && camera.draw.infrared_w > 0) uses |= uses_infrared;
        if (runs && camera.motors && camera.draw.motors_w > 0) uses |= uses_motors;
        day.peak_w = std::max(day.peak_w, camera.watts);
        if (camera.volts > 0 && !(camera.volts >= day.least_v)) day.least_v = camera.volts;
    }
    const CameraMoment moment{t_s_,         shown,        uses,
                              camera.watts, camera.volts, state_.fed_at[camera.device]};
    const bool was_bright = !day.moments.empty() && day.moments.back().state == CameraState::on;
    if (day.moments.empty()) {
        if (shown != CameraState::on) camera.dark_since_s = t_s_;
        if (shown == CameraState::on) recorded_mbps_ += camera.rate_mbps;
    } else if (was_bright != (shown == CameraState::on)) {
        if (was_bright) {
            camera.dark_since_s = t_s_;
        } else {
            day.dark_s += t_s_ - camera.dark_since_s;
            camera.dark_since_s = -1;
        }
        recorded_mbps_ += was_bright ? -camera.rate_mbps : camera.rate_mbps;
    } else {
        const CameraMoment& last = day.moments.back();
        if (last.state == moment.state && last.uses == moment.uses && last.watts == moment.watts &&
            last.fed_at == moment.fed_at && std::abs(last.volts - moment.volts) < 0.05) {
            return;
        }
    }
    if (!day.moments.empty() && day.moments.back().t_s == t_s_)
        day.moments.back() = moment;
    else
        day.moments.push_back(moment);
    if (out_.recorded_mbps.empty() || out_.recorded_mbps.back().value != recorded_mbps_) {
        if (!out_.recorded_mbps.empty() && out_.recorded_mbps.back().t_s == t_s_)
            out_.recorded_mbps.back().value = recorded_mbps_;
        else
            out_.recorded_mbps.push_back({t_s_, recorded_mbps_});
    }
}

}  // namespace ovant
