// SPDX-License-Identifier: GPL-3.0-or-later
// camera-voltage, device-voltage, port-power, pair-current, port-class, dc-voltage, dc-polarity,
// power-limited, pair-alternative, trunk-power, arriving-power: what feeds the camera and every
// unit on the way.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/least_volts.h"
#include "core/assess/link_reach.h"
#include "core/assess/run_checks.h"

namespace ovant {
namespace {

constexpr double limited_w = 100, limited_v = 60;  // NEC class 2, from memory

bool clad(const Network& net, const PortFeed& feed) {
    return std::any_of(feed.points.begin() + 1, feed.points.end(), [&](const FeedPoint& point) {
        return net.links[point.link].cable->cable->conductor.material ==
               ConductorMaterial::copper_clad_aluminium;
    });
}

// Field-proven only: every length up to the node was seen to feed as much.
bool seen_to_run(const RunCase& of, const PortFeed& feed, std::size_t node) {
    if (of.net.site->settings.school != School::field_proven) return false;
    for (std::size_t at = node; at != 0; at = static_cast<std::size_t>(feed.nodes[at].parent)) {
        const NetLink& link = of.net.links[feed.points[at].link];
        if (!seen_to_feed(of.net, link, feed.points[node].load_w)) return false;
    }
    return true;
}

// camera-voltage and device-voltage
void voltage(RunCase& of, const PortFeed& feed, std::size_t node, Condition condition) {
    const Network& net = of.net;
    const FeedPoint& point = feed.points[node];
    const Kind& kind = net.kind(point.device);
    const PortKind& port = net.port(point.entered);
    const bool camera = kind.camera.has_value();
    // The other camera on a shared cable has a run of its own.
    if (camera && point.device != of.run.camera) return;
    Working steps;
    const double limit = least_volts(kind, port, of.options.working ? &steps : nullptr);
    if (limit == 0) return;
    const bool makers = !camera || kind.camera->min_volts || port.power == PowerKind::passive;
    Check check = start_check(
        camera ? CheckId::camera_voltage : CheckId::device_voltage, net.device(point.device).id,
        feed.solution.stands ? feed.solution.volts[node] : no_value, limit, Unit::volt,
        Sense::at_least, makers ? source::maker : source::poe_pd_volts);
    check.condition = condition;
    check.by_condition = true;
    check.working = std::move(steps);
    if (of.options.working) feed_drops(net, feed, node, condition, check.working);
    if (!feed.solution.stands)
        check.note = Note::collapses;
    else if (net.site->settings.worst_permitted_cable)
        check.note = Note::worst_permitted;
    judge(check, of.keep().volts_share * std::max(0.0, feed.source_v - limit));
    if (camera && feed.solution.stands && check.verdict == Verdict::fails) {
        const double off_v = camera_off_below_v(kind, port);
        check.detail = OffBelow{off_v};
        if (check.value >= off_v) {
            check.note = Note::not_promised;
            if (net.site->settings.school == School::field_proven) check.verdict = Verdict::tight;
        }
    }
    if (camera && check.verdict == Verdict::fails && seen_to_run(of, feed, node)) {
        check.verdict = Verdict::tight;
        check.note = Note::past_stated_limit;
    }
    const bool told = check.note == Note::not_promised || check.note == Note::past_stated_limit;
    if (clad(net, feed) && !told)
        check.note = feed.solution.stands ? Note::copper_clad : Note::collapses;
    of.offer(std::move(check));
}

void port_power(RunCase& of, const PortFeed& feed, Condition condition) {
    Check check =
        start_check(CheckId::port_power, of.port_name(feed.port),
                    feed.solution.stands ? feed.solution.source_w : no_value, feed.limit_w,
                    Unit::watt, Sense::at_most,
                    of.net.port(feed.port).power == PowerKind::passive ? source::maker
                                                                       : source::poe_class_table);
    check.condition = condition;
    check.by_condition = true;
    if (of.options.working && feed.solution.stands) {
        check.working.push_back({"P = V I, loads and the loss in the cable",
                                 fmt::format("{:.1f} V × {:.4f} A; {:.2f} W taken, {:.2f} W lost",
                                             feed.source_v, feed.solution.source_a, feed.load_w(),
                                             feed.solution.source_w - feed.load_w()),
                                 feed.solution.source_w, Unit::watt, source::ohms_law});
    }
    if (!feed.solution.stands) check.note = Note::collapses;
    judge(check, feed.limit_w * of.keep().power_share);
    of.offer(std::move(check));
}

void pair_current(RunCase& of, const PortFeed& feed, Condition condition) {
    if (of.net.port(feed.port).power == PowerKind::passive) return;
    const PoeTypeLimits limits =
        poe_type_limits(poe_type_of_class(of.net.port(feed.port).poe_class));
    const int pairsets = feed.pairs / 2;
    Check check = start_check(CheckId::pair_current, of.port_name(feed.port),
                              feed.solution.stands ? feed.solution.source_a / pairsets : no_value,
                              limits.current_per_pairset_a, Unit::ampere, Sense::at_most,
                              source::poe_type_table);
    check.condition = condition;
    check.by_condition = true;
    if (of.options.working && feed.solution.stands) {
        check.working.push_back({"I = P ÷ V ÷ pairsets",
                                 fmt::format("{:.2f} W ÷ {:.1f} V ÷ {}", feed.solution.source_w,
                                             feed.source_v, pairsets),
                                 check.value, Unit::ampere, source::ohms_law});
    }
    if (!feed.solution.stands) check.note = Note::collapses;
    judge(check, 0);
    of.offer(std::move(check));
}

void port_class(RunCase& of, const PortFeed& feed) {
    const PortKind& port = of.net.port(feed.port);
    if (port.power == PowerKind::passive) return;
    const int asked = class_needed(of.net, feed.port);
    const bool two_pairs = asked >= 5 && asked <= 8 && poe_pairs(of.net, feed.port) < 4;
    const int offered = two_pairs ? std::min(port.poe_class, 4) : port.poe_class;
    Check check = start_check(CheckId::port_class, of.port_name(feed.port), offered, asked,
                              Unit::poe_class, Sense::at_least, source::poe_class_table);
    judge(check, 0);
    if (asked > 8) check.note = Note::over_port_class;
    if (two_pairs && port.poe_class >= asked) check.note = Note::two_pairs;
    if (of.options.working) {
        const PoeType type = poe_type_of_class(port.poe_class);
        if (const auto limits = poe_class_limits(asked, type)) {
            check.working.push_back({"class asked for: load at most", "", limits->pd_w, Unit::watt,
                                     poe_class_source(type)});
            check.working.push_back(
                {"the port must give", "", limits->pse_w, Unit::watt, poe_class_source(type)});
        }
    }
    of.offer(std::move(check));
}

bool same_current(const PortKind& from, const PortKind& to) {
    return from.current == to.current || from.current == Current::either ||
           to.current == Current::either;
}

// dc-voltage: no unit may see more than it stands, and PoE and passive do not mix.
void dc_voltage(RunCase& of, const PortFeed& feed, std::size_t node) {
    const Network& net = of.net;
    const PortKind& from = net.port(feed.port);
    const PortKind& to = net.port(feed.points[node].entered);
    if (to.role != PortRole::pd || (from.power == PowerKind::poe && to.power == PowerKind::poe)) {
        return;
    }
    const SupplyFacts& supply = *net.kind(feed.port.device).supply;
    const PoeTypeLimits poe = poe_type_limits(PoeType::type1);
    const double most_v = to.power == PowerKind::passive ? to.max_volts : poe.volts_max;
    Check check = start_check(CheckId::dc_voltage, net.device(feed.points[node].device).id,
                              supply.nominal_v, most_v, Unit::volt, Sense::at_most, source::maker);
    check.other = of.port_name(feed.port);
    judge(check, 0);
    if (from.power == PowerKind::poe) {  // no signature, no power
        check.verdict = Verdict::fails;
        check.note = Note::no_signature;
    } else if (!same_current(from, to)) {
        check.verdict = Verdict::fails;
        check.note = Note::wrong_current;
    }
    of.offer(std::move(check));
}

// dc-polarity: plus meets plus, at every unit that minds.
void dc_polarity(RunCase& of, const PortFeed& feed, std::size_t node) {
    const PortKind& from = of.net.port(feed.port);
    const PortKind& to = of.net.port(feed.points[node].entered);
    if (from.power != PowerKind::passive || from.polarity == 0 || to.polarity == 0 ||
        from.current == Current::ac)
        return;
    Check check = plain_check(CheckId::dc_polarity, of.net.device(feed.points[node].device).id,
                              source::maker);
    check.other = of.port_name(feed.port);
    if (from.polarity * to.polarity < 0) check.verdict = Verdict::fails;
    of.offer(std::move(check));
}

// power-limited: d.c. over long conductors stays a limited circuit where its source is marked so.
void power_limited(RunCase& of, const PortFeed& feed) {
    const Network& net = of.net;
    const bool long_dc =
        std::any_of(feed.points.begin() + 1, feed.points.end(), [&](const FeedPoint& point) {
            const Medium medium = net.links[point.link].medium();
            return medium == Medium::composite || medium == Medium::coax;
        });
    // A PoE port is a limited source by its standard.
    if (!long_dc || of.net.port(feed.port).power == PowerKind::poe) return;
    const SupplyFacts& supply = *net.kind(feed.port.device).supply;
    Check check = start_check(CheckId::power_limited, of.port_name(feed.port), feed.limit_w,
                              limited_w, Unit::watt, Sense::at_most, source::power_limited);
    judge(check, 0);
    if (supply.nominal_v > limited_v) check.verdict = Verdict::fails;
    // A source over the limit, or without the mark, is for the electrician and local code to judge.
    if (check.verdict == Verdict::fails || !supply.power_limited) check.verdict = Verdict::tight;
    if (!supply.power_limited) check.note = Note::not_limited;
    of.offer(std::move(check));
}

// pair-alternative: a combiner passes power on the data pairs of each port only.
void pair_alternative(RunCase& of, const PortFeed& feed) {
    const Network& net = of.net;
    for (std::size_t node = 1; node < feed.points.size(); ++node) {
        const PortKind& entered = net.port(feed.points[node].entered);
        if (net.kind(feed.points[node].device).category != Category::combiner ||
            entered.lane.empty()) {
            continue;
        }
        const Alternative has = net.port(feed.port).alternative;
        Check check =
            plain_check(CheckId::pair_alternative, of.port_name(feed.port), source::alternatives);
        check.other = net.device(feed.points[node].device).id;
        const Alternative passes =
            net.device(feed.points[node].device).alternative.value_or(entered.alternative);
        if (passes != Alternative::either && has != passes) {
            check.verdict = has == Alternative::either ? Verdict::tight : Verdict::fails;
            check.note = has == Alternative::either ? Note::pairs_unknown : Note::other_pairs;
        }
        of.offer(std::move(check));
    }
}

// arriving-power: what is taken at a node, against the maker's own table of what arrives there.
void arriving_power(RunCase& of, const std::vector<PortFeed>& feeds, const PortFeed& feed,
                    std::size_t node, Condition condition) {
    const auto arrived = arriving(of.net, feeds, feed, node);
    if (!arrived) return;
    Check check =
        start_check(CheckId::arriving_power, of.net.device(feed.points[node].device).id,
                    arrived->watts, arrived->limit_w, Unit::watt, Sense::at_most, source::maker);
    check.condition = condition;
    check.by_condition = true;
    check.other = of.port_name(feed.port);
    check.detail = FedOver{arrived->length_m};
    if (!feed.solution.stands) check.note = Note::collapses;
    if (of.options.working) {
        check.working.push_back({"the maker's table says arrives over this length",
                                 fmt::format("{:.1f} m", arrived->length_m), arrived->limit_w,
                                 Unit::watt, source::maker});
    }
    judge(check, arrived->limit_w * of.keep().power_share);
    of.offer(std::move(check));
}

// trunk-power: what a unit fed over the cable passes on, against what it can.
void trunk_power(RunCase& of, const std::vector<PortFeed>& feeds, DeviceNumber device,
                 Condition condition) {
    const Kind& kind = of.net.kind(device);
    if (!kind.supply || is_source(kind) || kind.supply->budget_w <= 0) return;
    double out_w = 0;
    for (const PortFeed& feed : feeds) {
        if (feed.port.device == device) out_w += feed.watts();
    }
    Check check = start_check(CheckId::trunk_power, of.net.device(device).id, out_w,
                              kind.supply->budget_w, Unit::watt, Sense::at_most, source::maker);
    check.condition = condition;
    check.by_condition = true;
    if (of.options.working) {
        for (const PortFeed& feed : feeds) {
            if (feed.port.device != device) continue;
            check.working.push_back({"port " + of.net.port(feed.port).id, "", feed.watts(),
                                     Unit::watt, source::ohms_law});
        }
        check.working.push_back({"sum of the ports", "", out_w, Unit::watt, source::balance});
    }
    judge(check, kind.supply->budget_w * of.keep().power_share);
    of.offer(std::move(check));
}

}  // namespace

void power_checks(RunCase& of) {
    const Network& net = of.net;
    const std::vector<DeviceNumber> units = of.units();
    std::vector<PortAt> sources;
    for (DeviceNumber unit : units) {
        // A combiner takes nothing for itself: what feeds its other channel is the other camera's.
        if (net.kind(unit).category == Category::combiner) continue;
        const PortAt by = net.fed_by[unit];
        if (by.device && std::find(sources.begin(), sources.end(), by) == sources.end()) {
            sources.push_back(by);
        }
    }
    const auto on_the_way = [&](const FeedPoint& point) {
        return std::find(units.begin(), units.end(), point.device) != units.end();
    };
    for (Condition condition : of.conditions) {
        const bool first = condition == of.conditions.front();
        for (PortAt source : sources) {
            const std::vector<PortFeed> feeds = solve_port(net, source, condition);
            for (const PortFeed& feed : feeds) {
                // Another branch behind a regenerating unit is no business of this run.
                if (std::none_of(feed.points.begin() + 1, feed.points.end(), on_the_way)) continue;
                port_power(of, feed, condition);
                pair_current(of, feed, condition);
                trunk_power(of, feeds, feed.port.device, condition);
                if (first) {
                    port_class(of, feed);
                    power_limited(of, feed);
                    pair_alternative(of, feed);
                    port_start_checks(of, feed);
                }
                for (std::size_t node = 1; node < feed.nodes.size(); ++node) {
                    voltage(of, feed, node, condition);
                    arriving_power(of, feeds, feed, node, condition);
                    if (!first) continue;
                    dc_voltage(of, feed, node);
                    dc_polarity(of, feed, node);
                }
            }
        }
    }
}

}  // namespace ovant
