// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/ups.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

namespace ovant {
namespace {

constexpr double rated_over_h = 20;  // a lead battery's rating, IEC 60896, from memory

}  // namespace

double battery_temperature_share(double temperature_c) {
    return std::clamp(1 - 0.008 * (25 - temperature_c), 0.3, 1.0);
}

double usable_wh(const BackupBattery& battery) {
    return battery.rated_wh * battery.age_share * battery_temperature_share(battery.temperature_c);
}

double battery_draw_w(const BackupBattery& battery, double load_w) {
    return load_w / battery.efficiency + battery.own_draw_w;
}

double battery_drain_w(const BackupBattery& battery, double load_w) {
    const double draw_w = battery_draw_w(battery, load_w);
    const double usable = usable_wh(battery);
    if (draw_w <= 0 || usable <= 0) return draw_w;
    return draw_w * std::pow(std::max(1.0, draw_w * rated_over_h / usable), battery.peukert - 1);
}

double backup_time_h(const BackupBattery& battery, double load_w, Working* working) {
    const double draw_w = battery_draw_w(battery, load_w);
    const double drain_w = battery_drain_w(battery, load_w);
    const double hours =
        draw_w > 0 ? usable_wh(battery) / drain_w : std::numeric_limits<double>::infinity();
    if (working) {
        working->push_back(
            {"usable = rated × age × cold",
             fmt::format("{:.0f} Wh × {:g} × {:.3g}", battery.rated_wh, battery.age_share,
                         battery_temperature_share(battery.temperature_c)),
             usable_wh(battery), Unit::watt_hour, source::battery_practice});
        working->push_back({"drawn = load ÷ efficiency + own",
                            fmt::format("{:.1f} W ÷ {:g} + {:.1f} W", load_w, battery.efficiency,
                                        battery.own_draw_w),
                            draw_w, Unit::watt, source::maker});
        if (battery.peukert > 1 && drain_w > draw_w) {
            working->push_back({"counts as = drawn × (drawn × 20 h ÷ usable)^(k − 1)",
                                fmt::format("{:.1f} W × ({:.1f} × 20 ÷ {:.0f})^{:.2f}", draw_w,
                                            draw_w, usable_wh(battery), battery.peukert - 1),
                                drain_w, Unit::watt, source::peukert});
        }
        working->push_back({"time = usable ÷ drawn",
                            fmt::format("{:.0f} Wh ÷ {:.1f} W", usable_wh(battery), drain_w), hours,
                            Unit::hour, source::battery_practice});
    }
    return hours;
}

double backup_wh_for(const BackupBattery& battery, double load_w, double wanted_h) {
    BackupBattery one = battery;
    one.rated_wh = 1;
    const double draw_w = battery_draw_w(battery, load_w);
    const double usable =
        wanted_h >= rated_over_h
            ? wanted_h * draw_w
            : rated_over_h * draw_w * std::pow(wanted_h / rated_over_h, 1 / battery.peukert);
    return usable / usable_wh(one);
}

}  // namespace ovant
