// SPDX-License-Identifier: GPL-3.0-or-later
// What was read on site against what the design promises there, under the same condition and
// temperature, by the same solver. A reading is as promised where it lies within what the
// instrument and the model together may be off; both are said.
//
// Example: 45.0 V read at K05 by day at 8 degrees. The site promises 46.5 V: the port's nominal
// 53.5 V less 7.0 V in the cable at 8 degrees. The port may give 3.5 V less (its least), the cable
// 15 % more resistance and length (1.0 V), the meter is good to 1 % + 0.2 V (0.6 V): 41.4 to 51.6 V
// are as promised.
#pragma once

#include <string>
#include <vector>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/result.h"
#include "core/working.h"

namespace ovant {

enum class ReadingVerdict {
    as_promised,
    off,
    impossible,  // physics forbids it: typed wrong, or the meter misread
    no_promise   // nothing is promised there: no such thing, or nothing feeds it
};
std::string_view id_of(ReadingVerdict verdict);
// The verdict by whose mark it is shown: off fails, impossible is looked at again.
Verdict mark_of(ReadingVerdict verdict);

enum class ReadingNote {
    none,
    bytes_for_bits,    // an eighth of what was promised: bytes were read for bits
    more_than_source,  // more volts than anything on the way gives
    no_rate,           // no link has such a rate
    less_than_copper,  // less resistance than copper of that length can have
    more_than_link,    // more data than the link carries
    no_wire_map,       // a number that stands for none
    no_symptom         // the same
};

struct JudgedReading {
    ReadingVerdict verdict = ReadingVerdict::no_promise;
    ReadingNote note = ReadingNote::none;
    double promised = 0;
    double least = 0, most = 0;  // as promised between them
    double instrument_off = 0;   // what the instrument may be off at this reading
    double model_off = 0;        // what the model may be off
    Unit unit = Unit::none;
    Working working;
};

// A symptom that a run will show under a condition.
struct Foretold {
    ReadUnder under = ReadUnder::day;
    Symptom symptom = Symptom::well;
    bool operator==(const Foretold&) const = default;
};

Unit unit_of(ReadingOf of);
// One of a few things that are the same or not, and no measure: a rate, a wire map.
bool is_choice(ReadingOf of);
// Whether some fault of a run would show in it, and so speaks for or against suspects.
bool tells_faults(ReadingOf of);
// A link, a port of a device ("SW1.6"), or a device of the site.
bool can_be_read_at(const Site& site, const Catalogue& catalogue, const std::string& subject);

// How far the instrument of a reading may be off, in its unit; without one as meters of the trade
// usually are, common practice.
double instrument_off(const Site& site, const Reading& reading);

// Errors: none; what cannot be promised says so.
JudgedReading judge_reading(const Site& site, const Catalogue& catalogue, const Reading& reading);
// What a reading would have to show, whatever its value is: as_promised, or no_promise.
JudgedReading promise_of(const Site& site, const Catalogue& catalogue, const Reading& reading);
// What each reading would show at the site as it is, the settings' tolerances kept; NaN where
// nothing is promised or arrives.
std::vector<double> values_read(Site site, const Catalogue& catalogue,
                                const std::vector<Reading>& readings);
// All of a site's, in order.
std::vector<JudgedReading> judge_readings(const Site& site, const Catalogue& catalogue);
// Of other readings than the site's.
std::vector<JudgedReading> judge_readings(const Site& site, const Catalogue& catalogue,
                                          const std::vector<Reading>& readings);

// A measured length or loop resistance becomes the design's, so that every check is judged on what
// hangs there. Errors: not_possible for a reading of something else, no_such_object.
Result<Site> take_into_design(const Site& site, const Catalogue& catalogue,
                              std::string_view reading);

}  // namespace ovant
