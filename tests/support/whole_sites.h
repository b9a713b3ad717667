// SPDX-License-Identifier: GPL-3.0-or-later
// Sites whose cameras have no cable yet, to be designed as a whole.
#pragma once

#include <random>

#include "core/site/site.h"

namespace ovant {

// An office with a switch and a recorder at the head of a street; outbuildings with mains along
// it; cameras in groups beside them and here and there. `rec-32` takes what they send.
Site undesigned_site(std::mt19937& random, int cameras, int places);

}  // namespace ovant
