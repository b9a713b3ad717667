// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/address_files.h"

#include <expat.h>
#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <map>
#include <memory>
#include <set>
#include <type_traits>

#include "core/assess/address_checks.h"
#include "core/fields/fields.h"
#include "core/format/csv_text.h"
#include "core/look_up.h"
#include "core/prove/addresses.h"
#include "core/site/site_enum_names.h"
#include "core/site/site_fields.h"
#include "core/text.h"
#include "core/format/xml_error.h"

namespace ovant {
namespace {

constexpr std::size_t most_lines_told = 200;

bool is_address(std::string_view text) { return ipv4_in(text) || is_ipv6(text); }

// Nobody stands at an address for all or for many, or at a MAC of nothing.
bool is_somebody(const SeenAddress& seen) {
    if (const auto v4 = ipv4_in(seen.address)) {
        if (v4->value >= 0xe0000000u || v4->value >> 24 == 0 || v4->value >> 24 == 127)
            return false;
    } else {
        const std::string low = lowered(seen.address);
        if (low.starts_with("ff") || low == "::" || low == "::1") return false;
    }
    return seen.mac != "00:00:00:00:00:00" && seen.mac != "ff:ff:ff:ff:ff:ff";
}

class Scan {
public:
    bool full() const { return read_.found.size() >= most_seen; }
    void add(SeenAddress seen) {
        if (!is_somebody(seen) || full()) return;
        const auto [at, is_new] = index_.emplace(seen.address, read_.found.size());
        if (is_new) return read_.found.push_back(std::move(seen));
        SeenAddress& kept = read_.found[at->second];
        if (kept.mac.empty()) kept.mac = std::move(seen.mac);
        if (kept.name.empty()) kept.name = std::move(seen.name);
    }
    void fail(std::size_t line, std::string_view text, std::string detail) {
        if (read_.lines.size() < most_lines_told)
            read_.lines.push_back({ErrorCode::bad_value, fmt::format("line {}", line),
                                   shown_value(text), std::move(detail)});
    }
    ScanRead take() { return std::move(read_); }

private:
    ScanRead read_;
    std::map<std::string, std::size_t> index_;
};

// A name as it may be kept: what is longer or no UTF-8 is cut off.
std::string name_from(std::string_view text) {
    const auto letters = letters_in(text);
    return letters && *letters <= most_name_letters ? std::string(text) : "";
}

// Letters, digits, dots and dashes: anything else could end the line of a configuration file.
bool is_domain(std::string_view text) {
    return !text.empty() && std::all_of(text.begin(), text.end(), [](char c) {
        return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '.' || c == '-';
    });
}

// XML of nmap: only hosts that are up, with their addresses and first name.
class NmapReader {
public:
    explicit NmapReader(XML_Parser parser) : parser_(parser) {
        XML_SetUserData(parser, this);
        XML_SetElementHandler(parser, on_start, on_end);
        XML_SetEntityDeclHandler(parser, on_entity);
    }

    Result<ScanRead> read(std::string_view text) {
        const bool parsed =
            XML_Parse(parser_, text.data(), static_cast<int>(text.size()), 1) == XML_STATUS_OK;
        const std::string line = fmt::format("line {}", XML_GetCurrentLineNumber(parser_));
        if (has_entity_)
            return Error{ErrorCode::not_xml, line, "it declares entities of its own", "the scan"};
        if (too_deep_) return Error{ErrorCode::not_xml, line, "it is nested too deep", "the scan"};
        if (!parsed)
            return Error{ErrorCode::not_xml, line, why_no_xml(XML_GetErrorCode(parser_)),
                         "the scan"};
        return scan_.take();
    }

private:
    static constexpr int deepest = 100;

    static NmapReader& of(void* data) { return *static_cast<NmapReader*>(data); }
    static void on_start(void* data, const char* name, const char** attributes) {
        of(data).start(name, attributes);
    }
    static void on_end(void* data, const char* name) { of(data).end(name); }
    static void on_entity(void* data, const char*, int, const char*, int, const char*, const char*,
                          const char*, const char*) {
        of(data).has_entity_ = true;
        XML_StopParser(of(data).parser_, XML_FALSE);
    }

