// SPDX-License-Identifier: GPL-3.0-or-later
// The feed solver against the closed form, a slow solver of another kind, and ngspice.
#include <catch2/catch.hpp>

#include <cmath>
#include <cstdio>
#include <limits>
#include <map>
#include <random>
#include <sstream>

#include "closed_form.h"
#include "core/physics/feed.h"
#include "support/temp_folder.h"

using namespace ovant;
using namespace reference;

namespace {

constexpr double microvolt = 1e-6;

std::vector<FeedNode> one_load(double ohm, double power_w) { return {{}, {0, ohm, power_w, 0, 0}}; }

// Plain backward and forward sweeps until nothing moves: slow, and another algorithm.
std::vector<double> sweep(double source_v, const std::vector<FeedNode>& nodes) {
    std::vector<double> volts(nodes.size(), source_v), amps(nodes.size());
    for (int round = 0; round < 200000; ++round) {
        for (std::size_t i = 0; i < nodes.size(); ++i) {
            amps[i] = nodes[i].constant_power_w / volts[i] + nodes[i].constant_current_a +
                      nodes[i].conductance_s * volts[i];
        }
        for (std::size_t i = nodes.size(); i-- > 1;)
            amps[static_cast<std::size_t>(nodes[i].parent)] += amps[i];
        double moved = 0;
        for (std::size_t i = 1; i < nodes.size(); ++i) {
            const double next =
                volts[static_cast<std::size_t>(nodes[i].parent)] - amps[i] * nodes[i].line_ohm;
            moved = std::max(moved, std::abs(next - volts[i]));
            volts[i] = next;
        }
        if (moved < 1e-10) break;
    }
    return volts;
}

struct Case {
    double source_v;
    std::vector<FeedNode> nodes;
};

// A tree that stands with some room, as designs do.
Case random_case(std::mt19937& random) {
    const auto uniform = [&](double low, double high) {
        return std::uniform_real_distribution<>(low, high)(random);
    };
    Case made;
    made.source_v = uniform(24, 57);
    const int count = 2 + static_cast<int>(random() % 14);
    made.nodes.resize(1);
    for (int i = 1; i < count; ++i) {
        FeedNode node;
        node.parent = random() % 3 ? i - 1 : static_cast<int>(random() % static_cast<unsigned>(i));
        node.line_ohm = uniform(0.05, 9);
        node.constant_power_w = random() % 4 ? uniform(0.3, 9) : 0;
        if (random() % 5 == 0) node.constant_current_a = uniform(0.001, 0.08);
        if (random() % 5 == 0) node.conductance_s = uniform(1e-4, 2e-3);
        made.nodes.push_back(node);
    }
    const double headroom = feed_headroom(made.source_v, made.nodes);
    if (headroom < 1.2 || !std::isfinite(headroom)) {
        for (FeedNode& node : made.nodes) {
            node.constant_power_w *= std::isfinite(headroom) ? headroom / 1.6 : 1;
            if (headroom == 0) node = {node.parent, node.line_ohm, 0, 0, 0};
        }
    }
    return made;
}

// All cases in one netlist, each with its own nodes: one run of ngspice.
std::string netlist(const std::vector<Case>& cases) {
    std::ostringstream out;
    out << "* feed trees\n.options reltol=1e-9 abstol=1e-12 vntol=1e-9 gmin=1e-15\n";
    for (std::size_t c = 0; c < cases.size(); ++c) {
        out << "V" << c << " n" << c << "x0 0 " << cases[c].source_v << "\n";
        for (std::size_t i = 0; i < cases[c].nodes.size(); ++i) {
            const FeedNode& node = cases[c].nodes[i];
            const std::string name = "n" + std::to_string(c) + "x" + std::to_string(i);
            if (i > 0)
                out << "R" << c << "x" << i << " n" << c << "x" << node.parent << " " << name << " "
                    << node.line_ohm << "\n";
            if (node.constant_power_w > 0)
                out << "B" << c << "x" << i << " " << name << " 0 I=" << node.constant_power_w
                    << "/V(" << name << ")\n";
            if (node.constant_current_a > 0)
                out << "I" << c << "x" << i << " " << name << " 0 " << node.constant_current_a
                    << "\n";
            if (node.conductance_s > 0)
                out << "G" << c << "x" << i << " " << name << " 0 " << name << " 0 "
                    << node.conductance_s << "\n";
            out << ".nodeset V(" << name << ")=" << cases[c].source_v << "\n";
        }
    }
    out << ".control\nset numdgt=12\nop\n";
    for (std::size_t c = 0; c < cases.size(); ++c) {
        for (std::size_t i = 0; i < cases[c].nodes.size(); ++i)
            out << "echo n" << c << "x" << i << " $&v(n" << c << "x" << i << ")\n";
    }
    out << "quit\n.endc\n.end\n";
    return out.str();
}

std::map<std::string, double> ngspice(const std::string& text) {
    const TempFolder folder;
    const std::string path = folder.write("feed.cir", text);
    FILE* pipe = popen((std::string(NGSPICE_PATH) + " -b " + path + " 2>/dev/null").c_str(), "r");
    REQUIRE(pipe);
    std::map<std::string, double> volts;
    char line[256];
    char name[64];
    double value = 0;
    while (fgets(line, sizeof line, pipe)) {
        if (line[0] == 'n' && std::sscanf(line, "%63s %lf", name, &value) == 2) volts[name] = value;
    }
    pclose(pipe);
    return volts;
}

}  // namespace

