// SPDX-License-Identifier: GPL-3.0-or-later
// The one table of checks: all that is the same for every check of an id. A new check is a row
// here, a judge in the file that the row names, and a sentence in phrase (check_words.h).
#pragma once

#include <string_view>

#include "core/assess/check.h"

namespace ovant {

// The stage of work where what a check finds is mended.
enum class CheckStage { survey, reach, power, prove };

// What the subject of a check is an id of.
// `any`: of a device, a link or a port, by what was found.
enum class CheckSubject { camera, device, link, port, backup, subnet, any };

struct CheckFacts {
    CheckId id;
    std::string_view name;   // the stable id used in files and on the command line
    std::string_view title;  // as it is called on the screen
    CheckStage stage;
    CheckSubject subject;
    std::size_t detail;  // index of the CheckDetail it may carry, 0 for none
    // It holds or not, and has no room to spare: never "nearest its limit".
    bool all_or_nothing;
    std::string_view judged_in;  // files of core/assess
};

// In the order of CheckId, check_count of them.
const CheckFacts& facts_of(CheckId check);

// The check of this name; null for none.
const CheckFacts* find_check(std::string_view name);

CheckStage stage_of(CheckId check);

}  // namespace ovant
