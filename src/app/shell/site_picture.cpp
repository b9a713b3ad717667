// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/site_picture.h"

#include <QFileInfo>
#include <QPainter>

#include <algorithm>
#include <set>

#include "core/format/file_store.h"
#include "core/format/site_json.h"
#include "core/route/route.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

constexpr double margin = 9, smallest_span_m = 20;

QRectF outline(const Place& place) {
    return {place.at.x_m - place.width_m / 2, place.at.y_m - place.depth_m / 2, place.width_m,
            place.depth_m};
}

QRectF span_of(const Network& net, const std::set<DeviceNumber>& off) {
    const Site& site = *net.site;
    QPolygonF points;
    for (DeviceNumber number : net.kinds.numbers()) {
        const Point at = net.device(number).at;
        if (!off.contains(number)) points << QPointF(at.x_m, at.y_m);
    }
    for (const Place& place : site.places)
        points << outline(place).topLeft() << outline(place).bottomRight();
    for (const Pathway& pathway : site.pathways)
        for (const Point& point : pathway.points) points << QPointF(point.x_m, point.y_m);
    const QRectF span = points.boundingRect();
    const double more_x = std::max(0.0, smallest_span_m - span.width()) / 2;
    const double more_y = std::max(0.0, smallest_span_m - span.height()) / 2;
    return span.adjusted(-more_x, -more_y, more_x, more_y);
}

}  // namespace

QImage site_picture(const Network& net, const Assessment& assessment, const Theme& theme,
                    QSize points, double scale) {
    QImage image((QSizeF(points) * scale).toSize(), QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(scale);
    image.fill(theme.card);
    const Site& site = *net.site;
    const std::set<DeviceNumber> off = off_plan(net);
    const QRectF span = span_of(net, off);
    const double per_m = std::min((points.width() - 2 * margin) / span.width(),
                                  (points.height() - 2 * margin) / span.height());
    const QPointF middle(points.width() / 2.0, points.height() / 2.0);
    const auto on_image = [&](const Point& at) {
        return middle + (QPointF(at.x_m, at.y_m) - span.center()) * per_m;
    };
    const auto line_of = [&](const std::vector<Point>& through) {
        QPolygonF line;
        for (const Point& point : through) line << on_image(point);
        return line;
    };
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme.pathway, 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const Pathway& pathway : site.pathways) painter.drawPolyline(line_of(pathway.points));
    painter.setPen(QPen(theme.rule, 1));
    painter.setBrush(theme.place);
    for (const Place& place : site.places) {
        const QRectF box = outline(place);
        painter.drawRect(
            QRectF(on_image({box.left(), box.top()}), on_image({box.right(), box.bottom()})));
    }
    painter.setBrush(Qt::NoBrush);
    for (const NetLink& link : net.links) {
        if (off.contains(link.a.device) || off.contains(link.b.device)) continue;
        painter.setPen(QPen(colour_of(theme, link_mark(net, link)), 1.1));
        painter.drawPolyline(line_of(link_polyline(site, *link.link)));
    }
    for (const RunAssessment& run : assessment.runs) {
        const Device* camera = find_device(site, run.camera);
        if (camera && camera->stated_run_m <= 0)
            paint_verdict(painter, theme, run.verdict, on_image(camera->at), 6);
    }
    return image;
}

SiteGlance glance_at(const QString& path, const Theme& theme, QSize points, double scale) {
    SiteGlance glance;
    glance.path = path;
    glance.changed = QFileInfo(path).lastModified();
    const auto in_trouble = [&](const Error& why) {
        glance.trouble = QString::fromStdString(sentence(why));
        return glance;
    };
    const Result<std::string> text = read_file(path.toStdString(), largest_site_bytes);
    if (!text) return in_trouble(text.error());
    const Result<Site> site = read_site(*text);
    if (!site) return in_trouble(site.error());
    const Catalogue catalogue = catalogue_for(*site);
    const Network net = lay_out(*site, catalogue);
    const Assessment assessment = assess(net);
    glance.name = QString::fromStdString(site->name);
    glance.cameras = static_cast<int>(assessment.runs.size());
    glance.summary = assessment.summary;
    glance.failing_units = count_failing(assessment) - assessment.summary.fails;
    glance.picture = site_picture(net, assessment, theme, points, scale);
    return glance;
}

}  // namespace ovant
