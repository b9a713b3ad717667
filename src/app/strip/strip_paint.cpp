// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/strip/strip_paint.h"

#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "core/assess/least_volts.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

class StripPainter {
public:
    StripPainter(QPainter& painter, const StripInput& input, const QWidget& view)
        : p_(painter),
          in_(input),
          view_(view),
          theme_(theme_of(view)),
          units_(input.units),
          net_(*input.laid->net),
          line_(QFontMetricsF(text_font(view, 0.88)).height()) {
        left_ = 62;
        right_ = input.size.width() - 40;
        watts_y_ = input.size.height() - 2 * line_ - 22;
        cable_y_ = watts_y_ - line_ - 12;
        chart_bottom_ = cable_y_ - line_ - 18;
        chart_top_ = 1.6 * line_ + 20;
    }

    std::vector<StripView::Spot> paint() {
        p_.setRenderHint(QPainter::Antialiasing);
        heading();
        if (!in_.laid->profile.points.empty()) {
            const bool room = chart_bottom_ - chart_top_ > 1.5 * line_;
            if (!in_.laid->profile.feeding_port.empty() && room)
                volts();
            else if (room)
                nothing_feeds();
            run();
            watts();
            reach();
        }
        return std::move(spots_);
    }

private:
    const NetLink& link_at(std::size_t i) const { return net_.links[in_.laid->laid().links[i]]; }
    double x_at(double at_m) const {
        const double whole = std::max(in_.laid->profile.length_m, 0.1);
        return left_ + (right_ - left_) * at_m / whole;
    }
    void font(double scale, bool bold = false) { p_.setFont(text_font(view_, scale, bold)); }

    // Text with its middle at x, kept inside the view; true if it was free to stand there.
    QRectF centred(double x, double baseline, const QString& text) const {
        const QFontMetricsF metrics(p_.font());
        const double width = metrics.horizontalAdvance(text);
        const double start =
            std::clamp(x - width / 2, 2.0, std::max(2.0, in_.size.width() - width - 4));
        return {start, baseline - metrics.ascent(), width, metrics.height()};
    }

    void heading() {
        const Device* camera = find_device(*net_.site, in_.laid->profile.camera);
        const QString name = in_.laid->heading.isEmpty() ? q(camera->id) + "  " + q(camera->name)
                                                         : in_.laid->heading;
        paint_strip_heading(p_, in_, view_, name, summary());
    }

    QString summary() const {
        if (in_.laid->profile.points.empty())
            return StripView::tr("not connected yet: see the ways on the right");
        const std::size_t count = in_.laid->profile.hops.size();
        const QString length = q(shown(in_.laid->profile.length_m, Unit::metre, units_));
        const QString lengths = count == 1
                                    ? StripView::tr("%1 in one length").arg(length)
                                    : StripView::tr("%1 in %2 lengths").arg(length).arg(count);
        const QString from =
            in_.laid->profile.feeding_port.empty()
                ? StripView::tr("fed by nothing")
                : StripView::tr("%1 to camera").arg(q(in_.laid->profile.feeding_port));
        const QString shared = sharers();
        const QString cable = shared.isEmpty() ? q(in_.laid->profile.hops.front().cable->name)
                                               : StripView::tr("shared with %1").arg(shared);
        const QString room =
            in_.laid->room_w < 0.1
                ? QString()
                : StripView::tr("; up to %1 more here")
                      .arg(q(shown(std::floor(in_.laid->room_w * 10) / 10, Unit::watt, units_)));
        return from + ", " + lengths + ", " + cable + room;
    }

    // Cameras whose pictures come over a length of this run as well: on a trunk, a fibre, an air
    // link, a cable of two.
    QString sharers() const {
        const Run& mine = in_.laid->laid();
        QStringList names;
        for (const Run& other : net_.runs) {
            if (other.camera == mine.camera) continue;
            const bool shares =
                std::any_of(other.links.begin(), other.links.end(), [&](LinkNumber link) {
                    return std::find(mine.links.begin(), mine.links.end(), link) !=
                           mine.links.end();
                });
            if (shares) names << q(net_.device(other.camera).id);
        }
        return names.join(", ");
    }

