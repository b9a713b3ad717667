// SPDX-License-Identifier: GPL-3.0-or-later
// Labels on any sheet: so many rows and columns between its margins, each with a QR code.
#pragma once

#include <string>
#include <vector>

#include "core/prove/labels.h"
#include "core/result.h"

namespace ovant {

// Millimetres on A4.
struct LabelSheet {
    int rows = 13, columns = 5;
    double top_mm = 10.7, left_mm = 4.7;  // the other margins are the same
    double gap_across_mm = 2.5, gap_down_mm = 0;
    int used = 0;  // labels already taken off the first sheet
};

// Errors: out_of_range with the field for what leaves no label of 10 x 6 mm, or is no sheet.
Result<std::string> labels_pdf(const std::vector<Label>& labels, const LabelSheet& sheet);

}  // namespace ovant
