// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/schema.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <memory>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "core/format/embedded.h"

namespace ovant {
namespace {

using nlohmann::json;

constexpr int deepest_nesting = 40;

// "<root>[devices][3][at]" to "devices/3/at".
std::string as_path(const std::string& context) {
    std::string path;
    for (std::size_t i = context.find('['); i < context.size(); ++i) {
        const char c = context[i];
        if (c == ']') path += '/';
        if (c != '[' && c != ']') path += c;
    }
    if (!path.empty() && path.back() == '/') path.pop_back();
    return path;
}

const valijson::Schema& schema_part(const char* part) {
    static std::map<std::string, std::unique_ptr<valijson::Schema>> parts = [] {
        std::map<std::string, std::unique_ptr<valijson::Schema>> made;
        const json whole = json::parse(embedded::site_schema());
        for (const char* name : {"site", "kind", "catalogue"}) {
            json root = {{"definitions", whole["definitions"]}};
            for (const auto& [key, value] : whole["definitions"][name].items()) root[key] = value;
            auto schema = std::make_unique<valijson::Schema>();
            valijson::SchemaParser parser;
            parser.populateSchema(valijson::adapters::NlohmannJsonAdapter(root), *schema);
            made[name] = std::move(schema);
        }
        return made;
    }();
    return *parts.at(part);
}

}  // namespace

Result<json> parse_json(std::string_view text) {
    try {
        bool too_deep = false;
        json value = json::parse(text, [&](int depth, json::parse_event_t, json&) {
            too_deep = too_deep || depth > deepest_nesting;
            return !too_deep;
        });
        if (too_deep) return Error{ErrorCode::schema, "", "", "less deep nesting"};
        return value;
    } catch (const json::parse_error& error) {
        const std::size_t at = std::min(error.byte, text.size());
        const std::string_view before = text.substr(0, at);
        const auto line = std::count(before.begin(), before.end(), '\n') + 1;
        return Error{ErrorCode::not_json, fmt::format("line {}", line),
                     std::string(text.substr(at > 12 ? at - 12 : 0, 12)), ""};
    } catch (const json::exception& error) {
        return Error{ErrorCode::not_json, "", error.what(), ""};
    }
}

std::vector<Error> check_schema(const json& value, const char* part) {
    valijson::Validator validator;
    valijson::ValidationResults results;
    if (validator.validate(schema_part(part), valijson::adapters::NlohmannJsonAdapter(value),
                           &results)) {
        return {};
    }
    std::vector<Error> errors;
    valijson::ValidationResults::Error found;
    while (results.popError(found)) {
        std::string context;
        for (const std::string& step : found.context) context += step;
        if (found.description.starts_with("Failed to validate item") ||
            found.description.starts_with("Failed to validate against")) {
            continue;  // the parents of the field that is wrong
        }
        errors.push_back({ErrorCode::schema, as_path(context), "", found.description});
    }
    if (errors.empty()) errors.push_back({ErrorCode::schema, "", "", "another layout"});
    return errors;
}

Result<json> parse_and_check(std::string_view text, const char* part) {
    Result<json> parsed = parse_json(text);
    if (!parsed) return parsed;
    std::vector<Error> errors = check_schema(*parsed, part);
    if (!errors.empty()) return errors.front();
    return parsed;
}

}  // namespace ovant
