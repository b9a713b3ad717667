// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/switch_mib.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <span>
#include <utility>

namespace ovant {
namespace {

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

const std::vector<ToldColumn>& columns() {
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
    return std::find_if(columns().begin(), columns().end(),
                        [&](const ToldColumn& one) { return one.told == told; })
        ->column.oid;
}

constexpr std::uint64_t ethernet = 6;        // ifType ethernetCsmacd
constexpr std::uint64_t gigabit_like = 117;  // ifType gigabitEthernet, deprecated and met
constexpr std::uint64_t is_on = 1;           // up, true
constexpr std::uint64_t is_off = 2;
constexpr std::uint64_t chassis_mac = 4;   // LldpChassisIdSubtype macAddress
constexpr std::uint64_t sensor_watts = 6;  // EntitySensorDataType
constexpr std::uint64_t sensor_ok = 1;
constexpr int scale_of_units = 9;  // EntitySensorDataScale units(9), three tens for each step
constexpr std::size_t longest_text = 200;
constexpr std::size_t most_macs = 64;  // of one port; more is another switch

using Index = std::span<const std::uint32_t>;
using Rows = std::map<SnmpOid, const SnmpVar*>;  // of one column, by index

// Text that can be shown: bytes that are no printable ASCII or UTF-8 continuation are left out.
std::string plain(const std::string& octets) {
    std::string out;
    for (unsigned char c : octets) {
        if (out.size() == longest_text) break;
        if (c >= 0x20 && c < 0x7f) out += static_cast<char>(c);
    }
    return out;
}

template <class Bytes>
std::string mac_text(const Bytes& bytes) {
    std::string out;
    for (const auto byte : bytes)
        out += fmt::format("{}{:02x}", out.empty() ? "" : ":", static_cast<unsigned>(byte) & 0xffU);
    return out;
}
std::string mac_of(const std::string& octets) { return octets.size() == 6 ? mac_text(octets) : ""; }

// DateAndTime of RFC 2579: two bytes of the year, then month, day, hour, minutes, seconds.
std::string clock_of(const std::string& octets) {
    if (octets.size() < 8) return "";
    const auto at = [&](std::size_t i) {
        return static_cast<unsigned>(static_cast<unsigned char>(octets[i]));
    };
    const unsigned year = at(0) * 256 + at(1);
    if (year < 1583 || year > 2999 || at(2) < 1 || at(2) > 12 || at(3) < 1 || at(3) > 31 ||
        at(4) > 23 || at(5) > 59 || at(6) > 60)
        return "";
    return fmt::format("{:04}-{:02}-{:02}T{:02}:{:02}:{:02}", year, at(2), at(3), at(4), at(5),
                       at(6));
}

class TableReader {
public:
    explicit TableReader(const std::vector<SnmpVar>& vars) {
        for (const ToldColumn& column : columns()) {
            const SnmpOid& oid = column.column.oid;
            for (const SnmpVar& var : vars) {
                if (var.oid.size() > oid.size() &&
                    std::equal(oid.begin(), oid.end(), var.oid.begin()))
                    rows_[column.told].emplace(
                        SnmpOid(var.oid.begin() + static_cast<std::ptrdiff_t>(oid.size()),
                                var.oid.end()),
                        &var);
            }
        }
    }

    SwitchState state() {
        out_.name = plain(text(Told::sys_name, {0}));
        out_.description = plain(text(Told::sys_descr, {0}));
        out_.up_s = static_cast<double>(number(Told::sys_up_time, {0}).value_or(0)) / 100;
        out_.clock = clock_of(text(Told::date, {0}));
        interfaces();
        power();
        sensors();
        learnt();
        neighbours();
        return std::move(out_);
    }

private:
    const Rows& rows(Told told) { return rows_[told]; }
    const SnmpVar* var(Told told, const SnmpOid& index) {
        const Rows& all = rows_[told];
        const auto found = all.find(index);
        return found == all.end() ? nullptr : found->second;
    }
    std::optional<std::uint64_t> number(Told told, const SnmpOid& index) {
        const SnmpVar* one = var(told, index);
        if (!one || one->type == SnmpType::octets || one->type == SnmpType::object_id)
            return std::nullopt;
        return one->number;
    }
    std::string text(Told told, const SnmpOid& index) {
        const SnmpVar* one = var(told, index);
        return one ? one->octets : "";
    }
    SwitchPort* port_of(std::uint64_t if_index) {
        const auto found =
            std::find_if(out_.ports.begin(), out_.ports.end(),
                         [&](const SwitchPort& one) { return one.if_index == if_index; });
        return found == out_.ports.end() ? nullptr : &*found;
    }

