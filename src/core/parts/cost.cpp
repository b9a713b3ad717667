// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/cost.h"

#include "core/look_up.h"
#include "core/parts/parts.h"
#include "core/route/route.h"

namespace ovant {
namespace {

class Counting {
public:
    Counting(const Network& net, const PartsOf& of)
        : net_(net), of_(of), rates_(net.site->settings.labour) {}

    Cost done() {
        for (DeviceNumber number : of_.devices) device(number);
        for (LinkNumber number : of_.links) link(number);
        for (const auto& [pathway, metres] : opened_metres(net_, of_))
            cost_.ground += metres * or_nothing(find_pathway(*net_.site, pathway)).cost_per_m;
        cost_.material = total_price(count_parts(net_, of_));
        cost_.labour += cost_.hours * rates_.price_per_h;
        return cost_;
    }

private:
    void device(DeviceNumber number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        cost_.hours += kind.mount_h > 0 ? kind.mount_h : rates_.mount_h;
        if (!device.enclosure.empty()) cost_.hours += rates_.mount_h;
        if (plugs_into_mains(kind) && !net_.at_head_end(number) &&
            outlets_.insert(device.place).second)
            cost_.labour += rates_.mains_point_price;
    }

    void link(LinkNumber number) {
        const NetLink& link = net_.links[number];
        const Medium medium = link.medium();
        if (medium == Medium::radio || medium == Medium::mains_wiring) return;
        if (link.cable->cable->cord) return;  // comes with its plugs and is laid by hand
        if (medium != Medium::fibre) cost_.hours += 2 * rates_.copper_end_h;
        if (medium == Medium::fibre || medium == Medium::composite)
            cost_.hours += 2 * rates_.fibre_end_h;
        if (!link.link->existing.empty()) return;
        cost_.hours += cut_length_m(link) / 100 * rates_.pull_h_per_100m;
        cost_.ground += dug_metres(net_, number) * rates_.new_way_per_m;
    }

    const Network& net_;
    const PartsOf& of_;
    const LabourRates& rates_;
    Cost cost_;
    std::set<std::string> outlets_;
};

}  // namespace

Cost cost_of(const Network& net, const PartsOf& of) { return Counting(net, of).done(); }

}  // namespace ovant
