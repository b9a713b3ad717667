// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and units as people read them. No Qt; includes core only.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/assess/assess.h"
#include "core/site/site.h"

namespace ovant {

// A quantity in the unit the system shows, with its unit: "412 m", "1352 ft", "39.2 V". NaN gives
// "none". Digits follow the unit: metres 0 or 1, volts 1, watts 1, Mb/s 1.
std::string shown(double value_si, Unit unit, UnitSystem system);
// The same without the unit.
std::string shown_number(double value_si, Unit unit, UnitSystem system);
// How many digits more than usual it takes to tell two quantities apart as shown; 0 where they
// differ as it is, or not at all.
int digits_apart(double a, double b, Unit unit, UnitSystem system);
// As shown(), with so many digits more.
std::string shown(double value_si, Unit unit, UnitSystem system, int more_digits);
std::string shown_number(double value_si, Unit unit, UnitSystem system, int more_digits);
std::string unit_name(Unit unit, UnitSystem system);

// "39.2 of 42.5 V", "100.1 of 100 m": with digits enough to tell the sides apart.
std::string value_of_limit(double value, double limit, Unit unit, UnitSystem system);

// "1 camera", "4 cameras"; `word` takes a plain s.
std::string counted(std::size_t count, std::string_view word);
// "K01, K02 and 3 more": six at most by name.
std::string listed(const std::vector<std::string>& ids);
// "11 hold, 10 tight, 1 fails, 0 unknown": numbers and verbs agree. `between` stands between them.
std::string summary_text(const Summary& sum, std::string_view between);

// Digits of a number in threes before the point, with a space that does not break: "13 942.25".
std::string thousands_apart(std::string number);
std::string shown_money(double amount, const std::string& currency);

}  // namespace ovant
