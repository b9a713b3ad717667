// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_map.h"

#include <QImage>

#include <algorithm>
#include <cmath>

#include "app/plan/drawing_picture.h"

namespace ovant {

QPointF PlanMap::to_pixel(Point point) const {
    return {point.x_m * scale_ + offset_.x(), point.y_m * scale_ + offset_.y()};
}

Point PlanMap::to_site(QPointF pixel) const {
    return {(pixel.x() - offset_.x()) / scale_, (pixel.y() - offset_.y()) / scale_};
}

QPolygonF PlanMap::to_pixels(const std::vector<Point>& points) const {
    QPolygonF line;
    line.reserve(static_cast<qsizetype>(points.size()));
    for (const Point& point : points) line.append(to_pixel(point));
    return line;
}

QRectF PlanMap::box_of(const Place& place) const {
    constexpr double least_px = 8;
    const double width = std::max(least_px, to_pixels(place.width_m));
    const double depth = std::max(least_px, to_pixels(place.depth_m));
    const QPointF centre = to_pixel(place.at);
    return {centre.x() - width / 2, centre.y() - depth / 2, width, depth};
}

void PlanMap::fit(const QRectF& area_m, QSizeF view, double margin) {
    const double width = std::max(1.0, view.width() - 2 * margin);
    const double height = std::max(1.0, view.height() - 2 * margin);
    scale_ = std::clamp(
        std::min(width / std::max(area_m.width(), 0.1), height / std::max(area_m.height(), 0.1)),
        least_scale, most_scale);
    offset_ = QPointF(view.width() / 2, view.height() / 2) - area_m.center() * scale_;
}

void PlanMap::zoom(double factor, QPointF pixel) {
    const Point fixed = to_site(pixel);
    scale_ = std::clamp(scale_ * factor, least_scale, most_scale);
    offset_ += pixel - to_pixel(fixed);
}

void PlanMap::pan(QPointF by_pixels) { offset_ += by_pixels; }

QRectF plan_area_m(const Site& site, const std::set<std::string>& off_plan) {
    if (site.drawing) {
        const QSizeF size = drawing_size_px(*site.drawing) * site.drawing->metres_per_pixel;
        if (!size.isEmpty()) {
            return {QPointF(site.drawing->origin.x_m, site.drawing->origin.y_m), size};
        }
    }
    QRectF area;
    const auto add = [&](Point point) {
        const QRectF spot(point.x_m - 5, point.y_m - 5, 10, 10);
        area = area.isNull() ? spot : area.united(spot);
    };
    for (const Device& device : site.devices) {
        if (!off_plan.contains(device.id)) add(device.at);
    }
    for (const Place& place : site.places) add(place.at);
    for (const Pathway& pathway : site.pathways) {
        for (const Point& point : pathway.points) add(point);
    }
    return area.isNull() ? QRectF(0, 0, 100, 70) : area;
}

double scale_bar_m(double most_m) {
    const double power = std::pow(10, std::floor(std::log10(std::max(most_m, 1e-6))));
    for (double step : {5.0, 2.0, 1.0}) {
        if (step * power <= most_m) return step * power;
    }
    return power;
}

}  // namespace ovant
