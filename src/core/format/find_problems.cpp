// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>
#include <set>
#include <unordered_map>

#include "core/format/site_json.h"

namespace ovant {
namespace {

class Finder {
public:
    Finder(const Site& site, const Catalogue& catalogue) : site_(site), catalogue_(catalogue) {}

    std::vector<Error> find() {
        check_ids("places", site_.places);
        check_ids("pathways", site_.pathways);
        check_ids("existing", site_.existing);
        check_ids("obstacles", site_.obstacles);
        check_ids("devices", site_.devices);
        check_ids("links", site_.links);
        check_devices();
        check_existing();
        check_links();
        if (errors_.empty()) check_sources_and_loops();
        return std::move(errors_);
    }

private:
    void add(ErrorCode code, std::string place, std::string subject, std::string detail = "") {
        errors_.push_back({code, std::move(place), std::move(subject), std::move(detail)});
    }

    template <class Items>
    void check_ids(const char* list, const Items& items) {
        for (std::size_t i = 0; i < items.size(); ++i) {
            if (!ids_.insert(items[i].id).second) {
                add(ErrorCode::duplicate_id, fmt::format("{}/{}/id", list, i), items[i].id);
            }
        }
    }

    void check_devices() {
        for (std::size_t i = 0; i < site_.devices.size(); ++i) {
            const Device& device = site_.devices[i];
            const std::string at = fmt::format("devices/{}", i);
            const Kind* kind = catalogue_.find(device.kind);
            if (!kind) add(ErrorCode::unknown_kind, at + "/kind", device.kind);
            if (!device.enclosure.empty() && !catalogue_.find(device.enclosure)) {
                add(ErrorCode::unknown_kind, at + "/enclosure", device.enclosure);
            }
            if (!device.place.empty() && !find_place(site_, device.place)) {
                add(ErrorCode::unknown_place, at + "/place", device.place);
            }
            for (const auto& [port, module] : device.modules) {
                const Kind* optic = catalogue_.find(module);
                if (!optic || !optic->optic) add(ErrorCode::unknown_kind, at + "/modules", module);
            }
            index_[device.id] = i;
            kinds_.push_back(kind);
        }
        for (std::size_t i = 0; i < site_.devices.size(); ++i) {
            const std::string& backup = site_.devices[i].backup;
            const auto found = index_.find(backup);
            const bool is_ups =
                found != index_.end() && kinds_[found->second] && kinds_[found->second]->ups;
            if (!backup.empty() && !is_ups)
                add(ErrorCode::unknown_device, fmt::format("devices/{}/backup", i), backup);
        }
    }

    void check_existing() {
        for (std::size_t i = 0; i < site_.existing.size(); ++i) {
            const Kind* cable = catalogue_.find(site_.existing[i].cable);
            if (!cable || !cable->cable) {
                add(ErrorCode::unknown_kind, fmt::format("existing/{}/cable", i),
                    site_.existing[i].cable);
            }
        }
    }

    void check_end(const LinkEnd& end, const Link& link, const Kind* cable, const std::string& at) {
        const auto found = index_.find(end.device);
        if (found == index_.end()) {
            add(ErrorCode::unknown_device, at + "/device", end.device);
            return;
        }
        const Kind* kind = kinds_[found->second];
        const std::string name = end.device + "." + end.port;
        const PortKind* port = kind ? find_port(*kind, end.port) : nullptr;
        if (kind && !port) add(ErrorCode::unknown_port, at + "/port", name);
        if (port && cable && cable->cable && cable->cable->medium != port->medium) {
            add(ErrorCode::wrong_medium, at + "/port", name, link.cable);
        }
        if (!end.protector.empty() && !catalogue_.find(end.protector)) {
            add(ErrorCode::unknown_kind, at + "/protector", end.protector);
        }
        const auto [used, is_new] = port_links_.emplace(name, link.id);
        if (!is_new) add(ErrorCode::port_in_use, at + "/port", name, used->second);
    }

