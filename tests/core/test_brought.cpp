// SPDX-License-Identifier: GPL-3.0-or-later
// What things bring along, counted by hand on small sites, and rules of a site's own.
#include <catch2/catch.hpp>
#include <map>

#include "core/catalogue/embedded.h"
#include "core/format/site_json.h"
#include "core/parts/cost.h"
#include "core/parts/parts.h"
#include "phrase/brings_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

std::map<std::string, double> counted_parts(const Site& site) {
    const Catalogue catalogue = catalogue_for(site);
    std::map<std::string, double> count;
    for (const PartLine& line : count_parts(lay_out(site, catalogue)))
        count[line.kind] = line.quantity;
    return count;
}

// A switch in a room and one camera outside, 100 m along a pathway of this kind.
Site run_along(PathwayKind kind, double cost_per_m, const char* cable = "cat6-solid-23-out") {
    Site site = bare_site();
    site.settings.service_loop_m = 0;
    Place room;
    room.id = "P1";
    room.kind = PlaceKind::equipment_room;
    room.head_end = true;
    site.places.push_back(room);
    Pathway path;
    path.kind = kind;
    path.points = {{0, 0}, {100, 0}};
    path.cost_per_m = cost_per_m;
    site = add_pathway(std::move(site), path)->site;
    const Catalogue catalogue = catalogue_for(site);
    site = add_device(std::move(site), catalogue, "sw-8-at-120", {0, 0})->site;
    site.devices[0].place = "P1";
    site = add_device(std::move(site), catalogue, "cam-fixed-4mp", {100, 0})->site;
    return connect(site, catalogue, cable, {"SW1", "1", 0, ""}, {"K01", "lan", 0, ""})->site;
}

}  // namespace

TEST_CASE("the rules that ship read without error and name parts that there are", "[brings]") {
    std::size_t rules = 0;
    for (std::string_view text : embedded::catalogue_files()) {
        const Result<std::vector<Brings>> read = read_brings(text);
        REQUIRE(read);
        for (const Brings& rule : *read) {
            INFO(rule.id);
            CHECK(shipped_catalogue().find(rule.part));
            ++rules;
        }
    }
    CHECK(rules == shipped_catalogue().brings().size());
    CHECK(rules > 30);
    for (const auto& [id, kind] : shipped_catalogue()) {
        for (const AlsoNeeded& also : kind->brings) CHECK(shipped_catalogue().find(also.part));
    }
}

