// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/theme.h"

#include <QApplication>
#include <QFontDatabase>
#include <QPainterPath>
#include <QPalette>
#include <QStyleFactory>
#include <QWidget>

#include <algorithm>
#include <cmath>

#include "app/theme/icons.h"

extern "C" const char embedded_Inter_Regular_otf[];
extern "C" const char embedded_Inter_Regular_otf_end[];
extern "C" const char embedded_Inter_SemiBold_otf[];
extern "C" const char embedded_Inter_SemiBold_otf_end[];
extern "C" const char embedded_JetBrainsMono_Regular_ttf[];
extern "C" const char embedded_JetBrainsMono_Regular_ttf_end[];

// Resources of a static library must be asked for, outside any namespace.
static void register_style_resources() { Q_INIT_RESOURCE(ovant_style); }

namespace ovant {
namespace {

const Theme light{false,     "#F4F2EC", "#FBFAF6", "#1D2B33", "#515C64", "#D8D4C8", "#E6DECB",
                  "#A65423", "#8C4A86", "#0B7A78", "#8A6A12", "#5C6A4A", "#5B55A6", "#2E6E52",
                  "#855800", "#AE2A22", "#5F6A72", "#E6E0CF", "#D9CBB0", "#EAE5DA", "#F4E3DF"};
const Theme dark_colours{true,      "#171D21", "#1E262B", "#E8E6DF", "#9FACB4", "#364147",
                         "#3A3A30", "#E08A52", "#CF8AC8", "#4FBDB8", "#D2AE52", "#A3B38E",
                         "#A39EE8", "#63BD94", "#E3AC3C", "#F48A81", "#9FACB4", "#2C3537",
                         "#4A4636", "#313B40", "#3E2A2A"};

void load_font(const char* begin, const char* end) {
    QFontDatabase::addApplicationFontFromData(
        QByteArray(begin, static_cast<qsizetype>(end - begin)));
}

QString style_sheet(const Theme& theme) {
    return QStringLiteral(
               "QToolTip { color: %1; background: %2; border: 1px solid %3; }"
               // Of fields no colour is set here: that of what is not typed yet would follow it.
               "QLineEdit, QComboBox, QPlainTextEdit { background: %4; "
               "border: 1px solid %3;"
               " border-radius: 3px; padding: 3px 6px; selection-background-color: %5; "
               "selection-color: %8; }"
               "QLineEdit:focus, QComboBox:focus, QPlainTextEdit:focus, QTextEdit:focus { border: "
               "1px "
               "solid %5; }"
               "QComboBox::drop-down { border: none; width: 18px; }"
               "QComboBox::down-arrow { image: url(:/style/arrow-%9.svg); width: 10px; height: "
               "6px; }"
               "QComboBox QAbstractItemView { background: %4; color: %1; border: 1px solid %3;"
               " selection-background-color: %6; selection-color: %1; }"
               "QPushButton { background: %4; color: %1; border: 1px solid %3; border-radius: 3px;"
               " padding: 5px 12px; }"
               "QPushButton:hover { border-color: %5; }"
               "QPushButton:focus { border: 1px solid %5; }"
               "QPushButton:disabled { color: %7; }"
               "QPushButton[flat=\"true\"] { border: 1px solid transparent; background: "
               "transparent; color: %5;"
               " font-weight: 600; padding: 2px 6px; }"
               "QPushButton[flat=\"true\"]:focus { border: 1px solid %5; }"
               "QToolButton { border: 1px solid transparent; background: transparent; color: %1; "
               "padding: 3px 6px;"
               " border-radius: 3px; }"
               "#paletteList::item { padding: 4px 6px; } #paletteList::item:selected { background: "
               "%6; color: %1; }"
               "#tools QToolButton { padding: 3px 4px; }"
               "QToolButton:hover { border-color: %3; }"
               "QToolButton:focus { border-color: %5; }"
               "QToolButton:checked { background: %6; }"
               "QToolButton::menu-indicator { image: none; }"
               "QMenu { background: %4; color: %1; border: 1px solid %3; padding: 4px; }"
               "QMenu::item { padding: 5px 22px 5px 22px; border: 1px solid transparent; } "
               "QMenu::item:selected { background: %6; "
               "color: %1; border: 1px solid %5; }"
               "QMenu::item:disabled { color: %7; }"
               "QMenu::separator { height: 1px; background: %3; margin: 4px; }"
               "QScrollArea, QListView, QTableView, QTreeView { border: 1px solid transparent; "
               "background: %8; }"
               "QListView:focus, QTableView:focus, QTreeView:focus { border: 1px solid %5; }"
               "QTableView { gridline-color: %3; alternate-background-color: %4; }"
               "QTableCornerButton::section { background: %8; border: none; }"
               "QHeaderView::section { background: %8; color: %7; border: none; border-bottom: 1px "
               "solid %3;"
               " padding: 5px 6px; }"
               "QTabBar::tab { padding: 5px 11px; color: %7; border: 1px solid transparent; "
               "background: "
               "transparent; }"
               "QTabBar::tab:selected { color: %1; font-weight: 600; border-bottom: 2px solid %5; }"
               "QTabBar::tab:focus { border: 1px solid %5; }"
               "QScrollArea:focus { border: 1px solid %5; }"
               "QScrollBar:vertical { width: 9px; background: transparent; }"
               "QScrollBar:horizontal { height: 9px; background: transparent; }"
               "QScrollBar::handle { background: %3; border-radius: 4px; min-height: 24px; "
               "min-width: 24px; }"
               "QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }"
               "QSplitter::handle { background: %3; }"
               "QLabel[tone=\"quiet\"] { color: %7; } QLabel[tone=\"fails\"] { color: %10; }")
        .arg(theme.ink.name(), theme.card.name(), theme.rule.name(), theme.card.name(),
             theme.copper.name(), theme.chosen.name(), theme.quiet.name(), theme.page.name(),
             theme.dark ? "dark" : "light")
        .arg(theme.fails.name());
}

}  // namespace

const Theme& theme_for(bool dark) { return dark ? dark_colours : light; }

const Theme& theme_of(const QWidget& widget) {
    return theme_for(widget.palette().color(QPalette::Window).lightness() < 128);
}

bool desktop_is_dark(const QApplication& app) {
    return app.palette().color(QPalette::Window).lightness() < 128;
}

void apply_theme(QApplication& app, bool dark) {
    register_style_resources();
    if (!QFontDatabase::families().contains("Inter") || app.property("ovantFonts").isNull()) {
        load_font(embedded_Inter_Regular_otf, embedded_Inter_Regular_otf_end);
        load_font(embedded_Inter_SemiBold_otf, embedded_Inter_SemiBold_otf_end);
        load_font(embedded_JetBrainsMono_Regular_ttf, embedded_JetBrainsMono_Regular_ttf_end);
        app.setProperty("ovantFonts", true);
    }
    QFont font("Inter");
    font.setPointSizeF(std::max(8.0, app.font().pointSizeF()));
    app.setFont(font);
    const Theme& theme = theme_for(dark);
    app.setStyle(new OwnStyle(QStyleFactory::create("Fusion")));
    QPalette palette;
    palette.setColor(QPalette::Window, theme.page);
    palette.setColor(QPalette::Base, theme.page);
    palette.setColor(QPalette::AlternateBase, theme.card);
    palette.setColor(QPalette::Button, theme.card);
    for (QPalette::ColorRole role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText}) {
        palette.setColor(role, theme.ink);
        palette.setColor(QPalette::Disabled, role, theme.quiet);
    }
    palette.setColor(QPalette::PlaceholderText, theme.quiet);
    palette.setColor(QPalette::Highlight, theme.chosen);
    palette.setColor(QPalette::HighlightedText, theme.ink);
    palette.setColor(QPalette::Link, theme.copper);
    app.setPalette(palette);
    app.setStyleSheet(style_sheet(theme));
}

