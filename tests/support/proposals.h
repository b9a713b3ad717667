// SPDX-License-Identifier: GPL-3.0-or-later
// One proposal out of many, by what it is.
#pragma once

#include <catch2/catch.hpp>

#include <string>
#include <vector>

#include "core/choose/proposal.h"
#include "core/format/site_json.h"

namespace ovant {

inline std::vector<Proposal> remedies(const Site& site, const std::string& camera = "K01") {
    return propose_remedies(site, catalogue_for(site), camera);
}

inline const Proposal* with_remedy(const std::vector<Proposal>& proposals, RemedyKind kind) {
    for (const Proposal& proposal : proposals) {
        if (proposal.remedy == kind) return &proposal;
    }
    return nullptr;
}

inline const Proposal& with_way(const std::vector<Proposal>& proposals, WayId way) {
    for (const Proposal& proposal : proposals) {
        if (proposal.way == way) return proposal;
    }
    FAIL("no such way");
    return proposals.front();
}

}  // namespace ovant
