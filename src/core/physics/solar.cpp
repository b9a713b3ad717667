// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/solar.h"

#include <fmt/format.h>

#include <limits>

namespace ovant {

SolarBalance solar_balance(double day_w, double night_w, double dark_hours, double panel_w,
                           double sun_hours, double system_share, double battery_wh,
                           double usable_share, Working* working) {
    SolarBalance out;
    out.used_wh = day_w * (24 - dark_hours) + night_w * dark_hours;
    out.gained_wh = panel_w * sun_hours * system_share;
    out.days = out.used_wh > 0 ? battery_wh * usable_share / out.used_wh
                               : std::numeric_limits<double>::infinity();
    if (working) {
        working->push_back({"used a day = day W × light hours + night W × dark hours",
                            fmt::format("{:.1f} × {:g} + {:.1f} × {:g}", day_w, 24 - dark_hours,
                                        night_w, dark_hours),
                            out.used_wh, Unit::watt_hour, source::balance});
        working->push_back({"gained a day = panel × hours of full sun × system",
                            fmt::format("{:g} × {:g} × {:g}", panel_w, sun_hours, system_share),
                            out.gained_wh, Unit::watt_hour, source::solar_practice});
        working->push_back(
            {"days = battery × usable share ÷ used a day",
             fmt::format("{:g} × {:g} ÷ {:.0f}", battery_wh, usable_share, out.used_wh), out.days,
             Unit::day, source::balance});
    }
    return out;
}

}  // namespace ovant
