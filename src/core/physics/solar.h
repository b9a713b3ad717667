// SPDX-License-Identifier: GPL-3.0-or-later
// A far end on panel and battery through the worst month. Pure; watts and watt hours.
#pragma once

#include "core/working.h"

namespace ovant {

struct SolarBalance {
    double used_wh = 0;    // a day
    double gained_wh = 0;  // a day in the worst month
    double days = 0;       // the battery lasts with no sun at all; infinite with no load
};

// `day_w` while it is light, `night_w` for `dark_hours`; the panel gives its rating for `sun_hours`
// times `system_share`. Domain: all >= 0, dark_hours at most 24.
SolarBalance solar_balance(double day_w, double night_w, double dark_hours, double panel_w,
                           double sun_hours, double system_share, double battery_wh,
                           double usable_share, Working* working = nullptr);

}  // namespace ovant
