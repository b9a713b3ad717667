// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/design/design.h"

namespace ovant {

// Whatever was designed is a site that can be kept, with nothing failing that was not told, and
// nothing that other ports would mend.
void check_design(const SiteDesign& design, const Site& site, const Catalogue& catalogue);

}  // namespace ovant
