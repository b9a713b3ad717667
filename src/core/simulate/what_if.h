// SPDX-License-Identifier: GPL-3.0-or-later
// What if: the site with something worse than designed, as another Site that is assessed and played
// like any; and the chance that each run holds when length, temperature and resistance vary.
#pragma once

#include <cstdint>
#include <functional>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

enum class WhatIf {
    copper_clad,  // copper-clad cable was pulled instead
    hot_roof,     // summer under the roof: cables at 60 degrees C by day
    tolerances,   // resistance, length up, volts down, to the end of their tolerance
    one_supply,   // each unit with two supplies has lost one
    no_backup     // each UPS has failed
};
inline constexpr WhatIf all_what_ifs[] = {WhatIf::copper_clad, WhatIf::hot_roof, WhatIf::tolerances,
                                          WhatIf::one_supply, WhatIf::no_backup};
std::string_view id_of(WhatIf what_if);

// Summer under a roof, common practice.
inline constexpr double hot_roof_c = 60;
// Ends of tolerances: conductors 5 % (IEC 60228, from memory), length 3 % and volts 2 % (common
// practice).
inline constexpr double resistance_tolerance_share = 0.05;
inline constexpr double length_tolerance_share = 0.03;
inline constexpr double volts_tolerance_share = 0.02;

// What else has failed: ids of units and links.
using Failed = std::set<std::string>;

// A failed unit feeds nothing and passes nothing on, nor does a failed link. A failed UPS carries
// nothing.
Site with_what_if(const Site& site, const Catalogue& catalogue, const std::set<WhatIf>& what_if,
                  const Failed& failed = {});

// What a site is judged under beside itself: one condition or the worst of all, and what has gone
// worse than designed.
struct JudgedUnder {
    std::optional<Condition> condition;
    std::set<WhatIf> what_if;
    Failed failed;
    bool worse_than_designed() const { return !what_if.empty() || !failed.empty(); }
    AssessOptions options(bool working = false) const { return {condition, working}; }
    bool operator==(const JudgedUnder&) const = default;
};

// The network that is judged: of the site itself, or of a copy with what has gone worse. Borrows
// the catalogue, and the site where nothing has gone worse.
Network lay_out_judged(const Site& site, const Catalogue& catalogue, const JudgedUnder& under,
                       const BackgroundLoad& background = {});

// Runs, units and backups that fail under each, nothing else changed.
struct WhatIfFaults {
    WhatIf what_if;
    int failing = 0;
};
std::vector<WhatIfFaults> count_what_ifs(const Site& site, const Catalogue& catalogue);

struct ChanceOptions {
    int trials = 200;
    double length_share = 0.03;      // standard deviation of each length
    double resistance_share = 0.03;  // of each cable's resistance
    double volts_share = 0.01;       // of each source's volts
    std::uint32_t seed = 1;
};
struct RunChance {
    std::string camera;
    double holds_share = 0;  // of the trials in which the run is there and does not fail
};
struct Chances {
    std::vector<RunChance> runs;
    double all_hold_share = 0;  // of the trials in which every run does
};
// Monte-Carlo: lengths, resistances, volts and the temperatures of day and coldest night drawn for
// each trial, every run judged by assess_run. Normal distributions, temperatures uniform between
// the site's night and its extremes. `go_on` false ends it with the trials done.
Chances chances(const Network& net, const ChanceOptions& options,
                const std::function<bool(double)>& go_on = {});

}  // namespace ovant
