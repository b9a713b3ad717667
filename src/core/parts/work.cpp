// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/work.h"

#include <algorithm>
#include <unordered_map>

#include "core/look_up.h"
#include "core/parts/parts.h"
#include "core/route/route.h"

namespace ovant {
namespace {

constexpr double by_oneself_m = 10;  // a longer cable is drawn in by two; common practice
constexpr double one_spot_m = 2;     // as far as a lead reaches
constexpr double ladder_m = 3.5;     // higher than a short ladder reaches; common practice

WorkItem item_of(Task task, const std::string& subject, DeviceNumber at = {}) {
    WorkItem item;
    item.task = task;
    item.subject = subject;
    item.at = at;
    return item;
}

class WorkCount {
public:
    WorkCount(const Network& net, const PartsOf& of)
        : net_(net), of_(of), rates_(net.site->settings.labour) {}

    std::vector<WorkItem> done() {
        for (DeviceNumber number : of_.devices) device(number);
        for (LinkNumber number : of_.links) link(number);
        for (const auto& [pathway, metres] : opened_metres(net_, of_)) {
            const double per_m = or_nothing(find_pathway(*net_.site, pathway)).cost_per_m;
            opened(pathway, metres, per_m, {});
        }
        if (of_.whole && !of_.devices.empty())
            add(item_of(Task::hand_over, ""), rates_.hand_over_h);
        std::stable_sort(items_.begin(), items_.end(),
                         [](const WorkItem& a, const WorkItem& b) { return a.task < b.task; });
        return std::move(items_);
    }

private:
    void add(WorkItem item, double hours) {
        item.hours = hours;
        item.price = hours * rates_.price_per_h;
        if (hours > 0) items_.push_back(std::move(item));
    }
    void opened(const std::string& subject, double metres, double per_m, PortAt at) {
        WorkItem item = item_of(Task::open_ground, subject, at.device);
        item.metres = metres;
        item.price = metres * per_m;
        if (item.price > 0) items_.push_back(std::move(item));
    }

    // Up a pole or mast, where a short ladder does not reach.
    bool high_up(DeviceNumber number) const {
        const Place* place = net_.place_of(number);
        const bool on_pole = place && place->kind == PlaceKind::pole;
        const bool antenna = net_.kind(number).radio && net_.device(number).height_m > ladder_m;
        const bool carried =
            ends_a_run(net_.kind(number)) || net_.kind(number).category == Category::radio;
        return antenna || (on_pole && carried);
    }

    void device(DeviceNumber number) {
        const Device& device = net_.device(number);
        const Kind& kind = net_.kind(number);
        WorkItem mount = item_of(Task::mount, device.id, number);
        if (high_up(number)) {
            mount.two_people = true;
            WorkItem height = item_of(Task::height, device.id, number);
            height.two_people = true;
            if (kind.radio) mount.height_m = height.height_m = device.height_m;
            add(height, rates_.height_h);
        }
        add(mount, (kind.mount_h > 0 ? kind.mount_h : rates_.mount_h) +
                       (device.enclosure.empty() ? 0 : rates_.mount_h));
        if (kind.network) add(item_of(Task::set_up, device.id, number), rates_.set_up_h);
        if (plugs_into_mains(kind) && needs_outlet(number) && rates_.mains_point_price > 0) {
            WorkItem outlet =
                item_of(Task::outlet, device.place.empty() ? device.id : device.place, number);
            outlet.price = rates_.mains_point_price;
            items_.push_back(std::move(outlet));
        }
    }

    bool fed_by_backup(const Device& device) const {
        if (device.backup.empty()) return false;
        const Device* ups = find_device(*net_.site, device.backup);
        return ups && in_reach_of_lead(device, *ups);
    }

