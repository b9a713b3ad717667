// SPDX-License-Identifier: GPL-3.0-or-later
// Readings from a spreadsheet or a tester's list. A bad line is reported and the rest goes on.
#pragma once

#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/prove/readings.h"
#include "core/site/site.h"

namespace ovant {

struct ReadingsImport {
    Site site;
    std::vector<std::string> added;  // ids
    std::vector<Error> lines;        // place "line 4", one for each line left out or field ignored
};

// Columns, in any order, named in the first line: at (a link, a port as "SW1.6", a unit), what
// (length, loop, volts, watts, rate, bit-rate, light, level) and value are needed; pair, under
// (day, night, coldest-night, restart), temperature, instrument, who, when, note may be there.
// Values may carry units ("183 ft", "600 kB/s": bytes are taken for what they are). `now` stands
// where a line says neither.
ReadingsImport import_readings(const Site& site, const Catalogue& catalogue, std::string_view csv,
                               const Signed& now);

// All readings of a site with what is promised and how they are judged, in columns that
// import_readings takes again. `judged` as judge_readings gives it.
std::string readings_csv(const Site& site, const std::vector<JudgedReading>& judged);

// A value as people write it, in the unit of the reading. Errors: bad_number, bad_unit.
Result<double> reading_value(ReadingOf of, std::string_view text, UnitSystem system);

}  // namespace ovant
