// SPDX-License-Identifier: GPL-3.0-or-later
// The site laid out: runs walked whatever way the cables were drawn, loads summed, feeds followed.
#include <catch2/catch.hpp>

#include "core/assess/port_feed.h"
#include "core/format/site_json.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// Every link turned round: a becomes b, pathways and drawn points backwards.
Site turned(Site site) {
    for (Link& link : site.links) {
        std::swap(link.a, link.b);
        std::reverse(link.pathways.begin(), link.pathways.end());
        std::reverse(link.drawn.begin(), link.drawn.end());
    }
    return site;
}

// Two resistances added in another order differ in the last bits.
constexpr double rounding = 1e-9;

DeviceNumber device_number(const Network& net, const std::string& id) {
    for (DeviceNumber device : net.kinds.numbers()) {
        if (net.device(device).id == id) return device;
    }
    FAIL("no device " << id);
    return {};
}

}  // namespace

TEST_CASE("which end a cable was drawn from changes nothing", "[network]") {
    const Site demo = copper_site();
    const Judged as_drawn = judge_site(demo), reversed = judge_site(turned(demo));
    REQUIRE(find_problems(reversed.site, reversed.catalogue).empty());
    for (const RunAssessment& run : as_drawn.assessment.runs) {
        INFO(run.camera);
        const RunAssessment& other = reversed.run(run.camera);
        CHECK(run.verdict == other.verdict);
        CHECK(run.length_m == Approx(other.length_m).margin(rounding));
        REQUIRE(run.checks.size() == other.checks.size());
        for (std::size_t i = 0; i < run.checks.size(); ++i) {
            CHECK(run.checks[i].id == other.checks[i].id);
            if (!std::isnan(run.checks[i].value))
                CHECK(run.checks[i].value == Approx(other.checks[i].value));
        }
    }
}

TEST_CASE("the order of devices and links in the file changes nothing", "[network]") {
    Site demo = copper_site();
    const Judged before = judge_site(demo);
    std::reverse(demo.devices.begin(), demo.devices.end());
    std::rotate(demo.links.begin(), demo.links.begin() + 11, demo.links.end());
    const Judged after = judge_site(demo);
    for (const RunAssessment& run : before.assessment.runs) {
        INFO(run.camera);
        CHECK(after.run(run.camera).verdict == run.verdict);
        CHECK(after.run(run.camera).length_m == Approx(run.length_m));
    }
    for (const UnitAssessment& unit : before.assessment.units) {
        CHECK(after.assessment.unit(unit.device)->greatest_w == Approx(unit.greatest_w));
    }
}

TEST_CASE("a run is walked from the feeding port to the camera", "[network]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    for (const Run& run : net.runs) {
        if (!run.connected) {
            CHECK(run.links.empty());
            continue;
        }
        INFO(net.device(run.camera).id);
        REQUIRE(run.links.size() == run.outs.size());
        REQUIRE(run.links.size() == run.ins.size());
        CHECK(run.ins.back().device == run.camera);
        CHECK(net.port(run.outs.front()).role == PortRole::pse);
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            CHECK(net.across(run.outs[i]) == run.ins[i]);
            CHECK(net.link_at(run.ins[i]) == run.links[i]);
            if (i > 0) CHECK(run.outs[i].device == run.ins[i - 1].device);
        }
    }
}

TEST_CASE("an injector feeds and passes the data on to the switch", "[network]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const Run& roof = net.runs[*[&]() -> std::optional<CameraNumber> {
        for (CameraNumber camera : net.runs.numbers()) {
            if (net.device(net.runs[camera].camera).id == "K24") return camera;
        }
        return std::nullopt;
    }()];
    CHECK(net.device(roof.outs.front().device).id == "INJ1");
    CHECK(roof.fed);
    // Its rate is on the injector's data link and on the switch's uplink, but its watts are not the
    // switch's.
    const UnitAssessment& unit = *demo.assessment.unit("SW1");
    for (const PortAssessment& port : unit.ports) CHECK(port.camera != "K24");
    double through_uplink = 0;
    for (const NetLink& link : net.links) {
        if (link.link->id == "L1") through_uplink = link.load_mbps;
    }
    double sum = 0;
    for (CameraNumber camera : net.runs.numbers()) {
        if (!net.runs[camera].fed) continue;
        const std::string& from = net.device(net.runs[camera].outs.front().device).id;
        if (from == "SW1" || from == "INJ1") sum += net.bit_rate_mbps[camera];
    }
    CHECK(through_uplink == Approx(sum));
}

