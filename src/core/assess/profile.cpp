// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/profile.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/goes_with.h"
#include "core/assess/least_volts.h"
#include "core/assess/link_reach.h"
#include "core/assess/radio_path.h"
#include "core/assess/room_left.h"

namespace ovant {
namespace {

constexpr double no_volts = std::numeric_limits<double>::quiet_NaN();

void add_light(const Network& net, const NetLink& laid, ProfileHop& hop) {
    hop.sent_dbm = hop.received_dbm = hop.needed_dbm = no_volts;
    const OpticFacts* a = optic_at(net, laid.a);
    const OpticFacts* b = optic_at(net, laid.b);
    const bool crossed = laid.link->defects && laid.link->defects->crossed;
    if (!a || !b || crossed || optic_mismatch(*a, *b, *laid.cable->cable) == Note::other_fibre)
        return;
    double least_db = std::numeric_limits<double>::infinity();
    for (const auto& [from, to] : {std::pair(a, b), std::pair(b, a)}) {
        const double received_dbm = from->transmit_min_dbm - light_loss_db(laid, from->transmit_nm);
        if (received_dbm - to->sensitivity_dbm >= least_db) continue;
        least_db = received_dbm - to->sensitivity_dbm;
        hop.sent_dbm = from->transmit_min_dbm;
        hop.received_dbm = received_dbm;
        hop.needed_dbm = to->sensitivity_dbm;
    }
}

void add_hop(const Network& net, const Run& run, std::size_t i, RunProfile& profile) {
    const NetLink& laid = net.links[run.links[i]];
    const LinkReach reach = link_reach(net, laid, Condition::day);
    Check worst = link_length_check(net, laid, Condition::day, false);
    for (Condition condition : all_conditions) {
        Check check = link_length_check(net, laid, condition, false);
        if (worse(check, worst)) worst = std::move(check);
    }
    ProfileHop hop;
    hop.link = laid.link->id;
    hop.cable = laid.cable;
    hop.from_m = profile.length_m;
    hop.to_m = profile.length_m + laid.length_m;
    hop.from_v.fill(no_volts);
    hop.to_v.fill(no_volts);
    add_light(net, laid, hop);
    hop.limit_m = worst.limit;
    hop.rate_mbps = reach.rate_mbps;
    hop.long_setting = reach.long_setting;
    hop.condition = worst.condition;
    hop.verdict = worst.verdict;
    profile.length_m += laid.length_m;
    profile.hops.push_back(std::move(hop));
}

// The sources behind the units of the run, the head end's first.
std::vector<PortAt> sources_of(const Network& net, const Run& run) {
    std::vector<PortAt> sources;
    const auto add = [&](DeviceNumber device) {
        const PortAt by = net.fed_by[device];
        if (by.device && std::find(sources.begin(), sources.end(), by) == sources.end())
            sources.push_back(by);
    };
    if (!run.outs.empty()) add(run.outs.front().device);
    for (PortAt in : run.ins) add(in.device);
    return sources;
}

// Volts and watts that one feed brings to the units and lengths of the run, in one condition.
void add_feed(const Run& run, const PortFeed& feed, std::size_t c, RunProfile& profile) {
    const auto volts_at = [&](std::size_t node) {
        return feed.solution.stands ? feed.solution.volts[node] : no_volts;
    };
    bool leads_here = false;
    for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
        const FeedPoint& at = feed.points[node];
        for (ProfilePoint& point : profile.points) {
            if (point.device != at.device) continue;
            leads_here = true;
            point.in_v[c] = volts_at(node);
            if (std::isnan(point.out_v[c])) point.out_v[c] = volts_at(node);
            point.watts[c] =
                feed.solution.stands ? volts_at(node) * feed.solution.current_a[node] : no_volts;
        }
        const auto parent = static_cast<std::size_t>(feed.nodes[node].parent);
        for (std::size_t i = 0; i < run.links.size(); ++i) {
            if (run.links[i] != at.link) continue;
            const bool outwards = run.ins[i] == at.entered;
            (outwards ? profile.hops[i].from_v : profile.hops[i].to_v)[c] = volts_at(parent);
            (outwards ? profile.hops[i].to_v : profile.hops[i].from_v)[c] = volts_at(node);
        }
    }
    if (!leads_here) return;
    for (ProfilePoint& point : profile.points) {
        if (point.device != feed.port.device) continue;
        point.out_v[c] = volts_at(0);
        if (std::isnan(point.watts[c])) point.watts[c] = feed.watts();
    }
}

}  // namespace

