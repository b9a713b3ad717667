// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/plain_routes.h"

#include <algorithm>
#include <boost/graph/adjacency_list.hpp>
#include <boost/graph/dijkstra_shortest_paths.hpp>
#include <limits>
#include <optional>

#include "core/route/meet.h"

namespace ovant {
namespace {

constexpr double junction_m = 2.0;
constexpr double off_pathway_weight = 1.5;

// Vertices are points on pathways: their ends and bends, and where they meet; every pathway is
// joined to the start and the goal.
class PlainGraph {
public:
    explicit PlainGraph(const Site& site) : site_(site), marks_(site.pathways.size()) {
        boxes_.reserve(site.pathways.size());
        for (const Pathway& pathway : site.pathways) boxes_.push_back(box_of(pathway.points));
        for (std::size_t i = 0; i < site.pathways.size(); ++i) {
            double along_m = 0;
            const auto& points = site.pathways[i].points;
            for (std::size_t k = 0; k < points.size(); ++k) {
                if (k > 0) along_m += distance_m(points[k - 1], points[k]);
                add_mark(i, along_m);
            }
            for (std::size_t j = 0; j < i; ++j) {
                if (!boxes_[i].near(boxes_[j])) continue;
                const Junction joint = junction(points, site.pathways[j].points);
                if (joint.on_second.away_m > junction_m) continue;
                joints_.push_back({add_mark(i, joint.on_first.along_m),
                                   add_mark(j, joint.on_second.along_m), joint.on_second.away_m,
                                   -1});
            }
        }
        for (auto& marks : marks_) std::sort(marks.begin(), marks.end());
    }

    RoutedWay route(Point from, Point to) const {
        int vertices = vertices_;
        std::vector<Edge> edges = joints_;
        const int start = vertices++, goal = vertices++;
        edges.push_back({start, goal, distance_m(from, to) * off_pathway_weight, -1});
        for (std::size_t i = 0; i < site_.pathways.size(); ++i) {
            std::vector<std::pair<double, int>> marks = marks_[i];
            const Projection a = project(site_.pathways[i].points, from);
            const Projection b = project(site_.pathways[i].points, to);
            const auto join = [&](const Projection& at, int end) {
                edges.push_back({end, vertices, at.away_m * off_pathway_weight, -1});
                const std::pair<double, int> mark{at.along_m, vertices++};
                marks.insert(std::upper_bound(marks.begin(), marks.end(), mark), mark);
            };
            join(a, start);
            join(b, goal);
            for (std::size_t k = 1; k < marks.size(); ++k) {
                edges.push_back({marks[k - 1].second, marks[k].second,
                                 marks[k].first - marks[k - 1].first, static_cast<int>(i)});
            }
        }
        return shortest(edges, vertices, start, goal);
    }

private:
    struct Edge {
        int from, to;
        double weight;
        int pathway;
    };
    // What a pathway covers, to tell apart quickly those that come nowhere near each other.
    struct Box {
        double left, top, right, bottom;
        bool near(const Box& other) const {
            return left - junction_m <= other.right && other.left - junction_m <= right &&
                   top - junction_m <= other.bottom && other.top - junction_m <= bottom;
        }
    };
    static Box box_of(const std::vector<Point>& points) {
        Box box{1e300, 1e300, -1e300, -1e300};
        for (const Point& point : points) {
            box.left = std::min(box.left, point.x_m);
            box.right = std::max(box.right, point.x_m);
            box.top = std::min(box.top, point.y_m);
            box.bottom = std::max(box.bottom, point.y_m);
        }
        return box;
    }
    int add_mark(std::size_t pathway, double along_m) {
        marks_[pathway].push_back({along_m, vertices_});
        return vertices_++;
    }

    RoutedWay shortest(const std::vector<Edge>& edges, int vertices, int start, int goal) const {
        using Graph =
            boost::adjacency_list<boost::vecS, boost::vecS, boost::undirectedS, boost::no_property,
                                  boost::property<boost::edge_weight_t, double,
                                                  boost::property<boost::edge_index_t, int>>>;
        Graph graph(static_cast<std::size_t>(vertices));
        for (std::size_t i = 0; i < edges.size(); ++i) {
            boost::add_edge(static_cast<std::size_t>(edges[i].from),
                            static_cast<std::size_t>(edges[i].to),
                            Graph::edge_property_type(edges[i].weight, static_cast<int>(i)), graph);
        }
        std::vector<std::size_t> before(static_cast<std::size_t>(vertices));
        std::vector<double> metres(before.size());
        boost::dijkstra_shortest_paths(
            graph, static_cast<std::size_t>(start),
            boost::predecessor_map(before.data()).distance_map(metres.data()));
        std::vector<std::string> names;
        for (std::size_t at = static_cast<std::size_t>(goal);
             at != static_cast<std::size_t>(start) && before[at] != at; at = before[at]) {
            double least = std::numeric_limits<double>::infinity();
            int pathway = -1;
            for (const auto edge : boost::make_iterator_range(out_edges(at, graph))) {
                if (target(edge, graph) != before[at] ||
                    get(boost::edge_weight, graph, edge) >= least)
                    continue;
                least = get(boost::edge_weight, graph, edge);
                pathway =
                    edges[static_cast<std::size_t>(get(boost::edge_index, graph, edge))].pathway;
            }
            if (pathway < 0 || least <= 0) continue;
            const std::string& name = site_.pathways[static_cast<std::size_t>(pathway)].id;
            if (names.empty() || names.back() != name) names.push_back(name);
        }
        std::reverse(names.begin(), names.end());
        return {names, metres[static_cast<std::size_t>(goal)]};
    }

    const Site& site_;
    std::vector<std::vector<std::pair<double, int>>> marks_;  // by pathway, in order along it
    std::vector<Edge> joints_;
    std::vector<Box> boxes_;
    int vertices_ = 0;
};

}  // namespace

RoutedWay plain_route(const Site& site, Point from, Point to) {
    return PlainGraph(site).route(from, to);
}

}  // namespace ovant
