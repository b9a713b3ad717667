// SPDX-License-Identifier: GPL-3.0-or-later
// The published schema says what the reader does: an outside validator judges the same files.
#include <catch2/catch.hpp>
#include <fstream>
#include <random>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "core/format/site_json.h"
#include "core/format/site_schema.h"
#include "support/temp_folder.h"

using namespace ovant;
using nlohmann::json;

namespace {

class Outside {
public:
    Outside() {
        const json whole = json::parse(site_schema());
        valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(whole),
                                                schema_);
    }
    bool accepts(const json& site) {
        return validator_.validate(schema_, valijson::adapters::NlohmannJsonAdapter(site), nullptr);
    }

private:
    valijson::Schema schema_;
    valijson::Validator validator_;
};

bool is_of_structure(ErrorCode code) {
    return code == ErrorCode::bad_value || code == ErrorCode::missing_field;
}

// Something else in place of one value somewhere in the file.
json changed_somewhere(const json& site, std::mt19937& random) {
    const json flat = site.flatten();
    const auto pick = [&](std::size_t count) {
        return std::uniform_int_distribution<std::size_t>(0, count - 1)(random);
    };
    auto at = flat.begin();
    std::advance(at, static_cast<std::ptrdiff_t>(pick(flat.size())));
    const json others[] = {nullptr,
                           true,
                           -1,
                           0,
                           3,
                           1.5,
                           -0.5,
                           1e7,
                           1000001,
                           "",
                           "x y",
                           "SW1",
                           "4",
                           json::array(),
                           json::object(),
                           json::array({1, 2}),
                           std::string(65, 'k'),
                           std::string(201, 'n'),
                           "2027-01-15",
                           "pse",
                           "indoor"};
    json changed = site;
    changed[json::json_pointer(at.key())] = others[pick(std::size(others))];
    return changed;
}

}  // namespace

namespace {

// A value that a schema takes.
json sample_of(const json& schema, const json& root) {
    if (schema.contains("$ref")) {
        const std::string name = schema["$ref"].get<std::string>().substr(14);
        return sample_of(root["definitions"][name], root);
    }
    if (schema.contains("anyOf")) return sample_of(schema["anyOf"][0], root);
    if (schema.contains("const")) return schema["const"];
    if (schema.contains("enum")) return schema["enum"][0];
    const std::string type = schema.value("type", "");
    if (type == "object") {
        json out = json::object();
        for (const json& name : schema.value("required", json::array()))
            out[name.get<std::string>()] = sample_of(schema["properties"][name], root);
        return out;
    }
    if (type == "array") {
        json out = json::array();
        const std::size_t count = schema.value("minItems", 0);
        for (std::size_t i = 0; i < count; ++i) out.push_back(sample_of(schema["items"], root));
        return out;
    }
    if (type == "boolean") return false;
    if (type == "number" || type == "integer") return schema.value("minimum", json(1));
    return schema.contains("pattern") ? json("2027-01-15") : json("a");
}

struct Field {
    json::json_pointer at;
    json schema;
};

// Every field of the schema, with a file around it that has it.
void walk(const json& schema, const json& root, const json::json_pointer& at,
          std::vector<Field>& out) {
    if (schema.contains("$ref")) {
        const std::string name = schema["$ref"].get<std::string>().substr(14);
        return walk(root["definitions"][name], root, at, out);
    }
    out.push_back({at, schema});
    const std::string type = schema.contains("type") && schema["type"].is_string()
                                 ? schema["type"].get<std::string>()
                                 : "";
    if (type == "object" && schema.contains("properties")) {
        for (const auto& [name, inside] : schema["properties"].items())
            walk(inside, root, at / name, out);
    }
    if (type == "array" && schema.contains("items") && schema["items"].is_object())
        walk(schema["items"], root, at / 0, out);
}

// The file with this value there; what stands around it is as the schema asks for.
json file_with(const json& schema, const Field& field, const json& value) {
    json file = sample_of(schema, schema);
    json::json_pointer along;
    std::vector<std::string> steps;
    for (json::json_pointer rest = field.at; !rest.empty(); rest = rest.parent_pointer())
        steps.insert(steps.begin(), rest.back());
    json here = schema;
    const auto resolved = [&](json one) {
        while (one.contains("$ref"))
            one = schema["definitions"][one["$ref"].get<std::string>().substr(14)];
        return one;
    };
    for (std::size_t i = 0; i < steps.size(); ++i) {
        here = resolved(here);
        here = here.value("type", "") == "array" ? here["items"] : here["properties"][steps[i]];
        along /= steps[i];
        if (i + 1 < steps.size()) {
            json& there = file[along];
            if (there.is_null()) there = sample_of(resolved(here), schema);
        }
    }
    file[field.at] = value;
    return file;
}

}  // namespace

