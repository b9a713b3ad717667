// SPDX-License-Identifier: GPL-3.0-or-later
// Way 10: 60 or 90 W from the head end over all four pairs to a switch that is fed by it, cameras
// on its ports; or a port of such a switch that is there.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/choose/distances.h"
#include "core/route/route.h"

namespace ovant {
namespace {

std::string free_pse(const Kind& kind, int least_class) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pse && port.poe_class >= least_class) return port.id;
    }
    return "";
}

}  // namespace

Proposal build_poe_fed_switch(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(context, [](const Kind& kind) {
        return kind.category == Category::network_switch && !is_source(kind);
    });
    for (const Kind* fed : by_price(context.catalogue, Category::network_switch)) {
        if (is_source(*fed)) continue;
        const PortKind* up = nullptr;
        for (const PortKind& port : fed->ports) {
            if (port.role == PortRole::pd && port.power == PowerKind::poe) up = &port;
        }
        const std::string out = free_pse(*fed, context.class_needed);
        if (!up || out.empty()) continue;
        Draft draft(context);
        const auto from = head_feed(draft, {up->poe_class, false, "", true});
        if (!from) continue;
        const Point start = draft.point_of(from->device);
        const Route& route = context.route(start, context.camera->at);
        // As near the camera as one length allows, so that the camera's own is short.
        const Kind* cable = draft.copper(start, context.camera->at, 23);
        if (!cable) continue;
        const double hop_m =
            planned_hop_m(context.site.settings, *cable, route.surroundings, nullptr) -
            2 * context.site.settings.default_drop_m;
        const double along_m = std::min(route.along_line_m(hop_m - usual::short_of_hop_m),
                                        std::max(0.0, route.plan_m - usual::camera_lead_m));
        const Point at = point_along(route.line, along_m);
        const std::string id = draft.add(*fed, at);
        draft.join(cable->id, *from, {id, up->id});
        draft.leg({id, out});
        drafts.push_back(std::move(draft));
    }
    if (drafts.empty()) return cannot_build(Cannot::no_high_power);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
