// SPDX-License-Identifier: GPL-3.0-or-later
// How often a hidden fault is named, over random runs and the readings of a meter.
#pragma once

#include <map>

#include "core/prove/diagnose.h"

namespace ovant {

struct FaultShares {
    int trials = 0;    // runs with the fault in them
    int tellable = 0;  // where some reading tells it from no fault
    int first = 0;     // of the tellable: named first, or one that no reading tells from it
    int third = 0;     // or among the first three
    std::map<FaultKind, int> instead;  // what was named first where it was not
    int first_early = 0, first_suggested = 0, first_random = 0;  // after two readings, and one more
};

// A fault of this kind put into random runs of a site, lengths and amounts drawn anew; all
// readings taken. For `none`, "first" is that none is named.
FaultShares hidden_fault_shares(const Site& site, FaultKind kind, int trials, unsigned seed);

}  // namespace ovant
