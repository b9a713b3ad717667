// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/bundles.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <unordered_map>
#include <unordered_set>

#include "core/assess/port_feed.h"
#include "core/route/route.h"

namespace ovant {
namespace {

using ByCondition = std::array<double, condition_count>;
static_assert(std::tuple_size_v<decltype(Bundled::mean_k)> == condition_count);

// How thick cables in a bundle are, whatever lies there: the middle of what is sold.
const Conductor usual_conductor{24, ConductorMaterial::copper, ConductorForm::solid};

// What warms a cable by less decides nothing.
constexpr double least_counted_k = 0.1;

struct Carried {
    ByCondition current_a{};
    int pairs = 2;
};

// Currents in the cables, without solving the lines: each cable by itself at the volts of its
// source.
class Currents {
public:
    explicit Currents(const Network& net) : net_(net), on_(net.links.size()) {
        for (DeviceNumber unit : net.kinds.numbers()) {
            const Kind& kind = net.kind(unit);
            if (!kind.supply || !is_source(kind)) continue;
            for (PortNumber port : kind.ports.numbers()) {
                if (kind.ports[port].role == PortRole::pse) leaves({unit, port});
            }
        }
    }
    const Carried& operator[](LinkNumber link) const { return on_[link]; }

private:
    ByCondition leaves(PortAt port) {
        if (!net_.link_at(port) || net_.power_off(port)) return {};
        const PortKind& kind = net_.port(port);
        const int pairs = kind.power == PowerKind::passive ? kind.pairs : poe_pairs(net_, port);
        std::string lane;
        return along(port, net_.kind(port.device).supply->min_v, pairs, lane, 0);
    }

    ByCondition along(PortAt out, double volts, int pairs, std::string& lane, std::size_t steps) {
        const LinkNumber number = net_.link_at(out);
        if (!number || steps > net_.links.size()) return {};
        const NetLink& laid = net_.links[number];
        const PortAt in = net_.across(out);
        const PortRole role = net_.port(in).role;
        if (!carries_power(laid.medium()) || (role != PortRole::pd && role != PortRole::pass))
            return {};
        ByCondition watts = role == PortRole::pd ? taken_at(in, steps) : own_w(in.device);
        if (role == PortRole::pass && !net_.power_off(in)) {
            const PortAt onward{in.device, passed_on_at(net_.kind(in.device), in.port, lane)};
            if (onward.port && !net_.power_off(onward))
                add(watts, along(onward, volts, pairs, lane, steps + 1));
        }
        if (laid.medium() != Medium::twisted_pair) return watts;
        const double loop_ohm =
            feed_loop_ohm(laid.cable->cable->conductor, laid.length_m, pairs, 20);
        Carried& carried = on_[number];
        carried.pairs = pairs;
        for (std::size_t at = 0; at < watts.size(); ++at) {
            const double under_root = volts * volts - 4 * loop_ohm * watts[at];
            const double current_a =
                loop_ohm <= 0 ? watts[at] / volts
                              : (volts - std::sqrt(std::max(0.0, under_root))) / (2 * loop_ohm);
            carried.current_a[at] = current_a;
            watts[at] += current_a * current_a * loop_ohm;
        }
        return watts;
    }

    static void add(ByCondition& sum, const ByCondition& more) {
        for (std::size_t at = 0; at < sum.size(); ++at) sum[at] += more[at];
    }

    ByCondition own_w(DeviceNumber unit) const {
        const Kind& kind = net_.kind(unit);
        ByCondition watts;
        watts.fill(kind.in_line ? kind.in_line->own_draw_w + kind.draw_w : 0);
        return watts;
    }

    ByCondition taken_at(PortAt in, std::size_t steps) {
        const DeviceNumber unit = in.device;
        const Kind& kind = net_.kind(unit);
        if (net_.fed_at[unit] && net_.fed_at[unit] != in.port) return {};
        ByCondition watts{};
        if (kind.camera) {
            // What everything takes while it starts is over before a cable is warm.
            for (Condition condition : all_conditions)
                watts[static_cast<std::size_t>(condition)] = camera_power_w(
                    net_, unit,
                    condition == Condition::restart ? Condition::coldest_night : condition);
            return watts;
        }
        if (is_source(kind)) return {};
        if (!kind.supply) {
            watts.fill(kind.draw_w + (kind.in_line ? kind.in_line->own_draw_w : 0));
            return watts;
        }
        if (steps < net_.links.size()) {
            for (PortNumber port : kind.ports.numbers()) {
                if (kind.ports[port].role == PortRole::pse && depth_ < most_stages_) {
                    ++depth_;
                    add(watts, leaves({unit, port}));
                    --depth_;
                }
            }
        }
        for (double& of : watts)
            of = of / kind.supply->efficiency + kind.supply->own_draw_w + kind.draw_w;
        return watts;
    }

