// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <iterator>

#include "core/choose/build.h"

namespace ovant {
namespace {

struct Builder {
    WayId way;
    Proposal (*build)(const ChooseContext&);
};

constexpr Builder builders[] = {
    {WayId::direct_copper, build_direct_copper},
    {WayId::long_setting, build_long_setting},
    {WayId::repeaters, build_repeaters},
    {WayId::extenders, build_extenders},
};

// Holds before tight before fails before cannot; past the stated limit after its like.
int rank_of(const Proposal& proposal) {
    if (!proposal.site) return 9;
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
    // Least work on site goes by what has to be mounted and terminated.
    if (preference != Preference::price && a.can_fail != b.can_fail) return a.can_fail < b.can_fail;
    return a.price < b.price;
}

}  // namespace

std::vector<Proposal> propose_ways(const Site& site, const Catalogue& catalogue,
                                   const std::string& camera) {
    const ChooseContext context(site, catalogue, camera);
    std::vector<Proposal> proposals;
    const Device* device = find_device(site, camera);
    const Kind* kind = device ? catalogue.find(device->kind) : nullptr;
    for (const Builder& builder : builders) {
        Proposal proposal =
            kind && kind->camera ? builder.build(context) : cannot_build(Cannot::no_camera);
        proposal.way = builder.way;
        proposals.push_back(std::move(proposal));
    }
    std::stable_sort(proposals.begin(), proposals.end(), [&](const Proposal& a, const Proposal& b) {
        return before(a, b, site.settings.preference);
    });
    return proposals;
}

std::vector<Proposal> propose_all(const Site& site, const Catalogue& catalogue,
                                  const std::string& camera) {
    std::vector<Proposal> all = propose_remedies(site, catalogue, camera);
    std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
    std::move(ways.begin(), ways.end(), std::back_inserter(all));
    std::erase_if(
        all, [&](const Proposal& proposal) { return proposal.site && *proposal.site == site; });
    std::stable_sort(all.begin(), all.end(),
                     [](const Proposal& a, const Proposal& b) { return rank_of(a) < rank_of(b); });
    return all;
}

Site with_best_way(const Site& site, const Catalogue& catalogue, const std::string& camera) {
    const std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
    const bool usable =
        !ways.empty() && ways.front().site &&
        (ways.front().verdict == Verdict::holds || ways.front().verdict == Verdict::tight);
    return usable ? *ways.front().site : site;
}

}  // namespace ovant
