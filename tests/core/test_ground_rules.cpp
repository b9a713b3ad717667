// SPDX-License-Identifier: GPL-3.0-or-later
// Heat in bundles, sleep and inrush, earths, mains, racks, antennas, a.c.: each from both sides.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "core/assess/bundles.h"
#include "core/assess/link_reach.h"
#include "core/assess/radio_path.h"
#include "core/choose/proposal.h"
#include "core/edits/edits.h"
#include "core/format/kind_text.h"
#include "core/format/site_json.h"
#include "core/physics/bundle_heat.h"
#include "core/physics/pse.h"
#include "core/prove/faults.h"
#include "core/simulate/what_if.h"
#include "core/site/site_problems.h"
#include "phrase/check_text.h"
#include "support/builder.h"

using namespace ovant;
using Catch::Detail::Approx;

namespace {

// So many cameras on one pathway of 80 m, each on a port of its own.
Site bundle_of(int cables, const char* camera, PathwayKind kind = PathwayKind::tray,
               const char* cable = "cat5e-solid-24-out") {
    Builder b;
    Pathway pathway;
    pathway.kind = kind;
    pathway.points = {{0, 0}, {80, 0}};
    pathway.id = b.take(add_pathway(b.site, pathway));
    std::string unit;
    for (int i = 0; i < cables; ++i) {
        if (i % 8 == 0) unit = b.unit("sw-24-bt-720", {0, 0});
        const std::string cam = b.unit(camera, {80, 1.0 * (i % 3)});
        const std::string laid =
            b.cable(unit, std::to_string(i % 8 + 1).c_str(), cam, "lan", cable);
        b.link(laid).pathways = {pathway.id};
    }
    return b.site;
}

double warmest_k(const Site& site) {
    const Network net = lay_out(site, shipped_catalogue());
    double most_k = 0;
    for (const NetLink& laid : net.links) most_k = std::max(most_k, laid.bundled.most_k[0]);
    return most_k;
}

Verdict check_at(const Assessment& assessment, const std::string& camera, CheckId id) {
    const Check* check = find_check(assessment.run(camera)->checks, id);
    return check ? check->verdict : Verdict::unknown;
}

Site with_sleeper(const char* unit, double sleep_w, double input_uf = 0) {
    Builder b;
    std::string own = *copied_kind(kind_json(b.site, "cam-fixed-4mp"), {"own-sleeper", "Sleeper"});
    REQUIRE(own.find("\"draw\"") != std::string::npos);
    own.insert(own.find("\"draw\""),
               fmt::format("\"sleep_w\": {}, \"input_uf\": {}, ", sleep_w, input_uf));
    const Result<Site> with = set_own_kind(b.site, "own-sleeper", own);
    REQUIRE(with);
    b.site = *with;
    const std::string sw = b.unit(unit, {0, 0});
    const std::string cam = b.unit("own-sleeper", {30, 0});
    b.cable(sw, "1", cam, "lan");
    return b.site;
}

const Check* found(const Judged& judged, CheckId id) {
    for (const RunAssessment& run : judged.assessment.runs) {
        if (const Check* check = find_check(run.checks, id)) return check;
    }
    return nullptr;
}

}  // namespace

