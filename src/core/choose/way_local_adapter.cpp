// SPDX-License-Identifier: GPL-3.0-or-later
// Way 12: mains at the camera, a cable for data only. A d.c. input gets an adapter of its volts, a
// PoE camera an injector beside it.
#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

// Data comes in by a port with no power on it, so that two feeds never meet.
std::string lay_data(Draft& draft, const FeedPort& data, const At& to) {
    const PortKind& port = or_nothing(find_port(draft.kind_of(data.device), data.port));
    if (port.role == PortRole::pse) draft.switch_off({data.device, data.port});
    const Kind* cable = draft.copper(draft.point_of(data.device), draft.point_of(to.device), 24);
    return cable ? draft.join(cable->id, {data.device, data.port}, to) : "";
}

}  // namespace

Proposal build_local_adapter(const ChooseContext& context) {
    const auto places = context.mains_places(usual::adapter_lead_m);
    if (places.empty()) return cannot_build(Cannot::no_mains_near);
    const auto data = context.data_port();
    if (!data) return cannot_build(Cannot::no_head_end);
    const Place& place = *places.front();
    std::vector<Draft> drafts;
    if (const PortKind* input = context.camera_dc_port()) {
        for (const Kind* adapter : by_price(context.catalogue, Category::supply)) {
            const PortKind* out = nullptr;
            for (const PortKind& port : adapter->ports) {
                if (port.role == PortRole::pse && port.medium == Medium::dc) out = &port;
            }
            if (!out || adapter->supply->nominal_v < input->min_volts ||
                adapter->supply->nominal_v > input->max_volts) {
                continue;
            }
            Draft draft(context);
            const std::string id = draft.add(*adapter, place.at, place.id);
            const double away_m = context.route(place.at, context.camera->at).length_m;
            if (lay_data(draft, *data, {context.camera_id, context.camera_data_port()}).empty())
                continue;
            draft.lead(usual::dc_lead, {id, out->id}, {context.camera_id, input->id},
                       away_m + usual::adapter_spare_m);
            drafts.push_back(std::move(draft));
        }
    }
    if (drafts.empty() && !context.camera_power_port().empty()) {
        for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
            const PortKind* out = nullptr;
            for (const PortKind& port : injector->ports) {
                if (port.role == PortRole::pse && port.power == PowerKind::poe &&
                    port.poe_class >= context.class_needed)
                    out = &port;
            }
            if (!out || !drafts.empty()) continue;
            Draft draft(context);
            const std::string id = draft.add(*injector, place.at, place.id);
            if (lay_data(draft, *data, {id, "in"}).empty()) continue;
            draft.leg({id, out->id});
            drafts.push_back(std::move(draft));
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_dc_supply);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
