// SPDX-License-Identifier: GPL-3.0-or-later
// The network of a site in words.
#pragma once

#include <string>
#include <vector>

#include "core/assess/check.h"
#include "core/prove/addresses.h"

namespace ovant {

std::string title(UnitState state);
std::string title(AddressOrder order);

// What a unit is about, beside its address: "comes at 192.168.77.10, out of reach from here".
std::string row_text(const Network& net, const AddressRow& row);
// What to do to reach a unit at its factory address and give it its own, step by step.
std::vector<std::string> reach_steps(const Network& net, const ReachUnit& unit);
std::string scan_text(const ScanTaken& taken);
// "12 units have an address, 3 are to get one; 2 faults."
std::string addresses_text(const Network& net, const std::vector<Check>& checks);
// "30", "untagged", "20, 30 tagged"; empty where nothing with an address passes.
std::string vlan_text(const PortProfile& profile);
std::string profile_text(const PortProfile& profile);

}  // namespace ovant
