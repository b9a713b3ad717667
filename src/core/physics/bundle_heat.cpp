// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/bundle_heat.h"

#include <fmt/format.h>

#include <cmath>
#include <numbers>

namespace ovant {
namespace {

constexpr double heat_resistivity_k_m_per_w = 5;  // through a bundle, common practice
constexpr double filled_share = 0.78;             // of a bundle's round, common practice
constexpr double jacket_per_conductor = 10.2;     // across a cable and a conductor, common practice

// From the surface, W/(m2 K), common practice.
double surface_w_per_m2_k(BundleLies lies) {
    switch (lies) {
        case BundleLies::in_air: return 10;
        case BundleLies::enclosed: return 5;
        case BundleLies::insulated: return 2;
    }
    return 10;
}

// ASTM B258.
double conductor_across_m(double awg) { return 0.127e-3 * std::pow(92, (36 - awg) / 39); }

}  // namespace

double bundle_rise_k(int cables, const Conductor& conductor, double heat_w_per_m, BundleLies lies,
                     Working* working) {
    const double cable_m = jacket_per_conductor * conductor_across_m(conductor.awg);
    const double across_m = cable_m * std::sqrt(cables / filled_share);
    const double through_k = heat_w_per_m * heat_resistivity_k_m_per_w / (4 * std::numbers::pi);
    const double off_k = heat_w_per_m / (std::numbers::pi * across_m * surface_w_per_m2_k(lies));
    const double rise_k = through_k + off_k;
    if (working) {
        working->push_back(
            {"rise = P ρ ÷ 4π + P ÷ (π d h), P of all cables in a metre",
             fmt::format("{:.2f} W/m × {:g} ÷ 4π + {:.2f} W/m ÷ (π × {:.1f} mm × {:g})",
                         heat_w_per_m, heat_resistivity_k_m_per_w, heat_w_per_m, across_m * 1000,
                         surface_w_per_m2_k(lies)),
             rise_k, Unit::celsius, source::bundle_heat});
    }
    return rise_k;
}

double feed_heat_w_per_m(const Conductor& conductor, double current_a, int pairs) {
    return current_a * current_a * feed_loop_ohm(conductor, 1, pairs, 20);
}

}  // namespace ovant