TEST_CASE("one load: the closed form", "[reference][feed]") {
    for (double power_w : {0.0, 0.1, 3.0, 12.95, 25.5, 60.0}) {
        for (double ohm : {0.0, 0.5, 8.42, 10.0}) {
            for (double source_v : {44.0, 50.0, 57.0}) {
                if (4 * ohm * power_w > source_v * source_v) continue;
                const FeedSolution solution = solve_feed(source_v, one_load(ohm, power_w));
                INFO(power_w << " W " << ohm << " ohm " << source_v << " V");
                REQUIRE(solution.stands);
                CHECK(solution.volts[1] ==
                      Approx(closed_form_v(source_v, ohm, power_w)).margin(microvolt));
                CHECK(solution.source_w ==
                      Approx(power_w + solution.source_a * solution.source_a * ohm).margin(1e-3));
            }
        }
    }
}

TEST_CASE("collapse is found on both sides of V^2/4R to a tenth of a per cent",
          "[reference][feed]") {
    for (double source_v : {24.0, 48.0, 57.0}) {
        for (double ohm : {0.7, 5.0, 21.0, 80.0}) {
            const double limit_w = source_v * source_v / (4 * ohm);
            INFO(source_v << " V " << ohm << " ohm");
            CHECK(solve_feed(source_v, one_load(ohm, limit_w * 0.999)).stands);
            CHECK_FALSE(solve_feed(source_v, one_load(ohm, limit_w * 1.001)).stands);
            // Of the two solutions the high one is the real one.
            CHECK(solve_feed(source_v, one_load(ohm, limit_w * 0.999)).volts[1] > source_v / 2);
            CHECK(feed_headroom(source_v, one_load(ohm, limit_w / 3)) == Approx(3).epsilon(1e-5));
        }
    }
}

TEST_CASE("edges of the solver", "[reference][feed]") {
    CHECK_FALSE(solve_feed(50, {}).stands);
    CHECK_FALSE(solve_feed(0, one_load(1, 1)).stands);
    CHECK_FALSE(solve_feed(-50, one_load(1, 1)).stands);
    CHECK_FALSE(solve_feed(std::nan(""), one_load(1, 1)).stands);
    CHECK_FALSE(solve_feed(50, one_load(1, 1e300)).stands);
    CHECK_FALSE(solve_feed(50, {{}, {1, 1, 1, 0, 0}}).stands);  // its own parent
    CHECK(solve_feed(50, {{}}).source_w == 0);
    CHECK(solve_feed(50, {{-1, 0, 7, 0, 0}}).source_w == Approx(7));
    // A resistive load and a constant current have closed forms of their own.
    CHECK(solve_feed(50, {{}, {0, 10, 0, 0, 0.025}}).volts[1] == Approx(50 / 1.25));
    CHECK(solve_feed(50, {{}, {0, 10, 0, 0.5, 0}}).volts[1] == Approx(45));
    CHECK_FALSE(solve_feed(50, {{}, {0, 10, 0, 6, 0}}).stands);
}

TEST_CASE("300 random trees against a slow solver of another kind", "[reference][feed]") {
    std::mt19937 random(11);
    for (int i = 0; i < 300; ++i) {
        const Case c = random_case(random);
        const FeedSolution solution = solve_feed(c.source_v, c.nodes);
        INFO("tree " << i);
        REQUIRE(solution.stands);
        const std::vector<double> slow = sweep(c.source_v, c.nodes);
        for (std::size_t k = 0; k < slow.size(); ++k)
            CHECK(solution.volts[k] == Approx(slow[k]).margin(10 * microvolt));
    }
}

TEST_CASE("250 random trees against ngspice", "[reference][feed]") {
    std::mt19937 random(23);
    std::vector<Case> cases;
    for (int i = 0; i < 250; ++i) cases.push_back(random_case(random));
    const std::map<std::string, double> spice = ngspice(netlist(cases));
    std::size_t compared = 0;
    for (std::size_t c = 0; c < cases.size(); ++c) {
        const FeedSolution solution = solve_feed(cases[c].source_v, cases[c].nodes);
        REQUIRE(solution.stands);
        for (std::size_t i = 0; i < cases[c].nodes.size(); ++i) {
            const auto found = spice.find("n" + std::to_string(c) + "x" + std::to_string(i));
            REQUIRE(found != spice.end());
            INFO("tree " << c << " node " << i);
            CHECK(solution.volts[i] == Approx(found->second).epsilon(spice_tolerance));
            ++compared;
        }
    }
    CHECK(compared > 1500);
}
