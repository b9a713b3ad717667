// SPDX-License-Identifier: GPL-3.0-or-later
// Candidates as a programme, and an answer of it as a site. Private to core/design.
#pragma once

#include <optional>

#include "core/design/candidates.h"
#include "core/design/design_model.h"

namespace ovant {

// What a figure counts in what is made least; caps on the sums.
struct Weights {
    double price = 1, hours = 0, can_fail = 0;
    std::optional<double> most_price, most_hours, most_can_fail;
    double of(const Figures& figures) const {
        return price * figures.price + hours * figures.hours + can_fail * figures.can_fail;
    }
};

// What a way that is tight counts for beside its figures, where another that holds is wanted.
inline constexpr double tight_price = 3000;

struct Assembled {
    DesignProblem problem;
    // What each shared thing is: a part, a group of ports set long, or else something paid once.
    std::vector<int> part_of;   // by thing; -1: none
    std::vector<int> group_of;  // by thing; -1: none
    std::vector<Figures> figures_of;
    std::size_t head_end_w = 0;  // capacity: what the head end's units have to give
};
Assembled assemble(const Candidates& from, const Weights& weights, bool tight);

// What it comes to, all that is shared in it.
Figures figures_of(const Assembled& of, const Candidates& from, const DesignAnswer& answer);

// The site with these ways built: ids new, ports and units of the head end shared out. Nothing
// where they do not fit together after all.
struct PlacedDesign {
    Site site;
    // By camera: units and links that its way leans on, new ones and those that were there.
    std::vector<std::set<std::string>> units;
};
std::optional<PlacedDesign> place(const Candidates& from, const Assembled& of,
                                  const DesignAnswer& answer, const Site& site,
                                  const Catalogue& catalogue);

}  // namespace ovant
