// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/site_problems.h"

#include <fmt/format.h>

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

#include "core/fields/field_check.h"
#include "core/look_up.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

// One of two sets of things that are joined; follows the parents up and shortens the way.
class Groups {
public:
    int add() {
        parent_.push_back(static_cast<int>(parent_.size()));
        return parent_.back();
    }
    int root(int at) {
        while (parent(at) != at) at = parent(at) = parent(parent(at));
        return at;
    }
    // False if they are joined already.
    bool join(int a, int b) {
        a = root(a);
        b = root(b);
        if (a == b) return false;
        parent(a) = b;
        return true;
    }

private:
    int& parent(int at) { return parent_[static_cast<std::size_t>(at)]; }
    std::vector<int> parent_;
};

// A port by number: device in the site, port in its kind; -1 where there is none.
struct Spot {
    int device = -1;
    int port = -1;
};

class Finder {
public:
    Finder(const Site& site, const Catalogue& catalogue, std::size_t most)
        : site_(site), catalogue_(catalogue), most_(most) {}

    std::vector<SiteProblem> find() {
        check_lists();
        check_devices();
        check_existing();
        check_links();
        if (found_.empty()) check_sources();
        if (found_.empty()) check_loops();
        if (found_.empty()) check_chains();
        return std::move(found_);
    }

private:
    bool full() const { return found_.size() >= most_; }
    // `index` into the list; `id` of the object, empty for what stands in no list.
    void add(const char* list, std::size_t index, std::string_view id, std::string field,
             Error error) {
        if (full()) return;
        error.place = list;
        if (!id.empty()) error.place += fmt::format("/{}", id);
        if (!field.empty()) error.place += fmt::format("/{}", field);
        found_.push_back({std::move(error), list, index, std::move(field)});
    }
    void add_device(std::size_t index, std::string field, ErrorCode code, std::string subject,
                    std::string detail = "") {
        add("devices", index, site_.devices[index].id, std::move(field),
            {code, "", std::move(subject), std::move(detail)});
    }
    void add_link(std::size_t index, std::string field, ErrorCode code, std::string subject,
                  std::string detail = "") {
        add("links", index, site_.links[index].id, std::move(field),
            {code, "", std::move(subject), std::move(detail)});
    }

    template <class T>
    void check_list(const char* list, const std::vector<T>& items, std::size_t most) {
        if (items.size() > most) {
            add(list, most, "", "",
                {ErrorCode::bad_value, "", fmt::format("a list of {}", items.size()),
                 fmt::format("a list of {} at most", most)});
        }
        for (std::size_t i = 0; i < items.size() && !full(); ++i) {
            const std::string& id = items[i].id;
            if (!ids_.insert(id).second)
                add(list, i, id, "id", {ErrorCode::duplicate_id, "", id, ""});
            if (std::optional<Error> wrong = wrong_field(items[i])) {
                std::string field = wrong->place;
                add(list, i, id, std::move(field), std::move(*wrong));
            }
        }
    }

    void check_lists() {
        if (const auto letters = letters_in(site_.name); !letters || *letters > most_name_letters) {
            add("name", 0, "", "",
                {ErrorCode::bad_value, "", shown_value(site_.name),
                 allowed_text(most_name_letters, Need::no)});
        }
        if (std::optional<Error> wrong = wrong_field(site_.settings)) {
            std::string field = wrong->place;
            add("settings", 0, "", std::move(field), std::move(*wrong));
        }
        check_list("places", site_.places, most_places);
        check_list("pathways", site_.pathways, most_pathways);
        check_list("existing", site_.existing, most_existing);
        check_list("obstacles", site_.obstacles, most_obstacles);
        check_list("devices", site_.devices, most_devices);
        check_list("links", site_.links, most_links);
        for (const Place& place : site_.places) places_.insert(place.id);
        for (const Pathway& pathway : site_.pathways) pathways_.insert(pathway.id);
        for (const ExistingCable& existing : site_.existing) existing_.insert(existing.id);
    }

    void check_device(std::size_t index) {
        const Device& device = site_.devices[index];
        const Kind* kind = kinds_.emplace_back(catalogue_.find(device.kind));
        if (!kind) add_device(index, "kind", ErrorCode::unknown_kind, device.kind);
        if (!device.enclosure.empty() && !catalogue_.find(device.enclosure))
            add_device(index, "enclosure", ErrorCode::unknown_kind, device.enclosure);
        if (!device.place.empty() && !places_.contains(device.place))
            add_device(index, "place", ErrorCode::unknown_place, device.place);
        for (const auto& [port, module] : device.modules) {
            const Kind* optic = catalogue_.find(module);
            if (!optic || !optic->optic)
                add_device(index, "modules", ErrorCode::unknown_kind, module);
        }
    }

