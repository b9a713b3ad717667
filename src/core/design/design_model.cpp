// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/design_model.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <numeric>
#include <set>
#include <tuple>
#include <utility>

#include "core/solve/integer_programme.h"

namespace ovant {
namespace {

constexpr double row_limit = 1e30;
constexpr double infinite = std::numeric_limits<double>::infinity();
constexpr double slack = 1e-7;
constexpr int most_passes = 50;  // of moves that make a first answer cheaper

// What is built for a choice: what it needs, and what that needs.
void add_needs(const DesignProblem& problem, const std::vector<std::size_t>& needs,
               std::vector<bool>& built) {
    for (std::size_t thing : needs) {
        if (built[thing]) continue;
        built[thing] = true;
        add_needs(problem, problem.shared[thing].needs, built);
    }
}

std::vector<bool> built_for(const DesignProblem& problem, const std::vector<std::size_t>& choice) {
    std::vector<bool> built(problem.shared.size(), false);
    for (std::size_t c : choice) {
        if (c != not_served) add_needs(problem, problem.choices[c].needs, built);
    }
    return built;
}

bool is_cut_off(const DesignProblem& problem, const std::vector<std::size_t>& choice,
                const std::vector<bool>& built) {
    return std::any_of(problem.cuts.begin(), problem.cuts.end(), [&](const DesignCut& cut) {
        return std::all_of(cut.choices.begin(), cut.choices.end(),
                           [&](std::size_t c) { return choice[problem.choices[c].camera] == c; }) &&
               std::all_of(cut.shared.begin(), cut.shared.end(),
                           [&](std::size_t thing) { return built[thing]; });
    });
}

// One choice is never worse than the other: no dearer, and asks for nothing that the other does
// not.
bool dominates(const DesignChoice& one, const DesignChoice& other) {
    if (one.cost > other.cost) return false;
    for (std::size_t thing : one.needs) {
        if (std::find(other.needs.begin(), other.needs.end(), thing) == other.needs.end())
            return false;
    }
    for (const CapacityUse& use : one.uses) {
        double there = 0;
        for (const CapacityUse& same : other.uses)
            there += same.capacity == use.capacity ? same.amount : 0;
        if (use.amount > there) return false;
    }
    return true;
}

// For each choice one that does as well and has a column; most stand for themselves. What a cut
// names stays.
std::vector<std::size_t> stand_ins(const DesignProblem& problem) {
    std::vector<std::size_t> stands(problem.choices.size());
    std::iota(stands.begin(), stands.end(), std::size_t{0});
    std::set<std::size_t> named;
    for (const DesignCut& cut : problem.cuts) named.insert(cut.choices.begin(), cut.choices.end());
    std::vector<std::vector<std::size_t>> of(problem.cameras);
    for (std::size_t c = 0; c < problem.choices.size(); ++c)
        of[problem.choices[c].camera].push_back(c);
    for (const auto& choices : of) {
        for (std::size_t a : choices) {
            if (stands[a] != a || named.contains(a)) continue;
            for (std::size_t b : choices) {
                if (a == b || stands[b] != b || named.contains(b)) continue;
                if (dominates(problem.choices[a], problem.choices[b])) stands[b] = a;
            }
        }
    }
    for (std::size_t& c : stands) {
        while (stands[c] != c) c = stands[c];
    }
    return stands;
}

class Programme {
public:
    explicit Programme(const DesignProblem& problem)
        : problem_(problem), stands_(stand_ins(problem)), column_(problem.choices.size(), -1) {
        for (std::size_t i = 0; i < problem.cameras; ++i)
            unserved_.push_back(programme_.add(problem.unserved_cost));
        for (std::size_t c = 0; c < problem.choices.size(); ++c) {
            if (stands_[c] == c) column_[c] = programme_.add(problem.choices[c].cost);
        }
        for (const SharedThing& thing : problem.shared)
            shared_.push_back(programme_.add(thing.cost));
        one_way_each();
        what_is_used_is_built();
        no_more_than_there_is();
        one_of_each();
        cut_off();
    }

    DesignAnswer solve(const DesignEffort& effort, const DesignAnswer& first) const {
        ProgrammeEffort wanted;
        wanted.most_s = effort.most_s;
        wanted.most_nodes = effort.most_nodes;
        wanted.gap_share = effort.gap_share;
        wanted.start = values_of(first);
        const ProgrammeSolution solution = ovant::solve(programme_, wanted);
        DesignAnswer answer = first;
        answer.bound = std::max(0.0, solution.bound);
        if (!solution.found) return answer;
        std::vector<std::size_t> choice(problem_.cameras, not_served);
        for (std::size_t c = 0; c < column_.size(); ++c) {
            if (column_[c] >= 0 && solution.values[static_cast<std::size_t>(column_[c])] > 0.5)
                choice[problem_.choices[c].camera] = c;
        }
        const double cost = cost_of_choices(problem_, choice);
        if (cost < answer.cost) {
            answer.choice = std::move(choice);
            answer.built = built_for(problem_, answer.choice);
            answer.cost = cost;
        }
        answer.bound = std::min(answer.bound, answer.cost);
        answer.proven = solution.proven;
        return answer;
    }

private:
    void row(double low, double high, std::vector<std::pair<int, double>> terms) {
        programme_.rows.push_back({low, high, std::move(terms)});
    }

