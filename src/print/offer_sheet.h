// SPDX-License-Identifier: GPL-3.0-or-later
// The offer as a spreadsheet for the office: costs, markups and prices, every sum a formula.
#pragma once

#include <string>

#include "core/offer/offer.h"
#include "phrase/check_text.h"

namespace ovant {

// A sheet for the offer and one for each option, which take markups, tax and rounding from the
// first. Holds costs: not for the customer. Errors: unwritable.
Result<bool> write_offer_xlsx(const std::string& path, const Offer& offer, const Site& site,
                              const TextContext& context);

}  // namespace ovant
