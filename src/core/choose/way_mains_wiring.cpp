// SPDX-License-Identifier: GPL-3.0-or-later
// Way 18: data over the mains wiring, the camera fed by an injector on the spot. A last resort: the
// rate is unknown before trying.
#include "core/choose/draft.h"

namespace ovant {

Proposal build_mains_wiring(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const Place* place = nullptr;
    for (const Place* near : context.mains_places(95)) {
        if (near->mains == Mains::steady && !place) place = near;
    }
    if (!place) return cannot_build(Cannot::no_mains_near);
    const auto data = context.data_port();
    const Kind* unit_kind = context.catalogue.find("mains-unit");
    if (!data || !unit_kind) return cannot_build(Cannot::no_head_end);
    for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = nullptr;
        for (const PortKind& port : injector->ports) {
            if (port.role == PortRole::pse && port.power == PowerKind::poe &&
                port.poe_class >= context.class_needed)
                out = &port;
        }
        if (!out) continue;
        Draft draft(context);
        const Device& unit = context.device(data->device);
        const std::string near = draft.add(*unit_kind, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
        const std::string far = draft.add(*unit_kind, place->at, place->id);
        const std::string feed = draft.add(*injector, place->at, place->id);
        draft.patch({data->device, data->port}, {near, "lan"}, 1);
        draft.join("house-mains", {near, "mains"}, {far, "mains"});
        draft.patch({far, "lan"}, {feed, "in"}, 1);
        draft.leg({feed, out->id});
        std::vector<Draft> drafts;
        drafts.push_back(std::move(draft));
        return best_of(context, std::move(drafts));
    }
    return cannot_build(Cannot::no_dc_supply);
}

}  // namespace ovant
