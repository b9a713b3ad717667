// SPDX-License-Identifier: GPL-3.0-or-later
// Cables: laid, changed, plugged elsewhere.
#include "core/catalogue/usual_kinds.h"
#include "core/edits/edits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/look_up.h"
#include "core/route/route.h"
#include "core/route/router.h"
#include "core/edits/edits_common.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

LinkEnd* end_on(Site& site, PortId port) {
    for (Link& link : site.links) {
        for (LinkEnd* end : {&link.a, &link.b}) {
            if (end->device == port.device && end->port == port.port) return end;
        }
    }
    return nullptr;
}

const PortKind* port_facing(const Kind& kind, bool upstream) {
    for (const PortKind& port : kind.ports) {
        if (port.upstream == upstream) return &port;
    }
    return nullptr;
}

}  // namespace

Result<Added> connect(Site site, const Catalogue& catalogue, std::string_view cable,
                      const LinkEnd& a, const LinkEnd& b) {
    const Kind* kind = catalogue.find(cable);
    if (!kind || !kind->cable) return Error{ErrorCode::unknown_kind, "", std::string(cable), ""};
    for (const LinkEnd* end : {&a, &b}) {
        if (const Link* used = link_at(site, {end->device, end->port})) {
            return Error{ErrorCode::port_in_use, "", end->device + "." + end->port, used->id};
        }
    }
    Link link;
    link.id = next_id(site, "L");
    link.cable = cable;
    link.a = a;
    link.b = b;
    for (LinkEnd* end : {&link.a, &link.b}) {
        if (end->drop_m == 0) end->drop_m = site.settings.default_drop_m;
    }
    if (std::optional<Error> wrong = wrong_plug(site, catalogue, link)) return *wrong;
    link.pathways = find_route(site, or_nothing(find_device(site, a.device)).at,
                               or_nothing(find_device(site, b.device)).at);
    site.links.push_back(link);
    return added_if_right(std::move(site), "links", link);
}

Result<Added> connect_devices(Site site, const Catalogue& catalogue, DevicePair devices,
                              std::string_view cable) {
    const auto [a, b] = devices;
    const Kind* wished = catalogue.find(cable);
    if (!wished || !wished->cable)
        return Error{ErrorCode::unknown_kind, "", std::string(cable), ""};
    const auto free_port = [&](std::string_view id, Medium medium, auto fits) -> std::string {
        const Device* device = find_device(site, id);
        const Kind* kind = device ? catalogue.find(device->kind) : nullptr;
        if (!kind) return "";
        for (const PortKind& port : kind->ports) {
            if (port.medium == medium && fits(port) && !link_at(site, {id, port.id}))
                return port.id;
        }
        return "";
    };
    const auto feeds = [](const PortKind& port) {
        return port.role == PortRole::pse || (port.role == PortRole::pass && !port.upstream);
    };
    const auto is_fed = [](const PortKind& port) {
        return port.role == PortRole::pd || (port.role == PortRole::pass && port.upstream);
    };
    const auto carries_data = [](const PortKind& port) { return port.role == PortRole::data; };
    const auto any = [](const PortKind&) { return true; };
    const auto join = [&](std::string_view kind, PortId from, PortId to) {
        return connect(site, catalogue, kind,
                       {std::string(from.device), std::string(from.port), 0, ""},
                       {std::string(to.device), std::string(to.port), 0, ""});
    };
    // The cable that was chosen first; where no port takes its medium, the usual one of another.
    const std::pair<Medium, std::string_view> kinds[] = {
        {wished->cable->medium, cable},
        {Medium::twisted_pair, usual::copper},
        {Medium::fibre, usual::two_fibres},
        {Medium::composite, usual::composite},
        {Medium::coax, usual::old_coax},
        {Medium::radio, usual::through_the_air},
        {Medium::mains_wiring, usual::mains_of_the_house},
        {Medium::dc, usual::dc_lead}};
    for (const auto& [medium, kind] : kinds) {
        for (const auto& [from, to] : {std::pair(a, b), std::pair(b, a)}) {
            const std::string out = free_port(from, medium, feeds);
            const std::string in = free_port(to, medium, is_fed);
            if (!out.empty() && !in.empty()) return join(kind, {from, out}, {to, in});
        }
        const std::string out = free_port(a, medium, carries_data);
        const std::string in = free_port(b, medium, carries_data);
        if (!out.empty() && !in.empty()) return join(kind, {a, out}, {b, in});
        // A feeding port carries data to what needs no power from it.
        for (const auto& [from, to] : {std::pair(a, b), std::pair(b, a)}) {
            const std::string data = free_port(from, medium, carries_data);
            const std::string other = free_port(to, medium, any);
            if (!data.empty() && !other.empty()) return join(kind, {from, data}, {to, other});
        }
    }
    return Error{ErrorCode::not_possible, "", fmt::format("{} to {}", a, b),
                 "no free ports that fit"};
}

