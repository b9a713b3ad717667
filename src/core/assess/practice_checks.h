// SPDX-License-Identifier: GPL-3.0-or-later
// Rules the site sets itself.
#pragma once

#include "core/catalogue/kind.h"
#include "core/site/site.h"

namespace ovant {

// Whether the site's own rule keeps cameras off such a unit, a switch or a recorder of the head
// end.
bool feeds_against_practice(const Settings& settings, const Kind& unit, bool at_head_end);

}  // namespace ovant
