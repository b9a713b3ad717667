// SPDX-License-Identifier: GPL-3.0-or-later
// One length of cable: the common part of ways 1 and 2.
#include <algorithm>

#include "core/choose/build.h"

namespace ovant {

Proposal build_single(const ChooseContext& context, bool with_long_setting) {
    const Site cleared = without_run(context);
    const auto port = pick_port(context, cleared, with_long_setting);
    if (!port) {
        return cannot_build(with_long_setting ? Cannot::no_long_setting : Cannot::no_free_port);
    }
    const Point from = find_device(cleared, port->device)->at;
    const Point to = find_device(cleared, context.camera)->at;
    const Surroundings here =
        std::max(route_surroundings(cleared, from, to), Surroundings::outdoor);
    Site set = cleared;
    auto& long_groups = find_device(set, port->device)->long_groups;
    if (with_long_setting)
        long_groups.insert(port->group);
    else
        long_groups.erase(port->group);
    std::vector<Site> candidates;
    for (double finest_awg : {24.0, 23.0}) {
        const Kind* cable = pick_cable(context.catalogue, here, finest_awg);
        if (!cable) continue;
        if (auto laid = lay_direct(context, set, *port, *cable)) {
            candidates.push_back(std::move(laid->site));
        }
    }
    Proposal proposal = best_of(context, std::move(candidates));
    proposal.detail = port->device + "." + port->port;
    return proposal;
}

}  // namespace ovant
