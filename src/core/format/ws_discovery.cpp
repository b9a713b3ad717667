// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/ws_discovery.h"

#include <expat.h>
#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <map>
#include <memory>

#include "core/units/ipv4.h"
#include "core/format/xml_error.h"

namespace ovant {
namespace {

constexpr std::size_t most_in_a_field = 4096;
constexpr int most_depth = 40;
constexpr const char* video_type = "NetworkVideoTransmitter";
constexpr std::string_view name_scope = "onvif://www.onvif.org/name/";

constexpr const char* head =
    "<?xml version=\"1.0\" encoding=\"UTF-8\"?>"
    "<e:Envelope xmlns:e=\"http://www.w3.org/2003/05/soap-envelope\" "
    "xmlns:w=\"http://schemas.xmlsoap.org/ws/2004/08/addressing\" "
    "xmlns:d=\"http://schemas.xmlsoap.org/ws/2005/04/discovery\" "
    "xmlns:dn=\"http://www.onvif.org/ver10/network/wsdl\">";

// The text of each element that matters, by its local name; of several the first.
class Envelope {
public:
    explicit Envelope(XML_Parser parser) : parser_(parser) {
        XML_SetUserData(parser, this);
        XML_SetElementHandler(parser, on_start, on_end);
        XML_SetCharacterDataHandler(parser, on_text);
        XML_SetEntityDeclHandler(parser, on_entity);
    }
    std::optional<Error> read(std::string_view text) {
        const bool read =
            XML_Parse(parser_, text.data(), static_cast<int>(text.size()), 1) == XML_STATUS_OK;
        if (entity_) return Error{ErrorCode::not_possible, "", "entities of its own", ""};
        if (read) return std::nullopt;
        return Error{ErrorCode::not_xml, fmt::format("line {}", XML_GetCurrentLineNumber(parser_)),
                     why_no_xml(XML_GetErrorCode(parser_)), ""};
    }
    const std::string& of(const char* element) const {
        static const std::string none;
        const auto found = texts_.find(element);
        return found == texts_.end() ? none : found->second;
    }
    bool has(const char* element) const { return texts_.contains(element); }

private:
    static Envelope& self(void* data) { return *static_cast<Envelope*>(data); }
    static void on_start(void* data, const XML_Char* name, const XML_Char**) {
        Envelope& at = self(data);
        const std::string_view whole(name);
        const std::size_t space = whole.rfind(' ');
        std::string local(space == std::string_view::npos ? whole : whole.substr(space + 1));
        // The address of the device, not that of an endpoint to answer to.
        if (local == "Address" && !at.open_.empty() && at.open_.back() == "EndpointReference")
            local = "Device";
        at.open_.push_back(local);
        at.first_ = at.texts_.emplace(local, "").second;
        if (at.open_.size() > static_cast<std::size_t>(most_depth))
            XML_StopParser(at.parser_, XML_FALSE);
    }
    static void on_end(void* data, const XML_Char*) {
        self(data).open_.pop_back();
        self(data).first_ = false;
    }
    static void on_text(void* data, const XML_Char* text, int size) {
        Envelope& at = self(data);
        if (at.open_.empty() || !at.first_) return;
        std::string& into = at.texts_[at.open_.back()];
        const std::size_t room = most_in_a_field - std::min(most_in_a_field, into.size());
        into.append(text, std::min(room, static_cast<std::size_t>(size)));
    }
    static void on_entity(void* data, const XML_Char*, int, const XML_Char*, int, const XML_Char*,
                          const XML_Char*, const XML_Char*, const XML_Char*) {
        self(data).entity_ = true;
        XML_StopParser(self(data).parser_, XML_FALSE);
    }

    XML_Parser parser_;
    std::vector<std::string> open_;
    std::map<std::string, std::string> texts_;
    bool first_ = false;
    bool entity_ = false;
};

std::vector<std::string> words_in(const std::string& text) {
    std::vector<std::string> out;
    std::string word;
    for (char letter : text + " ") {
        if (!std::isspace(static_cast<unsigned char>(letter))) {
            word += letter;
        } else if (!word.empty()) {
            out.push_back(std::move(word));
            word.clear();
        }
    }
    return out;
}

int hex_digit(char letter) {
    if (letter >= '0' && letter <= '9') return letter - '0';
    const int low = std::tolower(static_cast<unsigned char>(letter));
    return low >= 'a' && low <= 'f' ? low - 'a' + 10 : -1;
}

std::string percent_decoded(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const int high = i + 2 < text.size() ? hex_digit(text[i + 1]) : -1;
        const int low = i + 2 < text.size() ? hex_digit(text[i + 2]) : -1;
        if (text[i] == '%' && high >= 0 && low >= 0) {
            out += static_cast<char>(high * 16 + low);
            i += 2;
        } else {
            out += text[i];
        }
    }
    // Names are printed: nothing that moves a cursor.
    std::erase_if(out, [](unsigned char letter) { return letter < 0x20 || letter == 0x7f; });
    return out;
}

// http://192.168.1.10:8080/x: the host, where it is an IPv4 address.
std::string host_of(const std::string& url) {
    const std::size_t scheme = url.find("://");
    if (scheme == std::string::npos) return "";
    const std::size_t from = scheme + 3;
    const std::string host = url.substr(from, url.find_first_of(":/?#", from) - from);
    return ipv4_in(host) ? host : "";
}

// The node of a version 1 UUID (RFC 4122, 4.1.6), unless it was drawn by chance.
std::string mac_in(const std::string& endpoint) {
    std::string digits;
    const std::size_t last = endpoint.rfind(':');
    for (char letter : endpoint.substr(last == std::string::npos ? 0 : last + 1)) {
        if (letter == '-') continue;
        if (hex_digit(letter) < 0) return "";
        digits += static_cast<char>(std::tolower(static_cast<unsigned char>(letter)));
    }
    if (digits.size() != 32 || digits[12] != '1') return "";
    const std::string node = digits.substr(20);
    if (hex_digit(node[1]) & 1) return "";
    std::string mac;
    for (std::size_t i = 0; i < node.size(); i += 2) mac += (i > 0 ? ":" : "") + node.substr(i, 2);
    return mac;
}

std::string escaped(const std::string& text) {
    std::string out;
    for (unsigned char letter : text) {
        const bool plain = std::isalnum(letter) || letter == '-' || letter == '_' || letter == '.';
        out += plain ? std::string(1, static_cast<char>(letter)) : fmt::format("%{:02X}", letter);
    }
    return out;
}

using Parser = std::unique_ptr<std::remove_pointer_t<XML_Parser>, decltype(&XML_ParserFree)>;

Parser parser() { return {XML_ParserCreateNS(nullptr, ' '), &XML_ParserFree}; }

}  // namespace

