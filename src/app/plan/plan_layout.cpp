// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_layout.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>
#include <unordered_map>
#include <utility>

#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double apart_px = plan_mark_px + 1;
constexpr int rings = 4;
constexpr double spot_m = 2;
constexpr std::size_t nearest_spots = 7;  // its own and the first ring
constexpr double row_step_px = 3, bundle_px = 18;
constexpr double angle_step = 1e-4, offset_step_m = 0.05, touching_m = 0.3;

// Marks that stand, in squares of twice a mark's room.
class Standing {
public:
    bool free(QPointF at) const {
        constexpr double room = apart_px - 0.5;
        const long right = square_of(at.x() + room), bottom = square_of(at.y() + room);
        for (long x = square_of(at.x() - room); x <= right; ++x) {
            for (long y = square_of(at.y() - room); y <= bottom; ++y) {
                const auto square = squares_.find(key(x, y));
                if (square == squares_.end()) continue;
                for (const QPointF& other : square->second) {
                    const QPointF off = at - other;
                    if (QPointF::dotProduct(off, off) < room * room) return false;
                }
            }
        }
        return true;
    }
    void stand(QPointF at) { squares_[key(square_of(at.x()), square_of(at.y()))].push_back(at); }

private:
    static long square_of(double at) { return static_cast<long>(std::floor(at / (2 * apart_px))); }
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

By<DeviceNumber, QPointF> fan_out(const Document& document, const PlanMap& map,
                                  const std::string& moving) {
    const Network& net = document.network();
    By<DeviceNumber, QPointF> marks(net.kinds.size());
    // On a grid that moves with the site, so that pushing the plan about changes nothing.
    const QPointF origin = map.to_pixel(Point{0, 0});
    Standing standing;
    std::set<std::pair<long, long>> spots;  // where something stands already
    std::set<std::string_view> places;
    const auto place = [&](DeviceNumber number) {
        const Device& device = net.device(number);
        QPointF at = map.to_pixel(device.at);
        if (device.id != moving) {
            bool shared = !spots
                               .insert({std::lround(device.at.x_m / spot_m),
                                        std::lround(device.at.y_m / spot_m)})
                               .second;
            // What stands at one place hangs on one wall.
            if (!device.place.empty()) shared = !places.insert(device.place).second || shared;
            // What only comes near another by looking from far away steps aside by one at most.
            std::size_t tries = shared ? spots_around().size() : nearest_spots;
            for (const QPointF& off : spots_around()) {
                if (tries-- == 0) break;
                if (!standing.free(at + off - origin)) continue;
                at += off;
                break;
            }
            standing.stand(at - origin);
        }
        marks[number] = at;
    };
    // Cameras keep their spots, units step aside: where a camera hangs is what one looks for.
    for (const bool cameras : {true, false}) {
        for (DeviceNumber device : net.kinds.numbers()) {
            if (net.kinds[device]->camera.has_value() == cameras) place(device);
        }
    }
    return marks;
}

// A stretch of a cable on an endless line: which line, and from where to where on it.
using LineKey = std::pair<long long, long long>;
struct LineHash {
    std::size_t operator()(const LineKey& key) const {
        return std::hash<long long>()(key.first * 1000003LL + key.second);
    }
};
struct Stretch {
    LineKey line;
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

// 0, 1, -1 and so on to either side, thirteen in all.
constexpr int row_count = 13;

struct Interval {
    double from = 0, to = 0;
};

// What of one endless line each row has taken; overlapping pieces become one.
class Rows {
public:
    bool taken(int row, Interval wanted) const {
        const std::vector<Interval>& pieces = rows_[static_cast<std::size_t>(row)];
        return std::any_of(pieces.begin(), pieces.end(), [&](const Interval& piece) {
            return std::min(piece.to, wanted.to) - std::max(piece.from, wanted.from) > touching_m;
        });
    }
    void take(int row, Interval piece) {
        std::vector<Interval>& pieces = rows_[static_cast<std::size_t>(row)];
        std::erase_if(pieces, [&](const Interval& other) {
            if (other.to < piece.from || other.from > piece.to) return false;
            piece = {std::min(piece.from, other.from), std::max(piece.to, other.to)};
            return true;
        });
        pieces.push_back(piece);
    }
    // How far the farthest row in use lies from the middle.
    int widest() const {
        int widest = 0;
        for (int row = 0; row < row_count; ++row) {
            if (!rows_[static_cast<std::size_t>(row)].empty()) widest = (row + 1) / 2;
        }
        return widest;
    }

private:
    std::array<std::vector<Interval>, row_count> rows_;
};

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
    std::unordered_map<LineKey, Rows, LineHash> on_line;
    std::vector<CableRow> out(lines.size());
    std::vector<std::vector<std::pair<Rows*, Interval>>> stretches(lines.size());
    for (std::size_t i = 0; i < lines.size(); ++i) {
        for (std::size_t k = 0; k + 1 < lines[i].size(); ++k) {
            const Stretch stretch = stretch_of(lines[i][k], lines[i][k + 1]);
            if (stretch.to - stretch.from >= touching_m)
                stretches[i].push_back({&on_line[stretch.line], {stretch.from, stretch.to}});
        }
        // In a bundle of more than there are rows the rest lie on the others, in turn.
        int number = 0;
        while (number < row_count &&
               std::any_of(stretches[i].begin(), stretches[i].end(), [&](const auto& stretch) {
                   return stretch.first->taken(number, stretch.second);
               }))
            ++number;
        if (number == row_count) number = static_cast<int>(i) % row_count;
        out[i].row = number % 2 ? (number + 1) / 2 : -number / 2;
        for (const auto& [rows, interval] : stretches[i]) rows->take(number, interval);
    }
    for (std::size_t i = 0; i < lines.size(); ++i) {
        for (const auto& [rows, interval] : stretches[i])
            out[i].widest = std::max(out[i].widest, rows->widest());
    }
    return out;
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
    // What stands on no plan is not seen on it.
    const std::set<DeviceNumber>& off = out.off_plan = off_plan(net);
    constexpr QPointF out_of_view{-1e5, -1e5};
    for (DeviceNumber device : off) out.marks[device] = out_of_view;
    for (LinkNumber link : net.links.numbers()) {
        QPolygonF& line = out.lines[link];
        if (off.contains(net.links[link].a.device) || off.contains(net.links[link].b.device)) {
            line.clear();
            continue;
        }
        const CableRow& row = rows[link.position()];
        const int widest = std::max(1, row.widest);
        const double step = std::min(row_step_px, bundle_px / (2.0 * widest));
        line = moved_aside(line, row.row * step);
        if (line.isEmpty()) continue;
        line.front() = out.marks[net.links[link].a.device];
        line.back() = out.marks[net.links[link].b.device];
    }
    return out;
}

}  // namespace ovant
