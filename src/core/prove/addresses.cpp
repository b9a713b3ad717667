// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/addresses.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

#include "core/assess/address_checks.h"
#include "core/assess/link_reach.h"
#include "core/look_up.h"

namespace ovant {
namespace {

int channel_of(const Device& device) { return or_nothing(device.on_network).recorder_channel; }

std::optional<Ipv4> address_of(const Device& device) {
    return ipv4_in(or_nothing(device.on_network).address);
}

// "K9" before "K10": letters, then the number behind them.
std::tuple<std::string, int, std::string> by_number(const std::string& id) {
    std::size_t digits = id.size();
    while (digits > 0 && id[digits - 1] >= '0' && id[digits - 1] <= '9') --digits;
    const bool numbered = digits < id.size() && id.size() - digits < 9;
    return {id.substr(0, digits), numbered ? std::stoi(id.substr(digits)) : 0, id};
}

// Addresses that a unit cannot have: used, seen, handed out, kept, and no host's.
class Taken {
public:
    Taken(const Site& site, const Subnet& subnet, const Ipv4Network& network)
        : subnet_(subnet), network_(network), range_(handed_out(subnet)) {
        for (const Device& device : site.devices) {
            if (const auto address = address_of(device)) use(*address);
        }
        for (const SeenAddress& seen : site.seen) {
            if (const auto address = ipv4_in(seen.address)) use(*address);
        }
    }
    void use(Ipv4 address) { used_.insert(address); }

    // Behind the highest in use, which is where people go on.
    Ipv4 start() const {
        Ipv4 highest = network_.first_host();
        bool any = false;
        for (const Ipv4 address : used_) {
            if (!network_.is_host(address) || is_kept(subnet_, address)) continue;
            highest = any ? std::max(highest, address) : address;
            any = true;
        }
        return any ? Ipv4{highest.value + 1} : highest;
    }

    bool is_free(Ipv4 address) const {
        return network_.is_host(address) && !used_.contains(address) &&
               !is_kept(subnet_, address) && !(range_ && range_->holds(address));
    }

    // The first that is free from there on, then from the bottom; nullopt: none is left.
    std::optional<Ipv4> next_from(Ipv4 from) const {
        if (const auto found = first_free(from, network_.last_host())) return found;
        return first_free(network_.first_host(), network_.last_host());
    }

private:
    std::optional<Ipv4> first_free(Ipv4 from, Ipv4 to) const {
        std::uint64_t value = std::max(from, network_.first_host()).value;
        while (value <= to.value) {
            const Ipv4 address{static_cast<std::uint32_t>(value)};
            if (is_free(address)) return address;
            // Over what is handed out or kept in one step: it may be a million addresses.
            value = std::uint64_t{end_of_block(address).value} + 1;
        }
        return std::nullopt;
    }
    Ipv4 end_of_block(Ipv4 address) const {
        Ipv4 end = address;
        if (range_ && range_->holds(address)) end = std::max(end, range_->last);
        for (const std::string& text : subnet_.reserved) {
            const auto range = ipv4_range_in(text);
            if (range && range->holds(address)) end = std::max(end, range->last);
        }
        return end;
    }

    const Subnet& subnet_;
    const Ipv4Network network_;
    const std::optional<Ipv4Range> range_;
    std::set<Ipv4> used_;
};

// Where a unit that is not set yet was seen: by its MAC, else at the address that it was ticked at.
std::string seen_at(const Site& site, const OnNetwork& own) {
    if (own.state != UnitState::planned && own.state != UnitState::seen) return "";
    for (const SeenAddress& seen : site.seen) {
        if (!own.mac.empty() && seen.mac == own.mac) return seen.address;
    }
    return own.state == UnitState::seen ? own.address : "";
}

const std::string& answers_at(const AddressRow& row) {
    return row.seen_address.empty() ? row.factory_address : row.seen_address;
}

}  // namespace

std::vector<AddressRow> address_rows(const Network& net, AddressOrder order) {
    const Site& site = *net.site;
    By<DeviceNumber, DeviceNumber> recorder(net.kinds.size());
    for (const Run& run : net.runs) recorder[run.camera] = recorder_of(net, run);
    std::vector<AddressRow> rows;
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = net.kind(device);
        if (!takes_address(kind)) continue;
        AddressRow row;
        row.device = device;
        row.recorder = recorder[device];
        if (const auto address = address_of(net.device(device)))
            row.subnet = subnet_of(site, *address);
        const NetworkFacts& facts = or_nothing(kind.network);
        row.factory_address = facts.factory_address;
        row.asks_for_address = facts.asks_for_address;
        row.seen_address = seen_at(site, or_nothing(net.device(device).on_network));
        if (const auto there = ipv4_in(answers_at(row)))
            row.out_of_reach = !subnet_of(site, *there);
        rows.push_back(row);
    }
    const auto place_key = [&](const AddressRow& row) {
        const Place* place = net.place_of(row.device);
        return std::tuple(!place, !(place && place->head_end), place ? place->name : "",
                          by_number(net.device(row.device).id));
    };
    const auto channel_key = [&](const AddressRow& row) {
        const Device& device = net.device(row.device);
        return std::tuple(!row.recorder, row.recorder, channel_of(device) == 0, channel_of(device),
                          by_number(device.id));
    };
    std::stable_sort(rows.begin(), rows.end(), [&](const AddressRow& a, const AddressRow& b) {
        return order == AddressOrder::by_place ? place_key(a) < place_key(b)
                                               : channel_key(a) < channel_key(b);
    });
    return rows;
}

