// SPDX-License-Identifier: GPL-3.0-or-later
// What several references go by.
#pragma once

#include <cmath>

namespace reference {

inline constexpr double spice_tolerance = 1e-4;  // relative, what the design asks for

// One load P through R from V: V_load = (V + sqrt(V^2 - 4 R P)) / 2.
inline double closed_form_v(double source_v, double loop_ohm, double load_w) {
    return (source_v + std::sqrt(source_v * source_v - 4 * loop_ohm * load_w)) / 2;
}

}  // namespace reference
