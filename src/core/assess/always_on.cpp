// SPDX-License-Identifier: GPL-3.0-or-later
// unexpected-power: an always-on feed does not ask what it is plugged into; a PoE port does.
#include "core/assess/always_on.h"

#include <algorithm>

#include "core/assess/run_checks.h"

namespace ovant {

Check unexpected_power_check(const Network& net, const PassiveEnd& end) {
    const PortKind& port = net.port(end.at);
    const double volts = net.kind(end.from.device).supply->nominal_v;
    const auto name = [&](PortAt at) { return net.device(at.device).id + "." + net.port(at).id; };
    Check check = plain_check(CheckId::unexpected_power, name(end.at), source::passive_practice);
    const bool poe = net.port(end.from).power == PowerKind::poe;
    check.other = name(poe ? end.passed_by : end.from);
    check.detail = AlwaysOn{volts};
    if (port.role != PortRole::pd) {
        check.verdict = Verdict::fails;
        check.note = poe ? Note::on_behind_repeater : Note::takes_no_power;
    } else if (port.power == PowerKind::poe) {
        const auto limits = poe_class_limits(port.poe_class == 0 ? 3 : port.poe_class);
        const double least_v =
            limits ? limits->pd_volts_min : poe_type_limits(PoeType::type1).volts_min;
        const bool fits = volts >= least_v && volts <= poe_type_limits(PoeType::type1).volts_max;
        check.verdict = fits ? Verdict::tight : Verdict::fails;
        check.note = fits ? Note::passive_into_poe : Note::other_volts;
    } else if (port.max_volts > 0 && volts > port.max_volts) {
        check.verdict = Verdict::fails;
        check.note = Note::other_volts;
    }
    return check;
}

void always_on_checks(RunCase& of) {
    const Network& net = of.net;
    const auto in_run = [&](LinkNumber link) {
        return std::find(of.run.links.begin(), of.run.links.end(), link) != of.run.links.end();
    };
    const std::vector<DeviceNumber> units = of.units();
    for (const PassiveEnd& end : net.passive_ends) {
        if (std::find(units.begin(), units.end(), end.at.device) != units.end() ||
            std::any_of(end.links.begin(), end.links.end(), in_run))
            of.offer(unexpected_power_check(net, end));
    }
    for (LinkNumber link : of.run.links) {
        const NetLink& laid = net.links[link];
        const auto poe_port = [&](PortAt at) {
            return net.port(at).role == PortRole::pse && net.port(at).power == PowerKind::poe;
        };
        if (!poe_port(laid.a) || !poe_port(laid.b)) continue;
        Check check =
            plain_check(CheckId::unexpected_power, of.port_name(laid.a), source::poe_detection);
        check.other = of.port_name(laid.b);
        check.note = Note::both_feed;
        of.offer(std::move(check));
    }
}

}  // namespace ovant
