// SPDX-License-Identifier: GPL-3.0-or-later
// Site to JSON, always the same bytes for the same site.
#include <fmt/format.h>

#include "core/format/base64.h"
#include "core/format/json_fields.h"
#include "core/format/site_json.h"

namespace ovant {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;

ordered_json point_to(Point point) { return ordered_json::array({point.x_m, point.y_m}); }

// Writing: values equal to the default are left out, so that files stay short.
template <class T>
void put(ordered_json& into, const char* key, const T& value, const T& usual) {
    if (value != usual) into[key] = value;
}
template <class T>
void put_enum(ordered_json& into, const char* key, T value, T usual) {
    if (value != usual) into[key] = name_of(value);
}
void put_extra(ordered_json& into, const std::string& extra) {
    if (extra.empty()) return;
    const json rest = json::parse(extra, nullptr, false);
    for (const auto& [key, value] : rest.items()) into[key] = value;
}
void put_points(ordered_json& into, const char* key, const std::vector<Point>& points) {
    if (points.empty()) return;
    into[key] = ordered_json::array();
    for (const Point& point : points) into[key].push_back(point_to(point));
}

ordered_json to_json(const DaySettings& day) {
    const DaySettings usual;
    ordered_json out = ordered_json::object();
    put(out, "latitude_deg", day.latitude_deg, usual.latitude_deg);
    put(out, "longitude_deg", day.longitude_deg, usual.longitude_deg);
    put(out, "utc_offset_h", day.utc_offset_h, usual.utc_offset_h);
    put(out, "date", day.date, usual.date);
    if (day.outage_at_h) out["outage_at_h"] = *day.outage_at_h;
    put(out, "outage_h", day.outage_h, usual.outage_h);
    if (day.restart_at_h) out["restart_at_h"] = *day.restart_at_h;
    put(out, "dusk_spread_min", day.dusk_spread_min, usual.dusk_spread_min);
    put(out, "tour_s", day.tour_s, usual.tour_s);
    put(out, "tour_every_s", day.tour_every_s, usual.tour_every_s);
    put(out, "seed", day.seed, usual.seed);
    return out;
}

ordered_json to_json(const Settings& settings) {
    const Settings usual;
    ordered_json out = ordered_json::object();
    put_enum(out, "units", settings.units, usual.units);
    put_enum(out, "school", settings.school, usual.school);
    put_enum(out, "switch_basis", settings.switch_basis, usual.switch_basis);
    put_enum(out, "source_volts", settings.source_volts, usual.source_volts);
    put_enum(out, "plug_wiring", settings.plug_wiring, usual.plug_wiring);
    put_enum(out, "preference", settings.preference, usual.preference);
    put(out, "worst_permitted_cable", settings.worst_permitted_cable, usual.worst_permitted_cable);
    put(out, "day_c", settings.day_c, usual.day_c);
    put(out, "night_c", settings.night_c, usual.night_c);
    put(out, "coldest_night_c", settings.coldest_night_c, usual.coldest_night_c);
    put(out, "indoor_c", settings.indoor_c, usual.indoor_c);
    put(out, "cord_awg", settings.cord_awg, usual.cord_awg);
    put(out, "service_loop_m", settings.service_loop_m, usual.service_loop_m);
    put(out, "default_drop_m", settings.default_drop_m, usual.default_drop_m);
    put(out, "currency", settings.currency, usual.currency);
    ordered_json keep = ordered_json::object();
    put(keep, "power_share", settings.keep_back.power_share, usual.keep_back.power_share);
    put(keep, "length_share", settings.keep_back.length_share, usual.keep_back.length_share);
    put(keep, "volts", settings.keep_back.volts, usual.keep_back.volts);
    put(keep, "data_share", settings.keep_back.data_share, usual.keep_back.data_share);
    put(keep, "light_db", settings.keep_back.light_db, usual.keep_back.light_db);
    put(keep, "fade_db", settings.keep_back.fade_db, usual.keep_back.fade_db);
    put(keep, "battery_share", settings.keep_back.battery_share, usual.keep_back.battery_share);
    if (!keep.empty()) out["keep_back"] = keep;
    put(out, "eirp_limit_dbm", settings.eirp_limit_dbm, usual.eirp_limit_dbm);
    put(out, "rain_mm_per_h", settings.rain_mm_per_h, usual.rain_mm_per_h);
    put(out, "sun_hours", settings.sun_hours, usual.sun_hours);
    put(out, "dark_hours", settings.dark_hours, usual.dark_hours);
    put(out, "days_without_sun", settings.days_without_sun, usual.days_without_sun);
    ordered_json labour = ordered_json::object();
    const LabourRates& rates = settings.labour;
    put(labour, "price_per_h", rates.price_per_h, usual.labour.price_per_h);
    put(labour, "pull_h_per_100m", rates.pull_h_per_100m, usual.labour.pull_h_per_100m);
    put(labour, "copper_end_h", rates.copper_end_h, usual.labour.copper_end_h);
    put(labour, "fibre_end_h", rates.fibre_end_h, usual.labour.fibre_end_h);
    put(labour, "mount_h", rates.mount_h, usual.labour.mount_h);
    put(labour, "mains_point_price", rates.mains_point_price, usual.labour.mains_point_price);
    put(labour, "new_way_per_m", rates.new_way_per_m, usual.labour.new_way_per_m);
    if (!labour.empty()) out["labour"] = labour;
    put(out, "backup_h", settings.backup_h, usual.backup_h);
    put(out, "battery_age_share", settings.battery_age_share, usual.battery_age_share);
    if (settings.hot_cable_c) out["hot_cable_c"] = *settings.hot_cable_c;
    ordered_json tolerances = ordered_json::object();
    const Tolerances& worse = settings.tolerances;
    put(tolerances, "resistance_share", worse.resistance_share, 0.0);
    put(tolerances, "volts_share", worse.volts_share, 0.0);
    put(tolerances, "length_share", worse.length_share, 0.0);
    if (!tolerances.empty()) out["tolerances"] = tolerances;
    const ordered_json day = to_json(settings.day);
    if (!day.empty()) out["day"] = day;
    put_extra(out, settings.extra);
    return out;
}

ordered_json to_json(const Place& place) {
    const Place usual;
    ordered_json out{{"id", place.id}};
    put(out, "name", place.name, usual.name);
    put_enum(out, "kind", place.kind, usual.kind);
    out["at"] = point_to(place.at);
    put(out, "width_m", place.width_m, usual.width_m);
    put(out, "depth_m", place.depth_m, usual.depth_m);
    put_enum(out, "surroundings", place.surroundings, usual.surroundings);
    put_enum(out, "mains", place.mains, usual.mains);
    put(out, "earth", place.earth, usual.earth);
    put(out, "head_end", place.head_end, usual.head_end);
    put(out, "mast_m", place.mast_m, usual.mast_m);
    put(out, "vapour_zone", place.vapour_zone, usual.vapour_zone);
    put_extra(out, place.extra);
    return out;
}

ordered_json to_json(const Pathway& pathway) {
    const Pathway usual;
    ordered_json out{{"id", pathway.id}};
    put(out, "name", pathway.name, usual.name);
    put_enum(out, "kind", pathway.kind, usual.kind);
    put_points(out, "points", pathway.points);
    put_enum(out, "surroundings", pathway.surroundings, usual.surroundings);
    put(out, "cost_per_m", pathway.cost_per_m, usual.cost_per_m);
    put_extra(out, pathway.extra);
    return out;
}

ordered_json to_json(const ExistingCable& existing) {
    const ExistingCable usual;
    ordered_json out{{"id", existing.id}};
    put(out, "name", existing.name, usual.name);
    out["cable"] = existing.cable;
    put_points(out, "points", existing.points);
    put_enum(out, "surroundings", existing.surroundings, usual.surroundings);
    if (existing.measured_length_m) out["measured_length_m"] = *existing.measured_length_m;
    if (existing.measured_loop_ohm) out["measured_loop_ohm"] = *existing.measured_loop_ohm;
    put_extra(out, existing.extra);
    return out;
}

ordered_json to_json(const Obstacle& obstacle) {
    const Obstacle usual;
    ordered_json out{{"id", obstacle.id}};
    put(out, "name", obstacle.name, usual.name);
    put_enum(out, "kind", obstacle.kind, usual.kind);
    put_points(out, "points", obstacle.points);
    out["height_m"] = obstacle.height_m;
    put_extra(out, obstacle.extra);
    return out;
}

ordered_json to_json(const CameraSettings& camera) {
    const CameraSettings usual;
    ordered_json out = ordered_json::object();
    if (camera.draw) {
        out["draw"] = {{"day_w", camera.draw->day_w},
                       {"infrared_w", camera.draw->infrared_w},
                       {"heater_w", camera.draw->heater_w},
                       {"motors_w", camera.draw->motors_w},
                       {"start_w", camera.draw->start_w}};
    }
    if (camera.bit_rate_mbps) out["bit_rate_mbps"] = *camera.bit_rate_mbps;
    if (camera.view != usual.view) {
        out["view"] = {{"direction_deg", camera.view.direction_deg},
                       {"angle_deg", camera.view.angle_deg},
                       {"range_m", camera.view.range_m}};
    }
    put(out, "importance", camera.importance, usual.importance);
    return out;
}

ordered_json to_json(const Device& device) {
    const Device usual;
    ordered_json out{{"id", device.id}, {"kind", device.kind}};
    put(out, "name", device.name, usual.name);
    out["at"] = point_to(device.at);
    put(out, "place", device.place, usual.place);
    put(out, "enclosure", device.enclosure, usual.enclosure);
    if (device.surroundings) out["surroundings"] = name_of(*device.surroundings);
    if (device.camera) out["camera"] = to_json(*device.camera);
    put(out, "power_off_ports", device.power_off_ports, usual.power_off_ports);
    put(out, "long_groups", device.long_groups, usual.long_groups);
    put(out, "modules", device.modules, usual.modules);
    put(out, "height_m", device.height_m, usual.height_m);
    if (device.transmit_dbm) out["transmit_dbm"] = *device.transmit_dbm;
    put(out, "backup", device.backup, usual.backup);
    put(out, "port_priority", device.port_priority, usual.port_priority);
    put(out, "supplies", device.supplies, usual.supplies);
    put_extra(out, device.extra);
    return out;
}

ordered_json to_json(const LinkEnd& end) {
    const LinkEnd usual;
    ordered_json out{{"device", end.device}, {"port", end.port}};
    put(out, "drop_m", end.drop_m, usual.drop_m);
    put(out, "protector", end.protector, usual.protector);
    return out;
}

ordered_json to_json(const Link& link) {
    const Link usual;
    ordered_json out{
        {"id", link.id}, {"cable", link.cable}, {"a", to_json(link.a)}, {"b", to_json(link.b)}};
    put(out, "pathways", link.pathways, usual.pathways);
    put_points(out, "drawn", link.drawn);
    put(out, "slack_m", link.slack_m, usual.slack_m);
    put(out, "cords_m", link.cords_m, usual.cords_m);
    if (link.measured_length_m) out["measured_length_m"] = *link.measured_length_m;
    put(out, "connectors", link.connectors, usual.connectors);
    put(out, "splices", link.splices, usual.splices);
    put(out, "existing", link.existing, usual.existing);
    put_extra(out, link.extra);
    return out;
}

ordered_json to_json(const Drawing& drawing) {
    ordered_json out{{"media_type", drawing.media_type}};
    const bool text = drawing.media_type == "image/svg+xml";
    out[text ? "text" : "base64"] = text ? *drawing.data : base64_encode(*drawing.data);
    out["origin"] = point_to(drawing.origin);
    out["metres_per_pixel"] = drawing.metres_per_pixel;
    put(out, "fade", drawing.fade, 0.0);
    return out;
}

// Text that is not UTF-8, as an old spreadsheet may bring in, is marked and never thrown at us.
template <class Json>
std::string dumped(const Json& value) {
    return value.dump(-1, ' ', false, Json::error_handler_t::replace);
}

// One object a line: easy to read, to compare and to mend.
template <class Items, class Convert>
void write_list(std::string& out, const char* key, const Items& items, Convert convert) {
    if (items.empty()) return;
    out += fmt::format(",\n\"{}\": [", key);
    const char* separator = "\n";
    for (const auto& item : items) {
        out += separator;
        out += "  " + convert(item);
        separator = ",\n";
    }
    out += "\n]";
}

}  // namespace

std::string write_site(const Site& site) {
    const auto line = [](const auto& item) { return dumped(to_json(item)); };
    std::string out = fmt::format("{{\n\"format\": \"ovant-site\",\n\"version\": {},\n\"name\": {}",
                                  site_format_version, dumped(json(site.name)));
    const ordered_json settings = to_json(site.settings);
    if (!settings.empty()) out += ",\n\"settings\": " + dumped(settings);
    if (site.drawing) out += ",\n\"drawing\": " + dumped(to_json(*site.drawing));
    write_list(out, "places", site.places, line);
    write_list(out, "pathways", site.pathways, line);
    write_list(out, "existing", site.existing, line);
    write_list(out, "obstacles", site.obstacles, line);
    write_list(out, "devices", site.devices, line);
    write_list(out, "links", site.links, line);
    write_list(out, "kinds", site.kinds, [](const auto& kind) { return kind.second; });
    if (!site.extra.empty()) {
        const json rest = json::parse(site.extra, nullptr, false);
        for (const auto& [key, value] : rest.items()) {
            out += fmt::format(",\n{}: {}", dumped(json(key)), dumped(value));
        }
    }
    out += "\n}\n";
    return out;
}

}  // namespace ovant
