// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sheet/list_columns.h"

#include <algorithm>
#include <unordered_set>

#include "core/text.h"
#include "core/units/units.h"

namespace ovant {
namespace {

using Cells = std::vector<std::string>;

struct Word {
    std::string_view word;
    SheetColumn means;
    std::optional<UnitSystem> units = {};
};
// Words of headings; of "camera type" and "cable length" the other word tells more.
constexpr Word heading_words[] = {
    {"name", SheetColumn::name},
    {"label", SheetColumn::name},
    {"kind", SheetColumn::kind},
    {"type", SheetColumn::kind},
    {"model", SheetColumn::kind},
    {"length", SheetColumn::length},
    {"distance", SheetColumn::length},
    {"run", SheetColumn::length},
    {"m", SheetColumn::length, UnitSystem::metric},
    {"metre", SheetColumn::length, UnitSystem::metric},
    {"metres", SheetColumn::length, UnitSystem::metric},
    {"meter", SheetColumn::length, UnitSystem::metric},
    {"meters", SheetColumn::length, UnitSystem::metric},
    {"ft", SheetColumn::length, UnitSystem::imperial},
    {"feet", SheetColumn::length, UnitSystem::imperial},
    {"foot", SheetColumn::length, UnitSystem::imperial},
    {"watts", SheetColumn::watts},
    {"watt", SheetColumn::watts},
    {"w", SheetColumn::watts},
    {"power", SheetColumn::watts},
    {"mbps", SheetColumn::bit_rate},
    {"mb/s", SheetColumn::bit_rate},
    {"mbit/s", SheetColumn::bit_rate},
    {"rate", SheetColumn::bit_rate},
    {"bitrate", SheetColumn::bit_rate},
    {"port", SheetColumn::port},
    {"ip", SheetColumn::address},
    {"address", SheetColumn::address},
    {"importance", SheetColumn::importance},
    {"priority", SheetColumn::importance},
    {"channel", SheetColumn::channel},
    {"stands", SheetColumn::surroundings},
    {"surroundings", SheetColumn::surroundings},
    {"x", SheetColumn::x},
    {"y", SheetColumn::y},
};
constexpr Word weak_words[] = {{"camera", SheetColumn::name}, {"cable", SheetColumn::cable}};

bool is_metres(SheetColumn column) {
    return column == SheetColumn::length || column == SheetColumn::x || column == SheetColumn::y;
}

std::vector<std::string> words_of(std::string_view heading) {
    std::vector<std::string> out(1);
    for (const char c : lowered(heading)) {
        const bool part = (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '/' || c < 0;
        if (part)
            out.back() += c;
        else if (!out.back().empty())
            out.emplace_back();
    }
    if (out.back().empty()) out.pop_back();
    return out;
}

ListColumn by_heading(std::string_view heading) {
    const std::vector<std::string> words = words_of(heading);
    ListColumn out;
    std::optional<SheetColumn> unit;
    for (const std::string& word : words) {
        for (const Word& known : heading_words) {
            if (known.word != word) continue;
            if (known.units) {
                out.units = known.units;
                unit = known.means;
            } else {
                out.means = known.means;
            }
        }
    }
    if (!out.means) out.means = unit;
    for (const std::string& word : words) {
        for (const Word& known : weak_words)
            if (known.word == word && !out.means) out.means = known.means;
    }
    const bool cable = std::find(words.begin(), words.end(), "cable") != words.end();
    if (cable && out.means == SheetColumn::kind) out.means = SheetColumn::cable;
    if (out.means && !is_metres(*out.means)) out.units.reset();
    return out;
}

std::string heading_key(std::string_view text) {
    if (text.starts_with("\xef\xbb\xbf")) text.remove_prefix(3);
    return lowered(trimmed(text));
}

const Kind* end_of_run(const Catalogue& catalogue, const std::string& text) {
    return kind_named(catalogue, text, [](const Kind& kind) { return ends_a_run(kind); });
}

struct Holds {
    std::size_t filled = 0, numbers = 0, kinds = 0;
};
Holds what_stands_there(const std::vector<CsvRow>& rows, std::size_t from, std::size_t column,
                        const Catalogue& catalogue) {
    constexpr std::size_t enough = 200;
    Holds out;
    for (std::size_t i = from; i < rows.size() && out.filled < enough; ++i) {
        if (column >= rows[i].cells.size() || trimmed(rows[i].cells[column]).empty()) continue;
        const std::string text(trimmed(rows[i].cells[column]));
        ++out.filled;
        const bool number = bool(parse_quantity(text, Unit::metre, UnitSystem::metric));
        out.numbers += number;
        out.kinds += !number && end_of_run(catalogue, text) != nullptr;
    }
    return out;
}

// For what no heading says: the column of numbers is the length, the one of kinds the kind, the
// first of the others the name. A first row with a word over numbers is headings.
void by_what_stands_there(ListColumns& out, const std::vector<CsvRow>& rows,
                          const Catalogue& catalogue, const std::vector<bool>& told) {
    const auto means = [&](SheetColumn wanted) {
        return std::any_of(out.columns.begin(), out.columns.end(),
                           [&](const ListColumn& one) { return one.means == wanted; });
    };
    const Cells& first = rows.front().cells;
    const auto of_numbers = [](const Holds& holds) { return 2 * holds.numbers > holds.filled; };
    for (std::size_t column = 0; column < first.size() && !out.headings; ++column) {
        const std::string word(trimmed(first[column]));
        out.headings = !word.empty() && !parse_quantity(word, Unit::metre, UnitSystem::metric) &&
                       of_numbers(what_stands_there(rows, 1, column, catalogue));
    }
    std::vector<Holds> all(out.columns.size());
    int numbers = 0;
    for (std::size_t column = 0; column < all.size(); ++column) {
        if (out.columns[column].means || told[column]) continue;
        all[column] = what_stands_there(rows, out.headings ? 1 : 0, column, catalogue);
        numbers += all[column].filled > 0 && of_numbers(all[column]);
    }
    // Of several columns of numbers under headings nobody knows which are metres.
    const bool unsure =
        means(SheetColumn::x) || means(SheetColumn::y) || (out.headings && numbers > 1);
    for (std::size_t column = 0; column < all.size(); ++column) {
        const Holds& holds = all[column];
        if (holds.filled == 0) continue;
        const SheetColumn here = 2 * holds.kinds > holds.filled ? SheetColumn::kind
                                 : of_numbers(holds)            ? SheetColumn::length
                                                                : SheetColumn::name;
        if (!means(here) && !(here == SheetColumn::length && unsure))
            out.columns[column].means = here;
    }
}

}  // namespace

ListColumns list_columns(const std::vector<CsvRow>& rows, const Catalogue& catalogue,
                         const ToldColumns& told) {
    ListColumns out;
    if (rows.empty()) return out;
    std::size_t width = 0;
    for (const CsvRow& row : rows) width = std::max(width, row.cells.size());
    out.columns.resize(width);
    const Cells& headings = rows.front().cells;
    std::unordered_set<int> taken;
    std::vector<bool> is_told(width);
    // What was told goes first, so that no guess takes its meaning.
    for (const bool guesses : {false, true}) {
        for (std::size_t i = 0; i < headings.size(); ++i) {
            const std::string key = heading_key(headings[i]);
            const auto known = told.find(key);
            if (guesses == (known != told.end())) continue;
            ListColumn column = by_heading(key);
            if (!guesses) {
                column.means = known->second;
                is_told[i] = true;
                out.headings = true;
                if (column.means && !is_metres(*column.means)) column.units.reset();
            } else if (column.means == SheetColumn::cable) {
                const Holds holds = what_stands_there(rows, 1, i, catalogue);
                if (2 * holds.numbers > holds.filled) column.means = SheetColumn::length;
            }
            if (!column.means) continue;
            out.headings = true;
            if (taken.insert(static_cast<int>(*column.means)).second) out.columns[i] = column;
        }
    }
    by_what_stands_there(out, rows, catalogue, is_told);
    return out;
}

const Kind* kind_of_list(const Catalogue& catalogue, const ListColumns& columns,
                         const std::string& text) {
    const auto told = columns.kinds.find(lowered(text));
    return end_of_run(catalogue, told == columns.kinds.end() ? text : told->second);
}

std::string lacking(const ListColumns& columns) {
    const auto has = [&](SheetColumn wanted) {
        return std::any_of(columns.columns.begin(), columns.columns.end(),
                           [&](const ListColumn& one) { return one.means == wanted; });
    };
    if (!has(SheetColumn::name)) return "name";
    const bool x = has(SheetColumn::x), y = has(SheetColumn::y);
    if (has(SheetColumn::length) || (x && y)) return "";
    return x ? "y" : y ? "x" : "length";
}

}  // namespace ovant
