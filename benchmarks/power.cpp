// SPDX-License-Identifier: GPL-3.0-or-later
// A day played, runs assigned to ports.
#include <benchmark/benchmark.h>

#include "core/choose/assign.h"
#include "core/simulate/day.h"
#include "core/edits/edits.h"
#include "core/simulate/what_if.h"
#include "support/large_site.h"

namespace {

using namespace ovant;

void play_a_day(benchmark::State& state) {
    Site site = large_site(static_cast<int>(state.range(0)));
    site.settings.day.outage_at_h = 3;
    const Network net = lay_out(site, shipped_catalogue());
    const DayPlan plan = *day_plan(site.settings);
    std::size_t events = 0;
    for (auto _ : state) {
        const DayResult day = play_day(net, plan);
        events = day.events.size();
        benchmark::DoNotOptimize(day);
    }
    state.counters["events"] = static_cast<double>(events);
}
BENCHMARK(play_a_day)->Arg(200)->Arg(1000)->Unit(benchmark::kMillisecond);

// 200 runs on twelve switches of one room, a tenth of them where they cannot stay.
void assign_to_twelve(benchmark::State& state) {
    Site site = large_site(200);
    Place room;
    room.id = "P1";
    room.head_end = true;
    site.places.push_back(room);
    int switches = 0;
    for (Device& device : site.devices) {
        if (device.kind != "sw-24-at-370") continue;
        device.place = room.id;
        ++switches;
    }
    for (; switches < 12; ++switches) {
        Added added = *add_device(site, shipped_catalogue(), "sw-24-at-370", {1, 1});
        site = std::move(added.site);
        find_device(site, added.id)->place = room.id;
    }
    int number = 0;
    for (Device& device : site.devices) {
        if (device.camera && ++number % 10 == 0) device.kind = "cam-ptz-ir";
    }
    site.settings.switch_basis = SwitchBasis::by_class;
    std::size_t moves = 0;
    bool proven = false;
    for (auto _ : state) {
        const Assignment found = assign_ports(site, shipped_catalogue());
        moves = found.moves.size();
        proven = found.proven;
        benchmark::DoNotOptimize(found);
    }
    state.counters["moves"] = static_cast<double>(moves);
    state.counters["proven"] = proven;
}
BENCHMARK(assign_to_twelve)->Unit(benchmark::kMillisecond);

void chances_of_runs(benchmark::State& state) {
    const Site site = large_site(200);
    const Network net = lay_out(site, shipped_catalogue());
    for (auto _ : state) benchmark::DoNotOptimize(chances(net, {}));
}
BENCHMARK(chances_of_runs)->Unit(benchmark::kMillisecond);

}  // namespace
