// SPDX-License-Identifier: GPL-3.0-or-later
// Metres of the site to pixels of the plan and back. Knows nothing else.
#pragma once

#include <QPointF>
#include <QPolygonF>
#include <QRectF>

#include <vector>

#include <set>
#include <string>

#include "core/site/site.h"

namespace ovant {

class PlanMap {
public:
    static constexpr double least_scale = 0.002, most_scale = 200;  // pixels a metre

    double scale() const { return scale_; }
    QPointF to_pixel(Point point) const;
    Point to_site(QPointF pixel) const;
    QPolygonF to_pixels(const std::vector<Point>& points) const;
    // The outline of a place, large enough to be seen.
    QRectF box_of(const Place& place) const;
    double to_pixels(double length_m) const { return length_m * scale_; }
    double to_metres(double pixels) const { return pixels / scale_; }

    // Shows the whole area in the view, centred, with a margin in pixels.
    void fit(const QRectF& area_m, QSizeF view, double margin);
    // Changes the scale so that the point under `pixel` stays there.
    void zoom(double factor, QPointF pixel);
    void pan(QPointF by_pixels);
    bool operator==(const PlanMap&) const = default;

private:
    double scale_ = 1;      // pixels a metre
    QPointF offset_{0, 0};  // pixel of the site's origin
};

// What the plan opens on: the drawing, else everything that has a position; 100 m where nothing
// has.
QRectF plan_area_m(const Site& site, const std::set<std::string>& off_plan = {});

// A round length that spans at most `most_m`: 1, 2 or 5 times a power of ten.
double scale_bar_m(double most_m);

}  // namespace ovant
