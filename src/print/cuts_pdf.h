// SPDX-License-Identifier: GPL-3.0-or-later
// The cut plan on paper: a card for each package.
#pragma once

#include <string>

#include "core/parts/cut_plan.h"
#include "phrase/check_text.h"

namespace ovant {

// The PDF file as bytes; a site without cable gives one page that says so.
std::string cuts_pdf(const CutPlan& plan, const Site& site, const TextContext& context);

}  // namespace ovant
