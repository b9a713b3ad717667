// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold for any design, tried on random ones.
#include <catch2/catch.hpp>
#include <rapidcheck.h>

#include <cmath>

#include "core/format/site_json.h"
#include "core/physics/feed.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double microvolt = 1e-6;

std::vector<FeedNode> random_tree() {
    const int count = *rc::gen::inRange(2, 14);
    std::vector<FeedNode> nodes(1);
    for (int i = 1; i < count; ++i) {
        FeedNode node;
        node.parent = *rc::gen::inRange(0, i);
        node.line_ohm = *rc::gen::inRange(0, 8000) / 1000.0;
        node.constant_power_w = *rc::gen::inRange(0, 9000) / 1000.0;
        if (*rc::gen::inRange(0, 4) == 0)
            node.constant_current_a = *rc::gen::inRange(0, 100) / 1000.0;
        if (*rc::gen::inRange(0, 4) == 0) node.conductance_s = *rc::gen::inRange(0, 3) / 1000.0;
        nodes.push_back(node);
    }
    return nodes;
}

RunSpec random_run() {
    RunSpec spec;
    const int hops = *rc::gen::inRange(1, 6);
    spec.lengths_m.clear();
    for (int i = 0; i < hops; ++i) spec.lengths_m.push_back(*rc::gen::inRange(1, 130));
    spec.in_line = *rc::gen::element<std::string>("rep-1", "rep-1-out", "rep-1-long");
    spec.cable = *rc::gen::element<std::string>("cat5e-solid-24-out", "cat6-solid-23-out",
                                                "cat6-clad-23-out");
    spec.draw = {*rc::gen::inRange(20, 120) / 10.0, *rc::gen::inRange(0, 60) / 10.0,
                 *rc::gen::inRange(0, 40) / 10.0, 0, 0};
    return spec;
}

double volts_of(const RunSpec& spec, Condition condition = Condition::night) {
    const Judged judged = judge_site(site_with_run(spec), {condition, false});
    const double volts = check_of(judged.run(), CheckId::camera_voltage).value;
    return std::isnan(volts) ? 0 : volts;
}

}  // namespace

TEST_CASE("the feed obeys Ohm and Kirchhoff at every node", "[property]") {
    CHECK(rc::check([] {
        const std::vector<FeedNode> nodes = random_tree();
        const FeedSolution solution = solve_feed(52, nodes);
        RC_PRE(solution.stands);
        double used_w = 0;
        std::vector<double> into(nodes.size());
        for (std::size_t i = nodes.size(); i-- > 0;) {
            const double v = solution.volts[i];
            const double own_a = nodes[i].constant_power_w / v + nodes[i].constant_current_a +
                                 nodes[i].conductance_s * v;
            into[i] += own_a;
            RC_ASSERT(std::abs(into[i] - solution.current_a[i]) < 1e-8);
            used_w += own_a * v;
            if (i == 0) continue;
            const auto parent = static_cast<std::size_t>(nodes[i].parent);
            into[parent] += into[i];
            RC_ASSERT(std::abs(solution.volts[parent] - into[i] * nodes[i].line_ohm - v) <
                      microvolt);
            used_w += into[i] * into[i] * nodes[i].line_ohm;
        }
        RC_ASSERT(std::abs(used_w - solution.source_w) < 1e-3);
    }));
}

TEST_CASE("more load never gives more volts nor less current", "[property]") {
    CHECK(rc::check([] {
        const std::vector<FeedNode> nodes = random_tree();
        const FeedSolution before = solve_feed(52, nodes);
        std::vector<FeedNode> heavier = nodes;
        const auto at =
            static_cast<std::size_t>(*rc::gen::inRange(1, static_cast<int>(nodes.size())));
        heavier[at].constant_power_w += *rc::gen::inRange(1, 3000) / 1000.0;
        const FeedSolution after = solve_feed(52, heavier);
        if (!before.stands) RC_ASSERT(!after.stands);
        if (!after.stands || !before.stands) return;
        RC_ASSERT(after.source_a >= before.source_a);
        for (std::size_t i = 0; i < nodes.size(); ++i)
            RC_ASSERT(after.volts[i] <= before.volts[i] + microvolt);
    }));
}

TEST_CASE("headroom is where the line collapses", "[property]") {
    CHECK(rc::check([] {
        const std::vector<FeedNode> nodes = random_tree();
        const double headroom = feed_headroom(52, nodes);
        RC_PRE(std::isfinite(headroom) && headroom > 0);
        const auto stands_at = [&](double factor) {
            std::vector<FeedNode> scaled = nodes;
            for (FeedNode& node : scaled) node.constant_power_w *= factor;
            return solve_feed(52, scaled).stands;
        };
        RC_ASSERT(stands_at(headroom * 0.9999));
        RC_ASSERT(!stands_at(headroom * 1.0001));
    }));
}

