// SPDX-License-Identifier: GPL-3.0-or-later
// Who is served how, for all cameras at once, as plain data: choices that lean on shared things
// (cabinets, hubs, trunks, ways that are opened, outlets) and use up what there is little of
// (ports, watts, Mb/s, air time). A mixed-integer programme. Includes nothing of the site.
#pragma once

#include <cstddef>
#include <functional>
#include <optional>
#include <vector>

namespace ovant {

inline constexpr std::size_t not_served = static_cast<std::size_t>(-1);

struct CapacityUse {
    std::size_t capacity = 0;
    double amount = 0;  // of a shared thing less than 0: it brings so much
};

// One way for one camera.
struct DesignChoice {
    std::size_t camera = 0;
    double cost = 0;                 // of what serves this camera only
    std::vector<std::size_t> needs;  // shared things
    std::vector<CapacityUse> uses;
};

// Paid once, whoever uses it. What nothing needs is built where a capacity wants what it brings.
struct SharedThing {
    double cost = 0;
    std::vector<std::size_t> needs;  // other shared things, none of which needs this one
    std::vector<CapacityUse> uses;
    int one_of = -1;  // of things with the same number here at most one is built; -1: no such
};

struct Capacity {
    double most = 0;  // besides what is brought
    // The shared thing that brings it, which whatever uses it needs; none: it is there.
    std::size_t of = not_served;
};

// Not all of these together, or at a price: what was judged and did not hold, or only just. Where
// choices of one camera are named, each of them counts as the other.
struct DesignCut {
    std::vector<std::size_t> choices, shared;
    std::optional<double> price;  // none: not at all
};

struct DesignProblem {
    std::size_t cameras = 0;
    double unserved_cost = 1e6;  // of a camera that is left out
    std::vector<DesignChoice> choices;
    std::vector<SharedThing> shared;
    std::vector<Capacity> capacities;
    std::vector<DesignCut> cuts;
};

struct DesignEffort {
    double most_s = 10;
    int most_nodes = 0;              // 0: no limit
    double gap_share = 0;            // good enough
    unsigned seed = 0;               // of the search
    std::vector<std::size_t> start;  // a choice a camera, to begin with; may be empty
    std::function<bool()> go_on;     // asked now and then; false ends it with what there is
};

struct DesignAnswer {
    std::vector<std::size_t> choice;  // by camera; not_served
    std::vector<bool> built;          // by shared thing
    double cost = 0;
    double bound = 0;  // no answer costs less
    bool proven = false;
};

// Domain: costs 0 or more, amounts of choices 0 or more. Never fails: leaving all cameras out is an
// answer. The same answer each time unless the time ends it.
DesignAnswer solve_design(const DesignProblem& problem, const DesignEffort& effort = {});

// One camera after the other, each the choice that adds least to what is built by then, the one
// first that would lose most by waiting; then whatever moves that make it cheaper.
// Ends early, with less of that, when `go_on` says so.
DesignAnswer greedy_design(const DesignProblem& problem, const std::function<bool()>& go_on = {});

// What these choices cost with all that is built, which is what they need or more; infinite where
// something needed is missing, more is used than there is, or they are cut off.
double cost_of_design(const DesignProblem& problem, const std::vector<std::size_t>& choice,
                      const std::vector<bool>& built);
// What they need, and what brings enough of all that they use: cheap, not always the cheapest.
std::vector<bool> built_for(const DesignProblem& problem, const std::vector<std::size_t>& choice);
double cost_of_choices(const DesignProblem& problem, const std::vector<std::size_t>& choice);

}  // namespace ovant
