// SPDX-License-Identifier: GPL-3.0-or-later
// WS-Discovery (OASIS 2005/04) as cameras speak it by the ONVIF profile: what is asked of a network
// and what answers. Text only; the sockets are in net/look.h. From memory of both.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/result.h"
#include "core/site/site.h"

namespace ovant {

inline constexpr const char* discovery_group = "239.255.255.250";
inline constexpr unsigned short discovery_port = 3702;
inline constexpr std::size_t largest_answer_bytes = 65535;  // of a datagram

// A version 4 UUID (RFC 4122) of these numbers, as "uuid:…".
std::string message_id(std::uint64_t high, std::uint64_t low);
std::string probe_text(const std::string& message_id);

// What one device says of itself. Its MAC is that of a version 1 UUID, where it has such a one.
struct ProbeMatch {
    std::string relates_to;              // the message it answers
    std::vector<std::string> addresses;  // IPv4, of the service addresses it gives
    std::string mac, name;
    bool video = false;  // says that it sends video
};
// Errors: too_large; not_xml with the line; not_possible for what is no answer to a probe. XML that
// declares entities of its own is refused.
Result<ProbeMatch> read_probe_match(std::string_view text);

// For the stand-in: the message of a probe, empty for anything else; and an answer to it.
std::string probe_in(std::string_view text);
struct StandInDevice {
    std::string address, mac, name;
};
std::string probe_match_text(const std::string& relates_to, const StandInDevice& device);

}  // namespace ovant
