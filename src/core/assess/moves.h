// SPDX-License-Identifier: GPL-3.0-or-later
// Which verdicts another setting, variant or edit moves.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

struct VerdictMove {
    std::string of;  // id of a camera, a unit, a backup or whatever a check of the site is about
    Verdict from = Verdict::unknown;
    Verdict to = Verdict::unknown;
    bool operator==(const VerdictMove&) const = default;
};

// What is in both and judged otherwise: runs, units and checks of the site, the worst that comes of
// it first, then in the order of the site.
std::vector<VerdictMove> moved_verdicts(const Assessment& before, const Assessment& after);

}  // namespace ovant
