// SPDX-License-Identifier: GPL-3.0-or-later
// Remedies by setting, each offered where it helps and nowhere else.
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
#include "support/proposals.h"

using namespace ovant;
using Catch::Matchers::Contains;

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
    HeadEnd b;
    const std::string office = b.office, sw = b.sw;
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
    CHECK(link_at(site, {"SW1", "1"})->b.port == "in");
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

TEST_CASE("a hub turns to a far end it does not hear, and who loses by it is said", "[rule-23]") {
    HeadEnd b;
    for (Place& place : b.site.places) place.mast_m = 12;
    const std::string hub = b.unit("radio-5-hub", {0, 0}, b.office);
    b.cable(b.sw, "8", hub, "lan");
    const auto far_at = [&](const char* name, Point at, const char* air) {
        const std::string place = b.place(name, at);
        const std::string far = b.unit("radio-5-ptp", at, place);
        b.cable(hub, air, far, "air", "air");
        const std::string fed = b.unit("sw-8-at-outdoor", at, place);
        b.cable(fed, "1", far, "lan");
        const std::string camera = b.unit("cam-fixed-2mp", {at.x_m + 3, at.y_m}, place);
        b.protect(b.cable(fed, "2", camera, "lan"));
        for (const std::string& id : {hub, far}) b.device(id).height_m = 12;
        return camera;
    };
    // One far end north, one far off in the south: the hub looks between them, east or west.
    const std::string north = far_at("North", {0, -2500}, "air1");
    const std::string south = far_at("South", {0, 2500}, "air2");
    const auto fade = [&](const Site& site, const std::string& camera) {
        return check_of(judge_site(site).run(camera), CheckId::radio_fade_margin);
    };
    REQUIRE(fade(b.site, north).verdict != Verdict::holds);
    const auto found = remedies(b.site, north);
    const Proposal* turn = with_remedy(found, RemedyKind::turn_antenna);
    REQUIRE(turn);
    const Site turned = with_change(b.site, turn->change);
    CHECK(*find_device(turned, hub)->azimuth_deg == 0);
    CHECK(fade(turned, north).value > fade(b.site, north).value);
    CHECK(proposal_title(*turn, {UnitSystem::metric, &b.catalogue}) ==
          "Turn the antenna: " + hub + " to 0°");
}

TEST_CASE("remedies are named in the units and words of the site", "[rule-23]") {
    Proposal raise;
    raise.remedy = RemedyKind::raise_antenna;
    raise.change.devices.resize(1);
    raise.change.devices[0].id = "RA1";
    raise.change.devices[0].height_m = 6.096;
    CHECK(proposal_title(raise, {UnitSystem::metric, nullptr}) ==
          "Raise the antenna: RA1 to 6.1 m");
    CHECK(proposal_title(raise, {UnitSystem::imperial, nullptr}) ==
          "Raise the antenna: RA1 to 20 ft");
    Proposal lower;
    lower.remedy = RemedyKind::lower_picture;
    lower.change.devices.resize(1);
    lower.change.devices[0].camera = CameraSettings{};
    lower.change.devices[0].camera->picture = Picture{1920, 1080, 12, Codec::h265, Scene::normal};
    CHECK(proposal_title(lower, {UnitSystem::metric, nullptr}) ==
          "Lower the picture: 1920 × 1080, 12 frames, H.265");
}
