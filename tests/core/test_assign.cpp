// SPDX-License-Identifier: GPL-3.0-or-later
// Assignment, remedies of units, budgets, what-ifs: what they say and that it is so.
#include <catch2/catch.hpp>
#include <cmath>

#include "core/assess/budget.h"
#include "core/assess/data_budget.h"
#include "core/assess/least_volts.h"
#include "core/choose/proposal.h"
#include "core/choose/unit_remedies.h"
#include "core/format/site_json.h"
#include "core/simulate/what_if.h"
#include "phrase/power_text.h"
#include "phrase/way_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// A room with the units, SW1 .. in order, and cameras put on by `plug`.
struct Room {
    Site site = bare_site();
    explicit Room(const std::vector<std::string>& units) {
        Place room;
        room.id = "P1";
        room.head_end = true;
        room.mains = Mains::steady;
        room.width_m = 50;
        room.depth_m = 50;
        site.places.push_back(room);
        for (const std::string& unit : units) {
            Added added = *add_device(site, shipped_catalogue(), unit, {0, 0});
            site = added.site;
            find_device(site, added.id)->place = "P1";
        }
    }
    std::string plug(const std::string& camera, const std::string& unit, const std::string& port,
                     double length_m = 30) {
        Added added = *add_device(site, shipped_catalogue(), camera, {200, 200});
        Added link = *connect(added.site, shipped_catalogue(), "cat6-solid-23-out",
                              {unit, port, 0, ""}, {added.id, "lan", 0, ""});
        site = *set_measured_length(link.site, link.id, length_m);
        return added.id;
    }
    Assignment assigned(const AssignOptions& options = {}) const {
        return assign_ports(site, shipped_catalogue(), options);
    }
};

}  // namespace

TEST_CASE("A camera on a port of too low a class is moved, nothing else is", "[assign]") {
    Room room({"sw-4-af", "sw-8-at-outdoor"});
    room.plug("cam-fixed-4mp", "SW1", "1");
    const std::string ptz = room.plug("cam-ptz-compact", "SW1", "2");
    room.plug("cam-fixed-4mp", "SW2", "1");
    const Assignment found = room.assigned();
    REQUIRE(found.found);
    CHECK(found.proven);
    CHECK(found.inside_keep);
    REQUIRE(found.moves.size() == 1);
    CHECK(found.moves.front() == PortMove{ptz, "SW1", "2", "SW2", "2"});
    const Judged judged = judge_site(found.site);
    CHECK(judged.assessment.summary.fails == 0);
    CHECK(assignment_text(found, {}) == "Moves 1 run; fewer will not do");
    // Done once, there is nothing more to do.
    const Assignment again = assign_ports(found.site, shipped_catalogue());
    CHECK(again.found);
    CHECK_FALSE(again.changes());
}

TEST_CASE("Two plugs change places where no port is free", "[assign]") {
    Room room({"sw-4-af", "sw-8-bt-240"});
    const std::string ptz = room.plug("cam-ptz-compact", "SW1", "1");
    for (int port = 2; port <= 4; ++port) room.plug("cam-fixed-2mp", "SW1", std::to_string(port));
    for (int port = 1; port <= 8; ++port) room.plug("cam-fixed-2mp", "SW2", std::to_string(port));
    const Assignment found = room.assigned();
    REQUIRE(found.found);
    CHECK(found.moves.size() == 2);
    CHECK(find_problems(found.site, shipped_catalogue()).empty());
    CHECK(judge_site(found.site).run(ptz).verdict != Verdict::fails);
}

TEST_CASE("Too few ports of a class are counted", "[assign]") {
    Room room({"sw-4-af", "sw-8-at-outdoor"});
    room.plug("cam-ptz-compact", "SW1", "1");
    for (int port = 1; port <= 8; ++port) room.plug("cam-ptz-compact", "SW2", std::to_string(port));
    const Assignment found = room.assigned();
    CHECK_FALSE(found.found);
    CHECK(found.limit == AssignLimit::ports_of_class);
    CHECK(found.wanted == 9);
    CHECK(found.there == 8);
    CHECK(found.poe_class == 4);
    CHECK(assignment_text(found, {}).starts_with("9 runs need class 4, there are 8 such ports"));
    CHECK(found.site == room.site);
}

