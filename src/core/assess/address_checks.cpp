// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/address_checks.h"

#include <algorithm>
#include <map>

#include "core/assess/run_checks.h"
#include "core/look_up.h"

namespace ovant {
namespace {

// Borrows the network.
class Addresses {
public:
    Addresses(const Network& net, bool working) : net_(net), site_(*net.site), working_(working) {}

    std::vector<Check> judge() {
        for (const Subnet& subnet : site_.subnets) {
            gateway(subnet);
            overlap(subnet);
        }
        for (DeviceNumber device : net_.kinds.numbers()) unit(device);
        for (const Subnet& subnet : site_.subnets) room(subnet);
        channels();
        return std::move(out_);
    }

private:
    Check& add(CheckId id, std::string subject, Verdict verdict, Note note = Note::none) {
        Check& check = out_.emplace_back(plain_check(id, std::move(subject), source::ipv4));
        check.verdict = verdict;
        check.note = note;
        return check;
    }

    void gateway(const Subnet& subnet) {
        const auto network = ipv4_network_in(subnet.network);
        const auto gateway = ipv4_in(subnet.gateway);
        if (!network || !gateway || network->is_host(*gateway)) return;
        const Note note = network->contains(*gateway) ? Note::no_host : Note::none;
        add(CheckId::gateway_outside, subnet.id, Verdict::fails, note).detail =
            AddressAt{subnet.gateway, subnet.network};
    }

    // Of two subnets that overlap the later one is named.
    void overlap(const Subnet& subnet) {
        const auto network = ipv4_network_in(subnet.network);
        for (const Subnet& earlier : site_.subnets) {
            if (&earlier == &subnet) return;
            const auto other = ipv4_network_in(earlier.network);
            if (!network || !other || !network->overlaps(*other)) continue;
            add(CheckId::address_clash, subnet.id, Verdict::fails, Note::subnets_overlap).detail =
                AddressAt{subnet.network, earlier.id};
        }
    }

    void unit(DeviceNumber number) {
        const Device& device = net_.device(number);
        const OnNetwork& own = or_nothing(device.on_network);
        const auto address = ipv4_in(own.address);
        if (!address) {
            if (!takes_address(net_.kind(number))) return;
            ++without_address_;
            add(CheckId::address_missing, device.id, Verdict::tight);
            return;
        }
        const auto [kept, is_first] = by_address_.emplace(*address, &device.id);
        if (!is_first)
            clash(device.id, {own.address, *kept->second}, Note::none);
        else if (const SeenAddress* seen = seen_as_another(own))
            clash(device.id, {own.address, seen->mac.empty() ? seen->name : seen->mac},
                  Note::seen_in_use);
        const Subnet* subnet = subnet_of(site_, *address);
        if (!subnet) {
            add(CheckId::address_outside, device.id, Verdict::fails).detail =
                AddressAt{own.address, ""};
            return;
        }
        ++used_[subnet];
        const auto network = ipv4_network_in(subnet->network);
        if (!network->is_host(*address)) {
            add(CheckId::address_outside, device.id, Verdict::fails, Note::no_host).detail =
                AddressAt{own.address, subnet->network};
        } else if (ipv4_in(subnet->gateway) == address) {
            clash(device.id, {own.address, subnet->id}, Note::is_gateway);
        } else if (is_kept(*subnet, *address)) {
            clash(device.id, {own.address, subnet->id}, Note::is_reserved);
        } else if (const auto range = handed_out(*subnet); range && range->holds(*address)) {
            add(CheckId::address_handed_out, device.id, Verdict::tight).detail =
                AddressAt{own.address, subnet->id};
        }
    }

    void clash(const std::string& device, AddressAt meets, Note note) {
        add(CheckId::address_clash, device, Verdict::fails, note).detail = std::move(meets);
    }

    // Somebody else at this unit's address: another MAC, or a unit that is planned only.
    const SeenAddress* seen_as_another(const OnNetwork& own) const {
        for (const SeenAddress& seen : site_.seen) {
            if (seen.address != own.address) continue;
            const bool tells = !own.mac.empty() && !seen.mac.empty();
            if (tells ? seen.mac != own.mac : own.state == UnitState::planned) return &seen;
        }
        return nullptr;
    }

    // Units without an address are to find one in the first subnet.
    void room(const Subnet& subnet) {
        const auto network = ipv4_network_in(subnet.network);
        if (!network) return;
        const bool is_first = &subnet == &site_.subnets.front();
        const auto wanted = static_cast<double>(used_[&subnet] + (is_first ? without_address_ : 0));
        const double there = static_cast<double>(free_for_units(subnet, *network));
        Check check = start_check(CheckId::subnet_full, subnet.id, wanted, there, Unit::count,
                                  Sense::at_most, source::ipv4);
        check.margin = there - wanted;
        check.verdict = wanted > there ? Verdict::fails : Verdict::holds;
        if (working_) {
            check.working.push_back(
                {"addresses for units = hosts of the network, less those "
                 "handed out, reserved and the gateway's",
                 ipv4_network_text(*network), there, Unit::count, source::ipv4});
        }
        out_.push_back(std::move(check));
    }

