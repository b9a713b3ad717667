// SPDX-License-Identifier: GPL-3.0-or-later
// What each port in use of a switch is to be set to: VLAN, rate, PoE, priority.
#pragma once

#include <QTableWidget>
#include <QWidget>

#include "app/document/document.h"

namespace ovant {

class PortsPage : public QWidget {
    Q_OBJECT

public:
    explicit PortsPage(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    Document& document_;
    QTableWidget* table_;
};

}  // namespace ovant
