// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a sum somebody types.
#include "core/sums/sums.h"
#include "fuzz/fuzz.h"

using namespace ovant;

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    for (UnitSystem units : {UnitSystem::metric, UnitSystem::imperial}) {
        const Result<Sum> sum = quick_sum(text_of(data, size), units);
        if (!sum) promise(sentence(sum.error()).size() > 8);
    }
    return 0;
}