    void interfaces() {
        for (const auto& [index, type] : rows(Told::if_type)) {
            if (index.size() != 1 || (type->number != ethernet && type->number != gigabit_like))
                continue;
            SwitchPort port;
            port.if_index = index[0];
            port.name = plain(text(Told::if_name, index));
            if (port.name.empty()) port.name = plain(text(Told::if_descr, index));
            port.alias = plain(text(Told::if_alias, index));
            port.enabled = number(Told::if_admin, index).value_or(is_on) == is_on;
            port.up = number(Told::if_oper, index) == is_on;
            if (port.up) port.rate_mbps = rate_mbps(index);
            port.errors = number(Told::if_in_errors, index);
            port.octets = number(Told::if_hc_in_octets, index);
            port.octets_wide = port.octets.has_value();
            if (!port.octets) port.octets = number(Told::if_in_octets, index);
            out_.ports.push_back(std::move(port));
        }
    }
    // ifSpeed ends at 4.29 Gb/s, ifHighSpeed is in Mb/s.
    double rate_mbps(const SnmpOid& index) {
        if (const auto high = number(Told::if_high_speed, index); high && *high > 0)
            return static_cast<double>(*high);
        return static_cast<double>(number(Told::if_speed, index).value_or(0)) / 1e6;
    }

    // RFC 3621 leaves open which interface a PoE port is. With one group its index counts the
    // ports, or is the ifIndex; with more (a stack) they go in order.
    SwitchPort* poe_port(const SnmpOid& index, std::size_t row, bool one_group) {
        if (!one_group) return row < out_.ports.size() ? &out_.ports[row] : nullptr;
        if (SwitchPort* same = by_position_ ? nullptr : port_of(index[1])) return same;
        return index[1] >= 1 && index[1] <= out_.ports.size() ? &out_.ports[index[1] - 1] : nullptr;
    }
    void power() {
        const Rows& detection = rows(Told::pse_detection);
        std::set<std::uint32_t> groups;
        for (const auto& [index, var] : detection) {
            if (index.size() != 2) continue;
            groups.insert(index[0]);
            if (!port_of(index[1])) by_position_ = true;
        }
        std::size_t row = 0;
        for (const auto& [index, var] : detection) {
            if (index.size() != 2) continue;
            out_.has_poe = true;
            SwitchPort* port = poe_port(index, row++, groups.size() == 1);
            if (!port) {
                ++out_.poe_rows_without_port;
                continue;
            }
            const bool known = var->number >= 1 &&
                               var->number <= static_cast<std::uint64_t>(PseState::other_fault);
            port->pse = known ? static_cast<PseState>(var->number) : PseState::other_fault;
            port->pse_enabled = number(Told::pse_admin, index) != is_off;
            if (const auto told = number(Told::pse_class, index);
                told && *told >= 1 && *told <= 5 && port->pse == PseState::delivering)
                port->poe_class = static_cast<int>(*told) - 1;
            port->denied = number(Told::pse_denied, index).value_or(0);
            port->overloads = number(Told::pse_overload, index).value_or(0);
            port->shorts = number(Told::pse_short, index).value_or(0);
            port->absent = number(Told::pse_absent, index).value_or(0);
        }
        for (const auto& [index, var] : rows(Told::main_power)) {
            out_.has_poe = true;
            out_.budget_w += static_cast<double>(var->number);
            out_.given_w += static_cast<double>(number(Told::main_consumption, index).value_or(0));
        }
    }

    // A sensor of watts belongs to the interface that it, or what it is contained in, maps to.
    void sensors() {
        const SnmpOid& if_index = interface_column();
        for (const auto& [index, type] : rows(Told::sensor_type)) {
            if (index.size() != 1 || type->number != sensor_watts) continue;
            if (number(Told::sensor_status, index).value_or(sensor_ok) != sensor_ok) continue;
            const auto value = number(Told::sensor_value, index);
            if (!value) continue;
            SnmpOid entity = index;
            SwitchPort* port = nullptr;
            for (int up = 0; up < 4 && !port; ++up) {
                const SnmpVar* mapping = var(Told::alias_mapping, {entity[0], 0});
                if (mapping && mapping->object.size() == if_index.size() + 1 &&
                    std::equal(if_index.begin(), if_index.end(), mapping->object.begin()))
                    port = port_of(mapping->object.back());
                const auto parent = number(Told::contained_in, entity);
                if (!parent || *parent == 0) break;
                entity = {static_cast<std::uint32_t>(*parent)};
            }
            if (!port) continue;
            const auto scale = number(Told::sensor_scale, index).value_or(scale_of_units);
            const auto precision =
                static_cast<std::int64_t>(number(Told::sensor_precision, index).value_or(0));
            const double watts = static_cast<double>(static_cast<std::int64_t>(*value)) *
                                 std::pow(10.0, 3 * (static_cast<double>(scale) - scale_of_units) -
                                                    static_cast<double>(precision));
            if (watts >= 0 && watts <= 1000) port->watts = watts;
        }
    }
    static const SnmpOid& interface_column() {
        static const SnmpOid if_index = {1, 3, 6, 1, 2, 1, 2, 2, 1, 1};
        return if_index;
    }

