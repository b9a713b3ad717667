// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of the plan and of the site as a whole: places, pathways, drawing, settings.
#include <algorithm>

#include "core/site/edits.h"
#include "core/site/edits_common.h"

namespace ovant {
namespace {

bool within(double value, double least, double most) { return value >= least && value <= most; }

Error out_of_range(std::string place, double value, const char* allowed) {
    return {ErrorCode::out_of_range, std::move(place), fmt::format("{:g}", value), allowed};
}

}  // namespace

Result<Added> add_place(Site site, Place place) {
    if (!on_plan(place.at)) return off_plan("place", place.at);
    place.id = next_id(site, "P");
    place.at = to_centimetre(place.at);
    std::string id = place.id;
    site.places.push_back(std::move(place));
    return Added{std::move(site), std::move(id)};
}

Result<Added> add_pathway(Site site, Pathway pathway) {
    if (pathway.points.size() < 2) {
        return Error{ErrorCode::missing_field, "pathway", "points", "two points at least"};
    }
    for (Point& point : pathway.points) {
        if (!on_plan(point)) return off_plan("pathway", point);
        point = to_centimetre(point);
    }
    pathway.id = next_id(site, "W");
    std::string id = pathway.id;
    site.pathways.push_back(std::move(pathway));
    return Added{std::move(site), std::move(id)};
}

Result<Added> add_equipment_room(Site site, const Catalogue& catalogue, Point at,
                                 std::string_view switch_kind, std::string_view recorder_kind) {
    const bool first = std::none_of(site.places.begin(), site.places.end(),
                                    [](const Place& place) { return place.head_end; });
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
        for (const PortKind& port : catalogue.find(kind)->ports) {
            if (port.role == PortRole::data && port.uplink == uplink) return port.id;
        }
        return std::string();
    };
    Result<Added> patched = connect(std::move(recorder->site), catalogue, "patch-24",
                                    {switch_id, port_of(switch_kind, true), 0.5, ""},
                                    {recorder->id, port_of(recorder_kind, false), 0.5, ""});
    if (patched) patched->id = place_id;
    return patched;
}

Result<Site> replace_place(Site site, const Place& place) {
    Place* found = find_place(site, place.id);
    if (!found) return no_such(place.id);
    if (!on_plan(place.at)) return off_plan(place.id, place.at);
    for (double side_m : {place.width_m, place.depth_m}) {
        if (!within(side_m, 0, 5000)) return out_of_range(place.id + " size", side_m, "0 to 5 km");
    }
    if (place.head_end) {
        for (Place& other : site.places) other.head_end = false;
    }
    *found = place;
    return site;
}

Result<Site> replace_pathway(Site site, const Pathway& pathway) {
    for (Pathway& found : site.pathways) {
        if (found.id != pathway.id) continue;
        if (pathway.points.size() < 2) {
            return Error{ErrorCode::missing_field, pathway.id, "points", "two points at least"};
        }
        if (!within(pathway.cost_per_m, 0, 100000)) {
            return out_of_range(pathway.id + " cost", pathway.cost_per_m, "0 to 100 000");
        }
        found = pathway;
        for (Point& point : found.points) {
            if (!on_plan(point)) return off_plan(pathway.id, point);
            point = to_centimetre(point);
        }
        return site;
    }
    return no_such(pathway.id);
}

Result<Added> add_obstacle(Site site, Obstacle obstacle) {
    obstacle.id = next_id(site, "O");
    std::string id = obstacle.id;
    site.obstacles.push_back(obstacle);
    Result<Site> checked = replace_obstacle(std::move(site), obstacle);
    if (!checked) return checked.error();
    return Added{std::move(*checked), std::move(id)};
}

Result<Site> replace_obstacle(Site site, const Obstacle& obstacle) {
    for (Obstacle& found : site.obstacles) {
        if (found.id != obstacle.id) continue;
        if (obstacle.points.size() < 2) {
            return Error{ErrorCode::missing_field, "obstacle", "points", "two points at least"};
        }
        if (!within(obstacle.height_m, 0, 2000)) {
            return out_of_range(obstacle.id + " height", obstacle.height_m, "0 to 2 km");
        }
        found = obstacle;
        for (Point& point : found.points) {
            if (!on_plan(point)) return off_plan(obstacle.id, point);
            point = to_centimetre(point);
        }
        return site;
    }
    return no_such(obstacle.id);
}

Result<Added> add_existing(Site site, const Catalogue& catalogue, ExistingCable existing) {
    existing.id = next_id(site, "X");
    std::string id = existing.id;
    site.existing.push_back(existing);
    Result<Site> checked = replace_existing(std::move(site), catalogue, existing);
    if (!checked) return checked.error();
    return Added{std::move(*checked), std::move(id)};
}

Result<Site> replace_existing(Site site, const Catalogue& catalogue,
                              const ExistingCable& existing) {
    for (ExistingCable& found : site.existing) {
        if (found.id != existing.id) continue;
        const Kind* cable = catalogue.find(existing.cable);
        if (!cable || !cable->cable) {
            return Error{ErrorCode::unknown_kind, "", existing.cable, ""};
        }
        if (existing.points.size() < 2) {
            return Error{ErrorCode::missing_field, "cable", "points", "two points at least"};
        }
        if (existing.measured_length_m &&
            !within(*existing.measured_length_m, 0, longest_cable_m)) {
            return bad_length(existing.id, *existing.measured_length_m);
        }
        if (existing.measured_loop_ohm && !within(*existing.measured_loop_ohm, 0, 1e5)) {
            return out_of_range(existing.id + " loop", *existing.measured_loop_ohm, "0 to 100 kΩ");
        }
        found = existing;
        for (Point& point : found.points) {
            if (!on_plan(point)) return off_plan(existing.id, point);
            point = to_centimetre(point);
        }
        return site;
    }
    return no_such(existing.id);
}

