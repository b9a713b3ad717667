// SPDX-License-Identifier: GPL-3.0-or-later
// The distances that decide where ways are put together. All of it common practice unless a source
// stands beside it. What they are put together from: core/catalogue/usual_kinds.h.
#pragma once

namespace ovant::usual {

inline constexpr double neighbour_m =
    60;  // a neighbour's cable so near could carry a second camera
inline constexpr double unit_near_m = 300;    // a unit out there so near could have a port to spare
inline constexpr double mast_near_m = 60;     // a place so near the camera can carry its radio
inline constexpr double mains_near_m = 180;   // mains so near can be brought to a radio
inline constexpr double at_the_camera_m = 3;  // a unit so near shares the camera's surroundings
inline constexpr double in_the_pathway_m = 1;  // what stands so near a pathway stands in it
inline constexpr double mains_by_cable_m =
    95;  // mains so near: a cable of one length reaches on from it
inline constexpr double same_spot_m = 20;      // radios do not bridge less
inline constexpr double beside_m = 15;         // an end so near needs no cable of its own
inline constexpr double adapter_lead_m = 12;   // an adapter's lead goes no further
inline constexpr double adapter_spare_m = 2;   // of its lead, laid round corners
inline constexpr double short_of_hop_m = 0.5;  // a unit is put so far inside what one length allows
inline constexpr double camera_lead_m = 4;     // a unit near the camera leaves it a lead of so much
inline constexpr double channel_m = 100;       // ISO/IEC 11801, from memory

}  // namespace ovant::usual
