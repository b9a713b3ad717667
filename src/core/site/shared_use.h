// SPDX-License-Identifier: GPL-3.0-or-later
// What lies there once and can be used once: a spare coax, the fibres of a cable, room in a duct.
#pragma once

#include <string>
#include <unordered_map>

#include "core/catalogue/catalogue.h"
#include "core/site/site.h"

namespace ovant {

// Of an existing cable: fibres, or 1 for any other; of a pathway: cables it has room for.
struct SharedUse {
    int taken = 0;
    int room = 0;
    bool of_pathway = false;
    bool fibres = false;
    bool over() const { return taken > room; }
    bool operator==(const SharedUse&) const = default;
};

// By id of the existing cable or pathway; only those that a link lies in and whose room is known.
// Lengths of one cable, joined by units in line, are one. A fibre link takes as many fibres as its
// ends do, two where that is not known.
std::unordered_map<std::string, SharedUse> shared_use(const Site& site, const Catalogue& catalogue);

}  // namespace ovant
