// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/candidates.h"

#include <fmt/format.h>

#include <algorithm>
#include <atomic>
#include <cmath>
#include <limits>
#include <memory>
#include <numeric>
#include <set>

#include "core/assess/unit_checks.h"
#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/design/in_parallel.h"
#include "core/look_up.h"

namespace ovant {
namespace {

constexpr double beyond_price = std::numeric_limits<double>::infinity();
constexpr double hub_reach_m = 20000;
constexpr double most_saved = 1e5;        // by serving a camera that nothing else does
constexpr std::size_t most_parts = 400;   // besides switches at the head end
constexpr std::size_t most_ways = 60000;  // in all: about 10 kB each, and so many in the programme
constexpr int ordinary_class = 4;
constexpr std::size_t a_crowd = 3;  // of cameras, where a place is suggested: a choice of ours
constexpr double crowd_m = 60;
constexpr int most_levels = 3;  // of parts that rest on parts

// A site with the drawing, records and other designs left out: what builders look at.
Site bare(const Site& of) {
    Site out;
    out.name = of.name;
    out.settings = of.settings;
    out.places = of.places;
    out.pathways = of.pathways;
    out.existing = of.existing;
    out.obstacles = of.obstacles;
    out.devices = of.devices;
    out.links = of.links;
    out.brings = of.brings;
    out.kinds = of.kinds;
    return out;
}

bool feeds_others(const Kind& kind) {
    return kind.category == Category::network_switch || kind.category == Category::line_unit ||
           (kind.radio && kind.radio->most_far_ends > 1);
}

// Ports of a unit that a camera's way, or a part, can begin at.
bool can_serve(const Kind& kind, const PortKind& port) {
    if (kind.radio) return port.medium == Medium::radio;
    return port.role == PortRole::pse ||
           (kind.category == Category::network_switch && !port.uplink);
}

// Free ports of these units, by what they are.
std::map<PortsOfKind, int> free_ports_of(const Network& net,
                                         const std::vector<DeviceNumber>& units) {
    std::map<PortsOfKind, int> out;
    for (DeviceNumber unit : units) {
        const Kind& kind = net.kind(unit);
        const std::string at = ports_at(net, unit);
        for (PortNumber number : kind.ports.numbers()) {
            const PortKind& port = kind.ports[number];
            if (net.link_on[unit][number] || net.power_off({unit, number})) continue;
            ++out[{at, family_of(port, net.long_setting_on({unit, number})), port.poe_class}];
        }
    }
    return out;
}

class Finding {
public:
    Finding(const Site& site, const Catalogue& catalogue, const CandidateWishes& wishes,
            const DesignGoOn& go_on)
        : catalogue_(catalogue),
          wishes_(wishes),
          go_on_(go_on),
          was_(lay_out(site, catalogue)),
          known_lengths_(was_) {
        const std::vector<DeviceNumber> cameras =
            cameras_to_design(was_, assess(was_), wishes.keep);
        out_.cleared = cleared_for_design(was_, cameras);
        std::set<std::string> ids;
        for (DeviceNumber camera : cameras) {
            out_.cameras.push_back(was_.device(camera));
            ids.insert(out_.cameras.back().id);
        }
        std::erase_if(out_.cleared.devices,
                      [&](const Device& device) { return ids.contains(device.id); });
        best_alone_.assign(out_.cameras.size(), beyond_price);
        out_.nearest_miss.resize(out_.cameras.size());
    }

    Candidates done() {
        suggest_places();
        take_stock();
        switches_at_the_head_end();
        most_parts_ = out_.parts.size() + most_parts;
        site_on_[-1] = std::make_unique<Standing>(bare(out_.cleared), catalogue_);
        alone();
        as_they_are();
        under_the_long_setting();
        cables_for_two();
        // Parts are added while this runs: a hub brings outbuildings, they bring switches.
        for (std::size_t i = 0; i < out_.parts.size() && out_.parts.size() < most_parts_; ++i) {
            if (!goes_on(0.5 + 0.5 * double(i) / double(out_.parts.size()))) break;
            if (!out_.parts[i].at_head_end) on_part(static_cast<int>(i));
        }
        out_.all_tried = !ended_ && out_.ways.size() < most_ways;
        return std::move(out_);
    }

private:
    // False: no time or room for more. Asked from several threads.
    bool goes_on(double share) const {
        share_ = share;
        return goes_on();
    }
    bool goes_on() const {
        if (go_on_ && !go_on_(share_)) ended_ = true;
        return !ended_ && out_.ways.size() < most_ways;
    }

    // Where cameras crowd past the reach of one cable, with no mains of its own but some near: a
    // place for a cabinet. Whether mains can be had there has to be asked.
    void suggest_places() {
        const auto has_mains = [](const Place& place) {
            return place.mains == Mains::steady || place.mains == Mains::generator;
        };
        const auto near = [&](Point at, double within_m, bool head_end_too) {
            return std::any_of(out_.cleared.places.begin(), out_.cleared.places.end(),
                               [&](const Place& place) {
                                   return has_mains(place) && (head_end_too || !place.head_end) &&
                                          distance_m(place.at, at) <= within_m;
                               });
        };
        const Place* head_end = head_end_of(out_.cleared);
        if (!head_end) return;
        const Point from = head_end->at;
        const Kind* plain = solid_copper(catalogue_, Surroundings::outdoor, 24);
        if (!plain) return;
        const double reach_m =
            one_length_m(out_.cleared.settings, *plain, Surroundings::outdoor, nullptr);
        std::vector<Point> lonely;
        for (const Device& camera : out_.cameras) {
            if (distance_m(camera.at, from) > reach_m &&
                !near(camera.at, usual::mains_by_cable_m, false))
                lonely.push_back(camera.at);
        }
        while (!lonely.empty()) {
            std::vector<Point> crowd, rest;
            for (Point at : lonely)
                (distance_m(at, lonely.front()) <= crowd_m ? crowd : rest).push_back(at);
            lonely = std::move(rest);
            Point middle;
            for (Point at : crowd) {
                middle.x_m += at.x_m / double(crowd.size());
                middle.y_m += at.y_m / double(crowd.size());
            }
            if (crowd.size() < a_crowd || !near(middle, usual::mains_near_m, true)) continue;
            Place place;
            place.id = next_id(out_.cleared, "P");
            place.name = fmt::format("Suggested {}", out_.suggested.size() + 1);
            place.kind = PlaceKind::cabinet;
            place.at = to_centimetre(middle);
            place.width_m = place.depth_m = 1;
            place.surroundings = Surroundings::outdoor;
            place.mains = Mains::steady;
            place.earth = true;
            out_.suggested.insert(place.id);
            out_.cleared.places.push_back(std::move(place));
        }
    }

