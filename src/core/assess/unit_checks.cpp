// SPDX-License-Identifier: GPL-3.0-or-later
// The checks of one feeding unit: switch-power and uplink-rate, and the state of its ports.
#include "core/assess/unit_checks.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/assess.h"
#include "core/assess/link_reach.h"
#include "core/physics/pse.h"

namespace ovant {

double asked_by_link_layer_w(const Network& net, PortAt at, double reserved_w) {
    const DeviceNumber load = net.across(at).device;
    if (!load) return reserved_w;
    const auto& camera = net.kind(load).camera;
    if (!camera || !camera->asks_by_link_layer) return reserved_w;
    const double draw_w = greatest_camera_power_w(camera_draw(net.device(load), net.kind(load)));
    return std::min(reserved_w, requested_pse_w(draw_w, std::min(class_asked(net, at), 8)));
}

PortAssessment assess_port(const Network& net, PortAt at, const AssessOptions& options) {
    PortAssessment out;
    const PortKind& kind = net.port(at);
    out.device = net.device(at.device).id;
    out.port = kind.id;
    out.limit_w = port_limit_w(net, at);
    out.class_offered = kind.poe_class;
    out.long_setting = net.long_setting_on(at);
    out.power_off = net.power_off(at);
    if (!net.link_at(at) || out.power_off) return out;
    const Network::PortUse& use = net.use_on[at.device][at.port];
    out.cameras = use.cameras;
    if (use.cameras > 0) out.camera = net.device(use.first_camera).id;
    out.class_asked = class_asked(net, at);
    if (const auto limits =
            poe_class_limits(std::min(out.class_asked, 8), poe_type_of_class(kind.poe_class));
        limits && out.class_asked) {
        out.reserved_w = std::min(limits->pse_w, kind.limit_w);
    }
    for (Condition condition : all_conditions) {
        const PortFeed feed = solve_port(net, at, condition).front();
        if (condition == Condition::day) out.day_w = feed.watts();
        if (condition == Condition::restart) out.restart_w = feed.watts();
        if (options.condition && condition != *options.condition) continue;
        if (!feed.solution.stands) out.collapses = true;
        if (feed.watts() >= out.watts) {
            out.watts = feed.watts();
            out.load_w = feed.load_w();
        }
    }
    const bool passive = kind.power == PowerKind::passive && out.cameras > 0;
    if (passive) out.reserved_w = out.watts;  // nothing is reserved by class
    Check check;
    check.value = out.collapses ? out.limit_w * 2 : out.watts;
    check.limit = out.limit_w;
    judge(check, out.limit_w * net.site->settings.keep_back.power_share);
    out.verdict = passive                                     ? check.verdict
                  : out.class_asked == 0                      ? Verdict::unknown
                  : class_needed(net, at) > out.class_offered ? Verdict::fails
                                                              : check.verdict;
    return out;
}

namespace {

Check switch_power(const Network& net, const UnitAssessment& unit, const Kind& kind, bool working) {
    Check check;
    check.id = CheckId::switch_power;
    check.subject = unit.device;
    check.detail = UnitTotals{unit.by_class_w, unit.greatest_w, unit.typical_w};
    check.value = unit.counted_w();
    check.limit = unit.budget_w;
    check.unit = Unit::watt;
    check.source = unit.basis == SwitchBasis::by_class ? source::poe_class_table : source::balance;
    if (kind.supply->allocation == Allocation::by_class) check.note = Note::reserves_by_class;
    if (working) {
        for (const PortAssessment& port : unit.ports) {
            if (port.class_asked == 0) continue;
            const double watts = port.counted_w(unit.basis);
            check.working.push_back(
                {fmt::format("port {}", port.port),
                 unit.basis == SwitchBasis::by_class
                     ? fmt::format("class {} reserves", port.class_asked)
                     : fmt::format("{} with the loss in the cable", port.camera),
                 watts, Unit::watt, check.source});
        }
        check.working.push_back({"sum of the ports", "", check.value, Unit::watt, source::balance});
    }
    judge(check, unit.budget_w * net.site->settings.keep_back.power_share);
    return check;
}

// Watts that a port which is on counts for when all has settled: by what it takes where that is
// measured, at the least of the day; by what it then asks for; else by its class.
double settled_w(const Network& net, PortAt at, const PortAssessment& port) {
    switch (net.kind(at.device).supply->allocation) {
        case Allocation::by_draw: return port.day_w;
        case Allocation::by_request: return asked_by_link_layer_w(net, at, port.reserved_w);
        case Allocation::by_class: return port.reserved_w;
    }
    return port.reserved_w;
}

// Ports that waited when all started are let in, in turn, once the others have settled. Those that
// never are stay in unit.refused; the first of them is what the check is of.
bool never_let_in(const Network& net, DeviceNumber device, UnitAssessment& unit, Check& check) {
    const auto waits = [&](const PortAssessment& port) {
        return std::find(unit.refused.begin(), unit.refused.end(), port.port) != unit.refused.end();
    };
    double taken_w = 0;
    std::vector<std::pair<PortAt, const PortAssessment*>> waiting(unit.refused.size());
    std::size_t at = 0;
    for (PortNumber number : net.kind(device).ports.numbers()) {
        if (net.port({device, number}).role != PortRole::pse) continue;
        const PortAssessment& port = unit.ports[at++];
        if (!waits(port)) {
            taken_w += port.reserved_w > 0 ? settled_w(net, {device, number}, port) : port.watts;
            continue;
        }
        const auto place = std::find(unit.refused.begin(), unit.refused.end(), port.port);
        waiting[static_cast<std::size_t>(place - unit.refused.begin())] = {{device, number}, &port};
    }
    std::size_t let_in = 0;
    for (; let_in < waiting.size(); ++let_in) {
        const auto& [port_at, port] = waiting[let_in];
        const double free_w = unit.budget_w - taken_w;
        if (port->reserved_w > free_w + 1e-9) {
            check.value = port->reserved_w;
            check.limit = free_w;
            check.other = port->port;
            break;
        }
        taken_w += settled_w(net, port_at, *port);
    }
    if (let_in == waiting.size()) return false;
    unit.refused.erase(unit.refused.begin(),
                       unit.refused.begin() + static_cast<std::ptrdiff_t>(let_in));
    return true;
}

// port-refused: everything starts at once, port after port, and the class must be free each time.
void port_refused(const Network& net, DeviceNumber device, UnitAssessment& unit, bool working) {
    const Kind& kind = net.kind(device);
    if (unit.by_class_w <= 0 || unit.ports.size() < 2) return;
    const bool by_class = kind.supply->allocation == Allocation::by_class;
    const bool by_draw = kind.supply->allocation == Allocation::by_draw;
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < unit.ports.size(); ++i) {
        if (unit.ports[i].reserved_w > 0) order.push_back(i);
    }
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return net.device(device).priority_of(unit.ports[a].port) <
               net.device(device).priority_of(unit.ports[b].port);
    });
    double taken_w = 0;
    Check check;
    check.id = CheckId::port_refused;
    check.subject = unit.device;
    check.unit = Unit::watt;
    check.source = source::poe_class_table;
    double least_room_w = unit.budget_w;
    for (std::size_t i : order) {
        const PortAssessment& port = unit.ports[i];
        const double free_w = unit.budget_w - taken_w;
        if (!unit.refused.empty() || port.reserved_w > free_w + 1e-9) {
            unit.refused.push_back(port.port);
        } else {
            // While it starts it is measured at what it then takes; what it asks for over the link
            // layer comes only once it runs.
            taken_w += by_draw ? port.restart_w : port.reserved_w;
        }
        if (unit.refused.size() <= 1 && free_w - port.reserved_w <= least_room_w) {
            least_room_w = free_w - port.reserved_w;
            check.value = port.reserved_w;
            check.limit = free_w;
            check.other = port.port;
        }
    }
    // One that counts by draw or by request lets it in later, when the others have settled.
    const bool waits = !unit.refused.empty() && !by_class;
    const bool never = waits && never_let_in(net, device, unit, check);
    if (working) {
        check.working.push_back(
            {(never ? "free for port " + check.other + " when the others have settled"
                    : "free when port " + check.other + " starts"),
             fmt::format("{:.1f} W − {:.1f} W", unit.budget_w, unit.budget_w - check.limit),
             check.limit, Unit::watt, source::balance});
        check.working.push_back(
            {"its class reserves", "", check.value, Unit::watt, source::poe_class_table});
    }
    judge(check, 0);
    if (waits && !never) check.verdict = Verdict::tight;
    check.detail = RefusedPorts{static_cast<int>(unit.refused.size()), never};
    unit.checks.push_back(std::move(check));
}

