// SPDX-License-Identifier: GPL-3.0-or-later
// The ways along the pathways of a site.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/site/site.h"

namespace ovant {

struct RoutedWay {
    std::vector<std::string> pathways;  // in order
    double weighed_m = 0;               // a metre off the pathways as one and a half
};

// The pathways of a site as a graph, of which only what a search comes to is worked out, and kept
// for the next one. Borrows the site. For one thread at a time.
class Router {
public:
    explicit Router(const Site& site);
    ~Router();
    Router(const Router&) = delete;
    Router& operator=(const Router&) = delete;
    // As find_route.
    std::vector<std::string> route(Point from, Point to) const;
    RoutedWay way(Point from, Point to) const;

private:
    std::unique_ptr<class RouteGraph> graph_;
};

// Shortest way between two points where a metre off the pathways counts as one and a half: the
// pathways in order, empty for a straight line. A* over the pathway graph. Where thousands of
// pathways cross each other everywhere the search ends after most_looked_at points with the best
// way it has come to, which is never longer than the straight line.
std::vector<std::string> find_route(const Site& site, Point from, Point to);

// Points where pathways meet that one search goes through at most.
inline constexpr std::size_t most_looked_at = 50'000;

}  // namespace ovant
