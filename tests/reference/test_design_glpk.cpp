// SPDX-License-Identifier: GPL-3.0-or-later
// Designs of middle size by another solver on another model: GLPK, with one large factor for each
// shared thing in place of a row for each camera.
#include <catch2/catch.hpp>

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <optional>
#include <random>
#include <vector>

#include "core/design/design_model.h"
#include "support/street.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

// Least cost by GLPK; nothing where it could not prove it in the time.
std::optional<double> by_glpk(const DesignProblem& problem) {
    glp_term_out(GLP_OFF);
    glp_prob* lp = glp_create_prob();
    glp_set_obj_dir(lp, GLP_MIN);
    const int choices = static_cast<int>(problem.choices.size());
    const int shared = static_cast<int>(problem.shared.size());
    const int cameras = static_cast<int>(problem.cameras);
    glp_add_cols(lp, choices + shared + cameras);
    const auto choice = [](std::size_t c) { return static_cast<int>(c) + 1; };
    const auto thing = [&](std::size_t s) { return choices + static_cast<int>(s) + 1; };
    const auto out = [&](std::size_t i) { return choices + shared + static_cast<int>(i) + 1; };
    for (int i = 1; i <= choices + shared + cameras; ++i) glp_set_col_kind(lp, i, GLP_BV);
    for (std::size_t c = 0; c < problem.choices.size(); ++c)
        glp_set_obj_coef(lp, choice(c), problem.choices[c].cost);
    for (std::size_t s = 0; s < problem.shared.size(); ++s)
        glp_set_obj_coef(lp, thing(s), problem.shared[s].cost);
    for (std::size_t i = 0; i < problem.cameras; ++i)
        glp_set_obj_coef(lp, out(i), problem.unserved_cost);
    const auto add_row = [&](int kind, double bound, const std::vector<int>& columns,
                             const std::vector<double>& factors) {
        std::vector<int> index{0};
        std::vector<double> value{0};
        index.insert(index.end(), columns.begin(), columns.end());
        value.insert(value.end(), factors.begin(), factors.end());
        const int row = glp_add_rows(lp, 1);
        glp_set_row_bnds(lp, row, kind, bound, bound);
        glp_set_mat_row(lp, row, static_cast<int>(columns.size()), index.data(), value.data());
    };
    for (std::size_t i = 0; i < problem.cameras; ++i) {
        std::vector<int> columns{out(i)};
        for (std::size_t c = 0; c < problem.choices.size(); ++c) {
            if (problem.choices[c].camera == i) columns.push_back(choice(c));
        }
        add_row(GLP_FX, 1, columns, std::vector<double>(columns.size(), 1));
    }
    for (std::size_t s = 0; s < problem.shared.size(); ++s) {
        std::vector<int> columns;
        for (std::size_t c = 0; c < problem.choices.size(); ++c) {
            const auto& needs = problem.choices[c].needs;
            if (std::find(needs.begin(), needs.end(), s) != needs.end())
                columns.push_back(choice(c));
        }
        for (std::size_t other = 0; other < problem.shared.size(); ++other) {
            const auto& needs = problem.shared[other].needs;
            if (std::find(needs.begin(), needs.end(), s) != needs.end())
                columns.push_back(thing(other));
        }
        std::vector<double> factors(columns.size(), 1);
        factors.push_back(-static_cast<double>(columns.size()));
        columns.push_back(thing(s));
        add_row(GLP_UP, 0, columns, factors);
    }
    for (std::size_t k = 0; k < problem.capacities.size(); ++k) {
        std::vector<int> columns;
        std::vector<double> factors;
        for (std::size_t c = 0; c < problem.choices.size(); ++c) {
            for (const CapacityUse& use : problem.choices[c].uses) {
                if (use.capacity != k) continue;
                columns.push_back(choice(c));
                factors.push_back(use.amount);
            }
        }
        add_row(GLP_UP, problem.capacities[k].most, columns, factors);
    }
    glp_iocp parameters;
    glp_init_iocp(&parameters);
    parameters.presolve = GLP_ON;
    parameters.tm_lim = 20000;
    parameters.gmi_cuts = parameters.mir_cuts = parameters.cov_cuts = GLP_ON;
    const int failed = glp_intopt(lp, &parameters);
    std::optional<double> cost;
    if (failed == 0 && glp_mip_status(lp) == GLP_OPT) cost = glp_mip_obj_val(lp);
    glp_delete_prob(lp);
    return cost;
}

}  // namespace

TEST_CASE("designs of middle size cost what GLPK finds", "[design][reference]") {
    std::mt19937 random(23);
    int compared = 0, proven = 0, better = 0;
    const int sites = rounds_or_long(rounds(10, 6), 40);
    for (int round = 0; round < sites; ++round) {
        const DesignProblem problem =
            street(random, 8 + static_cast<int>(random() % 17), 1 + static_cast<int>(random() % 5));
        CAPTURE(round, problem.cameras, problem.choices.size());
        DesignEffort effort;
        effort.most_s = 60;
        const DesignAnswer answer = solve_design(problem, effort);
        proven += answer.proven;
        const double greedy = greedy_design(problem).cost;
        CHECK(answer.cost <= greedy + 1e-6);
        better += answer.cost < greedy - 1e-6;
        const std::optional<double> other = by_glpk(problem);
        if (!other) continue;
        ++compared;
        CHECK(answer.cost >= *other - 1e-4);
        CHECK(answer.bound <= *other + 1e-4);
        if (answer.proven) CHECK(answer.cost == Approx(*other).margin(1e-4));
    }
    CHECK(compared * 10 >= sites * 8);
    CHECK(proven * 10 >= sites * 9);
    WARN("designs: " << proven << " of " << sites << " proven, " << compared
                     << " compared with GLPK, " << better << " cheaper than one after the other");
}