    // A site that candidates are built on, laid out once.
    struct Standing {
        Standing(Site of, const Catalogue& catalogue)
            : site(std::move(of)), net(lay_out(site, catalogue)) {
            for (DeviceNumber unit : net.kinds.numbers()) ids.insert(net.device(unit).id);
        }
        Site site;
        Network net;
        std::set<std::string> ids;
    };

    void take_stock() {
        const Network net = lay_out(out_.cleared, catalogue_);
        for (const NetLink& link : net.links) {
            if (!link.link->pathways.empty())
                add_open(out_.open, out_.cleared, *link.link, net.device(link.a.device).at,
                         net.device(link.b.device).at);
        }
        std::vector<DeviceNumber> units;
        for (DeviceNumber unit : net.kinds.numbers()) units.push_back(unit);
        out_.free_ports = free_ports_of(net, units);
        for (DeviceNumber unit : units) {
            const Kind& kind = net.kind(unit);
            if (ports_at(net, unit) == head_end_ports) {
                out_.head_end_units.insert(net.device(unit).id);
                if (kind.supply) {
                    const UnitAssessment now = assess_unit(net, unit);
                    out_.head_end_w += std::max(0.0, usable_w(now.budget_w) - now.counted_w());
                }
            }
            if (!kind.supply || !kind.supply->long_setting || !net.at_head_end(unit)) continue;
            std::set<int> free, used;
            for (PortNumber number : kind.ports.numbers()) {
                const int group = kind.ports[number].group;
                if (group == 0) continue;
                free.insert(group);
                if (net.link_on[unit][number] || net.device(unit).long_groups.contains(group))
                    used.insert(group);
            }
            for (int group : free) {
                if (!used.contains(group))
                    out_.free_groups.push_back(
                        {net.device(unit).id, group, -1, ports_of_group(kind, group)});
            }
        }
    }

    static std::map<PortsOfKind, int> ports_of_group(const Kind& kind, int group) {
        std::map<PortsOfKind, int> out;
        for (const PortKind& port : kind.ports) {
            if (port.group == group)
                ++out[{head_end_ports, family_of(port, false), port.poe_class}];
        }
        return out;
    }
    double usable_w(double budget_w) const {
        return budget_w *
               (1 - (wishes_.up_to_the_limit ? 0 : out_.cleared.settings.keep_back.power_share));
    }

    // Kinds of switch that could be put at the head end: for each number of ports of a class the
    // one that costs least, unless a larger one costs no more.
    std::vector<const Kind*> head_end_switches() const {
        std::vector<const Kind*> out;
        for (const Kind* kind : by_price(catalogue_, Category::network_switch)) {
            if (!is_source(*kind) || kind->solar || uplink_of(*kind).empty()) continue;
            const auto better = [&](const Kind* other) {
                const auto count = [](const Kind& of, const PortKind& like) {
                    return std::count_if(
                        of.ports.begin(), of.ports.end(), [&](const PortKind& port) {
                            return family_of(port, false) == family_of(like, false) &&
                                   port.role == like.role && port.poe_class >= like.poe_class;
                        });
                };
                return budget_w(*other) >= budget_w(*kind) &&
                       or_nothing(other->supply).long_setting >=
                           or_nothing(kind->supply).long_setting &&
                       std::all_of(
                           kind->ports.begin(), kind->ports.end(), [&](const PortKind& port) {
                               return port.uplink || count(*other, port) >= count(*kind, port);
                           });
            };
            if (std::none_of(out.begin(), out.end(), better)) out.push_back(kind);
        }
        return out;
    }
    static std::string uplink_of(const Kind& kind) {
        for (const PortKind& port : kind.ports) {
            if (port.uplink && port.medium == Medium::twisted_pair) return port.id;
        }
        return "";
    }

