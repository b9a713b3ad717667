// SPDX-License-Identifier: GPL-3.0-or-later
// What a field of a file is called and what it may hold, said once. Each struct of the model has a
// function fields(visitor, Of<Struct>) that lists its members (site/site_fields.h,
// catalogue/kind_fields.h); the reader, the writer, the gate before every change (and so the forms)
// and the published schema are visitors of that list. Includes only result.h.
//
// A visitor has, for a member of O:
//   id(key, &O::text)                        readable id, needed
//   text(key, &O::text, most_letters, need)  text
//   one_of(key, &O::text, words, need)       text out of a few
//   date(key, &O::text, need)                a day of the calendar, 2027-01-15
//   written(key, &O::text, form, need)       text of a form, or empty
//   number(key, &O::number, range, need)     double or optional double
//   whole(key, &O::number, range)            int or unsigned
//   one_number_of(key, &O::number, numbers)  a number out of a few
//   flag(key, &O::truth)
//   choice(key, &O::e, need)                 enum or optional enum with EnumNames
//   point(key, &O::point)                    needed
//   points(key, &O::points, least, most)     needed where least > 0
//   group(key, &O::part, shape)              an object, or optional object
//   part(&O::member)                         an object whose fields stand among O's own
//   list(key, &O::items, most)               list of objects
//   texts(key, &O::words, most, letters)     list or set of texts
//   wholes(key, &O::numbers, most, range)    set of whole numbers
//   text_by_text(key, &O::map, letters)      names to texts
//   whole_by_text(key, &O::map, range)       names to whole numbers
//   rest(&O::extra)                          what no field of this version knows, as JSON
#pragma once

#include <cmath>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/result.h"

namespace ovant {

template <class T>
struct Of {};

// A field that is needed, or may be missing; of those, one that is written even where it is as
// usual.
enum class Need { no, written, yes };
// Whether a group is written without the members that are as usual.
enum class Shape { sparse, whole };

struct Range {
    double least = 0;
    double most = 0;
    bool holds(double value) const { return value >= least && value <= most; }
};

inline constexpr std::size_t most_id_letters = 64;
inline constexpr double farthest_m = 1e6;  // either way from the plan's origin

// Letters of UTF-8 text; nullopt where the bytes are none.
std::optional<std::size_t> letters_in(std::string_view text);
// A letter or digit, then letters, digits, dots, dashes and underscores, 64 at most.
bool is_id(std::string_view text);
// A day that the calendar has, written 2027-01-15; years 1000 to 2999.
bool is_date(std::string_view text);

// A text that is written in one way: 192.168.1.34, fe80::1 (as `ip`), 192.168.1.0/24,
// 02:00:00:00:00:1c, 2027-01-15T14:05. None is empty.
enum class Form { ipv4, ip, ipv4_network, mac, moment };
bool is_written(Form form, std::string_view text);
std::string_view allowed_form(Form form);
// The same as a pattern for the published schema; looser, where a pattern cannot say it.
std::string_view form_pattern(Form form);

// What may stand in a field, as the end of "350 is not ...".
std::string allowed_number(std::string_view key, Range range, bool whole);
std::string allowed_text(std::size_t most_letters, Need need);
std::string allowed_words(const std::vector<std::string_view>& words);
inline constexpr std::string_view allowed_id =
    "an id: letters, digits, dots, dashes and underscores, the first a letter or digit, 64 at most";
inline constexpr std::string_view allowed_date = "a date like 2027-01-15";
inline constexpr std::string_view allowed_point =
    "a point [x, y] in metres, 1000 km either way at most";
// The unit that a field's name ends in, as people write it: "mast_m" gives "m"; may be empty.
std::string_view unit_of_field(std::string_view key);

// A value as it is shown in a message: without control characters, 40 letters at most.
std::string shown_value(std::string_view text);
std::string shown_value(double value);

}  // namespace ovant
