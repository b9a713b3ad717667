// SPDX-License-Identifier: GPL-3.0-or-later
// The fewest units to carry so that any one of a site's that fails is replaced in one visit.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/site/site.h"

namespace ovant {

struct Spare {
    std::string kind;
    double price = 0;
    std::vector<std::string> for_units;  // ids of those that it is put in for
};

struct SparesBag {
    std::vector<Spare> carry;
    double price = 0;
    int units = 0;          // that are covered, of all kinds
    bool proven = false;    // with fewer it cannot be done, nor with as many for less
    bool all_tried = true;  // every kind that might stand in for another was tried in time
};

struct SparesEffort {
    double most_s = 10;  // for trying what stands in for what; the rest is carried as it is
    std::function<bool(double)> go_on;  // told the share done; false ends the trying
};

// A unit stands in for another where, put in its place, every plug still fits, no run, unit or
// thing of the site is judged worse and nothing fails that held. A camera also gives as many
// pixels, with infrared and motors where the other has them; a transceiver is carried by its own
// kind. Which are fewest, and of as few the cheapest, is proven by the integer programme. One
// failure at a time.
SparesBag spares_bag(const Site& site, const Catalogue& catalogue, const SparesEffort& effort = {});

}  // namespace ovant
