// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/build.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/parts/parts.h"
#include "core/route/route.h"
#include "core/site/edits.h"

namespace ovant {
namespace {

std::size_t camera_index(const Network& net, const std::string& camera) {
    for (std::size_t i = 0; i < net.cameras.size(); ++i) {
        if (net.device(net.cameras[i]).id == camera) return i;
    }
    return net.cameras.size();
}

int class_needed(const ChooseContext& context) {
    const Device* camera = find_device(context.site, context.camera);
    const Kind* kind = context.catalogue.find(camera->kind);
    int needed = poe_class_for_load(greatest_camera_power_w(camera_draw(*camera, *kind)));
    for (const PortKind& port : kind->ports) needed = std::max(needed, port.poe_class);
    return needed;
}

const Link* camera_link(const Site& site, const std::string& camera) {
    for (const Link& link : site.links) {
        if (link.a.device == camera || link.b.device == camera) return &link;
    }
    return nullptr;
}

std::string camera_port(const Kind& kind) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pd) return port.id;
    }
    return "";
}

std::optional<FeedPort> current_port(const ChooseContext& context) {
    const Network& net = context.now;
    const std::size_t index = camera_index(net, context.camera);
    if (index == net.cameras.size() || !net.runs[index].fed) return std::nullopt;
    const PortAt port = net.runs[index].outs.front();
    return FeedPort{net.device(port.device).id, net.port(port).id, net.port(port).group};
}

// Units that feed from the mains, the camera's nearest first.
std::vector<const Device*> feeding_units(const ChooseContext& context, const Site& site, Point to) {
    std::vector<std::pair<double, const Device*>> units;
    for (const Device& device : site.devices) {
        const Kind* kind = context.catalogue.find(device.kind);
        if (!kind || !kind->supply || !kind->supply->from_mains) continue;
        units.push_back({distance_m(device.at, to), &device});
    }
    std::stable_sort(units.begin(), units.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<const Device*> out;
    for (const auto& [away_m, device] : units) out.push_back(device);
    return out;
}

// That its setting harms a neighbour is no fault of the run's own cable and power.
bool fails_by_itself(const RunAssessment& run) {
    return std::any_of(run.checks.begin(), run.checks.end(), [](const Check& check) {
        return check.verdict == Verdict::fails && check.id != CheckId::port_setting;
    });
}

// A run on the same unit that is made to fail makes the proposal fail.
void judge_neighbours(const Network& net, const Network& before, std::size_t index,
                      Proposal& proposal) {
    const int unit = net.runs[index].outs.front().device;
    for (std::size_t i = 0; i < net.runs.size(); ++i) {
        const Run& run = net.runs[i];
        if (i == index || !run.fed || run.outs.front().device != unit) continue;
        const RunAssessment now = assess_run(net, i);
        if (!fails_by_itself(now)) continue;
        const std::size_t then = camera_index(before, now.camera);
        if (then < before.runs.size() && fails_by_itself(assess_run(before, then))) continue;
        proposal.verdict = Verdict::fails;
        proposal.decisive = *now.decisive();
        proposal.harmed = now.camera;
        return;
    }
}

bool better(const Proposal& a, const Proposal& b) {
    if (a.verdict != b.verdict) return a.verdict < b.verdict;
    if (a.verdict == Verdict::fails) return worse(b.decisive, a.decisive);
    return a.price < b.price;
}

}  // namespace

std::string_view id_of(WayId way) {
    switch (way) {
        case WayId::direct_copper: return "direct-copper";
        case WayId::long_setting: return "long-setting";
        case WayId::repeaters: return "repeaters";
        case WayId::extenders: return "extenders";
    }
    return "";
}

Site without_run(const ChooseContext& context) {
    const Network& net = context.now;
    const std::size_t index = camera_index(net, context.camera);
    Site cleared = context.site;
    if (index == net.cameras.size()) return cleared;
    const Run& run = net.runs[index];
    // From the camera back to the first unit that also serves others.
    for (std::size_t i = run.links.size(); i-- > 0;) {
        std::erase_if(cleared.links, [&](const Link& link) {
            return link.id == net.links[static_cast<std::size_t>(run.links[i])].link->id;
        });
        if (i == 0) break;
        const std::string& unit = net.device(run.outs[i].device).id;
        const bool serves_others =
            std::count_if(cleared.links.begin(), cleared.links.end(), [&](const Link& link) {
                return link.a.device == unit || link.b.device == unit;
            }) > 1;
        if (serves_others) break;
        std::erase_if(cleared.devices, [&](const Device& device) { return device.id == unit; });
    }
    return cleared;
}

