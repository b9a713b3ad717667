// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/draft.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/link_reach.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/distances.h"
#include "core/choose/found_kinds.h"
#include "core/route/route.h"
#include "core/edits/edits.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

const PortKind* facing(const Kind& kind, bool upstream) {
    for (const PortKind& port : kind.ports) {
        if (port.upstream == upstream && port.role != PortRole::data) return &port;
    }
    return nullptr;
}

// Metres along a route where each of its pathways begins and ends.
struct Stretch {
    std::string pathway;
    double from_m, to_m;
};
std::vector<Stretch> stretches(const Site& site, const Route& route) {
    std::vector<Stretch> out;
    if (route.pathways.empty() || route.line.empty()) return out;
    Link link;
    link.pathways = route.pathways;
    const auto pieces = metres_on_pathways(site, link, route.line.front(), route.line.back());
    if (pieces.empty()) return out;
    const Pathway& first = or_nothing(find_pathway(site, pieces.front().first));
    double along_m = project(first.points, route.line.front()).away_m;
    for (const auto& [pathway, metres] : pieces) {
        out.push_back({pathway, along_m, along_m + metres});
        along_m += metres;
    }
    return out;
}

bool is_outdoor_copper(const Kind& cable, Surroundings here) {
    const Medium medium = or_nothing(cable.cable).medium;
    return carries_power(medium) && medium != Medium::dc && here != Surroundings::indoor;
}

// The cheapest cable like this one that may lie where it would; itself where there is none.
const Kind& fit_to_lie(const Catalogue& catalogue, const Kind& cable, Surroundings here) {
    if (cable.rating >= here) return cable;
    const CableFacts& wanted = or_nothing(cable.cable);
    const Kind* cheapest = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& facts = or_nothing(kind->cable);
        const bool alike = facts.medium == wanted.medium && facts.cord == wanted.cord &&
                           facts.conductor.material == wanted.conductor.material &&
                           facts.conductor.form == wanted.conductor.form &&
                           facts.conductor.awg <= wanted.conductor.awg &&
                           facts.category >= wanted.category && facts.rated == wanted.rated;
        if (alike && kind->rating >= here &&
            (!cheapest || facts.price_per_m < or_nothing(cheapest->cable).price_per_m))
            cheapest = kind;
    }
    return cheapest ? *cheapest : cable;
}

}  // namespace

const Kind& Draft::kind_of(const std::string& device) const {
    return or_nothing(context_.catalogue.find(or_nothing(find_device(site, device)).kind));
}

Point Draft::point_of(const std::string& device) const {
    return or_nothing(find_device(site, device)).at;
}

void Draft::set_long(const FeedPort& port) {
    change_device(port.device, [&](Device& unit) { unit.long_groups.insert(port.group); });
}
void Draft::set_ordinary(const FeedPort& port) {
    change_device(port.device, [&](Device& unit) { unit.long_groups.erase(port.group); });
}
void Draft::switch_off(const At& port) {
    change_device(port.device, [&](Device& unit) { unit.power_off_ports.insert(port.port); });
}
void Draft::protect(const std::string& link, const std::string& protector) {
    change_link(link, [&](Link& laid) { laid.a.protector = laid.b.protector = protector; });
}

std::string Draft::fresh_id(std::string prefix) {
    int& number = last_number_[prefix];
    ++number;
    return context_.free_id(prefix, number);
}

Surroundings Draft::surroundings_at(Point at, const std::string& place) const {
    if (const Place* found = find_place(site, place)) return found->surroundings;
    Surroundings here = Surroundings::outdoor;
    for (const Pathway& pathway : site.pathways) {
        if (pathway.surroundings > here &&
            project(pathway.points, at).away_m < usual::in_the_pathway_m)
            here = pathway.surroundings;
    }
    const Device& camera = *context_.camera;
    if (distance_m(at, camera.at) < usual::at_the_camera_m)
        here = std::max(here, surroundings_of(site, camera));
    return here;
}

std::string Draft::add(const Kind& kind, Point at, const std::string& place,
                       const std::string& enclosure) {
    Device device;
    device.id = fresh_id(std::string(id_prefix(kind.category)));
    device.kind = kind.id;
    device.at = to_centimetre(at);
    device.place = place;
    const Surroundings here = surroundings_at(device.at, place);
    if (place.empty()) device.surroundings = here;
    device.enclosure = enclosure;
    if (enclosure.empty() && kind.rating < here) {
        device.enclosure = here >= Surroundings::wet ? usual::wet_box : usual::outdoor_box;
    }
    std::string id = device.id;
    site.devices.push_back(std::move(device));
    return id;
}

