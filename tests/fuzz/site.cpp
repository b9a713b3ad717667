// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a site file: refused with a sentence, or read, judged and written again as they
// were.
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const Result<Site> site = read_site(text_of(data, size));
    if (!site) {
        promise(sentence(site.error()).size() > 8);
        return 0;
    }
    promise_kept(*site);
    (void)assess(*site, catalogue_for(*site), {std::nullopt, true});
    return 0;
}
