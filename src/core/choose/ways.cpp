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

// One cable inside what the standard allows, of which only some of what is kept back is used: as
// good as what holds, and plain.
bool plain_channel(const Proposal& proposal) {
    if (proposal.way != WayId::direct_copper || proposal.verdict != Verdict::tight ||
        !proposal.harmed.empty())
        return false;
    return std::all_of(proposal.run.checks.begin(), proposal.run.checks.end(),
                       [](const Check& check) {
                           return check.verdict == Verdict::holds ||
                                  (check.id == CheckId::link_length && check.note == Note::none &&
                                   check.source.text == source::channel_length.text);
                       });
}

// What changes nothing for others comes first at like price; how like is a choice of this program.
constexpr double like_price = 1.1;
double ranked_price(const Proposal& proposal) {
    return proposal.cost.total() * (proposal.changes_others ? like_price : 1);
}

// Holds before tight before fails before cannot; past the stated limit after its like.
int rank_of(const Proposal& proposal) {
    if (!proposal.built) return 9;
    if (plain_channel(proposal)) return 0;
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
    const double price_a = ranked_price(a), price_b = ranked_price(b);
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

Proposal built(const ChooseContext& context, const Builder& builder) {
    const bool by_air = builder.way == WayId::radio_bridge || builder.way == WayId::radio_hub;
    Proposal proposal = !context.found ? cannot_build(Cannot::no_camera)
                        : by_air && context.camera->stated_run_m > 0
                            ? cannot_build(Cannot::not_on_plan)
                            : builder.build(context);
    proposal.way = builder.way;
    return proposal;
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
        Proposal proposal = built(context, builder);
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
        Proposal proposal = built(context, builders[static_cast<std::size_t>(way) - 1]);
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

FirstRun first_run(const Site& site, const Catalogue& catalogue, const std::string& camera) {
    FirstRun out{site, false, {}};
    const std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
    const Proposal* first = best_way(ways);
    if (!first) return out;
    out.way = *first;
    out.laid = !first->changes_others;
    if (out.laid) out.site = with_change(site, first->change);
    return out;
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
