// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/integer_programme.h"

#include <Cbc_C_Interface.h>
#include <fmt/format.h>

#include <cmath>
#include <memory>
#include <mutex>

namespace ovant {

ProgrammeSolution solve(const IntegerProgramme& programme, double most_s) {
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
    Cbc_setParameter(model.get(), "seconds", fmt::format("{:.3f}", most_s).c_str());
    Cbc_solve(model.get());
    out.infeasible = Cbc_isProvenInfeasible(model.get());
    out.proven = Cbc_isProvenOptimal(model.get());
    const double* values = Cbc_getColSolution(model.get());
    out.found = !out.infeasible && values && std::abs(Cbc_getObjValue(model.get())) < 1e29 &&
                (out.proven || Cbc_isSecondsLimitReached(model.get()));
    if (!out.found) return out;
    out.cost = 0;
    for (int i = 0; i < columns; ++i) {
        out.values.push_back(std::round(values[i]));
        out.cost += out.values.back() * programme.cost[static_cast<std::size_t>(i)];
    }
    return out;
}

}  // namespace ovant
