// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/least_volts.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/physics/pse.h"

namespace ovant {

double least_volts(const Kind& kind, const PortKind& port, Working* working) {
    if (kind.camera) return camera_min_volts(kind, port, working);
    if (port.power == PowerKind::passive) return port.min_volts;
    if (kind.in_line) return kind.in_line->min_volts;
    if (port.role != PortRole::pd) return 0;
    const auto limits = poe_class_limits(port.poe_class);
    return limits ? limits->pd_volts_min : 0;
}

const PortKind& power_port(const Kind& kind) {
    static const PortKind none;
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pd) return port;
    }
    return none;
}

double camera_off_below_v(const Kind& kind, const PortKind& port) {
    const double promised_v = camera_min_volts(kind, port);
    if (kind.camera && kind.camera->off_below_v)
        return std::min(promised_v, *kind.camera->off_below_v);
    return port.power == PowerKind::poe ? std::min(promised_v, pd_off_volts) : promised_v;
}

const PortKind& power_port(const Network& net, DeviceNumber device) {
    const PortNumber fed_at = net.fed_at[device];
    return fed_at ? net.port({device, fed_at}) : power_port(net.kind(device));
}

double camera_min_volts(const Kind& kind, const PortKind& port, Working* working) {
    if (port.power == PowerKind::passive && port.min_volts > 0) return port.min_volts;
    if (kind.camera && kind.camera->min_volts) return *kind.camera->min_volts;
    const int poe_class = port.poe_class > 0 ? port.poe_class : 3;
    const double volts = poe_class_limits(poe_class)->pd_volts_min;
    if (working) {
        working->push_back({fmt::format("least volts at a class {} load", poe_class), "", volts,
                            Unit::volt, source::poe_pd_volts});
    }
    return volts;
}

}  // namespace ovant
