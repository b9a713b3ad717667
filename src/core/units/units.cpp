// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/units.h"
#include "core/text.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <numbers>
#include <optional>

namespace ovant {
namespace {

struct Suffix {
    std::string_view text;
    Unit unit;
    double factor;
};

constexpr std::array suffixes{
    Suffix{"m", Unit::metre, 1.0},
    Suffix{"km", Unit::metre, 1000.0},
    Suffix{"cm", Unit::metre, 0.01},
    Suffix{"ft", Unit::metre, metres_per_foot},
    Suffix{"'", Unit::metre, metres_per_foot},
    Suffix{"feet", Unit::metre, metres_per_foot},
    Suffix{"in", Unit::metre, metres_per_foot / 12},
    Suffix{"yd", Unit::metre, metres_per_foot * 3},
    Suffix{"mi", Unit::metre, metres_per_foot * 5280},
    Suffix{"mile", Unit::metre, metres_per_foot * 5280},
    Suffix{"miles", Unit::metre, metres_per_foot * 5280},
    Suffix{"v", Unit::volt, 1.0},
    Suffix{"a", Unit::ampere, 1.0},
    Suffix{"ma", Unit::ampere, 0.001},
    Suffix{"w", Unit::watt, 1.0},
    Suffix{"kw", Unit::watt, 1000.0},
    Suffix{"mw", Unit::watt, 0.001},
    Suffix{"ohm", Unit::ohm, 1.0},
    Suffix{"\u03a9", Unit::ohm, 1.0},
    Suffix{"db", Unit::decibel, 1.0},
    Suffix{"mb/s", Unit::megabit_per_second, 1.0},
    Suffix{"mbps", Unit::megabit_per_second, 1.0},
    Suffix{"mbit/s", Unit::megabit_per_second, 1.0},
    Suffix{"b/s", Unit::megabit_per_second, 1e-6},
    Suffix{"bps", Unit::megabit_per_second, 1e-6},
    Suffix{"bit/s", Unit::megabit_per_second, 1e-6},
    Suffix{"kb/s", Unit::megabit_per_second, 0.001},
    Suffix{"kbps", Unit::megabit_per_second, 0.001},
    Suffix{"kbit/s", Unit::megabit_per_second, 0.001},
    Suffix{"gb/s", Unit::megabit_per_second, 1000.0},
    Suffix{"gbps", Unit::megabit_per_second, 1000.0},
    Suffix{"gbit/s", Unit::megabit_per_second, 1000.0},
    Suffix{"mm2", Unit::square_millimetre, 1.0},
    Suffix{"mm\u00b2", Unit::square_millimetre, 1.0},
    Suffix{"%", Unit::percent, 1.0},
    Suffix{"dbm", Unit::decibel_milliwatt, 1.0},
    Suffix{"mhz", Unit::megahertz, 1.0},
    Suffix{"ghz", Unit::megahertz, 1000.0},
    Suffix{"wh", Unit::watt_hour, 1.0},
    Suffix{"kwh", Unit::watt_hour, 1000.0},
    Suffix{"h", Unit::hour, 1.0},
    Suffix{"min", Unit::hour, 1.0 / 60},
    Suffix{"ms", Unit::millisecond, 1.0},
    Suffix{"s", Unit::millisecond, 1000.0},
};

std::string_view wanted(Unit unit) {
    switch (unit) {
        case Unit::metre: return "m";
        case Unit::volt: return "V";
        case Unit::ampere: return "A";
        case Unit::watt: return "W";
        case Unit::ohm: return "Ω";
        case Unit::megabit_per_second: return "Mb/s";
        case Unit::celsius: return "°C";
        case Unit::square_millimetre: return "mm²";
        case Unit::percent: return "%";
        case Unit::decibel: return "dB";
        case Unit::decibel_milliwatt: return "dBm";
        case Unit::megahertz: return "MHz";
        case Unit::watt_hour: return "Wh";
        case Unit::hour: return "h";
        case Unit::millisecond: return "ms";
        default: return "";
    }
}

// "13 942.25" as shown, with whichever space between the threes, is one number.
void close_thousands(std::string& body) {
    constexpr std::string_view spaces[] = {" ", "\u00a0", "\u202f", "\u2009"};
    const auto digits_at = [&](std::size_t at) {
        const std::size_t end = std::min(body.find_first_not_of("0123456789", at), body.size());
        return end - std::min(at, end);
    };
    std::size_t at = !body.empty() && body.front() == '-' ? 1 : 0;
    const std::size_t first = digits_at(at);
    if (first == 0 || first > 3 || body[at] == '0') return;
    for (at += first; at < body.size();) {
        std::size_t gap = 0;
        for (std::string_view space : spaces) {
            if (std::string_view(body).substr(at).starts_with(space)) gap = space.size();
        }
        if (gap == 0 || digits_at(at + gap) != 3) return;
        body.erase(at, gap);
        at += 3;
    }
}

// Hours as a clock shows them, "14:30"; none where it is not written so.
std::optional<double> clock_hours(std::string_view text) {
    const std::size_t colon = text.find(':');
    if (colon == std::string_view::npos || colon == 0 || text.size() != colon + 3) return {};
    int hours = 0, minutes = 0;
    const char* end = text.data() + text.size();
    const auto [to_colon, h] = std::from_chars(text.data(), text.data() + colon, hours);
    const auto [to_end, m] = std::from_chars(text.data() + colon + 1, end, minutes);
    const bool is_clock = h == std::errc() && m == std::errc() && to_end == end &&
                          to_colon == text.data() + colon && hours >= 0 && minutes >= 0 &&
                          minutes < 60;
    if (!is_clock) return {};
    return hours + minutes / 60.0;
}

}  // namespace

Result<double> parse_quantity(std::string_view text, Unit unit, UnitSystem system) {
    std::string body = lowered(trimmed(text));
    if (std::count(body.begin(), body.end(), ',') == 1 && body.find('.') == std::string::npos) {
        std::replace(body.begin(), body.end(), ',', '.');
    }
    if (!body.empty() && body.front() == '+') body.erase(0, 1);
    if (unit == Unit::hour) {
        if (const auto hours = clock_hours(body)) return *hours;
    }
    close_thousands(body);
    double number = 0;
    const auto [end, code] = std::from_chars(body.data(), body.data() + body.size(), number);
    if (code != std::errc{} || !std::isfinite(number)) {
        return Error{ErrorCode::bad_number, "", std::string(text), ""};
    }
    const std::string suffix(
        trimmed(std::string_view(end, static_cast<std::size_t>(body.data() + body.size() - end))));
    if (suffix.empty()) return from_shown(number, unit, system);
    if (unit == Unit::celsius) {
        if (suffix == "c" || suffix == "\u00b0c") return number;
        if (suffix == "f" || suffix == "\u00b0f") return (number - 32) / 1.8;
    }
    if (unit == Unit::square_millimetre && suffix == "awg" && number >= 0 && number <= 40) {
        return awg_area_mm2(number);
    }
    // Bytes by their capital B: what counts bits has a small one.
    const bool bytes = unit == Unit::megabit_per_second &&
                       (trimmed(text).ends_with("B/s") || trimmed(text).ends_with("Bps"));
    for (const Suffix& known : suffixes) {
        if (known.unit == unit && known.text == suffix)
            return number * known.factor * (bytes ? 8 : 1);
    }
    return Error{ErrorCode::bad_unit, "", std::string(text), std::string(wanted(unit))};
}

double to_shown(double value_si, Unit unit, UnitSystem system) {
    if (system == UnitSystem::imperial) {
        if (unit == Unit::metre) return value_si / metres_per_foot;
        if (unit == Unit::celsius) return value_si * 1.8 + 32;
    }
    return value_si;
}

double from_shown(double shown_value, Unit unit, UnitSystem system) {
    if (system == UnitSystem::imperial) {
        if (unit == Unit::metre) return shown_value * metres_per_foot;
        if (unit == Unit::celsius) return (shown_value - 32) / 1.8;
    }
    return shown_value;
}

double awg_diameter_m(double awg) { return 0.127e-3 * std::pow(92.0, (36.0 - awg) / 39.0); }

double awg_area_mm2(double awg) {
    const double diameter_mm = awg_diameter_m(awg) * 1e3;
    return std::numbers::pi / 4 * diameter_mm * diameter_mm;
}

}  // namespace ovant
