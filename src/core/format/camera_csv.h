// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras from a spreadsheet. A bad line is reported and the rest goes on.
#pragma once

#include <functional>
#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

struct CsvImport {
    Site site;
    std::vector<std::string> added;        // camera ids
    std::vector<std::size_t> added_lines;  // of the file, where each of them stands
    std::vector<Error> lines;  // place "line 4", one for each line left out or field ignored
    bool stopped = false;      // by `goes_on`
};

// Columns, in any order, named in the first line: name, x, y, kind, watts, mbps, length, or as they
// are often called. name is needed, and x and y or length; rows without headings are taken by what
// stands in them. Quantities may carry units ("135 ft"). Semicolons, tabs or commas separate; text
// that is not UTF-8 is taken as Latin-1. A length is that of the cable and connects the camera to
// the first free port that serves it. A camera with a length and no x and y stands on no plan; such
// a list in an empty site gets an equipment room, and each camera a run. `goes_on` hears the share
// done now and then; false stops.
CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv,
                         const std::function<bool(double share)>& goes_on = {});

struct CsvRow {
    std::size_t line = 0;  // of the file where it begins, from 1
    std::vector<std::string> cells;
};
struct CsvRows {
    std::vector<CsvRow> rows;
    std::size_t unclosed = 0;  // line of a quote that is never closed; 0: none. Ends the rows
};
// Rows and cells of a CSV text, commas or semicolons told by the first line. Blank lines are none.
CsvRows csv_rows(std::string_view text);

// A cell as text for a CSV file: quoted where needed, and a leading = + - @ made harmless.
std::string csv_cell(std::string_view text);
// What csv_cell put before it taken off again.
std::string_view without_cover(std::string_view cell);

}  // namespace ovant
