// SPDX-License-Identifier: GPL-3.0-or-later
// Where a run is copper all the way: what surges and the currents between earths go along.
#pragma once

#include <vector>

#include "core/assess/network.h"

namespace ovant {

// Copper that joins two places, each with an earth of its own: the link that arrives, and both.
struct EarthCrossing {
    LinkNumber link;
    const Place* from = nullptr;
    const Place* to = nullptr;
};
std::vector<EarthCrossing> earth_crossings(const Network& net, const Run& run);

// Stretches of a run that are copper from one active unit to the next, as first link and one past
// the last; cords and d.c. leads end one. `outdoors`: some of it lies outside.
struct CopperStretch {
    std::size_t from = 0, to = 0;
    bool outdoors = false;
};
std::vector<CopperStretch> copper_stretches(const Network& net, const Run& run);
// Whether a surge that comes over link `i` of the run is led away at its near or far end: by a
// protector there, or by the unit's own where its place has an earth.
bool surge_led_away(const Network& net, const Run& run, std::size_t i, bool far_end);

}  // namespace ovant
