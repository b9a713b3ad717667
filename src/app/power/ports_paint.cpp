// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/ports_paint.h"

#include <QCoreApplication>
#include <QWidget>

#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "core/look_up.h"

namespace ovant {
namespace {

constexpr double side = 16;

double line_of(const QWidget& view) { return QFontMetricsF(text_font(view, 0.9)).height(); }
double ports_top(const QWidget& view) { return 5.6 * line_of(view) + 26; }
double ports_bottom(const QWidget& view, double height) {
    return std::max(ports_top(view) + 70, height - 3.2 * line_of(view) - 18);
}

// Columns of the ports in a picture of this size.
std::vector<QRectF> columns_in(const UnitAssessment& unit, const QSizeF& size,
                               const QWidget& view) {
    std::vector<QRectF> columns;
    const double count = static_cast<double>(unit.ports.size());
    const double pitch = std::min(56.0, (size.width() - 2 * side) / std::max(1.0, count));
    const double top = ports_top(view), bottom = ports_bottom(view, size.height());
    for (std::size_t i = 0; i < unit.ports.size(); ++i) {
        columns.emplace_back(side + pitch * static_cast<double>(i) + pitch * 0.06, top,
                             pitch * 0.86, bottom - top);
    }
    return columns;
}

class PortsPainter {
public:
    PortsPainter(QPainter& painter, const Document& document, const UnitAssessment& unit,
                 const PortsState& state, const QSizeF& size, const QWidget& view)
        : p_(painter),
          document_(document),
          unit_(unit),
          state_(state),
          size_(size),
          view_(view),
          theme_(theme_of(view)),
          units_(document.units()),
          line_(line_of(view)),
          columns_(columns_in(unit, size, view)) {}

    void paint() {
        p_.setRenderHint(QPainter::Antialiasing);
        heading();
        beam();
        double highest_w = 15.4;
        for (const PortAssessment& port : unit_.ports)
            highest_w = std::max({highest_w, port.limit_w, port.watts});
        font(0.88);
        if (!state_.among_others)
            text(side, ports_top(view_) - 6,
                 elided(words(
                     "watts at each port: the pale part is lost in the cable, the box is what "
                     "the port can give")),
                 theme_.quiet);
        for (std::size_t i = 0; i < unit_.ports.size(); ++i)
            column(unit_.ports[i], columns_[i], highest_w);
        groups();
    }

private:
    static constexpr double outline_px = 8, chevrons_px = 11;

    void font(double scale, bool bold = false) { p_.setFont(text_font(view_, scale, bold)); }
    void text(double x, double baseline, const QString& line, const QColor& colour) {
        p_.setPen(colour);
        p_.drawText(QPointF(x, baseline), line);
    }

    QString elided(const QString& line) const {
        return p_.fontMetrics().elidedText(line, Qt::ElideRight,
                                           static_cast<int>(size_.width() - 2 * side));
    }

    void heading() {
        const Device* device = find_device(document_.site(), unit_.device);
        const Kind* kind = document_.catalogue().find(device->kind);
        const Place* place = find_place(document_.site(), device->place);
        font(1.05, true);
        const QString name = q(device->name.empty() ? device->id : device->name) +
                             (place ? ", " + q(place->name) : QString());
        text(side, 2 + line_, name, theme_.ink);
        const double x = side + p_.fontMetrics().horizontalAdvance(name) + 14;
        font(0.9);
        if (x < size_.width() - 60) {
            text(x, 2 + line_,
                 p_.fontMetrics().elidedText(q(kind->name), Qt::ElideRight,
                                             static_cast<int>(size_.width() - x - side)),
                 theme_.quiet);
        }
    }

