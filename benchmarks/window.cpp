// SPDX-License-Identifier: GPL-3.0-or-later
// The window: from nothing to the first painted one with the demo, and what is done among a
// thousand cameras.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QElapsedTimer>
#include <QThreadPool>
#include <QTimer>

#include "app/document/proposals.h"
#include "app/parts/parts_view.h"
#include "app/plan/plan_view.h"
#include "app/power/power_view.h"
#include "app/prove/prove_view.h"
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

// Each page of each stage is shown once among ten thousand cameras: `hold_ms` is the longest that
// anything typed or clicked waits meanwhile, the time is until all of the page stands.
struct PageShown {
    const char* name;
    Stage stage;
    int page;
};

constexpr PageShown all_pages[] = {
    {"survey", Stage::survey, 0},
    {"reach", Stage::reach, 0},
    {"sheet", Stage::reach, 1},
    {"power/ports", Stage::power, static_cast<int>(PowerPage::ports)},
    {"power/side_by_side", Stage::power, static_cast<int>(PowerPage::side_by_side)},
    {"power/tree", Stage::power, static_cast<int>(PowerPage::tree)},
    {"parts/list", Stage::parts, static_cast<int>(PartsPage::list)},
    {"parts/cutting", Stage::parts, static_cast<int>(PartsPage::cutting)},
    {"parts/work", Stage::parts, static_cast<int>(PartsPage::work)},
    {"parts/offer", Stage::parts, static_cast<int>(PartsPage::offer)},
    {"parts/variants", Stage::parts, static_cast<int>(PartsPage::variants)},
    {"parts/design", Stage::parts, static_cast<int>(PartsPage::design)},
    {"prove/bench", Stage::prove, static_cast<int>(ProvePage::bench)},
    {"prove/addresses", Stage::prove, static_cast<int>(ProvePage::addresses)},
    {"prove/ports", Stage::prove, static_cast<int>(ProvePage::ports)},
    {"prove/cards", Stage::prove, static_cast<int>(ProvePage::cards)},
    {"prove/readings", Stage::prove, static_cast<int>(ProvePage::readings)},
    {"prove/handover", Stage::prove, static_cast<int>(ProvePage::handover)},
};

void show_page(MainWindow& window, const PageShown& shown) {
    window.set_stage(shown.stage);
    if (shown.stage == Stage::reach) window.show_sheet(shown.page == 1);
    if (auto* power = window.findChild<PowerView*>(); power && shown.stage == Stage::power)
        power->set_page(static_cast<PowerPage>(shown.page));
    if (auto* parts = window.findChild<PartsView*>(); parts && shown.stage == Stage::parts)
        parts->set_page(static_cast<PartsPage>(shown.page));
    if (auto* prove = window.findChild<ProveView*>(); prove && shown.stage == Stage::prove)
        prove->set_page(static_cast<ProvePage>(shown.page));
}

// Nothing runs aside and nothing is held for a while: all stands. The longest hold, in
// milliseconds.
double wait_until_still(std::function<void()> first) {
    constexpr qint64 still_ms = 500, held_ms = 30;
    double longest_ms = 0;
    QElapsedTimer since_tick, since_busy;
    QTimer tick;
    tick.setInterval(2);
    QObject::connect(&tick, &QTimer::timeout, [&] {
        const double gap_ms = static_cast<double>(since_tick.nsecsElapsed()) / 1e6;
        longest_ms = std::max(longest_ms, gap_ms);
        if (gap_ms > held_ms || QThreadPool::globalInstance()->activeThreadCount() > 0)
            since_busy.restart();
        since_tick.restart();
    });
    since_tick.start();
    since_busy.start();
    tick.start();
    first();
    since_busy.restart();
    while (since_busy.elapsed() < still_ms)
        QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents);
    return longest_ms;
}

void show_page_among_10000(benchmark::State& state, PageShown shown) {
    static MainWindow* window = [] {
        auto* made = new MainWindow(Prompts{});
        made->resize(1280, 800);
        made->show();
        Site site = large_site(10'000);
        for (const Device& device : large_site(10'000).devices) {
            Reading reading;
            reading.subject = device.id;
            reading.of = ReadingOf::volts;
            reading.value = 46;
            if (device.id.front() == 'K') site.readings.push_back(reading);
        }
        made->open_site(std::move(site));
        wait_until_still([] {});
        return made;
    }();
    for (auto _ : state) {
        QElapsedTimer whole;
        whole.start();
        state.counters["hold_ms"] = wait_until_still([&] { show_page(*window, shown); });
        state.SetIterationTime(static_cast<double>(whole.elapsed()) / 1e3 - 0.5);
    }
}

const bool pages_registered = [] {
    for (const PageShown& page : all_pages)
        benchmark::RegisterBenchmark(("show_page_among_10000/" + std::string(page.name)).c_str(),
                                     show_page_among_10000, page)
            ->Unit(benchmark::kMillisecond)
            ->Iterations(1)
            ->UseManualTime();
    return true;
}();

}  // namespace
