// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting against every way of cutting, and against published instances.
#include <algorithm>
#include <catch2/catch.hpp>
#include <map>
#include <numeric>
#include <random>
#include <set>

#include "core/parts/cutting.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

// A plan cuts each piece once, from a length that holds it, no more lengths than there are, pieces
// of one pull apart; its price, waste and left-overs are as they add up.
void check_sound(const CuttingJob& job, const Cutting& plan) {
    std::vector<int> times(job.pieces.size(), 0);
    for (std::size_t piece : plan.too_long) ++times[piece];
    std::map<std::size_t, int> taken;
    double price = 0;
    int waste = 0;
    for (const CutLength& length : plan.lengths) {
        const StockLength& stock = job.stock[length.stock];
        REQUIRE_FALSE(length.pieces.empty());
        ++taken[length.stock];
        int used = 0;
        std::set<int> pulls;
        for (std::size_t piece : length.pieces) {
            ++times[piece];
            used += job.pieces[piece].length;
            const int pull = job.pieces[piece].pull;
            if (pull >= 0) CHECK(pulls.insert(pull).second);
        }
        CHECK((!stock.single || length.pieces.size() == 1));
        price += stock.price + stock.price_per_length * used;
        if (stock.price_per_length > 0) continue;
        CHECK(used + length.left == stock.length);
        CHECK(length.left >= 0);
        if (length.left < job.worth_keeping) waste += length.left;
    }
    for (const auto& [stock, count] : taken) CHECK(count <= job.stock[stock].most);
    CHECK(std::all_of(times.begin(), times.end(), [](int n) { return n == 1; }));
    CHECK(plan.price == Approx(price).margin(1e-6));
    CHECK(plan.waste == waste);
    CHECK(plan.price_bound <= plan.price + 1e-6);
}

struct Best {
    int unserved = 0;
    double price = 0;
    int waste = 0;
};
bool better(const Best& a, const Best& b) {
    if (a.unserved != b.unserved) return a.unserved < b.unserved;
    if (std::abs(a.price - b.price) > 1e-6) return a.price < b.price;
    return a.waste < b.waste;
}

// Each piece into each length that is open, or a new one of each kind, or into none.
class EveryWay {
public:
    explicit EveryWay(const CuttingJob& job) : job_(job), taken_(job.stock.size(), 0) {
        best_.unserved = 1000;
        go(0, 0);
    }
    const Best& best() const { return best_; }

private:
    struct Open {
        std::size_t stock;
        int used;
        std::vector<std::size_t> pieces;
    };
    void go(std::size_t piece, int unserved) {
        if (unserved > best_.unserved) return;
        if (piece == job_.pieces.size()) return close(unserved);
        const PieceToCut& one = job_.pieces[piece];
        for (std::size_t i = 0; i < open_.size(); ++i) {
            const StockLength& stock = job_.stock[open_[i].stock];
            const bool pulled =
                std::any_of(open_[i].pieces.begin(), open_[i].pieces.end(), [&](std::size_t other) {
                    return one.pull >= 0 && job_.pieces[other].pull == one.pull;
                });
            if (stock.single || pulled || open_[i].used + one.length > stock.length) continue;
            open_[i].used += one.length;
            open_[i].pieces.push_back(piece);
            go(piece + 1, unserved);
            open_[i].pieces.pop_back();
            open_[i].used -= one.length;
        }
        for (std::size_t s = 0; s < job_.stock.size(); ++s) {
            if (taken_[s] >= job_.stock[s].most || one.length > job_.stock[s].length) continue;
            ++taken_[s];
            open_.push_back({s, one.length, {piece}});
            go(piece + 1, unserved);
            open_.pop_back();
            --taken_[s];
        }
        go(piece + 1, unserved + 1);
    }
    void close(int unserved) {
        Best now{unserved, 0, 0};
        for (const Open& one : open_) {
            const StockLength& stock = job_.stock[one.stock];
            now.price += stock.price + stock.price_per_length * one.used;
            const int left = stock.length - one.used;
            if (stock.price_per_length == 0 && left < job_.worth_keeping) now.waste += left;
        }
        if (better(now, best_)) best_ = now;
    }

    const CuttingJob& job_;
    std::vector<int> taken_;
    std::vector<Open> open_;
    Best best_;
};

int pick(std::mt19937& random, int from, int to) {
    return from + static_cast<int>(random() % static_cast<unsigned>(to - from + 1));
}

// Packages, left-overs, leads and metre ware mixed; now and then a piece nothing holds.
CuttingJob random_job(std::mt19937& random) {
    CuttingJob job;
    const int packages = pick(random, 1, 3);
    for (int i = 0; i < packages; ++i) {
        const int length = pick(random, 4, 30) * 10;
        job.stock.push_back({length, double(pick(random, 20, 60)) * length / 100.0});
    }
    if (pick(random, 0, 1)) job.stock.push_back({pick(random, 20, 250), 0, pick(random, 1, 2)});
    if (pick(random, 0, 3) == 0) job.stock.push_back({pick(random, 5, 60), 9.5, unlimited, true});
    if (pick(random, 0, 3) == 0) job.stock.push_back({100000, 0, unlimited, true, 0.61});
    const int pieces = pick(random, 1, 6), pulls = pick(random, 0, 2);
    for (int i = 0; i < pieces; ++i)
        job.pieces.push_back(
            {pick(random, 3, 150), pulls && pick(random, 0, 2) ? pick(random, 0, pulls - 1) : -1});
    if (pick(random, 0, 2) == 0) job.pieces.push_back(job.pieces[0]);
    job.worth_keeping = pick(random, 0, 2) * 15;
    return job;
}

