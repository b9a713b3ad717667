// SPDX-License-Identifier: GPL-3.0-or-later
// keeps-on, inrush: what a PoE port asks of its load when it lets it in, and while the load sleeps.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/run_checks.h"
#include "core/physics/pse.h"

namespace ovant {
namespace {

void keeps_on(RunCase& of, const PortFeed& feed) {
    const Network& net = of.net;
    double asleep_w = 0;
    bool sleeps = false;
    for (std::size_t node = 1; node < feed.points.size(); ++node) {
        const FeedPoint& point = feed.points[node];
        const auto& camera = net.kind(point.device).camera;
        const auto sleep_w = camera ? camera->sleep_w : std::nullopt;
        sleeps = sleeps || sleep_w;
        asleep_w += sleep_w ? std::min(*sleep_w, point.load_w) : point.load_w;
    }
    if (!sleeps) return;
    const double volts = net.kind(feed.port.device).supply->nominal_v;
    const double least_a =
        least_current_a(net.port(feed.port).poe_class, class_asked(net, feed.port));
    Check check = start_check(CheckId::keeps_on, of.port_name(feed.port), asleep_w / volts, least_a,
                              Unit::ampere, Sense::at_least, source::keeps_on);
    if (of.options.working)
        check.working.push_back({"I = P ÷ V, all on the line asleep",
                                 fmt::format("{:.2f} W ÷ {:g} V", asleep_w, volts), check.value,
                                 Unit::ampere, source::ohms_law});
    judge(check, 0);
    of.offer(std::move(check));
}

void inrush(RunCase& of, const PortFeed& feed) {
    const Network& net = of.net;
    double input_uf = 0;
    for (std::size_t node = 1; node < feed.points.size(); ++node) {
        const Kind& unit = net.kind(feed.points[node].device);
        if (unit.camera) input_uf += unit.camera->input_uf;
        if (unit.in_line) input_uf += unit.in_line->input_uf;
    }
    if (input_uf <= 0) return;
    const double volts = net.kind(feed.port.device).supply->nominal_v;
    Check check = start_check(CheckId::inrush, of.port_name(feed.port),
                              charging_s(input_uf * 1e-6, volts) * 1000, inrush_s * 1000,
                              Unit::millisecond, Sense::at_most, source::poe_inrush);
    if (of.options.working)
        check.working.push_back(
            {"t = C V ÷ I, all inputs on the line together",
             fmt::format("{:g} µF × {:g} V ÷ {:g} A", input_uf, volts, least_inrush_a), check.value,
             Unit::millisecond, source::poe_inrush});
    judge(check, 0);
    of.offer(std::move(check));
}

}  // namespace

void port_start_checks(RunCase& of, const PortFeed& feed) {
    if (of.net.port(feed.port).power == PowerKind::passive) return;
    keeps_on(of, feed);
    inrush(of, feed);
}

}  // namespace ovant
