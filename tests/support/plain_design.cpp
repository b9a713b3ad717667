// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/plain_design.h"

#include <map>

namespace ovant {

IntegerProgramme plain_programme(const DesignProblem& problem) {
    constexpr double no_limit = 1e30;
    IntegerProgramme out;
    std::vector<int> left_out, choice, thing;
    for (std::size_t i = 0; i < problem.cameras; ++i)
        left_out.push_back(out.add(problem.unserved_cost));
    for (const DesignChoice& one : problem.choices) choice.push_back(out.add(one.cost));
    for (const SharedThing& one : problem.shared) thing.push_back(out.add(one.cost));
    std::vector<ProgrammeRow> cameras(problem.cameras), needed(problem.shared.size()),
        capacity(problem.capacities.size());
    for (std::size_t i = 0; i < problem.cameras; ++i) cameras[i] = {1, 1, {{left_out[i], 1.0}}};
    std::vector<std::map<int, double>> used(problem.capacities.size());
    const auto lean = [&](const std::vector<std::size_t>& needs,
                          const std::vector<CapacityUse>& uses, int column) {
        for (std::size_t need : needs) needed[need].terms.push_back({column, 1});
        for (const CapacityUse& use : uses) used[use.capacity][column] += use.amount;
    };
    for (std::size_t c = 0; c < choice.size(); ++c) {
        cameras[problem.choices[c].camera].terms.push_back({choice[c], 1});
        lean(problem.choices[c].needs, problem.choices[c].uses, choice[c]);
    }
    for (std::size_t t = 0; t < thing.size(); ++t)
        lean(problem.shared[t].needs, problem.shared[t].uses, thing[t]);
    out.rows = cameras;
    for (std::size_t t = 0; t < thing.size(); ++t) {
        if (needed[t].terms.empty()) continue;
        needed[t].low = -no_limit;
        needed[t].high = 0;
        needed[t].terms.push_back({thing[t], -static_cast<double>(needed[t].terms.size())});
        out.rows.push_back(needed[t]);
    }
    for (std::size_t k = 0; k < capacity.size(); ++k) {
        if (used[k].empty()) continue;
        const Capacity& one = problem.capacities[k];
        double most = one.most;
        if (one.of != not_served) {
            used[k][thing[one.of]] -= most;
            most = 0;
        }
        out.rows.push_back({-no_limit, most, {used[k].begin(), used[k].end()}});
    }
    std::map<int, ProgrammeRow> groups;
    for (std::size_t t = 0; t < thing.size(); ++t) {
        if (problem.shared[t].one_of >= 0)
            groups[problem.shared[t].one_of].terms.push_back({thing[t], 1});
    }
    for (auto& [group, row] : groups) {
        row.low = -no_limit;
        row.high = 1;
        out.rows.push_back(row);
    }
    return out;
}

}  // namespace ovant
