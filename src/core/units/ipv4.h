// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses of the Internet Protocol, version 4, and the subnets they lie in (RFC 791, RFC 4632,
// from memory). Version 6 is recognised, to be shown; nothing is planned with it.
#pragma once

#include <compare>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace ovant {

struct Ipv4 {
    std::uint32_t value = 0;
    constexpr auto operator<=>(const Ipv4&) const = default;
};

// "192.168.10.34": four decimal numbers from 0 to 255, without zeros in front, which some programs
// read as octal; nullopt for all else.
std::optional<Ipv4> ipv4_in(std::string_view text);
std::string ipv4_text(Ipv4 address);

struct Ipv4Network {
    Ipv4 base;       // lowest address, the network's own
    int prefix = 0;  // bits, 0 to 32
    constexpr bool operator==(const Ipv4Network&) const = default;

    Ipv4 mask() const;
    Ipv4 broadcast() const;  // highest address
    // Where units can stand: all but the lowest and the highest; of /31 (RFC 3021) and /32 all.
    Ipv4 first_host() const;
    Ipv4 last_host() const;
    std::uint64_t hosts() const;
    bool contains(Ipv4 address) const;
    bool is_host(Ipv4 address) const;
    bool overlaps(const Ipv4Network& other) const;
};

// "192.168.10.0/24", or any address of it with its prefix or mask: "192.168.10.34/255.255.255.0".
// nullopt where address, prefix or mask are none.
std::optional<Ipv4Network> ipv4_network_in(std::string_view text);
std::string ipv4_network_text(const Ipv4Network& network);
// From the first to the last: "192.168.10.1-192.168.10.9", "192.168.10.1-9", or one alone. nullopt
// where either is none or they stand the wrong way round.
struct Ipv4Range {
    Ipv4 first, last;
    bool holds(Ipv4 address) const { return address >= first && address <= last; }
};
std::optional<Ipv4Range> ipv4_range_in(std::string_view text);
// As short as it can be written.
std::string ipv4_range_text(const Ipv4Range& range);
// The /24 around an address: what units come set to from the factory, common practice.
Ipv4Network usual_network_of(Ipv4 address);

// An address of version 6 as RFC 4291 writes it (from memory), with a zone or without.
bool is_ipv6(std::string_view text);

// "a4:14:37:00:01:0c" from 12 hexadecimal digits with colons, dashes, dots or nothing between;
// nullopt for all else.
std::optional<std::string> mac_in(std::string_view text);

}  // namespace ovant
