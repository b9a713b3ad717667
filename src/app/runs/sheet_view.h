// SPDX-License-Identifier: GPL-3.0-or-later
// All runs as a table to work in, in place of the plan: typed, pasted, filled down, searched and
// sorted, by the keys of any spreadsheet.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "core/sheet/sheet.h"

class QLineEdit;
class QTableView;
class QToolButton;

namespace ovant {

class SheetModel;
class SheetOrder;

class SheetView : public QWidget {
    Q_OBJECT

public:
    explicit SheetView(Document& document, QWidget* parent = nullptr);
    void take_focus();
    void copy() const;
    void paste(const QString& text);
    void fill_down();
    void clear();
    void keep_refused(const std::vector<std::pair<CellText, Error>>& cells);

signals:
    void plan_wanted();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void make_table();
    void make_columns_menu();
    void follow_selection();
    void take_current();
    bool key_pressed(int key, bool control);
    struct Corner {
        int row = 0, column = 0;  // as shown
    };
    struct Block {
        Corner from, to;
    };
    Block chosen() const;
    std::vector<int> shown_columns() const;  // of the model, from left to right

    Document& document_;
    SheetModel* model_;
    SheetOrder* order_;
    QTableView* table_;
    QLineEdit* search_;
    QToolButton* columns_;
};

}  // namespace ovant
