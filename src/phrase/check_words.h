// SPDX-License-Identifier: GPL-3.0-or-later
// What is said of a check that does not hold: one function a check, in files by subject. Private to
// phrase.
#pragma once

#include "phrase/check_text.h"

namespace ovant {

struct Sentence {
    const Check& check;
    const TextContext& context;
    int more = 0;  // digits beside the usual, so that value and limit tell their sides apart
    bool fails = false;
    std::string quantity(double value) const;
    // What the check carries beyond its value; null where this one carries something else.
    template <class T>
    const T* detail() const {
        return std::get_if<T>(&check.detail);
    }
};

// " at night", for a check that depends on it.
std::string when(const Check& check);

// check_words_copper.cpp
std::string link_length_words(const Sentence& s);
std::string link_rate_words(const Sentence& s);
std::string chain_count_words(const Sentence& s);
std::string uplink_rate_words(const Sentence& s);
std::string recorder_input_words(const Sentence& s);
std::string port_setting_words(const Sentence& s);
std::string conductor_words(const Sentence& s);
std::string surge_words(const Sentence& s);
std::string not_connected_words(const Sentence& s);
std::string coax_loop_words(const Sentence& s);
std::string recorder_channels_words(const Sentence& s);
std::string shared_room_words(const Sentence& s);
std::string cable_heat_words(const Sentence& s);
std::string beyond_standard_words(const Sentence& s);

// check_words_power.cpp
std::string camera_voltage_words(const Sentence& s);
std::string device_voltage_words(const Sentence& s);
std::string port_power_words(const Sentence& s);
std::string port_class_words(const Sentence& s);
std::string pair_current_words(const Sentence& s);
std::string switch_power_words(const Sentence& s);
std::string dc_voltage_words(const Sentence& s);
std::string dc_polarity_words(const Sentence& s);
std::string power_limited_words(const Sentence& s);
std::string keeps_on_words(const Sentence& s);
std::string inrush_words(const Sentence& s);
std::string pair_alternative_words(const Sentence& s);
std::string trunk_power_words(const Sentence& s);
std::string arriving_power_words(const Sentence& s);
std::string unexpected_power_words(const Sentence& s);
std::string port_refused_words(const Sentence& s);
std::string one_supply_words(const Sentence& s);
std::string backup_time_words(const Sentence& s);

// check_words_far.cpp
std::string fibre_light_words(const Sentence& s);
std::string fibre_overload_words(const Sentence& s);
std::string transceiver_pair_words(const Sentence& s);
std::string radio_clearance_words(const Sentence& s);
std::string radio_fade_margin_words(const Sentence& s);
std::string radio_airtime_words(const Sentence& s);
std::string radio_far_ends_words(const Sentence& s);
std::string radio_limit_words(const Sentence& s);

// check_words_place.cpp
std::string surroundings_words(const Sentence& s);
std::string mains_at_place_words(const Sentence& s);
std::string earth_between_buildings_words(const Sentence& s);
std::string solar_days_words(const Sentence& s);
std::string earth_at_unit_words(const Sentence& s);
std::string rack_room_words(const Sentence& s);
std::string enclosure_words(const Sentence& s);
std::string site_practice_words(const Sentence& s);

// check_words_network.cpp
std::string address_clash_words(const Sentence& s);
std::string address_outside_words(const Sentence& s);
std::string address_handed_out_words(const Sentence& s);
std::string gateway_outside_words(const Sentence& s);
std::string subnet_full_words(const Sentence& s);
std::string address_missing_words(const Sentence& s);
std::string channel_clash_words(const Sentence& s);
std::string channel_missing_words(const Sentence& s);

}  // namespace ovant
