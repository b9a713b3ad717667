// SPDX-License-Identifier: GPL-3.0-or-later
// A programme on its way to the solver's process, and what comes back. Private to core/solve and
// the solver; both are built together, so numbers go as they lie in memory.
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/solve/integer_programme.h"

namespace ovant {

inline constexpr const char* solver_program = "ovant-solve";

std::string programme_to_bytes(const IntegerProgramme& programme, const ProgrammeEffort& effort);
// Nothing where the bytes are cut off.
struct ProgrammeAsked {
    IntegerProgramme programme;
    ProgrammeEffort effort;
};
std::optional<ProgrammeAsked> programme_from_bytes(std::string_view bytes);

// One message of the solver: values it found, or how its search ended.
struct SolverNews {
    bool ended = false;
    bool optimal = false, infeasible = false;  // once it ended
    double bound = -1e30;
    std::vector<double> values;  // may be empty
};
std::string news_to_bytes(const SolverNews& news);
// Takes the first message off the bytes; nothing while it is not whole.
std::optional<SolverNews> take_news(std::string& bytes);

}  // namespace ovant
