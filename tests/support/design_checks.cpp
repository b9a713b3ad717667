// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/design_checks.h"

#include <catch2/catch.hpp>

#include "core/choose/assign.h"
#include "core/format/site_json.h"

namespace ovant {

void check_design(const SiteDesign& design, const Site& site, const Catalogue& catalogue) {
    const Result<Site> kept = sound(site, catalogue, design.site);
    REQUIRE(kept);
    const Assessment now = assess(*kept, catalogue);
    for (const DesignedCamera& one : design.cameras) {
        const RunAssessment* run = now.run(one.camera);
        REQUIRE(run);
        CAPTURE(one.camera, id_of(run->verdict));
        CHECK(one.served == (run->verdict == Verdict::holds || run->verdict == Verdict::tight));
    }
    CHECK(design.bound <= design.cost + 1e-6);
    CHECK_FALSE(assign_ports(*kept, catalogue).changes());
}

}  // namespace ovant
