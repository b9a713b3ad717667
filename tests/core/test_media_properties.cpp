// SPDX-License-Identifier: GPL-3.0-or-later
// Properties of the far ways over random inputs: nothing gets better by getting harder.
#include <catch2/catch.hpp>

#include <rapidcheck.h>

#include "core/assess/radio_path.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/physics/fibre.h"
#include "core/physics/radio.h"
#include "core/physics/solar.h"
#include "core/route/route.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// A number between two others, in steps that a person could type.
double between(double least, double most) {
    return least + (most - least) * *rc::gen::inRange(0, 1001) / 1000.0;
}

Point anywhere() { return {between(-50, 1500), between(-50, 900)}; }

double value_of(const Site& site, const char* camera, CheckId id) {
    const Network net = lay_out(site, shipped_catalogue());
    for (CameraNumber number : net.cameras.numbers()) {
        if (net.device(net.cameras[number]).id != camera) continue;
        const RunAssessment run = assess_run(net, number);
        const Check* found = find_check(run.checks, id);
        return found ? found->value : 0;
    }
    return 0;
}

}  // namespace

TEST_CASE("an obstacle more never clears a path", "[properties][radio]") {
    const Site demo = demo_site();
    const double clear = value_of(demo, "K16", CheckId::radio_clearance);
    CHECK(rc::check("clearance falls or stays", [&] {
        Obstacle obstacle;
        obstacle.points = {anywhere(), anywhere(), anywhere()};
        obstacle.height_m = between(0, 40);
        const Site more = add_obstacle(demo, obstacle)->site;
        RC_ASSERT(value_of(more, "K16", CheckId::radio_clearance) <= clear + 1e-9);
        RC_ASSERT(value_of(more, "K16", CheckId::radio_fade_margin) <=
                  value_of(demo, "K16", CheckId::radio_fade_margin) + 1e-9);
    }));
}

TEST_CASE("a stretch inside an outline lies on the line, and the line reads both ways",
          "[properties][radio]") {
    CHECK(rc::check("stretch", [] {
        const std::vector<Point> outline{anywhere(), anywhere(), anywhere(), anywhere()};
        const Point a = anywhere(), b = anywhere();
        const double whole_m = distance_m(a, b);
        RC_PRE(whole_m > 1);
        // An end on the outline itself is neither inside nor outside.
        std::vector<Point> closed = outline;
        closed.push_back(outline.front());
        for (const Point& end : {a, b}) RC_PRE(project(closed, end).away_m > 0.01);
        const auto here = stretch_inside(outline, a, b);
        const auto there = stretch_inside(outline, b, a);
        RC_ASSERT(here.has_value() == there.has_value());
        if (!here) return;
        RC_ASSERT(here->first >= -1e-6);
        RC_ASSERT(here->second <= whole_m + 1e-6);
        RC_ASSERT(std::abs(here->first + there->second - whole_m) < 1e-6);
    }));
}

TEST_CASE("further is never louder, and rain never helps", "[properties][radio]") {
    CHECK(rc::check("received level falls", [] {
        const RadioFacts radio = *shipped_catalogue()
                                      .find(*rc::gen::element<std::string>(
                                          "radio-5-ptp", "radio-5-dish", "radio-60-ptp"))
                                      ->radio;
        Site site = bare_site();
        site.settings.rain_mm_per_h = between(0, 100);
        const double near_m = between(20, 3000), far_m = near_m + between(1, 2000);
        const auto level = [&](double away_m) {
            return radio_path_between(site, radio, {0, 0}, 30, 10, radio, {away_m, 0}, 30, 10)
                .received_dbm;
        };
        RC_ASSERT(level(far_m) < level(near_m) + 1e-9);
        const double in_rain = level(near_m);
        site.settings.rain_mm_per_h += 20;
        RC_ASSERT(level(near_m) <= in_rain + 1e-9);
    }));
    CHECK(rc::check("a better modulation needs more level and carries more", [] {
        RadioFacts radio;
        radio.width_mhz = *rc::gen::element(20.0, 40.0, 80.0, 160.0);
        radio.streams = *rc::gen::inRange(1, 5);
        const std::vector<Modulation> all = modulations(radio);
        RC_ASSERT(all.size() >= 9);  // the standard leaves out one for some widths
        for (std::size_t i = 1; i < all.size(); ++i) {
            RC_ASSERT(all[i].sensitivity_dbm > all[i - 1].sensitivity_dbm);
            RC_ASSERT(all[i].useful_mbps > all[i - 1].useful_mbps);
        }
        const double level = between(-95, -30);
        const int held = best_modulation(all, level, 10), bare = best_modulation(all, level, 0);
        RC_ASSERT(held <= bare);
    }));
}

