// SPDX-License-Identifier: GPL-3.0-or-later
// Whether an SVG from a stranger can be shown: it keeps to itself and is drawn in bounded time.
#pragma once

#include <string_view>

#include "core/result.h"

namespace ovant {

inline constexpr std::size_t most_svg_elements = 200'000;  // as drawn, each use counted again

// Refused: what is no XML, defines entities, is nested deeper than 100, draws more elements than
// the limit, or refers to anything outside the file: every reference must be to a part of it
// ("#door") or be a PNG or JPEG inside it. Errors: not_xml with the line, too_large, refers_outside
// with the line and what it refers to.
Result<bool> check_svg(std::string_view svg);

}  // namespace ovant
