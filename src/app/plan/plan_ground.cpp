// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_ground.h"

#include <QWidget>

#include "app/plan/drawing_layer.h"

namespace ovant {

void paint_handle(QPainter& painter, const Theme& theme, QPointF at, double radius_px) {
    painter.setPen(QPen(theme.copper, 1.5));
    painter.setBrush(theme.card);
    painter.drawEllipse(at, radius_px, radius_px);
}

GroundPainter::GroundPainter(QPainter& painter, const Document& document, const PlanMap& map,
                             const Theme& theme, const QRectF& seen)
    : p_(painter), document_(document), map_(map), theme_(theme), seen_(seen) {}

void GroundPainter::all() {
    const Site& site = document_.site();
    as_selected_ = false;
    for (const Obstacle& obstacle : site.obstacles) paint(obstacle);
    for (const Place& place : site.places) paint(place);
    for (const Pathway& pathway : site.pathways) paint(pathway);
    for (const ExistingCable& existing : site.existing) paint(existing);
}

void GroundPainter::selected() {
    const Site& site = document_.site();
    const std::string& id = document_.selected();
    as_selected_ = true;
    if (const Place* place = find_place(site, id)) paint(*place);
    if (const Pathway* pathway = find_pathway(site, id)) paint(*pathway);
    if (const Obstacle* obstacle = find_obstacle(site, id)) paint(*obstacle);
    if (const ExistingCable* existing = find_existing(site, id)) paint(*existing);
}

bool GroundPainter::seen(const QPolygonF& line) const {
    return line.boundingRect().adjusted(-1, -1, 1, 1).intersects(seen_);
}

void GroundPainter::paint(const Place& place) {
    const QRectF box = map_.box_of(place);
    if (!box.intersects(seen_)) return;
    p_.setPen(QPen(as_selected_ ? theme_.copper : theme_.place.darker(theme_.dark ? 70 : 122),
                   as_selected_ ? 2 : 1));
    p_.setBrush(as_selected_ ? QBrush(Qt::NoBrush) : QBrush(theme_.place));
    p_.drawRect(box);
}

QPolygonF GroundPainter::outline_of(const Obstacle& obstacle) const {
    QPolygonF outline = map_.to_pixels(obstacle.points);
    if (outline.size() > 2) outline.append(outline.first());
    return outline;
}

void GroundPainter::paint(const Obstacle& obstacle) {
    const QPolygonF outline = outline_of(obstacle);
    if (!seen(outline)) return;
    const bool water = obstacle.kind == ObstacleKind::water;
    QColor ink = water ? theme_.fibre : theme_.quiet;
    if (!as_selected_) ink.setAlpha(water ? 90 : 150);
    p_.setPen(QPen(as_selected_ ? theme_.copper : ink, as_selected_ ? 2 : 1,
                   water ? Qt::DotLine : Qt::SolidLine));
    QColor fill = theme_.quiet;
    fill.setAlpha(70);
    p_.setBrush(water || as_selected_ || outline.size() < 3
                    ? QBrush(Qt::NoBrush)
                    : QBrush(fill, obstacle.kind == ObstacleKind::trees ? Qt::Dense6Pattern
                                                                        : Qt::BDiagPattern));
    if (outline.size() < 3)
        p_.drawPolyline(outline);
    else
        p_.drawPolygon(outline);
    if (!as_selected_) return;
    for (const Point& point : obstacle.points) {
        paint_handle(p_, theme_, map_.to_pixel(point), 4);
    }
}

// A cable that hangs there already: thin, in the colour of its medium.
void GroundPainter::paint(const ExistingCable& existing) {
    const QPolygonF line = map_.to_pixels(existing.points);
    if (!seen(line)) return;
    const Kind* cable = document_.catalogue().find(existing.cable);
    const Medium medium = cable && cable->cable ? cable->cable->medium : Medium::coax;
    p_.setBrush(Qt::NoBrush);
    p_.setPen(QPen(as_selected_ ? theme_.copper : colour_of(theme_, LinkMark{medium, false}),
                   as_selected_ ? 3 : 1.4, Qt::DashDotDotLine));
    p_.drawPolyline(line);
}

void GroundPainter::paint(const Pathway& pathway) {
    const QPolygonF line = map_.to_pixels(pathway.points);
    if (!seen(line)) return;
    p_.setBrush(Qt::NoBrush);
    p_.setPen(
        QPen(as_selected_ ? theme_.copper : theme_.pathway, as_selected_ ? 3 : 2, Qt::DashLine));
    p_.drawPolyline(line);
    if (!as_selected_) return;
    for (const QPointF& point : line) {
        paint_handle(p_, theme_, point, 4);
    }
}

QPixmap paint_ground(const Document& document, const PlanMap& map, const QWidget& view,
                     DrawingLayer& layer) {
    const Theme& theme = theme_of(view);
    QPixmap ground(view.size() * view.devicePixelRatioF());
    ground.setDevicePixelRatio(view.devicePixelRatioF());
    ground.fill(theme.card);
    QPainter painter(&ground);
    if (const auto& drawing = document.site().drawing) {
        const QSizeF size = drawing_size_px(*drawing) * drawing->metres_per_pixel * map.scale();
        const QRectF area(map.to_pixel(drawing->origin), size);
        painter.setOpacity((1 - drawing->fade) * (theme.dark ? 0.5 : 1.0));
        layer.paint(painter, {*drawing, area, view.size(), view.devicePixelRatioF(), theme.dark});
        painter.setOpacity(1);
    }
    const double step_m = scale_bar_m(map.to_metres(130));
    const Point first = map.to_site({0, 0});
    QColor grid = theme.rule;
    grid.setAlpha(70);
    painter.setPen(grid);
    for (double x_m = std::ceil(first.x_m / step_m) * step_m;
         map.to_pixel({x_m, 0}).x() < view.width(); x_m += step_m) {
        const double x = map.to_pixel({x_m, 0}).x();
        painter.drawLine(QPointF(x, 0), QPointF(x, view.height()));
    }
    for (double y_m = std::ceil(first.y_m / step_m) * step_m;
         map.to_pixel({0, y_m}).y() < view.height(); y_m += step_m) {
        const double y = map.to_pixel({0, y_m}).y();
        painter.drawLine(QPointF(0, y), QPointF(view.width(), y));
    }
    return ground;
}

}  // namespace ovant
