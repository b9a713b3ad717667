// SPDX-License-Identifier: GPL-3.0-or-later
// The work on paper: a list for each day with what to load, and one for each place.
#pragma once

#include <string>

#include "core/parts/work_plan.h"
#include "phrase/check_text.h"

namespace ovant {

// The PDF file as bytes; a site without work gives one page that says so.
std::string work_pdf(const WorkPlan& plan, const Network& net, const TextContext& context);

}  // namespace ovant
