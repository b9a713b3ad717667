// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses in and out: what a scan found, and what the site plans.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/assess/network.h"
#include "core/result.h"

namespace ovant {

struct ScanRead {
    std::vector<SeenAddress> found;  // each address once
    std::vector<Error> lines;        // place "line 4", one for each that was not understood
};

inline constexpr std::size_t largest_scan_bytes = 64'000'000;

// Told apart by what is in it: the XML that nmap writes (-oX), a CSV with a column "address" and
// perhaps "mac" and "name", or lines of text such as `ip neigh`, `arp -a` or /proc/net/arp print
// them, an address and a MAC somewhere on each. Hosts that did not answer, broadcast and multicast
// are left out. Errors: too_large, not_xml with the line, missing_field for a CSV without
// addresses, not_possible where nothing in it is an address. An XML that declares entities of its
// own is refused: they can grow without end.
Result<ScanRead> read_scan(std::string_view text);

// Every unit that takes an address: unit, name, place, kind, address, subnet, vlan, mac, serial,
// firmware, state, recorder, channel, who, when. Cells cannot run as formulas.
std::string addresses_csv(const Network& net);

// Lines of a configuration file of dnsmasq: dhcp-range of each subnet that hands addresses out,
// dhcp-host of every unit whose MAC is known, host-record of those whose subnet has a domain.
// Units without a MAC stand as comments.
std::string dnsmasq_hosts(const Network& net);

}  // namespace ovant
