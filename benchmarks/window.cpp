// SPDX-License-Identifier: GPL-3.0-or-later
// The window: from nothing to the first painted one with the demo, and what is done among a
// thousand cameras.
#include <benchmark/benchmark.h>

#include <QApplication>

#include "app/document/proposals.h"
#include "app/plan/plan_view.h"
#include "app/shell/main_window.h"
#include "core/edits/edits.h"
#include "support/large_site.h"

namespace {

using namespace ovant;

void start_to_first_painted_window(benchmark::State& state) {
    for (auto _ : state) {
        MainWindow window{Prompts{}};
        window.show();
        window.open_demo();
        QCoreApplication::processEvents();
        benchmark::DoNotOptimize(window.grab());
    }
}
BENCHMARK(start_to_first_painted_window)->Unit(benchmark::kMillisecond)->Iterations(5);

// The whole window, list, plan, strip and verdict together, with a thousand cameras.
struct LargeWindow {
    LargeWindow() : window(Prompts{}) {
        window.resize(1280, 800);
        window.show();
        window.open_site(large_site(1000));
        window.document().select("K500");
        settle();
    }
    Document& document() { return window.document(); }
    // What has been asked to be painted is painted.
    void settle() {
        QCoreApplication::processEvents();
        QCoreApplication::sendPostedEvents();
        QCoreApplication::processEvents();
    }
    MainWindow window;
};

void drag_one_of_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    double x_m = 0;
    for (auto _ : state) {
        large.document().preview_move("K500", {x_m += 0.5, 40});
        large.settle();
    }
}
BENCHMARK(drag_one_of_1000_cameras)->Unit(benchmark::kMillisecond);

void select_one_of_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    bool other = false;
    for (auto _ : state) {
        large.document().select((other = !other) ? "K501" : "K500");
        large.settle();
    }
}
BENCHMARK(select_one_of_1000_cameras)->Unit(benchmark::kMillisecond);

void undo_and_redo_among_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    Document& document = large.document();
    document.edit("Move", move_object(document.committed(), "K500", {30, 40}));
    for (auto _ : state) {
        if (document.can_undo())
            document.undo();
        else
            document.redo();
        large.settle();
    }
}
BENCHMARK(undo_and_redo_among_1000_cameras)->Unit(benchmark::kMillisecond);

void ways_ready_among_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    int number = 100;
    for (auto _ : state) {
        const std::string camera = "K" + std::to_string(++number);
        large.document().select(camera);
        while (!large.document().proposals().of_run(camera)) large.settle();
        large.settle();
    }
}
BENCHMARK(ways_ready_among_1000_cameras)->Unit(benchmark::kMillisecond)->Iterations(60);

void paint_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    auto* plan = large.window.findChild<PlanView*>("plan");
    for (auto _ : state) {
        plan->repaint();
        large.settle();
    }
}
BENCHMARK(paint_1000_cameras)->Unit(benchmark::kMillisecond);

// Where marks and cables of the plan are drawn, by itself: what fanning out costs.
void plan_layout_of_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    const PlanMap map = large.window.findChild<PlanView*>("plan")->map();
    for (auto _ : state) benchmark::DoNotOptimize(plan_layout(large.document(), map));
}
BENCHMARK(plan_layout_of_1000_cameras)->Unit(benchmark::kMillisecond);

// All of the plan anew, as after a zoom.
void zoom_among_1000_cameras(benchmark::State& state) {
    LargeWindow large;
    auto* plan = large.window.findChild<PlanView*>("plan");
    bool in = false;
    for (auto _ : state) {
        plan->zoom((in = !in) ? 1.25 : 0.8);
        large.settle();
    }
}
BENCHMARK(zoom_among_1000_cameras)->Unit(benchmark::kMillisecond);

}  // namespace
