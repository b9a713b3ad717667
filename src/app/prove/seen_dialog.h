// SPDX-License-Identifier: GPL-3.0-or-later
// Who else was found in the network: told to be a unit of the site, or forgotten, one by one.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include "app/document/document.h"

namespace ovant {

class SeenDialog : public QDialog {
    Q_OBJECT

public:
    SeenDialog(Document& document, QWidget* parent);

private:
    void refresh();
    void take();
    void forget();
    void forget_all();
    const SeenAddress* current() const;

    Document& document_;
    QTableWidget* table_;
    QComboBox* unit_;
    QLabel* words_;
    QPushButton *take_, *forget_, *forget_all_;
};

}  // namespace ovant