    void check_links() {
        for (std::size_t i = 0; i < site_.links.size(); ++i) {
            const Link& link = site_.links[i];
            const std::string at = fmt::format("links/{}", i);
            const Kind* cable = catalogue_.find(link.cable);
            if (!cable || !cable->cable) add(ErrorCode::unknown_kind, at + "/cable", link.cable);
            check_end(link.a, link, cable, at + "/a");
            check_end(link.b, link, cable, at + "/b");
            if (!link.existing.empty() && !find_existing(site_, link.existing)) {
                add(ErrorCode::no_such_object, at + "/existing", link.existing);
            }
            for (const std::string& pathway : link.pathways) {
                if (!find_pathway(site_, pathway)) {
                    add(ErrorCode::unknown_pathway, at + "/pathways", pathway);
                }
            }
        }
    }

    // Follows the power of `end` through pass ports; the name of a source found there, or "".
    std::string source_behind(const LinkEnd& end) const {
        LinkEnd here = end;
        for (std::size_t steps = 0; steps <= site_.links.size(); ++steps) {
            const std::size_t at = index_.at(here.device);
            const Device& device = site_.devices[at];
            const Kind& kind = *kinds_[at];
            const PortKind* port = find_port(kind, here.port);
            if (device.power_off_ports.contains(here.port)) return "";
            if (port->role == PortRole::pse) return here.device + "." + here.port;
            if (port->role != PortRole::pass || kind.category == Category::combiner) return "";
            const PortKind* other = nullptr;
            for (const PortKind& candidate : kind.ports) {
                if (candidate.role == PortRole::pass && candidate.id != here.port) {
                    other = &candidate;
                }
            }
            const Link* next = other ? link_at(site_, here.device, other->id) : nullptr;
            if (!next || device.power_off_ports.contains(other->id)) return "";
            const bool from_a = next->a.device == here.device && next->a.port == other->id;
            here = from_a ? next->b : next->a;
        }
        return "";
    }

    // Data loops are looked for channel by channel: a combiner carries two that never meet.
    int channel(const std::string& name) {
        const auto [found, is_new] = channels_.emplace(name, static_cast<int>(group_.size()));
        if (is_new) group_.push_back(found->second);
        return found->second;
    }
    std::vector<std::string> lanes_of(const LinkEnd& end) const {
        const Kind& kind = *kinds_[index_.at(end.device)];
        if (kind.category != Category::combiner) return {""};
        const PortKind* port = find_port(kind, end.port);
        if (!port->lane.empty()) return {port->lane};
        std::vector<std::string> lanes;
        for (const PortKind& other : kind.ports) {
            if (!other.lane.empty()) lanes.push_back(other.lane);
        }
        return lanes;
    }
    int root(int at) {
        while (group_[static_cast<std::size_t>(at)] != at) {
            at = group_[static_cast<std::size_t>(at)] =
                group_[static_cast<std::size_t>(group_[static_cast<std::size_t>(at)])];
        }
        return at;
    }

    void check_sources_and_loops() {
        for (std::size_t i = 0; i < site_.links.size(); ++i) {
            const Link& link = site_.links[i];
            const std::string at = fmt::format("links/{}", i);
            const std::string source_a = source_behind(link.a);
            const std::string source_b = source_behind(link.b);
            if (!source_a.empty() && !source_b.empty()) {
                add(ErrorCode::two_sources, at, link.id, source_a + " and " + source_b);
            }
            if (catalogue_.find(link.cable)->cable->medium == Medium::dc) continue;
            const std::vector<std::string> a = lanes_of(link.a), b = lanes_of(link.b);
            for (std::size_t k = 0; k < std::max(a.size(), b.size()); ++k) {
                const int from = root(channel(link.a.device + "/" + a[std::min(k, a.size() - 1)]));
                const int to = root(channel(link.b.device + "/" + b[std::min(k, b.size() - 1)]));
                if (from == to) {
                    add(ErrorCode::loop, at, link.id);
                    break;
                }
                group_[static_cast<std::size_t>(from)] = to;
            }
        }
    }

    const Site& site_;
    const Catalogue& catalogue_;
    std::set<std::string> ids_;
    std::unordered_map<std::string, std::size_t> index_;
    std::vector<const Kind*> kinds_;
    std::unordered_map<std::string, std::string> port_links_;
    std::unordered_map<std::string, int> channels_;
    std::vector<int> group_;
    std::vector<Error> errors_;
};

}  // namespace

std::vector<Error> find_problems(const Site& site, const Catalogue& catalogue) {
    return Finder(site, catalogue).find();
}

}  // namespace ovant
