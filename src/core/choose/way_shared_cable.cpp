// SPDX-License-Identifier: GPL-3.0-or-later
// Way 19: the cable of a neighbour carries two cameras, a combiner at the switch and one at the
// cameras; nothing new to pull but the last metres.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

bool shares_already(const ChooseContext& context) {
    const Run& run = context.now.runs[context.camera_number];
    return std::any_of(run.ins.begin(), run.ins.end(), [&](PortAt in) {
        return context.now.kind(in.device).category == Category::combiner;
    });
}

}  // namespace

Proposal build_shared_cable(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const Kind* combiner = nullptr;
    std::vector<std::string> lanes;
    std::string line;
    for (const Kind* kind : by_price(context.catalogue, Category::combiner)) {
        if (combiner) continue;
        lanes.clear();
        for (const PortKind& port : kind->ports)
            port.lane.empty() ? void(line = port.id) : lanes.push_back(port.id);
        if (lanes.size() >= 2 && !line.empty()) combiner = kind;
    }
    if (!combiner) return cannot_build(Cannot::no_cable);
    if (shares_already(context)) return judge_draft(context, context.part);
    const Network net = lay_out(context.part, context.catalogue);
    std::vector<Draft> drafts;
    bool port_missing = false;
    for (const Run& run : net.runs) {
        if (run.links.size() != 1 || !run.fed || !(run.outs[0] == run.source)) continue;
        const Device& neighbour = net.device(run.camera);
        const NetLink& cable = net.links[run.links[0]];
        if (neighbour.id == context.camera_id || cable.medium() != Medium::twisted_pair ||
            distance_m(neighbour.at, context.camera->at) > usual::neighbour_m ||
            drafts.size() >= 2) {
            continue;
        }
        const Device& unit = net.device(run.source.device);
        const PortKind* second = nullptr;
        for (const PortKind& port : net.kind(run.source.device).ports) {
            if (port.role == PortRole::pse && port.poe_class >= context.class_needed && !second &&
                !context.taken(unit.id, port.id) && !unit.long_groups.contains(port.group))
                second = &port;
        }
        if (!second) {
            port_missing = true;
            continue;
        }
        Draft draft(context);
        const bool from_a = cable.a == run.source;
        const std::string first_port = (from_a ? cable.link->a : cable.link->b).port;
        const std::string neighbour_port = (from_a ? cable.link->b : cable.link->a).port;
        const std::string near = draft.add(*combiner, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
        const std::string far = draft.add(*combiner, neighbour.at);
        draft.change_link(cable.link->id, [&](Link& shared) {
            LinkEnd& near_end = from_a ? shared.a : shared.b;
            LinkEnd& far_end = from_a ? shared.b : shared.a;
            near_end.device = near;
            far_end.device = far;
            near_end.port = far_end.port = line;
        });
        draft.patch({unit.id, first_port}, {near, lanes[0]}, 1);
        draft.patch({unit.id, second->id}, {near, lanes[1]}, 1);
        draft.patch({far, lanes[0]}, {neighbour.id, neighbour_port}, 1);
        draft.leg({far, lanes[1]});
        drafts.push_back(std::move(draft));
    }
    if (drafts.empty())
        return cannot_build(port_missing ? Cannot::no_free_port : Cannot::no_neighbour);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
