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

// Of all that can be worked with: the device that is on its way in a preview with the cables at it,
// or the rest: places, pathways, cables, devices, names, scale bar. The rest is everything where
// nothing is on its way.
enum class PlanPart { resting, moving };
void paint_plan(QPainter& painter, const Document& document, const PlanMap& map,
                const QWidget& view, PlanPart part);

}  // namespace ovant
