// SPDX-License-Identifier: GPL-3.0-or-later
// Facts of the trade, common practice: the whole chain from catalogue to verdict must give them.
#include <catch2/catch.hpp>

#include <cmath>

#include "core/assess/port_feed.h"
#include "core/format/site_json.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// Volts at the end of a chain, or NaN where it collapses.
double end_volts(const Site& site, Condition condition) {
    const Judged judged = judge_site(site, {condition, false});
    return check_of(judged.run(), CheckId::camera_voltage).value;
}

}  // namespace

TEST_CASE("fact 1: 500 m from a 15.4 W port works by day and restarts with infrared on",
          "[reference][facts]") {
    // An extender pair passes the power through: the line is 500 m of 24 AWG on one port. The pair
    // itself comes with its way; the feed is the same, so the port and its power are judged here.
    RunSpec spec{.unit = "sw-4-af", .lengths_m = {500}, .draw = {5.5, 6.0, 0, 0, 0}};
    Site site = site_with_run(spec);
    site.settings.source_volts = SourceVolts::nominal;
    const Judged day = judge_site(site, {Condition::day, false});
    CHECK(check_of(day.run(), CheckId::port_power).verdict != Verdict::fails);
    CHECK(check_of(day.run(), CheckId::camera_voltage).verdict != Verdict::fails);
    const Judged night = judge_site(site, {Condition::night, false});
    const Check& power = check_of(night.run(), CheckId::port_power);
    CHECK(power.verdict == Verdict::fails);
    CHECK(power.value > 15.4);
    // A 30 W port gives it: the load runs, with a third of the power lost in the cable.
    spec.unit = "sw-8-at-120";
    Site cured = site_with_run(spec);
    cured.settings.source_volts = SourceVolts::nominal;
    const Judged better = judge_site(cured, {Condition::night, false});
    CHECK(check_of(better.run(), CheckId::port_power).verdict != Verdict::fails);
    CHECK(end_volts(cured, Condition::night) > pd_off_volts);
}

TEST_CASE("fact 2: seven pass-through repeaters from 57 V make about 1.5 km",
          "[reference][facts]") {
    // Eight lengths of 190 m on 23 AWG, a small camera, the long-hop repeater.
    RunSpec spec{.camera = "cam-mini-3w",
                 .cable = "cat6-solid-23-out",
                 .lengths_m = std::vector<double>(8, 190),
                 .in_line = "rep-1-long"};
    const auto feed_of = [&](double source_v) {
        Site site = site_with_run(spec);
        const Catalogue& catalogue = shipped_catalogue();
        const Network net = lay_out(site, catalogue);
        std::vector<FeedNode> nodes =
            solve_port(net, net.runs.front().outs[0], Condition::day)[0].nodes;
        return solve_feed(source_v, nodes);
    };
    const FeedSolution from57 = feed_of(57);
    REQUIRE(from57.stands);
    CHECK(from57.volts.back() > 37);
    CHECK(judge_site(site_with_run(spec)).run().length_m == Approx(1520));
    // The same from 24 V: only about 210 m more than nothing; a chain of this length collapses.
    CHECK_FALSE(feed_of(24).stands);
    spec.lengths_m = {105, 105};
    const FeedSolution from24 = feed_of(24);
    REQUIRE(from24.stands);
    CHECK(from24.volts.back() > 20);
}

