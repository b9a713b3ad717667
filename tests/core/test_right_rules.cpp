// SPDX-License-Identifier: GPL-3.0-or-later
// Rules of what is right and wrong by a little, each from both sides.
#include <catch2/catch.hpp>

#include <cmath>
#include <random>
#include <set>

#include "core/assess/backup.h"
#include "core/assess/least_volts.h"
#include "core/assess/link_reach.h"
#include "core/assess/profile.h"
#include "core/assess/radio_path.h"
#include "core/assess/room_left.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/parts/parts.h"
#include "core/physics/fibre.h"
#include "core/simulate/day.h"
#include "core/sums/sums.h"
#include "phrase/check_text.h"
#include "phrase/numbers.h"
#include "support/builder.h"

using namespace ovant;

namespace {

// A mast at the office and radios far off, joined by air.
struct Air : Builder {
    int masts = 0;
    // Fed by the head end's switch, whose pictures a recorder takes.
    std::string mast(const char* kind) {
        if (!find_device(site, "SW1"))
            cable(unit("sw-8-at-120", {1, 0}), "up1", unit("rec-32", {1, 1}), "lan1", "patch-24");
        const std::string id = unit(kind, {0, 0});
        cable("SW1", std::to_string(++masts).c_str(), id, "lan");
        device(id).height_m = 10;
        device(id).surroundings = Surroundings::outdoor;
        return id;
    }
    std::string far(const char* kind, Point at) {
        const std::string id = unit(kind, at);
        device(id).height_m = 10;
        return id;
    }
    // A camera beside a far radio, so that its pictures go over the air.
    void camera_at(const std::string& radio) {
        const Point at = device(radio).at;
        const std::string supply = unit("sw-8-at-outdoor", {at.x_m + 1, at.y_m});
        const std::string cam = unit("cam-fixed-4mp", {at.x_m + 2, at.y_m});
        cable(supply, "1", radio, "lan");
        cable(supply, "2", cam, "lan");
    }
};

const NetLink& air_link(const Network& net, const std::string& id) {
    for (const NetLink& link : net.links) {
        if (link.link->id == id) return link;
    }
    FAIL(id);
    return net.links.front();
}

}  // namespace

TEST_CASE("antennas point: at the one far end, or at the middle of several", "[rule-6]") {
    Air b;
    const std::string hub = b.mast("radio-5-hub");
    const std::string north = b.far("radio-5-ptp", {0, -300});
    const std::string east = b.far("radio-5-ptp", {300, 0});
    const std::string first = b.cable(hub, "air1", north, "air", "air");
    b.cable(hub, "air2", east, "air", "air");
    const auto path = [&] {
        const Network net = lay_out(b.site, b.catalogue);
        return radio_path(net, air_link(net, first));
    };
    {
        const Network net = lay_out(b.site, b.catalogue);
        CHECK(azimuth_deg(net, DeviceNumber(2)) == Approx(45));
        CHECK(azimuth_deg(net, DeviceNumber(3)) == Approx(180));  // the far one looks back
    }
    CHECK(path().off_axis_a_deg == Approx(45));
    CHECK(path().off_axis_b_deg == Approx(0).margin(1e-6));
    // Turned onto it, 3 dB more arrive: half the sector's width is half its power.
    const double beside_dbm = path().received_dbm;
    b.device(hub).azimuth_deg = 0;
    CHECK(path().received_dbm == Approx(beside_dbm + 3).margin(0.01));
    // Turned away it is lost.
    b.device(hub).azimuth_deg = 180;
    CHECK(path().received_dbm < beside_dbm - 6);
}

TEST_CASE("more far ends than the maker allows fail whatever sockets there are", "[rule-6]") {
    Air b;
    b.own_kind("radio-5-hub", "hub-of-two", "radio/most_far_ends", "2");
    const std::string hub = b.mast("hub-of-two");
    std::string far;
    for (int i = 1; i <= 3; ++i) {
        far = b.far("radio-5-ptp", {40.0 * i, -300});
        b.cable(hub, ("air" + std::to_string(i)).c_str(), far, "air", "air");
        b.camera_at(far);
        const Check check = check_of(b.judged().run(), CheckId::radio_far_ends);
        CHECK(check.verdict == (i <= 2 ? Verdict::holds : Verdict::fails));
    }
}

