// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/sum_text.h"

#include <fmt/format.h>

#include <cmath>

#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string sum_answer(const Sum& sum, UnitSystem units) {
    if (!sum.stands) return said("The line collapses: no working voltage exists");
    if (sum.unit == Unit::hour && sum.answer < 100) {
        const long minutes = std::lround(sum.answer * 60);
        return told("{} h {:02} min, {}", minutes / 60, minutes % 60, sum.answer_name);
    }
    // A radius of a few metres needs its centimetres.
    if (sum.unit == Unit::metre)
        return fmt::format("{:.2f} {}, {}", to_shown(sum.answer, sum.unit, units),
                           unit_name(sum.unit, units), sum.answer_name);
    return fmt::format("{}, {}", shown(sum.answer, sum.unit, units), sum.answer_name);
}

}  // namespace ovant