TEST_CASE("fact 2: fed from both ends with PoE off on the middle link, fourteen make 3 km",
          "[reference][facts]") {
    // Two chains of seven, back to back: each end feeds its own half, and no source sees the other.
    const Catalogue& catalogue = shipped_catalogue();
    RunSpec spec{.camera = "cam-mini-3w",
                 .cable = "cat6-solid-23-out",
                 .lengths_m = std::vector<double>(8, 190),
                 .in_line = "rep-1-long"};
    Site site = site_with_run(spec);
    // The camera's place is taken by the far chain: the last repeater passes data, its power is
    // off.
    Result<Site> cut = remove_object(site, catalogue, "K01");
    REQUIRE(cut);
    find_device(*cut, "R7")->power_off_ports.insert("out");
    Result<Added> far = add_device(*cut, catalogue, "sw-8-at-120", {3040, 0});
    REQUIRE(far);
    Site both = far->site;
    std::string from = far->id, port = "1";
    for (int i = 0; i < 7; ++i) {
        Result<Added> repeater =
            add_device(both, catalogue, "rep-1-long", {3040 - 190.0 * (i + 1), 0});
        Result<Added> link = connect(repeater->site, catalogue, "cat6-solid-23-out",
                                     {from, port, 0, ""}, {repeater->id, "in", 0, ""});
        REQUIRE(link);
        both = *set_measured_length(link->site, link->id, 190);
        from = repeater->id;
        port = "out";
    }
    find_device(both, from)->power_off_ports.insert("out");
    Result<Added> middle =
        connect(both, catalogue, "cat6-solid-23-out", {"R7", "out", 0, ""}, {from, "out", 0, ""});
    REQUIRE(middle);
    CHECK(find_problems(middle->site, catalogue).empty());
    // With the power left on in the middle the two sources meet, and that is refused.
    Site wrong = middle->site;
    find_device(wrong, "R7")->power_off_ports.clear();
    find_device(wrong, from)->power_off_ports.clear();
    REQUIRE_FALSE(find_problems(wrong, catalogue).empty());
    CHECK(find_problems(wrong, catalogue).front().code == ErrorCode::two_sources);
    // Each half stands by itself, down to its last repeater.
    const Network net = lay_out(middle->site, catalogue);
    double whole_m = 0;
    for (const NetLink& link : net.links) whole_m += link.length_m;
    CHECK(whole_m > 2600);
    for (const char* unit : {"SW1", "SW2"}) {
        for (DeviceNumber device : net.kinds.numbers()) {
            if (net.device(device).id != unit) continue;
            const PortFeed feed = solve_port(net, {device, PortNumber(0)}, Condition::day)[0];
            REQUIRE(feed.solution.stands);
            CHECK(feed.nodes.size() == 8);
            CHECK(feed.solution.volts.back() > 22);
        }
    }
}

TEST_CASE("fact 3: nine repeaters on ten 100 m lengths run a small camera from a class 4 port",
          "[reference][facts]") {
    Site site = site_with_run({.camera = "cam-mini-3w",
                               .cable = "cat5e-solid-24-out",
                               .lengths_m = std::vector<double>(10, 100),
                               .in_line = "rep-1-out"});
    site.settings.source_volts = SourceVolts::nominal;
    const Judged judged = judge_site(site);
    for (CheckId id : {CheckId::camera_voltage, CheckId::device_voltage, CheckId::port_power,
                       CheckId::chain_count, CheckId::pair_current}) {
        INFO(id_of(id));
        CHECK(check_of(judged.run(), id).verdict != Verdict::fails);
    }
    CHECK(check_of(judged.run(), CheckId::chain_count).value == 9);
}

TEST_CASE("fact 4: a 95 W injector leaves about 71 W after 100 m over four pairs",
          "[reference][facts]") {
    // The least volts of type 4 and the standard's design loop: 6.25 ohm over four pairs.
    CHECK(pd_power_w(90, 52, 6.25) == Approx(71.3).margin(0.1));
    // On real 23 AWG cable there is more left; on the worst permitted cable it is between the two.
    const double real_w = pd_power_w(95, 52, feed_loop_ohm({23}, 100, 4, 20));
    CHECK(real_w > 71);
    CHECK(real_w < 95);
    RunSpec spec{.unit = "inj-90",
                 .port = "out",
                 .camera = "cam-ptz-60w",
                 .cable = "cat6-solid-23-out",
                 .lengths_m = {100},
                 .draw = {71, 0, 0, 0, 0}};
    const Judged judged = judge_site(site_with_run(spec), {Condition::day, false});
    CHECK(check_of(judged.run(), CheckId::port_power).value < 90);
}

