// SPDX-License-Identifier: GPL-3.0-or-later
// What a managed switch tells of itself by SNMP, and its tables as values: PoE ports by RFC 3621
// (POWER-ETHERNET-MIB), rates and counters by RFC 2863 (IF-MIB), duplex by RFC 3635
// (EtherLike-MIB), watts of single ports by RFC 3433
// (ENTITY-SENSOR-MIB, for RFC 3621 knows only those of all), what hangs behind a port by RFC 4188
// (BRIDGE-MIB) and LLDP-MIB (IEEE 802.1AB). Values only; the sockets are in net/snmp_read.h.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace ovant {

using SnmpOid = std::vector<std::uint32_t>;

enum class SnmpType { integer, counter32, gauge32, timeticks, counter64, octets, object_id };
struct SnmpVar {
    SnmpOid oid;
    SnmpType type = SnmpType::integer;
    std::uint64_t number = 0;  // an integer below 0 as its two's complement
    std::string octets;
    SnmpOid object;
    bool operator==(const SnmpVar&) const = default;
};

// A column of a table, or a scalar, that is read.
struct SwitchColumn {
    std::string_view mib, name;
    SnmpOid oid;
};
const std::vector<SwitchColumn>& switch_columns();

// Of RFC 3621, pethPsePortDetectionStatus.
enum class PseState { none, disabled, searching, delivering, fault, test, other_fault };

struct SwitchPort {
    std::uint32_t if_index = 0;
    std::string name, alias;  // as the switch has them
    bool enabled = true;
    bool up = false;
    double rate_mbps = 0;  // of its link; 0 where it is down
    bool half_duplex = false;
    std::optional<std::uint64_t> errors;  // frames that came in damaged; 32 bits, wraps
    std::optional<std::uint64_t> octets;  // that came in
    bool octets_wide = false;             // 64 bits, else 32
    PseState pse = PseState::none;        // none: no PoE there
    bool pse_enabled = true;
    std::optional<int> poe_class;                                     // 0 to 4, where it delivers
    std::uint64_t denied = 0, overloads = 0, shorts = 0, absent = 0;  // PoE, since it started
    std::optional<double> watts;
    std::vector<std::string> macs;         // learnt behind it, "02:4d:51:52:04:01"
    std::string neighbour, neighbour_mac;  // as LLDP tells
    bool operator==(const SwitchPort&) const = default;
};

struct SwitchState {
    std::string name, description;
    double up_s = 0;
    std::string clock;              // its own date and time, "2027-01-15T16:42:10"; may be empty
    std::vector<SwitchPort> ports;  // of Ethernet, by ifIndex
    bool has_poe = false;
    double budget_w = 0, given_w = 0;  // of all its PoE ports
    std::size_t poe_rows_without_port = 0;
    bool cut_short = false;  // it has more than was read; told by who read it
    bool operator==(const SwitchState&) const = default;
};

// What the variables tell, whatever their order; what is missing stays empty, what makes no sense
// is left out. No errors.
SwitchState switch_state(const std::vector<SnmpVar>& vars);

// The variables that tell a state, by rising object id. For the stand-in.
std::vector<SnmpVar> switch_vars(const SwitchState& state);

// How far a counter of so many bits has gone on since; a wrap is counted in.
std::uint64_t counted_since(std::uint64_t before, std::uint64_t now, int bits);

}  // namespace ovant
