// SPDX-License-Identifier: GPL-3.0-or-later
// What the monkey starts from.
#pragma once

#include <cstdint>
#include <vector>

#include "core/site/site.h"

namespace ovant {

// Nothing, the files of the tests and the demo, and a camera far away on every way that can be
// built there: each medium and each kind of unit at least once.
std::vector<Site> first_sites();
// A few places, pathways and cameras anywhere, each camera on its best way.
Site random_site(std::uint32_t seed);

}  // namespace ovant