TEST_CASE("the rise in a bundle is the tabled one, and grows with cables, amperes and packing",
          "[bundle]") {
    const Conductor awg24{24, ConductorMaterial::copper, ConductorForm::solid};
    // TSB-184, from memory: 100 cables of 24 AWG, 720 mA in each of four pairs, 10 K.
    const double each_w = feed_heat_w_per_m(awg24, 4 * 0.72 / 2, 4);
    CHECK(each_w == Approx(8 * 0.36 * 0.36 * 0.0842).epsilon(0.01));
    CHECK(bundle_rise_k(100, awg24, 100 * each_w, BundleLies::in_air) == Approx(10).margin(2));
    CHECK(bundle_rise_k(37, awg24, 37 * each_w, BundleLies::in_air) <
          bundle_rise_k(100, awg24, 100 * each_w, BundleLies::in_air));
    CHECK(bundle_rise_k(37, awg24, 37 * each_w, BundleLies::in_air) <
          bundle_rise_k(37, awg24, 37 * each_w, BundleLies::enclosed));
    CHECK(bundle_rise_k(37, awg24, 37 * each_w, BundleLies::enclosed) <
          bundle_rise_k(37, awg24, 37 * each_w, BundleLies::insulated));
    CHECK(bundle_rise_k(37, awg24, 0, BundleLies::in_air) == 0);
    // Twice the current, four times the heat.
    CHECK(feed_heat_w_per_m(awg24, 1, 2) == Approx(4 * feed_heat_w_per_m(awg24, 0.5, 2)));
}

TEST_CASE("seven cables together warm nobody, eight do; apart never", "[bundle]") {
    CHECK(warmest_k(bundle_of(7, "cam-ptz-60w")) == 0);
    CHECK(warmest_k(bundle_of(8, "cam-ptz-60w")) > 0.1);
    CHECK(warmest_k(bundle_of(24, "cam-ptz-60w")) > warmest_k(bundle_of(8, "cam-ptz-60w")));
    CHECK(warmest_k(bundle_of(24, "cam-fixed-4mp")) == 0);  // under a tenth of a kelvin
    CHECK(warmest_k(bundle_of(24, "cam-ptz-60w", PathwayKind::conduit)) >
          warmest_k(bundle_of(24, "cam-ptz-60w")));
    Site apart = bundle_of(24, "cam-ptz-60w");
    apart.settings.bundles = Bundles::apart;
    CHECK(warmest_k(apart) == 0);
    // What carries no power heats nothing, and is in the way all the same.
    Site dark = bundle_of(8, "cam-ptz-60w");
    for (Device& device : dark.devices)
        for (int port = 1; port <= 8; ++port)
            if (device.id.starts_with("SW")) device.power_off_ports.insert(std::to_string(port));
    CHECK(warmest_k(dark) == 0);
}

TEST_CASE("the currents that warm a bundle are those the feed solver finds", "[bundle]") {
    for (const char* camera : {"cam-ptz-ir", "cam-ptz-long", "cam-ptz-60w"}) {
        const Site site = bundle_of(8, camera);
        const Network net = lay_out(site, shipped_catalogue());
        double heat_w_per_m = 0;
        for (CameraNumber number : net.runs.numbers()) {
            const PortFeed feed =
                solve_port(net, net.runs[number].source, Condition::night).front();
            const NetLink& laid = net.links[feed.points[1].link];
            heat_w_per_m += feed_heat_w_per_m(laid.cable->cable->conductor,
                                              feed.solution.current_a[1], feed.pairs);
        }
        const double rise_k = bundle_rise_k(8, Conductor{}, heat_w_per_m, BundleLies::in_air);
        // Each line was solved with the heat in it, and with its cords.
        CHECK(net.links.front().bundled.most_k[1] == Approx(rise_k).epsilon(0.03));
    }
}

TEST_CASE("a warm bundle reaches less far, loses more, and may not get hotter than its cable",
          "[bundle]") {
    Site site = bundle_of(64, "cam-ptz-60w", PathwayKind::conduit);
    site.settings.day_c = 40;
    const auto limit_m = [](const Site& of) {
        const Network net = lay_out(of, shipped_catalogue());
        return link_reach(net, net.links.front(), Condition::day).limit_m;
    };
    Site apart = site;
    apart.settings.bundles = Bundles::apart;
    CHECK(limit_m(site) < limit_m(apart) - 0.3);
    const Judged warm = judge_site(site), cool = judge_site(apart);
    CHECK(check_of(warm.assessment.runs.front(), CheckId::camera_voltage).value <
          check_of(cool.assessment.runs.front(), CheckId::camera_voltage).value);
    CHECK_FALSE(find_check(cool.assessment.runs.front().checks, CheckId::cable_heat));
    const Check heat = check_of(warm.assessment.runs.front(), CheckId::cable_heat);
    CHECK(heat.limit == 70);
    // Just inside what the cable stands, and just outside.
    const double rise_k = heat.value - 40;
    site.settings.day_c = 70 - rise_k - 0.1;
    CHECK(check_at(judge_site(site).assessment, "K01", CheckId::cable_heat) == Verdict::holds);
    site.settings.day_c = 70 - rise_k + 0.1;
    CHECK(check_at(judge_site(site).assessment, "K01", CheckId::cable_heat) == Verdict::fails);
}

