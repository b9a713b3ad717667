// SPDX-License-Identifier: GPL-3.0-or-later
// Exercise: a fault is hidden so that it can be found, and an expert finds most.
#include <catch2/catch.hpp>

#include <algorithm>
#include <set>

#include "core/prove/exercise.h"
#include "support/builder.h"
#include "support/sanitizer.h"

using namespace ovant;

TEST_CASE("a hidden fault is the same for a seed, findable, and an expert mostly names it",
          "[exercise]") {
    const Site site = demo_site();
    const Catalogue catalogue = shipped_catalogue();
    std::set<FaultKind> kinds;
    int named = 0, asked = 0;
    for (unsigned seed = 1; seed <= static_cast<unsigned>(rounds(12, 6)); ++seed) {
        const Result<Exercise> exercise = start_exercise(site, catalogue, {{}, "", seed});
        REQUIRE(exercise);
        const Result<Exercise> again = start_exercise(site, catalogue, {{}, "", seed});
        REQUIRE(again);
        CHECK(again->hidden == exercise->hidden);
        CHECK(again->readings == exercise->readings);
        CHECK(exercise->hidden.kind != FaultKind::none);
        CHECK(exercise->readings.size() == exercise->minutes.size());
        CHECK(exercise->run.readings.empty());
        CHECK(is_hidden(*exercise, catalogue, exercise->hidden));
        CHECK_FALSE(is_hidden(*exercise, catalogue, {}));
        kinds.insert(exercise->hidden.kind);
        const std::vector<ExpertStep> steps = expert(*exercise, catalogue);
        REQUIRE_FALSE(steps.empty());
        std::set<std::size_t> taken;
        for (const ExpertStep& step : steps) CHECK(taken.insert(step.reading).second);
        ++asked;
        named += is_hidden(*exercise, catalogue, steps.back().first);
        CHECK(minutes_for(*exercise, {steps.front().reading}) ==
              *std::min_element(exercise->minutes.begin(), exercise->minutes.end()));
    }
    CHECK(kinds.size() >= static_cast<std::size_t>(rounds(5, 3)));
    CHECK(named * 3 >= asked * 2);
}

TEST_CASE("exercise of one kind, at one camera; and where there is none", "[exercise]") {
    const Catalogue catalogue = shipped_catalogue();
    const Result<Exercise> clad =
        start_exercise(demo_site(), catalogue, {FaultKind::pair_open, "K01", 3});
    REQUIRE(clad);
    CHECK(clad->hidden.kind == FaultKind::pair_open);
    CHECK(clad->camera == "K01");
    CHECK(start_exercise(demo_site(), catalogue, {{}, "K99", 1}).error().code ==
          ErrorCode::not_possible);
    CHECK(start_exercise(HeadEnd().site, catalogue, {}).error().code == ErrorCode::not_possible);
    const Site taken = with_taken(*clad, {0, 1});
    CHECK(taken.readings.size() == 2);
}
