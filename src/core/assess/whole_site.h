// SPDX-License-Identifier: GPL-3.0-or-later
// What assess and assess_again both do for the whole site. Private to core/assess.
#pragma once

#include "core/assess/assess.h"

namespace ovant {

// Whether an assessment has a UnitAssessment of such a unit.
bool feeds_from_mains(const Kind& kind);

// The checks of no run or unit of its own, what they do to the runs, and the summary.
void site_checks(const Network& net, const AssessOptions& options, Assessment& out);

}  // namespace ovant
