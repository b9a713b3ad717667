// SPDX-License-Identifier: GPL-3.0-or-later
// Lengths of cable left from other jobs: entered by kind and length, removed when they are gone.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>

#include "app/document/document.h"

namespace ovant {

class LeftOverDialog : public QDialog {
    Q_OBJECT

public:
    explicit LeftOverDialog(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void add();
    void remove();

    Document& document_;
    QTableWidget* table_;
    QComboBox* cable_;
    QLineEdit *length_, *note_;
    QPushButton *add_, *remove_;
};

}  // namespace ovant
