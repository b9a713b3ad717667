// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/site_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <unordered_set>

#include "core/catalogue/kind_json.h"
#include "core/format/drawing_file.h"
#include "core/json/field_reader.h"
#include "core/site/site_enum_names.h"
#include "core/json/json_text.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

using nlohmann::json;

int version_of(const json& object) {
    const auto version = object.is_object() ? object.find("version") : object.end();
    if (!object.is_object() || version == object.end() || !version->is_number()) return 0;
    const double number = version->get<double>();
    const bool whole = number >= 1 && number <= 1000 && number == std::floor(number);
    return whole ? static_cast<int>(number) : 0;
}

void tell(Problems& problems, Error error) {
    std::string place = error.place;
    problems.add({std::move(error), std::move(place), false});
}

void read_head(const json& object, Problems& problems) {
    if (!object.contains("format"))
        tell(problems, {ErrorCode::missing_field, "", "format", ""});
    else if (object["format"] != "ovant-site")
        tell(problems, {ErrorCode::bad_value, "format", found_in(object["format"]), "ovant-site"});
    if (!object.contains("version"))
        tell(problems, {ErrorCode::missing_field, "", "version", ""});
    else if (version_of(object) == 0)
        tell(problems, {ErrorCode::bad_value, "version", found_in(object["version"]),
                        "a whole number from 1 to 1000"});
}

void read_drawing(const json& object, const JsonPath& root, FieldReader<Site>& reader, Site& site,
                  Problems& problems) {
    reader.known("drawing");
    const auto found = object.find("drawing");
    if (found == object.end()) return;
    const JsonPath at{&root, "drawing"};
    DrawingInFile drawing;
    FieldReader<DrawingInFile> drawing_reader(*found, drawing, at, problems);
    if (drawing_reader.read()) site.drawing = from_file(std::move(drawing));
}

// The site's own kinds keep the letters of the file: what this version does not know, the order.
void read_own_kinds(const json& object, std::string_view text, const JsonPath& root,
                    FieldReader<Site>& reader, Site& site, Problems& problems) {
    reader.known("kinds");
    const auto found = object.find("kinds");
    if (found == object.end()) return;
    const JsonPath at{&root, "kinds"};
    if (!found->is_array() || found->size() > most_own_kinds) {
        const Error wrong = found->is_array()
                                ? Error{ErrorCode::too_many, "kinds", std::to_string(found->size()),
                                        std::to_string(most_own_kinds)}
                                : Error{ErrorCode::bad_value, "kinds", found_in(*found), "a list"};
        problems.add({wrong, "kinds", false});
        return;
    }
    std::vector<std::string> texts = items_of(text, "kinds");
    for (std::size_t i = 0; i < found->size(); ++i) {
        const json& item = (*found)[i];
        const JsonPath here{&at, {}, i, id_of_item(item)};
        std::optional<Kind> kind = kind_from(item, here, problems);
        if (!kind) continue;
        std::string letters = texts.size() == found->size() ? std::move(texts[i]) : item.dump();
        if (letters.size() > largest_kind_bytes) {
            problems.add({{ErrorCode::too_large, here.place(), kilobytes(letters.size()),
                           kilobytes(largest_kind_bytes)},
                          here.pointer(),
                          true});
        } else if (!site.kinds.emplace(kind->id, OwnKind(*kind, std::move(letters))).second) {
            problems.add({{ErrorCode::duplicate_id, here.place() + "/id", kind->id, ""},
                          here.pointer(),
                          true});
        }
    }
}

Site site_from(const json& object, std::string_view text, Problems& problems) {
    Site site;
    const JsonPath root;
    if (!object.is_object()) {
        problems.add({{ErrorCode::bad_value, "", found_in(object), "a site"}, "", true});
        return site;
    }
    read_head(object, problems);
    FieldReader<Site> reader(object, site, root, problems);
    reader.known("format");
    reader.known("version");
    read_drawing(object, root, reader, site, problems);
    read_own_kinds(object, text, root, reader, site, problems);
    reader.read();
    return site;
}

// Lines and columns for what was found, and the order of the file.
void place_in_text(std::vector<Problem>& problems, std::string_view text) {
    std::vector<std::string> pointers;
    for (const Problem& problem : problems) {
        if (!problem.pointer.empty()) pointers.push_back(problem.pointer);
    }
    if (pointers.empty()) return;
    const std::map<std::string, TextSpot> spots = spots_of(text, pointers);
    for (Problem& problem : problems) {
        const auto spot = spots.find(problem.pointer);
        if (spot == spots.end()) continue;
        problem.error.line = spot->second.line;
        problem.error.column = spot->second.column;
    }
    std::stable_sort(problems.begin(), problems.end(), [](const Problem& a, const Problem& b) {
        return std::pair(a.error.line, a.error.column) < std::pair(b.error.line, b.error.column);
    });
}

