// SPDX-License-Identifier: GPL-3.0-or-later
// Way 17: Ethernet over coax that hangs there already, power over it from the head end.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double end_near_m = 40;  // an end of the coax this near can be joined

}  // namespace

Proposal build_old_coax(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const Kind* near_kind = context.catalogue.find("coax-near");
    const Kind* far_kind = context.catalogue.find("coax-far");
    const auto port = context.pick_port({context.class_needed, false, "", true});
    if (!near_kind || !far_kind) return cannot_build(Cannot::no_cable);
    std::vector<Draft> drafts;
    for (const ExistingCable& old : context.site.existing) {
        const Kind* cable = context.catalogue.find(old.cable);
        if (!cable || !cable->cable || cable->cable->medium != Medium::coax) continue;
        const bool in_use = std::any_of(context.cleared.links.begin(), context.cleared.links.end(),
                                        [&](const Link& link) { return link.existing == old.id; });
        if (in_use || !port) continue;
        const Device& unit = *find_device(context.cleared, port->device);
        Point first = old.points.front(), last = old.points.back();
        if (distance_m(first, context.camera->at) < distance_m(last, context.camera->at))
            std::swap(first, last);
        if (distance_m(first, unit.at) > end_near_m ||
            distance_m(last, context.camera->at) > 2 * end_near_m) {
            continue;
        }
        Draft draft(context);
        const bool at_room = distance_m(first, unit.at) < 15;
        const std::string near =
            draft.add(*near_kind, at_room ? Point{unit.at.x_m + 1, unit.at.y_m} : first,
                      at_room ? unit.place : "");
        const bool at_camera = distance_m(last, context.camera->at) < 15;
        const std::string far = draft.add(*far_kind, at_camera ? context.camera->at : last);
        draft.patch({port->device, port->port}, {near, "lan"},
                    1 + (at_room ? 0 : distance_m(first, unit.at)));
        const std::string id = draft.join(old.cable, {near, "coax"}, {far, "coax"}, 0);
        Link& laid = *find_link(draft.site, id);
        laid.existing = old.id;
        laid.pathways.clear();
        laid.drawn.assign(old.points.begin(), old.points.end());
        if (first == old.points.back()) std::reverse(laid.drawn.begin(), laid.drawn.end());
        laid.measured_length_m = old.measured_length_m;
        laid.a.protector = laid.b.protector = "surge-coax";
        if (at_camera)
            draft.patch({far, "lan"}, {context.camera_id, context.camera_power_port()}, 2);
        else
            draft.leg({far, "lan"});
        drafts.push_back(std::move(draft));
    }
    if (drafts.empty()) return cannot_build(port ? Cannot::no_coax : Cannot::no_free_port);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
