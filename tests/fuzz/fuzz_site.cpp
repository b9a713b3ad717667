// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes may come as a site file: reading, keeping what can be kept, judging and writing again
// must neither crash nor lose what they read.
#include <cstdint>
#include <cstdlib>
#include <string_view>

#include "core/assess/assess.h"
#include "core/format/site_json.h"

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
    return 0;
}
