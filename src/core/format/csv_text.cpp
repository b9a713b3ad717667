// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/csv_text.h"

#include <csv.h>

#include <algorithm>

#include "core/fields/fields.h"
#include "core/text.h"

namespace ovant {
namespace {

using Row = std::vector<std::string>;

// Every byte a letter, as old spreadsheets write them.
std::string from_latin_1(std::string_view text) {
    std::string out;
    out.reserve(text.size() + text.size() / 4);
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte >= 0x80) out += static_cast<char>(0xc0 | (byte >> 6));
        out += static_cast<char>(byte < 0x80 ? byte : 0x80 | (byte & 0x3f));
    }
    return out;
}

void put_letter(std::string& out, char32_t letter) {
    const auto tail = [&](int shift) {
        out += static_cast<char>(0x80 | ((letter >> shift) & 0x3f));
    };
    if (letter < 0x80) {
        out += static_cast<char>(letter);
    } else if (letter < 0x800) {
        out += static_cast<char>(0xc0 | (letter >> 6));
        tail(0);
    } else if (letter < 0x10000) {
        out += static_cast<char>(0xe0 | (letter >> 12));
        tail(6);
        tail(0);
    } else {
        out += static_cast<char>(0xf0 | (letter >> 18));
        tail(12);
        tail(6);
        tail(0);
    }
}

// As spreadsheets save "Unicode text"; `high` is where the higher byte of two stands.
std::string from_utf_16(std::string_view text, std::size_t high) {
    const auto unit = [&](std::size_t at) {
        return static_cast<char32_t>(static_cast<unsigned char>(text[at + high]) << 8 |
                                     static_cast<unsigned char>(text[at + 1 - high]));
    };
    constexpr char32_t unknown = 0xfffd;
    std::string out;
    for (std::size_t at = 0; at + 1 < text.size(); at += 2) {
        char32_t letter = unit(at);
        if (letter >= 0xd800 && letter < 0xdc00 && at + 3 < text.size()) {
            const char32_t second = unit(at + 2);
            const bool pair = second >= 0xdc00 && second < 0xe000;
            letter = pair ? 0x10000 + ((letter - 0xd800) << 10) + (second - 0xdc00) : unknown;
            if (pair) at += 2;
        } else if (letter >= 0xd800 && letter < 0xe000) {
            letter = unknown;
        }
        put_letter(out, letter);
    }
    return out;
}

}  // namespace

std::string as_utf_8(std::string_view text) {
    if (text.starts_with("\xff\xfe")) return from_utf_16(text.substr(2), 1);
    if (text.starts_with("\xfe\xff")) return from_utf_16(text.substr(2), 0);
    return letters_in(text) ? std::string(text) : from_latin_1(text);
}

CsvRows csv_rows(std::string_view text) {
    struct State {
        CsvRows out;
        Row row;
        std::size_t line = 0, begins = 1;
        bool ended = true;  // no row is open
    } state;
    csv_parser parser;
    csv_init(&parser, CSV_APPEND_NULL);
    const std::string_view head = text.substr(0, text.find('\n'));
    const auto in_head = [&](char c) { return std::count(head.begin(), head.end(), c); };
    if (in_head(';') > in_head(',')) csv_set_delim(&parser, ';');
    // As a spreadsheet copies its cells.
    if (in_head('\t') > 0) csv_set_delim(&parser, '\t');
    const auto on_field = [](void* field, std::size_t size, void* data) {
        static_cast<State*>(data)->row.emplace_back(static_cast<const char*>(field), size);
    };
    const auto on_row = [](int, void* data) {
        auto* s = static_cast<State*>(data);
        if (std::any_of(s->row.begin(), s->row.end(),
                        [](const std::string& cell) { return !trimmed(cell).empty(); }))
            s->out.rows.push_back({s->begins, std::move(s->row)});
        s->row.clear();
        s->ended = true;
    };
    // Line by line, so that a row knows where in the file it begins.
    for (std::size_t from = 0; from < text.size();) {
        const std::size_t end = std::min(text.find('\n', from), text.size() - 1) + 1;
        ++state.line;
        if (state.ended) state.begins = state.line;
        const std::string_view line = text.substr(from, end - from);
        const bool blank = line.find_first_not_of(" \t\r\n") == std::string_view::npos;
        if (!blank) state.ended = false;
        csv_parse(&parser, line.data(), line.size(), on_field, on_row, &state);
        if (blank && !parser.quoted) state.ended = true;
        from = end;
    }
    constexpr int inside_field = 2;  // libcsv's FIELD_BEGUN
    if (parser.quoted && parser.pstate == inside_field)
        state.out.unclosed = state.begins;
    else
        csv_fini(&parser, on_field, on_row, &state);
    csv_free(&parser);
    return std::move(state.out);
}

namespace {

// A spreadsheet takes it for a formula, or for what goes on in another cell: blanks before it are
// passed over there.
bool looks_like_a_formula(std::string_view text) {
    if (!text.empty() && std::string_view("\t\r\n").find(text.front()) != std::string_view::npos)
        return true;
    constexpr std::string_view blanks[] = {" ",      "\t",     "\r",     "\n",     "\v",    "\f",
                                           "\u00a0", "\u2007", "\u202f", "\u3000", "\ufeff"};
    for (bool again = true; again;) {
        again = false;
        for (std::string_view blank : blanks) {
            if (!text.starts_with(blank)) continue;
            text.remove_prefix(blank.size());
            again = true;
        }
    }
    // The wide forms that some of them read as well.
    for (std::string_view sign : {"=", "+", "-", "@", "\uff1d", "\uff0b", "\uff0d", "\uff20"}) {
        if (text.starts_with(sign)) return true;
    }
    return false;
}

}  // namespace

std::string csv_cell(std::string_view text) {
    std::string safe = looks_like_a_formula(text) ? "'" : "";
    safe += text;
    std::string quoted(2 * safe.size() + 2, '\0');
    quoted.resize(csv_write(quoted.data(), quoted.size(), safe.data(), safe.size()));
    return quoted;
}

std::string_view without_cover(std::string_view cell) {
    return cell.starts_with('\'') && looks_like_a_formula(cell.substr(1)) ? cell.substr(1) : cell;
}

}  // namespace ovant
