// SPDX-License-Identifier: GPL-3.0-or-later
// Solvers that are stopped, late, out of memory or gone: what was found by then stands.
#include <catch2/catch.hpp>
#include <chrono>
#include <random>

#include "core/choose/assign.h"
#include "core/design/design_model.h"
#include "core/parts/cutting.h"
#include "core/process/helper_process.h"
#include "core/solve/programme_bytes.h"
#include "support/large_site.h"
#include "support/sanitizer.h"
#include "support/street.h"

using namespace ovant;

namespace {

using Clock = std::chrono::steady_clock;

// Says no from a random instant on.
struct StopSometime {
    explicit StopSometime(std::mt19937& random, double most_s)
        : at(Clock::now() +
             std::chrono::duration_cast<Clock::duration>(std::chrono::duration<double>(
                 std::uniform_real_distribution<>(0, most_s)(random)))) {}
    bool operator()() const { return Clock::now() < at; }
    Clock::time_point at;
};

}  // namespace

TEST_CASE("a search that is stopped at any instant ends with values that stand", "[solve]") {
    std::mt19937 random(1);
    for (int round = 0; round < rounds_or_long(rounds(12, 6), 500); ++round) {
        const DesignProblem problem = street(random, 40, 6);
        DesignEffort effort;
        effort.go_on = StopSometime(random, 0.6);
        const DesignAnswer answer = solve_design(problem, effort);
        CAPTURE(round);
        CHECK(std::isfinite(cost_of_design(problem, answer.choice, answer.built)));
        CHECK(answer.cost == Approx(cost_of_design(problem, answer.choice, answer.built)));
        CHECK(answer.bound <= answer.cost + 1e-6);
    }
}

TEST_CASE("a search that has next to no time ends with values that stand", "[solve]") {
    std::mt19937 random(2);
    for (int round = 0; round < rounds_or_long(rounds(12, 6), 500); ++round) {
        const DesignProblem problem = street(random, 30, 5);
        DesignEffort effort;
        effort.most_s = std::uniform_real_distribution<>(0.001, 0.5)(random);
        const DesignAnswer answer = solve_design(problem, effort);
        CAPTURE(round, effort.most_s);
        CHECK(answer.cost == Approx(cost_of_design(problem, answer.choice, answer.built)));
    }
}

TEST_CASE("cutting and assigning with next to no time keep what they have", "[solve]") {
    std::mt19937 random(3);
    const Site site = large_site(40);
    for (int round = 0; round < rounds_or_long(rounds(8, 4), 500); ++round) {
        CuttingJob job;
        job.stock = {{30500, 100}, {50000, 150}, {100000, 280}};
        for (int i = 0; i < 25; ++i)
            job.pieces.push_back({std::uniform_int_distribution<int>(500, 30000)(random)});
        CuttingEffort effort;
        effort.most_s = std::uniform_real_distribution<>(0.001, 0.4)(random);
        const Cutting cutting = cut(job, effort);
        CAPTURE(round);
        std::size_t pieces = 0;
        for (const CutLength& one : cutting.lengths) pieces += one.pieces.size();
        CHECK(pieces == job.pieces.size());
        CHECK(cutting.price_bound <= cutting.price + 1e-6);
        AssignOptions options;
        options.most_s = effort.most_s;
        const Assignment assigned = assign_ports(site, shipped_catalogue(), options);
        CHECK((assigned.found || assigned.limit != AssignLimit::none));
    }
}

TEST_CASE("programmes and news go through bytes as they are, and cut off they are none",
          "[solve][bad-input]") {
    IntegerProgramme programme;
    programme.add(3.5, 2);
    programme.add(-1);
    programme.rows.push_back({-1e30, 4, {{0, 2.25}, {1, -1}}});
    ProgrammeEffort effort;
    effort.most_s = 1.25;
    effort.most_nodes = 7;
    effort.gap_share = 0.01;
    effort.seed = 9;
    effort.start = {1, 0};
    const std::string bytes = programme_to_bytes(programme, effort);
    const std::optional<ProgrammeAsked> back = programme_from_bytes(bytes);
    REQUIRE(back);
    CHECK(programme_to_bytes(back->programme, back->effort) == bytes);
    CHECK(back->programme.rows[0].terms == programme.rows[0].terms);
    for (std::size_t size = 0; size < bytes.size(); ++size)
        CHECK_FALSE(programme_from_bytes(std::string_view(bytes).substr(0, size)));
    SolverNews news{true, true, false, 2.5, {1, 0, 1}};
    std::string two = news_to_bytes(news) + news_to_bytes({}), half = two.substr(0, 20);
    CHECK_FALSE(take_news(half));
    CHECK(take_news(two)->values == news.values);
    CHECK(take_news(two));
    CHECK(two.empty());
}

TEST_CASE("a helper that is missing, late or stopped says so and leaves nothing running",
          "[process]") {
    HelperWork work;
    work.program = "no-such-helper";
    CHECK(run_helper(work) == HelperEnd::missing);
    REQUIRE_FALSE(helper_path(solver_program).empty());
    // Cut-off input: it ends at once, with another status.
    work.program = solver_program;
    work.input = "none";
    CHECK(run_helper(work) == HelperEnd::failed);
    std::mt19937 random(4);
    const DesignProblem problem = street(random, 60, 12);
    IntegerProgramme hard;  // a knapsack of halves: no search proves it soon
    ProgrammeRow row{25000.5, 25000.5, {}};
    for (int i = 0; i < 60; ++i)
        row.terms.push_back(
            {hard.add(1), 1000.0 + 2 * std::uniform_int_distribution<int>(0, 400)(random)});
    hard.rows.push_back(row);
    const std::string bytes = programme_to_bytes(hard, {});
    work.input = bytes;
    work.limits.most_s = 0.3;
    work.limits.most_answer_bytes = 1 << 20;
    const HelperEnd late = run_helper(work);
    CHECK((late == HelperEnd::late || late == HelperEnd::done));  // proven infeasible meanwhile
    work.limits.most_s = 60;
    int asked = 0;
    work.go_on = [&] { return ++asked < 2; };
    const HelperEnd stopped = run_helper(work);
    CHECK((stopped == HelperEnd::stopped || stopped == HelperEnd::done));
}
