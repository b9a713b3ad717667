// SPDX-License-Identifier: GPL-3.0-or-later
// A design of any size as a programme has it: cameras along a street, cabinets beside them.
#pragma once

#include <random>

#include "core/design/design_model.h"

namespace ovant {

// Cabinets have few ports and watts, each behind a way that is opened; every camera can also go
// back to the head end, where ports are few too, and some by a way of their own.
DesignProblem street(std::mt19937& random, int cameras, int cabinets);

}  // namespace ovant
