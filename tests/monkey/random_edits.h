// SPDX-License-Identifier: GPL-3.0-or-later
// The edits of the window, through the functions that it calls.
#pragma once

#include <functional>
#include <utility>
#include <vector>

#include "core/result.h"
#include "monkey/random_values.h"

namespace ovant {

using RandomEdit = std::pair<const char*, std::function<Result<Site>()>>;
// Every kind of edit by its name. The functions borrow `values`.
std::vector<RandomEdit> random_edits(RandomValues& values);

}  // namespace ovant
