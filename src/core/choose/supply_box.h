// SPDX-License-Identifier: GPL-3.0-or-later
// Several mains adapters of one place as one supply box with fused outputs.
#pragma once

#include <string>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/site/site.h"

namespace ovant {

struct SupplyBox {
    std::string place;
    std::vector<std::string> adapters;  // that it takes the place of
    std::string kind, device;           // of the box, and its id
    double load_w = 0;                  // of all outputs, at the worst
    double budget_w = 0;
    double saves = 0;  // of price, work and outlets
    Site site;         // with the box
};

// A box for each group of adapters that stand at one place, give the same volts and hang on the
// same backup: the one that costs least of those with an output for each, whose amperes hold all of
// them with the share of power kept back that the site wants. Only what costs less than the
// adapters, and makes no run and no unit worse.
std::vector<SupplyBox> supply_boxes(const Site& site, const Catalogue& catalogue);

}  // namespace ovant
