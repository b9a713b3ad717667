// SPDX-License-Identifier: GPL-3.0-or-later
// Each check, just inside and just outside its limit.
#include <catch2/catch.hpp>

#include <cmath>

#include "core/assess/check_table.h"
#include "core/assess/profile.h"
#include "core/assess/unit_checks.h"
#include "core/format/site_json.h"
#include "phrase/check_text.h"
#include "support/builder.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double milliwatt = 1e-3;  // what the feed solver promises

Check check_in(const RunSpec& spec, CheckId id, School school = School::maker_rated) {
    return check_of(judge_site(site_with_run(spec, school), {std::nullopt, true}).run(), id);
}

bool has_check(const RunSpec& spec, CheckId id) {
    return find_check(judge_site(site_with_run(spec)).run().checks, id) != nullptr;
}

}  // namespace

TEST_CASE("every check carries a source, and a working where it has a value", "[assess]") {
    const Judged demo = judge_site(copper_site(), {std::nullopt, true});
    std::set<CheckId> seen;
    for (const RunAssessment& run : demo.assessment.runs) {
        for (const Check& check : run.checks) {
            INFO(run.camera << " " << id_of(check.id));
            seen.insert(check.id);
            CHECK_FALSE(check.source.text.empty());
            if (check.unit == Unit::volt || check.unit == Unit::watt || check.unit == Unit::metre) {
                if (check.id != CheckId::not_connected) CHECK_FALSE(check.working.empty());
            }
            for (const Step& step : check.working) {
                CHECK_FALSE(step.formula.empty());
                CHECK_FALSE(step.source.text.empty());
            }
        }
    }
    for (const UnitAssessment& unit : demo.assessment.units) {
        for (const Check& check : unit.checks) seen.insert(check.id);
    }
    for (CheckId id :
         {CheckId::camera_voltage, CheckId::port_power, CheckId::port_class, CheckId::pair_current,
          CheckId::link_length, CheckId::link_rate, CheckId::chain_count, CheckId::device_voltage,
          CheckId::switch_power, CheckId::uplink_rate, CheckId::port_setting, CheckId::conductor,
          CheckId::surge, CheckId::surroundings, CheckId::not_connected}) {
        INFO(id_of(id));
        CHECK(seen.contains(id));
    }
}

TEST_CASE("without being asked no working is built", "[assess]") {
    const Judged demo = judge_site(copper_site());
    for (const RunAssessment& run : demo.assessment.runs) {
        for (const Check& check : run.checks) CHECK(check.working.empty());
    }
}

TEST_CASE("the demo holds every verdict, on purpose", "[assess]") {
    const Judged demo = judge_site(copper_site());
    CHECK(demo.assessment.summary.holds >= 5);
    CHECK(demo.assessment.summary.tight >= 2);
    CHECK(demo.assessment.summary.fails >= 3);
    CHECK(demo.assessment.summary.unknown == 4);
    CHECK(demo.assessment.runs.size() == 24);
    CHECK(demo.run("K14").decisive()->id == CheckId::camera_voltage);
    CHECK(demo.run("K20").decisive()->id == CheckId::link_rate);
    CHECK(demo.run("K12").decisive()->id == CheckId::port_setting);
    CHECK(demo.run("K16").decisive()->id == CheckId::not_connected);
    const StageFaults faults = stage_faults(demo.assessment);
    CHECK(faults.survey == 4);
    CHECK(faults.reach >= 3);
    CHECK(faults.power >= 1);
}

TEST_CASE("camera-voltage judges the worst condition and the chosen one", "[assess]") {
    RunSpec spec;
    spec.lengths_m = {95};
    spec.draw = {6, 5, 3, 0, 0};
    const Check worst = check_in(spec, CheckId::camera_voltage);
    CHECK(worst.condition == Condition::coldest_night);
    const Judged day = judge_site(site_with_run(spec), {Condition::day, false});
    const Check& by_day = check_of(day.run(), CheckId::camera_voltage);
    CHECK(by_day.value > worst.value);
    CHECK(day.run().camera_w == Approx(6));
}

