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

double DayEngine::boot_s(int device) const {
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
    for (std::size_t i = 0; i < net_.kinds.size(); ++i) {
        const Kind& kind = *net_.kinds[i];
        if (!kind.solar) continue;
        Battery battery;
        battery.device = static_cast<int>(i);
        battery.full_wh = battery.wh = solar_usable_wh(net_, battery.device);
        batteries_.push_back(battery);
        out_.backups.push_back({name(battery.device), {{0, battery.wh}}, std::nullopt});
    }
    if (!plan_.outage_at_h || plan_.outage_h <= 0) return;
    later(*plan_.outage_at_h * hour_s, Act::mains_lost, 0);
    later((*plan_.outage_at_h + plan_.outage_h) * hour_s, Act::mains_back, 0);
}

// Whether the outlet of a unit has power: the mains, its backup, its own panel.
bool DayEngine::has_mains(int device) const {
    if (net_.kind(device).solar) {
        for (const Battery& battery : batteries_) {
            if (battery.device == device) return !battery.empty;
        }
    }
    const Place* place = net_.place_of(device);
    if (mains_on_ || (place && place->mains == Mains::generator)) return true;
    const int backup = backup_of(backups_, device);
    return backup >= 0 && !batteries_[static_cast<std::size_t>(backup)].empty;
}

void DayEngine::unit_power(int device, bool on) {
    const auto at = static_cast<std::size_t>(device);
    powered_[at] = on;
    note_source(device);
    state_.off[at] = !on;
    ++boot_stamp_[at];
    if (on) {
        if (starting_up_) {
            running_[at] = 1;
            return;
        }
        return later(t_s_ + boot_s(device), Act::unit_runs, device, boot_stamp_[at]);
    }
    const bool ran = running_[at];
    running_[at] = 0;
    if (ran) tell(DayEventKind::unit_off, name(device));
    const int unit = unit_at_[at];
    if (unit >= 0) {
        for (int number : units_[static_cast<std::size_t>(unit)].ports) {
            Port& port = ports_[static_cast<std::size_t>(number)];
            if (port.state == PortState::unused) continue;
            port.refused = false;
            port.state = PortState::waiting;
            port.over = port.idle = port.planned = false;
            ++port.stamp;
            state_.cut[at][static_cast<std::size_t>(port.at.port)] = 1;
            set_watts(number, 0, 0);
            if (port.root == port.at) settle(port.root);
        }
        units_[static_cast<std::size_t>(unit)].next_start_s = 0;
    }
    if (ran) see_pictures(device);
}

void DayEngine::unit_runs(int device) {
    const auto at = static_cast<std::size_t>(device);
    running_[at] = 1;
    tell(DayEventKind::unit_on, name(device));
    see_pictures(device);
    if (unit_at_[at] >= 0) start_ports(unit_at_[at]);
}

void DayEngine::mains(bool back) {
    mains_on_ = back;
    for (Battery& battery : batteries_) {
        if (back && battery.device < 0) battery.empty = false;
    }
    DayEvent& event = tell(back ? DayEventKind::mains_back : DayEventKind::mains_lost, "");
    cause_ = {event.kind, ""};
    trouble_ = event;
    for (std::size_t i = 0; i < net_.kinds.size(); ++i) {
        const int device = static_cast<int>(i);
        const Kind& kind = *net_.kinds[i];
        if (!plugs_into_mains(kind) && !is_source(kind)) continue;
        const bool has = has_mains(device);
        if (has != static_cast<bool>(powered_[i])) unit_power(device, has);
    }
}

// Watts into the battery; negative while it is drawn on.
double DayEngine::battery_rate_w(const Battery& battery, std::size_t number) const {
    if (battery.device >= 0) {
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
        const auto device = static_cast<std::size_t>(battery.device);
        const double ports_w =
            unit_at_[device] >= 0 ? units_[static_cast<std::size_t>(unit_at_[device])].total_w : 0;
        return gain_w - (battery.empty ? 0 : outlet_w(net_.kind(battery.device), ports_w));
    }
    const Backup& backup = backups_[number];
    if (mains_on_) return battery.wh < battery.full_wh ? backup.charge_w : 0;
    if (battery.empty) return 0;
    return -battery_drain_w(backup.battery, backup_load_w(backup));
}

