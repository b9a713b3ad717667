// SPDX-License-Identifier: GPL-3.0-or-later
// Draws the plan from the document. Holds no state; positions live in the site in metres.
#pragma once

#include <QPainter>
#include <QPixmap>

#include "app/document/document.h"
#include "app/plan/plan_map.h"
#include "app/theme/theme.h"

class QWidget;

namespace ovant {

class DrawingLayer;

// The drawing and a quiet grid, for the whole view: kept as a picture until map or drawing change.
QPixmap paint_ground(const Document& document, const PlanMap& map, const QWidget& view,
                     DrawingLayer& layer);

// Everything that can be worked with: places, pathways, cables, devices, names, scale bar.
void paint_plan(QPainter& painter, const Document& document, const PlanMap& map,
                const QWidget& view);

}  // namespace ovant