    // Which condition is drawn strong: the one chosen, else the one with the least volts.
    Condition strong() const {
        if (in_.condition) return *in_.condition;
        Condition worst = Condition::day;
        double least = 1e9;
        for (Condition condition : all_conditions) {
            const double volts =
                in_.laid->profile.points.back().in_v[static_cast<std::size_t>(condition)];
            const double counted = std::isnan(volts) ? -1 : volts;
            if (counted >= least) continue;
            least = counted;
            worst = condition;
        }
        return worst;
    }

    void nothing_feeds() {
        font(0.95);
        p_.setPen(theme_.fails);
        p_.drawText(QPointF(left_, (chart_top_ + chart_bottom_) / 2),
                    StripView::tr("No power reaches this cable: there are no volts to show."));
    }

    void volts() {
        const ProfilePoint& camera = in_.laid->profile.points.back();
        double low = camera.min_v, high = 0;
        for (const ProfilePoint& point : in_.laid->profile.points) {
            for (std::size_t c = 0; c < condition_count; ++c) {
                for (double v : {point.in_v[c], point.out_v[c]}) {
                    if (std::isnan(v)) continue;
                    low = std::min(low, v);
                    high = std::max(high, v);
                }
            }
        }
        for (const ReadingAlong& read : in_.laid->readings) {
            if (read.reading.of != ReadingOf::volts || !point_read(read)) continue;
            if (read.judged.verdict == ReadingVerdict::impossible) continue;  // at the edge
            low = std::min({low, read.reading.value, read.judged.least});
            high = std::max({high, read.reading.value, read.judged.most});
        }
        if (high == 0) high = 57;
        low = std::floor((low - 2) / 5) * 5;
        high = std::ceil((high + 0.5) / 5) * 5;
        const auto y_at = [&](double v) {
            return chart_bottom_ - (chart_bottom_ - chart_top_) * (v - low) / (high - low);
        };
        font(0.85);
        p_.setPen(theme_.quiet);
        p_.drawText(QPointF(14, chart_top_ - 4), StripView::tr("volts"));
        const double step = chart_bottom_ - chart_top_ > 5 * line_ ? 5 : 10;
        for (double v = std::ceil(low / step) * step; v <= high; v += step) {
            p_.setPen(theme_.rule);
            p_.drawLine(QPointF(left_, y_at(v)), QPointF(right_, y_at(v)));
            p_.setPen(theme_.quiet);
            p_.drawText(QRectF(0, y_at(v) - line_ / 2, left_ - 8, line_),
                        Qt::AlignRight | Qt::AlignVCenter, QString::number(v));
        }
        floor(camera, y_at);
        for (Condition condition : all_conditions) {
            if (condition != strong()) curve(condition, y_at, false);
        }
        curve(strong(), y_at, true);
        moment(y_at);
        for (const ReadingAlong& read : in_.laid->readings) {
            if (read.reading.of == ReadingOf::volts) volts_read(read, y_at);
        }
        labels(y_at);
    }

    // The point of the run that a reading was taken at; none for cables, and units beside it.
    std::optional<std::size_t> point_read(const ReadingAlong& read) const {
        const auto& points = in_.laid->profile.points;
        for (std::size_t i = 0; i < points.size(); ++i) {
            if (points[i].id == read.reading.subject) return i;
            // The port that feeds the run stands where its unit does.
            if (i == 0 && read.reading.subject == in_.laid->profile.feeding_port) return i;
        }
        return std::nullopt;
    }

    void add_reading(const QRectF& area, const ReadingAlong& read) {
        const QString name =
            q(read.reading.subject) + ": " + q(reading_text(read.reading, read.judged, units_));
        spots_.push_back({area, name, [working = read.judged.working] { return working; }, ""});
    }