    void switches_at_the_head_end() {
        if (!head_end_of(out_.cleared) || out_.cameras.empty()) return;
        const std::vector<const Kind*> kinds = head_end_switches();
        Site with_camera = bare(out_.cleared);
        with_camera.devices.push_back(out_.cameras.front());
        const ChooseContext context(with_camera, catalogue_, out_.cameras.front().id, {}, true);
        const auto data = context.data_port();
        if (!data) return;
        const Network before = lay_out(context.cleared, catalogue_);
        const Device& beside = context.device(data->device);
        for (const Kind* kind : kinds) {
            const auto ports = static_cast<std::size_t>(
                std::count_if(kind->ports.begin(), kind->ports.end(),
                              [](const PortKind& port) { return port.role == PortRole::pse; }));
            const std::size_t copies = std::min<std::size_t>(
                12, (out_.cameras.size() + ports - 1) / std::max<std::size_t>(1, ports));
            for (std::size_t copy = 0; copy < copies; ++copy) {
                Draft draft(context);
                const std::string unit =
                    draft.add(*kind, {beside.at.x_m, beside.at.y_m + 1}, beside.place);
                draft.patch({data->device, data->port}, {unit, uplink_of(*kind)}, 1);
                add_head_end_switch(draft.site, before, unit, copy);
            }
        }
    }
    void add_head_end_switch(const Site& built, const Network& before, const std::string& unit,
                             std::size_t copy) {
        SiteChange change;
        change.devices.push_back(built.devices.back());
        change.links.push_back(built.links.back());
        const Network after = lay_out(built, catalogue_);
        DesignPart part;
        part.at_head_end = true;
        std::optional<Piece> piece = measure({before, after, true}, change, "");
        if (!piece) return;
        part.piece = std::move(*piece);
        part.unit = unit;
        part.at = built.devices.back().at;
        for (DeviceNumber number : after.kinds.numbers()) {
            if (after.device(number).id != unit) continue;
            part.free_ports = free_ports_of(after, {number});
            part.budget_w = usable_w(budget_w(after.kind(number)));
        }
        if (copy > 0) part.rests_on = static_cast<int>(out_.parts.size()) - 1;
        take_ids(part.piece, part.unit);
        const Kind& kind = or_nothing(catalogue_.find(part.piece.change.devices.front().kind));
        std::set<int> groups;
        for (const PortKind& port : kind.ports) groups.insert(port.group);
        for (int group : groups) {
            if (or_nothing(kind.supply).long_setting && group > 0)
                out_.free_groups.push_back({part.unit, group, static_cast<int>(out_.parts.size()),
                                            ports_of_group(kind, group)});
        }
        out_.parts.push_back(std::move(part));
    }

    // The cleared site, and for each sort of port that the head end has none of a switch that has
    // it, so that every way can be built: whether it is bought is decided later.
    Site start_site() const {
        Site site = bare(out_.cleared);
        std::set<std::pair<std::string, int>> there;
        const auto note = [&](const std::map<PortsOfKind, int>& ports) {
            for (const auto& [kind, count] : ports) {
                if (kind.at == head_end_ports) there.insert({kind.family, kind.level});
            }
        };
        note(out_.free_ports);
        bool long_there = !out_.free_groups.empty();
        for (const DesignPart& part : out_.parts) {
            if (!part.at_head_end || part.rests_on >= 0) continue;
            const Kind& kind = or_nothing(catalogue_.find(part.piece.change.devices.front().kind));
            const bool brings_long = or_nothing(kind.supply).long_setting && !long_there;
            const bool brings =
                std::any_of(part.free_ports.begin(), part.free_ports.end(), [&](const auto& ports) {
                    return std::none_of(there.begin(), there.end(), [&](const auto& known) {
                        return known.first == ports.first.family &&
                               known.second >= ports.first.level;
                    });
                });
            if (!brings && !brings_long) continue;
            site = with_change(std::move(site), part.piece.change);
            note(part.free_ports);
            long_there = long_there || or_nothing(kind.supply).long_setting;
            // Each is patched to the same port of the head end; one is enough to build on.
            if (site.links.size() > out_.cleared.links.size() + 1) {
                const auto same =
                    std::find_if(site.links.begin() + static_cast<long>(out_.cleared.links.size()),
                                 site.links.end() - 1, [&](const Link& link) {
                                     return link.a.device == site.links.back().a.device &&
                                            link.a.port == site.links.back().a.port;
                                 });
                if (same != site.links.end() - 1) site.links.pop_back();
            }
        }
        return site;
    }

    const Standing& standing(int part) {
        auto& known = site_on_[part];
        if (!known) {
            Site site = standing(out_.parts[static_cast<std::size_t>(part)].rests_on).site;
            known = std::make_unique<Standing>(
                with_change(std::move(site),
                            out_.parts[static_cast<std::size_t>(part)].piece.change),
                catalogue_);
        }
        return *known;
    }

    // Ids that nothing of the site or of another part has.
    void take_ids(Piece& piece, std::string& unit) {
        ++ids_given_;
        const auto other = [&](std::string& id) {
            const auto digits = id.find_first_of("0123456789");
            id = fmt::format("{}{}", id.substr(0, digits),
                             100000 + ids_given_ * 100 + std::stoi(id.substr(digits)) % 100);
        };
        std::map<std::string, std::string> renamed;
        for (Device& device : piece.change.devices) {
            if (find_device(out_.cleared, device.id) || is_camera_of_design(device.id)) continue;
            const bool of_part =
                std::any_of(out_.parts.begin(), out_.parts.end(), [&](const DesignPart& part) {
                    return std::any_of(part.piece.change.devices.begin(),
                                       part.piece.change.devices.end(),
                                       [&](const Device& one) { return one.id == device.id; });
                });
            if (of_part) continue;
            const std::string was = device.id;
            other(device.id);
            renamed[was] = device.id;
        }
        for (Link& link : piece.change.links) {
            if (find_link(out_.cleared, link.id)) continue;
            other(link.id);
            for (LinkEnd* end : {&link.a, &link.b}) {
                const auto found = renamed.find(end->device);
                if (found != renamed.end()) end->device = found->second;
            }
        }
        const auto found = renamed.find(unit);
        if (found != renamed.end()) unit = found->second;
    }

