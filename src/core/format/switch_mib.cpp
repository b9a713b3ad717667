// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/switch_mib.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <span>
#include <utility>

#include "core/format/switch_mib_columns.h"

namespace ovant {
namespace {

constexpr std::size_t longest_text = 200;
constexpr std::size_t most_macs = 64;  // of one port; more is another switch

using Index = std::span<const std::uint32_t>;
using Rows = std::map<SnmpOid, const SnmpVar*>;  // of one column, by index

// Text that can be shown: of the bytes only printable ASCII, so many at most.
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
        for (const ToldColumn& column : told_columns()) {
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
            if (index.size() != 1 ||
                (type->number != mib::ethernet && type->number != mib::gigabit_like))
                continue;
            SwitchPort port;
            port.if_index = index[0];
            port.name = plain(text(Told::if_name, index));
            if (port.name.empty()) port.name = plain(text(Told::if_descr, index));
            port.alias = plain(text(Told::if_alias, index));
            port.enabled = number(Told::if_admin, index).value_or(mib::is_on) == mib::is_on;
            port.up = number(Told::if_oper, index) == mib::is_on;
            if (port.up) port.rate_mbps = rate_mbps(index);
            port.half_duplex = port.up && number(Told::duplex, index) == mib::half_duplex;
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
            port->pse_enabled = number(Told::pse_admin, index) != mib::is_off;
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
        const SnmpOid& if_index = if_index_oid();
        for (const auto& [index, type] : rows(Told::sensor_type)) {
            if (index.size() != 1 || type->number != mib::sensor_watts) continue;
            if (number(Told::sensor_status, index).value_or(mib::sensor_ok) != mib::sensor_ok)
                continue;
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
            const auto scale = number(Told::sensor_scale, index).value_or(mib::scale_of_units);
            const auto precision =
                static_cast<std::int64_t>(number(Told::sensor_precision, index).value_or(0));
            const double watts =
                static_cast<double>(static_cast<std::int64_t>(*value)) *
                std::pow(10.0, 3 * (static_cast<double>(scale) - mib::scale_of_units) -
                                   static_cast<double>(precision));
            if (watts >= 0 && watts <= 1000) port->watts = watts;
        }
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
            if (kind->number == mib::chassis_mac)
                port->neighbour_mac = mac_of(text(Told::lldp_chassis, index));
        }
    }

    std::map<Told, Rows> rows_;
    SwitchState out_;
    bool by_position_ = false;
};

}  // namespace

SwitchState switch_state(const std::vector<SnmpVar>& vars) { return TableReader(vars).state(); }

std::uint64_t counted_since(std::uint64_t before, std::uint64_t now, int bits) {
    const std::uint64_t mask = bits >= 64 ? ~std::uint64_t{0} : (std::uint64_t{1} << bits) - 1;
    return (now - before) & mask;
}

}  // namespace ovant
