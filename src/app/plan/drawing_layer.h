// SPDX-License-Identifier: GPL-3.0-or-later
// What the plan shows of its drawing. A light one is drawn at once; a heavy one on a thread of its
// own, the last picture standing in until it is ready. Newer wishes stop older ones.
#pragma once

#include <QObject>

#include "app/kit/background_job.h"
#include "app/plan/drawing_picture.h"

namespace ovant {

class DrawingLayer : public QObject {
    Q_OBJECT

public:
    explicit DrawingLayer(QObject* parent);
    // Paints what there is of it; ready() follows where that is not yet what was asked for.
    void paint(QPainter& painter, const DrawingShown& shown);
    bool working() const { return job_.running(); }

signals:
    void ready();

private:
    void start(const DrawingShown& shown);
    void take(const DrawingShown& shown, QImage image);

    DrawingShown shown_;  // what image_ is of
    DrawingShown wanted_;
    QImage image_;
    BackgroundJob<QImage> job_;
};

}  // namespace ovant