TEST_CASE("an edit in a bundle judges anew all that lie in it", "[bundle]") {
    Site site = bundle_of(16, "cam-ptz-60w");
    const Network before = lay_out(site, shipped_catalogue());
    const Assessment was = assess(before);
    find_device(site, "K01")->camera = CameraSettings{};
    find_device(site, "K01")->camera->draw = CameraDraw{5, 0, 0, 0, 0};
    const Network now = lay_out(site, shipped_catalogue());
    const Assessment whole = assess(now), again = assess_again(now, before, was);
    for (const RunAssessment& run : whole.runs) {
        const RunAssessment* other = again.run(run.camera);
        REQUIRE(other);
        CHECK(check_of(*other, CheckId::camera_voltage).value ==
              check_of(run, CheckId::camera_voltage).value);
    }
}

TEST_CASE("a part of a site is as warm as the whole: ways and diagnosis go by the same volts",
          "[bundle]") {
    Site site = bundle_of(24, "cam-ptz-60w", PathwayKind::conduit);
    const Network whole = lay_out(site, shipped_catalogue());
    for (CameraNumber camera : whole.runs.numbers()) {
        const Site part = site_of_run(whole, camera);
        CHECK(part.links.size() < site.links.size());
        const std::string& id = whole.device(whole.runs[camera].camera).id;
        const double in_whole = check_of(assess_run(whole, camera), CheckId::camera_voltage).value;
        CHECK(check_of(judge_site(part).run(id), CheckId::camera_voltage).value ==
              Approx(in_whole).margin(1e-9));
    }
}

TEST_CASE("a load asleep keeps its port on from 10 mA, from 5 mA at a port of clause 145",
          "[sleep]") {
    CHECK(least_current_a(3, 3) == 0.010);
    CHECK(least_current_a(4, 1) == 0.010);
    CHECK(least_current_a(6, 4) == 0.005);
    CHECK(least_current_a(8, 5) == 0.010);
    const double volts = shipped_catalogue().find("sw-8-at-120")->supply->nominal_v;
    CHECK(found(judge_site(with_sleeper("sw-8-at-120", 0.0101 * volts)), CheckId::keeps_on)
              ->verdict == Verdict::holds);
    CHECK(found(judge_site(with_sleeper("sw-8-at-120", 0.0099 * volts)), CheckId::keeps_on)
              ->verdict == Verdict::fails);
    // 56 V: 0.28 W is 5 mA.
    CHECK(found(judge_site(with_sleeper("sw-24-bt-720", 0.29)), CheckId::keeps_on)->verdict ==
          Verdict::holds);
    CHECK(found(judge_site(with_sleeper("sw-24-bt-720", 0.27)), CheckId::keeps_on)->verdict ==
          Verdict::fails);
    // What does not sleep is not asked.
    CHECK_FALSE(found(judge_site(site_with_run({})), CheckId::keeps_on));
}

