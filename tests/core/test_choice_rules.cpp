// SPDX-License-Identifier: GPL-3.0-or-later
// What is proposed: injectors where ports are taken, what ways consist of and lean on. Each rule
// from both sides.
#include <catch2/catch.hpp>
#include <set>

#include <algorithm>

#include "core/assess/check_table.h"
#include "core/assess/room_left.h"
#include "core/catalogue/kind_json.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/site/site_problems.h"
#include "phrase/check_text.h"
#include "phrase/way_text.h"
#include "support/builder.h"
#include "support/proposals.h"

using namespace ovant;
using Catch::Matchers::Contains;

namespace {

bool buys(const Proposal& proposal, const std::string& kind) {
    return std::any_of(proposal.parts.begin(), proposal.parts.end(),
                       [&](const PartLine& part) { return part.kind == kind; });
}

int count_of(const Proposal& proposal, const std::string& kind) {
    return static_cast<int>(
        std::count_if(proposal.change.devices.begin(), proposal.change.devices.end(),
                      [&](const Device& device) { return device.kind == kind; }));
}

// A head end with a recorder and a switch with one feeding port, which a camera has.
struct FullSwitch : HeadEnd {
    FullSwitch() : HeadEnd("sw-4-at-35") {
        for (int port = 1; port <= 4; ++port) {
            const std::string camera = unit("cam-fixed-2mp", {10, 3.0 * port});
            protect(cable(sw, std::to_string(port).c_str(), camera, "lan"));
        }
    }
};

}  // namespace

TEST_CASE("an injector at the head end serves every kind of run from a port that is taken",
          "[rule-22]") {
    FullSwitch b;
    b.site.settings.where_no_pathway = Between::on_walls;
    const std::string near = b.unit("cam-fixed-4mp", {60, 0});
    const std::string far = b.unit("cam-fixed-4mp", {180, 0});
    const auto ways = propose_ways(b.site, b.catalogue, near);
    CHECK(buys(with_way(ways, WayId::direct_copper), "inj-15"));
    const auto long_ways = propose_ways(b.site, b.catalogue, far);
    for (WayId way :
         {WayId::repeaters, WayId::extenders, WayId::extra_reach_cable, WayId::extender_pair}) {
        INFO(id_of(way));
        const Proposal& proposal = with_way(long_ways, way);
        REQUIRE(proposal.built);
        CHECK(std::any_of(proposal.parts.begin(), proposal.parts.end(),
                          [](const PartLine& part) { return part.kind.starts_with("inj-"); }));
    }
    // No data port either: nothing to put an injector to.
    b.cable(b.sw, "up2", b.unit("sw-8-data", {2, 0}, b.office), "1", "patch-24");
    for (const Device& device : std::vector<Device>(b.site.devices)) {
        if (device.kind != "sw-8-data") continue;
        for (const char* port : {"2", "3", "4", "5", "6", "7", "8", "up"}) {
            const std::string more = b.unit("cam-fixed-12v-dc", {4, 4});
            b.cable(device.id, port, more, "lan", "patch-24");
        }
    }
    b.cable(b.recorder, "lan2", b.unit("cam-fixed-12v-dc", {4, 4}), "lan", "patch-24");
    CHECK(with_way(propose_ways(b.site, b.catalogue, near), WayId::direct_copper).cannot ==
          Cannot::no_free_port);
}

