// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds found by what they do: by role, medium, ports and what goes with what, never by their ids,
// so that a site's own kind is proposed wherever a shipped one would be. Private to core/choose.
#pragma once

#include <string>
#include <vector>

#include "core/choose/context.h"

namespace ovant {

// First port that is so; null where none is.
template <class Is>
const PortKind* port_that(const Kind& kind, Is is) {
    for (const PortKind& port : kind.ports) {
        if (is(port)) return &port;
    }
    return nullptr;
}
// The port for data over twisted pair that takes and gives no power.
const PortKind* plain_data_port(const Kind& kind);
const PortKind* port_of_medium(const Kind& kind, Medium medium);

// Where the power of a load behind a line comes from.
enum class LinePower {
    passed_on,      // from the switch port, through both units
    near_on_poe,    // the near unit, which is fed by a switch port
    near_on_mains,  // the near unit's own supply
    far_on_mains    // the far unit's own supply
};

// Two units that speak one line code, one at each end of a cable.
struct LinePair {
    const Kind* near = nullptr;
    const PortKind *near_lan = nullptr, *near_line = nullptr;
    const Kind* far = nullptr;
    const PortKind *far_line = nullptr, *far_lan = nullptr;
};
// Those over this medium: of what reaches so far the cheapest first, then the others by how far
// they reach; two at most.
std::vector<LinePair> line_pairs(const ChooseContext& context, Medium medium, LinePower power,
                                 double length_m);

// Whether what one sends the other can take: wavelengths, fibres, mode and rate.
bool light_meets(const OpticFacts& a, const OpticFacts& b);
// The cheapest fibre cable for such optics; null where there is none.
const Kind* fibre_for(const Catalogue& catalogue, const OpticFacts& optic);
// The cheapest cable of a medium; null where there is none.
const Kind* cheapest_cable(const Catalogue& catalogue, Medium medium);

// A supply's port for a d.c. input of these volts; null where it has none.
const PortKind* dc_port_for(const Kind& supply, const PortKind& dc_input);
// The cheapest supply on mains for this d.c. input; null where there is none.
const Kind* dc_supply(const Catalogue& catalogue, const PortKind& dc_input, double watts);

// The cheapest unit that makes volts for this d.c. input out of PoE and leads the data past; the
// `rating` of such a one is preferred. Null where there is none.
const Kind* poe_splitter(const Catalogue& catalogue, const PortKind& dc_input, double watts,
                         Surroundings rating);

}  // namespace ovant
