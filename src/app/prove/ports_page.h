// SPDX-License-Identifier: GPL-3.0-or-later
// What each port in use of a switch is to be set to: VLAN, rate, PoE, priority.
#pragma once

#include <QTableWidget>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/in_slices.h"
#include "core/prove/addresses.h"

namespace ovant {

class PortsPage : public QWidget {
    Q_OBJECT

public:
    explicit PortsPage(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void fill_row(int row, const PortProfile& port);
    void size_columns();
    Document& document_;
    QTableWidget* table_;
    InSlices slices_{this};
};

}  // namespace ovant