// one-supply: whether the ports keep their power when one of two supplies fails.
void one_supply(const Network& net, DeviceNumber device, UnitAssessment& unit) {
    const Kind& kind = net.kind(device);
    const int supplies = net.device(device).supplies;
    if (kind.supply->supplies < 2 || (supplies > 0 && supplies < 2) || unit.by_class_w <= 0) return;
    Check check;
    check.id = CheckId::one_supply;
    check.subject = unit.device;
    check.value = unit.counted_w();
    check.limit = budget_w(kind, 1);
    check.unit = Unit::watt;
    check.source = source::maker;
    judge(check, 0);
    if (check.verdict == Verdict::fails) check.verdict = Verdict::tight;  // nothing has failed yet
    unit.checks.push_back(std::move(check));
}

void uplink_rate(const Network& net, DeviceNumber device, UnitAssessment& unit, bool working) {
    const Kind& kind = net.kind(device);
    for (PortNumber port : kind.ports.numbers()) {
        const PortAt at{device, port};
        if (!kind.ports[port].uplink || !net.link_at(at)) continue;
        const NetLink& link = net.links[net.link_at(at)];
        if (link.load_mbps == 0) continue;
        Check check;
        check.id = CheckId::uplink_rate;
        check.subject = unit.device + "." + kind.ports[port].id;
        check.value = link.load_mbps;
        check.limit = link_reach(net, link, Condition::day).rate_mbps;
        check.unit = Unit::megabit_per_second;
        check.source = source::throughput_margin;
        if (working) {
            check.working.push_back({"sum of the bit rates of the cameras behind it", "",
                                     link.load_mbps, Unit::megabit_per_second,
                                     source::bit_rate_estimate});
        }
        judge(check, check.limit * net.site->settings.keep_back.data_share);
        unit.checks.push_back(std::move(check));
    }
}

}  // namespace

