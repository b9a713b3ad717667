// SPDX-License-Identifier: GPL-3.0-or-later
// How long a battery backup carries a load. Pure; watts, watt hours, hours.
#pragma once

#include "core/working.h"

namespace ovant {

// Share of its rated capacity that a lead battery gives at this temperature: 1 from 25 degrees C
// up, 0.8 % less for each kelvin below, never under 0.3. Common practice.
double battery_temperature_share(double temperature_c);

struct BackupBattery {
    double rated_wh = 0;
    double age_share = 0.8;  // of the new capacity; end of life by IEEE 1188, from memory
    double temperature_c = 25;
    double efficiency = 0.85;  // battery to outlet
    double own_draw_w = 0;     // taken from the battery beside the load
    double peukert = 1;        // of lead, rated over 20 h: 1.1 to 1.25; 1 where the rate is nothing
};
// Watt hours at the battery that can be drawn.
double usable_wh(const BackupBattery& battery);
// Watts drawn from the battery at this load.
double battery_draw_w(const BackupBattery& battery, double load_w);
// Watt hours an hour that this load takes from what can be drawn: more than it draws where it draws
// faster than over 20 h. Peukert's law.
double battery_drain_w(const BackupBattery& battery, double load_w);
// usable Wh / drain, hours; infinite with no draw. Domain: load_w >= 0.
double backup_time_h(const BackupBattery& battery, double load_w, Working* working = nullptr);
// Rated watt hours that carry `load_w` for `wanted_h`.
double backup_wh_for(const BackupBattery& battery, double load_w, double wanted_h);

}  // namespace ovant