    void start(std::string_view element, const char** attributes) {
        if (++depth_ > deepest) {
            too_deep_ = true;
            XML_StopParser(parser_, XML_FALSE);
            return;
        }
        const auto value = [&](std::string_view name) -> std::string_view {
            for (std::size_t i = 0; attributes[i]; i += 2) {
                if (attributes[i] == name) return attributes[i + 1];
            }
            return {};
        };
        if (element == "host") {
            host_ = {};
            is_up_ = true;
        } else if (element == "status") {
            is_up_ = value("state") != "down";
        } else if (element == "address") {
            const std::string_view type = value("addrtype");
            if (type == "mac")
                host_.mac = mac_in(value("addr")).value_or("");
            else if (is_address(value("addr")) && (host_.address.empty() || type == "ipv4"))
                host_.address = value("addr");
        } else if (element == "hostname" && host_.name.empty()) {
            host_.name = name_from(value("name"));
        }
    }
    void end(std::string_view element) {
        --depth_;
        if (element == "host" && is_up_ && !host_.address.empty()) scan_.add(host_);
    }

    XML_Parser parser_;
    Scan scan_;
    SeenAddress host_;
    int depth_ = 0;
    bool is_up_ = true, has_entity_ = false, too_deep_ = false;
};

Result<ScanRead> read_xml(std::string_view text) {
    const std::unique_ptr<std::remove_pointer_t<XML_Parser>, decltype(&XML_ParserFree)> parser(
        XML_ParserCreate(nullptr), &XML_ParserFree);
    return NmapReader(parser.get()).read(text);
}

Result<ScanRead> read_csv(const CsvRows& csv) {
    Scan scan;
    std::map<std::string, std::size_t> columns;
    for (std::size_t i = 0; i < csv.rows[0].cells.size(); ++i) {
        const std::string name = lowered(csv.rows[0].cells[i]);
        const bool address = name == "address" || name == "ip" || name == "ip address" ||
                             name == "ipv4 address" || name == "ipv4";
        columns.emplace(address                                        ? "address"
                        : name == "mac address" || name == "hwaddress" ? "mac"
                        : name == "hostname" || name == "host"         ? "name"
                                                                       : name,
                        i);
    }
    if (!columns.contains("address"))
        return Error{ErrorCode::missing_field, "line 1", "address", "address, mac, name"};
    for (std::size_t i = 1; i < csv.rows.size(); ++i) {
        const CsvRow& row = csv.rows[i];
        const auto cell = [&](const char* column) -> std::string {
            const auto found = columns.find(column);
            return found == columns.end() || found->second >= row.cells.size()
                       ? ""
                       : row.cells[found->second];
        };
        SeenAddress seen;
        seen.address = cell("address");
        if (seen.address.empty()) continue;
        if (!is_address(seen.address)) {
            scan.fail(row.line, seen.address, std::string(allowed_form(Form::ip)));
            continue;
        }
        const std::string mac = cell("mac");
        seen.mac = mac_in(mac).value_or("");
        if (seen.mac.empty() && !mac.empty())
            scan.fail(row.line, mac, std::string(allowed_form(Form::mac)));
        seen.name = name_from(cell("name"));
        scan.add(std::move(seen));
    }
    if (csv.unclosed > 0) {
        ScanRead read = scan.take();
        read.lines.push_back({ErrorCode::open_quote, fmt::format("line {}", csv.unclosed), "", ""});
        return read;
    }
    return scan.take();
}

// One line of a table of neighbours: the first address and the first MAC in it, in whatever column.
void read_line(std::string_view line, std::size_t number, Scan& scan) {
    SeenAddress seen;
    std::string_view before;
    bool unanswered = false;
    for (std::size_t at = 0; at < line.size();) {
        const std::size_t from = line.find_first_not_of(" \t\r", at);
        if (from == std::string_view::npos) break;
        at = std::min(line.find_first_of(" \t\r", from), line.size());
        std::string_view word = line.substr(from, at - from);
        const std::string low = lowered(word);
        unanswered = unanswered || low == "failed" || low == "incomplete" ||
                     low == "(incomplete)" || low == "<incomplete>";
        const bool bracketed = word.size() > 2 && word.front() == '(' && word.back() == ')';
        if (bracketed) word = word.substr(1, word.size() - 2);
        if (seen.address.empty() && is_address(word)) {
            seen.address = word;
            if (bracketed && before != "?") seen.name = name_from(before);
        } else if (seen.mac.empty() && word.size() >= 12) {
            seen.mac = mac_in(word).value_or("");
        }
        before = word;
    }
    if (seen.address.empty()) return scan.fail(number, line, "no address is in it");
    if (!unanswered) scan.add(std::move(seen));
}

Result<ScanRead> read_lines(std::string_view text) {
    Scan scan;
    std::size_t number = 0;
    while (!text.empty() && !scan.full()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        const std::string_view line = text.substr(0, end);
        text.remove_prefix(std::min(end + 1, text.size()));
        ++number;
        if (line.find_first_not_of(" \t\r") != std::string_view::npos)
            read_line(line, number, scan);
    }
    return scan.take();
}

}  // namespace

Result<ScanRead> read_scan(std::string_view text) {
    if (text.size() > largest_scan_bytes)
        return Error{ErrorCode::too_large, "", fmt::format("{} MB", text.size() >> 20), "64 MB"};
    const std::size_t first = std::min(text.find_first_not_of(" \t\r\n\xef\xbb\xbf"), text.size());
    Result<ScanRead> read = [&]() -> Result<ScanRead> {
        if (first < text.size() && text[first] == '<') return read_xml(text.substr(first));
        const std::string_view head = text.substr(first, text.find('\n', first) - first);
        const std::string low = lowered(head);
        const bool table = head.find_first_of(",;") != std::string_view::npos &&
                           (low.find("addr") != std::string::npos || low.starts_with("ip"));
        if (table) return read_csv(csv_rows(text.substr(first)));
        return read_lines(text);
    }();
    if (read && read->found.empty() && read->lines.empty())
        return Error{ErrorCode::not_possible, "", "the scan", "no address is in it"};
    return read;
}

std::string addresses_csv(const Network& net) {
    std::string out =
        "unit,name,place,kind,address,subnet,vlan,mac,serial,firmware,state,recorder,channel,who,"
        "when\n";
    for (const AddressRow& row : address_rows(net, AddressOrder::by_place)) {
        const Device& device = net.device(row.device);
        const OnNetwork& own = or_nothing(device.on_network);
        const Place* place = net.place_of(row.device);
        const bool camera = net.kind(row.device).category == Category::camera;
        out += fmt::format(
            "{},{},{},{},{},{},{},{},{},{},{},{},{},{},{}\n", csv_cell(device.id),
            csv_cell(device.name), csv_cell(place ? place->name : ""), csv_cell(device.kind),
            own.address, row.subnet ? csv_cell(row.subnet->name) : "",
            row.subnet && row.subnet->vlan > 0 ? std::to_string(row.subnet->vlan) : "", own.mac,
            csv_cell(own.serial), csv_cell(own.firmware), name_of(own.state),
            camera && row.recorder ? csv_cell(net.device(row.recorder).id) : "",
            own.recorder_channel > 0 ? std::to_string(own.recorder_channel) : "", csv_cell(own.who),
            own.when);
    }
    return out;
}

std::string dnsmasq_hosts(const Network& net) {
    std::string out = "# Made by Ovant. Names are the ids of the site.\n";
    for (const Subnet& subnet : net.site->subnets) {
        const auto range = handed_out(subnet);
        const auto network = ipv4_network_in(subnet.network);
        if (!range || !network) continue;
        out += fmt::format("dhcp-range={},{},{},12h\n", ipv4_text(range->first),
                           ipv4_text(range->last), ipv4_text(network->mask()));
    }
    for (const AddressRow& row : address_rows(net, AddressOrder::by_place)) {
        const Device& device = net.device(row.device);
        const OnNetwork& own = or_nothing(device.on_network);
        if (own.address.empty()) continue;
        // A dot would begin a domain, an underscore is no letter of a host.
        std::string host = device.id;
        std::replace_if(
            host.begin(), host.end(), [](char c) { return c == '.' || c == '_'; }, '-');
        out += own.mac.empty() ? fmt::format("# no MAC yet: {},{}\n", own.address, host)
                               : fmt::format("dhcp-host={},{},{}\n", own.mac, own.address, host);
        if (row.subnet && is_domain(row.subnet->domain))
            out += fmt::format("host-record={}.{},{}\n", host, row.subnet->domain, own.address);
    }
    return out;
}

}  // namespace ovant
