// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edits/edits.h"
#include "core/edits/edits_common.h"

namespace ovant {

Error unknown_port(PortId port) {
    return {ErrorCode::unknown_port, "", fmt::format("{}.{}", port.device, port.port), ""};
}

const PortKind* port_of(const Site& site, const Catalogue& catalogue, PortId port) {
    const Device* found = find_device(site, port.device);
    const Kind* kind = found ? catalogue.find(found->kind) : nullptr;
    return kind ? find_port(*kind, port.port) : nullptr;
}

std::optional<Error> wrong_plug(const Site& site, const Catalogue& catalogue, const Link& link) {
    const CableFacts* cable = cable_facts(catalogue, link.cable);
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const PortKind* port = port_of(site, catalogue, {end->device, end->port});
        if (!port) return unknown_port({end->device, end->port});
        if (cable && cable->medium != port->medium)
            return Error{ErrorCode::wrong_medium, "", end->device + "." + end->port, link.cable};
    }
    return std::nullopt;
}

std::optional<Error> wrong_plug_at(const Site& site, const Catalogue& catalogue,
                                   std::string_view device) {
    for (const Link& link : site.links) {
        if (link.a.device != device && link.b.device != device) continue;
        if (std::optional<Error> wrong = wrong_plug(site, catalogue, link)) return wrong;
    }
    return std::nullopt;
}

}  // namespace ovant