TEST_CASE("link-length at the limit, with the keep-back", "[assess]") {
    // Indoors at 20 degrees: the limit is 100 m, 95 m less the keep-back.
    Site site = site_with_run({.cable = "cat5e-solid-24", .lengths_m = {95}}, School::standard);
    for (Device& device : site.devices) device.surroundings = Surroundings::indoor;
    const auto verdict_at = [&](double length_m) {
        site.links.front().measured_length_m = length_m;
        return check_of(judge_site(site).run(), CheckId::link_length).verdict;
    };
    CHECK(verdict_at(95) == Verdict::holds);
    CHECK(verdict_at(95.01) == Verdict::tight);
    CHECK(verdict_at(100) == Verdict::tight);
    CHECK(verdict_at(100.01) == Verdict::fails);
    CHECK(verdict_at(0) == Verdict::holds);
}

TEST_CASE("the three schools judge one cable differently, and say so", "[assess]") {
    RunSpec spec{.cable = "extra-reach-22-out", .lengths_m = {280}, .draw = {7.8, 0, 0, 0, 0}};
    spec.port = "1";
    const auto length_of = [&](School school, double length_m) {
        spec.lengths_m = {length_m};
        Site site = site_with_run(spec, school);
        find_device(site, "SW1")->long_groups.insert(1);
        find_device(site, "K01")->camera->bit_rate_mbps = 3;
        return check_of(judge_site(site).run(), CheckId::link_length);
    };
    CHECK(length_of(School::standard, 240).verdict == Verdict::fails);
    CHECK(length_of(School::maker_rated, 240).verdict == Verdict::holds);
    CHECK(length_of(School::maker_rated, 280).verdict == Verdict::fails);
    const Check proven = length_of(School::field_proven, 280);
    CHECK(proven.verdict == Verdict::tight);
    CHECK(proven.note == Note::past_stated_limit);
    CHECK(length_of(School::field_proven, 306).verdict == Verdict::fails);
}

TEST_CASE("link-rate counts what the cameras send", "[assess]") {
    Site site = site_with_run({});
    CameraSettings& settings = *find_device(site, "K01")->camera;
    settings.bit_rate_mbps = 69;
    CHECK(check_of(judge_site(site).run(), CheckId::link_rate).verdict == Verdict::holds);
    settings.bit_rate_mbps = 71;
    CHECK(check_of(judge_site(site).run(), CheckId::link_rate).verdict == Verdict::tight);
    settings.bit_rate_mbps = 101;
    CHECK(check_of(judge_site(site).run(), CheckId::link_rate).verdict == Verdict::fails);
}

TEST_CASE("port-class: does the PSE offer what the PD needs", "[assess]") {
    CHECK(check_in({.unit = "sw-4-af", .camera = "cam-ptz-ir"}, CheckId::port_class).verdict ==
          Verdict::fails);
    CHECK(check_in({.unit = "sw-8-at-120", .camera = "cam-ptz-ir"}, CheckId::port_class).verdict ==
          Verdict::holds);
    // A camera set to draw more than its class asks for a higher one.
    CHECK(check_in({.unit = "sw-4-af", .draw = {14, 0, 0, 0, 0}}, CheckId::port_class).verdict ==
          Verdict::fails);
}