std::string Draft::join(const std::string& cable, const At& a, const At& b, double drop_m) {
    const Device& from = or_nothing(find_device(site, a.device));
    const Device& to = or_nothing(find_device(site, b.device));
    const Kind& kind = or_nothing(context_.catalogue.find(cable));
    const Medium medium = or_nothing(kind.cable).medium;
    Link link;
    link.id = fresh_id("L");
    link.cable = cable;
    link.a = {a.device, a.port, drop_m < 0 ? context_.drop_m(a.device) : drop_m, ""};
    link.b = {b.device, b.port, drop_m < 0 ? context_.drop_m(b.device) : drop_m, ""};
    const Route& route = context_.route(from.at, to.at);
    link.pathways = route.pathways;
    if (medium == Medium::radio || medium == Medium::mains_wiring) {
        link.pathways.clear();
        link.a.drop_m = link.b.drop_m = 0;
    } else {
        lay_by_known_length(link, route);
    }
    const Surroundings here = surroundings_to_lay_in(site, link, from, to, medium);
    link.cable = fit_to_lie(context_.catalogue, kind, here).id;
    if (is_outdoor_copper(kind, here)) {
        link.a.protector = link.b.protector = protector_for(medium);
    }
    std::string id = link.id;
    site.links.push_back(std::move(link));
    return id;
}

void Draft::lay_by_known_length(Link& link, const Route& route) const {
    if (!route.true_share) return;
    const double drawn_m =
        drawn_length_m(site, link, point_of(link.a.device), point_of(link.b.device));
    link.measured_length_m = std::round(100 * *route.true_share * drawn_m) / 100;
}

std::string Draft::join_old(const OldCable& old, const At& a, const At& b) {
    const std::string id = join(old.cable->cable, a, b, 0);
    const CableFacts& facts = or_nothing(cable_facts(context_.catalogue, old.cable->cable));
    change_link(id, [&](Link& laid) {
        laid.existing = old.cable->id;
        laid.pathways.clear();
        laid.drawn = old.points;
        laid.measured_length_m = old.cable->measured_length_m;
    });
    protect(id, carries_power(facts.medium) ? usual::coax_protector : "");
    return id;
}

std::vector<OldCable> old_cables(const ChooseContext& context, Medium medium, Point from, Point to,
                                 double near_m) {
    std::vector<OldCable> out;
    for (const ExistingCable& old : context.site.existing) {
        const Kind* cable = context.catalogue.find(old.cable);
        const bool in_use =
            std::any_of(context.site.links.begin(), context.site.links.end(), [&](const Link& one) {
                return one.existing == old.id && context.staying.contains(one.id);
            });
        if (!cable || !cable->cable || cable->cable->medium != medium || in_use ||
            old.points.size() < 2)
            continue;
        OldCable found{&old, old.points};
        if (distance_m(found.points.front(), to) < distance_m(found.points.back(), to))
            std::reverse(found.points.begin(), found.points.end());
        if (distance_m(found.points.front(), from) <= near_m &&
            distance_m(found.points.back(), to) <= 2 * near_m)
            out.push_back(std::move(found));
    }
    return out;
}

std::string Draft::lead(const std::string& cable, const At& a, const At& b, double length_m) {
    const std::string id = join(cable, a, b, 0);
    change_link(id, [&](Link& link) {
        link.pathways.clear();
        link.measured_length_m = length_m;
    });
    protect(id, "");
    return id;
}

std::string Draft::patch(const At& a, const At& b, double length_m) {
    const Surroundings here =
        std::max(surroundings_of(site, or_nothing(find_device(site, a.device))),
                 surroundings_of(site, or_nothing(find_device(site, b.device))));
    return lead(std::string(patch_kind(here)), a, b, length_m);
}

const Kind* Draft::copper(Point from, Point to, double finest_awg) const {
    const Surroundings here =
        std::max(context_.route(from, to).surroundings, Surroundings::outdoor);
    return solid_copper(context_.catalogue, here, finest_awg);
}

std::string_view patch_kind(Surroundings here) {
    return here == Surroundings::indoor ? usual::patch_cord : usual::outdoor_lead;
}

std::string_view protector_for(Medium medium) {
    return medium == Medium::coax ? usual::coax_protector : usual::copper_protector;
}

const Kind* solid_copper(const Catalogue& catalogue, Surroundings here, double finest_awg) {
    const Kind* cheapest = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& cable = or_nothing(kind->cable);
        const bool fits =
            cable.medium == Medium::twisted_pair && kind->rating >= here && !cable.cord &&
            cable.rated.empty() && cable.conductor.material == ConductorMaterial::copper &&
            cable.conductor.form == ConductorForm::solid && cable.conductor.awg <= finest_awg;
        if (fits && (!cheapest || cable.price_per_m < or_nothing(cheapest->cable).price_per_m))
            cheapest = kind;
    }
    return cheapest;
}

