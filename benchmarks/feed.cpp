// SPDX-License-Identifier: GPL-3.0-or-later
// The feed solver against ngspice on the same tree, both already loaded: solve only.
#include <benchmark/benchmark.h>
#include <ngspice/sharedspice.h>

#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <string>
#include <vector>

#include "core/physics/feed.h"

namespace {

using ovant::FeedNode;

constexpr double source_v = 54;

// Sixty nodes: a backbone with side branches, loads of constant power.
std::vector<FeedNode> tree() {
    std::vector<FeedNode> nodes(1);
    for (int i = 1; i < 60; ++i) {
        FeedNode node;
        node.parent = i % 3 == 0 ? std::max(0, i - 3) : i - 1;
        node.line_ohm = 0.08 + 0.01 * (i % 7);
        node.constant_power_w = 0.3 + 0.05 * (i % 11);
        nodes.push_back(node);
    }
    return nodes;
}

void feed_ours(benchmark::State& state) {
    const std::vector<FeedNode> nodes = tree();
    for (auto _ : state) benchmark::DoNotOptimize(ovant::solve_feed(source_v, nodes));
}
BENCHMARK(feed_ours);

int ignore_text(char*, int, void*) { return 0; }
int ignore_exit(int, NG_BOOL, NG_BOOL, int, void*) { return 0; }

void load_circuit(const std::vector<FeedNode>& nodes) {
    std::vector<std::string> lines{"feed tree"};
    lines.push_back("V1 n0 0 " + std::to_string(source_v));
    for (std::size_t i = 1; i < nodes.size(); ++i) {
        const std::string at = "n" + std::to_string(i), number = std::to_string(i);
        lines.push_back("R" + number + " n" + std::to_string(nodes[i].parent) + " " + at + " " +
                        std::to_string(nodes[i].line_ohm));
        lines.push_back("B" + number + " " + at +
                        " 0 I=" + std::to_string(nodes[i].constant_power_w) + "/V(" + at + ")");
        lines.push_back(".nodeset V(" + at + ")=" + std::to_string(source_v));
    }
    lines.push_back(".end");
    std::vector<char*> circuit;
    for (std::string& line : lines) circuit.push_back(line.data());
    circuit.push_back(nullptr);
    ngSpice_Circ(circuit.data());
}

void feed_ngspice(benchmark::State& state) {
    const std::vector<FeedNode> nodes = tree();
    ngSpice_Init(ignore_text, ignore_text, ignore_exit, nullptr, nullptr, nullptr, nullptr);
    load_circuit(nodes);
    std::string solve = "op";
    for (auto _ : state) ngSpice_Command(solve.data());
    std::string last = "v(n59)";
    const pvector_info volts = ngGet_Vec_Info(last.data());
    const double ours = ovant::solve_feed(source_v, nodes).volts[59];
    const double theirs = volts && volts->v_length > 0 ? volts->v_realdata[volts->v_length - 1] : 0;
    // A race between two that disagree would be worth nothing.
    if (std::abs(ours - theirs) > 1e-4 * ours) state.SkipWithError("the two do not agree");
}
BENCHMARK(feed_ngspice);

}  // namespace
