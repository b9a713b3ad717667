// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/reading_csv.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/fields/field_check.h"
#include "core/format/csv_text.h"
#include "core/look_up.h"
#include "core/prove/readings.h"
#include "core/site/site_enum_names.h"
#include "core/site/site_fields.h"
#include "core/text.h"

namespace ovant {
namespace {

constexpr const char* plain_columns[] = {"at",    "what",        "value",      "pair",
                                         "under", "temperature", "instrument", "who",
                                         "when",  "note",        "since"};
constexpr std::size_t most_samples = 3;

std::string trimmed_cell(std::string_view text) {
    const std::size_t first = text.find_first_not_of(" \t");
    if (first == std::string_view::npos) return "";
    return std::string(text.substr(first, text.find_last_not_of(" \t") - first + 1));
}

// "Length (ft)" or "Length [ft]": the unit that bare numbers under it are in.
struct Heading {
    std::string name, unit;
};
Heading heading_of(const std::string& text) {
    const std::size_t open = text.find_last_of("([");
    if (open == std::string::npos || open == 0 || (text.back() != ')' && text.back() != ']'))
        return {trimmed_cell(text), ""};
    return {trimmed_cell(text.substr(0, open)),
            trimmed_cell(text.substr(open + 1, text.size() - open - 2))};
}

std::optional<ReadingOf> reading_of(const std::string& text) {
    static const std::map<std::string, ReadingOf> other = {
        {"loop", ReadingOf::loop_resistance}, {"resistance", ReadingOf::loop_resistance},
        {"voltage", ReadingOf::volts},        {"v", ReadingOf::volts},
        {"power", ReadingOf::watts},          {"w", ReadingOf::watts},
        {"rate", ReadingOf::link_rate},       {"link rate", ReadingOf::link_rate},
        {"bitrate", ReadingOf::bit_rate},     {"bit rate", ReadingOf::bit_rate},
        {"wiremap", ReadingOf::wire_map},     {"wire map", ReadingOf::wire_map},
        {"seen", ReadingOf::symptom},         {"what is seen", ReadingOf::symptom},
        {"frames", ReadingOf::errors},        {"damaged frames", ReadingOf::errors},
        {"latency", ReadingOf::delay},        {"ping", ReadingOf::delay},
        {"runtime", ReadingOf::backup_time},  {"backup", ReadingOf::backup_time},
        {"level", ReadingOf::radio_level},    {"signal", ReadingOf::radio_level}};
    const std::string low = lowered(text);
    if (const auto named = from_name<ReadingOf>(low)) return named;
    const auto found = other.find(low);
    return found == other.end() ? std::nullopt : std::optional(found->second);
}

// What people head a column with, and what it is.
std::string meaning_of(const std::string& heading, const ColumnMeanings& told) {
    static const std::map<std::string, std::string> other = {
        {"subject", "at"},       {"link", "at"},          {"port", "at"},
        {"unit", "at"},          {"cable", "at"},         {"cable id", "at"},
        {"label", "at"},         {"where", "at"},         {"reading", "what"},
        {"kind", "what"},        {"of", "what"},          {"condition", "under"},
        {"temp", "temperature"}, {"meter", "instrument"}, {"tester", "instrument"},
        {"by", "who"},           {"operator", "who"},     {"date", "when"},
        {"time", "when"}};
    if (const auto found = told.find(lowered(heading)); found != told.end()) return found->second;
    const std::string low = lowered(heading_of(heading).name);
    if (std::find(std::begin(plain_columns), std::end(plain_columns), low) !=
        std::end(plain_columns))
        return low;
    if (const auto found = other.find(low); found != other.end()) return found->second;
    const std::optional<ReadingOf> of = reading_of(low);
    return of ? std::string(name_of(*of)) : "";
}

ReadingColumns columns_of(const CsvRows& csv, const ColumnMeanings& told) {
    ReadingColumns out;
    if (csv.rows.empty()) return out;
    out.headings = csv.rows[0].cells;
    out.samples.resize(out.headings.size());
    bool where = false, what = false, value = false, readings = false;
    for (std::size_t i = 0; i < out.headings.size(); ++i) {
        out.meanings.push_back(meaning_of(out.headings[i], told));
        const std::string& meaning = out.meanings.back();
        where |= meaning == "at";
        what |= meaning == "what";
        value |= meaning == "value";
        readings |= from_name<ReadingOf>(meaning).has_value();
        for (std::size_t row = 1; row < csv.rows.size() && row <= most_samples; ++row)
            out.samples[i].push_back(i < csv.rows[row].cells.size() ? csv.rows[row].cells[i] : "");
    }
    out.enough = where && ((what && value) || readings);
    return out;
}

class ReadingImporter {
public:
    ReadingImporter(const Site& site, const Catalogue& catalogue) : catalogue_(catalogue) {
        out_.site = site;
        for (const Reading& reading : site.readings) ids_.insert(reading.id);
    }

