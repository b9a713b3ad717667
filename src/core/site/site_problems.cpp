// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/site_problems.h"

#include <fmt/format.h>

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

#include "core/fields/field_check.h"
#include "core/look_up.h"
#include "core/site/site_lists.h"
#include "core/units/ipv4.h"

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
class Finder {
public:
    Finder(const Site& site, const Catalogue& catalogue, std::size_t most)
        : site_(site), catalogue_(catalogue), most_(most) {}

    std::vector<SiteProblem> find() {
        check_lists();
        check_devices();
        check_cables("existing", site_.existing);
        check_cables("stock", site_.stock);
        for (std::size_t i = 0; i < site_.brings.size(); ++i) {
            if (!catalogue_.find(site_.brings[i].part))
                add("brings", i, site_.brings[i].id, "part",
                    {ErrorCode::unknown_kind, "", site_.brings[i].part, ""});
        }
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
    void add_device(DeviceNumber number, std::string field, ErrorCode code, std::string subject,
                    std::string detail = "") {
        add("devices", number.position(), device(number).id, std::move(field),
            {code, "", std::move(subject), std::move(detail)});
    }
    void add_link(LinkNumber number, std::string field, ErrorCode code, std::string subject,
                  std::string detail = "") {
        add("links", number.position(), link(number).id, std::move(field),
            {code, "", std::move(subject), std::move(detail)});
    }

    template <class T>
    void check_list(const char* list, const std::vector<T>& items, std::size_t most) {
        if (items.size() > most) {
            add(list, most, "", "",
                {ErrorCode::too_many, "", std::to_string(items.size()), std::to_string(most)});
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
        for (const auto& [field, name] :
             {std::pair("name", &site_.name), std::pair("design_name", &site_.design_name)}) {
            const auto letters = letters_in(*name);
            if (letters && *letters <= most_name_letters) continue;
            add(field, 0, "", "",
                {ErrorCode::bad_value, "", shown_value(*name),
                 allowed_text(most_name_letters, Need::no)});
        }
        if (std::optional<Error> wrong = wrong_field(site_.settings)) {
            std::string field = wrong->place;
            add("settings", 0, "", std::move(field), std::move(*wrong));
        }
        each_list(site_, [this](const char* list, const auto& items, std::size_t most) {
            check_list(list, items, most);
        });
        check_network();
        for (const Place& place : site_.places) places_.insert(place.id);
        for (const Pathway& pathway : site_.pathways) pathways_.insert(pathway.id);
        for (const ExistingCable& existing : site_.existing) existing_.insert(existing.id);
    }

    void check_network() {
        for (std::size_t i = 0; i < site_.subnets.size(); ++i) {
            for (const std::string& reserved : site_.subnets[i].reserved) {
                if (!ipv4_range_in(reserved))
                    add("subnets", i, site_.subnets[i].id, "reserved",
                        {ErrorCode::bad_value, "", reserved,
                         "an address, or two with a dash between"});
            }
        }
        if (site_.seen.size() > most_seen)
            add("seen", most_seen, "", "",
                {ErrorCode::too_many, "", std::to_string(site_.seen.size()),
                 std::to_string(most_seen)});
        for (std::size_t i = 0; i < site_.seen.size() && !full(); ++i) {
            if (std::optional<Error> wrong = wrong_field(site_.seen[i])) {
                std::string field = wrong->place;
                add("seen", i, site_.seen[i].address, std::move(field), std::move(*wrong));
            }
        }
    }

    void check_device(const Device& device) {
        const DeviceNumber number = kinds_.next();
        const Kind* kind = kinds_.emplace_back(catalogue_.find(device.kind));
        index_[device.id] = number;
        link_on_.emplace_back(kind ? kind->ports.size() : 0);
        if (!kind) add_device(number, "kind", ErrorCode::unknown_kind, device.kind);
        if (!device.enclosure.empty() && !catalogue_.find(device.enclosure))
            add_device(number, "enclosure", ErrorCode::unknown_kind, device.enclosure);
        const Kind* antenna = device.antenna.empty() ? nullptr : catalogue_.find(device.antenna);
        if (!device.antenna.empty() && (!antenna || (kind && !takes_antenna(*kind, *antenna))))
            add_device(number, "antenna", ErrorCode::unknown_kind, device.antenna);
        if (!device.place.empty() && !places_.contains(device.place))
            add_device(number, "place", ErrorCode::unknown_place, device.place);
        for (const auto& [port, module] : device.modules) {
            const Kind* optic = catalogue_.find(module);
            if (!optic || !optic->optic)
                add_device(number, "modules", ErrorCode::unknown_kind, module);
        }
    }

    void check_devices() {
        for (const Device& device : site_.devices) check_device(device);
        for (DeviceNumber number : kinds_.numbers()) {
            const std::string& backup = device(number).backup;
            if (backup.empty()) continue;
            const auto found = index_.find(backup);
            const Kind* kind = found == index_.end() ? nullptr : kinds_[found->second];
            if (!kind || !kind->ups || backup == device(number).id)
                add_device(number, "backup", ErrorCode::unknown_device, backup);
        }
    }

    template <class T>
    void check_cables(const char* list, const std::vector<T>& items) {
        for (std::size_t i = 0; i < items.size(); ++i) {
            if (!cable_facts(catalogue_, items[i].cable))
                add(list, i, items[i].id, "cable",
                    {ErrorCode::unknown_kind, "", items[i].cable, ""});
        }
    }

    PortAt check_end(const LinkEnd& end, LinkNumber number, const Kind* cable, std::string field) {
        const auto found = index_.find(end.device);
        if (found == index_.end()) {
            add_link(number, field + "/device", ErrorCode::unknown_device, end.device);
            return {};
        }
        if (!end.protector.empty() && !catalogue_.find(end.protector))
            add_link(number, field + "/protector", ErrorCode::unknown_kind, end.protector);
        const Kind* kind = kinds_[found->second];
        if (!kind) return {};
        const PortKind* port = find_port(*kind, end.port);
        if (!port) {
            add_link(number, field + "/port", ErrorCode::unknown_port, end.device + "." + end.port);
            return {};
        }
        if (cable && cable->cable && cable->cable->medium != port->medium)
            add_link(number, field + "/port", ErrorCode::wrong_medium, end.device + "." + end.port,
                     link(number).cable);
        const PortAt at{found->second,
                        PortNumber(static_cast<std::size_t>(port - kind->ports.data()))};
        LinkNumber& used = link_on(at);
        if (used)
            add_link(number, field + "/port", ErrorCode::port_in_use, end.device + "." + end.port,
                     link(used).id);
        else
            used = number;
        return at;
    }

    void check_links() {
        for (const Link& link : site_.links) {
            if (full()) return;
            const LinkNumber i = ends_a_.next();
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

    const Kind& kind_at(PortAt at) const { return *kinds_[at.device]; }
    const PortKind& port_at(PortAt at) const { return kind_at(at).ports[at.port]; }
    LinkNumber& link_on(PortAt at) { return link_on_[at.device][at.port]; }
    const Link& link(LinkNumber number) const { return site_.links[number.position()]; }
    const Device& device(DeviceNumber number) const { return site_.devices[number.position()]; }
    bool is_off(PortAt at) const {
        const Device& unit = device(at.device);
        return !unit.power_off_ports.empty() && unit.power_off_ports.contains(port_at(at).id);
    }

    // Follows power from a source through ports that pass it on, and marks each link it runs over.
    // A link that a second source reaches joins two.
    void spread(PortAt source) {
        PortAt out = source;
        for (std::size_t steps = 0; steps <= site_.links.size(); ++steps) {
            if (is_off(out)) return;
            const LinkNumber number = link_on(out);
            if (!number) return;
            const bool from_a = ends_a_[number] == out;
            const PortAt in = from_a ? ends_b_[number] : ends_a_[number];
            PortAt& other = fed_from_[number];
            if (other) {
                // Two PoE ports, each waiting for a signature, do not feed each other; an always-on
                // feed into a PoE port is judged: unexpected-power.
                if (port_at(in).role == PortRole::pse && out.device == source.device &&
                    (port_at(in).power == PowerKind::poe || port_at(out).power == PowerKind::poe))
                    return;
                add_link(number, "", ErrorCode::two_sources, link(number).id,
                         name(other) + " and " + name(source));
                return;
            }
            other = source;
            if (is_off(in)) return;
            if (port_at(in).role != PortRole::pass || kind_at(in).category == Category::combiner)
                return;
            out = {in.device, {}};
            const auto& ports = kind_at(in).ports;
            for (PortNumber port : ports.numbers()) {
                if (ports[port].role == PortRole::pass && port != in.port) out.port = port;
            }
            if (!out) return;
        }
    }
    std::string name(PortAt at) const { return device(at.device).id + "." + port_at(at).id; }
    void check_sources() {
        fed_from_.assign(site_.links.size(), {});
        for (DeviceNumber device : kinds_.numbers()) {
            for (PortNumber port : kinds_[device]->ports.numbers()) {
                if (full()) return;
                const PortAt at{device, port};
                if (port_at(at).role == PortRole::pse && link_on(at)) spread(at);
            }
        }
    }

    // Data loops are looked for channel by channel: those of a combiner or a mid-span never meet.
    std::vector<std::string_view> lanes_of(PortAt at) const {
        const Kind& kind = kind_at(at);
        if (kind.category == Category::injector) return {port_at(at).lane};
        if (kind.category != Category::combiner) return {""};
        if (!port_at(at).lane.empty()) return {port_at(at).lane};
        std::vector<std::string_view> lanes;
        for (const PortKind& other : kind.ports) {
            if (!other.lane.empty()) lanes.push_back(other.lane);
        }
        return lanes;
    }
    void check_loops() {
        Groups groups;
        std::unordered_map<std::string, int> channels;
        const auto channel = [&](PortAt at, std::string_view lane) {
            const auto [found, is_new] =
                channels.emplace(fmt::format("{}/{}", at.device.position(), lane), 0);
            if (is_new) found->second = groups.add();
            return found->second;
        };
        for (LinkNumber i : ends_a_.numbers()) {
            if (full()) return;
            const Link& link = this->link(i);
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
    std::pair<DeviceNumber, std::size_t> farthest(DeviceNumber start,
                                                  By<DeviceNumber, std::size_t>& away,
                                                  std::vector<DeviceNumber>& reached) const {
        reached.assign(1, start);
        away[start] = 1;  // 0 stands for not reached
        for (std::size_t next = 0; next < reached.size(); ++next) {
            const DeviceNumber here = reached[next];
            for (LinkNumber link : link_on_[here]) {
                if (!link) continue;
                const DeviceNumber other = across(link, here);
                if (away[other] > 0) continue;
                away[other] = away[here] + 1;
                reached.push_back(other);
            }
        }
        return {reached.back(), away[reached.back()] - 1};
    }
    // Counted from one end of a chain too long, the cables that lead past what is allowed.
    void check_chains() {
        By<DeviceNumber, std::size_t> away(kinds_.size()), again(kinds_.size());
        std::vector<DeviceNumber> reached;
        for (DeviceNumber start : kinds_.numbers()) {
            if (full()) return;
            if (away[start] > 0) continue;
            const DeviceNumber end = farthest(start, away, reached).first;
            const std::size_t cables = farthest(end, again, reached).second;
            if (cables <= longest_chain) continue;
            for (DeviceNumber here : reached) {
                if (again[here] - 1 != longest_chain) continue;
                for (LinkNumber link : link_on_[here]) {
                    if (!link || again[across(link, here)] <= again[here]) continue;
                    add_link(link, "", ErrorCode::chain_too_long, std::to_string(cables),
                             std::to_string(longest_chain));
                }
            }
        }
    }
    DeviceNumber across(LinkNumber link, DeviceNumber device) const {
        return ends_a_[link].device == device ? ends_b_[link].device : ends_a_[link].device;
    }

    const Site& site_;
    const Catalogue& catalogue_;
    std::unordered_set<std::string_view> ids_, places_, pathways_, existing_;
    std::unordered_map<std::string_view, DeviceNumber> index_;
    By<DeviceNumber, const Kind*> kinds_;
    By<DeviceNumber, By<PortNumber, LinkNumber>> link_on_;  // none where the port is free
    By<LinkNumber, PortAt> ends_a_, ends_b_;
    By<LinkNumber, PortAt> fed_from_;
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
