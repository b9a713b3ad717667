// SPDX-License-Identifier: GPL-3.0-or-later
// Way 17: Ethernet over coax that hangs there already, power over it from the head end.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {}  // namespace

Proposal build_old_coax(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const Kind* near_kind = context.catalogue.find(usual::coax_near);
    const Kind* far_kind = context.catalogue.find(usual::coax_far);
    if (!near_kind || !far_kind) return cannot_build(Cannot::no_cable);
    std::vector<Draft> drafts;
    Draft start(context);
    const auto port = head_feed(start, {context.class_needed, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Device unit = or_nothing(find_device(start.site, port->device));
    for (const OldCable& old : old_cables(context, Medium::coax, unit.at, context.camera->at)) {
        const Point first = old.points.front(), last = old.points.back();
        Draft draft = start;
        const bool at_room = distance_m(first, unit.at) < usual::beside_m;
        const bool at_camera = distance_m(last, context.camera->at) < usual::beside_m;
        const std::string near =
            draft.add(*near_kind, at_room ? Point{unit.at.x_m + 1, unit.at.y_m} : first,
                      at_room ? unit.place : "");
        const std::string far = draft.add(*far_kind, at_camera ? context.camera->at : last);
        draft.patch(*port, {near, "lan"}, 1 + (at_room ? 0 : distance_m(first, unit.at)));
        draft.join_old(old, {near, "coax"}, {far, "coax"});
        if (at_camera)
            draft.patch({far, "lan"}, {context.camera_id, context.camera_power_port()}, 2);
        else
            draft.leg({far, "lan"});
        drafts.push_back(std::move(draft));
    }
    if (drafts.empty()) return cannot_build(Cannot::no_coax);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
