// SPDX-License-Identifier: GPL-3.0-or-later
// How often a test tries. Under a sanitizer it looks for faults of memory, not of numbers: fewer
// rounds will do. Many rounds are gone only when asked for: scripts/test --long.
#pragma once

#include <cstdlib>

namespace ovant {

#if defined(__SANITIZE_ADDRESS__)
inline constexpr bool under_sanitizer = true;
#elif defined(__has_feature)
#if __has_feature(address_sanitizer)
inline constexpr bool under_sanitizer = true;
#else
inline constexpr bool under_sanitizer = false;
#endif
#else
inline constexpr bool under_sanitizer = false;
#endif

inline int rounds_or_long(int plain, int many) {
    return std::getenv("OVANT_LONG_TESTS") ? many : plain;
}

constexpr int rounds(int plain, int sanitized) { return under_sanitizer ? sanitized : plain; }

}  // namespace ovant
