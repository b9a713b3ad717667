// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/budget.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/assess/least_volts.h"
#include "core/assess/room_left.h"
#include "core/assess/unit_checks.h"
#include "core/look_up.h"

namespace ovant {
namespace {

double sum_loss_w(const std::vector<PortAssessment>& ports) {
    double sum_w = 0;
    for (const PortAssessment& port : ports) sum_w += port.watts - port.load_w;
    return sum_w;
}

PowerNode unit_node(const Network& net, DeviceNumber device, const UnitAssessment& unit) {
    const Kind& kind = net.kind(device);
    PowerNode node;
    node.kind = is_source(kind) ? PowerNodeKind::unit : PowerNodeKind::fed_unit;
    node.id = unit.device;
    node.by_class_w = unit.by_class_w;
    node.greatest_w = unit.greatest_w;
    node.typical_w = unit.typical_w;
    node.cable_loss_w = sum_loss_w(unit.ports);
    node.input_w = outlet_w(kind, unit.greatest_w);
    node.own_w = node.input_w - unit.greatest_w;
    node.budget_w = unit.budget_w;
    node.basis = unit.basis;
    node.left_w = unit.budget_w * (1 - net.site->settings.keep_back.power_share) - node.counted_w();
    node.verdict = unit.verdict;
    for (const PortAssessment& port : unit.ports) {
        ++node.ports;
        node.ports_used += port.watts > 0 || port.reserved_w > 0;
    }
    return node;
}

// Ports of one group of a unit together.
void add_groups(const Network& net, DeviceNumber device, const UnitAssessment& unit,
                std::vector<PowerNode>& out) {
    std::map<int, PowerNode> groups;
    std::size_t at = 0;
    for (const PortKind& port : net.kind(device).ports) {
        if (port.role != PortRole::pse) continue;
        const PortAssessment& now = unit.ports[at++];
        PowerNode& node = groups[port.group];
        node.by_class_w += now.reserved_w;
        node.greatest_w += now.watts;
        node.typical_w += now.day_w;
        node.cable_loss_w += now.watts - now.load_w;
        ++node.ports;
        node.ports_used += now.watts > 0 || now.reserved_w > 0;
    }
    if (groups.size() < 2) return;
    for (auto& [number, node] : groups) {
        node.kind = PowerNodeKind::group;
        node.id = unit.device + "/" + std::to_string(number);
        node.parent = unit.device;
        node.input_w = node.greatest_w;
        node.basis = unit.basis;
        out.push_back(std::move(node));
    }
}

PowerNode backup_node(const Network& net, const Backup& backup, const Assessment& assessment) {
    PowerNode node;
    node.kind = PowerNodeKind::backup;
    // A cabinet's battery goes by the unit in it: the node's id must differ from the unit's.
    const Device& holder = or_nothing(find_device(*net.site, backup.id));
    const bool is_ups = or_nothing(net.catalogue->find(holder.kind)).ups.has_value();
    node.id = is_ups ? backup.id : backup.id + "/battery";
    node.basis = SwitchBasis::greatest_draw;
    node.greatest_w = backup_load_w(net, backup, assessment);
    for (DeviceNumber member : backup.members) {
        const UnitAssessment* unit = assessment.unit(net.device(member).id);
        node.typical_w += outlet_w(net.kind(member), unit ? unit->typical_w : 0);
        node.by_class_w += outlet_w(net.kind(member), unit ? unit->by_class_w : 0);
    }
    node.own_w = backup.battery.own_draw_w;
    node.input_w = node.greatest_w + node.own_w;
    node.budget_w = backup.output_w;
    if (backup.output_w > 0) {
        node.left_w =
            backup.output_w * (1 - net.site->settings.keep_back.power_share) - node.greatest_w;
    }
    for (const Check& check : assessment.site_checks) {
        if (check.id == CheckId::backup_time && check.subject == backup.id)
            node.verdict = check.verdict;
    }
    return node;
}

// A unit fed over a cable: by the unit at the root of its feed, or the fed unit between.
PowerNode fed_node(const Network& net, DeviceNumber device) {
    PowerNode node = unit_node(net, device, assess_unit(net, device));
    const Kind& kind = net.kind(device);
    // No more than what comes over the cable leaves.
    node.left_w = std::min(node.left_w, room_left_w(net, device) * kind.supply->efficiency);
    PortAt at{device, {}};
    for (PortNumber port : kind.ports.numbers()) {
        if (kind.ports[port].role == PortRole::pd) at.port = port;
    }
    std::string lane;
    for (std::size_t steps = 0; at.port && steps < net.links.size(); ++steps) {
        const PortAt from = net.across(at);
        if (!from) break;
        if (net.port(from).role == PortRole::pse) {
            node.parent = net.device(from.device).id;
            break;
        }
        at = {from.device, passed_on_at(net.kind(from.device), from.port, lane)};
    }
    return node;
}

}  // namespace

std::vector<PowerNode> power_tree(const Network& net, const Assessment& assessment) {
    std::vector<PowerNode> out;
    const std::vector<Backup> all = backups(net);
    for (const Backup& backup : all) out.push_back(backup_node(net, backup, assessment));
    const auto backup_parent = [&](DeviceNumber device) -> std::string {
        const int backup = backup_of(all, device);
        return backup < 0 ? "" : out[static_cast<std::size_t>(backup)].id;
    };
    std::vector<DeviceNumber> fed;
    for (DeviceNumber device : net.kinds.numbers()) {
        const Kind& kind = net.kind(device);
        if (ends_a_run(kind) || kind.ups) continue;
        const bool feeds =
            kind.supply && std::any_of(kind.ports.begin(), kind.ports.end(),
                                       [](const auto& port) { return port.role == PortRole::pse; });
        if (feeds && !is_source(kind)) {
            fed.push_back(device);
        } else if (feeds) {
            const UnitAssessment* unit = assessment.unit(net.device(device).id);
            PowerNode node = unit_node(net, device, unit ? *unit : assess_unit(net, device));
            node.parent = backup_parent(device);
            out.push_back(node);
            if (unit) add_groups(net, device, *unit, out);
        } else if (plugs_into_mains(kind)) {
            PowerNode node;
            node.kind = PowerNodeKind::consumer;
            node.id = net.device(device).id;
            node.parent = backup_parent(device);
            node.own_w = node.input_w = outlet_w(kind, 0);
            if (node.own_w > 0) out.push_back(std::move(node));
        }
    }
    for (DeviceNumber device : fed) out.push_back(fed_node(net, device));
    return out;
}

int cameras_left(const Network& net, const UnitAssessment& unit, const Kind& camera,
                 double length_m) {
    if (!camera.camera) return 0;
    DeviceNumber device;
    for (DeviceNumber number : net.kinds.numbers()) {
        if (net.device(number).id == unit.device) device = number;
    }
    if (!device || !is_source(net.kind(device))) return 0;
    const double draw_w = greatest_camera_power_w(camera.camera->draw);
    const int asked = std::max(power_port(camera).poe_class == 0 ? 3 : power_port(camera).poe_class,
                               poe_class_for_load(draw_w));
    const auto limits = poe_class_limits(std::min(asked, 8));
    if (asked > 8) return 0;
    const double volts = net.kind(device).supply->min_v;
    const double loop_ohm = feed_loop_ohm({24, ConductorMaterial::copper, ConductorForm::solid},
                                          length_m, limits->four_pairs ? 4 : 2, 20);
    const FeedSolution feed = solve_feed(volts, {{}, {0, loop_ohm, draw_w, 0, 0}});
    if (!feed.stands) return 0;
    const double each_w = unit.basis == SwitchBasis::by_class        ? limits->pse_w
                          : unit.basis == SwitchBasis::greatest_draw ? feed.source_w
                                                                     : camera.camera->draw.day_w;
    const PowerNode node = unit_node(net, device, unit);
    int free_ports = 0;
    for (const PortAssessment& port : unit.ports) {
        free_ports += !port.power_off && port.class_offered >= asked &&
                      !link_at(*net.site, {unit.device, port.port});
    }
    const double by_watts = std::floor((node.left_w + 1e-9) / std::max(0.1, each_w));
    return std::clamp(static_cast<int>(std::clamp(by_watts, 0.0, 1000.0)), 0, free_ports);
}

}  // namespace ovant
