// SPDX-License-Identifier: GPL-3.0-or-later
// Which run is cut from which package: what cable to buy, and a card for each package.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/network.h"
#include "core/parts/cutting.h"

namespace ovant {

// What is cut off, for a link or, of cords, for one end of it.
struct CutPiece {
    std::string link;
    std::string from, to;  // ids of units
    double length_m = 0;
    int part = 1, parts = 1;  // of a run that is joined
    bool cord = false;
};

struct PackageCut {
    Package package;
    std::string left_over;  // id in the site's stock; empty: bought
    bool to_measure = false;
    int number = 0;                // of several of its kind and package, from 1; 0: the only one
    std::vector<CutPiece> pieces;  // in the order to cut, longest first
    double left_m = 0;
    bool worth_keeping = false;
};

// A lead with its plugs on, that nothing is cut off.
bool is_ready_made(const PackageCut& cut);

struct CableCuts {
    std::string cable;  // kind
    std::vector<PackageCut> packages;
    std::vector<CutPiece> too_long;  // for every package, or for what is left of them
    double longest_m = 0;            // of a package
    double needed_m = 0;
    double price = 0;
    double price_bound = 0;
    double wasted_m = 0;
    bool least_price = false, least_waste = false;  // proven
    int joints = 0;
};

struct CutPlan {
    std::vector<CableCuts> cables;
    double price() const;
    double price_bound() const;
};

// Every new cable, and the cords at protectors and panels; runs by air, mains wiring and cable that
// hangs there already are left out. Cables of one pull, by name or by the same pathways, come from
// different packages where the site asks for it.
CutPlan plan_cuts(const Network& net, const CuttingEffort& effort = {});

// Length to cut for a link, loops, drops and the site's spare in it: whole metres; a lead's as it
// is. Nothing for air, mains wiring and what hangs there already.
std::optional<double> cut_m(const Network& net, LinkNumber link);

}  // namespace ovant
