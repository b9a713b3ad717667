// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses and recorder channels against the subnets of the site, what was seen in use, and one
// another. Nothing is judged before the first of them is set.
#pragma once

#include <optional>
#include <vector>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/units/ipv4.h"

namespace ovant {

// Whether a unit of this kind stands in the network by an address of its own.
bool takes_address(const Kind& kind);
// Where the pictures of a run are kept; none where they end at no recorder.
DeviceNumber recorder_of(const Network& net, const Run& run);
// The subnet an address lies in, of the site's; null for none.
const Subnet* subnet_of(const Site& site, Ipv4 address);
// The addresses of a subnet that a DHCP server hands out; nullopt where none is said.
std::optional<Ipv4Range> handed_out(const Subnet& subnet);
// Kept free by the site, or the gateway's.
bool is_kept(const Subnet& subnet, Ipv4 address);

std::vector<Check> address_checks(const Network& net, bool working);

}  // namespace ovant
