// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/ipv4.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>

namespace ovant {
namespace {

bool is_digit(char c) { return c >= '0' && c <= '9'; }
bool is_hex(char c) { return std::isxdigit(static_cast<unsigned char>(c)) != 0; }

// A decimal number of 1 to 3 digits at the front of `text`, which loses it.
std::optional<std::uint32_t> number_at_front(std::string_view& text, std::uint32_t most) {
    std::size_t digits = 0;
    std::uint32_t value = 0;
    while (digits < text.size() && digits < 3 && is_digit(text[digits]))
        value = value * 10 + static_cast<std::uint32_t>(text[digits++] - '0');
    if (digits == 0 || (digits > 1 && text[0] == '0') || value > most) return std::nullopt;
    text.remove_prefix(digits);
    return value;
}

std::uint32_t mask_of(int prefix) { return prefix == 0 ? 0 : ~std::uint32_t{0} << (32 - prefix); }

// How many bits stand in front of a mask; nullopt for one with holes.
std::optional<int> prefix_of(Ipv4 mask) {
    for (int prefix = 0; prefix <= 32; ++prefix) {
        if (mask_of(prefix) == mask.value) return prefix;
    }
    return std::nullopt;
}

}  // namespace

std::optional<Ipv4> ipv4_in(std::string_view text) {
    std::uint32_t value = 0;
    for (int part = 0; part < 4; ++part) {
        if (part > 0) {
            if (text.empty() || text[0] != '.') return std::nullopt;
            text.remove_prefix(1);
        }
        const std::optional<std::uint32_t> byte = number_at_front(text, 255);
        if (!byte) return std::nullopt;
        value = value << 8 | *byte;
    }
    return text.empty() ? std::optional(Ipv4{value}) : std::nullopt;
}

std::string ipv4_text(Ipv4 address) {
    const std::uint32_t v = address.value;
    return fmt::format("{}.{}.{}.{}", v >> 24, v >> 16 & 255, v >> 8 & 255, v & 255);
}

Ipv4 Ipv4Network::mask() const { return {mask_of(prefix)}; }
Ipv4 Ipv4Network::broadcast() const { return {base.value | ~mask_of(prefix)}; }
Ipv4 Ipv4Network::first_host() const { return prefix >= 31 ? base : Ipv4{base.value + 1}; }
Ipv4 Ipv4Network::last_host() const {
    return prefix >= 31 ? broadcast() : Ipv4{broadcast().value - 1};
}
std::uint64_t Ipv4Network::hosts() const {
    return std::uint64_t{last_host().value} - first_host().value + 1;
}
bool Ipv4Network::contains(Ipv4 address) const {
    return (address.value & mask_of(prefix)) == base.value;
}
bool Ipv4Network::is_host(Ipv4 address) const {
    return address >= first_host() && address <= last_host();
}
bool Ipv4Network::overlaps(const Ipv4Network& other) const {
    return contains(other.base) || other.contains(base);
}

std::optional<Ipv4Network> ipv4_network_in(std::string_view text) {
    const std::size_t slash = text.find('/');
    if (slash == std::string_view::npos) return std::nullopt;
    const std::optional<Ipv4> address = ipv4_in(text.substr(0, slash));
    std::string_view behind = text.substr(slash + 1);
    if (!address) return std::nullopt;
    std::optional<int> prefix;
    if (const std::optional<Ipv4> mask = ipv4_in(behind)) {
        prefix = prefix_of(*mask);
    } else if (const auto bits = number_at_front(behind, 32); bits && behind.empty()) {
        prefix = static_cast<int>(*bits);
    }
    if (!prefix) return std::nullopt;
    return Ipv4Network{{address->value & mask_of(*prefix)}, *prefix};
}

std::string ipv4_network_text(const Ipv4Network& network) {
    return fmt::format("{}/{}", ipv4_text(network.base), network.prefix);
}

std::optional<Ipv4Range> ipv4_range_in(std::string_view text) {
    const std::size_t dash = std::min(text.find('-'), text.size());
    const std::optional<Ipv4> first = ipv4_in(text.substr(0, dash));
    std::optional<Ipv4> last = dash == text.size() ? first : ipv4_in(text.substr(dash + 1));
    if (first && !last) {
        std::string_view behind = text.substr(dash + 1);
        if (const auto byte = number_at_front(behind, 255); byte && behind.empty())
            last = Ipv4{(first->value & ~std::uint32_t{255}) | *byte};
    }
    if (!first || !last || *last < *first) return std::nullopt;
    return Ipv4Range{*first, *last};
}

std::string ipv4_range_text(const Ipv4Range& range) {
    if (range.first == range.last) return ipv4_text(range.first);
    const bool near = range.first.value >> 8 == range.last.value >> 8;
    return fmt::format("{}-{}", ipv4_text(range.first),
                       near ? std::to_string(range.last.value & 255) : ipv4_text(range.last));
}

Ipv4Network usual_network_of(Ipv4 address) { return {{address.value & mask_of(24)}, 24}; }

bool is_ipv6(std::string_view text) {
    if (const std::size_t zone = text.find('%'); zone != std::string_view::npos) {
        if (zone + 1 == text.size()) return false;
        text = text.substr(0, zone);
    }
    int groups = 0;
    bool gap = false;
    if (text.starts_with("::")) {
        gap = true;
        text.remove_prefix(2);
        if (text.empty()) return true;
    }
    while (true) {
        if (groups <= 6 && text.find('.') != std::string_view::npos &&
            text.find(':') == std::string_view::npos) {
            if (!ipv4_in(text)) return false;
            groups += 2;  // the last 32 bits written as version 4
            break;
        }
        std::size_t digits = 0;
        while (digits < text.size() && is_hex(text[digits])) ++digits;
        if (digits == 0 || digits > 4) return false;
        ++groups;
        text.remove_prefix(digits);
        if (text.empty()) break;
        if (text[0] != ':') return false;
        text.remove_prefix(1);
        if (text.starts_with(":")) {
            if (gap) return false;
            gap = true;
            text.remove_prefix(1);
            if (text.empty()) break;
        }
        if (groups > 8) return false;
    }
    return gap ? groups < 8 : groups == 8;
}

std::optional<std::string> mac_in(std::string_view text) {
    std::string digits;
    char between = 0;
    std::size_t since = 0;
    for (const char c : text) {
        if (is_hex(c)) {
            digits += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
            ++since;
            continue;
        }
        if (c != ':' && c != '-' && c != '.') return std::nullopt;
        if (between != 0 && c != between) return std::nullopt;
        between = c;
        if (since != (c == '.' ? 4u : 2u)) return std::nullopt;
        since = 0;
    }
    if (digits.size() != 12 || (between != 0 && since != (between == '.' ? 4u : 2u)))
        return std::nullopt;
    std::string out;
    for (std::size_t i = 0; i < 12; i += 2) {
        if (i > 0) out += ':';
        out += digits.substr(i, 2);
    }
    return out;
}

}  // namespace ovant
