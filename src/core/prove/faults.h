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

enum class FaultKind {
    none,
    copper_clad,
    thinner,
    longer,
    pair_open,
    conductor_open,
    bad_joint,
    cord_in_run,
    other_port,
    low_volts,
    draws_more,
    infrared_on,
    wrong_setting,
    units_swapped,
    extra_unit,
    wrong_alternative,
    crossed,
    light_lost,
    wrong_optic,
    radio_turned,
    radio_hidden,
    interference,
    water
};

// What is known of a fault before anything is read.
struct FaultFacts {
    FaultKind kind = FaultKind::none;
    std::string_view id;
    double prior = 0;            // how often against the others, common practice
    Unit unit = Unit::none;      // of its free number
    double least = 0, most = 0;  // of it; equal: it has none
    bool free_number() const { return most > least; }
};
const std::vector<FaultFacts>& all_faults();
const FaultFacts& facts_of(FaultKind kind);

struct Fault {
    FaultKind kind = FaultKind::none;
    std::string at;     // link or device
    std::string to;     // the port it is in, the kind of optic, the unit it is swapped with
    double amount = 0;  // the free number, in the unit of its facts
    bool operator==(const Fault&) const = default;
};

// Links and units that the pictures and the power of a camera go over.
struct RunParts {
    std::vector<LinkNumber> links;
    std::vector<DeviceNumber> devices;
};
RunParts parts_of_run(const Network& net, CameraNumber camera);

// The run by itself: its units and all that hang on the same feed, so that it solves quickly and as
// in the whole site.
Site site_of_run(const Network& net, CameraNumber camera);

// Every fault that the run can have, once for each place, amounts at their least.
std::vector<Fault> possible_faults(const Network& net, CameraNumber camera);

// The site as it is if the fault is there. The fault must be one of possible_faults.
Site with_fault(Site site, const Catalogue& catalogue, const Fault& fault);

}  // namespace ovant
