// SPDX-License-Identifier: GPL-3.0-or-later
// Wiring cards as the lines printed on them, and cautions.
#pragma once

#include <string>
#include <vector>

#include "core/prove/cards.h"
#include "phrase/check_text.h"

namespace ovant {

std::string caution_text(Caution caution);

// One short paragraph a step: which cable, from which socket to which, length to cut, what to fit.
std::string step_text(const CardStep& step, const TextContext& context);
// "Expect 46.1 V, 12.9 W and 100 Mb/s at the camera."
std::string expected_text(const Card& card, const TextContext& context);
std::string wiring_text(PlugWiring wiring);

}  // namespace ovant
