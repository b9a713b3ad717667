// SPDX-License-Identifier: GPL-3.0-or-later
// What speaks for and against a design, to set several side by side.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/parts/cost.h"
#include "core/parts/cut_plan.h"
#include "core/variants/variants.h"

namespace ovant {

struct DesignFacts {
    std::string variant;  // id; empty: the design that stands
    std::string name;
    Cost cost;             // material as it is bought, in whole packages
    double equipment = 0;  // of the material: cameras and units
    double cable = 0;
    double small_parts = 0;
    int cameras = 0;
    Summary runs;
    double peak_w = 0;          // at the sources, on the site's day
    double dark_min = 0;        // without a picture, of all cameras on that day
    double all_hold_share = 0;  // of the trials in which no run fails
    int can_fail = 0;           // units but cameras, plugs and radio paths
    std::vector<Error> mended;  // what the design leaned on and is gone
    // Against the design that stands, by id.
    std::vector<std::string> added, removed, changed;
};

struct CompareEffort {
    int trials = 100;
    double most_cutting_s = 2;  // a kind of cable
};

// The design that stands first, then the variants in their order; the same answer each time. Empty
// where `go_on` said no. Borrows nothing.
std::vector<DesignFacts> compare_designs(const Site& site, const CompareEffort& effort = {},
                                         const std::function<bool(double)>& go_on = {});

// One design by itself; `go_on` as above, and then what is there so far.
DesignFacts facts_of_design(const Site& design, const CompareEffort& effort,
                            const std::function<bool(double)>& go_on = {});

// Units other than cameras, two plugs a cable, radio paths: each can fail by itself.
int things_that_can_fail(const Network& net);
int things_that_can_fail(const Network& net, const PartsOf& of);

}  // namespace ovant
