// SPDX-License-Identifier: GPL-3.0-or-later
// Wiring cards as the lines printed on them, and cautions.
#pragma once

#include <string>
#include <vector>

#include "core/prove/cards.h"
#include "phrase/check_text.h"

namespace ovant {

std::string caution_text(Caution caution);

// What it is, and its colour.
std::string cable_text(const CardStep& step, const TextContext& context);
// "SW1 port 6 to R4 side in, faces SW1; power SW1 → R4."
std::string ends_text(const CardStep& step);
// "L24: cut 95 m, label both ends L24."
std::string cut_text(const CardStep& step, const TextContext& context);
// Protectors, boxes and ports to switch off in a step; may be empty.
std::string fit_text(const CardStep& step);
// "Power on orange and green (1 2, 3 6)."; empty where the length carries none.
std::string pairs_text(const CardStep& step);
// What must be seen once it is plugged in: volts, watts, level, rate, lights. May be empty.
std::string seen_text(const CardStep& step, const TextContext& context);
// The socket as it is found on the unit: "port 6", "side out, towards K14".
std::string socket_text(const CardStep& step, bool leaving);
// "Expect 46.1 V, 12.9 W and 100 Mb/s at the camera."
std::string expected_text(const Card& card, const TextContext& context);
std::string wiring_text(PlugWiring wiring);

}  // namespace ovant
