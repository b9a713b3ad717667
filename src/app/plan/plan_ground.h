// SPDX-License-Identifier: GPL-3.0-or-later
// What lies under cables and units on the plan: the drawing, places, pathways, obstacles, cables
// that hang there already.
#pragma once

#include <QPainter>
#include <QPixmap>
#include <QPolygonF>

#include "app/document/document.h"
#include "app/plan/plan_map.h"
#include "app/theme/theme.h"

class QWidget;

namespace ovant {

class DrawingLayer;

// The drawing and a quiet grid, for the whole view: kept as a picture until map or drawing change.
QPixmap paint_ground(const Document& document, const PlanMap& map, const QWidget& view,
                     DrawingLayer& layer);

// A point by which something is moved or reshaped.
void paint_handle(QPainter& painter, const Theme& theme, QPointF at, double radius_px);

// Borrows all it is given.
class GroundPainter {
public:
    GroundPainter(QPainter& painter, const Document& document, const PlanMap& map,
                  const Theme& theme, const QRectF& seen);
    void all();       // as nothing of it were selected
    void selected();  // what is, with its points to take

private:
    void paint(const Place& place);
    void paint(const Obstacle& obstacle);
    void paint(const Pathway& pathway);
    void paint(const ExistingCable& existing);
    QPolygonF outline_of(const Obstacle& obstacle) const;
    bool seen(const QPolygonF& line) const;

    QPainter& p_;
    const Document& document_;
    const PlanMap& map_;
    const Theme& theme_;
    const QRectF& seen_;
    bool as_selected_ = false;
};

}  // namespace ovant
