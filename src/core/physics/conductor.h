// SPDX-License-Identifier: GPL-3.0-or-later
// Resistance of conductors. Pure functions, SI.
#pragma once

#include "core/working.h"

namespace ovant {

inline constexpr double copper_resistivity_ohm_m = 1.7241e-8;  // IEC 60028, 20 degrees C
inline constexpr double copper_temperature_per_k = 0.00393;    // IEC 60028
inline constexpr double copper_clad_factor = 1.0 / 0.63;       // about 63 % IACS, from memory

enum class ConductorMaterial { copper, copper_clad_aluminium };
enum class ConductorForm { solid, stranded };

struct Conductor {
    double awg = 24;
    ConductorMaterial material = ConductorMaterial::copper;
    ConductorForm form = ConductorForm::solid;
};

// Ohms per metre of one conductor. Diameter by ASTM B258, resistivity by IEC 60028, linear in
// temperature. Stranded counts as solid of the same gauge plus 2 % lay (common practice).
// Domain: AWG 0 to 40, -60 to 120 degrees C.
double conductor_ohm_per_m(const Conductor& conductor, double temperature_c,
                           Working* working = nullptr);

// D.c. loop of `length_m` of cable with `pairs` pairs in use (1, 2 or 4): out on half of the
// conductors in use, back on the other half. One pair: 2 r L; two: r L; four: r L / 2.
double feed_loop_ohm(const Conductor& conductor, double length_m, int pairs, double temperature_c,
                     Working* working = nullptr);

}  // namespace ovant
