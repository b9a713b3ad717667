// SPDX-License-Identifier: GPL-3.0-or-later
// Way 5: a chain of repeaters fed from both ends, PoE off on the middle link; a small switch on
// mains near the camera feeds the far half and the camera.
#include <cmath>

#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {

Proposal build_repeaters_both_ends(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const auto places = context.mains_places(usual::mains_by_cable_m);
    if (places.empty()) return cannot_build(Cannot::no_mains_near);
    Draft start(context);
    const auto port = head_feed(start, {3, false, "", true});
    if (!port) return cannot_build(Cannot::no_free_port);
    const Place& place = *places.front();
    const Point from = start.point_of(port->device);
    const Route& route = context.route(from, place.at);
    const double length_m =
        route.cable_m(context.drop_m(port->device) + context.site.settings.default_drop_m);
    const Kind* cable = start.copper(from, place.at, 24);
    const FarSwitch far = far_switch(context, place, context.class_needed, 2);
    if (!far.kind) return cannot_build(Cannot::no_free_port);
    std::vector<Draft> drafts;
    int fewest = 0;
    bool needed = false;
    for (const Kind* unit : context.catalogue.of(Category::repeater)) {
        if (!unit->in_line || !cable) continue;
        const int count =
            units_in_line(context.site.settings, *cable, route.surroundings, length_m, *unit);
        if (count < 2) continue;  // one repeater has no middle link to switch off
        needed = true;
        fewest = fewest == 0 ? count : std::min(fewest, count);
        if (count > 2 * unit->in_line->most_in_chain || unit->rating == Surroundings::indoor)
            continue;
        Draft draft = start;
        const std::string unit_id = draft.add(*far.kind, place.at, place.id, far.cabinet);
        const std::vector<std::string> chain =
            draft.chain(*cable, *port, {unit_id, far.ports[0]}, *unit, count);
        const std::string& middle = chain[count / 2 - 1];
        for (const PortKind& out : unit->ports) {
            if (!out.upstream) draft.switch_off({middle, out.id});
        }
        draft.leg({unit_id, far.ports[1]});
        drafts.push_back(std::move(draft));
    }
    if (!needed) return cannot_build(Cannot::too_short);
    if (drafts.empty()) return cannot_build(Cannot::chain_too_long, std::to_string(fewest));
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
