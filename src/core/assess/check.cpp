// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/check.h"

#include <algorithm>
#include <cassert>
#include <cmath>

#include "core/assess/check_table.h"

namespace ovant {

OVANT_VALUE_MADE(Check);

std::string_view id_of(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return "holds";
        case Verdict::tight: return "tight";
        case Verdict::fails: return "fails";
        case Verdict::unknown: return "unknown";
    }
    return "";
}

std::string_view id_of(Condition condition) {
    switch (condition) {
        case Condition::day: return "day";
        case Condition::night: return "night";
        case Condition::coldest_night: return "coldest-night";
        case Condition::restart: return "restart";
    }
    return "";
}

void judge(Check& check, double keep) {
    const bool at_most = check.sense == Sense::at_most;
    check.keep_line = at_most ? check.limit - keep : check.limit + keep;
    const auto room = [&](double line) {
        return at_most ? line - check.value : check.value - line;
    };
    check.margin = room(check.limit);
    // Rounding of the arithmetic, not leniency: a value on the limit is inside it.
    const double slack = 1e-9 * std::max(1.0, std::abs(check.limit));
    const bool counted = !std::isnan(check.margin) && !std::isnan(keep);
    assert((counted || check.note == Note::collapses) && "a verdict on nothing");
    if (!counted && check.note != Note::collapses) {
        check.verdict = Verdict::unknown;
    } else if (!(check.margin >= -slack)) {
        check.verdict = Verdict::fails;
    } else {
        check.verdict = room(check.keep_line) >= -slack ? Verdict::holds : Verdict::tight;
    }
}

double room_share(const Check& check) {
    const double of = check.limit != 0 ? std::abs(check.limit) : 4 * std::abs(check.keep_line);
    return check.margin / std::max(1e-12, of);
}

bool worse(const Check& a, const Check& b) {
    if (a.verdict != b.verdict) return a.verdict > b.verdict;
    const auto share = [](const Check& check) {
        const bool all_or_nothing = facts_of(check.id).all_or_nothing || check.unit == Unit::none ||
                                    check.unit == Unit::count || check.unit == Unit::poe_class ||
                                    check.unit == Unit::celsius;
        if (check.verdict == Verdict::holds && all_or_nothing) return 1e300;
        if (std::isnan(check.margin)) return -1e300;
        return room_share(check);
    };
    if (share(a) != share(b)) return share(a) < share(b);
    return a.id < b.id;
}

}  // namespace ovant
