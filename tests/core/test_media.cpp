// SPDX-License-Identifier: GPL-3.0-or-later
// Runs over any media: how data and power are walked, and what each new check says at its edges.
#include <catch2/catch.hpp>

#include "core/assess/radio_path.h"
#include "core/format/site_json.h"
#include "core/prove/cards.h"
#include "core/route/route.h"
#include "phrase/card_text.h"
#include "phrase/check_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

const Run& run_of(const Network& net, const std::string& camera) {
    for (CameraNumber number : net.cameras.numbers()) {
        if (net.device(net.cameras[number]).id == camera) return net.runs[number];
    }
    FAIL(camera);
    return net.runs.front();
}

std::string way_of(const Network& net, const Run& run) {
    std::string text = run.outs.empty() ? "" : net.device(run.outs.front().device).id;
    for (PortAt in : run.ins) text += " " + net.device(in.device).id;
    return text;
}

CameraNumber number_of(const Network& net, const std::string& camera) {
    for (CameraNumber number : net.cameras.numbers()) {
        if (net.device(net.cameras[number]).id == camera) return number;
    }
    FAIL(camera);
    return {};
}

}  // namespace

TEST_CASE("a run goes from the head end to the camera, whatever lies between", "[media]") {
    const Judged demo = judge_site(demo_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    CHECK(way_of(net, run_of(net, "K16")) == "SW1 RA1 RA2 PS1 K16");
    CHECK(way_of(net, run_of(net, "K18")) == "MC1 SW3 R2 K18");
    CHECK(way_of(net, run_of(net, "K11")) == "SW1 CX1 CX2 K11");
    CHECK(way_of(net, run_of(net, "K02")) == "SW1 R1 SW6 CB1 CB2 K02");
    CHECK(way_of(net, run_of(net, "K08")) == "SW1 SW5 INJ2 SP1 K08");
    CHECK(way_of(net, run_of(net, "K13")) == "LU1 LU2 K13");
    CHECK(way_of(net, run_of(net, "K24")) == "INJ1 K24");
    // The power comes from where it is made, not from where the pictures go.
    const auto source = [&](const char* camera) {
        const Run& run = run_of(net, camera);
        return net.device(run.source.device).id + "." + net.port(run.source).id;
    };
    CHECK(source("K16") == "PS1.2");
    CHECK(source("K18") == "SW3.2");
    CHECK(source("K02") == "SW6.2");
    CHECK(source("K01") == "SW6.1");
    CHECK(source("K08") == "INJ2.out");
    CHECK(source("K13") == "LU1.trunk");
    CHECK(source("K05") == "INJ3.out");
}

TEST_CASE("bit rates add up on every shared stretch to the recorder", "[media]") {
    const Judged demo = judge_site(demo_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const auto load = [&](const char* link) {
        for (const NetLink& laid : net.links) {
            if (laid.link->id == link) return laid.load_mbps;
        }
        return -1.0;
    };
    const auto rate = [&](const char* camera) { return net.bit_rate_mbps[number_of(net, camera)]; };
    double all = 0;
    for (double mbps : net.bit_rate_mbps) all += mbps;
    CHECK(load("L1") + load("L2") == Approx(all));
    for (const Run& run : net.runs) {
        for (LinkNumber link : run.links) CHECK(net.links[link].load_mbps > 0);
    }
    // Two cameras meet on the trunk, on the fibre, on the cable that two share.
    for (const auto& [a, b] :
         {std::pair("K13", "K22"), std::pair("K17", "K18"), std::pair("K01", "K02")}) {
        const Run& run = run_of(net, a);
        const NetLink& first = net.links[run.links.front()];
        CHECK(first.load_mbps == Approx(rate(a) + rate(b)));
    }
}

TEST_CASE("a far end that loses its power loses the picture", "[media]") {
    Site site = demo_site();
    site = *set_port_power(std::move(site), {"PS1", "1"}, false);  // the radio's, not the camera's
    const Judged judged = judge_site(site);
    CHECK(judged.run("K16").verdict == Verdict::fails);
    const Check check = check_of(judged.run("K16"), CheckId::not_connected);
    CHECK(check.note == Note::unit_without_power);
    CHECK(check.subject == "RA2");
}

TEST_CASE("a channel is counted through what does not make the signal anew", "[media]") {
    Site site = demo_site();
    const auto length_of = [&](const Site& at) {
        return check_of(judge_site(at).run("K24"), CheckId::link_length).value;
    };
    const double before_m = length_of(site);
    const double cord_m = link_length_m(site, *find_link(site, "L36"));
    site = *set_measured_length(std::move(site), "L36", 60);  // the cord to the injector
    CHECK(length_of(site) == Approx(before_m - cord_m + 60));
    site = *set_measured_length(std::move(site), "L36", 85);
    CHECK(judge_site(site).run("K24").verdict == Verdict::fails);
}

TEST_CASE("another medium in a port, a loop, a wrong module: refused with the place",
          "[media][bad-input]") {
    Site site = demo_site();
    find_link(site, "L1")->cable = "fibre-os2-2";
    std::vector<Error> errors = find_problems(site, catalogue_for(site));
    REQUIRE_FALSE(errors.empty());
    CHECK(errors.front().code == ErrorCode::wrong_medium);
    CHECK(errors.front().place == "links/L1/a/port");
    site = demo_site();
    find_device(site, "SW3")->modules["sfp1"] = "patch-24";
    errors = find_problems(site, catalogue_for(site));
    REQUIRE_FALSE(errors.empty());
    CHECK(errors.front().code == ErrorCode::unknown_kind);
    CHECK_FALSE(set_module(demo_site(), shipped_catalogue(), {"SW3", "sfp9"}, "sfp-1000-lx"));
    // Two channels on one cable are no loop; the same switch twice on one channel is.
    CHECK(find_problems(demo_site(), catalogue_for(demo_site())).empty());
    site = connect(demo_site(), shipped_catalogue(), "patch-24", {"SW6", "3", 0, ""},
                   {"SW1", "8", 0, ""})
               ->site;
    errors = find_problems(site, catalogue_for(site));
    REQUIRE_FALSE(errors.empty());
}

TEST_CASE("what is new in a site survives the file", "[media]") {
    const Site site = demo_site();
    CHECK(*read_site(write_site(site)) == site);
    Site changed = *set_antenna_height(site, "RA1", 9.5);
    changed = *set_transmit(std::move(changed), "RA1", 11.5);
    changed = *set_fibre_joints(std::move(changed), "L60", 4, 2);
    Obstacle wall;
    wall.name = "Wall";
    wall.points = {{0, 0}, {10, 0}};
    changed = add_obstacle(std::move(changed), wall)->site;
    ExistingCable old;
    old.cable = "coax-rg6";
    old.points = {{0, 0}, {50, 0}};
    old.measured_loop_ohm = 2.5;
    changed = add_existing(std::move(changed), shipped_catalogue(), old)->site;
    changed.settings.eirp_limit_dbm = 36;
    changed.settings.labour.price_per_h = 61;
    changed.settings.keep_back.fade_db = 15;
    CHECK(*read_site(write_site(changed)) == changed);
    CHECK(write_site(changed) != write_site(site));
}

TEST_CASE("edits of the new things refuse what cannot be", "[media][bad-input]") {
    const Site site = demo_site();
    CHECK(set_antenna_height(site, "RA1", -1).error().code == ErrorCode::bad_value);
    CHECK(set_antenna_height(site, "RA99", 1).error().code == ErrorCode::no_such_object);
    CHECK(set_transmit(site, "RA1", 99).error().code == ErrorCode::bad_value);
    CHECK(set_fibre_joints(site, "L60", -1, 0).error().code == ErrorCode::bad_value);
    Obstacle one;
    one.points = {{0, 0}};
    CHECK(add_obstacle(site, one).error().code == ErrorCode::bad_value);
    one.points = {{0, 0}, {1e9, 0}};
    CHECK_FALSE(add_obstacle(site, one));
    one.points = {{0, 0}, {5, 5}};
    one.height_m = 1e300;
    CHECK(add_obstacle(site, one).error().code == ErrorCode::bad_value);
    ExistingCable old;
    old.cable = "no-such";
    old.points = {{0, 0}, {5, 5}};
    CHECK(add_existing(site, shipped_catalogue(), old).error().code == ErrorCode::unknown_kind);
    Settings settings = site.settings;
    settings.dark_hours = 25;
    CHECK_FALSE(set_settings(site, settings));
}

TEST_CASE("radio checks at their edges", "[media][radio]") {
    const auto judged = [](auto change) {
        Site site = demo_site();
        change(site);
        return judge_site(std::move(site));
    };
    const Judged as_is = judged([](Site&) {});
    CHECK(check_of(as_is.run("K16"), CheckId::radio_clearance).verdict == Verdict::holds);
    // A hull of 20 m in the middle cuts the line.
    const Judged hull = judged([](Site& site) {
        Obstacle obstacle{"O9",
                          "Cargo hull",
                          ObstacleKind::building,
                          {{450, 200}, {470, 200}, {470, 280}, {450, 280}},
                          20,
                          ""};
        site.obstacles.push_back(obstacle);
    });
    const Check cut = check_of(hull.run("K16"), CheckId::radio_clearance);
    CHECK(cut.verdict == Verdict::fails);
    CHECK(cut.other == "Cargo hull");
    CHECK(cut.note == Note::path_cut);
    CHECK(hull.run("K16").verdict == Verdict::fails);
    // Into the zone without cutting the line: tight.
    const Judged grazing = judged([](Site& site) {
        site.obstacles.push_back({"O9",
                                  "Hull",
                                  ObstacleKind::building,
                                  {{450, 200}, {470, 200}, {470, 280}, {450, 280}},
                                  9.2,
                                  ""});
    });
    CHECK(check_of(grazing.run("K16"), CheckId::radio_clearance).verdict == Verdict::tight);
    // More power than the site allows, and less than the pictures need.
    const Judged loud = judged([](Site& site) { find_device(site, "RA1")->transmit_dbm = 20; });
    CHECK(check_of(loud.run("K16"), CheckId::radio_limit).verdict == Verdict::fails);
    const Judged faint = judged([](Site& site) { find_device(site, "RA1")->transmit_dbm = -20; });
    CHECK(check_of(faint.run("K16"), CheckId::radio_fade_margin).verdict == Verdict::fails);
    // A channel full of pictures.
    const Judged full =
        judged([](Site& site) { find_device(site, "K16")->camera->bit_rate_mbps = 2000; });
    CHECK(check_of(full.run("K16"), CheckId::radio_airtime).verdict == Verdict::fails);
    // Radios of two bands do not pair.
    const Judged other =
        judged([](Site& site) { find_device(site, "RA2")->kind = "radio-5-dish"; });
    CHECK(check_of(other.run("K16"), CheckId::transceiver_pair).note == Note::other_band);
}

TEST_CASE("places must give what is plugged in there", "[media]") {
    const auto mains_at = [](Mains mains) {
        Site site = demo_site();
        find_place(site, "P12")->mains = mains;
        return check_of(judge_site(site).run("K17"), CheckId::mains_at_place);
    };
    CHECK(mains_at(Mains::steady).verdict == Verdict::holds);
    CHECK(mains_at(Mains::generator).verdict == Verdict::tight);
    CHECK(mains_at(Mains::none).verdict == Verdict::fails);
    CHECK(mains_at(Mains::solar).note == Note::solar_only);
    Site loose = demo_site();
    find_device(loose, "SW3")->place.clear();
    CHECK(check_of(judge_site(loose).run("K17"), CheckId::mains_at_place).note == Note::no_place);

    // Fibre joins no earths, copper does.
    const Judged demo = judge_site(demo_site());
    CHECK_FALSE(find_check(demo.run("K17").checks, CheckId::earth_between_buildings));
    const Check earths = check_of(demo.run("K05"), CheckId::earth_between_buildings);
    CHECK(std::get<JoinedEarths>(earths.detail) ==
          JoinedEarths{"Harbour office", "Dry-stack shed"});

    // A hot day in a sealed box.
    Site hot = demo_site();
    hot.settings.day_c = 62;
    find_place(hot, "P12")->surroundings = Surroundings::outdoor;
    // The sun on the box, the unit's own 6 W and what it loses in passing on 15 W.
    CHECK(check_of(judge_site(hot).run("K17"), CheckId::enclosure).value ==
          Approx(62 + 12 + 0.6 * (6 + 10 * (1 / 0.9 - 1))).margin(0.2));
}

TEST_CASE("solar: days and the worst month", "[media]") {
    const auto solar = [](auto change) {
        Site site = demo_site();
        change(site);
        return check_of(judge_site(site).run("K16"), CheckId::solar_days);
    };
    const Check as_is = solar([](Site&) {});
    CHECK(as_is.verdict == Verdict::holds);
    const auto* day = std::get_if<SolarDay>(&as_is.detail);
    REQUIRE(day);
    CHECK(day->gained_wh == Approx(1200 * 1.2 * 0.7));
    CHECK(as_is.value == Approx(10000 * 0.8 * (1 - 0.008 * 33) / day->used_wh));
    CHECK(solar([](Site& site) { site.settings.sun_hours = 0.5; }).note == Note::panel_too_small);
    CHECK(solar([](Site& site) { site.settings.days_without_sun = 40; }).verdict == Verdict::fails);
}

TEST_CASE("d.c.: too many volts, crossed poles, no signature", "[media]") {
    // A 36 V injector under a 12 V camera.
    Site site = demo_site();
    find_device(site, "K08")->kind = "cam-fixed-12v-dc";
    CHECK(check_of(judge_site(site).run("K08"), CheckId::dc_voltage).verdict == Verdict::fails);
    site = demo_site();
    find_device(site, "SP1")->kind = "split-passive-r";
    const Judged crossed = judge_site(site);
    CHECK(crossed.run("K08").verdict == Verdict::fails);
    CHECK(check_of(crossed.run("K08"), CheckId::dc_polarity).verdict == Verdict::fails);
    site = demo_site();
    find_device(site, "INJ2")->kind = "inj-30";
    const Judged poe = judge_site(site);
    CHECK(check_of(poe.run("K08"), CheckId::dc_voltage).note == Note::no_signature);
}

TEST_CASE("pairs, trunks and limited circuits", "[media]") {
    const Judged demo = judge_site(demo_site());
    CHECK(check_of(demo.run("K01"), CheckId::pair_alternative).verdict == Verdict::holds);
    const Check trunk = check_of(demo.run("K13"), CheckId::trunk_power);
    CHECK(trunk.subject == "LU2");
    CHECK(trunk.limit == 110);
    Site heavy = demo_site();
    for (const char* camera : {"K13", "K22"})
        find_device(heavy, camera)->camera->draw = CameraDraw{58, 0, 0, 0, 0};
    CHECK(check_of(judge_site(heavy).run("K13"), CheckId::trunk_power).verdict == Verdict::fails);
    // Old coax with a steel core, by its measured loop.
    Site steel = demo_site();
    steel.existing[0].measured_loop_ohm = 44;
    const Check loop = check_of(judge_site(steel).run("K11"), CheckId::coax_loop);
    CHECK(loop.verdict == Verdict::fails);
    CHECK(loop.limit == 40);
    CHECK(check_of(demo.run("K11"), CheckId::coax_loop).verdict == Verdict::holds);
}

TEST_CASE("a line code needs its own unit at both ends", "[media]") {
    Site site = site_with_run({.unit = "sw-8-long", .lengths_m = {60}});
    CHECK(judge_site(site).run().verdict != Verdict::fails);  // an ordinary length on such a port
    site = site_with_run({.unit = "sw-8-long", .lengths_m = {400}});
    CHECK(check_of(judge_site(site).run(), CheckId::link_length).verdict == Verdict::fails);
    // A long-reach far unit on an ordinary port speaks to nobody.
    site = site_with_run({.unit = "sw-8-at-120", .lengths_m = {60, 2}, .in_line = "long-far"});
    const Check wrong = check_of(judge_site(site).run(), CheckId::link_length);
    CHECK(wrong.note == Note::wrong_line);
    CHECK(wrong.verdict == Verdict::fails);
}

TEST_CASE("no cable lies in open water", "[media]") {
    // A camera out in the basin, reached by a straight cable from the quay.
    Added camera = *add_device(demo_site(), shipped_catalogue(), "cam-marine-2mp", {330, 300});
    Added laid = *connect(std::move(camera.site), shipped_catalogue(), "cat5e-burial-24",
                          {"SW2", "7", 0, ""}, {camera.id, "lan", 0, ""});
    find_link(laid.site, laid.id)->pathways.clear();
    const Judged wet = judge_site(laid.site);
    CHECK(check_of(wet.run(camera.id), CheckId::surroundings).note == Note::crosses_water);
}

TEST_CASE("every check, note and caution has words of its own", "[media][phrase]") {
    const TextContext text{UnitSystem::metric, &shipped_catalogue()};
    for (int i = 0; i < check_count; ++i) {
        const auto id = static_cast<CheckId>(i);
        INFO(id_of(id));
        Check check;
        check.id = id;
        check.subject = "X1";
        check.verdict = Verdict::fails;
        CHECK_FALSE(sentence(check, text).empty());
    }
    std::set<std::string> cautions;
    for (int i = 0; i < caution_count; ++i)
        CHECK(cautions.insert(caution_text(static_cast<Caution>(i))).second);
}

TEST_CASE("cautions appear where they apply and nowhere else", "[media][cautions]") {
    const Judged demo = judge_site(demo_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const auto has = [&](const char* camera, Caution caution) {
        const std::vector<Caution> found = cautions_of(net, number_of(net, camera));
        return std::find(found.begin(), found.end(), caution) != found.end();
    };
    struct Row {
        Caution caution;
        const char* with;
        const char* without;
    };
    const Row rows[] = {
        {Caution::radio, "K16", "K17"},        {Caution::batteries, "K16", "K13"},
        {Caution::fibre_light, "K17", "K16"},  {Caution::generator, "K19", "K17"},
        {Caution::mains, "K17", "K11"},        {Caution::passive_power, "K08", "K05"},
        {Caution::dc_polarity, "K08", "K05"},  {Caution::separate_earths, "K05", "K17"},
        {Caution::vapour, "K11", "K13"},       {Caution::bundle_heat, "K05", "K11"},
        {Caution::water, "K13", "K05"},        {Caution::services, "K17", "K13"},
        {Caution::long_setting, "K12", "K13"}, {Caution::privacy, "K09", "K07"},
        {Caution::earth, "K05", "K07"},        {Caution::height, "K03", "K05"}};
    for (const Row& row : rows) {
        INFO(caution_text(row.caution));
        CHECK(has(row.with, row.caution));
        CHECK_FALSE(has(row.without, row.caution));
    }
    CHECK(cautions_of(net, number_of(net, "K07")).empty());
    // The cards say the same; a d.c. lead stands beside the data.
    bool lead = false;
    for (const Card& card : wiring_cards(net)) {
        if (card.camera == "K08" && card.beside.size() == 1)
            lead = card.beside.front().medium == Medium::dc;
    }
    CHECK(lead);
    for (const Card& card : wiring_cards(net)) {
        CHECK(card.cautions == cautions_of(net, number_of(net, card.camera)));
    }
}
