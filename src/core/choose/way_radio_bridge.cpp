// SPDX-License-Identifier: GPL-3.0-or-later
// Way 15: a radio bridge, one to one, from the head end's mast to the camera's side; the far end on
// mains or on solar.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/found_kinds.h"
#include "core/choose/radio_ends.h"
#include "core/choose/distances.h"

namespace ovant {

Proposal build_radio_bridge(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const Kind* air = cheapest_cable(context.catalogue, Medium::radio);
    if (!air) return cannot_build(Cannot::no_cable);
    std::vector<Draft> drafts;
    const Clearance* worst = nullptr;
    Clearance cut;
    for (const FarSpot& far : far_spots(context)) {
        for (const Kind* kind : by_price(context.catalogue, Category::radio)) {
            const PortKind* beam = port_of_medium(*kind, Medium::radio);
            // Which antenna goes on a socket is for whoever plans it to say.
            if (kind->radio->most_far_ends > 1 || kind->radio->antenna_socket || !beam) continue;
            Draft draft(context);
            const auto feed = radio_feed_at_head(draft, *kind);
            if (!feed) continue;
            const RadioSpot head = head_spot(context, draft.point_of(feed->device));
            if (distance_m(head.at, far.spot.at) < usual::same_spot_m)
                return cannot_build(Cannot::same_place);
            const Clearance seen = sight(context, *kind, head, far.spot);
            if (seen.cut()) {
                cut = seen;
                worst = &cut;
                continue;
            }
            const std::string near = add_radio(draft, *kind, head);
            const std::string there = add_radio(draft, *kind, far.spot);
            const Kind* cable = draft.copper(head.at, head.at, 24);
            if (!cable) continue;
            const std::string lead =
                draft.lead(cable->id, *feed, {near, radio_input(*kind).id}, head.mast_m + 8);
            draft.protect(lead, usual::copper_protector);
            draft.join(air->id, {near, beam->id}, {there, beam->id});
            for (Draft& made : with_far_supply(draft, far, there))
                drafts.push_back(std::move(made));
        }
    }
    if (drafts.empty() && worst)
        return cannot_build(Cannot::path_cut, worst->obstacle, -worst->least_m);
    if (drafts.empty()) return cannot_build(Cannot::no_free_port);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