Result<Added> insert_in_line(Site site, const Catalogue& catalogue, std::string_view link_id,
                             std::string_view kind_id, Point near) {
    const Link* found = find_link(site, link_id);
    if (!found) return no_such(link_id);
    const Kind* kind = catalogue.find(kind_id);
    if (!kind) return Error{ErrorCode::unknown_kind, "", std::string(kind_id), ""};
    const PortKind* in = port_facing(*kind, true);
    const PortKind* out = port_facing(*kind, false);
    if (!kind->in_line || !in || !out) {
        return Error{ErrorCode::not_in_line, "", std::string(kind_id), ""};
    }
    const std::vector<Point> line = link_polyline(site, *found);
    const Projection spot = project(line, near);
    const double whole_m = polyline_length_m(line);
    Result<Added> added = add_device(std::move(site), catalogue, kind_id, spot.at);
    if (!added) return added;
    Site next = std::move(added->site);
    Link* const kept = find_link(next, link_id);
    if (!kept) return no_such(link_id);
    Link& first = *kept;
    Link second = first;
    second.id = next_id(next, "L");
    // The side nearer the feeding port keeps its id; a link is drawn from the feeding side at a.
    first.b = {added->id, in->id, 0, ""};
    second.a = {added->id, out->id, 0, ""};
    std::size_t lane = 0;
    double least_m = 1e300;
    for (std::size_t i = 0; i < first.pathways.size(); ++i) {
        const Pathway* pathway = find_pathway(next, first.pathways[i]);
        const double away_m = pathway ? project(pathway->points, spot.at).away_m : 1e300;
        if (away_m < least_m) {
            least_m = away_m;
            lane = i;
        }
    }
    if (!first.pathways.empty()) {
        const auto cut = static_cast<std::ptrdiff_t>(lane);
        second.pathways.erase(second.pathways.begin(), second.pathways.begin() + cut);
        first.pathways.resize(lane + 1);
    }
    double passed_m = 0;
    std::vector<Point> before, after;
    for (std::size_t i = 1; i + 1 < line.size() && first.pathways.empty(); ++i) {
        passed_m += distance_m(line[i - 1], line[i]);
        (passed_m < spot.along_m ? before : after).push_back(line[i]);
    }
    first.drawn = std::move(before);
    second.drawn = std::move(after);
    first.slack_m = second.slack_m = second.slack_m / 2;
    second.cords_m = 0;
    if (first.measured_length_m) {
        const double share = whole_m > 0 ? spot.along_m / whole_m : 0.5;
        second.measured_length_m = to_centimetre(*first.measured_length_m * (1 - share));
        *first.measured_length_m -= *second.measured_length_m;
    }
    next.links.push_back(std::move(second));
    if (std::optional<Error> wrong = wrong_plug_at(next, catalogue, added->id)) return *wrong;
    return Added{std::move(next), added->id};
}

Result<Site> set_cable(Site site, const Catalogue& catalogue, std::string_view link_id,
                       std::string_view cable) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    const Kind* kind = catalogue.find(cable);
    if (!kind || !kind->cable) return Error{ErrorCode::unknown_kind, "", std::string(cable), ""};
    const Kind* now = catalogue.find(link->cable);
    if (now && now->cable && now->cable->medium != kind->cable->medium) {
        return Error{ErrorCode::wrong_medium, "", link->a.device + "." + link->a.port,
                     std::string(cable)};
    }
    link->cable = cable;
    return site;
}

Result<Site> set_measured_length(Site site, std::string_view link_id,
                                 std::optional<double> length_m) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->measured_length_m = length_m;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> lay_again(Site site, std::string_view link_id) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    const Device* a = find_device(site, link->a.device);
    const Device* b = find_device(site, link->b.device);
    if (!a || !b) return no_such(link_id);
    link->drawn.clear();
    link->pathways = find_route(site, a->at, b->at);
    return site;
}

Result<Site> set_slack(Site site, std::string_view link_id, double slack_m) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->slack_m = slack_m;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_colour(Site site, std::string_view id, std::string_view colour) {
    Link* link = find_link(site, id);
    if (!link) return no_such(id);
    link->colour = colour;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_pull(Site site, std::string_view link_id, std::string_view pull) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->pull = pull;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_protectors(Site site, std::string_view link_id, Protectors protectors) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->a.protector = protectors.at_a;
    link->b.protector = protectors.at_b;
    return site;
}

Result<Site> move_plug(Site site, const Catalogue& catalogue, PortId from, PortId to) {
    if (!port_of(site, catalogue, to)) return unknown_port(to);
    LinkEnd* moved = end_on(site, from);
    if (!moved) return unknown_port(from);
    LinkEnd* displaced = end_on(site, to);
    if (displaced == moved) return site;
    moved->device = to.device;
    moved->port = to.port;
    if (displaced) {
        displaced->device = from.device;
        displaced->port = from.port;
    }
    for (std::string_view device : {from.device, to.device}) {
        if (std::optional<Error> wrong = wrong_plug_at(site, catalogue, device)) return *wrong;
    }
    return site;
}

Result<Site> note_seen_to_work(Site site, std::string_view link_id, std::vector<SeenToWork> notes) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->proven = std::move(notes);
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

}  // namespace ovant
