// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/room_left.h"

#include <algorithm>
#include <cmath>

#include "core/assess/assess.h"
#include "core/assess/least_volts.h"

namespace ovant {
namespace {

constexpr double most_extra_w = 1000, exact_w = 1e-3;

class Room {
public:
    // `at`: the unit that takes more, or the port where more is taken.
    Room(const Network& net, PortAt root, ExtraLoad at) : net_(net), root_(root), extra_(at) {
        const Kind& unit = net.kind(root.device);
        budget_w_ = budget_w(unit, net.device(root.device).supplies);
        for (const Condition condition : all_conditions) {
            double watts = 0;
            for (PortNumber number : unit.ports.numbers()) {
                const PortAt port{root.device, number};
                if (unit.ports[number].role != PortRole::pse || port == root || !net.link_at(port))
                    continue;
                watts += solve_port(net, port, condition).front().watts();
            }
            others_w_[static_cast<std::size_t>(condition)] = watts;
        }
    }

    double watts() {
        if (!stands(0)) return 0;
        double low_w = 0, high_w = most_extra_w;
        while (high_w - low_w > exact_w) {
            const double middle_w = (low_w + high_w) / 2;
            (stands(middle_w) ? low_w : high_w) = middle_w;
        }
        return low_w;
    }

private:
    bool stands(double extra_w) {
        extra_.watts = extra_w;
        for (const Condition condition : all_conditions) {
            Circumstances now = circumstances_of(net_.site->settings, condition);
            now.extra = &extra_;
            const std::vector<PortFeed> feeds = solve_port(net_, root_, now);
            for (const PortFeed& feed : feeds) {
                if (!feed_stands(feeds, feed)) return false;
            }
            if (!units_stand(feeds)) return false;
            const double at_root_w =
                others_w_[static_cast<std::size_t>(condition)] + feeds.front().watts();
            if (at_root_w > budget_w_ + exact_w) return false;
        }
        return true;
    }

    bool feed_stands(const std::vector<PortFeed>& feeds, const PortFeed& feed) const {
        if (!feed.solution.stands || feed.solution.source_w > feed.limit_w + exact_w) return false;
        const PortKind& port = net_.port(feed.port);
        if (port.power == PowerKind::poe) {
            const PoeTypeLimits limits = poe_type_limits(poe_type_of_class(port.poe_class));
            if (feed.solution.source_a > limits.current_per_pairset_a * feed.pairs / 2 + 1e-9)
                return false;
        }
        for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
            const FeedPoint& point = feed.points[node];
            const double least_v =
                least_volts(net_.kind(point.device), net_.port(point.entered), nullptr);
            if (feed.solution.volts[node] < least_v - 1e-9) return false;
            const auto arrived = arriving(net_, feeds, feed, node);
            if (arrived && arrived->watts > arrived->limit_w + exact_w) return false;
        }
        return true;
    }

    // Units that pass on what they are fed, by their own budgets.
    bool units_stand(const std::vector<PortFeed>& feeds) const {
        for (std::size_t i = 1; i < feeds.size(); ++i) {
            const DeviceNumber device = feeds[i].port.device;
            const Kind& kind = net_.kind(device);
            if (!kind.supply || kind.supply->budget_w <= 0) continue;
            double out_w = 0;
            for (const PortFeed& feed : feeds) {
                if (feed.port.device == device) out_w += feed.watts();
            }
            if (out_w > kind.supply->budget_w + exact_w) return false;
        }
        return true;
    }

    const Network& net_;
    PortAt root_;
    ExtraLoad extra_;
    double budget_w_ = 0;
    double others_w_[condition_count] = {};
};

}  // namespace

double room_left_w(const Network& net, DeviceNumber device) {
    const PortAt root = net.fed_by[device];
    if (!root) return 0;
    return Room(net, root, {device, {}, 0}).watts();
}

double room_left_at_port_w(const Network& net, PortAt port) {
    if (net.port(port).role != PortRole::pse || net.power_off(port)) return 0;
    const bool source = is_source(net.kind(port.device));
    const PortAt root = source ? port : net.fed_by[port.device];
    if (!root) return 0;
    return Room(net, root, {{}, port, 0}).watts();
}

}  // namespace ovant
