// SPDX-License-Identifier: GPL-3.0-or-later
// Layout and drawing of a unit's beam, ports and conditions.
#pragma once

#include <QPainter>

#include "app/document/document.h"

class QWidget;

namespace ovant {

// Columns of the unit's ports, in the view's pixels.
std::vector<QRectF> port_columns(const SwitchAssessment& unit, const QWidget& view);

struct PortsState {
    std::string dragged, over, focused;
};
void paint_ports(QPainter& painter, const Document& document, const SwitchAssessment& unit,
                 const PortsState& state, const QWidget& view);

}  // namespace ovant