// What the outlets of a backup carry now.
double DayEngine::backup_load_w(const Backup& backup) const {
    double load_w = 0;
    for (int member : backup.members) {
        const auto device = static_cast<std::size_t>(member);
        if (!powered_[device]) continue;
        const int unit = unit_at_[device];
        load_w += outlet_w(net_.kind(member),
                           unit >= 0 ? units_[static_cast<std::size_t>(unit)].total_w : 0);
    }
    return load_w;
}

void DayEngine::spend(Battery& battery) {
    battery.wh = std::clamp(battery.wh + battery.rate_w * (t_s_ - battery.at_s) / hour_s, 0.0,
                            battery.full_wh);
    battery.at_s = t_s_;
}

void DayEngine::plan_battery(int number) {
    Battery& battery = batteries_[static_cast<std::size_t>(number)];
    spend(battery);
    battery.rate_w = battery_rate_w(battery, static_cast<std::size_t>(number));
    ++battery.stamp;
    std::vector<Sample>& series = out_.backups[static_cast<std::size_t>(number)].wh;
    if (series.back().t_s == t_s_)
        series.back().value = battery.wh;
    else if (series.back().value != battery.wh)
        series.push_back({t_s_, battery.wh});
    if (!battery.empty && battery.rate_w < 0) {
        later(t_s_ + battery.wh / -battery.rate_w * hour_s, Act::backup_empty, number,
              battery.stamp);
    } else if (battery.rate_w > 0) {
        const double goal_wh = battery.device >= 0 && battery.empty
                                   ? solar_back_share * battery.full_wh
                                   : battery.full_wh;
        // What is missing by rounding alone would be planned for this very moment, for ever.
        if (battery.wh < goal_wh - nothing_wh)
            later(t_s_ + (goal_wh - battery.wh) / battery.rate_w * hour_s, Act::battery, number,
                  battery.stamp);
    }
}

// Loads change with every event: batteries that this touches are planned again.
void DayEngine::update_batteries() {
    for (std::size_t i = 0; i < batteries_.size(); ++i) {
        Battery& battery = batteries_[i];
        // Two battery events in a row may find it full, empty or back at once.
        for (int turns = 0; turns < 2; ++turns) {
            const double rate_w = battery_rate_w(battery, i);
            if (rate_w == battery.rate_w) break;
            plan_battery(static_cast<int>(i));
            if (battery.device >= 0 || mains_on_ || battery.empty) break;
            const Backup& backup = backups_[i];
            const double load_w = backup_load_w(backup);
            if (backup.output_w <= 0 || load_w <= backup.output_w) break;
            trouble_ = tell(DayEventKind::backup_overload, backup.id, "", load_w, backup.output_w);
            battery.empty = true;
            for (int member : backup.members) {
                if (powered_[static_cast<std::size_t>(member)]) unit_power(member, false);
            }
        }
    }
}

void DayEngine::battery_turns(int number) {
    Battery& battery = batteries_[static_cast<std::size_t>(number)];
    spend(battery);
    const bool solar = battery.device >= 0;
    const std::string& id = out_.backups[static_cast<std::size_t>(number)].id;
    if (battery.rate_w < 0) {
        battery.empty = true;
        battery.wh = 0;
        out_.backups[static_cast<std::size_t>(number)].empty_at_s = t_s_;
        trouble_ = tell(solar ? DayEventKind::battery_empty : DayEventKind::backup_empty, id);
        cause_ = {trouble_->kind, id};
        if (solar) {
            unit_power(battery.device, false);
        } else {
            for (int member : backups_[static_cast<std::size_t>(number)].members) {
                if (powered_[static_cast<std::size_t>(member)]) unit_power(member, false);
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
