// SPDX-License-Identifier: GPL-3.0-or-later
// Way 16: a far end more on a hub that serves several, a new hub where there is none, or a relay
// from a place that sees both ends where the straight path is cut.
#include <algorithm>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/found_kinds.h"
#include "core/choose/radio_ends.h"
#include "core/choose/distances.h"

namespace ovant {
namespace {

const Kind* radio_like(const ChooseContext& context, const RadioFacts& hub) {
    for (const Kind* kind : by_price(context.catalogue, Category::radio)) {
        if (kind->radio->most_far_ends == 1 && kind->radio->frequency_mhz == hub.frequency_mhz &&
            kind->radio->width_mhz == hub.width_mhz)
            return kind;
    }
    return nullptr;
}

// The beams of a radio, in order.
std::string beam(const Kind& kind, std::size_t number = 0) {
    for (const PortKind& port : kind.ports) {
        if (port.medium == Medium::radio && number-- == 0) return port.id;
    }
    return "";
}

void join_by_air(Draft& draft, const At& a, const At& b) {
    draft.join(or_nothing(cheapest_cable(draft.context().catalogue, Medium::radio)).id, a, b);
}

std::string free_air(const ChooseContext& context, const Device& hub, const Kind& kind) {
    for (const PortKind& port : kind.ports) {
        if (port.medium == Medium::radio && !context.taken(hub.id, port.id)) return port.id;
    }
    return "";
}

// A new hub or bridge end on the head end's mast, fed by a port there.
std::optional<std::string> mount_at_head(Draft& draft, const Kind& kind) {
    const ChooseContext& context = draft.context();
    const auto feed = radio_feed_at_head(draft, kind);
    if (!feed) return std::nullopt;
    const RadioSpot head = head_spot(context, draft.point_of(feed->device));
    const std::string id = add_radio(draft, kind, head);
    const Kind* cable = draft.copper(head.at, head.at, 24);
    if (!cable) return std::nullopt;
    const std::string lead =
        draft.lead(cable->id, *feed, {id, radio_input(kind).id}, head.mast_m + 8);
    draft.protect(lead, usual::copper_protector);
    return id;
}

void from_hubs(const ChooseContext& context, const FarSpot& far, std::vector<Draft>& drafts,
               Clearance& cut) {
    for (const Device& device : context.cleared.devices) {
        const Kind& kind = or_nothing(context.catalogue.find(device.kind));
        if (!kind.radio || kind.radio->most_far_ends < 2) continue;
        const std::string port = free_air(context, device, kind);
        const Kind* end = radio_like(context, *kind.radio);
        if (port.empty() || !end) continue;
        const Clearance seen = sight(context, kind, {device.at, "", device.height_m}, far.spot);
        if (seen.cut()) {
            cut = seen;
            continue;
        }
        Draft draft(context);
        const std::string there = add_radio(draft, *end, far.spot);
        join_by_air(draft, {device.id, port}, {there, beam(*end)});
        for (Draft& made : with_far_supply(draft, far, there)) drafts.push_back(std::move(made));
    }
}

void from_new_hub(const ChooseContext& context, const FarSpot& far, std::vector<Draft>& drafts,
                  Clearance& cut) {
    for (const Kind* kind : by_price(context.catalogue, Category::radio)) {
        if (kind->radio->most_far_ends < 2 || kind->radio->relay) continue;
        const Kind* end = radio_like(context, *kind->radio);
        if (!end || !context.head_end) continue;
        const RadioSpot head{context.head_end->at, context.head_end->id, context.head_end->mast_m};
        const Clearance seen = sight(context, *kind, head, far.spot);
        if (seen.cut()) {
            cut = seen;
            continue;
        }
        Draft draft(context);
        const auto hub = mount_at_head(draft, *kind);
        if (!hub) continue;
        const std::string there = add_radio(draft, *end, far.spot);
        join_by_air(draft, {*hub, beam(*kind)}, {there, beam(*end)});
        for (Draft& made : with_far_supply(draft, far, there)) drafts.push_back(std::move(made));
        return;
    }
}

// Round a corner: a relay at a place with mains that sees the head end and the far spot.
void over_relay(const ChooseContext& context, const FarSpot& far, std::vector<Draft>& drafts) {
    const Kind* relay = nullptr;
    for (const Kind* kind : by_price(context.catalogue, Category::radio)) {
        if (kind->radio->relay && !relay) relay = kind;
    }
    const Kind* end = relay ? radio_like(context, *relay->radio) : nullptr;
    if (!end || !context.head_end) return;
    const RadioSpot head{context.head_end->at, context.head_end->id, context.head_end->mast_m};
    // Under a roof first: what feeds the relay need not stand the cold.
    std::vector<Place> places = context.site.places;
    std::stable_sort(places.begin(), places.end(), [](const Place& a, const Place& b) {
        return a.surroundings < b.surroundings;
    });
    for (const Place& place : places) {
        const bool powered = place.mains == Mains::steady || place.mains == Mains::generator;
        if (place.head_end || !powered || place.id == far.spot.place) continue;
        const RadioSpot middle{place.at, place.id, place.mast_m};
        if (sight(context, *end, head, middle).cut() ||
            sight(context, *end, middle, far.spot).cut()) {
            continue;
        }
        Draft draft(context);
        const auto near = mount_at_head(draft, *end);
        const PortKind& input = radio_input(*relay);
        const Kind* injector = nullptr;
        const PortKind* out = nullptr;
        for (const Kind* kind : by_price(context.catalogue, Category::injector)) {
            if (!out && (out = feeding_port(*kind, input.poe_class))) injector = kind;
        }
        if (!near || !injector) return;
        const std::string between = add_radio(draft, *relay, middle);
        const std::string feed = draft.add(*injector, middle.at, middle.place);
        const Kind* cable = draft.copper(middle.at, middle.at, 24);
        if (!cable) return;
        const std::string lead =
            draft.lead(cable->id, {feed, out->id}, {between, input.id}, middle.mast_m + 4);
        draft.protect(lead, usual::copper_protector);
        const std::string there = add_radio(draft, *end, far.spot);
        join_by_air(draft, {*near, beam(*end)}, {between, beam(*relay)});
        join_by_air(draft, {between, beam(*relay, 1)}, {there, beam(*end)});
        for (Draft& made : with_far_supply(draft, far, there)) drafts.push_back(std::move(made));
        return;
    }
}

}  // namespace

Proposal build_radio_hub(const ChooseContext& context) {
    if (!context.can_be_fed()) return cannot_build(Cannot::takes_dc);
    if (context.head_end &&
        distance_m(context.head_end->at, context.camera->at) < usual::same_spot_m) {
        return cannot_build(Cannot::same_place);
    }
    std::vector<Draft> drafts;
    Clearance cut;
    for (const FarSpot& far : far_spots(context)) {
        from_hubs(context, far, drafts, cut);
        if (drafts.empty()) from_new_hub(context, far, drafts, cut);
        if (drafts.empty() && cut.cut()) over_relay(context, far, drafts);
    }
    if (drafts.empty() && cut.cut())
        return cannot_build(Cannot::path_cut, cut.obstacle, -cut.least_m);
    if (drafts.empty()) return cannot_build(Cannot::no_free_port);
    return best_of(context, std::move(drafts));
}

}  // namespace ovant
