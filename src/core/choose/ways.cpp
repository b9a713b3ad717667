// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <iterator>

#include "core/choose/draft.h"

namespace ovant {

OVANT_VALUE_MADE(Proposal);
OVANT_VALUE_MADE(SiteChange);
namespace {

struct Builder {
    WayId way;
    std::string_view id;
    Proposal (*build)(const ChooseContext&);
};

constexpr Builder builders[] = {
    {WayId::direct_copper, "direct-copper", build_direct_copper},
    {WayId::long_setting, "long-setting", build_long_setting},
    {WayId::extra_reach_cable, "extra-reach-cable", build_extra_reach_cable},
    {WayId::repeaters, "repeaters", build_repeaters},
    {WayId::repeaters_both_ends, "repeaters-both-ends", build_repeaters_both_ends},
    {WayId::extenders, "extenders", build_extenders},
    {WayId::extender_pair, "extender-pair", build_extender_pair},
    {WayId::long_range_port, "long-range-port", build_long_range_port},
    {WayId::trunk, "trunk", build_trunk},
    {WayId::poe_fed_switch, "poe-fed-switch", build_poe_fed_switch},
    {WayId::passive_dc, "passive-dc", build_passive_dc},
    {WayId::local_adapter, "local-adapter", build_local_adapter},
    {WayId::fibre, "fibre", build_fibre},
    {WayId::composite, "composite", build_composite},
    {WayId::radio_bridge, "radio-bridge", build_radio_bridge},
    {WayId::radio_hub, "radio-hub", build_radio_hub},
    {WayId::old_coax, "old-coax", build_old_coax},
    {WayId::mains_wiring, "mains-wiring", build_mains_wiring},
    {WayId::shared_cable, "shared-cable", build_shared_cable},
    {WayId::cabinet_switch, "cabinet-switch", build_cabinet_switch},
};
static_assert(std::size(builders) == way_count);

// Holds before tight before fails before cannot; past the stated limit after its like.
int rank_of(const Proposal& proposal) {
    if (!proposal.built) return 9;
    const int past = proposal.past_stated ? 1 : 0;
    switch (proposal.verdict) {
        case Verdict::holds: return 0;
        case Verdict::tight: return 1 + past;
        case Verdict::fails: return 3 + past;
        case Verdict::unknown: return 5;
    }
    return 5;
}

bool before(const Proposal& a, const Proposal& b, Preference preference) {
    if (rank_of(a) != rank_of(b)) return rank_of(a) < rank_of(b);
    const double price_a = a.cost.total(), price_b = b.cost.total();
    switch (preference) {
        case Preference::price: break;
        case Preference::fewest_parts:
            if (a.can_fail != b.can_fail) return a.can_fail < b.can_fail;
            break;
        case Preference::least_work:
            if (a.cost.hours != b.cost.hours) return a.cost.hours < b.cost.hours;
            break;
    }
    // A tie in price goes to what has fewer things to fail.
    if (price_a != price_b) return price_a < price_b;
    if (a.can_fail != b.can_fail) return a.can_fail < b.can_fail;
    return a.way < b.way;  // the simpler one
}

}  // namespace

std::string_view id_of(WayId way) { return builders[static_cast<std::size_t>(way) - 1].id; }

std::vector<Proposal> propose_ways(const Site& site, const Catalogue& catalogue,
                                   const std::string& camera, const JudgedUnder& under,
                                   const GoOn& go_on, const KnownLengths* known_lengths) {
    const ChooseContext context(site, catalogue, camera, under, false, known_lengths);
    std::vector<Proposal> proposals;
    for (const Builder& builder : builders) {
        if (go_on && !go_on()) break;
        Proposal proposal =
            context.found ? builder.build(context) : cannot_build(Cannot::no_camera);
        proposal.way = builder.way;
        proposals.push_back(std::move(proposal));
    }
    std::stable_sort(proposals.begin(), proposals.end(), [&](const Proposal& a, const Proposal& b) {
        return before(a, b, site.settings.preference);
    });
    return proposals;
}

std::vector<Proposal> build_ways(const Site& site, const Catalogue& catalogue,
                                 const std::string& camera, const std::vector<WayId>& ways,
                                 const GoOn& go_on, const KnownLengths* known_lengths) {
    const ChooseContext context(site, catalogue, camera, {}, false, known_lengths);
    std::vector<Proposal> proposals;
    for (WayId way : ways) {
        if (go_on && !go_on()) break;
        Proposal proposal = context.found
                                ? builders[static_cast<std::size_t>(way) - 1].build(context)
                                : cannot_build(Cannot::no_camera);
        proposal.way = way;
        proposals.push_back(std::move(proposal));
    }
    return proposals;
}

std::vector<Proposal> propose_all(const Site& site, const Catalogue& catalogue,
                                  const std::string& camera, const JudgedUnder& under) {
    return in_order_to_show(propose_remedies(site, catalogue, camera, under),
                            propose_ways(site, catalogue, camera, under));
}

std::vector<Proposal> in_order_to_show(std::vector<Proposal> remedies, std::vector<Proposal> ways) {
    std::vector<Proposal> all = std::move(remedies);
    std::move(ways.begin(), ways.end(), std::back_inserter(all));
    std::erase_if(
        all, [](const Proposal& proposal) { return proposal.built && proposal.change.empty(); });
    std::stable_sort(all.begin(), all.end(),
                     [](const Proposal& a, const Proposal& b) { return rank_of(a) < rank_of(b); });
    return all;
}

namespace {

// Whether anything that is there already, beside the camera itself, becomes another.
bool changes_what_is_there(const Site& site, const SiteChange& change, const std::string& camera) {
    if (!change.removed_devices.empty() || !change.removed_links.empty()) return true;
    const auto links_on = [&](const std::string& device) {
        return std::count_if(site.links.begin(), site.links.end(), [&](const Link& link) {
            return link.a.device == device || link.b.device == device;
        });
    };
    for (const Device& device : change.devices) {
        // A switch with its setting changed matters to whoever hangs on it.
        const bool is_there = find_device(site, device.id) != nullptr;
        if (is_there && device.id != camera && links_on(device.id) > 1) return true;
    }
    return std::any_of(change.links.begin(), change.links.end(),
                       [&](const Link& link) { return find_link(site, link.id) != nullptr; });
}

// Whether it adds a unit that somebody must find on a ladder later.
bool hides_a_unit(const Site& site, const Catalogue& catalogue, const SiteChange& change) {
    return std::any_of(change.devices.begin(), change.devices.end(), [&](const Device& device) {
        if (find_device(site, device.id)) return false;
        const Kind* kind = catalogue.find(device.kind);
        return device.place.empty() || (kind && kind->radio);
    });
}

}  // namespace

Site with_first_run(const Site& site, const Catalogue& catalogue, const std::string& camera) {
    const std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
    const Proposal* first = nullptr;
    for (const Proposal& way : ways) {
        if (!way.built || (way.verdict != Verdict::holds && way.verdict != Verdict::tight))
            continue;
        if (changes_what_is_there(site, way.change, camera) ||
            hides_a_unit(site, catalogue, way.change))
            continue;
        // A cable of its own before anything clever, however cheap that is.
        const bool better = !first || way.verdict < first->verdict ||
                            (way.verdict == first->verdict && *way.way == WayId::direct_copper);
        if (better) first = &way;
    }
    return first ? with_change(site, first->change) : site;
}

const Proposal* best_way(const std::vector<Proposal>& ways) {
    const bool usable =
        !ways.empty() && ways.front().built &&
        (ways.front().verdict == Verdict::holds || ways.front().verdict == Verdict::tight);
    return usable ? &ways.front() : nullptr;
}

Site with_best_way(const Site& site, const Catalogue& catalogue, const std::string& camera) {
    const std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
    const Proposal* best = best_way(ways);
    return best ? with_change(site, best->change) : site;
}

}  // namespace ovant
