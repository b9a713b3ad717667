// SPDX-License-Identifier: GPL-3.0-or-later
// The parts list as CSV and as a spreadsheet.
#pragma once

#include <string>
#include <vector>

#include "core/parts/parts.h"
#include "core/result.h"

namespace ovant {

// Columns: kind, name, package, quantity, unit, price each, price, used by. Cells cannot run as
// formulas.
std::string parts_csv(const std::vector<PartLine>& parts, const std::string& currency);

// Writes an .xlsx file with sums as formulas. Errors: unwritable.
Result<bool> write_parts_xlsx(const std::string& path, const std::string& site_name,
                              const std::vector<PartLine>& parts, const std::string& currency);

}  // namespace ovant
