// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/found_kinds.h"

#include <algorithm>

#include "core/choose/draft.h"

namespace ovant {
namespace {

bool is_plain_lan(const PortKind& port) {
    return port.medium == Medium::twisted_pair && port.line.empty();
}

// A unit's side to the line, in this role.
const PortKind* line_side(const Kind& kind, Medium medium, PortRole role) {
    return port_that(kind, [&](const PortKind& port) {
        return !port.line.empty() && port.medium == medium && port.role == role;
    });
}

struct Side {
    const Kind* kind;
    const PortKind *lan, *line;
};

// A unit as the near end of such a line; no ports where it is none.
Side near_side(const Kind& kind, Medium medium, LinePower power) {
    const auto lan = [&](PortRole role) {
        return port_that(
            kind, [&](const PortKind& port) { return is_plain_lan(port) && port.role == role; });
    };
    switch (power) {
        case LinePower::passed_on: {
            const PortKind* in = lan(PortRole::pass);
            return {&kind, in && in->upstream ? in : nullptr,
                    line_side(kind, medium, PortRole::pass)};
        }
        case LinePower::near_on_poe: {
            if (!kind.supply || is_source(kind)) return {};
            const PortKind* in = lan(PortRole::pd);
            return {&kind, in && in->power == PowerKind::poe ? in : nullptr,
                    line_side(kind, medium, PortRole::pse)};
        }
        case LinePower::near_on_mains:
            if (!is_source(kind)) return {};
            return {&kind, lan(PortRole::data), line_side(kind, medium, PortRole::pse)};
        case LinePower::far_on_mains:
            if (kind.supply) return {};
            return {&kind, lan(PortRole::data), line_side(kind, medium, PortRole::data)};
    }
    return {};
}

// The port for a load of this class; where all give less, the one that gives most.
const PortKind* out_of_far(const Kind& kind, int class_needed) {
    if (const PortKind* enough = feeding_port(kind, class_needed)) return enough;
    const PortKind* most = nullptr;
    for (const PortKind& port : kind.ports) {
        const bool feeds =
            is_plain_lan(port) && port.role == PortRole::pse && port.power == PowerKind::poe;
        if (feeds && (!most || port.poe_class > most->poe_class)) most = &port;
    }
    return most;
}

Side far_side(const Kind& kind, Medium medium, LinePower power, int class_needed) {
    if (power == LinePower::passed_on) {
        const PortKind* out = port_that(kind, [](const PortKind& port) {
            return is_plain_lan(port) && port.role == PortRole::pass && !port.upstream;
        });
        const PortKind* line = line_side(kind, medium, PortRole::pass);
        return {&kind, out, line && line->upstream ? line : nullptr};
    }
    const bool on_mains = power == LinePower::far_on_mains;
    if (!kind.supply || is_source(kind) != on_mains) return {};
    return {&kind, out_of_far(kind, class_needed),
            line_side(kind, medium, on_mains ? PortRole::data : PortRole::pd)};
}

bool meet(const Side& near, const Side& far) {
    if (near.line->line != far.line->line) return false;
    if (near.line->role != PortRole::pse) return true;
    const double volts = near.kind->supply->nominal_v;
    return near.line->power == far.line->power &&
           (near.line->power == PowerKind::poe ||
            (volts >= far.line->min_volts && volts <= far.line->max_volts));
}

double reach_m(const Kind& kind) {
    double longest_m = 0;
    if (kind.line) {
        for (const RatedReach& rated : kind.line->reach)
            longest_m = std::max(longest_m, rated.length_m);
    }
    return longest_m;
}

double reach_m(const LinePair& pair) { return std::min(reach_m(*pair.near), reach_m(*pair.far)); }
double price_of(const LinePair& pair) { return pair.near->price + pair.far->price; }

}  // namespace

const PortKind* plain_data_port(const Kind& kind) {
    return port_that(kind, [](const PortKind& port) {
        return is_plain_lan(port) && port.role == PortRole::data;
    });
}

const PortKind* port_of_medium(const Kind& kind, Medium medium) {
    return port_that(kind, [&](const PortKind& port) { return port.medium == medium; });
}

std::vector<LinePair> line_pairs(const ChooseContext& context, Medium medium, LinePower power,
                                 double length_m) {
    std::vector<Side> nears, fars;
    for (Category category : {Category::line_unit, Category::coax_unit}) {
        for (const Kind* kind : context.catalogue.of(category)) {
            const Side near = near_side(*kind, medium, power);
            if (near.lan && near.line) nears.push_back(near);
            const Side far = far_side(*kind, medium, power, context.class_needed);
            if (far.lan && far.line) fars.push_back(far);
        }
    }
    std::vector<LinePair> pairs;
    for (const Side& near : nears) {
        for (const Side& far : fars) {
            if (meet(near, far))
                pairs.push_back({near.kind, near.lan, near.line, far.kind, far.line, far.lan});
        }
    }
    std::stable_sort(pairs.begin(), pairs.end(), [&](const LinePair& a, const LinePair& b) {
        const bool a_reaches = reach_m(a) >= length_m, b_reaches = reach_m(b) >= length_m;
        if (a_reaches != b_reaches) return a_reaches;
        if (!a_reaches && reach_m(a) != reach_m(b)) return reach_m(a) > reach_m(b);
        return price_of(a) < price_of(b);
    });
    constexpr std::size_t most_tried = 2;
    if (pairs.size() > most_tried) pairs.resize(most_tried);
    return pairs;
}

bool light_meets(const OpticFacts& a, const OpticFacts& b) {
    return a.rate_mbps == b.rate_mbps && a.single_mode == b.single_mode && a.strands == b.strands &&
           a.transmit_nm == b.receive_nm && a.receive_nm == b.transmit_nm;
}

const Kind* fibre_for(const Catalogue& catalogue, const OpticFacts& optic) {
    const Kind* cheapest = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& facts = or_nothing(kind->cable);
        if (facts.medium != Medium::fibre || facts.strands < optic.strands ||
            (facts.fibre == FibreType::os2) != optic.single_mode) {
            continue;
        }
        if (!cheapest || facts.price_per_m < or_nothing(cheapest->cable).price_per_m)
            cheapest = kind;
    }
    return cheapest;
}