    // Every way for every camera from what is there, and from each place with mains by itself.
    void alone() {
        const Standing& start = standing(-1);
        const Standing with_more(start_site(), catalogue_);
        const bool more = with_more.site.devices.size() > start.site.devices.size();
        // With ordinary ports there, only what wants another sort of them.
        const std::vector<WayId> special = {WayId::long_setting, WayId::long_range_port,
                                            WayId::poe_fed_switch, WayId::direct_copper,
                                            WayId::fibre};
        std::vector<std::vector<Found>> found(out_.cameras.size());
        std::vector<WayId> every;
        for (int way = 1; way <= way_count; ++way) every.push_back(static_cast<WayId>(way));
        const bool ordinary = !is_missing({head_end_ports, "copper", ordinary_class});
        const std::vector<WayId>& ways_for_more = ordinary ? special : every;
        // What is built fast comes first: where the time is short, all have that.
        const auto each_camera = [&](double from_share, double to_share, const auto& work) {
            in_parallel(out_.cameras.size(), [&](std::size_t i) {
                const double share = double(i) / double(out_.cameras.size());
                if (goes_on(from_share + (to_share - from_share) * share)) work(i);
            });
        };
        std::vector<WayId> quick, slow;
        for (WayId way : every)
            (way <= WayId::poe_fed_switch && way != WayId::trunk ? quick : slow).push_back(way);
        each_camera(0, 0.1,
                    [&](std::size_t i) { found[i] = built_on(start, i, quick, start.site); });
        each_camera(0.1, 0.25, [&](std::size_t i) {
            std::vector<Found> others = built_on(start, i, slow, start.site);
            std::move(others.begin(), others.end(), std::back_inserter(found[i]));
            std::stable_sort(found[i].begin(), found[i].end(), [](const Found& a, const Found& b) {
                return *a.proposal.way < *b.proposal.way;
            });
        });
        each_camera(0.25, 0.5, [&](std::size_t i) {
            if (more) {
                // From ports of a sort that only another switch at the head end would have.
                std::vector<Found> on_more = built_on(with_more, i, ways_for_more, with_more.site);
                std::erase_if(on_more, [&](const Found& one) {
                    return !one.usable ||
                           std::none_of(
                               one.piece->ports.begin(), one.piece->ports.end(),
                               [&](const PortTaken& port) { return is_missing(port.ports); });
                });
                for (Found& one : on_more) one.splits = false;
                std::move(on_more.begin(), on_more.end(), std::back_inserter(found[i]));
            }
            for (const Place& place : start.site.places) {
                if (!other_places_near(start.site, place, out_.cameras[i])) continue;
                Site only_here = start.site;
                for (Place& other : only_here.places) {
                    if (other.id != place.id && !other.head_end) other.mains = Mains::none;
                }
                std::vector<Found> from_here =
                    built_on(start, i,
                             {WayId::cabinet_switch, WayId::radio_bridge, WayId::radio_hub,
                              WayId::trunk, WayId::fibre},
                             only_here);
                std::move(from_here.begin(), from_here.end(), std::back_inserter(found[i]));
            }
        });
        for (std::size_t i = 0; i < found.size(); ++i) {
            for (const Found& one : found[i]) take(one, i, -1);
        }
        for (std::size_t i = 0; i < found.size(); ++i) {
            for (const Found& one : found[i]) {
                if (one.usable && one.splits && goes_on()) split(one, i, -1, 1);
            }
        }
    }

    // Whether the head end has no free port of the sort.
    bool is_missing(const PortsOfKind& ports) const {
        if (ports.at != head_end_ports) return false;
        if (ports.family == long_ports)
            return std::none_of(out_.free_groups.begin(), out_.free_groups.end(),
                                [](const FreeGroup& group) { return group.part < 0; });
        return std::none_of(out_.free_ports.begin(), out_.free_ports.end(), [&](const auto& free) {
            return free.first.at == ports.at && free.first.family == ports.family &&
                   free.first.level >= ports.level;
        });
    }

    bool is_camera_of_design(const std::string& id) const {
        return std::any_of(out_.cameras.begin(), out_.cameras.end(),
                           [&](const Device& camera) { return camera.id == id; });
    }

    // Runs that work and share no unit with another that was cleared, as they are: what nobody
    // would build anew may well stand there.
    void as_they_are() {
        std::set<std::string> there;
        for (const Device& device : out_.cleared.devices) there.insert(device.id);
        std::map<std::string, int> users;
        std::vector<SiteChange> changes;
        for (const Device& camera : out_.cameras)
            changes.push_back(hanging_on(camera.id, there, users));
        const Standing& start = standing(-1);
        for (std::size_t i = 0; i < changes.size(); ++i) {
            SiteChange& change = changes[i];
            const bool by_itself =
                std::all_of(change.devices.begin(), change.devices.end(),
                            [&](const Device& device) { return users[device.id] == 1; });
            if (change.links.empty() || !by_itself) continue;
            for (const Link& link : change.links) {
                for (const LinkEnd* end : {&link.a, &link.b}) set_as_before(*end, there, change);
            }
            Site after = start.site;
            after.devices.push_back(out_.cameras[i]);
            after = with_change(std::move(after), change);
            const Network net = lay_out(after, catalogue_);
            const RunAssessment run = assess_run(net, find_camera(net, out_.cameras[i].id));
            if (run.verdict != Verdict::holds && run.verdict != Verdict::tight) continue;
            std::optional<Piece> piece =
                measure({start.net, net, wishes_.up_to_the_limit}, change, out_.cameras[i].id);
            if (!piece) continue;
            DesignWay way;
            way.piece = std::move(*piece);
            way.camera = i;
            way.as_it_is = true;
            way.verdict = run.verdict;
            out_.ways.push_back(std::move(way));
        }
    }

