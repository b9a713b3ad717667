// SPDX-License-Identifier: GPL-3.0-or-later
// Prints a table of times and of ratios taken in the same run; absolute times depend on the
// machine.
#include <benchmark/benchmark.h>

#include <cstdio>
#include <map>
#include <string>

#ifdef OVANT_WITH_APP
#include <QApplication>

#include "app/theme/theme.h"
#endif

namespace {

// Remembers every time, so that ratios can be printed at the end.
class Table : public benchmark::ConsoleReporter {
public:
    void ReportRuns(const std::vector<Run>& runs) override {
        ConsoleReporter::ReportRuns(runs);
        for (const Run& run : runs) {
            if (run.iterations > 0)
                seconds[run.benchmark_name()] =
                    run.real_accumulated_time / static_cast<double>(run.iterations);
        }
    }
    std::map<std::string, double> seconds;
};

void print_ratio(const Table& table, const char* what, const std::string& slow,
                 const std::string& fast, const char* goal) {
    const auto a = table.seconds.find(slow), b = table.seconds.find(fast);
    if (a == table.seconds.end() || b == table.seconds.end()) return;
    std::printf("%-62s %10.1f   %s\n", what, a->second / b->second, goal);
}

}  // namespace

int main(int argc, char** argv) {
#ifdef OVANT_WITH_APP
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    ovant::apply_theme(app, false);
#endif
    benchmark::Initialize(&argc, argv);
    Table table;
    benchmark::RunSpecifiedBenchmarks(&table);
    std::printf("\n%-62s %10s   %s\n", "ratio, both taken in this run", "times", "goal");
    print_ratio(table, "ngspice to ours, the same 60-node tree, solve only", "feed_ngspice",
                "feed_ours", "100 at least");
    print_ratio(table, "site of 1,000 cameras to one run of it", "assess_site/1000", "assess_run",
                "");
    print_ratio(table, "10,000 cameras to 1,000: growth", "assess_site/10000", "assess_site/1000",
                "10, linear");
    print_ratio(table, "day of 1,000 cameras to a day of 200: growth", "play_a_day/1000",
                "play_a_day/200", "5, linear");
    print_ratio(table, "day of 200 cameras to assessing 1,000", "play_a_day/200",
                "assess_site/1000", "");
    return 0;
}
