// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in the cells of the sheet of runs.
#pragma once

#include <string>

#include "core/assess/assess.h"
#include "core/sheet/sheet.h"
#include "phrase/check_text.h"

namespace ovant {

std::string title(SheetColumn column);
// A text that set_cells takes back for the same.
std::string sheet_text(const Network& net, const RunAssessment& run, CameraNumber camera,
                       SheetColumn column, const TextContext& context);
// What a column of numbers is sorted by; NaN for a column of texts.
double sheet_number(const Network& net, const RunAssessment& run, CameraNumber camera,
                    SheetColumn column);

}  // namespace ovant
