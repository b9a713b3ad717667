// SPDX-License-Identifier: GPL-3.0-or-later
// The bench: the least set-ups that try every different chain, what they promise, records that
// stay.
#include <catch2/catch.hpp>

#include <algorithm>
#include <bit>
#include <cstdlib>
#include <map>
#include <random>
#include <set>

#include "core/edits/edits.h"
#include "core/format/site_json.h"
#include "core/prove/bench.h"
#include "phrase/bench_text.h"
#include "print/bench_pdf.h"
#include "support/builder.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

BenchPlan plan_of(const Builder& run) { return bench_plan(lay_out(run.site, run.catalogue)); }

const BenchStep* step_of(const BenchPlan& plan, BenchTask task, const std::string& subject) {
    for (const BenchStep* step : all_steps(plan)) {
        if (step->task == task && step->subject == subject) return step;
    }
    return nullptr;
}

std::set<std::string> keys_of(const BenchPlan& plan) {
    std::set<std::string> keys;
    for (const BenchStep* step : all_steps(plan)) keys.insert(step->key);
    return keys;
}

// Cameras of some kinds at switches of one kind that reach the recorder in different ways: by
// nothing between, one, or two switches more.
struct Ways : HeadEnd {
    const char* kinds[3] = {"cam-fixed-2mp", "cam-fixed-4mp", "cam-dome-4mp"};
    std::vector<std::string> switches;
    Ways() {
        std::string above = sw;
        for (int way = 0; way < 3; ++way) {
            const std::string next = unit("sw-8-at-120", {2.0 + way, 2}, office);
            cable(above, way == 0 ? "up2" : "8", next, "up1");
            switches.push_back(next);
            above = next;
        }
    }
    void camera(std::size_t kind, std::size_t way) {
        const std::string id = unit(kinds[kind], {20, 5.0 + static_cast<double>(way)});
        const int port = ++used_[way];
        cable(switches[way], std::to_string(port).c_str(), id, "lan");
    }

private:
    std::map<std::size_t, int> used_;
};

// Fewest of the edges that touch every corner, by trying all.
std::size_t fewest(const std::vector<std::pair<std::size_t, std::size_t>>& edges) {
    unsigned corners = 0;
    for (const auto& [kind, way] : edges) corners |= (1u << kind) | (8u << way);
    std::size_t best = edges.size();
    for (unsigned taken = 0; taken < (1u << edges.size()); ++taken) {
        unsigned touched = 0;
        for (std::size_t i = 0; i < edges.size(); ++i) {
            if (taken & (1u << i)) touched |= (1u << edges[i].first) | (8u << edges[i].second);
        }
        if (touched == corners)
            best = std::min(best, static_cast<std::size_t>(std::popcount(taken)));
    }
    return best;
}

}  // namespace

TEST_CASE("the set-ups are the fewest that try every chain to a camera and every way to a recorder",
          "[bench]") {
    std::mt19937 random(5);
    for (int trial = 0; trial < 40; ++trial) {
        Ways site;
        std::vector<std::pair<std::size_t, std::size_t>> edges;
        const std::size_t cameras = 1 + random() % 7;
        for (std::size_t i = 0; i < cameras; ++i) {
            const std::size_t kind = random() % 3, way = random() % 3;
            site.camera(kind, way);
            edges.emplace_back(kind, way);
        }
        const BenchPlan plan = plan_of(site);
        CHECK(plan.set_ups.size() == fewest(edges));
        std::set<std::size_t> kinds, ways;
        for (const auto& [kind, way] : edges) {
            kinds.insert(kind);
            ways.insert(way);
        }
        CHECK(plan.chains == kinds.size() + ways.size());
        const std::vector<const BenchStep*> steps = all_steps(plan);
        CHECK(keys_of(plan).size() == steps.size());
        std::set<std::string> tried;
        for (const BenchSetUp& set_up : plan.set_ups)
            tried.insert(set_up.alike.begin(), set_up.alike.end());
        CHECK(tried.size() == cameras);
    }
}

