// SPDX-License-Identifier: GPL-3.0-or-later
// What is proposed and what the site may rule itself: injectors where ports are taken, remedies by
// setting, where practitioners differ, makers' tables. Each rule from both sides.
#include <catch2/catch.hpp>

#include <algorithm>

#include "core/assess/room_left.h"
#include "core/catalogue/kind_json.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/site/site_problems.h"
#include "phrase/check_text.h"
#include "phrase/way_text.h"
#include "support/builder.h"

using namespace ovant;
using Catch::Matchers::Contains;

namespace {

std::vector<Proposal> remedies(const Site& site, const std::string& camera = "K01") {
    return propose_remedies(site, catalogue_for(site), camera);
}

const Proposal* with_remedy(const std::vector<Proposal>& proposals, RemedyKind kind) {
    for (const Proposal& proposal : proposals) {
        if (proposal.remedy == kind) return &proposal;
    }
    return nullptr;
}

const Proposal& with_way(const std::vector<Proposal>& proposals, WayId way) {
    for (const Proposal& proposal : proposals) {
        if (proposal.way == way) return proposal;
    }
    FAIL("no such way");
    return proposals.front();
}

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
struct FullSwitch : Builder {
    std::string office, sw, recorder;
    FullSwitch() {
        office = site.places.front().id;
        recorder = unit("rec-32", {0, 0}, office);
        sw = unit("sw-4-at-35", {1, 0}, office);
        cable(recorder, "lan1", sw, "up1", "patch-24");
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
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-data", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up", "patch-24");
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
    CHECK(link_at(then, mid, "out3"));
    CHECK(link_at(then, mid, "in3"));
    // Two cords from one switch to its mid-span are no loop; two to one data switch are.
    CHECK(find_problems(then, catalogue).empty());
    const std::string other = b.unit("sw-8-data", {3, 0}, office);
    b.cable(sw, "1", other, "1", "patch-24");
    b.cable(sw, "2", other, "2", "patch-24");
    CHECK_FALSE(find_problems(b.site, catalogue).empty());
    // A channel needs both its sides.
    Kind half = *catalogue.find("inj-mid-4");
    CHECK(lacking(half).empty());
    half.ports[0].lane = "2";
    CHECK_THAT(lacking(half), Contains("lane"));
}

TEST_CASE("a fibre starts in a free place for a transceiver, else in a converter", "[rule-22]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-sfp", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up", "patch-24");
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
            CHECK(part.quantity > 0);
            CHECK(part.kind != "cam-fixed-4mp");
            price += part.price;
        }
        REQUIRE(!way.parts.empty());
        CHECK(price == Approx(way.cost.material).margin(1));
    }
}

TEST_CASE("a far radio may take 24 V, or feed the camera by its second socket", "[rule-22]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up1", "patch-24");
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
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up1", "patch-24");
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

TEST_CASE("long-range ports of any switch are used, its other groups left alone", "[rule-22]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-16-long", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up1", "patch-24");
    b.site.settings.where_no_pathway = Between::on_walls;
    const std::string camera = b.unit("cam-fixed-2mp", {380, 0});
    const Proposal way =
        with_way(propose_ways(b.site, b.catalogue, camera), WayId::long_range_port);
    REQUIRE(way.built);
    CHECK(way.verdict != Verdict::fails);
    CHECK(count_of(way, "sw-8-long") == 0);
    CHECK(link_at(with_change(b.site, way.change), sw, "1"));
}

TEST_CASE("a sealed switch runs on an ordinary port while its load is small", "[rule-22]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up1", "patch-24");
    const std::string fed = b.unit("sw-poe-fed-2-at", {60, 0});
    b.protect(b.cable(sw, "1", fed, "up"));
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

