// SPDX-License-Identifier: GPL-3.0-or-later
// What has to be bought: counted from the site, priced from the catalogue. Prices of material only.
#pragma once

#include <string>
#include <vector>

#include "core/assess/network.h"
#include "core/parts/brought.h"
#include "core/parts/cut_plan.h"

namespace ovant {

struct PartLine {
    std::string kind;  // catalogue id
    std::string name;
    Unit unit = Unit::count;  // count or metre
    double quantity = 0;
    double unit_price = 0;
    double price = 0;
    std::vector<std::string> used_by;  // ids of devices or links
    std::optional<Package> package;    // cable that is bought so; the quantity counts them
    std::string left_over;             // cable that is there already, by its id in the stock
    bool too_long = false;             // no package holds it
    bool small = false;                // brought along by something else
    int pack = 0;                      // pieces in a bag; the quantity counts bags; 0: singly
};

// Devices, enclosures, protectors, cable by kind (length and a service loop at each end), patch
// cords, and what all of it brings along, in whole parts. In order: cameras, equipment, cable,
// small parts.
std::vector<PartLine> count_parts(const Network& net);
// The same of a part of the site.
std::vector<PartLine> count_parts(const Network& net, const PartsOf& of);
// What a part of the site costs beside others: nothing is rounded up to whole pieces, so that the
// prices of parts add up to that of all of them.
double share_of_material(const Network& net, const PartsOf& of);
// What is to be bought for the whole site: cable in the packages of its plan. What no package holds
// is counted by the metre.
std::vector<PartLine> bought_parts(const Network& net, const CutPlan& plan);
// Of the whole site: which cables come with their plugs, and which are joined, by their plan.
PartsOf parts_as_cut(const Network& net, const CutPlan& plan);
// Cameras, equipment, cable, small parts.
void sort_parts(std::vector<PartLine>& parts, const Catalogue& catalogue);
double total_price(const std::vector<PartLine>& parts);

// Kind of the cords at patch panels and protectors.
const char* cord_kind(const Settings& settings);

// Length to cut for a link: what is laid, the loops at its ends in it.
double cut_length_m(const NetLink& link);

}  // namespace ovant
