// SPDX-License-Identifier: GPL-3.0-or-later
// Way 14: composite cable, data on its fibres and 54 V d.c. from the head end on its conductors;
// the gauge is the thinnest that still holds at the far end.
#include <algorithm>

#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {
namespace {

// A head unit on mains and a far unit fed by it that see each other's light, the cheapest two.
std::vector<std::pair<const Kind*, const Kind*>> ends(const ChooseContext& context) {
    std::vector<const Kind*> heads, fars;
    for (Category category : {Category::supply, Category::media_converter}) {
        for (const Kind* kind : context.catalogue.of(category)) {
            const PortKind* hybrid = port_of_medium(*kind, Medium::composite);
            if (!hybrid || !kind->supply || !kind->optic) continue;
            if (is_source(*kind) && hybrid->role == PortRole::pse && plain_data_port(*kind))
                heads.push_back(kind);
            if (!is_source(*kind) && hybrid->role == PortRole::pd &&
                feeding_port(*kind, context.class_needed))
                fars.push_back(kind);
        }
    }
    std::vector<std::pair<const Kind*, const Kind*>> out;
    for (const Kind* head : heads) {
        for (const Kind* far : fars) {
            const PortKind& in = *port_of_medium(*far, Medium::composite);
            const double volts = head->supply->nominal_v;
            if (light_meets(*head->optic, *far->optic) && volts >= in.min_volts &&
                volts <= in.max_volts)
                out.push_back({head, far});
        }
    }
    const auto price = [](const auto& pair) { return pair.first->price + pair.second->price; };
    std::stable_sort(out.begin(), out.end(),
                     [&](const auto& a, const auto& b) { return price(a) < price(b); });
    if (out.size() > 2) out.resize(2);
    return out;
}

}  // namespace

Proposal build_composite(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(context, [](const Kind& kind) {
        return or_nothing(first_of(kind.ports)).medium == Medium::composite && !is_source(kind);
    });
    const auto data = context.data_port();
    if (!data) return cannot_build(Cannot::no_head_end);
    const Device& unit = context.device(data->device);
    const Point near_at{unit.at.x_m + 1, unit.at.y_m};
    std::vector<const Kind*> cables = context.catalogue.of(Category::cable);
    std::erase_if(cables,
                  [](const Kind* cable) { return cable->cable->medium != Medium::composite; });
    std::sort(cables.begin(), cables.end(), [](const Kind* a, const Kind* b) {
        return a->cable->price_per_m < b->cable->price_per_m;
    });
    for (const auto& [head, far_unit] : ends(context)) {
        for (const Kind* cable : cables) {
            Draft draft(context);
            const std::string near = draft.add(*head, near_at, unit.place);
            const std::string far = draft.add(*far_unit, context.camera->at);
            draft.patch({data->device, data->port}, {near, plain_data_port(*head)->id}, 1);
            draft.join(cable->id, {near, port_of_medium(*head, Medium::composite)->id},
                       {far, port_of_medium(*far_unit, Medium::composite)->id});
            draft.patch({far, feeding_port(*far_unit, context.class_needed)->id},
                        draft.camera_input(), 2);
            drafts.push_back(std::move(draft));
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_free_port);
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
