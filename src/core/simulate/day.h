// SPDX-License-Identifier: GPL-3.0-or-later
// A site played through a day, event by event: cameras as loads in states, ports that cut and try
// again, thermostats, dusk, an outage. The feeds are solved by assess at every change. Includes
// assess and physics. The same plan and seed give the same day.
#pragma once

#include <cstdint>
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/physics/sun.h"

namespace ovant {

struct DayPlan {
    CalendarDay date;
    double latitude_deg = 57, longitude_deg = 0, utc_offset_h = 0;
    double low_c = -10, high_c = 5;  // of the air
    int days = 1;
    // Beside what is usual at so many units in so many days: what turns faster is played as far as
    // this carries, so that a day has an end in time and in memory.
    std::uint64_t most_events = 2'000'000;
    std::optional<double> outage_at_h;
    double outage_h = 2;
    std::optional<double> restart_at_h;
    double dusk_spread_min = 20;
    double tour_s = 60, tour_every_s = 900;
    std::uint32_t seed = 1;
};
// The day the site's settings ask for. Errors: out_of_range where its date is none.
Result<DayPlan> day_plan(const Settings& settings);

enum class CameraState : std::uint8_t {
    off,        // no power
    refused,    // its port waits for power
    starting,   // has power, no picture yet
    on,         // its picture arrives
    no_picture  // runs, but something between it and the recorder does not
};
// What a camera takes beside its day draw, as bits.
enum CameraUse : std::uint8_t { uses_infrared = 1, uses_heater = 2, uses_motors = 4 };

enum class DayEventKind : std::uint8_t {
    sunrise,
    sunset,
    infrared_on,
    infrared_off,
    heater_on,
    heater_off,
    motors_on,
    motors_off,
    port_on,
    port_overload,  // over its limit for too long: cut
    port_idle,      // the load takes too little to be seen: power is taken off
    port_refused,   // waits: its class is not free
    port_shed,      // the total passed the budget: the least important goes
    camera_starts,
    camera_runs,
    camera_off,
    camera_low,  // below the volts it accepts
    unit_on,
    unit_off,
    unit_low,
    mains_lost,
    mains_back,
    backup_empty,
    backup_overload,
    battery_empty,  // of a solar supply
    battery_back,
    planned_restart
};

struct DayEvent {
    double t_s = 0;
    DayEventKind kind = DayEventKind::sunrise;
    std::string device;
    std::string port;
    double value = 0;  // watts or volts
    double limit = 0;
    // What led to it, and at which camera: infrared_on, heater_on, camera_starts...
    std::optional<DayEventKind> cause;
    std::string cause_device;
    bool operator==(const DayEvent&) const = default;
};

struct Sample {
    double t_s = 0;
    double value = 0;
    bool operator==(const Sample&) const = default;
};

struct CameraMoment {
    double t_s = 0;
    CameraState state = CameraState::off;
    std::uint8_t uses = 0;
    double watts = 0;
    double volts = 0;
    PortNumber fed_at = {};  // its input that carries it
    bool operator==(const CameraMoment&) const = default;
};

struct CameraDay {
    std::string camera;
    int restarts = 0;    // times it lost power or volts after it had been on, and by plan
    double dark_s = 0;   // without a picture at the recorder, or without service
    bool sees = true;    // a camera; else another load
    double least_v = 0;  // while it had power; NaN if never
    double peak_w = 0;
    std::vector<DayEvent> causes;       // what made it dark or kept it so, each kind once
    std::vector<CameraMoment> moments;  // from 0 on, at each change
    const CameraMoment& at(double t_s) const;
    bool operator==(const CameraDay&) const = default;
};

// In the lists of a day: of ports that feed, of units that have such ports, of batteries (backups
// first, then solar supplies), of what takes power from an outlet or a cable.
using FeedingNumber = Number<struct OfFeedingPorts>;
using FeederNumber = Number<struct OfFeeders>;
using BatteryNumber = Number<struct OfBatteries>;
using TakenNumber = Number<struct OfTaken>;

struct PortDay {
    std::string device, port;
    double peak_w = 0;
    int cuts = 0;
    std::vector<Sample> watts;
};

struct UnitDay {
    std::string device;
    double budget_w = 0;
    double peak_w = 0;
    int refused = 0, shed = 0;
    std::vector<Sample> watts;  // of all its ports
};

struct TakenDay {
    std::string device;
    std::vector<Sample> watts;  // at its outlet, or at its input where it is fed over a cable
};

struct BackupDay {
    std::string id;
    std::vector<Sample> wh;  // left in it
    std::optional<double> empty_at_s;
};

// Between two events: watts that enter at the sources, that units use, that are lost in cables and
// conversion.
struct EnergyStep {
    double t_s = 0, dt_s = 0;
    double in_w = 0, used_w = 0, lost_w = 0;
};

struct DayResult {
    DayPlan plan;
    SunTimes sun;  // of the first day
    double length_s = 86400;
    By<CameraNumber, CameraDay> cameras;
    By<FeedingNumber, PortDay> ports;
    By<FeederNumber, UnitDay> units;
    By<TakenNumber, TakenDay> taken;  // by every unit with a plug or a power supply
    By<BatteryNumber, BackupDay> backups;
    std::vector<Sample> air_c;
    std::vector<Sample> recorded_mbps;
    std::vector<DayEvent> events;
    std::vector<EnergyStep> energy;
    bool stopped = false;      // `go_on` said no: what is here ends early
    bool ended_early = false;  // more happens than is played: all ends at `length_s`
    const CameraDay* camera(std::string_view id) const;
    const UnitDay* unit(std::string_view device) const;
    const TakenDay* taken_by(std::string_view device) const;
    // Start of the next trouble after `t_s`: a camera that goes dark, a port cut, refused or shed.
    // Runs of the same trouble count once an hour. Nothing after the last.
    std::optional<double> next_trouble_s(double t_s) const;
};

// Value of a step series at a time; 0 before its first.
double sample_at(const std::vector<Sample>& series, double t_s);

// `go_on` is told the share done now and then; false ends the day early.
DayResult play_day(const Network& net, const DayPlan& plan,
                   const std::function<bool(double)>& go_on = {});

// The feed of a port, and those behind it, as they stood at one moment of a day.
std::vector<PortFeed> feed_at(const Network& net, const DayResult& day, double t_s, PortAt port);

}  // namespace ovant
