// SPDX-License-Identifier: GPL-3.0-or-later
// What is needed with ends, metres, units and places: the rules, and how many of each here.
#pragma once

#include <QDialog>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>

#include "app/document/document.h"

namespace ovant {

class BringsDialog : public QDialog {
    Q_OBJECT

public:
    explicit BringsDialog(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void show_rule();
    void set_rule_here();
    void as_shipped();
    const Brings* current() const;
    bool is_own(const Brings& rule) const;

    Document& document_;
    QTableWidget* table_;
    QLineEdit *count_, *spare_;
    QPushButton *set_, *as_shipped_;
};

}  // namespace ovant