TEST_CASE("what a line charges when it is let in takes 50 ms at 400 mA at most", "[sleep]") {
    CHECK(charging_s(370e-6, 54) < inrush_s);
    CHECK(charging_s(371e-6, 54) > inrush_s);
    const double most_uf =
        1e6 * 0.050 * 0.400 / shipped_catalogue().find("sw-8-at-120")->supply->nominal_v;
    CHECK(
        found(judge_site(with_sleeper("sw-8-at-120", 2, most_uf - 1)), CheckId::inrush)->verdict ==
        Verdict::holds);
    CHECK(
        found(judge_site(with_sleeper("sw-8-at-120", 2, most_uf + 1)), CheckId::inrush)->verdict ==
        Verdict::fails);
    CHECK_FALSE(found(judge_site(site_with_run({})), CheckId::inrush));
}

TEST_CASE("a loop as measured is as it is; what is not measured has its tolerance", "[measured]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {80, 0});
    const std::string laid = b.cable(sw, "1", cam, "lan");
    const auto ohm = [&] {
        const Network net = lay_out(b.site, b.catalogue);
        return link_loop_ohm(net, net.links.front(), 2, Condition::day);
    };
    const double drawn = ohm();
    b.site.settings.tolerances.resistance_share = 0.1;
    CHECK(ohm() == Approx(1.1 * drawn));
    b.link(laid).measured_loop_ohm = 14;
    const double measured = ohm();
    b.site.settings.tolerances.resistance_share = 0;
    CHECK(ohm() == Approx(measured));
    // Cords beside it are not measured.
    b.link(laid).cords_m = 4;
    const double with_cords = ohm();
    b.site.settings.tolerances.resistance_share = 0.1;
    CHECK(ohm() == Approx(with_cords + 0.1 * (with_cords - measured)));
}

TEST_CASE("classes 2 and 3 give and take by the clause of the port", "[class]") {
    CHECK(poe_class_for_load(12.95) == 3);
    CHECK(poe_class_for_load(12.97) == 4);
    CHECK(poe_class_for_load(12.97, PoeType::type3) == 3);
    CHECK(poe_class_for_load(13.01, PoeType::type3) == 4);
    CHECK(poe_class_source(PoeType::type2).text == source::poe_class_33.text);
    CHECK(poe_class_source(PoeType::type4).text == source::poe_class_145.text);
    const auto asks = [](const char* unit) {
        Site site = site_with_run({.unit = unit, .draw = {12.97, 0, 0, 0, 0}});
        return check_of(judge_site(site).run(), CheckId::port_class).limit;
    };
    CHECK(asks("sw-8-at-120") == 4);
    CHECK(asks("sw-24-bt-720") == 3);
}

TEST_CASE("a case with an earth terminal wants an earth, and so does what stands high outdoors",
          "[earth]") {
    Builder b;
    const std::string hut = b.place("Hut", {50, 0});
    const std::string sw = b.unit("sw-8-at-outdoor", {50, 0}, hut);
    const std::string cam = b.unit("cam-fixed-4mp", {70, 0});
    b.cable(sw, "1", cam, "lan");
    find_place(b.site, hut)->earth = false;
    CHECK(found(b.judged(), CheckId::earth_at_unit)->verdict == Verdict::tight);
    CHECK(found(b.judged(), CheckId::earth_at_unit)->note == Note::no_earth);
    find_place(b.site, hut)->earth = true;
    CHECK(found(b.judged(), CheckId::earth_at_unit)->verdict == Verdict::holds);
    Builder high;
    const std::string unit = high.unit("sw-8-at-120", {0, 0});
    const std::string eye = high.unit("cam-fixed-4mp", {30, 0});
    high.cable(unit, "1", eye, "lan");
    high.device(eye).height_m = 10;
    CHECK_FALSE(found(high.judged(), CheckId::earth_at_unit));
    high.device(eye).height_m = 10.1;
    CHECK(found(high.judged(), CheckId::earth_at_unit)->note == Note::exposed);
    high.device(eye).surroundings = Surroundings::indoor;
    CHECK_FALSE(found(high.judged(), CheckId::earth_at_unit));
}

