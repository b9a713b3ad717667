// SPDX-License-Identifier: GPL-3.0-or-later
// Packages, cuts and parts as people read them.
#pragma once

#include <string>

#include "core/parts/cut_plan.h"
#include "core/parts/parts.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(PackageForm form);
// "box of 305 m".
std::string package_text(const Package& package, const TextContext& context);
// What a package card is called: "Box of 305 m, no. 2", "Left-over LO1, 80 m", "Cut to measure".
std::string package_title(const PackageCut& cut, const TextContext& context);
// "Cat 6 ..., box of 305 m"; what is left over or too long is said.
std::string part_name(const PartLine& line, const TextContext& context);
// "L24", "L24 part 2 of 3", "cord at L24".
std::string label_text(const CutPiece& piece);
// "12 m left: worth keeping."
std::string left_text(const PackageCut& cut, const TextContext& context);
// "2 boxes of 305 m and 1 coil of 100 m: 286.00 EUR".
std::string bought_text(const CableCuts& cuts, const TextContext& context,
                        const std::string& currency);
// Whether it could be done for less: "No plan is cheaper.", "At most 0.4 % above the least price."
std::string proof_text(const CableCuts& cuts, const TextContext& context);
// Runs that no package holds, with what could be done; empty where there are none.
std::string too_long_text(const CableCuts& cuts, const TextContext& context);

}  // namespace ovant
