// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a radio way: where the antenna stands and what powers it and the camera. Shared by
// ways 15, 16 and 20. Private to core/choose.
#pragma once

#include "core/assess/radio_path.h"
#include "core/choose/draft.h"

namespace ovant {

struct RadioSpot {
    Point at;
    std::string place;  // may be empty
    double mast_m = bare_mast_m;
};

// At the head end's own place, and by the unit that feeds, at `unit`, where the site has none.
RadioSpot head_spot(const ChooseContext& context, Point unit);
// The places near enough to the camera to stand an antenna and a feeding unit: with mains, with
// solar, and the camera's own spot.
struct FarSpot {
    RadioSpot spot;
    bool mains = false;
};
std::vector<FarSpot> far_spots(const ChooseContext& context);

// The socket a radio takes its power by.
const PortKind& radio_input(const Kind& kind);
// Where the lead to a radio on the head end's mast starts: a port or injector of what it takes.
std::optional<At> radio_feed_at_head(Draft& draft, const Kind& radio);

// Adds a radio on its mast, turned down to the site's limit.
std::string add_radio(Draft& draft, const Kind& kind, const RadioSpot& spot);
// A unit at the far spot that feeds `radio` and has a port left for the camera; lays the leg. One
// draft for each supply that could do it.
std::vector<Draft> with_far_supply(const Draft& draft, const FarSpot& far,
                                   const std::string& radio);
// The sight between two spots with this kind; what is in the way and by how much, where it is cut.
Clearance sight(const ChooseContext& context, const Kind& kind, const RadioSpot& a,
                const RadioSpot& b);

}  // namespace ovant
