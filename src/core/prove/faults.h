// SPDX-License-Identifier: GPL-3.0-or-later
// What can be wrong with a run that was built: each fault is a change to the site, with at most one
// free number, so that the one solver says what would be read were it so.
//
// Example: copper_clad at L7 makes its conductors 1.6 times as resistive; bad_joint at L7 with
// 12 Ω puts those into one conductor of a leg; other_port takes L7 to a port of another kind.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/assess/network.h"

namespace ovant {

// What is known of a fault before anything is read.
struct FaultFacts {
    FaultKind kind = FaultKind::none;
    double prior = 0;            // how often against the others, common practice
    Unit unit = Unit::none;      // of its free number
    double least = 0, most = 0;  // of it; equal: it has none
    bool free_number() const { return most > least; }
};
const std::vector<FaultFacts>& all_faults();
const FaultFacts& facts_of(FaultKind kind);
// How much oftener a fault is met where what is seen began so: with rain, with an outage; and where
// the unit was well on the bench, so that it is rather what was built than the unit. Common
// practice; 1 where nothing is said.
double history_factor(FaultKind kind, Since since);
// As files and the command line have it: "copper-clad".
std::string_view id_of(FaultKind kind);

// Links and units that the pictures and the power of a camera go over.
struct RunParts {
    std::vector<LinkNumber> links;
    std::vector<DeviceNumber> devices;
};
RunParts parts_of_run(const Network& net, CameraNumber camera);

// The run by itself: its units and all that hang on the same feed, so that it solves quickly and as
// in the whole site.
// `beside`: with the runs of these too.
Site site_of_run(const Network& net, CameraNumber camera,
                 const std::vector<CameraNumber>& beside = {});

// Where a fault in one pair is in none of those that were read.
inline constexpr const char* another_pair = "another pair";

// Every fault that the run can have, once for each place, amounts at their least.
std::vector<Fault> possible_faults(const Network& net, CameraNumber camera);

// The site as it is if the fault is there. The fault must be one of possible_faults.
Site with_fault(Site site, const Catalogue& catalogue, const Fault& fault);

// The same as the design's own, so that every check is judged on what hangs there. Errors:
// not_possible for what no drawing can hold, no_such_object.
bool can_be_kept(FaultKind kind);
Result<Site> keep_as_found(Site site, const Catalogue& catalogue, const Fault& fault);

}  // namespace ovant
