// SPDX-License-Identifier: GPL-3.0-or-later
// Way 13: fibre from a free place for a transceiver at the head end, or from a media converter
// there, to a converter that is a PSE on local mains; a fibre that hangs there already is used
// where its ends are near.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/choose/distances.h"
#include "core/choose/found_kinds.h"

namespace ovant {
Proposal build_fibre(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const auto places = context.mains_places(usual::mains_by_cable_m);
    if (places.empty()) return cannot_build(Cannot::no_mains_near);
    std::vector<Draft> drafts;
    for (const Place* place : places) {
        if (drafts.size() >= 3) break;
        for (const Kind* far_kind : by_price(context.catalogue, Category::media_converter)) {
            const PortKind* out = nullptr;
            for (const PortKind& port : far_kind->ports) {
                if (port.role == PortRole::pse && port.poe_class >= context.class_needed)
                    out = &port;
            }
            const PortKind* light = port_of_medium(*far_kind, Medium::fibre);
            if (!out || !light || !far_kind->optic || !is_source(*far_kind)) continue;
            const Kind* fibre = fibre_for(context.catalogue, *far_kind->optic);
            if (!fibre) continue;
            Draft start(context);
            const auto near = fibre_at_head(start, *far_kind->optic);
            if (!near) return cannot_build(Cannot::no_head_end);
            const std::string far = start.add(*far_kind, place->at, place->id);
            Draft draft = start;
            draft.join(fibre->id, *near, {far, light->id});
            draft.leg({far, out->id});
            drafts.push_back(std::move(draft));
            // A fibre that passes already saves the pull and the ground.
            for (const OldCable& old :
                 old_cables(context, Medium::fibre, start.point_of(near->device), place->at)) {
                const CableFacts& facts =
                    or_nothing(cable_facts(context.catalogue, old.cable->cable));
                if ((facts.fibre == FibreType::os2) != far_kind->optic->single_mode ||
                    facts.strands < far_kind->optic->strands) {
                    continue;
                }
                Draft reused = start;
                reused.join_old(old, *near, {far, light->id});
                reused.leg({far, out->id});
                drafts.push_back(std::move(reused));
            }
            break;  // the cheapest of the kind is enough for one place
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_cable);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