Result<Site> number_units(const Network& net, const Numbering& numbering) {
    Site site = *net.site;
    const Subnet* subnet =
        numbering.subnet.empty() ? first_of(site.subnets) : find_subnet(site, numbering.subnet);
    const auto network = subnet ? ipv4_network_in(subnet->network) : std::nullopt;
    if (!network)
        return Error{ErrorCode::not_possible, "", numbering.subnet, "there is no such subnet"};
    Taken taken(site, *subnet, *network);
    Ipv4 next = taken.start();
    std::optional<std::string> last_place;
    for (const AddressRow& row : address_rows(net, numbering.order)) {
        Device& device = site.devices[row.device.position()];
        if (address_of(device)) continue;
        if (last_place && *last_place != device.place)
            next.value += static_cast<std::uint32_t>(std::clamp(numbering.gap, 0, 100));
        last_place = device.place;
        const auto address = taken.next_from(next);
        if (!address) return Error{ErrorCode::not_possible, "", subnet->id, "no address is left"};
        if (!device.on_network) device.on_network.emplace();
        device.on_network->address = ipv4_text(*address);
        taken.use(*address);
        next = {address->value + 1};
    }
    return site;
}

Site number_channels(const Network& net) {
    Site site = *net.site;
    std::map<DeviceNumber, std::set<int>> taken;
    std::vector<AddressRow> rows = address_rows(net, AddressOrder::by_place);
    std::stable_sort(rows.begin(), rows.end(), [&](const AddressRow& a, const AddressRow& b) {
        return by_number(net.device(a.device).id) < by_number(net.device(b.device).id);
    });
    for (const AddressRow& row : rows) {
        if (const int channel = channel_of(net.device(row.device)); channel > 0)
            taken[row.recorder].insert(channel);
    }
    for (const AddressRow& row : rows) {
        Device& device = site.devices[row.device.position()];
        if (net.kind(row.device).category != Category::camera || channel_of(device) > 0) continue;
        int channel = 1;
        while (taken[row.recorder].contains(channel)) ++channel;
        taken[row.recorder].insert(channel);
        if (!device.on_network) device.on_network.emplace();
        device.on_network->recorder_channel = channel;
    }
    return site;
}

std::vector<ReachUnit> units_to_reach(const Network& net) {
    std::vector<ReachUnit> out;
    for (const AddressRow& row : address_rows(net, AddressOrder::by_place)) {
        const Device& device = net.device(row.device);
        const UnitState state = or_nothing(device.on_network).state;
        const bool to_set = state == UnitState::planned || state == UnitState::seen;
        if (!row.out_of_reach || !to_set) continue;
        ReachUnit unit;
        unit.device = device.id;
        unit.answers_at = answers_at(row);
        unit.new_address = or_nothing(device.on_network).address;
        out.push_back(std::move(unit));
    }
    std::stable_sort(out.begin(), out.end(), [](const ReachUnit& a, const ReachUnit& b) {
        return *ipv4_in(a.answers_at) < *ipv4_in(b.answers_at);
    });
    std::map<Ipv4, std::size_t> factory;
    for (const ReachUnit& unit : out) ++factory[*ipv4_in(unit.answers_at)];
    for (ReachUnit& unit : out) {
        unit.twins = factory[*ipv4_in(unit.answers_at)] - 1;
        const Ipv4Network around = usual_network_of(*ipv4_in(unit.answers_at));
        Ipv4 laptop = around.last_host();
        while (factory.contains(laptop)) --laptop.value;
        unit.laptop_address = ipv4_text(laptop);
    }
    return out;
}