TEST_CASE("port-power takes the loss in the cable along", "[assess]") {
    RunSpec spec{.lengths_m = {90}, .draw = {24, 0, 0, 0, 0}};
    const Check check = check_in(spec, CheckId::port_power);
    CHECK(check.value > 24.5);
    CHECK(check.limit == Approx(30));
    CHECK(check.verdict == Verdict::tight);
    // Exactly by hand: 90 m of 24 AWG over two pairs at -10 degrees.
    const double loop_ohm = feed_loop_ohm({24}, 90, 2, -10);
    const double volts = (50 + std::sqrt(50 * 50 - 4 * loop_ohm * 24)) / 2;
    // The coldest night has the least resistance; the warm day, with the same draw, is the worst.
    const double warm_ohm = feed_loop_ohm({24}, 90, 2, 25);
    const double warm_volts = (50 + std::sqrt(50 * 50 - 4 * warm_ohm * 24)) / 2;
    CHECK(warm_volts < volts);
    CHECK(check.value == Approx(24 / warm_volts * 50).margin(milliwatt));
}

TEST_CASE("pair-current: over four pairs each carries half", "[assess]") {
    RunSpec spec{.unit = "inj-90",
                 .port = "out",
                 .camera = "cam-ptz-60w",
                 .cable = "cat6-solid-23-out",
                 .lengths_m = {60}};
    const Check check = check_in(spec, CheckId::pair_current);
    CHECK(check.limit == Approx(0.96));
    CHECK(check.value < 0.96);
    CHECK(check.value > 0.5);
}

TEST_CASE("chain-count and device-voltage along a chain", "[assess]") {
    RunSpec spec{
        .camera = "cam-mini-3w", .lengths_m = std::vector<double>(10, 80), .in_line = "rep-1-out"};
    CHECK(check_in(spec, CheckId::chain_count).verdict == Verdict::holds);
    CHECK(check_in(spec, CheckId::chain_count).value == 9);
    spec.lengths_m = std::vector<double>(11, 80);
    CHECK(check_in(spec, CheckId::chain_count).verdict == Verdict::fails);
    CHECK(check_in(spec, CheckId::device_voltage).limit == Approx(20));
    spec.lengths_m = {80};
    CHECK_FALSE(has_check(spec, CheckId::chain_count));
}

TEST_CASE("an extender never gives out more than af", "[assess]") {
    RunSpec spec{.camera = "cam-ptz-ir", .lengths_m = {50, 50}, .in_line = "ext-1-1-out"};
    const Check check = check_in(spec, CheckId::port_class);
    CHECK(check.verdict == Verdict::fails);
    CHECK(check.subject == "E1.out");
    spec.camera = "cam-fixed-4mp";
    const Judged judged = judge_site(site_with_run(spec), {std::nullopt, true});
    CHECK(judged.run().verdict != Verdict::fails);
    // Regenerated: what the port gives covers the output over its efficiency and the own draw.
    const Network net = lay_out(judged.site, judged.catalogue);
    const std::vector<PortFeed> feeds = solve_port(net, net.runs.front().outs[0], Condition::night);
    REQUIRE(feeds.size() == 2);
    CHECK(feeds[0].points[1].load_w == Approx(feeds[1].watts() / 0.88 + 1.2));
}

TEST_CASE("an extender with two outputs feeds two cameras", "[assess]") {
    const Catalogue& catalogue = shipped_catalogue();
    Site site =
        site_with_run({.camera = "cam-fixed-2mp", .lengths_m = {60, 40}, .in_line = "ext-1-2-out"});
    Result<Added> second = add_device(site, catalogue, "cam-fixed-2mp", {60, 40});
    REQUIRE(second);
    Result<Added> link =
        connect_devices(second->site, catalogue, {"E1", second->id}, "cat5e-solid-24-out");
    REQUIRE(link);
    const Judged judged = judge_site(link->site);
    CHECK(judged.run("K01").verdict != Verdict::fails);
    CHECK(judged.run("K02").verdict != Verdict::fails);
    const PortAssessment& port = judged.assessment.unit("SW1")->ports.front();
    CHECK(port.cameras == 2);
    CHECK(port.watts > 2 * 5);
    // The shared first length carries both rates.
    const Network net = lay_out(judged.site, judged.catalogue);
    CHECK(net.links.front().load_mbps == Approx(net.bit_rate_mbps.at(0) + net.bit_rate_mbps.at(1)));
}