TEST_CASE("a unit is plugged into mains it is made for", "[mains]") {
    Builder b;
    const std::string room = b.place("Room", {0, 0}, Mains::steady, true);
    const std::string sw = b.unit("sw-8-at-120", {0, 0}, room);
    const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
    b.cable(sw, "1", cam, "lan");
    for (const auto& [volts, verdict] :
         {std::pair(99., Verdict::fails), std::pair(100., Verdict::holds),
          std::pair(240., Verdict::holds), std::pair(241., Verdict::fails)}) {
        b.site.settings.mains_v = volts;
        CHECK(found(b.judged(), CheckId::mains_at_place)->verdict == verdict);
    }
    CHECK(found(b.judged(), CheckId::mains_at_place)->note == Note::other_mains);
}

TEST_CASE("a rack has room for so many units and no more", "[rack]") {
    Builder b;
    const std::string room = b.place("Room", {0, 0}, Mains::steady, true);
    b.unit("sw-24-at-370", {0, 0}, room);
    b.unit("rec-32", {0, 0}, room);
    const auto rack = [&]() -> const Check* {
        static Judged judged;
        judged = b.judged();
        return find_check(judged.assessment.site_checks, CheckId::rack_room);
    };
    CHECK_FALSE(rack());
    find_place(b.site, room)->rack_units = 3;
    REQUIRE(rack());
    CHECK(rack()->verdict == Verdict::holds);
    b.unit("sw-8-at-120", {0, 0}, room);  // stands on a shelf
    CHECK(rack()->value == 3);
    b.unit("sw-24-at-370", {0, 0}, room);
    CHECK(rack()->verdict == Verdict::fails);
}

TEST_CASE("an antenna of its own takes the place of what the radio has", "[antenna]") {
    Builder b;
    const std::string near = b.unit("radio-5-socket", {0, 0});
    const std::string far = b.unit("radio-5-socket", {800, 0});
    b.cable(near, "air", far, "air", "air");
    const auto received = [&] {
        const Network net = lay_out(b.site, b.catalogue);
        return radio_path(net, net.links.front()).received_dbm;
    };
    const double bare = received();
    b.site = *set_antenna(b.site, b.catalogue, near, "antenna-5-23");
    CHECK(received() == Approx(bare + 23 - 4).margin(0.05));
    b.site = *set_feeder_loss(b.site, near, 1.5);
    CHECK(received() == Approx(bare + 23 - 4 - 1.5).margin(0.05));
    CHECK(find_problems(b.site, b.catalogue).empty());
    CHECK(set_antenna(b.site, b.catalogue, near, "plug-rj45").error().code ==
          ErrorCode::not_possible);
    // A radio without a socket, or of another band, takes none.
    const std::string dish = b.unit("radio-5-dish", {0, 9});
    CHECK(set_antenna(b.site, b.catalogue, dish, "antenna-5-23").error().code ==
          ErrorCode::not_possible);
    b.device(dish).antenna = "antenna-5-23";
    CHECK_FALSE(find_problems(b.site, b.catalogue).empty());
    b.device(dish).antenna.clear();
    // Another kind of radio leaves it behind where it does not fit.
    const Result<Site> other = set_kind(b.site, b.catalogue, near, "radio-5-ptp");
    REQUIRE(other);
    CHECK(find_device(*other, near)->antenna.empty());
    CHECK(find_problems(*other, b.catalogue).empty());
    b.site = *set_antenna(b.site, b.catalogue, near, "");
    CHECK(b.device(near).feeder_loss_db == 0);
}

TEST_CASE("a.c. feeds what takes a.c., whatever its volts", "[ac]") {
    const auto verdict = [](const char* supply, const char* camera) {
        Builder b;
        const std::string box = b.unit(supply, {0, 0}, b.place("Hut", {0, 0}));
        const std::string cam = b.unit(camera, {10, 0});
        b.cable(box, "1", cam, "dc", "dc-lead-18");
        return check_of(b.judged().run(), CheckId::dc_voltage);
    };
    CHECK(verdict("supply-box-24-4", "cam-fixed-24v-dc").verdict == Verdict::holds);
    CHECK(verdict("supply-box-24-4", "cam-fixed-24v-either").verdict == Verdict::holds);
    CHECK(verdict("supply-box-24ac-4", "cam-fixed-24v-either").verdict == Verdict::holds);
    CHECK(verdict("supply-box-24ac-4", "cam-fixed-24v-dc").verdict == Verdict::fails);
    CHECK(verdict("supply-box-24ac-4", "cam-fixed-24v-dc").note == Note::wrong_current);
}

