// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/reading_text.h"

#include <algorithm>
#include <cmath>

#include "core/site/site_enum_names.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string title(ReadingOf of) {
    switch (of) {
        case ReadingOf::length: return said("Length");
        case ReadingOf::loop_resistance: return said("Loop of a pair");
        case ReadingOf::volts: return said("Volts");
        case ReadingOf::watts: return said("Watts");
        case ReadingOf::link_rate: return said("Link rate");
        case ReadingOf::bit_rate: return said("Bit rate");
        case ReadingOf::light: return said("Light");
        case ReadingOf::radio_level: return said("Radio level");
        case ReadingOf::wire_map: return said("Wire map");
        case ReadingOf::errors: return said("Damaged frames");
        case ReadingOf::throughput: return said("Throughput");
        case ReadingOf::symptom: return said("What is seen");
        case ReadingOf::delay: return said("Delay");
        case ReadingOf::backup_time: return said("Time on backup");
    }
    return "";
}

std::string title(ReadingVerdict verdict) {
    switch (verdict) {
        case ReadingVerdict::as_promised: return said("as promised");
        case ReadingVerdict::off: return said("off");
        case ReadingVerdict::impossible: return said("impossible");
        case ReadingVerdict::no_promise: return said("nothing is promised there");
    }
    return "";
}

std::string column_title(const std::string& meaning) {
    if (const auto of = from_name<ReadingOf>(meaning)) return title(*of);
    if (meaning == "at") return said("Where it was read");
    if (meaning == "what") return said("What was read");
    if (meaning == "value") return said("Its value");
    if (meaning == "pair") return said("Pair");
    if (meaning == "under") return said("Condition");
    if (meaning == "temperature") return said("Temperature of the air");
    if (meaning == "instrument") return said("Instrument");
    if (meaning == "who") return said("Who");
    if (meaning == "when") return said("When");
    if (meaning == "note") return said("Note");
    if (meaning == "since") return said("Since when it is seen");
    return meaning;
}

std::string title(Since since) {
    switch (since) {
        case Since::not_said: return said("Since: not said");
        case Since::rain: return said("Since it rained");
        case Since::outage: return said("Since an outage");
        case Since::bench: return said("Was well on the bench");
    }
    return "";
}

std::string reading_text(const Reading& reading, const JudgedReading& judged, UnitSystem units) {
    const auto value = [&](double number) { return shown(number, judged.unit, units); };
    switch (judged.verdict) {
        case ReadingVerdict::no_promise:
            return told("{}: the design promises nothing there", value(reading.value));
        case ReadingVerdict::impossible:
            switch (judged.note) {
                case ReadingNote::more_than_source:
                    return told("{} is impossible: nothing on the way gives more than {}",
                                value(reading.value), value(judged.most));
                case ReadingNote::no_rate:
                    return told("{} is impossible: no link has such a rate", value(reading.value));
                case ReadingNote::no_wire_map:
                    return said("that is no wire map: straight, open, shorted, crossed or split");
                case ReadingNote::no_symptom:
                    return said(
                        "that is nothing to see: well, dark, no link, no picture, restarts "
                        "or stutters");
                case ReadingNote::more_than_link:
                    return told("{} is impossible: the link itself has {}", value(reading.value),
                                value(judged.most));
                case ReadingNote::less_than_copper:
                    return told("{} is impossible: copper of that length has {}",
                                value(reading.value), value(judged.promised));
                default:
                    return told("{} is impossible here: typed wrong, or the meter misread",
                                value(reading.value));
            }
        case ReadingVerdict::off:
            if (judged.note == ReadingNote::bytes_for_bits)
                return told("{} where {} are promised: bytes were taken for bits",
                            value(reading.value), value(judged.promised));
            break;
        case ReadingVerdict::as_promised: break;
    }
    return judged.verdict == ReadingVerdict::off
               ? told("{} is off: {}", value(reading.value), promise_text(judged, units))
               : told("{} is as promised: {}", value(reading.value), promise_text(judged, units));
}

std::string promise_text(const JudgedReading& judged, UnitSystem units) {
    if (judged.verdict == ReadingVerdict::no_promise)
        return said("the design promises nothing there");
    const auto value = [&](double number) { return shown(number, judged.unit, units); };
    if (judged.least == judged.most) return told("{} promised", value(judged.promised));
    const std::string range = std::isinf(judged.most)
                                  ? told("{} or more", value(judged.least))
                                  : told("{} to {}", value(judged.least), value(judged.most));
    return told("{} promised, {} would do", value(judged.promised), range);
}

std::string foretold_text(const std::vector<Foretold>& all) {
    std::string out;
    for (const Foretold& one : all) {
        const std::string seen =
            shown(static_cast<double>(one.symptom), Unit::symptom, UnitSystem::metric);
        std::string when;
        switch (one.under) {
            case ReadUnder::day: when = said("by day"); break;
            case ReadUnder::night: when = said("at night, infrared on"); break;
            case ReadUnder::coldest_night: when = said("on the coldest night"); break;
            case ReadUnder::restart: when = said("when everything starts at once"); break;
        }
        out += (out.empty() ? "" : "; ") + when + ": " + seen;
    }
    return out;
}

std::string signed_text(const std::string& who, const std::string& when) {
    std::string day = when;
    std::replace(day.begin(), day.end(), 'T', ' ');
    return who.empty() || day.empty() ? who + day : who + ", " + day;
}

}  // namespace ovant
