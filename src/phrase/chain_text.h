// SPDX-License-Identifier: GPL-3.0-or-later
// A run said as a chain, element by element: what is promised there.
#pragma once

#include <string>
#include <vector>

#include "core/chain/chain.h"
#include "phrase/check_text.h"

namespace ovant {

struct ChainRow {
    std::string name;     // of the unit, or length and cable
    std::string promise;  // volts and watts behind a unit; of a length what it is judged
    Verdict verdict = Verdict::holds;
    bool is_length = false;
    double at_m = 0;  // of a unit
};

struct ChainAnswer {
    Verdict verdict = Verdict::unknown;
    std::string sentence;
    std::vector<ChainRow> rows;  // units and lengths in turn
};

// `site` as chain_site makes it.
ChainAnswer chain_answer(const Site& site, const TextContext& context);

// "Holds; nearest its limit: ..." or "Fails: L2 is ...".
std::string answer_sentence(const ChainAnswer& answer);

// "up to 93.2 m; then the volts at K01 are too low"; where nothing breaks, that.
std::string growth_text(const ChainGrowth& growth, const TextContext& context);

}  // namespace ovant
