// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of the plan and of the site as a whole: places, pathways, drawing, settings.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/look_up.h"
#include "core/edits/edits.h"
#include "core/edits/edits_common.h"

namespace ovant {
namespace {

void round_points(std::vector<Point>& points) {
    for (Point& point : points) point = to_centimetre(point);
}

// Puts `object` in place of the one of the same id.
template <class T>
Result<Site> replace_in(Site site, std::vector<T> Site::*list, const char* name, const T& object) {
    for (T& found : site.*list) {
        if (found.id != object.id) continue;
        found = object;
        if constexpr (requires { found.points; }) round_points(found.points);
        return if_right(std::move(site), name, object);
    }
    return no_such(object.id);
}

// Adds `object` under the next id of the prefix.
template <class T>
Result<Added> add_to(Site site, std::vector<T> Site::*list, const char* name, const char* prefix,
                     T object) {
    object.id = next_id(site, prefix);
    if constexpr (requires { object.points; }) round_points(object.points);
    (site.*list).push_back(object);
    return added_if_right(std::move(site), name, object);
}

}  // namespace

Result<Added> add_place(Site site, Place place) {
    place.id = next_id(site, "P");
    place.at = to_centimetre(place.at);
    site.places.push_back(place);
    return added_if_right(std::move(site), "places", place);
}

Result<Added> add_pathway(Site site, Pathway pathway) {
    return add_to(std::move(site), &Site::pathways, "pathways", "W", std::move(pathway));
}

Result<Added> add_equipment_room(Site site, const Catalogue& catalogue, Point at,
                                 std::string_view switch_kind, std::string_view recorder_kind) {
    const bool first = head_end_of(site) == nullptr;
    Place room;
    room.name = "Equipment room";
    room.kind = PlaceKind::equipment_room;
    room.at = at;
    room.width_m = 12;
    room.depth_m = 8;
    room.mains = Mains::steady;
    room.earth = true;
    room.head_end = first;
    Result<Added> added = add_place(std::move(site), std::move(room));
    if (!added) return added;
    const std::string place_id = added->id;
    Result<Added> unit = add_device(std::move(added->site), catalogue, switch_kind, at);
    if (!unit || !first) {
        if (unit) unit->id = place_id;
        return unit;
    }
    const std::string switch_id = unit->id;
    Result<Added> recorder =
        add_device(std::move(unit->site), catalogue, recorder_kind, {at.x_m + 1, at.y_m + 2});
    if (!recorder) return recorder;
    const auto port_of = [&](std::string_view kind, bool uplink) {
        for (const PortKind& port : or_nothing(catalogue.find(kind)).ports) {
            if (port.role == PortRole::data && port.uplink == uplink) return port.id;
        }
        return std::string();
    };
    Result<Added> patched = connect(std::move(recorder->site), catalogue, usual::patch_cord,
                                    {switch_id, port_of(switch_kind, true), 0.5, ""},
                                    {recorder->id, port_of(recorder_kind, false), 0.5, ""});
    if (patched) patched->id = place_id;
    return patched;
}

Result<Site> replace_place(Site site, const Place& place) {
    Place* found = find_place(site, place.id);
    if (!found) return no_such(place.id);
    if (place.head_end) {
        for (Place& other : site.places) other.head_end = false;
    }
    *found = place;
    return if_right(std::move(site), "places", place);
}

Result<Site> replace_pathway(Site site, const Pathway& pathway) {
    return replace_in(std::move(site), &Site::pathways, "pathways", pathway);
}

Result<Added> add_obstacle(Site site, Obstacle obstacle) {
    return add_to(std::move(site), &Site::obstacles, "obstacles", "O", std::move(obstacle));
}

Result<Site> replace_obstacle(Site site, const Obstacle& obstacle) {
    return replace_in(std::move(site), &Site::obstacles, "obstacles", obstacle);
}

Result<Added> add_existing(Site site, const Catalogue& catalogue, ExistingCable existing) {
    if (!cable_facts(catalogue, existing.cable))
        return Error{ErrorCode::unknown_kind, "", existing.cable, ""};
    return add_to(std::move(site), &Site::existing, "existing", "X", std::move(existing));
}

Result<Site> replace_existing(Site site, const Catalogue& catalogue,
                              const ExistingCable& existing) {
    if (!cable_facts(catalogue, existing.cable))
        return Error{ErrorCode::unknown_kind, "", existing.cable, ""};
    return replace_in(std::move(site), &Site::existing, "existing", existing);
}

Result<Added> add_left_over(Site site, const Catalogue& catalogue, LeftOver left_over) {
    if (!cable_facts(catalogue, left_over.cable))
        return Error{ErrorCode::unknown_kind, "", left_over.cable, ""};
    return add_to(std::move(site), &Site::stock, "stock", "LO", std::move(left_over));
}

Result<Site> replace_left_over(Site site, const Catalogue& catalogue, const LeftOver& left_over) {
    if (!cable_facts(catalogue, left_over.cable))
        return Error{ErrorCode::unknown_kind, "", left_over.cable, ""};
    return replace_in(std::move(site), &Site::stock, "stock", left_over);
}

Result<Site> set_rule(Site site, const Catalogue& catalogue, Brings rule) {
    if (!catalogue.find(rule.part)) return Error{ErrorCode::unknown_kind, "", rule.part, ""};
    const auto same = [&](const Brings& one) { return one.id == rule.id; };
    const auto found = std::find_if(site.brings.begin(), site.brings.end(), same);
    if (found == site.brings.end())
        site.brings.push_back(rule);
    else
        *found = rule;
    return if_right(std::move(site), "brings", rule);
}

Result<Site> set_fibre_joints(Site site, std::string_view link_id, int connectors, int splices) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    link->connectors = connectors;
    link->splices = splices;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_own_kind(Site site, std::string_view id, std::string json) {
    Result<OwnKind> kind = read_own_kind(id, std::move(json));
    if (!kind) return kind.error();
    site.kinds.insert_or_assign(std::string(id), std::move(*kind));
    return site;
}

namespace {

// The id of what is of this kind in a design; null if nothing is.
template <class Design>
const std::string* user_of(const Design& design, std::string_view kind) {
    for (const Device& device : design.devices) {
        const bool in_a_port =
            std::any_of(device.modules.begin(), device.modules.end(),
                        [&](const auto& module) { return module.second == kind; });
        if (device.kind == kind || device.enclosure == kind || device.antenna == kind || in_a_port)
            return &device.id;
    }
    for (const Link& link : design.links) {
        if (link.cable == kind || link.a.protector == kind || link.b.protector == kind)
            return &link.id;
    }
    for (const ExistingCable& existing : design.existing) {
        if (existing.cable == kind) return &existing.id;
    }
    return nullptr;
}

}  // namespace

Result<Site> remove_own_kind(Site site, std::string_view id) {
    const auto in_use = [&](const std::string& by) {
        return Error{ErrorCode::not_possible, "", std::string(id), "in use by " + by};
    };
    if (const std::string* user = user_of(site, id)) return in_use(*user);
    for (const LeftOver& left_over : site.stock) {
        if (left_over.cable == id) return in_use(left_over.id);
    }
    for (const Variant& variant : site.variants) {
        if (user_of(variant, id)) return in_use(variant.name);
    }
    if (site.kinds.erase(std::string(id)) == 0) return no_such(id);
    return site;
}

Result<Added> add_subnet(Site site, Subnet subnet) {
    subnet.id = next_id(site, "N");
    site.subnets.push_back(subnet);
    return added_if_right(std::move(site), "subnets", subnet);
}

Result<Site> replace_subnet(Site site, const Subnet& subnet) {
    for (Subnet& kept : site.subnets) {
        if (kept.id != subnet.id) continue;
        kept = subnet;
        return if_right(std::move(site), "subnets", subnet);
    }
    return no_such(subnet.id);
}

Result<Site> set_on_network(Site site, std::string_view id, std::optional<OnNetwork> on_network) {
    Device* device = find_device(site, id);
    if (!device) return no_such(id);
    if (on_network == OnNetwork{}) on_network.reset();
    device->on_network = std::move(on_network);
    const Device changed = *device;
    return if_right(std::move(site), "devices", changed);
}

Result<Added> add_reading(Site site, Reading reading) {
    reading.id = next_id(site, "M");
    site.readings.push_back(reading);
    return added_if_right(std::move(site), "readings", reading);
}

Result<Added> add_tried(Site site, TriedFault tried) {
    tried.id = next_id(site, "F");
    site.tried.push_back(tried);
    return added_if_right(std::move(site), "tried", tried);
}

Result<Site> set_bench(Site site, BenchRecord record) {
    const auto same = [&](const BenchRecord& one) { return one.id == record.id; };
    const auto found = std::find_if(site.bench.begin(), site.bench.end(), same);
    if (found == site.bench.end())
        site.bench.push_back(record);
    else
        *found = record;
    return if_right(std::move(site), "bench", record);
}

Result<Added> add_photo(Site site, Photo photo) {
    photo.id = next_id(site, "PH");
    site.photos.push_back(photo);
    return added_if_right(std::move(site), "photos", photo);
}

Result<Added> add_handover(Site site, HandoverRecord record) {
    record.id = next_id(site, "H");
    site.handovers.push_back(record);
    return added_if_right(std::move(site), "handovers", record);
}

Result<Added> add_instrument(Site site, Instrument instrument) {
    instrument.id = next_id(site, "I");
    site.instruments.push_back(instrument);
    return added_if_right(std::move(site), "instruments", instrument);
}

Result<Site> set_measured_loop(Site site, std::string_view id, std::optional<double> loop_ohm) {
    Link* link = find_link(site, id);
    if (!link) return no_such(id);
    link->measured_loop_ohm = loop_ohm;
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_defects(Site site, std::string_view id, std::optional<Defects> defects) {
    Link* link = find_link(site, id);
    if (!link) return no_such(id);
    link->defects = std::move(defects);
    const Link changed = *link;
    return if_right(std::move(site), "links", changed);
}

Result<Site> set_seen(Site site, std::vector<SeenAddress> seen) {
    site.seen = std::move(seen);
    return site;
}

Result<Site> set_drawing(Site site, std::optional<Drawing> drawing) {
    site.drawing = std::move(drawing);
    return site;
}

Result<Site> set_settings(Site site, const Settings& settings) {
    if (std::optional<Error> wrong = wrong_field(settings)) {
        wrong->place = "settings/" + wrong->place;
        return *wrong;
    }
    site.settings = settings;
    return site;
}

Result<Site> scale_drawing(Site site, Point a, Point b, double length_m) {
    if (!site.drawing) return no_such("drawing");
    const double now_m = distance_m(a, b);
    if (!(length_m > 0 && length_range.holds(length_m)) || now_m <= 0) {
        return Error{ErrorCode::out_of_range, "drawing length", fmt::format("{:g}", length_m),
                     "more than 0, at most 100 km"};
    }
    site.drawing->metres_per_pixel *= length_m / now_m;
    return site;
}

}  // namespace ovant