    // Each camera's share of the total, the keep-back line and the limit.
    void beam() {
        const double top = 2 * line_ + 6, height = 1.7 * line_;
        const QRectF area(side, top, size_.width() - 2 * side, height);
        double total_w = 0;
        for (const PortAssessment& port : unit_.ports) total_w += port.counted_w(unit_.basis);
        const double full_w = std::max(unit_.budget_w, total_w) * 1.06;
        p_.fillRect(area, theme_.track);
        double x = area.left();
        int shade = 0;
        font(0.8);
        for (const PortAssessment& port : unit_.ports) {
            const double width = area.width() * port.counted_w(unit_.basis) / full_w;
            if (width <= 0) continue;
            QColor colour = theme_.copper;
            if (shade++ % 2) colour = theme_.dark ? colour.lighter(112) : colour.darker(115);
            if (port.camera == document_.selected_camera()) colour = theme_.ink;
            const QRectF block(x, area.top(), width - 1, height);
            p_.fillRect(block, colour);
            if (p_.fontMetrics().horizontalAdvance(q(port.camera)) + 4 < width) {
                p_.setPen(theme_.card);
                p_.drawText(block, Qt::AlignCenter, q(port.camera));
            }
            x += width;
        }
        const Check* power = nullptr;
        for (const Check& check : unit_.checks) {
            if (check.id == CheckId::switch_power) power = &check;
        }
        const double keep_w = power ? power->keep_line : unit_.budget_w;
        const double keep_x = area.left() + area.width() * keep_w / full_w;
        const double limit_x = area.left() + area.width() * unit_.budget_w / full_w;
        p_.setPen(QPen(theme_.tight, 2));
        p_.drawLine(QPointF(keep_x, top - 4), QPointF(keep_x, top + height + 4));
        p_.setPen(QPen(theme_.fails, 2));
        p_.drawLine(QPointF(limit_x, top - 4), QPointF(limit_x, top + height + 4));
        font(0.88);
        const double baseline = top + height + line_ + 3;
        text(side, baseline, beam_words(total_w), theme_.ink);
        const QString keep = words("keep-back %1").arg(q(shown(keep_w, Unit::watt, units_)));
        const QString limit = q(shown(unit_.budget_w, Unit::watt, units_));
        const double limit_width = p_.fontMetrics().horizontalAdvance(limit);
        text(std::min(limit_x - limit_width / 2, size_.width() - side - limit_width), baseline,
             limit, theme_.fails);
        const double keep_width = p_.fontMetrics().horizontalAdvance(keep);
        text(std::min(keep_x - keep_width / 2, limit_x - limit_width / 2 - keep_width - 10),
             baseline + (keep_x - keep_width / 2 <
                                 side + p_.fontMetrics().horizontalAdvance(beam_words(total_w)) + 8
                             ? line_
                             : 0),
             keep, theme_.tight);
    }

    static QString words(const char* text) {
        return QCoreApplication::translate("PortsPicture", text);
    }

    QString beam_words(double total_w) const {
        const QString amount = q(shown(total_w, Unit::watt, units_));
        if (state_.among_others) return amount;
        switch (unit_.basis) {
            case SwitchBasis::by_class: return words("%1 reserved by class").arg(amount);
            case SwitchBasis::greatest_draw:
                return words("%1 at the worst, by class it would be %2")
                    .arg(amount, q(shown(unit_.by_class_w, Unit::watt, units_)));
            case SwitchBasis::typical: return words("%1 by day").arg(amount);
        }
        return amount;
    }

    // What the port can give as a box; what it gives inside it, the pale part lost in the cable.
    void column(const PortAssessment& port, const QRectF& area, double highest_w) {
        const double per_watt = (area.height() - line_ - 2 * outline_px - chevrons_px) / highest_w;
        const QRectF box(area.left(), area.bottom() - port.limit_w * per_watt, area.width(),
                         port.limit_w * per_watt);
        p_.setPen(QPen(theme_.rule, 1));
        p_.setBrush(theme_.track);
        p_.drawRect(box);
        const bool chosen = !port.camera.empty() && port.camera == document_.selected_camera();
        double highest = box.top() - outline_px;
        if (port.collapses) {
            p_.fillRect(box, QBrush(theme_.fails, Qt::BDiagPattern));
        } else if (port.watts > 0) {
            const QRectF given(area.left(), area.bottom() - port.watts * per_watt, area.width(),
                               port.watts * per_watt);
            QColor pale = theme_.copper;
            pale.setAlpha(120);
            const bool over = port.verdict == Verdict::fails;
            p_.fillRect(given, over ? theme_.fails.lighter(140) : pale);
            const double load = port.load_w * per_watt;
            p_.fillRect(QRectF(area.left(), area.bottom() - load, area.width(), load),
                        over ? theme_.fails : theme_.copper);
            font(0.85, true);
            p_.setPen(theme_.ink);
            // Never across the edge of the box: inside, or above all outlines.
            double top = given.top() - line_ - 1;
            if (top < box.top() + outline_px) top = std::min(top, box.top() - outline_px - line_);
            highest = std::min(highest, top);
            p_.drawText(QRectF(area.left() - 14, top, area.width() + 28, line_), Qt::AlignCenter,
                        area.width() < 22 ? QString::number(std::lround(port.watts))
                                          : q(shown_number(port.watts, Unit::watt, units_)));
        }
        if (port.cameras > 0) {
            font(0.78);
            const QString name = port.cameras > 1 ? q(port.camera) + "+" : q(port.camera);
            if (p_.fontMetrics().horizontalAdvance(name) <= area.width()) {
                // In the column where that is high enough, else above its watts.
                const bool inside = port.load_w * per_watt > line_;
                const double above_px = port.watts > 0 ? port.watts * per_watt + line_ + 1 : 0;
                const double top = area.bottom() - line_ - (inside ? 0 : above_px);
                p_.setPen(inside ? theme_.card : theme_.ink);
                p_.drawText(QRectF(area.left(), top, area.width(), line_), Qt::AlignCenter, name);
            }
            paint_verdict(p_, theme_, port.verdict, {area.center().x(), area.bottom() + line_ + 12},
                          9);
        }
        rank(port, area, highest);
        font(0.85);
        p_.setPen(port.power_off ? theme_.fails : theme_.quiet);
        p_.drawText(QRectF(area.left() - 8, area.bottom() + 2, area.width() + 16, line_),
                    Qt::AlignCenter, port.power_off ? words("off") : q(port.port));
        outline(port, box, chosen);
    }

