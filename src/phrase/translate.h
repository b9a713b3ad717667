// SPDX-License-Identifier: GPL-3.0-or-later
// Every text for people goes through said() or told(), in English as it stands in the code. Where a
// translation is set the text is looked up there; what it does not know stays English. A translated
// text may take its arguments in another order: "{1} of {0}".
#pragma once

#include <fmt/format.h>

#include <functional>
#include <string>
#include <string_view>

namespace ovant {

// Empty for what is not translated.
using Translation = std::function<std::string(std::string_view english)>;
// For the whole process, as a language is. Set before anything is said; not while it is.
void set_translation(Translation translation);

std::string said(std::string_view english);

// A translation that does not fit the arguments is left aside.
std::string told_with(std::string_view english, fmt::format_args arguments);
template <class... A>
std::string told(fmt::format_string<A...> english, A&&... arguments) {
    const fmt::string_view text = english;
    return told_with({text.data(), text.size()}, fmt::make_format_args(arguments...));
}

}  // namespace ovant