    ReadingsImport run(const CsvRows& csv, const Signed& now, const ColumnMeanings& told) {
        const ReadingColumns columns = columns_of(csv, told);
        if (!columns.enough) {
            const bool where = std::find(columns.meanings.begin(), columns.meanings.end(), "at") !=
                               columns.meanings.end();
            fail(csv.rows.empty() ? 1 : csv.rows[0].line,
                 {ErrorCode::missing_field, "", where ? "what was read" : "where it was read",
                  "at, what and value, or at and a column for each reading"});
            return std::move(out_);
        }
        for (std::size_t i = 0; i < columns.headings.size(); ++i) {
            const std::string& meaning = columns.meanings[i];
            if (const auto of = from_name<ReadingOf>(meaning))
                wide_.push_back({*of, i, heading_of(columns.headings[i]).unit});
            else if (!meaning.empty())
                columns_.emplace(meaning, i);
        }
        for (std::size_t i = 1; i < csv.rows.size(); ++i) {
            if (out_.site.readings.size() >= most_readings) {
                fail(csv.rows[i].line,
                     {ErrorCode::too_large, "", "more readings", std::to_string(most_readings)});
                break;
            }
            line(csv.rows[i], now);
        }
        if (csv.unclosed > 0) fail(csv.unclosed, {ErrorCode::open_quote, "", "", ""});
        return std::move(out_);
    }

private:
    // A column whose cells are readings of one kind.
    struct Wide {
        ReadingOf of;
        std::size_t column;
        std::string unit;
    };
    void fail(std::size_t line, Error error) {
        error.place = fmt::format("line {}", line);
        out_.lines.push_back(std::move(error));
    }
    static std::string cell_at(const CsvRow& row, std::size_t column) {
        return column < row.cells.size() ? trimmed_cell(row.cells[column]) : "";
    }
    std::string cell(const CsvRow& row, const char* column) const {
        const auto found = columns_.find(column);
        return found == columns_.end() ? "" : cell_at(row, found->second);
    }

