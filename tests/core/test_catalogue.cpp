// SPDX-License-Identifier: GPL-3.0-or-later
// The shipped kinds: enough of them, sound, and unlike anything on a shelf.
#include <catch2/catch.hpp>

#include <filesystem>

#include "core/catalogue/catalogue.h"
#include "support/temp_folder.h"

using namespace ovant;

TEST_CASE("every catalogue file is sound", "[catalogue]") {
    std::size_t kinds = 0;
    for (const auto& entry : std::filesystem::directory_iterator(source_file("data/catalogue"))) {
        INFO(entry.path());
        const Result<std::vector<Kind>> read = read_kinds(read_all(entry.path().string()));
        if (!read) FAIL(read.error().place << " " << read.error().detail);
        kinds += read->size();
    }
    CHECK(kinds >= 35);
    CHECK(shipped_catalogue().size() == kinds);
}

TEST_CASE("the catalogue spans the trade's range", "[catalogue]") {
    const Catalogue& catalogue = shipped_catalogue();
    double least_w = 1e9, most_w = 0;
    for (const Kind* kind : catalogue.of(Category::camera)) {
        const CameraDraw& draw = kind->camera->draw;
        least_w = std::min(least_w, draw.day_w);
        most_w = std::max(most_w, draw.day_w + draw.infrared_w + draw.heater_w + draw.motors_w);
    }
    CHECK(least_w <= 3.5);
    CHECK(most_w >= 55);
    std::size_t fewest = 99, most = 0;
    for (const Kind* kind : catalogue.of(Category::network_switch)) {
        const auto feeding = static_cast<std::size_t>(
            std::count_if(kind->ports.begin(), kind->ports.end(),
                          [](const PortKind& port) { return port.role == PortRole::pse; }));
        if (feeding == 0) continue;
        fewest = std::min(fewest, feeding);
        most = std::max(most, feeding);
    }
    CHECK(fewest == 2);
    CHECK(most == 24);
    CHECK(catalogue.of(Category::injector).size() >= 4);
    CHECK(catalogue.of(Category::repeater).size() >= 3);
    CHECK(catalogue.of(Category::extender).size() >= 4);
    CHECK(catalogue.of(Category::cable).size() >= 10);
}

TEST_CASE("no kind can carry more than its own class allows", "[catalogue]") {
    for (const auto& [id, kind] : shipped_catalogue()) {
        INFO(id);
        for (const PortKind& port : kind->ports) {
            if (port.role != PortRole::pse) continue;
            CHECK(port.limit_w > 0);
            if (port.power == PowerKind::passive) continue;
            REQUIRE(poe_class_limits(port.poe_class));
            CHECK(port.limit_w >= poe_class_limits(port.poe_class)->pse_w - 1e-9);
        }
        if (!kind->camera) continue;
        const CameraDraw& draw = kind->camera->draw;
        const double most_w =
            draw.day_w + std::max(draw.motors_w, draw.start_w) + draw.infrared_w + draw.heater_w;
        for (const PortKind& port : kind->ports) {
            if (port.role != PortRole::pd) continue;
            if (port.power == PowerKind::poe)
                CHECK(poe_class_for_load(most_w) <= port.poe_class);
            else
                CHECK(port.min_volts < port.max_volts);
        }
    }
}

TEST_CASE("a wrong kind is refused with its field", "[catalogue][bad-input]") {
    const Result<Kind> bad = read_kind(
        R"({"id": "x", "name": "X", "category": "cable", "cable": {"awg": 99}})", "kinds/0");
    REQUIRE_FALSE(bad);
    CHECK(bad.error().place == "kinds/0/cable/awg");
    CHECK_FALSE(read_kind(R"({"id": "x", "name": "X", "category": "teapot"})", ""));
    CHECK_FALSE(read_kind(R"({"id": "x", "category": "cable"})", ""));
    CHECK_FALSE(read_kinds("{"));
}

TEST_CASE("a range of ports makes as many", "[catalogue]") {
    const Result<Kind> kind = read_kind(
        R"({"id": "x", "name": "X", "category": "switch", "ports": [{"ids": "3-6", "role": "pse", "class": 4}, {"ids": "up", "role": "data"}], "supply": {}})",
        "");
    REQUIRE(kind);
    REQUIRE(kind->ports.size() == 5);
    CHECK(kind->ports.front().id == "3");
    CHECK(kind->ports.at(3).id == "6");
    CHECK(kind->ports.at(3).limit_w == Approx(30));
    CHECK(kind->ports.at(4).id == "up");
}