TEST_CASE("radios that hear each other on one channel share the air", "[rule-6]") {
    Air b;
    std::vector<std::string> masts;
    for (int i = 0; i < 2; ++i) {
        masts.push_back(b.mast("radio-5-ptp"));
        const std::string far = b.far("radio-5-ptp", {i == 0 ? 400.0 : -400.0, -300});
        b.cable(masts.back(), "air", far, "air", "air");
        b.camera_at(far);
    }
    const auto airtime = [&] {
        return check_of(b.judged().run("K01"), CheckId::radio_airtime).value;
    };
    const double shared = airtime();
    b.device(masts[0]).channel = 1;
    CHECK(airtime() == Approx(shared));  // one not set may be on any
    b.device(masts[1]).channel = 2;
    for (Device& device : b.site.devices) {
        if (device.kind == "radio-5-ptp" && device.channel == 0)
            device.channel = device.at.x_m > 0 ? 1 : 2;
    }
    CHECK(airtime() == Approx(shared / 2).epsilon(0.2));
    CHECK(airtime() < shared);
}

TEST_CASE("a noise allowance and power by modulation come off the margin", "[rule-6]") {
    Air b;
    const std::string mast = b.mast("radio-5-ptp");
    const std::string far = b.far("radio-5-ptp", {400, 0});
    b.cable(mast, "air", far, "air", "air");
    b.camera_at(far);
    const double before = check_of(b.judged().run(), CheckId::radio_fade_margin).value;
    b.site.settings.noise_allowance_db = 6;
    CHECK(check_of(b.judged().run(), CheckId::radio_fade_margin).value == Approx(before - 6));
    RadioFacts radio;
    radio.sensitivities = {{0, -80, std::nullopt}, {9, -50, 14.0}};
    radio.transmit_dbm = 20;
    CHECK(modulations(radio)[0].less_sent_db == 0);
    CHECK(modulations(radio)[1].less_sent_db == 6);
    CHECK(best_modulation(modulations(radio), -43.9, 0) == 1);
    CHECK(best_modulation(modulations(radio), -44.1, 0) == 0);
}

TEST_CASE("loops left at the ends are cable", "[rule-9]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {93, 0});
    const std::string laid = b.cable(sw, "1", cam, "lan");
    const double bare_v = check_of(b.judged().run(), CheckId::camera_voltage).value;
    CHECK(check_of(b.judged().run(), CheckId::link_length).value == Approx(93));
    b.site.settings.service_loop_m = 3.4;
    const Judged judged = b.judged();
    CHECK(judged.run().length_m == Approx(99.8));
    CHECK(check_of(judged.run(), CheckId::link_length).value == Approx(99.8));
    CHECK(check_of(judged.run(), CheckId::camera_voltage).value < bare_v);
    const Network net = lay_out(judged.site, judged.catalogue);
    CHECK(run_profile(net, CameraNumber(0)).length_m == Approx(99.8));
    CHECK(cut_length_m(net.links.front()) == Approx(99.8));
    b.site.settings.service_loop_m = 3.6;
    CHECK(check_of(b.judged().run(), CheckId::link_length).verdict == Verdict::fails);
    // What was measured has them in it.
    b.link(laid).measured_length_m = 93;
    CHECK(check_of(b.judged().run(), CheckId::link_length).value == Approx(93));
}

TEST_CASE("joints and protectors cost their resistance", "[rule-9]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {80, 0});
    const std::string laid = b.cable(sw, "1", cam, "lan");
    const auto ohm = [&] {
        const Network net = lay_out(b.site, b.catalogue);
        return link_loop_ohm(net, net.links.front(), 2, Condition::day);
    };
    const double bare = ohm();
    b.link(laid).a.protector = "surge-100";
    // Contacts of 20 mΩ at its two sockets and 0.1 Ω in each conductor, half a metre of cord.
    const Conductor cord{24, ConductorMaterial::copper, ConductorForm::stranded};
    const double one = 2 * 0.02 + 0.1 + feed_loop_ohm(cord, 0.5, 2, b.site.settings.indoor_c);
    CHECK(ohm() == Approx(bare + one));
    b.link(laid).b.protector = "surge-100";
    CHECK(ohm() == Approx(bare + 2 * one));
    b.link(laid).cords_m = 4;
    CHECK(ohm() ==
          Approx(bare + 2 * one + 2 * 0.02 + feed_loop_ohm(cord, 4, 2, b.site.settings.indoor_c)));
    // And the cords come off the channel's length.
    const Network net = lay_out(b.site, b.catalogue);
    CHECK(link_reach(net, net.links.front(), Condition::night).limit_m ==
          Approx(std::min(102 - 5 * 1.2, 95.0)).margin(0.3));
}