    void learnt() {
        for (Told table : {Told::fdb_port, Told::vlan_fdb_port}) {
            for (const auto& [index, var] : rows(table)) {
                if (index.size() < 6) continue;
                const auto base =
                    number(Told::base_port_if, {static_cast<std::uint32_t>(var->number)});
                SwitchPort* port = port_of(base.value_or(var->number));
                const std::string mac = mac_text(Index(index).last(6));
                if (port && port->macs.size() < most_macs &&
                    std::find(port->macs.begin(), port->macs.end(), mac) == port->macs.end())
                    port->macs.push_back(mac);
            }
        }
    }

    // The local port number of LLDP is that of the interface, or its id names the interface.
    void neighbours() {
        for (const auto& [index, kind] : rows(Told::lldp_chassis_kind)) {
            if (index.size() != 3) continue;
            const std::string id = plain(text(Told::lldp_local_id, {index[1]}));
            SwitchPort* port = nullptr;
            for (SwitchPort& one : out_.ports) {
                if (!id.empty() && (one.name == id || one.alias == id)) port = &one;
            }
            if (!port) port = port_of(index[1]);
            if (!port) continue;
            port->neighbour = plain(text(Told::lldp_name, index));
            if (kind->number == chassis_mac)
                port->neighbour_mac = mac_of(text(Told::lldp_chassis, index));
        }
    }

