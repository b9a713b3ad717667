// SPDX-License-Identifier: GPL-3.0-or-later
// Limits and errors shared by the edits. Private to core/site.
#pragma once

#include <fmt/format.h>

#include <cmath>
#include <string>
#include <string_view>

#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr double farthest_m = 1e6;
inline constexpr double longest_cable_m = 1e5;

inline double to_centimetre(double value_m) { return std::round(value_m * 100) / 100; }
inline Point to_centimetre(Point point) {
    return {to_centimetre(point.x_m), to_centimetre(point.y_m)};
}

inline Error no_such(std::string_view id) {
    return {ErrorCode::no_such_object, "", std::string(id), ""};
}

inline bool on_plan(Point point) {
    return std::abs(point.x_m) <= farthest_m && std::abs(point.y_m) <= farthest_m;
}

inline Error off_plan(std::string_view id, Point point) {
    return {ErrorCode::out_of_range, std::string(id) + " position",
            fmt::format("{:g}, {:g}", point.x_m, point.y_m), "1000 km either way"};
}

inline Error bad_length(std::string_view link, double length_m) {
    return {ErrorCode::out_of_range, std::string(link) + " length", fmt::format("{:g}", length_m),
            "0 to 100 km"};
}

}  // namespace ovant
