// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/drawing_layer.h"

#include <QPainter>
#include <QThreadPool>

#include <mutex>

namespace ovant {

// One picture being drawn. It outlives the layer where the layer goes first.
struct DrawingLayer::Work {
    std::atomic<bool> cancelled = false;
    std::mutex guard;
    DrawingLayer* layer = nullptr;  // null: nobody waits any more
};

DrawingLayer::DrawingLayer(QObject* parent) : QObject(parent) {}

DrawingLayer::~DrawingLayer() {
    if (!work_) return;
    work_->cancelled = true;
    const std::lock_guard lock(work_->guard);
    work_->layer = nullptr;
}

void DrawingLayer::paint(QPainter& painter, const DrawingShown& shown) {
    if (!(shown == shown_)) {
        if (is_light(shown.drawing))
            take(shown, draw(shown, false));
        else if (!working_ || !(shown == wanted_))
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
    if (work_) {
        work_->cancelled = true;
        const std::lock_guard lock(work_->guard);
        work_->layer = nullptr;
    }
    work_ = std::make_shared<Work>();
    work_->layer = this;
    wanted_ = shown;
    working_ = true;
    QThreadPool::globalInstance()->start([work = work_, shown] {
        QImage image = draw(shown, work->cancelled);
        const std::lock_guard lock(work->guard);
        if (!work->layer || work->cancelled) return;
        DrawingLayer* layer = work->layer;
        QMetaObject::invokeMethod(layer, [layer, work, shown, image = std::move(image)] {
            if (work->cancelled) return;
            layer->working_ = false;
            layer->take(shown, image);
            emit layer->ready();
        });
    });
}

void DrawingLayer::take(const DrawingShown& shown, QImage image) {
    shown_ = shown;
    image_ = std::move(image);
}

}  // namespace ovant
