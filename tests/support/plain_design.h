// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/design/design_model.h"
#include "core/solve/integer_programme.h"

namespace ovant {

// The design as anybody would write it down first: one row with a large factor for each shared
// thing, capacities as they are. For another solver, and to measure what our rows are worth.
IntegerProgramme plain_programme(const DesignProblem& problem);

}  // namespace ovant
