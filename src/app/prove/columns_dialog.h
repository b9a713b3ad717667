// SPDX-License-Identifier: GPL-3.0-or-later
// Which column of a tester's list is which: asked once for headings that say too little by
// themselves, and remembered on this computer.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include "core/format/reading_csv.h"

namespace ovant {

// What was told on this computer before.
ColumnMeanings told_columns();

class ColumnsDialog : public QDialog {
    Q_OBJECT

public:
    ColumnsDialog(std::string csv, QWidget* parent);
    // As chosen, for this file's headings.
    ColumnMeanings meanings() const;
    void accept() override;  // remembers them

private:
    void look();

    std::string csv_;
    ReadingColumns columns_;
    QTableWidget* table_;
    std::vector<QComboBox*> choices_;
    QLabel* words_;
    QPushButton* take_;
};

}  // namespace ovant
