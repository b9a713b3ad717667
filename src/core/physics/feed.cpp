// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/feed.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace ovant {
namespace {

// What a subtree draws, linearised: current = offset_a + slope_s x voltage at its top.
struct Draw {
    double offset_a;
    double slope_s;
};

double load_current_a(const FeedNode& node, double volts) {
    return node.constant_power_w / volts + node.constant_current_a + node.conductance_s * volts;
}

bool well_formed(double source_v, const std::vector<FeedNode>& nodes) {
    if (nodes.empty() || !(source_v > 0) || !std::isfinite(source_v)) return false;
    for (std::size_t i = 1; i < nodes.size(); ++i) {
        if (nodes[i].parent < 0 || nodes[i].parent >= static_cast<int>(i)) return false;
    }
    return true;
}

struct StepResult {
    bool collapses = false;  // the step proves that no solution exists
    double most_fall_v = 0;
    double most_rise_v = 0;  // exact arithmetic never rises: what there is, is rounding
};

StepResult newton_step(double source_v, const std::vector<FeedNode>& nodes,
                       std::vector<double>& volts, std::vector<Draw>& draws) {
    for (std::size_t i = 0; i < nodes.size(); ++i) {
        const double falling_s = nodes[i].constant_power_w / (volts[i] * volts[i]);
        draws[i] = {2 * nodes[i].constant_power_w / volts[i] + nodes[i].constant_current_a,
                    nodes[i].conductance_s - falling_s};
    }
    for (std::size_t i = nodes.size(); i-- > 1;) {
        const double pivot = 1 + nodes[i].line_ohm * draws[i].slope_s;
        if (!(pivot > 0)) return {.collapses = true};
        draws[i].offset_a /= pivot;
        draws[i].slope_s /= pivot;
        Draw& above = draws[static_cast<std::size_t>(nodes[i].parent)];
        above.offset_a += draws[i].offset_a;
        above.slope_s += draws[i].slope_s;
    }
    StepResult step;
    volts[0] = source_v;
    for (std::size_t i = 1; i < nodes.size(); ++i) {
        const double parent_v = volts[static_cast<std::size_t>(nodes[i].parent)];
        const double current_a = draws[i].offset_a + draws[i].slope_s * parent_v;
        const double next_v = parent_v - nodes[i].line_ohm * current_a;
        if (!(next_v > 0)) return {.collapses = true};
        step.most_fall_v = std::max(step.most_fall_v, volts[i] - next_v);
        step.most_rise_v = std::max(step.most_rise_v, next_v - volts[i]);
        volts[i] = next_v;
    }
    return step;
}

}  // namespace

FeedSolution solve_feed(double source_v, const std::vector<FeedNode>& nodes) {
    FeedSolution solution;
    if (!well_formed(source_v, nodes)) return solution;
    solution.volts.assign(nodes.size(), source_v);
    solution.current_a.assign(nodes.size(), 0);
    std::vector<Draw> draws(nodes.size());
    // The iterates fall monotonically, so the loop ends: at a solution, or at the proof of none.
    // Quadratic away from collapse, halving at it. Right at collapse the derivative vanishes and
    // rounding moves them up again: a rise says that nothing is left to gain.
    const double settled_v = source_v * 1e-11;
    for (bool settled = false; !settled;) {
        const StepResult step = newton_step(source_v, nodes, solution.volts, draws);
        if (step.collapses) return solution;
        settled = step.most_fall_v <= settled_v || step.most_rise_v > settled_v;
    }
    for (std::size_t i = nodes.size(); i-- > 0;) {
        solution.current_a[i] += load_current_a(nodes[i], solution.volts[i]);
        if (i > 0) {
            solution.current_a[static_cast<std::size_t>(nodes[i].parent)] += solution.current_a[i];
        }
    }
    solution.source_a = solution.current_a[0];
    solution.source_w = solution.source_a * source_v;
    solution.stands = true;
    return solution;
}

double feed_headroom(double source_v, std::vector<FeedNode> nodes) {
    const std::vector<FeedNode> as_given = nodes;
    const auto stands_at = [&](double factor) {
        for (std::size_t i = 0; i < nodes.size(); ++i) {
            nodes[i].constant_power_w = as_given[i].constant_power_w * factor;
        }
        return solve_feed(source_v, nodes).stands;
    };
    if (!stands_at(0)) return 0;
    constexpr double endless = 1e9;
    if (stands_at(endless)) return std::numeric_limits<double>::infinity();
    double low = 0;
    double high = 1;
    while (stands_at(high)) {
        low = high;
        high *= 2;
    }
    while (high - low > 1e-7 * high) {
        const double middle = (low + high) / 2;
        (stands_at(middle) ? low : high) = middle;
    }
    return stands_at(1) ? std::max(low, 1.0) : low;
}

}  // namespace ovant
