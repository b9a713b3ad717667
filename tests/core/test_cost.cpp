// SPDX-License-Identifier: GPL-3.0-or-later
// What a way costs, against sums made by hand: material, ground, hours, outlets.
#include <catch2/catch.hpp>

#include "core/parts/cost.h"
#include "core/parts/parts.h"
#include "support/sites.h"

using namespace ovant;

namespace {

Cost whole_cost(const Site& site, const OpenStretches& open = {}) {
    const Network net = lay_out(site, shipped_catalogue());
    PartsOf of = whole_site(net);
    of.open = open;
    return cost_of(net, of);
}

// Two units, one cable of a kind between them, 100 m along a pathway.
Site pair_of(const char* near_kind, const char* near_port, const char* far_kind,
             const char* far_port, const char* cable) {
    Site site = bare_site();
    site.settings.service_loop_m = 0;
    Pathway path;
    path.points = {{0, 0}, {100, 0}};
    path.cost_per_m = 7;
    site = add_pathway(std::move(site), path)->site;
    const Added a = *add_device(std::move(site), shipped_catalogue(), near_kind, {0, 0});
    const Added b = *add_device(a.site, shipped_catalogue(), far_kind, {100, 0});
    return connect(b.site, shipped_catalogue(), cable, {a.id, near_port, 0, ""},
                   {b.id, far_port, 0, ""})
        ->site;
}

double price(const char* kind) { return shipped_catalogue().find(kind)->price; }

}  // namespace

TEST_CASE("a length of copper by hand", "[cost]") {
    const Site site = pair_of("rep-1", "out", "rep-1", "in", "cat5e-solid-24-out");
    const LabourRates& rates = site.settings.labour;
    const Cost cost = whole_cost(site);
    // Two ends outdoors: plugs with caps, boots and labels, a tenth more for waste; duct or conduit
    // of the way.
    const double small = 3 * (price("plug-rj45") + price("plug-boot") + price("label-wrap")) +
                         34 * (price("conduit-25-3m") + price("conduit-joint-25")) +
                         100 * price("saddle-25") + 2 * price("plug-seal");
    CHECK(cost.material == Approx(2 * price("rep-1") + 100 * 0.58 + small));
    CHECK(cost.ground == Approx(700));
    CHECK(cost.hours == Approx(2 * rates.mount_h + rates.pull_h_per_100m + 2 * rates.copper_end_h +
                               rates.test_h + rates.hand_over_h));
    CHECK(cost.labour == Approx(cost.hours * rates.price_per_h));
    CHECK(cost.total() == Approx(cost.material + cost.ground + cost.labour));
    // What lies there already has opened the ground.
    CHECK(whole_cost(site, {{"W1", {{0, 100}}}}).ground == 0);
    // In part of it only, whichever way round and however they overlap.
    CHECK(whole_cost(site, {{"W1", {{0, 30}}}}).ground == Approx(490));
    CHECK(whole_cost(site, {{"W1", {{20, 60}, {50, 70}, {90, 200}}}}).ground == Approx(280));
    CHECK(whole_cost(site, {{"W2", {{0, 100}}}}).ground == Approx(700));
}

TEST_CASE("fibre ends cost more work, radio none of cable", "[cost]") {
    const Site fibre = pair_of("mc-1000-lx", "fibre", "mc-1000-lx", "fibre", "fibre-os2-2");
    const LabourRates& rates = fibre.settings.labour;
    const Cost cost = whole_cost(fibre);
    const double small = 2 * price("fibre-end") + 3 * price("label-wrap") +
                         34 * (price("conduit-25-3m") + price("conduit-joint-25")) +
                         100 * price("saddle-25");
    CHECK(cost.material == Approx(2 * price("mc-1000-lx") + 100 * 0.62 + small));
    // Two plugs in the wall at no place, 100 m apart: an outlet each.
    CHECK(cost.labour == Approx(cost.hours * rates.price_per_h + 2 * rates.mains_point_price));
    CHECK(cost.hours == Approx(2 * rates.mount_h + rates.pull_h_per_100m + 2 * rates.fibre_end_h +
                               rates.hand_over_h));

    const Site radio = pair_of("radio-5-ptp", "air", "radio-5-ptp", "air", "air");
    const Cost by_air = whole_cost(radio);
    CHECK(by_air.material ==
          Approx(2 * (price("radio-5-ptp") + price("radio-clamp") + price("mast-3m"))));
    CHECK(by_air.ground == 0);
    // Both antennas hang higher than a short ladder reaches.
    CHECK(by_air.hours == Approx(2 * (shipped_catalogue().find("radio-5-ptp")->mount_h +
                                      rates.height_h + rates.set_up_h) +
                                 rates.align_h + rates.hand_over_h));
}

