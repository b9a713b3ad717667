// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/edits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/look_up.h"
#include "core/route/route.h"
#include "core/site/edits_common.h"
#include "core/site/site_problems.h"

namespace ovant {
namespace {

template <class Items>
bool erase_id(Items& items, std::string_view id) {
    const auto first =
        std::remove_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    const bool found = first != items.end();
    items.erase(first, items.end());
    return found;
}

// The place whose outline holds the point, or "".
std::string place_at(const Site& site, Point at) {
    for (const Place& place : site.places) {
        if (std::abs(at.x_m - place.at.x_m) <= place.width_m / 2 &&
            std::abs(at.y_m - place.at.y_m) <= place.depth_m / 2) {
            return place.id;
        }
    }
    return "";
}

// Joins the two links of an in-line unit that is going away. Keeps the first link's id and cable.
void join_around(Site& site, std::string_view device) {
    std::vector<Link*> touching;
    for (Link& link : site.links) {
        if (link.a.device == device || link.b.device == device) touching.push_back(&link);
    }
    if (touching.size() != 2) return;
    Link& kept = *touching[0];
    const Link gone = *touching[1];
    const bool kept_starts_here = kept.a.device == device;
    const bool gone_starts_here = gone.a.device == device;
    const LinkEnd far_end = gone_starts_here ? gone.b : gone.a;
    std::vector<std::string> more = gone.pathways;
    if (gone_starts_here == kept_starts_here) std::reverse(more.begin(), more.end());
    std::vector<std::string>& lanes = kept.pathways;
    if (kept_starts_here) {
        std::swap(lanes, more);
    }
    for (const std::string& lane : more) {
        if (lanes.empty() || lanes.back() != lane) lanes.push_back(lane);
    }
    kept.drawn.clear();
    kept.slack_m += gone.slack_m;
    kept.cords_m += gone.cords_m;
    if (kept.measured_length_m && gone.measured_length_m) {
        *kept.measured_length_m += *gone.measured_length_m;
    } else {
        kept.measured_length_m.reset();
    }
    (kept_starts_here ? kept.a : kept.b) = far_end;
    erase_id(site.links, gone.id);
}

LinkEnd* end_on(Site& site, std::string_view device, std::string_view port) {
    for (Link& link : site.links) {
        for (LinkEnd* end : {&link.a, &link.b}) {
            if (end->device == device && end->port == port) return end;
        }
    }
    return nullptr;
}

Error unknown_port(std::string_view device, std::string_view port) {
    return {ErrorCode::unknown_port, "", fmt::format("{}.{}", device, port), ""};
}

// Null where the site has no such device, or its kind no such port.
const PortKind* port_of(const Site& site, const Catalogue& catalogue, std::string_view device,
                        std::string_view port) {
    const Device* found = find_device(site, device);
    const Kind* kind = found ? catalogue.find(found->kind) : nullptr;
    return kind ? find_port(*kind, port) : nullptr;
}

// Whether the cable of a link still goes into both its ports.
std::optional<Error> wrong_plug(const Site& site, const Catalogue& catalogue, const Link& link) {
    const CableFacts* cable = cable_facts(catalogue, link.cable);
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const PortKind* port = port_of(site, catalogue, end->device, end->port);
        if (!port) return unknown_port(end->device, end->port);
        if (cable && cable->medium != port->medium)
            return Error{ErrorCode::wrong_medium, "", end->device + "." + end->port, link.cable};
    }
    return std::nullopt;
}

std::optional<Error> wrong_plug_at(const Site& site, const Catalogue& catalogue,
                                   std::string_view device) {
    for (const Link& link : site.links) {
        if (link.a.device != device && link.b.device != device) continue;
        if (std::optional<Error> wrong = wrong_plug(site, catalogue, link)) return wrong;
    }
    return std::nullopt;
}

const PortKind* port_facing(const Kind& kind, bool upstream) {
    for (const PortKind& port : kind.ports) {
        if (port.upstream == upstream) return &port;
    }
    return nullptr;
}

}  // namespace

std::string_view id_prefix(Category category) {
    switch (category) {
        case Category::camera: return "K";
        case Category::network_switch: return "SW";
        case Category::recorder: return "REC";
        case Category::injector: return "INJ";
        case Category::repeater: return "R";
        case Category::extender: return "E";
        case Category::media_converter: return "MC";
        case Category::supply: return "PS";
        case Category::splitter: return "SP";
        case Category::combiner: return "CB";
        case Category::coax_unit: return "CX";
        case Category::line_unit: return "LU";
        case Category::mains_unit: return "MU";
        case Category::radio: return "RA";
        case Category::ups: return "UPS";
        default: return "D";
    }
}

