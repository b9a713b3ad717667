// SPDX-License-Identifier: GPL-3.0-or-later
// The look that all tables of pages share.
#pragma once

#include <QTableView>

namespace ovant {

// One row is chosen at a time, no grid, no frame, no row numbers, Tab leaves it; this column takes
// the room that is left. Rows are one line of text high.
void make_plain(QTableView& table, int stretched);

}  // namespace ovant