TEST_CASE("fact 7: 183 m powers but does not link in the normal setting, and links in the long one",
          "[reference][facts]") {
    Site site = site_with_run({.camera = "cam-fixed-2mp", .lengths_m = {183}});
    find_device(site, "K01")->camera->bit_rate_mbps = 3;
    const Judged normal = judge_site(site);
    CHECK(check_of(normal.run(), CheckId::camera_voltage).verdict == Verdict::holds);
    CHECK(check_of(normal.run(), CheckId::link_length).verdict == Verdict::fails);
    find_device(site, "SW1")->long_groups.insert(1);
    const Judged set_long = judge_site(site);
    CHECK(check_of(set_long.run(), CheckId::link_length).verdict == Verdict::holds);
    CHECK(check_of(set_long.run(), CheckId::link_rate).verdict == Verdict::holds);
    CHECK(check_of(set_long.run(), CheckId::link_rate).limit == Approx(10));
}

TEST_CASE("fact 8: draws by kind of camera, and eight 30 W ports on 120 to 130 W",
          "[reference][facts]") {
    const auto night_w = [](const char* kind) {
        return camera_power_w(shipped_catalogue().find(kind)->camera->draw, Condition::night);
    };
    for (const char* fixed : {"cam-fixed-2mp", "cam-fixed-4mp", "cam-dome-4mp"}) {
        INFO(fixed);
        CHECK(night_w(fixed) >= 4.5);
        CHECK(night_w(fixed) <= 9);
    }
    for (const char* zoom : {"cam-zoom-4mp", "cam-zoom-8mp"}) {
        CHECK(night_w(zoom) >= 9);
        CHECK(night_w(zoom) <= 13);
    }
    CHECK(night_w("cam-ptz-ir") >= 15);
    CHECK(night_w("cam-ptz-ir") <= 30);
    CHECK(night_w("cam-ptz-60w") > 45);
    // Eight usual cameras on 120 W: enough by what they draw.
    Site site = bare_site();
    site = add_device(site, shipped_catalogue(), "sw-8-at-120", {0, 0})->site;
    for (int i = 0; i < 8; ++i) {
        Result<Added> camera = add_device(site, shipped_catalogue(),
                                          i < 6 ? "cam-fixed-4mp" : "cam-zoom-4mp", {40, i * 5.0});
        site = connect_devices(camera->site, shipped_catalogue(), {"SW1", camera->id},
                               "cat5e-solid-24-out")
                   ->site;
    }
    const Judged judged = judge_site(site);
    const UnitAssessment& unit = *judged.assessment.unit("SW1");
    CHECK(unit.greatest_w < 120);
    CHECK(8 * 30 > unit.budget_w);
}

TEST_CASE(
    "fact 9: a 36 V load runs over 30 m of solid 24 AWG and not over long or copper-clad cable",
    "[reference][facts]") {
    // Passive feeding over one pair: a PTZ of 24 W that stops below 32 V.
    const auto volts = [](double length_m, ConductorMaterial material) {
        const double loop_ohm = feed_loop_ohm({24, material}, length_m, 1, 20);
        const FeedSolution solution = solve_feed(36, {{}, {0, loop_ohm, 24, 0, 0}});
        return solution.stands ? solution.volts[1] : 0.0;
    };
    CHECK(volts(30, ConductorMaterial::copper) > 32);
    CHECK(volts(60, ConductorMaterial::copper) < 30);
    CHECK(volts(30, ConductorMaterial::copper_clad_aluminium) <
          volts(30, ConductorMaterial::copper) - 2);
    CHECK(volts(120, ConductorMaterial::copper) == 0);
}
