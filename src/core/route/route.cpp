// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/route/route.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/route/meet.h"

namespace ovant {
namespace {

double share_on_segment(Point a, Point b, Point point) {
    const double dx = b.x_m - a.x_m;
    const double dy = b.y_m - a.y_m;
    const double square = dx * dx + dy * dy;
    if (square == 0) return 0;
    return std::clamp(((point.x_m - a.x_m) * dx + (point.y_m - a.y_m) * dy) / square, 0.0, 1.0);
}

bool is_inside(const std::vector<Point>& outline, Point point) {
    bool in = false;
    for (std::size_t i = 0, j = outline.size() - 1; i < outline.size(); j = i++) {
        const Point& a = outline[i];
        const Point& b = outline[j];
        if ((a.y_m > point.y_m) == (b.y_m > point.y_m)) continue;
        const double x_m = a.x_m + (point.y_m - a.y_m) * (b.x_m - a.x_m) / (b.y_m - a.y_m);
        if (point.x_m < x_m) in = !in;
    }
    return in;
}

void append(std::vector<Point>& line, const std::vector<Point>& more) {
    for (const Point& point : more) {
        if (line.empty() || distance_m(line.back(), point) > 1e-9) line.push_back(point);
    }
}

struct Piece {  // of a pathway that a link lies on
    const Pathway* pathway;
    double from_m, to_m;
};

std::vector<Piece> pieces_of(const Site& site, const Link& link, Point a, Point b) {
    std::vector<Piece> pieces;
    for (const std::string& id : link.pathways) {
        const Pathway* pathway = find_pathway(site, id);
        if (pathway && pathway->points.size() > 1) pieces.push_back({pathway, 0, 0});
    }
    if (pieces.empty()) return pieces;
    double enter_m = project(pieces.front().pathway->points, a).along_m;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const auto& points = pieces[i].pathway->points;
        pieces[i].from_m = enter_m;
        if (i + 1 == pieces.size()) {
            pieces[i].to_m = project(points, b).along_m;
            break;
        }
        const Junction joint = junction(points, pieces[i + 1].pathway->points);
        pieces[i].to_m = joint.on_first.along_m;
        enter_m = joint.on_second.along_m;
    }
    return pieces;
}

Point end_point(const Site& site, const LinkEnd& end) {
    const Device* device = find_device(site, end.device);
    return device ? device->at : Point{};
}

}  // namespace

std::optional<double> crossing_share(Point a, Point b, Point c, Point d) {
    const double rx = b.x_m - a.x_m, ry = b.y_m - a.y_m;
    const double sx = d.x_m - c.x_m, sy = d.y_m - c.y_m;
    const double cross = rx * sy - ry * sx;
    if (cross == 0) return std::nullopt;
    const double t = ((c.x_m - a.x_m) * sy - (c.y_m - a.y_m) * sx) / cross;
    const double u = ((c.x_m - a.x_m) * ry - (c.y_m - a.y_m) * rx) / cross;
    if (t < 0 || t > 1 || u < 0 || u > 1) return std::nullopt;
    return t;
}

Junction junction(const std::vector<Point>& first, const std::vector<Point>& second) {
    double least_m = std::numeric_limits<double>::infinity();
    Junction best;
    best.on_second.away_m = least_m;
    const auto consider = [&](Point point) {
        const Projection p = project(first, point);
        const Projection q = project(second, p.at);
        if (q.away_m < least_m) {
            least_m = q.away_m;
            best = {p, q};
        }
    };
    for (const Point& point : first) consider(point);
    for (const Point& point : second) consider(point);
    for (std::size_t i = 0; i + 1 < first.size(); ++i) {
        for (std::size_t j = 0; j + 1 < second.size(); ++j) {
            const auto share = crossing_share(first[i], first[i + 1], second[j], second[j + 1]);
            if (share) consider(between(first[i], first[i + 1], *share));
        }
    }
    return best;
}

Projection project(const std::vector<Point>& polyline, Point point) {
    Projection best;
    best.away_m = std::numeric_limits<double>::infinity();
    double along_m = 0;
    for (std::size_t i = 0; i + 1 < polyline.size(); ++i) {
        const double length_m = distance_m(polyline[i], polyline[i + 1]);
        const double share = share_on_segment(polyline[i], polyline[i + 1], point);
        const Point at = between(polyline[i], polyline[i + 1], share);
        const double away_m = distance_m(at, point);
        if (away_m < best.away_m) best = {at, i, along_m + share * length_m, away_m};
        along_m += length_m;
    }
    return best;
}

