// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/translate.h"

namespace ovant {
namespace {

Translation& translation() {
    static Translation set;
    return set;
}

}  // namespace

void set_translation(Translation set) { translation() = std::move(set); }

std::string said(std::string_view english) {
    std::string text = translation() ? translation()(english) : std::string();
    return text.empty() ? std::string(english) : text;
}

std::string told_with(std::string_view english, fmt::format_args arguments) {
    if (translation()) {
        try {
            return fmt::vformat(said(english), arguments);
        } catch (const fmt::format_error&) {
        }
    }
    return fmt::vformat(fmt::string_view(english.data(), english.size()), arguments);
}

}  // namespace ovant
