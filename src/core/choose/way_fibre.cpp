// SPDX-License-Identifier: GPL-3.0-or-later
// Way 13: fibre with a media converter at both ends, the far one a PSE on local mains; a fibre that
// hangs there already is used where its ends are near.
#include <algorithm>

#include "core/choose/draft.h"

namespace ovant {
namespace {

bool pairs_with(const OpticFacts& a, const OpticFacts& b) {
    return a.rate_mbps == b.rate_mbps && a.single_mode == b.single_mode && a.strands == b.strands &&
           a.transmit_nm == b.receive_nm && a.receive_nm == b.transmit_nm;
}

const Kind* converter_for(const Catalogue& catalogue, const OpticFacts& other) {
    for (const Kind* kind : by_price(catalogue, Category::media_converter)) {
        const bool plain = !kind->supply && kind->needs_mains;
        if (plain && kind->optic && pairs_with(*kind->optic, other)) return kind;
    }
    return nullptr;
}

}  // namespace

Proposal build_fibre(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const auto places = context.mains_places(95);
    if (places.empty()) return cannot_build(Cannot::no_mains_near);
    const auto data = context.data_port();
    if (!data) return cannot_build(Cannot::no_head_end);
    std::vector<Draft> drafts;
    const Device& unit = context.device(data->device);
    const Point near_at{unit.at.x_m + 1, unit.at.y_m};
    for (const Place* place : places) {
        if (drafts.size() >= 3) break;
        for (const Kind* far_kind : by_price(context.catalogue, Category::media_converter)) {
            const PortKind* out = nullptr;
            for (const PortKind& port : far_kind->ports) {
                if (port.role == PortRole::pse && port.poe_class >= context.class_needed)
                    out = &port;
            }
            if (!out || !far_kind->optic || !is_source(*far_kind)) continue;
            const Kind* near_kind = converter_for(context.catalogue, *far_kind->optic);
            if (!near_kind) continue;
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
            Draft draft(context);
            const std::string near = draft.add(*near_kind, near_at, unit.place);
            const std::string far = draft.add(*far_kind, place->at, place->id);
            draft.patch({data->device, data->port}, {near, "lan"}, 1);
            draft.join(fibre->id, {near, "fibre"}, {far, "fibre"});
            draft.leg({far, out->id});
            drafts.push_back(std::move(draft));
            // A fibre that passes already saves the pull and the ground.
            for (const OldCable& old : old_cables(context, Medium::fibre, unit.at, place->at)) {
                const CableFacts& facts =
                    or_nothing(cable_facts(context.catalogue, old.cable->cable));
                if ((facts.fibre == FibreType::os2) != far_kind->optic->single_mode ||
                    facts.strands < far_kind->optic->strands) {
                    continue;
                }
                Draft reused(context);
                const std::string head = reused.add(*near_kind, near_at, unit.place);
                const std::string end = reused.add(*far_kind, place->at, place->id);
                reused.patch({data->device, data->port}, {head, "lan"}, 1);
                reused.join_old(old, {head, "fibre"}, {end, "fibre"});
                reused.leg({end, out->id});
                drafts.push_back(std::move(reused));
            }
            break;  // the cheapest of the kind is enough for one place
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_cable);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
