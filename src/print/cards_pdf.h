// SPDX-License-Identifier: GPL-3.0-or-later
// Wiring cards on paper: A4, four to a page, through cairo. No Qt; includes phrase and core.
#pragma once

#include <string>
#include <vector>

#include "core/prove/cards.h"
#include "phrase/check_text.h"

namespace ovant {

inline constexpr std::size_t cards_a_page = 4;
// Cards as they are printed: chains too long for one go on to the next.
std::vector<Card> card_pieces(const std::vector<Card>& cards, const std::string& site_name,
                              const TextContext& context);

// The PDF file as bytes. Domain: any number of cards; none gives one page that says so.
std::string cards_pdf(const std::vector<Card>& cards, const std::string& site_name,
                      const TextContext& context);

}  // namespace ovant
