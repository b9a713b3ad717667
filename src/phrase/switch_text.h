// SPDX-License-Identifier: GPL-3.0-or-later
// What a managed switch told, in words.
#pragma once

#include <string>
#include <vector>

#include "core/prove/switch_seen.h"

namespace ovant {

// "delivers", "looks for a load", "off"; empty for a port without PoE.
std::string title(PseState state);
// "SW1.6: K07 answers here, planned at another port."
std::string switch_note_text(const std::string& device, const SwitchNote& note);
// "SW1 “Switch 1”, up 3 h: 12 ports have a link, 96.0 W given of 185 W."
std::string switch_text(const SwitchState& state, UnitSystem units);
// What is kept with a reading that was watched: "read 240 times, 16:00 to 22:00: 4.1 W to 9.8 W".
// Empty where it was read once.
std::string watched_text(const Watched& watched, UnitSystem units);
// All of a series, each with that note.
std::vector<Reading> readings_to_keep(const SwitchSeries& series, UnitSystem units);

}  // namespace ovant
