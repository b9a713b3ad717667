// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/design_model.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <limits>
#include <map>
#include <memory>
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
constexpr int most_passes = 4;  // of moves that make a first answer cheaper

// What is built for a choice: what it needs, and what that needs.
void add_needs(const DesignProblem& problem, const std::vector<std::size_t>& needs,
               std::vector<bool>& built) {
    for (std::size_t thing : needs) {
        if (built[thing]) continue;
        built[thing] = true;
        add_needs(problem, problem.shared[thing].needs, built);
    }
}

// The same as a list, in order.
std::vector<std::size_t> all_needs(const DesignProblem& problem,
                                   const std::vector<std::size_t>& needs) {
    std::vector<std::size_t> out, waiting = needs;
    while (!waiting.empty()) {
        const std::size_t thing = waiting.back();
        waiting.pop_back();
        if (std::find(out.begin(), out.end(), thing) != out.end()) continue;
        out.push_back(thing);
        const auto& more = problem.shared[thing].needs;
        waiting.insert(waiting.end(), more.begin(), more.end());
    }
    std::sort(out.begin(), out.end());
    return out;
}

bool all_there(const DesignProblem& problem, const DesignCut& cut,
               const std::vector<std::size_t>& choice, const std::vector<bool>& built) {
    const auto taken = [&](std::size_t c) { return choice[problem.choices[c].camera] == c; };
    // Another choice of the same camera does as well.
    const auto camera_there = [&](std::size_t c) {
        return std::any_of(cut.choices.begin(), cut.choices.end(), [&](std::size_t other) {
            return problem.choices[other].camera == problem.choices[c].camera && taken(other);
        });
    };
    return std::all_of(cut.choices.begin(), cut.choices.end(), camera_there) &&
           std::all_of(cut.shared.begin(), cut.shared.end(),
                       [&](std::size_t thing) { return built[thing]; });
}

// What the cuts ask for; infinite where they forbid it.
double price_of_cuts(const DesignProblem& problem, const std::vector<std::size_t>& choice,
                     const std::vector<bool>& built) {
    double price = 0;
    for (const DesignCut& cut : problem.cuts) {
        if (all_there(problem, cut, choice, built)) price += cut.price.value_or(infinite);
    }
    return price;
}

// So much more is used of a capacity than there is.
double lacking(const DesignProblem& problem, const std::vector<double>& used,
               const std::vector<bool>& built, std::size_t k) {
    const Capacity& capacity = problem.capacities[k];
    const bool there = capacity.of == not_served || built[capacity.of];
    return used[k] - (there ? capacity.most : 0);
}

// Things that bring something, by the capacity.
using Bringers = std::vector<std::vector<std::size_t>>;
Bringers bringers_of(const DesignProblem& problem) {
    Bringers out(problem.capacities.size());
    for (std::size_t thing = 0; thing < problem.shared.size(); ++thing) {
        for (const CapacityUse& use : problem.shared[thing].uses) {
            if (use.amount < 0) out[use.capacity].push_back(thing);
        }
    }
    return out;
}

// Which choices are taken and what is built for them, with what that costs and uses kept up to
// date.
class Taken {
public:
    explicit Taken(const DesignProblem& problem)
        : problem_(&problem),
          facts_(std::make_shared<Facts>(problem)),
          choice_(problem.cameras, not_served),
          wanted_(problem.shared.size(), 0),
          built_(problem.shared.size(), false),
          used_(problem.capacities.size(), 0),
          cost_(problem.unserved_cost * double(problem.cameras)) {}

    double cost() const { return cost_ + price_of_cuts(*problem_, choice_, built_); }
    const std::vector<std::size_t>& choice() const { return choice_; }
    const std::vector<bool>& built() const { return built_; }

    void put(std::size_t camera, std::size_t c) {
        if (choice_[camera] != not_served) {
            const DesignChoice& was = problem_->choices[choice_[camera]];
            cost_ -= was.cost;
            use(was.uses, -1);
            for (std::size_t thing : was.needs) let_go(thing);
        } else {
            cost_ -= problem_->unserved_cost;
        }
        choice_[camera] = c;
        if (c == not_served) {
            cost_ += problem_->unserved_cost;
            return;
        }
        const DesignChoice& now = problem_->choices[c];
        cost_ += now.cost;
        use(now.uses, 1);
        for (std::size_t thing : now.needs) want(thing);
    }
    void want(std::size_t thing) {
        if (wanted_[thing]++ > 0) return;
        const SharedThing& one = problem_->shared[thing];
        set_built(thing, true);
        cost_ += one.cost;
        use(one.uses, 1);
        for (std::size_t other : one.needs) want(other);
    }
    void let_go(std::size_t thing) {
        if (--wanted_[thing] > 0) return;
        const SharedThing& one = problem_->shared[thing];
        set_built(thing, false);
        cost_ -= one.cost;
        use(one.uses, -1);
        for (std::size_t other : one.needs) let_go(other);
    }

