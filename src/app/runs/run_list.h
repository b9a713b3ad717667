// SPDX-License-Identifier: GPL-3.0-or-later
// The left column: every run one row, found as you type, moved through with up and down.
#pragma once

#include <QLineEdit>
#include <QListView>
#include <QWidget>

#include "app/runs/run_model.h"

namespace ovant {

class RunList : public QWidget {
    Q_OBJECT

public:
    explicit RunList(Document& document, QWidget* parent = nullptr);
    void focus_filter();

signals:
    void sheet_wanted();

private:
    void follow_selection();
    void take_current(const QModelIndex& index);
    Document& document_;
    RunModel* model_;
    QSortFilterProxyModel* found_;
    QLineEdit* filter_;
    QListView* list_;
};

}  // namespace ovant
