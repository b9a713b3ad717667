// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes may come as a site file, a list of kinds or a sum: reading, keeping what can be kept,
// judging and writing again must neither crash nor lose what they read.
#include <cstdint>
#include <cstdlib>
#include <string_view>

#include "core/assess/assess.h"
#include "core/format/kind_text.h"
#include "core/format/site_json.h"
#include "core/sums/sums.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    if (const ovant::Result<ovant::Site> site = ovant::read_site(text)) {
        const std::string written = ovant::write_site(*site);
        const ovant::Result<ovant::Site> again = ovant::read_site(written);
        if (!again || ovant::write_site(*again) != written) std::abort();
        (void)ovant::assess(*site, ovant::catalogue_for(*site), {std::nullopt, true});
    }
    const ovant::KeptSite kept = ovant::read_site_keeping(text);
    if (!kept.nothing_kept) (void)ovant::assess(kept.site, ovant::catalogue_for(kept.site));
    // The same bytes as a list of kinds, JSON or CSV, and as a sum somebody types.
    for (const auto& [id, json] : ovant::import_kinds(text).kinds) {
        if (ovant::import_kinds(ovant::kinds_as_json({json})).kinds.size() != 1) std::abort();
        (void)ovant::kinds_as_csv({json});
    }
    (void)ovant::quick_sum(text.substr(0, 200), ovant::UnitSystem::metric);
    return 0;
}
