// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/cost.h"

#include "core/parts/parts.h"

namespace ovant {

Cost cost_of(const Network& net, const PartsOf& of) {
    Cost cost;
    cost.material = total_price(count_parts(net, of));
    for (const WorkItem& item : work_of(net, of)) {
        (trade_of(item.task) == Trade::ground_works ? cost.ground : cost.labour) += item.price;
        cost.hours += item.hours;
    }
    return cost;
}

Cost cost_of_cable(const Network& net, LinkNumber link) {
    PartsOf of;
    of.links = {link};
    for (LinkNumber other : net.links.numbers()) {
        const NetLink& lies = net.links[other];
        if (other != link)
            add_open(of.open, *net.site, *lies.link, net.device(lies.a.device).at,
                     net.device(lies.b.device).at);
    }
    return cost_of(net, of);
}

}  // namespace ovant
