// SPDX-License-Identifier: GPL-3.0-or-later
// Adapters of one place as one supply box: by volts, outputs and amperes with spare.
#include <catch2/catch.hpp>

#include "core/choose/supply_box.h"
#include "core/format/site_json.h"
#include "phrase/offer_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

// Cameras of 12 V round a hut, each on an adapter of its own.
struct Hut : HeadEnd {
    std::string hut;
    std::vector<std::string> adapters;

    explicit Hut(int cameras, double watts = 5) {
        hut = place("Hut", {40, 0}, Mains::steady);
        for (int i = 0; i < cameras; ++i) {
            const std::string camera = unit("cam-fixed-12v-dc", {42.0 + i, 4});
            CameraDraw draw;
            draw.day_w = watts;
            site = *set_camera_draw(site, catalogue, camera, draw);
            adapters.push_back(unit("adapter-12", {40, 0}, hut));
            const std::string lead = cable(adapters.back(), "out", camera, "dc", "dc-lead-18");
            link(lead).measured_length_m = 6;
        }
    }
    std::vector<SupplyBox> boxes() const { return supply_boxes(site, catalogue_for(site)); }
};

}  // namespace

TEST_CASE("adapters of a place become one box, the run as good as before", "[supply-box]") {
    const Hut hut(4);
    const std::vector<SupplyBox> boxes = hut.boxes();
    REQUIRE(boxes.size() == 1);
    const SupplyBox& box = boxes.front();
    CHECK(box.place == hut.hut);
    CHECK(box.kind == "supply-box-12-4");
    CHECK(box.adapters == hut.adapters);
    CHECK(box.saves > 0);
    CHECK(box.load_w <= 0.8 * box.budget_w);
    for (const std::string& adapter : hut.adapters) CHECK_FALSE(find_device(box.site, adapter));
    CHECK(box.site.links.size() == hut.site.links.size());
    CHECK(find_problems(box.site, catalogue_for(box.site)).empty());
    CHECK(supply_box_text(box, hut.site, {}).find("saves") != std::string::npos);
    // Nothing more to gain.
    CHECK(supply_boxes(box.site, catalogue_for(box.site)).empty());
}

TEST_CASE("outputs and amperes with spare choose the box", "[supply-box]") {
    CHECK(Hut(1).boxes().empty());
    CHECK(Hut(5).boxes().front().kind == "supply-box-12-9");
    // Four of 5 A together: 60 W less the fifth that is kept back holds 48 W, leads counted.
    const Hut inside(4, 11.5), outside(4, 12.2);
    REQUIRE(inside.boxes().size() == 1);
    CHECK(inside.boxes().front().kind == "supply-box-12-4");
    REQUIRE_FALSE(outside.boxes().empty());
    CHECK(outside.boxes().front().kind == "supply-box-12-9");
    Hut all(4, 12.2);
    all.site.settings.keep_back.power_share = 0;
    CHECK(all.boxes().front().kind == "supply-box-12-4");
}

TEST_CASE("other volts, another place, another backup: no box of them", "[supply-box]") {
    // Three are worth a box, two are not.
    REQUIRE(Hut(3).boxes().size() == 1);
    CHECK(Hut(2).boxes().empty());
    Hut apart(3);
    const std::string other = apart.place("Shed", {60, 0}, Mains::steady);
    apart.device(apart.adapters[1]).place = other;
    CHECK(apart.boxes().empty());
    Hut by_itself(3);
    for (const std::string& adapter : by_itself.adapters) by_itself.device(adapter).place.clear();
    CHECK(by_itself.boxes().empty());
    Hut mixed(3);
    mixed.device(mixed.adapters[1]).kind = "adapter-24";
    CHECK(mixed.boxes().empty());
    Hut backed(3);
    const std::string ups = backed.unit("ups-300", {40, 0}, backed.hut);
    backed.device(backed.adapters[1]).backup = ups;
    CHECK(backed.boxes().empty());
    // All on it: so is the box.
    for (const std::string& adapter : backed.adapters) backed.device(adapter).backup = ups;
    const std::vector<SupplyBox> boxes = backed.boxes();
    REQUIRE(boxes.size() == 1);
    CHECK(find_device(boxes.front().site, boxes.front().device)->backup == ups);
    CHECK(supply_boxes(Site{}, shipped_catalogue()).empty());
}
