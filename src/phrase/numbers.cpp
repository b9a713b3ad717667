// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/numbers.h"

#include "core/site/site.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/translate.h"

namespace ovant {
namespace {

int digits_of(double shown_value, Unit unit) {
    switch (unit) {
        case Unit::metre:
            return std::abs(shown_value) < 20 && shown_value != std::round(shown_value) ? 1 : 0;
        case Unit::ampere: return 3;
        case Unit::ohm: return 2;
        case Unit::square_millimetre:
        case Unit::money: return 2;
        case Unit::volt:
        case Unit::watt:
        case Unit::decibel:
        case Unit::decibel_milliwatt:
        case Unit::day:
        case Unit::hour:
        case Unit::millisecond:
        case Unit::megabit_per_second: return 1;
        case Unit::megahertz:
        case Unit::watt_hour:
        case Unit::celsius:
        case Unit::count:
        case Unit::poe_class:
        case Unit::percent: return 0;
        case Unit::wire_map:
        case Unit::symptom:
        case Unit::none: return 3;
    }
    return 1;
}

std::string wire_map_word(double value) {
    switch (static_cast<int>(std::clamp(value, -1.0, 9.0))) {
        case static_cast<int>(WireMap::straight): return said("straight through");
        case static_cast<int>(WireMap::open): return said("open");
        case static_cast<int>(WireMap::shorted): return said("shorted");
        case static_cast<int>(WireMap::crossed): return said("crossed");
        case static_cast<int>(WireMap::split): return said("split pair");
        default: return said("no wire map");
    }
}

std::string symptom_word(double value) {
    switch (static_cast<int>(std::clamp(value, -1.0, 9.0))) {
        case static_cast<int>(Symptom::well): return said("all well");
        case static_cast<int>(Symptom::dark): return said("dark, nothing lit");
        case static_cast<int>(Symptom::no_link): return said("lit, no link");
        case static_cast<int>(Symptom::no_picture): return said("link, no picture");
        case static_cast<int>(Symptom::restarts): return said("restarts");
        case static_cast<int>(Symptom::stutters): return said("stutters");
        default: return said("nothing that is seen");
    }
}

}  // namespace

std::string unit_name(Unit unit, UnitSystem system) {
    const bool imperial = system == UnitSystem::imperial;
    switch (unit) {
        case Unit::metre: return imperial ? "ft" : "m";
        case Unit::volt: return "V";
        case Unit::ampere: return "A";
        case Unit::watt: return "W";
        case Unit::ohm: return "Ω";
        case Unit::decibel: return "dB";
        case Unit::megabit_per_second: return "Mb/s";
        case Unit::celsius: return imperial ? "°F" : "°C";
        case Unit::square_millimetre: return "mm²";
        case Unit::percent: return "%";
        case Unit::decibel_milliwatt: return "dBm";
        case Unit::megahertz: return "MHz";
        case Unit::watt_hour: return "Wh";
        case Unit::day: return said("days");
        case Unit::hour: return "h";
        case Unit::millisecond: return "ms";
        default: return "";
    }
}

std::string shown_number(double value_si, Unit unit, UnitSystem system) {
    return shown_number(value_si, unit, system, 0);
}

std::string shown_number(double value_si, Unit unit, UnitSystem system, int more_digits) {
    const double value = to_shown(value_si, unit, system);
    if (unit == Unit::wire_map && std::isfinite(value)) return wire_map_word(value);
    if (unit == Unit::symptom && std::isfinite(value)) return symptom_word(value);
    if (std::isnan(value)) return said("none");
    if (std::isinf(value)) return said(value > 0 ? "endless" : "minus endless");
    // Whole rates and watts read better without ".0".
    const bool whole = value == std::round(value) && unit != Unit::money && std::abs(value) < 1e9;
    std::string text =
        fmt::format("{:.{}f}", value, whole ? 0 : digits_of(value, unit) + more_digits);
    if (text.starts_with("-") && text.find_first_not_of("-0.") == std::string::npos)
        text.erase(0, 1);
    return thousands_apart(std::move(text));
}

int digits_apart(double a, double b, Unit unit, UnitSystem system) {
    constexpr int most = 6;
    if (!std::isfinite(a) || !std::isfinite(b)) return 0;
    if (std::abs(a - b) <= 1e-9 * std::max(1.0, std::abs(b))) return 0;
    int more = 0;
    const auto read_back = [&](double value) {
        return *parse_quantity(shown_number(value, unit, system, more), unit, system);
    };
    while (more < most && read_back(a) == read_back(b)) ++more;
    return more < most ? more : 0;
}

std::string shown(double value_si, Unit unit, UnitSystem system) {
    return shown(value_si, unit, system, 0);
}

std::string shown(double value_si, Unit unit, UnitSystem system, int more_digits) {
    const std::string number = shown_number(value_si, unit, system, more_digits);
    const std::string name = unit_name(unit, system);
    if (name.empty() || std::isnan(value_si)) return number;
    return number + " " + name;
}

std::string value_of_limit(double value, double limit, Unit unit, UnitSystem system) {
    if (std::isnan(limit)) return std::isnan(value) ? "" : shown(value, unit, system);
    const int more = digits_apart(value, limit, unit, system);
    return told("{} of {}", shown_number(value, unit, system, more),
                shown(limit, unit, system, more));
}

std::string counted(std::size_t count, std::string_view word) {
    return fmt::format("{} {}{}", count, word, count == 1 ? "" : "s");
}

std::string listed(const std::vector<std::string>& ids) {
    constexpr std::size_t most = 6;
    std::string out;
    for (std::size_t i = 0; i < std::min(ids.size(), most); ++i) out += (i ? ", " : "") + ids[i];
    if (ids.size() > most) out += told(" and {} more", ids.size() - most);
    return out;
}

std::string summary_text(const Summary& sum, std::string_view between) {
    return told("{} {}{}{} tight{}{} {}{}{} unknown", sum.holds,
                sum.holds == 1 ? said("holds") : said("hold"), between, sum.tight, between,
                sum.fails, sum.fails == 1 ? said("fails") : said("fail"), between, sum.unknown);
}

std::string thousands_apart(std::string number) {
    const bool negative = number.starts_with("-");
    const std::size_t first = negative ? 1 : 0;
    for (std::size_t at = std::min(number.find('.'), number.size()); at > first + 3; at -= 3)
        number.insert(at - 3, "\u00a0");
    return number;
}

std::string shown_money(double amount, const std::string& currency) {
    const std::string text = thousands_apart(fmt::format("{:.2f}", amount));
    return currency.empty() ? text : text + " " + currency;
}

}  // namespace ovant
