// SPDX-License-Identifier: GPL-3.0-or-later
// What the JSON of the commands shares. Private to cli.
#pragma once

#include <cmath>
#include <nlohmann/json.hpp>

#include "phrase/check_text.h"

namespace ovant {

using nlohmann::ordered_json;

// What is no number is null.
inline ordered_json number(double value) {
    return std::isfinite(value) ? ordered_json(value) : ordered_json(nullptr);
}

inline std::string dumped(const ordered_json& value) {
    return value.dump(1, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

ordered_json check_json(const Check& check, const TextContext& context);

}  // namespace ovant
