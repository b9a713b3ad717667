// SPDX-License-Identifier: GPL-3.0-or-later
// Budgets, days and assignments as JSON, described in docs/check-json.md.
#pragma once

#include "cli/check_json.h"
#include "phrase/power_text.h"

namespace ovant {

std::string power_json(const std::vector<PowerNode>& tree, const std::vector<DataStretch>& data,
                       const Assessment& assessment, const TextContext& context);
std::string day_json(const DayResult& day, const TextContext& context);
std::string assignment_json(const Assignment& assignment, const TextContext& context);

}  // namespace ovant
