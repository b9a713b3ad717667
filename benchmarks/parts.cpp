// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting, work, offers, and designs as programmes.
#include <benchmark/benchmark.h>

#include <random>

#include "core/offer/offer.h"
#include "core/parts/cutting.h"
#include "core/parts/work_plan.h"
#include "support/large_site.h"
#include "support/street.h"

namespace {

using namespace ovant;

// Two hundred lengths in three packages; the gap in percent beside the time.
void cut_200_lengths(benchmark::State& state) {
    std::mt19937 random(static_cast<unsigned>(state.range(0)));
    CuttingJob job;
    job.stock = {{100, 49.00}, {305, 128.10}, {500, 199.00}};
    job.worth_keeping = 10;
    for (int i = 0; i < 200; ++i)
        job.pieces.push_back({std::uniform_int_distribution<int>(8, 98)(random)});
    double gap = 0;
    for (auto _ : state) {
        const Cutting plan = cut(job);
        gap = (plan.price - plan.price_bound) / plan.price;
    }
    state.counters["gap_percent"] = 100 * gap;
}
BENCHMARK(cut_200_lengths)->Arg(1)->Arg(2)->Arg(3)->Unit(benchmark::kMillisecond)->Iterations(1);

void offer_of_200_cameras(benchmark::State& state) {
    const Site site = large_site(200);
    const Network net = lay_out(site, shipped_catalogue());
    const CutPlan cuts = plan_cuts(net);
    for (auto _ : state) {
        benchmark::DoNotOptimize(plan_work(net, cuts));
        benchmark::DoNotOptimize(make_offer(net, cuts));
    }
}
BENCHMARK(offer_of_200_cameras)->Unit(benchmark::kMillisecond);

// To 1 % of the bound, and what the gap is after ten seconds.
void design_programme(benchmark::State& state) {
    std::mt19937 random(5);
    const DesignProblem problem =
        street(random, static_cast<int>(state.range(0)), static_cast<int>(state.range(1)));
    DesignEffort effort;
    effort.gap_share = 0.01;
    double gap = 0, saved = 0;
    for (auto _ : state) {
        const DesignAnswer answer = solve_design(problem, effort);
        gap = (answer.cost - answer.bound) / answer.cost;
        saved = 1 - answer.cost / greedy_design(problem).cost;
    }
    state.counters["gap_percent"] = 100 * gap;
    state.counters["saved_percent"] = 100 * saved;
}
BENCHMARK(design_programme)
    ->Args({24, 5})
    ->Args({50, 10})
    ->Args({100, 15})
    ->Args({200, 20})
    ->Unit(benchmark::kMillisecond)
    ->Iterations(1);

}  // namespace
