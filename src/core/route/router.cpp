// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/route/router.h"

#include <limits>
#include <optional>
#include <queue>
#include <unordered_map>

#include "core/route/meet.h"

namespace ovant {
namespace {

constexpr double junction_m = 2.0;  // pathways this close are taken as joined
constexpr double off_pathway_weight = 1.5;
// Of all pathways together; what is kept of the graph stays below 100 MB.
constexpr std::size_t most_joints_kept = 1'500'000;
constexpr std::size_t nothing = std::numeric_limits<std::size_t>::max();

}  // namespace

class RouteGraph {
public:
    // Where a pathway meets another, seen from the one.
    struct Joint {
        double along_m;
        std::size_t other;
        double other_along_m;
        Point at;
        double gap_m;

        std::pair<double, std::size_t> place() const { return {along_m, other}; }
    };

    explicit RouteGraph(const Site& site) : site_(site), joints_(site.pathways.size()) {
        boxes_.reserve(site.pathways.size());
        for (const Pathway& pathway : site.pathways) boxes_.emplace_back(pathway.points);
    }

    const std::vector<Point>& points(std::size_t pathway) const {
        return site_.pathways[pathway].points;
    }
    const std::string& name(std::size_t pathway) const { return site_.pathways[pathway].id; }
    std::size_t size() const { return joints_.size(); }

    // Room for one more search: what was kept for others goes when it is too much.
    void make_room() {
        if (kept_ < most_joints_kept) return;
        joints_.assign(size(), std::nullopt);
        kept_ = 0;
    }
    // Of one pathway, in order along it; holds until make_room. Null where no more are kept.
    const std::vector<Joint>* joints(std::size_t pathway) {
        if (joints_[pathway]) return &*joints_[pathway];
        if (kept_ >= most_joints_kept) return nullptr;
        std::vector<Joint>& out = joints_[pathway].emplace();
        for (std::size_t other = 0; other < size(); ++other) {
            if (other == pathway || !boxes_[pathway].near(boxes_[other])) continue;
            // Seen from the later of the two, so that both see the same.
            const bool later = pathway > other;
            const Junction met = later ? junction(points(pathway), points(other))
                                       : junction(points(other), points(pathway));
            if (met.on_second.away_m > junction_m) continue;
            const Projection& here = later ? met.on_first : met.on_second;
            const Projection& there = later ? met.on_second : met.on_first;
            out.push_back({here.along_m, other, there.along_m, here.at, met.on_second.away_m});
        }
        std::sort(out.begin(), out.end(),
                  [](const Joint& a, const Joint& b) { return a.place() < b.place(); });
        kept_ += out.size();
        return &out;
    }

private:
    // What a pathway covers, to tell apart quickly those that come nowhere near each other.
    struct Box {
        double left = 1e300, top = 1e300, right = -1e300, bottom = -1e300;
        explicit Box(const std::vector<Point>& points) {
            for (const Point& point : points) {
                left = std::min(left, point.x_m);
                right = std::max(right, point.x_m);
                top = std::min(top, point.y_m);
                bottom = std::max(bottom, point.y_m);
            }
        }
        bool near(const Box& other) const {
            return left - junction_m <= other.right && other.left - junction_m <= right &&
                   top - junction_m <= other.bottom && other.top - junction_m <= bottom;
        }
    };

    const Site& site_;
    std::vector<std::optional<std::vector<Joint>>> joints_;
    std::vector<Box> boxes_;
    std::size_t kept_ = 0;
};

namespace {

using Joint = RouteGraph::Joint;

// One search: A* from the start, with the straight line to the goal as what is left at least.
// Its points are where the start comes to a pathway (`joint` is `nothing`) and the joints.
class Search {
public:
    Search(RouteGraph& graph, Point from, Point to) : graph_(graph), from_(from), to_(to) {}

    void run() {
        graph_.make_room();
        best_m_ = distance_m(from_, to_) * off_pathway_weight;
        for (std::size_t pathway = 0; pathway < graph_.size(); ++pathway) {
            const Projection entry = project(graph_.points(pathway), from_);
            reach({pathway, nothing}, entry.away_m * off_pathway_weight, entry.at, entry.along_m,
                  nothing);
        }
        std::size_t looked_at = 0;
        while (!open_.empty() && open_.top().at_least_m < best_m_) {
            const std::size_t next = open_.top().state;
            open_.pop();
            if (states_[next].settled) continue;
            if (looked_at++ == most_looked_at) return;
            states_[next].settled = true;
            settle(next);
        }
    }
    RoutedWay way() { return {names(), best_m_}; }

private:
    struct Spot {
        std::size_t pathway, joint;
        bool operator==(const Spot&) const = default;
    };
    struct HashSpot {
        std::size_t operator()(const Spot& spot) const {
            return spot.pathway * 1'000'003 + spot.joint;
        }
    };
    struct State {
        Spot spot;
        double cost_m, along_m;
        Point at;
        std::size_t before;
        bool settled = false;
    };
    struct Open {
        double at_least_m;
        std::size_t state;
        bool operator<(const Open& other) const {
            return std::pair(at_least_m, state) > std::pair(other.at_least_m, other.state);
        }
    };

