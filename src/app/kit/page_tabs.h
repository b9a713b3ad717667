// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of a stage: tabs above a stack.
#pragma once

#include <QString>

class QStackedWidget;
class QTabBar;
class QWidget;

namespace ovant {

QTabBar* page_tabs(const char* object_name, const QString& accessible_name);
// The tabs in a row, the stack below them.
void lay_out_pages(QWidget& view, QTabBar* tabs, QStackedWidget* stack);

}  // namespace ovant
