// SPDX-License-Identifier: GPL-3.0-or-later
// Whether an SVG from a stranger can be shown: it keeps to itself, has a size, and its numbers are
// numbers. Whoever draws it still does so within limits (src/drawer).
#pragma once

#include <string_view>

#include "core/result.h"

namespace ovant {

inline constexpr std::size_t most_svg_elements = 200'000;  // as drawn, each use counted again

inline constexpr double least_svg_px = 0.01, most_svg_px = 1e6, most_svg_number = 1e9;

// In pixels, 96 to the inch.
struct SvgSize {
    double width_px = 0, height_px = 0;
};

// Refused: what is no XML, defines entities, is nested deeper than 100, draws more elements than
// the limit, has no width and height and no view box, or numbers that are none; and what refers to
// anything outside the file: every reference must be to a part of it ("#door") or be what a PNG or
// JPEG inside it begins with. Errors: not_xml with the line, too_large, out_of_range with the line
// and the number, missing_field, refers_outside with the line and what it refers to.
Result<SvgSize> check_svg(std::string_view svg);

}  // namespace ovant