TEST_CASE("more length never gives more volts", "[property]") {
    CHECK(rc::check([] {
        const RunSpec spec = random_run();
        RunSpec longer = spec;
        longer.lengths_m[static_cast<std::size_t>(*rc::gen::inRange(
            0, static_cast<int>(spec.lengths_m.size())))] += *rc::gen::inRange(1, 80);
        RC_ASSERT(volts_of(longer) <= volts_of(spec) + microvolt);
    }));
}

TEST_CASE("a thicker or purer conductor never gives fewer volts", "[property]") {
    CHECK(rc::check([] {
        RunSpec spec = random_run();
        spec.cable = "cat6-clad-23-out";
        RunSpec copper = spec, thick = spec;
        copper.cable = "cat6-solid-23-out";
        thick.cable = "extra-reach-22-out";
        RC_ASSERT(volts_of(copper) >= volts_of(spec));
        RC_ASSERT(volts_of(thick) >= volts_of(copper));
    }));
}

TEST_CASE("a hotter cable never gives more volts nor reaches further", "[property]") {
    CHECK(rc::check([] {
        RunSpec spec = random_run();
        spec.draw.heater_w = 0;  // goes off where it is warm: then the volts rise
        Site site = site_with_run(spec);
        site.settings.day_c = *rc::gen::inRange(-20, 60);
        const Judged cool = judge_site(site, {Condition::day, false});
        site.settings.day_c += *rc::gen::inRange(1, 20);
        const Judged hot = judge_site(site, {Condition::day, false});
        const double cool_v = check_of(cool.run(), CheckId::camera_voltage).value;
        const double hot_v = check_of(hot.run(), CheckId::camera_voltage).value;
        RC_ASSERT(std::isnan(hot_v) || hot_v <= cool_v + microvolt);
        RC_ASSERT(check_of(hot.run(), CheckId::link_length).limit <=
                  check_of(cool.run(), CheckId::link_length).limit + 1e-9);
    }));
}

TEST_CASE("units shown do not change a verdict", "[property]") {
    CHECK(rc::check([] {
        Site site = site_with_run(random_run());
        const Judged metric = judge_site(site);
        site.settings.units = UnitSystem::imperial;
        const Judged imperial = judge_site(site);
        RC_ASSERT(metric.run().verdict == imperial.run().verdict);
        for (std::size_t i = 0; i < metric.run().checks.size(); ++i) {
            const double a = metric.run().checks[i].value, b = imperial.run().checks[i].value;
            RC_ASSERT(a == b || (std::isnan(a) && std::isnan(b)));
        }
    }));
}

TEST_CASE("random edits keep the site sound, and it comes back from its file", "[property]") {
    CHECK(rc::check([] {
        Site site = copper_site();
        const Catalogue catalogue = catalogue_for(site);
        const int edits = *rc::gen::inRange(1, 12);
        for (int i = 0; i < edits; ++i) {
            const auto device = static_cast<std::size_t>(
                *rc::gen::inRange(0, static_cast<int>(site.devices.size())));
            const std::string id = site.devices[device].id;
            const Point to{*rc::gen::inRange(-500, 900) * 1.0, *rc::gen::inRange(-500, 900) / 3.0};
            Result<Site> next = site;
            switch (*rc::gen::inRange(0, 6)) {
                case 0: next = move_object(site, id, to); break;
                case 1: next = remove_object(site, catalogue, id); break;
                case 2:
                    if (Result<Added> added = add_device(site, catalogue, "cam-dome-4mp", to))
                        next = added->site;
                    break;
                case 3:
                    if (!site.links.empty())
                        next = set_cable(site, catalogue, site.links[device % site.links.size()].id,
                                         "cat6-solid-23-out");
                    break;
                case 4:
                    if (!site.links.empty()) {
                        Result<Added> added = insert_in_line(
                            site, catalogue, site.links[device % site.links.size()].id, "rep-1-out",
                            to);
                        if (added) next = added->site;
                    }
                    break;
                case 5:
                    next = move_plug(site, catalogue, {"SW1", std::to_string(device % 16 + 1)},
                                     {"SW1", std::to_string(i + 1)});
                    break;
            }
            if (next) site = std::move(*next);
        }
        RC_ASSERT(find_problems(site, catalogue).empty());
        const std::string written = write_site(site);
        const Result<Site> again = read_site(written);
        RC_ASSERT(static_cast<bool>(again));
        RC_ASSERT(write_site(*again) == written);
        RC_ASSERT(judge_site(*again).assessment.summary.fails ==
                  judge_site(site).assessment.summary.fails);
    }));
}
