// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers on the command lines of all programs are read by one reader: as everywhere in Ovant,
// finite, and between two limits.
#pragma once

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <cmath>
#include <optional>
#include <string>
#include <type_traits>

#include "core/fields/fields.h"
#include "core/units/units.h"

namespace ovant {

struct NumberLimits {
    double least = 0, most = 0;
};

template <class T>
struct NumberIn {
    using type = T;
};
template <class T>
struct NumberIn<std::optional<T>> {
    using type = T;
};

// An option or, without dashes, an argument.
template <class T>
CLI::Option* add_number(CLI::App* app, const std::string& name, T& to, NumberLimits limits,
                        const std::string& help) {
    using Number = typename NumberIn<T>::type;
    const auto read = [&to, name, limits](const std::string& text) {
        const Result<double> value = parse_quantity(text, Unit::none, UnitSystem::metric);
        constexpr bool whole = std::is_integral_v<Number>;
        const bool good = value && *value >= limits.least && *value <= limits.most &&
                          (!whole || *value == std::floor(*value));
        if (!good) {
            throw CLI::ValidationError(
                name, fmt::format("{} is not a {}number from {:.10g} to {:.10g}", shown_value(text),
                                  whole ? "whole " : "", limits.least, limits.most));
        }
        to = static_cast<Number>(*value);
    };
    return app->add_option_function<std::string>(name, read, help)->type_name("NUMBER");
}

}  // namespace ovant
