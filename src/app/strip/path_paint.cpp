// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "app/strip/strip_paint.h"
#include "app/theme/theme.h"
#include "core/assess/radio_path.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

class PathPainter {
public:
    PathPainter(QPainter& painter, const StripInput& input, const QWidget& view)
        : p_(painter),
          in_(input),
          view_(view),
          theme_(theme_of(view)),
          net_(*input.laid->net),
          hop_(static_cast<std::size_t>(input.laid->radio_hop())),
          link_(net_.links[input.laid->laid().links[hop_]]),
          path_(radio_path(net_, link_)),
          near_is_a_(link_.a == input.laid->laid().outs[hop_]),
          line_(QFontMetricsF(text_font(view, 0.88)).height()) {
        left_ = 66;
        right_ = input.size.width() - 50;
        top_ = 1.6 * line_ + 26;
        ground_ = input.size.height() - 2 * line_ - 12;
        near_m_ = near_is_a_ ? path_.height_a_m : path_.height_b_m;
        far_m_ = near_is_a_ ? path_.height_b_m : path_.height_a_m;
        highest_m_ = std::max(near_m_, far_m_) * 1.15 + 1;
        for (const Hill& hill : path_.hills) highest_m_ = std::max(highest_m_, hill.height_m * 1.1);
        const double radius_m =
            fresnel_radius_m(path_.frequency_mhz, path_.distance_m / 2, path_.distance_m);
        highest_m_ = std::max(highest_m_, (near_m_ + far_m_) / 2 + radius_m * 1.1);
    }

    std::vector<StripView::Spot> paint() {
        p_.setRenderHint(QPainter::Antialiasing);
        heading();
        if (path_.modulations.empty()) return std::move(spots_);
        ground();
        hills();
        zone();
        masts();
        words();
        return std::move(spots_);
    }

private:
    double x_at(double from_near_m) const {
        return left_ + (right_ - left_) * from_near_m / path_.distance_m;
    }
    double y_at(double height_m) const {
        return ground_ - (ground_ - top_) * height_m / highest_m_;
    }
    double from_near(double from_a_m) const {
        return near_is_a_ ? from_a_m : path_.distance_m - from_a_m;
    }
    double line_m(double from_near_m) const {
        return near_m_ + (far_m_ - near_m_) * from_near_m / path_.distance_m;
    }
    std::string place_name(PortAt end) const {
        const Place* place = net_.place_of(end.device);
        return place ? place->name : net_.device(end.device).id;
    }

    void heading() {
        const Run& run = in_.laid->laid();
        const QString name = StripView::tr("Radio path, %1 to %2")
                                 .arg(q(place_name(run.outs[hop_])), q(place_name(run.ins[hop_])));
        const auto& radio = net_.kind(link_.a.device).radio;
        paint_strip_heading(p_, in_, view_, in_.laid->heading.isEmpty() ? name : in_.laid->heading,
                            StripView::tr("%1, %2 GHz, %3 MHz channel")
                                .arg(q(shown(path_.distance_m, Unit::metre, in_.units)))
                                .arg(path_.frequency_mhz / 1000, 0, 'g', 3)
                                .arg(radio ? radio->width_mhz : 0));
    }

    void ground() {
        p_.setFont(text_font(view_, 0.85));
        const double wish_m = to_shown(highest_m_, Unit::metre, in_.units) / 3.5;
        double step = 1;
        for (double candidate : {2.0, 5.0, 10.0, 20.0, 50.0, 100.0}) {
            if (candidate <= wish_m) step = candidate;
        }
        for (double shown_m = 0; from_shown(shown_m, Unit::metre, in_.units) <= highest_m_;
             shown_m += step) {
            const double y = y_at(from_shown(shown_m, Unit::metre, in_.units));
            p_.setPen(theme_.rule);
            p_.drawLine(QPointF(left_, y), QPointF(right_, y));
            p_.setPen(theme_.quiet);
            p_.drawText(QRectF(0, y - line_ / 2, left_ - 10, line_),
                        Qt::AlignRight | Qt::AlignVCenter,
                        QString("%1 %2").arg(shown_m).arg(q(unit_name(Unit::metre, in_.units))));
        }
        // The earth rises between the ends; water where the plan has it.
        QPolygonF earth{QPointF(left_, ground_)};
        for (int i = 0; i <= 40; ++i) {
            const double at_m = path_.distance_m * i / 40;
            earth.append({x_at(at_m), y_at(earth_bulge_m(at_m, path_.distance_m))});
        }
        earth.append({right_, ground_});
        earth.append({right_, ground_ + 7});
        earth.append({left_, ground_ + 7});
        p_.setPen(Qt::NoPen);
        p_.setBrush(theme_.place);
        p_.drawPolygon(earth);
    }

    void hills() {
        p_.setFont(text_font(view_, 0.85));
        for (const Hill& hill : path_.hills) {
            const double a = x_at(from_near(hill.from_m)), b = x_at(from_near(hill.to_m));
            const QRectF box(std::min(a, b), y_at(hill.height_m), std::max(3.0, std::abs(b - a)),
                             ground_ - y_at(hill.height_m));
            const bool worst = hill.name == path_.clearance.obstacle;
            p_.setPen(QPen(worst && !path_.clearance.clear() ? theme_.fails : theme_.pathway, 1));
            p_.setBrush(theme_.track);
            p_.drawRect(box);
            p_.setPen(theme_.quiet);
            const QString text =
                q(hill.name) + ", " + q(shown(hill.height_m, Unit::metre, in_.units));
            const double width = p_.fontMetrics().horizontalAdvance(text);
            const double x =
                box.right() + 6 + width < right_ ? box.right() + 6 : box.left() - 6 - width;
            p_.drawText(QPointF(x, ground_ - 8), text);
        }
    }

