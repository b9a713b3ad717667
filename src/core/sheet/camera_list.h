// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras from a list: rows as new runs. A row that cannot be read is reported and the rest goes
// on.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/format/csv_text.h"
#include "core/result.h"
#include "core/sheet/list_columns.h"
#include "core/sheet/sheet.h"
#include "core/site/site.h"

namespace ovant {

// A cell, or a whole row, that cannot be read.
struct RowFault {
    std::size_t row = 0;  // of those given, the headings counted
    std::optional<SheetColumn> column;
    bool left_out = false;  // the row makes no camera
    Error error;
};
// What is wrong in rows by themselves, before anything is laid.
std::vector<RowFault> wrong_rows(const Site& site, const Catalogue& catalogue,
                                 const ListColumns& columns, const std::vector<CsvRow>& rows);

struct RowsAdded {
    Site site;
    std::vector<std::string> added;  // ids, in the order of their rows
    std::vector<std::size_t> rows;   // which of those given each of them is
    std::vector<RowFault> faults;    // in the order of rows
    // Cells of those added that were not taken: each can be mended where it stands.
    std::vector<std::pair<CellText, Error>> cells;
    bool stopped = false;  // by `goes_on`: nothing was added
};
// Rows as new runs. A length is that of the cable and connects the camera to the first free port
// that serves it; with a length and no place a camera stands on no plan, and a site without a head
// end gets one with room for them. Quantities may carry units. `goes_on` hears the share done now
// and then; false stops.
RowsAdded take_rows(const Site& site, const Catalogue& catalogue, const ListColumns& columns,
                    const std::vector<CsvRow>& rows,
                    const std::function<bool(double share)>& goes_on = {});
// The same of rows without headings under these columns.
RowsAdded add_rows(const Site& site, const Catalogue& catalogue,
                   const std::vector<SheetColumn>& columns,
                   const std::vector<std::vector<std::string>>& rows);

struct CsvImport {
    Site site;
    std::vector<std::string> added;  // camera ids
    std::vector<Error> lines;        // place "line 4", one for each line left out or field ignored
    bool stopped = false;
};
// take_rows of a CSV text, with columns as list_columns tells them.
CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv,
                         const std::function<bool(double share)>& goes_on = {});
// The same of rows that were read already; `unclosed` as in CsvRows.
CsvImport import_cameras(const Site& site, const Catalogue& catalogue, const CsvRows& read,
                         const ListColumns& columns,
                         const std::function<bool(double share)>& goes_on = {});

// A list to begin with: headings that are known, and a few rows.
std::string sample_list(UnitSystem units);

}  // namespace ovant
