// SPDX-License-Identifier: GPL-3.0-or-later
// Way 13: fibre from a free place for a transceiver at the head end, or from a media converter
// there, to a converter that is a PSE on local mains; a fibre that hangs there already is used
// where its ends are near.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

std::string fibre_port(const Kind& kind) {
    for (const PortKind& port : kind.ports) {
        if (port.medium == Medium::fibre) return port.id;
    }
    return "";
}

}  // namespace

Proposal build_fibre(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
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
            if (!out || !far_kind->optic || !is_source(*far_kind)) continue;
            const Kind* fibre = nullptr;
            for (const Kind* cable : context.catalogue.of(Category::cable)) {
                const CableFacts& facts = *cable->cable;
                if (facts.medium != Medium::fibre || facts.strands < far_kind->optic->strands ||
                    (facts.fibre == FibreType::os2) != far_kind->optic->single_mode) {
                    continue;
                }
                if (!fibre || facts.price_per_m < fibre->cable->price_per_m) fibre = cable;
            }
            if (!fibre) continue;
            Draft start(context);
            const auto near = fibre_at_head(start, *far_kind->optic);
            if (!near) return cannot_build(Cannot::no_head_end);
            const std::string far = start.add(*far_kind, place->at, place->id);
            const std::string far_port = fibre_port(*far_kind);
            Draft draft = start;
            draft.join(fibre->id, *near, {far, far_port});
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
                reused.join_old(old, *near, {far, far_port});
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
