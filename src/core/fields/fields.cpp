// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fields/fields.h"

#include <fmt/format.h>

#include <algorithm>
#include <utility>

#include "core/units/ipv4.h"

namespace ovant {
namespace {

bool is_letter_or_digit(char c) {
    return (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9');
}

bool is_digit(char c) { return c >= '0' && c <= '9'; }

// Bytes of the letter that starts with this byte; 0 for none that can start one.
std::size_t letter_bytes(unsigned char first) {
    if (first < 0x80) return 1;
    if (first >= 0xc2 && first <= 0xdf) return 2;
    if (first >= 0xe0 && first <= 0xef) return 3;
    if (first >= 0xf0 && first <= 0xf4) return 4;
    return 0;
}

// Overlong forms, surrogates and what lies past the last letter (Unicode 15, table 3-7).
bool second_byte_fits(unsigned char first, unsigned char second) {
    switch (first) {
        case 0xe0: return second >= 0xa0 && second <= 0xbf;
        case 0xed: return second >= 0x80 && second <= 0x9f;
        case 0xf0: return second >= 0x90 && second <= 0xbf;
        case 0xf4: return second >= 0x80 && second <= 0x8f;
        default: return second >= 0x80 && second <= 0xbf;
    }
}

std::string plain(double value) {
    if (value == std::round(value) && std::abs(value) < 1e15) return fmt::format("{:.0f}", value);
    return fmt::format("{:g}", value);
}

}  // namespace

std::optional<std::size_t> letters_in(std::string_view text) {
    std::size_t letters = 0;
    for (std::size_t i = 0; i < text.size(); ++letters) {
        const auto first = static_cast<unsigned char>(text[i]);
        const std::size_t bytes = letter_bytes(first);
        if (bytes == 0 || i + bytes > text.size()) return std::nullopt;
        for (std::size_t k = 1; k < bytes; ++k) {
            const auto byte = static_cast<unsigned char>(text[i + k]);
            const bool fits = k == 1 ? second_byte_fits(first, byte) : byte >= 0x80 && byte <= 0xbf;
            if (!fits) return std::nullopt;
        }
        i += bytes;
    }
    return letters;
}

bool is_id(std::string_view text) {
    if (text.empty() || text.size() > most_id_letters || !is_letter_or_digit(text.front()))
        return false;
    return std::all_of(text.begin(), text.end(), [](char c) {
        return is_letter_or_digit(c) || c == '.' || c == '-' || c == '_';
    });
}

bool is_date(std::string_view text) {
    if (text.size() != 10 || text[4] != '-' || text[7] != '-') return false;
    for (std::size_t i : {0, 1, 2, 3, 5, 6, 8, 9}) {
        if (!is_digit(text[i])) return false;
    }
    const auto number = [&](std::size_t from, std::size_t count) {
        int value = 0;
        for (std::size_t i = from; i < from + count; ++i) value = value * 10 + (text[i] - '0');
        return value;
    };
    const int year = number(0, 4), month = number(5, 2), day = number(8, 2);
    if (year < 1000 || year > 2999 || month < 1 || month > 12 || day < 1) return false;
    const bool leap = (year % 4 == 0 && year % 100 != 0) || year % 400 == 0;
    const int days[] = {31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
    return day <= days[month - 1];
}

namespace {

// A day and a time of the clock on the wall: 2027-01-15T14:05.
bool is_moment(std::string_view text) {
    if (text.size() != 16 || text[10] != 'T' || text[13] != ':' || !is_date(text.substr(0, 10)))
        return false;
    for (std::size_t i : {11, 12, 14, 15}) {
        if (!is_digit(text[i])) return false;
    }
    const int hour = (text[11] - '0') * 10 + text[12] - '0';
    const int minute = (text[14] - '0') * 10 + text[15] - '0';
    return hour < 24 && minute < 60;
}

}  // namespace

bool is_written(Form form, std::string_view text) {
    switch (form) {
        case Form::ipv4: return ipv4_in(text).has_value();
        case Form::ip: return ipv4_in(text) || is_ipv6(text);
        case Form::ipv4_network: {
            const std::optional<Ipv4Network> network = ipv4_network_in(text);
            return network && ipv4_network_text(*network) == text;
        }
        case Form::mac: return mac_in(text) == text;
        case Form::moment: return is_moment(text);
    }
    return false;
}

std::string_view allowed_form(Form form) {
    switch (form) {
        case Form::ipv4: return "an address like 192.168.10.34";
        case Form::ip: return "an address like 192.168.10.34 or fe80::1";
        case Form::ipv4_network: return "a network by its lowest address, like 192.168.10.0/24";
        case Form::mac: return "a MAC like 02:00:5e:10:00:1c";
        case Form::moment: return "a day and time like 2027-01-15T14:05";
    }
    return "";
}

std::string_view form_pattern(Form form) {
    switch (form) {
        case Form::ip: return "^[0-9a-fA-F.:]{2,45}(%.+)?$";
        case Form::ipv4: return "^([0-9]{1,3}\\.){3}[0-9]{1,3}$";
        case Form::ipv4_network: return "^([0-9]{1,3}\\.){3}[0-9]{1,3}/[0-9]{1,2}$";
        case Form::mac: return "^([0-9a-f]{2}:){5}[0-9a-f]{2}$";
        case Form::moment: return "^[12][0-9]{3}-[01][0-9]-[0-3][0-9]T[0-2][0-9]:[0-5][0-9]$";
    }
    return "";
}

std::string_view unit_of_field(std::string_view key) {
    constexpr std::pair<std::string_view, std::string_view> endings[] = {{"_mm_per_h", "mm/h"},
                                                                         {"_kelvin_per_w", "K/W"},
                                                                         {"_ohm_per_m", "ohm/m"},
                                                                         {"_per_m", ""},
                                                                         {"_per_h", ""},
                                                                         {"_per_100m", "h"},
                                                                         {"_dbm", "dBm"},
                                                                         {"_dbi", "dBi"},
                                                                         {"_db", "dB"},
                                                                         {"_wh", "Wh"},
                                                                         {"_mhz", "MHz"},
                                                                         {"_mbps", "Mb/s"},
                                                                         {"_ohm", "ohm"},
                                                                         {"_volts", "V"},
                                                                         {"_px", "pixels"},
                                                                         {"_nm", "nm"},
                                                                         {"_deg", "degrees"},
                                                                         {"_min", "min"},
                                                                         {"_c", "°C"},
                                                                         {"_w", "W"},
                                                                         {"_v", "V"},
                                                                         {"_m", "m"},
                                                                         {"_h", "h"},
                                                                         {"_s", "s"}};
    for (const auto& [ending, unit] : endings) {
        if (key.ends_with(ending) || key == ending.substr(1)) return unit;
    }
    return "";
}

std::string allowed_number(std::string_view key, Range range, bool whole) {
    const std::string_view unit = unit_of_field(key);
    return fmt::format("a {} from {} to {}{}{}", whole ? "whole number" : "number",
                       plain(range.least), plain(range.most), unit.empty() ? "" : " ", unit);
}

std::string allowed_text(std::size_t most_letters, Need need) {
    return fmt::format("text of {}{} letters", need == Need::yes ? "1 to " : "at most ",
                       most_letters);
}

std::string allowed_words(const std::vector<std::string_view>& words) {
    std::string out = words.size() == 1 ? "" : "one of ";
    for (std::size_t i = 0; i < words.size(); ++i) {
        if (i > 0) out += ", ";
        out += words[i];
    }
    return out;
}

std::string shown_value(std::string_view text) {
    constexpr std::size_t most = 40;
    std::string out;
    for (char c : text.substr(0, most)) {
        out += static_cast<unsigned char>(c) < 0x20 || c == 0x7f ? '?' : c;
    }
    // A letter cut through its middle goes whole.
    while (!out.empty() && !letters_in(out)) out.pop_back();
    if (text.size() > out.size()) out += "…";
    const bool bare = !out.empty() && out.find(' ') == std::string::npos;
    return bare ? out : fmt::format("“{}”", out);
}

std::string shown_value(double value) { return plain(value); }

}  // namespace ovant
