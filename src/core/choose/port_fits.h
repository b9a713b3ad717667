// SPDX-License-Identifier: GPL-3.0-or-later
// How well each plug of a place would do on each of its ports. Private to core/choose.
//
// Nothing is estimated: the plug is moved in the laid out network, its runs are judged by the same
// assess_run as everywhere, and it is moved back. Ports that are alike (same unit, class, limit,
// line and group) are one pool, for one answer serves them all; each pool with a group is asked
// twice, with the group's setting short and long.
//
// Example: 20 cameras on a switch with 16 ports of class 4 in two groups and 8 of class 6: three
// pools, two of them asked twice, so 20 x 5 = 100 judgements instead of 20 x 24 x 2.
#pragma once

#include <array>
#include <memory>
#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

// Ports of one unit that are alike: any of them does.
struct Pool {
    DeviceNumber device;
    int group = 0;  // 0, or the group whose setting decides
    std::vector<PortAt> ports;
    std::vector<PortAt> open;  // those not taken by something that stays
};

// How well runs do: their worst verdict, and how many checks fail where one does.
struct Level {
    Verdict verdict = Verdict::fails;
    int failing = 1000;
    auto operator<=>(const Level&) const = default;
};

// A plug on a feeding port, with whatever is behind it.
struct Item {
    PortAt at;
    int pool = -1;
    std::vector<CameraNumber> runs;
    int poe_class = 0;
    int importance = 3;
    double mbps = 0;
    Level now;
};

// How one plug would do in one pool under one setting of its group.
struct Fit {
    Level level;
    double watts = 0;
    int column = -1;
};

struct PortFits {
    std::unique_ptr<Site> site;  // as given, its groups set now and then to see how a plug would do
    Network net;                 // of that site
    std::vector<Pool> pools;
    std::vector<Item> items;
    std::vector<std::vector<std::array<Fit, 2>>> fits;  // by item, pool, setting of its group
    std::vector<std::array<Level, 2>> stay_fits;        // by pool and setting: what stays there
    bool too_many = false;  // more than most_fits to try: nothing was measured
    bool group_now(const Pool& pool) const;
};

// Plugs times pools of ports that are tried one by one, each a judgement of its run: about a
// thousand runs on forty switches.
inline constexpr std::size_t most_fits = 50'000;

// Of the PoE ports at a place, the head end where it is empty.
PortFits measure_ports(const Site& site, const Catalogue& catalogue, const std::string& place,
                       bool may_change_groups);

}  // namespace ovant
