// SPDX-License-Identifier: GPL-3.0-or-later
// Way 8: a long-range port of a switch made for it, with the far unit that such a line needs; a
// switch of that kind is added at the head end where none has a port free.
#include <algorithm>

#include "core/choose/draft.h"

namespace ovant {
namespace {

// A switch's feeding port of a line of its own; null where the kind has none.
const PortKind* line_port(const Kind& kind, int class_needed) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pse && !port.line.empty() && port.poe_class >= class_needed)
            return &port;
    }
    return nullptr;
}

// The far unit that speaks the line: it takes the power of the line and passes it on.
struct FarUnit {
    const Kind* kind = nullptr;
    std::string line, lan;
};
FarUnit far_unit(const Catalogue& catalogue, const std::string& line) {
    for (const Kind* kind : by_price(catalogue, Category::line_unit)) {
        if (!kind->in_line) continue;
        FarUnit found{kind, "", ""};
        for (const PortKind& port : kind->ports) {
            if (port.role != PortRole::pass) continue;
            if (port.line == line && port.upstream) found.line = port.id;
            if (port.line.empty() && !port.upstream) found.lan = port.id;
        }
        if (!found.line.empty() && !found.lan.empty()) return found;
    }
    return {};
}

void lay(const ChooseContext& context, const Draft& start, const At& from, const FarUnit& far_unit,
         std::vector<Draft>& drafts) {
    std::string used;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft = start;
        const Kind* cable =
            draft.copper(draft.point_of(from.device), context.camera->at, finest_awg);
        if (!cable || cable->id == used) continue;
        used = cable->id;
        const std::string far = draft.add(*far_unit.kind, context.camera->at);
        draft.join(cable->id, from, {far, far_unit.line});
        draft.patch({far, far_unit.lan}, draft.camera_input(), 2);
        drafts.push_back(std::move(draft));
    }
}

std::string uplink_of(const Kind& kind) {
    for (const PortKind& port : kind.ports) {
        if (port.uplink && port.medium == Medium::twisted_pair) return port.id;
    }
    return "";
}

}  // namespace

Proposal build_long_range_port(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    const auto uplink = context.data_port();
    std::vector<Draft> drafts;
    bool known = false, has_port = false;
    for (const Kind* kind : by_price(context.catalogue, Category::network_switch)) {
        const PortKind* line = line_port(*kind, context.class_needed);
        const FarUnit far = line ? far_unit(context.catalogue, line->line) : FarUnit{};
        if (!far.kind) continue;
        known = true;
        if (const auto port = context.pick_port({context.class_needed, false, line->line, true})) {
            if (!has_port) lay(context, Draft(context), {port->device, port->port}, far, drafts);
            has_port = true;
        }
        if (has_port || !uplink || !is_source(*kind)) continue;
        Draft draft(context);
        const Device& beside = context.device(uplink->device);
        const std::string id = draft.add(*kind, {beside.at.x_m + 1, beside.at.y_m}, beside.place);
        draft.patch({uplink->device, uplink->port}, {id, uplink_of(*kind)}, 1);
        lay(context, draft, {id, line->id}, far, drafts);
    }
    if (!known) return cannot_build(Cannot::no_cable);
    if (drafts.empty()) return cannot_build(Cannot::no_head_end);
    return first_good(context, std::move(drafts));
}

}  // namespace ovant