    // The units and cables between a camera and what stays.
    SiteChange hanging_on(const std::string& camera, const std::set<std::string>& there,
                          std::map<std::string, int>& users) const {
        SiteChange out;
        std::set<DeviceNumber> seen;
        std::set<LinkNumber> links;
        std::vector<DeviceNumber> waiting;
        for (DeviceNumber unit : was_.kinds.numbers()) {
            if (was_.device(unit).id == camera) waiting.push_back(unit);
        }
        while (!waiting.empty()) {
            const DeviceNumber unit = waiting.back();
            waiting.pop_back();
            const Device& device = was_.device(unit);
            const bool other = device.id != camera && is_camera_of_design(device.id);
            if (!seen.insert(unit).second || there.contains(device.id) || other) continue;
            if (device.id != camera) {
                out.devices.push_back(device);
                ++users[device.id];
            }
            for (LinkNumber link : was_.link_on[unit]) {
                if (!link || !links.insert(link).second) continue;
                out.links.push_back(*was_.links[link].link);
                waiting.push_back(was_.links[link].a.device);
                waiting.push_back(was_.links[link].b.device);
            }
        }
        return out;
    }
    // Settings of a unit that stays, as far as the run had them.
    void set_as_before(const LinkEnd& end, const std::set<std::string>& there,
                       SiteChange& change) const {
        const Device* before = find_device(*was_.site, end.device);
        if (!before || !there.contains(end.device)) return;
        auto known = std::find_if(change.devices.begin(), change.devices.end(),
                                  [&](const Device& device) { return device.id == end.device; });
        if (known == change.devices.end())
            known = change.devices.insert(change.devices.end(),
                                          or_nothing(find_device(out_.cleared, end.device)));
        const auto module = before->modules.find(end.port);
        if (module != before->modules.end()) known->modules.insert(*module);
        const Kind& kind = or_nothing(catalogue_.find(before->kind));
        const int group = or_nothing(find_port(kind, end.port)).group;
        if (before->long_groups.contains(group)) known->long_groups.insert(group);
    }

    // Ways that start at a port of the head end, on one that is set long as well: where a group has
    // to be set for one cable, the others of the group need not move.
    void under_the_long_setting() {
        const bool wanted =
            std::any_of(out_.ways.begin(), out_.ways.end(),
                        [](const DesignWay& way) { return way.way == WayId::long_setting; });
        const Standing& start = standing(-1);
        for (const FreeGroup& group : out_.free_groups) {
            if (!wanted || group.part >= 0) continue;
            const Device& unit = or_nothing(find_device(start.site, group.unit));
            const Kind& kind = or_nothing(catalogue_.find(unit.kind));
            const std::size_t count = out_.ways.size();
            std::vector<std::optional<DesignWay>> made(count);
            in_parallel(count, [&](std::size_t i) {
                if (!goes_on()) return;
                made[i] = on_long_port(start, out_.ways[i], unit, kind, group.group);
            });
            for (std::optional<DesignWay>& one : made) {
                if (one) out_.ways.push_back(std::move(*one));
            }
            return;  // other groups are like it
        }
    }
    std::optional<DesignWay> on_long_port(const Standing& start, const DesignWay& way,
                                          const Device& unit, const Kind& kind, int group) const {
        if (way.rests_on >= 0 || way.as_it_is || way.piece.ports.size() != 1 ||
            way.piece.ports.front().ports.family != "copper" ||
            way.piece.ports.front().ports.level == 0)
            return std::nullopt;
        const PortTaken& port = way.piece.ports.front();
        const PortKind* on = nullptr;
        for (const PortKind& one : kind.ports) {
            if (one.group == group && one.poe_class >= port.ports.level && !on) on = &one;
        }
        if (!on || !find_device(start.site, port.device)) return std::nullopt;
        SiteChange change = way.piece.change;
        std::erase_if(change.devices, [&](const Device& one) { return one.id == unit.id; });
        Device set_long = unit;
        set_long.long_groups.insert(group);
        change.devices.push_back(std::move(set_long));
        for (Link& link : change.links) {
            for (LinkEnd* end : {&link.a, &link.b}) {
                if (end->device != port.device || end->port != port.port) continue;
                end->device = unit.id;
                end->port = on->id;
            }
        }
        const Device& camera = out_.cameras[way.camera];
        Site after = start.site;
        after.devices.push_back(camera);
        after = with_change(std::move(after), change);
        const Network net = lay_out(after, catalogue_);
        const RunAssessment run = assess_run(net, find_camera(net, camera.id));
        if (run.verdict != Verdict::holds && run.verdict != Verdict::tight) return std::nullopt;
        std::optional<Piece> piece =
            measure({start.net, net, wishes_.up_to_the_limit}, change, camera.id);
        if (!piece) return std::nullopt;
        DesignWay out = way;
        out.piece = std::move(*piece);
        out.verdict = run.verdict;
        return out;
    }