TEST_CASE("Watts that no share of runs fits are named", "[assign]") {
    Room room({"sw-8-at-120", "sw-8-at-120"});
    room.site.settings.switch_basis = SwitchBasis::by_class;
    // Ten at 30 W want 300 W of 240 W.
    for (int port = 1; port <= 5; ++port) {
        room.plug("cam-ptz-compact", "SW1", std::to_string(port));
        room.plug("cam-ptz-compact", "SW2", std::to_string(port));
    }
    const Assignment found = room.assigned();
    CHECK_FALSE(found.found);
    CHECK(found.limit == AssignLimit::budget);
    CHECK(found.wanted == Approx(300));
    CHECK(found.there == Approx(240));
    room.site.settings.switch_basis = SwitchBasis::greatest_draw;
    CHECK(room.assigned().found);
}

TEST_CASE("A long setting and a camera that cannot have it are taken apart", "[assign]") {
    Room room({"sw-8-at-group"});
    const std::string far = room.plug("cam-marine-2mp", "SW1", "5", 180);
    const std::string wide = room.plug("cam-multi-4x4mp", "SW1", "6", 40);
    room.site = *set_long_group(room.site, "SW1", 2, true);
    CHECK(judge_site(room.site).run(wide).verdict == Verdict::fails);
    const Assignment found = room.assigned();
    REQUIRE(found.found);
    REQUIRE(found.moves.size() == 1);
    CHECK(found.moves.front().camera == wide);
    CHECK(found.groups.empty());
    const Judged judged = judge_site(found.site);
    CHECK(judged.run(wide).verdict != Verdict::fails);
    CHECK(judged.run(far).verdict != Verdict::fails);
    // With every other port taken by what cannot have it either, the limit is the setting.
    for (int port = 1; port <= 4; ++port) {
        const std::string fast = room.plug("cam-fixed-2mp", "SW1", std::to_string(port), 40);
        find_device(room.site, fast)->camera = CameraSettings{};
        find_device(room.site, fast)->camera->bit_rate_mbps = 12;
    }
    for (int port = 7; port <= 8; ++port)
        room.plug("cam-fixed-2mp", "SW1", std::to_string(port), 40);
    const Assignment none = room.assigned();
    CHECK_FALSE(none.found);
    CHECK(none.limit == AssignLimit::groups);
}

TEST_CASE("Spare ports are kept free, and their lack is said", "[assign]") {
    Room room({"sw-4-af", "sw-4-af"});
    for (int port = 1; port <= 4; ++port) room.plug("cam-fixed-2mp", "SW1", std::to_string(port));
    AssignOptions options;
    options.spare_ports_each = 1;
    const Assignment found = room.assigned(options);
    REQUIRE(found.found);
    CHECK(found.moves.size() == 1);
    options.spare_ports_each = 3;
    const Assignment none = room.assigned(options);
    CHECK_FALSE(none.found);
    CHECK(none.limit == AssignLimit::spare);
}

TEST_CASE("One run is mended without harm to the others", "[assign]") {
    Room room({"sw-4-af", "sw-8-at-outdoor"});
    const std::string ptz = room.plug("cam-ptz-compact", "SW1", "1");
    const std::string other = room.plug("cam-ptz-compact", "SW1", "2");
    AssignOptions options;
    options.only_camera = ptz;
    const Assignment found = room.assigned(options);
    REQUIRE(found.found);
    REQUIRE(found.moves.size() == 1);
    CHECK(found.moves.front().camera == ptz);
    CHECK(judge_site(found.site).run(other).verdict == Verdict::fails);
}

