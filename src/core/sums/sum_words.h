// SPDX-License-Identifier: GPL-3.0-or-later
// The words of a quick sum: numbers with their units, in any order. Private to core/sums.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <initializer_list>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/physics/conductor.h"
#include "core/sums/sums.h"

namespace ovant {

struct Word {
    std::optional<double> number;
    std::string text;  // the unit, or a bare word
};

std::vector<Word> words_of(std::string_view line);

class Reader {
public:
    Reader(std::vector<Word> words, UnitSystem system)
        : words_(std::move(words)), used_(words_.size(), false), system_(system) {}

    // A number with one of the unit's suffixes, in SI.
    std::optional<double> quantity(Unit unit) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i] || !words_[i].number || words_[i].text.empty()) continue;
            const Result<double> value = parse_quantity(
                fmt::format("{} {}", *words_[i].number, words_[i].text), unit, system_);
            if (!value) continue;
            used_[i] = true;
            return *value;
        }
        return unit == Unit::metre ? bare_length() : std::nullopt;
    }
    std::optional<double> counted(std::initializer_list<std::string_view> names) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i] || !words_[i].number) continue;
            if (std::find(names.begin(), names.end(), words_[i].text) == names.end()) continue;
            used_[i] = true;
            return words_[i].number;
        }
        return std::nullopt;
    }
    bool word(std::string_view name) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i] || words_[i].number || words_[i].text != name) continue;
            used_[i] = true;
            return true;
        }
        return false;
    }
    // A name that begins with digits, "1080p".
    bool called(std::string_view name) {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i] || !words_[i].number) continue;
            if (fmt::format("{:g}{}", *words_[i].number, words_[i].text) != name) continue;
            used_[i] = true;
            return true;
        }
        return false;
    }
    // The first word nobody understood.
    std::optional<std::string> left() const {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i]) continue;
            return words_[i].number ? fmt::format("{:g} {}", *words_[i].number, words_[i].text)
                                    : words_[i].text;
        }
        return std::nullopt;
    }

private:
    // A number with no unit at all is a length in the system in force.
    std::optional<double> bare_length() {
        for (std::size_t i = 0; i < words_.size(); ++i) {
            if (used_[i] || !words_[i].number || !words_[i].text.empty()) continue;
            const Result<double> value =
                parse_quantity(fmt::format("{}", *words_[i].number), Unit::metre, system_);
            if (!value) continue;
            used_[i] = true;
            return *value;
        }
        return std::nullopt;
    }

    std::vector<Word> words_;
    std::vector<bool> used_;
    UnitSystem system_;
};

inline Error missing(const char* sum, const char* what) {
    return {ErrorCode::missing_field, sum, what, ""};
}
inline Error outside(const char* what, double value, const char* allowed) {
    return {ErrorCode::out_of_range, what, fmt::format("{:g}", value), allowed};
}
inline bool within(double value, double least, double most) {
    return value >= least && value <= most;
}

// What a feed runs over: category cable by gauge and pairs, or coax by its loop; its temperature.
struct FeedWords {
    Conductor conductor;
    int pairs = 2;
    double temperature_c = 20;
    double coax_ohm_per_m = 0;  // at 20 degrees C; 0: no coax
    double loop_ohm(double length_m, Working* working = nullptr) const;
};

Result<FeedWords> feed_words(Reader& read, const char* sum);

// Sums that count how many, or how much more: count_sums.cpp.
Result<Sum> adapter_sum(Reader& read);
Result<Sum> link_sum(Reader& read);
Result<Sum> supply_sum(Reader& read);
Result<Sum> extra_sum(Reader& read);

}  // namespace ovant