TEST_CASE("the picture is lowered by as little as fits the line", "[rule-23]") {
    Site site = site_with_run({.camera = "cam-zoom-8mp", .lengths_m = {180}});
    find_device(site, "SW1")->long_groups = {1};
    site.links.front().a.protector = site.links.front().b.protector = "surge-100";
    REQUIRE(check_of(judge_site(site).run(), CheckId::link_rate).verdict != Verdict::holds);
    const auto found = remedies(site);
    const Proposal* lower = with_remedy(found, RemedyKind::lower_picture);
    REQUIRE(lower);
    CHECK(lower->verdict == Verdict::holds);
    const Site then = with_change(site, lower->change);
    const Picture picture = *find_device(then, "K01")->camera->picture;
    CHECK(picture.width_px == 3840);  // frames first
    CHECK(picture.frames_per_s < 20);
    // One step more would not have held.
    Site more = then;
    for (double frames : {15.0, 12.0, 10.0, 8.0, 6.0}) {
        if (frames <= picture.frames_per_s) continue;
        find_device(more, "K01")->camera->picture->frames_per_s = frames;
        CHECK(check_of(judge_site(more).run(), CheckId::link_rate).verdict != Verdict::holds);
    }
    // A measured rate falls in proportion; it is not forgotten.
    find_device(site, "K01")->camera = CameraSettings{};
    find_device(site, "K01")->camera->bit_rate_mbps = 12;
    const auto measured = remedies(site);
    const Proposal* lower_measured = with_remedy(measured, RemedyKind::lower_picture);
    REQUIRE(lower_measured);
    const CameraSettings set =
        *find_device(with_change(site, lower_measured->change), "K01")->camera;
    CHECK(*set.bit_rate_mbps ==
          Approx(12 * picture_bit_rate_mbps(*set.picture) /
                 picture_bit_rate_mbps(shipped_catalogue().find("cam-zoom-8mp")->camera->picture)));
    // Where the rate holds nobody is told to lower it.
    find_device(site, "SW1")->long_groups = {};
    CHECK_FALSE(with_remedy(remedies(site), RemedyKind::lower_picture));
}

TEST_CASE("a combiner on the wrong pairs is flipped", "[rule-23]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string inj = b.unit("inj-15", {1, 0}, office);
    const std::string near = b.unit("combine-2", {2, 0}, office);
    const std::string far = b.unit("combine-2", {40, 0}, office);
    const std::string camera = b.unit("cam-fixed-2mp", {42, 0}, office);
    b.cable(inj, "out", near, "a", "patch-24");
    b.cable(near, "line", far, "line");
    b.cable(far, "a", camera, "lan", "patch-24");
    REQUIRE(check_of(b.judged().run(), CheckId::pair_alternative).verdict == Verdict::fails);
    const auto found = remedies(b.site);
    const Proposal* flip = with_remedy(found, RemedyKind::flip_alternative);
    REQUIRE(flip);
    b.site = with_change(b.site, flip->change);
    CHECK(*b.device(near).alternative == Alternative::b);
    CHECK(check_of(b.judged().run(), CheckId::pair_alternative).verdict == Verdict::holds);
    CHECK_FALSE(with_remedy(remedies(b.site), RemedyKind::flip_alternative));
}

