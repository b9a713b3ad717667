// SPDX-License-Identifier: GPL-3.0-or-later
// Which small changes are tried for which check.
#include "core/choose/proposal.h"

namespace ovant {

std::vector<RemedyKind> remedies_of(CheckId check) {
    using enum RemedyKind;
    switch (check) {
        case CheckId::camera_voltage:
        case CheckId::device_voltage: return {solid_copper, move_port, stronger_injector};
        case CheckId::port_power:
        case CheckId::port_class:
        case CheckId::pair_current:
        case CheckId::arriving_power: return {move_port, stronger_injector};
        case CheckId::link_length: return {turn_long_setting_on};
        case CheckId::link_rate:
        case CheckId::port_setting: return {turn_long_setting_off, move_port, lower_picture};
        case CheckId::recorder_input:
        case CheckId::uplink_rate: return {lower_picture};
        case CheckId::conductor: return {solid_copper};
        case CheckId::surge: return {add_protectors};
        case CheckId::surroundings: return {fit_enclosure};
        case CheckId::not_connected: return {power_on};
        case CheckId::pair_alternative: return {flip_alternative, move_port};
        case CheckId::unexpected_power: return {power_off_beyond};
        case CheckId::radio_clearance: return {raise_antenna};
        case CheckId::radio_fade_margin: return {turn_antenna, raise_antenna, lower_picture};
        case CheckId::radio_airtime: return {own_channel, lower_picture};
        case CheckId::radio_limit: return {lower_transmit};
        case CheckId::beyond_standard: return {turn_long_setting_off};
        case CheckId::site_practice: return {turn_long_setting_off, move_port, lower_picture};
        // Addresses are given in Prove.
        case CheckId::address_clash:
        case CheckId::address_outside:
        case CheckId::address_handed_out:
        case CheckId::gateway_outside:
        case CheckId::subnet_full:
        case CheckId::address_missing:
        case CheckId::channel_clash:
        case CheckId::shared_room:
        case CheckId::recorder_channels:
        case CheckId::rack_room:
        case CheckId::channel_missing: return {};
        case CheckId::switch_power: return {assign_ports};
        case CheckId::port_refused: return {raise_priority, assign_ports, set_priorities};
        case CheckId::one_supply: return {assign_ports};
        case CheckId::backup_time: return {larger_backup};
        case CheckId::chain_count:
        case CheckId::fibre_light:
        case CheckId::fibre_overload:
        case CheckId::transceiver_pair:
        case CheckId::dc_voltage:
        case CheckId::dc_polarity:
        case CheckId::power_limited:
        case CheckId::mains_at_place:
        case CheckId::earth_between_buildings:
        case CheckId::trunk_power:
        case CheckId::cable_heat:
        case CheckId::keeps_on:
        case CheckId::inrush:
        case CheckId::earth_at_unit:
        case CheckId::coax_loop:
        case CheckId::solar_days:
        case CheckId::enclosure:
        case CheckId::radio_far_ends: return {};
    }
    return {};
}

}  // namespace ovant
