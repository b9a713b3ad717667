// SPDX-License-Identifier: GPL-3.0-or-later
// Units that come and go with the mains, backups that run down, solar supplies.
#include <algorithm>
#include <cmath>
#include <limits>

#include "core/simulate/day_engine.h"

namespace ovant {
namespace {

// From power to work, common practice.
constexpr double switch_boot_s = 60;
constexpr double recorder_boot_s = 90;
constexpr double other_boot_s = 5;
constexpr double solar_back_share = 0.2;  // of the usable battery, where an empty one gives again
constexpr double nothing_wh = 1e-6;

}  // namespace

double DayEngine::boot_s(DeviceNumber device) const {
    switch (net_.kind(device).category) {
        case Category::network_switch: return switch_boot_s;
        case Category::recorder: return recorder_boot_s;
        default: return other_boot_s;
    }
}

void DayEngine::plan_mains() {
    backups_ = backups(net_);
    for (const Backup& backup : backups_) {
        Battery battery;
        battery.full_wh = battery.wh = usable_wh(backup.battery);
        batteries_.push_back(battery);
        out_.backups.push_back({backup.id, {{0, battery.wh}}, std::nullopt});
    }
    for (DeviceNumber device : net_.kinds.numbers()) {
        const Kind& kind = *net_.kinds[device];
        if (!kind.solar) continue;
        Battery battery;
        battery.device = device;
        battery.full_wh = battery.wh = solar_usable_wh(net_, battery.device);
        batteries_.push_back(battery);
        out_.backups.push_back({name(battery.device), {{0, battery.wh}}, std::nullopt});
    }
    if (!plan_.outage_at_h || plan_.outage_h <= 0) return;
    later(*plan_.outage_at_h * hour_s, MainsTurn{false});
    later((*plan_.outage_at_h + plan_.outage_h) * hour_s, MainsTurn{true});
}

// Whether the outlet of a unit has power: the mains, its backup, its own panel.
bool DayEngine::has_mains(DeviceNumber device) const {
    if (net_.kind(device).solar) {
        for (const Battery& battery : batteries_) {
            if (battery.device == device) return !battery.empty;
        }
    }
    const Place* place = net_.place_of(device);
    if (mains_on_ || (place && place->mains == Mains::generator)) return true;
    const int backup = backup_of(backups_, device);
    return backup >= 0 && !batteries_[BatteryNumber(static_cast<std::size_t>(backup))].empty;
}

void DayEngine::unit_power(DeviceNumber device, bool on) {
    powered_[device] = on;
    note_source(device);
    state_.off[device] = !on;
    ++boot_stamp_[device];
    if (on) {
        if (starting_up_) {
            running_[device] = 1;
            return;
        }
        return later(t_s_ + boot_s(device), UnitRuns{device, boot_stamp_[device]});
    }
    const bool ran = running_[device];
    running_[device] = 0;
    if (ran) tell(DayEventKind::unit_off, name(device));
    const FeederNumber unit = unit_at_[device];
    if (unit) {
        for (FeedingNumber number : units_[unit].ports) {
            Port& port = ports_[number];
            if (port.state == PortState::unused) continue;
            port.refused = false;
            port.state = PortState::waiting;
            port.over = port.idle = port.planned = false;
            ++port.stamp;
            state_.cut[device][port.at.port] = 1;
            set_watts(number, 0, 0);
            if (port.root == port.at) settle(port.root);
        }
        units_[unit].next_start_s = 0;
    }
    if (ran) see_pictures(device);
}

void DayEngine::happen(const UnitRuns& runs) {
    const DeviceNumber device = runs.device;
    if (boot_stamp_[device] != runs.stamp) return;
    running_[device] = 1;
    tell(DayEventKind::unit_on, name(device));
    see_pictures(device);
    if (unit_at_[device]) start_ports(unit_at_[device]);
}

void DayEngine::happen(const MainsTurn& turn) {
    mains_on_ = turn.back;
    for (Battery& battery : batteries_) {
        if (turn.back && !battery.device) battery.empty = false;
    }
    DayEvent& event = tell(turn.back ? DayEventKind::mains_back : DayEventKind::mains_lost, "");
    cause_ = {event.kind, ""};
    trouble_ = event;
    for (DeviceNumber device : net_.kinds.numbers()) {
        const Kind& kind = *net_.kinds[device];
        if (!plugs_into_mains(kind) && !is_source(kind)) continue;
        const bool has = has_mains(device);
        if (has != static_cast<bool>(powered_[device])) unit_power(device, has);
    }
}

// Watts into the battery; negative while it is drawn on.
double DayEngine::battery_rate_w(BatteryNumber number) const {
    const Battery& battery = batteries_[number];
    if (battery.device) {
        const SolarFacts& solar = *net_.kind(battery.device).solar;
        const Settings& settings = net_.site->settings;
        const auto day = static_cast<std::size_t>(t_s_ / 86400);
        // A week begins with the days that have no sun.
        const bool dark = plan_.days > 1 && static_cast<double>(day) < settings.days_without_sun;
        const double from_s =
            std::floor(t_s_ / weather_step_s) * weather_step_s - 86400 * static_cast<double>(day);
        const SunTimes& sun = sun_[std::min(day, sun_.size() - 1)];
        const double share = sun_share_by(from_s + weather_step_s, sun) - sun_share_by(from_s, sun);
        const double gain_w = dark ? 0
                                   : solar.panel_w * settings.sun_hours * solar.system_share *
                                         share / (weather_step_s / hour_s);
        const double used_w = outlet_w(net_.kind(battery.device), ports_w_of(battery.device));
        return gain_w - (battery.empty ? 0 : used_w);
    }
    const Backup& backup = backups_[number.position()];
    if (mains_on_) return battery.wh < battery.full_wh ? backup.charge_w : 0;
    if (battery.empty) return 0;
    return -battery_drain_w(backup.battery, backup_load_w(backup));
}

// What the outlets of a backup carry now.
double DayEngine::backup_load_w(const Backup& backup) const {
    double load_w = 0;
    for (DeviceNumber member : backup.members) {
        if (powered_[member]) load_w += outlet_w(net_.kind(member), ports_w_of(member));
    }
    return load_w;
}

void DayEngine::spend(Battery& battery) {
    battery.wh = std::clamp(battery.wh + battery.rate_w * (t_s_ - battery.at_s) / hour_s, 0.0,
                            battery.full_wh);
    battery.at_s = t_s_;
}

void DayEngine::plan_battery(BatteryNumber number) {
    Battery& battery = batteries_[number];
    spend(battery);
    battery.rate_w = battery_rate_w(number);
    ++battery.stamp;
    std::vector<Sample>& series = out_.backups[number].wh;
    if (series.back().t_s == t_s_)
        series.back().value = battery.wh;
    else if (series.back().value != battery.wh)
        series.push_back({t_s_, battery.wh});
    if (!battery.empty && battery.rate_w < 0) {
        later(t_s_ + battery.wh / -battery.rate_w * hour_s, BatteryTurns{number, battery.stamp});
    } else if (battery.rate_w > 0) {
        const double goal_wh =
            battery.device && battery.empty ? solar_back_share * battery.full_wh : battery.full_wh;
        // What is missing by rounding alone would be planned for this very moment, for ever.
        if (battery.wh < goal_wh - nothing_wh)
            later(t_s_ + (goal_wh - battery.wh) / battery.rate_w * hour_s,
                  BatteryTurns{number, battery.stamp});
    }
}

// Loads change with every event: batteries that this touches are planned again.
void DayEngine::update_batteries() {
    for (BatteryNumber number : batteries_.numbers()) {
        Battery& battery = batteries_[number];
        // Two battery events in a row may find it full, empty or back at once.
        for (int turns = 0; turns < 2; ++turns) {
            const double rate_w = battery_rate_w(number);
            if (rate_w == battery.rate_w) break;
            plan_battery(number);
            if (battery.device || mains_on_ || battery.empty) break;
            const Backup& backup = backups_[number.position()];
            const double load_w = backup_load_w(backup);
            if (backup.output_w <= 0 || load_w <= backup.output_w) break;
            trouble_ = tell(DayEventKind::backup_overload, backup.id, "", load_w, backup.output_w);
            battery.empty = true;
            for (DeviceNumber member : backup.members) {
                if (powered_[member]) unit_power(member, false);
            }
        }
    }
}

void DayEngine::happen(const BatteryTurns& turn) {
    const BatteryNumber number = turn.battery;
    Battery& battery = batteries_[number];
    if (battery.stamp != turn.stamp) return;
    spend(battery);
    const bool solar = bool(battery.device);
    const std::string& id = out_.backups[number].id;
    if (battery.rate_w < 0) {
        battery.empty = true;
        battery.wh = 0;
        out_.backups[number].empty_at_s = t_s_;
        trouble_ = tell(solar ? DayEventKind::battery_empty : DayEventKind::backup_empty, id);
        cause_ = {trouble_->kind, id};
        if (solar) {
            unit_power(battery.device, false);
        } else {
            for (DeviceNumber member : backups_[number.position()].members) {
                if (powered_[member]) unit_power(member, false);
            }
        }
    } else if (battery.empty && solar) {
        battery.empty = false;
        tell(DayEventKind::battery_back, id);
        unit_power(battery.device, true);
    }
    plan_battery(number);
}

}  // namespace ovant
