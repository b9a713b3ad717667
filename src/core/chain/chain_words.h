// SPDX-License-Identifier: GPL-3.0-or-later
// The words of a run. Private to core/chain.
#pragma once

#include <algorithm>
#include <cctype>
#include <charconv>
#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/catalogue/kind.h"
#include "core/text.h"
#include "core/units/units.h"

namespace ovant {

inline bool is_digit(char c) { return std::isdigit(static_cast<unsigned char>(c)) != 0; }

inline std::string without_blanks(std::string_view text) {
    const auto blank = [](char c) { return c == ' ' || c == '\t' || c == '\r'; };
    while (!text.empty() && blank(text.front())) text.remove_prefix(1);
    while (!text.empty() && blank(text.back())) text.remove_suffix(1);
    return std::string(text);
}

// Elements stand apart by commas, semicolons, new lines or arrows; a comma between two digits is a
// decimal one.
inline std::vector<std::string> elements_of(std::string_view text) {
    std::vector<std::string> out(1);
    for (std::size_t i = 0; i < text.size(); ++i) {
        const bool decimal = text[i] == ',' && i > 0 && i + 1 < text.size() &&
                             is_digit(text[i - 1]) && is_digit(text[i + 1]);
        if (decimal) {
            out.back() += '.';
        } else if (text[i] == ',' || text[i] == ';' || text[i] == '\n') {
            out.emplace_back();
        } else if (text.substr(i).starts_with("->")) {
            out.emplace_back();
            ++i;
        } else if (text.substr(i).starts_with("\u2192")) {
            out.emplace_back();
            i += std::string_view("\u2192").size() - 1;
        } else {
            out.back() += text[i];
        }
    }
    for (std::string& element : out) element = without_blanks(element);
    while (out.size() > 1 && out.back().empty()) out.pop_back();
    return out;
}

// The words of one element, taken one after the other.
class Words {
public:
    Words(std::string_view element, UnitSystem system) : system_(system) {
        std::string next;
        for (const char c : lowered(element) + " ") {
            if (c != ' ' && c != '\t') {
                next += c;
            } else if (!next.empty()) {
                words_.push_back(std::move(next));
                next.clear();
            }
        }
        for (std::string& word : words_) {
            for (const auto& [said, unit] :
                 {std::pair("metre", "m"), std::pair("metres", "m"), std::pair("meter", "m"),
                  std::pair("meters", "m"), std::pair("feet", "ft"), std::pair("foot", "ft"),
                  std::pair("watt", "w"), std::pair("watts", "w"), std::pair("mbps", "mb/s")})
                if (word == said) word = unit;
        }
        // "90 m" and "90m" are one word.
        for (std::size_t i = 0; i + 1 < words_.size(); ++i) {
            if (!is_number(words_[i]) || !is_unit(words_[i + 1])) continue;
            words_[i] += " " + words_[i + 1];
            words_.erase(words_.begin() + static_cast<long>(i) + 1);
        }
    }
    bool take(std::string_view phrase) {
        std::vector<std::string> parts;
        for (std::size_t from = 0; from <= phrase.size();) {
            const std::size_t to = std::min(phrase.find(' ', from), phrase.size());
            parts.emplace_back(phrase.substr(from, to - from));
            from = to + 1;
        }
        const auto found = std::search(words_.begin(), words_.end(), parts.begin(), parts.end());
        if (found == words_.end()) return false;
        words_.erase(found, found + static_cast<long>(parts.size()));
        return true;
    }
    bool take_any(std::initializer_list<std::string_view> phrases) {
        return std::any_of(phrases.begin(), phrases.end(),
                           [&](std::string_view phrase) { return take(phrase); });
    }
    // A quantity of this unit; a bare number only where `bare`.
    std::optional<double> quantity(Unit unit, bool bare = false) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (!is_digit(words_[i][0]) && words_[i][0] != '-' && words_[i][0] != '.') continue;
            if (!bare && is_number(words_[i])) continue;
            const Result<double> value = parse_quantity(words_[i], unit, system_);
            if (!value) continue;
            words_.erase(words_.begin() + static_cast<long>(i));
            return *value;
        }
        return std::nullopt;
    }
    // A quantity with the word behind it: "3 w infrared".
    std::optional<double> quantity_of(Unit unit, std::string_view what) {
        for (std::size_t i = 0; i + 1 < words_.size(); ++i) {
            if (words_[i + 1] != what) continue;
            const Result<double> value = parse_quantity(words_[i], unit, system_);
            if (!value) continue;
            words_.erase(words_.begin() + static_cast<long>(i),
                         words_.begin() + static_cast<long>(i) + 2);
            return *value;
        }
        return std::nullopt;
    }
    // The word after this one: "port 3".
    std::optional<std::string> after(std::string_view word) {
        for (std::size_t i = 0; i + 1 < words_.size(); ++i) {
            if (words_[i] != word) continue;
            const std::string value = words_[i + 1];
            words_.erase(words_.begin() + static_cast<long>(i),
                         words_.begin() + static_cast<long>(i) + 2);
            return value;
        }
        return std::nullopt;
    }
    // The first word that `is`; taken.
    std::optional<std::string> word_that(const std::function<bool(const std::string&)>& is) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (!is(words_[i])) continue;
            const std::string word = words_[i];
            words_.erase(words_.begin() + static_cast<long>(i));
            return word;
        }
        return std::nullopt;
    }
    std::string left() const {
        std::string out;
        for (const std::string& word : words_) out += (out.empty() ? "" : " ") + word;
        return out;
    }
    bool empty() const { return words_.empty(); }

private:
    static bool is_number(const std::string& word) {
        double value = 0;
        const auto [end, code] = std::from_chars(word.data(), word.data() + word.size(), value);
        return code == std::errc() && end == word.data() + word.size();
    }
    static bool is_unit(const std::string& word) {
        return std::any_of(std::begin(units), std::end(units),
                           [&](const char* unit) { return word == unit; });
    }
    static constexpr const char* units[] = {"m", "km", "ft", "mi", "mile", "miles", "w", "mb/s"};
    UnitSystem system_;
    std::vector<std::string> words_;
};

inline constexpr std::pair<const char*, Category> unit_words[] = {
    {"repeater", Category::repeater},
    {"extender", Category::extender},
    {"injector", Category::injector},
    {"splitter", Category::splitter},
    {"combiner", Category::combiner},
    {"media converter", Category::media_converter},
    {"converter", Category::media_converter},
    {"coax unit", Category::coax_unit},
    {"long-reach unit", Category::line_unit},
    {"line unit", Category::line_unit},
    {"radio", Category::radio},
    {"switch", Category::network_switch},
    {"mains unit", Category::mains_unit}};

}  // namespace ovant