    // A bar over all that would be as promised, a stroke at the promise, the reading as a mark.
    template <class YAt>
    void volts_read(const ReadingAlong& read, YAt y_at) {
        const std::optional<std::size_t> point = point_read(read);
        if (!point) return;
        const double x = x_at(in_.laid->profile.points[*point].at_m);
        if (read.judged.verdict != ReadingVerdict::no_promise) {
            const double top = std::max(y_at(read.judged.most), chart_top_);
            const double bottom = std::min(y_at(read.judged.least), chart_bottom_);
            p_.setPen(Qt::NoPen);
            p_.setBrush(theme_.track);
            p_.drawRoundedRect(QRectF(x - 4, top, 8, bottom - top), 3, 3);
            p_.setPen(QPen(theme_.quiet, 2));
            p_.drawLine(QPointF(x - 6, y_at(read.judged.promised)),
                        QPointF(x + 6, y_at(read.judged.promised)));
        }
        const QPointF at(x, std::clamp(y_at(read.reading.value), chart_top_, chart_bottom_));
        paint_verdict(p_, theme_, mark_of(read.judged.verdict), at, 11);
        const QRectF mark(at.x() - 7, at.y() - 7, 14, 14);
        marks_.push_back(mark);
        add_reading(mark, read);
    }

    // What is read of a cable stands beside its length, or as near its middle as there is room.
    void cables_read(const std::vector<QRectF>& lengths) {
        std::vector<QRectF> taken = lengths;
        for (const ReadingAlong& read : in_.laid->readings) {
            const auto& hops = in_.laid->profile.hops;
            for (std::size_t i = 0; i < hops.size(); ++i) {
                if (hops[i].link != read.reading.subject) continue;
                const double start = lengths[i].isEmpty()
                                         ? (x_at(hops[i].from_m) + x_at(hops[i].to_m)) / 2
                                         : lengths[i].right() + 10;
                const auto free = [&](double x) {
                    const QRectF area(x - 6, cable_y_ - 9 - line_ / 2 - 4, 12, 12);
                    return std::none_of(taken.begin(), taken.end(), [&](const QRectF& other) {
                        return other.intersects(area);
                    });
                };
                double x = start;
                for (int step = 1; !free(x) && step < 12; ++step)
                    x = start + (step % 2 == 0 ? -7.0 : 7.0) * ((step + 1) / 2);
                const QRectF area(x - 6, cable_y_ - 9 - line_ / 2 - 4, 12, 12);
                taken.push_back(area);
                paint_verdict(p_, theme_, mark_of(read.judged.verdict), area.center(), 10);
                add_reading(area, read);
            }
        }
    }

    template <class YAt>
    void floor(const ProfilePoint& camera, YAt y_at) {
        const double y = y_at(camera.min_v);
        p_.fillRect(QRectF(left_, y, right_ - left_, chart_bottom_ - y), theme_.band);
        p_.setPen(QPen(theme_.fails, 1, Qt::DashLine));
        p_.drawLine(QPointF(left_, y), QPointF(right_, y));
        curves_.push_back(QPolygonF({QPointF(left_, y), QPointF(right_, y)}));
        font(0.85);
        const QString text =
            StripView::tr("camera needs %1").arg(q(shown(camera.min_v, Unit::volt, units_)));
        const QRectF area(left_ + 6, y + 1, p_.fontMetrics().horizontalAdvance(text), line_);
        p_.drawText(area, Qt::AlignLeft | Qt::AlignVCenter, text);
        const auto laid = in_.laid;
        spots_.push_back({area, text,
                          [laid] {
                              Working steps;
                              const Kind* kind = &laid->net->kind(laid->laid().camera);
                              camera_min_volts(*kind, power_port(*laid->net, laid->laid().camera),
                                               &steps);
                              return steps;
                          },
                          ""});
    }

    template <class YAt>
    void curve(Condition condition, YAt y_at, bool bold) {
        const auto c = static_cast<std::size_t>(condition);
        p_.setBrush(Qt::NoBrush);
        p_.setPen(QPen(bold ? theme_.ink : theme_.quiet, bold ? 2.2 : 1));
        QPolygonF line;  // broken where a length carries no power
        const auto end_line = [&] {
            if (line.size() > 1) {
                p_.drawPolyline(line);
                curves_.push_back(line);
            }
            line.clear();
        };
        for (const ProfileHop& hop : in_.laid->profile.hops) {
            if (std::isnan(hop.from_v[c]) || std::isnan(hop.to_v[c])) {
                end_line();
                continue;
            }
            line.append({x_at(hop.from_m), y_at(hop.from_v[c])});
            line.append({x_at(hop.to_m), y_at(hop.to_v[c])});
        }
        end_line();
    }