TEST_CASE("A run is offered the port of another that makes room", "[remedies]") {
    Room room({"sw-4-af", "sw-8-bt-240"});
    const std::string ptz = room.plug("cam-ptz-compact", "SW1", "1");
    for (int port = 1; port <= 8; ++port) room.plug("cam-fixed-2mp", "SW2", std::to_string(port));
    const auto remedies = propose_remedies(room.site, shipped_catalogue(), ptz);
    const auto moved = std::find_if(remedies.begin(), remedies.end(), [](const Proposal& one) {
        return one.remedy == RemedyKind::move_port;
    });
    REQUIRE(moved != remedies.end());
    CHECK(moved->verdict != Verdict::fails);
    CHECK(proposal_title(*moved, {}).find(" to SW1.") != std::string::npos);
    const Site mended = with_change(room.site, moved->change);
    CHECK(find_problems(mended, shipped_catalogue()).empty());
    CHECK(judge_site(mended).run(ptz).verdict != Verdict::fails);
    for (const RunAssessment& run : judge_site(mended).assessment.runs)
        CHECK(run.verdict <=
              std::max(Verdict::tight, judge_site(room.site).run(run.camera).verdict));
}

TEST_CASE("A unit over its budget is offered a share of its runs elsewhere", "[remedies]") {
    Room room({"sw-8-at-120", "sw-8-at-120"});
    room.site.settings.switch_basis = SwitchBasis::by_class;
    for (int port = 1; port <= 5; ++port) room.plug("cam-ptz-compact", "SW1", std::to_string(port));
    const Judged before = judge_site(room.site);
    CHECK(before.assessment.unit("SW1")->verdict == Verdict::fails);
    const auto remedies = propose_unit_remedies(room.site, shipped_catalogue(), "SW1");
    REQUIRE_FALSE(remedies.empty());
    CHECK(remedies.front().kind == RemedyKind::assign_ports);
    CHECK(remedies.front().after < remedies.front().before);
    CHECK(judge_site(remedies.front().site).assessment.unit("SW1")->verdict != Verdict::fails);
    CHECK_FALSE(unit_remedy_title(remedies.front(), {}).empty());
    CHECK(unit_remedy_reason(remedies.front(), {}).find("SW2.") != std::string::npos);
}

TEST_CASE("Priorities follow the importance of cameras", "[remedies]") {
    Room room({"sw-16-at-250-class"});
    for (int port = 1; port <= 16; ++port) room.plug("cam-fixed-4mp", "SW1", std::to_string(port));
    const std::string last = "K16";
    CameraSettings settings = *find_device(room.site, last)->camera;
    settings.importance = 1;
    room.site = *set_camera(room.site, last, settings);
    // By class 16 x 15.4 W = 246.4 W of 250 W: all fit. Two dearer ones do not.
    find_device(room.site, "K01")->kind = "cam-ptz-compact";
    const Judged judged = judge_site(room.site);
    CHECK(judged.assessment.unit("SW1")->refused == std::vector<std::string>{"16"});
    const Site ranked = with_priorities_by_importance(room.site, shipped_catalogue(), "SW1");
    CHECK(find_device(ranked, "SW1")->priority_of("16") == 1);
    CHECK(find_device(ranked, "SW1")->priority_of("2") == 2);
    CHECK(judge_site(ranked).assessment.unit("SW1")->refused == std::vector<std::string>{"15"});
    const auto remedies = propose_unit_remedies(room.site, shipped_catalogue(), "SW1");
    CHECK(std::any_of(remedies.begin(), remedies.end(), [](const UnitRemedy& remedy) {
        return remedy.kind == RemedyKind::set_priorities;
    }));
}

TEST_CASE("A unit that reserves what is asked for counts the class until a load has asked",
          "[power]") {
    // 7 x 30 W do not fit into 200 W while all start, though each asks for far less once it runs.
    Room room({"sw-16-at-request"});
    for (int port = 1; port <= 7; ++port) room.plug("cam-multi-4x4mp", "SW1", std::to_string(port));
    room.site.settings.switch_basis = SwitchBasis::greatest_draw;
    const Judged judged = judge_site(room.site);
    const UnitAssessment& unit = *judged.assessment.unit("SW1");
    CHECK(unit.counted_w() == unit.greatest_w);
    CHECK(unit.refused == std::vector<std::string>{"7"});
    CHECK(find_check(unit.checks, CheckId::port_refused)->verdict == Verdict::tight);
}

