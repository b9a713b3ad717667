// SPDX-License-Identifier: GPL-3.0-or-later
// What is needed with something: plugs with an end, clips with a metre, a bracket with a camera.
// Rules of a catalogue, and a site's own.
#pragma once

#include <optional>
#include <string>

#include "core/catalogue/kind.h"

namespace ovant {

enum class PlaceKind { equipment_room, cabinet, outbuilding, pole, wall, pedestal };
enum class PathwayKind { tray, conduit, trench, fence, overhead, pontoon };

// What a rule counts: its part is needed for each.
enum class BroughtBy {
    cable_end,  // that is fitted: not of cords and ready-made leads
    joint,      // in a run that is longer than any package
    splice,     // of a fibre
    protector,
    unit,
    place,         // at which a unit stands
    laid_metre,    // of each cable along a pathway
    bare_metre,    // of each cable where no pathway leads and it is not in the ground
    opened_metre,  // of a pathway that nothing lay in before, once for all cables
    wall_entry     // of a cable from outdoors into a building
};
enum class Whether { either, yes, no };

// All that is set must hold of what is counted; what does not apply to it never holds.
struct Brings {
    std::string id;
    BroughtBy of = BroughtBy::cable_end;
    std::string part;  // kind
    double count = 1;
    double for_every = 1;    // one count for so many: an open tray of 12 is a tray
    double spare_share = 0;  // for waste
    std::optional<Medium> medium;
    std::string kind;                  // of the cable or unit
    std::optional<Category> category;  // of the unit, or of that at the cable's end
    std::optional<PathwayKind> pathway;
    std::optional<PlaceKind> place;            // that the unit stands at
    std::optional<Surroundings> surroundings;  // so harsh or harsher, of the unit or place
    std::optional<ConductorForm> conductors;
    Whether screened = Whether::either;
    Whether panel = Whether::either;      // the cable ends in jacks, with cords to the units
    Whether boxed = Whether::either;      // the unit is in an enclosure
    Whether by_itself = Whether::either;  // the unit stands at no place
    Whether mains = Whether::either;      // something is plugged into the mains there
    // All cables that lie in it are made for burial, and the site asks for no duct round those.
    Whether bare_in_ground = Whether::either;
    std::string extra;
    bool operator==(const Brings&) const = default;
};

}  // namespace ovant
