// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "core/format/switch_mib.h"
#include "core/format/switch_mib_columns.h"

namespace ovant {
namespace {

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
        number(Told::if_type, index, SnmpType::integer, mib::ethernet);
        const double speed = port.rate_mbps * 1e6;
        number(Told::if_speed, index, SnmpType::gauge32,
               static_cast<std::uint64_t>(std::min(speed, 4294967295.0)));
        number(Told::if_admin, index, SnmpType::integer, port.enabled ? mib::is_on : mib::is_off);
        number(Told::if_oper, index, SnmpType::integer, port.up ? mib::is_on : mib::is_off);
        text(Told::if_name, index, port.name);
        number(Told::if_high_speed, index, SnmpType::gauge32,
               static_cast<std::uint64_t>(port.rate_mbps));
        text(Told::if_alias, index, port.alias);
        if (port.up)
            number(Told::duplex, index, SnmpType::integer,
                   port.half_duplex ? mib::half_duplex : mib::full_duplex);
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
               bytes.empty() ? mib::chassis_local : mib::chassis_mac);
        text(Told::lldp_chassis, index,
             bytes.empty() ? port.neighbour : std::string(bytes.begin(), bytes.end()));
        text(Told::lldp_name, index, port.neighbour);
    }
    void poe(const SwitchPort& port, std::uint32_t position) {
        const SnmpOid index = {1, position};
        number(Told::pse_admin, index, SnmpType::integer,
               port.pse_enabled ? mib::is_on : mib::is_off);
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
        SnmpOid interface_id = if_index_oid();
        interface_id.push_back(port.if_index);
        number(Told::contained_in, {entity}, SnmpType::integer, 0);
        number(Told::contained_in, {own}, SnmpType::integer, entity);
        out_.push_back({under(Told::alias_mapping, {entity, 0}), SnmpType::object_id, 0, "",
                        std::move(interface_id)});
        number(Told::sensor_type, {own}, SnmpType::integer, mib::sensor_watts);
        number(Told::sensor_scale, {own}, SnmpType::integer, mib::scale_of_units - 1);  // milli
        number(Told::sensor_precision, {own}, SnmpType::integer, 0);
        number(Told::sensor_value, {own}, SnmpType::integer,
               static_cast<std::uint64_t>(std::lround(*port.watts * 1000)));
        number(Told::sensor_status, {own}, SnmpType::integer, mib::sensor_ok);
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

std::vector<SnmpVar> switch_vars(const SwitchState& state) { return TableWriter().vars(state); }

}  // namespace ovant
