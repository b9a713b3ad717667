// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/plain_table.h"

#include <QHeaderView>

namespace ovant {

void make_plain(QTableView& table, int stretched) {
    table.setSelectionBehavior(QAbstractItemView::SelectRows);
    table.setSelectionMode(QAbstractItemView::SingleSelection);
    table.setEditTriggers(QAbstractItemView::NoEditTriggers);
    table.setTabKeyNavigation(false);
    table.setFrameShape(QFrame::NoFrame);
    table.setShowGrid(false);
    table.setWordWrap(false);
    table.verticalHeader()->hide();
    table.verticalHeader()->setMinimumSectionSize(1);
    table.verticalHeader()->setDefaultSectionSize(QFontMetrics(table.font()).height() + 8);
    QHeaderView* header = table.horizontalHeader();
    header->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    header->setHighlightSections(false);
    header->setMinimumSectionSize(24);
    header->setResizeContentsPrecision(200);  // rows that are measured for it
    header->setSectionResizeMode(stretched, QHeaderView::Stretch);
}

}  // namespace ovant
