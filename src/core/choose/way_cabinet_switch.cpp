// SPDX-License-Identifier: GPL-3.0-or-later
// Way 20: a switch in a cabinet with its own supply and backup near the camera, fed by fibre or by
// radio; or a port of such a switch that stands there.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/found_kinds.h"
#include "core/choose/radio_ends.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

void by_fibre(const ChooseContext& context, const Kind& unit_kind, const Place& place,
              std::vector<Draft>& drafts) {
    const PortKind* optical = nullptr;
    std::string out;
    for (const PortKind& port : unit_kind.ports) {
        if (port.medium == Medium::fibre && !optical) optical = &port;
        if (port.role == PortRole::pse && port.poe_class >= context.class_needed && out.empty())
            out = port.id;
    }
    if (!optical || out.empty()) return;
    Draft draft(context);
    const Kind* module = nullptr;
    std::optional<At> near;
    for (const Kind* kind : by_price(context.catalogue, Category::transceiver)) {
        if (near || !kind->optic || !kind->optic->single_mode) continue;
        near = fibre_at_head(draft, *kind->optic);
        module = kind;
    }
    const Kind* fibre = near ? fibre_for(context.catalogue, *module->optic) : nullptr;
    if (!fibre) return;
    const std::string far = draft.add(unit_kind, place.at, place.id, usual::cabinet_with_backup);
    draft.change_device(far, [&](Device& added) { added.modules[optical->id] = module->id; });
    draft.join(fibre->id, *near, {far, optical->id});
    draft.leg({far, out});
    drafts.push_back(std::move(draft));
}

}  // namespace

Proposal build_cabinet_switch(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(context, [](const Kind& kind) {
        return kind.category == Category::network_switch && is_source(kind);
    });
    const auto places = context.mains_places(usual::mains_near_m);
    if (places.empty() && drafts.empty()) return cannot_build(Cannot::no_mains_near);
    for (const Place* place : places) {
        if (drafts.size() >= 3) break;
        for (const Kind* kind : by_price(context.catalogue, Category::network_switch)) {
            const bool optical =
                std::any_of(kind->ports.begin(), kind->ports.end(),
                            [](const PortKind& port) { return port.medium == Medium::fibre; });
            if (!is_source(*kind) || !optical) continue;
            by_fibre(context, *kind, *place, drafts);
            break;
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_head_end);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
