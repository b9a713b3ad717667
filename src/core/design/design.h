// SPDX-License-Identifier: GPL-3.0-or-later
// The whole site designed at once: ways for all cameras together, with what several of them share.
//
// Builders of ways make the candidates on the site without the runs that get a new way: ways for
// each camera, and parts that others can hang on. A mixed-integer programme chooses among them: a
// variable for each way and each part, a row for each camera, for each part that is leaned on, and
// for whatever there is little of. The answer is built and judged as a whole by the one assessment;
// what that refuses goes back into the programme, until it holds.
//
// Example: four cameras on a pier 300 m away. Alone each would be served by radio for 400. A
// cabinet with a switch costs 900 with its fibre and 60 more a camera: 1140 for all, 285 each. The
// programme builds the cabinet, unless a trunk at 700 has ports and watts enough for them.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/choose/proposal.h"
#include "core/design/cleared.h"
#include "core/design/figures.h"

namespace ovant {

struct DesignWishes {
    Preference prefer = Preference::price;
    Keep keep = Keep::all;
    bool tight = false;  // tight is as good as holds; else only where nothing holds
    std::optional<double> most_price, most_can_fail;
    double most_s = 10;     // of all of it: candidates, search, each camera's best way in turn
    int most_nodes = 5000;  // of its search: the same answer each time where it ends the search
    double gap_share = 0;
    unsigned seed = 1;
};

struct DesignedCamera {
    std::string camera;
    bool served = false;
    WayId way = WayId::direct_copper;
    bool as_it_is = false;  // its run stays, in place of any way
    Verdict verdict = Verdict::unknown;
    Figures own;                           // of what serves it only
    Figures share;                         // of what it shares, in equal parts
    std::vector<std::string> shares_with;  // cameras that pay for some of it too
    // The cheapest way that it would have by itself, all of it paid by this camera.
    std::optional<WayId> alone;
    double alone_price = 0;
    Proposal nearest_miss;  // of one that is not served: what came nearest
};

struct SiteDesign {
    Site site;
    std::vector<DesignedCamera> cameras;  // that were to get a way, in the order of the site
    Figures before;                       // of what the new ways replace
    Figures after;                        // of the new ways
    Summary runs_before, runs_after;
    std::vector<Check> failing;    // of units and the site: no way mends them
    std::vector<Place> suggested;  // new places, where mains has to be asked for
    // Of what was made least, with what cameras that are left out or tight count for; nothing costs
    // less than the bound. `counted`: without those.
    double cost = 0, bound = 0, counted = 0;
    bool proven = false;
    bool in_turn = false;   // each camera's best way in turn was better than what was found
    int judged = 0;         // sites built and judged until one held
    bool narrowed = false;  // the bound leaves out what was refused for watts at the head end
    bool stopped = false;   // by `go_on`
    bool all_tried =
        true;  // else the time was over before all ways were made: the bound is of those
    // The share of it that may still be saved at most.
    double gap_share() const { return counted > 0 ? (cost - bound) / counted : 0; }
};

// Asked now and then, on any thread; false ends it with what is found by then.
using DesignProgress = std::function<bool(double share)>;

// Never fails: a camera that cannot be served is left out, with the reason.
SiteDesign design_site(const Site& site, const Catalogue& catalogue, const DesignWishes& wishes,
                       const DesignProgress& go_on = {});

// Five designs, or as many as differ, from the least price to the fewest things that can fail.
std::vector<SiteDesign> design_frontier(const Site& site, const Catalogue& catalogue,
                                        const DesignWishes& wishes,
                                        const DesignProgress& go_on = {});

// What turns the units and cables of one site into those of another.
SiteChange change_between(const Site& from, const Site& to);

// What is new in `site` against `before`, both sound: nothing rounded up to whole pieces, so that
// designs are compared by what they use.
Figures figures_against(const Network& before, const Network& after);

}  // namespace ovant