RunProfile run_profile(const Network& net, CameraNumber camera) {
    const Run& run = net.runs[camera];
    RunProfile profile;
    profile.camera = net.device(run.camera).id;
    if (!run.connected) return profile;
    const auto add_point = [&](DeviceNumber device) {
        ProfilePoint point;
        point.device = device;
        point.id = net.device(device).id;
        point.at_m = profile.length_m;
        point.in_v.fill(no_volts);
        point.out_v.fill(no_volts);
        point.watts.fill(no_volts);
        profile.points.push_back(std::move(point));
    };
    add_point(run.outs.front().device);
    for (std::size_t i = 0; i < run.links.size(); ++i) {
        add_hop(net, run, i, profile);
        add_point(run.ins[i].device);
        const Kind& kind = net.kind(run.ins[i].device);
        if (kind.in_line) profile.points.back().min_v = kind.in_line->min_volts;
        if (kind.camera)
            profile.points.back().min_v =
                camera_min_volts(kind, power_port(net, run.ins[i].device));
    }
    if (run.fed)
        profile.feeding_port = net.device(run.source.device).id + "." + net.port(run.source).id;
    for (PortAt source : sources_of(net, run)) {
        for (Condition condition : all_conditions) {
            const std::vector<PortFeed> feeds = solve_port(net, source, condition);
            // Behind a regenerating unit comes its own feed: the input first, the output over it.
            for (std::size_t i = feeds.size(); i-- > 0;)
                add_feed(run, feeds[i], static_cast<std::size_t>(condition), profile);
        }
    }
    return profile;
}

Working point_working(const Network& net, CameraNumber camera, std::size_t point,
                      Condition condition) {
    Working steps;
    const Run& run = net.runs[camera];
    if (run.links.empty() || point > run.ins.size()) return steps;
    const DeviceNumber device = point == 0 ? run.outs.front().device : run.ins[point - 1].device;
    for (PortAt source : sources_of(net, run)) {
        for (const PortFeed& feed : solve_port(net, source, condition)) {
            for (std::size_t node = 0; node < feed.nodes.size(); ++node) {
                // A regenerating unit is the end of one feed and the source of the next: show its
                // input.
                if (feed.points[node].device != device || (node == 0 && point != 0)) continue;
                feed_drops(net, feed, node, condition, steps);
                if (!feed.solution.stands) return steps;
                steps.push_back({"P = V I, what passes this point",
                                 fmt::format("{:.2f} V × {:.4f} A", feed.solution.volts[node],
                                             feed.solution.current_a[node]),
                                 feed.solution.volts[node] * feed.solution.current_a[node],
                                 Unit::watt, source::ohms_law});
                if (node > 0) {
                    steps.insert(steps.begin(),
                                 {"room for more here, through everything before it", "",
                                  room_left_w(net, device), Unit::watt, source::solver});
                }
                return steps;
            }
        }
    }
    return steps;
}

Working hop_working(const Network& net, CameraNumber camera, std::size_t hop, Condition condition) {
    Working steps;
    const Run& run = net.runs[camera];
    if (hop >= run.links.size()) return steps;
    const NetLink& laid = net.links[run.links[hop]];
    const Link& link = *laid.link;
    if (laid.medium() == Medium::radio) {
        radio_path(net, laid, &steps);
        return steps;
    }
    if (link.measured_length_m) {
        steps.push_back(
            {"length of solid cable", "", laid.length_m, Unit::metre, source::measured});
    } else {
        const double worse = 1 + net.site->settings.tolerances.length_share;
        const double loops_m = service_loops_m(net.site->settings, link, *laid.cable);
        const double drops_m = link.a.drop_m + link.b.drop_m;
        steps.push_back({"length = on the plan + drops + slack + loops at the ends",
                         fmt::format("{:.1f} + {:.1f} + {:.1f} + {:.1f}",
                                     laid.length_m / worse - drops_m - link.slack_m - loops_m,
                                     drops_m, link.slack_m, loops_m),
                         laid.length_m, Unit::metre, source::drawing});
    }
    link_reach(net, laid, condition, &steps);
    if (const OpticFacts* optic = optic_at(net, laid.a)) {
        light_loss_db(laid, optic->transmit_nm, &steps);
    }
    return steps;
}

}  // namespace ovant