VlansByPort vlans_by_port(const Network& net) {
    VlansByPort out;
    for (DeviceNumber device : net.kinds.numbers()) {
        const auto address = address_of(net.device(device));
        const Subnet* subnet = address ? subnet_of(*net.site, *address) : nullptr;
        if (!subnet) continue;
        DeviceNumber at = device;
        PortNumber port = net.towards[device];
        for (std::size_t steps = 0; port && steps <= net.links.size(); ++steps) {
            const PortAt far = net.across({at, port});
            if (!far) break;
            out[{at, port}].insert(subnet->vlan);
            out[{far.device, far.port}].insert(subnet->vlan);
            at = far.device;
            port = onward_to_recorder(net, far);
        }
    }
    return out;
}

std::vector<PortProfile> port_profiles(const Network& net) {
    std::vector<PortProfile> out;
    const auto vlans = vlans_by_port(net);
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = net.kind(device);
        if (kind.category != Category::network_switch && kind.category != Category::recorder)
            continue;
        for (PortNumber port : kind.ports.numbers()) {
            const PortAt at{device, port};
            const LinkNumber link = net.link_at(at);
            if (!link) continue;
            PortProfile profile;
            profile.device = net.device(device).id;
            profile.port = kind.ports[port].id;
            profile.far = net.device(net.across(at).device).id;
            if (const auto found = vlans.find({device, port}); found != vlans.end())
                profile.vlans.assign(found->second.begin(), found->second.end());
            profile.rate_mbps = link_reach(net, net.links[link], Condition::day).rate_mbps;
            profile.feeds = kind.ports[port].role == PortRole::pse;
            profile.power_off = net.power_off(at);
            profile.long_setting = net.long_setting_on(at);
            profile.priority = net.device(device).priority_of(profile.port);
            out.push_back(std::move(profile));
        }
    }
    return out;
}

ScanTaken take_scan(const Site& site, const std::vector<SeenAddress>& found, const Signed& now) {
    ScanTaken taken{site, {}, 0};
    std::map<std::string, SeenAddress> others;
    for (const SeenAddress& seen : site.seen) others[seen.address] = seen;
    for (const SeenAddress& seen : found) {
        const auto known = [&](const Device& device) {
            const OnNetwork& own = or_nothing(device.on_network);
            if (!own.mac.empty() && !seen.mac.empty()) return own.mac == seen.mac;
            return own.address == seen.address && own.state != UnitState::planned;
        };
        const auto device =
            std::find_if(taken.site.devices.begin(), taken.site.devices.end(), known);
        if (device != taken.site.devices.end() && device->on_network) {
            OnNetwork& own = *device->on_network;
            if (own.mac.empty()) own.mac = seen.mac;
            if (own.state == UnitState::planned) {
                own.state = UnitState::seen;
                own.who = now.who;
                own.when = now.when;
            }
            taken.units.push_back(device->id);
            if (own.address == seen.address) {
                others.erase(seen.address);
                continue;
            }
            // Known by its MAC, but found where it is not to stay.
        } else {
            ++taken.others;
        }
        SeenAddress kept = seen;
        kept.who = now.who;
        kept.when = now.when;
        others[seen.address] = std::move(kept);
    }
    taken.site.seen.clear();
    for (auto& [address, seen] : others) taken.site.seen.push_back(std::move(seen));
    std::stable_sort(taken.site.seen.begin(), taken.site.seen.end(),
                     [](const SeenAddress& a, const SeenAddress& b) {
                         return ipv4_in(a.address) < ipv4_in(b.address);
                     });
    return taken;
}

Result<Site> take_for_unit(const Site& site, const SeenAddress& seen, std::string_view device,
                           const Signed& now) {
    Site out = site;
    Device* unit = find_device(out, device);
    if (!unit) return Error{ErrorCode::no_such_object, "", std::string(device), ""};
    if (!unit->on_network) unit->on_network.emplace();
    OnNetwork& own = *unit->on_network;
    if (!seen.mac.empty()) own.mac = seen.mac;
    const auto address = ipv4_in(seen.address);
    if (own.address.empty() && address && subnet_of(site, *address)) own.address = seen.address;
    if (own.state == UnitState::planned) {
        own.state = UnitState::seen;
        own.who = now.who;
        own.when = now.when;
    }
    std::erase(out.seen, seen);
    return out;
}

UnitState next_state(UnitState state) {
    return state == UnitState::recording ? state
                                         : static_cast<UnitState>(static_cast<int>(state) + 1);
}

}  // namespace ovant