std::vector<std::string> Draft::chain(const Kind& cable, const At& a, const At& b, const Kind& unit,
                                      int units) {
    const Point from = point_of(a.device), to = point_of(b.device);
    const Route& route = context_.route(from, to);
    const std::vector<Stretch> lanes = stretches(site, route);
    const double drop_a_m = context_.drop_m(a.device), drop_b_m = context_.drop_m(b.device);
    const double whole_m = route.plan_m + drop_a_m + drop_b_m;
    std::vector<std::string> ids;
    At here = a;
    double from_m = 0;
    for (int i = 1; i <= units + 1; ++i) {
        const bool last = i == units + 1;
        // Even hops of cable: the drops at the ends are part of the first and the last hop.
        const double to_m =
            last ? route.plan_m
                 : std::clamp(whole_m * i / (units + 1) - drop_a_m, 0.0, route.plan_m);
        At there = b;
        if (!last) {
            ids.push_back(add(unit, point_along(route.line, to_m)));
            there = {ids.back(), or_nothing(facing(unit, true)).id};
        }
        Link link;
        link.id = fresh_id("L");
        link.cable = cable.id;
        link.a = {here.device, here.port, i == 1 ? drop_a_m : 0, ""};
        link.b = {there.device, there.port, last ? drop_b_m : 0, ""};
        for (const Stretch& lane : lanes) {
            if (std::min(lane.to_m, to_m) - std::max(lane.from_m, from_m) > 0.05)
                link.pathways.push_back(lane.pathway);
        }
        const Surroundings lies = surroundings_to_lay_in(
            site, link, or_nothing(find_device(site, here.device)),
            or_nothing(find_device(site, there.device)), Medium::twisted_pair);
        link.cable = fit_to_lie(context_.catalogue, cable, lies).id;
        const bool outdoors = is_outdoor_copper(cable, std::max(lies, Surroundings::outdoor));
        if (outdoors) link.a.protector = link.b.protector = usual::copper_protector;
        lay_by_known_length(link, route);
        site.links.push_back(std::move(link));
        if (!last) here = {ids.back(), or_nothing(facing(unit, false)).id};
        from_m = to_m;
    }
    return ids;
}

double one_length_m(const Settings& settings, const Kind& cable, Surroundings lies,
                    const Kind* unit) {
    Link link;
    if (is_outdoor_copper(cable, std::max(lies, Surroundings::outdoor)))
        link.a.protector = link.b.protector = usual::copper_protector;
    // What leads outdoors may have lengths that lie inside alone.
    double longest_m = std::numeric_limits<double>::infinity();
    for (Surroundings part : {lies, Surroundings::indoor})
        longest_m = std::min(longest_m, longest_planned_m(settings, or_nothing(cable.cable), part,
                                                          channel_cords_m(link), unit));
    return longest_m;
}

double planned_hop_m(const Settings& settings, const Kind& cable, Surroundings lies,
                     const Kind* unit) {
    // A hop of less is no hop, whatever is kept back and left in loops.
    constexpr double least_m = 1;
    return std::max(
        least_m, one_length_m(settings, cable, lies, unit) * (1 - settings.keep_back.length_share) -
                     2 * settings.service_loop_m);
}

int units_in_line(const Settings& settings, const Kind& cable, Surroundings lies, double length_m,
                  const Kind& unit) {
    constexpr double most = 1e6;
    // Cables are laid in centimetres.
    constexpr double exact_m = 0.005;
    const double hops =
        std::ceil((length_m - exact_m) / planned_hop_m(settings, cable, lies, &unit));
    return static_cast<int>(std::clamp(hops - 1, 0.0, most));
}

At Draft::camera_input() {
    const std::string own = context_.camera_power_port();
    const At data{context_.camera_id, context_.camera_data_port()};
    if (!own.empty()) return {context_.camera_id, own};
    const Kind* made_by = context_.splitter ? context_.splitter : context_.adapter;
    const PortKind* input = context_.camera_dc_port();
    if (!made_by || !input) return data;
    const bool beside = made_by == context_.splitter;
    const Place* mains = context_.adapter_place;
    if (dc_unit_.empty()) {
        const Point at = beside ? context_.camera->at : mains->at;
        dc_unit_ = add(*made_by, at, beside ? context_.camera->place : mains->id);
        const double away_m =
            beside ? 1 : context_.route(at, context_.camera->at).length_m + usual::adapter_spare_m;
        lead(or_nothing(cheapest_cable(context_.catalogue, input->medium)).id,
             {dc_unit_, or_nothing(dc_port_for(*made_by, *input)).id},
             {context_.camera_id, input->id}, away_m);
        if (beside) patch({dc_unit_, or_nothing(plain_data_port(*made_by)).id}, data, 1);
    }
    if (!beside) return data;
    const PortKind* poe = port_that(*made_by, [](const PortKind& port) {
        return port.role == PortRole::pd && port.power == PowerKind::poe;
    });
    return {dc_unit_, or_nothing(poe).id};
}

