// SPDX-License-Identifier: GPL-3.0-or-later
// What a site is known by: SHA-256 (FIPS 180-4) of what it would be written as.
#pragma once

#include <string>
#include <string_view>

#include "core/site/site.h"

namespace ovant {

// 64 hexadecimal digits.
std::string sha256_of(std::string_view bytes);
// Of the site's file, its handovers left out: signing one does not change what is signed.
std::string sha256_of(const Site& site);

}  // namespace ovant