    // Nothing is used that is not there, and all of it may stand together.
    bool stands() const { return short_ == 0 && may_stand(); }
    // Builds what brings enough; false where nothing does, or it may not stand.
    bool settle() {
        if (short_ == 0) return may_stand();
        for (std::size_t round = 0; round <= problem_->shared.size(); ++round) {
            std::size_t short_of = not_served;
            for (std::size_t k = 0; k < used_.size() && short_of == not_served; ++k) {
                if (lacking(*problem_, used_, built_, k) > slack) short_of = k;
            }
            if (short_of == not_served) return may_stand();
            if (!bring(short_of)) return false;
        }
        return false;
    }
    // Lets go of what was built for what it brings, and builds again what is still wanted of it.
    void settle_anew() {
        Taken other = *this;
        for (std::size_t thing : other.brought_) other.let_go(thing);
        other.brought_.clear();
        if (other.settle() && other.cost() < cost() - slack) *this = std::move(other);
    }

private:
    // What is looked up again and again.
    struct Facts {
        explicit Facts(const DesignProblem& problem)
            : bringers(bringers_of(problem)), capacities_of(problem.shared.size()) {
            for (std::size_t k = 0; k < problem.capacities.size(); ++k) {
                if (problem.capacities[k].of != not_served)
                    capacities_of[problem.capacities[k].of].push_back(k);
            }
            for (const SharedThing& thing : problem.shared) groups = groups || thing.one_of >= 0;
            for (std::size_t thing = 0; thing < problem.shared.size(); ++thing)
                with_needs.push_back(all_needs(problem, {thing}));
        }
        Bringers bringers;
        std::vector<std::vector<std::size_t>> with_needs;     // a thing and all that it needs
        std::vector<std::vector<std::size_t>> capacities_of;  // that a thing brings
        bool groups = false;
    };

    bool is_short(std::size_t k) const { return lacking(*problem_, used_, built_, k) > slack; }
    void use(const std::vector<CapacityUse>& uses, double times) {
        for (const CapacityUse& one : uses) {
            short_ -= is_short(one.capacity);
            used_[one.capacity] += times * one.amount;
            short_ += is_short(one.capacity);
        }
    }
    void set_built(std::size_t thing, bool built) {
        for (std::size_t k : facts_->capacities_of[thing]) short_ -= is_short(k);
        built_[thing] = built;
        for (std::size_t k : facts_->capacities_of[thing]) short_ += is_short(k);
    }
    bool bring(std::size_t k) {
        const double need = lacking(*problem_, used_, built_, k);
        std::size_t best = not_served;
        double best_price = infinite;
        for (std::size_t thing : facts_->bringers[k]) {
            if (built_[thing]) continue;
            double price = 0, brings = 0;
            for (std::size_t t : facts_->with_needs[thing]) {
                if (built_[t]) continue;
                price += problem_->shared[t].cost;
                for (const CapacityUse& one : problem_->shared[t].uses)
                    brings -= one.capacity == k ? one.amount : 0;
            }
            // What covers it all goes before what has to be joined by more.
            if (brings <= slack) continue;
            const double rated = price * std::max(1.0, need / brings) + 1e-6 * brings;
            if (rated >= best_price) continue;
            best = thing;
            best_price = rated;
        }
        if (best == not_served) return false;
        brought_.push_back(best);
        want(best);
        return true;
    }
    bool may_stand() const {
        std::set<int> groups;
        for (std::size_t thing = 0; facts_->groups && thing < built_.size(); ++thing) {
            const int group = problem_->shared[thing].one_of;
            if (built_[thing] && group >= 0 && !groups.insert(group).second) return false;
        }
        return price_of_cuts(*problem_, choice_, built_) < infinite;
    }

