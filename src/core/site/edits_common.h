// SPDX-License-Identifier: GPL-3.0-or-later
// Checks and errors shared by the edits. Private to core/site.
#pragma once

#include <fmt/format.h>

#include <cmath>
#include <string>
#include <string_view>

#include "core/fields/field_check.h"
#include "core/result.h"
#include "core/site/edits.h"
#include "core/site/site_fields.h"

namespace ovant {

inline double to_centimetre(double value_m) { return std::round(value_m * 100) / 100; }
inline Point to_centimetre(Point point) {
    return {to_centimetre(point.x_m), to_centimetre(point.y_m)};
}

inline Error no_such(std::string_view id) {
    return {ErrorCode::no_such_object, "", std::string(id), ""};
}

// The site, if the object just changed in it holds only what its fields may hold; `list` is where
// the file has it.
template <class T>
Result<Site> if_right(Site site, const char* list, const T& object) {
    std::optional<Error> wrong = wrong_field(object);
    if (!wrong) return site;
    wrong->place = fmt::format("{}/{}/{}", list, object.id, wrong->place);
    return *wrong;
}

template <class T>
Result<Added> added_if_right(Site site, const char* list, const T& object) {
    std::string id = object.id;
    Result<Site> checked = if_right(std::move(site), list, object);
    if (!checked) return checked.error();
    return Added{std::move(*checked), std::move(id)};
}

}  // namespace ovant
