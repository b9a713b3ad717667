// SPDX-License-Identifier: GPL-3.0-or-later
// Way 3: one length of heavier cable, its reach by rate as its maker states.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_extra_reach_cable(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    Draft start(context);
    const auto port = head_feed(start, {context.class_needed, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Point from = start.point_of(port->device);
    const Surroundings here = context.route(from, context.camera->at).surroundings;
    std::vector<Draft> drafts;
    for (const Kind* cable : context.catalogue.of(Category::cable)) {
        if (cable->cable->rated.empty() || cable->rating < here) continue;
        Draft draft = start;
        draft.join(cable->id, *port, draft.camera_input());
        drafts.push_back(std::move(draft));
    }
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
