// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/site/edits.h"
#include "core/site/edits_common.h"

namespace ovant {

Error unknown_port(std::string_view device, std::string_view port) {
    return {ErrorCode::unknown_port, "", fmt::format("{}.{}", device, port), ""};
}

const PortKind* port_of(const Site& site, const Catalogue& catalogue, std::string_view device,
                        std::string_view port) {
    const Device* found = find_device(site, device);
    const Kind* kind = found ? catalogue.find(found->kind) : nullptr;
    return kind ? find_port(*kind, port) : nullptr;
}

std::optional<Error> wrong_plug(const Site& site, const Catalogue& catalogue, const Link& link) {
    const CableFacts* cable = cable_facts(catalogue, link.cable);
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const PortKind* port = port_of(site, catalogue, end->device, end->port);
        if (!port) return unknown_port(end->device, end->port);
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