double polyline_length_m(const std::vector<Point>& polyline) {
    double length_m = 0;
    for (std::size_t i = 1; i < polyline.size(); ++i) {
        length_m += distance_m(polyline[i - 1], polyline[i]);
    }
    return length_m;
}

Point point_along(const std::vector<Point>& polyline, double along_m) {
    if (polyline.empty()) return {};
    for (std::size_t i = 1; i < polyline.size(); ++i) {
        const double length_m = distance_m(polyline[i - 1], polyline[i]);
        if (along_m <= length_m && length_m > 0) {
            return between(polyline[i - 1], polyline[i], std::max(0.0, along_m / length_m));
        }
        along_m -= length_m;
    }
    return polyline.back();
}

std::vector<Point> piece_between(const std::vector<Point>& polyline, double from_m, double to_m) {
    if (from_m > to_m) {
        std::vector<Point> piece = piece_between(polyline, to_m, from_m);
        std::reverse(piece.begin(), piece.end());
        return piece;
    }
    std::vector<Point> piece{point_along(polyline, from_m)};
    double along_m = 0;
    for (std::size_t i = 1; i < polyline.size(); ++i) {
        along_m += distance_m(polyline[i - 1], polyline[i]);
        if (along_m > from_m && along_m < to_m) piece.push_back(polyline[i]);
    }
    piece.push_back(point_along(polyline, to_m));
    return piece;
}

std::vector<Point> link_polyline(const Site& site, const Link& link) {
    return link_polyline(site, link, end_point(site, link.a), end_point(site, link.b));
}

std::vector<Point> link_polyline(const Site& site, const Link& link, Point a, Point b) {
    std::vector<Point> line{a};
    const std::vector<Piece> pieces = pieces_of(site, link, a, b);
    if (pieces.empty()) append(line, link.drawn);
    for (const Piece& piece : pieces) {
        append(line, piece_between(piece.pathway->points, piece.from_m, piece.to_m));
    }
    append(line, {b});
    return line;
}

std::vector<std::pair<std::string, double>> metres_on_pathways(const Site& site, const Link& link,
                                                               Point a, Point b) {
    std::vector<std::pair<std::string, double>> out;
    for (const Piece& piece : pieces_of(site, link, a, b)) {
        out.push_back({piece.pathway->id, std::abs(piece.to_m - piece.from_m)});
    }
    return out;
}

std::vector<PathwayStretch> stretches_on_pathways(const Site& site, const Link& link, Point a,
                                                  Point b) {
    std::vector<PathwayStretch> out;
    for (const Piece& piece : pieces_of(site, link, a, b))
        out.push_back({piece.pathway->id, piece.from_m, piece.to_m});
    return out;
}

std::optional<std::pair<double, double>> stretch_inside(const std::vector<Point>& outline, Point a,
                                                        Point b) {
    const double whole_m = distance_m(a, b);
    std::vector<double> cuts;
    const std::size_t count = outline.size();
    for (std::size_t i = 0; i < (count == 2 ? 1 : count); ++i) {
        const auto share = crossing_share(a, b, outline[i], outline[(i + 1) % count]);
        if (share) cuts.push_back(*share * whole_m);
    }
    if (count > 2 && is_inside(outline, a)) cuts.push_back(0);
    if (count > 2 && is_inside(outline, b)) cuts.push_back(whole_m);
    if (cuts.empty()) return std::nullopt;
    const auto [first, last] = std::minmax_element(cuts.begin(), cuts.end());
    return std::pair(*first, *last);
}