std::optional<FeedPort> pick_port(const ChooseContext& context, const Site& cleared,
                                  bool with_long_setting) {
    const Device* camera = find_device(cleared, context.camera);
    if (!camera) return std::nullopt;
    const int needed = class_needed(context);
    const auto serves = [&](const Device& device, const PortKind& port) {
        const Kind* kind = context.catalogue.find(device.kind);
        return port.role == PortRole::pse && port.poe_class >= needed &&
               !device.power_off_ports.contains(port.id) &&
               (!with_long_setting || (kind->supply->long_setting && port.group > 0)) &&
               !link_at(cleared, device.id, port.id);
    };
    if (const auto current = current_port(context)) {
        const Device* device = find_device(cleared, current->device);
        const Kind* kind = device ? context.catalogue.find(device->kind) : nullptr;
        const PortKind* port = kind ? find_port(*kind, current->port) : nullptr;
        if (port && serves(*device, *port)) return current;
    }
    for (const Device* device : feeding_units(context, cleared, camera->at)) {
        const PortKind* least = nullptr;
        for (const PortKind& port : context.catalogue.find(device->kind)->ports) {
            if (!serves(*device, port)) continue;
            // A port outside a group that is set long, unless that is what is wanted.
            const bool set_long = device->long_groups.contains(port.group);
            if (set_long != with_long_setting && set_long) continue;
            if (!least || port.poe_class < least->poe_class) least = &port;
        }
        if (least) return FeedPort{device->id, least->id, least->group};
    }
    return std::nullopt;
}

const Kind* pick_cable(const Catalogue& catalogue, Surroundings surroundings, double finest_awg) {
    const Kind* cheapest = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& cable = *kind->cable;
        const bool fits = kind->rating >= surroundings && !cable.cord && cable.rated.empty() &&
                          cable.conductor.material == ConductorMaterial::copper &&
                          cable.conductor.form == ConductorForm::solid &&
                          cable.conductor.awg <= finest_awg;
        if (!fits) continue;
        if (!cheapest || cable.price_per_m < cheapest->cable->price_per_m) cheapest = kind;
    }
    return cheapest;
}

Surroundings route_surroundings(const Site& site, Point from, Point to) {
    Surroundings harshest = Surroundings::indoor;
    for (const std::string& id : find_route(site, from, to)) {
        harshest = std::max(harshest, find_pathway(site, id)->surroundings);
    }
    return harshest;
}

double way_length_m(const ChooseContext& context, const FeedPort& port) {
    const Point from = find_device(context.site, port.device)->at;
    const Point to = find_device(context.site, context.camera)->at;
    Link link;
    link.pathways = find_route(context.site, from, to);
    return polyline_length_m(link_polyline(context.site, link, from, to)) +
           2 * context.site.settings.default_drop_m;
}

std::optional<Added> lay_direct(const ChooseContext& context, Site cleared, const FeedPort& port,
                                const Kind& cable) {
    const Device* camera = find_device(cleared, context.camera);
    const Kind* kind = context.catalogue.find(camera->kind);
    Result<Added> added =
        connect(std::move(cleared), context.catalogue, cable.id, {port.device, port.port, 0, ""},
                {context.camera, camera_port(*kind), 0, ""});
    if (!added) return std::nullopt;
    Link& link = *find_link(added->site, added->id);
    // What was measured or left as slack on the old single cable still holds.
    const Link* old = camera_link(context.site, context.camera);
    if (old && old->a.device == port.device) {
        link.cords_m = old->cords_m;
        link.slack_m = old->slack_m;
        link.measured_length_m = old->measured_length_m;
        link.a.drop_m = old->a.drop_m;
        link.b.drop_m = old->b.drop_m;
        if (!old->drawn.empty()) {
            link.pathways = old->pathways;
            link.drawn = old->drawn;
        }
    }
    if (link_surroundings(added->site, link) != Surroundings::indoor) {
        link.a.protector = link.b.protector = "surge-100";
    }
    return std::move(*added);
}

