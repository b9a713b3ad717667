// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace ovant {

// A position on the plan: metres to the right of and below the origin of the site.
struct Point {
    double x_m = 0;
    double y_m = 0;
    bool operator==(const Point&) const = default;
};

}  // namespace ovant
