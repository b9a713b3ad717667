// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/site.h"

#include "core/site/site_lists.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace ovant {

OVANT_VALUE_MADE(Device);
OVANT_VALUE_MADE(Link);
OVANT_VALUE_MADE(Site);
namespace {

template <class Items>
auto find_by_id(Items& items, std::string_view id) -> decltype(items.data()) {
    const auto found =
        std::find_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    return found == items.end() ? nullptr : &*found;
}

}  // namespace

bool Drawing::operator==(const Drawing& other) const {
    const bool same_data = data == other.data || (data && other.data && *data == *other.data);
    return same_data && media_type == other.media_type && origin == other.origin &&
           metres_per_pixel == other.metres_per_pixel && fade == other.fade;
}

const PortKind* find_port(const Kind& kind, std::string_view port) {
    return find_by_id(kind.ports, port);
}

bool plugs_into_mains(const Kind& kind) {
    return kind.needs_mains || (kind.supply && kind.supply->from_mains && !kind.solar);
}

double budget_w(const Kind& kind, int supplies) {
    const SupplyFacts& supply = *kind.supply;
    double all_w = supply.budget_w;
    if (all_w <= 0) {
        for (const PortKind& port : kind.ports) {
            if (port.role == PortRole::pse) all_w += port.limit_w;
        }
    }
    if (supplies <= 0 || supplies >= supply.supplies) return all_w;
    return supply.budget_one_w > 0 ? supply.budget_one_w : all_w * supplies / supply.supplies;
}

bool is_source(const Kind& kind) { return kind.supply && kind.supply->from_mains; }

int Device::priority_of(const std::string& port) const {
    const auto found = port_priority.find(port);
    return found == port_priority.end() ? 3 : found->second;
}

const Device* find_device(const Site& site, std::string_view id) {
    return find_by_id(site.devices, id);
}
const Link* find_link(const Site& site, std::string_view id) { return find_by_id(site.links, id); }
const Place* find_place(const Site& site, std::string_view id) {
    return find_by_id(site.places, id);
}
const Pathway* find_pathway(const Site& site, std::string_view id) {
    return find_by_id(site.pathways, id);
}
const ExistingCable* find_existing(const Site& site, std::string_view id) {
    return find_by_id(site.existing, id);
}
const Obstacle* find_obstacle(const Site& site, std::string_view id) {
    return find_by_id(site.obstacles, id);
}
Device* find_device(Site& site, std::string_view id) { return find_by_id(site.devices, id); }
Link* find_link(Site& site, std::string_view id) { return find_by_id(site.links, id); }
const Place* head_end_of(const Site& site) {
    for (const Place& place : site.places) {
        if (place.head_end) return &place;
    }
    return nullptr;
}
Place* find_place(Site& site, std::string_view id) { return find_by_id(site.places, id); }

const Subnet* find_subnet(const Site& site, std::string_view id) {
    return find_by_id(site.subnets, id);
}

const Link* link_at(const Site& site, PortId port) {
    for (const Link& link : site.links) {
        if (link.a.device == port.device && link.a.port == port.port) return &link;
        if (link.b.device == port.device && link.b.port == port.port) return &link;
    }
    return nullptr;
}

std::string next_id(const Site& site, std::string_view prefix) {
    const auto taken = [&](const std::string& id) {
        bool found = false;
        each_list(site, [&](const char*, const auto& items, std::size_t) {
            found = found || find_by_id(items, id);
        });
        // What another design has by this id would stand in place of it there.
        for (const Variant& other : site.variants)
            found = found || find_by_id(other.places, id) || find_by_id(other.pathways, id) ||
                    find_by_id(other.existing, id) || find_by_id(other.devices, id) ||
                    find_by_id(other.links, id);
        return found;
    };
    for (int number = 1;; ++number) {
        std::string id =
            prefix == "K" ? fmt::format("K{:02}", number) : fmt::format("{}{}", prefix, number);
        if (!taken(id)) return id;
    }
}

Surroundings surroundings_of(const Site& site, const Device& device) {
    if (device.surroundings) return *device.surroundings;
    const Place* place = find_place(site, device.place);
    return place ? place->surroundings : Surroundings::outdoor;
}

double to_centimetre(double value_m) { return std::round(value_m * 100) / 100; }
Point to_centimetre(Point point) { return {to_centimetre(point.x_m), to_centimetre(point.y_m)}; }

double distance_m(Point a, Point b) { return std::hypot(a.x_m - b.x_m, a.y_m - b.y_m); }

}  // namespace ovant
