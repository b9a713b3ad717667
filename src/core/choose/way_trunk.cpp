// SPDX-License-Identifier: GPL-3.0-or-later
// Way 9: a trunk for up to four cameras on one cable, fed by a switch port, by a supply at the near
// unit or by one at the far unit; over old coax as well; or a port of a trunk that is there.
#include "core/choose/distances.h"
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {
namespace {

// Both units and what goes between them; `from` the port at the head end, `cable` null for old
// coax.
struct Ends {
    At from;
    Point near_at, far_at;
    std::string near_place, far_place;
};

void lay(const ChooseContext& context, const LinePair& pair, const Ends& ends, const OldCable* old,
         std::vector<Draft>& drafts) {
    Draft draft(context);
    const Kind* cable = old ? nullptr : draft.copper(ends.near_at, ends.far_at, 24);
    if (!old && !cable) return;
    const std::string near = draft.add(*pair.near, ends.near_at, ends.near_place);
    const std::string far = draft.add(*pair.far, ends.far_at, ends.far_place);
    const At near_line{near, pair.near_line->id}, far_line{far, pair.far_line->id};
    const double to_coax_m =
        old ? distance_m(old->points.front(), draft.point_of(ends.from.device)) : 0;
    draft.patch(ends.from, {near, pair.near_lan->id}, 1 + to_coax_m);
    if (old)
        draft.join_old(*old, near_line, far_line);
    else
        draft.join(cable->id, near_line, far_line);
    draft.leg({far, pair.far_lan->id});
    drafts.push_back(std::move(draft));
}

}  // namespace

Proposal build_trunk(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(
        context, [](const Kind& kind) { return kind.category == Category::line_unit; });
    const auto places = context.mains_places(usual::mains_by_cable_m);
    const auto data = context.data_port();
    for (LinePower power :
         {LinePower::near_on_poe, LinePower::near_on_mains, LinePower::far_on_mains}) {
        const bool at_place = power == LinePower::far_on_mains;
        if (at_place && places.empty()) continue;
        const Point far_at = at_place ? places.front()->at : context.camera->at;
        const auto port_for = [&](const LinePair& pair) {
            return power == LinePower::near_on_poe
                       ? context.pick_port({pair.near_lan->poe_class, false, "", true})
                       : data;
        };
        const auto add = [&](const LinePair& pair, Point to, const std::string& place,
                             const OldCable* old) {
            const auto port = port_for(pair);
            if (!port) return;
            const Device& unit = context.device(port->device);
            const Point near_at{unit.at.x_m + 1, unit.at.y_m};
            lay(context, pair, {{port->device, port->port}, near_at, to, unit.place, place}, old,
                drafts);
        };
        const double about_m =
            data ? context.route(context.device(data->device).at, far_at).length_m : 0;
        for (const LinePair& pair : line_pairs(context, Medium::twisted_pair, power, about_m))
            add(pair, far_at, at_place ? places.front()->id : "", nullptr);
        if (at_place) continue;
        const Point anywhere = data ? context.device(data->device).at : context.camera->at;
        for (const OldCable& old :
             old_cables(context, Medium::coax, anywhere, context.camera->at)) {
            const double old_m =
                old.cable->measured_length_m.value_or(polyline_length_m(old.points));
            for (const LinePair& pair : line_pairs(context, Medium::coax, power, old_m))
                add(pair, old.points.back(), "", &old);
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_head_end);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
