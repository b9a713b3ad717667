// SPDX-License-Identifier: GPL-3.0-or-later
// The columns that a switch is read and played by, by what they hold. Private to core/format.
#pragma once

#include "core/format/switch_mib.h"

namespace ovant {

// Columns by what they hold. The ids are compared with Debian's modules in a test, but for those of
// LLDP-MIB, which are from memory.
enum class Told {
    sys_descr,
    sys_up_time,
    sys_name,
    date,
    if_descr,
    if_type,
    if_speed,
    if_admin,
    if_oper,
    if_in_octets,
    if_in_errors,
    if_name,
    if_hc_in_octets,
    if_high_speed,
    if_alias,
    duplex,
    base_port_if,
    fdb_port,
    vlan_fdb_port,
    alias_mapping,
    contained_in,
    sensor_type,
    sensor_scale,
    sensor_precision,
    sensor_value,
    sensor_status,
    pse_admin,
    pse_detection,
    pse_absent,
    pse_class,
    pse_denied,
    pse_overload,
    pse_short,
    main_power,
    main_consumption,
    lldp_local_id,
    lldp_chassis_kind,
    lldp_chassis,
    lldp_name
};

struct ToldColumn {
    Told told;
    SwitchColumn column;
};
const std::vector<ToldColumn>& told_columns();
const SnmpOid& oid_of(Told told);
// The column ifIndex, which others name an interface by.
const SnmpOid& if_index_oid();

// Values of these columns.
namespace mib {
inline constexpr std::uint64_t ethernet = 6;        // ifType ethernetCsmacd
inline constexpr std::uint64_t gigabit_like = 117;  // ifType gigabitEthernet, deprecated and met
inline constexpr std::uint64_t is_on = 1;           // up, true
inline constexpr std::uint64_t is_off = 2;
inline constexpr std::uint64_t half_duplex = 2, full_duplex = 3;
inline constexpr std::uint64_t chassis_mac = 4;    // LldpChassisIdSubtype macAddress
inline constexpr std::uint64_t chassis_local = 7;  // the same, local
inline constexpr std::uint64_t sensor_watts = 6;   // EntitySensorDataType
inline constexpr std::uint64_t sensor_ok = 1;
inline constexpr int scale_of_units = 9;  // EntitySensorDataScale units(9), three tens for a step
}  // namespace mib

}  // namespace ovant
