// SPDX-License-Identifier: GPL-3.0-or-later
// The arithmetic behind a number, recorded by the function that computes it when asked for.
#pragma once

#include <string>
#include <vector>

#include "core/standards/standards.h"
#include "core/units/units.h"

namespace ovant {

struct Step {
    std::string formula;      // in symbols
    std::string substituted;  // the same with the numbers put in
    double result = 0;
    Unit unit = Unit::none;
    Source source;
    // Said of one conductor, the same for every length of it: shown once where lengths follow.
    bool of_conductor = false;
};

using Working = std::vector<Step>;

}  // namespace ovant
