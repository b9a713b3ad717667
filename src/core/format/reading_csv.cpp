// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/reading_csv.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/fields/field_check.h"
#include "core/format/camera_csv.h"
#include "core/look_up.h"
#include "core/prove/readings.h"
#include "core/site/site_enum_names.h"
#include "core/site/site_fields.h"
#include "core/text.h"

namespace ovant {
namespace {

// What people head a column with, and what it is.
std::string column_of(const std::string& heading) {
    static const std::map<std::string, std::string> other = {
        {"subject", "at"},       {"link", "at"},          {"port", "at"}, {"unit", "at"},
        {"reading", "what"},     {"kind", "what"},        {"of", "what"}, {"condition", "under"},
        {"temp", "temperature"}, {"meter", "instrument"}, {"by", "who"},  {"date", "when"}};
    const std::string low = lowered(heading);
    const auto found = other.find(low);
    return found == other.end() ? low : found->second;
}

std::optional<ReadingOf> reading_of(const std::string& text) {
    static const std::map<std::string, ReadingOf> other = {
        {"loop", ReadingOf::loop_resistance}, {"resistance", ReadingOf::loop_resistance},
        {"voltage", ReadingOf::volts},        {"v", ReadingOf::volts},
        {"power", ReadingOf::watts},          {"w", ReadingOf::watts},
        {"rate", ReadingOf::link_rate},       {"link rate", ReadingOf::link_rate},
        {"bitrate", ReadingOf::bit_rate},     {"bit rate", ReadingOf::bit_rate},
        {"wiremap", ReadingOf::wire_map},     {"wire map", ReadingOf::wire_map},
        {"frames", ReadingOf::errors},        {"damaged frames", ReadingOf::errors},
        {"latency", ReadingOf::delay},        {"ping", ReadingOf::delay},
        {"runtime", ReadingOf::backup_time},  {"backup", ReadingOf::backup_time},
        {"level", ReadingOf::radio_level},    {"signal", ReadingOf::radio_level}};
    const std::string low = lowered(text);
    if (const auto named = from_name<ReadingOf>(low)) return named;
    const auto found = other.find(low);
    return found == other.end() ? std::nullopt : std::optional(found->second);
}

class ReadingImporter {
public:
    ReadingImporter(const Site& site, const Catalogue& catalogue) : catalogue_(catalogue) {
        out_.site = site;
        for (const Reading& reading : site.readings) ids_.insert(reading.id);
    }

