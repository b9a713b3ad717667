// SPDX-License-Identifier: GPL-3.0-or-later
// The network of a site before and while it is built: who gets which address and channel, how to
// reach units that come with one of their own, what was found in use. What is wrong with addresses
// is judged in assess/address_checks.
#pragma once

#include <map>
#include <set>
#include <utility>
#include <string>
#include <vector>

#include "core/assess/network.h"
#include "core/result.h"
#include "core/units/ipv4.h"

namespace ovant {

// Units that take an address, in the order they are worked through.
enum class AddressOrder { by_place, by_channel };
struct AddressRow {
    DeviceNumber device;
    const Subnet* subnet = nullptr;  // that its address lies in, null for none
    std::string factory_address;     // of its kind; empty: none is known
    bool asks_for_address = false;
    std::string seen_address;  // where it was seen, not set yet; empty: nowhere
    // What it answers at, seen or from the factory, lies in none of the site's subnets: it cannot
    // be reached from there.
    bool out_of_reach = false;
    DeviceNumber recorder;  // where its pictures end, of a camera
};
// By place (the head end first, then by name; what stands by itself last) and id; or by recorder,
// channel and id. Borrows the network.
std::vector<AddressRow> address_rows(const Network& net, AddressOrder order);

struct Numbering {
    std::string subnet;  // id; empty: the site's first
    AddressOrder order = AddressOrder::by_place;
    int gap = 2;  // addresses left free behind each place, for what comes later
};
// Gives an address to every unit that takes one and has none: from the one behind the highest in
// use on (units, what was seen, not the gateway), then what is free below. What is set stays, and
// what is handed out, reserved or seen is left out. Errors: not_possible where the subnet is not
// there or has no address left; nothing is changed then.
Result<Site> number_units(const Network& net, const Numbering& numbering);
// Channels from 1 for the cameras of each recorder, in the order of their ids; what is set stays.
Site number_channels(const Network& net);

// How to get at a unit whose address lies outside the subnets of the site, as a laptop at the same
// switch does: it takes a second address in the unit's own network.
struct ReachUnit {
    std::string device, answers_at, new_address;
    std::string laptop_address;  // free in the /24 around what it answers at
    // Others that come with the same address: they must not be powered meanwhile.
    std::size_t twins = 0;
};
// Units that are not set yet and answer at an address outside, twins one after the other.
std::vector<ReachUnit> units_to_reach(const Network& net);

// The VLANs that pass each port of a link: of every unit with an address, on its way to the
// recorder. 0 is untagged.
using VlansByPort = std::map<std::pair<DeviceNumber, PortNumber>, std::set<int>>;
VlansByPort vlans_by_port(const Network& net);

// What a switch is to do with each of its ports.
struct PortProfile {
    std::string device, port;
    std::string far;         // unit at the other end of the cable
    std::vector<int> vlans;  // of all whose data pass here, in order; 0 stands for untagged
    double rate_mbps = 0;
    bool feeds = false, power_off = false, long_setting = false;
    int priority = 3;
};
// Of every port in use of switches and recorders with ports of their own.
std::vector<PortProfile> port_profiles(const Network& net);

// What a scan found, taken over: units are known again by MAC, or by address where they have been
// seen or set before, and are seen from then on; all else is kept as seen. Who answers at the
// address of a unit that is only planned may be anybody.
struct ScanTaken {
    Site site;
    std::vector<std::string> units;  // seen by this scan
    std::size_t others = 0;          // addresses that are none of them
};
ScanTaken take_scan(const Site& site, const std::vector<SeenAddress>& found, const Signed& now);

// Somebody that was found is this unit: its MAC is the unit's from then on, its address too where
// the unit has none and it lies in a subnet of the site. Errors: no_such_object.
Result<Site> take_for_unit(const Site& site, const SeenAddress& seen, std::string_view device,
                           const Signed& now);

// The next state of a unit on its way into the network; the last stays.
UnitState next_state(UnitState state);

}  // namespace ovant
