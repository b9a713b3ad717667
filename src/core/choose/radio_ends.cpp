// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/radio_ends.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/distances.h"

#include <algorithm>

namespace ovant {
namespace {

std::vector<std::string> pse_ports(const Kind& kind, int least_class) {
    std::vector<std::string> out;
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pse && port.power == PowerKind::poe &&
            port.medium == Medium::twisted_pair && port.poe_class >= least_class)
            out.push_back(port.id);
    }
    return out;
}

}  // namespace

RadioSpot head_spot(const ChooseContext& context, Point unit) {
    if (context.head_end)
        return {context.head_end->at, context.head_end->id, context.head_end->mast_m};
    return {unit, "", bare_mast_m};
}

std::vector<FarSpot> far_spots(const ChooseContext& context) {
    std::vector<FarSpot> spots;
    for (const Place* place : context.mains_places(usual::mains_near_m)) {
        if (spots.size() < 2) spots.push_back({{place->at, place->id, place->mast_m}, true});
    }
    for (const Place& place : context.site.places) {
        if (place.head_end || place.mains == Mains::steady ||
            distance_m(place.at, context.camera->at) > usual::mast_near_m) {
            continue;
        }
        spots.push_back({{place.at, place.id, place.mast_m}, false});
        return spots;
    }
    if (spots.empty()) spots.push_back({{context.camera->at, "", bare_mast_m}, false});
    return spots;
}

std::string add_radio(Draft& draft, const Kind& kind, const RadioSpot& spot) {
    const std::string id = draft.add(kind, spot.at, spot.place);
    draft.change_device(id, [&](Device& radio) {
        radio.surroundings = std::max(Surroundings::outdoor, surroundings_of(draft.site, radio));
        radio.enclosure.clear();
        if (kind.rating < *radio.surroundings) radio.enclosure = usual::wet_box;
        radio.height_m = spot.mast_m;
        const RadioFacts& facts = or_nothing(kind.radio);
        const double limit_dbm = draft.site.settings.eirp_limit_dbm - facts.antenna_dbi;
        if (facts.transmit_dbm > limit_dbm) radio.transmit_dbm = limit_dbm;
    });
    return id;
}

const PortKind& radio_input(const Kind& kind) {
    for (const PortKind& port : kind.ports) {
        if (port.role == PortRole::pd && port.medium == Medium::twisted_pair) return port;
    }
    return or_nothing(static_cast<const PortKind*>(nullptr));
}

std::optional<At> radio_feed_at_head(Draft& draft, const Kind& radio) {
    const PortKind& input = radio_input(radio);
    if (input.power == PowerKind::passive) return passive_injector_at_head(draft, input);
    return head_feed(draft, {input.poe_class, false, "", true});
}

namespace {

// An injector of these volts at the far place, with the lead up to the radio; its side for data.
std::optional<At> far_injector(Draft& draft, const Place& place, const RadioSpot& spot,
                               const std::string& radio) {
    const PortKind& input = radio_input(draft.kind_of(radio));
    for (const Kind* kind : by_price(draft.context().catalogue, Category::injector)) {
        const PortKind* out = input.power == PowerKind::passive
                                  ? feeding_port(*kind, input)
                                  : feeding_port(*kind, input.poe_class);
        const PortKind* in = out ? data_side(*kind, *out) : nullptr;
        if (!in) continue;
        const std::string id = draft.add(*kind, spot.at, place.id);
        const Kind* cable = draft.copper(spot.at, spot.at, 24);
        if (!cable) return std::nullopt;
        const std::string lead =
            draft.lead(cable->id, {id, out->id}, {radio, input.id}, spot.mast_m + 4);
        draft.protect(lead, usual::copper_protector);
        return At{id, in->id};
    }
    return std::nullopt;
}

// Where there is mains: the camera on the radio's second socket, or on an injector of its own
// behind that of the radio.
std::vector<Draft> with_far_injectors(const Draft& draft, const FarSpot& far, const Place& place,
                                      const std::string& radio) {
    const ChooseContext& context = draft.context();
    std::vector<Draft> out;
    const Kind& kind = draft.kind_of(radio);
    if (const PortKind* second = feeding_port(kind, context.class_needed)) {
        Draft made = draft;
        if (far_injector(made, place, far.spot, radio)) {
            made.leg({radio, second->id});
            out.push_back(std::move(made));
        }
        return out;
    }
    for (const Kind* injector : by_price(context.catalogue, Category::injector)) {
        const PortKind* feed = feeding_port(*injector, context.class_needed);
        const PortKind* in = feed ? data_side(*injector, *feed) : nullptr;
        if (!in) continue;
        Draft made = draft;
        const auto data = far_injector(made, place, far.spot, radio);
        if (!data) return out;
        const std::string id = made.add(*injector, far.spot.at, place.id);
        made.patch(*data, {id, in->id}, 1);
        made.leg({id, feed->id});
        out.push_back(std::move(made));
        return out;
    }
    return out;
}

}  // namespace

std::vector<Draft> with_far_supply(const Draft& draft, const FarSpot& far,
                                   const std::string& radio) {
    const ChooseContext& context = draft.context();
    const PortKind& input = radio_input(draft.kind_of(radio));
    const int least = std::max(input.poe_class, context.class_needed);
    std::vector<Draft> out;
    const auto build = [&](const Kind& supply, const std::string& place,
                           const std::string& enclosure) {
        const std::vector<std::string> ports = pse_ports(supply, least);
        if (ports.size() < 2) return;
        Draft made = draft;
        const std::string id = made.add(supply, far.spot.at, place, enclosure);
        const Kind* cable = made.copper(far.spot.at, far.spot.at, 24);
        if (!cable) return;
        const std::string lead =
            made.lead(cable->id, {id, ports[0]}, {radio, input.id}, far.spot.mast_m + 4);
        made.protect(lead, usual::copper_protector);
        made.leg({id, ports[1]});
        out.push_back(std::move(made));
    };
    const Place* place = find_place(context.site, far.spot.place);
    if (far.mains && place) {
        out = with_far_injectors(draft, far, *place, radio);
        if (input.power == PowerKind::passive) return out;
        const FarSwitch found = far_switch(context, *place, least, 2);
        if (found.kind) build(*found.kind, place->id, found.cabinet);
        return out;
    }
    if (input.power == PowerKind::passive) return out;
    for (const Kind* supply : by_price(context.catalogue, Category::supply)) {
        if (supply->solar) build(*supply, far.spot.place, "");
    }
    return out;
}

Clearance sight(const ChooseContext& context, const Kind& kind, const RadioSpot& a,
                const RadioSpot& b) {
    const double distance = std::max(1.0, distance_m(a.at, b.at));
    return path_clearance(kind.radio->frequency_mhz, distance, a.mast_m, b.mast_m,
                          hills_between(context.site, a.at, b.at));
}

}  // namespace ovant