    std::map<Told, Rows> rows_;
    SwitchState out_;
    bool by_position_ = false;
};

SnmpOid under(Told told, const SnmpOid& index) {
    SnmpOid out = oid_of(told);
    out.insert(out.end(), index.begin(), index.end());
    return out;
}

class TableWriter {
public:
    std::vector<SnmpVar> vars(const SwitchState& state) {
        text(Told::sys_descr, {0}, state.description);
        number(Told::sys_up_time, {0}, SnmpType::timeticks,
               static_cast<std::uint64_t>(state.up_s * 100));
        text(Told::sys_name, {0}, state.name);
        if (!state.clock.empty()) text(Told::date, {0}, date_octets(state.clock));
        std::uint32_t position = 0;
        bool sensors = false;
        for (const SwitchPort& port : state.ports) {
            interface(port);
            learnt(port);
            if (port.pse != PseState::none) poe(port, ++position);
            sensors |= port.watts.has_value();
        }
        if (state.has_poe) {
            number(Told::main_power, {1}, SnmpType::gauge32,
                   static_cast<std::uint64_t>(std::lround(state.budget_w)));
            number(Told::main_consumption, {1}, SnmpType::gauge32,
                   static_cast<std::uint64_t>(std::lround(state.given_w)));
        }
        if (sensors) {
            for (const SwitchPort& port : state.ports) sensor(port);
        }
        std::sort(out_.begin(), out_.end(),
                  [](const SnmpVar& a, const SnmpVar& b) { return a.oid < b.oid; });
        return std::move(out_);
    }

private:
    void text(Told told, const SnmpOid& index, const std::string& octets) {
        out_.push_back({under(told, index), SnmpType::octets, 0, octets, {}});
    }
    void number(Told told, const SnmpOid& index, SnmpType type, std::uint64_t value) {
        out_.push_back({under(told, index), type, value, "", {}});
    }
    void interface(const SwitchPort& port) {
        const SnmpOid index = {port.if_index};
        text(Told::if_descr, index, "Port " + port.name);
        number(Told::if_type, index, SnmpType::integer, ethernet);
        const double speed = port.rate_mbps * 1e6;
        number(Told::if_speed, index, SnmpType::gauge32,
               static_cast<std::uint64_t>(std::min(speed, 4294967295.0)));
        number(Told::if_admin, index, SnmpType::integer, port.enabled ? is_on : is_off);
        number(Told::if_oper, index, SnmpType::integer, port.up ? is_on : is_off);
        text(Told::if_name, index, port.name);
        number(Told::if_high_speed, index, SnmpType::gauge32,
               static_cast<std::uint64_t>(port.rate_mbps));
        text(Told::if_alias, index, port.alias);
        if (port.errors) number(Told::if_in_errors, index, SnmpType::counter32, *port.errors);
        if (!port.octets) return;
        number(Told::if_in_octets, index, SnmpType::counter32, *port.octets & 0xffffffffU);
        if (port.octets_wide)
            number(Told::if_hc_in_octets, index, SnmpType::counter64, *port.octets);
    }
    void learnt(const SwitchPort& port) {
        number(Told::base_port_if, {port.if_index}, SnmpType::integer, port.if_index);
        for (const std::string& mac : port.macs)
            number(Told::fdb_port, mac_index(mac), SnmpType::integer, port.if_index);
        if (port.neighbour.empty()) return;
        const SnmpOid index = {0, port.if_index, 1};
        text(Told::lldp_local_id, {port.if_index}, port.name);
        const SnmpOid bytes = mac_index(port.neighbour_mac);
        number(Told::lldp_chassis_kind, index, SnmpType::integer,
               bytes.empty() ? chassis_mac + 3 : chassis_mac);
        text(Told::lldp_chassis, index,
             bytes.empty() ? port.neighbour : std::string(bytes.begin(), bytes.end()));
        text(Told::lldp_name, index, port.neighbour);
    }
    void poe(const SwitchPort& port, std::uint32_t position) {
        const SnmpOid index = {1, position};
        number(Told::pse_admin, index, SnmpType::integer, port.pse_enabled ? is_on : is_off);
        number(Told::pse_detection, index, SnmpType::integer, static_cast<std::uint64_t>(port.pse));
        number(Told::pse_class, index, SnmpType::integer,
               static_cast<std::uint64_t>(port.poe_class.value_or(0) + 1));
        number(Told::pse_absent, index, SnmpType::counter32, port.absent);
        number(Told::pse_denied, index, SnmpType::counter32, port.denied);
        number(Told::pse_overload, index, SnmpType::counter32, port.overloads);
        number(Told::pse_short, index, SnmpType::counter32, port.shorts);
    }
    // Each port an entity of its own with a sensor in it.
    void sensor(const SwitchPort& port) {
        if (!port.watts) return;
        const std::uint32_t entity = 1000 + port.if_index, own = 2000 + port.if_index;
        SnmpOid interface_id = {1, 3, 6, 1, 2, 1, 2, 2, 1, 1, port.if_index};
        number(Told::contained_in, {entity}, SnmpType::integer, 0);
        number(Told::contained_in, {own}, SnmpType::integer, entity);
        out_.push_back({under(Told::alias_mapping, {entity, 0}), SnmpType::object_id, 0, "",
                        std::move(interface_id)});
        number(Told::sensor_type, {own}, SnmpType::integer, sensor_watts);
        number(Told::sensor_scale, {own}, SnmpType::integer, scale_of_units - 1);  // milli
        number(Told::sensor_precision, {own}, SnmpType::integer, 0);
        number(Told::sensor_value, {own}, SnmpType::integer,
               static_cast<std::uint64_t>(std::lround(*port.watts * 1000)));
        number(Told::sensor_status, {own}, SnmpType::integer, sensor_ok);
    }
    static SnmpOid mac_index(const std::string& mac) {
        SnmpOid out;
        for (std::size_t at = 0; at + 1 < mac.size(); at += 3)
            out.push_back(static_cast<std::uint32_t>(std::stoul(mac.substr(at, 2), nullptr, 16)));
        return out;
    }
    static std::string date_octets(const std::string& clock) {
        const auto part = [&](std::size_t at, std::size_t size) {
            return std::stoi(clock.substr(at, size));
        };
        std::string out;
        for (int byte : {part(0, 4) / 256, part(0, 4) % 256, part(5, 2), part(8, 2), part(11, 2),
                         part(14, 2), part(17, 2), 0})
            out += static_cast<char>(byte);
        return out;
    }

    std::vector<SnmpVar> out_;
};

}  // namespace

const std::vector<SwitchColumn>& switch_columns() {
    static const std::vector<SwitchColumn> all = [] {
        std::vector<SwitchColumn> out;
        for (const ToldColumn& one : columns()) out.push_back(one.column);
        return out;
    }();
    return all;
}

SwitchState switch_state(const std::vector<SnmpVar>& vars) { return TableReader(vars).state(); }

std::vector<SnmpVar> switch_vars(const SwitchState& state) { return TableWriter().vars(state); }

std::uint64_t counted_since(std::uint64_t before, std::uint64_t now, int bits) {
    const std::uint64_t mask = bits >= 64 ? ~std::uint64_t{0} : (std::uint64_t{1} << bits) - 1;
    return (now - before) & mask;
}

}  // namespace ovant
