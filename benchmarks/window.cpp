// SPDX-License-Identifier: GPL-3.0-or-later
// The window: from nothing to the first painted one with the demo, and a drag among a thousand
// cameras.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QImage>

#include "app/plan/plan_view.h"
#include "app/shell/main_window.h"
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

void drag_one_of_1000_cameras(benchmark::State& state) {
    Document document;
    document.start(large_site(1000));
    PlanView plan(document);
    plan.resize(900, 600);
    plan.fit();
    QImage image(900, 600, QImage::Format_ARGB32_Premultiplied);
    double x_m = 0;
    for (auto _ : state) {
        document.preview_move("K500", {x_m += 0.5, 40});
        plan.render(&image);
    }
}
BENCHMARK(drag_one_of_1000_cameras)->Unit(benchmark::kMillisecond);

void paint_1000_cameras(benchmark::State& state) {
    Document document;
    document.start(large_site(1000));
    PlanView plan(document);
    plan.resize(900, 600);
    plan.fit();
    QImage image(900, 600, QImage::Format_ARGB32_Premultiplied);
    for (auto _ : state) plan.render(&image);
}
BENCHMARK(paint_1000_cameras)->Unit(benchmark::kMillisecond);

}  // namespace
