// SPDX-License-Identifier: GPL-3.0-or-later
// JSON text from strangers: parsed within limits, and its places by line and column. Private to
// core/format and core/catalogue.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <string>
#include <string_view>
#include <vector>

#include "core/result.h"

namespace ovant {

inline constexpr int deepest_nesting = 40;
inline constexpr std::size_t most_values = 3'000'000;  // numbers, texts, lists and objects

// Errors: not_json, ends_early with the place where it breaks off, too_large for more values or
// deeper nesting than the limits.
Result<nlohmann::json> parse_json(std::string_view text);

struct TextSpot {
    std::size_t line = 0;  // from 1
    std::size_t column = 0;
};
TextSpot spot_at(std::string_view text, std::size_t byte);

// Where the values at these pointers ("devices/3/at") begin, for those that are there. One walk
// over the text, which must be JSON.
std::map<std::string, TextSpot> spots_of(std::string_view text,
                                         const std::vector<std::string>& pointers);

// The text of each item of a list of the outermost object, without the white space between.
std::vector<std::string> items_of(std::string_view text, std::string_view list);

// The text up to the last whole item of a list before `end`, with what was open closed again.
std::string cut_at(std::string_view text, std::size_t end);
// The byte where the parser stops; the size of the text if it does not.
std::size_t damage_at(std::string_view text);

}  // namespace ovant
