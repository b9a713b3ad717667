// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/cost.h"

#include <algorithm>
#include <map>

#include "core/look_up.h"
#include "core/parts/parts.h"
#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double along_walls_m = 15;  // clipped to what is there, common practice

class Counting {
public:
    Counting(const Network& net, const std::set<std::string>& open)
        : net_(net), open_(open), rates_(net.site->settings.labour) {}

    void device(DeviceNumber number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        cost_.material += kind.price + price_of(device.enclosure);
        for (const auto& [port, module] : device.modules) cost_.material += price_of(module);
        cost_.hours += kind.mount_h > 0 ? kind.mount_h : rates_.mount_h;
        if (!device.enclosure.empty()) cost_.hours += rates_.mount_h;
        if (plugs_into_mains(kind) && !net_.at_head_end(number)) outlet(device.place);
    }

    void link(LinkNumber number) {
        const NetLink& link = net_.links[number];
        const CableFacts& cable = *link.cable->cable;
        cost_.material += price_of(link.link->a.protector) + price_of(link.link->b.protector);
        if (link.medium() == Medium::radio || link.medium() == Medium::mains_wiring) return;
        const bool new_cable = link.link->existing.empty();
        const double cut_m = cut_length_m(link);
        if (new_cable) cost_.material += cut_m * cable.price_per_m;
        if (link.medium() == Medium::twisted_pair)
            cost_.material +=
                channel_cords_m(*link.link) *
                or_nothing(cable_facts(*net_.catalogue, cord_kind(settings()))).price_per_m;
        if (cable.cord) return;  // comes with its plugs and is laid by hand
        ends(link.medium());
        if (!new_cable) return;
        cost_.hours += cut_m / 100 * rates_.pull_h_per_100m;
        const Point a = net_.device(link.a.device).at, b = net_.device(link.b.device).at;
        double on_pathways_m = 0;
        for (const auto& [pathway, metres] : metres_on_pathways(*net_.site, *link.link, a, b)) {
            on_pathways_m += metres;
            if (!open_.contains(pathway)) opened_m_[pathway] += metres;
        }
        const double bare_m =
            polyline_length_m(link_polyline(*net_.site, *link.link, a, b)) - on_pathways_m;
        if (!link.link->measured_length_m && bare_m > along_walls_m &&
            net_.site->settings.where_no_pathway == Between::in_ground)
            cost_.ground += (bare_m - along_walls_m) * rates_.new_way_per_m;
    }

    Cost done() {
        for (const auto& [pathway, metres] : opened_m_) {
            const Pathway& path = or_nothing(find_pathway(*net_.site, pathway));
            // Two cables side by side open the ground once.
            const double once_m = std::min(metres, polyline_length_m(path.points));
            cost_.ground += path.cost_per_m * once_m;
        }
        cost_.labour += cost_.hours * rates_.price_per_h;
        return cost_;
    }

private:
    const Settings& settings() const { return net_.site->settings; }
    double price_of(const std::string& id) const {
        const Kind* kind = id.empty() ? nullptr : net_.catalogue->find(id);
        return kind ? kind->price : 0.0;
    }
    void ends(Medium medium) {
        cost_.material += ends_price(medium);
        if (medium != Medium::fibre) cost_.hours += 2 * rates_.copper_end_h;
        if (medium == Medium::fibre || medium == Medium::composite)
            cost_.hours += 2 * rates_.fibre_end_h;
    }
    void outlet(const std::string& place) {
        if (!outlets_.insert(place).second) return;
        cost_.labour += rates_.mains_point_price;
    }

    const Network& net_;
    const std::set<std::string>& open_;
    const LabourRates& rates_;
    Cost cost_;
    std::set<std::string> outlets_;
    std::map<std::string, double> opened_m_;
};

}  // namespace

Cost cost_of(const Network& net, const std::vector<DeviceNumber>& devices,
             const std::vector<LinkNumber>& links, const std::set<std::string>& open) {
    Counting counting(net, open);
    for (DeviceNumber device : devices) counting.device(device);
    for (LinkNumber link : links) counting.link(link);
    return counting.done();
}

}  // namespace ovant
