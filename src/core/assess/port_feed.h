// SPDX-License-Identifier: GPL-3.0-or-later
// What one feeding port carries: its cables and loads laid out as a feed tree and solved, through
// regenerating units to the last camera.
#pragma once

#include <optional>
#include <vector>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/physics/feed.h"

namespace ovant {

struct FeedPoint {  // one for each node of the tree after the source
    DeviceNumber device;
    LinkNumber link;    // the cable into it
    PortAt entered;     // by which port
    double load_w = 0;  // what it takes for itself here
};

struct PortFeed {
    PortAt port;
    double source_v = 0;
    double limit_w = 0;
    int pairs = 2;
    std::vector<FeedNode> nodes;
    std::vector<FeedPoint> points;  // same order as nodes; points[0] is the port itself
    FeedSolution solution;
    double watts() const { return solution.stands ? solution.source_w : limit_w; }
    double load_w() const;  // taken by the units on the line, without the cable's loss
};

// What arrives at a node of one of `feeds`, or at the devices behind it where the maker counts
// there, against what the maker of the feeding unit says arrives over so much cable; nothing where
// the maker has no such table. NaN watts where the line collapses.
struct Arriving {
    double watts = 0;  // NaN where the line collapses
    double limit_w = 0;
    double length_m = 0;
};
std::optional<Arriving> arriving(const Network& net, const std::vector<PortFeed>& feeds,
                                 const PortFeed& feed, std::size_t node);
// In proportion between two lengths of the table, the first entry's below it, nothing past the
// last.
double arrives_w(const std::vector<RatedWatts>& table, double length_m);

// What is switched how at one moment: watts that cameras take, units without
// power, ports that are cut off.
struct FeedState {
    By<DeviceNumber, double> camera_w;
    By<DeviceNumber, char> off;
    By<DeviceNumber, PortNumber> fed_at;  // the input that carries a unit now
    By<DeviceNumber, By<PortNumber, char>> cut;
};

// Watts taken beside all else: at the input of a unit, or at a feeding port.
struct ExtraLoad {
    DeviceNumber device;
    PortAt port;
    double watts = 0;
};

// Under what the feeds are solved: temperatures of the cables, and the loads of a condition or of a
// moment where `state` is given.
struct Circumstances {
    double outdoor_c = 20;
    double indoor_c = 20;
    Condition condition = Condition::day;
    const FeedState* state = nullptr;
    const ExtraLoad* extra = nullptr;
    double at(Surroundings surroundings) const {
        return surroundings == Surroundings::indoor ? indoor_c : outdoor_c;
    }
};
Circumstances circumstances_of(const Settings& settings, Condition condition);

// Degrees C where a unit stands in a condition; a heated box keeps it warmer.
double surroundings_c(const Network& net, DeviceNumber device, Condition condition);

// Watts the camera takes in a condition: day and motors; night adds infrared, the coldest night the
// heater; restart is the start draw with infrared and heater on.
double camera_power_w(const CameraDraw& draw, Condition condition);
// The same for a camera of the site: its heater counts where it is cold enough for it.
double camera_power_w(const Network& net, DeviceNumber camera, Condition condition);
double greatest_camera_power_w(const CameraDraw& draw);

double cable_temperature_c(const Settings& settings, Condition condition,
                           Surroundings surroundings);

// The same of a link of the site, with what warms it in a bundle: all of it on an average.
double link_temperature_c(const Network& net, const NetLink& link, Condition condition);

// Pairs that a PoE port's power goes over: four where port, load and all that passes it on use
// four.
int poe_pairs(const Network& net, PortAt port);

// Class that the load at the end of a port's line asks for; where nothing does, what a unit on the
// way asks for that works on this power itself; 0 if nothing asks.
int class_asked(const Network& net, PortAt port);

// What a feeding port can give: its own limit, or what is left of what its unit can take off the
// cable that feeds it.
double port_limit_w(const Network& net, PortAt port);
// The least class the load at the end of a port's line works on.
int class_needed(const Network& net, PortAt port);

// The feed of `port`, and behind it those of regenerating units on its line. The first is `port`'s.
std::vector<PortFeed> solve_port(const Network& net, PortAt port, Condition condition);
std::vector<PortFeed> solve_port(const Network& net, PortAt port, const Circumstances& now);

// The arithmetic of the volts from the port to `node`, a length at a time; where the line
// collapses, the most it could carry.
void feed_drops(const Network& net, const PortFeed& feed, std::size_t node, Condition condition,
                Working& steps);

// Loop resistance of a coax link, core and screen: as measured on site, or the maker's a metre.
double coax_loop_ohm(const Network& net, const NetLink& link, double temperature_c,
                     Working* working = nullptr);

// Loop resistance of a link as it feeds, with the site's choice of worst permitted cable.
double link_loop_ohm(const Network& net, const NetLink& link, int pairs, Condition condition,
                     Working* working = nullptr);
double link_loop_ohm(const Network& net, const NetLink& link, int pairs, const Circumstances& now,
                     Working* working = nullptr);

}  // namespace ovant
