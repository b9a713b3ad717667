// SPDX-License-Identifier: GPL-3.0-or-later
// How pathways lie to each other. Private to core/route.
#pragma once

#include <algorithm>
#include <optional>
#include <vector>

#include "core/route/route.h"

namespace ovant {

inline Point between(Point a, Point b, double share) {
    return {a.x_m + (b.x_m - a.x_m) * share, a.y_m + (b.y_m - a.y_m) * share};
}

// Where two segments cross, as the share along the first; nullopt if they do not.
std::optional<double> crossing_share(Point a, Point b, Point c, Point d);

struct Junction {
    Projection on_first;
    Projection on_second;  // its away_m is how far they are apart
};
// Closest approach of two pathways: a crossing, or a vertex of one on the other.
Junction junction(const std::vector<Point>& first, const std::vector<Point>& second);

}  // namespace ovant