    ReadingsImport run(const CsvRows& csv, const Signed& now) {
        if (csv.rows.empty()) {
            fail(1, {ErrorCode::missing_field, "", "at", "at, what, value"});
            return std::move(out_);
        }
        for (std::size_t i = 0; i < csv.rows[0].cells.size(); ++i)
            columns_.emplace(column_of(csv.rows[0].cells[i]), i);
        for (const char* needed : {"at", "what", "value"}) {
            if (columns_.contains(needed)) continue;
            fail(csv.rows[0].line, {ErrorCode::missing_field, "", needed, "at, what, value"});
            return std::move(out_);
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
    void fail(std::size_t line, Error error) {
        error.place = fmt::format("line {}", line);
        out_.lines.push_back(std::move(error));
    }
    static std::string trimmed(const std::string& text) {
        const std::size_t first = text.find_first_not_of(" \t");
        if (first == std::string::npos) return "";
        return text.substr(first, text.find_last_not_of(" \t") - first + 1);
    }

    void line(const CsvRow& row, const Signed& now) {
        const auto cell = [&](const char* column) -> std::string {
            const auto found = columns_.find(column);
            return found == columns_.end() || found->second >= row.cells.size()
                       ? ""
                       : trimmed(row.cells[found->second]);
        };
        Reading reading;
        reading.subject = cell("at");
        if (!can_be_read_at(out_.site, catalogue_, reading.subject))
            return fail(row.line,
                        {ErrorCode::no_such_object, "", shown_value(reading.subject), ""});
        const auto of = reading_of(cell("what"));
        if (!of) {
            std::vector<std::string_view> words;
            for (const auto& [known, name] : EnumNames<ReadingOf>::table) words.push_back(name);
            return fail(row.line, {ErrorCode::bad_value, "", shown_value(cell("what")),
                                   allowed_words(words)});
        }
        reading.of = *of;
        const Result<double> value = reading_value(*of, cell("value"), out_.site.settings.units);
        if (!value) return fail(row.line, value.error());
        reading.value = *value;
        reading.pair = cell("pair");
        if (const std::string under = lowered(cell("under")); !under.empty()) {
            if (const auto named = from_name<ReadUnder>(under))
                reading.under = *named;
            else
                fail(row.line, {ErrorCode::bad_value, "", shown_value(under),
                                "day, night, coldest-night or restart"});
        }
        if (const std::string text = cell("temperature"); !text.empty()) {
            const auto degrees = parse_quantity(text, Unit::celsius, out_.site.settings.units);
            if (degrees)
                reading.temperature_c = *degrees;
            else
                fail(row.line, degrees.error());
        }
        reading.instrument = cell("instrument");
        reading.who = cell("who").empty() ? now.who : cell("who");
        reading.when = cell("when").empty() ? now.when : cell("when");
        if (reading.when.size() == 16 && reading.when[10] == ' ') reading.when[10] = 'T';
        reading.note = cell("note");
        while (ids_.contains(fmt::format("M{}", next_))) ++next_;
        reading.id = fmt::format("M{}", next_);
        if (const std::optional<Error> wrong = wrong_field(reading))
            return fail(row.line, {wrong->code, "", wrong->subject, wrong->detail});
        ids_.insert(reading.id);
        out_.added.push_back(reading.id);
        out_.site.readings.push_back(std::move(reading));
    }

    const Catalogue& catalogue_;
    ReadingsImport out_;
    std::map<std::string, std::size_t> columns_;
    std::set<std::string> ids_;
    int next_ = 1;
};

}  // namespace

namespace {

// As testers word it.
Result<double> wire_map_of(std::string_view text) {
    static const std::map<std::string, WireMap> other = {
        {"ok", WireMap::straight},      {"pass", WireMap::straight},
        {"good", WireMap::straight},    {"straight through", WireMap::straight},
        {"short", WireMap::shorted},    {"cross", WireMap::crossed},
        {"reversed", WireMap::crossed}, {"miswire", WireMap::crossed},
        {"split pair", WireMap::split}};
    const std::string low = lowered(text);
    if (const auto named = from_name<WireMap>(low)) return static_cast<double>(*named);
    const auto found = other.find(low);
    if (found != other.end()) return static_cast<double>(found->second);
    std::vector<std::string_view> words;
    for (const auto& [known, name] : EnumNames<WireMap>::table) words.push_back(name);
    return Error{ErrorCode::bad_value, "", shown_value(std::string(text)), allowed_words(words)};
}

}  // namespace

Result<double> reading_value(ReadingOf of, std::string_view text, UnitSystem system) {
    if (of == ReadingOf::wire_map) return wire_map_of(text);
    // Bytes by their capital B: what counts bits has a small one.
    const std::size_t at = text.find("B/s");
    const bool bytes = unit_of(of) == Unit::megabit_per_second && at != std::string_view::npos &&
                       at + 3 == text.size();
    if (!bytes) return parse_quantity(text, unit_of(of), system);
    std::string bits(text.substr(0, at));
    double factor = 8;
    if (const std::size_t last = bits.find_last_not_of(' ');
        last != std::string::npos && !std::isalpha(static_cast<unsigned char>(bits[last])))
        factor = 8e-6;  // plain bytes a second
    const Result<double> value =
        factor < 1 ? parse_quantity(bits, Unit::count, system)
                   : parse_quantity(bits + "b/s", Unit::megabit_per_second, system);
    if (!value) return value.error();
    return *value * factor;
}

ReadingsImport import_readings(const Site& site, const Catalogue& catalogue, std::string_view csv,
                               const Signed& now) {
    return ReadingImporter(site, catalogue).run(csv_rows(csv), now);
}

namespace {

std::string wire_map_name(double value) {
    for (const auto& [known, name] : EnumNames<WireMap>::table) {
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
        "at,what,value,pair,under,temperature,instrument,who,when,note,promised,least,most,"
        "verdict\n";
    const auto figure = [](double value) {
        return std::isfinite(value) ? fmt::format("{:.6g}", value) : std::string();
    };
    for (std::size_t i = 0; i < site.readings.size() && i < judged.size(); ++i) {
        const Reading& one = site.readings[i];
        const bool promised = judged[i].verdict != ReadingVerdict::no_promise;
        out += fmt::format(
            "{},{},{},{},{},{},{},{},{},{},{},{},{},{}\n", csv_cell(one.subject), name_of(one.of),
            one.of == ReadingOf::wire_map ? wire_map_name(one.value)
                                          : figure(one.value) + unit_after(one.of),
            csv_cell(one.pair), name_of(one.under),
            one.temperature_c ? figure(*one.temperature_c) + " C" : "", csv_cell(one.instrument),
            csv_cell(one.who), one.when, csv_cell(one.note),
            promised ? figure(judged[i].promised) : "", promised ? figure(judged[i].least) : "",
            promised ? figure(judged[i].most) : "", id_of(judged[i].verdict));
    }
    return out;
}

}  // namespace ovant