    // A camera's own cable of one length, which a neighbour could share.
    void cables_for_two() {
        const std::size_t count = out_.ways.size();
        for (std::size_t w = 0; w < count; ++w) {
            const DesignWay way = out_.ways[w];
            if (way.way != WayId::direct_copper || way.rests_on >= 0 || way.as_it_is ||
                way.piece.change.links.size() != 1 || way.piece.ports.size() != 1 ||
                way.piece.ports.front().ports.family == long_ports ||
                out_.parts.size() >= most_parts_ || !goes_on())
                continue;
            const Device& camera = out_.cameras[way.camera];
            bool wanted = false;
            for (std::size_t i = 0; i < out_.cameras.size() && !wanted; ++i)
                wanted = i != way.camera && could_share(camera, i);
            if (!wanted) continue;
            DesignPart part;
            part.unit = camera.id;
            part.at = camera.at;
            part.way = way.way;
            part.for_two = true;
            part.piece = way.piece;
            std::erase_if(part.piece.change.devices,
                          [&](const Device& device) { return device.id == camera.id; });
            part.piece.change.devices.push_back(camera);
            take_ids(part.piece, part.unit);
            DesignWay own = way;
            own.rests_on = static_cast<int>(out_.parts.size());
            own.piece = {};
            out_.parts.push_back(std::move(part));
            out_.ways.push_back(std::move(own));
        }
    }
    bool could_share(const Device& cable_of, std::size_t camera) const {
        const double away_m = distance_m(cable_of.at, out_.cameras[camera].at);
        double combiners = beyond_price;
        for (const Kind* kind : catalogue_.of(Category::combiner))
            combiners = std::min(combiners, 2 * kind->price);
        return away_m <= usual::neighbour_m && cable_of.id != out_.cameras[camera].id &&
               combiners + away_m * least_per_m() < best_alone_[camera];
    }

    struct Found {
        Proposal proposal;
        std::optional<Piece> piece;
        bool usable = false;
        bool splits = true;  // stands on what is there
    };

    bool other_places_near(const Site& site, const Place& place, const Device& camera) const {
        const auto counts = [&](const Place& one) {
            return !one.head_end && (one.mains == Mains::steady || one.mains == Mains::generator) &&
                   distance_m(one.at, camera.at) <= usual::mains_near_m;
        };
        return counts(place) && std::count_if(site.places.begin(), site.places.end(), counts) > 1;
    }

    std::vector<Found> built_on(const Standing& standing, std::size_t camera,
                                const std::vector<WayId>& ways, const Site& on) const {
        Site site = on;
        site.devices.push_back(out_.cameras[camera]);
        std::vector<Found> out;
        const std::string& id = out_.cameras[camera].id;
        for (Proposal& proposal : build_ways(
                 site, catalogue_, id, ways, [&] { return goes_on(); }, &known_lengths_)) {
            Found found;
            if (proposal.built && !proposal.change.empty()) {
                // With all its places as they are.
                Site after = standing.site;
                after.devices.push_back(out_.cameras[camera]);
                after = with_change(std::move(after), proposal.change);
                const Network net = lay_out(after, catalogue_);
                found.piece = measure({standing.net, net, wishes_.up_to_the_limit}, proposal.change,
                                      out_.cameras[camera].id);
                // Runs that are kept stay as they are.
                const bool changes_kept =
                    found.piece &&
                    std::any_of(found.piece->touched.begin(), found.piece->touched.end(),
                                [&](const std::string& link) {
                                    return find_link(out_.cleared, link) != nullptr;
                                });
                found.usable =
                    found.piece && !changes_kept &&
                    (proposal.verdict == Verdict::holds || proposal.verdict == Verdict::tight);
            }
            found.proposal = std::move(proposal);
            out.push_back(std::move(found));
        }
        return out;
    }

    void take(const Found& found, std::size_t camera, int rests_on) {
        Proposal& miss = out_.nearest_miss[camera];
        if (!found.usable) {
            const bool nearer = !miss.way || (found.proposal.built && !miss.built);
            if (nearer) miss = found.proposal;
            return;
        }
        DesignWay way;
        way.camera = camera;
        way.rests_on = rests_on;
        way.way = *found.proposal.way;
        way.verdict = found.proposal.verdict;
        way.past_stated = found.proposal.past_stated;
        way.piece = *found.piece;
        double price = way.piece.own.price;
        for (const SharedCost& shared : way.piece.shared) price += shared.figures.price;
        for (const OpenedStretch& stretch : way.piece.opened)
            price += stretch.per_m.price * (stretch.to_m - stretch.from_m);
        // What costs more on a shared part than all of another way never pays.
        if (wishes_.by_price && rests_on >= 0 && way.piece.own.price >= best_alone_[camera]) return;
        if (rests_on < 0 && way.verdict == Verdict::holds)
            best_alone_[camera] = std::min(best_alone_[camera], price);
        out_.ways.push_back(std::move(way));
    }

    // The parts of what was built for one camera that others could hang on too.
    void split(const Found& found, std::size_t camera, int rests_on, int level) {
        if (level > most_levels) return;
        const Standing& before = standing(rests_on);
        Site after = before.site;
        after.devices.push_back(out_.cameras[camera]);
        after = with_change(std::move(after), found.proposal.change);
        const Network net = lay_out(after, catalogue_);
        const CameraNumber number = find_camera(net, out_.cameras[camera].id);
        if (!number) return;
        const Run& run = net.runs[number];
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            const DeviceNumber unit = run.outs[i].device;
            const Device& device = net.device(unit);
            if (before.ids.contains(device.id) || !feeds_others(net.kind(unit))) continue;
            const Kind& kind = net.kind(unit);
            bool room = false;
            for (PortNumber port : kind.ports.numbers())
                room = room || (can_serve(kind, kind.ports[port]) && !net.link_on[unit][port]);
            if (!room) continue;
            // Parts further out are found when cameras are built on this one.
            add_part(upstream_of(found.proposal.change, net.links[run.links[i]].link->id,
                                 out_.cameras[camera].id, before.ids),
                     rests_on, device, *found.proposal.way);
            return;
        }
    }

