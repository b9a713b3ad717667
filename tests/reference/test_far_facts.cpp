// SPDX-License-Identifier: GPL-3.0-or-later
// Facts of the trade beyond plain copper, common practice, and the closed forms behind them.
#include <catch2/catch.hpp>

#include <cmath>

#include "closed_form.h"
#include "core/assess/port_feed.h"
#include "core/choose/proposal.h"
#include "support/sites.h"

using namespace ovant;
using namespace reference;

namespace {

constexpr double exact_v = 1e-6;  // the solver settles far below that

// Volts at one constant-power load at the end of a line, the high solution; NaN where none is.
double copper_ohm_per_m(double awg, double temperature_c) {
    const double diameter_m = 0.127e-3 * std::pow(92, (36 - awg) / 39);
    return 1.7241e-8 / (M_PI / 4 * diameter_m * diameter_m) * (1 + 0.00393 * (temperature_c - 20));
}

// A room with a data switch, a passive injector, one length of cable, a splitter and a d.c. camera.
Site passive_site(const std::string& injector, const std::string& camera, const std::string& cable,
                  double length_m) {
    const Catalogue& catalogue = shipped_catalogue();
    Site site = add_equipment_room(bare_site(), catalogue, {0, 0}, "sw-8-at-120", "rec-32")->site;
    site.settings.day_c = site.settings.night_c = site.settings.coldest_night_c = 20;
    site = add_device(std::move(site), catalogue, injector, {1, 0})->site;
    find_device(site, "INJ1")->place = "P1";
    site = add_device(std::move(site), catalogue, "split-passive", {length_m, 0})->site;
    find_device(site, "SP1")->enclosure = "box-outdoor";
    site = add_device(std::move(site), catalogue, camera, {length_m, 1})->site;
    site = connect(site, catalogue, "patch-24", {"SW1", "up2", 0, ""}, {"INJ1", "in", 0, ""})->site;
    Added line = *connect(site, catalogue, cable, {"INJ1", "out", 0, "surge-100"},
                          {"SP1", "in", 0, "surge-100"});
    site = *set_measured_length(std::move(line.site), line.id, length_m);
    Added lead =
        *connect(site, catalogue, "dc-lead-18", {"SP1", "dc", 0, ""}, {"K01", "dc", 0, ""});
    site = *set_measured_length(std::move(lead.site), lead.id, 0);
    Added cord =
        *connect(site, catalogue, "lead-24-out", {"SP1", "lan", 0, ""}, {"K01", "lan", 0, ""});
    return *set_measured_length(std::move(cord.site), cord.id, 0.5);
}

// The camera's way `id` on a bare site with the camera this far along one pathway.
Site by_way(WayId id, double away_m, const std::string& unit, const CameraDraw& draw,
            const std::string& camera = "cam-fixed-4mp") {
    const Catalogue& catalogue = shipped_catalogue();
    Site site = add_equipment_room(bare_site(), catalogue, {0, 0}, unit, "rec-32")->site;
    Pathway path;
    path.points = {{0, 0}, {away_m, 0}};
    site = add_pathway(std::move(site), path)->site;
    site = add_device(std::move(site), catalogue, camera, {away_m, 0})->site;
    site = *set_camera_draw(std::move(site), catalogue, "K01", draw);
    for (const Proposal& proposal : propose_ways(site, catalogue, "K01")) {
        if (proposal.way != id) continue;
        REQUIRE(proposal.built);
        return with_change(site, proposal.change);
    }
    FAIL("no such way");
    return site;
}

}  // namespace

TEST_CASE("fact 1 with the extender pair itself: day works, infrared trips the 15.4 W port",
          "[reference][facts]") {
    const CameraDraw draw{5.5, 6.0, 0, 0, 0};
    Site starved = by_way(WayId::extender_pair, 500, "sw-4-af", draw, "cam-fixed-2mp");
    starved.settings.source_volts = SourceVolts::nominal;
    const Judged day = judge_site(starved, {Condition::day, false});
    CHECK(check_of(day.run(), CheckId::port_power).verdict != Verdict::fails);
    CHECK(check_of(day.run(), CheckId::camera_voltage).verdict != Verdict::fails);
    const Judged night = judge_site(starved, {Condition::night, false});
    CHECK(check_of(night.run(), CheckId::port_power).verdict == Verdict::fails);
    // Power is passed on, not repeated: the pair adds nothing to it.
    CHECK(check_of(night.run(), CheckId::port_power).value > 11.5 + 1.0);
    Site cured = by_way(WayId::extender_pair, 500, "sw-8-at-120", draw, "cam-fixed-2mp");
    cured.settings.source_volts = SourceVolts::nominal;
    const Judged better = judge_site(cured, {Condition::night, false});
    CHECK(check_of(better.run(), CheckId::port_power).verdict != Verdict::fails);
}

