// SPDX-License-Identifier: GPL-3.0-or-later
// Quantities as people type them. SI inside; nothing here knows a screen. Includes only result.h.
#pragma once

#include <string>
#include <string_view>

#include "core/result.h"

namespace ovant {

inline constexpr double hour_s = 3600, day_s = 86400;

enum class UnitSystem { metric, imperial };

// What a number measures. Its SI unit is the one the core computes in.
enum class Unit {
    none,
    metre,
    volt,
    ampere,
    watt,
    ohm,
    decibel,
    megabit_per_second,
    celsius,
    square_millimetre,
    count,
    poe_class,
    percent,
    money,
    decibel_milliwatt,
    megahertz,
    watt_hour,
    day,
    hour,
    millisecond,
    wire_map,  // a word
    symptom    // a word
};

inline constexpr double metres_per_foot = 0.3048;  // exact, international foot

// Text to a number in the SI unit. Accepts "135 ft", "41.1 m", "1.2 km", "12'", "50 F", "16 AWG"
// (to mm2), "8.2 Mb/s", "600 kB/s" (bytes), "350 mA". A bare number takes the unit the system
// shows. Errors: bad_number, bad_unit.
Result<double> parse_quantity(std::string_view text, Unit unit, UnitSystem system);

double to_shown(double value_si, Unit unit, UnitSystem system);
double from_shown(double shown_value, Unit unit, UnitSystem system);

// AWG size to diameter in metres: 0.127 mm x 92^((36-n)/39), ASTM B258. Domain 0 to 40.
double awg_diameter_m(double awg);
// Cross section in mm2 of a solid AWG conductor.
double awg_area_mm2(double awg);

}  // namespace ovant
