// SPDX-License-Identifier: GPL-3.0-or-later
// What the fuzz targets share. Each target is one file with LLVMFuzzerTestOneInput; a promise that
// is broken ends the program.
#pragma once

#include <cstdint>
#include <cstdlib>
#include <string_view>

#include "core/assess/assess.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"

namespace ovant {

inline std::string_view text_of(const std::uint8_t* data, std::size_t size) {
    return {reinterpret_cast<const char*>(data), size};
}

inline void promise(bool kept) {
    if (!kept) std::abort();
}

// A site that is kept opens again as it is, with the same bytes.
inline void promise_kept(const Site& site) {
    const std::string bytes = write_site(site);
    const Result<Site> again = read_site(bytes);
    promise(again && *again == site && write_site(*again) == bytes);
}

}  // namespace ovant

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);