TEST_CASE("an extender gives no more than arrives", "[rule-11]") {
    const auto with = [](const char* unit, double day_w, std::vector<double> lengths_m) {
        return judge_site(site_with_run({unit,
                                         "1",
                                         "cam-fixed-2mp",
                                         "cat5e-solid-24-out",
                                         std::move(lengths_m),
                                         "ext-1-1-out",
                                         {day_w, 0, 0, 0, 0}}));
    };
    // From a class 4 port it gives all of class 3.
    CHECK(with("sw-8-at-120", 11, {50, 50}).run().verdict != Verdict::fails);
    // A class 3 port feeds one whose load is small: (12.95 − 1.2) × 0.88 = 10.34 W to give.
    const Judged small = with("sw-4-af", 6, {50, 50});
    CHECK(small.run().verdict != Verdict::fails);
    CHECK(check_of(small.run(), CheckId::port_class).verdict == Verdict::holds);
    const Judged large = with("sw-4-af", 11, {50, 50});
    CHECK(large.run().verdict == Verdict::fails);
    const Network net = lay_out(large.site, large.catalogue);
    CHECK(port_limit_w(net, port_at(2, 1)) == Approx((12.95 - 1.2) * 0.88));
    // Two in a chain stand as their maker says, three do not.
    const Judged two = with("sw-8-at-120", 5, {50, 50, 50});
    CHECK(two.run().verdict != Verdict::fails);
    const Judged three = with("sw-8-at-120", 3, {50, 50, 50, 50});
    CHECK(check_of(three.run(), CheckId::chain_count).verdict == Verdict::fails);
    // The second has less to give than the first.
    const Network chain = lay_out(two.site, two.catalogue);
    CHECK(port_limit_w(chain, port_at(3, 1)) < port_limit_w(chain, port_at(2, 1)));
    // The day agrees: a camera that holds stays on, one that asks for more than arrives does not.
    const auto dark_s = [](const Judged& judged) {
        const Network laid = lay_out(judged.site, judged.catalogue);
        return play_day(laid, *day_plan(judged.site.settings)).cameras.front().dark_s;
    };
    CHECK(dark_s(two) == 0);
    CHECK(dark_s(small) == 0);
    CHECK(dark_s(large) > 3600);
}

TEST_CASE("of several power inputs the one that is fed counts", "[rule-12]") {
    Builder b;
    const std::string sw = b.unit("sw-8-data", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
    const std::string adapter = b.unit("adapter-12", {60, 1});
    b.cable(sw, "1", cam, "lan");
    const std::string lead = b.cable(adapter, "out", cam, "dc", "dc-lead-18");
    b.link(lead).measured_length_m = 2;
    const Judged judged = b.judged();
    const Check volts = check_of(judged.run(), CheckId::camera_voltage);
    CHECK(volts.limit == Approx(10.8));
    CHECK(volts.verdict == Verdict::holds);
    const Network net = lay_out(judged.site, judged.catalogue);
    CHECK(run_profile(net, CameraNumber(0)).points.back().min_v == Approx(10.8));
    const DayResult day = play_day(net, *day_plan(judged.site.settings));
    CHECK(day.cameras.front().dark_s == 0);
    // Both plugged: one load, not two.
    b.device(sw).kind = "sw-8-at-120";
    const Network both = lay_out(b.site, b.catalogue);
    double taken_w = 0;
    for (const PortAt port : {port_at(0, 0), port_at(2, 0)})
        taken_w += solve_port(both, port, Condition::day).front().load_w();
    CHECK(taken_w == Approx(4.6));
}

TEST_CASE("promised, running unpromised, dark", "[rule-13]") {
    const auto volts = [](double length_m, School school) {
        return check_of(judge_site(site_with_run({"sw-8-at-120",
                                                  "1",
                                                  "cam-fixed-4mp",
                                                  "cat5e-clad-24-out",
                                                  {length_m},
                                                  "",
                                                  {9, 0, 0, 0, 0}},
                                                 school))
                            .run(),
                        CheckId::camera_voltage);
    };
    const Check promised = volts(150, School::maker_rated);
    CHECK(promised.verdict != Verdict::fails);
    double at_m = 150;
    while (volts(at_m, School::maker_rated).verdict != Verdict::fails) at_m += 2;
    const Check unpromised = volts(at_m, School::maker_rated);
    CHECK(unpromised.note == Note::not_promised);
    CHECK(unpromised.value < 37);
    CHECK(unpromised.value >= 30);
    CHECK(sentence(unpromised, {}).find("nobody promises") != std::string::npos);
    // The field-proven school takes it and marks it.
    CHECK(volts(at_m, School::field_proven).verdict == Verdict::tight);
    CHECK(volts(at_m, School::field_proven).note == Note::not_promised);
    // Below its own edge it is dark by any school, and by the day.
    const auto dark_s = [](double length_m) {
        const Judged judged = judge_site(site_with_run({"sw-8-at-120",
                                                        "1",
                                                        "cam-fixed-4mp",
                                                        "cat5e-clad-24-out",
                                                        {length_m},
                                                        "",
                                                        {9, 0, 0, 0, 0}}));
        const Network net = lay_out(judged.site, judged.catalogue);
        return play_day(net, *day_plan(judged.site.settings)).cameras.front().dark_s;
    };
    CHECK(dark_s(at_m) == 0);
    while (volts(at_m, School::field_proven).verdict != Verdict::fails) at_m += 2;
    CHECK(volts(at_m, School::field_proven).note != Note::not_promised);
    CHECK(dark_s(at_m * 1.25) > 0);
    // A maker's own edge counts.
    Kind kind = *shipped_catalogue().find("cam-fixed-4mp");
    CHECK(camera_off_below_v(kind, kind.ports.front()) == 30);
    kind.camera->off_below_v = 35;
    CHECK(camera_off_below_v(kind, kind.ports.front()) == 35);
    kind.camera->off_below_v = 40;
    CHECK(camera_off_below_v(kind, kind.ports.front()) == 37);
}

TEST_CASE("heaters count only when it is cold enough for them", "[rule-15]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-zoom-8mp-heated", {40, 0});
    b.cable(sw, "1", cam, "lan");
    const auto watts = [&](Condition condition) {
        const Network net = lay_out(b.site, b.catalogue);
        return camera_power_w(net, DeviceNumber(1), condition);
    };
    b.site.settings.night_c = 5;
    CHECK(watts(Condition::night) == Approx(6.4 + 1.2 + 5.6));
    b.site.settings.night_c = 4.9;
    CHECK(watts(Condition::night) == Approx(6.4 + 1.2 + 5.6 + 6));
    CHECK(watts(Condition::coldest_night) == Approx(6.4 + 1.2 + 5.6 + 6));
    b.site.settings.coldest_night_c = 12;
    CHECK(watts(Condition::coldest_night) == Approx(6.4 + 1.2 + 5.6));
    // Indoors, and in a heated box, it stays off.
    b.site.settings.coldest_night_c = -20;
    b.device(cam).surroundings = Surroundings::indoor;
    CHECK(watts(Condition::coldest_night) == Approx(6.4 + 1.2 + 5.6));
    b.device(cam).surroundings = Surroundings::outdoor;
    b.device(cam).enclosure = "box-heated";
    CHECK(watts(Condition::coldest_night) == Approx(6.4 + 1.2 + 5.6));
}