TEST_CASE("ends, ways and surroundings bring their small parts", "[brings]") {
    SECTION("along a fence") {
        auto parts = counted_parts(run_along(PathwayKind::fence, 0));
        CHECK(parts["tie-uv"] == 300);
        CHECK(parts["plug-rj45"] == 3);
        CHECK(parts["plug-boot"] == 3);
        CHECK(parts["label-wrap"] == 3);
        CHECK(parts["plug-seal"] == 1);  // the camera stands outside, the switch does not
        CHECK(parts["camera-base"] == 1);
        CHECK_FALSE(parts.contains("duct-50-6m"));
        CHECK_FALSE(parts.contains("jack-8"));
    }
    SECTION("in a trench that is to be dug, and one that is there") {
        auto parts = counted_parts(run_along(PathwayKind::trench, 20));
        CHECK(parts["duct-50-6m"] == 17);  // 100 m in lengths of 6 m
        CHECK(parts["warning-tape-1m"] == 100);
        CHECK_FALSE(counted_parts(run_along(PathwayKind::trench, 0)).contains("duct-50-6m"));
        // Cable that may lie in the ground bare needs none, unless the site wants it.
        Site bare = run_along(PathwayKind::trench, 20, "cat6-burial-23");
        CHECK_FALSE(counted_parts(bare).contains("duct-50-6m"));
        CHECK(counted_parts(bare)["warning-tape-1m"] == 100);
        bare.settings.buying.ducts_in_ground = true;
        CHECK(counted_parts(bare)["duct-50-6m"] == 17);
        bare.settings.buying.ducts_in_ground = false;
        // One that may not, in the same trench.
        const Catalogue catalogue = catalogue_for(bare);
        bare = add_device(std::move(bare), catalogue, "cam-fixed-4mp", {100, 0})->site;
        bare = connect(bare, catalogue, "cat6-solid-23-out", {"SW1", "2", 0, ""},
                       {"K02", "lan", 0, ""})
                   ->site;
        CHECK(counted_parts(bare)["duct-50-6m"] == 17);
    }
    SECTION("two cables open a conduit once and are clipped twice") {
        Site site = run_along(PathwayKind::conduit, 6);
        const Catalogue catalogue = catalogue_for(site);
        site = add_device(std::move(site), catalogue, "cam-fixed-4mp", {100, 0})->site;
        site = connect(site, catalogue, "cat6-solid-23-out", {"SW1", "2", 0, ""},
                       {"K02", "lan", 0, ""})
                   ->site;
        auto parts = counted_parts(site);
        CHECK(parts["conduit-25-3m"] == 34);
        CHECK(parts["plug-rj45"] == 5);  // four, and a tenth more
        Site fence = site;
        fence.pathways[0].kind = PathwayKind::fence;
        CHECK(counted_parts(fence)["tie-uv"] == 600);
    }
    SECTION("on a wall where nothing is drawn, not in the ground") {
        Site site = run_along(PathwayKind::fence, 0);
        site.links[0].pathways.clear();
        CHECK_FALSE(counted_parts(site).contains("clip-wall"));
        site.settings.where_no_pathway = Between::on_walls;
        CHECK(counted_parts(site)["clip-wall"] == 300);
    }
    SECTION("a box, protectors, a panel, a pole, screened cable") {
        Site site = run_along(PathwayKind::fence, 0, "cat6-screened-23-out");
        site.devices[1].enclosure = "box-wet";
        site.links[0].a.protector = site.links[0].b.protector = "surge-100";
        auto parts = counted_parts(site);
        CHECK(parts["gland-m20"] == 1);
        CHECK(parts["earth-lead"] == 2);
        CHECK(parts["plug-rj45-screened"] == 3);
        CHECK_FALSE(parts.contains("plug-rj45"));
        CHECK_FALSE(parts.contains("plug-seal"));  // it is in the box
        site.links[0].cords_m = 4;
        parts = counted_parts(site);
        CHECK(parts["jack-8"] == 1);  // at the switch; the camera takes a plug
        CHECK(parts["plug-rj45-screened"] == 2);
        Place pole;
        pole.id = "P2";
        pole.kind = PlaceKind::pole;
        site.places.push_back(pole);
        site.devices[1].place = "P2";
        CHECK(counted_parts(site)["camera-pole-band"] == 1);
    }
    SECTION("what hangs outdoors is capped, whatever it is; a hole in the wall is sealed") {
        Site site = run_along(PathwayKind::fence, 0);
        CHECK(counted_parts(site)["entry-seal"] == 1);
        const Result<Added> more =
            insert_in_line(site, catalogue_for(site), "L1", "rep-1-out", {50, 0});
        REQUIRE(more);
        CHECK(counted_parts(more->site)["plug-seal"] == 3);
        site.places[0].surroundings = Surroundings::indoor;
        site.devices[1].place = "P1";
        site.links[0].pathways.clear();
        CHECK_FALSE(counted_parts(site).contains("entry-seal"));
    }
    SECTION("splices fill trays") {
        Site site = run_along(PathwayKind::fence, 0);
        site.links[0].splices = 12;
        CHECK(counted_parts(site)["splice-tray-12"] == 1);
        site.links[0].splices = 13;
        CHECK(counted_parts(site)["splice-tray-12"] == 2);
        CHECK(counted_parts(site)["splice-sleeve"] == 13);
    }
}

TEST_CASE("a kind brings what it names, a joint its coupler", "[brings]") {
    Site site = bare_site();
    const Catalogue catalogue = catalogue_for(site);
    site = add_device(std::move(site), catalogue, "solar-600", {0, 0})->site;
    CHECK(counted_parts(site)["battery-12-100"] == 5);
    Site joined = run_along(PathwayKind::fence, 0);
    joined.links[0].measured_length_m = 501;
    joined.settings.buying.joints_allowed = true;
    const Network net = lay_out(joined, shipped_catalogue());
    double couplers = 0;
    for (const PartLine& line : bought_parts(net, plan_cuts(net))) {
        if (line.kind == "coupler-8") couplers += line.quantity;
    }
    CHECK(couplers == 1);
}

