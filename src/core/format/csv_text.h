// SPDX-License-Identifier: GPL-3.0-or-later
// Rows and cells of CSV texts.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace ovant {

struct CsvRow {
    std::size_t line = 0;  // of the file where it begins, from 1
    std::vector<std::string> cells;
};
struct CsvRows {
    std::vector<CsvRow> rows;
    std::size_t unclosed = 0;  // line of a quote that is never closed; 0: none. Ends the rows
};
// Rows and cells of a CSV text, tabs, commas or semicolons told by the first line. Lines of
// nothing but blanks are none.
CsvRows csv_rows(std::string_view text);

// The text itself where it is UTF-8; UTF-16 told by its first bytes; else every byte taken for a
// letter of Latin-1.
std::string as_utf_8(std::string_view text);

// A cell as text for a CSV file: quoted where needed, and a leading = + - @ made harmless.
std::string csv_cell(std::string_view text);
// What csv_cell put before it taken off again.
std::string_view without_cover(std::string_view cell);

}  // namespace ovant