    // Priority 1 as two chevrons, 2 as one; a port that would wait for power as an open circle.
    void rank(const PortAssessment& port, const QRectF& area, double highest) {
        const int priority =
            or_nothing(find_device(document_.site(), unit_.device)).priority_of(port.port);
        p_.setPen(QPen(theme_.ink, 1.4));
        for (int i = 0; i < 3 - priority; ++i) {
            const double y = highest - 1 - 5 * i;
            p_.drawPolyline(QPolygonF({{area.center().x() - 4, y},
                                       {area.center().x(), y - 4},
                                       {area.center().x() + 4, y}}));
        }
        const auto& refused = unit_.refused;
        if (std::find(refused.begin(), refused.end(), port.port) == refused.end()) return;
        p_.setPen(QPen(theme_.fails, 2));
        p_.setBrush(Qt::NoBrush);
        p_.drawEllipse(QPointF(area.center().x(), area.top() + 24), 5, 5);
    }

    void outline(const PortAssessment& port, const QRectF& box, bool chosen) {
        p_.setBrush(Qt::NoBrush);
        if (port.port == state_.over && !state_.dragged.empty()) {
            p_.setPen(QPen(theme_.copper, 2, Qt::DashLine));
            p_.drawRect(box.adjusted(-3, -3, 3, 3));
        } else if (chosen || port.port == state_.dragged) {
            p_.setPen(QPen(theme_.ink, 2));
            p_.drawRect(box.adjusted(-2, -2, 2, 2));
        }
        if (port.port == state_.focused && view_.hasFocus())
            paint_focus(p_, theme_, box.adjusted(-6, -6, 6, line_ + 9));
    }

    // A line under the ports that are on the long setting together.
    void groups() {
        const double y = ports_bottom(view_, size_.height()) + 2 * line_ + 10;
        for (std::size_t i = 0; i < unit_.ports.size();) {
            std::size_t end = i;
            while (end < unit_.ports.size() && unit_.ports[end].long_setting) ++end;
            if (end == i) {
                ++i;
                continue;
            }
            p_.setPen(QPen(theme_.long_reach, 3));
            p_.drawLine(QPointF(columns_[i].left(), y), QPointF(columns_[end - 1].right(), y));
            font(0.85);
            const QString line =
                words(state_.among_others ? "%1 to %2: long, %3"
                                          : "ports %1 to %2: long setting on, 10 Mb/s, up to %3")
                    .arg(q(unit_.ports[i].port), q(unit_.ports[end - 1].port),
                         q(shown(long_setting_reach_m, Unit::metre, units_)));
            const double wide = p_.fontMetrics().horizontalAdvance(line);
            text(std::max(side, std::min(columns_[i].left(), size_.width() - side - wide)),
                 y + line_ + 1, line, theme_.long_reach);
            i = end;
        }
    }

    QPainter& p_;
    const Document& document_;
    const UnitAssessment& unit_;
    const PortsState& state_;
    const QSizeF size_;
    const QWidget& view_;
    const Theme& theme_;
    UnitSystem units_;
    double line_;
    std::vector<QRectF> columns_;
};

}  // namespace

std::vector<QRectF> port_columns(const UnitAssessment& unit, const QRectF& area,
                                 const QWidget& view) {
    std::vector<QRectF> columns = columns_in(unit, area.size(), view);
    for (QRectF& column : columns) column.translate(area.topLeft());
    return columns;
}

void paint_ports(QPainter& painter, const Document& document, const UnitAssessment& unit,
                 const PortsState& state, const QRectF& area, const QWidget& view) {
    painter.save();
    painter.translate(area.topLeft());
    PortsPainter(painter, document, unit, state, area.size(), view).paint();
    painter.restore();
}

}  // namespace ovant