TEST_CASE("a mid-span carries each camera in its own channel", "[rule-22]") {
    HeadEnd b("sw-8-data", "up");
    const std::string office = b.office, sw = b.sw;
    const std::string mid = b.unit("inj-mid-4", {2, 0}, office);
    const std::string first = b.unit("cam-fixed-4mp", {40, 0});
    const std::string second = b.unit("cam-fixed-2mp", {40, 5});
    const std::string cord1 = b.cable(sw, "5", mid, "in1", "patch-24");
    const std::string cord2 = b.cable(sw, "6", mid, "in2", "patch-24");
    b.protect(b.cable(mid, "out1", first, "lan"));
    b.protect(b.cable(mid, "out2", second, "lan"));
    const Catalogue catalogue = catalogue_for(b.site);
    const Network net = lay_out(b.site, catalogue);
    const auto load = [&](const std::string& id) {
        for (const NetLink& link : net.links) {
            if (link.link->id == id) return link.load_mbps;
        }
        return -1.0;
    };
    const auto rate = [&](const std::string& id) {
        return camera_bit_rate_mbps(b.device(id), *catalogue.find(b.device(id).kind));
    };
    CHECK(load(cord1) == Approx(rate(first)));
    CHECK(load(cord2) == Approx(rate(second)));
    // A third camera goes on its spare channel, and that channel is patched, too.
    const std::string third = b.unit("cam-fixed-4mp", {40, 10});
    const Proposal direct = with_way(propose_ways(b.site, catalogue, third), WayId::direct_copper);
    INFO(proposal_reason(direct, {UnitSystem::metric, &catalogue}));
    REQUIRE(direct.built);
    CHECK(direct.verdict == Verdict::holds);
    const Site then = with_change(b.site, direct.change);
    CHECK(link_at(then, {mid, "out3"}));
    CHECK(link_at(then, {mid, "in3"}));
    // Two cords from one switch to its mid-span are no loop; two to one data switch are.
    CHECK(find_problems(then, catalogue).empty());
    const std::string other = b.unit("sw-8-data", {3, 0}, office);
    b.cable(sw, "1", other, "1", "patch-24");
    b.cable(sw, "2", other, "2", "patch-24");
    CHECK_FALSE(find_problems(b.site, catalogue).empty());
    // A channel needs both its sides.
    Kind half = *catalogue.find("inj-mid-4");
    CHECK(lacking(half).empty());
    half.ports.front().lane = "2";
    CHECK_THAT(lacking(half), Contains("lane"));
}

TEST_CASE("a fibre starts in a free place for a transceiver, else in a converter", "[rule-22]") {
    HeadEnd b("sw-8-at-sfp", "up");
    const std::string office = b.office, sw = b.sw;
    b.place("Boathouse", {600, 0});
    const std::string camera = b.unit("cam-fixed-4mp", {620, 0});
    const auto fibre = [&] {
        return with_way(propose_ways(b.site, b.catalogue, camera), WayId::fibre);
    };
    const Proposal caged = fibre();
    REQUIRE(caged.built);
    CHECK(caged.verdict != Verdict::fails);
    CHECK(buys(caged, "sfp-1000-lx"));
    CHECK_FALSE(buys(caged, "mc-1000-lx"));
    // Both places taken: a converter, as before.
    b.device(sw).modules = {{"sfp1", "sfp-1000-lx"}, {"sfp2", "sfp-1000-lx"}};
    for (const char* port : {"sfp1", "sfp2"}) {
        const std::string other =
            b.unit("mc-pse-30-lx", {610, 5}, std::string(b.site.places.back().id));
        b.cable(sw, port, other, "fibre", "fibre-os2-2");
    }
    const Proposal converted = fibre();
    REQUIRE(converted.built);
    CHECK(buys(converted, "mc-1000-lx"));
}

TEST_CASE("ways say what they consist of", "[rule-22]") {
    FullSwitch b;
    const std::string camera = b.unit("cam-fixed-4mp", {60, 0});
    for (const Proposal& way : propose_ways(b.site, b.catalogue, camera)) {
        if (!way.built) continue;
        INFO(id_of(*way.way));
        double price = 0;
        for (const PartLine& part : way.parts) {
            INFO(part.kind << " " << part.name);
            CHECK(part.quantity > 0);
            CHECK(part.kind != "cam-fixed-4mp");
            price += part.price;
        }
        REQUIRE(!way.parts.empty());
        CHECK(price == Approx(way.cost.material).margin(1));
    }
}