TEST_CASE("what lies under water at times must be made for it", "[submerged]") {
    const auto verdict = [](const char* repeater, Surroundings here) {
        Site site = site_with_run({.lengths_m = {50, 50}, .in_line = repeater});
        for (Device& device : site.devices)
            if (device.kind == repeater) device.surroundings = here;
        return check_of(judge_site(site).run(), CheckId::surroundings);
    };
    CHECK(verdict("rep-1-sub", Surroundings::submerged).verdict == Verdict::holds);
    CHECK(verdict("rep-1-out", Surroundings::wet).verdict == Verdict::holds);
    CHECK(verdict("rep-1-out", Surroundings::submerged).verdict == Verdict::fails);
    CHECK(verdict("rep-1-out", Surroundings::submerged).note == Note::not_for_water);
}

TEST_CASE("no long setting on what more than one camera's data go over", "[long]") {
    Builder b;
    const std::string head = b.unit("sw-8-at-120", {0, 0});
    const std::string small = b.unit("sw-8-at-group", {60, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {90, 0});
    b.cable(head, "1", small, "up1");
    b.cable(small, "1", cam, "lan");
    CHECK_FALSE(found(b.judged(), CheckId::port_setting));
    b.device(head).long_groups = {1};
    CHECK(found(b.judged(), CheckId::port_setting)->note == Note::long_on_uplink);
    CHECK(found(b.judged(), CheckId::port_setting)->verdict == Verdict::fails);
    // At the camera itself it is what it is for.
    Site site = site_with_run({.lengths_m = {120}});
    find_device(site, "SW1")->long_groups = {1};
    CHECK(check_of(judge_site(site).run(), CheckId::port_setting).note != Note::long_on_uplink);
}

TEST_CASE("a large load is what the site calls one, in watts and as a share of its port",
          "[practice]") {
    Site site =
        site_with_run({.unit = "sw-8-bt-240", .camera = "cam-ptz-long", .draw = {20, 0, 0, 0, 0}});
    site.settings.practice.large_loads_apart = true;
    CHECK(found(judge_site(site), CheckId::site_practice)->verdict == Verdict::holds);
    site.settings.practice.large_load_w = 19.9;
    CHECK(found(judge_site(site), CheckId::site_practice)->verdict == Verdict::fails);
    // A third of 60 W is 20 W.
    site.settings.practice.large_load_share = 0.34;
    CHECK(found(judge_site(site), CheckId::site_practice)->verdict == Verdict::holds);
    site.settings.practice.large_load_share = 0.32;
    CHECK(found(judge_site(site), CheckId::site_practice)->verdict == Verdict::fails);
    site.settings.practice = {};
    site.settings.practice.no_power_with_data = true;
    CHECK(found(judge_site(site), CheckId::site_practice)->note == Note::power_with_data);
}

TEST_CASE("a run without a cable holds in no trial", "[chances]") {
    Builder b;
    b.unit("sw-8-at-120", {0, 0});
    const std::string bare = b.unit("cam-fixed-4mp", {30, 0});
    const Network net = lay_out(b.site, b.catalogue);
    const Chances none = chances(net, {.trials = 20});
    CHECK(none.runs.front().holds_share == 0);
    CHECK(none.all_hold_share == 0);
    const Site laid = site_with_run({});
    const Network sound = lay_out(laid, b.catalogue);
    CHECK(chances(sound, {.trials = 20}).runs.front().holds_share == 1);
}