TEST_CASE("PoE behind a repeater is always on, and is turned off before what takes none",
          "[rule-23][rule-1]") {
    const auto site_to = [](const char* camera_kind, const char* port, const char* in_line) {
        Builder b;
        const std::string office = b.site.places.front().id;
        const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
        const std::string mid = b.unit(in_line, {90, 0});
        const std::string camera = b.unit(camera_kind, {150, 0});
        b.protect(b.cable(sw, "1", mid, "in"));
        b.protect(b.cable(mid, "out", camera, port));
        return b;
    };
    Builder bad = site_to("cam-fixed-12v-dc", "lan", "rep-1-out");
    const Check check = check_of(bad.judged().run(), CheckId::unexpected_power);
    CHECK(check.verdict == Verdict::fails);
    CHECK(check.note == Note::on_behind_repeater);
    CHECK_THAT(sentence(check, {UnitSystem::metric, &bad.catalogue}), Contains("R1.out"));
    const auto found = remedies(bad.site);
    const Proposal* off = with_remedy(found, RemedyKind::power_off_beyond);
    REQUIRE(off);
    bad.site = with_change(bad.site, off->change);
    CHECK(bad.device("R1").power_off_ports.contains("out"));
    CHECK_FALSE(find_check(bad.judged().run().checks, CheckId::unexpected_power));
    // A camera made for PoE is meant to have it; behind what makes its power anew PoE asks again.
    Builder meant = site_to("cam-fixed-2mp", "lan", "rep-1-out");
    CHECK_FALSE(find_check(meant.judged().run().checks, CheckId::unexpected_power));
    Builder anew = site_to("cam-fixed-12v-dc", "lan", "ext-1-1-out");
    CHECK_FALSE(find_check(anew.judged().run().checks, CheckId::unexpected_power));
}

TEST_CASE("a port that was switched off is switched on", "[rule-23]") {
    Site site = site_with_run({});
    site.links.front().a.protector = site.links.front().b.protector = "surge-100";
    find_device(site, "SW1")->power_off_ports = {"1"};
    const auto found = remedies(site);
    const Proposal* on = with_remedy(found, RemedyKind::power_on);
    REQUIRE(on);
    CHECK(on->verdict == Verdict::holds);
    CHECK(with_change(site, on->change).devices.front().power_off_ports.empty());
    find_device(site, "SW1")->power_off_ports = {};
    CHECK_FALSE(with_remedy(remedies(site), RemedyKind::power_on));
}

TEST_CASE("an antenna is raised as far as it must, turned back, turned down", "[rule-23]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    b.cable(b.unit("rec-32", {0, 0}, office), "lan1", sw, "up1", "patch-24");
    const std::string barn = b.place("Barn", {500, 0});
    for (Place& place : b.site.places) place.mast_m = 12;
    const std::string near = b.unit("radio-5-ptp", {0, 0}, office);
    const std::string far = b.unit("radio-5-ptp", {500, 0}, barn);
    b.cable(sw, "8", near, "lan");
    b.cable(near, "air", far, "air", "air");
    const std::string fed = b.unit("sw-8-at-outdoor", {500, 0}, barn);
    b.cable(fed, "1", far, "lan");
    b.protect(b.cable(fed, "2", b.unit("cam-fixed-2mp", {505, 0}, barn), "lan"));
    for (const std::string& id : {near, far}) b.device(id).height_m = 4;
    Obstacle wall;
    wall.points = {{250, -20}, {250, 20}};
    wall.height_m = 5;
    b.site = add_obstacle(b.site, wall)->site;
    REQUIRE(check_of(b.judged().run(), CheckId::radio_clearance).verdict == Verdict::fails);
    const auto found = remedies(b.site);
    const Proposal* raise = with_remedy(found, RemedyKind::raise_antenna);
    REQUIRE(raise);
    const Site raised = with_change(b.site, raise->change);
    const double to_m = find_device(raised, near)->height_m;
    CHECK(to_m <= 12);
    CHECK(check_of(judge_site(raised).run(), CheckId::radio_clearance).verdict == Verdict::holds);
    Site less = raised;
    for (const std::string& id : {near, far}) find_device(less, id)->height_m = to_m - 1;
    CHECK(check_of(judge_site(less).run(), CheckId::radio_clearance).verdict != Verdict::holds);
    // Masts too short to see over it: nothing is offered that does not help.
    for (Place& place : b.site.places) place.mast_m = 4;
    CHECK_FALSE(with_remedy(remedies(b.site), RemedyKind::raise_antenna));

    b.site = raised;
    b.device(far).azimuth_deg = 90;  // away from the office
    const auto turned = remedies(b.site);
    const Proposal* turn = with_remedy(turned, RemedyKind::turn_antenna);
    REQUIRE(turn);
    CHECK(check_of(judge_site(with_change(b.site, turn->change)).run(), CheckId::radio_fade_margin)
              .verdict == Verdict::holds);

    b.site = raised;
    b.device(near).transmit_dbm = 17;  // with 16 dBi over the limit of 30
    const auto loud = remedies(b.site);
    const Proposal* down = with_remedy(loud, RemedyKind::lower_transmit);
    REQUIRE(down);
    CHECK(*find_device(with_change(b.site, down->change), near)->transmit_dbm == Approx(14));
}