TEST_CASE("a far radio may take 24 V, or feed the camera by its second socket", "[rule-22]") {
    HeadEnd b;
    const std::string office = b.office, sw = b.sw;
    b.place("Boathouse", {400, 0});
    const std::string camera = b.unit("cam-fixed-2mp", {410, 0});
    // Of each kind alone, so that it must be the one.
    const auto bridge_of = [&](const char* radio) {
        Catalogue only;
        for (const auto& [id, kind] : b.catalogue) {
            if (kind->category != Category::radio || id == radio) only.add(*kind);
        }
        return with_way(propose_ways(b.site, only, camera), WayId::radio_bridge);
    };
    const Proposal passive = bridge_of("radio-5-24v");
    REQUIRE(passive.built);
    CHECK(passive.verdict != Verdict::fails);
    CHECK(count_of(passive, "inj-passive-24") == 2);
    const Proposal second = bridge_of("radio-5-two");
    REQUIRE(second.built);
    CHECK(second.verdict != Verdict::fails);
    CHECK(count_of(second, "inj-30") == 1);
    CHECK(std::any_of(second.change.links.begin(), second.change.links.end(),
                      [&](const Link& link) { return link.a.port == "lan2"; }));
}

TEST_CASE("one head unit on the mains wiring serves several, and they share its rate",
          "[rule-22]") {
    HeadEnd b;
    const std::string office = b.office, sw = b.sw;
    const std::string head = b.unit("mains-head", {2, 0}, office);
    b.cable(sw, "8", head, "lan", "patch-24");
    b.place("Workshop", {80, 0});
    const std::string camera = b.unit("cam-fixed-2mp", {90, 0});
    const Proposal wired = with_way(propose_ways(b.site, b.catalogue, camera), WayId::mains_wiring);
    REQUIRE(wired.built);
    CHECK(count_of(wired, "mains-unit") == 1);  // the far one only
    b.site = with_change(b.site, wired.change);
    const double alone = check_of(b.judged().run(camera), CheckId::link_rate).value;
    const std::string other = b.unit("cam-fixed-2mp", {90, 6});
    b.site = with_change(
        b.site, with_way(propose_ways(b.site, b.catalogue, other), WayId::mains_wiring).change);
    CHECK(check_of(b.judged().run(camera), CheckId::link_rate).value == Approx(2 * alone));
}

TEST_CASE("what a way digs for is bought for the ground, what it clips is not", "[rule-22]") {
    for (const double metres : {14.0, 60.0}) {
        HeadEnd b;
        b.site.settings.default_drop_m = 0;
        b.device(b.sw).place.clear();
        b.device(b.sw).at = {0, 0};
        const std::string camera = b.unit("cam-fixed-4mp", {metres, 0});
        b.site = with_change(
            b.site,
            with_way(propose_ways(b.site, b.catalogue, camera), WayId::direct_copper).change);
        const Judged judged = b.judged();
        const Check surroundings = check_of(judged.run(camera), CheckId::surroundings);
        CHECK(surroundings.verdict == Verdict::holds);
        const Link& cable = b.site.links.back();
        CHECK((b.catalogue.find(cable.cable)->rating == Surroundings::wet) == (metres > 15));
        b.link(cable.id).cable = "cat5e-solid-24-out";
        const Check outdoor = check_of(b.judged().run(camera), CheckId::surroundings);
        CHECK((outdoor.note == Note::not_for_digging) == (metres > 15));
        CHECK(outdoor.verdict == (metres > 15 ? Verdict::tight : Verdict::holds));
    }
}

TEST_CASE("long-range ports of any switch are used, its other groups left alone", "[rule-22]") {
    HeadEnd b("sw-16-long");
    const std::string office = b.office, sw = b.sw;
    b.site.settings.where_no_pathway = Between::on_walls;
    const std::string camera = b.unit("cam-fixed-2mp", {380, 0});
    const Proposal way =
        with_way(propose_ways(b.site, b.catalogue, camera), WayId::long_range_port);
    REQUIRE(way.built);
    CHECK(way.verdict != Verdict::fails);
    CHECK(count_of(way, "sw-8-long") == 0);
    CHECK(link_at(with_change(b.site, way.change), {sw, "1"}));
}

