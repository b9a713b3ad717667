// SPDX-License-Identifier: GPL-3.0-or-later
// Above the plan while another design is seen beside what stands: which, and how to end it.
#pragma once

#include <QFrame>

#include "app/document/document.h"

class QLabel;
class QPushButton;

namespace ovant {

class BesideBar : public QFrame {
    Q_OBJECT

public:
    explicit BesideBar(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void use();
    Document& document_;
    QLabel* text_;
    QPushButton* use_;
};

}  // namespace ovant
