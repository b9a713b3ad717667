// SPDX-License-Identifier: GPL-3.0-or-later
// Chains of units in words, so that what is alike can be told: kinds, sockets and settings in
// order, none of the names. And the fewest runs that hold every chain of a site.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/assess/network.h"

namespace ovant {

// A unit as far as it matters which one is taken.
std::string unit_words(const Network& net, DeviceNumber number);

// The head end's own links of a run, those nearest to the recorder last.
struct HeadEndLead {
    LinkNumber link;
    PortAt from, to;  // from the recorder's side
};
std::vector<HeadEndLead> leads_to_recorder(const Network& net, const Run& run);

// A run from the recorder on, one lead after the other: what is tried once each of these has been.
// The first is the recorder alone, the last the whole run.
std::vector<std::string> beginnings_of(const Network& net, const Run& run);
// Cameras by each beginning of their runs.
using CamerasByBeginning = std::map<std::string, std::vector<std::string>>;
CamerasByBeginning cameras_by_beginning(const Network& net);

// The different chains, and the fewest runs that hold them all.
struct LeastCover {
    std::vector<std::string> chains;                 // to cameras, in order of first met
    std::vector<std::string> ways;                   // from the head end to recorders
    By<CameraNumber, std::size_t> chain_of, way_of;  // of connected runs
    std::vector<CameraNumber> taken;                 // in order
};
LeastCover least_cover(const Network& net);

}  // namespace ovant
