// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/goes_with.h"

#include <algorithm>

namespace ovant {
namespace {

// Whether the port of one kind can power a kind through its port.
bool port_feeds(const Kind& source, const PortKind& pse, const PortKind& pd) {
    if (pse.role != PortRole::pse || pd.role != PortRole::pd || pse.medium != pd.medium ||
        pse.power != pd.power)
        return false;
    if (pse.power == PowerKind::poe)
        return pse.poe_class >= (pd.least_class > 0 ? pd.least_class : pd.poe_class);
    const double volts = source.supply ? source.supply->nominal_v : 0;
    return volts >= pd.min_volts && (pd.max_volts == 0 || volts <= pd.max_volts);
}

bool feeds(const Kind& source, const Kind& load) {
    if (&source == &load) return false;
    return std::any_of(source.ports.begin(), source.ports.end(), [&](const PortKind& pse) {
        return std::any_of(load.ports.begin(), load.ports.end(),
                           [&](const PortKind& pd) { return port_feeds(source, pse, pd); });
    });
}

// A port for a transceiver that the unit does not have built in.
bool is_cage(const Kind& kind, const PortKind& port) {
    return port.medium == Medium::fibre && !kind.optic;
}

bool takes_transceiver(const Kind& kind, const OpticFacts& optic) {
    return std::any_of(kind.ports.begin(), kind.ports.end(), [&](const PortKind& port) {
        return is_cage(kind, port) && optic.rate_mbps <= port.rate_mbps;
    });
}

bool optics_pair(const Kind& a, const Kind& b, const Catalogue& catalogue) {
    return a.optic && b.optic &&
           std::any_of(catalogue.begin(), catalogue.end(), [&](const auto& entry) {
               const Kind& cable = *entry.second;
               return cable.cable && cable.cable->medium == Medium::fibre &&
                      optic_mismatch(*a.optic, *b.optic, *cable.cable) == Note::none;
           });
}

// Ports that face each other over a line of their maker's own, over radio or over mains wiring.
bool ports_pair(const Kind& a, const Kind& b) {
    if (a.radio || b.radio) return a.radio && b.radio && same_band(*a.radio, *b.radio);
    return std::any_of(a.ports.begin(), a.ports.end(), [&](const PortKind& one) {
        return std::any_of(b.ports.begin(), b.ports.end(), [&](const PortKind& other) {
            return one.medium == other.medium && !one.line.empty() && one.line == other.line;
        });
    });
}

bool cable_runs_from(const Kind& kind, const CableFacts& cable) {
    if (kind.optic && cable.medium == Medium::fibre)
        return optic_mismatch(*kind.optic, *kind.optic, cable) != Note::other_fibre &&
               optic_mismatch(*kind.optic, *kind.optic, cable) != Note::other_strands;
    return std::any_of(kind.ports.begin(), kind.ports.end(),
                       [&](const PortKind& port) { return port.medium == cable.medium; });
}

}  // namespace

Note optic_mismatch(const OpticFacts& a, const OpticFacts& b, const CableFacts& cable) {
    if (a.rate_mbps != b.rate_mbps) return Note::other_rate;
    if (a.single_mode != b.single_mode || a.single_mode != (cable.fibre == FibreType::os2))
        return Note::other_fibre;
    if (a.transmit_nm != b.receive_nm || b.transmit_nm != a.receive_nm)
        return Note::other_wavelength;
    if (a.strands != b.strands || a.strands > std::max(1, cable.strands))
        return Note::other_strands;
    return Note::none;
}

bool same_band(const RadioFacts& a, const RadioFacts& b) {
    return a.frequency_mhz == b.frequency_mhz && a.width_mhz == b.width_mhz;
}

std::vector<GoesWith> goes_with(const Kind& kind, const Catalogue& catalogue) {
    std::vector<GoesWith> out;
    const auto add = [&](Together how, auto fits) {
        GoesWith group{how, {}};
        for (const auto& [id, other] : catalogue) {
            if (fits(*other)) group.kinds.push_back(other.get());
        }
        std::stable_sort(group.kinds.begin(), group.kinds.end(),
                         [](const Kind* a, const Kind* b) { return a->category < b->category; });
        if (!group.kinds.empty()) out.push_back(std::move(group));
    };
    add(Together::fed_by, [&](const Kind& other) { return feeds(other, kind); });
    add(Together::feeds, [&](const Kind& other) { return feeds(kind, other); });
    add(Together::transceivers, [&](const Kind& other) {
        return other.category == Category::transceiver && other.optic &&
               takes_transceiver(kind, *other.optic);
    });
    add(Together::far_ends, [&](const Kind& other) {
        return optics_pair(kind, other, catalogue) || ports_pair(kind, other);
    });
    add(Together::cables, [&](const Kind& other) {
        return other.cable && !kind.cable && cable_runs_from(kind, *other.cable);
    });
    return out;
}

}  // namespace ovant
