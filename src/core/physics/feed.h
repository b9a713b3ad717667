// SPDX-License-Identifier: GPL-3.0-or-later
// The d.c. feed of one source: a tree of lines with loads along it. Pure, SI.
#pragma once

#include <vector>

namespace ovant {

// A point of the tree, reached from `parent` over a line of `line_ohm` (loop resistance).
// All loads may stand at one node; each is >= 0. Node 0 is the source's own terminal.
struct FeedNode {
    int parent = -1;  // index of an earlier node; -1 for node 0 only
    double line_ohm = 0;
    double constant_power_w = 0;
    double constant_current_a = 0;
    double conductance_s = 0;  // resistive load, 1/ohm
};

struct FeedSolution {
    bool stands = false;            // false: no voltages satisfy the loads, the line collapses
    std::vector<double> volts;      // by node
    std::vector<double> current_a;  // in the line into each node
    double source_w = 0;
    double source_a = 0;
};

// Solves the tree for the high-voltage operating point, to 1 mW of every load.
//
// Method: Newton's iteration from all nodes at the source voltage. Loads of constant power draw a
// current convex and falling in voltage, so the system is convex with an M-matrix Jacobian wherever
// a solution lies below; the iterates then fall monotonically onto the greatest solution. If one
// step meets a pivot <= 0 or a voltage <= 0, no solution exists: collapse is proved, not guessed.
// Domain: source_v > 0, parents before children. A node out of order gives stands = false.
FeedSolution solve_feed(double source_v, const std::vector<FeedNode>& nodes);

// Factor by which every constant-power load could grow before the line collapses; 0 if it collapses
// already, infinity with no such load or no resistance. Relative accuracy 1e-6.
double feed_headroom(double source_v, std::vector<FeedNode> nodes);

}  // namespace ovant
