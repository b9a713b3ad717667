// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_layout.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>

#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double apart_px = plan_mark_px + 1;
constexpr int rings = 4;
constexpr double row_step_px = 3, bundle_px = 18;
constexpr double angle_step = 1e-4, offset_step_m = 0.05, touching_m = 0.3;

// Marks that stand, in squares of a mark's width.
class Standing {
public:
    bool free(QPointF at) const {
        for (int dx = -1; dx <= 1; ++dx) {
            for (int dy = -1; dy <= 1; ++dy) {
                const auto square = squares_.find(key(column(at.x()) + dx, column(at.y()) + dy));
                if (square == squares_.end()) continue;
                for (const QPointF& other : square->second) {
                    if (std::hypot(at.x() - other.x(), at.y() - other.y()) < apart_px - 0.5)
                        return false;
                }
            }
        }
        return true;
    }
    void stand(QPointF at) { squares_[key(column(at.x()), column(at.y()))].push_back(at); }

private:
    static long column(double at) { return std::lround(std::floor(at / apart_px)); }
    static long long key(long x, long y) { return static_cast<long long>(x) * 4000037LL + y; }
    std::unordered_map<long long, std::vector<QPointF>> squares_;
};

// Spots around one, the nearest first; a ring has room for six more than the one inside it.
const std::vector<QPointF>& spots_around() {
    static const std::vector<QPointF> spots = [] {
        std::vector<QPointF> out{{0, 0}};
        for (int ring = 1; ring <= rings; ++ring) {
            for (int k = 0; k < 6 * ring; ++k) {
                const double turn = 2 * M_PI * (k + (ring % 2 ? 0.0 : 0.5)) / (6 * ring);
                out.push_back(ring * apart_px * QPointF(std::cos(turn), std::sin(turn)));
            }
        }
        return out;
    }();
    return spots;
}

std::vector<QPointF> fan_out(const Document& document, const PlanMap& map,
                             const std::string& moving) {
    const Network& net = document.network();
    std::vector<QPointF> marks(net.kinds.size());
    // On a grid that moves with the site, so that pushing the plan about changes nothing.
    const QPointF origin = map.to_pixel(Point{0, 0});
    Standing standing;
    const auto place = [&](int number) {
        const Device& device = net.device(number);
        QPointF at = map.to_pixel(device.at);
        if (device.id != moving) {
            for (const QPointF& off : spots_around()) {
                if (!standing.free(at + off - origin)) continue;
                at += off;
                break;
            }
            standing.stand(at - origin);
        }
        marks[static_cast<std::size_t>(number)] = at;
    };
    // Cameras keep their spots, units step aside: where a camera hangs is what one looks for.
    for (const bool cameras : {true, false}) {
        for (std::size_t i = 0; i < net.kinds.size(); ++i) {
            if (net.kinds[i]->camera.has_value() == cameras) place(static_cast<int>(i));
        }
    }
    return marks;
}

// A stretch of a cable on an endless line: which line, and from where to where on it.
struct Stretch {
    std::pair<long long, long long> line;
    double from = 0, to = 0;
};

Stretch stretch_of(Point a, Point b) {
    double dx = b.x_m - a.x_m, dy = b.y_m - a.y_m;
    const double length = std::hypot(dx, dy);
    if (length < touching_m) return {{0, 0}, 0, 0};
    dx /= length;
    dy /= length;
    // One sense for each line, whichever way a cable goes along it.
    if (dx < -1e-9 || (std::abs(dx) <= 1e-9 && dy < 0)) {
        dx = -dx;
        dy = -dy;
    }
    const double off = dx * a.y_m - dy * a.x_m;
    const double from = dx * a.x_m + dy * a.y_m, to = dx * b.x_m + dy * b.y_m;
    return {{std::llround(std::atan2(dy, dx) / angle_step), std::llround(off / offset_step_m)},
            std::min(from, to),
            std::max(from, to)};
}

