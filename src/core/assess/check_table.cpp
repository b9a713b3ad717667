// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/check_table.h"
#include "core/assess/link_reach.h"

#include <algorithm>
#include <iterator>
#include <type_traits>

namespace ovant {
namespace {

template <class T, std::size_t index = 0>
constexpr std::size_t index_of_detail() {
    if constexpr (std::is_same_v<std::variant_alternative_t<index, CheckDetail>, T>)
        return index;
    else
        return index_of_detail<T, index + 1>();
}
template <class T>
constexpr std::size_t carries = index_of_detail<T>();

constexpr CheckFacts checks[] = {
    {CheckId::camera_voltage, "camera-voltage", "Voltage at camera", CheckStage::power,
     CheckSubject::camera, carries<OffBelow>, false, "power_checks.cpp"},
    {CheckId::port_power, "port-power", "Power from port", CheckStage::power, CheckSubject::port, 0,
     false, "power_checks.cpp"},
    {CheckId::port_class, "port-class", "PoE class of port", CheckStage::power, CheckSubject::port,
     0, false, "power_checks.cpp"},
    {CheckId::pair_current, "pair-current", "Current in a pairset", CheckStage::power,
     CheckSubject::port, 0, false, "power_checks.cpp"},
    {CheckId::link_length, "link-length", "Longest length", CheckStage::reach, CheckSubject::link,
     0, false, "link_reach.cpp"},
    {CheckId::link_rate, "link-rate", "Bit rate", CheckStage::reach, CheckSubject::link, 0, false,
     "link_checks.cpp"},
    {CheckId::chain_count, "chain-count", "Units in a chain", CheckStage::reach,
     CheckSubject::camera, 0, false, "link_checks.cpp"},
    {CheckId::device_voltage, "device-voltage", "Voltage in line", CheckStage::power,
     CheckSubject::device, 0, false, "power_checks.cpp"},
    {CheckId::switch_power, "switch-power", "Power of switch", CheckStage::power,
     CheckSubject::device, carries<UnitTotals>, false, "unit_checks.cpp"},
    {CheckId::uplink_rate, "uplink-rate", "Uplink", CheckStage::reach, CheckSubject::port, 0, false,
     "unit_checks.cpp"},
    {CheckId::port_setting, "port-setting", "Long setting and neighbours", CheckStage::reach,
     CheckSubject::port, 0, false, "link_checks.cpp"},
    {CheckId::conductor, "conductor", "Conductors", CheckStage::reach, CheckSubject::link, 0, false,
     "link_checks.cpp"},
    {CheckId::surge, "surge", "Outdoor copper protected", CheckStage::reach, CheckSubject::camera,
     0, false, "link_checks.cpp"},
    {CheckId::surroundings, "surroundings", "Fit for its surroundings", CheckStage::reach,
     CheckSubject::any, 0, false, "link_checks.cpp"},
    {CheckId::not_connected, "not-connected", "Connection", CheckStage::survey,
     CheckSubject::camera, carries<CameraNeeds>, false, "run_checks.cpp"},
    {CheckId::fibre_light, "fibre-light", "Light to spare", CheckStage::reach, CheckSubject::link,
     carries<LightBalance>, false, "light_checks.cpp"},
    {CheckId::fibre_overload, "fibre-overload", "Most light received", CheckStage::reach,
     CheckSubject::link, 0, true, "light_checks.cpp"},
    {CheckId::transceiver_pair, "transceiver-pair", "Ends that go together", CheckStage::reach,
     CheckSubject::link, 0, false, "light_checks.cpp radio_checks.cpp"},
    {CheckId::radio_clearance, "radio-clearance", "Fresnel clearance", CheckStage::reach,
     CheckSubject::link, carries<RadioClearance>, false, "radio_checks.cpp"},
    {CheckId::radio_fade_margin, "radio-fade-margin", "Fade margin", CheckStage::reach,
     CheckSubject::link, carries<RadioLevels>, false, "radio_checks.cpp"},
    {CheckId::radio_airtime, "radio-airtime", "Airtime of radio", CheckStage::reach,
     CheckSubject::device, 0, false, "radio_checks.cpp"},
    {CheckId::radio_limit, "radio-limit", "Radiated power", CheckStage::reach, CheckSubject::device,
     0, true, "radio_checks.cpp"},
    {CheckId::dc_voltage, "dc-voltage", "Highest d.c. voltage", CheckStage::power,
     CheckSubject::device, 0, true, "power_checks.cpp"},
    {CheckId::dc_polarity, "dc-polarity", "Polarity", CheckStage::power, CheckSubject::device, 0,
     false, "power_checks.cpp"},
    {CheckId::power_limited, "power-limited", "Power-limited source", CheckStage::power,
     CheckSubject::device, 0, true, "power_checks.cpp"},
    {CheckId::pair_alternative, "pair-alternative", "Pairs that carry power", CheckStage::power,
     CheckSubject::port, 0, false, "power_checks.cpp"},
    {CheckId::mains_at_place, "mains-at-place", "Mains at the place", CheckStage::power,
     CheckSubject::device, carries<GreatestDraw>, false, "backup.cpp place_checks.cpp"},
    {CheckId::earth_between_buildings, "earth-between-buildings", "Earths joined by copper",
     CheckStage::reach, CheckSubject::link, carries<JoinedEarths>, false, "place_checks.cpp"},
    {CheckId::trunk_power, "trunk-power", "Power passed on", CheckStage::power,
     CheckSubject::device, 0, false, "power_checks.cpp"},
    {CheckId::coax_loop, "coax-loop", "Loop of the coax", CheckStage::reach, CheckSubject::link, 0,
     false, "link_checks.cpp"},
    {CheckId::solar_days, "solar-days", "Days without sun", CheckStage::power, CheckSubject::device,
     carries<SolarDay>, false, "place_checks.cpp"},
    {CheckId::enclosure, "enclosure", "Heat in the enclosure", CheckStage::reach,
     CheckSubject::device, 0, false, "place_checks.cpp"},
    {CheckId::port_refused, "port-refused", "Everything starts at once", CheckStage::power,
     CheckSubject::device, carries<RefusedPorts>, true, "unit_checks.cpp"},
    {CheckId::one_supply, "one-supply", "With one supply of two", CheckStage::power,
     CheckSubject::device, 0, true, "unit_checks.cpp"},
    {CheckId::backup_time, "backup-time", "Battery backup", CheckStage::power, CheckSubject::backup,
     carries<BackupLoad>, false, "backup.cpp"},
    {CheckId::recorder_input, "recorder-input", "Input of recorder", CheckStage::reach,
     CheckSubject::device, 0, false, "data_budget.cpp"},
    {CheckId::unexpected_power, "unexpected-power", "Power where none is expected",
     CheckStage::power, CheckSubject::port, carries<AlwaysOn>, false, "always_on.cpp"},
    {CheckId::beyond_standard, "beyond-standard", "By the standard", CheckStage::reach,
     CheckSubject::any, 0, false, "link_checks.cpp"},
    {CheckId::radio_far_ends, "radio-far-ends", "Far ends of radio", CheckStage::reach,
     CheckSubject::device, 0, false, "radio_checks.cpp"},
    {CheckId::arriving_power, "arriving-power", "Power that arrives", CheckStage::power,
     CheckSubject::device, carries<FedOver>, false, "power_checks.cpp"},
    {CheckId::site_practice, "site-practice", "By this site's own rules", CheckStage::reach,
     CheckSubject::any, 0, false, "practice_checks.cpp"},
    {CheckId::address_clash, "address-clash", "Address used twice", CheckStage::prove,
     CheckSubject::any, carries<AddressAt>, true, "address_checks.cpp"},
    {CheckId::address_outside, "address-outside", "Address in a subnet", CheckStage::prove,
     CheckSubject::device, carries<AddressAt>, true, "address_checks.cpp"},
    {CheckId::address_handed_out, "address-handed-out", "Address handed out", CheckStage::prove,
     CheckSubject::device, carries<AddressAt>, true, "address_checks.cpp"},
    {CheckId::gateway_outside, "gateway-outside", "Gateway in its subnet", CheckStage::prove,
     CheckSubject::subnet, carries<AddressAt>, true, "address_checks.cpp"},
    {CheckId::subnet_full, "subnet-full", "Room in the subnet", CheckStage::prove,
     CheckSubject::subnet, 0, false, "address_checks.cpp"},
    {CheckId::address_missing, "address-missing", "Address planned", CheckStage::prove,
     CheckSubject::device, 0, true, "address_checks.cpp"},
    {CheckId::channel_clash, "channel-clash", "Recorder channel used twice", CheckStage::prove,
     CheckSubject::camera, carries<ChannelAt>, true, "address_checks.cpp"},
    {CheckId::channel_missing, "channel-missing", "Recorder channel", CheckStage::prove,
     CheckSubject::camera, 0, true, "address_checks.cpp"},
    {CheckId::shared_room, "shared-room", "Room in what is shared", CheckStage::reach,
     CheckSubject::link, 0, false, "link_checks.cpp"},
    {CheckId::recorder_channels, "recorder-channels", "Room at the recorder", CheckStage::reach,
     CheckSubject::device, 0, false, "data_budget.cpp"},
    {CheckId::cable_heat, "cable-heat", "Heat in the bundle", CheckStage::reach, CheckSubject::link,
     0, false, "link_checks.cpp"},
    {CheckId::keeps_on, "keeps-on", "Asleep, keeps its port on", CheckStage::power,
     CheckSubject::port, 0, true, "port_start_checks.cpp"},
    {CheckId::inrush, "inrush", "Inrush at the port", CheckStage::power, CheckSubject::port, 0,
     false, "port_start_checks.cpp"},
    {CheckId::earth_at_unit, "earth-at-unit", "Earth and bonding", CheckStage::reach,
     CheckSubject::device, 0, true, "place_checks.cpp"},
    {CheckId::rack_room, "rack-room", "Room in the rack", CheckStage::reach, CheckSubject::device,
     0, false, "place_checks.cpp"},
};
static_assert(std::size(checks) == check_count);

constexpr bool in_order() {
    for (int i = 0; i < check_count; ++i) {
        if (checks[i].id != static_cast<CheckId>(i)) return false;
    }
    return true;
}
static_assert(in_order());

}  // namespace

const CheckFacts& facts_of(CheckId check) { return checks[static_cast<std::size_t>(check)]; }

std::string_view id_of(CheckId check) { return facts_of(check).name; }
CheckStage stage_of(CheckId check) { return facts_of(check).stage; }

const CheckFacts* find_check(std::string_view name) {
    const auto* row = std::find_if(std::begin(checks), std::end(checks),
                                   [&](const CheckFacts& one) { return one.name == name; });
    return row == std::end(checks) ? nullptr : row;
}

}  // namespace ovant
