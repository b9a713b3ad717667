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
