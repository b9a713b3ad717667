// SPDX-License-Identifier: GPL-3.0-or-later
// One length of cable: the common part of ways 1 and 2.
#include <algorithm>

#include "core/choose/draft.h"

namespace ovant {
namespace {

// What was measured or left as slack on the camera's old single cable still holds for a new one.
void keep_lengths(const ChooseContext& context, Link& link) {
    const Run& run = context.now.runs[context.index];
    if (run.links.size() != 1) return;
    const Link& old = *context.now.links[static_cast<std::size_t>(run.links[0])].link;
    if (old.a.device != link.a.device) return;
    link.cords_m = old.cords_m;
    link.slack_m = old.slack_m;
    link.measured_length_m = old.measured_length_m;
    link.a.drop_m = old.a.drop_m;
    link.b.drop_m = old.b.drop_m;
    if (!old.drawn.empty()) {
        link.pathways = old.pathways;
        link.drawn = old.drawn;
    }
}

}  // namespace

Proposal build_single(const ChooseContext& context, bool with_long_setting) {
    if (context.camera_power_port().empty()) return cannot_build(Cannot::takes_dc);
    const auto port = context.pick_port({context.class_needed, with_long_setting, "", true});
    if (!port) {
        return cannot_build(with_long_setting ? Cannot::no_long_setting : Cannot::no_free_port);
    }
    std::vector<Draft> drafts;
    std::string used;
    for (double finest_awg : {24.0, 23.0}) {
        Draft draft(context);
        Device& unit = *find_device(draft.site, port->device);
        if (with_long_setting)
            unit.long_groups.insert(port->group);
        else
            unit.long_groups.erase(port->group);
        const Kind* cable = draft.copper(unit.at, context.camera->at, finest_awg);
        if (!cable || cable->id == used) continue;
        used = cable->id;
        const std::string link = draft.join(cable->id, {port->device, port->port},
                                            {context.camera_id, context.camera_power_port()});
        keep_lengths(context, *find_link(draft.site, link));
        drafts.push_back(std::move(draft));
    }
    Proposal proposal = first_good(context, std::move(drafts));
    proposal.detail = port->device + "." + port->port;
    return proposal;
}

std::optional<SiteChange> one_length(const Site& site, const Catalogue& catalogue,
                                     const std::string& camera, double length_m) {
    const ChooseContext context(site, catalogue, camera);
    if (!context.found || context.camera_power_port().empty()) return std::nullopt;
    const auto port = context.pick_port({context.class_needed, false, "", false});
    if (!port) return std::nullopt;
    Draft draft(context);
    const Kind* cable = draft.copper(draft.point_of(port->device), context.camera->at);
    if (!cable) return std::nullopt;
    const std::string link =
        draft.join(cable->id, {port->device, port->port}, {camera, context.camera_power_port()});
    find_link(draft.site, link)->measured_length_m = length_m;
    return judge_draft(context, std::move(draft.site)).change;
}

}  // namespace ovant
