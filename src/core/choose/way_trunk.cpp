// SPDX-License-Identifier: GPL-3.0-or-later
// Way 9: a trunk for up to four cameras on one cable, fed by a switch port, by a supply at the near
// unit or by one at the far unit; over old coax as well; or a port of a trunk that is there.
#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

struct Trunk {
    const char* near;
    const char* near_in;  // the port that faces the switch
    const char* far;
    bool fed_by_port;
    bool far_needs_mains;
};

constexpr Trunk trunks[] = {{usual::trunk_near_poe, "in", usual::trunk_far, true, false},
                            {usual::trunk_near_mains, "in", usual::trunk_far, false, false},
                            {usual::trunk_near_data, "in", usual::trunk_far_mains, false, true}};

}  // namespace

Proposal build_trunk(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(
        context, [](const Kind& kind) { return kind.category == Category::line_unit; });
    const auto feeding = context.pick_port({4, false, "", true});
    const auto data = context.data_port();
    const auto places = context.mains_places(usual::mains_by_cable_m);
    for (const Trunk& trunk : trunks) {
        const Kind* near_kind = context.catalogue.find(trunk.near);
        const Kind* far_kind = context.catalogue.find(trunk.far);
        const auto& port = trunk.fed_by_port ? feeding : data;
        if (!near_kind || !far_kind || !port || (trunk.far_needs_mains && places.empty())) continue;
        Draft draft(context);
        const Device& unit = context.device(port->device);
        const Point near_at{unit.at.x_m + 1, unit.at.y_m};
        const std::string place = trunk.far_needs_mains ? places.front()->id : "";
        const Point far_at = trunk.far_needs_mains ? places.front()->at : context.camera->at;
        const Kind* cable = draft.copper(near_at, far_at, 24);
        if (!cable) continue;
        const std::string near = draft.add(*near_kind, near_at, unit.place);
        const std::string far = draft.add(*far_kind, far_at, place);
        draft.patch({port->device, port->port}, {near, trunk.near_in}, 1);
        draft.join(cable->id, {near, "trunk"}, {far, "trunk"});
        draft.leg({far, "1"});
        drafts.push_back(std::move(draft));
    }
    const Kind* coax_near = context.catalogue.find(usual::trunk_coax_near);
    const Kind* coax_far = context.catalogue.find(usual::trunk_coax_far);
    if (data && coax_near && coax_far) {
        const Device& unit = context.device(data->device);
        for (const OldCable& old : old_cables(context, Medium::coax, unit.at, context.camera->at)) {
            Draft draft(context);
            const std::string near =
                draft.add(*coax_near, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
            const std::string far = draft.add(*coax_far, old.points.back());
            draft.patch({data->device, data->port}, {near, "in"},
                        1 + distance_m(old.points.front(), unit.at));
            draft.join_old(old, {near, "trunk"}, {far, "trunk"});
            draft.leg({far, "1"});
            drafts.push_back(std::move(draft));
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_head_end);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
