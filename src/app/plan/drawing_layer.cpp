// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_layer.h"

#include <QPainter>

namespace ovant {

DrawingLayer::DrawingLayer(QObject* parent) : QObject(parent) {}

void DrawingLayer::paint(QPainter& painter, const DrawingShown& shown) {
    const bool of_another = working() && wanted_.drawing.data != shown.drawing.data;
    if (!(shown == shown_) && (!working() || of_another) && !why_not_shown(shown.drawing))
        start(shown);
    if (image_.isNull() || shown_.drawing.data != shown.drawing.data) return;
    if (shown == shown_) return painter.drawImage(QPointF(0, 0), image_);
    // The last picture, moved and stretched to where the drawing is now.
    const double stretch = shown.area.width() / shown_.area.width();
    const QPointF at = shown.area.topLeft() - shown_.area.topLeft() * stretch;
    painter.drawImage(QRectF(at, QSizeF(shown_.view) * stretch), image_);
}

void DrawingLayer::start(const DrawingShown& shown) {
    wanted_ = shown;
    job_.start([shown](const Wanted& wanted) { return draw(shown, wanted); },
               [this, shown](Drawn drawn) {
                   take(shown, std::move(drawn));
                   emit ready();
               });
}

void DrawingLayer::take(const DrawingShown& shown, Drawn drawn) {
    shown_ = shown;
    image_ = std::move(drawn.image);
    if (!drawn.why_not || told_of_ == shown.drawing.data) return;
    told_of_ = shown.drawing.data;
    emit not_drawn(*drawn.why_not);
}

}  // namespace ovant
