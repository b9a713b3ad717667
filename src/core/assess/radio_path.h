// SPDX-License-Identifier: GPL-3.0-or-later
// One radio link of the site worked out: obstacles on its way, what arrives, what it carries. Used
// by the checks, the strip and the plan.
#pragma once

#include "core/assess/network.h"
#include "core/physics/radio.h"

namespace ovant {

struct RadioPath {
    bool sound = false;  // both ends are radios of one band and width
    double frequency_mhz = 0;
    double distance_m = 0;
    double height_a_m = 0, height_b_m = 0;
    std::vector<Hill> hills;  // from end a
    Clearance clearance;
    double off_axis_a_deg = 0, off_axis_b_deg = 0;  // beside where each end points
    double received_dbm = 0;  // the weaker of the two directions, in rain, noise allowed for
    double level_dbm = 0;     // as a radio shows it: in rain, without what is allowed for noise
    std::vector<Modulation> modulations;
    int planned = -1;        // best modulation that keeps the fade margin; -1: none does
    double useful_mbps = 0;  // of it; of the slowest where none keeps the margin
    double fade_keep_db = 0;
};

// Direction from one point to another, degrees clockwise from up.
double bearing_deg(Point from, Point to);

// Where a radio points, degrees clockwise from up: as set, else at its far end, or the middle of
// all of them.
double azimuth_deg(const Network& net, DeviceNumber device);

RadioPath radio_path(const Network& net, const NetLink& link, Working* working = nullptr);

// The same between two points with two kinds of radio, for placing one.
RadioPath radio_path_between(const Site& site, const RadioFacts& a, Point at_a, double height_a_m,
                             double transmit_a_dbm, const RadioFacts& b, Point at_b,
                             double height_b_m, double transmit_b_dbm, Working* working = nullptr,
                             double off_axis_a_deg = 0, double off_axis_b_deg = 0);

// Airtime in use on a radio's channel, 0 to 1 and above: every air link of it, each by its own
// planned rate, and those of other radios here that it hears on its channel.
double airtime_share(const Network& net, DeviceNumber device, Working* working = nullptr);

// What an obstacle takes of the line between two points; empty where it stands aside.
std::vector<Hill> hills_between(const Site& site, Point a, Point b);

}  // namespace ovant
