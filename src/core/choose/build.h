// SPDX-License-Identifier: GPL-3.0-or-later
// What the builders of ways share. Private to core/choose.
#pragma once

#include "core/choose/proposal.h"
#include "core/site/edits.h"

namespace ovant {

struct FeedPort {
    std::string device;
    std::string port;
    int group = 0;
};

// The site without the camera's cable and the in-line units that serve only it.
Site without_run(const ChooseContext& context);

// A free feeding port for the camera: the one it hangs on now if that serves, else the nearest
// unit's port of the least class that is enough. `with_long_setting`: only ports that have one.
std::optional<FeedPort> pick_port(const ChooseContext& context, const Site& cleared,
                                  bool with_long_setting);

// The cheapest solid copper cable (no cords, none with a maker's reach) for these surroundings.
const Kind* pick_cable(const Catalogue& catalogue, Surroundings surroundings, double finest_awg);
Surroundings route_surroundings(const Site& site, Point from, Point to);

// One cable from the port to the camera, protectors at both ends where it goes outdoors.
std::optional<Added> lay_direct(const ChooseContext& context, Site cleared, const FeedPort& port,
                                const Kind& cable);

// The same with `count` in-line units of one kind at even spacing; boxes where they need them.
std::optional<Site> lay_chain(const ChooseContext& context, const Site& cleared,
                              const FeedPort& port, const Kind& cable, const Kind& unit, int count);

// Of several candidates the one to show: best verdict, then cheapest.
Proposal best_of(const ChooseContext& context, std::vector<Site> candidates);

// Solid metres from the port's unit to the camera by the shortest way, drops included.
double way_length_m(const ChooseContext& context, const FeedPort& port);

// One length from a port, its group set long or normal; shared by ways 1 and 2.
Proposal build_single(const ChooseContext& context, bool with_long_setting);

// A chain of units, tried in every kind of the category; shared by repeaters and extenders.
Proposal build_chain(const ChooseContext& context, Category category, int most_if_unstated);

Proposal build_direct_copper(const ChooseContext& context);
Proposal build_long_setting(const ChooseContext& context);
Proposal build_repeaters(const ChooseContext& context);
Proposal build_extenders(const ChooseContext& context);

inline Proposal cannot_build(Cannot why, std::string detail = "") {
    Proposal proposal;
    proposal.cannot = why;
    proposal.cannot_detail = std::move(detail);
    return proposal;
}

}  // namespace ovant