    void one_way_each() {
        std::vector<std::vector<std::pair<int, double>>> terms(problem_.cameras);
        for (std::size_t i = 0; i < problem_.cameras; ++i) terms[i].push_back({unserved_[i], 1});
        for (std::size_t c = 0; c < column_.size(); ++c) {
            if (column_[c] >= 0) terms[problem_.choices[c].camera].push_back({column_[c], 1});
        }
        for (auto& one : terms) row(1, 1, std::move(one));
    }

    // A row for each camera and thing: tighter than one for each choice, and far tighter than one
    // with a large factor for all cameras together.
    void what_is_used_is_built() {
        std::map<std::pair<std::size_t, std::size_t>, std::vector<std::pair<int, double>>> users;
        for (std::size_t c = 0; c < column_.size(); ++c) {
            if (column_[c] < 0) continue;
            const DesignChoice& choice = problem_.choices[c];
            std::vector<bool> built(problem_.shared.size(), false);
            add_needs(problem_, choice.needs, built);
            for (std::size_t thing = 0; thing < built.size(); ++thing) {
                if (built[thing]) users[{choice.camera, thing}].push_back({column_[c], 1});
            }
        }
        for (auto& [key, terms] : users) {
            terms.push_back({shared_[key.second], -1});
            row(-row_limit, 0, std::move(terms));
        }
        for (std::size_t thing = 0; thing < shared_.size(); ++thing) {
            for (std::size_t other : problem_.shared[thing].needs)
                row(-row_limit, 0, {{shared_[thing], 1}, {shared_[other], -1}});
        }
    }

    // What is there because something is built is there only then. An amount larger than all there
    // is takes the column away.
    void no_more_than_there_is() {
        std::vector<std::map<int, double>> used(problem_.capacities.size());
        const auto use = [&](const std::vector<CapacityUse>& uses, int column) {
            for (const CapacityUse& one : uses) used[one.capacity][column] += one.amount;
        };
        for (std::size_t c = 0; c < column_.size(); ++c) {
            if (column_[c] >= 0) use(problem_.choices[c].uses, column_[c]);
        }
        for (std::size_t thing = 0; thing < shared_.size(); ++thing)
            use(problem_.shared[thing].uses, shared_[thing]);
        for (std::size_t k = 0; k < used.size(); ++k) {
            const Capacity& capacity = problem_.capacities[k];
            double all = 0;
            for (auto& [column, amount] : used[k]) {
                all += amount;
                if (amount > capacity.most + slack)
                    programme_.most[static_cast<std::size_t>(column)] = 0;
            }
            if (all <= capacity.most && capacity.of == not_served) continue;
            std::vector<std::pair<int, double>> terms(used[k].begin(), used[k].end());
            if (capacity.of == not_served) {
                row(-row_limit, capacity.most, std::move(terms));
                continue;
            }
            // No larger than what can be used: the factor is as tight as it can be.
            const double most = std::min(capacity.most, all);
            bool own = false;
            for (auto& [column, amount] : terms) {
                if (column != shared_[capacity.of]) continue;
                amount -= most;
                own = true;
            }
            if (!own) terms.push_back({shared_[capacity.of], -most});
            row(-row_limit, 0, std::move(terms));
        }
    }

    void one_of_each() {
        std::map<int, std::vector<std::pair<int, double>>> groups;
        for (std::size_t thing = 0; thing < shared_.size(); ++thing) {
            if (problem_.shared[thing].one_of >= 0)
                groups[problem_.shared[thing].one_of].push_back({shared_[thing], 1});
        }
        for (auto& [group, terms] : groups) {
            if (terms.size() > 1) row(-row_limit, 1, std::move(terms));
        }
    }

    void cut_off() {
        for (const DesignCut& cut : problem_.cuts) {
            std::vector<std::pair<int, double>> terms;
            for (std::size_t c : cut.choices) terms.push_back({column_[c], 1});
            for (std::size_t thing : cut.shared) terms.push_back({shared_[thing], 1});
            const double most = static_cast<double>(terms.size()) - 1;
            row(-row_limit, most, std::move(terms));
        }
    }

