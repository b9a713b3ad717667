// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/switch_mib_columns.h"

#include <algorithm>

namespace ovant {

const std::vector<ToldColumn>& told_columns() {
    static const std::vector<ToldColumn> all = {
        {Told::sys_descr, {"SNMPv2-MIB", "sysDescr", {1, 3, 6, 1, 2, 1, 1, 1}}},
        {Told::sys_up_time, {"SNMPv2-MIB", "sysUpTime", {1, 3, 6, 1, 2, 1, 1, 3}}},
        {Told::sys_name, {"SNMPv2-MIB", "sysName", {1, 3, 6, 1, 2, 1, 1, 5}}},
        {Told::if_descr, {"IF-MIB", "ifDescr", {1, 3, 6, 1, 2, 1, 2, 2, 1, 2}}},
        {Told::if_type, {"IF-MIB", "ifType", {1, 3, 6, 1, 2, 1, 2, 2, 1, 3}}},
        {Told::if_speed, {"IF-MIB", "ifSpeed", {1, 3, 6, 1, 2, 1, 2, 2, 1, 5}}},
        {Told::if_admin, {"IF-MIB", "ifAdminStatus", {1, 3, 6, 1, 2, 1, 2, 2, 1, 7}}},
        {Told::if_oper, {"IF-MIB", "ifOperStatus", {1, 3, 6, 1, 2, 1, 2, 2, 1, 8}}},
        {Told::if_in_octets, {"IF-MIB", "ifInOctets", {1, 3, 6, 1, 2, 1, 2, 2, 1, 10}}},
        {Told::if_in_errors, {"IF-MIB", "ifInErrors", {1, 3, 6, 1, 2, 1, 2, 2, 1, 14}}},
        {Told::duplex,
         {"EtherLike-MIB", "dot3StatsDuplexStatus", {1, 3, 6, 1, 2, 1, 10, 7, 2, 1, 19}}},
        {Told::base_port_if,
         {"BRIDGE-MIB", "dot1dBasePortIfIndex", {1, 3, 6, 1, 2, 1, 17, 1, 4, 1, 2}}},
        {Told::fdb_port, {"BRIDGE-MIB", "dot1dTpFdbPort", {1, 3, 6, 1, 2, 1, 17, 4, 3, 1, 2}}},
        {Told::vlan_fdb_port,
         {"Q-BRIDGE-MIB", "dot1qTpFdbPort", {1, 3, 6, 1, 2, 1, 17, 7, 1, 2, 2, 1, 2}}},
        {Told::date, {"HOST-RESOURCES-MIB", "hrSystemDate", {1, 3, 6, 1, 2, 1, 25, 1, 2}}},
        {Told::if_name, {"IF-MIB", "ifName", {1, 3, 6, 1, 2, 1, 31, 1, 1, 1, 1}}},
        {Told::if_hc_in_octets, {"IF-MIB", "ifHCInOctets", {1, 3, 6, 1, 2, 1, 31, 1, 1, 1, 6}}},
        {Told::if_high_speed, {"IF-MIB", "ifHighSpeed", {1, 3, 6, 1, 2, 1, 31, 1, 1, 1, 15}}},
        {Told::if_alias, {"IF-MIB", "ifAlias", {1, 3, 6, 1, 2, 1, 31, 1, 1, 1, 18}}},
        {Told::contained_in,
         {"ENTITY-MIB", "entPhysicalContainedIn", {1, 3, 6, 1, 2, 1, 47, 1, 1, 1, 1, 4}}},
        {Told::alias_mapping,
         {"ENTITY-MIB", "entAliasMappingIdentifier", {1, 3, 6, 1, 2, 1, 47, 1, 3, 2, 1, 2}}},
        {Told::sensor_type,
         {"ENTITY-SENSOR-MIB", "entPhySensorType", {1, 3, 6, 1, 2, 1, 99, 1, 1, 1, 1}}},
        {Told::sensor_scale,
         {"ENTITY-SENSOR-MIB", "entPhySensorScale", {1, 3, 6, 1, 2, 1, 99, 1, 1, 1, 2}}},
        {Told::sensor_precision,
         {"ENTITY-SENSOR-MIB", "entPhySensorPrecision", {1, 3, 6, 1, 2, 1, 99, 1, 1, 1, 3}}},
        {Told::sensor_value,
         {"ENTITY-SENSOR-MIB", "entPhySensorValue", {1, 3, 6, 1, 2, 1, 99, 1, 1, 1, 4}}},
        {Told::sensor_status,
         {"ENTITY-SENSOR-MIB", "entPhySensorOperStatus", {1, 3, 6, 1, 2, 1, 99, 1, 1, 1, 5}}},
        {Told::pse_admin,
         {"POWER-ETHERNET-MIB", "pethPsePortAdminEnable", {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 3}}},
        {Told::pse_detection,
         {"POWER-ETHERNET-MIB", "pethPsePortDetectionStatus", {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 6}}},
        {Told::pse_absent,
         {"POWER-ETHERNET-MIB",
          "pethPsePortMPSAbsentCounter",
          {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 8}}},
        {Told::pse_class,
         {"POWER-ETHERNET-MIB",
          "pethPsePortPowerClassifications",
          {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 10}}},
        {Told::pse_denied,
         {"POWER-ETHERNET-MIB",
          "pethPsePortPowerDeniedCounter",
          {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 12}}},
        {Told::pse_overload,
         {"POWER-ETHERNET-MIB",
          "pethPsePortOverLoadCounter",
          {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 13}}},
        {Told::pse_short,
         {"POWER-ETHERNET-MIB", "pethPsePortShortCounter", {1, 3, 6, 1, 2, 1, 105, 1, 1, 1, 14}}},
        {Told::main_power,
         {"POWER-ETHERNET-MIB", "pethMainPsePower", {1, 3, 6, 1, 2, 1, 105, 1, 3, 1, 1, 2}}},
        {Told::main_consumption,
         {"POWER-ETHERNET-MIB",
          "pethMainPseConsumptionPower",
          {1, 3, 6, 1, 2, 1, 105, 1, 3, 1, 1, 4}}},
        {Told::lldp_local_id, {"LLDP-MIB", "lldpLocPortId", {1, 0, 8802, 1, 1, 2, 1, 3, 7, 1, 3}}},
        {Told::lldp_chassis_kind,
         {"LLDP-MIB", "lldpRemChassisIdSubtype", {1, 0, 8802, 1, 1, 2, 1, 4, 1, 1, 4}}},
        {Told::lldp_chassis,
         {"LLDP-MIB", "lldpRemChassisId", {1, 0, 8802, 1, 1, 2, 1, 4, 1, 1, 5}}},
        {Told::lldp_name, {"LLDP-MIB", "lldpRemSysName", {1, 0, 8802, 1, 1, 2, 1, 4, 1, 1, 9}}}};
    return all;
}

const SnmpOid& oid_of(Told told) {
    return std::find_if(told_columns().begin(), told_columns().end(),
                        [&](const ToldColumn& one) { return one.told == told; })
        ->column.oid;
}

const SnmpOid& if_index_oid() {
    static const SnmpOid if_index = {1, 3, 6, 1, 2, 1, 2, 2, 1, 1};
    return if_index;
}

const std::vector<SwitchColumn>& switch_columns() {
    static const std::vector<SwitchColumn> all = [] {
        std::vector<SwitchColumn> out;
        for (const ToldColumn& one : told_columns()) out.push_back(one.column);
        return out;
    }();
    return all;
}

}  // namespace ovant
