// SPDX-License-Identifier: GPL-3.0-or-later
// Under a sanitizer a test looks for faults of memory, not of numbers: fewer rounds will do.
#pragma once

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

constexpr int rounds(int plain, int sanitized) { return under_sanitizer ? sanitized : plain; }

}  // namespace ovant
