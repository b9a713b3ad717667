// SPDX-License-Identifier: GPL-3.0-or-later
// What makes a site one that cannot be kept, and where in it.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

// Longest way from any unit to any other, in cables.
inline constexpr std::size_t longest_chain = 256;

struct SiteProblem {
    Error error;
    std::string_view list;  // "devices", or "name", "settings"
    std::size_t index = 0;  // in that list
    std::string field;      // "a/port"; empty for the whole object
};
// Fields outside what they may hold, ids used twice, references to nothing, ports used twice,
// cables in ports of another medium, two sources meeting, loops, chains of more cables than
// longest_chain. Whatever comes later is looked for only where nothing before it is wrong. Near
// linear.
std::vector<SiteProblem> site_problems(const Site& site, const Catalogue& catalogue,
                                       std::size_t most);

// The errors of the first hundred; empty for a sound site.
std::vector<Error> find_problems(const Site& site, const Catalogue& catalogue);

}  // namespace ovant
