// SPDX-License-Identifier: GPL-3.0-or-later
// What fits with what, by the rules that runs are judged by: for a data sheet, before anything is
// drawn. That two kinds go together says nothing of lengths and watts.
#pragma once

#include <vector>

#include "core/assess/check.h"
#include "core/catalogue/catalogue.h"

namespace ovant {

enum class Together {
    fed_by,        // what can power it
    feeds,         // what it can power
    transceivers,  // what goes into its cages
    far_ends,      // what may stand at the other end
    cables         // what runs from it
};

struct GoesWith {
    Together how;
    std::vector<const Kind*> kinds;  // in the order of the catalogue
};

// What fits with the kind; what nothing fits is left out. Borrows the catalogue.
std::vector<GoesWith> goes_with(const Kind& kind, const Catalogue& catalogue);

// Why two optics do not go together over such a fibre; none where they do.
Note optic_mismatch(const OpticFacts& a, const OpticFacts& b, const CableFacts& cable);
// Whether two radios are of one band and width.
bool same_band(const RadioFacts& a, const RadioFacts& b);

}  // namespace ovant