    const DesignProblem* problem_;
    std::shared_ptr<const Facts> facts_;
    std::vector<std::size_t> choice_;
    std::vector<int> wanted_;
    std::vector<bool> built_;
    std::vector<double> used_;
    std::vector<std::size_t> brought_;
    double cost_;
    int short_ = 0;  // capacities of which more is used than there is
};

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
        wanted.seed = effort.seed;
        wanted.go_on = effort.go_on;
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
        std::vector<bool> built(problem_.shared.size(), false);
        for (std::size_t c : choice) {
            if (c != not_served) add_needs(problem_, problem_.choices[c].needs, built);
        }
        for (std::size_t thing = 0; thing < built.size(); ++thing) {
            const bool brings =
                std::any_of(problem_.shared[thing].uses.begin(), problem_.shared[thing].uses.end(),
                            [](const CapacityUse& use) { return use.amount < 0; });
            if (brings && solution.values[static_cast<std::size_t>(shared_[thing])] > 0.5) {
                built[thing] = true;
                add_needs(problem_, problem_.shared[thing].needs, built);
            }
        }
        const double cost = cost_of_design(problem_, choice, built);
        if (cost < answer.cost) {
            answer.choice = std::move(choice);
            answer.built = std::move(built);
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
            for (std::size_t thing : all_needs(problem_, choice.needs))
                users[{choice.camera, thing}].push_back({column_[c], 1});
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
            double all = 0, brought = 0;
            for (const auto& [column, amount] : used[k]) (amount > 0 ? all : brought) += amount;
            for (const auto& [column, amount] : used[k]) {
                if (amount > capacity.most - brought + slack)
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
            std::set<std::size_t> cameras;
            for (std::size_t c : cut.choices) {
                terms.push_back({column_[c], 1});
                cameras.insert(problem_.choices[c].camera);
            }
            for (std::size_t thing : cut.shared) terms.push_back({shared_[thing], 1});
            const double most = static_cast<double>(cameras.size() + cut.shared.size()) - 1;
            if (cut.price) {
                paid_.push_back(programme_.add(*cut.price));
                terms.push_back({paid_.back(), -1});
            }
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
        for (std::size_t thing = 0; thing < shared_.size(); ++thing)
            values[static_cast<std::size_t>(shared_[thing])] = answer.built[thing];
        std::size_t next = 0;
        for (const DesignCut& cut : problem_.cuts) {
            if (cut.price)
                values[static_cast<std::size_t>(paid_[next++])] =
                    all_there(problem_, cut, answer.choice, answer.built);
        }
        return values;
    }

    const DesignProblem& problem_;
    std::vector<std::size_t> stands_;
    std::vector<int> column_, unserved_, shared_, paid_;
    IntegerProgramme programme_;
};

DesignAnswer answer_of(const Taken& taken) {
    DesignAnswer answer;
    answer.cost = taken.cost();
    answer.built = taken.built();
    answer.choice = taken.choice();
    return answer;
}

using ChoicesOf = std::vector<std::vector<std::size_t>>;  // by camera
ChoicesOf choices_by_camera(const DesignProblem& problem) {
    ChoicesOf of(problem.cameras);
    for (std::size_t c = 0; c < problem.choices.size(); ++c)
        of[problem.choices[c].camera].push_back(c);
    return of;
}

// Puts a camera on the best of these choices as things stand; it stays where none is better. The
// cost with it, and with the second best.
std::pair<double, double> take_best(Taken& taken, std::size_t camera,
                                    const std::vector<std::size_t>& choices) {
    const std::size_t was = taken.choice()[camera];
    std::size_t best = was;
    double least = taken.cost(), second = infinite;
    for (std::size_t c : choices) {
        if (c == was) continue;
        taken.put(camera, c);
        double cost = infinite;
        if (taken.stands()) {
            cost = taken.cost();
        } else {
            Taken with = taken;
            if (with.settle()) cost = with.cost();
        }
        if (cost < least - slack) {
            second = least;
            least = cost;
            best = c;
        } else {
            second = std::min(second, cost);
        }
    }
    taken.put(camera, best);
    if (best != was) taken.settle();
    return {least, second};
}

// All who gain by it move to one shared thing at once; kept where that is cheaper in all.
bool move_to(const DesignProblem& problem, const ChoicesOf& leaning, std::size_t thing,
             Taken& taken) {
    Taken with = taken;
    with.want(thing);
    if (!with.settle()) return false;
    for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
        if (!leaning[camera].empty()) take_best(with, camera, leaning[camera]);
    }
    with.let_go(thing);
    with.settle_anew();
    if (!(with.cost() < taken.cost() - slack)) return false;
    Taken checked = with;
    if (!checked.settle()) return false;
    taken = std::move(with);
    return true;
}

}  // namespace

