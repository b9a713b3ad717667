// SPDX-License-Identifier: GPL-3.0-or-later
// Small things done to text in more than one place.
#pragma once

#include <algorithm>
#include <cctype>
#include <string>
#include <string_view>

namespace ovant {

// As a sentence begins: its first letter large.
inline std::string capitalised(std::string text) {
    if (!text.empty())
        text[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(text[0])));
    return text;
}

// A to Z in small letters; all other bytes as they are, so that UTF-8 stays whole.
inline std::string lowered(std::string_view text) {
    std::string out(text);
    std::transform(out.begin(), out.end(), out.begin(), [](unsigned char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : static_cast<char>(c);
    });
    return out;
}

}  // namespace ovant