TEST_CASE("a set-up says what goes where and what must be seen, by the one solver", "[bench]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {60, 0});
    const std::string cable_id = run.cable(run.sw, "3", camera, "lan");
    const BenchPlan plan = plan_of(run);
    REQUIRE(plan.set_ups.size() == 1);
    const BenchStep* plug = step_of(plan, BenchTask::plug, cable_id);
    REQUIRE(plug);
    CHECK(plug->lead->length_m == bench_lead_m);
    const TextContext context{UnitSystem::metric, &run.catalogue};
    CHECK(bench_text(*plug, run.site, context) ==
          "Lead of 2 m: from " + run.sw + ", port 3, to " + camera + ", port lan.");
    const BenchStep* volts = step_of(plan, BenchTask::read, camera);
    REQUIRE(volts);
    // By hand: the nominal volts less what 2 m of two pairs lose, well under a tenth of a volt.
    const double nominal_v = run.catalogue.find("sw-8-at-120")->supply->nominal_v;
    CHECK(volts->promised.promised < nominal_v);
    CHECK(volts->promised.promised > nominal_v - 0.1);
    const BenchStep* lights = step_of(plan, BenchTask::lights, run.sw);
    REQUIRE(lights);
    CHECK(bench_text(*lights, run.site, context).find("green") != std::string::npos);
    for (BenchTask task : {BenchTask::night, BenchTask::picture, BenchTask::ready,
                           BenchTask::restart, BenchTask::no_internet, BenchTask::power_on}) {
        const std::vector<const BenchStep*> steps = all_steps(plan);
        CHECK(std::any_of(steps.begin(), steps.end(),
                          [&](const BenchStep* step) { return step->task == task; }));
    }
    for (const BenchStep* step : all_steps(plan))
        CHECK_FALSE(bench_text(*step, run.site, context).empty());
    CHECK(plan_of(HeadEnd()).set_ups.empty());
}

TEST_CASE("a length that matters stays on its drum, the longest of all runs alike", "[bench]") {
    HeadEnd run;
    std::vector<std::string> cables;
    for (const double length_m : {40.0, 140.0, 120.0}) {
        const std::string camera = run.unit("cam-fixed-4mp", {30, length_m});
        cables.push_back(
            run.cable(run.sw, std::to_string(cables.size() + 1).c_str(), camera, "lan"));
        run.link(cables.back()).measured_length_m = length_m;
    }
    const BenchPlan plan = plan_of(run);
    REQUIRE(plan.set_ups.size() == 1);
    const std::vector<const BenchStep*> steps = all_steps(plan);
    const auto drum = std::find_if(steps.begin(), steps.end(), [](const BenchStep* step) {
        return step->task == BenchTask::drum;
    });
    REQUIRE(drum != steps.end());
    CHECK((*drum)->lead->length_m == 140);
    CHECK((*drum)->rests_on.size() == 3);
    // Just inside what the standard lets it be, a lead does.
    for (const std::string& cable : cables) run.link(cable).measured_length_m = 60;
    const BenchPlan shorter = plan_of(run);
    for (const BenchStep* step : all_steps(shorter)) CHECK(step->task != BenchTask::drum);
}

