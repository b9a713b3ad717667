// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <numeric>
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
        check_ids("devices", site_.devices);
        check_ids("links", site_.links);
        check_devices();
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
            index_[device.id] = i;
            kinds_.push_back(kind);
        }
    }

    void check_end(const LinkEnd& end, const std::string& link_id, const std::string& at) {
        const auto found = index_.find(end.device);
        if (found == index_.end()) {
            add(ErrorCode::unknown_device, at + "/device", end.device);
            return;
        }
        const Kind* kind = kinds_[found->second];
        const std::string name = end.device + "." + end.port;
        if (kind && !find_port(*kind, end.port)) {
            add(ErrorCode::unknown_port, at + "/port", name);
        }
        if (!end.protector.empty() && !catalogue_.find(end.protector)) {
            add(ErrorCode::unknown_kind, at + "/protector", end.protector);
        }
        const auto [used, is_new] = port_links_.emplace(name, link_id);
        if (!is_new) add(ErrorCode::port_in_use, at + "/port", name, used->second);
    }

    void check_links() {
        for (std::size_t i = 0; i < site_.links.size(); ++i) {
            const Link& link = site_.links[i];
            const std::string at = fmt::format("links/{}", i);
            const Kind* cable = catalogue_.find(link.cable);
            if (!cable || !cable->cable) add(ErrorCode::unknown_kind, at + "/cable", link.cable);
            check_end(link.a, link.id, at + "/a");
            check_end(link.b, link.id, at + "/b");
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
            if (port->role != PortRole::pass) return "";
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

    void check_sources_and_loops() {
        std::vector<std::size_t> group(site_.devices.size());
        std::iota(group.begin(), group.end(), std::size_t{0});
        const auto root = [&](std::size_t i) {
            while (group[i] != i) i = group[i] = group[group[i]];
            return i;
        };
        for (std::size_t i = 0; i < site_.links.size(); ++i) {
            const Link& link = site_.links[i];
            const std::string at = fmt::format("links/{}", i);
            const std::size_t a = root(index_.at(link.a.device));
            const std::size_t b = root(index_.at(link.b.device));
            if (a == b) {
                add(ErrorCode::loop, at, link.id);
                continue;
            }
            group[a] = b;
            const std::string source_a = source_behind(link.a);
            const std::string source_b = source_behind(link.b);
            if (!source_a.empty() && !source_b.empty()) {
                add(ErrorCode::two_sources, at, link.id, source_a + " and " + source_b);
            }
        }
    }

    const Site& site_;
    const Catalogue& catalogue_;
    std::set<std::string> ids_;
    std::unordered_map<std::string, std::size_t> index_;
    std::vector<const Kind*> kinds_;
    std::unordered_map<std::string, std::string> port_links_;
    std::vector<Error> errors_;
};

}  // namespace

std::vector<Error> find_problems(const Site& site, const Catalogue& catalogue) {
    return Finder(site, catalogue).find();
}

}  // namespace ovant
