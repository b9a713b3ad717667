// SPDX-License-Identifier: GPL-3.0-or-later
// Way 11: a passive injector of the camera's volts at the head end, a splitter at the camera.
#include <cmath>

#include "core/choose/draft.h"

namespace ovant {

Proposal build_passive_dc(const ChooseContext& context) {
    const PortKind* input = context.camera_dc_port();
    if (!input) return cannot_build(Cannot::takes_poe);
    const auto data = context.data_port();
    if (!data) return cannot_build(Cannot::no_head_end);
    std::vector<Draft> drafts;
    for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = nullptr;
        for (const PortKind& port : injector->ports) {
            if (port.role == PortRole::pse && port.power == PowerKind::passive) out = &port;
        }
        if (!out || injector->supply->nominal_v < input->min_volts ||
            injector->supply->nominal_v > input->max_volts) {
            continue;
        }
        for (const Kind* splitter : context.catalogue.of(Category::splitter)) {
            if (find_port(*splitter, "in")->polarity != out->polarity) continue;
            std::string used;
            for (double finest_awg : {24.0, 23.0}) {
                Draft draft(context);
                const Device& unit = *find_device(context.cleared, data->device);
                const Point near_at{unit.at.x_m + 1, unit.at.y_m};
                const Kind* cable = draft.copper(near_at, context.camera->at, finest_awg);
                if (!cable || cable->id == used) continue;
                used = cable->id;
                const std::string near = draft.add(*injector, near_at, unit.place);
                const std::string far = draft.add(*splitter, context.camera->at);
                draft.patch({data->device, data->port}, {near, "in"}, 1);
                draft.join(cable->id, {near, out->id}, {far, "in"});
                draft.lead("dc-lead-18", {far, "dc"}, {context.camera_id, input->id}, 1);
                draft.patch({far, "lan"}, {context.camera_id, context.camera_data_port()}, 1);
                drafts.push_back(std::move(draft));
            }
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_dc_supply);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
