// SPDX-License-Identifier: GPL-3.0-or-later
// What answers a probe on a network, of whatever form.
#include "core/format/ws_discovery.h"
#include "core/units/ipv4.h"
#include "fuzz/fuzz.h"
#include "phrase/error_text.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(text_of(data, size));
    probe_in(text);
    const Result<ProbeMatch> match = read_probe_match(text);
    if (!match) {
        promise(sentence(match.error()).size() > 8);
        return 0;
    }
    for (const std::string& address : match->addresses) promise(ipv4_in(address).has_value());
    promise(match->mac.empty() || match->mac.size() == 17);
    return 0;
}
