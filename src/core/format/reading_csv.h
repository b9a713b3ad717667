// SPDX-License-Identifier: GPL-3.0-or-later
// Readings from a spreadsheet or a tester's list. A bad line is reported and the rest goes on.
#pragma once

#include <map>
#include <string>
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

// What a column is: "at", "what", "value", "pair", "under", "temperature", "instrument", "who",
// "when", "note", "since", the name of a reading ("length", "loop-resistance"), or empty for none
// of these. By heading, in small letters.
using ColumnMeanings = std::map<std::string, std::string>;

// The columns of a file as they are understood, and its first lines to tell them by.
struct ReadingColumns {
    std::vector<std::string> headings;
    std::vector<std::string> meanings;              // of each
    std::vector<std::vector<std::string>> samples;  // of each, as many as there are
    bool enough = false;                            // something can be read with these
};
// `told` goes before what headings say by themselves.
ReadingColumns reading_columns(std::string_view csv, const ColumnMeanings& told = {});
// All that a column can be, "" left out.
std::vector<std::string> all_column_meanings();

// Columns, in any order, named in the first line. Where it was read (a link, a port as "SW1.6", a
// unit) is needed, and either what and value, a reading a line, or columns that are readings
// themselves, as testers write them: "Cable, Length (m), Loop". under is day, night, coldest-night
// or restart, since (of a symptom) rain, outage or bench. Values may carry units ("183 ft", "600
// kB/s": bytes are taken for what they are), or have them in the heading. `now` stands where a line
// says neither.
ReadingsImport import_readings(const Site& site, const Catalogue& catalogue, std::string_view csv,
                               const Signed& now, const ColumnMeanings& told = {});

// All readings of a site with what is promised and how they are judged, in columns that
// import_readings takes again. `judged` as judge_readings gives it.
std::string readings_csv(const Site& site, const std::vector<JudgedReading>& judged);

// A value as people write it, in the unit of the reading. Errors: bad_number, bad_unit.
Result<double> reading_value(ReadingOf of, std::string_view text, UnitSystem system);

}  // namespace ovant
