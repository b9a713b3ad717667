// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/kind_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

#include "core/catalogue/catalogue.h"
#include "core/catalogue/kind_json.h"
#include "core/format/csv_text.h"
#include "core/catalogue/embedded.h"
#include "core/json/json_text.h"

namespace ovant {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;

constexpr std::size_t most_items = 200;  // of a list in a kind
constexpr std::ptrdiff_t deepest_path = 6;

Unit unit_of(std::string_view name) {
    const std::pair<std::string_view, Unit> endings[] = {{"_dbm", Unit::decibel_milliwatt},
                                                         {"_dbi", Unit::decibel},
                                                         {"_wh", Unit::watt_hour},
                                                         {"_mhz", Unit::megahertz},
                                                         {"_mbps", Unit::megabit_per_second},
                                                         {"_ohm", Unit::ohm},
                                                         {"_volts", Unit::volt},
                                                         {"_c", Unit::celsius},
                                                         {"_w", Unit::watt},
                                                         {"_v", Unit::volt},
                                                         {"_m", Unit::metre},
                                                         {"_h", Unit::hour}};
    for (const auto& [ending, unit] : endings) {
        if (name.ends_with(ending) && !name.ends_with("per_m")) return unit;
    }
    return Unit::none;
}

void collect(const ordered_json& value, const std::string& path, std::vector<KindField>& fields) {
    if (value.is_object()) {
        for (const auto& [key, inner] : value.items())
            collect(inner, path.empty() ? key : path + "/" + key, fields);
        return;
    }
    if (value.is_array()) {
        for (std::size_t i = 0; i < value.size(); ++i)
            collect(value[i], fmt::format("{}/{}", path, i), fields);
        return;
    }
    KindField field;
    field.path = path;
    field.unit = unit_of(path);
    field.type = value.is_number()    ? KindField::Type::number
                 : value.is_boolean() ? KindField::Type::truth
                                      : KindField::Type::text;
    field.value = value.is_string() ? value.get<std::string>() : value.dump();
    fields.push_back(std::move(field));
}

ordered_json parsed(std::string_view text) { return ordered_json::parse(text, nullptr, false); }

ordered_json* at_path(ordered_json& root, const std::string& path) {
    ordered_json* here = &root;
    std::size_t from = 0;
    while (from <= path.size()) {
        const std::size_t slash = std::min(path.find('/', from), path.size());
        const std::string step = path.substr(from, slash - from);
        if (here->is_object() && here->contains(step)) {
            here = &(*here)[step];
        } else if (here->is_array()) {
            std::size_t number = 0;
            const auto read = std::from_chars(step.data(), step.data() + step.size(), number);
            if (read.ec != std::errc() || number >= here->size()) return nullptr;
            here = &(*here)[number];
        } else {
            return nullptr;
        }
        from = slash + 1;
    }
    return here;
}

// Whole numbers stay whole, so that counts pass the schema.
ordered_json as_number(double value) {
    if (value == std::round(value) && std::abs(value) < 1e15)
        return static_cast<std::int64_t>(value);
    return value;
}

std::string dumped(const ordered_json& kind) {
    return kind.dump(-1, ' ', false, ordered_json::error_handler_t::replace);
}

Result<std::string> checked(const ordered_json& kind) {
    std::string text = dumped(kind);
    const Result<Kind> read = read_kind(text, "");
    if (!read) return read.error();
    return text;
}

// Puts a value at a path, making what is on the way.
void put(ordered_json& root, const std::string& path, ordered_json value) {
    ordered_json* here = &root;
    std::size_t from = 0;
    for (;;) {
        const std::size_t slash = path.find('/', from);
        const std::string step = path.substr(from, slash - from);
        const bool is_index = !step.empty() && std::all_of(step.begin(), step.end(), [](char c) {
            return c >= '0' && c <= '9';
        });
        if (is_index) {
            if (!here->is_array()) *here = ordered_json::array();
            std::size_t number = most_items;
            std::from_chars(step.data(), step.data() + step.size(), number);
            number = std::min(number, most_items);
            while (here->size() <= number) here->push_back(nullptr);
            here = &(*here)[number];
        } else {
            if (!here->is_object()) *here = ordered_json::object();
            here = &(*here)[step];
        }
        if (slash == std::string::npos) break;
        from = slash + 1;
    }
    *here = std::move(value);
}

ordered_json cell_value(const std::string& cell) {
    if (cell == "true" || cell == "false") return cell == "true";
    double number = 0;
    const auto read = std::from_chars(cell.data(), cell.data() + cell.size(), number);
    if (read.ec == std::errc() && read.ptr == cell.data() + cell.size() && std::isfinite(number))
        return as_number(number);
    return cell;
}

// Kinds that were brought in, each id once; of what is wrong the first are told.
class Importing {
public:
    void take(std::string text, const std::string& place) {
        const Result<Kind> kind = read_kind(text, "");
        if (!kind) return refuse(place, kind.error());
        if (!ids_.insert(kind->id).second)
            return refuse(place, {ErrorCode::duplicate_id, "id", kind->id, ""});
        if (import_.kinds.size() >= most_imported) return refuse(place, too_many());
        import_.kinds.push_back({kind->id, std::move(text)});
    }
    void refuse(const std::string& place, Error error) {
        if (import_.errors.size() >= most_told) return;
        error.place = place + (error.place.empty() || place.empty() ? "" : "/") + error.place;
        import_.errors.push_back(std::move(error));
    }
    KindsImport done() { return std::move(import_); }

private:
    static constexpr std::size_t most_imported = 1000;
    static constexpr std::size_t most_told = 200;
    static Error too_many() {
        return {ErrorCode::too_large, "", "more kinds", std::to_string(most_imported)};
    }
    KindsImport import_;
    std::set<std::string> ids_;
};

KindsImport from_json(std::string_view text) {
    Importing importing;
    const Result<json> file = parse_json(text);
    if (!file) {
        importing.refuse("", file.error());
        return importing.done();
    }
    if (!file->contains("kinds") || !file->at("kinds").is_array()) {
        importing.refuse("", {ErrorCode::missing_field, "", "kinds", "a list of kinds"});
        return importing.done();
    }
    std::vector<std::string> kinds = items_of(text, "kinds");
    for (std::size_t i = 0; i < kinds.size(); ++i)
        importing.take(std::move(kinds[i]), fmt::format("kinds/{}", i));
    return importing.done();
}

}  // namespace

