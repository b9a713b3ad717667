// SPDX-License-Identifier: GPL-3.0-or-later
// Way 7: a pair of long-reach units on an ordinary switch port; data is made anew, the port's power
// passes through.
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {

Proposal build_extender_pair(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    Draft start(context);
    const auto port = head_feed(start, {context.class_needed, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Point from = start.point_of(port->device);
    const std::string place = or_nothing(find_device(start.site, port->device)).place;
    std::vector<Draft> drafts;
    const auto pairs = line_pairs(context, Medium::twisted_pair, LinePower::passed_on,
                                  context.route(from, context.camera->at).length_m);
    if (pairs.empty()) return cannot_build(Cannot::no_cable);
    for (const LinePair& pair : pairs) {
        std::string used;
        for (double finest_awg : {24.0, 23.0}) {
            Draft draft = start;
            const Kind* cable = draft.copper(from, context.camera->at, finest_awg);
            if (!cable || cable->id == used) continue;
            used = cable->id;
            const std::string near = draft.add(*pair.near, {from.x_m + 1, from.y_m}, place);
            const std::string far = draft.add(*pair.far, context.camera->at);
            draft.patch(*port, {near, pair.near_lan->id}, 1);
            draft.join(cable->id, {near, pair.near_line->id}, {far, pair.far_line->id});
            draft.patch({far, pair.far_lan->id}, draft.camera_input(), 2);
            drafts.push_back(std::move(draft));
        }
    }
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
