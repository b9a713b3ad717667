// SPDX-License-Identifier: GPL-3.0-or-later
// What ways are put together from and by, where nobody says otherwise: the usual kinds, and the
// distances that decide. All of it common practice unless a source stands beside it.
#pragma once

namespace ovant::usual {

// Kinds of the shipped catalogue, by what they serve.
inline constexpr const char* patch_cord = "patch-24";
inline constexpr const char* outdoor_lead = "lead-24-out";
inline constexpr const char* dc_lead = "dc-lead-18";
inline constexpr const char* two_fibres = "fibre-os2-2";
inline constexpr const char* mains_of_the_house = "house-mains";
inline constexpr const char* copper_protector = "surge-100";
inline constexpr const char* coax_protector = "surge-coax";
inline constexpr const char* wet_box = "box-wet";
inline constexpr const char* outdoor_box = "box-outdoor";
inline constexpr const char* plain_cabinet = "cabinet-plain";
inline constexpr const char* cabinet_with_backup = "cabinet-ups";
inline constexpr const char* fibre_module = "sfp-1000-lx";
inline constexpr const char* small_injector = "inj-15";
inline constexpr const char* coax_near = "coax-near";
inline constexpr const char* coax_far = "coax-far";
inline constexpr const char* extender_near = "lr-near";
inline constexpr const char* extender_far = "lr-far";
inline constexpr const char* mains_unit = "mains-unit";
inline constexpr const char* composite_head = "comp-head-54";
inline constexpr const char* composite_far = "comp-far-1";
inline constexpr const char* trunk_coax_near = "trunk-coax-near";
inline constexpr const char* trunk_coax_far = "trunk-coax-far";
inline constexpr const char* kinds[] = {
    patch_cord,          outdoor_lead,   dc_lead,        two_fibres,     mains_of_the_house,
    copper_protector,    coax_protector, wet_box,        outdoor_box,    plain_cabinet,
    cabinet_with_backup, fibre_module,   small_injector, coax_near,      coax_far,
    extender_near,       extender_far,   mains_unit,     composite_head, composite_far,
    trunk_coax_near,     trunk_coax_far};

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