TEST_CASE("more fibre, joints and load never leave more", "[properties][fibre]") {
    CHECK(rc::check("loss grows", [] {
        const auto type = *rc::gen::element(FibreType::om1, FibreType::om2, FibreType::om3,
                                            FibreType::om4, FibreType::os2);
        const double nm = type == FibreType::os2 ? 1310 : 850;
        const double length_m = between(0, 20000);
        const int connectors = *rc::gen::inRange(0, 10), splices = *rc::gen::inRange(0, 10);
        const double loss = fibre_loss_db(type, nm, length_m, connectors, splices);
        RC_ASSERT(loss >= 0);
        RC_ASSERT(fibre_loss_db(type, nm, length_m + 100, connectors, splices) > loss);
        RC_ASSERT(fibre_loss_db(type, nm, length_m, connectors + 1, splices) > loss);
        RC_ASSERT(fibre_loss_db(type, nm, length_m, connectors, splices + 1) > loss);
    }));
    CHECK(rc::check("a hungrier far end lasts less", [] {
        const double day_w = between(1, 40), night_w = between(1, 60), dark_h = between(0, 24);
        const auto days = [&](double more_w) {
            return solar_balance(day_w + more_w, night_w + more_w, dark_h, 400, 1.2, 0.7, 4000, 0.8)
                .days;
        };
        RC_ASSERT(days(5) < days(0));
        const SolarBalance balance =
            solar_balance(day_w, night_w, dark_h, 400, 1.2, 0.7, 4000, 0.8);
        RC_ASSERT(balance.used_wh >= 24 * std::min(day_w, night_w) - 1e-9);
        RC_ASSERT(balance.used_wh <= 24 * std::max(day_w, night_w) + 1e-9);
    }));
}

TEST_CASE("random edits of the new things survive the file", "[properties][file]") {
    CHECK(rc::check("round trip", [] {
        Site site = demo_site();
        const int edits = *rc::gen::inRange(1, 12);
        for (int i = 0; i < edits; ++i) {
            Result<Site> next = site;
            switch (*rc::gen::inRange(0, 6)) {
                case 0: next = set_antenna_height(site, "RA2", between(0, 60)); break;
                case 1: next = set_transmit(site, "RA1", between(-10, 30)); break;
                case 2:
                    next = set_fibre_joints(site, "L60", *rc::gen::inRange(0, 20),
                                            *rc::gen::inRange(0, 20));
                    break;
                case 3: {
                    Obstacle obstacle;
                    obstacle.points = {anywhere(), anywhere(), anywhere()};
                    obstacle.height_m = between(0, 50);
                    next = add_obstacle(site, obstacle)->site;
                    break;
                }
                case 4: next = remove_object(site, shipped_catalogue(), "O2"); break;
                default: next = set_place(site, "SW3", *rc::gen::element<std::string>("", "P1"));
            }
            if (next) site = *next;
        }
        const std::string text = write_site(site);
        const Result<Site> again = read_site(text);
        RC_ASSERT(bool(again));
        RC_ASSERT(*again == site);
        RC_ASSERT(write_site(*again) == text);
    }));
}

TEST_CASE("a change put in twice is the same as once", "[properties][ways]") {
    const Site demo = demo_site();
    const Catalogue catalogue = catalogue_for(demo);
    for (const char* camera : {"K14", "K09", "K17"}) {
        for (const Proposal& proposal : propose_ways(demo, catalogue, camera)) {
            if (!proposal.built) continue;
            const Site once = with_change(demo, proposal.change);
            CHECK(with_change(once, proposal.change) == once);
            // Nothing but what serves this camera, or shares its cable, is touched.
            for (const std::string& id : proposal.change.removed_devices) {
                const Device* gone = find_device(demo, id);
                REQUIRE(gone);
                CHECK_FALSE(gone->camera);
            }
        }
    }
}
