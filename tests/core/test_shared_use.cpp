// SPDX-License-Identifier: GPL-3.0-or-later
// What lies there can be used once: old coax, fibres of a cable, room in a duct.
#include <catch2/catch.hpp>

#include "core/choose/proposal.h"
#include "core/design/design.h"
#include "core/format/site_json.h"
#include "core/site/shared_use.h"
#include "phrase/check_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

struct Shared : HeadEnd {
    std::string old_cable(const char* kind) {
        ExistingCable old;
        old.id = "E" + std::to_string(site.existing.size() + 1);
        old.cable = kind;
        old.points = {{0, 0}, {200, 0}};
        site.existing.push_back(old);
        return old.id;
    }
    // Two converters, or whatever has such ports, on a cable that hangs there.
    std::string on_it(const char* kind, const char* port, const char* cable_kind,
                      const std::string& old) {
        const std::string a = unit(kind, {1, 1}, office), b = unit(kind, {200, 1});
        const std::string id = cable(a, port, b, port, cable_kind);
        link(id).existing = old;
        return id;
    }
    int taken(const std::string& id) const { return shared_use(site, catalogue).at(id).taken; }
};

}  // namespace

TEST_CASE("fibres of a cable are counted by what their ends take", "[shared]") {
    Shared s;
    const std::string old = s.old_cable("fibre-os2-8");
    for (int i = 1; i <= 4; ++i) {
        s.on_it("mc-1000-lx", "fibre", "fibre-os2-8", old);
        CHECK(s.taken(old) == 2 * i);
    }
    CHECK_FALSE(shared_use(s.site, s.catalogue).at(old).over());
    const Site four = s.site;
    // The fifth pair is refused at the edit, the file with it fails.
    s.on_it("mc-1000-lx", "fibre", "fibre-os2-8", old);
    CHECK(shared_use(s.site, s.catalogue).at(old).over());
    const Result<Site> refused = sound(four, s.catalogue, s.site);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == ErrorCode::no_room);
    // What was over before can still be edited, and made less.
    CHECK(sound(s.site, s.catalogue, s.site));
    CHECK(sound(s.site, s.catalogue, four));
    // One fibre each where the transceivers need no more.
    Shared one;
    const std::string of_two = one.old_cable("fibre-os2-2");
    for (int i = 0; i < 2; ++i) {
        const std::string a = one.unit("mc-1000-bx-u", {1, 1}, one.office);
        const std::string b = one.unit("mc-1000-bx-d", {200, 1});
        one.link(one.cable(a, "fibre", b, "fibre", "fibre-os2-2")).existing = of_two;
        CHECK(one.taken(of_two) == i + 1);
    }
    CHECK_FALSE(shared_use(one.site, one.catalogue).at(of_two).over());
}

TEST_CASE("two runs on one old coax fail both", "[shared]") {
    Shared s;
    const std::string old = s.old_cable("coax-rg59");
    std::vector<std::string> cameras;
    for (int i = 0; i < 2; ++i) {
        const std::string near = s.unit("coax-near", {1, 1}, s.office);
        const std::string far = s.unit("coax-far", {200, 0});
        cameras.push_back(s.unit("cam-fixed-4mp", {201, 0}));
        s.cable(s.sw, i ? "2" : "1", near, "lan", "patch-24");
        const std::string line = s.cable(near, "coax", far, "coax", "coax-rg59");
        s.link(line).existing = old;
        s.link(line).measured_length_m = 200;
        s.cable(far, "lan", cameras.back(), "lan", "lead-24-out");
        const Network net = lay_out(s.site, s.catalogue);
        const Assessment assessment = assess(net);
        for (const std::string& camera : cameras) {
            const RunAssessment& run = *assessment.run(camera);
            const Check* room = find_check(run.checks, CheckId::shared_room);
            REQUIRE((room != nullptr) == (i == 1));
            if (!room) continue;
            CHECK(room->verdict == Verdict::fails);
            CHECK(sentence(*room, {UnitSystem::metric, &s.catalogue}) ==
                  "2 cables lie in E1, it has room for 1");
        }
    }
    // In lengths with a unit between it is one cable.
    Shared cut;
    const std::string third = cut.old_cable("cat5e-solid-24-out");
    const std::string camera = cut.unit("cam-fixed-4mp", {150, 0});
    const std::string cable_id = cut.cable(cut.sw, "1", camera, "lan");
    cut.link(cable_id).existing = third;
    const Result<Added> split = insert_in_line(cut.site, cut.catalogue, cable_id, "rep-1", {80, 0});
    REQUIRE(split);
    CHECK(shared_use(split->site, cut.catalogue).at(third).taken == 1);
}

TEST_CASE("a duct has room for so many cables", "[shared]") {
    Shared s;
    Pathway duct;
    duct.id = "W1";
    duct.points = {{0, 0}, {90, 0}};
    duct.most_cables = 2;
    s.site.pathways.push_back(duct);
    const char* ports[] = {"1", "2", "3"};
    for (int i = 0; i < 3; ++i) {
        const std::string camera = s.unit("cam-fixed-4mp", {90, double(i)});
        const std::string id = s.cable(s.sw, ports[i], camera, "lan");
        s.link(id).pathways = {"W1"};
        CHECK(s.taken("W1") == i + 1);
    }
    const Assessment assessment = assess(lay_out(s.site, s.catalogue));
    CHECK(assessment.summary.fails == 3);
    CHECK(read_site(write_site(s.site))->pathways[0].most_cables == 2);
    // For one more camera a way through the full duct does not hold.
    s.site.links.pop_back();
    const std::string last = s.site.devices.back().id;
    int over = 0;
    for (const Proposal& way : propose_ways(s.site, s.catalogue, last)) {
        if (!way.built) continue;
        const Site then = with_change(s.site, way.change);
        if (!shared_use(then, s.catalogue).at("W1").over()) continue;
        CHECK(way.verdict == Verdict::fails);
        ++over;
    }
    CHECK(over > 3);
}

TEST_CASE("a design uses an old coax once", "[shared][design]") {
    Shared s;
    s.old_cable("coax-rg59");
    s.site.existing.back().points = {{0, 0}, {400, 0}};
    for (int i = 0; i < 2; ++i) s.unit("cam-fixed-4mp", {400, 2.0 * i});
    DesignWishes wishes;
    wishes.keep = Keep::nothing;
    const SiteDesign design = design_site(s.site, s.catalogue, wishes);
    for (const auto& [id, use] : shared_use(design.site, s.catalogue)) CHECK_FALSE(use.over());
    CHECK(design.runs_after.fails == 0);
}
