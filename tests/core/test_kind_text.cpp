// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds as text: figure by figure, and whole lists in and out.
#include <catch2/catch.hpp>

#include "core/catalogue/catalogue.h"
#include "core/format/kind_text.h"
#include "phrase/kind_words.h"
#include "support/sites.h"

using namespace ovant;

TEST_CASE("every shipped kind reads back from its own text, JSON and CSV", "[kinds]") {
    const Site site;
    std::vector<std::string> all;
    for (const auto& [id, kind] : shipped_catalogue()) {
        const std::string json = kind_json(site, id);
        INFO(id);
        REQUIRE(read_kind(json, ""));
        CHECK_FALSE(kind_fields(json).empty());
        all.push_back(json);
    }
    for (const std::string& text : {kinds_as_json(all), kinds_as_csv(all)}) {
        const KindsImport again = import_kinds(text);
        for (const Error& error : again.errors) FAIL(error.place << " " << error.detail);
        REQUIRE(again.kinds.size() == all.size());
        for (std::size_t i = 0; i < all.size(); ++i) {
            INFO(again.kinds[i].first);
            const Kind before = *read_kind(all[i], ""),
                       after = *read_kind(again.kinds[i].second, "");
            CHECK(before.name == after.name);
            CHECK(before.price == after.price);
            REQUIRE(before.ports.size() == after.ports.size());
            for (PortNumber port : before.ports.numbers()) {
                CHECK(before.ports[port].id == after.ports[port].id);
                CHECK(before.ports[port].limit_w == after.ports[port].limit_w);
            }
            CHECK(before.supply.has_value() == after.supply.has_value());
            CHECK(before.min_temperature_c == after.min_temperature_c);
        }
    }
    CHECK(kind_json(site, "no-such").empty());
}

TEST_CASE("a figure is changed in the unit people type", "[kinds]") {
    const std::string cable = kind_json({}, "coax-rg59");
    const Result<std::string> dearer =
        with_field(cable, {"cable/loop_ohm_per_m", "0.05"}, UnitSystem::metric);
    REQUIRE(dearer);
    CHECK(read_kind(*dearer, "")->cable->loop_ohm_per_m == 0.05);
    const std::string line = kind_json({}, "long-far");
    const Result<std::string> feet =
        with_field(line, {"in_line/hop_reach_m", "300 ft"}, UnitSystem::metric);
    REQUIRE(feet);
    CHECK(read_kind(*feet, "")->in_line->hop_reach_m == Approx(91.44));
    CHECK(read_kind(*with_field(line, {"in_line/hop_reach_m", "300"}, UnitSystem::imperial), "")
              ->in_line->hop_reach_m == Approx(91.44));
    const Result<std::string> named = with_field(line, {"name", "Ours"}, UnitSystem::metric);
    CHECK(read_kind(*named, "")->name == "Ours");
}

TEST_CASE("what a kind cannot be is refused with the field", "[kinds][bad-input]") {
    const std::string line = kind_json({}, "long-far");
    const auto refused = [&](const char* path, const char* text) {
        const Result<std::string> changed = with_field(line, {path, text}, UnitSystem::metric);
        REQUIRE_FALSE(changed);
        return changed.error();
    };
    CHECK(refused("in_line/min_volts", "-4 V").place == "in_line/min_volts");
    CHECK(refused("in_line/min_volts", "1e300").code == ErrorCode::bad_value);
    CHECK(refused("in_line/min_volts", "soon").code == ErrorCode::bad_number);
    CHECK(refused("in_line/min_volts", "4 kg").code == ErrorCode::bad_unit);
    CHECK(refused("in_line/nothing", "4").code == ErrorCode::missing_field);
    CHECK(refused("id", "other").code == ErrorCode::missing_field);
    CHECK(refused("category", "teapot").code == ErrorCode::bad_value);
    CHECK_FALSE(copied_kind(line, {"not an id", "X"}));
    CHECK(copied_kind(line, {"mine", "X"}));
}

TEST_CASE("a bad row is reported and the rest goes on", "[kinds][bad-input]") {
    const KindsImport rows = import_kinds(
        "id,name,category,price\n"
        "one,One,enclosure,12\n"
        "two words,Two,enclosure,12\n"
        "three,'=SUM(A1),enclosure,7\n"
        "four,Four,enclosure,-7\n");
    REQUIRE(rows.kinds.size() == 2);
    CHECK(rows.kinds[1].first == "three");
    CHECK(read_kind(rows.kinds[1].second, "")->name == "=SUM(A1)");
    REQUIRE(rows.errors.size() == 2);
    CHECK(rows.errors[0].place == "line 3/id");
    CHECK(rows.errors[1].place == "line 5/price");
    // Given out, a name that looks like a formula is made harmless again.
    CHECK(kinds_as_csv({rows.kinds[1].second}).find("'=SUM") != std::string::npos);
    CHECK(import_kinds("").errors.size() == 1);
    CHECK(import_kinds("{\"kinds\": 3}").errors.size() == 1);
    CHECK(import_kinds("{").errors.size() == 1);
    CHECK(import_kinds("id,a/99999999999999999999999999,b/c/d/e/f/g/h/i/j/k\nx,1,2\n")
              .errors.size() == 1);
}

TEST_CASE("a kind reads like a data sheet: every figure has its words", "[kinds]") {
    const Site site;
    std::size_t figures = 0;
    for (const auto& [id, kind] : shipped_catalogue()) {
        const std::vector<KindField> fields = kind_fields(kind_json(site, id));
        for (const KindField& field : fields) {
            if (field.path == "id") continue;
            INFO(id << " " << field.path);
            CHECK(has_field_label(field.path));
            CHECK(field_heading(fields, field.path).find('/') == std::string::npos);
            ++figures;
        }
    }
    CHECK(figures > 1000);
    const std::vector<KindField> fields = kind_fields(kind_json(site, "sw-16-long"));
    CHECK(field_label("supply/budget_w") == "Gives in all");
    CHECK(field_heading(fields, "supply/budget_w") == "Supply");
    CHECK(field_heading(fields, "ports/0/role") == "Ports 1-4");
    CHECK(field_heading(fields, "ports/3/role") == "Port up1");
    CHECK(field_heading(fields, "price").empty());
    CHECK(field_heading(kind_fields(kind_json(site, "lr-near")), "line/reach/1/rate_mbps") ==
          "Reach, step 2");
    CHECK(field_label("in_line/min_volts") != field_label("ports/0/min_volts"));
    CHECK(field_value_words("ports/0/role", "pse") == "gives power (PSE)");
    CHECK(field_value_words("ports/0/line", "pse") == "pse");
    CHECK_FALSE(has_field_label("supply/nonsense"));
    CHECK(field_label("supply/nonsense_w") == "supply nonsense w");
}
