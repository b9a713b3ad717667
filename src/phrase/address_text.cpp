// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/address_text.h"

#include <algorithm>

#include "core/assess/address_checks.h"
#include "core/look_up.h"
#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string title(UnitState state) {
    switch (state) {
        case UnitState::planned: return said("Planned");
        case UnitState::seen: return said("Seen");
        case UnitState::set: return said("Set");
        case UnitState::added: return said("Added");
        case UnitState::recording: return said("Recording");
    }
    return "";
}

std::string title(AddressOrder order) {
    return order == AddressOrder::by_place ? said("By place") : said("By recorder channel");
}

std::string row_text(const Network& net, const AddressRow& row) {
    const OnNetwork& own = or_nothing(net.device(row.device).on_network);
    const bool to_set = own.state == UnitState::planned || own.state == UnitState::seen;
    if (to_set && !row.seen_address.empty())
        return row.out_of_reach ? told("seen at {}, out of reach from here", row.seen_address)
                                : told("seen at {}", row.seen_address);
    if (!to_set || row.factory_address.empty()) return "";
    if (row.asks_for_address)
        return told("asks for an address; without an answer {}", row.factory_address);
    return row.out_of_reach ? told("comes at {}, out of reach from here", row.factory_address)
                            : told("comes at {}", row.factory_address);
}

std::vector<std::string> reach_steps(const Network& net, const ReachUnit& unit) {
    std::vector<std::string> steps;
    const auto factory = ipv4_in(unit.answers_at);
    if (!factory) return steps;
    steps.push_back(told("Give the laptop a second address: {}, mask {}.", unit.laptop_address,
                         ipv4_text(usual_network_of(*factory).mask())));
    if (unit.twins > 0)
        steps.push_back(unit.twins == 1 ? told("Power {} alone: another unit answers at {} too.",
                                               unit.device, unit.answers_at)
                                        : told("Power {} alone: {} others answer at {} too.",
                                               unit.device, unit.twins, unit.answers_at));
    const auto address = ipv4_in(unit.new_address);
    const Subnet* subnet = address ? subnet_of(*net.site, *address) : nullptr;
    const auto network = subnet ? ipv4_network_in(subnet->network) : std::nullopt;
    if (!network) {
        steps.push_back(
            told("Open {}. It has no address of the site to be set yet.", unit.answers_at));
        return steps;
    }
    const std::string to =
        subnet->gateway.empty()
            ? told("Open {}, set {}, mask {}.", unit.answers_at, unit.new_address,
                   ipv4_text(network->mask()))
            : told("Open {}, set {}, mask {}, gateway {}.", unit.answers_at, unit.new_address,
                   ipv4_text(network->mask()), subnet->gateway);
    steps.push_back(to);
    steps.push_back(said("Change its factory password while you are there."));
    steps.push_back(told("It answers at {} now: tick it as set.", unit.new_address));
    return steps;
}

std::string scan_text(const ScanTaken& taken) {
    return told("Units of the site found: {}. Other addresses in use: {}.", taken.units.size(),
                taken.others);
}

std::string addresses_text(const Network& net, const std::vector<Check>& checks) {
    std::size_t with = 0, without = 0;
    for (const AddressRow& row : address_rows(net, AddressOrder::by_place)) {
        const bool has = !or_nothing(net.device(row.device).on_network).address.empty();
        ++(has ? with : without);
    }
    const auto faults = std::count_if(checks.begin(), checks.end(), [](const Check& check) {
        return check.verdict == Verdict::fails;
    });
    std::string text = without == 0 ? told("All {} units have an address", with)
                                    : told("{} of {} units have an address", with, with + without);
    if (faults > 0) text += faults == 1 ? said("; 1 fault") : told("; {} faults", faults);
    return text + ".";
}

std::string vlan_text(const PortProfile& profile) {
    if (profile.vlans.empty()) return "";
    if (profile.vlans.size() == 1)
        return profile.vlans[0] == 0 ? said("untagged") : std::to_string(profile.vlans[0]);
    std::string numbers;
    for (int vlan : profile.vlans)
        numbers +=
            (numbers.empty() ? "" : ", ") + (vlan == 0 ? said("untagged") : std::to_string(vlan));
    return told("{} tagged", numbers);
}

std::string profile_text(const PortProfile& profile) {
    std::string text = told("{}.{} to {}: {}", profile.device, profile.port, profile.far,
                            shown(profile.rate_mbps, Unit::megabit_per_second, UnitSystem::metric));
    if (const std::string vlan = vlan_text(profile); !vlan.empty()) text += told(", VLAN {}", vlan);
    if (profile.feeds) text += profile.power_off ? said(", PoE off") : said(", PoE on");
    if (profile.long_setting) text += said(", long setting");
    if (profile.feeds && profile.priority < 3)
        text += profile.priority == 1 ? said(", critical") : said(", high priority");
    return text;
}

}  // namespace ovant
