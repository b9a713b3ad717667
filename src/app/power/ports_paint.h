// SPDX-License-Identifier: GPL-3.0-or-later
// Layout and drawing of a unit's beam and ports.
#pragma once

#include <QPainter>

#include "app/document/document.h"

class QWidget;

namespace ovant {

// Columns of the unit's ports where its picture fills `area` of the view, in the view's pixels.
std::vector<QRectF> port_columns(const UnitAssessment& unit, const QRectF& area,
                                 const QWidget& view);

struct PortsState {
    std::string dragged, over, focused;  // ports of this unit
    bool among_others = false;           // several units in one picture: no hints
};
void paint_ports(QPainter& painter, const Document& document, const UnitAssessment& unit,
                 const PortsState& state, const QRectF& area, const QWidget& view);

}  // namespace ovant
