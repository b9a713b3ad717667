// SPDX-License-Identifier: GPL-3.0-or-later
// Where the watts flow: mains, backups, units, what they feed, each with what it takes and has
// left.
#pragma once

#include <QWidget>

#include "app/document/document.h"
#include "core/assess/budget.h"

namespace ovant {

class TreePicture : public QWidget {
    Q_OBJECT

public:
    explicit TreePicture(Document& document, QWidget* parent = nullptr);
    // The box of a node; null if there is none.
    QRectF box_of(const std::string& node) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    struct Box {
        PowerNode node;
        int depth = 1;
        double y = 0;
    };
    void refresh();
    QRectF rect_of(const Box& box) const;
    double watts_of(const Box& box) const;
    void paint_box(QPainter& painter, const Box& box) const;
    Document& document_;
    std::vector<Box> boxes_;
};

}  // namespace ovant