    // Of a change all but what hangs together with the camera once this link of it is cut.
    static SiteChange upstream_of(const SiteChange& change, const std::string& cut,
                                  const std::string& camera, const std::set<std::string>& there) {
        std::set<std::string> below{camera};
        for (bool grows = true; grows;) {
            grows = false;
            for (const Link& link : change.links) {
                const bool a = below.contains(link.a.device), b = below.contains(link.b.device);
                const std::string& other = a ? link.b.device : link.a.device;
                if (link.id == cut || a == b || there.contains(other)) continue;
                below.insert(other);
                grows = true;
            }
        }
        SiteChange out;
        for (const Device& one : change.devices) {
            if (!below.contains(one.id)) out.devices.push_back(one);
        }
        for (const Link& link : change.links) {
            if (link.id != cut && !below.contains(link.a.device) && !below.contains(link.b.device))
                out.links.push_back(link);
        }
        return out;
    }

    // The same for parts that are alike, whatever their ids and whichever like port they start
    // from.
    static std::string signature(const Piece& piece, const Site& before, int rests_on) {
        std::map<std::string, std::string> ports;
        for (const PortTaken& taken : piece.ports)
            ports[taken.device + "." + taken.port] =
                taken.ports.at + "." + taken.ports.family + std::to_string(taken.ports.level);
        std::map<std::string, std::string> names;
        std::vector<std::string> lines;
        for (const Device& device : piece.change.devices) {
            if (find_device(before, device.id)) continue;
            std::string modules;
            for (const auto& [port, module] : device.modules) modules += port + "=" + module + " ";
            names[device.id] =
                fmt::format("{}@{:.2f},{:.2f}", device.kind, device.at.x_m, device.at.y_m);
            lines.push_back(fmt::format("{} {} {} {} {}", names[device.id], device.place,
                                        device.enclosure, device.antenna, modules));
        }
        for (const Link& link : piece.change.links) {
            const auto end = [&](const LinkEnd& at) {
                const auto port = ports.find(at.device + "." + at.port);
                if (port != ports.end()) return port->second;
                const auto name = names.find(at.device);
                return (name == names.end() ? at.device : name->second) + "." + at.port;
            };
            lines.push_back(link.cable + " " + end(link.a) + " " + end(link.b));
        }
        std::sort(lines.begin(), lines.end());
        std::string out = std::to_string(rests_on);
        for (const std::string& line : lines) out += "\n" + line;
        return out;
    }

    // With its larger kinds, where it is a new one.
    void add_part(const SiteChange& change, int rests_on, const Device& anchor, WayId way) {
        if (out_.parts.size() >= most_parts_) return;
        if (measured_part(change, rests_on, anchor, way))
            larger_kinds(change, rests_on, anchor, way);
    }

    // False where it is there already, or is nothing by itself.
    bool measured_part(const SiteChange& change, int rests_on, const Device& anchor, WayId way) {
        const Standing& before = standing(rests_on);
        DesignPart part;
        part.rests_on = rests_on;
        part.unit = anchor.id;
        part.at = anchor.at;
        part.way = way;
        const Site after = with_change(before.site, change);
        const Network net = lay_out(after, catalogue_);
        std::optional<Piece> piece =
            measure({before.net, net, wishes_.up_to_the_limit}, change, "");
        if (!piece || !piece->touched.empty() ||
            !known_parts_.insert(signature(*piece, before.site, rests_on)).second)
            return false;
        part.piece = std::move(*piece);
        if (!pays(part)) return false;
        take_ids(part.piece, part.unit);
        // Counted once the ids are its own.
        const Site as_named = with_change(before.site, part.piece.change);
        const Network own = lay_out(as_named, catalogue_);
        std::vector<DeviceNumber> units;
        for (DeviceNumber unit : own.kinds.numbers()) {
            if (!before.ids.contains(own.device(unit).id)) units.push_back(unit);
        }
        part.free_ports = free_ports_of(own, units);
        // A switch at the head end is a part already, and its ports are of the head end's.
        for (const auto& [ports, count] : part.free_ports) {
            if (ports.at == head_end_ports) return false;
        }
        out_.parts.push_back(std::move(part));
        return true;
    }

    // Whether there are cameras that could save enough on it to pay for it.
    bool pays(const DesignPart& part) const {
        if (!wishes_.by_price) return true;
        std::vector<double> savings;
        for (std::size_t i = 0; i < out_.cameras.size(); ++i)
            savings.push_back(
                std::max(0.0, std::min(most_saved, best_alone_[i]) - least_leg(part, i)));
        // As many as it has room for; an outbuilding on a hub is served with all its cameras.
        std::size_t room = savings.size();
        if (!radio_part(part)) {
            const Kind& kind = or_nothing(catalogue_.find(kind_of_unit(part)));
            room = static_cast<std::size_t>(
                std::count_if(kind.ports.begin(), kind.ports.end(),
                              [&](const PortKind& port) { return can_serve(kind, port); }));
        }
        std::sort(savings.begin(), savings.end(), std::greater<>());
        savings.resize(std::min(room, savings.size()));
        return std::accumulate(savings.begin(), savings.end(), 0.0) > part.piece.own.price;
    }
    double least_leg(const DesignPart& part, std::size_t camera) const {
        if (radio_part(part)) return 0;
        const LabourRates& rates = out_.cleared.settings.labour;
        return distance_m(part.at, out_.cameras[camera].at) * least_per_m() +
               (2 * rates.copper_end_h + rates.test_h) * rates.price_per_h;
    }
    static std::string kind_of_unit(const DesignPart& part) {
        for (const Device& device : part.piece.change.devices) {
            if (device.id == part.unit) return device.kind;
        }
        return "";
    }
    bool radio_part(const DesignPart& part) const {
        const auto& devices = part.piece.change.devices;
        return std::any_of(devices.begin(), devices.end(), [&](const Device& device) {
            return device.id == part.unit && or_nothing(catalogue_.find(device.kind)).radio;
        });
    }
    double least_per_m() const {
        double least = beyond_price;
        for (const Kind* kind : catalogue_.of(Category::cable)) {
            if (kind->cable->medium == Medium::twisted_pair)
                least = std::min(least, kind->cable->price_per_m);
        }
        const LabourRates& rates = out_.cleared.settings.labour;
        return least + rates.price_per_h * rates.pull_h_per_100m / 100;
    }