void paint_focus(QPainter& painter, const Theme& theme, const QRectF& around) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.copper, 2));
    painter.drawRoundedRect(around.adjusted(1, 1, -1, -1), 3, 3);
    painter.restore();
}

QFont text_font(const QWidget& widget, double scale, bool bold) {
    QFont font = widget.font();
    font.setFamily("Inter");
    font.setPointSizeF(font.pointSizeF() * scale);
    font.setWeight(bold ? QFont::DemiBold : QFont::Normal);
    return font;
}

QFont formula_font(const QWidget& widget) {
    QFont font("JetBrains Mono");
    font.setPointSizeF(widget.font().pointSizeF() * 0.92);
    return font;
}

QColor colour_of(const Theme& theme, Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return theme.holds;
        case Verdict::tight: return theme.tight;
        case Verdict::fails: return theme.fails;
        case Verdict::unknown: return theme.unknown;
    }
    return theme.unknown;
}

void paint_verdict(QPainter& painter, const Theme& theme, Verdict verdict, QPointF centre,
                   double size) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor colour = colour_of(theme, verdict);
    const double r = size / 2;
    const QRectF box(centre.x() - r, centre.y() - r, size, size);
    switch (verdict) {
        case Verdict::holds:
            painter.setPen(Qt::NoPen);
            painter.setBrush(colour);
            painter.drawEllipse(box);
            break;
        case Verdict::tight: {
            painter.setPen(QPen(colour, size / 8));
            painter.setBrush(theme.card);
            const QRectF ring = box.adjusted(size / 16, size / 16, -size / 16, -size / 16);
            painter.drawEllipse(ring);
            painter.setBrush(colour);
            painter.drawPie(ring, 90 * 16, 180 * 16);
            break;
        }
        case Verdict::fails: {
            painter.setPen(Qt::NoPen);
            painter.setBrush(colour);
            painter.drawRect(box);
            painter.setPen(QPen(theme.card, size / 6));
            painter.setClipRect(box);
            painter.drawLine(box.bottomLeft(), box.topRight());
            break;
        }
        case Verdict::unknown: {
            QPen pen(colour, size / 7);
            pen.setStyle(Qt::DotLine);
            painter.setPen(pen);
            painter.setBrush(theme.card);
            painter.drawEllipse(box.adjusted(size / 14, size / 14, -size / 14, -size / 14));
            break;
        }
    }
    painter.restore();
}

