// SPDX-License-Identifier: GPL-3.0-or-later
// Assessments and ways as JSON, described in docs/check-json.md.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/choose/proposal.h"
#include "core/prove/readings.h"
#include "core/sums/sums.h"
#include "phrase/check_text.h"

namespace ovant {

// By camera, what will be seen of it.
using SeenAsDrawn = std::map<std::string, std::vector<Foretold>>;

std::string assessment_json(const Assessment& assessment, const SeenAsDrawn& seen, const Site& site,
                            const TextContext& context);
std::string sum_json(const Sum& sum, UnitSystem units);
std::string ways_json(const std::vector<Proposal>& ways, const std::string& camera,
                      const TextContext& context);

}  // namespace ovant