    void zone() {
        QPolygonF above, below;
        for (int i = 0; i <= 60; ++i) {
            const double at_m = path_.distance_m * i / 60;
            const double radius_m = fresnel_radius_m(path_.frequency_mhz, at_m, path_.distance_m);
            above.append({x_at(at_m), y_at(line_m(at_m) + radius_m)});
            below.prepend({x_at(at_m), y_at(line_m(at_m) - radius_m)});
        }
        const bool clear = path_.clearance.clear();
        QColor fill = clear ? theme_.radio : theme_.fails;
        fill.setAlpha(46);
        p_.setPen(Qt::NoPen);
        p_.setBrush(fill);
        p_.drawPolygon(above + below);
        p_.setPen(QPen(path_.clearance.share < 0 ? theme_.fails : theme_.radio, 1.8));
        p_.drawLine(QPointF(left_, y_at(near_m_)), QPointF(right_, y_at(far_m_)));
    }

    void masts() {
        const Run& run = in_.laid->laid();
        mast(left_, near_m_, run.outs[hop_]);
        mast(right_, far_m_, run.ins[hop_]);
    }

    void mast(double x, double height_m, PortAt end) {
        p_.setPen(QPen(theme_.ink, 3));
        p_.drawLine(QPointF(x, ground_), QPointF(x, y_at(height_m)));
        p_.setPen(QPen(theme_.ink, 1.5));
        p_.setBrush(theme_.card);
        p_.drawEllipse(QPointF(x, y_at(height_m)), 4.5, 4.5);
        p_.setFont(text_font(view_, 0.85, true));
        const QString text = q(shown(height_m, Unit::metre, in_.units));
        const double width = p_.fontMetrics().horizontalAdvance(text);
        const double start = x > (left_ + right_) / 2 ? x + 8 : x + 9;
        QRectF area(std::min(start, in_.size.width() - width - 2), y_at(height_m) - line_ - 3,
                    width, line_);
        p_.setPen(theme_.ink);
        p_.drawText(area, Qt::AlignCenter, text);
        StripView::Spot spot{QRectF(x - 9, y_at(height_m) - 9, 18, 18),
                             StripView::tr("Antenna of %1").arg(q(net_.device(end.device).id)),
                             working(), ""};
        if (in_.laid->heading.isEmpty()) {
            spot.antenna = net_.device(end.device).id;
            spot.metres_per_pixel = highest_m_ / (ground_ - top_);
        }
        spots_.push_back(std::move(spot));
    }

    std::function<Working()> working() const {
        const auto laid = in_.laid;
        const std::size_t hop = hop_;
        return [laid, hop] { return hop_working(*laid->net, laid->camera, hop, Condition::day); };
    }

    void words() {
        const Clearance& clear = path_.clearance;
        const double wanted_m = clear_zone_share * clear.radius_m;
        QString text;
        if (clear.least_m < 0)
            text =
                StripView::tr("%1 cuts the line by %2")
                    .arg(clear.obstacle.empty() ? StripView::tr("the ground") : q(clear.obstacle),
                         q(shown(-clear.least_m, Unit::metre, in_.units)));
        else if (!clear.clear())
            text = StripView::tr("60 % of the first Fresnel zone is short by %1")
                       .arg(q(shown(wanted_m - clear.least_m, Unit::metre, in_.units)));
        else
            text = StripView::tr("60 % of the first Fresnel zone clears by %1")
                       .arg(q(shown(clear.least_m - wanted_m, Unit::metre, in_.units)));
        p_.setFont(text_font(view_, 0.88));
        p_.setPen(!clear.clear() ? theme_.fails : theme_.radio);
        const double width = p_.fontMetrics().horizontalAdvance(text);
        const QRectF area((left_ + right_) / 2 - width / 2, top_ - line_ - 4, width, line_);
        p_.drawText(area, Qt::AlignCenter, text);
        spots_.push_back({area, StripView::tr("Clearance"), working(), ""});
        const Modulation& needed = enough_for(path_.modulations, link_.load_mbps);
        const QString level =
            StripView::tr("received %1, needs %2 for %3; carries %4, %5 of airtime")
                .arg(q(shown(path_.received_dbm, Unit::decibel_milliwatt, in_.units)),
                     q(shown(needed.sensitivity_dbm, Unit::decibel_milliwatt, in_.units)),
                     q(shown(needed.useful_mbps, Unit::megabit_per_second, in_.units)),
                     q(shown(link_.load_mbps, Unit::megabit_per_second, in_.units)),
                     q(shown(100 * airtime_share(net_, link_.a.device), Unit::percent, in_.units)));
        p_.setPen(theme_.quiet);
        const double level_width = p_.fontMetrics().horizontalAdvance(level);
        const QRectF below(14, in_.size.height() - line_ - 6, level_width, line_);
        p_.drawText(below, Qt::AlignLeft | Qt::AlignVCenter, level);
        spots_.push_back({below, StripView::tr("Received level"), working(), ""});
    }

    QPainter& p_;
    const StripInput& in_;
    const QWidget& view_;
    const Theme& theme_;
    const Network& net_;
    std::size_t hop_;
    const NetLink& link_;
    RadioPath path_;
    bool near_is_a_;
    double line_;
    double left_, right_, top_, ground_;
    double near_m_ = 0, far_m_ = 0, highest_m_ = 1;
    std::vector<StripView::Spot> spots_;
};

}  // namespace

std::vector<StripView::Spot> paint_path(QPainter& painter, const StripInput& input,
                                        const QWidget& view) {
    return PathPainter(painter, input, view).paint();
}

}  // namespace ovant
