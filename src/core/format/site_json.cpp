// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/site_json.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/format/base64.h"
#include "core/format/json_fields.h"
#include "core/format/schema.h"

namespace ovant {
namespace {

using nlohmann::json;

Point point_from(const json& pair) { return {pair.at(0).get<double>(), pair.at(1).get<double>()}; }

void read_points(Fields& fields, const char* key, std::vector<Point>& into) {
    fields.each(key, [&](const json& pair) { into.push_back(point_from(pair)); });
}

DaySettings day_from(const json& object) {
    Fields fields(object);
    DaySettings day;
    fields.read("latitude_deg", day.latitude_deg);
    fields.read("longitude_deg", day.longitude_deg);
    fields.read("utc_offset_h", day.utc_offset_h);
    fields.read("date", day.date);
    fields.read("outage_at_h", day.outage_at_h);
    fields.read("outage_h", day.outage_h);
    fields.read("restart_at_h", day.restart_at_h);
    fields.read("dusk_spread_min", day.dusk_spread_min);
    fields.read("tour_s", day.tour_s);
    fields.read("tour_every_s", day.tour_every_s);
    fields.read("seed", day.seed);
    return day;
}

Settings settings_from(const json& object) {
    Fields fields(object);
    Settings settings;
    fields.read_enum("units", settings.units);
    fields.read_enum("school", settings.school);
    fields.read_enum("switch_basis", settings.switch_basis);
    fields.read_enum("source_volts", settings.source_volts);
    fields.read_enum("plug_wiring", settings.plug_wiring);
    fields.read_enum("preference", settings.preference);
    fields.read("worst_permitted_cable", settings.worst_permitted_cable);
    fields.read("day_c", settings.day_c);
    fields.read("night_c", settings.night_c);
    fields.read("coldest_night_c", settings.coldest_night_c);
    fields.read("indoor_c", settings.indoor_c);
    fields.read("cord_awg", settings.cord_awg);
    fields.read("service_loop_m", settings.service_loop_m);
    fields.read("default_drop_m", settings.default_drop_m);
    fields.read("currency", settings.currency);
    if (fields.has("keep_back")) {
        Fields keep(fields.at("keep_back"));
        keep.read("power_share", settings.keep_back.power_share);
        keep.read("length_share", settings.keep_back.length_share);
        keep.read("volts", settings.keep_back.volts);
        keep.read("data_share", settings.keep_back.data_share);
        keep.read("light_db", settings.keep_back.light_db);
        keep.read("fade_db", settings.keep_back.fade_db);
        keep.read("battery_share", settings.keep_back.battery_share);
    }
    fields.read("eirp_limit_dbm", settings.eirp_limit_dbm);
    fields.read("rain_mm_per_h", settings.rain_mm_per_h);
    fields.read("sun_hours", settings.sun_hours);
    fields.read("dark_hours", settings.dark_hours);
    fields.read("days_without_sun", settings.days_without_sun);
    if (fields.has("labour")) {
        Fields labour(fields.at("labour"));
        labour.read("price_per_h", settings.labour.price_per_h);
        labour.read("pull_h_per_100m", settings.labour.pull_h_per_100m);
        labour.read("copper_end_h", settings.labour.copper_end_h);
        labour.read("fibre_end_h", settings.labour.fibre_end_h);
        labour.read("mount_h", settings.labour.mount_h);
        labour.read("mains_point_price", settings.labour.mains_point_price);
        labour.read("new_way_per_m", settings.labour.new_way_per_m);
    }
    fields.read("backup_h", settings.backup_h);
    fields.read("battery_age_share", settings.battery_age_share);
    fields.read("hot_cable_c", settings.hot_cable_c);
    if (fields.has("tolerances")) {
        Fields tolerances(fields.at("tolerances"));
        tolerances.read("resistance_share", settings.tolerances.resistance_share);
        tolerances.read("volts_share", settings.tolerances.volts_share);
        tolerances.read("length_share", settings.tolerances.length_share);
    }
    if (fields.has("day")) settings.day = day_from(fields.at("day"));
    settings.extra = fields.extra();
    return settings;
}

Place place_from(const json& object) {
    Fields fields(object);
    Place place;
    fields.read("id", place.id);
    fields.read("name", place.name);
    fields.read_enum("kind", place.kind);
    if (fields.has("at")) place.at = point_from(fields.at("at"));
    fields.read("width_m", place.width_m);
    fields.read("depth_m", place.depth_m);
    fields.read_enum("surroundings", place.surroundings);
    fields.read_enum("mains", place.mains);
    fields.read("earth", place.earth);
    fields.read("head_end", place.head_end);
    fields.read("mast_m", place.mast_m);
    fields.read("vapour_zone", place.vapour_zone);
    place.extra = fields.extra();
    return place;
}

Pathway pathway_from(const json& object) {
    Fields fields(object);
    Pathway pathway;
    fields.read("id", pathway.id);
    fields.read("name", pathway.name);
    fields.read_enum("kind", pathway.kind);
    read_points(fields, "points", pathway.points);
    fields.read_enum("surroundings", pathway.surroundings);
    fields.read("cost_per_m", pathway.cost_per_m);
    pathway.extra = fields.extra();
    return pathway;
}

ExistingCable existing_from(const json& object) {
    Fields fields(object);
    ExistingCable existing;
    fields.read("id", existing.id);
    fields.read("name", existing.name);
    fields.read("cable", existing.cable);
    read_points(fields, "points", existing.points);
    fields.read_enum("surroundings", existing.surroundings);
    fields.read("measured_length_m", existing.measured_length_m);
    fields.read("measured_loop_ohm", existing.measured_loop_ohm);
    existing.extra = fields.extra();
    return existing;
}

Obstacle obstacle_from(const json& object) {
    Fields fields(object);
    Obstacle obstacle;
    fields.read("id", obstacle.id);
    fields.read("name", obstacle.name);
    fields.read_enum("kind", obstacle.kind);
    read_points(fields, "points", obstacle.points);
    fields.read("height_m", obstacle.height_m);
    obstacle.extra = fields.extra();
    return obstacle;
}

CameraSettings camera_settings_from(const json& object) {
    Fields fields(object);
    CameraSettings camera;
    if (fields.has("draw")) camera.draw = camera_draw_from(fields.at("draw"));
    fields.read("bit_rate_mbps", camera.bit_rate_mbps);
    fields.read("importance", camera.importance);
    if (fields.has("view")) {
        Fields view(fields.at("view"));
        view.read("direction_deg", camera.view.direction_deg);
        view.read("angle_deg", camera.view.angle_deg);
        view.read("range_m", camera.view.range_m);
    }
    return camera;
}

Device device_from(const json& object) {
    Fields fields(object);
    Device device;
    fields.read("id", device.id);
    fields.read("kind", device.kind);
    fields.read("name", device.name);
    if (fields.has("at")) device.at = point_from(fields.at("at"));
    fields.read("place", device.place);
    fields.read("enclosure", device.enclosure);
    if (fields.has("surroundings")) {
        device.surroundings = from_name<Surroundings>(fields.at("surroundings").get<std::string>());
    }
    if (fields.has("camera")) device.camera = camera_settings_from(fields.at("camera"));
    fields.read("power_off_ports", device.power_off_ports);
    fields.read("long_groups", device.long_groups);
    fields.read("modules", device.modules);
    fields.read("height_m", device.height_m);
    fields.read("transmit_dbm", device.transmit_dbm);
    fields.read("backup", device.backup);
    fields.read("port_priority", device.port_priority);
    fields.read("supplies", device.supplies);
    device.extra = fields.extra();
    return device;
}

LinkEnd link_end_from(const json& object) {
    Fields fields(object);
    LinkEnd end;
    fields.read("device", end.device);
    fields.read("port", end.port);
    fields.read("drop_m", end.drop_m);
    fields.read("protector", end.protector);
    return end;
}

Link link_from(const json& object) {
    Fields fields(object);
    Link link;
    fields.read("id", link.id);
    fields.read("cable", link.cable);
    if (fields.has("a")) link.a = link_end_from(fields.at("a"));
    if (fields.has("b")) link.b = link_end_from(fields.at("b"));
    fields.read("pathways", link.pathways);
    read_points(fields, "drawn", link.drawn);
    fields.read("slack_m", link.slack_m);
    fields.read("cords_m", link.cords_m);
    fields.read("measured_length_m", link.measured_length_m);
    fields.read("connectors", link.connectors);
    fields.read("splices", link.splices);
    fields.read("existing", link.existing);
    link.extra = fields.extra();
    return link;
}

Drawing drawing_from(const json& object) {
    Fields fields(object);
    Drawing drawing;
    fields.read("media_type", drawing.media_type);
    std::string data;
    if (fields.has("text")) {
        data = fields.at("text").get<std::string>();
    } else if (fields.has("base64")) {
        data = base64_decode(fields.at("base64").get<std::string>());
    }
    drawing.data = std::make_shared<const std::string>(std::move(data));
    if (fields.has("origin")) drawing.origin = point_from(fields.at("origin"));
    fields.read("metres_per_pixel", drawing.metres_per_pixel);
    fields.read("fade", drawing.fade);
    return drawing;
}

Site site_from(const json& object) {
    Fields fields(object);
    Site site;
    fields.has("format");
    fields.has("version");
    fields.read("name", site.name);
    if (fields.has("settings")) site.settings = settings_from(fields.at("settings"));
    if (fields.has("drawing")) site.drawing = drawing_from(fields.at("drawing"));
    fields.each("places", [&](const json& item) { site.places.push_back(place_from(item)); });
    fields.each("pathways", [&](const json& item) { site.pathways.push_back(pathway_from(item)); });
    fields.each("existing",
                [&](const json& item) { site.existing.push_back(existing_from(item)); });
    fields.each("obstacles",
                [&](const json& item) { site.obstacles.push_back(obstacle_from(item)); });
    fields.each("devices", [&](const json& item) { site.devices.push_back(device_from(item)); });
    fields.each("links", [&](const json& item) { site.links.push_back(link_from(item)); });
    fields.each("kinds", [&](const json& item) {
        site.kinds[item.at("id").get<std::string>()] = item.dump();
    });
    site.extra = fields.extra();
    return site;
}

// The text up to the last whole item of a list before `end`, with what was open closed again.
std::string cut_at(std::string_view text, std::size_t end) {
    std::string open;
    std::string open_at_cut;
    std::size_t cut = 0;
    bool in_string = false;
    for (std::size_t i = 0; i < std::min(end, text.size()); ++i) {
        const char c = text[i];
        if (in_string) {
            if (c == '\\')
                ++i;
            else if (c == '"')
                in_string = false;
            continue;
        }
        if (c == '"') in_string = true;
        if (c == '{' || c == '[') open += c == '{' ? '}' : ']';
        if ((c == '}' || c == ']') && !open.empty()) open.pop_back();
        const bool item_ended = (c == '}' || c == ']') && open.size() <= 2 && !open.empty();
        if (item_ended) {
            cut = i + 1;
            open_at_cut = open;
        }
    }
    std::string out(text.substr(0, cut));
    out.append(open_at_cut.rbegin(), open_at_cut.rend());
    return out;
}

// Where the parser stops; the size of the text if it does not.
std::size_t damage_at(std::string_view text) {
    try {
        const json whole = json::parse(text);
        return text.size();
    } catch (const json::parse_error& error) {
        return error.byte > 0 ? error.byte - 1 : 0;
    } catch (const json::exception&) {
        return 0;
    }
}

// Takes out the item that `path` ("links/3/a/port") points into. False if there is none.
bool remove_item(json& site, const std::string& path) {
    const std::size_t slash = path.find('/');
    const std::string list = path.substr(0, slash);
    if (list.empty() || !site.is_object() || !site.contains(list)) return false;
    if (slash == std::string::npos || !site[list].is_array()) {
        site.erase(list);
        return true;
    }
    const std::size_t index =
        static_cast<std::size_t>(std::strtoul(path.c_str() + slash + 1, nullptr, 10));
    if (index >= site[list].size()) return false;
    site[list].erase(index);
    return true;
}

int version_of(const json& object) {
    if (!object.is_object() || !object.contains("version")) return 0;
    const json& version = object.at("version");
    return version.is_number_integer() ? version.get<int>() : 0;
}

}  // namespace

Result<Site> read_site(std::string_view text) {
    if (text.size() > largest_site_bytes) {
        return Error{ErrorCode::too_large, "", fmt::format("{} MB", text.size() >> 20),
                     fmt::format("{} MB", largest_site_bytes >> 20)};
    }
    Result<json> parsed = parse_json(text);
    if (!parsed) return parsed.error();
    if (version_of(*parsed) > site_format_version) {
        return Error{ErrorCode::newer_version, "version", std::to_string(version_of(*parsed)),
                     std::to_string(site_format_version)};
    }
    std::vector<Error> errors = check_schema(*parsed, "site");
    if (!errors.empty()) return errors.front();
    Site site = site_from(*parsed);
    errors = find_problems(site, catalogue_for(site));
    if (!errors.empty()) return errors.front();
    return site;
}

KeptSite read_site_keeping(std::string_view text) {
    KeptSite kept;
    if (text.size() > largest_site_bytes) {
        kept.nothing_kept = true;
        return kept;
    }
    Result<json> parsed = parse_json(text);
    if (!parsed) {
        kept.dropped.push_back(parsed.error());
        parsed = parse_json(cut_at(text, damage_at(text)));
    }
    if (!parsed || !parsed->is_object()) {
        kept.nothing_kept = true;
        return kept;
    }
    json object = *parsed;
    object["format"] = "ovant-site";
    object["version"] = site_format_version;
    for (std::vector<Error> errors = check_schema(object, "site"); !errors.empty();
         errors = check_schema(object, "site")) {
        kept.dropped.push_back(errors.front());
        if (!remove_item(object, errors.front().place)) {
            kept.nothing_kept = true;
            return kept;
        }
    }
    kept.site = site_from(object);
    for (std::vector<Error> errors = find_problems(kept.site, catalogue_for(kept.site));
         !errors.empty(); errors = find_problems(kept.site, catalogue_for(kept.site))) {
        kept.dropped.push_back(errors.front());
        if (!remove_item(object, errors.front().place)) {
            kept.nothing_kept = true;
            return kept;
        }
        kept.site = site_from(object);
    }
    return kept;
}

Catalogue catalogue_for(const Site& site) {
    Catalogue catalogue = shipped_catalogue();
    for (const auto& [id, text] : site.kinds) {
        if (Result<Kind> kind = read_kind(text, "kinds/" + id)) catalogue.add(*kind);
    }
    return catalogue;
}

}  // namespace ovant