    static constexpr int most_stages_ = 64;  // a ring of units that feed each other ends here
    const Network& net_;
    By<LinkNumber, Carried> on_;
    int depth_ = 0;
};

BundleLies lies_in(const Pathway& pathway, Bundles otherwise) {
    const bool shut = pathway.kind == PathwayKind::conduit || pathway.kind == PathwayKind::trench;
    if (otherwise == Bundles::insulated) return BundleLies::insulated;
    return shut || otherwise == Bundles::enclosed ? BundleLies::enclosed : BundleLies::in_air;
}

using OnPathway = std::unordered_map<std::string_view, std::vector<LinkNumber>>;

OnPathway on_pathways(const Network& net) {
    OnPathway out;
    for (LinkNumber number : net.links.numbers()) {
        const NetLink& laid = net.links[number];
        if (laid.medium() != Medium::twisted_pair || !laid.link->existing.empty()) continue;
        for (const std::string& pathway : laid.link->pathways) {
            auto& all = out[pathway];
            if (all.empty() || all.back() != number) all.push_back(number);
        }
    }
    std::erase_if(out, [&](const auto& one) {
        const auto beside = net.site->lies_beside.find(std::string(one.first));
        const int others = beside == net.site->lies_beside.end() ? 0 : beside->second.cables;
        return static_cast<int>(one.second.size()) + others <= most_cables_apart;
    });
    return out;
}

LiesBeside& operator+=(LiesBeside& sum, const LiesBeside& more) {
    sum.cables += more.cables;
    for (std::size_t at = 0; at < sum.heat_w_per_m.size(); ++at)
        sum.heat_w_per_m[at] += more.heat_w_per_m[at];
    return sum;
}

void set_heat(NetLink& laid, const Carried& carried) {
    for (std::size_t at = 0; at < carried.current_a.size(); ++at)
        laid.bundled.heat_w_per_m[at] =
            feed_heat_w_per_m(laid.cable->cable->conductor, carried.current_a[at], carried.pairs);
}

// Metres of the link as it is drawn: what was measured is spread over these.
double drawn_m(const Network& net, const NetLink& laid) {
    if (!laid.link->measured_length_m) return laid.length_m;
    return drawn_length_m(*net.site, *laid.link, net.device(laid.a.device).at,
                          net.device(laid.b.device).at);
}

}  // namespace

std::map<std::string, LiesBeside> lies_beside(const Network& whole, const Site& part) {
    std::map<std::string, LiesBeside> out(whole.bundles.begin(), whole.bundles.end());
    if (out.empty()) return out;
    std::unordered_set<std::string_view> kept;
    for (const Link& link : part.links) kept.insert(link.id);
    for (const NetLink& laid : whole.links) {
        if (!kept.contains(laid.link->id) || laid.medium() != Medium::twisted_pair ||
            !laid.link->existing.empty())
            continue;
        const std::set<std::string> ways(laid.link->pathways.begin(), laid.link->pathways.end());
        for (const std::string& pathway : ways) {
            const auto found = out.find(pathway);
            if (found == out.end()) continue;
            LiesBeside less{-1, laid.bundled.heat_w_per_m};
            for (double& heat : less.heat_w_per_m) heat = -heat;
            found->second += less;
        }
    }
    return out;
}

void warm_bundles(Network& net) {
    if (net.site->settings.bundles == Bundles::apart || net.site->pathways.empty()) return;
    const OnPathway together = on_pathways(net);
    if (together.empty()) return;
    const Currents currents(net);
    std::unordered_map<std::string_view, std::array<double, condition_count>> rises;
    for (const Pathway& pathway : net.site->pathways) {
        const auto found = together.find(pathway.id);
        if (found == together.end()) continue;
        LiesBeside& bundle = net.bundles[pathway.id];
        const auto beside = net.site->lies_beside.find(pathway.id);
        if (beside != net.site->lies_beside.end()) bundle = beside->second;
        for (LinkNumber number : found->second) {
            set_heat(net.links[number], currents[number]);
            bundle += {1, net.links[number].bundled.heat_w_per_m};
        }
        const BundleLies lies = lies_in(pathway, net.site->settings.bundles);
        ByCondition rise_k{};
        for (std::size_t at = 0; at < condition_count; ++at)
            rise_k[at] = bundle_rise_k(bundle.cables, usual_conductor,
                                       std::max(0.0, bundle.heat_w_per_m[at]), lies);
        if (*std::max_element(rise_k.begin(), rise_k.end()) >= least_counted_k)
            rises[found->first] = rise_k;
    }
    if (rises.empty()) return;
    for (NetLink& laid : net.links) {
        if (laid.medium() != Medium::twisted_pair || laid.length_m <= 0) continue;
        const auto& ways = laid.link->pathways;
        if (std::none_of(ways.begin(), ways.end(),
                         [&](const std::string& id) { return rises.contains(id); }))
            continue;
        const double whole_m = std::max(1e-6, drawn_m(net, laid));
        for (const auto& [pathway, on_it_m] :
             metres_on_pathways(*net.site, *laid.link, net.device(laid.a.device).at,
                                net.device(laid.b.device).at)) {
            const auto rise = rises.find(pathway);
            if (rise == rises.end()) continue;
            laid.bundled.cables = std::max(laid.bundled.cables, net.bundles[pathway].cables);
            const double share = std::min(1.0, on_it_m / whole_m);
            for (std::size_t at = 0; at < condition_count; ++at) {
                laid.bundled.mean_k[at] += share * rise->second[at];
                laid.bundled.most_k[at] = std::max(laid.bundled.most_k[at], rise->second[at]);
            }
        }
    }
}

}  // namespace ovant
