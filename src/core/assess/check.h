// SPDX-License-Identifier: GPL-3.0-or-later
// One limit, one value, one verdict. What is the same for all checks of an id is in check_table.h;
// sentences about a check are made in phrase.
#pragma once

#include <string>
#include <string_view>

#include "core/assess/check_detail.h"
#include "core/working.h"
#include "core/value.h"

namespace ovant {

enum class CheckId {
    camera_voltage,
    port_power,
    port_class,
    pair_current,
    link_length,
    link_rate,
    chain_count,
    device_voltage,
    switch_power,
    uplink_rate,
    port_setting,
    conductor,
    surge,
    surroundings,
    not_connected,
    fibre_light,
    fibre_overload,
    transceiver_pair,
    radio_clearance,
    radio_fade_margin,
    radio_airtime,
    radio_limit,
    dc_voltage,
    dc_polarity,
    power_limited,
    pair_alternative,
    mains_at_place,
    earth_between_buildings,
    trunk_power,
    coax_loop,
    solar_days,
    enclosure,
    port_refused,
    one_supply,
    backup_time,
    recorder_input,
    unexpected_power,
    beyond_standard,
    radio_far_ends,
    arriving_power,
    site_practice,
    address_clash,
    address_outside,
    address_handed_out,
    gateway_outside,
    subnet_full,
    address_missing,
    channel_clash,
    channel_missing,
    shared_room,
    recorder_channels,
    cable_heat,
    keeps_on,
    inrush,
    earth_at_unit,
    rack_room
};
inline constexpr int check_count = static_cast<int>(CheckId::rack_room) + 1;
// The stable id used in files and on the command line: "camera-voltage".
std::string_view id_of(CheckId check);

// In order of severity for a run: unknown stands only where nothing else is known.
enum class Verdict { holds, unknown, tight, fails };
std::string_view id_of(Verdict verdict);

enum class Condition { day, night, coldest_night, restart };
inline constexpr int condition_count = 4;
inline constexpr Condition all_conditions[] = {Condition::day, Condition::night,
                                               Condition::coldest_night, Condition::restart};
std::string_view id_of(Condition condition);

enum class Sense { at_most, at_least };

// Why a verdict is what it is, where value and limit do not say it alone.
enum class Note {
    none,
    collapses,  // no working voltage exists
    copper_clad,
    worst_permitted,  // judged on the worst cable allowed
    stranded,
    past_stated_limit,  // field-proven only
    long_setting,
    crosses_water,  // lies in open water where no pathway leads
    no_feed,        // a cable leads nowhere that feeds
    no_cable,
    too_cold,
    too_hot,
    indoor_outside,
    not_for_wet,
    cable_indoor_outside,
    reserves_by_class,     // the unit itself reserves by class
    over_port_class,       // draws more than the class it asks for
    power_off,             // the feeding port is switched off
    unit_without_power,    // a unit on the way has no feed
    ends_nowhere,          // pictures end at a unit from which no way leads to a recorder
    ends_before_head_end,  // data end at a unit from which no way leads to the head end
    no_recorder,           // the site has none
    wrong_line,            // the two ends speak different line codes
    unsure_rate,           // nobody knows the rate before trying
    steel_core,            // coax with a copper-clad steel core
    other_rate,            // optics or radios that do not go together: what differs
    other_wavelength,
    other_fibre,
    other_strands,
    no_more_fibres,
    backup_elsewhere,
    other_channel,
    past_transmit,
    other_band,
    no_optic,       // an optical port without a transceiver
    path_cut,       // the line of sight is cut
    no_signature,   // PoE waits for a signature that a passive load does not give
    not_limited,    // a supply without the mark of a power-limited source
    other_pairs,    // power on the pairs the combiner does not pass
    pairs_unknown,  // the switch does not say which pairs it feeds
    no_place,       // stands at no place, so nothing is known of its mains
    no_mains,
    generator,
    solar_only,
    panel_too_small,
    overloaded,          // more than it can give at all
    takes_no_power,      // an always-on feed reaches a socket that takes none
    other_volts,         // an always-on feed of volts the socket is not made for
    passive_into_poe,    // an always-on feed of fitting volts into a socket for PoE
    both_feed,           // two PoE ports face each other: neither feeds the other
    passes_power_on,     // standard only: power goes through a unit that is no PSE
    own_line,            // standard only: a line code other than Ethernet
    shared_cable,        // standard only: two channels in one cable
    two_pairs,           // the load needs four pairs, the way has two
    not_for_burial,      // lies in the ground
    not_for_digging,     // nothing says where it lies, so it is counted as in the ground
    unit_unprotected,    // an active unit between two outdoor lengths
    not_promised,        // the camera runs on these volts, nobody promises it
    large_on_generator,  // motors and heaters on a generator
    box_heater,          // no mains for the heater of the box around it
    on_behind_repeater,  // PoE that a repeater asked for is always on behind it
    large_load,          // site's own rule: large loads on a cable of their own
    large_picture,       // site's own rule: pixels at 10 Mb/s
    passive_feed,        // site's own rule: no feed that does not ask
    radio_near,          // site's own rule: no radio over so little
    switch_feeds,        // site's own rule: cameras on a switch
    recorder_feeds,      // site's own rule: cameras on the recorder
    no_host,             // the network's own address or its broadcast address
    subnets_overlap,
    seen_in_use,  // somebody else was found at the address
    is_gateway,
    is_reserved,
    past_channels,   // the recorder has fewer
    long_on_uplink,  // the long setting where more than one camera's data go
    not_for_water,   // lies or stands under water at times
    wrong_current,   // a.c. into a socket for d.c., or the other way round
    other_mains,     // the mains of this site are none of those it is made for
    no_earth,        // nothing to join its case to
    exposed,         // stands high and outdoors with no earth near
    power_with_data  // site's own rule: no power on a cable that carries data
};

struct Check {
    OVANT_VALUE(Check);
    CheckId id = CheckId::not_connected;
    std::string subject;  // id of device or link, "SW1.6" for a port
    double value = 0;     // NaN where there is none
    double limit = 0;
    double keep_line = 0;  // the limit less the keep-back
    Unit unit = Unit::none;
    Sense sense = Sense::at_most;
    double margin = 0;  // room to the limit, negative past it
    Verdict verdict = Verdict::holds;
    Note note = Note::none;
    Condition condition = Condition::day;
    bool by_condition = false;  // whether `condition` matters
    std::string other;          // the other party: the neighbour, the kind, the port
    CheckDetail detail;         // by the id: check_table.cpp
    Source source;
    Working working;
};

// Fills margin, keep_line and verdict. `keep` is absolute, in the check's unit, >= 0.
void judge(Check& check, double keep);

// Room as a share of the limit; where the limit is nought, of four times what is kept back. NaN
// where nothing is counted.
double room_share(const Check& check);

// True if `a` is the worse news: by verdict, then by the share of the limit that is left, then in
// the order of CheckId.
bool worse(const Check& a, const Check& b);

}  // namespace ovant