Result<Added> add_device(Site site, const Catalogue& catalogue, std::string_view kind, Point at,
                         std::string_view name) {
    const Kind* found = catalogue.find(kind);
    if (!found || (found->ports.empty() && !found->ups)) {
        return Error{ErrorCode::unknown_kind, "", std::string(kind), ""};
    }
    Device device;
    device.id = next_id(site, id_prefix(found->category));
    device.kind = kind;
    device.name = name;
    device.at = to_centimetre(at);
    device.place = found->category == Category::camera ? "" : place_at(site, at);
    if (found->category == Category::camera) device.camera = CameraSettings{};
    site.devices.push_back(device);
    return added_if_right(std::move(site), "devices", device);
}

Result<Site> move_object(Site site, std::string_view id, Point to) {
    to = to_centimetre(to);
    if (Device* device = find_device(site, id)) {
        device->at = to;
        const Device moved = *device;
        return if_right(std::move(site), "devices", moved);
    }
    Place* place = find_place(site, id);
    if (!place) return no_such(id);
    const double dx = to.x_m - place->at.x_m;
    const double dy = to.y_m - place->at.y_m;
    for (Device& device : site.devices) {
        if (device.place == id) {
            device.at = to_centimetre(Point{device.at.x_m + dx, device.at.y_m + dy});
        }
    }
    place->at = to;
    const Place moved = *place;
    return if_right(std::move(site), "places", moved);
}

Result<Site> rename_object(Site site, std::string_view id, std::string_view name) {
    if (const auto letters = letters_in(name); !letters || *letters > most_name_letters) {
        return Error{ErrorCode::bad_value, std::string(id) + "/name", shown_value(name),
                     allowed_text(most_name_letters, Need::no)};
    }
    if (Device* device = find_device(site, id))
        device->name = name;
    else if (Place* place = find_place(site, id))
        place->name = name;
    else {
        for (Pathway& pathway : site.pathways) {
            if (pathway.id != id) continue;
            pathway.name = name;
            return site;
        }
        for (Obstacle& obstacle : site.obstacles) {
            if (obstacle.id != id) continue;
            obstacle.name = name;
            return site;
        }
        for (ExistingCable& existing : site.existing) {
            if (existing.id != id) continue;
            existing.name = name;
            return site;
        }
        return no_such(id);
    }
    return site;
}

Result<Site> remove_object(Site site, const Catalogue& catalogue, std::string_view id) {
    if (const Device* device = find_device(site, id)) {
        const auto without = [&](Site from) {
            std::erase_if(from.links, [&](const Link& link) {
                return link.a.device == id || link.b.device == id;
            });
            erase_id(from.devices, id);
            for (Device& other : from.devices) {
                if (other.backup == id) other.backup.clear();
            }
            return from;
        };
        // A cable joined round the unit that fits nowhere, or joins two sources, goes with it.
        Site joined = site;
        if (const Kind* kind = catalogue.find(device->kind); kind && kind->in_line) {
            join_around(joined, id);
            joined = without(std::move(joined));
            if (find_problems(joined, catalogue).empty()) return joined;
        }
        return without(std::move(site));
    }
    if (erase_id(site.links, id) || erase_id(site.obstacles, id)) return site;
    if (erase_id(site.existing, id)) {
        for (Link& link : site.links) {
            if (link.existing == id) link.existing.clear();
        }
        return site;
    }
    if (erase_id(site.places, id)) {
        for (Device& device : site.devices) {
            if (device.place == id) device.place.clear();
        }
        return site;
    }
    if (erase_id(site.pathways, id)) {
        for (Link& link : site.links) std::erase(link.pathways, id);
        return site;
    }
    return no_such(id);
}

