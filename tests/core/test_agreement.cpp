// SPDX-License-Identifier: GPL-3.0-or-later
// Checks, strip, power, day and ways say the same of who is fed and with how many volts.
#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/assess/budget.h"
#include "core/assess/least_volts.h"
#include "core/assess/profile.h"
#include "core/choose/proposal.h"
#include "core/simulate/day.h"
#include "support/builder.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

constexpr int sites_tried = rounds(2000, 200), sites_with_ways = rounds(40, 5);
constexpr double exact = 1e-6;

// One or two runs from one unit, with up to three units in line. All day alike: nothing comes on or
// goes off, and it is as warm at noon as in the night.
Site random_steady_site(std::mt19937& random) {
    const auto below = [&](int count) {
        return std::uniform_int_distribution<int>(0, count - 1)(random);
    };
    const auto between = [&](double from, double to) {
        return std::uniform_real_distribution<double>(from, to)(random);
    };
    const char* const units[] = {"sw-8-at-120", "sw-4-af", "sw-8-bt-240",
                                 "rec-8-poe",   "inj-30",  "inj-60"};
    const char* const cameras[] = {"cam-fixed-2mp", "cam-fixed-4mp", "cam-fixed-8mp",
                                   "cam-ptz-compact"};
    const char* const cables[] = {"cat5e-solid-24-out", "cat6-solid-23-out", "cat5e-clad-24-out"};
    const char* const in_line[] = {"rep-1-out", "ext-1-1-out", "rep-1-long"};
    Builder b;
    Settings& settings = b.site.settings;
    settings.day_c = settings.night_c = settings.coldest_night_c = std::round(between(6, 35));
    const bool injector = below(3) == 0;
    const std::string unit = b.unit(units[injector ? 4 + below(2) : below(4)], {0, 0});
    const int runs = injector ? 1 : 1 + below(2);
    for (int run = 1; run <= runs; ++run) {
        const char* const cable = cables[below(3)];
        const std::string port = injector ? "out" : std::to_string(run);
        std::string from = unit, out = port;
        const int hops = 1 + below(4);
        const char* const kind = in_line[below(3)];
        for (int hop = 1; hop <= hops; ++hop) {
            const Point at{50.0 * hop, 20.0 * run};
            const bool last = hop == hops;
            const std::string to = b.unit(last ? cameras[below(4)] : kind, at);
            b.link(b.cable(from, out.c_str(), to, last ? "lan" : "in", cable)).measured_length_m =
                std::round(between(5, last && hops == 1 ? 500 : 140));
            if (below(3) == 0) b.protect(b.site.links.back().id);
            if (last) b.device(to).camera->draw = CameraDraw{between(2, 15), 0, 0, 0, 0};
            from = to;
            out = "out";
        }
    }
    return b.site;
}

bool near(double a, double b) { return std::abs(a - b) <= exact * std::max(1.0, std::abs(b)); }

}  // namespace

TEST_CASE("checks, strip, power and the day agree on 2000 random sites", "[agreement]") {
    std::mt19937 random(20270115);
    int fed = 0, dark = 0, unpromised = 0;
    for (int i = 0; i < sites_tried; ++i) {
        const Site site = random_steady_site(random);
        const Judged judged = judge_site(site);
        const Network net = lay_out(judged.site, judged.catalogue);
        // One hour says it: every hour is like the first.
        const DayResult day = play_day(net, *day_plan(judged.site.settings),
                                       [](double share) { return share < 1.0 / 24; });
        INFO("site " << i);
        for (CameraNumber camera : net.runs.numbers()) {
            const RunAssessment& run = judged.assessment.runs[camera];
            const Check volts = check_of(run, CheckId::camera_voltage);
            // The strip draws what the check says, in each condition.
            const RunProfile profile = run_profile(net, camera);
            const double strip_v =
                profile.points.back().in_v[static_cast<std::size_t>(volts.condition)];
            if (std::isnan(volts.value))
                CHECK_FALSE(strip_v > 0);
            else
                CHECK(near(strip_v, volts.value));
            // The day: on where nothing on the way is past its limit, dark where it is.
            bool port_over = false, unit_low = false, near_edge = false;
            for (const PortFeed& feed : solve_port(net, net.runs[camera].source, Condition::day)) {
                port_over =
                    port_over || !feed.solution.stands || feed.solution.source_w > feed.limit_w;
                near_edge = near_edge || std::abs(feed.solution.source_w - feed.limit_w) < 0.05;
                for (std::size_t n = 1; n < feed.nodes.size() && feed.solution.stands; ++n) {
                    const Kind& kind = net.kind(feed.points[n].device);
                    if (kind.camera) continue;
                    const double least_v = least_volts(kind, net.port(feed.points[n].entered));
                    unit_low = unit_low || feed.solution.volts[n] < least_v;
                    near_edge = near_edge || std::abs(feed.solution.volts[n] - least_v) < 0.01;
                }
            }
            const double off_v = camera_off_below_v(net.kind(net.runs[camera].camera),
                                                    power_port(net, net.runs[camera].camera));
            near_edge = near_edge || std::abs(volts.value - off_v) < 0.01;
            if (near_edge) continue;
            const bool lit = !port_over && !unit_low && volts.value >= off_v;
            const CameraDay& played = *day.camera(run.camera);
            INFO(run.camera << " " << volts.value << " V");
            CHECK((played.dark_s == 0) == lit);
            if (lit) CHECK(near(played.at(1800).volts, volts.value));
            fed += lit;
            dark += !lit;
            unpromised += lit && volts.note == Note::not_promised;
            // What fails to keep it lit is said by a check.
            if (!lit) CHECK(run.verdict == Verdict::fails);
        }
        for (const PowerNode& node : power_tree(net, judged.assessment)) {
            if (const UnitAssessment* unit = judged.assessment.unit(node.id)) {
                CHECK(near(node.greatest_w, unit->greatest_w));
                double sum_w = 0;
                for (const PortAssessment& port : unit->ports) sum_w += port.watts;
                CHECK(near(unit->greatest_w, sum_w));
            }
        }
    }
    // Both sides of each were met, and often.
    CHECK(fed > sites_tried / 5);
    CHECK(dark > sites_tried / 5);
    CHECK(unpromised > sites_tried / 100);
}

TEST_CASE("a way is worth what the site is that it leaves", "[agreement]") {
    std::mt19937 random(20270621);
    int built = 0;
    for (int i = 0; i < sites_with_ways; ++i) {
        const Site site = random_steady_site(random);
        const Catalogue& catalogue = shipped_catalogue();
        const std::string camera = judge_site(site).assessment.runs.front().camera;
        for (const Proposal& way : propose_ways(site, catalogue, camera)) {
            if (!way.built) continue;
            const Judged left = judge_site(with_change(site, way.change));
            INFO(i << " " << id_of(*way.way));
            const RunAssessment& run = left.run(camera);
            const Check* mine = find_check(way.run.checks, CheckId::camera_voltage);
            const Check* theirs = find_check(run.checks, CheckId::camera_voltage);
            REQUIRE((mine == nullptr) == (theirs == nullptr));
            if (mine && !std::isnan(mine->value)) CHECK(near(mine->value, theirs->value));
            CHECK(way.verdict >= way.run.verdict);
            ++built;
        }
    }
    CHECK(built > 5 * sites_with_ways);
}
