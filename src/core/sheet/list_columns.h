// SPDX-License-Identifier: GPL-3.0-or-later
// Which column of a list of cameras holds what.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/format/csv_text.h"
#include "core/sheet/columns.h"
#include "core/site/site.h"

namespace ovant {

struct ListColumn {
    std::optional<SheetColumn> means;  // none: it is left out
    std::optional<UnitSystem> units;   // of its lengths, where its heading says so
};
struct ListColumns {
    bool headings = false;            // the first row is none of the list
    std::vector<ListColumn> columns;  // as many as the widest row has cells
    // Kinds by what the list calls them, in small letters.
    std::map<std::string, std::string> kinds;
};
// What headings were told to mean, in small letters; none: the column is left out.
using ToldColumns = std::map<std::string, std::optional<SheetColumn>>;

// By what was told, else by what headings are often called, else by what stands in them. No two
// columns mean the same.
ListColumns list_columns(const std::vector<CsvRow>& rows, const Catalogue& catalogue,
                         const ToldColumns& told = {});
// What a cell of kinds stands for; null where nothing is called so.
const Kind* kind_of_list(const Catalogue& catalogue, const ListColumns& columns,
                         const std::string& text);
// What these columns lack to make cameras: "name", "x", "y" or "length"; empty: nothing.
std::string lacking(const ListColumns& columns);

}  // namespace ovant
