// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/integer_programme.h"

#include <algorithm>
#include <cmath>

#include "core/process/helper_process.h"
#include "core/solve/programme_bytes.h"

namespace ovant {

ProgrammeSolution solve(const IntegerProgramme& programme, double most_s) {
    ProgrammeEffort effort;
    effort.most_s = most_s;
    return solve(programme, effort);
}

bool satisfies(const IntegerProgramme& programme, const std::vector<double>& values) {
    constexpr double slack = 1e-6;
    if (values.size() != programme.cost.size()) return false;
    for (std::size_t i = 0; i < values.size(); ++i) {
        if (values[i] < -slack || values[i] > programme.most[i] + slack) return false;
    }
    for (const ProgrammeRow& row : programme.rows) {
        double sum = 0;
        for (const auto& [column, factor] : row.terms)
            sum += factor * values[static_cast<std::size_t>(column)];
        const double near = slack * std::max(1.0, std::abs(sum));
        if (sum < row.low - near || sum > row.high + near) return false;
    }
    return true;
}

namespace {

constexpr double late_by_s = 0.3;
constexpr std::size_t most_answer_bytes = std::size_t{1} << 28;

double cost_of(const IntegerProgramme& programme, const std::vector<double>& values) {
    double cost = 0;
    for (std::size_t i = 0; i < values.size(); ++i) cost += values[i] * programme.cost[i];
    return cost;
}

}  // namespace

ProgrammeSolution solve(const IntegerProgramme& programme, const ProgrammeEffort& effort) {
    ProgrammeSolution out;
    const int columns = static_cast<int>(programme.cost.size());
    if (columns == 0) {
        out.found = out.proven = true;
        for (const ProgrammeRow& row : programme.rows) {
            if (row.low > 1e-9 || row.high < -1e-9) {
                out.found = out.proven = false;
                out.infeasible = true;
            }
        }
        return out;
    }
    const auto take = [&](std::vector<double> values) {
        for (double& value : values) value = std::round(value);
        // What stopped early may not satisfy the rows once it is rounded.
        if (!satisfies(programme, values)) return;
        const double cost = cost_of(programme, values);
        if (out.found && cost >= out.cost) return;
        out.found = true;
        out.cost = cost;
        out.values = std::move(values);
    };
    take(effort.start);
    bool optimal = false;
    std::string told;
    const std::string bytes = programme_to_bytes(programme, effort);
    HelperWork work;
    work.program = solver_program;
    work.input = bytes;
    // It ends by itself when its time is over, but for steps that cannot be left.
    work.limits = {effort.most_s + late_by_s, most_solver_bytes, most_answer_bytes};
    work.go_on = effort.go_on;
    work.heard = [&](std::string_view piece) {
        told += piece;
        while (std::optional<SolverNews> news = take_news(told)) {
            if (!news->values.empty()) take(std::move(news->values));
            out.bound = std::max(out.bound, news->bound);
            optimal = optimal || (news->ended && news->optimal);
            out.infeasible = news->ended && news->infeasible && !out.found;
        }
    };
    run_helper(work);
    if (!out.found) return out;
    out.bound = std::min(out.cost, optimal && effort.gap_share <= 0 ? out.cost : out.bound);
    out.proven = optimal && out.cost - out.bound <= 1e-9 * std::max(1.0, std::abs(out.cost));
    return out;
}

}  // namespace ovant