TEST_CASE("a weak port gets a stronger injector behind it, a weak injector a stronger one",
          "[rule-23]") {
    Site site = site_with_run({.unit = "sw-4-af", .camera = "cam-ptz-ir", .lengths_m = {60}});
    site.links.front().a.protector = site.links.front().b.protector = "surge-100";
    Place room;
    room.at = find_device(site, "SW1")->at;
    room.mains = Mains::steady;
    room.earth = true;
    room.head_end = true;
    const Result<Added> placed = add_place(site, room);
    REQUIRE(placed);
    site = placed->site;
    find_device(site, "SW1")->place = placed->id;
    const auto found = remedies(site);
    const Proposal* stronger = with_remedy(found, RemedyKind::stronger_injector);
    REQUIRE(stronger);
    CHECK(stronger->verdict == Verdict::holds);
    site = with_change(site, stronger->change);
    // The switch carries the data on, the injector the power.
    CHECK(link_at(site, "SW1", "1")->b.port == "in");
    CHECK(judge_site(site).run().verdict == Verdict::holds);
    // The wrong injector there is swapped, not doubled.
    find_device(site, "INJ1")->kind = "inj-15";
    const auto swapped = remedies(site);
    const Proposal* swap = with_remedy(swapped, RemedyKind::stronger_injector);
    REQUIRE(swap);
    CHECK(swap->change.devices.size() == 1);
    CHECK(with_change(site, swap->change).devices.size() == site.devices.size());
    CHECK_FALSE(
        with_remedy(remedies(with_change(site, swap->change)), RemedyKind::stronger_injector));
}

TEST_CASE("a run left without power may be given priority; who loses it is said", "[rule-23]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    b.own_kind("sw-16-at-250-class", "small", "supply/budget_w", "50");
    const std::string sw = b.unit("small", {1, 0}, office);
    std::vector<std::string> cameras;
    for (int port = 1; port <= 4; ++port) {
        cameras.push_back(b.unit("cam-fixed-4mp", {30, 3.0 * port}));
        b.protect(b.cable(sw, std::to_string(port).c_str(), cameras.back(), "lan"));
    }
    // 4 x 15.4 W of 50: one is refused, and raising it only passes that on.
    REQUIRE(b.judged().run(cameras.back()).verdict == Verdict::fails);
    const auto found = remedies(b.site, cameras.back());
    const Proposal* raise = with_remedy(found, RemedyKind::raise_priority);
    REQUIRE(raise);
    CHECK(raise->verdict == Verdict::fails);
    CHECK(raise->harmed == cameras[2]);
    CHECK(judge_site(with_change(b.site, raise->change)).run(cameras.back()).verdict !=
          Verdict::fails);
    // Nobody is refused: nothing to raise.
    b.site = *remove_object(b.site, catalogue_for(b.site), cameras[0]);
    CHECK_FALSE(with_remedy(remedies(b.site, cameras.back()), RemedyKind::raise_priority));
}

