// SPDX-License-Identifier: GPL-3.0-or-later
// A kind out of JSON, and whether it is one that can be used. Private to core/catalogue and
// core/format.
#pragma once

#include "core/catalogue/kind.h"
#include "core/catalogue/kind_enum_names.h"
#include "core/json/field_reader.h"

namespace ovant {

inline constexpr std::size_t largest_kind_bytes = 100'000;
std::string kilobytes(std::size_t bytes);

// nullopt where something of it is wrong; `problems` says what.
std::optional<Kind> kind_from(const nlohmann::json& object, const JsonPath& path,
                              Problems& problems);

// What a kind of this category lacks to be used as one, as the end of a sentence; empty for a sound
// kind. "a repeater needs a port that faces the feeding side".
std::string lacking(const Kind& kind);

}  // namespace ovant
