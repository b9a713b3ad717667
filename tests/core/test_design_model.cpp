// SPDX-License-Identifier: GPL-3.0-or-later
// The design of all cameras as a programme: against every way of choosing.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>
#include <random>

#include "core/design/design_model.h"
#include "core/solve/integer_programme.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

int pick_of(std::mt19937& random, int from, int to) {
    return std::uniform_int_distribution<int>(from, to)(random);
}

// Cameras that lean on cabinets, which need ways opened; ports and watts of each are few.
DesignProblem random_problem(std::mt19937& random, int cameras) {
    DesignProblem problem;
    problem.cameras = static_cast<std::size_t>(cameras);
    problem.unserved_cost = pick_of(random, 0, 1) ? 500 : 5000;
    const int ways = pick_of(random, 0, 3), cabinets = pick_of(random, 0, 3);
    for (int i = 0; i < ways; ++i) {
        SharedThing way;
        way.cost = pick_of(random, 0, 200);
        problem.shared.push_back(way);
    }
    for (int i = 0; i < cabinets; ++i) {
        SharedThing cabinet;
        cabinet.cost = pick_of(random, 20, 300);
        if (ways > 0 && pick_of(random, 0, 1))
            cabinet.needs.push_back(static_cast<std::size_t>(pick_of(random, 0, ways - 1)));
        if (pick_of(random, 0, 2) == 0) cabinet.one_of = 0;
        const std::size_t thing = problem.shared.size();
        problem.capacities.push_back({static_cast<double>(pick_of(random, 1, 3)), thing});
        problem.capacities.push_back({static_cast<double>(pick_of(random, 10, 60)), thing});
        problem.shared.push_back(cabinet);
    }
    const std::size_t ports = problem.capacities.size();
    problem.capacities.push_back({static_cast<double>(pick_of(random, 0, 3)), not_served});
    // Switches that bring more ports; the second needs the first.
    for (int i = 0, switches = pick_of(random, 0, 2); i < switches; ++i) {
        SharedThing more;
        more.cost = pick_of(random, 30, 200);
        more.uses.push_back({ports, -static_cast<double>(pick_of(random, 1, 3))});
        if (i > 0) more.needs.push_back(problem.shared.size() - 1);
        problem.shared.push_back(more);
    }
    for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
        for (int n = pick_of(random, 0, 4); n > 0; --n) {
            DesignChoice choice;
            choice.camera = camera;
            choice.cost = pick_of(random, 10, 400);
            if (ways > 0 && pick_of(random, 0, 1))
                choice.needs.push_back(static_cast<std::size_t>(pick_of(random, 0, ways - 1)));
            const int from = pick_of(random, 0, cabinets);
            if (from < cabinets) {
                choice.needs.push_back(static_cast<std::size_t>(ways + from));
                choice.uses.push_back({static_cast<std::size_t>(2 * from), 1});
                choice.uses.push_back({static_cast<std::size_t>(2 * from + 1),
                                       static_cast<double>(pick_of(random, 5, 30))});
            } else {
                choice.uses.push_back({ports, 1});
            }
            problem.choices.push_back(choice);
        }
    }
    for (int n = pick_of(random, 0, 2); n > 0 && !problem.choices.empty(); --n) {
        DesignCut cut;
        const int last = static_cast<int>(problem.choices.size()) - 1;
        for (int k = pick_of(random, 1, 2); k > 0; --k) {
            const auto c = static_cast<std::size_t>(pick_of(random, 0, last));
            if (std::find(cut.choices.begin(), cut.choices.end(), c) == cut.choices.end())
                cut.choices.push_back(c);
        }
        problem.cuts.push_back(cut);
    }
    return problem;
}

void build(const DesignProblem& problem, const std::vector<std::size_t>& needs,
           std::vector<bool>& built) {
    for (std::size_t thing : needs) {
        built[thing] = true;
        build(problem, problem.shared[thing].needs, built);
    }
}

// Every choice for every camera, or none, with every set of things that bring something.
double least_of_all(const DesignProblem& problem) {
    double least = std::numeric_limits<double>::infinity();
    std::vector<std::size_t> bringers;
    for (std::size_t thing = 0; thing < problem.shared.size(); ++thing) {
        for (const CapacityUse& use : problem.shared[thing].uses) {
            if (use.amount < 0) bringers.push_back(thing);
        }
    }
    std::vector<std::size_t> choice(problem.cameras, not_served);
    const std::function<void(std::size_t)> try_from = [&](std::size_t camera) {
        if (camera == problem.cameras) {
            for (std::size_t set = 0; set < (std::size_t{1} << bringers.size()); ++set) {
                std::vector<bool> built(problem.shared.size(), false);
                for (std::size_t c : choice) {
                    if (c != not_served) build(problem, problem.choices[c].needs, built);
                }
                for (std::size_t i = 0; i < bringers.size(); ++i) {
                    if ((set >> i) & 1) build(problem, {bringers[i]}, built);
                }
                least = std::min(least, cost_of_design(problem, choice, built));
            }
            return;
        }
        try_from(camera + 1);
        for (std::size_t c = 0; c < problem.choices.size(); ++c) {
            if (problem.choices[c].camera != camera) continue;
            choice[camera] = c;
            try_from(camera + 1);
        }
        choice[camera] = not_served;
    };
    try_from(0);
    return least;
}

}  // namespace

