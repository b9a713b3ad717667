// SPDX-License-Identifier: GPL-3.0-or-later
// What a widget writes and where, read off its painting: labels, buttons, lists and pictures alike.
#pragma once

#include <QtWidgets/QtWidgets>

#include <vector>

namespace ovant {

struct PaintedText {
    QString text;
    QRectF box;  // tight around the letters that are seen, in the widget's points
    QColor colour;
};

// Every text that the widget and its children paint, cut to where it shows.
std::vector<PaintedText> painted_text(QWidget& widget);

// Contrast of two colours, 1 to 21 (WCAG 2.1, from memory).
double contrast(const QColor& a, const QColor& b);
// The colour that most of the box has in a picture of the widget: what the text stands on.
QColor ground_under(const QImage& picture, const QRectF& box);

}  // namespace ovant