    void check_devices() {
        for (std::size_t i = 0; i < site_.devices.size(); ++i) {
            check_device(i);
            index_[site_.devices[i].id] = static_cast<int>(i);
            const Kind* kind = kinds_.back();
            link_on_.emplace_back(kind ? kind->ports.size() : 0, -1);
        }
        for (std::size_t i = 0; i < site_.devices.size(); ++i) {
            const std::string& backup = site_.devices[i].backup;
            if (backup.empty()) continue;
            const auto found = index_.find(backup);
            const Kind* kind =
                found == index_.end() ? nullptr : kinds_[static_cast<std::size_t>(found->second)];
            if (!kind || !kind->ups || backup == site_.devices[i].id)
                add_device(i, "backup", ErrorCode::unknown_device, backup);
        }
    }

    void check_existing() {
        for (std::size_t i = 0; i < site_.existing.size(); ++i) {
            const ExistingCable& existing = site_.existing[i];
            const Kind* cable = catalogue_.find(existing.cable);
            if (!cable || !cable->cable)
                add("existing", i, existing.id, "cable",
                    {ErrorCode::unknown_kind, "", existing.cable, ""});
        }
    }

    Spot check_end(const LinkEnd& end, std::size_t number, const Kind* cable, std::string at) {
        const auto found = index_.find(end.device);
        if (found == index_.end()) {
            add_link(number, at + "/device", ErrorCode::unknown_device, end.device);
            return {};
        }
        if (!end.protector.empty() && !catalogue_.find(end.protector))
            add_link(number, at + "/protector", ErrorCode::unknown_kind, end.protector);
        const Kind* kind = kinds_[static_cast<std::size_t>(found->second)];
        if (!kind) return {};
        const PortKind* port = find_port(*kind, end.port);
        if (!port) {
            add_link(number, at + "/port", ErrorCode::unknown_port, end.device + "." + end.port);
            return {};
        }
        if (cable && cable->cable && cable->cable->medium != port->medium)
            add_link(number, at + "/port", ErrorCode::wrong_medium, end.device + "." + end.port,
                     site_.links[number].cable);
        const Spot spot{found->second, static_cast<int>(port - kind->ports.data())};
        int& used = link_on(spot);
        if (used >= 0)
            add_link(number, at + "/port", ErrorCode::port_in_use, end.device + "." + end.port,
                     site_.links[static_cast<std::size_t>(used)].id);
        else
            used = static_cast<int>(number);
        return spot;
    }

    void check_links() {
        for (std::size_t i = 0; i < site_.links.size() && !full(); ++i) {
            const Link& link = site_.links[i];
            const Kind* cable = catalogue_.find(link.cable);
            if (!cable || !cable->cable) add_link(i, "cable", ErrorCode::unknown_kind, link.cable);
            ends_a_.push_back(check_end(link.a, i, cable, "a"));
            ends_b_.push_back(check_end(link.b, i, cable, "b"));
            if (!link.existing.empty() && !existing_.contains(link.existing))
                add_link(i, "existing", ErrorCode::no_such_object, link.existing);
            for (const std::string& pathway : link.pathways) {
                if (!pathways_.contains(pathway))
                    add_link(i, "pathways", ErrorCode::unknown_pathway, pathway);
            }
        }
    }

    const Kind& kind_at(Spot spot) const { return *kinds_[static_cast<std::size_t>(spot.device)]; }
    const PortKind& port_at(Spot spot) const {
        return kind_at(spot).ports[static_cast<std::size_t>(spot.port)];
    }
    int& link_on(Spot spot) {
        return link_on_[static_cast<std::size_t>(spot.device)][static_cast<std::size_t>(spot.port)];
    }
    bool is_off(Spot spot) const {
        const Device& device = site_.devices[static_cast<std::size_t>(spot.device)];
        return !device.power_off_ports.empty() && device.power_off_ports.contains(port_at(spot).id);
    }

    // Follows power from a source through ports that pass it on, and marks each link it runs over.
    // A link that a second source reaches joins two.
    void spread(Spot source) {
        Spot out = source;
        for (std::size_t steps = 0; steps <= site_.links.size(); ++steps) {
            if (is_off(out)) return;
            const int link = link_on(out);
            if (link < 0) return;
            const auto number = static_cast<std::size_t>(link);
            const bool from_a =
                ends_a_[number].device == out.device && ends_a_[number].port == out.port;
            const Spot in = from_a ? ends_b_[number] : ends_a_[number];
            Spot& other = fed_from_[number];
            if (other.device >= 0) {
                // Two PoE ports, each waiting for a signature, do not feed each other; an always-on
                // feed into a PoE port is judged: unexpected-power.
                if (port_at(in).role == PortRole::pse && out.device == source.device &&
                    (port_at(in).power == PowerKind::poe || port_at(out).power == PowerKind::poe))
                    return;
                add_link(number, "", ErrorCode::two_sources, site_.links[number].id,
                         name(other) + " and " + name(source));
                return;
            }
            other = source;
            if (is_off(in)) return;
            if (port_at(in).role != PortRole::pass || kind_at(in).category == Category::combiner)
                return;
            out = {in.device, -1};
            const auto& ports = kind_at(in).ports;
            for (std::size_t i = 0; i < ports.size(); ++i) {
                if (ports[i].role == PortRole::pass && static_cast<int>(i) != in.port)
                    out.port = static_cast<int>(i);
            }
            if (out.port < 0) return;
        }
    }
    std::string name(Spot spot) const {
        return site_.devices[static_cast<std::size_t>(spot.device)].id + "." + port_at(spot).id;
    }
    void check_sources() {
        fed_from_.assign(site_.links.size(), {});
        for (std::size_t d = 0; d < kinds_.size() && !full(); ++d) {
            for (std::size_t p = 0; p < kinds_[d]->ports.size(); ++p) {
                const Spot port{static_cast<int>(d), static_cast<int>(p)};
                if (port_at(port).role == PortRole::pse && link_on(port) >= 0) spread(port);
            }
        }
    }

