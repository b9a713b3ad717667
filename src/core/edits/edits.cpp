// SPDX-License-Identifier: GPL-3.0-or-later
// Units and what else has a place: put, moved, named, taken away.
#include "core/edits/edits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/look_up.h"
#include "core/route/route.h"
#include "core/edits/edits_common.h"
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

}  // namespace

std::string_view id_prefix(Category category) {
    switch (category) {
        case Category::camera: return "K";
        case Category::load: return "T";
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
    device.place = ends_a_run(*found) ? "" : place_at(site, at);
    if (ends_a_run(*found)) device.camera = CameraSettings{};
    site.devices.push_back(device);
    return added_if_right(std::move(site), "devices", device);
}

Result<Site> move_object(Site site, std::string_view id, Point to) {
    to = to_centimetre(to);
    if (Device* device = find_device(site, id)) {
        device->at = to;
        device->stated_run_m = 0;  // it has its place on the plan now
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

Result<Site> rename_object(Site site, NamedId renamed) {
    const auto [id, name] = renamed;
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
    if (erase_id(site.links, id) || erase_id(site.obstacles, id) || erase_id(site.subnets, id) ||
        erase_id(site.readings, id) || erase_id(site.instruments, id) || erase_id(site.tried, id) ||
        erase_id(site.bench, id) || erase_id(site.photos, id) || erase_id(site.handovers, id) ||
        erase_id(site.stock, id) || erase_id(site.brings, id) || erase_id(site.variants, id))
        return site;
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

}  // namespace ovant
