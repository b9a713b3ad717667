// SPDX-License-Identifier: GPL-3.0-or-later
// The offer as the customer gets it: no cost and no markup is on it.
#pragma once

#include <string>

#include "core/offer/offer.h"
#include "phrase/check_text.h"

namespace ovant {

// The PDF file as bytes.
std::string offer_pdf(const Offer& offer, const Site& site, const TextContext& context);
// The same lines as comma-separated text.
std::string offer_csv(const Offer& offer, const Site& site, const TextContext& context);

}  // namespace ovant