std::string kind_json(const Site& site, std::string_view id) {
    const auto own = site.kinds.find(std::string(id));
    if (own != site.kinds.end()) return own->second.json();
    for (std::string_view text : embedded::catalogue_files()) {
        const ordered_json file = parsed(text);
        for (const ordered_json& kind : file.at("kinds")) {
            if (kind.at("id") == id) return kind.dump();
        }
    }
    return "";
}

std::vector<KindField> kind_fields(std::string_view text) {
    std::vector<KindField> fields;
    const ordered_json kind = parsed(text);
    if (kind.is_object()) collect(kind, "", fields);
    return fields;
}

Result<std::string> with_field(std::string_view json, const Typed& typed, UnitSystem system) {
    const auto& [path, text] = typed;
    ordered_json kind = parsed(json);
    ordered_json* field = kind.is_object() && path != "id" ? at_path(kind, path) : nullptr;
    if (!field) return Error{ErrorCode::missing_field, path, path, "a field of this kind"};
    if (field->is_number()) {
        const Result<double> value = parse_quantity(text, unit_of(path), system);
        if (!value) {
            Error error = value.error();
            error.place = path;
            return error;
        }
        *field = as_number(*value);
    } else if (field->is_boolean()) {
        *field = text == "true";
    } else {
        *field = std::string(text);
    }
    return checked(kind);
}

Result<std::string> copied_kind(std::string_view text, NamedId copy) {
    const auto [id, name] = copy;
    ordered_json kind = parsed(text);
    if (!kind.is_object()) return Error{ErrorCode::unknown_kind, "", std::string(id), ""};
    kind["id"] = id;
    kind["name"] = name;
    return checked(kind);
}

std::string kinds_as_json(const std::vector<std::string>& kinds) {
    std::string out = "{\"kinds\": [";
    for (std::size_t i = 0; i < kinds.size(); ++i) out += (i ? ",\n  " : "\n  ") + kinds[i];
    return out + "\n]}\n";
}

std::string kinds_as_csv(const std::vector<std::string>& kinds) {
    std::vector<std::string> columns;
    for (const std::string& kind : kinds) {
        for (const KindField& field : kind_fields(kind)) {
            if (std::find(columns.begin(), columns.end(), field.path) == columns.end())
                columns.push_back(field.path);
        }
    }
    std::string out;
    for (std::size_t i = 0; i < columns.size(); ++i) out += (i ? "," : "") + csv_cell(columns[i]);
    out += "\r\n";
    for (const std::string& kind : kinds) {
        const std::vector<KindField> fields = kind_fields(kind);
        for (std::size_t i = 0; i < columns.size(); ++i) {
            if (i) out += ",";
            for (const KindField& field : fields) {
                if (field.path != columns[i]) continue;
                // A minus of a number is no formula.
                out += field.type == KindField::Type::text ? csv_cell(field.value) : field.value;
            }
        }
        out += "\r\n";
    }
    return out;
}

KindsImport import_kinds(std::string_view text) {
    const std::size_t first = text.find_first_not_of(" \t\r\n\xef\xbb\xbf");
    if (first != std::string_view::npos && text[first] == '{') return from_json(text.substr(first));
    Importing importing;
    const CsvRows read = csv_rows(text);
    const std::vector<CsvRow>& rows = read.rows;
    if (rows.empty()) {
        importing.refuse("line 1", {ErrorCode::missing_field, "", "id", "a head line"});
        return importing.done();
    }
    for (std::size_t r = 1; r < rows.size(); ++r) {
        ordered_json kind = ordered_json::object();
        const std::size_t columns = std::min(rows[r].cells.size(), rows[0].cells.size());
        for (std::size_t c = 0; c < columns; ++c) {
            const std::string cell(without_cover(rows[r].cells[c]));
            const std::string& path = rows[0].cells[c];
            if (cell.empty() || path.empty() ||
                std::count(path.begin(), path.end(), '/') > deepest_path)
                continue;
            // Names and ports keep their letters even where they are all digits.
            const bool letters = path == "id" || path == "name" || path.ends_with("/ids") ||
                                 path.ends_with("/category") || path.ends_with("/lane");
            put(kind, path, letters ? ordered_json(cell) : cell_value(cell));
        }
        importing.take(dumped(kind), fmt::format("line {}", rows[r].line));
    }
    if (read.unclosed > 0)
        importing.refuse(fmt::format("line {}", read.unclosed),
                         {ErrorCode::open_quote, "", "", ""});
    return importing.done();
}

}  // namespace ovant