TEST_CASE("a heated box keeps what is in it warm, the sun heats it", "[rule-15]") {
    Builder b;
    b.site.settings.coldest_night_c = -15;
    const std::string sw = b.unit("sw-8-at-120", {0, 30});
    b.device(sw).place.clear();
    b.device(sw).surroundings = Surroundings::outdoor;
    const std::string cam = b.unit("cam-fixed-4mp", {40, 30});
    b.cable(sw, "1", cam, "lan", "cat5e-burial-24");
    const auto cold = [&](const char* box) {
        b.device(sw).enclosure = box;
        const Judged judged = b.judged();
        for (const Check& check : judged.run().checks) {
            if (check.id == CheckId::surroundings) return check;
        }
        return Check{};
    };
    CHECK(cold("box-wet").note == Note::too_cold);
    CHECK(cold("box-wet").verdict == Verdict::fails);
    CHECK(cold("box-heated").verdict == Verdict::holds);
    // By day: 25 + 12 in the sun, and what the switch itself and its conversion lose.
    b.device(sw).enclosure = "box-wet";
    const Check heat = check_of(b.judged().run(), CheckId::enclosure);
    CHECK(heat.value > 25 + 12 + 1.9 * 6);
    b.device(sw).surroundings = Surroundings::indoor;
    CHECK(check_of(b.judged().run(), CheckId::enclosure).value < 20 + 1.9 * 8);
}

TEST_CASE("a camera with everything at its default is a camera", "[rule-19]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {40, 0});
    b.cable(sw, "1", cam, "lan");
    b.device(cam).camera.reset();
    CHECK(ends_a_run(b.device(cam), b.catalogue));
    CHECK_FALSE(ends_a_run(b.device(sw), b.catalogue));
    CHECK(b.judged().assessment.runs.size() == 1);
    CameraSettings settings;
    settings.importance = 1;
    CHECK(set_camera(b.site, cam, settings));
}

TEST_CASE("numbers are shown with digits enough to tell the sides apart", "[rule-20]") {
    CHECK(value_of_limit(100.1, 100, Unit::metre, UnitSystem::metric) == "100.1 of 100 m");
    CHECK(value_of_limit(100.04, 100, Unit::metre, UnitSystem::metric) == "100.04 of 100 m");
    CHECK(value_of_limit(100, 100, Unit::metre, UnitSystem::metric) == "100 of 100 m");
    CHECK(value_of_limit(89.2, 100, Unit::metre, UnitSystem::metric) == "89 of 100 m");
    CHECK(value_of_limit(30.04, 30, Unit::watt, UnitSystem::metric) == "30.04 of 30 W");
    Check check =
        check_of(judge_site(site_with_run({.lengths_m = {90}})).run(), CheckId::link_length);
    check.limit = 98;
    check.value = 98.04;
    judge(check, 0);
    CHECK(check.verdict == Verdict::fails);
    CHECK(sentence(check, {}) == "L1 is 98.04 m long, 98 m is the limit");
}

