// SPDX-License-Identifier: GPL-3.0-or-later
// The bench on paper: every step with a box to tick.
#pragma once

#include <string>

#include "core/prove/bench.h"
#include "phrase/check_text.h"

namespace ovant {

// The PDF file as bytes; a plan without steps gives a page that says so.
std::string bench_pdf(const BenchPlan& plan, const Site& site, const TextContext& context);

}  // namespace ovant
