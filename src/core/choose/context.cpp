// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/context.h"
#include "core/choose/found_kinds.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/assess/bundles.h"
#include "core/assess/practice_checks.h"
#include "core/assess/unit_checks.h"
#include "core/choose/distances.h"
#include "core/route/route.h"

namespace ovant {
namespace {

std::string key(const std::string& device, const std::string& port) { return device + "." + port; }

bool gives_mains(Mains mains) { return mains == Mains::steady || mains == Mains::generator; }

}  // namespace

bool suits(const Device& device, const Kind& kind, const PortKind& port, const PortWish& wish) {
    const SupplyFacts& supply = or_nothing(kind.supply);
    return port.role == PortRole::pse && port.power == PowerKind::poe &&
           port.medium == Medium::twisted_pair && port.poe_class >= wish.poe_class &&
           !device.power_off_ports.contains(port.id) &&
           (!wish.long_setting || (supply.long_setting && port.group > 0)) &&
           (wish.line.empty() || port.line == wish.line);
}

std::vector<const Kind*> by_price(const Catalogue& catalogue, Category category) {
    std::vector<const Kind*> kinds = catalogue.of(category);
    std::stable_sort(kinds.begin(), kinds.end(),
                     [](const Kind* a, const Kind* b) { return a->price < b->price; });
    return kinds;
}

ChooseContext::ChooseContext(const Site& of_site, const Catalogue& of_catalogue,
                             std::string of_camera, JudgedUnder judged_under, bool whole,
                             const KnownLengths* known_lengths)
    : site(of_site),
      catalogue(of_catalogue),
      camera_id(std::move(of_camera)),
      under(std::move(judged_under)),
      now(lay_out(of_site, of_catalogue)),
      router_(site),
      own_lengths_(known_lengths ? KnownLengths() : KnownLengths(now)),
      known_lengths_(known_lengths ? known_lengths : &own_lengths_) {
    for (CameraNumber number : now.cameras.numbers()) {
        if (now.device(now.cameras[number]).id != camera_id) continue;
        found = true;
        camera_number = number;
        camera = &now.device(now.cameras[number]);
        kind = &now.kind(now.cameras[number]);
    }
    if (!found) return;
    known_routes_ = known_lengths_->near(camera_id, camera->at);
    class_needed = poe_class_for_load(greatest_camera_power_w(camera_draw(*camera, *kind)));
    for (const PortKind& port : kind->ports) class_needed = std::max(class_needed, port.poe_class);
    if (const PortKind* input = camera_power_port().empty() ? camera_dc_port() : nullptr)
        find_dc_supply(*input);
    head_end = head_end_of(site);
    take_stock();
    make_part(whole);
}

void ChooseContext::find_dc_supply(const PortKind& input) {
    const double watts = greatest_camera_power_w(camera_draw(*camera, *kind));
    splitter = poe_splitter(catalogue, input, watts, surroundings_of(site, *camera));
    for (const PortKind& port : or_nothing(splitter).ports)
        if (port.role == PortRole::pd) class_needed = port.poe_class;
    const auto places =
        splitter ? std::vector<const Place*>() : mains_places(usual::adapter_lead_m);
    if (places.empty()) return;
    adapter_place = places.front();
    adapter = dc_supply(catalogue, input, watts);
}

// What stays where the camera's run goes; what its own run takes is free for what replaces it.
void ChooseContext::take_stock() {
    const Site without = without_run(site);
    std::unordered_map<std::string_view, Point> at;
    for (const Device& device : without.devices) {
        staying.insert(device.id);
        at.emplace(device.id, device.at);
    }
    for (const Link& link : without.links) {
        staying.insert(link.id);
        taken_.insert(key(link.a.device, link.a.port));
        taken_.insert(key(link.b.device, link.b.port));
        if (!link.pathways.empty())
            add_open(open, without, link, at[link.a.device], at[link.b.device]);
    }
    ids_ = staying;
    for (const Place& place : site.places) ids_.insert(place.id);
    for (const Pathway& pathway : site.pathways) ids_.insert(pathway.id);
    for (const ExistingCable& existing : site.existing) ids_.insert(existing.id);
    for (const Obstacle& obstacle : site.obstacles) ids_.insert(obstacle.id);
}

bool ChooseContext::taken(const std::string& device, const std::string& port) const {
    return taken_.contains(key(device, port));
}

std::string ChooseContext::link_outside(const std::string& device, const std::string& port) const {
    const auto found = outside_.find(key(device, port));
    return found == outside_.end() ? std::string() : found->second;
}

std::string ChooseContext::free_id(const std::string& prefix, int& number) const {
    int& first = first_free_.emplace(prefix, 1).first->second;
    for (number = std::max(number, first);; ++number) {
        std::string id = prefix + std::to_string(number);
        if (!ids_.contains(id)) return id;
        if (number == first) first = number + 1;
    }
}

const Route& ChooseContext::route(Point from, Point to) const {
    const auto at = std::pair(std::pair(from.x_m, from.y_m), std::pair(to.x_m, to.y_m));
    const auto known = routes_.find(at);
    if (known != routes_.end()) return known->second;
    Route route;
    // Nobody knows along what a cable comes to a camera that stands on no plan.
    const bool on_plan = camera->stated_run_m <= 0;
    if (!site.pathways.empty() && on_plan) route.pathways = router_.route(from, to);
    Link link;
    link.pathways = route.pathways;
    route.line = link_polyline(site, link, from, to);
    route.plan_m = route.length_m = polyline_length_m(route.line);
    if (const auto measured = known_between(from, to)) {
        const double drops_m = 2 * site.settings.default_drop_m;
        route.true_share = true_to_drawn(*measured, route.plan_m, drops_m);
        route.length_m = std::max(0.0, route.cable_m(drops_m) - drops_m);
    }
    for (const std::string& id : route.pathways) {
        if (const Pathway* pathway = find_pathway(site, id))
            route.surroundings = std::max(route.surroundings, pathway->surroundings);
    }
    return routes_.emplace(at, std::move(route)).first->second;
}

// A neighbour's cable tells of the way too, but nobody measured this one: it is not shorter.
std::optional<KnownStretch> ChooseContext::known_between(Point from, Point to) const {
    for (const KnownRoute* route : known_routes_) {
        const bool own = route->camera == camera_id;
        auto known = stretch_between(*route, from, to,
                                     own ? std::max(usual::beside_m, route->head_end_m) : 0);
        if (!known) continue;
        if (!own) known->true_m = std::max(known->true_m, known->drawn_m);
        return known;
    }
    return std::nullopt;
}

double ChooseContext::drop_m(const std::string& unit) const {
    return std::max(site.settings.default_drop_m, known_lengths_->drop_m(unit));
}

const UnitAssessment* ChooseContext::unit_before(const std::string& device) const {
    const auto known = units_before_.find(device);
    if (known != units_before_.end()) return &known->second;
    for (DeviceNumber number : before.kinds.numbers()) {
        if (before.device(number).id == device)
            return &units_before_.emplace(device, assess_unit(before, number, under.options()))
                        .first->second;
    }
    return nullptr;
}

// What goes with the camera's old run cannot serve its new one.
bool ChooseContext::stays(DeviceNumber number) const {
    return staying.contains(now.device(number).id);
}

std::optional<FeedPort> ChooseContext::pick_port(const PortWish& wish) const {
    const auto against_practice = [&](DeviceNumber number) {
        return feeds_against_practice(site.settings, now.kind(number), now.at_head_end(number));
    };
    const auto fits = [&](DeviceNumber number, const PortKind& port) {
        const Device& device = now.device(number);
        return !against_practice(number) && suits(device, now.kind(number), port, wish) &&
               !taken(device.id, port.id);
    };
    // A radio's run is fed out there, and has a port at the head end as well.
    const Run& run = now.runs[camera_number];
    for (PortAt own : {run.source, run.outs.empty() ? PortAt{} : run.outs.front()}) {
        if (own.device && stays(own.device) && is_source(now.kind(own.device)) &&
            fits(own.device, now.port(own)) && (!wish.at_head_end || now.at_head_end(own.device))) {
            return FeedPort{now.device(own.device).id, now.port(own).id, now.port(own).group};
        }
    }
    std::vector<std::pair<double, DeviceNumber>> units;
    for (DeviceNumber number : now.kinds.numbers()) {
        if (!is_source(*now.kinds[number]) || now.kinds[number]->solar || !stays(number)) continue;
        if (against_practice(number)) continue;
        if (wish.at_head_end && head_end && !now.at_head_end(number)) continue;
        units.push_back({distance_m(now.device(number).at, camera->at), number});
    }
    std::stable_sort(units.begin(), units.end());
    for (const auto& [away_m, number] : units) {
        const Device& device = now.device(number);
        const PortKind* least =
            least_port(device, now.kind(number), wish,
                       [&](const PortKind& port) { return taken(device.id, port.id); });
        if (least) return FeedPort{now.device(number).id, least->id, least->group};
    }
    return std::nullopt;
}

std::optional<FeedPort> ChooseContext::data_port() const {
    std::optional<FeedPort> feeding;
    // The one that its run has now.
    const Run& run = now.runs[camera_number];
    if (const PortAt own = run.outs.empty() ? PortAt{} : run.outs.front();
        own.device && stays(own.device) && now.port(own).role == PortRole::data &&
        now.port(own).medium == Medium::twisted_pair && (!head_end || now.at_head_end(own.device)))
        return FeedPort{now.device(own.device).id, now.port(own).id, now.port(own).group};
    for (DeviceNumber number : now.kinds.numbers()) {
        const Kind& unit = now.kind(number);
        if ((head_end && !now.at_head_end(number)) || !stays(number)) continue;
        if (unit.category != Category::network_switch && unit.category != Category::recorder)
            continue;
        for (const PortKind& port : unit.ports) {
            const Device& device = now.device(number);
            if (port.medium != Medium::twisted_pair || taken(device.id, port.id)) continue;
            if (port.role == PortRole::data) return FeedPort{device.id, port.id, port.group};
            if (port.role == PortRole::pse && !feeding &&
                !device.long_groups.contains(port.group)) {
                feeding = FeedPort{device.id, port.id, port.group};
            }
        }
    }
    return feeding;
}

std::optional<FeedPort> ChooseContext::optical_cage() const {
    for (DeviceNumber number : now.kinds.numbers()) {
        const Kind& unit = now.kind(number);
        if ((head_end && !now.at_head_end(number)) || !stays(number) || unit.optic) continue;
        for (const PortKind& port : unit.ports) {
            if (port.medium == Medium::fibre && !taken(now.device(number).id, port.id))
                return FeedPort{now.device(number).id, port.id, port.group};
        }
    }
    return std::nullopt;
}

std::vector<const Place*> ChooseContext::mains_places(double within_m) const {
    std::vector<std::pair<double, const Place*>> places;
    for (const Place& place : site.places) {
        if (place.head_end || !gives_mains(place.mains)) continue;
        if (distance_m(place.at, camera->at) > within_m) continue;
        const double away_m = route(place.at, camera->at).length_m;
        // Steady mains first: a generator costs a verdict.
        if (away_m <= within_m)
            places.push_back({away_m + (place.mains == Mains::generator ? within_m : 0), &place});
    }
    std::stable_sort(places.begin(), places.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<const Place*> out;
    for (const auto& [away_m, place] : places) out.push_back(place);
    return out;
}

std::string ChooseContext::camera_power_port() const {
    for (const PortKind& port : kind->ports) {
        if (port.role == PortRole::pd && port.power == PowerKind::poe) return port.id;
    }
    return "";
}

std::string ChooseContext::camera_data_port() const {
    for (const PortKind& port : kind->ports) {
        if (port.medium == Medium::twisted_pair) return port.id;
    }
    return "";
}

const PortKind* ChooseContext::camera_dc_port() const {
    for (const PortKind& port : kind->ports) {
        if (port.role == PortRole::pd && port.power == PowerKind::passive) return &port;
    }
    return nullptr;
}

std::set<DeviceNumber> ChooseContext::units_of_interest() const {
    std::set<DeviceNumber> units;
    const auto add = [&](const std::optional<FeedPort>& port) {
        if (!port) return;
        for (DeviceNumber device : now.kinds.numbers()) {
            if (now.device(device).id == port->device) units.insert(device);
        }
    };
    const Run& run = now.runs[camera_number];
    if (run.source.device) units.insert(run.source.device);
    for (int poe_class : {class_needed, 3, 4, 6, 8}) {
        add(pick_port({poe_class, false, "", false}));
        add(pick_port({poe_class, false, "", true}));
    }
    add(pick_port({class_needed, true, "", false}));
    std::set<std::string> lines;
    for (const Kind* unit : now.kinds) {
        for (const PortKind& port : unit->ports) {
            if (port.role == PortRole::pse && !port.line.empty()) lines.insert(port.line);
        }
    }
    for (const std::string& line : lines) add(pick_port({class_needed, false, line, true}));
    add(data_port());
    // Neighbours whose cable could carry two, and units out there that could have a port to spare.
    std::vector<std::pair<double, DeviceNumber>> neighbours;
    for (const Run& other : now.runs) {
        if (!other.source.device || other.camera == now.cameras[camera_number]) continue;
        const double away_m = distance_m(now.device(other.camera).at, camera->at);
        if (other.links.size() == 1 && away_m < usual::neighbour_m)
            neighbours.push_back({away_m, other.source.device});
        for (PortAt in : other.ins) {
            const Kind& unit = now.kind(in.device);
            if (unit.supply && !is_source(unit) &&
                distance_m(now.device(in.device).at, camera->at) < usual::unit_near_m)
                units.insert(other.source.device);
        }
    }
    std::sort(neighbours.begin(), neighbours.end());
    for (std::size_t i = 0; i < std::min<std::size_t>(2, neighbours.size()); ++i)
        units.insert(neighbours[i].second);
    return units;
}

// A converter, supply or near unit at the head end that serves this run alone goes with it, and the
// cord to it. A PoE injector stays: its port can feed what comes next.
void ChooseContext::drop_head_unit(const Run& run, Site& out) const {
    if (run.outs.empty()) return;
    const DeviceNumber unit = run.outs.front().device;
    const Kind& unit_kind = now.kind(unit);
    const bool passive =
        std::any_of(unit_kind.ports.begin(), unit_kind.ports.end(), [](const PortKind& port) {
            return port.role == PortRole::pse && port.power == PowerKind::passive;
        });
    const Category category = unit_kind.category;
    const bool of_run = category == Category::media_converter || category == Category::line_unit ||
                        (category == Category::supply && !unit_kind.solar) ||
                        (category == Category::injector && passive) ||
                        category == Category::mains_unit;
    if (!of_run) return;
    const PortNumber towards = now.towards[unit];
    std::vector<std::string> cords;
    const auto& links = now.link_on[unit];
    for (PortNumber port : links.numbers()) {
        if (!links[port] ||
            std::find(run.links.begin(), run.links.end(), links[port]) != run.links.end())
            continue;
        if (port != towards) return;  // it serves others as well
        cords.push_back(now.links[links[port]].link->id);
    }
    // The run itself must end here: another camera's pictures may come the same way.
    const bool shared = std::any_of(now.runs.begin(), now.runs.end(), [&](const Run& other) {
        return &other != &run && !other.outs.empty() && other.outs.front().device == unit;
    });
    if (shared) return;
    std::erase_if(out.links, [&](const Link& link) {
        return std::find(cords.begin(), cords.end(), link.id) != cords.end();
    });
    std::erase_if(out.devices,
                  [&](const Device& device) { return device.id == now.device(unit).id; });
}

// Whether a unit of the run has a link to anything but the run and the camera: a splitter's d.c.
// lead leads to the camera too.
bool ChooseContext::serves_others(DeviceNumber unit) const {
    const Run& run = now.runs[camera_number];
    const auto& links = now.link_on[unit];
    return std::any_of(links.begin(), links.end(), [&](LinkNumber link) {
        if (!link) return false;
        const NetLink& laid = now.links[link];
        return laid.a.device != run.camera && laid.b.device != run.camera &&
               std::find(run.links.begin(), run.links.end(), link) == run.links.end();
    });
}

Site ChooseContext::without_run(const Site& from) const {
    Site out = from;
    const Run& run = now.runs[camera_number];
    const auto drop_link = [&](const std::string& id) {
        std::erase_if(out.links, [&](const Link& link) { return link.id == id; });
    };
    // From the camera back to the first unit that also serves others.
    for (std::size_t i = run.links.size(); i-- > 0;) {
        drop_link(now.links[run.links[i]].link->id);
        if (i == 0) break;
        const DeviceNumber unit = run.outs[i].device;
        const std::string& id = now.device(unit).id;
        if (serves_others(unit)) break;
        std::erase_if(out.devices, [&](const Device& device) { return device.id == id; });
    }
    drop_head_unit(run, out);
    // What feeds it beside the data: an adapter and its lead.
    for (PortNumber port : kind->ports.numbers()) {
        const PortAt at{now.cameras[camera_number], port};
        const LinkNumber link = now.link_at(at);
        if (!link || now.links[link].medium() != Medium::dc) continue;
        const DeviceNumber supply = now.across(at).device;
        drop_link(now.links[link].link->id);
        if (now.kind(supply).category == Category::supply && !now.kind(supply).solar) {
            std::erase_if(out.devices,
                          [&](const Device& device) { return device.id == now.device(supply).id; });
        }
    }
    return out;
}

void ChooseContext::make_part(bool whole) {
    if (whole) {
        part = site;
        cleared = without_run(part);
        before = lay_out_judged(part, catalogue, under);
        return;
    }
    const std::set<DeviceNumber> units = units_of_interest();
    By<DeviceNumber, bool> keep_device(now.kinds.size(), false);
    By<DeviceNumber, bool> drop_device(now.kinds.size(), false);
    for (CameraNumber camera : now.runs.numbers()) {
        const Run& run = now.runs[camera];
        const bool other_media = std::any_of(
            run.links.begin(), run.links.end(),
            [&](LinkNumber link) { return now.links[link].medium() != Medium::twisted_pair; });
        const bool keep = camera == camera_number || other_media ||
                          units.contains(run.source.device) ||
                          (!run.outs.empty() && units.contains(run.outs.front().device));
        auto& marked = keep ? keep_device : drop_device;
        marked[run.camera] = true;
        for (PortAt in : run.ins) marked[in.device] = true;
    }
    part.name = site.name;
    part.settings = site.settings;
    part.places = site.places;
    part.pathways = site.pathways;
    part.existing = site.existing;
    part.obstacles = site.obstacles;
    std::unordered_set<std::string> dropped;
    for (DeviceNumber number : now.kinds.numbers()) {
        const Device& device = now.device(number);
        if (drop_device[number] && !keep_device[number])
            dropped.insert(device.id);
        else
            part.devices.push_back(device);
    }
    for (const Link& link : site.links) {
        if (!dropped.contains(link.a.device) && !dropped.contains(link.b.device)) {
            part.links.push_back(link);
        } else {
            // What is left out lies in the ducts all the same.
            for (Pathway& pathway : part.pathways) {
                if (pathway.most_cables &&
                    std::count(link.pathways.begin(), link.pathways.end(), pathway.id) > 0)
                    pathway.most_cables = std::max(0, *pathway.most_cables - 1);
            }
            outside_[key(link.a.device, link.a.port)] = link.id;
            outside_[key(link.b.device, link.b.port)] = link.id;
        }
    }
    part.lies_beside = lies_beside(now, part);
    const Network bare = lay_out(part, catalogue);
    std::map<std::string_view, double> loads;
    for (const NetLink& link : bare.links) loads[link.link->id] = link.load_mbps;
    for (const NetLink& link : now.links) {
        const auto here = loads.find(link.link->id);
        if (here != loads.end() && link.load_mbps > here->second + 1e-9)
            background.push_back({link.link->id, link.load_mbps - here->second});
    }
    cleared = without_run(part);
    before = lay_out_judged(part, catalogue, under, background);
}

}  // namespace ovant