TEST_CASE("the first run is the first of the ways, or nothing", "[rule-21]") {
    Builder b;
    b.site.settings.where_no_pathway = Between::on_walls;
    const std::string sw = b.unit("sw-16-at-185", {0, 0});
    b.cable(sw, "up1", b.unit("rec-32", {1, 0}), "lan1", "patch-24");
    const auto place = [&](double away_m) {
        const std::string cam =
            b.unit("cam-fixed-2mp", {away_m, 10.0 * static_cast<double>(b.site.devices.size())});
        const std::vector<Proposal> ways = propose_ways(b.site, b.catalogue, cam);
        FirstRun run = first_run(b.site, b.catalogue, cam);
        REQUIRE(run.way);
        CHECK(run.way->way == ways.front().way);
        CHECK(run.laid == !ways.front().changes_others);
        CHECK((run.site == b.site) == !run.laid);
        if (run.laid) CHECK(run.site == with_change(b.site, ways.front().change));
        b.site = run.site;
        return run;
    };
    CHECK(place(40).laid);
    // Inside the standard channel and into what is kept back: one plain cable all the same.
    const FirstRun plain = place(88);
    CHECK(plain.laid);
    CHECK(*plain.way->way == WayId::direct_copper);
    CHECK(plain.way->verdict == Verdict::tight);
    const Device switch_before = b.device(sw);
    // What others hang on is not changed unasked, and nothing dearer laid in its place.
    const FirstRun far = place(170);
    CHECK(*far.way->way == WayId::long_setting);
    CHECK(far.way->changes_others);
    CHECK_FALSE(far.laid);
    CHECK(b.device(sw) == switch_before);
    CHECK(place(420).laid);
    // Where no way stands nothing is laid.
    const std::string lonely = b.unit("cam-ptz-60w", {9000, 0});
    const FirstRun none = first_run(b.site, b.catalogue, lonely);
    CHECK_FALSE(none.laid);
    CHECK_FALSE(none.way);
    CHECK(none.site == b.site);
}

TEST_CASE("what is laid is told from the other ways by its kinds", "[ways]") {
    Builder b;
    b.cable(b.unit("sw-16-at-185", {0, 0}), "up1", b.unit("rec-32", {1, 0}), "lan1", "patch-24");
    for (double away_m : {60.0, 330.0, 520.0}) {
        const std::string cam = b.unit("cam-fixed-2mp", {away_m, 30});
        for (const Proposal& way : propose_ways(b.site, b.catalogue, cam)) {
            if (!way.built || way.verdict == Verdict::fails) continue;
            const Site used = with_change(b.site, way.change);
            const Network net = lay_out(used, b.catalogue);
            for (const Run& run : net.runs) {
                if (net.device(run.camera).id == cam) CHECK(kinds_along(net, run) == way.along);
            }
        }
    }
}

TEST_CASE("with every feeding port taken an injector beside a data port does", "[rule-22]") {
    Builder b;
    const std::string sw = b.unit("sw-4-af", {0, 0});
    for (int i = 1; i <= 4; ++i)
        b.cable(sw, std::to_string(i).c_str(), b.unit("cam-fixed-2mp", {30, 8.0 * i}), "lan");
    const std::string cam = b.unit("cam-fixed-4mp", {40, 0});
    const auto direct = [&] {
        for (const Proposal& way : propose_ways(b.site, b.catalogue, cam)) {
            if (way.way == WayId::direct_copper) return way;
        }
        return Proposal{};
    };
    const Proposal with = direct();
    REQUIRE(with.built);
    CHECK(with.verdict != Verdict::fails);
    const Judged left = judge_site(with_change(b.site, with.change));
    const Network net = lay_out(left.site, left.catalogue);
    CHECK(net.kind(net.fed_by[net.cameras.back()].device).category == Category::injector);
    CHECK(left.run(cam).connected);
}

TEST_CASE("numbers, nouns and verbs agree", "[rule-20]") {
    CHECK(counted(1, "camera") == "1 camera");
    CHECK(counted(0, "camera") == "0 cameras");
    CHECK(counted(2, "feeding unit") == "2 feeding units");
    CHECK(summary_text({1, 0, 1, 2}, ", ") == "1 holds, 0 tight, 1 fails, 2 unknown");
    CHECK(summary_text({11, 10, 3, 0}, "    ") == "11 hold    10 tight    3 fail    0 unknown");
}