TEST_CASE("switch-power by each basis, all three shown", "[assess]") {
    Site site = copper_site();
    for (SwitchBasis basis :
         {SwitchBasis::by_class, SwitchBasis::greatest_draw, SwitchBasis::typical}) {
        site.settings.switch_basis = basis;
        const Judged judged = judge_site(site);
        const UnitAssessment& unit = *judged.assessment.unit("SW1");
        const Check& check = *find_check(unit.checks, CheckId::switch_power);
        const auto* totals = std::get_if<UnitTotals>(&check.detail);
        REQUIRE(totals);
        CHECK(totals->by_class_w == Approx(unit.by_class_w));
        const double counted[] = {totals->by_class_w, totals->greatest_draw_w, totals->typical_w};
        CHECK(check.value == counted[static_cast<std::size_t>(basis)]);
        CHECK(unit.by_class_w > unit.greatest_w);
        CHECK(unit.greatest_w > unit.typical_w);
        CHECK(check.verdict == (basis == SwitchBasis::by_class        ? Verdict::fails
                                : basis == SwitchBasis::greatest_draw ? Verdict::tight
                                                                      : Verdict::holds));
    }
}

TEST_CASE("a unit's totals are those of its ports, each at its own worst", "[assess]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const UnitAssessment& unit = *demo.assessment.unit("SW1");
    double counted_w = 0;
    for (const PortAssessment& port : unit.ports) {
        counted_w += port.counted_w(SwitchBasis::by_class);
        CHECK(port.watts >= port.restart_w - milliwatt);
        CHECK(port.watts >= port.day_w - milliwatt);
    }
    CHECK(counted_w == Approx(unit.by_class_w));
    for (Condition condition : all_conditions) {
        const UnitAssessment one = assess_unit(net, DeviceNumber(0), {condition, false});  // SW1
        CHECK(one.greatest_w <= unit.greatest_w + milliwatt);
        CHECK(one.budget_w == unit.budget_w);
    }
}

TEST_CASE("a unit that reserves by class is judged by class whatever the site says", "[assess]") {
    Site site = site_with_run({.unit = "sw-16-at-250-class"});
    site.settings.switch_basis = SwitchBasis::typical;
    const Judged judged = judge_site(site);
    const UnitAssessment& unit = *judged.assessment.unit("SW1");
    CHECK(unit.basis == SwitchBasis::by_class);
    CHECK(find_check(unit.checks, CheckId::switch_power)->note == Note::reserves_by_class);
}

TEST_CASE("a long setting harms its neighbour", "[assess]") {
    Site demo = copper_site();
    CHECK(check_of(judge_site(demo).run("K12"), CheckId::port_setting).other == "SW2.6");
    // Off: nothing to harm, but the run is too long now.
    find_device(demo, "SW2")->long_groups.clear();
    const Judged off = judge_site(demo);
    CHECK_FALSE(find_check(off.run("K12").checks, CheckId::port_setting));
    CHECK(check_of(off.run("K12"), CheckId::link_length).verdict == Verdict::fails);
    CHECK(check_of(off.run("K20"), CheckId::link_rate).verdict == Verdict::holds);
}

