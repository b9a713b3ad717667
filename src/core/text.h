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

// Without blanks around it, the one that spreadsheets do not break at included.
inline std::string_view trimmed(std::string_view text) {
    constexpr std::string_view blanks = " \t\r\n\f", unbroken = "\u00a0";
    for (;;) {
        if (!text.empty() && blanks.find(text.front()) != std::string_view::npos)
            text.remove_prefix(1);
        else if (!text.empty() && blanks.find(text.back()) != std::string_view::npos)
            text.remove_suffix(1);
        else if (text.starts_with(unbroken))
            text.remove_prefix(unbroken.size());
        else if (text.ends_with(unbroken))
            text.remove_suffix(unbroken.size());
        else
            return text;
    }
}

}  // namespace ovant