TEST_CASE("room that is left can really be drawn, and no more", "[rule-10]") {
    std::mt19937 random(7);
    for (const char* unit : {"sw-8-at-120", "sw-4-af", "inj-60"}) {
        for (const char* in_line : {"rep-1-out", "ext-1-1-out"}) {
            const double length_m = 20.0 + std::uniform_int_distribution<int>(0, 60)(random);
            Site site = site_with_run({unit,
                                       unit == std::string("inj-60") ? "out" : "1",
                                       "cam-fixed-4mp",
                                       "cat5e-solid-24-out",
                                       {length_m, length_m},
                                       in_line,
                                       {3, 0, 0, 0, 0}});
            const Network net = lay_out(site, shipped_catalogue());
            const DeviceNumber camera = net.cameras.front();
            const double room_w = room_left_w(net, camera);
            INFO(unit << " " << in_line << " " << room_w);
            CHECK(room_w > 0.5);
            // So many watts more at the camera hold by every check of power; a little more do not.
            const auto power_fails = [&](double more_w) {
                find_device(site, "K01")->camera->draw = CameraDraw{3 + more_w, 0, 0, 0, 0};
                const Judged judged = judge_site(site);
                for (const CheckId id :
                     {CheckId::camera_voltage, CheckId::device_voltage, CheckId::port_power,
                      CheckId::pair_current, CheckId::trunk_power}) {
                    const Check* check = find_check(judged.run().checks, id);
                    if (check && check->verdict == Verdict::fails) return true;
                }
                return judged.assessment.units.front().greatest_w >
                       judged.assessment.units.front().budget_w;
            };
            CHECK_FALSE(power_fails(room_w - 0.01));
            CHECK(power_fails(room_w + 0.02));
        }
    }
    // Nothing feeds it, or its line is past a limit already: nothing is left.
    const Site starved = site_with_run({.camera = "cam-ptz-compact", .lengths_m = {500}});
    const Network net = lay_out(starved, shipped_catalogue());
    CHECK(room_left_w(net, net.cameras.front()) == 0);
    CHECK(room_left_w(net, DeviceNumber(0)) == 0);
    // At a free port of a switch: what its own supply still has.
    const Site free_port = site_with_run(
        {"sw-4-at-35", "1", "cam-fixed-4mp", "cat5e-solid-24-out", {20}, "", {10, 0, 0, 0, 0}});
    const Network laid = lay_out(free_port, shipped_catalogue());
    CHECK(room_left_at_port_w(laid, port_at(0, 1)) ==
          Approx(35 - solve_port(laid, port_at(0, 0), Condition::day).front().watts()).margin(0.1));
}

TEST_CASE("a channel all of stranded cord goes 102 over its own weight", "[right][cords]") {
    // ANSI/TIA-568.2, from memory: 85 m of 24 AWG, 68 m of 26 AWG, at 20 degrees.
    struct Case {
        const char* cable;
        double just_inside_m, just_outside_m;
    };
    for (const Case& one : {Case{"cat5e-stranded-24", 84.9, 85.1},
                            {"patch-26", 67.9, 68.1},
                            {"cat5e-solid-24-out", 99.9, 100.1}}) {
        for (double length_m : {one.just_inside_m, one.just_outside_m}) {
            HeadEnd b;
            b.site.settings.day_c = b.site.settings.night_c = b.site.settings.coldest_night_c = 20;
            b.site.settings.keep_back.length_share = 0;
            const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
            const std::string link = b.cable(b.sw, "1", cam, "lan", one.cable);
            b.link(link).measured_length_m = length_m;
            b.link(link).cords_m = 0;
            INFO(one.cable << " " << length_m);
            const Judged judged = b.judged();
            const Check* found = find_check(judged.run(cam).checks, CheckId::link_length);
            REQUIRE(found);
            CHECK((found->verdict == Verdict::fails) == (length_m > one.just_inside_m));
        }
    }
}

TEST_CASE("cord and solid cable in one channel are weighed together", "[right][cords]") {
    // An injector on a cord of 10 m, solid cable behind it: 102 - 0.2 x 10 = 100 in all.
    for (double solid_m : {89.9, 90.1}) {
        HeadEnd b;
        b.site.settings.day_c = b.site.settings.night_c = b.site.settings.coldest_night_c = 20;
        b.site.settings.keep_back.length_share = 0;
        const std::string inj = b.unit("inj-30", {2, 0}, b.office);
        const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
        const std::string cord = b.cable(b.sw, "up2", inj, "in", "patch-24");
        const std::string solid = b.cable(inj, "out", cam, "lan");
        b.link(cord).measured_length_m = 10;
        b.link(solid).measured_length_m = solid_m;
        b.link(cord).cords_m = b.link(solid).cords_m = 0;
        INFO(solid_m);
        const Judged judged = b.judged();
        const Check* found = find_check(judged.run(cam).checks, CheckId::link_length);
        REQUIRE(found);
        CHECK((found->verdict == Verdict::fails) == (solid_m > 90));
    }
}

