// SPDX-License-Identifier: GPL-3.0-or-later
// What a drawing from a stranger is, told by its content before anything that draws sees it.
#pragma once

#include <string_view>

#include "core/result.h"

namespace ovant {

enum class DrawingType { png, jpeg, svg, pdf };

inline constexpr double most_drawing_pixels = 100e6;  // of a PNG or JPEG

struct DrawingFacts {
    DrawingType type = DrawingType::png;
    double width_px = 0, height_px = 0;  // 0 of a PDF, whose pages only a reader of them knows
};

// Errors: those of check_svg; too_large for more pixels than the limit; bad_value for what is none
// of these, or is cut off before its size.
Result<DrawingFacts> look_at_drawing(std::string_view bytes);

// image/png and so on.
std::string_view media_type_of(DrawingType type);

}  // namespace ovant