Result<Site> set_fibre_joints(Site site, std::string_view link_id, int connectors, int splices) {
    Link* link = find_link(site, link_id);
    if (!link) return no_such(link_id);
    for (int count : {connectors, splices}) {
        if (count < 0 || count > 100) {
            return out_of_range(std::string(link_id) + " joints", count, "0 to 100");
        }
    }
    link->connectors = connectors;
    link->splices = splices;
    return site;
}

Result<Site> set_own_kind(Site site, std::string_view id, std::string json) {
    site.kinds[std::string(id)] = std::move(json);
    return site;
}

Result<Site> remove_own_kind(Site site, std::string_view id) {
    for (const Device& device : site.devices) {
        if (device.kind == id || device.enclosure == id)
            return Error{ErrorCode::not_possible, "", std::string(id), "in use by " + device.id};
    }
    for (const Link& link : site.links) {
        if (link.cable == id)
            return Error{ErrorCode::not_possible, "", std::string(id), "in use by " + link.id};
    }
    if (site.kinds.erase(std::string(id)) == 0) return no_such(id);
    return site;
}

Result<Site> set_drawing(Site site, std::optional<Drawing> drawing) {
    if (drawing &&
        !(within(drawing->metres_per_pixel, 1e-4, 1000) && within(drawing->fade, 0, 1))) {
        return out_of_range("drawing scale", drawing->metres_per_pixel, "0.0001 to 1000 m a pixel");
    }
    site.drawing = std::move(drawing);
    return site;
}

Result<Site> set_settings(Site site, const Settings& settings) {
    struct Limit {
        const char* field;
        double value, least, most;
        const char* allowed;
    };
    const KeepBack& keep = settings.keep_back;
    const Limit limits[] = {
        {"day temperature", settings.day_c, -60, 80, "-60 to 80 °C"},
        {"night temperature", settings.night_c, -60, 80, "-60 to 80 °C"},
        {"coldest night", settings.coldest_night_c, -80, 60, "-80 to 60 °C"},
        {"indoor temperature", settings.indoor_c, -40, 80, "-40 to 80 °C"},
        {"service loop", settings.service_loop_m, 0, 100, "0 to 100 m"},
        {"drop", settings.default_drop_m, 0, 100, "0 to 100 m"},
        {"keep-back of power", keep.power_share, 0, 0.95, "0 to 95 %"},
        {"keep-back of length", keep.length_share, 0, 0.95, "0 to 95 %"},
        {"keep-back of volts", keep.volts, 0, 40, "0 to 40 V"},
        {"keep-back of data", keep.data_share, 0, 0.95, "0 to 95 %"},
        {"keep-back of light", keep.light_db, 0, 30, "0 to 30 dB"},
        {"keep-back of fade", keep.fade_db, 0, 60, "0 to 60 dB"},
        {"keep-back of battery", keep.battery_share, 0, 0.95, "0 to 95 %"},
        {"radiated power", settings.eirp_limit_dbm, -30, 90, "-30 to 90 dBm"},
        {"rain", settings.rain_mm_per_h, 0, 250, "0 to 250 mm/h"},
        {"hours of sun", settings.sun_hours, 0, 12, "0 to 12 h"},
        {"dark hours", settings.dark_hours, 0, 24, "0 to 24 h"},
        {"days without sun", settings.days_without_sun, 0, 60, "0 to 60"},
        {"price of an hour", settings.labour.price_per_h, 0, 10000, "0 to 10 000"},
        {"hours to pull 100 m", settings.labour.pull_h_per_100m, 0, 100, "0 to 100 h"},
        {"hours for a copper end", settings.labour.copper_end_h, 0, 100, "0 to 100 h"},
        {"hours for a fibre end", settings.labour.fibre_end_h, 0, 100, "0 to 100 h"},
        {"hours to mount a unit", settings.labour.mount_h, 0, 100, "0 to 100 h"},
        {"price of a mains outlet", settings.labour.mains_point_price, 0, 100000, "0 to 100 000"},
        {"price of a new way", settings.labour.new_way_per_m, 0, 100000, "0 to 100 000"},
    };
    for (const Limit& limit : limits) {
        if (!within(limit.value, limit.least, limit.most)) {
            return out_of_range(limit.field, limit.value, limit.allowed);
        }
    }
    site.settings = settings;
    return site;
}

Result<Site> scale_drawing(Site site, Point a, Point b, double length_m) {
    if (!site.drawing) return no_such("drawing");
    const double now_m = distance_m(a, b);
    if (!(length_m > 0 && length_m <= longest_cable_m) || now_m <= 0) {
        return Error{ErrorCode::out_of_range, "drawing length", fmt::format("{:g}", length_m),
                     "more than 0, at most 100 km"};
    }
    site.drawing->metres_per_pixel *= length_m / now_m;
    return site;
}

}  // namespace ovant