namespace {

// A 6 W camera over category cable, coax and category cable again, from a class 4 port as it is.
Site over_coax(double near_m, double coax_m, double far_m) {
    const Catalogue& catalogue = shipped_catalogue();
    Site site = add_equipment_room(bare_site(), catalogue, {0, 0}, "sw-8-at-120", "rec-32")->site;
    for (const char* kind : {"coax-near", "coax-far"})
        site = add_device(std::move(site), catalogue, kind, {1, 0})->site;
    site = add_device(std::move(site), catalogue, "cam-fixed-2mp", {580, 0})->site;
    site = *set_camera_draw(std::move(site), catalogue, "K01", CameraDraw{6, 0, 0, 0, 0});
    const auto lay = [&](const char* cable, LinkEnd a, LinkEnd b, double length_m) {
        Added laid = *connect(site, catalogue, cable, std::move(a), std::move(b));
        site = *set_measured_length(std::move(laid.site), laid.id, length_m);
    };
    lay("cat5e-solid-24-out", {"SW1", "1", 0, ""}, {"CX1", "lan", 0, ""}, near_m);
    lay("coax-rg59", {"CX1", "coax", 0, ""}, {"CX2", "coax", 0, ""}, coax_m);
    lay("cat5e-solid-24-out", {"CX2", "lan", 0, ""}, {"K01", "lan", 0, ""}, far_m);
    site.settings.source_volts = SourceVolts::nominal;
    return site;
}

}  // namespace

TEST_CASE("fact 6: 280 m of RG-59 and 300 m of Cat 5e carry a 6 W camera", "[reference][facts]") {
    const Judged judged = judge_site(over_coax(1, 280, 300));
    const Check volts = check_of(judged.run(), CheckId::camera_voltage);
    CHECK(volts.verdict != Verdict::fails);
    // The category part alone costs little: by hand, R I with I = 6 W over some 49 V.
    const double cat_ohm = copper_ohm_per_m(24, 20) * 300;
    CHECK(cat_ohm * 6 / 49 > 1);
    CHECK(cat_ohm * 6 / 49 < 4);
    // Ethernet over the category part does not go 300 m by the standard: the power does.
    CHECK(check_of(judged.run(), CheckId::link_length).verdict == Verdict::fails);
}

TEST_CASE("282 m of coax between two 150 m cables leave a 6 W camera 44 V and more",
          "[reference][facts]") {
    const Check volts =
        check_of(judge_site(over_coax(150, 925 * 0.3048, 150)).run(), CheckId::camera_voltage);
    CHECK(volts.value >= 44);
    CHECK(volts.verdict == Verdict::holds);
}

TEST_CASE("two extenders carry 270 m from a class 4 port, a third not", "[reference][facts]") {
    const auto verdict_of = [](std::vector<double> lengths_m) {
        return judge_site(site_with_run({"sw-8-at-120",
                                         "1",
                                         "cam-fixed-2mp",
                                         "cat5e-solid-24-out",
                                         std::move(lengths_m),
                                         "ext-1-1-out",
                                         {5, 0, 0, 0, 0}}))
            .run()
            .verdict;
    };
    CHECK(verdict_of({90, 90, 90}) != Verdict::fails);
    CHECK(verdict_of({90, 90, 90, 90}) == Verdict::fails);
}

TEST_CASE("fact 9: a 36 V PTZ moves freely over 30 m and not over more", "[reference][facts]") {
    const auto judged_at = [](double length_m, const char* cable = "cat5e-solid-24-out") {
        Site site = passive_site("inj-passive-36", "cam-ptz-36v-dc", cable, length_m);
        site.settings.source_volts = SourceVolts::nominal;  // what was seen, not the worst supply
        return check_of(judge_site(std::move(site)).run(), CheckId::camera_voltage);
    };
    CHECK(judged_at(30).verdict == Verdict::holds);
    CHECK(judged_at(60).verdict != Verdict::holds);  // stutters
    CHECK(judged_at(70).verdict == Verdict::fails);  // never starts
    Site clad = passive_site("inj-passive-36", "cam-ptz-36v-dc", "cat5e-clad-24-out", 30);
    CHECK(judge_site(std::move(clad)).run().verdict == Verdict::fails);
    CHECK(judged_at(30, "cat5e-clad-24-out").value < judged_at(45).value);
}

