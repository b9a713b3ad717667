// SPDX-License-Identifier: GPL-3.0-or-later
// Designs of whole sites against every choice there is, and against each camera's best way in turn.
#include <catch2/catch.hpp>

#include <algorithm>
#include <functional>
#include <random>

#include "core/design/assemble.h"
#include "core/design/design.h"
#include "core/format/site_json.h"
#include "support/design_checks.h"
#include "support/sanitizer.h"
#include "support/sites.h"
#include "support/whole_sites.h"

using namespace ovant;

namespace {

constexpr int most_built = 200;  // cheaper choices of one site

// Goes through every choice for every camera that costs no more, builds it and has it judged: none
// that costs less may hold. Returns how many there were; at least the design itself.
int no_dearer_choices(const Site& site, const Catalogue& catalogue, double than) {
    const Candidates candidates = find_candidates(site, catalogue, {});
    const Assembled assembled = assemble(candidates, {1, 0, 0.01, {}, {}, {}}, false);
    const DesignProblem& problem = assembled.problem;
    std::vector<std::vector<std::size_t>> of(problem.cameras);
    for (std::size_t c = 0; c < problem.choices.size(); ++c)
        of[problem.choices[c].camera].push_back(c);
    int tried = 0;
    std::vector<std::size_t> choice(problem.cameras, not_served);
    using Built = std::vector<bool>;
    const std::function<double(const std::vector<std::size_t>&, Built&)> build =
        [&](const std::vector<std::size_t>& needs, Built& built) {
            double cost = 0;
            for (std::size_t thing : needs) {
                if (built[thing]) continue;
                built[thing] = true;
                cost += problem.shared[thing].cost + build(problem.shared[thing].needs, built);
            }
            return cost;
        };
    const std::function<void(std::size_t, double, const Built&)> go_on =
        [&](std::size_t camera, double cost, const Built& before) {
            if (cost > than + 0.01 || tried >= most_built) return;
            if (camera < problem.cameras) {
                go_on(camera + 1, cost + problem.unserved_cost, before);
                for (std::size_t c : of[camera]) {
                    choice[camera] = c;
                    Built built = before;
                    const double more = build(problem.choices[c].needs, built);
                    go_on(camera + 1, cost + problem.choices[c].cost + more, built);
                    choice[camera] = not_served;
                }
                return;
            }
            DesignAnswer answer;
            answer.choice = choice;
            answer.built = built_for(problem, choice);
            answer.cost = cost_of_design(problem, choice, answer.built);
            if (!(answer.cost < than + 0.01)) return;
            ++tried;
            const std::optional<PlacedDesign> placed =
                place(candidates, assembled, answer, site, catalogue);
            if (!placed) return;
            const Assessment now = assess(placed->site, catalogue);
            bool holds = true;
            for (std::size_t i = 0; i < problem.cameras; ++i) {
                if (choice[i] == not_served) continue;
                const RunAssessment* run = now.run(candidates.cameras[i].id);
                const bool as_alone = run && run->verdict == candidates.ways[choice[i]].verdict;
                holds = holds && as_alone;
            }
            for (const UnitAssessment& unit : now.units)
                holds = holds && unit.verdict != Verdict::fails;
            CAPTURE(answer.cost, than);
            CHECK_FALSE((holds && answer.cost < than - 0.01));
        };
    go_on(0, 0, Built(problem.shared.size(), false));
    return tried;
}

}  // namespace

TEST_CASE("small sites cost what the best of all choices costs", "[design]") {
    std::mt19937 random(11);
    int looked_at = 0, shared = 0, left_out = 0, in_turn = 0;
    for (int round = 0; round < rounds_or_long(rounds(40, 12), 200); ++round) {
        const int cameras = std::uniform_int_distribution<int>(1, 5)(random);
        const Site site =
            undesigned_site(random, cameras, std::uniform_int_distribution<int>(0, 3)(random));
        const Catalogue& catalogue = shipped_catalogue();
        CAPTURE(round, cameras);
        DesignWishes wishes;
        wishes.most_s = 300;
        const SiteDesign design = design_site(site, catalogue, wishes);
        check_design(design, site, catalogue);
        // Something that only comes about one after the other was cheaper: rare, and taken.
        in_turn += design.in_turn;
        if (design.in_turn) continue;
        CHECK(design.proven);
        const int tried = no_dearer_choices(site, catalogue, design.cost);
        CHECK(tried > 0);
        looked_at += tried;
        for (const DesignedCamera& one : design.cameras) {
            shared += !one.shares_with.empty();
            left_out += !one.served;
        }
    }
    WARN("small sites: " << looked_at << " choices no dearer, built and judged, " << shared
                         << " cameras share, " << left_out << " left out, " << in_turn
                         << " times one after the other was cheaper");
    CHECK(shared > 5);
    CHECK(left_out < 60);
    CHECK(looked_at > 0);
    CHECK(in_turn < 10);
}

TEST_CASE("designs are never worse than each camera's best way in turn", "[design]") {
    std::mt19937 random(23);
    double in_turn = 0, designed = 0;
    int better = 0;
    for (int round = 0; round < rounds_or_long(rounds(15, 5), 100); ++round) {
        const Site site = undesigned_site(random, std::uniform_int_distribution<int>(6, 14)(random),
                                          std::uniform_int_distribution<int>(1, 5)(random));
        const Catalogue& catalogue = shipped_catalogue();
        CAPTURE(round);
        DesignWishes wishes;
        wishes.most_s = 300;
        const SiteDesign design = design_site(site, catalogue, wishes);
        check_design(design, site, catalogue);
        Site turn = site;
        for (const Device& device : site.devices) {
            if (ends_a_run(device, catalogue)) turn = with_best_way(turn, catalogue, device.id);
        }
        const Assessment of_turn = assess(turn, catalogue),
                         of_design = assess(design.site, catalogue);
        const auto works = [](const Assessment& of) { return of.summary.holds + of.summary.tight; };
        CHECK(works(of_design) >= works(of_turn));
        // Cost against cost only where both serve the same, and neither has more that is tight.
        if (works(of_design) != works(of_turn) || of_design.summary.tight > of_turn.summary.tight)
            continue;
        const Network before = lay_out(site, catalogue);
        const double turn_price = figures_against(before, lay_out(turn, catalogue)).price;
        CHECK(design.after.price <= turn_price + 0.01 * 200);
        in_turn += turn_price;
        designed += design.after.price;
        better += design.after.price < turn_price - 1;
    }
    WARN("middle sites: in turn " << in_turn << ", designed " << designed << ", " << better
                                  << " cheaper");
    CHECK(designed < in_turn);
    CHECK(better > 0);
}
