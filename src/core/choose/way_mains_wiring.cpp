// SPDX-License-Identifier: GPL-3.0-or-later
// Way 18: data over the mains wiring, the camera fed by an injector on the spot; one more far unit
// of a head unit that serves several, or a new pair. A last resort: the rate is unknown before
// trying.
#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {

namespace {

// Free sides to the mains of head units that serve several.
std::vector<At> free_head_units(const ChooseContext& context) {
    std::vector<At> out;
    for (const Device& device : context.cleared.devices) {
        const Kind& kind = or_nothing(context.catalogue.find(device.kind));
        const Place* at = find_place(context.site, device.place);
        if (kind.category != Category::mains_unit || !at || !at->head_end) continue;
        for (const PortKind& port : kind.ports) {
            if (port.medium != Medium::mains_wiring || context.taken(device.id, port.id)) continue;
            out.push_back({device.id, port.id});
            break;
        }
    }
    return out;
}

}  // namespace

Proposal build_mains_wiring(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const Place* place = nullptr;
    for (const Place* near : context.mains_places(usual::mains_by_cable_m)) {
        if (near->mains == Mains::steady && !place) place = near;
    }
    if (!place) return cannot_build(Cannot::no_mains_near);
    const Kind* far_kind = nullptr;
    for (const Kind* kind : by_price(context.catalogue, Category::mains_unit)) {
        if (!far_kind && port_of_medium(*kind, Medium::mains_wiring) && plain_data_port(*kind))
            far_kind = kind;
    }
    const Kind* wiring = cheapest_cable(context.catalogue, Medium::mains_wiring);
    if (!far_kind || !wiring) return cannot_build(Cannot::no_cable);
    const Kind* injector = nullptr;
    for (const Kind* kind : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = feeding_port(*kind, context.class_needed);
        if (!injector && out && data_side(*kind, *out)) injector = kind;
    }
    if (!injector) return cannot_build(Cannot::no_dc_supply);
    const PortKind& out = *feeding_port(*injector, context.class_needed);
    std::vector<Draft> drafts;
    const auto finish = [&](Draft draft, const At& head) {
        const std::string far = draft.add(*far_kind, place->at, place->id);
        const std::string feed = draft.add(*injector, place->at, place->id);
        draft.join(wiring->id, head,
                   {far, or_nothing(port_of_medium(*far_kind, Medium::mains_wiring)).id});
        draft.patch({far, plain_data_port(*far_kind)->id}, {feed, data_side(*injector, out)->id},
                    1);
        draft.leg({feed, out.id});
        drafts.push_back(std::move(draft));
    };
    for (const At& head : free_head_units(context)) finish(Draft(context), head);
    if (const auto data = context.data_port()) {
        const Device& unit = context.device(data->device);
        for (const Kind* kind : by_price(context.catalogue, Category::mains_unit)) {
            const PortKind* lan = plain_data_port(*kind);
            const PortKind* mains = port_of_medium(*kind, Medium::mains_wiring);
            if (!lan || !mains ||
                mains->line != or_nothing(port_of_medium(*far_kind, Medium::mains_wiring)).line)
                continue;
            Draft draft(context);
            const std::string near = draft.add(*kind, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
            draft.patch({data->device, data->port}, {near, lan->id}, 1);
            finish(std::move(draft), {near, mains->id});
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_head_end);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
