// SPDX-License-Identifier: GPL-3.0-or-later
// Chains of in-line units: the common part of ways 4 and 6.
#include <algorithm>
#include <cmath>

#include "core/choose/draft.h"

namespace ovant {

Proposal build_chain(const ChooseContext& context, Category category, int most_if_unstated) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const PortWish wish{context.class_needed, false, "", true};
    Draft start(context);
    const auto port = head_feed(start, wish);
    if (!port) return cannot_build(Cannot::no_free_port);
    const Point from = start.point_of(port->device);
    const Route& route = context.route(from, context.camera->at);
    const double length_m =
        route.cable_m(context.drop_m(port->device) + context.drop_m(context.camera_id));
    const Surroundings here = std::max(route.surroundings, Surroundings::outdoor);
    std::vector<Draft> drafts;
    int fewest = 0;
    bool needed = false;
    for (const Kind* unit : context.catalogue.of(category)) {
        if (!unit->in_line) continue;
        const int most =
            unit->in_line->most_in_chain > 0 ? unit->in_line->most_in_chain : most_if_unstated;
        const Kind* plain = start.copper(from, context.camera->at, 24);
        if (!plain) continue;
        const int count =
            units_in_line(context.site.settings, *plain, route.surroundings, length_m, *unit);
        if (count < 1) continue;
        needed = true;
        fewest = fewest == 0 ? count : std::min(fewest, count);
        // A unit in a box costs more work than a sealed one: only where nothing else is made.
        if (count > most ||
            (unit->rating < here && unit->rating == Surroundings::indoor && drafts.size() > 2)) {
            continue;
        }
        std::string used;
        for (double finest_awg : {24.0, 23.0}) {
            Draft draft = start;
            const Kind* cable = draft.copper(from, context.camera->at, finest_awg);
            if (!cable || cable->id == used) continue;
            used = cable->id;
            draft.chain(*cable, *port, draft.camera_input(), *unit, count);
            drafts.push_back(std::move(draft));
        }
    }
    if (!needed) return cannot_build(Cannot::one_length_enough);
    if (drafts.empty()) return cannot_build(Cannot::chain_too_long, std::to_string(fewest));
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
