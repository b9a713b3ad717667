// SPDX-License-Identifier: GPL-3.0-or-later
// Cables that feed, and lie together along a pathway, warm each other.
#pragma once

#include <array>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/physics/bundle_heat.h"

namespace ovant {

// So few that each has free air beside it warm nobody: common practice, as bundles are tabled from
// two to seven.
inline constexpr int most_cables_apart = 7;

// What lies in one pathway together.
struct Bundle {
    int cables = 0;  // twisted pair, whether they feed or not
    Conductor conductor;
    BundleLies lies = BundleLies::in_air;
    std::array<double, condition_count> heat_w_per_m{};
    double rise_k(std::size_t condition) const {
        return bundle_rise_k(cables, conductor, heat_w_per_m[condition], lies);
    }
};

// Sets `bundled` of every link that lies in a bundle of more than most_cables_apart. The current in
// a cable is what its load makes it be at the least volts of its source; a load on the way counts
// at its own distance.
void warm_bundles(Network& net);

}  // namespace ovant