    void reach(Spot spot, double cost_m, Point at, double along_m, std::size_t before) {
        const double at_least_m = cost_m + distance_m(at, to_);
        if (at_least_m >= best_m_) return;
        const auto [found, is_new] = numbers_.emplace(spot, states_.size());
        if (is_new) {
            states_.push_back({spot, cost_m, along_m, at, before});
        } else {
            State& state = states_[found->second];
            if (state.settled || cost_m >= state.cost_m) return;
            state.cost_m = cost_m;
            state.before = before;
        }
        open_.push({at_least_m, found->second});
    }

    void settle(std::size_t number) {
        const State state = states_[number];
        const std::size_t pathway = state.spot.pathway;
        const Projection& exit = exit_of(pathway);
        const double whole_m = state.cost_m + std::abs(state.along_m - exit.along_m) +
                               exit.away_m * off_pathway_weight;
        if (whole_m < best_m_) {
            best_m_ = whole_m;
            last_ = number;
        }
        const std::vector<Joint>* joints = graph_.joints(pathway);
        if (!joints) return;
        const auto walk_to = [&](std::size_t joint) {
            const Joint& there = (*joints)[joint];
            reach({pathway, joint}, state.cost_m + std::abs(there.along_m - state.along_m),
                  there.at, there.along_m, number);
        };
        std::size_t right = state.spot.joint + 1, left = state.spot.joint;
        if (state.spot.joint == nothing) {
            right = left = static_cast<std::size_t>(
                std::lower_bound(joints->begin(), joints->end(), state.along_m,
                                 [](const Joint& joint, double m) { return joint.along_m < m; }) -
                joints->begin());
        } else {
            step_over((*joints)[state.spot.joint], pathway, number);
        }
        if (left > 0) walk_to(left - 1);
        if (right < joints->size()) walk_to(right);
    }

    // From one pathway to the other where they meet.
    void step_over(const Joint& joint, std::size_t pathway, std::size_t number) {
        const std::vector<Joint>* there = graph_.joints(joint.other);
        if (!there) return;
        const std::pair back(joint.other_along_m, pathway);
        const auto found = std::lower_bound(
            there->begin(), there->end(), back,
            [](const Joint& one, const auto& sought) { return one.place() < sought; });
        reach({joint.other, static_cast<std::size_t>(found - there->begin())},
              states_[number].cost_m + joint.gap_m, found->at, found->along_m, number);
    }

    const Projection& exit_of(std::size_t pathway) {
        const auto [found, is_new] = exits_.try_emplace(pathway);
        if (is_new) found->second = project(graph_.points(pathway), to_);
        return found->second;
    }

    // The pathways that the best way lies on, however short; from the end backwards.
    std::vector<std::string> names() {
        std::vector<std::string> out;
        if (last_ == nothing) return out;
        double along_m = exit_of(states_[last_].spot.pathway).along_m;
        std::size_t pathway = states_[last_].spot.pathway;
        for (std::size_t number = last_; number != nothing; number = states_[number].before) {
            const State& state = states_[number];
            const std::string& name = graph_.name(pathway);
            const bool lies_on_it = state.spot.pathway == pathway && state.along_m != along_m;
            if (lies_on_it && (out.empty() || out.back() != name)) out.push_back(name);
            pathway = state.spot.pathway;
            along_m = state.along_m;
        }
        std::reverse(out.begin(), out.end());
        return out;
    }

    RouteGraph& graph_;
    Point from_, to_;
    double best_m_ = 0;           // of the best way so far; at first off every pathway
    std::size_t last_ = nothing;  // the state from which that goes to its end, by one pathway
    std::vector<State> states_;
    std::unordered_map<Spot, std::size_t, HashSpot> numbers_;
    std::unordered_map<std::size_t, Projection> exits_;
    std::priority_queue<Open> open_;
};

}  // namespace

Router::Router(const Site& site) : graph_(std::make_unique<RouteGraph>(site)) {}
Router::~Router() = default;
std::vector<std::string> Router::route(Point from, Point to) const {
    return way(from, to).pathways;
}
RoutedWay Router::way(Point from, Point to) const {
    Search search(*graph_, from, to);
    search.run();
    return search.way();
}

std::vector<std::string> find_route(const Site& site, Point from, Point to) {
    if (site.pathways.empty()) return {};
    return Router(site).route(from, to);
}

}  // namespace ovant
