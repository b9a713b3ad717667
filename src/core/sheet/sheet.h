// SPDX-License-Identifier: GPL-3.0-or-later
// The runs of a site as a table that is worked in: a row a run, a column a field of it. What is
// typed or pasted goes in cell by cell; a cell that cannot be taken says why and stops no other.
#pragma once

#include <string>
#include <vector>

#include "core/assess/network.h"
#include "core/catalogue/catalogue.h"
#include "core/result.h"
#include "core/sheet/columns.h"
#include "core/site/site.h"

namespace ovant {

// The length of a run that hangs on a switch, a recorder or what else has mains, nearest to its
// end: what a port is written for. Domain: the run has links.
std::size_t hangs_by(const Network& net, const Run& run);

struct CellText {
    std::string run;  // id of the camera or load
    SheetColumn column = SheetColumn::name;
    std::string text;
    bool operator==(const CellText&) const = default;
};
struct CellRefused {
    std::size_t cell = 0;  // which of those given
    Error error;
};
struct SheetEdit {
    Site site;
    std::vector<CellRefused> refused;
};
// Quantities as people write them, kinds by id or by name, a port as SW1.6, importance 1 to 3. An
// empty text goes back to what the kind says or the plan draws; of a port it pulls the plug. Metres
// are those of the whole run where it is one length, and of what stands on no plan.
SheetEdit set_cells(const Site& site, const Catalogue& catalogue,
                    const std::vector<CellText>& cells);

// Cells between tabs, one row a line, as spreadsheets copy and paste them; cells that hold tabs,
// lines or quotes are quoted.
std::string rows_text(const std::vector<std::vector<std::string>>& rows);
std::vector<std::vector<std::string>> rows_of_text(std::string_view text);

}  // namespace ovant
