// SPDX-License-Identifier: GPL-3.0-or-later
// What the plan shows of its drawing. It is drawn beside the window, the last picture standing in
// until it is ready. What is asked for meanwhile is drawn next; another drawing stops that of the
// last.
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
    void not_drawn(const Error& why);

private:
    void start(const DrawingShown& shown);
    void take(const DrawingShown& shown, Drawn drawn);

    DrawingShown shown_;  // what image_ is of
    DrawingShown wanted_;
    QImage image_;
    std::shared_ptr<const std::string> told_of_;  // why it is not drawn
    BackgroundJob<Drawn> job_;
};

}  // namespace ovant
