// SPDX-License-Identifier: GPL-3.0-or-later
// A scan of a network, of whatever form.
#include "core/format/address_files.h"
#include "core/prove/addresses.h"
#include "fuzz/fuzz.h"
#include "phrase/error_text.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const Result<ScanRead> read = read_scan(text_of(data, size));
    if (!read) {
        promise(sentence(read.error()).size() > 8);
        return 0;
    }
    for (const Error& line : read->lines) promise(sentence(line).size() > 8);
    const ScanTaken taken = take_scan(Site{}, read->found, {"ab", "2027-01-15T14:05"});
    promise(taken.others == read->found.size());
    const Result<Site> kept = sound(Site{}, shipped_catalogue(), taken.site);
    promise(static_cast<bool>(kept));
    promise_kept(*kept);
    return 0;
}