TEST_CASE("small parts come in bags where that is cheaper", "[brings][parts]") {
    const auto plugs_for = [](int cameras) {
        Site site = bare_site();
        const Catalogue& catalogue = shipped_catalogue();
        for (int i = 0; i < cameras; ++i) {
            if (i % 24 == 0)
                site = add_device(std::move(site), catalogue, "sw-24-at-370", {0, 0})->site;
            const std::string unit = "SW" + std::to_string(i / 24 + 1);
            site = add_device(std::move(site), catalogue, "cam-fixed-4mp", {50, 0})->site;
            const std::string camera = site.devices.back().id;
            site = connect(site, catalogue, "cat6-solid-23-out",
                           {unit, std::to_string(i % 24 + 1), 0, ""}, {camera, "lan", 0, ""})
                       ->site;
        }
        const Network net = lay_out(site, catalogue);
        std::map<int, double> by_pack;
        for (const PartLine& line : bought_parts(net, plan_cuts(net))) {
            if (line.kind == "plug-rj45") by_pack[line.pack] = line.quantity;
        }
        return by_pack;
    };
    // 3 singly, 9 (5.40) singly as well, 11 as a bag of ten and one, 80 in a bag of a hundred.
    CHECK(plugs_for(1) == std::map<int, double>{{0, 3}});
    CHECK(plugs_for(4) == std::map<int, double>{{0, 9}});
    CHECK(plugs_for(5) == std::map<int, double>{{0, 1}, {10, 1}});
    CHECK(plugs_for(36) == std::map<int, double>{{100, 1}});
}

TEST_CASE("a site has rules of its own", "[brings]") {
    Site site = run_along(PathwayKind::fence, 0);
    const Catalogue& catalogue = shipped_catalogue();
    Brings none;
    none.id = "fence-ties";
    none.of = BroughtBy::laid_metre;
    none.part = "tie-uv";
    none.count = 0;
    const Site without = *set_rule(site, catalogue, none);
    CHECK_FALSE(counted_parts(without).contains("tie-uv"));
    Brings more;
    more.id = "own-tag";
    more.of = BroughtBy::unit;
    more.category = Category::camera;
    more.part = "label-wrap";
    more.count = 4;
    const Site with = *set_rule(without, catalogue, more);
    CHECK(counted_parts(with)["label-wrap"] == 3 + 4);
    CHECK(*read_site(write_site(with)) == with);
    more.part = "no-such-part";
    CHECK_FALSE(set_rule(with, catalogue, more));
    more.part = "label-wrap";
    more.count = -1;
    CHECK_FALSE(set_rule(with, catalogue, more));
    CHECK(remove_object(with, catalogue, "own-tag")->brings.size() == 1);
    // A file with a rule for a part that nobody knows is told where.
    std::string text = write_site(with);
    text.replace(text.find("\"label-wrap\""), 12, "\"lost-part\"");
    const Result<Site> read = read_site(text);
    REQUIRE_FALSE(read);
    CHECK(read.error().place.find("brings/") != std::string::npos);
}

TEST_CASE("material of a cost is the price of its parts", "[brings][cost]") {
    for (const Site& site : {demo_site(), run_along(PathwayKind::conduit, 6)}) {
        const Catalogue catalogue = catalogue_for(site);
        const Network net = lay_out(site, catalogue);
        CHECK(cost_of(net, whole_site(net)).material == Approx(total_price(count_parts(net))));
    }
}

TEST_CASE("a rule reads as a sentence", "[brings][phrase]") {
    Brings rule;
    rule.of = BroughtBy::cable_end;
    rule.medium = Medium::twisted_pair;
    rule.category = Category::ups;
    rule.boxed = Whether::no;
    CHECK(counted_text(rule) == "each end of a cable, twisted pair, UPS, in no enclosure");
    CHECK(how_many_text(rule) == "1");
    rule.for_every = 12;
    CHECK(how_many_text(rule) == "1 for every 12");
    rule.count = 0;
    CHECK(how_many_text(rule) == "none");
}
