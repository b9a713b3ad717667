// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/catalogue/catalogue.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <charconv>
#include <set>

#include "core/catalogue/kind_fields.h"
#include "core/catalogue/kind_json.h"
#include "core/catalogue/embedded.h"
#include "core/json/json_text.h"
#include "core/text.h"

namespace ovant {

OVANT_VALUE_MADE(Kind);
OVANT_VALUE_MADE(PortKind);
namespace {

using nlohmann::json;

constexpr std::size_t most_kinds = 2000;  // of one catalogue file

// "1-8" makes eight ports, "air1-7" makes air1 to air7, anything else makes one.
void add_ports(const PortsInFile& in_file, std::vector<PortKind>& ports) {
    PortKind port = in_file.port;
    const std::string& ids = in_file.ids;
    if (port.role == PortRole::pse && port.limit_w == 0) {
        port.limit_w = poe_class_limits(port.poe_class)->pse_w;
    }
    const std::size_t dash = ids.find('-');
    std::size_t digits = dash == std::string::npos ? 0 : dash;
    while (digits > 0 && std::isdigit(static_cast<unsigned char>(ids[digits - 1]))) --digits;
    int first = 0, last = 0;
    const char* end = ids.data() + ids.size();
    const bool is_range =
        dash != std::string::npos && dash > 0 &&
        std::from_chars(ids.data() + digits, ids.data() + dash, first).ec == std::errc() &&
        std::from_chars(ids.data() + dash + 1, end, last).ptr == end && last >= first;
    if (!is_range) {
        port.id = ids;
        ports.push_back(port);
        return;
    }
    for (int number = first; number <= last && number - first < 64; ++number) {
        port.id = ids.substr(0, digits) + std::to_string(number);
        ports.push_back(port);
    }
}

// A load is judged as a camera that shows nothing.
CameraFacts without_a_picture(const LoadFacts& load) {
    CameraFacts out;
    out.draw = {load.watts, 0, 0, 0, load.start_w};
    out.min_volts = load.min_volts;
    out.off_below_v = load.off_below_v;
    out.picture.width_px = out.picture.height_px = 0;
    out.bit_rate_mbps = load.bit_rate_mbps;
    out.start_s = load.start_s;
    out.first_input = load.first_input;
    out.bridges_inputs = load.bridges_inputs;
    out.asks_by_link_layer = load.asks_by_link_layer;
    out.sleep_w = load.sleep_w;
    out.input_uf = load.input_uf;
    return out;
}

}  // namespace

std::string kilobytes(std::size_t bytes) { return fmt::format("{} kB", (bytes + 999) / 1000); }

std::optional<Kind> kind_from(const json& object, const JsonPath& path, Problems& problems) {
    const std::size_t before = problems.count();
    KindInFile in_file;
    FieldReader<KindInFile>(object, in_file, path, problems).read();
    if (problems.count() > before) return std::nullopt;
    Kind kind = std::move(in_file.kind);
    if (in_file.supply) {
        kind.supply = in_file.supply->facts;
        const bool says_how = object.at("supply").contains("allocation");
        if (in_file.supply->reserves_by_class && !says_how)
            kind.supply->allocation = Allocation::by_class;
    }
    for (const PortsInFile& ports : in_file.ports) add_ports(ports, kind.ports);
    if (kind.load) kind.camera = without_a_picture(*kind.load);
    const std::string what = lacking(kind);
    if (what.empty()) return kind;
    problems.add({{ErrorCode::bad_kind, path.place(), kind.id, what}, path.pointer(), true});
    return std::nullopt;
}

OwnKind::OwnKind(Kind kind, std::string json)
    : kind_(std::make_shared<const Kind>(std::move(kind))), json_(std::move(json)) {}

void Catalogue::add(Kind kind) { add(std::make_shared<const Kind>(std::move(kind))); }

void Catalogue::add(std::shared_ptr<const Kind> kind) {
    by_id_.erase(kind->id);
    auto& kept = kinds_[kind->id];
    kept = std::move(kind);
    by_id_[kept->id] = kept.get();
}

void Catalogue::add(Brings rule) {
    for (Brings& known : brings_) {
        if (known.id == rule.id) return void(known = std::move(rule));
    }
    brings_.push_back(std::move(rule));
}

const Kind* Catalogue::find(std::string_view id) const {
    const auto found = by_id_.find(id);
    return found == by_id_.end() ? nullptr : found->second;
}

const CableFacts* cable_facts(const Catalogue& catalogue, std::string_view id) {
    const Kind* kind = catalogue.find(id);
    return kind && kind->cable ? &*kind->cable : nullptr;
}

namespace {

// "4MP" is "4" and "mp".
std::set<std::string> name_words(std::string_view text) {
    const auto sort = [](char c) {
        return c >= '0' && c <= '9' ? 1 : (c >= 'a' && c <= 'z') || c < 0 ? 2 : 0;
    };
    std::set<std::string> out;
    for (std::size_t at = 0; at < text.size();) {
        std::size_t end = at + 1;
        while (end < text.size() && sort(text[end]) == sort(text[at])) ++end;
        if (sort(text[at]) != 0) out.emplace(text.substr(at, end - at));
        at = end;
    }
    return out;
}

}  // namespace

const Kind* kind_named(const Catalogue& catalogue, std::string_view text,
                       const std::function<bool(const Kind&)>& takes) {
    if (const Kind* kind = catalogue.find(text)) return takes(*kind) ? kind : nullptr;
    const std::string name = lowered(text);
    for (const auto& [id, kind] : catalogue) {
        if (takes(*kind) && lowered(kind->name) == name) return kind.get();
    }
    // Words in any order, where they leave one.
    const std::set<std::string> wanted = name_words(name);
    const bool letters =
        std::any_of(wanted.begin(), wanted.end(), [](const auto& word) { return word[0] > '9'; });
    if (!letters) return nullptr;
    const Kind* only = nullptr;
    for (const auto& [id, kind] : catalogue) {
        if (!takes(*kind)) continue;
        const std::set<std::string> has = name_words(lowered(kind->name));
        if (!std::includes(has.begin(), has.end(), wanted.begin(), wanted.end())) continue;
        if (only) return nullptr;
        only = kind.get();
    }
    return only;
}

std::vector<const Kind*> Catalogue::of(Category category) const {
    std::vector<const Kind*> out;
    for (const auto& [id, kind] : kinds_) {
        if (kind->category == category) out.push_back(kind.get());
    }
    return out;
}

namespace {

// The first thing wrong, with its line where the text has lines.
Error first_of(Problems& problems, std::string_view text) {
    Problem& problem = problems.kept().front();
    const std::map<std::string, TextSpot> spots = spots_of(text, {problem.pointer});
    if (const auto spot = spots.find(problem.pointer);
        spot != spots.end() && text.find('\n') != std::string_view::npos) {
        problem.error.line = spot->second.line;
        problem.error.column = spot->second.column;
    }
    return problem.error;
}

}  // namespace

Result<Kind> read_kind(std::string_view json_text, std::string_view place) {
    if (json_text.size() > largest_kind_bytes) {
        return Error{ErrorCode::too_large, std::string(place), kilobytes(json_text.size()),
                     kilobytes(largest_kind_bytes)};
    }
    const Result<json> parsed = parse_json(json_text);
    if (!parsed) return parsed.error();
    Problems problems;
    const JsonPath above{nullptr, place};
    const JsonPath none;
    const JsonPath& path = place.empty() ? none : above;
    std::optional<Kind> kind = kind_from(*parsed, path, problems);
    if (!kind) return first_of(problems, json_text);
    return std::move(*kind);
}

Result<OwnKind> read_own_kind(std::string_view id, std::string json_text) {
    const std::string place = fmt::format("kinds/{}", id);
    Result<Kind> kind = read_kind(json_text, place);
    if (!kind) return kind.error();
    if (kind->id != id)
        return Error{ErrorCode::bad_kind, place, std::string(id),
                     fmt::format("its id is {}", kind->id)};
    return OwnKind(std::move(*kind), std::move(json_text));
}

Result<std::vector<Kind>> read_kinds(std::string_view json_text) {
    const Result<json> parsed = parse_json(json_text);
    if (!parsed) return parsed.error();
    const auto list = parsed->is_object() ? parsed->find("kinds") : parsed->end();
    if (!parsed->is_object() || list == parsed->end() || !list->is_array())
        return Error{ErrorCode::missing_field, "", "kinds", "a list of kinds"};
    if (list->size() > most_kinds)
        return Error{ErrorCode::too_large, "kinds", fmt::format("{} kinds", list->size()),
                     std::to_string(most_kinds)};
    Problems problems;
    std::vector<Kind> kinds;
    const JsonPath root;
    const JsonPath at{&root, "kinds"};
    for (std::size_t i = 0; i < list->size(); ++i) {
        const JsonPath here{&at, {}, i, id_of_item((*list)[i])};
        std::optional<Kind> kind = kind_from((*list)[i], here, problems);
        if (!kind) return first_of(problems, json_text);
        const auto same = [&](const Kind& other) { return other.id == kind->id; };
        if (std::any_of(kinds.begin(), kinds.end(), same))
            return Error{ErrorCode::duplicate_id, here.place() + "/id", kind->id, ""};
        kinds.push_back(std::move(*kind));
    }
    return kinds;
}

Result<std::vector<Brings>> read_brings(std::string_view json_text) {
    const Result<json> parsed = parse_json(json_text);
    if (!parsed) return parsed.error();
    std::vector<Brings> rules;
    if (!parsed->is_object() || !parsed->contains("brings")) return rules;
    const json& list = parsed->at("brings");
    if (!list.is_array() || list.size() > most_kinds)
        return Error{ErrorCode::bad_value, "brings", "", "a list of rules"};
    Problems problems;
    const JsonPath root;
    const JsonPath at{&root, "brings"};
    for (std::size_t i = 0; i < list.size(); ++i) {
        const JsonPath here{&at, {}, i, id_of_item(list[i])};
        Brings rule;
        FieldReader<Brings>(list[i], rule, here, problems).read();
        if (problems.count() > 0) return first_of(problems, json_text);
        rules.push_back(std::move(rule));
    }
    return rules;
}

const Catalogue& shipped_catalogue() {
    static const Catalogue catalogue = [] {
        Catalogue made;
        for (std::string_view text : embedded::catalogue_files()) {
            Result<std::vector<Kind>> kinds = read_kinds(text);
            if (!kinds) continue;  // a test reads each file and asks for no error
            for (Kind& kind : *kinds) made.add(std::move(kind));
            Result<std::vector<Brings>> rules = read_brings(text);
            if (!rules) continue;
            for (Brings& rule : *rules) made.add(std::move(rule));
        }
        return made;
    }();
    return catalogue;
}

}  // namespace ovant
