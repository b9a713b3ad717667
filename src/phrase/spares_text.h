// SPDX-License-Identifier: GPL-3.0-or-later
// What to carry as spares, as people read it.
#pragma once

#include <string>

#include "core/choose/spares.h"
#include "phrase/check_text.h"

namespace ovant {

// "9 units, 1 234.00 EUR: any one of 61 that fails is replaced in one visit. No fewer do."
std::string bag_text(const SparesBag& bag, const std::string& currency);
// "K01, K02, K05 and 7 more".
std::string for_units_text(const Spare& spare, std::size_t most = 8);
// As a spreadsheet reads it: unit, price, how many it stands in for, and which.
std::string spares_csv(const SparesBag& bag, const TextContext& context,
                       const std::string& currency);

}  // namespace ovant
