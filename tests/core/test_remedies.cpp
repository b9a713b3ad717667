// SPDX-License-Identifier: GPL-3.0-or-later
// Small changes to a run as it lies, and the workings that stand behind the checks.
#include <catch2/catch.hpp>

#include <cmath>

#include "core/assess/check_table.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "phrase/way_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

std::vector<Proposal> remedies_of(const Site& site) {
    return propose_remedies(site, catalogue_for(site), "K01");
}

const Proposal* find_remedy(const std::vector<Proposal>& proposals, RemedyKind kind) {
    for (const Proposal& proposal : proposals) {
        if (proposal.remedy == kind) return &proposal;
    }
    return nullptr;
}

Site with_protectors(Site site) {
    site.links.front().a.protector = "surge-100";
    site.links.back().b.protector = "surge-100";
    return site;
}

}  // namespace

TEST_CASE("copper-clad cable is replaced by copper of its gauge and jacket", "[remedies]") {
    const Site site =
        with_protectors(site_with_run({.cable = "cat6-clad-23-out", .lengths_m = {60}}));
    const std::vector<Proposal> remedies = remedies_of(site);
    const Proposal* copper = find_remedy(remedies, RemedyKind::solid_copper);
    REQUIRE(copper);
    CHECK(copper->verdict == Verdict::holds);
    const Site mended = with_change(site, copper->change);
    CHECK(mended.links.front().cable == "cat6-solid-23-out");
    CHECK(mended.devices == site.devices);
    CHECK(*mended.links.front().measured_length_m == 60);
}

TEST_CASE("an indoor unit outdoors gets a box that stands the place", "[remedies]") {
    Site site = with_protectors(site_with_run({.lengths_m = {40, 40}, .in_line = "rep-1"}));
    const std::vector<Proposal> remedies = remedies_of(site);
    const Proposal* box = find_remedy(remedies, RemedyKind::fit_enclosure);
    REQUIRE(box);
    const Site sheltered = with_change(site, box->change);
    CHECK(find_device(sheltered, "R1")->enclosure == "box-outdoor");
    find_device(site, "R1")->surroundings = Surroundings::wet;
    const std::vector<Proposal> wet = remedies_of(site);
    REQUIRE(find_remedy(wet, RemedyKind::fit_enclosure));
    const Site boxed = with_change(site, find_remedy(wet, RemedyKind::fit_enclosure)->change);
    CHECK(find_device(boxed, "R1")->enclosure == "box-wet");
}

TEST_CASE("a long setting is turned on where that mends the length", "[remedies]") {
    Site site = with_protectors(site_with_run({.camera = "cam-fixed-2mp", .lengths_m = {180}}));
    find_device(site, "K01")->camera->bit_rate_mbps = 3;
    const std::vector<Proposal> remedies = remedies_of(site);
    const Proposal* on = find_remedy(remedies, RemedyKind::turn_long_setting_on);
    REQUIRE(on);
    CHECK(on->verdict == Verdict::holds);
    const Site set_long = with_change(site, on->change);
    CHECK(find_device(set_long, "SW1")->long_groups == std::set<int>{1});
    // Under the standard's rule it mends nothing, so it is not offered.
    site.settings.school = School::standard;
    CHECK_FALSE(find_remedy(remedies_of(site), RemedyKind::turn_long_setting_on));
}

TEST_CASE("a stronger port at the same place is found", "[remedies]") {
    Site site = with_protectors(
        site_with_run({.unit = "sw-4-af", .camera = "cam-ptz-ir", .lengths_m = {40}}));
    site = add_device(site, shipped_catalogue(), "sw-8-at-120", {1, 1})->site;
    find_device(site, "SW2")->place = find_device(site, "SW1")->place;
    const std::vector<Proposal> remedies = remedies_of(site);
    const Proposal* moved = find_remedy(remedies, RemedyKind::move_port);
    REQUIRE(moved);
    CHECK(moved->detail == "SW2.1");
    CHECK(moved->verdict != Verdict::fails);
    // At another place it would not be the same cable.
    find_device(site, "SW2")->place = "";
    CHECK_FALSE(find_remedy(remedies_of(site), RemedyKind::move_port));
}

TEST_CASE("where one change is not enough they come together", "[remedies]") {
    const Site site = site_with_run({.cable = "cat6-clad-23-out", .lengths_m = {60}});
    bool together = false;
    for (const Proposal& proposal : remedies_of(site)) {
        if (proposal.verdict == Verdict::holds) together = true;
    }
    CHECK(together);
}

TEST_CASE("no remedy makes a run worse, and each is a sound site", "[remedies]") {
    const Site demo = copper_site();
    const Catalogue catalogue = catalogue_for(demo);
    const Judged before = judge_site(demo);
    for (const RunAssessment& run : before.assessment.runs) {
        for (const Proposal& proposal : propose_remedies(demo, catalogue, run.camera)) {
            INFO(run.camera << " " << static_cast<int>(*proposal.remedy));
            CHECK(proposal.run.verdict <= run.verdict);
            const Site mended = with_change(demo, proposal.change);
            CHECK(find_problems(mended, catalogue).empty());
            CHECK(judge_site(mended).run(run.camera).verdict == proposal.run.verdict);
        }
    }
}

TEST_CASE("the last step of a working is the value of its check", "[working]") {
    const Judged demo = judge_site(copper_site(), {std::nullopt, true});
    int compared = 0;
    for (const RunAssessment& run : demo.assessment.runs) {
        for (const Check& check : run.checks) {
            if (std::isnan(check.value) || check.working.empty()) continue;
            INFO(run.camera << " " << id_of(check.id));
            switch (check.id) {
                case CheckId::camera_voltage:
                case CheckId::device_voltage:
                case CheckId::port_power:
                case CheckId::pair_current:
                    CHECK(check.working.back().result == Approx(check.value));
                    CHECK(check.working.back().unit == check.unit);
                    ++compared;
                    break;
                case CheckId::link_rate:
                    CHECK(check.working.back().result == Approx(check.value));
                    ++compared;
                    break;
                default: break;
            }
        }
    }
    CHECK(compared > 60);
    for (const UnitAssessment& unit : demo.assessment.units) {
        for (const Check& check : unit.checks) {
            if (check.id == CheckId::switch_power)
                CHECK(check.working.back().result == Approx(check.value));
        }
    }
}

TEST_CASE("a working says what it does where the line collapses", "[working]") {
    const Judged judged = judge_site(site_with_run({.lengths_m = {900}, .draw = {12, 11, 0, 0, 0}}),
                                     {std::nullopt, true});
    const Check& check = check_of(judged.run(), CheckId::camera_voltage);
    REQUIRE(check.note == Note::collapses);
    const Step& last = check.working.back();
    CHECK(last.formula.find("V² ÷ 4R") != std::string::npos);
    CHECK(last.unit == Unit::watt);
    // What the line could carry is less than what the camera wants.
    CHECK(last.result < 23);
    CHECK(step_result(last, UnitSystem::metric).find(" W") != std::string::npos);
}

TEST_CASE("a long 10 Mb/s run says how far past 10BASE-T it is", "[working]") {
    Site site = site_with_run({.camera = "cam-fixed-2mp", .lengths_m = {240}});
    find_device(site, "SW1")->long_groups.insert(1);
    const Judged judged = judge_site(site, {std::nullopt, true});
    const Check& check = check_of(judged.run(), CheckId::link_length);
    bool said = false;
    for (const Step& step : check.working)
        said = said || step.formula.find("10BASE-T") != std::string::npos;
    CHECK(said);
}