std::string message_id(std::uint64_t high, std::uint64_t low) {
    high = (high & ~0xf000ull) | 0x4000;
    low = (low & ~(3ull << 62)) | (2ull << 62);
    return fmt::format("uuid:{:08x}-{:04x}-{:04x}-{:04x}-{:012x}", high >> 32,
                       (high >> 16) & 0xffff, high & 0xffff, low >> 48, low & 0xffffffffffffull);
}

std::string probe_text(const std::string& message_id) {
    return fmt::format(
        "{}<e:Header><w:MessageID>{}</w:MessageID>"
        "<w:To e:mustUnderstand=\"true\">urn:schemas-xmlsoap-org:ws:2005:04:discovery</w:To>"
        "<w:Action e:mustUnderstand=\"true\">"
        "http://schemas.xmlsoap.org/ws/2005/04/discovery/Probe</w:Action></e:Header>"
        "<e:Body><d:Probe><d:Types>dn:{}</d:Types></d:Probe></e:Body></e:Envelope>",
        head, message_id, video_type);
}

Result<ProbeMatch> read_probe_match(std::string_view text) {
    if (text.size() > largest_answer_bytes)
        return Error{ErrorCode::too_large, "", fmt::format("{} bytes", text.size()),
                     fmt::format("{} bytes", largest_answer_bytes)};
    const Parser made = parser();
    Envelope envelope(made.get());
    if (std::optional<Error> wrong = envelope.read(text)) return *wrong;
    if (!envelope.has("ProbeMatch"))
        return Error{ErrorCode::not_possible, "", "this XML", "it answers no probe"};
    ProbeMatch out;
    for (const std::string& word : words_in(envelope.of("RelatesTo"))) out.relates_to = word;
    for (const std::string& url : words_in(envelope.of("XAddrs"))) {
        const std::string host = host_of(url);
        if (!host.empty() &&
            std::find(out.addresses.begin(), out.addresses.end(), host) == out.addresses.end())
            out.addresses.push_back(host);
    }
    for (const std::string& word : words_in(envelope.of("Device"))) out.mac = mac_in(word);
    for (const std::string& scope : words_in(envelope.of("Scopes"))) {
        if (scope.starts_with(name_scope) && out.name.empty())
            out.name = percent_decoded(std::string_view(scope).substr(name_scope.size()));
    }
    for (const std::string& type : words_in(envelope.of("Types"))) {
        const std::size_t colon = type.rfind(':');
        out.video =
            out.video || type.substr(colon == std::string::npos ? 0 : colon + 1) == video_type;
    }
    return out;
}

std::string probe_in(std::string_view text) {
    if (text.size() > largest_answer_bytes) return "";
    const Parser made = parser();
    Envelope envelope(made.get());
    if (envelope.read(text) || !envelope.has("Probe")) return "";
    const std::vector<std::string> ids = words_in(envelope.of("MessageID"));
    return ids.empty() ? "" : ids.front();
}

std::string probe_match_text(const std::string& relates_to, const StandInDevice& device) {
    std::string node = device.mac;
    std::erase(node, ':');
    // A version 1 UUID with the MAC as its node, or one that tells no MAC.
    const std::string endpoint = node.size() == 12
                                     ? "urn:uuid:00000000-0000-1000-8000-" + node
                                     : "urn:uuid:00000000-0000-4000-8000-000000000000";
    return fmt::format(
        "{}<e:Header><w:MessageID>{}</w:MessageID><w:RelatesTo>{}</w:RelatesTo>"
        "<w:Action>http://schemas.xmlsoap.org/ws/2005/04/discovery/ProbeMatches</w:Action>"
        "</e:Header><e:Body><d:ProbeMatches><d:ProbeMatch>"
        "<w:EndpointReference><w:Address>{}</w:Address></w:EndpointReference>"
        "<d:Types>dn:{}</d:Types><d:Scopes>{}{} onvif://www.onvif.org/type/video_encoder"
        "</d:Scopes><d:XAddrs>http://{}/onvif/device_service</d:XAddrs>"
        "<d:MetadataVersion>1</d:MetadataVersion>"
        "</d:ProbeMatch></d:ProbeMatches></e:Body></e:Envelope>",
        head, endpoint.substr(4), relates_to, endpoint, video_type, name_scope,
        escaped(device.name), device.address);
}

}  // namespace ovant
