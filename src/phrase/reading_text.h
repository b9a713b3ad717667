// SPDX-License-Identifier: GPL-3.0-or-later
// Readings and what they say about the design.
#pragma once

#include <string>

#include "core/prove/readings.h"

namespace ovant {

std::string title(ReadingOf of);
std::string title(Since since);
std::string title(ReadingVerdict verdict);
// What a column of a list of readings is, by its name in core/format/reading_csv.h.
std::string column_title(const std::string& meaning);
// "45.0 V, as promised: 41.4 to 51.6 V".
std::string reading_text(const Reading& reading, const JudgedReading& judged, UnitSystem units);
// "at night, infrared on: restarts"; empty where nothing is amiss.
std::string foretold_text(const std::vector<Foretold>& all);
// Who and when, as a record is signed: "ab, 2026-11-20 09:50".
std::string signed_text(const std::string& who, const std::string& when);
// "46.5 V promised, 41.4 V to 51.6 V would do".
std::string promise_text(const JudgedReading& judged, UnitSystem units);

}  // namespace ovant
