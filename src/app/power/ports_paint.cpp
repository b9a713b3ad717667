// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/ports_paint.h"

#include <QCoreApplication>
#include <QWidget>

#include <algorithm>
#include <cmath>

#include "app/theme/theme.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr double side = 16;

QString q(const std::string& text) { return QString::fromStdString(text); }

double line_of(const QWidget& view) { return QFontMetricsF(text_font(view, 0.9)).height(); }
double ports_top(const QWidget& view) { return 6.6 * line_of(view) + 34; }
double ports_bottom(const QWidget& view) {
    return std::max(ports_top(view) + 90, view.height() - 8.5 * line_of(view) - 70);
}

class PortsPainter {
public:
    PortsPainter(QPainter& painter, const Document& document, const SwitchAssessment& unit,
                 const PortsState& state, const QWidget& view)
        : p_(painter),
          document_(document),
          unit_(unit),
          state_(state),
          view_(view),
          theme_(theme_of(view)),
          units_(document.units()),
          line_(line_of(view)),
          columns_(port_columns(unit, view)) {}

    void paint() {
        p_.setRenderHint(QPainter::Antialiasing);
        heading();
        beam();
        double highest_w = 15.4;
        for (const PortAssessment& port : unit_.ports)
            highest_w = std::max({highest_w, port.limit_w, port.watts});
        font(0.88);
        text(side, ports_top(view_) - 6,
             words("watts at each port: the pale part is lost in the cable, the box is what the "
                   "port can give"),
             theme_.quiet);
        for (std::size_t i = 0; i < unit_.ports.size(); ++i)
            column(unit_.ports[i], columns_[i], highest_w);
        groups();
        conditions();
    }

private:
    void font(double scale, bool bold = false) { p_.setFont(text_font(view_, scale, bold)); }
    void text(double x, double baseline, const QString& line, const QColor& colour) {
        p_.setPen(colour);
        p_.drawText(QPointF(x, baseline), line);
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
        text(x, 2 + line_, q(kind->name), theme_.quiet);
    }

    // Each camera's share of the total, the keep-back line and the limit.
    void beam() {
        const double top = 2 * line_ + 6, height = 1.7 * line_;
        const QRectF area(side, top, view_.width() - 2 * side, height);
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
            colour.setAlpha(shade++ % 2 ? 190 : 235);
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
        text(std::min(limit_x - limit_width / 2, view_.width() - side - limit_width), baseline,
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
        const double per_watt = (area.height() - line_ - 4) / highest_w;
        const QRectF box(area.left(), area.bottom() - port.limit_w * per_watt, area.width(),
                         port.limit_w * per_watt);
        p_.setPen(QPen(theme_.rule, 1));
        p_.setBrush(theme_.track);
        p_.drawRect(box);
        const bool chosen = !port.camera.empty() && port.camera == document_.selected_camera();
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
            p_.drawText(QRectF(area.left() - 14, given.top() - line_ - 1, area.width() + 28, line_),
                        Qt::AlignCenter, q(shown_number(port.watts, Unit::watt, units_)));
        }
        if (port.cameras > 0) {
            font(0.78);
            const QString name = port.cameras > 1 ? q(port.camera) + "+" : q(port.camera);
            if (p_.fontMetrics().horizontalAdvance(name) <= area.width()) {
                p_.setPen(port.load_w * per_watt > line_ ? theme_.card : theme_.ink);
                p_.drawText(QRectF(area.left(), area.bottom() - line_, area.width(), line_),
                            Qt::AlignCenter, name);
            }
            paint_verdict(p_, theme_, port.verdict, {area.center().x(), area.bottom() + line_ + 12},
                          9);
        }
        font(0.85);
        p_.setPen(port.power_off ? theme_.fails : theme_.quiet);
        p_.drawText(QRectF(area.left() - 8, area.bottom() + 2, area.width() + 16, line_),
                    Qt::AlignCenter, port.power_off ? words("off") : q(port.port));
        outline(port, box, chosen);
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
        if (port.port == state_.focused && view_.hasFocus()) {
            p_.setPen(QPen(theme_.copper, 1, Qt::DotLine));
            p_.drawRect(box.adjusted(-5, -5, 5, line_ + 8));
        }
    }

    // A line under the ports that are on the long setting together.
    void groups() {
        const double y = ports_bottom(view_) + 2 * line_ + 10;
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
            text(columns_[i].left(), y + line_ + 1,
                 words("ports %1 to %2: long setting on, 10 Mb/s, up to %3")
                     .arg(q(unit_.ports[i].port), q(unit_.ports[end - 1].port),
                          q(shown(long_setting_reach_m, Unit::metre, units_))),
                 theme_.long_reach);
            i = end;
        }
    }

    // The unit's total in each condition against its budget.
    void conditions() {
        const double top = ports_bottom(view_) + 3 * line_ + 28;
        font(0.95, true);
        text(side, top, words("What it gives in each condition"), theme_.ink);
        const Network& net = document_.network();
        int number = -1;
        for (std::size_t i = 0; i < net.kinds.size(); ++i) {
            if (net.device(static_cast<int>(i)).id == unit_.device) number = static_cast<int>(i);
        }
        if (number < 0) return;
        double y = top + 8;
        for (const Check& check : power_by_condition(net, number)) {
            font(0.9);
            p_.setPen(theme_.ink);
            p_.drawText(QRectF(side, y, 110, line_), Qt::AlignLeft | Qt::AlignVCenter,
                        q(title(check.condition)));
            const QRectF bar(side + 116, y + line_ / 2 - 4, view_.width() - 2 * side - 116 - 110,
                             8);
            paint_bar(p_, theme_, bar, bar_shares(check), check.verdict);
            p_.setPen(theme_.ink);
            p_.drawText(QRectF(view_.width() - side - 104, y, 104, line_),
                        Qt::AlignRight | Qt::AlignVCenter,
                        q(value_of_limit(check.value, check.limit, Unit::watt, units_)));
            y += line_ + 5;
        }
    }

    QPainter& p_;
    const Document& document_;
    const SwitchAssessment& unit_;
    const PortsState& state_;
    const QWidget& view_;
    const Theme& theme_;
    UnitSystem units_;
    double line_;
    std::vector<QRectF> columns_;
};

}  // namespace

std::vector<QRectF> port_columns(const SwitchAssessment& unit, const QWidget& view) {
    std::vector<QRectF> columns;
    const double count = static_cast<double>(unit.ports.size());
    const double pitch = std::min(56.0, (view.width() - 2 * side) / std::max(1.0, count));
    for (std::size_t i = 0; i < unit.ports.size(); ++i) {
        columns.emplace_back(side + pitch * static_cast<double>(i) + pitch * 0.06, ports_top(view),
                             pitch * 0.86, ports_bottom(view) - ports_top(view));
    }
    return columns;
}

void paint_ports(QPainter& painter, const Document& document, const SwitchAssessment& unit,
                 const PortsState& state, const QWidget& view) {
    PortsPainter(painter, document, unit, state, view).paint();
}

}  // namespace ovant
