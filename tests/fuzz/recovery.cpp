// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a damaged site: what is kept of them is a sound site.
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const KeptSite kept = read_site_keeping(text_of(data, size));
    for (const Error& error : kept.dropped) promise(sentence(error).size() > 8);
    if (kept.nothing_kept) return 0;
    promise(find_problems(kept.site, catalogue_for(kept.site)).empty());
    promise_kept(kept.site);
    return 0;
}
