// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/catalogue/catalogue.h"

#include <fmt/format.h>

#include "core/format/embedded.h"
#include "core/format/json_fields.h"
#include "core/format/schema.h"

namespace ovant {
namespace {

using nlohmann::json;

std::vector<RatedReach> reaches(Fields& fields, const char* key) {
    std::vector<RatedReach> out;
    fields.each(key, [&](const json& item) {
        out.push_back({item.at("rate_mbps").get<double>(), item.at("length_m").get<double>()});
    });
    return out;
}

CableFacts cable_facts(const json& object) {
    Fields fields(object);
    CableFacts facts;
    fields.read("awg", facts.conductor.awg);
    fields.read_enum("material", facts.conductor.material);
    fields.read_enum("form", facts.conductor.form);
    fields.read_enum("category", facts.category);
    fields.read("screened", facts.screened);
    fields.read("outdoor", facts.outdoor);
    fields.read("cord", facts.cord);
    fields.read("price_per_m", facts.price_per_m);
    facts.rated = reaches(fields, "rated");
    facts.proven = reaches(fields, "proven");
    return facts;
}

SupplyFacts supply_facts(const json& object) {
    Fields fields(object);
    SupplyFacts facts;
    fields.read("nominal_v", facts.nominal_v);
    fields.read("min_v", facts.min_v);
    fields.read("budget_w", facts.budget_w);
    fields.read("own_draw_w", facts.own_draw_w);
    fields.read("efficiency", facts.efficiency);
    fields.read("from_mains", facts.from_mains);
    fields.read("long_setting", facts.long_setting);
    fields.read("reserves_by_class", facts.reserves_by_class);
    fields.read("switches_data", facts.switches_data);
    return facts;
}

InlineFacts in_line_facts(const json& object) {
    Fields fields(object);
    InlineFacts facts;
    fields.read("own_draw_w", facts.own_draw_w);
    fields.read("min_volts", facts.min_volts);
    fields.read("most_in_chain", facts.most_in_chain);
    fields.read("hop_reach_m", facts.hop_reach_m);
    fields.read("hop_rate_mbps", facts.hop_rate_mbps);
    fields.read("series_ohm", facts.series_ohm);
    return facts;
}

// "1-8" makes eight ports, anything else makes one.
void add_ports(const json& object, std::vector<PortKind>& ports) {
    Fields fields(object);
    PortKind port;
    std::string ids;
    fields.read("ids", ids);
    fields.read_enum("role", port.role);
    fields.read("class", port.poe_class);
    fields.read("limit_w", port.limit_w);
    fields.read("rate_mbps", port.rate_mbps);
    fields.read("group", port.group);
    fields.read("uplink", port.uplink);
    fields.read("upstream", port.upstream);
    if (port.role == PortRole::pse && port.limit_w == 0) {
        port.limit_w = poe_class_limits(port.poe_class)->pse_w;
    }
    const std::size_t dash = ids.find('-');
    if (dash == std::string::npos || dash == 0) {
        port.id = ids;
        ports.push_back(port);
        return;
    }
    const int first = std::stoi(ids.substr(0, dash));
    const int last = std::stoi(ids.substr(dash + 1));
    for (int number = first; number <= last && number < first + 64; ++number) {
        port.id = std::to_string(number);
        ports.push_back(port);
    }
}

Kind kind_from(const json& object) {
    Fields fields(object);
    Kind kind;
    fields.read("id", kind.id);
    fields.read("name", kind.name);
    fields.read_enum("category", kind.category);
    fields.read_enum("rating", kind.rating);
    fields.read("min_temperature_c", kind.min_temperature_c);
    fields.read("max_temperature_c", kind.max_temperature_c);
    fields.read("price", kind.price);
    fields.each("ports", [&](const json& item) { add_ports(item, kind.ports); });
    if (fields.has("cable")) kind.cable = cable_facts(fields.at("cable"));
    if (fields.has("camera")) {
        kind.camera = CameraFacts{};
        Fields facts(fields.at("camera"));
        if (facts.has("draw")) kind.camera->draw = camera_draw_from(facts.at("draw"));
        if (facts.has("picture")) kind.camera->picture = picture_from(facts.at("picture"));
        facts.read("min_volts", kind.camera->min_volts);
        facts.read("bit_rate_mbps", kind.camera->bit_rate_mbps);
    }
    if (fields.has("supply")) kind.supply = supply_facts(fields.at("supply"));
    if (fields.has("in_line")) kind.in_line = in_line_facts(fields.at("in_line"));
    return kind;
}

}  // namespace

CameraDraw camera_draw_from(const json& object) {
    Fields fields(object);
    CameraDraw draw;
    fields.read("day_w", draw.day_w);
    fields.read("infrared_w", draw.infrared_w);
    fields.read("heater_w", draw.heater_w);
    fields.read("motors_w", draw.motors_w);
    fields.read("start_w", draw.start_w);
    return draw;
}

Picture picture_from(const json& object) {
    Fields fields(object);
    Picture picture;
    fields.read("width_px", picture.width_px);
    fields.read("height_px", picture.height_px);
    fields.read("frames_per_s", picture.frames_per_s);
    fields.read_enum("codec", picture.codec);
    fields.read_enum("scene", picture.scene);
    return picture;
}

void Catalogue::add(Kind kind) {
    std::string id = kind.id;
    kinds_[id] = std::make_shared<const Kind>(std::move(kind));
}

const Kind* Catalogue::find(std::string_view id) const {
    const auto found = kinds_.find(id);
    return found == kinds_.end() ? nullptr : found->second.get();
}

std::vector<const Kind*> Catalogue::of(Category category) const {
    std::vector<const Kind*> out;
    for (const auto& [id, kind] : kinds_) {
        if (kind->category == category) out.push_back(kind.get());
    }
    return out;
}

Result<Kind> read_kind(std::string_view json_text, std::string_view place) {
    Result<json> parsed = parse_and_check(json_text, "kind");
    if (!parsed) {
        Error error = parsed.error();
        error.place = std::string(place) + error.place;
        return error;
    }
    return kind_from(*parsed);
}

Result<std::vector<Kind>> read_kinds(std::string_view json_text) {
    Result<json> parsed = parse_and_check(json_text, "catalogue");
    if (!parsed) return parsed.error();
    std::vector<Kind> kinds;
    for (const json& item : parsed->at("kinds")) kinds.push_back(kind_from(item));
    return kinds;
}

const Catalogue& shipped_catalogue() {
    static const Catalogue catalogue = [] {
        Catalogue made;
        for (std::string_view text : embedded::catalogue_files()) {
            Result<std::vector<Kind>> kinds = read_kinds(text);
            if (!kinds) continue;  // a test reads each file and asks for no error
            for (Kind& kind : *kinds) made.add(std::move(kind));
        }
        return made;
    }();
    return catalogue;
}

}  // namespace ovant
