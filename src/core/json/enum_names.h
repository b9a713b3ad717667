// SPDX-License-Identifier: GPL-3.0-or-later
// The words files use for an enum; schema and documents list the same. Which they are stands with
// the enums: catalogue/kind_enum_names.h, site/site_enum_names.h.
#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <utility>

namespace ovant {

template <class T>
struct EnumNames;

#define OVANT_ENUM_NAMES(Type, Count, ...)                                           \
    template <>                                                                      \
    struct EnumNames<Type> {                                                         \
        static constexpr std::array<std::pair<Type, std::string_view>, Count> table{ \
            {__VA_ARGS__}};                                                          \
    }

template <class T>
constexpr std::string_view name_of(T value) {
    for (const auto& [known, name] : EnumNames<T>::table) {
        if (known == value) return name;
    }
    return "";
}

template <class T>
constexpr std::optional<T> from_name(std::string_view text) {
    for (const auto& [known, name] : EnumNames<T>::table) {
        if (name == text) return known;
    }
    return std::nullopt;
}

}  // namespace ovant