TEST_CASE("passive d.c. against its closed form", "[reference][dc]") {
    for (const double length_m : {5.0, 30.0, 60.0}) {
        const Site site =
            passive_site("inj-passive-36", "cam-ptz-36v-dc", "cat5e-solid-24-out", length_m);
        const Judged judged = judge_site(site, {Condition::night, false});
        const CameraDraw& draw = shipped_catalogue().find("cam-ptz-36v-dc")->camera->draw;
        const double load_w = draw.day_w + draw.motors_w + draw.infrared_w;
        // Both spare pairs: two conductors out, two back.
        // A protector at each end: half a metre of stranded cord, two contacts of 20 mΩ, 0.1 Ω its
        // own.
        const double protector_ohm = 0.5 * copper_ohm_per_m(24, 20) * 1.02 + 2 * 0.02 + 0.1;
        const double loop_ohm = copper_ohm_per_m(24, 20) * length_m + 2 * protector_ohm;
        const double by_hand_v = closed_form_v(35.2, loop_ohm, load_w);
        CHECK(check_of(judged.run(), CheckId::camera_voltage).value ==
              Approx(by_hand_v).margin(exact_v));
    }
    // At 12 V tens of metres are the end.
    const auto twelve = [](double length_m) {
        return check_of(judge_site(passive_site("inj-passive-12", "cam-fixed-12v-dc",
                                                "cat5e-solid-24-out", length_m))
                            .run(),
                        CheckId::camera_voltage)
            .verdict;
    };
    CHECK(twelve(8) != Verdict::fails);
    CHECK(twelve(60) == Verdict::fails);
}

TEST_CASE("composite: one pair of conductors, by the closed form", "[reference][dc]") {
    for (const double away_m : {250.0, 600.0, 1100.0}) {
        const Site site =
            by_way(WayId::composite, away_m, "sw-8-at-120", CameraDraw{12, 0, 0, 0, 0});
        const Catalogue& catalogue = shipped_catalogue();
        Site plain = site;
        plain.settings.day_c = plain.settings.night_c = plain.settings.coldest_night_c = 20;
        const Judged judged = judge_site(plain, {Condition::day, false});
        double awg = 0, length_m = 0;
        for (const Link& link : plain.links) {
            const Kind* cable = catalogue.find(link.cable);
            if (cable->cable->medium != Medium::composite) continue;
            awg = cable->cable->conductor.awg;
            length_m = away_m - 1;  // from the unit beside the switch
        }
        REQUIRE(awg > 0);
        // The far unit makes 54 V anew for the camera over two metres of lead.
        const double lead_ohm = copper_ohm_per_m(24, 20) * 2;
        const double out_w = 52 * (12 / closed_form_v(52, lead_ohm, 12));
        const double in_w = out_w / 0.92 + 2.5;
        const double by_hand_v = closed_form_v(53, 2 * copper_ohm_per_m(awg, 20) * length_m, in_w);
        CHECK(check_of(judged.run(), CheckId::device_voltage).value ==
              Approx(by_hand_v).margin(0.02));
    }
}

TEST_CASE("fact 2 by the builder: fed from both ends a chain is twice as long",
          "[reference][facts]") {
    const Catalogue& catalogue = shipped_catalogue();
    const auto ways_at = [&](double away_m) {
        Site site =
            add_equipment_room(bare_site(), catalogue, {0, 0}, "sw-24-at-370", "rec-32")->site;
        Pathway path;
        path.points = {{0, 0}, {away_m, 0}};
        site = add_pathway(std::move(site), path)->site;
        Place hut;
        hut.at = {away_m, 0};
        hut.mains = Mains::steady;
        site = add_place(std::move(site), hut)->site;
        site = add_device(std::move(site), catalogue, "cam-fixed-4mp", {away_m, 4})->site;
        return propose_ways(site, catalogue, "K01");
    };
    const auto verdict_of = [](const std::vector<Proposal>& ways, WayId id) {
        for (const Proposal& proposal : ways) {
            if (proposal.way == id) return proposal.built ? proposal.verdict : Verdict::fails;
        }
        return Verdict::fails;
    };
    double one_end_m = 0, both_ends_m = 0;
    for (double away_m = 300; away_m <= 2600; away_m += 100) {
        const std::vector<Proposal> ways = ways_at(away_m);
        if (verdict_of(ways, WayId::repeaters) != Verdict::fails) one_end_m = away_m;
        if (verdict_of(ways, WayId::repeaters_both_ends) != Verdict::fails) both_ends_m = away_m;
    }
    INFO(one_end_m << " m from one end, " << both_ends_m << " m from both");
    CHECK(one_end_m >= 300);
    CHECK(both_ends_m >= 2 * one_end_m);
}
