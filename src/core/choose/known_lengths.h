// SPDX-License-Identifier: GPL-3.0-or-later
// What is known of lengths beside the drawing: a length that was measured, typed or imported is the
// truth of its route, for whatever is laid along it instead.
#pragma once

#include <optional>
#include <string>
#include <unordered_map>
#include <vector>

#include "core/assess/network.h"

namespace ovant {

// A run, or a cable of none, of which something was measured: cable by cable as drawn.
struct KnownRoute {
    struct Piece {
        double line_m = 0;   // of its line on the plan
        double drawn_m = 0;  // with its drops
        double true_m = 0;
    };
    std::string camera;       // whose run it is; empty for none
    double head_end_m = 0;    // units so far from its start stand at the head end all the same
    std::vector<Point> line;  // from the head end
    std::vector<Piece> pieces;
};

// Between two points on or beside a known route: metres that lie between them.
struct KnownStretch {
    double line_m = 0;
    double drawn_m = 0;
    double true_m = 0;
    bool only_stated = false;  // where it is drawn says nothing
};

class KnownLengths {
public:
    KnownLengths() = default;
    explicit KnownLengths(const Network& net);

    // Of those that end at this camera or pass beside it.
    std::vector<const KnownRoute*> near(const std::string& camera, Point at) const;
    // Cable that goes down at a camera as it hangs now; 0 where nothing is known.
    double drop_m(const std::string& camera) const;

private:
    void add_stated(const Network& net);
    std::vector<KnownRoute> routes_;
    std::unordered_map<std::string, double> drops_m_;
};

// Nothing where one of the points is neither on the route nor beside an end of it, or where the
// route does not lead from the one to the other. `beside_m`: how far from an end still counts.
std::optional<KnownStretch> stretch_between(const KnownRoute& route, Point from, Point to,
                                            double beside_m);

// True metres to one drawn, for a line of `plan_m` between two points of a known route, laid with
// `drops_m` at its ends: the measured share where it lies as the known one does; where it goes
// another way, never less than was measured.
double true_to_drawn(const KnownStretch& known, double plan_m, double drops_m);

}  // namespace ovant