TEST_CASE("conductor, surge and surroundings", "[assess]") {
    CHECK(check_in({.cable = "cat5e-clad-24-out"}, CheckId::conductor).verdict == Verdict::fails);
    CHECK(check_in({.cable = "cat5e-stranded-24"}, CheckId::conductor).verdict == Verdict::tight);
    CHECK(check_in({}, CheckId::conductor).verdict == Verdict::holds);
    CHECK(check_in({}, CheckId::surge).verdict == Verdict::tight);
    Site site = site_with_run({});
    site.links[0].a.protector = site.links[0].b.protector = "surge-100";
    CHECK(check_of(judge_site(site).run(), CheckId::surge).verdict == Verdict::holds);
    CHECK(check_in({.camera = "cam-mini-3w"}, CheckId::surroundings).note == Note::indoor_outside);
    CHECK(check_in({.cable = "cat5e-solid-24"}, CheckId::surroundings).note ==
          Note::cable_indoor_outside);
    site.settings.coldest_night_c = -35;
    const Check cold = check_of(judge_site(site).run(), CheckId::surroundings);
    CHECK(cold.note == Note::too_cold);
    CHECK(cold.verdict == Verdict::fails);
    // An enclosure brings its own rating.
    Site boxed = site_with_run({.lengths_m = {40, 40}, .in_line = "rep-1"});
    CHECK(check_of(judge_site(boxed).run(), CheckId::surroundings).verdict == Verdict::fails);
    find_device(boxed, "R1")->enclosure = "box-outdoor";
    CHECK(check_of(judge_site(boxed).run(), CheckId::surroundings).verdict == Verdict::holds);
}

TEST_CASE("a camera that nothing feeds", "[assess]") {
    Site site = site_with_run({});
    find_device(site, "SW1")->power_off_ports.insert("1");
    CHECK(check_of(judge_site(site).run(), CheckId::not_connected).note == Note::power_off);
    CHECK(judge_site(site).run().verdict == Verdict::fails);
    site.links.clear();
    const Judged loose = judge_site(site);
    CHECK(loose.run().verdict == Verdict::unknown);
    const Check& check = check_of(loose.run(), CheckId::not_connected);
    CHECK(check.value == Approx(50));  // to the head end
    CHECK(std::get<CameraNeeds>(check.detail).poe_class == 3);
    // A cable that leads to a plain data port.
    Site data = bare_site();
    data = add_device(data, shipped_catalogue(), "sw-8-data", {0, 0})->site;
    data = add_device(data, shipped_catalogue(), "cam-fixed-4mp", {30, 0})->site;
    data = connect(data, shipped_catalogue(), "cat5e-solid-24", {"SW1", "1", 0, ""},
                   {"K01", "lan", 0, ""})
               ->site;
    CHECK(check_of(judge_site(data).run(), CheckId::not_connected).note == Note::no_feed);
}

TEST_CASE("uplink-rate sums the cameras behind it", "[assess]") {
    const Judged demo = judge_site(copper_site(), {std::nullopt, true});
    const UnitAssessment& unit = *demo.assessment.unit("SW2");
    const Check& uplink = *find_check(unit.checks, CheckId::uplink_rate);
    const Network net = lay_out(demo.site, demo.catalogue);
    double sum_mbps = 0;
    for (CameraNumber camera : net.runs.numbers()) {
        const Run& run = net.runs[camera];
        if (run.fed && net.device(run.outs[0].device).id == "SW2")
            sum_mbps += net.bit_rate_mbps[camera];
    }
    CHECK(uplink.value == Approx(sum_mbps));
    CHECK(uplink.limit == Approx(1000));
}

TEST_CASE("the worst permitted cable is worse than its gauge", "[assess]") {
    Site site = site_with_run({.lengths_m = {95}, .draw = {20, 0, 0, 0, 0}});
    const double by_gauge_v = check_of(judge_site(site).run(), CheckId::camera_voltage).value;
    site.settings.worst_permitted_cable = true;
    const Check& worst = check_of(judge_site(site).run(), CheckId::camera_voltage);
    CHECK(worst.value < by_gauge_v);
    CHECK(worst.note == Note::worst_permitted);
}

TEST_CASE("one run alone is judged as in the whole", "[assess]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    for (CameraNumber camera : net.cameras.numbers()) {
        const RunAssessment alone = assess_run(net, camera);
        const RunAssessment& whole = demo.assessment.runs[camera];
        CHECK(alone.verdict == whole.verdict);
        REQUIRE(alone.checks.size() == whole.checks.size());
        for (std::size_t k = 0; k < alone.checks.size(); ++k) {
            CHECK((alone.checks[k].value == whole.checks[k].value ||
                   std::isnan(alone.checks[k].value)));
        }
    }
}

