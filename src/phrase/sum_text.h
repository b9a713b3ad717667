// SPDX-License-Identifier: GPL-3.0-or-later
// Quick sums as words.
#pragma once

#include <string>

#include "core/sums/sums.h"

namespace ovant {

// "48.9 V, volts at the load".
std::string sum_answer(const Sum& sum, UnitSystem units);

}  // namespace ovant