    void line(const CsvRow& row, const Signed& now) {
        const std::string subject = cell(row, "at");
        if (!can_be_read_at(out_.site, catalogue_, subject))
            return fail(row.line, {ErrorCode::no_such_object, "", shown_value(subject), ""});
        const Reading common = what_all_share(row, subject, now);
        for (const Wide& one : wide_) {
            const std::string text = cell_at(row, one.column);
            if (!text.empty()) take(row.line, common, one.of, text, one.unit);
        }
        const std::string what = cell(row, "what"), value = cell(row, "value");
        if (!columns_.contains("what") || !columns_.contains("value")) return;
        if (!wide_.empty() && what.empty() && value.empty()) return;
        const auto of = reading_of(what);
        if (!of) {
            std::vector<std::string_view> words;
            for (const auto& [known, name] : EnumNames<ReadingOf>::table) words.push_back(name);
            return fail(row.line,
                        {ErrorCode::bad_value, "", shown_value(what), allowed_words(words)});
        }
        take(row.line, common, *of, value, "");
    }
    // "2027-01-15 14:05:33", to the minute; a day alone at its beginning.
    static std::string moment_of(std::string text) {
        if (text.size() == 10) text += "T00:00";
        if (text.size() > 10 && text[10] == ' ') text[10] = 'T';
        return text.substr(0, 16);
    }
    // What a line says beside what was read.
    Reading what_all_share(const CsvRow& row, const std::string& subject, const Signed& now) {
        Reading reading;
        reading.subject = subject;
        reading.pair = cell(row, "pair");
        if (const std::string under = lowered(cell(row, "under")); !under.empty()) {
            if (const auto named = from_name<ReadUnder>(under))
                reading.under = *named;
            else
                fail(row.line, {ErrorCode::bad_value, "", shown_value(under),
                                "day, night, coldest-night or restart"});
        }
        if (const std::string since = lowered(cell(row, "since")); !since.empty()) {
            if (const auto named = from_name<Since>(since))
                reading.since = *named;
            else
                fail(row.line, {ErrorCode::bad_value, "", shown_value(since),
                                "rain, outage, bench or not-said"});
        }
        if (const std::string text = cell(row, "temperature"); !text.empty()) {
            const auto degrees = parse_quantity(text, Unit::celsius, out_.site.settings.units);
            if (degrees)
                reading.temperature_c = *degrees;
            else
                fail(row.line, degrees.error());
        }
        reading.instrument = cell(row, "instrument");
        reading.who = cell(row, "who").empty() ? now.who : cell(row, "who");
        reading.when = now.when;
        if (const std::string text = cell(row, "when"); !text.empty()) {
            const std::string moment = moment_of(text);
            if (is_written(Form::moment, moment))
                reading.when = moment;
            else
                fail(row.line, {ErrorCode::bad_value, "", shown_value(text),
                                "a day and time such as 2027-01-15 14:05"});
        }
        reading.note = cell(row, "note");
        return reading;
    }
    void take(std::size_t line, Reading reading, ReadingOf of, const std::string& text,
              const std::string& unit) {
        if (out_.site.readings.size() >= most_readings) return;
        reading.of = of;
        const UnitSystem system = out_.site.settings.units;
        Result<double> value = unit.empty() ? reading_value(of, text, system)
                                            : reading_value(of, text + " " + unit, system);
        // The cell may have its unit beside the heading's, or the bracket hold something else.
        if (!value && !unit.empty()) value = reading_value(of, text, system);
        if (!value) return fail(line, value.error());
        reading.value = *value;
        while (ids_.contains(fmt::format("M{}", next_))) ++next_;
        reading.id = fmt::format("M{}", next_);
        if (const std::optional<Error> wrong = wrong_field(reading))
            return fail(line, {wrong->code, "", wrong->subject, wrong->detail});
        ids_.insert(reading.id);
        out_.added.push_back(reading.id);
        out_.site.readings.push_back(std::move(reading));
    }