// What was kept of an assessment is what would be computed.
void same_verdicts(const Assessment& quick, const Assessment& whole) {
    CHECK(quick.summary.fails == whole.summary.fails);
    CHECK(quick.site_checks.size() == whole.site_checks.size());
    for (CameraNumber camera : whole.runs.numbers()) {
        INFO(whole.runs[camera].camera);
        CHECK(quick.runs[camera].verdict == whole.runs[camera].verdict);
        CHECK(quick.runs[camera].length_m == whole.runs[camera].length_m);
        REQUIRE(quick.runs[camera].checks.size() == whole.runs[camera].checks.size());
        for (std::size_t k = 0; k < whole.runs[camera].checks.size(); ++k) {
            const double a = quick.runs[camera].checks[k].value;
            const double b = whole.runs[camera].checks[k].value;
            CHECK((a == b || (std::isnan(a) && std::isnan(b))));
        }
    }
}

TEST_CASE("after a move, what is kept is what would be computed", "[assess]") {
    for (const Site& site : {copper_site(), demo_site()}) {
        const Catalogue catalogue = catalogue_for(site);
        const Network before = lay_out(site, catalogue);
        const Assessment assessed = assess(before);
        for (const Device& device : site.devices) {
            INFO(device.id);
            // Some way off, and into the equipment room, where other rules hold.
            for (const Point to :
                 {Point{device.at.x_m + 37, device.at.y_m - 12}, site.places.front().at}) {
                const Site moved = *move_object(site, device.id, to);
                const Network net = lay_out(moved, catalogue);
                const Assessment quick = assess_again(net, before, assessed);
                const Assessment whole = assess(net);
                same_verdicts(quick, whole);
                for (std::size_t i = 0; i < whole.units.size(); ++i) {
                    CHECK(quick.units[i].greatest_w == whole.units[i].greatest_w);
                    CHECK(quick.units[i].verdict == whole.units[i].verdict);
                }
            }
        }
    }
}

TEST_CASE("with a unit of another kind, what is kept is what would be computed", "[assess]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Network before = lay_out(site, catalogue);
    const Assessment assessed = assess(before);
    int judged = 0;
    for (const Device& device : site.devices) {
        if (catalogue.find(device.kind)->camera) continue;
        for (const char* kind : {"sw-8-at-120", "sw-8-data", "rec-32", "mc-1000-lx", "ext-1-2"}) {
            const Result<Site> other = set_kind(site, catalogue, device.id, kind);
            if (!other) continue;
            INFO(device.id << " as " << kind);
            const Network net = lay_out(*other, catalogue);
            same_verdicts(assess_again(net, before, assessed), assess(net));
            ++judged;
        }
    }
    CHECK(judged > 10);
}

TEST_CASE("the profile agrees with the checks", "[assess][profile]") {
    const Judged demo = judge_site(copper_site(), {std::nullopt, true});
    const Network net = lay_out(demo.site, demo.catalogue);
    for (CameraNumber camera : net.cameras.numbers()) {
        const RunProfile profile = run_profile(net, camera);
        if (profile.feeding_port.empty()) continue;
        INFO(profile.camera);
        const Check& volts = check_of(demo.assessment.runs[camera], CheckId::camera_voltage);
        const auto c = static_cast<std::size_t>(volts.condition);
        CHECK(profile.points.back().in_v[c] == Approx(volts.value));
        CHECK(profile.points.back().min_v == Approx(volts.limit));
        CHECK(profile.length_m == Approx(demo.assessment.runs[camera].length_m));
        CHECK(profile.points.size() == profile.hops.size() + 1);
        const Working working =
            point_working(net, camera, profile.points.size() - 1, volts.condition);
        REQUIRE(working.size() >= 2);
        CHECK(working[working.size() - 2].result == Approx(volts.value));
        CHECK(working.back().result == Approx(profile.points.back().watts[c]));
        const Working hop = hop_working(net, camera, 0, profile.hops[0].condition);
        CHECK(hop.front().result == Approx(profile.hops[0].to_m));
        CHECK(hop.back().result == Approx(profile.hops[0].limit_m));
    }
}