    // Hosts that are neither handed out nor kept: by ranges, for a /8 has sixteen million.
    static std::uint64_t free_for_units(const Subnet& subnet, const Ipv4Network& network) {
        std::vector<Ipv4Range> taken;
        const auto take = [&](Ipv4Range range) {
            range.first = std::max(range.first, network.first_host());
            range.last = std::min(range.last, network.last_host());
            if (range.first <= range.last) taken.push_back(range);
        };
        if (const auto range = handed_out(subnet)) take(*range);
        if (const auto gateway = ipv4_in(subnet.gateway)) take({*gateway, *gateway});
        for (const std::string& reserved : subnet.reserved) {
            if (const auto range = ipv4_range_in(reserved)) take(*range);
        }
        std::sort(taken.begin(), taken.end(),
                  [](const Ipv4Range& a, const Ipv4Range& b) { return a.first < b.first; });
        std::uint64_t count = network.hosts(), next = network.first_host().value;
        for (const Ipv4Range& range : taken) {
            const std::uint64_t from = std::max<std::uint64_t>(next, range.first.value);
            if (from > range.last.value) continue;
            count -= range.last.value - from + 1;
            next = std::uint64_t{range.last.value} + 1;
        }
        return count;
    }

    void channels() {
        std::map<std::pair<DeviceNumber, int>, const std::string*> taken;
        const bool begun =
            std::any_of(site_.devices.begin(), site_.devices.end(), [](const Device& device) {
                return or_nothing(device.on_network).recorder_channel > 0;
            });
        if (!begun) return;
        for (const Run& run : net_.runs) {
            if (!has_picture(net_.kind(run.camera))) continue;
            const Device& camera = net_.device(run.camera);
            const int channel = or_nothing(camera.on_network).recorder_channel;
            if (channel == 0) {
                add(CheckId::channel_missing, camera.id, Verdict::tight);
                continue;
            }
            const DeviceNumber recorder = recorder_of(net_, run);
            const int most = recorder ? net_.kind(recorder).channels : 0;
            if (most > 0 && channel > most) {
                add(CheckId::channel_clash, camera.id, Verdict::fails, Note::past_channels).detail =
                    ChannelAt{channel, net_.device(recorder).id, std::to_string(most)};
                continue;
            }
            const auto [kept, is_first] = taken.emplace(std::pair(recorder, channel), &camera.id);
            if (is_first) continue;
            add(CheckId::channel_clash, camera.id, Verdict::fails).detail =
                ChannelAt{channel, recorder ? net_.device(recorder).id : "", *kept->second};
        }
    }

    const Network& net_;
    const Site& site_;
    const bool working_;
    std::vector<Check> out_;
    std::map<Ipv4, const std::string*> by_address_;
    std::map<const Subnet*, std::size_t> used_;
    std::size_t without_address_ = 0;
};

}  // namespace

bool takes_address(const Kind& kind) {
    return kind.network || ends_a_run(kind) || kind.category == Category::recorder ||
           kind.category == Category::radio;
}

DeviceNumber recorder_of(const Network& net, const Run& run) {
    const bool kept = run.root && net.kind(run.root).category == Category::recorder;
    return kept ? run.root : DeviceNumber{};
}

const Subnet* subnet_of(const Site& site, Ipv4 address) {
    for (const Subnet& subnet : site.subnets) {
        const auto network = ipv4_network_in(subnet.network);
        if (network && network->contains(address)) return &subnet;
    }
    return nullptr;
}

std::optional<Ipv4Range> handed_out(const Subnet& subnet) {
    const auto from = ipv4_in(subnet.dhcp_from), to = ipv4_in(subnet.dhcp_to);
    if (!from || !to || *to < *from) return std::nullopt;
    return Ipv4Range{*from, *to};
}

bool is_kept(const Subnet& subnet, Ipv4 address) {
    return ipv4_in(subnet.gateway) == address ||
           std::any_of(subnet.reserved.begin(), subnet.reserved.end(),
                       [&](const std::string& text) {
                           const auto range = ipv4_range_in(text);
                           return range && range->holds(address);
                       });
}

std::vector<Check> address_checks(const Network& net, bool working) {
    const Site& site = *net.site;
    const bool begun = !site.subnets.empty() || !site.seen.empty() ||
                       std::any_of(site.devices.begin(), site.devices.end(),
                                   [](const Device& device) { return device.on_network; });
    return begun ? Addresses(net, working).judge() : std::vector<Check>();
}

}  // namespace ovant