TEST_CASE("a recorder has so many channels, numbered or not", "[right]") {
    HeadEnd site("sw-24-at-370");
    // "rec-8-poe" has eight.
    Result<Site> other = set_kind(site.site, site.catalogue, site.recorder, "rec-8-poe");
    if (!other) {
        site.site.links.clear();
        other = set_kind(site.site, site.catalogue, site.recorder, "rec-8-poe");
        REQUIRE(other);
        site.site = *other;
        site.cable(site.sw, "up1", site.recorder, "lan", "patch-24");
    } else {
        site.site = *other;
    }
    for (int i = 1; i <= 9; ++i) {
        const std::string camera = site.unit("cam-mini-3w", {20.0 + i, 0});
        site.cable(site.sw, std::to_string(i).c_str(), camera, "lan");
        const Assessment assessment = assess(lay_out(site.site, site.catalogue));
        const Check* channels = find_check(assessment.site_checks, CheckId::recorder_channels);
        REQUIRE(channels);
        CHECK(channels->value == i);
        CHECK(channels->verdict == (i <= 8 ? Verdict::holds : Verdict::fails));
        if (i == 9)
            CHECK(sentence(*channels, {UnitSystem::metric, &site.catalogue}) ==
                  "9 cameras arrive at " + site.recorder + ", it has 8 channels");
    }
}

TEST_CASE("what hangs on a UPS stands where its lead reaches", "[right]") {
    HeadEnd site;
    const std::string hut = site.place("Hut", {60, 0});
    const std::string ups = site.unit("ups-300", {1, 0}, site.office);
    const std::string there = site.unit("sw-8-at-120", {60, 0}, hut);
    CHECK(set_backup(site.site, site.catalogue, site.sw, ups));
    const Result<Site> refused = set_backup(site.site, site.catalogue, there, ups);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == ErrorCode::not_possible);
    const auto elsewhere = [&] {
        const Assessment assessment = assess(lay_out(site.site, site.catalogue));
        for (const Check& check : assessment.site_checks) {
            if (check.note == Note::backup_elsewhere) return check.verdict == Verdict::fails;
        }
        return false;
    };
    site.device(site.sw).backup = ups;
    CHECK_FALSE(elsewhere());
    // From a file, and after a move: it fails, and the battery does not count for it.
    site.device(there).backup = ups;
    CHECK(elsewhere());
    const Network net = lay_out(site.site, site.catalogue);
    CHECK(backups(net).front().members.size() == 1);
    // By a lead of a few metres, without any place.
    site.device(there).place.clear();
    site.device(there).at = {6, 0};
    CHECK_FALSE(elsewhere());
    site.device(there).at = {6.1, 0};
    CHECK(elsewhere());
}

TEST_CASE("the ends of a radio path agree, and no radio gives more than it has", "[right]") {
    HeadEnd site;
    const std::string a = site.unit("radio-5-ptp", {0, 0}, site.office);
    const std::string b = site.unit("radio-5-ptp", {400, 0});
    site.device(a).height_m = site.device(b).height_m = 8;
    const std::string camera = site.unit("cam-fixed-4mp", {401, 0});
    const Kind& radio = *site.catalogue.find("radio-5-ptp");
    std::string air, lan;
    for (const PortKind& port : radio.ports) (port.medium == Medium::radio ? air : lan) = port.id;
    site.cable(site.sw, "1", a, lan.c_str(), "patch-24");
    site.cable(a, air.c_str(), b, air.c_str(), "air");
    const auto notes = [&](const std::string&) {
        std::set<Note> out;
        // Another camera's run over it is judged the same way: by the far radio's own port.
        const Network net = lay_out(site.site, site.catalogue);
        for (const RunAssessment& run : assess(net).runs) {
            for (const Check& check : run.checks) {
                if (check.verdict == Verdict::fails) out.insert(check.note);
            }
        }
        return out;
    };
    const std::string injector = site.unit("inj-30", {401, 1});
    site.cable(b, lan.c_str(), injector, "in", "patch-24");
    site.cable(injector, "out", camera, "lan", "patch-24");
    site.device(a).channel = 36;
    CHECK_FALSE(notes(camera).contains(Note::other_channel));
    site.device(b).channel = 36;
    CHECK_FALSE(notes(camera).contains(Note::other_channel));
    site.device(b).channel = 40;
    CHECK(notes(camera).contains(Note::other_channel));
    site.device(b).channel = 36;
    site.device(a).transmit_dbm = radio.radio->transmit_dbm;
    CHECK_FALSE(notes(camera).contains(Note::past_transmit));
    const auto level = [&] {
        const Network net = lay_out(site.site, site.catalogue);
        for (const NetLink& link : net.links) {
            if (link.medium() == Medium::radio) return radio_path(net, link).received_dbm;
        }
        return 0.0;
    };
    const double most_dbm = level();
    site.device(a).transmit_dbm = site.device(b).transmit_dbm = radio.radio->transmit_dbm + 1;
    CHECK(notes(camera).contains(Note::past_transmit));
    CHECK(level() == most_dbm);
}