TEST_CASE("a night warmer than the day shortens the strip's reach as it does the check",
          "[assess]") {
    Site site = site_with_run({.cable = "cat5e-solid-24-out", .lengths_m = {90}}, School::standard);
    site.settings.day_c = 20;
    site.settings.night_c = 55;
    const Judged judged = judge_site(site);
    const RunProfile profile = run_profile(lay_out(judged.site, judged.catalogue), CameraNumber(0));
    const Check check = check_of(judged.run(), CheckId::link_length);
    CHECK(check.condition == Condition::night);
    CHECK(profile.hops[0].condition == Condition::night);
    CHECK(profile.hops[0].limit_m == Approx(check.limit));
    CHECK(profile.hops[0].verdict == check.verdict);
}

TEST_CASE("judge: sides, keep lines and rounding", "[assess]") {
    Check check;
    check.limit = 100;
    const auto verdict = [&](double value, double keep, Sense sense) {
        check.value = value;
        check.sense = sense;
        judge(check, keep);
        return check.verdict;
    };
    CHECK(verdict(80, 20, Sense::at_most) == Verdict::holds);
    CHECK(verdict(80 + 1e-12, 20, Sense::at_most) == Verdict::holds);
    CHECK(verdict(80.001, 20, Sense::at_most) == Verdict::tight);
    CHECK(verdict(100, 20, Sense::at_most) == Verdict::tight);
    CHECK(verdict(100.001, 20, Sense::at_most) == Verdict::fails);
    CHECK(verdict(120, 20, Sense::at_least) == Verdict::holds);
    CHECK(verdict(119, 20, Sense::at_least) == Verdict::tight);
    CHECK(verdict(99.9, 20, Sense::at_least) == Verdict::fails);
    // A line that collapses has no volts to count; nothing else may be without a value.
    check.note = Note::collapses;
    CHECK(verdict(std::nan(""), 20, Sense::at_least) == Verdict::fails);
#ifdef NDEBUG
    check.note = Note::none;
    CHECK(verdict(std::nan(""), 20, Sense::at_least) == Verdict::unknown);
    CHECK(verdict(20, std::nan(""), Sense::at_least) == Verdict::unknown);
#endif
}

TEST_CASE("a cable beyond two joints that pass the signal is judged again with the run",
          "[assess]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {60, 0});
    const std::string near = run.unit("inj-30", {58, 0}), far = run.unit("inj-15", {56, 0});
    const std::string own = run.cable(near, "out", camera, "lan");
    run.cable(far, "in", near, "in", "patch-24");
    const std::string beyond = run.cable(far, "out", run.unit("ext-1-2", {20, 0}), "in");
    const auto length = [&](const Assessment& assessment) {
        const RunAssessment* of = assessment.run(camera);
        REQUIRE(of);
        return check_of(*of, CheckId::link_length).value;
    };
    const Network before = lay_out(run.site, run.catalogue);
    const Assessment assessed = assess(before);
    const Result<Site> longer = set_measured_length(run.site, beyond, 55);
    REQUIRE(longer);
    const Network net = lay_out(*longer, run.catalogue);
    CHECK(length(assess(net)) > length(assessed));  // one channel
    CHECK(length(assess_again(net, before, assessed)) == length(assess(net)));
    // A cable on its own still changes nothing.
    CHECK(find_link(*longer, own)->measured_length_m ==
          find_link(run.site, own)->measured_length_m);
}