    // Data loops are looked for channel by channel: those of a combiner or a mid-span never meet.
    std::vector<std::string_view> lanes_of(Spot spot) const {
        const Kind& kind = kind_at(spot);
        if (kind.category == Category::injector) return {port_at(spot).lane};
        if (kind.category != Category::combiner) return {""};
        if (!port_at(spot).lane.empty()) return {port_at(spot).lane};
        std::vector<std::string_view> lanes;
        for (const PortKind& other : kind.ports) {
            if (!other.lane.empty()) lanes.push_back(other.lane);
        }
        return lanes;
    }
    void check_loops() {
        Groups groups;
        std::unordered_map<std::string, int> channels;
        const auto channel = [&](Spot spot, std::string_view lane) {
            const auto [found, is_new] =
                channels.emplace(fmt::format("{}/{}", spot.device, lane), 0);
            if (is_new) found->second = groups.add();
            return found->second;
        };
        for (std::size_t i = 0; i < site_.links.size() && !full(); ++i) {
            const Link& link = site_.links[i];
            if (or_nothing(cable_facts(catalogue_, link.cable)).medium == Medium::dc) continue;
            const auto a = lanes_of(ends_a_[i]), b = lanes_of(ends_b_[i]);
            for (std::size_t k = 0; k < std::max(a.size(), b.size()); ++k) {
                const int from = channel(ends_a_[i], a[std::min(k, a.size() - 1)]);
                const int to = channel(ends_b_[i], b[std::min(k, b.size() - 1)]);
                if (groups.join(from, to)) continue;
                add_link(i, "", ErrorCode::loop, link.id);
                break;
            }
        }
    }

    // The unit farthest from `start` in cables, and how far.
    std::pair<int, std::size_t> farthest(int start, std::vector<std::size_t>& away,
                                         std::vector<int>& reached) const {
        reached.assign(1, start);
        away[static_cast<std::size_t>(start)] = 1;  // 0 stands for not reached
        for (std::size_t next = 0; next < reached.size(); ++next) {
            const auto here = static_cast<std::size_t>(reached[next]);
            for (const int link : link_on_[here]) {
                if (link < 0) continue;
                const int other = across(link, reached[next]);
                std::size_t& there = away[static_cast<std::size_t>(other)];
                if (there > 0) continue;
                there = away[here] + 1;
                reached.push_back(other);
            }
        }
        return {reached.back(), away[static_cast<std::size_t>(reached.back())] - 1};
    }
    // Counted from one end of a chain too long, the cables that lead past what is allowed.
    void check_chains() {
        const std::size_t count = site_.devices.size();
        std::vector<std::size_t> away(count), again(count);
        std::vector<int> reached;
        for (std::size_t i = 0; i < count && !full(); ++i) {
            if (away[i] > 0) continue;
            const int end = farthest(static_cast<int>(i), away, reached).first;
            const std::size_t cables = farthest(end, again, reached).second;
            if (cables <= longest_chain) continue;
            for (const int device : reached) {
                const auto here = static_cast<std::size_t>(device);
                if (again[here] - 1 != longest_chain) continue;
                for (const int link : link_on_[here]) {
                    if (link < 0 ||
                        again[static_cast<std::size_t>(across(link, device))] <= again[here])
                        continue;
                    add_link(static_cast<std::size_t>(link), "", ErrorCode::chain_too_long,
                             std::to_string(cables), std::to_string(longest_chain));
                }
            }
        }
    }
    int across(int link, int device) const {
        const auto number = static_cast<std::size_t>(link);
        return ends_a_[number].device == device ? ends_b_[number].device : ends_a_[number].device;
    }

    const Site& site_;
    const Catalogue& catalogue_;
    std::unordered_set<std::string_view> ids_, places_, pathways_, existing_;
    std::unordered_map<std::string_view, int> index_;
    std::vector<const Kind*> kinds_;
    std::vector<std::vector<int>> link_on_;  // by device and port, -1 if free
    std::vector<Spot> ends_a_, ends_b_;      // by link
    std::vector<Spot> fed_from_;             // by link
    const std::size_t most_;
    std::vector<SiteProblem> found_;
};

}  // namespace

std::vector<SiteProblem> site_problems(const Site& site, const Catalogue& catalogue,
                                       std::size_t most) {
    return Finder(site, catalogue, most).find();
}

std::vector<Error> find_problems(const Site& site, const Catalogue& catalogue) {
    constexpr std::size_t most = 100;
    std::vector<Error> errors;
    for (SiteProblem& problem : site_problems(site, catalogue, most))
        errors.push_back(std::move(problem.error));
    return errors;
}

}  // namespace ovant
