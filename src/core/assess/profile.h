// SPDX-License-Identifier: GPL-3.0-or-later
// One run laid out along its length, for the strip and the cards: the same feeds and reaches that
// its checks are made from.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

struct ProfilePoint {  // a unit on the run; the first is the feeding port
    DeviceNumber device;
    std::string id;
    double at_m = 0;
    // By Condition. NaN where the line collapses. `out` differs from `in` where power is made anew.
    std::array<double, condition_count> in_v{}, out_v{};
    // Watts that pass this point towards the camera; at the camera, what it takes.
    std::array<double, condition_count> watts{};
    double min_v = 0;  // least the unit accepts, 0 for the feeding port
};

struct ProfileHop {
    std::string link;
    const Kind* cable = nullptr;
    double from_m = 0, to_m = 0;
    // Volts at both ends of it by Condition, NaN where it carries no power.
    std::array<double, condition_count> from_v{}, to_v{};
    // Light in the worse direction: least sent, what arrives of it, least needed. NaN: no fibre.
    double sent_dbm = 0, received_dbm = 0, needed_dbm = 0;
    double limit_m = 0;  // infinity where length has no limit of its own
    double rate_mbps = 0;
    bool long_setting = false;
    Condition condition = Condition::day;  // the one its limit and verdict are from
    Verdict verdict = Verdict::holds;
};

struct RunProfile {
    std::string camera;
    std::string feeding_port;  // "SW1.6", empty if not fed
    std::vector<ProfilePoint> points;
    std::vector<ProfileHop> hops;
    double length_m = 0;
};

// A run that is not fed gives its hops but no volts.
RunProfile run_profile(const Network& net, CameraNumber camera);

// The arithmetic of the volts and watts at point `point` of the profile; empty where nothing feeds.
Working point_working(const Network& net, CameraNumber camera, std::size_t point,
                      Condition condition);
// The arithmetic of a hop's length and of how far it may go.
Working hop_working(const Network& net, CameraNumber camera, std::size_t hop, Condition condition);

}  // namespace ovant
