// SPDX-License-Identifier: GPL-3.0-or-later
// Offers and designs side by side, as people read them.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/choose/supply_box.h"
#include "core/offer/offer.h"
#include "core/variants/compare.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(OfferPart part);
// What is offered: "Camera, 4 MP", "Pulling cable", "Small parts: plugs, glands, clips, labels".
std::string offer_line_text(const OfferLine& line, const TextContext& context);
// "2", "83 m", "12.5 h"; empty for a sum of many.
std::string offer_quantity_text(const OfferLine& line, const TextContext& context);
// "valid until 2027-02-14", or so many days from its date.
std::string validity_text(const Offer& offer, const OfferSettings& settings);
// "more by 312.00 EUR", "less by 41.50 EUR", "at the same price".
std::string option_text(const OfferOption& option, const std::string& currency);
// "Electrical work by a licensed electrician, by local code", as far as the offer has such work.
std::string offer_caution(const Offer& offer);

// "PS1, PS2 and PS3 at P4 Hut as one: Supply box ..., 20 of 60 W, saves 13.00 EUR".
std::string supply_box_text(const SupplyBox& box, const Site& site, const TextContext& context);

// What a design that stands or is kept is called.
std::string design_title(const DesignFacts& design);
// A table of designs: what is compared, and each design's value in their order. `apart`: they do
// not all say the same.
struct CompareRow {
    std::string what;
    std::vector<std::string> values;
    bool apart = false;
};
std::vector<CompareRow> compare_rows(const std::vector<DesignFacts>& designs,
                                     const TextContext& context, const std::string& currency);
// "new: SW3, L70; gone: R1; other: L24".
std::string difference_text(const DesignFacts& design);

}  // namespace ovant