TEST_CASE("each wrong type at each field of the schema is refused at that field",
          "[schema][bad-input]") {
    const json schema = json::parse(site_schema());
    std::vector<Field> fields;
    walk(schema, schema, json::json_pointer(), fields);
    REQUIRE(fields.size() > 250);
    const std::pair<const char*, json> wrong[] = {{"object", json::object({{"a", 1}})},
                                                  {"array", json::array({json::array()})},
                                                  {"string", "\u0001"},
                                                  {"boolean", true},
                                                  {"number", 1e300},
                                                  {"null", nullptr}};
    int tried = 0;
    for (const Field& field : fields) {
        if (field.at.empty() || !field.schema.contains("type")) continue;
        const std::string type = field.schema["type"].get<std::string>();
        for (const auto& [name, value] : wrong) {
            const bool of_the_type = name == type || (type == "integer" && value.is_number());
            if (of_the_type && !value.is_number()) continue;
            const std::string text = file_with(schema, field, value).dump();
            const KeptSite kept = read_site_keeping(text);
            const std::string last = field.at.back();
            const bool told =
                kept.nothing_kept ||
                std::any_of(kept.dropped.begin(), kept.dropped.end(), [&](const Error& error) {
                    return error.place.find(last) != std::string::npos ||
                           field.at.to_string().find("/" + error.place) == 0 ||
                           error.subject.find(last) != std::string::npos;
                });
            INFO(field.at.to_string() << " as " << name << ": " << text);
            const bool of_head = last == "format" || last == "version";  // told by read_site only
            CHECK((told || of_head));
            CHECK_FALSE(read_site(text));
            ++tried;
        }
    }
    CHECK(tried > 1000);
    for (const json& version : {json(3.5), json(0.5), json(1000.5), json(4.0000001)}) {
        json file = sample_of(schema, schema);
        file["version"] = version;
        CHECK_FALSE(read_site(file.dump()));
    }
}

TEST_CASE("the published schema is the one the program goes by", "[schema]") {
    const std::string path = source_file("data/schema/ovant-site.schema.json");
    if (std::getenv("OVANT_WRITE_SCHEMA")) std::ofstream(path) << site_schema();
    INFO("scripts/schema writes it anew");
    CHECK(read_all(path) == site_schema());
}

TEST_CASE("an outside validator takes the same files by the schema", "[schema]") {
    Outside outside;
    std::mt19937 random(7);
    int refused = 0, taken = 0;
    // Small files: the validator looks at the whole of one each time.
    for (const char* file : {"tests/data/bad-inputs.json", "tests/data/corpus/site/chain.json"}) {
        json site = json::parse(read_all(source_file(file)));
        if (site.contains("base")) site = json(site["base"]);
        REQUIRE(outside.accepts(site));
        for (int i = 0; i < 350; ++i) {
            const json changed = changed_somewhere(site, random);
            const Result<Site> read = read_site(changed.dump());
            if (!read && !is_of_structure(read.error().code)) continue;  // a reference
            // An id is any text of 64 letters to the schema, where it is a reference.
            INFO(json::diff(site, changed).dump()
                 << (read ? "" : " " + read.error().place + " " + read.error().detail));
            CHECK(outside.accepts(changed) == static_cast<bool>(read));
            ++(read ? taken : refused);
        }
    }
    CHECK(refused > 150);
    CHECK(taken > 50);
}
