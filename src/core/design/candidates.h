// SPDX-License-Identifier: GPL-3.0-or-later
// What a design can be made of: parts that several cameras can lean on (switches at the head end,
// cabinets, hubs, trunks, switches fed over a cable), and ways for each camera, alone or on such a
// part. All of it is put together by the builders of ways on the cleared site, and measured there.
// Private to core/design.
#pragma once

#include <functional>
#include <map>
#include <set>
#include <string>
#include <vector>

#include "core/design/cleared.h"
#include "core/design/piece.h"

namespace ovant {

struct DesignPart {
    Piece piece;
    int rests_on = -1;         // another part; -1: what is there
    bool at_head_end = false;  // a switch there: its ports are of the head end's
    bool for_two = false;      // a camera's own cable, that another could share
    std::string unit;          // that the cameras hang on
    Point at;
    std::map<PortsOfKind, int> free_ports;  // that it brings
    double budget_w = 0;                    // that it brings to the head end
    WayId way = WayId::direct_copper;       // that built it; of a switch at the head end, none
};

struct DesignWay {
    Piece piece;
    std::size_t camera = 0;  // in Candidates::cameras
    int rests_on = -1;
    WayId way = WayId::direct_copper;
    bool as_it_is = false;  // its run as it was before the site was cleared
    Verdict verdict = Verdict::unknown;
    bool past_stated = false;
};

// Ports that share the long setting, all of them free and ordinary.
struct FreeGroup {
    std::string unit;
    int group = 0;
    int part = -1;  // that brings the unit
    std::map<PortsOfKind, int> ports;
};

struct Candidates {
    Site cleared;                 // without the cameras
    std::vector<Device> cameras;  // that get a way
    std::vector<DesignPart> parts;
    std::vector<DesignWay> ways;
    // Of a camera without any way: the one that came nearest, with what is against it.
    std::vector<Proposal> nearest_miss;
    std::map<PortsOfKind, int> free_ports;  // at the head end and of units kept
    std::vector<FreeGroup> free_groups;     // of units at the head end
    std::set<std::string> head_end_units;   // that are there
    double head_end_w = 0;                  // that they have to give
    OpenStretches open;                     // of pathways that something lies in
    bool all_tried = true;                  // else time or room ended the making of them
    std::set<std::string> suggested;        // places that `cleared` has and the site has not
};

// Where the search is: of how much, done.
using DesignGoOn = std::function<bool(double share)>;

struct CandidateWishes {
    Keep keep = Keep::all;
    bool up_to_the_limit = false;
    bool tight = false;    // ways that are tight even where another holds
    bool by_price = true;  // only price counts: what can never be cheaper is left out
};
Candidates find_candidates(const Site& site, const Catalogue& catalogue,
                           const CandidateWishes& wishes, const DesignGoOn& go_on = {});

}  // namespace ovant