TEST_CASE("a sealed switch runs on an ordinary port while its load is small", "[rule-22]") {
    HeadEnd b;
    const std::string office = b.office, sw = b.sw;
    const std::string fed = b.unit("sw-poe-fed-2-at", {60, 0});
    b.protect(b.cable(sw, "1", fed, "up", "cat5e-burial-24"));
    for (const char* port : {"1", "2"}) {
        const std::string camera = b.unit("cam-fixed-2mp", {62, 0});
        b.protect(b.cable(fed, port, camera, "lan"));
        CHECK(b.judged().run(camera).verdict == Verdict::holds);
    }
    for (Device& device : b.site.devices) {
        if (device.kind == "cam-fixed-2mp") device.kind = "cam-zoom-4mp";
    }
    CHECK(check_of(b.judged().run(), CheckId::trunk_power).verdict == Verdict::fails);
}

TEST_CASE("a way that leans on another unit's link says which", "[rule-20][rule-21]") {
    HeadEnd b;
    const std::string office = b.office, sw = b.sw;
    const std::string barn = b.place("Barn", {150, 0});
    b.cable(b.recorder, "lan2", b.unit("cam-fixed-12v-dc", {2, 2}), "lan", "patch-24");
    for (int port = 1; port <= 8; ++port)  // no port to start anything new from
        b.cable(sw, std::to_string(port).c_str(), b.unit("cam-mini-3w", {3, 1.0 * port}), "lan");
    const std::string far = b.unit("sw-8-at-outdoor", {150, 0}, barn);
    const std::string trunk = b.cable(sw, "up2", far, "up1");  // too long by 50 m
    b.protect(trunk);
    const std::string camera = b.unit("cam-fixed-4mp", {170, 0});
    const Proposal near =
        with_way(propose_ways(b.site, b.catalogue, camera), WayId::cabinet_switch);
    REQUIRE(near.built);
    INFO(proposal_reason(near, {UnitSystem::metric, &b.catalogue}));
    CHECK(near.decisive.subject == trunk);
    CHECK(near.leans_on == trunk + " from " + sw + " to " + far);
    CHECK_THAT(proposal_reason(near, {UnitSystem::metric, &b.catalogue}),
               Contains("leans on " + trunk));
    // Its own cable is its own matter.
    b.site = *remove_object(b.site, b.catalogue, "K02");
    const Proposal direct =
        with_way(propose_ways(b.site, b.catalogue, camera), WayId::direct_copper);
    CHECK(direct.verdict == Verdict::fails);
    CHECK(direct.leans_on.empty());
}

TEST_CASE("the heater of a box needs mains where it stands", "[rule-15]") {
    Builder b;
    const std::string pole = b.place("Pole", {50, 0}, Mains::none);
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, b.site.places.front().id + "");
    const std::string camera = b.unit("cam-fixed-4mp", {50, 0}, pole);
    b.protect(b.cable(sw, "1", camera, "lan"));
    const auto mains = [&](const char* box) {
        b.device(camera).enclosure = box;
        const Judged judged = b.judged();
        const Check* check = nullptr;
        for (const Check& one : judged.run().checks) {
            if (one.id == CheckId::mains_at_place && one.verdict != Verdict::holds) check = &one;
        }
        return check ? check->note : Note::none;
    };
    CHECK(mains("box-wet") == Note::none);
    CHECK(mains("box-heated") == Note::box_heater);
    find_place(b.site, pole)->mains = Mains::steady;
    CHECK(mains("box-heated") == Note::none);
}

TEST_CASE("every check counts under the stage where it is mended", "[rules]") {
    CHECK(stage_of(CheckId::not_connected) == CheckStage::survey);
    for (CheckId power : {CheckId::arriving_power, CheckId::dc_voltage, CheckId::backup_time})
        CHECK(stage_of(power) == CheckStage::power);
    for (CheckId reach : {CheckId::link_length, CheckId::surge, CheckId::radio_clearance})
        CHECK(stage_of(reach) == CheckStage::reach);
}

TEST_CASE("every usual kind is in the shipped catalogue, each named once", "[choose][rules]") {
    std::set<std::string> seen;
    for (const char* kind : usual::kinds) {
        INFO(kind);
        CHECK(shipped_catalogue().find(kind) != nullptr);
        CHECK(seen.insert(kind).second);
    }
}