Result<Added> connect(Site site, const Catalogue& catalogue, std::string_view cable,
                      const LinkEnd& a, const LinkEnd& b) {
    const Kind* kind = catalogue.find(cable);
    if (!kind || !kind->cable) return Error{ErrorCode::unknown_kind, "", std::string(cable), ""};
    for (const LinkEnd* end : {&a, &b}) {
        if (const Link* used = link_at(site, end->device, end->port)) {
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

Result<Added> connect_devices(Site site, const Catalogue& catalogue, std::string_view cable,
                              std::string_view a, std::string_view b) {
    const Kind* wished = catalogue.find(cable);
    if (!wished || !wished->cable)
        return Error{ErrorCode::unknown_kind, "", std::string(cable), ""};
    const auto free_port = [&](std::string_view id, Medium medium, auto fits) -> std::string {
        const Device* device = find_device(site, id);
        const Kind* kind = device ? catalogue.find(device->kind) : nullptr;
        if (!kind) return "";
        for (const PortKind& port : kind->ports) {
            if (port.medium == medium && fits(port) && !link_at(site, id, port.id)) return port.id;
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
    const auto join = [&](std::string_view kind, std::string_view from, std::string out,
                          std::string_view to, std::string in) {
        return connect(site, catalogue, kind, {std::string(from), std::move(out), 0, ""},
                       {std::string(to), std::move(in), 0, ""});
    };
    // The cable that was chosen first; where no port takes its medium, the usual one of another.
    const std::pair<Medium, std::string_view> kinds[] = {
        {wished->cable->medium, cable},        {Medium::twisted_pair, "cat5e-solid-24-out"},
        {Medium::fibre, "fibre-os2-2"},        {Medium::composite, "composite-16"},
        {Medium::coax, "coax-rg59"},           {Medium::radio, "air"},
        {Medium::mains_wiring, "house-mains"}, {Medium::dc, "dc-lead-18"}};
    for (const auto& [medium, kind] : kinds) {
        for (const auto& [from, to] : {std::pair(a, b), std::pair(b, a)}) {
            const std::string out = free_port(from, medium, feeds);
            const std::string in = free_port(to, medium, is_fed);
            if (!out.empty() && !in.empty()) return join(kind, from, out, to, in);
        }
        const std::string out = free_port(a, medium, carries_data);
        const std::string in = free_port(b, medium, carries_data);
        if (!out.empty() && !in.empty()) return join(kind, a, out, b, in);
        // A feeding port carries data to what needs no power from it.
        for (const auto& [from, to] : {std::pair(a, b), std::pair(b, a)}) {
            const std::string data = free_port(from, medium, carries_data);
            const std::string other = free_port(to, medium, any);
            if (!data.empty() && !other.empty()) return join(kind, from, data, to, other);
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
        return Error{ErrorCode::not_possible, "", std::string(kind_id), "in-line"};
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

Result<Site> set_protectors(Site site, std::string_view link_id, std::string_view at_a,
                            std::string_view at_b) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->a.protector = at_a;
    link->b.protector = at_b;
    return site;
}

Result<Site> set_camera_draw(Site site, const Catalogue& catalogue, std::string_view camera,
                             const CameraDraw& draw) {
    Device* device = find_device(site, camera);
    if (!device) return no_such(camera);
    if (!device->camera) device->camera = CameraSettings{};
    const Kind* kind = catalogue.find(device->kind);
    const bool as_kind = kind && kind->camera && kind->camera->draw == draw;
    device->camera->draw = as_kind ? std::nullopt : std::optional(draw);
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Site> set_camera(Site site, std::string_view camera, const CameraSettings& settings) {
    Device* device = find_device(site, camera);
    if (!device) return no_such(camera);
    device->camera = settings;
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Site> set_kind(Site site, const Catalogue& catalogue, std::string_view id,
                      std::string_view kind_id) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Kind* kind = catalogue.find(kind_id);
    if (!kind) return Error{ErrorCode::unknown_kind, "", std::string(kind_id), ""};
    device->kind = kind_id;
    if (device->camera) device->camera->draw.reset();
    if (std::optional<Error> wrong = wrong_plug_at(site, catalogue, id)) return *wrong;
    return site;
}

Result<Site> set_enclosure(Site site, const Catalogue& catalogue, std::string_view id,
                           std::string_view enclosure) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (!enclosure.empty() && !catalogue.find(enclosure)) {
        return Error{ErrorCode::unknown_kind, "", std::string(enclosure), ""};
    }
    device->enclosure = enclosure;
    return site;
}

Result<Site> set_place(Site site, std::string_view id, std::string_view place) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (!place.empty() && !find_place(site, place)) return no_such(place);
    device->place = place;
    return site;
}

Result<Site> set_long_group(Site site, std::string_view id, int group, bool on) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (on)
        device->long_groups.insert(group);
    else
        device->long_groups.erase(group);
    return site;
}

namespace {

// One field of a device becomes this value, where the device may then be so.
template <class Field, class Value>
Result<Site> with_value(Site site, std::string_view id, Field Device::*field, Value value) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    device->*field = value;
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

}  // namespace

Result<Site> set_antenna_height(Site site, std::string_view id, double height_m) {
    return with_value(std::move(site), id, &Device::height_m, height_m);
}

Result<Site> set_transmit(Site site, std::string_view id, std::optional<double> transmit_dbm) {
    return with_value(std::move(site), id, &Device::transmit_dbm, transmit_dbm);
}

Result<Site> set_azimuth(Site site, std::string_view id, std::optional<double> azimuth_deg) {
    return with_value(std::move(site), id, &Device::azimuth_deg, azimuth_deg);
}

Result<Site> set_channel(Site site, std::string_view id, int channel) {
    return with_value(std::move(site), id, &Device::channel, channel);
}

Result<Site> set_module(Site site, const Catalogue& catalogue, std::string_view id,
                        std::string_view port, std::string_view module) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (!port_of(site, catalogue, id, port)) return unknown_port(id, port);
    if (module.empty()) {
        device->modules.erase(std::string(port));
        return site;
    }
    const Kind* kind = catalogue.find(module);
    if (!kind || !kind->optic) return Error{ErrorCode::unknown_kind, "", std::string(module), ""};
    device->modules[std::string(port)] = module;
    return site;
}

Result<Site> set_alternative(Site site, const Catalogue& catalogue, std::string_view id,
                             std::optional<Alternative> alternative) {
    Device* device = find_device(site, id);
    if (!device) return Error{ErrorCode::no_such_object, "", std::string(id), ""};
    const Kind* kind = catalogue.find(device->kind);
    if (alternative && (!kind || kind->category != Category::combiner)) {
        return Error{ErrorCode::bad_value, fmt::format("devices/{}/alternative", id),
                     *alternative == Alternative::a ? "A" : "B", "set on a combiner only"};
    }
    device->alternative = alternative;
    return site;
}

Result<Site> set_port_power(Site site, std::string_view id, std::string_view port, bool on) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (on)
        device->power_off_ports.erase(std::string(port));
    else
        device->power_off_ports.insert(std::string(port));
    return site;
}

Result<Site> set_port_priority(Site site, const Catalogue& catalogue, std::string_view id,
                               std::string_view port, int priority) {
    if (!port_of(site, catalogue, id, port)) return unknown_port(id, port);
    if (priority < 1 || priority > 3) {
        return Error{ErrorCode::bad_value, fmt::format("devices/{}/port_priority", id),
                     std::to_string(priority), allowed_number("", {1, 3}, true)};
    }
    Device* device = find_device(site, id);
    if (priority == 3)
        device->port_priority.erase(std::string(port));
    else
        device->port_priority[std::string(port)] = priority;
    return site;
}

Result<Site> set_backup(Site site, const Catalogue& catalogue, std::string_view id,
                        std::string_view ups) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Device* backup = find_device(site, ups);
    const Kind* kind = backup ? catalogue.find(backup->kind) : nullptr;
    if (!ups.empty() && (!kind || !kind->ups || ups == id)) return no_such(ups);
    device->backup = std::string(ups);
    return site;
}

Result<Site> set_supplies(Site site, const Catalogue& catalogue, std::string_view id,
                          int supplies) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    const Kind* kind = catalogue.find(device->kind);
    const int most = kind && kind->supply ? kind->supply->supplies : 1;
    if (supplies < 0 || supplies > most) {
        return Error{ErrorCode::bad_value, fmt::format("devices/{}/supplies", id),
                     std::to_string(supplies),
                     allowed_number("", {0, static_cast<double>(most)}, true)};
    }
    device->supplies = supplies == most ? 0 : supplies;
    return site;
}

Result<Site> move_plug(Site site, const Catalogue& catalogue, std::string_view from_device,
                       std::string_view from_port, std::string_view to_device,
                       std::string_view to_port) {
    if (!port_of(site, catalogue, to_device, to_port)) return unknown_port(to_device, to_port);
    LinkEnd* moved = end_on(site, from_device, from_port);
    if (!moved) return unknown_port(from_device, from_port);
    LinkEnd* displaced = end_on(site, to_device, to_port);
    if (displaced == moved) return site;
    moved->device = to_device;
    moved->port = to_port;
    if (displaced) {
        displaced->device = from_device;
        displaced->port = from_port;
    }
    for (std::string_view device : {from_device, to_device}) {
        if (std::optional<Error> wrong = wrong_plug_at(site, catalogue, device)) return *wrong;
    }
    return site;
}

}  // namespace ovant
