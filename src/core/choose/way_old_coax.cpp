// SPDX-License-Identifier: GPL-3.0-or-later
// Way 17: Ethernet over coax that hangs there already, power over it from the head end.
#include <algorithm>

#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {

namespace {

void lay(const ChooseContext& context, const Draft& start, const At& port, const Device& unit,
         const OldCable& old, const LinePair& pair, std::vector<Draft>& drafts) {
    const Point first = old.points.front(), last = old.points.back();
    Draft draft = start;
    const bool at_room = distance_m(first, unit.at) < usual::beside_m;
    const bool at_camera = distance_m(last, context.camera->at) < usual::beside_m;
    const std::string near =
        draft.add(*pair.near, at_room ? Point{unit.at.x_m + 1, unit.at.y_m} : first,
                  at_room ? unit.place : "");
    const std::string far = draft.add(*pair.far, at_camera ? context.camera->at : last);
    draft.patch(port, {near, pair.near_lan->id}, 1 + (at_room ? 0 : distance_m(first, unit.at)));
    draft.join_old(old, {near, pair.near_line->id}, {far, pair.far_line->id});
    if (at_camera)
        draft.patch({far, pair.far_lan->id}, draft.camera_input(), 2);
    else
        draft.leg({far, pair.far_lan->id});
    drafts.push_back(std::move(draft));
}

}  // namespace

Proposal build_old_coax(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts;
    Draft start(context);
    const auto port = head_feed(start, {context.class_needed, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Device unit = or_nothing(find_device(start.site, port->device));
    for (const OldCable& old : old_cables(context, Medium::coax, unit.at, context.camera->at)) {
        const auto pairs =
            line_pairs(context, Medium::coax, LinePower::passed_on,
                       old.cable->measured_length_m.value_or(polyline_length_m(old.points)));
        if (pairs.empty()) return cannot_build(Cannot::no_cable);
        for (const LinePair& pair : pairs) lay(context, start, *port, unit, old, pair, drafts);
    }
    if (drafts.empty()) return cannot_build(Cannot::no_coax);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