    // The volts at the moment of the day that is looked at, dashed over the conditions.
    template <class YAt>
    void moment(YAt y_at) {
        if (in_.moment_words.isEmpty()) return;
        p_.setBrush(Qt::NoBrush);
        p_.setPen(QPen(theme_.copper, 2, Qt::DashLine));
        QPolygonF line;
        for (std::size_t i = 0; i < in_.moment_v.size(); ++i) {
            if (!std::isnan(in_.moment_v[i]))
                line.append({x_at(in_.laid->profile.points[i].at_m), y_at(in_.moment_v[i])});
        }
        if (line.size() > 1) {
            p_.drawPolyline(line);
            curves_.push_back(line);
        }
        font(0.88, true);
        p_.setPen(theme_.copper);
        p_.drawText(QRectF(left_ + 6, chart_top_ - 2, right_ - left_ - 12, line_),
                    Qt::AlignHCenter | Qt::AlignTop, in_.moment_words);
    }

    bool on_a_curve(QRectF area) const {
        for (const QRectF& mark : marks_) {
            if (area.intersects(mark)) return true;
        }
        area.adjust(0, -1, 0, 2);
        const QLineF sides[] = {{area.topLeft(), area.topRight()},
                                {area.topRight(), area.bottomRight()},
                                {area.bottomRight(), area.bottomLeft()},
                                {area.bottomLeft(), area.topLeft()}};
        for (const QPolygonF& curve : curves_) {
            for (qsizetype i = 0; i + 1 < curve.size(); ++i) {
                const QLineF piece(curve[i], curve[i + 1]);
                if (area.contains(piece.p1()) || area.contains(piece.p2())) return true;
                for (const QLineF& side : sides) {
                    if (side.intersects(piece, nullptr) == QLineF::BoundedIntersection) return true;
                }
            }
        }
        return false;
    }

    // Nearest to the end of its curve where no curve runs through it and no other label lies.
    QRectF free_area(double y, double width, bool below, const QRectF& taken) const {
        const double steps[] = {below ? 2 : -line_ - 2, below ? -line_ - 2 : 2, line_ + 4,
                                -2 * line_ - 4,         2 * line_ + 6,          -3 * line_ - 6};
        const auto at = [&](double left, double top) {
            return QRectF(left, std::clamp(top, chart_top_ - 2, chart_bottom_ - line_), width,
                          line_);
        };
        for (double left = right_ - width - 6; left > left_; left -= width / 2 + 8) {
            for (double step : steps) {
                const QRectF area = at(left, y + step);
                if (!on_a_curve(area) && (taken.isNull() || !area.intersects(taken))) return area;
            }
        }
        QRectF area = at(right_ - width - 6, y + steps[0]);
        if (!taken.isNull() && area.intersects(taken)) area.moveTop(taken.top() - line_);
        return area;
    }

    // The strong condition and, where it is another, day: each with its volts at the camera.
    template <class YAt>
    void labels(YAt y_at) {
        QRectF taken;
        for (Condition condition : {strong(), Condition::day}) {
            if (!taken.isNull() && condition == strong()) continue;
            const auto c = static_cast<std::size_t>(condition);
            const double v = in_.laid->profile.points.back().in_v[c];
            const bool bold = condition == strong();
            font(0.88, bold);
            const QString text =
                q(title(condition)).toLower() + " " +
                (std::isnan(v) ? StripView::tr("collapses") : q(shown(v, Unit::volt, units_)));
            const double width = p_.fontMetrics().horizontalAdvance(text);
            const double y = std::isnan(v) ? chart_bottom_ - line_ : y_at(v);
            const QRectF area = free_area(y, width, bold, taken);
            if (area.top() < chart_top_ - line_) continue;
            taken = area;
            p_.setPen(bold ? (std::isnan(v) ? theme_.fails : theme_.ink) : theme_.quiet);
            p_.drawText(area, Qt::AlignCenter, text);
            add_point(area, text, in_.laid->profile.points.size() - 1, condition);
        }
    }