TEST_CASE("A short backup is offered the cheapest that lasts", "[remedies]") {
    Room room({"sw-8-at-120"});
    for (int port = 1; port <= 6; ++port) room.plug("cam-fixed-4mp", "SW1", std::to_string(port));
    Added ups = *add_device(room.site, shipped_catalogue(), "ups-150", {1, 1});
    room.site = *set_backup(ups.site, shipped_catalogue(), "SW1", ups.id);
    const Judged before = judge_site(room.site);
    REQUIRE(before.assessment.site_checks.size() == 2);
    CHECK(before.assessment.site_checks.front().verdict == Verdict::fails);
    CHECK(count_failing(before.assessment) == 1);
    const auto remedies = propose_unit_remedies(room.site, shipped_catalogue(), ups.id);
    REQUIRE(remedies.size() == 1);
    CHECK(remedies.front().kind == RemedyKind::larger_backup);
    const Judged after = judge_site(remedies.front().site);
    CHECK(after.assessment.site_checks.front().verdict == Verdict::holds);
    // The next smaller one would not have done.
    CHECK(remedies.front().detail == "ups-600");
}

TEST_CASE("A switch with two supplies says what one of them carries", "[power]") {
    Room room({"sw-24-at-two"});
    room.site.settings.switch_basis = SwitchBasis::by_class;
    for (int port = 1; port <= 10; ++port)
        room.plug("cam-ptz-compact", "SW1", std::to_string(port));
    const Judged judged = judge_site(room.site);
    const UnitAssessment& unit = *judged.assessment.unit("SW1");
    CHECK(unit.budget_w == 500);
    const Check* one = find_check(unit.checks, CheckId::one_supply);
    REQUIRE(one);
    CHECK(one->verdict == Verdict::tight);  // 300 W of 250 W
    CHECK(one->limit == 250);
    const Site failed = with_what_if(room.site, shipped_catalogue(), {WhatIf::one_supply});
    const Judged worse = judge_site(failed);
    CHECK(worse.assessment.unit("SW1")->budget_w == 250);
    CHECK(worse.assessment.unit("SW1")->verdict == Verdict::fails);
    CHECK_FALSE(find_check(worse.assessment.unit("SW1")->checks, CheckId::one_supply));
}

TEST_CASE("The power tree adds up from cameras to outlets", "[power]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const Assessment assessment = assess(net);
    const std::vector<PowerNode> tree = power_tree(net, assessment);
    const auto node = [&](const std::string& id) {
        for (const PowerNode& one : tree) {
            if (one.id == id) return one;
        }
        FAIL("no node " << id);
        return PowerNode{};
    };
    for (const PowerNode& one : tree) {
        INFO(one.id);
        if (!one.parent.empty()) CHECK_FALSE(node(one.parent).id.empty());
        if (one.kind == PowerNodeKind::unit || one.kind == PowerNodeKind::fed_unit)
            CHECK(one.input_w == Approx(one.greatest_w + one.own_w));
    }
    const UnitAssessment& sw1 = *assessment.unit("SW1");
    CHECK(node("SW1").greatest_w == Approx(sw1.greatest_w));
    CHECK(node("SW1/0").greatest_w + node("SW1/1").greatest_w == Approx(sw1.greatest_w));
    CHECK(node("SW7").parent == "INJ3");
    CHECK(node("LU2").parent == "LU1");
    // The greatest sum of the injector's port is the fed switch's input and the cable's loss.
    CHECK(node("INJ3").greatest_w >= node("SW7").input_w - 1e-6);
}

TEST_CASE("How many more cameras a unit takes, by ports and by watts", "[power]") {
    Room room({"sw-8-at-120"});
    room.plug("cam-fixed-4mp", "SW1", "1");
    const Catalogue& catalogue = shipped_catalogue();
    const Kind& fixed = *catalogue.find("cam-fixed-4mp");
    const Kind& ptz = *catalogue.find("cam-ptz-compact");
    room.site.settings.switch_basis = SwitchBasis::by_class;
    const auto left = [&](const Kind& camera) {
        const Network net = lay_out(room.site, catalogue);
        const Assessment assessment = assess(net);
        return cameras_left(net, *assessment.unit("SW1"), camera, 50);
    };
    const int fixed_class = power_port(fixed).poe_class;
    const double reserved = poe_class_limits(fixed_class)->pse_w;
    CHECK(left(fixed) == std::min(7, static_cast<int>((96 - reserved) / reserved)));
    CHECK(left(ptz) == static_cast<int>((96 - reserved) / 30));
    room.site.settings.switch_basis = SwitchBasis::greatest_draw;
    CHECK(left(fixed) == 7);
}

