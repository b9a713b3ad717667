// SPDX-License-Identifier: GPL-3.0-or-later
// Way 7: a pair of long-reach units on an ordinary switch port; data is made anew, the port's power
// passes through.
#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"

namespace ovant {

Proposal build_extender_pair(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    Draft start(context);
    const auto port = head_feed(start, {context.class_needed, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Point from = start.point_of(port->device);
    const std::string place = or_nothing(find_device(start.site, port->device)).place;
    std::vector<Draft> drafts;
    std::string used;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft = start;
        const Kind* cable = draft.copper(from, context.camera->at, finest_awg);
        const Kind* near_kind = context.catalogue.find(usual::extender_near);
        const Kind* far_kind = context.catalogue.find(usual::extender_far);
        if (!cable || !near_kind || !far_kind || cable->id == used) continue;
        used = cable->id;
        const std::string near = draft.add(*near_kind, {from.x_m + 1, from.y_m}, place);
        const std::string far = draft.add(*far_kind, context.camera->at);
        draft.patch(*port, {near, "lan"}, 1);
        draft.join(cable->id, {near, "line"}, {far, "line"});
        draft.patch({far, "lan"}, {context.camera_id, context.camera_power_port()}, 2);
        drafts.push_back(std::move(draft));
    }
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
