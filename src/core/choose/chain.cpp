// SPDX-License-Identifier: GPL-3.0-or-later
// Chains of in-line units: the common part of ways 4 and 6.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/choose/build.h"

namespace ovant {
namespace {

// Longest even hop: the school's limit less the keep-back.
double planned_hop_m(const Settings& settings, const Kind& unit) {
    double hop_m = 100 / insertion_loss_heat_factor(settings.day_c, false);
    if (settings.school != School::standard) hop_m = std::max(hop_m, unit.in_line->hop_reach_m);
    return hop_m * (1 - settings.keep_back.length_share);
}

}  // namespace

Proposal build_chain(const ChooseContext& context, Category category, int most_if_unstated) {
    const Site cleared = without_run(context);
    const auto port = pick_port(context, cleared, false);
    if (!port) return cannot_build(Cannot::no_free_port);
    const Point from = find_device(cleared, port->device)->at;
    const Point to = find_device(cleared, context.camera)->at;
    const Surroundings here =
        std::max(route_surroundings(cleared, from, to), Surroundings::outdoor);
    Site bare = cleared;
    find_device(bare, port->device)->long_groups.erase(port->group);
    const double length_m = way_length_m(context, *port);
    std::vector<Site> candidates;
    int fewest = 0;
    bool needed = false;
    for (const Kind* unit : context.catalogue.of(category)) {
        const int most =
            unit->in_line->most_in_chain > 0 ? unit->in_line->most_in_chain : most_if_unstated;
        const int count =
            static_cast<int>(std::ceil(length_m / planned_hop_m(cleared.settings, *unit))) - 1;
        if (count < 1) continue;
        needed = true;
        fewest = fewest == 0 ? count : std::min(fewest, count);
        if (count > most) continue;
        for (double finest_awg : {24.0, 23.0}) {
            const Kind* cable = pick_cable(context.catalogue, here, finest_awg);
            if (!cable) continue;
            if (auto laid = lay_chain(context, bare, *port, *cable, *unit, count)) {
                candidates.push_back(std::move(*laid));
            }
        }
    }
    if (!needed) return cannot_build(Cannot::one_length_enough);
    if (candidates.empty()) return cannot_build(Cannot::chain_too_long, std::to_string(fewest));
    return best_of(context, std::move(candidates));
}

}  // namespace ovant
