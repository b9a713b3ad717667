// SPDX-License-Identifier: GPL-3.0-or-later
// A length that was measured is the truth of its route for whatever is laid along it instead.
#include <catch2/catch.hpp>
#include <map>

#include "core/choose/known_lengths.h"
#include "core/choose/proposal.h"
#include "core/design/design.h"
#include "support/builder.h"
#include "support/sites.h"

using namespace ovant;
using Catch::Detail::Approx;

namespace {

// A camera drawn `drawn_m` from the switch, on one cable.
struct OneRun : HeadEnd {
    std::string camera, cable_id;
    explicit OneRun(double drawn_m) {
        site.settings.service_loop_m = 0;
        site.settings.school = School::maker_rated;
        const Point at = find_device(site, sw)->at;
        camera = unit("cam-fixed-4mp", {at.x_m + drawn_m, at.y_m});
        cable_id = cable(sw, "1", camera, "lan");
    }
    void measure(const std::string& link, double length_m) {
        Result<Site> next = set_measured_length(site, link, length_m);
        REQUIRE(next);
        site = *next;
    }
};

// Metres by cable from the head end to the camera, cords left out; nothing where part is by air.
std::optional<double> cable_m(const Site& site, const Catalogue& catalogue,
                              const std::string& camera) {
    const Network net = lay_out(site, catalogue);
    for (const Run& run : net.runs) {
        if (net.device(run.camera).id != camera) continue;
        double sum_m = 0;
        for (LinkNumber link : run.links) {
            const NetLink& laid = net.links[link];
            if (laid.medium() == Medium::radio || laid.medium() == Medium::mains_wiring)
                return std::nullopt;
            if (!laid.cable->cable->cord) sum_m += laid.length_m;
        }
        return sum_m;
    }
    return std::nullopt;
}

}  // namespace

TEST_CASE("every way is laid with what was measured", "[choose][measured]") {
    for (const double measured_m : {22.0, 98.0, 103.0, 350.0, 900.0}) {
        OneRun run(30);
        run.measure(run.cable_id, measured_m);
        // With mains at the camera more ways can be built.
        Place hut;
        hut.id = "P9";
        hut.kind = PlaceKind::outbuilding;
        hut.at = find_device(run.site, run.camera)->at;
        hut.mains = Mains::steady;
        hut.earth = true;
        run.site.places.push_back(hut);
        int laid = 0;
        for (const Proposal& way : propose_ways(run.site, run.catalogue, run.camera)) {
            if (!way.built) continue;
            const auto length_m =
                cable_m(with_change(run.site, way.change), run.catalogue, run.camera);
            if (!length_m) continue;
            INFO(id_of(*way.way) << " for " << measured_m << " m");
            // Leads at units that stand by themselves are beside it.
            CHECK(*length_m >= measured_m - 0.01);
            CHECK(*length_m <= measured_m * 1.2 + 16);
            ++laid;
        }
        CHECK(laid >= 8);
    }
}

TEST_CASE("a way over a measured length is what it is over the same length drawn",
          "[choose][measured]") {
    for (const double true_m : {60.0, 95.0, 130.0, 260.0, 480.0}) {
        OneRun drawn(true_m), measured(20);
        measured.measure(measured.cable_id, true_m);
        const auto verdicts = [](const OneRun& run) {
            std::map<WayId, std::pair<bool, Verdict>> out;
            for (const Proposal& way : propose_ways(run.site, run.catalogue, run.camera)) {
                if (way.way != WayId::radio_bridge && way.way != WayId::radio_hub)
                    out[*way.way] = {way.built, way.built ? way.verdict : Verdict::unknown};
            }
            return out;
        };
        INFO(true_m << " m");
        const auto of_drawn = verdicts(drawn), of_measured = verdicts(measured);
        for (const auto& [way, built] : of_drawn) {
            INFO(id_of(way));
            CHECK(of_measured.at(way).first == built.first);
            CHECK(of_measured.at(way).second == built.second);
        }
    }
}