Error too_large(std::size_t bytes) {
    return {ErrorCode::too_large, "", fmt::format("{} MB", bytes >> 20),
            fmt::format("{} MB", largest_site_bytes >> 20)};
}

// The pointer of an object in a list, from its number among those read: the file may hold others
// that were left out.
std::string pointer_of(const json& object, const std::string& place) {
    const std::size_t slash = place.find('/');
    if (slash == std::string::npos) return place;
    const std::string list = place.substr(0, slash);
    const std::size_t end = std::min(place.find('/', slash + 1), place.size());
    const std::string id = place.substr(slash + 1, end - slash - 1);
    const auto items = object.find(list);
    if (items == object.end() || !items->is_array()) return place;
    std::string found = place;
    for (std::size_t i = 0; i < items->size(); ++i) {
        // Of an id used twice the last one is at fault.
        if (id_of_item((*items)[i]) == id)
            found = fmt::format("{}/{}{}", list, i, place.substr(end));
    }
    return found;
}

}  // namespace

std::string found_in(const json& value) {
    switch (value.type()) {
        case json::value_t::null: return "nothing";
        case json::value_t::object: return "an object";
        case json::value_t::array: return fmt::format("a list of {}", value.size());
        case json::value_t::string: return shown_value(value.get_ref<const std::string&>());
        case json::value_t::number_float: return shown_value(value.get<double>());
        default: return shown_value(value.dump());
    }
}

std::string id_of_item(const json& item) {
    const auto id = item.is_object() ? item.find("id") : item.end();
    if (!item.is_object() || id == item.end() || !id->is_string()) return "";
    const std::string& text = id->get_ref<const std::string&>();
    return is_id(text) ? text : "";
}

Result<Site> read_site(std::string_view text) {
    if (text.size() > largest_site_bytes) return too_large(text.size());
    Result<json> parsed = parse_json(text);
    if (!parsed) return parsed.error();
    if (version_of(*parsed) > site_format_version) {
        return Error{ErrorCode::newer_version, "version", std::to_string(version_of(*parsed)),
                     std::to_string(site_format_version)};
    }
    Problems problems;
    Site site = site_from(*parsed, text, problems);
    if (problems.count() == 0) {
        for (Error& error : find_problems(site, catalogue_for(site))) {
            std::string pointer = pointer_of(*parsed, error.place);
            problems.add({std::move(error), std::move(pointer), false});
        }
    }
    if (problems.count() == 0) return site;
    place_in_text(problems.kept(), text);
    return problems.kept().front().error;
}

KeptSite read_site_keeping(std::string_view text) {
    KeptSite kept;
    if (text.size() > largest_site_bytes) {
        kept.dropped.push_back(too_large(text.size()));
        kept.nothing_kept = true;
        return kept;
    }
    std::string cut;
    Result<json> parsed = parse_json(text);
    if (!parsed) {
        kept.dropped.push_back(parsed.error());
        cut = cut_at(text, damage_at(text));
        text = cut;
        parsed = parse_json(text);
    }
    if (!parsed || !parsed->is_object()) {
        kept.nothing_kept = true;
        return kept;
    }
    json object = std::move(*parsed);
    object["format"] = "ovant-site";
    object["version"] = site_format_version;
    Problems problems;
    kept.site = site_from(object, text, problems);
    for (Error& error : mend(kept.site)) {
        std::string pointer = problems.is_full() ? "" : pointer_of(object, error.place);
        problems.add({std::move(error), std::move(pointer), false});
    }
    place_in_text(problems.kept(), text);
    for (Problem& problem : problems.kept()) kept.dropped.push_back(std::move(problem.error));
    kept.more_dropped = problems.count() - problems.kept().size();
    return kept;
}

bool same_catalogue(const Site& a, const Site& b) {
    return a.kinds == b.kinds && a.brings == b.brings;
}

Catalogue catalogue_for(const Site& site) {
    Catalogue catalogue = shipped_catalogue();
    for (const auto& [id, own] : site.kinds) catalogue.add(own.shared());
    for (const Brings& rule : site.brings) catalogue.add(rule);
    return catalogue;
}

}  // namespace ovant
