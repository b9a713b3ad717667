// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/street.h"

#include <cmath>

namespace ovant {
namespace {

int drawn(std::mt19937& random, int from, int to) {
    return std::uniform_int_distribution<int>(from, to)(random);
}

}  // namespace

DesignProblem street(std::mt19937& random, int cameras, int cabinets) {
    DesignProblem problem;
    problem.cameras = static_cast<std::size_t>(cameras);
    problem.unserved_cost = 3000;
    for (int i = 0; i < cabinets; ++i) {
        SharedThing way, cabinet;
        way.cost = drawn(random, 50, 600);
        cabinet.cost = drawn(random, 150, 500);
        cabinet.needs = {problem.shared.size()};
        problem.shared.push_back(way);
        problem.capacities.push_back(
            {static_cast<double>(drawn(random, 3, 8)), problem.shared.size()});
        problem.capacities.push_back(
            {static_cast<double>(drawn(random, 40, 120)), problem.shared.size()});
        problem.shared.push_back(cabinet);
    }
    const auto ports = static_cast<double>(drawn(random, 2, cameras / 2));
    problem.capacities.push_back({ports, not_served});
    for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
        const double at = 100.0 * static_cast<double>(camera) / cameras;
        const double watts = drawn(random, 6, 25);
        for (int i = 0; i < cabinets; ++i) {
            const double away = std::abs(at - 100.0 * (i + 0.5) / cabinets);
            if (away > 35) continue;
            const auto cabinet = static_cast<std::size_t>(2 * i + 1);
            const auto first = static_cast<std::size_t>(2 * i);
            problem.choices.push_back({camera,
                                       40 + 4 * away + drawn(random, 0, 20),
                                       {cabinet},
                                       {{first, 1}, {first + 1, watts}}});
        }
        problem.choices.push_back(
            {camera, 60 + 9 * at + drawn(random, 0, 40), {}, {{problem.capacities.size() - 1, 1}}});
        if (drawn(random, 0, 2) == 0)
            problem.choices.push_back({camera, 700.0 + drawn(random, 0, 300), {}, {}});
    }
    return problem;
}

}  // namespace ovant