bool crosses_water(const Site& site, const Link& link, Point a, Point b, Medium medium) {
    if (medium == Medium::radio || medium == Medium::mains_wiring || !link.existing.empty() ||
        !link.drawn.empty()) {
        return false;
    }
    constexpr double few_m = 15;  // a mooring or a bracket, not a crossing
    const std::vector<Piece> pieces = pieces_of(site, link, a, b);
    std::vector<std::pair<Point, Point>> bare;
    Point at = a;
    for (const Piece& piece : pieces) {
        bare.push_back({at, point_along(piece.pathway->points, piece.from_m)});
        at = point_along(piece.pathway->points, piece.to_m);
    }
    bare.push_back({at, b});
    for (const Obstacle& obstacle : site.obstacles) {
        if (obstacle.kind != ObstacleKind::water) continue;
        for (const auto& [from, to] : bare) {
            const auto inside = stretch_inside(obstacle.points, from, to);
            if (inside && inside->second - inside->first > few_m) return true;
        }
    }
    return false;
}

double drawn_length_m(const Site& site, const Link& link) {
    return drawn_length_m(site, link, end_point(site, link.a), end_point(site, link.b));
}

double drawn_length_m(const Site& site, const Link& link, Point a, Point b) {
    return polyline_length_m(link_polyline(site, link, a, b)) + link.a.drop_m + link.b.drop_m +
           link.slack_m;
}

double link_length_m(const Site& site, const Link& link) {
    return link.measured_length_m ? *link.measured_length_m : drawn_length_m(site, link);
}

namespace {

// The place a unit stands in: the one it names, else the one whose outline it is in.
const Place* building_of(const Site& site, const Device& device) {
    if (!device.place.empty()) return find_place(site, device.place);
    for (const Place& place : site.places) {
        if (std::abs(device.at.x_m - place.at.x_m) <= place.width_m / 2 &&
            std::abs(device.at.y_m - place.at.y_m) <= place.depth_m / 2)
            return &place;
    }
    return nullptr;
}

// Laid anew, off every pathway, from one building to another.
bool leaves_building(const Site& site, const Link& link, const Device& a, const Device& b) {
    if (!link.pathways.empty() || !link.existing.empty() || a.place == b.place) return false;
    const Place* from = building_of(site, a);
    const Place* to = from ? building_of(site, b) : nullptr;
    return to && from != to;
}

bool in_trench(const Site& site, const Link& link) {
    for (const std::string& id : link.pathways) {
        const Pathway* pathway = find_pathway(site, id);
        if (pathway && pathway->kind == PathwayKind::trench) return true;
    }
    return false;
}

}  // namespace

double bare_metres(const Site& site, const Link& link, Point a, Point b) {
    double bare_m = polyline_length_m(link_polyline(site, link, a, b));
    for (const auto& [pathway, metres] : metres_on_pathways(site, link, a, b)) bare_m -= metres;
    return std::max(0.0, bare_m);
}

Laying laying_of(const Site& site, const Link& link, const Device& a, const Device& b,
                 Medium medium) {
    constexpr double along_walls_m = 15;
    Laying out;
    const Surroundings ends = std::max(surroundings_of(site, a), surroundings_of(site, b));
    // A wet unit wets its plug, which its enclosure keeps dry; the cable beside it is outdoors.
    out.surroundings = std::min(ends, Surroundings::outdoor);
    for (const std::string& id : link.pathways) {
        const Pathway* pathway = find_pathway(site, id);
        if (pathway) out.surroundings = std::max(out.surroundings, pathway->surroundings);
    }
    if (const ExistingCable* hangs = find_existing(site, link.existing))
        out.surroundings = std::max(out.surroundings, hangs->surroundings);
    if (medium == Medium::radio || medium == Medium::mains_wiring) return out;
    const bool leaves = leaves_building(site, link, a, b);
    const bool dig = site.settings.where_no_pathway == Between::in_ground;
    out.in_ground = in_trench(site, link) || (dig && leaves);
    if (dig && !link.measured_length_m && link.existing.empty() &&
        (leaves || ends != Surroundings::indoor))
        out.dug_m = std::max(0.0, bare_metres(site, link, a.at, b.at) - along_walls_m);
    if (leaves) out.surroundings = std::max(out.surroundings, Surroundings::outdoor);
    if (out.in_ground || out.dug_m > 0)
        out.surroundings = std::max(out.surroundings, Surroundings::wet);
    return out;
}

Surroundings surroundings_to_lay_in(const Site& site, Link link, const Device& a, const Device& b,
                                    Medium medium) {
    if (a.stated_run_m <= 0 && b.stated_run_m <= 0) link.measured_length_m.reset();
    return laying_of(site, link, a, b, medium).surroundings;
}

}  // namespace ovant
