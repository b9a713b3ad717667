// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of texts from what spreadsheets keep: CSV, Office Open XML (.xlsx) and OpenDocument (.ods),
// told by what the file begins with.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/format/csv_text.h"
#include "core/result.h"

namespace ovant {

struct TableSheet {
    std::string name;  // empty for a CSV text
    CsvRows table;     // blank rows are none; `line` is the row as the spreadsheet counts
};
// Sheets in their order, empty ones left out; numbers as they are kept, formulas by what came out
// when they were last worked out. Errors: not_a_table (nothing that is known), not_xml, ends_early,
// too_large (a part of it unpacks to more than 64 MB, or its cells hold more), too_many (a sheet of
// more than 100,000 rows).
Result<std::vector<TableSheet>> read_table(std::string_view file);

}  // namespace ovant
