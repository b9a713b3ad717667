// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_hit.h"

#include <algorithm>
#include <cmath>

#include "core/assess/radio_path.h"
#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double device_px = 10, line_px = 6, point_px = 8;

double away(QPointF a, QPointF b) { return std::hypot(a.x() - b.x(), a.y() - b.y()); }

double away_from(const QPolygonF& line, QPointF at) {
    double nearest = 1e9;
    for (qsizetype i = 0; i + 1 < line.size(); ++i) {
        const QPointF way = line[i + 1] - line[i], from = at - line[i];
        const double length = QPointF::dotProduct(way, way);
        const double share =
            length > 0 ? std::clamp(QPointF::dotProduct(from, way) / length, 0.0, 1.0) : 0;
        nearest = std::min(nearest, away(line[i] + way * share, at));
    }
    return nearest;
}

}  // namespace

DeviceNumber beam_of_selected(const Document& document) {
    const Network& net = document.network();
    for (DeviceNumber device : net.kinds.numbers()) {
        const auto& radio = net.kinds[device]->radio;
        if (radio && !radio->relay && net.device(device).id == document.selected()) return device;
    }
    return {};
}

QPointF beam_handle(const Document& document, const PlanLayout& layout, DeviceNumber device) {
    constexpr double beam_px = 74;
    const Network& net = document.network();
    const double angle = azimuth_deg(net, device) * M_PI / 180;
    return layout.marks[device] + beam_px * QPointF(std::sin(angle), -std::cos(angle));
}

namespace {

struct Looking {
    const Document& document;
    const PlanMap& map;
    const PlanLayout& layout;
    QPointF pixel;
    Point at;
};

// The points by which what is selected is reshaped.
PlanHit handle_at(const Looking& look) {
    const Site& site = look.document.site();
    const std::string& selected = look.document.selected();
    const DeviceNumber beam = beam_of_selected(look.document);
    if (beam && away(beam_handle(look.document, look.layout, beam), look.pixel) <= point_px)
        return {PlanHit::What::beam, selected, 0};
    const auto point_of = [&](const std::vector<Point>& points, PlanHit::What what) -> PlanHit {
        for (std::size_t i = 0; i < points.size(); ++i) {
            if (away(look.map.to_pixel(points[i]), look.pixel) <= point_px)
                return {what, selected, i};
        }
        return {};
    };
    if (const Pathway* pathway = find_pathway(site, selected))
        return point_of(pathway->points, PlanHit::What::pathway_point);
    if (const Obstacle* obstacle = find_obstacle(site, selected))
        return point_of(obstacle->points, PlanHit::What::obstacle_point);
    return {};
}

PlanHit device_at(const Looking& look) {
    PlanHit hit;
    double nearest = device_px;
    for (DeviceNumber number : look.layout.marks.numbers()) {
        const Device& device = look.document.network().device(number);
        const double distance = away(look.layout.marks[number], look.pixel);
        // The selected device wins where several stand on one spot.
        const double counted = device.id == look.document.selected() ? distance - 3 : distance;
        if (distance > device_px || counted >= nearest) continue;
        nearest = counted;
        hit = {PlanHit::What::device, device.id, 0};
    }
    return hit;
}

PlanHit cable_at(const Looking& look) {
    PlanHit hit;
    double nearest = line_px;
    for (LinkNumber number : look.layout.lines.numbers()) {
        const double distance = away_from(look.layout.lines[number], look.pixel);
        if (distance >= nearest) continue;
        nearest = distance;
        hit = {PlanHit::What::link, look.document.network().links[number].link->id, 0};
    }
    return hit;
}

PlanHit place_at(const Looking& look) {
    for (const Place& place : look.document.site().places) {
        const QPointF off = look.pixel - look.map.to_pixel(place.at);
        if (std::abs(off.x()) <= std::max(5.0, look.map.to_pixels(place.width_m) / 2) &&
            std::abs(off.y()) <= std::max(5.0, look.map.to_pixels(place.depth_m) / 2))
            return {PlanHit::What::place, place.id, 0};
    }
    return {};
}

PlanHit line_at(const Looking& look) {
    PlanHit hit;
    double nearest = line_px;
    const auto offer = [&](const auto& drawn, PlanHit::What what) {
        const double distance = look.map.to_pixels(project(drawn.points, look.at).away_m);
        if (distance >= nearest) return;
        nearest = distance;
        hit = {what, drawn.id, 0};
    };
    for (const Pathway& pathway : look.document.site().pathways)
        offer(pathway, PlanHit::What::pathway);
    for (const ExistingCable& existing : look.document.site().existing)
        offer(existing, PlanHit::What::existing);
    return hit;
}

PlanHit obstacle_at(const Looking& look) {
    PlanHit hit;
    for (const Obstacle& obstacle : look.document.site().obstacles) {
        // Water is taken by its shore: a click in it moves the plan.
        std::vector<Point> outline = obstacle.points;
        if (outline.size() > 2) outline.push_back(outline.front());
        const bool on_edge = look.map.to_pixels(project(outline, look.at).away_m) < line_px;
        const bool inside =
            obstacle.kind != ObstacleKind::water &&
            stretch_inside(obstacle.points, look.at, {look.at.x_m + 1e-3, look.at.y_m}).has_value();
        if (on_edge || inside) hit = {PlanHit::What::obstacle, obstacle.id, 0};
    }
    return hit;
}

}  // namespace

// What lies on top is taken first.
PlanHit hit_at(const Document& document, const PlanMap& map, const PlanLayout& layout,
               QPointF pixel) {
    const Looking look{document, map, layout, pixel, map.to_site(pixel)};
    for (const auto layer : {handle_at, device_at, cable_at, place_at, line_at, obstacle_at}) {
        const PlanHit hit = layer(look);
        if (hit.what != PlanHit::What::nothing) return hit;
    }
    return {};
}

}  // namespace ovant
