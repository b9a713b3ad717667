// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/page_tabs.h"

#include <QHBoxLayout>
#include <QStackedWidget>
#include <QTabBar>
#include <QVBoxLayout>

namespace ovant {

QTabBar* page_tabs(const char* object_name, const QString& accessible_name) {
    auto* tabs = new QTabBar;
    tabs->setObjectName(object_name);
    tabs->setAccessibleName(accessible_name);
    tabs->setDrawBase(false);
    tabs->setExpanding(false);
    tabs->setUsesScrollButtons(false);
    tabs->setElideMode(Qt::ElideNone);
    return tabs;
}

void lay_out_pages(QWidget& view, QTabBar* tabs, QStackedWidget* stack) {
    auto* layout = new QVBoxLayout(&view);
    layout->setContentsMargins(0, 6, 0, 0);
    layout->setSpacing(0);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(12, 0, 12, 0);
    row->addWidget(tabs);
    row->addStretch(1);
    layout->addLayout(row);
    layout->addWidget(stack, 1);
}

}  // namespace ovant
