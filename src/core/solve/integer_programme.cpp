// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/integer_programme.h"

#include <Cbc_C_Interface.h>
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <memory>
#include <mutex>
#include <numeric>

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
    // CBC wants the matrix by column.
    std::vector<int> start(programme.cost.size() + 1, 0), index;
    std::vector<double> value, low, high, least(programme.cost.size(), 0);
    for (const ProgrammeRow& row : programme.rows) {
        low.push_back(row.low);
        high.push_back(row.high);
        for (const auto& [column, factor] : row.terms)
            ++start[static_cast<std::size_t>(column) + 1];
    }
    for (std::size_t i = 1; i < start.size(); ++i) start[i] += start[i - 1];
    index.resize(static_cast<std::size_t>(start.back()));
    value.resize(index.size());
    std::vector<int> next(start.begin(), start.end() - 1);
    for (std::size_t r = 0; r < programme.rows.size(); ++r) {
        for (const auto& [column, factor] : programme.rows[r].terms) {
            const auto at = static_cast<std::size_t>(next[static_cast<std::size_t>(column)]++);
            index[at] = static_cast<int>(r);
            value[at] = factor;
        }
    }
    // CBC 2.10 keeps its parameters in global variables: one programme at a time.
    static std::mutex one_at_a_time;
    const std::lock_guard lock(one_at_a_time);
    const std::unique_ptr<Cbc_Model, void (*)(Cbc_Model*)> model(Cbc_newModel(), Cbc_deleteModel);
    Cbc_loadProblem(model.get(), columns, static_cast<int>(programme.rows.size()), start.data(),
                    index.data(), value.data(), least.data(), programme.most.data(),
                    programme.cost.data(), low.data(), high.data());
    for (int i = 0; i < columns; ++i) Cbc_setInteger(model.get(), i);
    Cbc_setParameter(model.get(), "log", "0");
    Cbc_setParameter(model.get(), "seconds", fmt::format("{:.3f}", effort.most_s).c_str());
    if (effort.most_nodes > 0)
        Cbc_setParameter(model.get(), "maxNodes", fmt::format("{}", effort.most_nodes).c_str());
    if (effort.gap_share > 0)
        Cbc_setParameter(model.get(), "ratioGap", fmt::format("{:.9f}", effort.gap_share).c_str());
    if (effort.seed > 0)
        Cbc_setParameter(model.get(), "randomCbcSeed", fmt::format("{}", effort.seed).c_str());
    const bool started = satisfies(programme, effort.start);
    if (started) {
        std::vector<int> all(programme.cost.size());
        std::iota(all.begin(), all.end(), 0);
        Cbc_setMIPStartI(model.get(), columns, all.data(), effort.start.data());
    }
    Cbc_solve(model.get());
    out.infeasible = Cbc_isProvenInfeasible(model.get()) && !started;
    out.proven = Cbc_isProvenOptimal(model.get());
    const double* values = Cbc_getColSolution(model.get());
    const bool stopped =
        Cbc_isSecondsLimitReached(model.get()) || Cbc_isNodeLimitReached(model.get());
    out.found = !out.infeasible && values && std::abs(Cbc_getObjValue(model.get())) < 1e29 &&
                (out.proven || stopped);
    if (out.found) {
        for (int i = 0; i < columns; ++i) out.values.push_back(std::round(values[i]));
        out.cost = cost_of(programme, out.values);
        // What stopped early may not satisfy the rows once it is rounded.
        if (!out.proven) out.found = satisfies(programme, out.values);
    }
    if (started && (!out.found || cost_of(programme, effort.start) < out.cost)) {
        out.found = true;
        out.values = effort.start;
        out.cost = cost_of(programme, out.values);
    }
    if (!out.found) return out;
    out.bound = std::min(out.cost, Cbc_getBestPossibleObjValue(model.get()));
    if (out.proven && effort.gap_share <= 0) out.bound = out.cost;
    out.proven = out.proven && out.cost - out.bound <= 1e-9 * std::max(1.0, std::abs(out.cost));
    return out;
}

}  // namespace ovant