TEST_CASE("multimode at 10 Gb/s goes a tenth as far", "[right]") {
    CHECK(multimode_reach_m(FibreType::om1, 850, 10000) == 33);
    CHECK(multimode_reach_m(FibreType::om2, 850, 10000) == 82);
    CHECK(multimode_reach_m(FibreType::om3, 850, 10000) == 300);
    CHECK(multimode_reach_m(FibreType::om4, 850, 10000) == 400);
    CHECK(multimode_reach_m(FibreType::om3, 1310, 10000) == 220);
    CHECK(multimode_reach_m(FibreType::om1, 850, 1000) == 275);
    CHECK(multimode_reach_m(FibreType::om3, 850, 1000) == 550);
}

TEST_CASE("sums know what cables and pictures are called", "[right]") {
    const auto same = [](const char* a, const char* b) {
        const Result<Sum> first = quick_sum(a, UnitSystem::metric);
        const Result<Sum> second = quick_sum(b, UnitSystem::metric);
        INFO(a << " and " << b);
        REQUIRE(first);
        REQUIRE(second);
        CHECK(first->answer == second->answer);
    };
    same("drop cat5e 120 m 13 W 54 V", "drop 24awg 120 m 13 W 54 V");
    same("drop cat6 120 m 13 W 54 V", "drop 23awg 120 m 13 W 54 V");
    same("reach cat6a 13 W 50 V", "reach 23awg 13 W 50 V");
    // A gauge that is stated counts.
    same("drop cat6 24awg 120 m 13 W 54 V", "drop 24awg 120 m 13 W 54 V");
    same("bitrate 1080p 20 fps h265", "bitrate 2.0736 mp 20 fps h265");
    same("bitrate 4k 20 fps h264", "bitrate 8.2944 mp 20 fps h264");
    same("fibre 1 mile os2", "fibre 1609.344 m os2");
    same("radio 2 miles 5.8 GHz", "radio 3218.688 m 5.8 GHz");
    CHECK_FALSE(quick_sum("bitrate 999p 20 fps", UnitSystem::metric));
    CHECK_FALSE(quick_sum("drop cat9 120 m 13 W 54 V", UnitSystem::metric));
}

TEST_CASE("of two feeds the one of more volts carries the load, however the file is ordered",
          "[right]") {
    HeadEnd site;
    const std::string camera = site.unit("cam-fixed-4mp", {40, 0});
    site.cable(site.sw, "1", camera, "lan");
    const std::string adapter = site.unit("adapter-12", {40, 1});
    site.cable(adapter, "out", camera, "dc", "dc-lead-18");
    Site other = site.site;
    std::reverse(other.devices.begin(), other.devices.end());
    const auto feeder = [](const Site& of) {
        const Catalogue catalogue = catalogue_for(of);
        const Network net = lay_out(of, catalogue);
        for (DeviceNumber device : net.cameras) {
            if (net.fed_by[device].device) return net.device(net.fed_by[device].device).id;
        }
        return std::string();
    };
    CHECK(feeder(site.site) == site.sw);
    CHECK(feeder(other) == site.sw);
    // Without the switch's cable it is the adapter.
    std::erase_if(other.links, [&](const Link& link) { return link.a.device == site.sw; });
    CHECK(feeder(other) == adapter);
}

TEST_CASE("one fault of a run does not hide the next", "[right]") {
    Site site = site_with_run({.lengths_m = {130, 140}, .in_line = "rep-1"});
    const Judged judged = judge_site(site);
    std::set<std::string> failing;
    std::set<std::pair<CheckId, std::string>> all;
    for (const Check& check : judged.run().checks) {
        CHECK(all.insert({check.id, check.subject}).second);
        if (check.id == CheckId::link_length && check.verdict == Verdict::fails)
            failing.insert(check.subject);
    }
    CHECK(failing.size() == 2);
    // The first of a kind is the worst; what holds is told once.
    CHECK(check_of(judged.run(), CheckId::link_length).value == 140);
    site = site_with_run({.lengths_m = {70, 80}, .in_line = "rep-1"});
    int lengths = 0;
    const Judged short_enough = judge_site(site);
    for (const Check& check : short_enough.run().checks)
        lengths += check.id == CheckId::link_length;
    CHECK(lengths == 1);
}

TEST_CASE("a bridge carries half of its rate on the air", "[right]") {
    const auto cameras = [](const char* line) {
        return quick_sum(line, UnitSystem::metric)->answer;
    };
    CHECK(cameras("link 867 Mb/s 7.5 Mb/s") == 80);
    CHECK(cameras("link bridge 867 Mb/s 7.5 Mb/s") == 40);
    CHECK(cameras("link radio 867 Mb/s 7.5 Mb/s") == 40);
}