LinkMark link_mark(const Network& net, const NetLink& link) {
    const bool spoken =
        !net.port(link.a).line.empty() && net.port(link.a).line == net.port(link.b).line;
    return {link.medium(), spoken || net.long_setting_on(link.a) || net.long_setting_on(link.b)};
}

QColor colour_of(const Theme& theme, LinkMark mark) {
    switch (mark.medium) {
        case Medium::twisted_pair: return mark.long_reach ? theme.long_reach : theme.copper;
        case Medium::fibre: return theme.fibre;
        case Medium::composite: return theme.composite;
        case Medium::coax: return theme.coax;
        case Medium::radio: return theme.radio;
        case Medium::mains_wiring:
        case Medium::dc: return theme.ink;
    }
    return theme.ink;
}

namespace {

void paint_wave(QPainter& painter, const QPolygonF& line, double width) {
    const QPointF from = line.first(), to = line.last();
    const double length = std::hypot(to.x() - from.x(), to.y() - from.y());
    if (length < 1) return;
    const QPointF along = (to - from) / length;
    const QPointF across(-along.y(), along.x());
    QPainterPath path(from);
    const double step = 2.0, period = std::max(9.0, width * 2.4);
    for (double at = step; at < length; at += step) {
        path.lineTo(from + along * at +
                    across * (std::sin(at / period * 2 * M_PI) * std::max(2.5, width * 0.55)));
    }
    path.lineTo(to);
    painter.drawPath(path);
}

}  // namespace

void paint_cable(QPainter& painter, const Theme& theme, const QPolygonF& line, LinkMark mark,
                 double width) {
    const QColor colour = colour_of(theme, mark);
    const auto stroke = [&](const QColor& with, double wide, Qt::PenStyle style = Qt::SolidLine) {
        painter.setPen(QPen(with, wide, style, Qt::FlatCap, Qt::RoundJoin));
        painter.drawPolyline(line);
    };
    painter.setBrush(Qt::NoBrush);
    switch (mark.medium) {
        case Medium::twisted_pair:
            stroke(colour, width);
            if (mark.long_reach) stroke(theme.card, width / 3);
            break;
        case Medium::fibre: stroke(colour, std::max(1.6, width * 0.5), Qt::DashDotLine); break;
        case Medium::composite:
            stroke(colour, width);
            stroke(theme.card, std::max(1.0, width * 0.3), Qt::DashDotLine);
            break;
        case Medium::coax:
            stroke(colour, width);
            stroke(theme.card, width * 0.66);
            stroke(colour, std::max(1.0, width * 0.22));
            break;
        case Medium::radio:
            painter.setPen(QPen(colour, std::max(1.3, width * 0.26)));
            paint_wave(painter, line, width);
            break;
        case Medium::mains_wiring: stroke(colour, std::max(1.4, width * 0.4), Qt::DotLine); break;
        case Medium::dc: stroke(colour, std::max(1.0, width * 0.3)); break;
    }
}

