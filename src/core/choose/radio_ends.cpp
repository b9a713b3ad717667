// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/radio_ends.h"

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

RadioSpot head_spot(const ChooseContext& context, const std::string& unit) {
    if (context.head_end)
        return {context.head_end->at, context.head_end->id, context.head_end->mast_m};
    return {context.device(unit).at, "", bare_mast_m};
}

std::vector<FarSpot> far_spots(const ChooseContext& context) {
    std::vector<FarSpot> spots;
    for (const Place* place : context.mains_places(180)) {
        if (spots.size() < 2) spots.push_back({{place->at, place->id, place->mast_m}, true});
    }
    for (const Place& place : context.site.places) {
        if (place.head_end || place.mains == Mains::steady ||
            distance_m(place.at, context.camera->at) > 60) {
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
        if (kind.rating < *radio.surroundings) radio.enclosure = "box-wet";
        radio.height_m = spot.mast_m;
        const RadioFacts& facts = or_nothing(kind.radio);
        const double limit_dbm = draft.site.settings.eirp_limit_dbm - facts.antenna_dbi;
        if (facts.transmit_dbm > limit_dbm) radio.transmit_dbm = limit_dbm;
    });
    return id;
}

std::vector<Draft> with_far_supply(const Draft& draft, const FarSpot& far,
                                   const std::string& radio) {
    const ChooseContext& context = draft.context();
    const Kind& kind = draft.kind_of(radio);
    int radio_class = 0;
    for (const PortKind& port : kind.ports) radio_class = std::max(radio_class, port.poe_class);
    const int least = std::max(radio_class, context.class_needed);
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
            made.lead(cable->id, {id, ports[0]}, {radio, "lan"}, far.spot.mast_m + 4);
        made.protect(lead, "surge-100");
        made.leg({id, ports[1]});
        out.push_back(std::move(made));
    };
    const Place* place = find_place(context.site, far.spot.place);
    if (far.mains && place) {
        const FarSwitch found = far_switch(context, *place, least, 2);
        if (found.kind) build(*found.kind, place->id, found.cabinet);
        return out;
    }
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
