// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/standards/standards.h"

#include <array>

namespace ovant {
namespace {

constexpr std::array<PoeClassLimits, 9> classes{{
    {15.4, 12.95, 37.0, false},
    {4.0, 3.84, 37.0, false},
    {7.0, 6.49, 37.0, false},
    {15.4, 12.95, 37.0, false},
    {30.0, 25.5, 42.5, false},
    {45.0, 40.0, 44.3, true},
    {60.0, 51.0, 42.5, true},
    {75.0, 62.0, 42.9, true},
    {90.0, 71.3, 41.1, true},
}};
// Clause 145 at a type 3 or 4 port, where it differs.
constexpr PoeClassLimits class_2_of_145{6.7, 6.49, 37.0, false};
constexpr PoeClassLimits class_3_of_145{14.0, 13.0, 37.0, false};

}  // namespace

PoeTypeLimits poe_type_limits(PoeType type) {
    switch (type) {
        case PoeType::type1: return {44, 57, 0.350, 20.0};
        case PoeType::type2: return {50, 57, 0.600, 12.5};
        case PoeType::type3: return {50, 57, 0.600, 12.5};
        case PoeType::type4: return {52, 57, 0.960, 12.5};
    }
    return {44, 57, 0.350, 20.0};
}

std::optional<PoeClassLimits> poe_class_limits(int poe_class) {
    if (poe_class < 0 || poe_class > 8) return std::nullopt;
    return classes[static_cast<std::size_t>(poe_class)];
}

std::optional<PoeClassLimits> poe_class_limits(int poe_class, PoeType port) {
    const bool clause_145 = port == PoeType::type3 || port == PoeType::type4;
    if (clause_145 && poe_class == 2) return class_2_of_145;
    if (clause_145 && poe_class == 3) return class_3_of_145;
    return poe_class_limits(poe_class);
}

Source poe_class_source(PoeType port) {
    return port == PoeType::type3 || port == PoeType::type4 ? source::poe_class_145
                                                            : source::poe_class_33;
}

int poe_class_for_load(double load_w, PoeType port) {
    for (int poe_class = 1; poe_class <= 8; ++poe_class) {
        if (load_w <= poe_class_limits(poe_class, port)->pd_w) return poe_class;
    }
    return 9;
}

PoeType poe_type_of_class(int poe_class) {
    if (poe_class <= 3) return PoeType::type1;
    if (poe_class == 4) return PoeType::type2;
    return poe_class <= 6 ? PoeType::type3 : PoeType::type4;
}

double pd_power_w(double pse_w, double pse_volts, double loop_ohm) {
    const double current_a = pse_w / pse_volts;
    return pse_w - current_a * current_a * loop_ohm;
}

}  // namespace ovant
