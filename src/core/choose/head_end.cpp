// SPDX-License-Identifier: GPL-3.0-or-later
// Where a run starts at the head end: a port, an injector beside one, a place for a transceiver.
#include "core/choose/draft.h"
#include "core/choose/found_kinds.h"

namespace ovant {

const PortKind* feeding_port(const Kind& kind, int class_needed) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pse && port.power == PowerKind::poe &&
            port.medium == Medium::twisted_pair && port.poe_class >= class_needed)
            return &port;
    }
    return nullptr;
}

const PortKind* feeding_port(const Kind& kind, const PortKind& passive_input) {
    for (const PortKind& port : kind.ports) {
        const double volts = or_nothing(kind.supply).nominal_v;
        if (port.role == PortRole::pse && port.power == PowerKind::passive &&
            port.medium == passive_input.medium && volts >= passive_input.min_volts &&
            volts <= passive_input.max_volts && port.polarity * passive_input.polarity >= 0)
            return &port;
    }
    return nullptr;
}

const PortKind* data_side(const Kind& kind, const PortKind& feeding) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::data && port.medium == Medium::twisted_pair &&
            port.lane == feeding.lane)
            return &port;
    }
    return nullptr;
}

namespace {

// The cheapest injector that `finds` a port of, beside a free data port of the head end.
template <class Finds>
std::optional<At> injector_beside(Draft& draft, Finds finds) {
    const ChooseContext& context = draft.context();
    const auto data = context.data_port();
    if (!data) return std::nullopt;
    for (const Kind* kind : by_price(context.catalogue, Category::injector)) {
        const PortKind* out = finds(*kind);
        const PortKind* in = out ? data_side(*kind, *out) : nullptr;
        if (!in) continue;
        const Device& unit = context.device(data->device);
        const std::string id = draft.add(*kind, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
        draft.patch({data->device, data->port}, {id, in->id}, 1);
        return At{id, out->id};
    }
    return std::nullopt;
}

}  // namespace

std::optional<At> injector_at_head(Draft& draft, int class_needed) {
    return injector_beside(draft,
                           [&](const Kind& kind) { return feeding_port(kind, class_needed); });
}

std::optional<At> passive_injector_at_head(Draft& draft, const PortKind& input) {
    return injector_beside(draft, [&](const Kind& kind) { return feeding_port(kind, input); });
}

std::optional<At> head_feed(Draft& draft, const PortWish& wish) {
    const ChooseContext& context = draft.context();
    const auto port = context.pick_port(wish);
    if (!port) {
        if (wish.long_setting || !wish.line.empty()) return std::nullopt;
        return injector_at_head(draft, wish.poe_class);
    }
    if (wish.long_setting)
        draft.set_long(*port);
    else
        draft.set_ordinary(*port);
    const At at{port->device, port->port};
    // A spare port of an injector has a side for data, which must lead somewhere too.
    const Kind& unit = draft.kind_of(at.device);
    if (unit.category != Category::injector) return at;
    const PortKind* in = data_side(unit, or_nothing(find_port(unit, at.port)));
    if (!in || context.taken(at.device, in->id)) return at;
    const auto data = context.data_port();
    if (!data) return std::nullopt;
    draft.patch({data->device, data->port}, {at.device, in->id}, 1);
    return at;
}

std::optional<At> fibre_at_head(Draft& draft, const OpticFacts& far) {
    const ChooseContext& context = draft.context();
    if (const auto cage = context.optical_cage()) {
        for (const Kind* module : by_price(context.catalogue, Category::transceiver)) {
            if (!module->optic || !light_meets(*module->optic, far)) continue;
            draft.change_device(cage->device,
                                [&](Device& unit) { unit.modules[cage->port] = module->id; });
            return At{cage->device, cage->port};
        }
    }
    const auto data = context.data_port();
    if (!data) return std::nullopt;
    for (const Kind* kind : by_price(context.catalogue, Category::media_converter)) {
        const bool plain = !kind->supply && kind->needs_mains;
        if (!plain || !kind->optic || !light_meets(*kind->optic, far)) continue;
        const Device& unit = context.device(data->device);
        const std::string id = draft.add(*kind, {unit.at.x_m + 1, unit.at.y_m}, unit.place);
        std::string lan, fibre;
        for (const PortKind& port : kind->ports)
            (port.medium == Medium::fibre ? fibre : lan) = port.id;
        draft.patch({data->device, data->port}, {id, lan}, 1);
        return At{id, fibre};
    }
    return std::nullopt;
}

}  // namespace ovant