// The line moved sideways, each stretch by so much to the same side of its line whichever way it is
// gone along; the ends stay where they are.
QPolygonF moved_aside(const QPolygonF& line, double by) {
    if (by == 0 || line.size() < 2) return line;
    std::vector<QLineF> pieces;
    for (qsizetype i = 0; i + 1 < line.size(); ++i) {
        const QPointF way = line[i + 1] - line[i];
        const double length = std::hypot(way.x(), way.y());
        if (length < 1e-6) continue;
        const bool turned = way.x() < -1e-6 || (std::abs(way.x()) <= 1e-6 && way.y() < 0);
        const QPointF aside = QPointF(-way.y(), way.x()) / length * (turned ? -by : by);
        pieces.emplace_back(line[i] + aside, line[i + 1] + aside);
    }
    if (pieces.empty()) return line;
    QPolygonF out;
    out << line.front();
    out << pieces.front().p1();
    for (std::size_t i = 0; i + 1 < pieces.size(); ++i) {
        QPointF corner;
        const auto met = pieces[i].intersects(pieces[i + 1], &corner);
        // Where two lie nearly in line, or turn back, the corner would fly off.
        const bool near = met != QLineF::NoIntersection &&
                          QLineF(corner, pieces[i].p2()).length() <= 4 * std::abs(by) + 1;
        if (near)
            out << corner;
        else
            out << pieces[i].p2() << pieces[i + 1].p1();
    }
    out << pieces.back().p2();
    out << line.back();
    return out;
}

}  // namespace

std::vector<CableRow> cable_rows(const std::vector<std::vector<Point>>& lines) {
    struct Laid {
        double from, to;
        std::size_t cable;
    };
    std::map<std::pair<long long, long long>, std::vector<Laid>> on_line;
    std::vector<CableRow> rows(lines.size());
    for (std::size_t i = 0; i < lines.size(); ++i) {
        std::set<int> taken;
        std::vector<std::size_t> beside;
        for (std::size_t k = 0; k + 1 < lines[i].size(); ++k) {
            const Stretch stretch = stretch_of(lines[i][k], lines[i][k + 1]);
            if (stretch.to - stretch.from < touching_m) continue;
            std::vector<Laid>& there = on_line[stretch.line];
            for (const Laid& laid : there) {
                const double shared =
                    std::min(laid.to, stretch.to) - std::max(laid.from, stretch.from);
                if (shared <= touching_m || laid.cable == i) continue;
                taken.insert(rows[laid.cable].row);
                beside.push_back(laid.cable);
            }
            there.push_back({stretch.from, stretch.to, i});
        }
        int row = 0;
        while (taken.count(row) > 0) row = row > 0 ? -row : 1 - row;
        rows[i].row = row;
        beside.push_back(i);
        for (std::size_t cable : beside)
            rows[cable].widest = std::max(rows[cable].widest, std::abs(row));
        for (std::size_t cable : beside)
            rows[i].widest = std::max(rows[i].widest, std::abs(rows[cable].row));
    }
    return rows;
}

PlanLayout plan_layout(const Document& document, const PlanMap& map, const std::string& moving) {
    PlanLayout out;
    out.marks = fan_out(document, map, moving);
    const Network& net = document.network();
    const Site& site = document.site();
    std::vector<std::vector<Point>> ways;
    for (const NetLink& link : net.links) {
        std::vector<Point> way = link_polyline(site, *link.link, net.device(link.a.device).at,
                                               net.device(link.b.device).at);
        const bool still =
            net.device(link.a.device).id != moving && net.device(link.b.device).id != moving;
        out.lines.push_back(map.to_pixels(way));
        // Through the air nothing lies beside anything.
        if (!still || link.medium() == Medium::radio) way.clear();
        ways.push_back(std::move(way));
    }
    const std::vector<CableRow> rows = cable_rows(ways);
    for (std::size_t i = 0; i < net.links.size(); ++i) {
        QPolygonF& line = out.lines[i];
        const int widest = std::max(1, rows[i].widest);
        const double step = std::min(row_step_px, bundle_px / (2.0 * widest));
        line = moved_aside(line, rows[i].row * step);
        if (line.isEmpty()) continue;
        const auto mark = [&](PortAt end) {
            return out.marks[static_cast<std::size_t>(end.device)];
        };
        line.front() = mark(net.links[i].a);
        line.back() = mark(net.links[i].b);
    }
    return out;
}

}  // namespace ovant