    // The same with a switch of more ports, where there are cameras enough for it.
    void larger_kinds(const SiteChange& change, int rests_on, const Device& anchor, WayId way) {
        const Kind& kind = or_nothing(catalogue_.find(anchor.kind));
        if (kind.category != Category::network_switch) return;
        const auto feeding = [](const Kind& of) {
            return std::count_if(of.ports.begin(), of.ports.end(),
                                 [](const PortKind& port) { return port.role == PortRole::pse; });
        };
        const auto wanting =
            std::count_if(out_.cameras.begin(), out_.cameras.end(), [&](const Device& camera) {
                const auto i = static_cast<std::size_t>(&camera - out_.cameras.data());
                return distance_m(anchor.at, camera.at) * least_per_m() <
                           std::min(most_saved, best_alone_[i]) &&
                       distance_m(anchor.at, camera.at) < usual::unit_near_m;
            });
        std::ptrdiff_t most = feeding(kind);
        for (const Kind* other : by_price(catalogue_, Category::network_switch)) {
            if (most >= wanting) return;
            if (feeding(*other) <= most || is_source(*other) != is_source(kind) ||
                other->rating < kind.rating || other->min_temperature_c > kind.min_temperature_c)
                continue;
            SiteChange larger = change;
            bool fits = true;
            for (Device& device : larger.devices) {
                if (device.id == anchor.id) device.kind = other->id;
            }
            for (const Link& link : larger.links) {
                for (const LinkEnd* end : {&link.a, &link.b}) {
                    if (end->device != anchor.id) continue;
                    const PortKind* was = find_port(kind, end->port);
                    const PortKind* is = find_port(*other, end->port);
                    fits = fits && was && is && was->medium == is->medium && was->role == is->role;
                }
            }
            if (!fits) continue;
            most = feeding(*other);
            measured_part(larger, rests_on, anchor, way);
        }
    }

    std::vector<WayId> ways_on(const DesignPart& part) const {
        if (part.for_two) return {WayId::shared_cable};
        for (const Device& device : part.piece.change.devices) {
            if (device.id != part.unit) continue;
            const Kind& kind = or_nothing(catalogue_.find(device.kind));
            if (kind.radio) return {WayId::radio_hub};
            if (kind.category == Category::line_unit) return {WayId::trunk};
            if (is_source(kind))
                return {WayId::cabinet_switch, WayId::local_adapter, WayId::mains_wiring};
            return {WayId::poe_fed_switch, WayId::local_adapter};
        }
        return {};
    }

    void on_part(int number) {
        const DesignPart part = out_.parts[static_cast<std::size_t>(number)];
        const Standing& on = standing(number);
        const bool radio = radio_part(part);
        const double reach_m = radio ? hub_reach_m : usual::unit_near_m;
        std::vector<std::size_t> near;
        for (std::size_t i = 0; i < out_.cameras.size(); ++i) {
            if (part.for_two) {
                const Device* own = find_device(on.site, part.unit);
                if (own && could_share(*own, i)) near.push_back(i);
                continue;
            }
            const bool too_dear = wishes_.by_price && least_leg(part, i) >= best_alone_[i];
            if (distance_m(part.at, out_.cameras[i].at) <= reach_m && !too_dear) near.push_back(i);
        }
        const std::vector<WayId> ways = ways_on(part);
        std::set<std::string> its_units;
        for (const Device& device : part.piece.change.devices) {
            if (!find_device(out_.cleared, device.id)) its_units.insert(device.id);
        }
        std::vector<std::vector<Found>> found(near.size());
        in_parallel(near.size(), [&](std::size_t i) {
            if (!goes_on()) return;
            found[i] = built_on(on, near[i], ways, on.site);
            std::erase_if(found[i], [&](const Found& one) {
                if (part.for_two) return !one.usable || one.piece->touched.empty();
                return !one.usable || std::none_of(one.piece->ports.begin(), one.piece->ports.end(),
                                                   [&](const PortTaken& port) {
                                                       return its_units.contains(port.device);
                                                   });
            });
        });
        for (std::size_t i = 0; i < near.size(); ++i) {
            for (const Found& one : found[i]) {
                if (goes_on()) split(one, near[i], number, level_of(number) + 1);
                take(one, near[i], number);
            }
        }
    }
    int level_of(int part) const {
        int level = 0;
        for (; part >= 0; part = out_.parts[static_cast<std::size_t>(part)].rests_on) ++level;
        return level;
    }

    const Catalogue& catalogue_;
    const CandidateWishes& wishes_;
    const DesignGoOn& go_on_;
    Network was_;
    KnownLengths known_lengths_;
    Candidates out_;
    std::map<int, std::unique_ptr<Standing>> site_on_;
    std::set<std::string> known_parts_;
    std::vector<double> best_alone_;
    int ids_given_ = 0;
    std::size_t most_parts_ = 0;
    mutable std::atomic<double> share_ = 0;
    mutable std::atomic<bool> ended_ = false;
};

}  // namespace

Candidates find_candidates(const Site& site, const Catalogue& catalogue,
                           const CandidateWishes& wishes, const DesignGoOn& go_on) {
    return Finding(site, catalogue, wishes, go_on).done();
}

}  // namespace ovant
