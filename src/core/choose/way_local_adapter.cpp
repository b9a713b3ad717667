// SPDX-License-Identifier: GPL-3.0-or-later
// Way 12: mains at the camera, a cable for data only. A d.c. input gets an adapter of its volts, a
// PoE camera an injector beside it.
#include <algorithm>

#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {
namespace {

// Data comes in by a port with no power on it, so that two feeds never meet.
std::string lay_data(Draft& draft, const FeedPort& data, const At& to) {
    const PortKind& port = or_nothing(find_port(draft.kind_of(data.device), data.port));
    if (port.role == PortRole::pse) draft.switch_off({data.device, data.port});
    const Kind* cable = draft.copper(draft.point_of(data.device), draft.point_of(to.device), 24);
    return cable ? draft.join(cable->id, {data.device, data.port}, to) : "";
}

void with_adapters(const ChooseContext& context, const FeedPort& data, const Place& place,
                   std::vector<Draft>& drafts) {
    const PortKind* input = context.camera_dc_port();
    const Kind* lead = cheapest_cable(context.catalogue, Medium::dc);
    if (!input || !lead) return;
    for (const Kind* adapter : by_price(context.catalogue, Category::supply)) {
        const PortKind* out = dc_port_for(*adapter, *input);
        if (!out || adapter->solar) continue;
        Draft draft(context);
        const std::string id = draft.add(*adapter, place.at, place.id);
        const double away_m = context.route(place.at, context.camera->at).length_m;
        if (lay_data(draft, data, {context.camera_id, context.camera_data_port()}).empty())
            continue;
        draft.lead(lead->id, {id, out->id}, {context.camera_id, input->id},
                   away_m + usual::adapter_spare_m);
        drafts.push_back(std::move(draft));
    }
}

// The cheapest that is enough for each least of volts: where volts decide, more of them may do.
void with_injectors(const ChooseContext& context, const FeedPort& data, const Place& place,
                    std::vector<Draft>& drafts) {
    if (!context.takes_poe()) return;
    double least_v = 0;
    for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = feeding_port(*injector, context.class_needed);
        const PortKind* in = out ? data_side(*injector, *out) : nullptr;
        if (!in || injector->supply->min_v <= least_v) continue;
        Draft draft(context);
        const std::string id = draft.add(*injector, place.at, place.id);
        if (lay_data(draft, data, {id, in->id}).empty()) continue;
        draft.leg({id, out->id});
        drafts.push_back(std::move(draft));
        least_v = injector->supply->min_v;
    }
}

}  // namespace

Proposal build_local_adapter(const ChooseContext& context) {
    const auto places = context.mains_places(usual::adapter_lead_m);
    if (places.empty()) return cannot_build(Cannot::no_mains_near);
    const auto data = context.data_port();
    if (!data) return cannot_build(Cannot::no_head_end);
    std::vector<Draft> drafts;
    constexpr std::size_t most_places = 3;
    for (std::size_t i = 0; i < std::min(places.size(), most_places); ++i) {
        with_adapters(context, *data, *places[i], drafts);
        with_injectors(context, *data, *places[i], drafts);
    }
    if (drafts.empty()) return cannot_build(Cannot::no_dc_supply);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