TEST_CASE("what was measured of a run in parts adds up", "[choose][measured]") {
    OneRun run(60);
    const Point camera = find_device(run.site, run.camera)->at;
    Result<Added> split = insert_in_line(run.site, run.catalogue, run.cable_id, "rep-1",
                                         {camera.x_m - 30, camera.y_m});
    REQUIRE(split);
    run.site = split->site;
    std::string near, far;
    for (const Link& link : run.site.links) {
        if (link.a.device == run.sw && link.a.port == "1") near = link.id;
        if (link.b.device == run.camera) far = link.id;
    }
    run.measure(near, 80);
    const Network net = lay_out(run.site, run.catalogue);
    const KnownLengths known(net);
    const auto routes = known.near(run.camera, camera);
    REQUIRE(routes.size() == 1);
    const Point from = find_device(run.site, run.sw)->at;
    const auto whole = stretch_between(*routes[0], from, camera, 0);
    REQUIRE(whole);
    double unmeasured_m = 0;
    for (const NetLink& link : net.links) {
        if (link.link->id == far) unmeasured_m = link.length_m;
    }
    CHECK(whole->true_m == Approx(80 + unmeasured_m));
    // To the middle it is the measured half alone; beyond it the other.
    const Point middle{(from.x_m + camera.x_m) / 2, (from.y_m + camera.y_m) / 2};
    CHECK(stretch_between(*routes[0], from, middle, 0)->true_m == Approx(80));
    CHECK(stretch_between(*routes[0], middle, camera, 0)->true_m == Approx(unmeasured_m));
    // Backwards it is as long; beside an end counts as far as is said, off the line does not.
    CHECK(stretch_between(*routes[0], camera, from, 0)->true_m == Approx(whole->true_m));
    CHECK(stretch_between(*routes[0], {from.x_m - 10, from.y_m}, camera, 15));
    CHECK_FALSE(stretch_between(*routes[0], {from.x_m - 10, from.y_m}, camera, 5));
    CHECK_FALSE(stretch_between(*routes[0], {middle.x_m, middle.y_m + 5}, camera, 5));
    CHECK_FALSE(stretch_between(*routes[0], from, from, 15));
}

TEST_CASE("another way round is not laid shorter than was measured", "[choose][measured]") {
    const KnownStretch known{30, 36, 350};
    CHECK(true_to_drawn(known, 30, 6) == Approx(350.0 / 36));
    CHECK(true_to_drawn(known, 30.9, 6) == Approx(350.0 / 36.9));
    // 100 m of another way: as long as what was measured; 400 m stay 400.
    CHECK(true_to_drawn(known, 94, 6) == Approx(3.5));
    CHECK(true_to_drawn(known, 394, 6) == Approx(1));
    // Shorter than drawn counts on the same way alone.
    CHECK(true_to_drawn({30, 36, 18}, 30, 6) == Approx(0.5));
    CHECK(true_to_drawn({30, 36, 18}, 60, 6) == Approx(1));
}

TEST_CASE("a camera beside a measured cable is as far away as that says", "[choose][measured]") {
    OneRun run(40);
    run.measure(run.cable_id, 300);
    const Point at = find_device(run.site, run.camera)->at;
    const auto single = [&](Point to) {
        OneRun with = run;
        const std::string other = with.unit("cam-fixed-4mp", to);
        for (const Proposal& way : propose_ways(with.site, with.catalogue, other)) {
            if (way.way == WayId::direct_copper && way.built)
                return cable_m(with_change(with.site, way.change), with.catalogue, other)
                    .value_or(0);
        }
        return 0.0;
    };
    CHECK(single({at.x_m - 1, at.y_m + 1}) > 280);
    CHECK(single({at.x_m - 20, at.y_m}) == Approx(150));
    CHECK(single({at.x_m, at.y_m + 25}) < 60);
}

TEST_CASE("what goes down at a camera goes down in every way", "[choose][measured]") {
    OneRun run(30);
    for (Link& link : run.site.links) {
        if (link.id == run.cable_id) link.b.drop_m = 12;
    }
    for (const Proposal& way : propose_ways(run.site, run.catalogue, run.camera)) {
        if (way.way != WayId::direct_copper && way.way != WayId::extra_reach_cable) continue;
        REQUIRE(way.built);
        CHECK(*cable_m(with_change(run.site, way.change), run.catalogue, run.camera) ==
              Approx(30 + 12));
    }
}

TEST_CASE("a design lays what was measured", "[design][measured]") {
    OneRun run(30);
    run.measure(run.cable_id, 350);
    DesignWishes wishes;
    wishes.keep = Keep::nothing;
    const SiteDesign design = design_site(run.site, run.catalogue, wishes);
    REQUIRE(design.cameras.size() == 1);
    REQUIRE(design.cameras[0].served);
    const auto length_m = cable_m(design.site, run.catalogue, run.camera);
    INFO(length_m.value_or(0));
    CHECK((!length_m || *length_m > 340));
    const Network net = lay_out(design.site, run.catalogue);
    CHECK(assess(net).summary.fails == 0);
}