TEST_CASE("an unknown kind is left out, not fallen over", "[network][bad-input]") {
    Site demo = copper_site();
    demo.devices.front().kind = "no-such-kind";
    demo.links.back().cable = "no-such-cable";
    CHECK_FALSE(find_problems(demo, catalogue_for(demo)).empty());
    const Judged judged = judge_site(demo);
    CHECK(judged.assessment.runs.size() == 24);
}

TEST_CASE("four pairs feed where both ends are class 5 or more", "[network]") {
    const auto pairs = [](const std::string& unit, const std::string& port,
                          const std::string& camera) {
        Site site = site_with_run({.unit = unit, .port = port, .camera = camera});
        const Network net = lay_out(site, shipped_catalogue());
        return solve_port(net, net.runs.front().outs[0], Condition::day)[0].pairs;
    };
    CHECK(pairs("inj-90", "out", "cam-ptz-60w") == 4);
    CHECK(pairs("inj-90", "out", "cam-fixed-4mp") == 2);
    CHECK(pairs("sw-8-at-120", "1", "cam-ptz-60w") == 2);
}

TEST_CASE("worst and nominal volts of the source", "[network]") {
    Site site = site_with_run({});
    const Network worst = lay_out(site, shipped_catalogue());
    CHECK(solve_port(worst, worst.runs.front().outs[0], Condition::day)[0].source_v == 50);
    site.settings.source_volts = SourceVolts::nominal;
    const Network nominal = lay_out(site, shipped_catalogue());
    CHECK(solve_port(nominal, nominal.runs.front().outs[0], Condition::day)[0].source_v == 53);
}

TEST_CASE("draw by condition", "[network]") {
    const CameraDraw draw{5, 3, 2, 1.5, 0.7};
    CHECK(camera_power_w(draw, Condition::day) == Approx(6.5));
    CHECK(camera_power_w(draw, Condition::night) == Approx(9.5));
    CHECK(camera_power_w(draw, Condition::coldest_night) == Approx(11.5));
    CHECK(camera_power_w(draw, Condition::restart) == Approx(10.7));
    CHECK(greatest_camera_power_w(draw) == Approx(11.5));
    CHECK(greatest_camera_power_w({}) == 0);
}

TEST_CASE("cable temperature follows the condition outdoors only", "[network]") {
    Settings settings;
    settings.day_c = 40;
    settings.coldest_night_c = -20;
    settings.indoor_c = 21;
    CHECK(cable_temperature_c(settings, Condition::day, Surroundings::outdoor) == 40);
    CHECK(cable_temperature_c(settings, Condition::restart, Surroundings::wet) == -20);
    for (Condition condition : all_conditions)
        CHECK(cable_temperature_c(settings, condition, Surroundings::indoor) == 21);
}

TEST_CASE("the power of a branch is in the port that feeds it, once", "[network]") {
    const Catalogue& catalogue = shipped_catalogue();
    Site site =
        site_with_run({.camera = "cam-fixed-2mp", .lengths_m = {60, 40}, .in_line = "ext-1-2-out"});
    site = add_device(site, catalogue, "cam-fixed-2mp", {70, 30})->site;
    site = connect_devices(site, catalogue, {"E1", "K02"}, "cat5e-solid-24-out")->site;
    const Network net = lay_out(site, catalogue);
    const std::vector<PortFeed> feeds =
        solve_port(net, {device_number(net, "SW1"), PortNumber(0)}, Condition::night);
    REQUIRE(feeds.size() == 3);
    const Kind& extender = *catalogue.find("ext-1-2-out");
    const double out_w = feeds[1].watts() + feeds[2].watts();
    CHECK(feeds[0].points[1].load_w ==
          Approx(out_w / extender.supply->efficiency + extender.supply->own_draw_w));
    // Energy in equals energy used plus lost: nothing is made on the way.
    for (const PortFeed& feed : feeds) {
        double lost_w = 0;
        for (std::size_t i = 1; i < feed.nodes.size(); ++i) {
            lost_w +=
                feed.solution.current_a[i] * feed.solution.current_a[i] * feed.nodes[i].line_ohm;
        }
        CHECK(feed.watts() == Approx(feed.load_w() + lost_w));
    }
}
