// SPDX-License-Identifier: GPL-3.0-or-later
// Way 14: composite cable, data on its fibres and 54 V d.c. from the head end on its conductors;
// the gauge is the thinnest that still holds at the far end.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/draft.h"

namespace ovant {

Proposal build_composite(const ChooseContext& context) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    std::vector<Draft> drafts = from_spare_ports(context, [](const Kind& kind) {
        return or_nothing(first_of(kind.ports)).medium == Medium::composite && !is_source(kind);
    });
    const auto data = context.data_port();
    const Kind* head_kind = context.catalogue.find(usual::composite_head);
    if (!data || !head_kind) return cannot_build(Cannot::no_head_end);
    const Device& unit = context.device(data->device);
    const Point near_at{unit.at.x_m + 1, unit.at.y_m};
    const Kind* far_kind = context.catalogue.find(usual::composite_far);
    if (far_kind && context.class_needed <= 4) {
        std::vector<const Kind*> cables = context.catalogue.of(Category::cable);
        std::erase_if(cables,
                      [](const Kind* cable) { return cable->cable->medium != Medium::composite; });
        std::sort(cables.begin(), cables.end(), [](const Kind* a, const Kind* b) {
            return a->cable->price_per_m < b->cable->price_per_m;
        });
        for (const Kind* cable : cables) {
            Draft draft(context);
            const std::string near = draft.add(*head_kind, near_at, unit.place);
            const std::string far = draft.add(*far_kind, context.camera->at);
            draft.patch({data->device, data->port}, {near, "in"}, 1);
            draft.join(cable->id, {near, "hybrid"}, {far, "hybrid"});
            draft.patch({far, "1"}, {context.camera_id, context.camera_power_port()}, 2);
            drafts.push_back(std::move(draft));
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_free_port);
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