    std::vector<double> values_of(const DesignAnswer& answer) const {
        std::vector<double> values(programme_.cost.size(), 0);
        for (std::size_t i = 0; i < problem_.cameras; ++i) {
            const std::size_t c = answer.choice[i];
            const int column = c == not_served ? unserved_[i] : column_[stands_[c]];
            values[static_cast<std::size_t>(column)] = 1;
        }
        std::vector<std::size_t> choice = answer.choice;
        for (std::size_t& c : choice) {
            if (c != not_served) c = stands_[c];
        }
        const std::vector<bool> built = built_for(problem_, choice);
        for (std::size_t thing = 0; thing < shared_.size(); ++thing)
            values[static_cast<std::size_t>(shared_[thing])] = built[thing];
        return values;
    }

    const DesignProblem& problem_;
    std::vector<std::size_t> stands_;
    std::vector<int> column_, unserved_, shared_;
    IntegerProgramme programme_;
};

DesignAnswer answer_of(const DesignProblem& problem, std::vector<std::size_t> choice) {
    DesignAnswer answer;
    answer.cost = cost_of_choices(problem, choice);
    answer.built = built_for(problem, choice);
    answer.choice = std::move(choice);
    return answer;
}

}  // namespace

double cost_of_choices(const DesignProblem& problem, const std::vector<std::size_t>& choice) {
    const std::vector<bool> built = built_for(problem, choice);
    if (is_cut_off(problem, choice, built)) return infinite;
    std::vector<double> used(problem.capacities.size(), 0);
    std::set<int> groups;
    double cost = 0;
    for (std::size_t c : choice) {
        cost += c == not_served ? problem.unserved_cost : problem.choices[c].cost;
        if (c == not_served) continue;
        for (const CapacityUse& use : problem.choices[c].uses) used[use.capacity] += use.amount;
    }
    for (std::size_t thing = 0; thing < built.size(); ++thing) {
        if (!built[thing]) continue;
        const SharedThing& one = problem.shared[thing];
        cost += one.cost;
        for (const CapacityUse& use : one.uses) used[use.capacity] += use.amount;
        if (one.one_of >= 0 && !groups.insert(one.one_of).second) return infinite;
    }
    for (std::size_t k = 0; k < used.size(); ++k) {
        const Capacity& capacity = problem.capacities[k];
        const double most = capacity.of == not_served || built[capacity.of] ? capacity.most : 0;
        if (used[k] > most + slack) return infinite;
    }
    return cost;
}

DesignAnswer greedy_design(const DesignProblem& problem) {
    std::vector<std::vector<std::size_t>> of(problem.cameras);
    for (std::size_t c = 0; c < problem.choices.size(); ++c)
        of[problem.choices[c].camera].push_back(c);
    std::vector<std::size_t> choice(problem.cameras, not_served);
    double cost = cost_of_choices(problem, choice);
    // The best and the second best for a camera as things stand.
    const auto best_for = [&](std::size_t camera) {
        std::pair<std::size_t, double> best{choice[camera], cost};
        double second = infinite;
        const std::size_t now = choice[camera];
        for (std::size_t c : of[camera]) {
            if (c == now) continue;
            choice[camera] = c;
            const double with = cost_of_choices(problem, choice);
            if (with < best.second - slack) {
                second = best.second;
                best = {c, with};
            } else {
                second = std::min(second, with);
            }
        }
        choice[camera] = now;
        return std::tuple(best.first, best.second, second);
    };
    std::set<std::size_t> waiting;
    for (std::size_t i = 0; i < problem.cameras; ++i) waiting.insert(i);
    while (!waiting.empty()) {
        std::size_t next = *waiting.begin(), taken = not_served;
        double most_lost = -1, cheapest = cost;
        for (std::size_t camera : waiting) {
            const auto [best, with, second] = best_for(camera);
            const double lost = std::min(second, problem.unserved_cost * 2 + cost) - with;
            if (best == choice[camera] || lost <= most_lost) continue;
            most_lost = lost;
            next = camera;
            taken = best;
            cheapest = with;
        }
        waiting.erase(next);
        if (taken == not_served) continue;
        choice[next] = taken;
        cost = cheapest;
    }
    for (int round = 0; round < most_passes; ++round) {
        bool moved = false;
        for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
            const auto [best, with, second] = best_for(camera);
            if (best == choice[camera]) continue;
            choice[camera] = best;
            cost = with;
            moved = true;
        }
        if (!moved) break;
    }
    return answer_of(problem, std::move(choice));
}

DesignAnswer solve_design(const DesignProblem& problem, const DesignEffort& effort) {
    DesignAnswer first = greedy_design(problem);
    if (effort.start.size() == problem.cameras) {
        DesignAnswer given = answer_of(problem, effort.start);
        if (given.cost < first.cost) first = std::move(given);
    }
    if (problem.cameras == 0) {
        first.proven = true;
        return first;
    }
    return Programme(problem).solve(effort, first);
}

}  // namespace ovant
