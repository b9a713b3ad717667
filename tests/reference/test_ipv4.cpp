// SPDX-License-Identifier: GPL-3.0-or-later
// Address arithmetic against Python's ipaddress on ten thousand random cases, and the host lines
// against dnsmasq itself.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cstdio>
#include <fstream>
#include <random>

#include "core/edits/edits.h"
#include "core/format/address_files.h"
#include "core/prove/addresses.h"
#include "core/units/ipv4.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

std::string printed_by(const std::string& command) {
    FILE* pipe = popen(command.c_str(), "r");
    REQUIRE(pipe);
    std::string text;
    char buffer[4096];
    while (const std::size_t size = fread(buffer, 1, sizeof buffer, pipe))
        text.append(buffer, size);
    REQUIRE(pclose(pipe) == 0);
    return text;
}

// Texts near to addresses as often as addresses.
std::string random_text(std::mt19937& random, bool v6) {
    static const char* parts[] = {"0",   "1",   "9",   "10", "99", "127", "192", "224",
                                  "254", "255", "256", "01", "-1", "",    "1a",  " 7"};
    static const char* groups[] = {"0",     "1", "fe80", "ffff", "abcd",
                                   "10000", "",  "g",    "2001", "db8"};
    std::string text;
    const unsigned count = v6 ? 2 + random() % 8 : 3 + random() % 3;
    for (unsigned i = 0; i < count; ++i) {
        if (i > 0) text += v6 ? ":" : ".";
        text += v6             ? groups[random() % std::size(groups)]
                : random() % 3 ? parts[random() % 10]
                               : parts[random() % std::size(parts)];
    }
    if (v6 && random() % 4 == 0) text.insert(random() % (text.size() + 1), "::");
    return text;
}

constexpr const char* script = R"(
import ipaddress, sys
for line in sys.stdin:
    kind, text = line.rstrip("\n").split("|", 1)
    try:
        if kind == "6":
            ipaddress.IPv6Address(text.split("%")[0]); print("yes"); continue
        if kind == "a":
            print(ipaddress.IPv4Address(text)); continue
        n = ipaddress.IPv4Network(text, strict=False)
        hosts = n.num_addresses if n.prefixlen >= 31 else n.num_addresses - 2
        first = n[0] if n.prefixlen >= 31 else n[1]
        last = n[-1] if n.prefixlen >= 31 else n[-2]
        print(n.with_prefixlen, n.netmask, n.broadcast_address, first, last, hosts)
    except ValueError:
        print("no")
)";

std::string ours(char kind, const std::string& text) {
    if (kind == '6') return is_ipv6(text) ? "yes" : "no";
    if (kind == 'a') {
        const auto address = ipv4_in(text);
        return address ? ipv4_text(*address) : "no";
    }
    const auto network = ipv4_network_in(text);
    if (!network) return "no";
    return fmt::format("{} {} {} {} {} {}", ipv4_network_text(*network), ipv4_text(network->mask()),
                       ipv4_text(network->broadcast()), ipv4_text(network->first_host()),
                       ipv4_text(network->last_host()), network->hosts());
}

}  // namespace

TEST_CASE("addresses, networks and version 6 as Python reads them", "[reference][addresses]") {
    const TempFolder folder;
    std::mt19937 random(3);
    std::vector<std::pair<char, std::string>> cases;
    for (int i = 0; i < 4000; ++i) cases.push_back({'a', random_text(random, false)});
    for (int i = 0; i < 3000; ++i) {
        const Ipv4 address{static_cast<std::uint32_t>(random())};
        const int prefix = static_cast<int>(random() % 36);
        const Ipv4Network whole{{0}, std::min(prefix, 32)};
        cases.push_back({'n', ipv4_text(address) + "/" +
                                  (i % 3 == 0 ? ipv4_text(whole.mask()) : std::to_string(prefix))});
    }
    for (int i = 0; i < 3000; ++i) cases.push_back({'6', random_text(random, true)});
    for (const char* text :
         {"::", "::1", "1::", "::ffff:10.0.0.1", "1:2:3:4:5:6:7:8",
          "1:2:3:4:5:6:7::", "::2:3:4:5:6:7:8", "1::2::3", "1:2:3:4:5:6:10.0.0.1",
          "1:2:3:4:5:6:7:10.0.0.1", "12345::", ":1:2:3:4:5:6:7", "1:2:3:4:5:6:7:"})
        cases.push_back({'6', text});
    {
        std::ofstream in(folder.file("cases.txt"));
        for (const auto& [kind, text] : cases) in << kind << "|" << text << "\n";
        std::ofstream(folder.file("ask.py")) << script;
    }
    std::istringstream said(
        printed_by("python3 " + folder.file("ask.py") + " < " + folder.file("cases.txt")));
    std::size_t understood = 0;
    for (const auto& [kind, text] : cases) {
        std::string line;
        REQUIRE(std::getline(said, line));
        // All of the network is a mask of nothing, which Python takes for a host mask.
        if (kind == 'n' && text.ends_with("/0.0.0.0")) continue;
        INFO(kind << " " << text);
        CHECK(ours(kind, text) == line);
        understood += line != "no";
    }
    CHECK(understood > 3000);
}

TEST_CASE("dnsmasq takes the host lines of the demo", "[reference][addresses]") {
    const TempFolder folder;
    Site site = demo_site();
    Subnet subnet;
    subnet.network = "192.168.10.0/24";
    subnet.gateway = "192.168.10.1";
    subnet.dhcp_from = "192.168.10.200";
    subnet.dhcp_to = "192.168.10.250";
    subnet.domain = "cams.example";
    site = add_subnet(site, subnet)->site;
    site = *number_units(lay_out(site, shipped_catalogue()), {});
    int number = 0;
    for (Device& device : site.devices) {
        if (device.on_network && ++number % 2)
            device.on_network->mac = fmt::format("02:00:00:00:00:{:02x}", number);
    }
    std::ofstream(folder.file("hosts.conf")) << dnsmasq_hosts(lay_out(site, shipped_catalogue()));
    CHECK(std::system(("/usr/sbin/dnsmasq --test --conf-file=" + folder.file("hosts.conf") +
                       " > /dev/null 2>&1")
                          .c_str()) == 0);
    std::ofstream(folder.file("wrong.conf")) << "dhcp-host=02:00:00:00:00:01,192.168.10.999.1\n"
                                             << "dhcp-range=here\n";
    CHECK(std::system(("/usr/sbin/dnsmasq --test --conf-file=" + folder.file("wrong.conf") +
                       " > /dev/null 2>&1")
                          .c_str()) != 0);
}
