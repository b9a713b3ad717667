// SPDX-License-Identifier: GPL-3.0-or-later
// The kinds that stand where nobody says otherwise, by what they serve: all of the shipped
// catalogue, which a test holds this list to. What a site or a person chooses goes before.
#pragma once

namespace ovant::usual {

// Cable.
inline constexpr const char* copper = "cat5e-solid-24-out";
inline constexpr const char* outdoor_lead = "lead-24-out";
inline constexpr const char* patch_cord = "patch-24";
inline constexpr const char* thin_patch_cord = "patch-26";
inline constexpr const char* dc_lead = "dc-lead-18";
inline constexpr const char* two_fibres = "fibre-os2-2";
inline constexpr const char* composite = "composite-16";
inline constexpr const char* old_coax = "coax-rg59";
inline constexpr const char* mains_of_the_house = "house-mains";
inline constexpr const char* through_the_air = "air";

// Units.
inline constexpr const char* camera = "cam-fixed-4mp";
inline constexpr const char* room_switch = "sw-16-at-185";
inline constexpr const char* recorder = "rec-32";
inline constexpr const char* radio = "radio-5-ptp";
inline constexpr const char* small_injector = "inj-15";
inline constexpr const char* fibre_module = "sfp-1000-lx";
inline constexpr const char* coax_near = "coax-near";
inline constexpr const char* coax_far = "coax-far";
inline constexpr const char* extender_near = "lr-near";
inline constexpr const char* extender_far = "lr-far";
inline constexpr const char* mains_unit = "mains-unit";
inline constexpr const char* composite_head = "comp-head-54";
inline constexpr const char* composite_far = "comp-far-1";
inline constexpr const char* trunk_near_poe = "trunk-near-poe";
inline constexpr const char* trunk_near_mains = "trunk-near-mains";
inline constexpr const char* trunk_near_data = "trunk-near-data";
inline constexpr const char* trunk_far = "trunk-far";
inline constexpr const char* trunk_far_mains = "trunk-far-mains";
inline constexpr const char* trunk_coax_near = "trunk-coax-near";
inline constexpr const char* trunk_coax_far = "trunk-coax-far";

// Around them.
inline constexpr const char* copper_protector = "surge-100";
inline constexpr const char* coax_protector = "surge-coax";
inline constexpr const char* wet_box = "box-wet";
inline constexpr const char* outdoor_box = "box-outdoor";
inline constexpr const char* plain_cabinet = "cabinet-plain";
inline constexpr const char* cabinet_with_backup = "cabinet-ups";

inline constexpr const char* kinds[] = {copper,           outdoor_lead,    patch_cord,
                                        thin_patch_cord,  dc_lead,         two_fibres,
                                        composite,        old_coax,        mains_of_the_house,
                                        through_the_air,  camera,          room_switch,
                                        recorder,         radio,           small_injector,
                                        fibre_module,     coax_near,       coax_far,
                                        extender_near,    extender_far,    mains_unit,
                                        composite_head,   composite_far,   trunk_near_poe,
                                        trunk_near_mains, trunk_near_data, trunk_far,
                                        trunk_far_mains,  trunk_coax_near, trunk_coax_far,
                                        copper_protector, coax_protector,  wet_box,
                                        outdoor_box,      plain_cabinet,   cabinet_with_backup};

}  // namespace ovant::usual