TEST_CASE("the site's own rules: each holds just inside and fails just outside", "[rule-25]") {
    const auto practice = [](const Judged& judged) {
        return find_check(judged.run().checks, CheckId::site_practice);
    };
    SECTION("large loads on a cable of their own") {
        Site site =
            site_with_run({.unit = "sw-8-bt-240", .camera = "cam-ptz-long", .lengths_m = {40}});
        CHECK_FALSE(practice(judge_site(site)));
        site.settings.practice.large_loads_apart = true;
        REQUIRE(practice(judge_site(site)));
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
        CHECK(practice(judge_site(site))->note == Note::large_load);
        find_device(site, "K01")->camera = CameraSettings{};
        find_device(site, "K01")->camera->draw = CameraDraw{25.4, 0, 0, 0, 0};
        CHECK(practice(judge_site(site))->verdict == Verdict::holds);
        find_device(site, "K01")->camera->draw->day_w = 25.6;
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
    }
    SECTION("longest chain") {
        Site site = site_with_run({.lengths_m = {50, 50}, .in_line = "rep-1-out"});
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 9);
        site.settings.practice.longest_chain = 1;
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).verdict == Verdict::holds);
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 1);
        Result<Added> more = insert_in_line(site, shipped_catalogue(), "L1", "rep-1-out", {10, 0});
        if (!more)
            more = insert_in_line(site, shipped_catalogue(), site.links.front().id, "rep-1-out",
                                  {10, 0});
        REQUIRE(more);
        CHECK(check_of(judge_site(more->site).run(), CheckId::chain_count).verdict ==
              Verdict::fails);
        // More than the maker allows is never allowed.
        site.settings.practice.longest_chain = 20;
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 9);
    }
    SECTION("pixels at 10 Mb/s") {
        Site site = site_with_run({.camera = "cam-fixed-8mp", .lengths_m = {120}});
        site.settings.practice.most_megapixels_at_10 = 4.2;
        CHECK_FALSE(practice(judge_site(site)));  // not at 10 Mb/s
        find_device(site, "SW1")->long_groups = {1};
        REQUIRE(practice(judge_site(site)));
        CHECK(practice(judge_site(site))->note == Note::large_picture);
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
        site.settings.practice.most_megapixels_at_10 = 8.3;
        CHECK(practice(judge_site(site))->verdict == Verdict::holds);
    }
    SECTION("no feed that does not ask") {
        Builder b;
        const std::string inj =
            b.unit("inj-passive-24", {1, 0}, std::string(b.site.places.front().id));
        const std::string split = b.unit("split-passive", {20, 0});
        const std::string camera = b.unit("cam-fixed-24v-dc", {21, 0});
        b.cable(inj, "out", split, "in");
        b.cable(split, "dc", camera, "dc", "dc-lead-18");
        b.cable(split, "lan", camera, "lan", "lead-24-out");
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.compliant_only = true;
        REQUIRE(practice(b.judged()));
        CHECK(practice(b.judged())->note == Note::passive_feed);
        Site asks = site_with_run({});
        asks.settings.practice.compliant_only = true;
        CHECK_FALSE(practice(judge_site(asks)));
    }
    SECTION("cameras on a switch, or on the recorder") {
        Builder b;
        const std::string office = b.site.places.front().id;
        const std::string rec = b.unit("rec-16-poe", {0, 0}, office);
        const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
        b.cable(rec, "lan", sw, "up1", "patch-24");
        const std::string camera = b.unit("cam-fixed-4mp", {30, 0});
        b.protect(b.cable(rec, "1", camera, "lan"));
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.feed_from = FeedFrom::the_recorder;
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.feed_from = FeedFrom::a_switch;
        REQUIRE(practice(b.judged()));
        CHECK(practice(b.judged())->note == Note::other_feed);
        // And a new run starts where the site wants it.
        const std::string next = b.unit("cam-fixed-4mp", {30, 5});
        const auto starts_at = [&] {
            const Proposal direct =
                with_way(propose_ways(b.site, b.catalogue, next), WayId::direct_copper);
            REQUIRE(direct.built);
            for (const Link& link : direct.change.links) {
                if (link.b.device == next) return link.a.device;
            }
            return std::string();
        };
        CHECK(starts_at() == sw);
        b.site.settings.practice.feed_from = FeedFrom::the_recorder;
        CHECK(starts_at() == rec);
    }
    SECTION("no radio over so little") {
        Builder b;
        const std::string office = b.site.places.front().id;
        const std::string barn = b.place("Barn", {30, 0});
        const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
        const std::string near = b.unit("radio-5-ptp", {0, 0}, office);
        const std::string far = b.unit("radio-5-ptp", {30, 0}, barn);
        const std::string fed = b.unit("sw-8-at-outdoor", {30, 0}, barn);
        b.cable(sw, "8", near, "lan");
        b.cable(near, "air", far, "air", "air");
        b.cable(fed, "1", far, "lan");
        b.cable(fed, "2", b.unit("cam-fixed-2mp", {32, 0}, barn), "lan");
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.radio_beyond_m = 30;
        CHECK(practice(b.judged())->verdict == Verdict::holds);
        b.site.settings.practice.radio_beyond_m = 31;
        CHECK(practice(b.judged())->verdict == Verdict::fails);
    }
}