    void add_point(const QRectF& area, const QString& name, std::size_t point,
                   Condition condition) {
        const auto laid = in_.laid;
        spots_.push_back({area, name,
                          [laid, point, condition] {
                              return point_working(*laid->net, laid->camera, point, condition);
                          },
                          ""});
    }

    void run() {
        font(0.85);
        std::vector<QRectF> lengths(in_.laid->profile.hops.size());
        for (std::size_t i = 0; i < in_.laid->profile.hops.size(); ++i) {
            const ProfileHop& hop = in_.laid->profile.hops[i];
            const double from = x_at(hop.from_m), to = x_at(hop.to_m);
            paint_cable(p_, theme_, QPolygonF({QPointF(from, cable_y_), QPointF(to, cable_y_)}),
                        link_mark(net_, link_at(i)), 7);
            const QString text = q(shown(hop.to_m - hop.from_m, Unit::metre, units_));
            const QRectF area = centred((from + to) / 2, cable_y_ - 9, text);
            if (area.width() + 4 > to - from && in_.laid->profile.hops.size() > 1) continue;
            p_.setPen(theme_.quiet);
            p_.drawText(area, Qt::AlignCenter, text);
            add_hop(area, StripView::tr("Length of %1").arg(q(hop.link)), i, hop.link);
            lengths[i] = area;
        }
        cables_read(lengths);
        for (std::size_t i = 0; i < in_.laid->profile.points.size(); ++i) {
            const ProfilePoint& point = in_.laid->profile.points[i];
            const QPointF at(x_at(point.at_m), cable_y_);
            const Kind& kind = net_.kind(point.device);
            if (kind.camera) {
                paint_verdict(p_, theme_, in_.laid->run.verdict, at, 14);
            } else {
                paint_unit(p_, theme_, kind, at, 15);
            }
        }
    }

    void add_hop(const QRectF& area, const QString& name, std::size_t hop,
                 const std::string& link) {
        const auto laid = in_.laid;
        const Condition condition = in_.laid->profile.hops[hop].condition;
        spots_.push_back({area, name,
                          [laid, hop, condition] {
                              return hop_working(*laid->net, laid->camera, hop, condition);
                          },
                          link});
    }

    void watts() {
        if (in_.laid->profile.feeding_port.empty()) return;
        font(0.85);
        p_.setPen(theme_.quiet);
        p_.drawText(QPointF(14, watts_y_), StripView::tr("watts"));
        const Condition condition = strong();
        double free_from = left_ - 30;
        for (std::size_t i = 0; i < in_.laid->profile.points.size(); ++i) {
            const double w = in_.laid->profile.points[i].watts[static_cast<std::size_t>(condition)];
            if (std::isnan(w)) continue;
            const QString text = q(shown_number(w, Unit::watt, units_));
            const QRectF area = centred(x_at(in_.laid->profile.points[i].at_m), watts_y_, text);
            if (area.left() < free_from) continue;
            free_from = area.right() + 4;
            p_.setPen(theme_.ink);
            p_.drawText(area, Qt::AlignCenter, text);
            add_point(area, StripView::tr("Watts at %1").arg(q(in_.laid->profile.points[i].id)), i,
                      condition);
        }
    }