double cost_of_design(const DesignProblem& problem, const std::vector<std::size_t>& choice,
                      const std::vector<bool>& built) {
    std::vector<double> used(problem.capacities.size(), 0);
    std::set<int> groups;
    double cost = price_of_cuts(problem, choice, built);
    const auto missing = [&](const std::vector<std::size_t>& needs) {
        return std::any_of(needs.begin(), needs.end(), [&](std::size_t t) { return !built[t]; });
    };
    for (std::size_t c : choice) {
        cost += c == not_served ? problem.unserved_cost : problem.choices[c].cost;
        if (c == not_served) continue;
        if (missing(problem.choices[c].needs)) return infinite;
        for (const CapacityUse& use : problem.choices[c].uses) used[use.capacity] += use.amount;
    }
    for (std::size_t thing = 0; thing < built.size(); ++thing) {
        if (!built[thing]) continue;
        const SharedThing& one = problem.shared[thing];
        if (missing(one.needs)) return infinite;
        cost += one.cost;
        for (const CapacityUse& use : one.uses) used[use.capacity] += use.amount;
        if (one.one_of >= 0 && !groups.insert(one.one_of).second) return infinite;
    }
    for (std::size_t k = 0; k < used.size(); ++k) {
        if (lacking(problem, used, built, k) > slack) return infinite;
    }
    return cost;
}

std::vector<bool> built_for(const DesignProblem& problem, const std::vector<std::size_t>& choice) {
    Taken taken(problem);
    for (std::size_t camera = 0; camera < choice.size(); ++camera) {
        if (choice[camera] != not_served) taken.put(camera, choice[camera]);
    }
    taken.settle();
    return taken.built();
}

double cost_of_choices(const DesignProblem& problem, const std::vector<std::size_t>& choice) {
    return cost_of_design(problem, choice, built_for(problem, choice));
}

DesignAnswer greedy_design(const DesignProblem& problem, const std::function<bool()>& go_on) {
    const ChoicesOf of = choices_by_camera(problem);
    Taken taken(problem);
    // Who would lose most by not getting its best comes first.
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
        if (go_on && !go_on()) return answer_of(taken);
        Taken alone = taken;
        const auto [least, second] = take_best(alone, camera, of[camera]);
        order.push_back(
            {least - std::min(second, problem.unserved_cost * 2 + taken.cost()), camera});
    }
    std::stable_sort(order.begin(), order.end());
    for (const auto& [lost, camera] : order) {
        if (go_on && !go_on()) return answer_of(taken);
        take_best(taken, camera, of[camera]);
    }
    // Choices that lean on each thing, by camera.
    std::vector<ChoicesOf> leaning(problem.shared.size(), ChoicesOf(problem.cameras));
    for (std::size_t c = 0; c < problem.choices.size(); ++c) {
        for (std::size_t thing : all_needs(problem, problem.choices[c].needs))
            leaning[thing][problem.choices[c].camera].push_back(c);
    }
    for (int round = 0; round < most_passes; ++round) {
        const double before = taken.cost();
        for (std::size_t camera = 0; camera < problem.cameras; ++camera)
            take_best(taken, camera, of[camera]);
        for (std::size_t thing = 0; thing < problem.shared.size(); ++thing) {
            if (go_on && !go_on()) return answer_of(taken);
            move_to(problem, leaning[thing], thing, taken);
        }
        taken.settle_anew();
        if (!(taken.cost() < before - slack)) break;
    }
    return answer_of(taken);
}

DesignAnswer solve_design(const DesignProblem& problem, const DesignEffort& effort) {
    const auto start = std::chrono::steady_clock::now();
    const auto left_s = [&] {
        const std::chrono::duration<double> past = std::chrono::steady_clock::now() - start;
        return effort.most_s - past.count();
    };
    constexpr double greedy_share = 0.4;
    DesignAnswer first = greedy_design(problem, [&] {
        return left_s() > (1 - greedy_share) * effort.most_s && (!effort.go_on || effort.go_on());
    });
    if (effort.start.size() == problem.cameras) {
        DesignAnswer given;
        given.choice = effort.start;
        given.built = built_for(problem, given.choice);
        given.cost = cost_of_design(problem, given.choice, given.built);
        if (given.cost < first.cost) first = std::move(given);
    }
    if (problem.cameras == 0) {
        first.proven = true;
        return first;
    }
    DesignEffort rest = effort;
    rest.most_s = std::max(0.05, left_s());
    return Programme(problem).solve(rest, first);
}

}  // namespace ovant
