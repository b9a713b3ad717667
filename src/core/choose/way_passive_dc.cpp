// SPDX-License-Identifier: GPL-3.0-or-later
// Way 11: a passive injector of the camera's volts at the head end, a splitter at the camera.
#include <cmath>

#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {
namespace {

// Where passive power and data come into a splitter together.
const PortKind* passive_input(const Kind& splitter) {
    return port_that(splitter, [](const PortKind& port) {
        return port.role == PortRole::pass && port.medium == Medium::twisted_pair &&
               port.power == PowerKind::passive;
    });
}

// One draft for each gauge from one data port.
void lay(const ChooseContext& context, const At& start, const Kind& injector, const PortKind& out,
         const Kind& splitter, std::vector<Draft>& drafts) {
    const Device& unit = context.device(start.device);
    const Point near_at{unit.at.x_m + 1, unit.at.y_m};
    const PortKind* dc = port_of_medium(splitter, Medium::dc);
    const PortKind* lan = plain_data_port(splitter);
    const PortKind* in = passive_input(splitter);
    const Kind* dc_lead = cheapest_cable(context.catalogue, Medium::dc);
    const PortKind* data = data_side(injector, out);
    if (!dc || !lan || !dc_lead || !data) return;
    std::string used;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft(context);
        const Kind* cable = draft.copper(near_at, context.camera->at, finest_awg);
        if (!cable || cable->id == used) continue;
        used = cable->id;
        const std::string near = draft.add(injector, near_at, unit.place);
        const std::string far = draft.add(splitter, context.camera->at);
        draft.patch(start, {near, data->id}, 1);
        draft.join(cable->id, {near, out.id}, {far, in->id});
        draft.lead(dc_lead->id, {far, dc->id}, {context.camera_id, context.camera_dc_port()->id},
                   1);
        draft.patch({far, lan->id}, {context.camera_id, context.camera_data_port()}, 1);
        drafts.push_back(std::move(draft));
    }
}

}  // namespace

Proposal build_passive_dc(const ChooseContext& context) {
    const PortKind* input = context.camera_dc_port();
    if (!input) return cannot_build(Cannot::takes_poe);
    std::vector<At> starts = data_ports_near(context, 95);
    if (const auto data = context.data_port()) starts.push_back({data->device, data->port});
    if (starts.empty()) return cannot_build(Cannot::no_head_end);
    std::vector<Draft> drafts;
    for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = nullptr;
        for (const PortKind& port : injector->ports) {
            if (port.role == PortRole::pse && port.power == PowerKind::passive) out = &port;
        }
        if (!out || injector->supply->nominal_v < input->min_volts ||
            injector->supply->nominal_v > input->max_volts) {
            continue;
        }
        for (const Kind* splitter : context.catalogue.of(Category::splitter)) {
            const PortKind* in = passive_input(*splitter);
            if (!in || in->polarity != out->polarity) continue;
            for (const At& start : starts) lay(context, start, *injector, *out, *splitter, drafts);
        }
    }
    if (drafts.empty()) return cannot_build(Cannot::no_dc_supply);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