    // As many free ones as there are plugs at the place.
    bool outlets_suffice(const Place* place) {
        if (!place || place->mains == Mains::none || !place->free_outlets) return false;
        if (plugs_at_.empty()) {
            for (DeviceNumber number : net_.kinds.numbers()) {
                const Device& device = net_.device(number);
                const bool plugs = plugs_into_mains(net_.kind(number)) || net_.kind(number).ups;
                if (plugs && !fed_by_backup(device)) ++plugs_at_[device.place];
            }
        }
        return plugs_at_[place->id] <= *place->free_outlets;
    }

    // One serves a place, or the spot where units stand by themselves.
    bool needs_outlet(DeviceNumber number) {
        const Device& device = net_.device(number);
        if (net_.at_head_end(number) || of_.outlets.contains(device.place)) return false;
        if (fed_by_backup(device) || outlets_suffice(net_.place_of(number))) return false;
        if (!device.place.empty()) return outlets_.insert(device.place).second;
        const bool near = std::any_of(spots_.begin(), spots_.end(), [&](Point spot) {
            return distance_m(spot, device.at) <= one_spot_m;
        });
        if (!near) spots_.push_back(device.at);
        return !near;
    }

    void link(LinkNumber number) {
        const NetLink& link = net_.links[number];
        const Medium medium = link.medium();
        const std::string& id = link.link->id;
        WorkItem between = item_of(Task::align, id, link.a.device);
        between.to = link.b.device;
        if (medium == Medium::mains_wiring) return;
        if (medium == Medium::radio) {
            between.two_people = true;
            return add(between, rates_.align_h);
        }
        if (link.cable->cable->cord) return;  // comes with its plugs and is laid by hand
        for (const PortAt end : {link.a, link.b}) {
            if (medium != Medium::fibre)
                add(item_of(Task::copper_ends, id, end.device), rates_.copper_end_h);
            if (medium == Medium::fibre || medium == Medium::composite)
                add(item_of(Task::fibre_ends, id, end.device), rates_.fibre_end_h);
        }
        if (medium != Medium::fibre) {
            between.task = Task::test;
            add(between, rates_.test_h);
        }
        if (!link.link->existing.empty()) return;
        between.task = Task::pull;
        between.metres = cut_length_m(link);
        between.two_people = between.metres > by_oneself_m;
        add(between, between.metres / 100 * rates_.pull_h_per_100m);
        opened(id, link.dug_m, rates_.new_way_per_m, link.a);
    }

    const Network& net_;
    const PartsOf& of_;
    const LabourRates& rates_;
    std::vector<WorkItem> items_;
    std::set<std::string> outlets_;                       // places
    std::unordered_map<std::string_view, int> plugs_at_;  // places, counted when first asked for
    std::vector<Point> spots_;
};

}  // namespace

Trade trade_of(Task task) {
    switch (task) {
        case Task::open_ground: return Trade::ground_works;
        case Task::outlet: return Trade::electrician;
        default: return Trade::installer;
    }
}

std::string_view id_of(Task task) {
    switch (task) {
        case Task::open_ground: return "open-ground";
        case Task::outlet: return "outlet";
        case Task::pull: return "pull";
        case Task::mount: return "mount";
        case Task::height: return "height";
        case Task::copper_ends: return "copper-ends";
        case Task::fibre_ends: return "fibre-ends";
        case Task::align: return "align";
        case Task::set_up: return "set-up";
        case Task::test: return "test";
        case Task::hand_over: return "hand-over";
    }
    return "";
}

std::string_view id_of(Trade trade) {
    switch (trade) {
        case Trade::installer: return "installer";
        case Trade::ground_works: return "ground-works";
        case Trade::electrician: return "electrician";
    }
    return "";
}

std::vector<WorkItem> work_of(const Network& net, const PartsOf& of) {
    return WorkCount(net, of).done();
}

std::vector<WorkItem> work_of(const Network& net) { return work_of(net, whole_site(net)); }

double total_hours(const std::vector<WorkItem>& items) {
    double hours = 0;
    for (const WorkItem& item : items) hours += item.hours;
    return hours;
}

}  // namespace ovant
