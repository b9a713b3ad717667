// SPDX-License-Identifier: GPL-3.0-or-later
// Cables that feed, and lie together along a pathway, warm each other.
#pragma once

#include <map>
#include <string>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/physics/bundle_heat.h"

namespace ovant {

// So few that each has free air beside it warm nobody: common practice, as bundles are tabled from
// two to seven.
inline constexpr int most_cables_apart = 7;

// What lies in the bundles of the whole and not in this part of it: the part's `lies_beside`.
std::map<std::string, LiesBeside> lies_beside(const Network& whole, const Site& part);

// Sets `bundled` of every link that lies in a bundle of more than most_cables_apart. The current in
// a cable is what its load makes it be at the least volts of its source; a load on the way counts
// at its own distance.
void warm_bundles(Network& net);

}  // namespace ovant