std::optional<Site> lay_chain(const ChooseContext& context, const Site& cleared,
                              const FeedPort& port, const Kind& cable, const Kind& unit,
                              int count) {
    std::optional<Added> direct = lay_direct(context, cleared, port, cable);
    if (!direct) return std::nullopt;
    const std::vector<Point> line =
        link_polyline(direct->site, *find_link(direct->site, direct->id));
    const double plan_m = polyline_length_m(line);
    const Link& whole = *find_link(direct->site, direct->id);
    // Even hops of cable: the drops at the ends are part of the first and the last hop.
    const double cable_m = plan_m + whole.a.drop_m + whole.b.drop_m;
    const std::string first_link = direct->id;
    const double first_drop_m = whole.a.drop_m;
    Site site = std::move(direct->site);
    for (int i = count; i >= 1; --i) {  // from the camera back: the first link keeps its id
        const double along_m = std::clamp(cable_m * i / (count + 1) - first_drop_m, 0.0, plan_m);
        Result<Added> added = insert_in_line(std::move(site), context.catalogue, first_link,
                                             unit.id, point_along(line, along_m));
        if (!added) return std::nullopt;
        site = std::move(added->site);
        Device& device = *find_device(site, added->id);
        Surroundings here = surroundings_of(site, device);
        for (const Link& link : site.links) {
            if (link.a.device != device.id && link.b.device != device.id) continue;
            for (const std::string& pathway : link.pathways) {
                if (project(find_pathway(site, pathway)->points, device.at).away_m < 1) {
                    here = std::max(here, find_pathway(site, pathway)->surroundings);
                }
            }
        }
        device.surroundings = here;
        if (unit.rating < here) {
            device.enclosure = here == Surroundings::wet ? "box-wet" : "box-outdoor";
        }
    }
    return site;
}

Proposal judge_candidate(const ChooseContext& context, Site candidate) {
    Proposal proposal;
    proposal.site = std::make_shared<const Site>(std::move(candidate));
    const Network net = lay_out(*proposal.site, context.catalogue);
    const std::size_t index = camera_index(net, context.camera);
    if (index == net.cameras.size()) return cannot_build(Cannot::no_camera);
    const Run& run = net.runs[index];
    proposal.run = assess_run(net, index);
    proposal.verdict = proposal.run.verdict;
    if (const Check* decisive = proposal.run.decisive()) proposal.decisive = *decisive;
    proposal.price = run_price(net, run);
    proposal.can_fail = static_cast<int>(run.links.size()) * 2;
    for (const Check& check : proposal.run.checks) {
        proposal.past_stated = proposal.past_stated || check.note == Note::past_stated_limit;
    }
    proposal.in_line = std::max(0, static_cast<int>(run.ins.size()) - 1);
    proposal.can_fail += proposal.in_line;
    if (!run.fed) return proposal;
    // The unit that feeds it must not be made to fail by it.
    const Network& before = context.now;
    const int unit = run.outs.front().device;
    const SwitchAssessment after = assess_switch(net, unit);
    const auto before_unit =
        std::find_if(context.site.devices.begin(), context.site.devices.end(),
                     [&](const Device& device) { return device.id == net.device(unit).id; });
    if (after.verdict == Verdict::fails && before_unit != context.site.devices.end() &&
        assess_switch(before, static_cast<int>(before_unit - context.site.devices.begin()))
                .verdict != Verdict::fails) {
        proposal.verdict = Verdict::fails;
        for (const Check& check : after.checks) {
            if (check.verdict == Verdict::fails) proposal.decisive = check;
        }
    }
    judge_neighbours(net, before, index, proposal);
    return proposal;
}

Proposal best_of(const ChooseContext& context, std::vector<Site> candidates) {
    std::optional<Proposal> best;
    for (Site& candidate : candidates) {
        Proposal proposal = judge_candidate(context, std::move(candidate));
        if (!best || better(proposal, *best)) best = std::move(proposal);
    }
    return best ? std::move(*best) : cannot_build(Cannot::no_cable);
}

}  // namespace ovant