void paint_radio(QPainter& painter, const Theme& theme, QPointF centre, double size) {
    const double r = size / 2;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.radio, std::max(1.4, size / 7)));
    painter.drawLine(QPointF(centre.x(), centre.y() - r * 0.2),
                     QPointF(centre.x(), centre.y() + r));
    for (double share : {0.5, 1.0}) {
        const QRectF ring(centre.x() - r * share, centre.y() - r * 0.2 - r * share, 2 * r * share,
                          2 * r * share);
        painter.drawArc(ring, -35 * 16, 70 * 16);
        painter.drawArc(ring, 145 * 16, 70 * 16);
    }
}

void paint_converter(QPainter& painter, const Theme& theme, QPointF centre, double size) {
    const QRectF box(centre.x() - size / 2, centre.y() - size / 2, size, size);
    painter.setPen(QPen(theme.fibre, std::max(1.2, size / 8)));
    painter.setBrush(theme.card);
    painter.drawRect(box);
    painter.setBrush(theme.fibre);
    painter.drawPolygon(QPolygonF({box.topLeft(), box.bottomRight(), box.bottomLeft()}));
}

void paint_unit(QPainter& painter, const Theme& theme, const Kind& kind, QPointF centre,
                double size) {
    switch (kind.category) {
        case Category::radio: return paint_radio(painter, theme, centre, size * 1.2);
        case Category::media_converter: return paint_converter(painter, theme, centre, size * 0.8);
        case Category::network_switch:
        case Category::recorder:
        case Category::supply:
        case Category::injector: return paint_switch(painter, theme, centre, size);
        default: return paint_in_line(painter, theme, centre, size * 0.75);
    }
}

void paint_in_line(QPainter& painter, const Theme& theme, QPointF centre, double size) {
    painter.setPen(QPen(theme.copper, size / 6));
    painter.setBrush(theme.card);
    painter.drawRect(QRectF(centre.x() - size / 2, centre.y() - size / 2, size, size));
}

void paint_switch(QPainter& painter, const Theme& theme, QPointF centre, double size) {
    const QRectF box(centre.x() - size * 0.75, centre.y() - size / 2, size * 1.5, size);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.ink);
    painter.drawRoundedRect(box, 2, 2);
    painter.setBrush(theme.card);
    for (int i = 0; i < 3; ++i) {
        painter.drawRect(QRectF(box.left() + size * (0.24 + 0.4 * i), centre.y() - size * 0.12,
                                size * 0.22, size * 0.24));
    }
}

BarShares bar_shares(const Check& check) {
    BarShares shares;
    const double limit = std::isfinite(check.limit) ? check.limit : 0;
    const double value = std::isfinite(check.value) ? check.value : 0;
    const double full = std::max({std::abs(limit), std::abs(value), 1e-9}) * 1.1;
    const auto share = [&](double amount) { return std::clamp(amount / full, 0.0, 1.0); };
    // A collapsed line has no value: a load without end, or no volts at all.
    shares.value = std::isfinite(check.value)       ? share(check.value)
                   : check.sense == Sense::at_least ? 0.0
                                                    : 1.0;
    shares.limit = std::isfinite(check.limit) ? share(check.limit) : 1.0;
    if (check.keep_line != check.limit && std::isfinite(check.keep_line)) {
        shares.keep = share(check.keep_line);
    }
    return shares;
}

void paint_bar(QPainter& painter, const Theme& theme, const QRectF& area, const BarShares& shares,
               Verdict verdict) {
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.track);
    painter.drawRect(area);
    painter.setBrush(colour_of(theme, verdict));
    painter.drawRect(QRectF(area.left(), area.top(), area.width() * shares.value, area.height()));
    const double limit_x = area.left() + area.width() * shares.limit;
    painter.setPen(QPen(theme.ink, 2));
    painter.drawLine(QPointF(limit_x, area.top() - 3), QPointF(limit_x, area.bottom() + 3));
    if (shares.keep >= 0) {
        const double keep_x = area.left() + area.width() * shares.keep;
        painter.setPen(QPen(theme.quiet, 1, Qt::DotLine));
        painter.drawLine(QPointF(keep_x, area.top() - 2), QPointF(keep_x, area.bottom() + 2));
    }
    painter.restore();
}

}  // namespace ovant
