// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_layer.h"

#include <QPainter>

namespace ovant {

DrawingLayer::DrawingLayer(QObject* parent) : QObject(parent) {}

void DrawingLayer::paint(QPainter& painter, const DrawingShown& shown) {
    if (!(shown == shown_)) {
        if (is_light(shown.drawing))
            take(shown, draw(shown, Wanted()));
        else if (!working() || !(shown == wanted_))
            start(shown);
    }
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
               [this, shown](QImage image) {
                   take(shown, std::move(image));
                   emit ready();
               });
}

void DrawingLayer::take(const DrawingShown& shown, QImage image) {
    shown_ = shown;
    image_ = std::move(image);
}

}  // namespace ovant