SwitchBasis basis_of(const Kind& kind, const Settings& settings) {
    return kind.supply->allocation == Allocation::by_class ? SwitchBasis::by_class
                                                           : settings.switch_basis;
}

double UnitAssessment::counted_w() const {
    return basis == SwitchBasis::by_class        ? by_class_w
           : basis == SwitchBasis::greatest_draw ? greatest_w
                                                 : typical_w;
}

double PortAssessment::counted_w(SwitchBasis basis) const {
    switch (basis) {
        case SwitchBasis::by_class: return reserved_w;
        case SwitchBasis::greatest_draw: return watts;
        case SwitchBasis::typical: return day_w;
    }
    return reserved_w;
}

namespace {

UnitAssessment assess_unit(const Network& net, DeviceNumber device, const AssessOptions& options,
                           const UnitAssessment* before, const By<PortNumber, bool>& changed) {
    UnitAssessment unit;
    const Kind& kind = net.kind(device);
    unit.device = net.device(device).id;
    unit.budget_w = budget_w(kind, net.device(device).supplies);
    unit.basis = basis_of(kind, net.site->settings);
    for (PortNumber number : kind.ports.numbers()) {
        if (kind.ports[number].role != PortRole::pse) continue;
        if (before && !changed[number])
            unit.ports.push_back(before->ports[unit.ports.size()]);
        else
            unit.ports.push_back(assess_port(net, {device, number}, options));
        const PortAssessment& port = unit.ports.back();
        unit.by_class_w += port.reserved_w;
        unit.greatest_w += port.watts;
        unit.typical_w += port.day_w;
    }
    if (unit.by_class_w > 0) {
        unit.checks.push_back(switch_power(net, unit, kind, options.working));
        unit.verdict = unit.checks.front().verdict;
    }
    port_refused(net, device, unit, options.working);
    one_supply(net, device, unit);
    uplink_rate(net, device, unit, options.working);
    for (const Check& check : unit.checks) {
        if (unit.verdict == Verdict::unknown || check.verdict > unit.verdict) {
            unit.verdict = check.verdict;
        }
    }
    return unit;
}

}  // namespace

UnitAssessment assess_unit(const Network& net, DeviceNumber device, const AssessOptions& options) {
    return assess_unit(net, device, options, nullptr, {});
}

UnitAssessment assess_unit_change(const Network& net, DeviceNumber device,
                                  const UnitAssessment& before, const By<PortNumber, bool>& changed,
                                  const AssessOptions& options) {
    return assess_unit(net, device, options, &before, changed);
}

}  // namespace ovant
