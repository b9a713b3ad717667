// SPDX-License-Identifier: GPL-3.0-or-later
// How far one link may go and how fast it is.
#pragma once

#include "core/assess/check.h"
#include "core/assess/port_feed.h"

namespace ovant {

// The optics of a port: the transceiver in it, or the unit's own; null for none.
const OpticFacts* optic_at(const Network& net, PortAt at);

// Loss of light on a fibre link at a wavelength, with what was found wrong with it.
double light_loss_db(const NetLink& link, double wavelength_nm, Working* working = nullptr);

// How far a link may go by the school in force, and the rate it runs at. Radio and d.c. have no
// limit of length here: infinity.
struct LinkReach {
    double limit_m = 0;
    double rate_mbps = 0;
    double proven_m = 0;  // seen to work, 0 if nothing past the limit
    bool long_setting = false;
    bool wrong_line = false;  // the ends speak different line codes: no link at all
    bool unsure = false;      // the rate cannot be known before trying
    Source source;
};
LinkReach link_reach(const Network& net, const NetLink& link, Condition condition,
                     Working* working = nullptr);

// The longest that a length of twisted pair to be laid may be, as link-length will judge it in any
// condition, without what is kept back: `cords_m` as they count in its channel, `unit` the in-line
// unit at its ends or null. Nothing seen to work and no long setting is counted on.
double longest_planned_m(const Settings& settings, const CableFacts& cable, Surroundings lies,
                         double cords_m, const Kind* unit);

// Passes the signal on as it comes, so that the cables on both sides are one channel.
bool passes_signal(const Kind& kind);

// Whether somebody noted that such a link, as long or longer, fed so many watts.
bool seen_to_feed(const Network& net, const NetLink& link, double load_w);

// link-length of one link in one condition.
Check link_length_check(const Network& net, const NetLink& link, Condition condition, bool working);

}  // namespace ovant
