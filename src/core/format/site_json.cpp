// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/site_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/format/base64.h"
#include "core/format/json_fields.h"
#include "core/format/schema.h"

namespace ovant {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;

Point point_from(const json& pair) { return {pair.at(0).get<double>(), pair.at(1).get<double>()}; }
ordered_json point_to(Point point) { return ordered_json::array({point.x_m, point.y_m}); }

void read_points(Fields& fields, const char* key, std::vector<Point>& into) {
    fields.each(key, [&](const json& pair) { into.push_back(point_from(pair)); });
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
    }
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
    fields.each("devices", [&](const json& item) { site.devices.push_back(device_from(item)); });
    fields.each("links", [&](const json& item) { site.links.push_back(link_from(item)); });
    fields.each("kinds", [&](const json& item) {
        site.kinds[item.at("id").get<std::string>()] = item.dump();
    });
    site.extra = fields.extra();
    return site;
}

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
    if (!keep.empty()) out["keep_back"] = keep;
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

std::string write_site(const Site& site) {
    const auto line = [](const auto& item) { return dumped(to_json(item)); };
    std::string out = fmt::format("{{\n\"format\": \"ovant-site\",\n\"version\": {},\n\"name\": {}",
                                  site_format_version, dumped(json(site.name)));
    const ordered_json settings = to_json(site.settings);
    if (!settings.empty()) out += ",\n\"settings\": " + dumped(settings);
    if (site.drawing) out += ",\n\"drawing\": " + dumped(to_json(*site.drawing));
    write_list(out, "places", site.places, line);
    write_list(out, "pathways", site.pathways, line);
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

Catalogue catalogue_for(const Site& site) {
    Catalogue catalogue = shipped_catalogue();
    for (const auto& [id, text] : site.kinds) {
        if (Result<Kind> kind = read_kind(text, "kinds/" + id)) catalogue.add(*kind);
    }
    return catalogue;
}

}  // namespace ovant
