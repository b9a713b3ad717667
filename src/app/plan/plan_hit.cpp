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

int beam_of_selected(const Document& document) {
    const Network& net = document.network();
    for (std::size_t i = 0; i < net.kinds.size(); ++i) {
        const auto& radio = net.kinds[i]->radio;
        if (radio && !radio->relay && net.device(static_cast<int>(i)).id == document.selected())
            return static_cast<int>(i);
    }
    return -1;
}

QPointF beam_handle(const Document& document, const PlanLayout& layout, int device) {
    constexpr double beam_px = 74;
    const Network& net = document.network();
    const double angle = azimuth_deg(net, device) * M_PI / 180;
    return layout.marks[static_cast<std::size_t>(device)] +
           beam_px * QPointF(std::sin(angle), -std::cos(angle));
}

PlanHit hit_at(const Document& document, const PlanMap& map, const PlanLayout& layout,
               QPointF pixel) {
    const Site& site = document.site();
    const int beam = beam_of_selected(document);
    if (beam >= 0 && away(beam_handle(document, layout, beam), pixel) <= point_px)
        return {PlanHit::What::beam, document.selected(), 0};
    const Point at = map.to_site(pixel);
    if (const Pathway* pathway = find_pathway(site, document.selected())) {
        for (std::size_t i = 0; i < pathway->points.size(); ++i) {
            if (away(map.to_pixel(pathway->points[i]), pixel) <= point_px) {
                return {PlanHit::What::pathway_point, pathway->id, i};
            }
        }
    }
    if (const Obstacle* obstacle = find_obstacle(site, document.selected())) {
        for (std::size_t i = 0; i < obstacle->points.size(); ++i) {
            if (away(map.to_pixel(obstacle->points[i]), pixel) <= point_px)
                return {PlanHit::What::obstacle_point, obstacle->id, i};
        }
    }
    PlanHit hit;
    double nearest = device_px;
    const Network& net = document.network();
    for (std::size_t i = 0; i < layout.marks.size(); ++i) {
        const Device& device = net.device(static_cast<int>(i));
        const double distance = away(layout.marks[i], pixel);
        // The selected device wins where several stand on one spot.
        const double counted = device.id == document.selected() ? distance - 3 : distance;
        if (distance > device_px || counted >= nearest) continue;
        nearest = counted;
        hit = {PlanHit::What::device, device.id, 0};
    }
    if (hit.what != PlanHit::What::nothing) return hit;
    nearest = line_px;
    for (std::size_t i = 0; i < layout.lines.size(); ++i) {
        const double distance = away_from(layout.lines[i], pixel);
        if (distance >= nearest) continue;
        nearest = distance;
        hit = {PlanHit::What::link, net.links[i].link->id, 0};
    }
    if (hit.what != PlanHit::What::nothing) return hit;
    for (const Place& place : site.places) {
        const QPointF centre = map.to_pixel(place.at);
        if (std::abs(pixel.x() - centre.x()) <= std::max(5.0, map.to_pixels(place.width_m) / 2) &&
            std::abs(pixel.y() - centre.y()) <= std::max(5.0, map.to_pixels(place.depth_m) / 2)) {
            return {PlanHit::What::place, place.id, 0};
        }
    }
    nearest = line_px;
    for (const Pathway& pathway : site.pathways) {
        const double distance = map.to_pixels(project(pathway.points, at).away_m);
        if (distance >= nearest) continue;
        nearest = distance;
        hit = {PlanHit::What::pathway, pathway.id, 0};
    }
    for (const ExistingCable& existing : site.existing) {
        const double distance = map.to_pixels(project(existing.points, at).away_m);
        if (distance >= nearest) continue;
        nearest = distance;
        hit = {PlanHit::What::existing, existing.id, 0};
    }
    if (hit.what != PlanHit::What::nothing) return hit;
    for (const Obstacle& obstacle : site.obstacles) {
        // Water is taken by its shore: a click in it moves the plan.
        std::vector<Point> outline = obstacle.points;
        if (outline.size() > 2) outline.push_back(outline.front());
        const bool on_edge = map.to_pixels(project(outline, at).away_m) < line_px;
        const bool inside =
            obstacle.kind != ObstacleKind::water &&
            stretch_inside(obstacle.points, at, {at.x_m + 1e-3, at.y_m}).has_value();
        if (on_edge || inside) hit = {PlanHit::What::obstacle, obstacle.id, 0};
    }
    return hit;
}

}  // namespace ovant