TEST_CASE("ticks stay with their step while what it tries stays", "[bench]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {60, 0});
    const std::string cable_id = run.cable(run.sw, "3", camera, "lan");
    const BenchPlan plan = plan_of(run);
    const BenchStep* plug = step_of(plan, BenchTask::plug, cable_id);
    REQUIRE(plug);
    BenchRecord record{plug->key, BenchState::failed, "ab", "2026-11-20T09:50", "amber light", ""};
    const Result<Site> failed = set_bench(run.site, record);
    REQUIRE(failed);
    CHECK(bench_record_text(record_of(*failed, *plug)) ==
          "failed (ab, 2026-11-20 09:50): amber light");
    CHECK(rests_on_text(*plug) == "On it rest: " + camera + ".");
    CHECK(bench_summary(plan, *failed).ends_with("done 0, failed 1."));
    const Result<Site> again = read_site(write_site(*failed));
    REQUIRE(again);
    CHECK(*again == *failed);
    record.state = BenchState::done;
    const Result<Site> done = set_bench(*failed, record);
    REQUIRE(done);
    CHECK(done->bench.size() == 1);

    // Moved, renamed, in another socket of the same sort: the same thing is tried.
    const std::set<std::string> keys = keys_of(plan);
    run.site = *done;
    run.device(camera).name = "Gate";
    run.device(camera).at = {40, 10};
    run.link(cable_id).a.port == "3" ? run.link(cable_id).a.port = "4"
                                     : run.link(cable_id).b.port = "4";
    CHECK(keys_of(plan_of(run)) == keys);
    const BenchPlan moved = plan_of(run);
    CHECK(record_of(run.site, *step_of(moved, BenchTask::plug, cable_id)));
    // Another camera, another thing.
    run.device(camera).kind = "cam-dome-4mp";
    const BenchPlan other = plan_of(run);
    CHECK_FALSE(record_of(run.site, *step_of(other, BenchTask::plug, cable_id)));
    CHECK(run.site.bench.size() == 1);  // nothing is lost
    record.note = std::string(2000, 'x');
    CHECK_FALSE(set_bench(run.site, record));
}

TEST_CASE("a tick stays with its step when the set-up that had it goes", "[bench]") {
    HeadEnd run;
    const std::string first = run.unit("cam-fixed-4mp", {60, 0});
    run.cable(run.sw, "1", first, "lan");
    const std::string second = run.unit("cam-dome-4mp", {60, 10});
    const std::string cable_id = run.cable(run.sw, "2", second, "lan");
    const BenchPlan plan = plan_of(run);
    REQUIRE(plan.set_ups.size() == 2);
    // The lead to the recorder is a step of the first; all rest on it.
    const BenchStep& shared = plan.set_ups[0].steps.front();
    CHECK(shared.rests_on == std::vector<std::string>{first, second});
    const BenchStep* own = step_of(plan, BenchTask::plug, cable_id);
    REQUIRE(own);
    CHECK(own->rests_on == std::vector<std::string>{second});
    for (const std::string& key : {shared.key, own->key})
        run.site = *set_bench(run.site, {key, BenchState::done, "ab", "", "", ""});

    run.site = *remove_object(run.site, run.catalogue, first);
    const BenchPlan fewer = plan_of(run);
    REQUIRE(fewer.set_ups.size() == 1);
    CHECK(fewer.set_ups[0].steps.front().key == shared.key);
    CHECK(record_of(run.site, *step_of(fewer, BenchTask::plug, cable_id)));
    // And no other step took the tick over.
    CHECK(bench_summary(fewer, run.site).ends_with("done 2, failed 0."));
}

TEST_CASE("the bench prints with every step and box", "[bench][print]") {
    HeadEnd run;
    run.site.name = "Quay";
    const std::string camera = run.unit("cam-fixed-4mp", {60, 0});
    run.cable(run.sw, "3", camera, "lan");
    const TextContext context{UnitSystem::metric, &run.catalogue};
    const BenchPlan plan = plan_of(run);
    const TempFolder folder;
    const std::string pdf = folder.write("bench.pdf", bench_pdf(plan, run.site, context));
    const std::string text = text_of_pdf(pdf);
    for (const BenchStep* step : all_steps(plan)) {
        INFO(bench_text(*step, run.site, context));
        CHECK(text.find(bench_text(*step, run.site, context)) != std::string::npos);
    }
    CHECK(text.find("live as on site") != std::string::npos);
    const BenchPlan none = plan_of(HeadEnd());
    CHECK(bench_pdf(none, run.site, context).starts_with("%PDF"));
}
