// SPDX-License-Identifier: GPL-3.0-or-later
// Whole sites designed: how long candidates and programme take, and what a plain programme without
// our rows and without a first answer makes of the same candidates, by CBC and by GLPK.
#include <benchmark/benchmark.h>

#include <glpk.h>

#include <algorithm>
#include <random>

#include "core/design/assemble.h"
#include "core/design/design.h"
#include "core/format/site_json.h"
#include "core/solve/integer_programme.h"
#include "support/plain_design.h"
#include "support/whole_sites.h"

namespace {

using namespace ovant;

constexpr double most_s = 10;

Site site_of(const benchmark::State& state) {
    std::mt19937 random(5);
    return undesigned_site(random, static_cast<int>(state.range(0)),
                           static_cast<int>(state.range(1)));
}

void sizes(benchmark::internal::Benchmark* of) {
    of->Args({24, 5})
        ->Args({50, 10})
        ->Args({100, 15})
        ->Args({200, 20})
        ->Unit(benchmark::kMillisecond)
        ->Iterations(1);
}

void design_candidates(benchmark::State& state) {
    const Site site = site_of(state);
    for (auto _ : state) {
        const Candidates found = find_candidates(site, shipped_catalogue(), {});
        state.counters["ways"] = static_cast<double>(found.ways.size());
        state.counters["parts"] = static_cast<double>(found.parts.size());
    }
}
BENCHMARK(design_candidates)->Apply(sizes);

struct Prepared {
    Assembled assembled;
    explicit Prepared(const Site& site)
        : assembled(assemble(find_candidates(site, shipped_catalogue(), {}),
                             {1, 0, 0.01, {}, {}, {}}, false)) {}
};

// Of the cost without what cameras that cannot be served at all count for.
double gap_percent(const DesignProblem& problem, double cost, double bound) {
    std::vector<bool> served(problem.cameras, false);
    for (const DesignChoice& choice : problem.choices) served[choice.camera] = true;
    const auto out = std::count(served.begin(), served.end(), false);
    return 100 * (cost - bound) / (cost - problem.unserved_cost * static_cast<double>(out));
}

void design_first_answer(benchmark::State& state) {
    const Prepared of(site_of(state));
    for (auto _ : state) benchmark::DoNotOptimize(greedy_design(of.assembled.problem));
}
BENCHMARK(design_first_answer)->Apply(sizes);

void design_to_1_percent(benchmark::State& state) {
    const Prepared of(site_of(state));
    const DesignProblem& problem = of.assembled.problem;
    DesignEffort effort;
    effort.most_s = most_s;
    effort.gap_share = 0.01 * gap_percent(problem, 1, 0) / 100;
    for (auto _ : state) {
        const DesignAnswer answer = solve_design(problem, effort);
        state.counters["gap_percent"] = gap_percent(problem, answer.cost, answer.bound);
        state.counters["first_over_percent"] =
            gap_percent(problem, greedy_design(problem).cost, answer.cost);
    }
}
BENCHMARK(design_to_1_percent)->Apply(sizes);

void design_plain_cbc(benchmark::State& state) {
    const Prepared of(site_of(state));
    const IntegerProgramme plain = plain_programme(of.assembled.problem);
    ProgrammeEffort effort;
    effort.most_s = most_s;
    effort.gap_share = 0.01;
    for (auto _ : state) {
        const ProgrammeSolution found = solve(plain, effort);
        state.counters["gap_percent"] =
            found.found ? gap_percent(of.assembled.problem, found.cost, found.bound) : -1;
    }
}
BENCHMARK(design_plain_cbc)->Apply(sizes);

void design_plain_glpk(benchmark::State& state) {
    const Prepared of(site_of(state));
    const IntegerProgramme plain = plain_programme(of.assembled.problem);
    for (auto _ : state) {
        glp_term_out(GLP_OFF);
        glp_prob* lp = glp_create_prob();
        glp_add_cols(lp, static_cast<int>(plain.cost.size()));
        for (std::size_t i = 0; i < plain.cost.size(); ++i) {
            const int column = static_cast<int>(i) + 1;
            glp_set_col_kind(lp, column, GLP_IV);
            glp_set_col_bnds(lp, column, plain.most[i] > 0 ? GLP_DB : GLP_FX, 0, plain.most[i]);
            glp_set_obj_coef(lp, column, plain.cost[i]);
        }
        for (const ProgrammeRow& row : plain.rows) {
            std::vector<int> index{0};
            std::vector<double> value{0};
            for (const auto& [column, factor] : row.terms) {
                index.push_back(column + 1);
                value.push_back(factor);
            }
            const int number = glp_add_rows(lp, 1);
            const bool equal = row.low == row.high;
            glp_set_row_bnds(lp, number, equal ? GLP_FX : GLP_UP, row.low, row.high);
            glp_set_mat_row(lp, number, static_cast<int>(row.terms.size()), index.data(),
                            value.data());
        }
        glp_iocp parameters;
        glp_init_iocp(&parameters);
        parameters.presolve = GLP_ON;
        parameters.tm_lim = static_cast<int>(most_s * 1000);
        parameters.mip_gap = 0.01;
        const int status = glp_intopt(lp, &parameters);
        const bool found = glp_mip_status(lp) == GLP_OPT || glp_mip_status(lp) == GLP_FEAS;
        state.counters["ended"] = status == 0 || status == GLP_EMIPGAP;
        state.counters["found"] = found;
        glp_delete_prob(lp);
    }
}
BENCHMARK(design_plain_glpk)->Apply(sizes);

// All of it, as a person waits for it.
void design_of_site(benchmark::State& state) {
    const Site site = site_of(state);
    for (auto _ : state) {
        const SiteDesign design = design_site(site, shipped_catalogue(), {});
        state.counters["gap_percent"] = 100 * design.gap_share();
        state.counters["judged"] = design.judged;
        state.counters["in_turn"] = design.in_turn;
        state.counters["work"] = design.runs_after.holds + design.runs_after.tight;
    }
}
BENCHMARK(design_of_site)->Apply(sizes);

}  // namespace
