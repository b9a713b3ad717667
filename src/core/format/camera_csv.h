// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras from a spreadsheet. A bad line is reported and the rest goes on.
#pragma once

#include <string_view>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

struct CsvImport {
    Site site;
    std::vector<std::string> added;  // camera ids
    std::vector<Error> lines;        // place "line 4", one for each line left out or field ignored
};

// Columns, in any order, named in the first line: name, x, y, kind, watts, mbps, length. name, x
// and y are needed. Quantities may carry units ("135 ft"). Semicolons or commas separate. A length
// is that of the cable and connects the camera to the first free port that serves it.
CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv);

// Rows and cells of a CSV text, commas or semicolons told by the first line.
std::vector<std::vector<std::string>> csv_rows(std::string_view text);

// A cell as text for a CSV file: quoted where needed, and a leading = + - @ made harmless.
std::string csv_cell(std::string_view text);

}  // namespace ovant
