// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/profile.h"

#include <fmt/format.h>

#include <cmath>
#include <limits>

namespace ovant {
namespace {

constexpr double no_volts = std::numeric_limits<double>::quiet_NaN();

void add_hop(const Network& net, const Run& run, std::size_t i, RunProfile& profile) {
    const NetLink& laid = net.links[static_cast<std::size_t>(run.links[i])];
    const LinkReach reach = link_reach(net, laid, Condition::day);
    Check worst = link_length_check(net, laid, Condition::day, false);
    for (Condition condition : all_conditions) {
        Check check = link_length_check(net, laid, condition, false);
        if (worse(check, worst)) worst = std::move(check);
    }
    profile.hops.push_back({laid.link->id, laid.cable, profile.length_m,
                            profile.length_m + laid.length_m, worst.limit, reach.rate_mbps,
                            reach.long_setting, worst.condition, worst.verdict});
    profile.length_m += laid.length_m;
}

double min_volts(const Kind& kind) {
    if (kind.camera) return camera_min_volts(kind);
    return kind.in_line ? kind.in_line->min_volts : 0;
}

// Volts and watts of one condition at every unit of the run.
void add_condition(const Network& net, const Run& run, Condition condition, RunProfile& profile) {
    const auto c = static_cast<std::size_t>(condition);
    for (const PortFeed& feed : solve_port(net, run.outs.front(), condition)) {
        for (std::size_t node = 0; node < feed.nodes.size(); ++node) {
            for (ProfilePoint& point : profile.points) {
                if (point.device != feed.points[node].device) continue;
                const double volts = feed.solution.stands ? feed.solution.volts[node] : no_volts;
                const double amps = feed.solution.stands ? feed.solution.current_a[node] : no_volts;
                if (node > 0) point.in_v[c] = volts;
                point.out_v[c] = volts;
                if (node > 0 || &point == &profile.points.front()) point.watts[c] = volts * amps;
            }
        }
    }
}

}  // namespace

RunProfile run_profile(const Network& net, std::size_t index) {
    const Run& run = net.runs[index];
    RunProfile profile;
    profile.camera = net.device(run.camera).id;
    if (!run.connected) return profile;
    const auto add_point = [&](int device) {
        ProfilePoint point;
        point.device = device;
        point.id = net.device(device).id;
        point.at_m = profile.length_m;
        point.min_v = min_volts(net.kind(device));
        point.in_v.fill(no_volts);
        point.out_v.fill(no_volts);
        point.watts.fill(no_volts);
        profile.points.push_back(std::move(point));
    };
    add_point(run.outs.front().device);
    profile.points.front().min_v = 0;
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        add_hop(net, run, i, profile);
        add_point(run.ins[i].device);
    }
    if (!run.fed) return profile;
    const PortAt port = run.outs.front();
    profile.feeding_port = net.device(port.device).id + "." + net.port(port).id;
    for (Condition condition : all_conditions) {
        // Regenerating units come after their inputs, so their outputs overwrite out_v.
        add_condition(net, run, condition, profile);
    }
    return profile;
}

Working point_working(const Network& net, std::size_t index, std::size_t point,
                      Condition condition) {
    Working steps;
    const Run& run = net.runs[index];
    if (!run.fed || point > run.ins.size()) return steps;
    const int device = point == 0 ? run.outs.front().device : run.ins[point - 1].device;
    for (const PortFeed& feed : solve_port(net, run.outs.front(), condition)) {
        for (std::size_t node = 0; node < feed.nodes.size(); ++node) {
            // A regenerating unit is the end of one feed and the source of the next: show its
            // input.
            if (feed.points[node].device != device || (node == 0 && point != 0)) continue;
            feed_drops(net, feed, node, condition, steps);
            if (!feed.solution.stands) return steps;
            steps.push_back({"P = V I, what passes this point",
                             fmt::format("{:.2f} V × {:.4f} A", feed.solution.volts[node],
                                         feed.solution.current_a[node]),
                             feed.solution.volts[node] * feed.solution.current_a[node], Unit::watt,
                             source::ohms_law});
            return steps;
        }
    }
    return steps;
}

Working hop_working(const Network& net, std::size_t index, std::size_t hop, Condition condition) {
    Working steps;
    const Run& run = net.runs[index];
    if (hop >= run.links.size()) return steps;
    const NetLink& laid = net.links[static_cast<std::size_t>(run.links[hop])];
    const Link& link = *laid.link;
    if (link.measured_length_m) {
        steps.push_back(
            {"length of solid cable", "", laid.length_m, Unit::metre, source::measured});
    } else {
        steps.push_back({"length = on the plan + drops + slack",
                         fmt::format("{:.1f} + {:.1f} + {:.1f} + {:.1f}",
                                     laid.length_m - link.a.drop_m - link.b.drop_m - link.slack_m,
                                     link.a.drop_m, link.b.drop_m, link.slack_m),
                         laid.length_m, Unit::metre, source::drawing});
    }
    link_reach(net, laid, condition, &steps);
    return steps;
}

}  // namespace ovant