TEST_CASE("small designs cost what the best of all choices costs", "[design]") {
    std::mt19937 random(41);
    int left_out = 0, shared = 0, better = 0;
    for (int round = 0; round < rounds(400, 60); ++round) {
        const DesignProblem problem = random_problem(random, pick_of(random, 1, 5));
        CAPTURE(round, problem.choices.size());
        const DesignAnswer answer = solve_design(problem);
        CHECK(answer.proven);
        CHECK(answer.cost == Approx(least_of_all(problem)));
        CHECK(answer.bound == Approx(answer.cost));
        CHECK(answer.cost == Approx(cost_of_design(problem, answer.choice, answer.built)));
        for (std::size_t c : answer.choice) left_out += c == not_served;
        for (bool built : answer.built) shared += built;
        const DesignAnswer greedy = greedy_design(problem);
        CHECK(greedy.cost >= answer.cost - 1e-6);
        CHECK(std::isfinite(greedy.cost));
        better += answer.cost < greedy.cost - 1e-6;
        // The same again.
        const DesignAnswer again = solve_design(problem);
        CHECK(again.choice == answer.choice);
        CHECK(again.built == answer.built);
    }
    CHECK(left_out > 20);
    CHECK(shared > 50);
    CHECK(better > 3);
}

TEST_CASE("what is begun with is not made worse, whatever stops the search", "[design]") {
    std::mt19937 random(7);
    for (int round = 0; round < rounds(20, 4); ++round) {
        const DesignProblem problem = random_problem(random, 14);
        const DesignAnswer greedy = greedy_design(problem);
        DesignEffort effort;
        effort.most_nodes = 1;
        effort.start = greedy.choice;
        const DesignAnswer answer = solve_design(problem, effort);
        CHECK(answer.cost <= greedy.cost + 1e-6);
        CHECK(answer.bound <= answer.cost + 1e-6);
        CHECK(std::isfinite(cost_of_choices(problem, answer.choice)));
    }
}

TEST_CASE("a cabinet is shared where it pays, and only as many as it holds", "[design]") {
    // Each camera costs 100 alone, 20 at a cabinet of 150 with two ports of 30 W.
    DesignProblem problem;
    problem.cameras = 3;
    SharedThing cabinet;
    cabinet.cost = 150;
    problem.shared.push_back(cabinet);
    problem.capacities = {{2, 0}, {30, 0}};
    for (std::size_t camera = 0; camera < 3; ++camera) {
        problem.choices.push_back({camera, 100, {}, {}});
        problem.choices.push_back({camera, 20, {0}, {{0, 1}, {1, 15}}});
    }
    // Two there: 150 + 40 + 100 = 290; none: 300.
    CHECK(solve_design(problem).cost == Approx(290));
    problem.shared[0].cost = 160.5;
    CHECK(solve_design(problem).cost == Approx(300));
    problem.shared[0].cost = 150;
    problem.capacities[1].most = 29.9;  // watts of one only
    CHECK(solve_design(problem).cost == Approx(300));
    problem.capacities = {{3, 0}, {45, 0}};
    CHECK(solve_design(problem).cost == Approx(210));
    // What was judged and does not hold is not chosen again.
    problem.cuts.push_back({{1, 3, 5}, {0}, {}});
    CHECK(solve_design(problem).cost == Approx(290));
    problem.cuts.push_back({{}, {0}, {}});
    CHECK(solve_design(problem).cost == Approx(300));
}

TEST_CASE("designs at the edge of sense", "[design][bad-input]") {
    CHECK(solve_design({}).proven);
    DesignProblem alone;
    alone.cameras = 2;
    alone.unserved_cost = 7;
    const DesignAnswer none = solve_design(alone);
    CHECK(none.cost == Approx(14));
    CHECK(none.choice == std::vector<std::size_t>{not_served, not_served});
    // Dearer than to leave it out.
    alone.choices.push_back({0, 8, {}, {}});
    CHECK(solve_design(alone).cost == Approx(14));
    alone.choices.push_back({0, 6, {}, {}});
    CHECK(solve_design(alone).cost == Approx(13));
    // A start that cannot be is left aside.
    DesignEffort effort;
    alone.capacities.push_back({0, not_served});
    alone.choices.push_back({1, 1, {}, {{0, 1}}});
    effort.start = {1, 2};
    CHECK(solve_design(alone, effort).cost == Approx(13));
}

TEST_CASE("a programme may begin with values, stop at nodes, and says its bound", "[solve]") {
    // Knapsack: most worth in 10, as least of what is negative.
    IntegerProgramme programme;
    ProgrammeRow weight{0, 10, {}};
    for (auto [worth, heavy] : {std::pair(-6.0, 5.0), {-5.0, 4.0}, {-5.0, 6.0}, {-1.0, 1.0}})
        weight.terms.push_back({programme.add(worth), heavy});
    programme.rows.push_back(weight);
    const ProgrammeSolution best = solve(programme);
    CHECK(best.proven);
    CHECK(best.cost == Approx(-12));
    CHECK(best.bound == Approx(-12));
    CHECK(satisfies(programme, best.values));
    CHECK_FALSE(satisfies(programme, {1, 1, 1, 0}));
    CHECK_FALSE(satisfies(programme, {1, 1}));
    CHECK_FALSE(satisfies(programme, {2, 0, 0, 0}));
    ProgrammeEffort effort;
    effort.start = {0, 1, 1, 0};
    CHECK(solve(programme, effort).cost == Approx(-12));
    effort.start = {1, 1, 1, 1};  // satisfies nothing: left aside
    CHECK(solve(programme, effort).cost == Approx(-12));
    effort.most_nodes = 1;
    effort.start = {0, 0, 0, 1};
    const ProgrammeSolution stopped = solve(programme, effort);
    CHECK(stopped.found);
    CHECK(stopped.cost <= -1);
    CHECK(stopped.bound <= stopped.cost + 1e-9);
}
