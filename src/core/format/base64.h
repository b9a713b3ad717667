// SPDX-License-Identifier: GPL-3.0-or-later
// Base64 (RFC 4648) for drawings inside a site file, through Boost.
#pragma once

#include <string>
#include <string_view>

namespace ovant {

std::string base64_encode(std::string_view bytes);
// Characters outside the alphabet end the reading.
std::string base64_decode(std::string_view text);

}  // namespace ovant