    const Catalogue& catalogue_;
    ReadingsImport out_;
    std::map<std::string, std::size_t> columns_;
    std::vector<Wide> wide_;
    std::set<std::string> ids_;
    int next_ = 1;
};

}  // namespace

namespace {

template <class Word>
Result<double> word_of(std::string_view text, const std::map<std::string, Word>& other) {
    const std::string low = lowered(text);
    if (const auto named = from_name<Word>(low)) return static_cast<double>(*named);
    const auto found = other.find(low);
    if (found != other.end()) return static_cast<double>(found->second);
    std::vector<std::string_view> words;
    for (const auto& [known, name] : EnumNames<Word>::table) words.push_back(name);
    return Error{ErrorCode::bad_value, "", shown_value(std::string(text)), allowed_words(words)};
}

// As testers word it.
Result<double> wire_map_of(std::string_view text) {
    static const std::map<std::string, WireMap> other = {
        {"ok", WireMap::straight},      {"pass", WireMap::straight},
        {"good", WireMap::straight},    {"straight through", WireMap::straight},
        {"short", WireMap::shorted},    {"cross", WireMap::crossed},
        {"reversed", WireMap::crossed}, {"miswire", WireMap::crossed},
        {"split pair", WireMap::split}};
    return word_of(text, other);
}

// As people tell it.
Result<double> symptom_of(std::string_view text) {
    static const std::map<std::string, Symptom> other = {
        {"ok", Symptom::well},
        {"good", Symptom::well},
        {"all well", Symptom::well},
        {"dead", Symptom::dark},
        {"dark, nothing lit", Symptom::dark},
        {"off", Symptom::dark},
        {"no light", Symptom::dark},
        {"no link", Symptom::no_link},
        {"lit, no link", Symptom::no_link},
        {"lit but no link", Symptom::no_link},
        {"no picture", Symptom::no_picture},
        {"link, no picture", Symptom::no_picture},
        {"link but no picture", Symptom::no_picture},
        {"reboots", Symptom::restarts},
        {"restarting", Symptom::restarts},
        {"freezes", Symptom::stutters},
        {"picture stutters", Symptom::stutters}};
    return word_of(text, other);
}

}  // namespace

Result<double> reading_value(ReadingOf of, std::string_view text, UnitSystem system) {
    if (of == ReadingOf::wire_map) return wire_map_of(text);
    if (of == ReadingOf::symptom) return symptom_of(text);
    return parse_quantity(text, unit_of(of), system);
}

ReadingsImport import_readings(const Site& site, const Catalogue& catalogue, std::string_view csv,
                               const Signed& now, const ColumnMeanings& told) {
    return ReadingImporter(site, catalogue).run(csv_rows(csv), now, told);
}

ReadingColumns reading_columns(std::string_view csv, const ColumnMeanings& told) {
    return columns_of(csv_rows(csv), told);
}

std::vector<std::string> all_column_meanings() {
    std::vector<std::string> out(std::begin(plain_columns), std::end(plain_columns));
    for (const auto& [of, name] : EnumNames<ReadingOf>::table) out.emplace_back(name);
    return out;
}

namespace {

template <class Word>
std::string word_name(double value) {
    for (const auto& [known, name] : EnumNames<Word>::table) {
        if (static_cast<double>(known) == value) return std::string(name);
    }
    return fmt::format("{:.6g}", value);
}
// Where a bare number could be taken for another unit.
const char* unit_after(ReadingOf of) {
    return of == ReadingOf::length ? " m" : of == ReadingOf::backup_time ? " h" : "";
}

}  // namespace

std::string readings_csv(const Site& site, const std::vector<JudgedReading>& judged) {
    std::string out =
        "at,what,value,pair,under,temperature,instrument,who,when,note,since,promised,least,most,"
        "verdict\n";
    const auto figure = [](double value) {
        return std::isfinite(value) ? fmt::format("{:.6g}", value) : std::string();
    };
    for (std::size_t i = 0; i < site.readings.size() && i < judged.size(); ++i) {
        const Reading& one = site.readings[i];
        const bool promised = judged[i].verdict != ReadingVerdict::no_promise;
        out += fmt::format(
            "{},{},{},{},{},{},{},{},{},{},{},{},{},{},{}\n", csv_cell(one.subject),
            name_of(one.of),
            one.of == ReadingOf::wire_map  ? word_name<WireMap>(one.value)
            : one.of == ReadingOf::symptom ? word_name<Symptom>(one.value)
                                           : figure(one.value) + unit_after(one.of),
            csv_cell(one.pair), name_of(one.under),
            one.temperature_c ? figure(*one.temperature_c) + " C" : "", csv_cell(one.instrument),
            csv_cell(one.who), one.when, csv_cell(one.note),
            one.since == Since::not_said ? "" : name_of(one.since),
            promised ? figure(judged[i].promised) : "", promised ? figure(judged[i].least) : "",
            promised ? figure(judged[i].most) : "", id_of(judged[i].verdict));
    }
    return out;
}

}  // namespace ovant
