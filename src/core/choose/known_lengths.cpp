// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/known_lengths.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double on_line_m = 2;          // a point so near a line lies on it
constexpr double at_end_m = 3;           // a unit so near an end stands beside what is there
constexpr double least_stretch_m = 0.3;  // less is no route
constexpr double longest_lead_m = 15;

// Between two units that stand together: as long as it is bought, and no part of the way.
bool is_lead(const NetLink& laid) {
    const std::optional<double> measured_m = laid.link->measured_length_m;
    return (laid.cable->cable && laid.cable->cable->cord) ||
           (measured_m && *measured_m <= longest_lead_m);
}
bool is_measured(const NetLink& laid) { return laid.link->measured_length_m && !is_lead(laid); }

bool by_cable(const NetLink& laid) {
    return laid.medium() != Medium::radio && laid.medium() != Medium::mains_wiring;
}

void add_piece(KnownRoute& route, const Network& net, const NetLink& laid, DeviceNumber from) {
    std::vector<Point> line = link_polyline(*net.site, *laid.link, net.device(laid.a.device).at,
                                            net.device(laid.b.device).at);
    if (laid.a.device != from) std::reverse(line.begin(), line.end());
    const double line_m = polyline_length_m(line);
    const double drops_m = laid.link->a.drop_m + laid.link->b.drop_m;
    route.pieces.push_back(is_lead(laid)
                               ? KnownRoute::Piece{line_m, 0, 0}
                               : KnownRoute::Piece{line_m, line_m + drops_m, laid.length_m});
    if (route.line.empty())
        route.line = std::move(line);
    else
        route.line.insert(route.line.end(), line.begin(), line.end());
}

// Metres along the line of a point on it or beside one of its ends.
struct Position {
    double along_m = 0;
    double snapped_m = 0;  // the end that it stands beside, where it does
};
std::optional<Position> position(const KnownRoute& route, Point at, double beside_m) {
    const double to_first_m = distance_m(at, route.line.front());
    const double to_last_m = distance_m(at, route.line.back());
    const double end_m = to_first_m <= to_last_m ? 0 : polyline_length_m(route.line);
    const double to_end_m = std::min(to_first_m, to_last_m);
    const Projection on = project(route.line, at);
    if (on.away_m <= on_line_m)
        return Position{on.along_m, to_end_m <= at_end_m ? end_m : on.along_m};
    if (to_end_m <= beside_m) return Position{end_m, end_m};
    return std::nullopt;
}

}  // namespace

KnownLengths::KnownLengths(const Network& net) {
    std::set<LinkNumber> of_runs;
    for (const Run& run : net.runs) {
        KnownRoute route;
        bool measured = false;
        const auto end_route = [&] {
            if (measured && route.line.size() >= 2) routes_.push_back(route);
            route = {};
            measured = false;
        };
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            const NetLink& laid = net.links[run.links[i]];
            if (!by_cable(laid)) {
                end_route();
                continue;
            }
            of_runs.insert(run.links[i]);
            route.camera = net.device(run.camera).id;
            add_piece(route, net, laid, run.outs[i].device);
            measured = measured || is_measured(laid);
        }
        end_route();
    }
    for (LinkNumber number : net.links.numbers()) {
        const NetLink& laid = net.links[number];
        if (!by_cable(laid)) continue;
        for (const LinkEnd* end : {&laid.link->a, &laid.link->b}) {
            const DeviceNumber unit = end == &laid.link->a ? laid.a.device : laid.b.device;
            if (!ends_a_run(net.kind(unit))) continue;
            double& most_m = drops_m_[end->device];
            most_m = std::max(most_m, end->drop_m);
        }
        if (!is_measured(laid) || of_runs.contains(number)) continue;
        KnownRoute route;
        add_piece(route, net, laid, laid.a.device);
        if (route.line.size() >= 2) routes_.push_back(std::move(route));
    }
    add_stated(net);
}

// The way to a camera that stands on no plan is as long as was stated, until one of its cables is
// measured.
void KnownLengths::add_stated(const Network& net) {
    const Place* head_end = head_end_of(*net.site);
    if (!head_end) return;
    std::set<std::string> measured;
    for (const KnownRoute& route : routes_) measured.insert(route.camera);
    const double drops_m = 2 * net.site->settings.default_drop_m;
    for (DeviceNumber number : net.cameras) {
        const Device& camera = net.device(number);
        if (camera.stated_run_m <= 0 || measured.contains(camera.id)) continue;
        const double line_m = distance_m(head_end->at, camera.at);
        routes_.push_back({camera.id,
                           std::hypot(head_end->width_m, head_end->depth_m) / 2,
                           {head_end->at, camera.at},
                           {{line_m, line_m + drops_m, camera.stated_run_m}}});
    }
}

std::vector<const KnownRoute*> KnownLengths::near(const std::string& camera, Point at) const {
    std::vector<const KnownRoute*> own, others;
    for (const KnownRoute& route : routes_) {
        if (route.camera == camera)
            own.push_back(&route);
        else if (project(route.line, at).away_m <= on_line_m)
            others.push_back(&route);
    }
    own.insert(own.end(), others.begin(), others.end());
    return own;
}

double KnownLengths::drop_m(const std::string& camera) const {
    const auto known = drops_m_.find(camera);
    return known == drops_m_.end() ? 0 : known->second;
}

std::optional<KnownStretch> stretch_between(const KnownRoute& route, Point from, Point to,
                                            double beside_m) {
    const auto first = position(route, from, beside_m), second = position(route, to, beside_m);
    if (!first || !second) return std::nullopt;
    // Two that stand at one end are apart by what is drawn between them.
    const bool at_one_end = first->snapped_m == second->snapped_m;
    const double a_m = at_one_end ? first->along_m : first->snapped_m;
    const double b_m = at_one_end ? second->along_m : second->snapped_m;
    const double from_m = std::min(a_m, b_m), to_m = std::max(a_m, b_m);
    const double whole_m = polyline_length_m(route.line);
    const bool all = from_m <= 0 && to_m >= whole_m;
    if (!all && (to_m - from_m < least_stretch_m || to_m - from_m < distance_m(from, to) / 2))
        return std::nullopt;
    KnownStretch out;
    double at_m = 0;
    for (const KnownRoute::Piece& piece : route.pieces) {
        const double inside_m = std::min(to_m, at_m + piece.line_m) - std::max(from_m, at_m);
        // A cable between two points that are drawn as one belongs to whatever goes past them.
        const bool past = at_m >= from_m - 1e-6 && at_m <= to_m + 1e-6;
        const double share = piece.line_m > 0 ? std::clamp(inside_m / piece.line_m, 0.0, 1.0)
                             : past           ? 1
                                              : 0;
        out.line_m += share * piece.line_m;
        out.drawn_m += share * piece.drawn_m;
        out.true_m += share * piece.true_m;
        at_m += piece.line_m;
    }
    if (out.drawn_m <= 0 || out.true_m <= 0) return std::nullopt;
    out.only_stated = route.head_end_m > 0;
    return out;
}

double true_to_drawn(const KnownStretch& known, double plan_m, double drops_m) {
    if (known.only_stated) return known.true_m / std::max(least_stretch_m, plan_m + drops_m);
    constexpr double same_m = 1, same_share = 0.02;
    const bool same_line =
        std::abs(plan_m - known.line_m) <= std::max(same_m, same_share * known.line_m);
    if (same_line) return known.true_m / (known.drawn_m - known.line_m + plan_m);
    return std::max(1.0, known.true_m / std::max(least_stretch_m, plan_m + drops_m));
}

}  // namespace ovant
