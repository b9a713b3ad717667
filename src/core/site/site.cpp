// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/site.h"

#include "core/site/site_lists.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <functional>
#include <unordered_map>

namespace ovant {

OVANT_VALUE_MADE(Device);
OVANT_VALUE_MADE(Link);
OVANT_VALUE_MADE(Site);
namespace {

// Where the ids of a long list stand, remembered by each thread for the lists it asked last. A list
// is a plain value that may have been changed, or be gone and another lie in its place: what is
// remembered is only where to look first.
class RememberedPlaces {
public:
    static constexpr std::size_t long_list = 48;

    template <class Items>
    std::size_t find(const Items& items, std::string_view id) {
        Known& known = of(items.data(), items.size());
        const auto place = known.places.find(std::hash<std::string_view>()(id));
        if (place != known.places.end() && items.begin()[place->second].id == id)
            return place->second;
        const auto found = std::find_if(items.begin(), items.end(),
                                        [&](const auto& item) { return item.id == id; });
        const auto at = static_cast<std::size_t>(found - items.begin());
        // What is not in the list at all is looked for in all of it each time.
        if (known.places.empty() || at < items.size()) known.gone_through += at;
        // Worth it once it was gone through a few times.
        if (known.gone_through > 4 * items.size()) {
            known.places.clear();
            for (std::size_t i = 0; i < items.size(); ++i)
                known.places.emplace(std::hash<std::string_view>()(items.begin()[i].id),
                                     static_cast<std::uint32_t>(i));
            known.gone_through = 0;
        }
        return at;
    }

private:
    struct Known {
        const void* list = nullptr;
        std::size_t size = 0;
        std::size_t gone_through = 0;
        std::size_t asked_last = 0;
        std::unordered_map<std::size_t, std::uint32_t> places;  // by hash of the id
    };
    Known& of(const void* list, std::size_t size) {
        ++now_;
        Known* oldest = &known_[0];
        for (Known& one : known_) {
            if (one.list == list && one.size == size) {
                one.asked_last = now_;
                return one;
            }
            if (one.asked_last < oldest->asked_last) oldest = &one;
        }
        *oldest = {list, size, 0, now_, {}};
        return *oldest;
    }
    std::array<Known, 6> known_;
    std::size_t now_ = 0;
};

template <class Items>
auto find_by_id(Items& items, std::string_view id) -> decltype(items.data()) {
    thread_local RememberedPlaces remembered;
    std::size_t at = 0;
    if (items.size() >= RememberedPlaces::long_list)
        at = remembered.find(items, id);
    else
        while (at < items.size() && items.begin()[at].id != id) ++at;
    return at < items.size() ? items.data() + at : nullptr;
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

bool takes_antenna(const Kind& radio, const Kind& antenna) {
    return radio.radio && radio.radio->antenna_socket && antenna.antenna &&
           radio.radio->frequency_mhz >= antenna.antenna->least_mhz &&
           radio.radio->frequency_mhz <= antenna.antenna->most_mhz;
}

bool ends_a_run(const Kind& kind) {
    return kind.category == Category::camera || kind.category == Category::load;
}

bool has_picture(const Kind& kind) { return kind.category == Category::camera; }

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

bool in_reach_of_lead(const Device& unit, const Device& outlet) {
    constexpr double longest_mains_lead_m = 5;  // a choice of ours: the longest lead with a plug
    if (!unit.place.empty() && unit.place == outlet.place) return true;
    return distance_m(unit.at, outlet.at) <= longest_mains_lead_m;
}

}  // namespace ovant