TEST_CASE("The fullest stretch of data comes first, and the recorder's input is judged",
          "[power]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const std::vector<DataStretch> data = data_budget(net);
    REQUIRE(data.size() > 3);
    for (std::size_t i = 1; i < data.size(); ++i) CHECK(data[i - 1].share() >= data[i].share());
    double all_mbps = 0;
    for (double mbps : net.bit_rate_mbps) all_mbps += mbps;
    const std::vector<Check> inputs = recorder_inputs(net, true);
    REQUIRE(inputs.size() == 1);
    CHECK(inputs.front().value == Approx(all_mbps));
    CHECK_FALSE(inputs.front().working.empty());
}

TEST_CASE("What if: clad cable, a hot roof and tolerances make no run better", "[what-if]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Assessment now = assess(site, catalogue);
    for (WhatIf what_if : all_what_ifs) {
        const Site worse = with_what_if(site, catalogue, {what_if});
        INFO(id_of(what_if));
        CHECK(find_problems(worse, catalogue).empty());
        const Assessment then = assess(worse, catalogue);
        for (CameraNumber camera : now.runs.numbers())
            CHECK(then.runs[camera].verdict >= now.runs[camera].verdict);
        CHECK_FALSE(title(what_if).empty());
    }
    const auto faults = count_what_ifs(site, catalogue);
    CHECK(faults.size() == std::size(all_what_ifs));
    CHECK(faults.front().failing > count_failing(now));  // copper-clad
}

TEST_CASE("What fails takes its runs with it", "[what-if]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Site without = with_what_if(site, catalogue, {}, {"SW1"});
    CHECK(find_device(without, "SW1"));
    CHECK(find_problems(without, catalogue).empty());
    const Assessment then = assess(without, catalogue);
    const Network net = lay_out(site, catalogue);
    int lost = 0;
    for (const Run& run : net.runs) {
        if (!run.source || net.device(run.source.device).id != "SW1") continue;
        CHECK(then.run(net.device(run.camera).id)->verdict == Verdict::fails);
        ++lost;
    }
    CHECK(lost > 5);
    CHECK(then.runs.size() == assess(site, catalogue).runs.size());
}

TEST_CASE("The chance of a run is one with room, none where it fails far off, between on the edge",
          "[what-if]") {
    const auto chance = [](double length_m) {
        RunSpec spec;
        spec.lengths_m = {length_m};
        Site site = site_with_run(spec);
        site.links.front().measured_length_m.reset();
        site.devices.back().at = {length_m, 0};
        const Network net = lay_out(site, shipped_catalogue());
        return chances(net, {}).runs.front().holds_share;
    };
    CHECK(chance(50) == 1);
    CHECK(chance(140) == 0);
    const double edge = chance(99);
    CHECK(edge > 0.05);
    CHECK(edge < 0.95);
    CHECK(chance(96) >= edge);
}

TEST_CASE("more plugs than can be weighed are told at once", "[assign]") {
    const auto at_head_end = [](Site site) {
        Place room;
        room.id = "ROOM";
        room.head_end = true;
        site.places.push_back(room);
        for (Device& device : site.devices) device.place = "ROOM";
        return site;
    };
    const Site large = at_head_end(large_site(5000));
    const Assignment found = assign_ports(large, shipped_catalogue());
    CHECK_FALSE(found.found);
    CHECK(found.limit == AssignLimit::too_many);
    CHECK(found.wanted > 1000);
    CHECK(found.there >= 1);
    CHECK(found.site == large);
    CHECK(assignment_text(found, {}).find("more than can be weighed") != std::string::npos);
    // A site of the size that is usual is weighed as before.
    CHECK(assign_ports(at_head_end(large_site(96)), shipped_catalogue()).limit !=
          AssignLimit::too_many);
}