TEST_CASE("old cable is not bought, pulled or dug in again", "[cost]") {
    Site site = pair_of("coax-near", "coax", "coax-far", "coax", "coax-rg59");
    const Cost bought = whole_cost(site);
    ExistingCable old;
    old.cable = "coax-rg59";
    old.points = {{0, 0}, {100, 0}};
    site = add_existing(std::move(site), shipped_catalogue(), old)->site;
    site.links[0].existing = "X1";
    const Cost reused = whole_cost(site);
    const double conduit =
        34 * (price("conduit-25-3m") + price("conduit-joint-25")) + 100 * price("saddle-25");
    CHECK(bought.material - reused.material == Approx(100 * 0.55 + conduit));
    CHECK(bought.ground == Approx(700));
    CHECK(reused.ground == 0);
    CHECK(bought.hours - reused.hours == Approx(site.settings.labour.pull_h_per_100m));
    CHECK(reused.hours > 0);  // the plugs and the units are still work
    const std::vector<PartLine> parts = count_parts(lay_out(site, shipped_catalogue()));
    for (const PartLine& line : parts) CHECK(line.kind != "coax-rg59");
}

TEST_CASE("where no pathway leads, a new way is priced past the first metres", "[cost]") {
    Site site = pair_of("rep-1", "out", "rep-1", "in", "cat5e-solid-24-out");
    site.links[0].pathways.clear();
    CHECK(whole_cost(site).ground == Approx((100 - 15) * site.settings.labour.new_way_per_m));
    site.links[0].measured_length_m = 100;  // somebody has laid and measured it
    CHECK(whole_cost(site).ground == 0);
}

TEST_CASE("two cables in one trench pay for it once, an outlet a place", "[cost]") {
    Site site = pair_of("rep-1", "out", "rep-1", "in", "cat5e-solid-24-out");
    site = add_device(std::move(site), shipped_catalogue(), "rep-1", {0, 0})->site;
    site = add_device(std::move(site), shipped_catalogue(), "rep-1", {100, 0})->site;
    site = connect(site, shipped_catalogue(), "cat5e-solid-24-out", {"R3", "out", 0, ""},
                   {"R4", "in", 0, ""})
               ->site;
    REQUIRE(site.links[1].pathways == site.links[0].pathways);
    CHECK(whole_cost(site).ground == Approx(700));
    // Side by side for 40 m, and then one alone; apart from one another: each its own metres.
    find_device(site, "R4")->at = {40, 0};
    CHECK(whole_cost(site).ground == Approx(700));
    find_device(site, "R1")->at = {60, 0};
    CHECK(whole_cost(site).ground == Approx(7 * (40 + 40)));
    find_device(site, "R1")->at = {30, 0};
    CHECK(whole_cost(site).ground == Approx(700));

    Site room = bare_site();
    Place hut;
    hut.mains = Mains::steady;
    room = add_place(std::move(room), hut)->site;
    for (int i = 0; i < 3; ++i) {
        const Added unit = *add_device(room, shipped_catalogue(), "sw-4-af", {0, 0});
        room = unit.site;
        find_device(room, unit.id)->place = "P1";
    }
    const Cost cost = whole_cost(room);
    CHECK(cost.labour == Approx(cost.hours * room.settings.labour.price_per_h +
                                room.settings.labour.mains_point_price));
    find_place(room, "P1")->head_end = true;  // the equipment room has its sockets
    CHECK(whole_cost(room).labour == Approx(cost.hours * room.settings.labour.price_per_h));
}

TEST_CASE("the parts list counts modules, coax plugs, fibre ends and no air", "[parts]") {
    const Site demo = demo_site();
    const Network net = lay_out(demo, shipped_catalogue());
    std::map<std::string, double> quantity;
    for (const PartLine& line : count_parts(net)) quantity[line.kind] = line.quantity;
    CHECK(quantity["sfp-1000-lx"] == 1);
    CHECK(quantity["plug-coax"] == 3);  // two ends, and one for waste
    CHECK(quantity["fibre-end"] == 2);
    CHECK(quantity["surge-coax"] == 2);
    CHECK(quantity["cabinet-ups"] == 2);
    CHECK_FALSE(quantity.contains("air"));
    CHECK_FALSE(quantity.contains("coax-rg59"));  // hangs there already
    CHECK(quantity["fibre-os2-2"] > 500);
    CHECK(quantity["radio-5-ptp"] == 2);
}