TEST_CASE("what was seen to work counts for that school only, as far and as loaded as seen",
          "[rule-25]") {
    Site site = site_with_run({.unit = "sw-8-at-120", .lengths_m = {130}}, School::field_proven);
    const auto length = [&](School school) {
        Site now = site;
        now.settings.school = school;
        return check_of(judge_site(now).run(), CheckId::link_length);
    };
    CHECK(length(School::field_proven).verdict == Verdict::fails);
    site.links.front().proven = {{100, 131, 8, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::tight);
    CHECK(length(School::field_proven).note == Note::past_stated_limit);
    CHECK(length(School::maker_rated).verdict == Verdict::fails);
    site.links.front().proven = {{100, 129, 8, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::fails);
    site.links.front().proven = {{10, 131, 8, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::fails);  // seen at 10 Mb/s only

    // Volts: a load as great was seen to run over so much.
    Site far = site_with_run({.unit = "sw-4-af", .camera = "cam-zoom-4mp", .lengths_m = {500}},
                             School::field_proven);
    const auto volts = [&] { return check_of(judge_site(far).run(), CheckId::camera_voltage); };
    REQUIRE(volts().verdict == Verdict::fails);
    far.links.front().proven = {{10, 500, 13, "", ""}};
    CHECK(volts().verdict == Verdict::tight);
    CHECK(volts().note == Note::past_stated_limit);
    far.links.front().proven = {{10, 500, 11, "", ""}};
    CHECK(volts().verdict == Verdict::fails);
    // The notes are kept with the site.
    const Result<Site> read = read_site(write_site(site));
    REQUIRE(read);
    CHECK(*read == site);
}

TEST_CASE("makers' tables: watts that arrive by length", "[rule-27]") {
    // 48.6 W at 100 m and 34.5 W at 200 m, by the maker's table.
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string near = b.unit("trunk-near-mains", {1, 0}, office);
    const std::string far = b.unit("trunk-far", {100, 0}, office);
    const std::string trunk = b.cable(near, "trunk", far, "trunk");
    const std::string camera = b.unit("cam-fixed-4mp", {101, 0}, office);
    b.cable(far, "1", camera, "lan", "patch-24");
    const auto at = [&](double length_m, double watts) {
        b.link(trunk).measured_length_m = length_m;
        b.device(camera).camera = CameraSettings{};
        b.device(camera).camera->draw = CameraDraw{watts, 0, 0, 0, 0};
        return check_of(b.judged().run(), CheckId::arriving_power);
    };
    const auto limit_at = [&](double length_m) { return at(length_m, 5).limit; };
    CHECK(limit_at(100) == Approx(48.6));
    CHECK(limit_at(200) == Approx(34.5));
    CHECK(limit_at(150) == Approx((48.6 + 34.5) / 2));
    CHECK(limit_at(20) == Approx(48.6));
    CHECK(limit_at(801) == 0);
    CHECK(at(801, 5).verdict == Verdict::fails);
    // Efficiency and own draw of the far unit come off: at 500 m 21.5 W arrive, it keeps 2 W and
    // passes on 92 %.
    const double fits_w = (21.5 - 2) * 0.92;
    CHECK(at(500, fits_w - 0.2).verdict != Verdict::fails);
    CHECK(at(500, fits_w + 0.2).verdict == Verdict::fails);
    // Room for more obeys the table too.
    at(500, 5);
    const Network net = lay_out(b.site, b.catalogue);
    CHECK(room_left_w(net, net.runs[0].ins[0].device) < 21.5);
}

TEST_CASE("a 95 W injector leaves 71 W after 100 m where its maker says so", "[rule-27]") {
    Builder b;
    b.own_kind("inj-90", "inj-95", "supply/budget_w", "95");
    Result<std::string> table = Result<std::string>(std::string(b.site.kinds.at("inj-95")));
    std::string json = *table;
    const std::size_t supply = json.find("\"supply\"");
    const std::size_t open = json.find('{', supply);
    json.insert(open + 1, "\"arrives\": [{\"length_m\": 100, \"watts\": 71}], ");
    Result<Site> with = set_own_kind(b.site, "inj-95", json);
    REQUIRE(with);
    b.site = *with;
    const std::string office = b.site.places.front().id;
    const std::string inj = b.unit("inj-95", {1, 0}, office);
    const std::string camera = b.unit("cam-ptz-60w", {90, 0}, office);
    const std::string run = b.cable(inj, "out", camera, "lan");
    b.link(run).measured_length_m = 100;
    b.site.settings.keep_back.power_share = 0;
    b.device(camera).camera = CameraSettings{};
    const auto with_load = [&](double watts) {
        b.device(camera).camera->draw = CameraDraw{watts, 0, 0, 0, 0};
        return check_of(b.judged().run(), CheckId::arriving_power).verdict;
    };
    CHECK(with_load(70.9) == Verdict::holds);
    CHECK(with_load(71.1) == Verdict::fails);
}

TEST_CASE("makers' tables: the rate of a hop by its length", "[rule-27]") {
    Builder b;
    b.own_kind("rep-1-out", "rep-steps", "", "\"mount_h\": 0.5");
    std::string json = b.site.kinds.at("rep-steps");
    const std::size_t open = json.find('{', json.find("\"in_line\""));
    json.insert(open + 1,
                "\"hops\": [{\"rate_mbps\": 100, \"length_m\": 150}, {\"rate_mbps\": 10, "
                "\"length_m\": 250}], ");
    Result<Site> with = set_own_kind(b.site, "rep-steps", json);
    REQUIRE(with);
    b.site = *with;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    const std::string mid = b.unit("rep-steps", {100, 0});
    const std::string camera = b.unit("cam-fixed-2mp", {140, 0});
    const std::string hop = b.cable(sw, "1", mid, "in");
    b.cable(mid, "out", camera, "lan");
    const auto judged_at = [&](double length_m) {
        b.link(hop).measured_length_m = length_m;
        const Judged judged = b.judged();
        return std::pair(check_of(judged.run(), CheckId::link_length).verdict,
                         check_of(judged.run(), CheckId::link_rate).limit);
    };
    CHECK(judged_at(140).second == 100);
    CHECK(judged_at(151).second == 10);
    CHECK(judged_at(140).first == Verdict::holds);
    CHECK(judged_at(251).first == Verdict::fails);
}

TEST_CASE("a way that leans on another unit's link says which", "[rule-20][rule-21]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string barn = b.place("Barn", {150, 0});
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    const std::string recorder = b.unit("rec-32", {0, 0}, office);
    b.cable(recorder, "lan1", sw, "up1", "patch-24");
    b.cable(recorder, "lan2", b.unit("cam-fixed-12v-dc", {2, 2}), "lan", "patch-24");
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