void Draft::leg(const At& from) {
    const Point start = point_of(from.device);
    const At camera = camera_input();
    const Kind* cable = copper(start, context_.camera->at);
    if (!cable) return;
    const Route& route = context_.route(start, context_.camera->at);
    const double length_m =
        route.cable_m(context_.drop_m(from.device) + context_.drop_m(context_.camera_id));
    const Kind* repeater = nullptr;
    for (const Kind* kind : by_price(context_.catalogue, Category::repeater)) {
        if (kind->rating == Surroundings::wet && !repeater) repeater = kind;
    }
    const int units =
        repeater ? units_in_line(site.settings, *cable, route.surroundings, length_m, *repeater)
                 : 0;
    // More than the maker allows are not drawn: one plain length says as well that it is too far.
    const bool fits = repeater && (or_nothing(repeater->in_line).most_in_chain == 0
                                       ? units <= static_cast<int>(longest_chain)
                                       : units <= or_nothing(repeater->in_line).most_in_chain);
    // One length is laid as far as it is allowed, into what is kept back too.
    const double allowed_m = one_length_m(site.settings, *cable, route.surroundings, nullptr) -
                             2 * site.settings.service_loop_m;
    if (units >= 1 && fits && length_m > allowed_m)
        chain(*cable, from, camera, *repeater, units);
    else
        join(cable->id, from, camera);
}

FarSwitch far_switch(const ChooseContext& context, const Place& place, int poe_class,
                     std::size_t ports) {
    const bool outdoors = place.surroundings != Surroundings::indoor;
    for (const Kind* kind : by_price(context.catalogue, Category::network_switch)) {
        if (!is_source(*kind) ||
            (outdoors && kind->min_temperature_c > context.site.settings.coldest_night_c)) {
            continue;
        }
        FarSwitch found{kind, outdoors ? usual::plain_cabinet : "", {}};
        for (const PortKind& port : kind->ports) {
            if (port.role == PortRole::pse && port.power == PowerKind::poe &&
                port.poe_class >= poe_class)
                found.ports.push_back(port.id);
        }
        if (found.ports.size() >= ports) return found;
    }
    return {};
}

Proposal cannot_build(Cannot why, std::string detail, double amount) {
    Proposal proposal;
    proposal.cannot = why;
    proposal.cannot_detail = std::move(detail);
    proposal.cannot_amount = amount;
    return proposal;
}

namespace {

// The first free port that `takes` accepts of each unit away from the head end, nearest by cable
// first.
template <class Takes>
std::vector<At> free_ports_near(const ChooseContext& context, double within_m, Takes takes) {
    std::vector<std::pair<double, At>> found;
    for (const Device& device : context.cleared.devices) {
        const Kind& kind = or_nothing(context.catalogue.find(device.kind));
        const Place* place = find_place(context.site, device.place);
        if ((place && place->head_end) || distance_m(device.at, context.camera->at) > within_m)
            continue;
        const auto port =
            std::find_if(kind.ports.begin(), kind.ports.end(), [&](const PortKind& one) {
                return one.medium == Medium::twisted_pair && takes(kind, place, one) &&
                       !context.taken(device.id, one.id);
            });
        if (port == kind.ports.end()) continue;
        found.push_back(
            {context.route(device.at, context.camera->at).length_m, {device.id, port->id}});
    }
    std::stable_sort(found.begin(), found.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<At> out;
    for (auto& [away_m, at] : found) out.push_back(std::move(at));
    return out;
}

}  // namespace

std::vector<At> spare_ports(const ChooseContext& context, bool (*takes)(const Kind&)) {
    std::vector<At> out =
        free_ports_near(context, 300, [&](const Kind& kind, const Place*, const PortKind& port) {
            return kind.supply && takes(kind) && port.role == PortRole::pse &&
                   port.power == PowerKind::poe && port.poe_class >= context.class_needed;
        });
    if (out.size() > 2) out.resize(2);
    return out;
}

std::vector<At> data_ports_near(const ChooseContext& context, double within_m) {
    std::vector<At> out = free_ports_near(
        context, within_m, [](const Kind& kind, const Place* place, const PortKind& port) {
            return kind.category == Category::network_switch && place && !port.uplink;
        });
    std::erase_if(out, [&](const At& at) {
        const Device& device = context.device(at.device);
        return context.route(device.at, context.camera->at).length_m > within_m;
    });
    return out;
}

std::vector<Draft> from_spare_ports(const ChooseContext& context, bool (*takes)(const Kind&)) {
    std::vector<Draft> drafts;
    if (!context.can_be_fed()) return drafts;
    for (const At& port : spare_ports(context, takes)) {
        Draft draft(context);
        draft.leg(port);
        drafts.push_back(std::move(draft));
    }
    return drafts;
}

}  // namespace ovant
