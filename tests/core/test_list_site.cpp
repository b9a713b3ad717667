// SPDX-License-Identifier: GPL-3.0-or-later
// A list of names, kinds and metres is a site: cameras that stand on no plan.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "core/choose/list_site.h"
#include "core/choose/proposal.h"
#include "core/design/design.h"
#include "core/edits/edits.h"
#include "core/sheet/camera_list.h"
#include "core/format/site_json.h"
#include "core/parts/parts.h"
#include "core/prove/cards.h"
#include "core/site/site_problems.h"
#include "phrase/error_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

CsvImport take(const std::string& list, const Site& site = bare_site()) {
    return import_cameras(site, shipped_catalogue(), list);
}

double run_m(const Judged& judged, const std::string& camera) {
    return judged.run(camera).length_m;
}

}  // namespace

TEST_CASE("a list of names and metres alone is a site", "[list]") {
    const CsvImport import = take(
        "Camera;Type;Metres\n"
        "Gate;Fixed bullet, 4 MP, 30 m infrared;62\n"
        "Yard;cam-fixed-2mp;88,5\n"
        "Quay;;170\n"
        "Mole;;330\n");
    CHECK(import.lines.empty());
    REQUIRE(import.added.size() == 4);
    CHECK(find_problems(import.site, shipped_catalogue()).empty());
    const Judged judged = judge_site(import.site);
    CHECK(judged.assessment.summary.fails == 0);
    CHECK(judged.assessment.summary.unknown == 0);
    CHECK(find_device(import.site, "K01")->kind == "cam-fixed-4mp");
    CHECK(find_device(import.site, "K02")->kind == "cam-fixed-2mp");
    CHECK(run_m(judged, "K01") == Approx(62));
    CHECK(run_m(judged, "K02") == Approx(88.5));
    // Beyond one length whatever is laid has the stated metres, in part and whole.
    CHECK(run_m(judged, "K03") == Approx(170).margin(0.1));
    CHECK(run_m(judged, "K04") == Approx(330).margin(10));
    CHECK(judged.run("K04").length_m > 300);
    // Priced, carded, kept.
    CHECK(wiring_cards(lay_out(import.site, shipped_catalogue())).size() == 4);
    CHECK(total_price(count_parts(lay_out(import.site, shipped_catalogue()))) > 1000);
    const Result<Site> again = read_site(write_site(import.site));
    REQUIRE(again);
    CHECK(*again == import.site);
}

TEST_CASE("metres that were stated bind every way, until the camera is put on the plan", "[list]") {
    for (double metres : {60.0, 97.0, 130.0, 240.0, 600.0}) {
        Site site = take(fmt::format("name,length\nGate,{}\n", metres)).site;
        INFO(metres);
        int built = 0;
        for (const Proposal& way : propose_ways(site, shipped_catalogue(), "K01")) {
            CHECK((way.way != WayId::radio_bridge || way.cannot == Cannot::not_on_plan));
            if (!way.built) continue;
            ++built;
            double laid_m = 0;
            for (const BuildHop& hop : way.build) laid_m += hop.length_m;
            // Leads beside a unit come on top.
            CHECK(laid_m > metres - 0.2);
            CHECK(laid_m < metres + 60);
        }
        CHECK(built >= 2);
    }
    // Without a cable the statement stands; what is measured then is the truth.
    Site far = take("name,length\nGate,9000\n").site;
    CHECK(judge_site(far).run("K01").decisive()->value == Approx(9000));
    Site near = take("name,length\nGate,70\n").site;
    near = *set_measured_length(near, near.links.back().id, 90);
    const auto direct = build_ways(near, shipped_catalogue(), "K01", {WayId::direct_copper});
    CHECK(direct.front().build.front().length_m == Approx(90).margin(0.1));
    const Site placed = *move_object(near, "K01", {40, 0});
    CHECK(find_device(placed, "K01")->stated_run_m == 0);
}

TEST_CASE("the stated metres begin anywhere in the equipment room", "[list]") {
    Site site = take("name,length\nGate,70\n").site;
    Place& room = site.places.front();
    room.width_m = 80;
    room.depth_m = 60;
    const std::string sw = site.devices.front().id;
    site = *move_object(site, sw, {38, -28});
    site = *remove_object(site, shipped_catalogue(), site.links.back().id);
    const auto direct = build_ways(site, shipped_catalogue(), "K01", {WayId::direct_copper});
    CHECK(direct.front().build.front().length_m == Approx(70).margin(0.1));
}

TEST_CASE("a list of many hundreds is laid as well", "[list]") {
    std::string list = "name,length\n";
    for (int i = 1; i <= 300; ++i) list += fmt::format("Camera {},{}\n", i, i % 30 ? 40 : 150);
    const CsvImport import = take(list);
    const Judged judged = judge_site(import.site);
    CHECK(judged.assessment.summary.fails == 0);
    CHECK(judged.assessment.summary.unknown == 0);
}

TEST_CASE("nothing of a list is taken for near anything else", "[list]") {
    std::string list = "name,length\n";
    for (int i = 1; i <= 40; ++i) list += fmt::format("Camera {},{}\n", i, 20 + 2 * i);
    const CsvImport import = take(list);
    REQUIRE(import.added.size() == 40);
    const Judged judged = judge_site(import.site);
    CHECK(judged.assessment.summary.holds + judged.assessment.summary.tight == 40);
    // Ports, watts and recorder channels were bought for all of them.
    for (const UnitAssessment& unit : judged.assessment.units) {
        INFO(unit.device);
        CHECK(unit.verdict != Verdict::fails);
    }
    for (const Check& check : judged.assessment.site_checks) CHECK(check.verdict != Verdict::fails);
    for (const Proposal& way : propose_ways(import.site, shipped_catalogue(), "K17"))
        CHECK((way.way != WayId::shared_cable || !way.built));
}

TEST_CASE("rows without headings are taken by what stands in them", "[list]") {
    const CsvImport pasted = take("Gate\tcam-dome-4mp\t45\nYard\tcam-fixed-2mp\t90\n");
    CHECK(pasted.lines.empty());
    REQUIRE(pasted.added.size() == 2);
    CHECK(find_device(pasted.site, "K01")->name == "Gate");
    CHECK(find_device(pasted.site, "K01")->kind == "cam-dome-4mp");
    CHECK(find_device(pasted.site, "K02")->stated_run_m == 90);
    const CsvImport lines = take("name,length\nGate,\nYard,abc\nQuay,-3\nMole,50\n");
    CHECK(lines.added.size() == 1);
    REQUIRE(lines.lines.size() == 3);
    CHECK(sentence(lines.lines[0]).find("line 2") != std::string::npos);
    // Half a place is none, and says which half.
    const CsvImport half = take("name,x,length\nGate,3,50\n");
    CHECK(half.added.empty());
    CHECK(half.lines.size() == 1);
}

TEST_CASE("a list comes beside a plan that stands", "[list]") {
    const Site site = copper_site();
    const CsvImport import = take("name,length\nStore,40\n", site);
    REQUIRE(import.added.size() == 1);
    CHECK(import.site.places.size() == site.places.size());
    const Judged before = judge_site(site), after = judge_site(import.site);
    for (const RunAssessment& run : before.assessment.runs)
        CHECK(after.run(run.camera).verdict == run.verdict);
    CHECK(run_m(after, import.added.front()) == Approx(40));
    const Device& listed = *find_device(import.site, import.added.front());
    for (const Device& device : site.devices) CHECK(distance_m(device.at, listed.at) > 300);
}