    void reach() {
        font(0.85);
        p_.setPen(theme_.quiet);
        const double y = watts_y_ + 10;
        p_.drawText(QPointF(14, y + 8), StripView::tr("reach"));
        for (std::size_t i = 0; i < in_.laid->profile.hops.size(); ++i) {
            const ProfileHop& hop = in_.laid->profile.hops[i];
            const double from = x_at(hop.from_m) + 8, to = x_at(hop.to_m) - 8;
            if (to - from < 6) continue;
            if (!std::isnan(hop.sent_dbm)) {
                light(hop, i, y);
                continue;
            }
            if (std::isinf(hop.limit_m)) continue;
            Check check;
            check.value = hop.to_m - hop.from_m;
            check.limit = hop.limit_m;
            check.keep_line = check.limit;
            paint_bar(p_, theme_, QRectF(from, y, to - from, 7), bar_shares(check), hop.verdict);
            const std::string figures =
                value_of_limit(check.value, check.limit, Unit::metre, units_);
            const std::string rate = shown(hop.rate_mbps, Unit::megabit_per_second, units_);
            for (const QString& text : {q(figures + ", " + rate), q(figures)}) {
                const QRectF area = centred((from + to) / 2, y + 8 + line_, text);
                const bool only = in_.laid->profile.hops.size() == 1;
                if (area.width() > x_at(hop.to_m) - x_at(hop.from_m) - 6 && !only) continue;
                p_.setPen(theme_.ink);
                p_.drawText(area, Qt::AlignCenter, text);
                add_hop(area, StripView::tr("Reach of %1").arg(q(hop.link)), i, "");
                break;
            }
        }
    }

    // Light along a fibre: what is sent falls to what arrives, over the least that is needed.
    void light(const ProfileHop& hop, std::size_t i, double y) {
        const double from = x_at(hop.from_m) + 8, to = x_at(hop.to_m) - 8;
        const double budget_db = hop.sent_dbm - hop.needed_dbm;
        const double left_db = hop.received_dbm - hop.needed_dbm;
        const double thick = 9;
        const double end = std::clamp(left_db / std::max(budget_db, 0.1), 0.0, 1.0) * thick;
        p_.setPen(Qt::NoPen);
        p_.setBrush(theme_.track);
        p_.drawRect(QRectF(from, y - 1, to - from, thick));
        p_.setBrush(theme_.fibre);
        p_.drawPolygon(QPolygonF({QPointF(from, y - 1), QPointF(to, y - 1 + thick - end),
                                  QPointF(to, y - 1 + thick), QPointF(from, y - 1 + thick)}));
        const QString text =
            StripView::tr("light %1 to %2, needs %3; %4")
                .arg(q(shown_number(hop.sent_dbm, Unit::decibel_milliwatt, units_)),
                     q(shown(hop.received_dbm, Unit::decibel_milliwatt, units_)),
                     q(shown(hop.needed_dbm, Unit::decibel_milliwatt, units_)),
                     q(value_of_limit(hop.to_m - hop.from_m, hop.limit_m, Unit::metre, units_)));
        const QRectF area = centred((from + to) / 2, y + 9 + line_, text);
        p_.setPen(theme_.ink);
        p_.drawText(area, Qt::AlignCenter, text);
        add_hop(area, StripView::tr("Light over %1").arg(q(hop.link)), i, "");
    }

    QPainter& p_;
    const StripInput& in_;
    const QWidget& view_;
    const Theme& theme_;
    UnitSystem units_;
    const Network& net_;
    double line_;
    double left_, right_, chart_top_, chart_bottom_, cable_y_, watts_y_;
    std::vector<StripView::Spot> spots_;
    std::vector<QPolygonF> curves_;  // as drawn so far
    std::vector<QRectF> marks_;      // of what was read
};

}  // namespace

double paint_strip_heading(QPainter& painter, const StripInput& input, const QWidget& view,
                           const QString& name, const QString& beside) {
    const Theme& theme = theme_of(view);
    painter.setFont(text_font(view, 1.05, true));
    painter.setPen(theme.ink);
    painter.drawText(QPointF(14, 20), name);
    const double x = 14 + painter.fontMetrics().horizontalAdvance(name) + 14;
    painter.setFont(text_font(view, 0.9));
    painter.setPen(theme.quiet);
    const int room = static_cast<int>(input.size.width() - x - 12);
    const QString text = painter.fontMetrics().elidedText(beside, Qt::ElideRight, room);
    painter.drawText(QPointF(x, 20), text);
    return x + painter.fontMetrics().horizontalAdvance(text);
}

std::vector<StripView::Spot> paint_strip(QPainter& painter, const StripInput& input,
                                         const QWidget& view) {
    return StripPainter(painter, input, view).paint();
}

}  // namespace ovant