// So many pieces of each length, all from one length at 1 each: how many lengths.
CuttingJob rolls(int length, const std::vector<std::pair<int, int>>& orders) {
    CuttingJob job;
    job.stock.push_back({length, 1});
    for (const auto& [piece, count] : orders) {
        for (int i = 0; i < count; ++i) job.pieces.push_back({piece});
    }
    return job;
}

}  // namespace

TEST_CASE("small jobs are cut as the best of all ways", "[cutting]") {
    std::mt19937 random(13);
    int unserved = 0;
    for (int round = 0; round < rounds(300, 60); ++round) {
        const CuttingJob job = random_job(random);
        const Best best = EveryWay(job).best();
        CAPTURE(round, job.pieces.size(), job.stock.size());
        unserved += best.unserved > 0;
        for (std::size_t most_patterns : {std::size_t{4000}, std::size_t{0}}) {
            CAPTURE(most_patterns);
            CuttingEffort effort;
            effort.most_patterns = most_patterns;
            const Cutting plan = cut(job, effort);
            check_sound(job, plan);
            CHECK(plan.too_long.size() == static_cast<std::size_t>(best.unserved));
            CHECK(plan.least_price);
            CHECK(plan.price == Approx(best.price).margin(1e-6));
            if (most_patterns > 0) CHECK(plan.least_waste);
            if (plan.least_waste) CHECK(plan.waste == best.waste);
            if (!plan.least_waste) CHECK(plan.waste >= best.waste);
        }
    }
    CHECK(unserved > 5);
}

TEST_CASE("published cutting problems are solved to their optimum", "[cutting]") {
    // Each from memory.
    struct Instance {
        const char* source;
        CuttingJob job;
        double optimum;
    };
    const Instance instances[] = {
        {"Chvatal, Linear Programming (1983), chapter 13: raws of 100",
         rolls(100, {{45, 97}, {36, 610}, {31, 395}, {14, 211}}), 453},
        {"Fourer, Gay, Kernighan, modelling language for mathematical programming, chapter on "
         "column generation: rolls of 110",
         rolls(110, {{20, 48}, {45, 35}, {50, 24}, {55, 10}, {75, 8}}), 47},
        {"the paper machine of the encyclopaedia's article on cutting stock: rolls of 5600 mm",
         rolls(5600, {{1380, 22},
                      {1520, 25},
                      {1560, 12},
                      {1710, 14},
                      {1820, 18},
                      {1880, 18},
                      {1930, 20},
                      {2000, 10},
                      {2050, 12},
                      {2100, 14},
                      {2140, 16},
                      {2150, 18},
                      {2200, 20}}),
         73},
        {"Martello and Toth, Knapsack Problems (1990), chapter 8: bins of 100",
         rolls(100, {{50, 2}, {60, 1}, {30, 1}, {70, 1}, {40, 1}}), 3},
        {"Winston, Operations Research, Woodco: boards of 17 ft",
         rolls(17, {{3, 25}, {5, 20}, {9, 15}}), 19}};
    for (const Instance& one : instances) {
        CAPTURE(one.source);
        const Cutting plan = cut(one.job);
        check_sound(one.job, plan);
        CHECK(plan.least_price);
        CHECK(plan.price == Approx(one.optimum));
    }
}

TEST_CASE("two hundred lengths in three packages are proven or nearly so", "[cutting]") {
    for (unsigned seed = 1; seed <= static_cast<unsigned>(rounds(3, 1)); ++seed) {
        std::mt19937 random(seed);
        CuttingJob job;
        job.stock = {{100, 49.00}, {305, 128.10}, {500, 199.00}};
        job.worth_keeping = 10;
        for (int i = 0; i < 200; ++i) job.pieces.push_back({pick(random, 8, 98)});
        CuttingEffort effort;
        effort.most_s = 300;  // how long it takes is for the benchmarks
        const Cutting plan = cut(job, effort);
        check_sound(job, plan);
        CAPTURE(seed, plan.price, plan.price_bound, plan.waste);
        CHECK((plan.price - plan.price_bound) / plan.price <= 0.005);
    }
}

TEST_CASE("jobs at the edge of sense", "[cutting][bad-input]") {
    CHECK(cut({}).least_price);
    const Cutting none = cut({{}, {{5}, {7}}, 0});
    CHECK(none.too_long == std::vector<std::size_t>{0, 1});
    // Just fitting, and just not.
    CHECK(cut({{{100, 4}}, {{60}, {40}}, 0}).lengths.size() == 1);
    CHECK(cut({{{100, 4}}, {{60}, {41}}, 0}).lengths.size() == 2);
    CHECK(cut({{{100, 4}}, {{101}}, 0}).too_long.size() == 1);
    // A left-over that is used up.
    const Cutting used = cut({{{100, 4}, {120, 0, 1}}, {{110}, {110}}, 0});
    CHECK(used.lengths.size() == 1);
    CHECK(used.too_long.size() == 1);
    CHECK(used.price == Approx(0));
    // Everything is free.
    CHECK(cut({{{100, 0}}, {{60}, {60}, {60}}, 0}).lengths.size() == 3);
    // A left-over is not used up where the drum that is bought anyhow wastes nothing.
    CuttingEffort columns;
    columns.most_patterns = 0;
    const Cutting spared = cut({{{100, 4}, {60, 0, 1}}, {{55}, {30}, {15}}, 10}, columns);
    CHECK(spared.price == Approx(4));
    CHECK(spared.waste == 0);
    CHECK(spared.lengths.size() == 1);
}
