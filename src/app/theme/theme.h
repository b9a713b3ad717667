// SPDX-License-Identifier: GPL-3.0-or-later
// Colours, fonts and marks. Shape first, colour second: every mark reads in black and white.
#pragma once

#include <QColor>
#include <QFont>
#include <QPainter>

#include "core/assess/assess.h"

class QApplication;
class QWidget;

namespace ovant {

struct Theme {
    bool dark;
    QColor page, card, ink, quiet, rule, chosen;
    QColor copper, long_reach, fibre, composite, coax, radio;  // marks of media
    QColor holds, tight, fails, unknown;
    QColor place, pathway, track;
    QColor band;  // under the floor of a chart
};

// Light or dark, after the widget's palette.
const Theme& theme_of(const QWidget& widget);
const Theme& theme_for(bool dark);

// Around what has the focus; leaves the painter as it was.
void paint_focus(QPainter& painter, const Theme& theme, const QRectF& around);

// Loads the bundled fonts and sets style, palette and style sheet. Sizes follow the desktop's font.
void apply_theme(QApplication& app, bool dark);
bool desktop_is_dark(const QApplication& app);

QFont text_font(const QWidget& widget, double scale = 1, bool bold = false);
QFont formula_font(const QWidget& widget);

QColor colour_of(const Theme& theme, Verdict verdict);
// Disc, half disc, square with a slash, dotted ring.
void paint_verdict(QPainter& painter, const Theme& theme, Verdict verdict, QPointF centre,
                   double size);

// A link as a path in the mark of its medium: copper solid, long-reach copper double, fibre
// dash-dot, composite a bar with a dash-dot core, coax outlined with a core, radio a wave, mains
// wiring dots, a d.c. lead thin.
struct LinkMark {
    Medium medium = Medium::twisted_pair;
    bool long_reach = false;
};
LinkMark link_mark(const Network& net, const NetLink& link);
QColor colour_of(const Theme& theme, LinkMark mark);
void paint_cable(QPainter& painter, const Theme& theme, const QPolygonF& line, LinkMark mark,
                 double width);
// Small square of an in-line unit.
void paint_in_line(QPainter& painter, const Theme& theme, QPointF centre, double size);
void paint_switch(QPainter& painter, const Theme& theme, QPointF centre, double size);
// A mast with waves.
void paint_radio(QPainter& painter, const Theme& theme, QPointF centre, double size);
// A square in two halves: one medium in, another out.
void paint_converter(QPainter& painter, const Theme& theme, QPointF centre, double size);
// The mark of any unit that is no camera.
void paint_unit(QPainter& painter, const Theme& theme, const Kind& kind, QPointF centre,
                double size);

// A value against its limit: the bar, its keep line and what is left. Shares of the full width.
struct BarShares {
    double value = 0, keep = -1, limit = 1;  // keep < 0: no line
};
BarShares bar_shares(const Check& check);
void paint_bar(QPainter& painter, const Theme& theme, const QRectF& area, const BarShares& shares,
               Verdict verdict);

}  // namespace ovant
