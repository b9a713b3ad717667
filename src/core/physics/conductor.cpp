// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/conductor.h"

#include <fmt/format.h>

#include <numbers>

namespace ovant {

double conductor_ohm_per_m(const Conductor& conductor, double temperature_c, Working* working) {
    const double diameter_m = awg_diameter_m(conductor.awg);
    const double area_m2 = std::numbers::pi / 4 * diameter_m * diameter_m;
    const bool clad = conductor.material == ConductorMaterial::copper_clad_aluminium;
    const double material = clad ? copper_clad_factor : 1.0;
    const double lay = conductor.form == ConductorForm::stranded ? 1.02 : 1.0;
    const double heat = 1 + copper_temperature_per_k * (temperature_c - 20);
    const double ohm_per_m = copper_resistivity_ohm_m / area_m2 * material * lay * heat;
    if (working) {
        working->push_back(
            {"r = ρ ÷ A × (1 + α (T − 20)), Ω per 100 m",
             fmt::format("1.7241e-8 ÷ {:.4g} mm²{}{} × (1 + 0.00393 × ({:.0f} − 20))",
                         area_m2 * 1e6, clad ? " ÷ 0.63" : "", lay > 1 ? " × 1.02" : "",
                         temperature_c),
             ohm_per_m * 100, Unit::ohm, clad ? source::copper_clad : source::iec_60028});
        working->back().of_conductor = true;
    }
    return ohm_per_m;
}

double feed_loop_ohm(const Conductor& conductor, double length_m, int pairs, double temperature_c,
                     Working* working) {
    const double ohm_per_m = conductor_ohm_per_m(conductor, temperature_c, working);
    const double loop_ohm = 2 * ohm_per_m * length_m / pairs;
    if (working) {
        working->push_back(
            {"R = 2 r L ÷ pairs in use",
             fmt::format("2 × {:.4g} Ω/m × {:.1f} m ÷ {}", ohm_per_m, length_m, pairs), loop_ohm,
             Unit::ohm, source::ohms_law});
    }
    return loop_ohm;
}

}  // namespace ovant
