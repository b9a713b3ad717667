// SPDX-License-Identifier: GPL-3.0-or-later
// What has to be bought: counted from the site, priced from the catalogue. Prices of material only.
#pragma once

#include <string>
#include <vector>

#include "core/assess/network.h"
#include "core/parts/cut_plan.h"

namespace ovant {

struct PartLine {
    std::string kind;  // catalogue id; "plug-rj45" for plugs
    std::string name;
    Unit unit = Unit::count;  // count or metre
    double quantity = 0;
    double unit_price = 0;
    double price = 0;
    std::vector<std::string> used_by;  // ids of devices or links
    std::optional<Package> package;    // cable that is bought so; the quantity counts them
    std::string left_over;             // cable that is there already, by its id in the stock
    bool too_long = false;             // no package holds it
};

// Devices, enclosures, protectors, cable by kind (length and a service loop at each end), patch
// cords, plugs two a link. In order: cameras, equipment, cable, small parts.
std::vector<PartLine> count_parts(const Network& net);
// The same of some devices and links by number, and of transceivers put into what is there already.
std::vector<PartLine> count_parts(const Network& net, const std::vector<DeviceNumber>& devices,
                                  const std::vector<LinkNumber>& links,
                                  const std::vector<std::string>& modules = {});
// What is to be bought for the whole site: cable in the packages of its plan. What no package holds
// is counted by the metre.
std::vector<PartLine> bought_parts(const Network& net, const CutPlan& plan);
double total_price(const std::vector<PartLine>& parts);

// Kind of the cords at patch panels and protectors.
const char* cord_kind(const Settings& settings);

// Length to cut for a link: what is laid, the loops at its ends in it.
double cut_length_m(const NetLink& link);

// Of what is fitted to the two ends of a cable of this medium.
double ends_price(Medium medium);

// Common practice, each.
inline constexpr double plug_price = 0.6;
inline constexpr double coax_plug_price = 1.2;
inline constexpr double fibre_end_price = 6.5;

}  // namespace ovant
