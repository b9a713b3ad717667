// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/ups.h"

#include <fmt/format.h>

#include <algorithm>
#include <limits>

namespace ovant {

double battery_temperature_share(double temperature_c) {
    return std::clamp(1 - 0.008 * (25 - temperature_c), 0.3, 1.0);
}

double usable_wh(const BackupBattery& battery) {
    return battery.rated_wh * battery.age_share * battery_temperature_share(battery.temperature_c);
}

double battery_draw_w(const BackupBattery& battery, double load_w) {
    return load_w / battery.efficiency + battery.own_draw_w;
}

double backup_time_h(const BackupBattery& battery, double load_w, Working* working) {
    const double draw_w = battery_draw_w(battery, load_w);
    const double hours =
        draw_w > 0 ? usable_wh(battery) / draw_w : std::numeric_limits<double>::infinity();
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
        working->push_back({"time = usable ÷ drawn",
                            fmt::format("{:.0f} Wh ÷ {:.1f} W", usable_wh(battery), draw_w), hours,
                            Unit::hour, source::battery_practice});
    }
    return hours;
}

double backup_wh_for(const BackupBattery& battery, double load_w, double wanted_h) {
    BackupBattery one = battery;
    one.rated_wh = 1;
    return wanted_h * battery_draw_w(battery, load_w) / usable_wh(one);
}

}  // namespace ovant
