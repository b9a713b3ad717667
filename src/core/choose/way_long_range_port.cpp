// SPDX-License-Identifier: GPL-3.0-or-later
// Way 8: a long-range port of a switch made for it, with the far unit that such a line needs; the
// switch is added at the head end where none has a port free.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_long_range_port(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const Kind* far_kind = context.catalogue.find("long-far");
    const Kind* switch_kind = context.catalogue.find("sw-8-long");
    if (!far_kind || !switch_kind) return cannot_build(Cannot::no_cable);
    const auto port = context.pick_port({context.class_needed, false, "long-range", true});
    const auto uplink = context.data_port();
    if (!port && !uplink) return cannot_build(Cannot::no_head_end);
    std::vector<Draft> drafts;
    std::string used;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft(context);
        At from{port ? port->device : "", port ? port->port : "1"};
        if (!port) {
            const Device& beside = context.device(uplink->device);
            from.device = draft.add(*switch_kind, {beside.at.x_m + 1, beside.at.y_m}, beside.place);
            draft.patch({uplink->device, uplink->port}, {from.device, "up1"}, 1);
        }
        const Point start = draft.point_of(from.device);
        const Kind* cable = draft.copper(start, context.camera->at, finest_awg);
        if (!cable || cable->id == used) continue;
        used = cable->id;
        const std::string far = draft.add(*far_kind, context.camera->at);
        draft.join(cable->id, from, {far, "line"});
        draft.patch({far, "lan"}, {context.camera_id, context.camera_power_port()}, 2);
        drafts.push_back(std::move(draft));
    }
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