const Kind* cheapest_cable(const Catalogue& catalogue, Medium medium) {
    const Kind* cheapest = nullptr;
    for (const Kind* kind : catalogue.of(Category::cable)) {
        const CableFacts& facts = or_nothing(kind->cable);
        if (facts.medium != medium || facts.cord) continue;
        if (!cheapest || facts.price_per_m < or_nothing(cheapest->cable).price_per_m)
            cheapest = kind;
    }
    return cheapest;
}

const PortKind* dc_port_for(const Kind& supply, const PortKind& dc_input) {
    const double volts = or_nothing(supply.supply).nominal_v;
    if (volts < dc_input.min_volts || volts > dc_input.max_volts) return nullptr;
    return port_that(supply, [&](const PortKind& port) {
        return port.role == PortRole::pse && port.medium == dc_input.medium;
    });
}

const Kind* dc_supply(const Catalogue& catalogue, const PortKind& dc_input, double watts) {
    for (const Kind* kind : by_price(catalogue, Category::supply)) {
        const PortKind* out = kind->solar ? nullptr : dc_port_for(*kind, dc_input);
        if (out && is_source(*kind) && out->limit_w >= watts) return kind;
    }
    return nullptr;
}

const Kind* poe_splitter(const Catalogue& catalogue, const PortKind& dc_input, double watts,
                         Surroundings rating) {
    const Kind* found = nullptr;
    for (const Kind* kind : by_price(catalogue, Category::splitter)) {
        if (!kind->supply || is_source(*kind) || !plain_data_port(*kind)) continue;
        const PortKind* in = port_that(*kind, [](const PortKind& port) {
            return port.role == PortRole::pd && port.power == PowerKind::poe;
        });
        const PortKind* out = dc_port_for(*kind, dc_input);
        if (!in || !out || out->limit_w < watts) continue;
        if (!found || (found->rating < rating && kind->rating >= rating)) found = kind;
    }
    return found;
}

}  // namespace ovant
