// SPDX-License-Identifier: GPL-3.0-or-later
// How cables that feed warm each other where they lie together. Pure, SI.
#pragma once

#include "core/physics/conductor.h"
#include "core/working.h"

namespace ovant {

// How a bundle gives its heat away: to the air about it, to the air in a duct, or through what is
// packed round it.
enum class BundleLies { in_air, enclosed, insulated };

// Kelvin by which the middle of a bundle is warmer than what it lies in: the heat through its own
// cables, and from its surface. `cables` of one gauge lie together and turn `heat_w_per_m` to heat
// in every metre, all of them together. The model of ISO/IEC TS 29125 and ANSI/TIA TSB-184-A, from
// memory, with resistances of common practice. Check value, from memory: 100 cables of 24 AWG with
// 720 mA a pair over four pairs, 10 K. Domain: cables >= 1, heat >= 0.
double bundle_rise_k(int cables, const Conductor& conductor, double heat_w_per_m, BundleLies lies,
                     Working* working = nullptr);

// Watts a metre that a cable turns to heat at 20 degrees C while `current_a` goes out over half of
// the conductors of `pairs` pairs and back over the other half.
double feed_heat_w_per_m(const Conductor& conductor, double current_a, int pairs);

}  // namespace ovant
