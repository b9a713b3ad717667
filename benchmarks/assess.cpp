// SPDX-License-Identifier: GPL-3.0-or-later
// Assessing: one run after an edit, whole sites, ways.
#include <benchmark/benchmark.h>

#include "core/assess/assess.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/prove/bench.h"
#include "core/prove/diagnose.h"
#include "support/large_site.h"

namespace {

using namespace ovant;

void assess_run_alone(benchmark::State& state) {
    const Site site = large_site(1000);
    const Network net = lay_out(site, shipped_catalogue());
    std::size_t at = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(assess_run(net, CameraNumber(at++ % net.cameras.size())));
}
BENCHMARK(assess_run_alone)->Name("assess_run");

void assess_site(benchmark::State& state) {
    const Site site = large_site(static_cast<int>(state.range(0)));
    for (auto _ : state) benchmark::DoNotOptimize(assess(site, shipped_catalogue()));
}
BENCHMARK(assess_site)->Arg(1000)->Arg(10000)->Unit(benchmark::kMillisecond);

void ways_for_one_camera(benchmark::State& state) {
    const Site site = large_site(200);
    for (auto _ : state) benchmark::DoNotOptimize(propose_ways(site, shipped_catalogue(), "K77"));
}
BENCHMARK(ways_for_one_camera)->Unit(benchmark::kMillisecond);

void read_and_write(benchmark::State& state) {
    const std::string text = write_site(large_site(1000));
    for (auto _ : state) benchmark::DoNotOptimize(write_site(*read_site(text)));
}
BENCHMARK(read_and_write)->Unit(benchmark::kMillisecond);

void plan_the_bench(benchmark::State& state) {
    const Site site = large_site(1000);
    const Network net = lay_out(site, shipped_catalogue());
    for (auto _ : state) benchmark::DoNotOptimize(bench_plan(net));
}
BENCHMARK(plan_the_bench)->Unit(benchmark::kMillisecond);

// One reading that is off, in a site of a thousand.
void diagnose_one_run(benchmark::State& state) {
    Site site = large_site(1000);
    Reading volts;
    volts.id = "M1";
    volts.subject = "K77";
    volts.value = 40;
    site.readings = {volts};
    for (auto _ : state) benchmark::DoNotOptimize(diagnose(site, shipped_catalogue(), "K77"));
}
BENCHMARK(diagnose_one_run)->Unit(benchmark::kMillisecond);

}  // namespace
