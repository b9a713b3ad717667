// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/catalogue/catalogue.h"

#include <fmt/format.h>

#include <cctype>
#include <charconv>

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
    fields.read_enum("medium", facts.medium);
    fields.read_enum("fibre", facts.fibre);
    fields.read("strands", facts.strands);
    fields.read("loop_ohm_per_m", facts.loop_ohm_per_m);
    fields.read("steel_core", facts.steel_core);
    fields.read("reach_factor", facts.reach_factor);
    return facts;
}

LineFacts line_facts(const json& object) {
    Fields fields(object);
    LineFacts facts;
    facts.reach = reaches(fields, "reach");
    fields.read("most_loop_ohm", facts.most_loop_ohm);
    fields.read("unsure", facts.unsure);
    return facts;
}

OpticFacts optic_facts(const json& object) {
    Fields fields(object);
    OpticFacts facts;
    fields.read("rate_mbps", facts.rate_mbps);
    fields.read("transmit_nm", facts.transmit_nm);
    fields.read("receive_nm", facts.receive_nm);
    fields.read("single_mode", facts.single_mode);
    fields.read("strands", facts.strands);
    fields.read("transmit_min_dbm", facts.transmit_min_dbm);
    fields.read("transmit_max_dbm", facts.transmit_max_dbm);
    fields.read("sensitivity_dbm", facts.sensitivity_dbm);
    fields.read("overload_dbm", facts.overload_dbm);
    fields.read("reach_m", facts.reach_m);
    return facts;
}

RadioFacts radio_facts(const json& object) {
    Fields fields(object);
    RadioFacts facts;
    fields.read("frequency_mhz", facts.frequency_mhz);
    fields.read("width_mhz", facts.width_mhz);
    fields.read("streams", facts.streams);
    fields.read("transmit_dbm", facts.transmit_dbm);
    fields.read("antenna_dbi", facts.antenna_dbi);
    fields.read("antenna_beam_deg", facts.antenna_beam_deg);
    fields.read("useful_share", facts.useful_share);
    fields.read("most_far_ends", facts.most_far_ends);
    fields.read("relay", facts.relay);
    fields.each("sensitivities", [&](const json& item) {
        facts.sensitivities.push_back({item.at("mcs").get<int>(), item.at("dbm").get<double>()});
    });
    return facts;
}

SolarFacts solar_facts(const json& object) {
    Fields fields(object);
    SolarFacts facts;
    fields.read("panel_w", facts.panel_w);
    fields.read("battery_wh", facts.battery_wh);
    fields.read("usable_share", facts.usable_share);
    fields.read("system_share", facts.system_share);
    return facts;
}

BoxFacts box_facts(const json& object) {
    Fields fields(object);
    BoxFacts facts;
    fields.read("kelvin_per_w", facts.kelvin_per_w);
    fields.read("heater_w", facts.heater_w);
    fields.read("ups_wh", facts.ups_wh);
    return facts;
}

UpsFacts ups_facts(const json& object) {
    Fields fields(object);
    UpsFacts facts;
    fields.read("battery_wh", facts.battery_wh);
    fields.read("output_w", facts.output_w);
    fields.read("own_draw_w", facts.own_draw_w);
    fields.read("efficiency", facts.efficiency);
    fields.read("charge_w", facts.charge_w);
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
    bool reserves_by_class = false;  // how files before version 3 say it
    fields.read("reserves_by_class", reserves_by_class);
    if (reserves_by_class) facts.allocation = Allocation::by_class;
    fields.read_enum("allocation", facts.allocation);
    fields.read("supplies", facts.supplies);
    fields.read("budget_one_w", facts.budget_one_w);
    fields.read("switches_data", facts.switches_data);
    fields.read("power_limited", facts.power_limited);
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

// "1-8" makes eight ports, "air1-7" makes air1 to air7, anything else makes one.
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
    fields.read_enum("medium", port.medium);
    fields.read_enum("power", port.power);
    fields.read("pairs", port.pairs);
    fields.read("min_volts", port.min_volts);
    fields.read("max_volts", port.max_volts);
    fields.read("polarity", port.polarity);
    fields.read_enum("alternative", port.alternative);
    fields.read("line", port.line);
    fields.read("lane", port.lane);
    if (port.role == PortRole::pse && port.limit_w == 0) {
        port.limit_w = poe_class_limits(port.poe_class)->pse_w;
    }
    const std::size_t dash = ids.find('-');
    if (dash == std::string::npos || dash == 0) {
        port.id = ids;
        ports.push_back(port);
        return;
    }
    std::size_t digits = dash;
    while (digits > 0 && std::isdigit(static_cast<unsigned char>(ids[digits - 1]))) --digits;
    int first = 0, last = 0;
    const char* end = ids.data() + ids.size();
    const bool is_range =
        std::from_chars(ids.data() + digits, ids.data() + dash, first).ec == std::errc() &&
        std::from_chars(ids.data() + dash + 1, end, last).ptr == end && last >= first;
    if (!is_range) {
        port.id = ids;
        ports.push_back(port);
        return;
    }
    for (int number = first; number <= last && number < first + 64; ++number) {
        port.id = ids.substr(0, digits) + std::to_string(number);
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
    fields.read("draw_w", kind.draw_w);
    fields.read("needs_mains", kind.needs_mains);
    fields.read("mount_h", kind.mount_h);
    fields.each("ports", [&](const json& item) { add_ports(item, kind.ports); });
    if (fields.has("cable")) kind.cable = cable_facts(fields.at("cable"));
    if (fields.has("camera")) {
        kind.camera = CameraFacts{};
        Fields facts(fields.at("camera"));
        if (facts.has("draw")) kind.camera->draw = camera_draw_from(facts.at("draw"));
        if (facts.has("picture")) kind.camera->picture = picture_from(facts.at("picture"));
        facts.read("min_volts", kind.camera->min_volts);
        facts.read("bit_rate_mbps", kind.camera->bit_rate_mbps);
        facts.read("start_s", kind.camera->start_s);
        facts.read("heater_below_c", kind.camera->heater_below_c);
        facts.read("asks_by_link_layer", kind.camera->asks_by_link_layer);
    }
    if (fields.has("supply")) kind.supply = supply_facts(fields.at("supply"));
    if (fields.has("in_line")) kind.in_line = in_line_facts(fields.at("in_line"));
    if (fields.has("line")) kind.line = line_facts(fields.at("line"));
    if (fields.has("optic")) kind.optic = optic_facts(fields.at("optic"));
    if (fields.has("radio")) kind.radio = radio_facts(fields.at("radio"));
    if (fields.has("solar")) kind.solar = solar_facts(fields.at("solar"));
    if (fields.has("box")) kind.box = box_facts(fields.at("box"));
    if (fields.has("ups")) kind.ups = ups_facts(fields.at("ups"));
    fields.read("input_mbps", kind.input_mbps);
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
    by_id_.erase(id);
    auto& kept = kinds_[id];
    kept = std::make_shared<const Kind>(std::move(kind));
    by_id_[kept->id] = kept.get();
}

const Kind* Catalogue::find(std::string_view id) const {
    const auto found = by_id_.find(id);
    return found == by_id_.end() ? nullptr : found->second;
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
