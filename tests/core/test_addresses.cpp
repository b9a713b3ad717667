// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses of a site: what is wrong with them, numbering, reaching units at their factory address,
// what a scan found, files out.
#include <catch2/catch.hpp>

#include <random>
#include <set>

#include "core/assess/address_checks.h"
#include "core/edits/edits.h"
#include "core/format/address_files.h"
#include "core/format/site_json.h"
#include "core/prove/addresses.h"
#include "phrase/address_text.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

Subnet planned(const char* network, const char* gateway = "") {
    Subnet subnet;
    subnet.name = "Cameras";
    subnet.network = network;
    subnet.gateway = gateway;
    return subnet;
}

// Five cameras at a switch in the office, pictures to a recorder.
struct Small : HeadEnd {
    std::vector<std::string> cameras;
    explicit Small(const char* network = "192.168.10.0/24", const char* gateway = "192.168.10.1") {
        for (int i = 0; i < 5; ++i) {
            cameras.push_back(unit("cam-fixed-4mp", {10.0 + i, 5}));
            cable(sw, std::to_string(i + 1).c_str(), cameras.back(), "lan");
        }
        take(add_subnet(site, planned(network, gateway)));
    }
    OnNetwork& on(const std::string& id) {
        Device& unit = device(id);
        if (!unit.on_network) unit.on_network.emplace();
        return *unit.on_network;
    }
    std::vector<Check> checks(CheckId id) const {
        std::vector<Check> out;
        for (const Check& check : address_checks(lay_out(site, catalogue), false)) {
            if (check.id == id && check.verdict != Verdict::holds) out.push_back(check);
        }
        return out;
    }
    void number(Numbering numbering = {}) {
        const Result<Site> numbered = number_units(lay_out(site, catalogue), numbering);
        REQUIRE(numbered);
        site = *numbered;
    }
};

std::string said_of(const Check& check) {
    return sentence(check, {UnitSystem::metric, &shipped_catalogue()});
}

}  // namespace

TEST_CASE("nothing is said of addresses before the first is set", "[addresses]") {
    HeadEnd bare;
    bare.unit("cam-fixed-4mp", {1, 1});
    CHECK(address_checks(lay_out(bare.site, bare.catalogue), false).empty());
}

TEST_CASE("a unit without an address is named, one with is not", "[addresses]") {
    Small small;
    CHECK(small.checks(CheckId::address_missing).size() == 6);  // five cameras and the recorder
    small.on(small.cameras[0]).address = "192.168.10.20";
    CHECK(small.checks(CheckId::address_missing).size() == 5);
    CHECK(small.checks(CheckId::address_outside).empty());
}

TEST_CASE("an address lies in a subnet of the site and is a unit's", "[addresses]") {
    Small small;
    OnNetwork& on = small.on(small.cameras[0]);
    for (const auto& [address, wrong, note] : {std::tuple("192.168.10.1", false, Note::none),
                                               std::tuple("192.168.10.2", false, Note::none),
                                               std::tuple("192.168.10.254", false, Note::none),
                                               std::tuple("192.168.10.255", true, Note::no_host),
                                               std::tuple("192.168.10.0", true, Note::no_host),
                                               std::tuple("192.168.11.0", true, Note::none),
                                               std::tuple("192.168.9.255", true, Note::none)}) {
        INFO(address);
        on.address = address;
        const auto found = small.checks(CheckId::address_outside);
        CHECK(found.empty() == !wrong);
        if (wrong) CHECK(found.front().note == note);
    }
    // Of two addresses joined by one cable both are units'.
    small.site.subnets[0] = planned("10.0.0.4/31");
    small.site.subnets[0].id = "N1";
    on.address = "10.0.0.5";
    CHECK(small.checks(CheckId::address_outside).empty());
}

TEST_CASE("two units, a gateway, what is kept free, a stranger: an address is one's alone",
          "[addresses]") {
    Small small;
    small.site.subnets[0].reserved = {"192.168.10.200-192.168.10.209", "192.168.10.220"};
    small.on(small.cameras[0]).address = "192.168.10.20";
    small.on(small.cameras[1]).address = "192.168.10.21";
    CHECK(small.checks(CheckId::address_clash).empty());
    small.on(small.cameras[1]).address = "192.168.10.20";
    REQUIRE(small.checks(CheckId::address_clash).size() == 1);
    CHECK(said_of(small.checks(CheckId::address_clash)[0]) ==
          small.cameras[1] + " and " + small.cameras[0] + " both have 192.168.10.20");
    for (const auto& [address, clashes] :
         {std::pair("192.168.10.1", true), std::pair("192.168.10.199", false),
          std::pair("192.168.10.200", true), std::pair("192.168.10.209", true),
          std::pair("192.168.10.210", false), std::pair("192.168.10.220", true)}) {
        INFO(address);
        small.on(small.cameras[1]).address = address;
        CHECK(small.checks(CheckId::address_clash).size() == clashes);
    }
    // Somebody answers where a camera is only planned; once it is known to be that camera, no more.
    small.on(small.cameras[1]).address = "192.168.10.33";
    small.site.seen = {{"192.168.10.33", "02:00:00:00:00:07", "printer", "", ""}};
    REQUIRE(small.checks(CheckId::address_clash).size() == 1);
    CHECK(small.checks(CheckId::address_clash)[0].note == Note::seen_in_use);
    small.on(small.cameras[1]).state = UnitState::set;
    CHECK(small.checks(CheckId::address_clash).empty());
    small.on(small.cameras[1]).mac = "02:00:00:00:00:07";
    CHECK(small.checks(CheckId::address_clash).empty());
    small.on(small.cameras[1]).mac = "02:00:00:00:00:08";
    CHECK(small.checks(CheckId::address_clash).size() == 1);
}

TEST_CASE("subnets that overlap, gateways outside, addresses handed out", "[addresses]") {
    Small small;
    small.take(add_subnet(small.site, planned("192.168.10.128/25")));
    CHECK(small.checks(CheckId::address_clash).size() == 1);
    small.site.subnets[1].network = "192.168.11.0/25";
    CHECK(small.checks(CheckId::address_clash).empty());
    for (const auto& [gateway, outside] :
         {std::pair("192.168.11.1", false), std::pair("192.168.11.126", false),
          std::pair("192.168.11.127", true), std::pair("192.168.11.128", true),
          std::pair("", false)}) {
        INFO(gateway);
        small.site.subnets[1].gateway = gateway;
        CHECK(small.checks(CheckId::gateway_outside).size() == outside);
    }
    small.site.subnets[0].dhcp_from = "192.168.10.100";
    small.site.subnets[0].dhcp_to = "192.168.10.150";
    for (const auto& [address, handed] :
         {std::pair("192.168.10.99", false), std::pair("192.168.10.100", true),
          std::pair("192.168.10.150", true), std::pair("192.168.10.151", false)}) {
        INFO(address);
        small.on(small.cameras[0]).address = address;
        CHECK(small.checks(CheckId::address_handed_out).size() == handed);
    }
}

TEST_CASE("a subnet is full when its units outnumber what is left for them", "[addresses]") {
    // Six hosts, one of them the gateway: five for six units, four of them numbered.
    Small small("192.168.10.0/29");
    REQUIRE(small.checks(CheckId::subnet_full).size() == 1);
    CHECK(said_of(small.checks(CheckId::subnet_full)[0]) ==
          "6 units want an address of N1, there are 5");
    small.site.subnets[0].gateway = "";
    CHECK(small.checks(CheckId::subnet_full).empty());
    small.site.subnets[0].reserved = {"192.168.10.6"};
    CHECK(small.checks(CheckId::subnet_full).size() == 1);
    const Result<Site> numbered = number_units(lay_out(small.site, small.catalogue), {});
    REQUIRE_FALSE(numbered);
    CHECK(sentence(numbered.error()) == "N1: no address is left.");
    // A network of sixteen million is counted as fast.
    small.site.subnets[0] = planned("10.0.0.0/8", "10.0.0.1");
    small.site.subnets[0].id = "N1";
    small.site.subnets[0].reserved = {"10.0.0.0-10.255.255.250"};
    CHECK(small.checks(CheckId::subnet_full).size() == 1);
}

TEST_CASE("with 33 the highest in use, numbering goes on at 34", "[addresses]") {
    Small small;
    small.on(small.cameras[0]).address = "192.168.10.12";
    small.site.seen = {{"192.168.10.33", "", "", "", ""}, {"192.168.10.254", "", "", "", ""}};
    small.site.subnets[0].gateway = "192.168.10.254";
    small.number();
    CHECK(small.on(small.cameras[0]).address == "192.168.10.12");
    CHECK(small.on(small.recorder).address == "192.168.10.34");
    // Two are left free behind the office; what stands by itself comes last.
    CHECK(small.on(small.cameras[1]).address == "192.168.10.37");
    CHECK(small.on(small.cameras[4]).address == "192.168.10.40");
    CHECK(small.checks(CheckId::address_missing).empty());
    CHECK(small.checks(CheckId::address_clash).empty());
    const Site before = small.site;
    small.number();
    CHECK(small.site == before);
}

TEST_CASE("numbering leaves out what is handed out or kept, and comes back to holes",
          "[addresses]") {
    Small small("192.168.10.0/28", "192.168.10.1");
    small.on(small.cameras[0]).address = "192.168.10.11";
    small.site.subnets[0].dhcp_from = "192.168.10.12";
    small.site.subnets[0].dhcp_to = "192.168.10.13";
    small.number({"", AddressOrder::by_place, 0});
    std::set<std::string> all;
    for (const std::string& camera : small.cameras) all.insert(small.on(camera).address);
    all.insert(small.on(small.recorder).address);
    CHECK(all.size() == 6);
    CHECK(small.on(small.recorder).address == "192.168.10.14");
    CHECK(small.on(small.cameras[1]).address == "192.168.10.2");
    for (CheckId id : {CheckId::address_clash, CheckId::address_outside,
                       CheckId::address_handed_out, CheckId::address_missing})
        CHECK(small.checks(id).empty());
}

TEST_CASE("numbering of random subnets gives each unit an address of its own", "[addresses]") {
    std::mt19937 random(7);
    const auto pick = [&](unsigned most) { return random() % (most + 1); };
    for (int round = 0; round < 200; ++round) {
        Small small;
        const int prefix = 20 + static_cast<int>(pick(9));
        const Ipv4Network network =
            *ipv4_network_in("10." + std::to_string(pick(255)) + ".0.0/" + std::to_string(prefix));
        const auto host = [&] {
            return ipv4_text({network.base.value + static_cast<std::uint32_t>(pick(
                                                       static_cast<unsigned>(network.hosts())))});
        };
        Subnet subnet = planned(ipv4_network_text(network).c_str(), host().c_str());
        subnet.id = "N1";
        const std::string one = host(), other = host();
        subnet.dhcp_from = std::min(*ipv4_in(one), *ipv4_in(other)) == *ipv4_in(one) ? one : other;
        subnet.dhcp_to = subnet.dhcp_from == one ? other : one;
        subnet.reserved = {host()};
        small.site.subnets = {subnet};
        small.on(small.cameras[0]).address = host();
        for (int i = 0; i < 3; ++i) small.site.seen.push_back({host(), "", "", "", ""});
        const std::size_t wrong_before = small.checks(CheckId::address_clash).size() +
                                         small.checks(CheckId::address_outside).size() +
                                         small.checks(CheckId::address_handed_out).size();
        const Result<Site> numbered =
            number_units(lay_out(small.site, small.catalogue),
                         {"", AddressOrder::by_place, static_cast<int>(pick(5))});
        if (!numbered) {
            std::size_t free = 0;
            for (std::uint64_t k = 0; k < network.hosts(); ++k) {
                const Ipv4 at{network.first_host().value + static_cast<std::uint32_t>(k)};
                const bool seen = std::any_of(
                    small.site.seen.begin(), small.site.seen.end(),
                    [&](const SeenAddress& met) { return met.address == ipv4_text(at); });
                free += !seen && !is_kept(subnet, at) && !handed_out(subnet)->holds(at) &&
                        small.on(small.cameras[0]).address != ipv4_text(at);
            }
            CHECK(free < 5);
            continue;
        }
        small.site = *numbered;
        INFO(subnet.network << " " << subnet.dhcp_from << " " << subnet.dhcp_to);
        CHECK(small.checks(CheckId::address_missing).empty());
        CHECK(small.checks(CheckId::address_clash).size() +
                  small.checks(CheckId::address_outside).size() +
                  small.checks(CheckId::address_handed_out).size() ==
              wrong_before);
    }
}

TEST_CASE("channels: each camera one of its recorder's, what is set stays", "[addresses]") {
    Small small;
    CHECK(small.checks(CheckId::channel_missing).empty());  // not begun
    small.on(small.cameras[2]).recorder_channel = 1;
    CHECK(small.checks(CheckId::channel_missing).size() == 4);
    small.on(small.cameras[3]).recorder_channel = 1;
    REQUIRE(small.checks(CheckId::channel_clash).size() == 1);
    CHECK(said_of(small.checks(CheckId::channel_clash)[0]) ==
          small.cameras[3] + " and " + small.cameras[2] + " both have channel 1 of " +
              small.recorder);
    small.on(small.cameras[3]).recorder_channel = 0;
    small.site = number_channels(lay_out(small.site, small.catalogue));
    CHECK(small.checks(CheckId::channel_clash).empty());
    CHECK(small.checks(CheckId::channel_missing).empty());
    CHECK(small.on(small.cameras[2]).recorder_channel == 1);
    CHECK(small.on(small.cameras[0]).recorder_channel == 2);
}

TEST_CASE("a recorder has so many channels and no more", "[addresses]") {
    Small small;
    const int most = small.catalogue.find(small.device(small.recorder).kind)->channels;
    REQUIRE(most > 0);
    small.site = number_channels(lay_out(small.site, small.catalogue));
    small.on(small.cameras[1]).recorder_channel = most;
    CHECK(small.checks(CheckId::channel_clash).empty());
    small.on(small.cameras[1]).recorder_channel = most + 1;
    REQUIRE(small.checks(CheckId::channel_clash).size() == 1);
    CHECK(said_of(small.checks(CheckId::channel_clash)[0]) ==
          small.cameras[1] + " is to have channel " + std::to_string(most + 1) + ", " +
              small.recorder + " has " + std::to_string(most));
}

TEST_CASE("somebody that was found is taken for a unit", "[addresses]") {
    Small small;
    const SeenAddress near{"192.168.10.77", "02:00:00:00:00:77", "cam", "ab", "2027-01-15T09:00"};
    const SeenAddress far{"192.168.77.10", "02:00:00:00:00:78", "", "ab", "2027-01-15T09:00"};
    small.site.seen = {near, far};
    const Signed now{"cd", "2027-01-16T10:00"};
    Result<Site> taken = take_for_unit(small.site, near, small.cameras[0], now);
    REQUIRE(taken);
    const OnNetwork& first = *find_device(*taken, small.cameras[0])->on_network;
    CHECK(first.address == near.address);
    CHECK(first.mac == near.mac);
    CHECK(first.state == UnitState::seen);
    CHECK(first.who == "cd");
    CHECK(taken->seen == std::vector<SeenAddress>{far});
    // At its factory address it is not to stay there: only the MAC is taken.
    taken = take_for_unit(*taken, far, small.cameras[1], now);
    REQUIRE(taken);
    CHECK(find_device(*taken, small.cameras[1])->on_network->address.empty());
    CHECK(find_device(*taken, small.cameras[1])->on_network->mac == far.mac);
    // What is set further on keeps its state.
    OnNetwork set;
    set.address = "192.168.10.40";
    set.state = UnitState::recording;
    find_device(small.site, small.cameras[2])->on_network = set;
    taken = take_for_unit(small.site, near, small.cameras[2], now);
    REQUIRE(taken);
    CHECK(find_device(*taken, small.cameras[2])->on_network->state == UnitState::recording);
    CHECK(find_device(*taken, small.cameras[2])->on_network->address == "192.168.10.40");
    CHECK_FALSE(take_for_unit(small.site, near, "K99", now));
}

TEST_CASE("a unit at a factory address outside is named, with the way to reach it", "[addresses]") {
    Small small;
    small.site.subnets[0].gateway = "192.168.10.1";
    small.site.seen = {{"192.168.10.33", "", "", "", ""}};
    small.number();
    const Network net = lay_out(small.site, small.catalogue);
    const std::vector<ReachUnit> reach = units_to_reach(net);
    REQUIRE(reach.size() == 6);
    // Twins stand together, and the laptop never takes the address of either.
    for (const ReachUnit& unit : reach) {
        CHECK(unit.twins == (unit.device == small.recorder ? 0u : 4u));
        CHECK(unit.laptop_address != unit.answers_at);
        CHECK(usual_network_of(*ipv4_in(unit.answers_at)).contains(*ipv4_in(unit.laptop_address)));
    }
    const auto steps = reach_steps(net, reach.back());
    REQUIRE(steps.size() == 5);
    CHECK(steps[0] == "Give the laptop a second address: 192.168.77.254, mask 255.255.255.0.");
    CHECK(steps[1].find("alone: 4 others answer at 192.168.77.10 too") != std::string::npos);
    CHECK(steps[2].find("gateway 192.168.10.1") != std::string::npos);
    // Set, it is reached like any other; in a site whose subnet is the factory's, none needs this.
    small.on(small.cameras[0]).state = UnitState::set;
    CHECK(units_to_reach(lay_out(small.site, small.catalogue)).size() == 5);
    Small same("192.168.77.0/24", "");
    CHECK(units_to_reach(lay_out(same.site, same.catalogue)).empty());
}

TEST_CASE("a scan knows units again by MAC, by address only where they were seen before",
          "[addresses]") {
    Small small;
    small.number();
    small.on(small.cameras[0]).mac = "02:00:00:00:00:01";
    const std::string planned = small.on(small.cameras[1]).address;
    small.on(small.cameras[2]).state = UnitState::set;
    const std::string set = small.on(small.cameras[2]).address;
    const std::vector<SeenAddress> found = {{"192.168.77.10", "02:00:00:00:00:01", "", "", ""},
                                            {planned, "02:00:00:00:00:02", "", "", ""},
                                            {set, "02:00:00:00:00:03", "", "", ""},
                                            {"192.168.10.90", "", "printer", "", ""},
                                            {"fe80::1", "", "", "", ""}};
    const ScanTaken taken = take_scan(small.site, found, {"ab", "2027-01-15T14:05"});
    CHECK(taken.units == std::vector<std::string>{small.cameras[0], small.cameras[2]});
    CHECK(taken.others == 3);
    const Device* first = find_device(taken.site, small.cameras[0]);
    CHECK(first->on_network->state == UnitState::seen);
    CHECK(first->on_network->who == "ab");
    // Found at its factory address still: that stays in the list of what was seen.
    REQUIRE(taken.site.seen.size() == 4);
    CHECK(find_device(taken.site, small.cameras[2])->on_network->mac == "02:00:00:00:00:03");
    CHECK(find_device(taken.site, small.cameras[1])->on_network->mac.empty());
    small.site = taken.site;
    CHECK(small.checks(CheckId::address_clash).size() == 1);  // who is at the planned address?
    // The same scan again changes nothing.
    CHECK(take_scan(taken.site, found, {"ab", "2027-01-15T14:05"}).site == taken.site);
    CHECK(*read_site(write_site(taken.site)) == taken.site);
}

TEST_CASE("scans of every form give the same addresses", "[addresses][scan]") {
    const char* xml = R"(<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE nmaprun>
<?xml-stylesheet href="file:///usr/share/nmap/nmap.xsl" type="text/xsl"?>
<nmaprun scanner="nmap" args="nmap -sn -oX - 192.168.10.0/24" start="1" version="7" xmloutputversion="1.05">
<host><status state="up" reason="arp-response"/>
<address addr="192.168.10.12" addrtype="ipv4"/>
<address addr="02:00:00:00:00:0C" addrtype="mac" vendor="Nobody"/>
<hostnames><hostname name="office" type="PTR"/></hostnames></host>
<host><status state="up" reason="localhost-response"/><address addr="192.168.10.33" addrtype="ipv4"/></host>
<host><status state="down" reason="no-response"/><address addr="192.168.10.34" addrtype="ipv4"/></host>
<runstats><finished time="2"/><hosts up="2" down="1" total="3"/></runstats>
</nmaprun>)";
    const char* neigh =
        "192.168.10.12 dev eth0 lladdr 02:00:00:00:00:0c REACHABLE\n"
        "192.168.10.33 dev eth0 lladdr 02:00:00:00:00:21 STALE\n"
        "192.168.10.34 dev eth0 FAILED\n"
        "fe80::1 dev eth0 lladdr 02:00:00:00:00:01 router STALE\n";
    const char* arp =
        "office (192.168.10.12) at 02:00:00:00:00:0c [ether] on eth0\n"
        "? (192.168.10.33) at 02:00:00:00:00:21 [ether] on eth0\n"
        "? (192.168.10.34) at <incomplete> on eth0\n";
    const char* windows =
        "  192.168.10.12         02-00-00-00-00-0c     dynamic\r\n"
        "  192.168.10.33         02-00-00-00-00-21     dynamic\r\n"
        "  192.168.10.255        ff-ff-ff-ff-ff-ff     static\r\n"
        "  224.0.0.22            01-00-5e-00-00-16     static\r\n";
    const char* csv = "name;ip address;mac\noffice;192.168.10.12;0200.0000.000c\n;192.168.10.33;\n";
    for (const char* text : {xml, neigh, arp, windows, csv}) {
        const Result<ScanRead> read = read_scan(text);
        INFO(text);
        REQUIRE(read);
        REQUIRE(read->found.size() >= 2);
        CHECK(read->found[0].address == "192.168.10.12");
        CHECK(read->found[0].mac == "02:00:00:00:00:0c");
        CHECK(read->found[1].address == "192.168.10.33");
        for (const SeenAddress& seen : read->found) CHECK(seen.address != "192.168.10.34");
    }
    CHECK(read_scan(xml)->found[0].name == "office");
    CHECK(read_scan(arp)->found[0].name == "office");
    CHECK(read_scan(neigh)->found.size() == 3);
    CHECK(read_scan(windows)->found.size() == 2);
}

TEST_CASE("a scan that is none, or hostile, is a sentence", "[addresses][scan]") {
    const auto refused = [](std::string_view text) {
        const Result<ScanRead> read = read_scan(text);
        return read ? std::string("read") : sentence(read.error());
    };
    CHECK(refused("") == "The scan: no address is in it.");
    CHECK(refused("<nmaprun><host>").find("the scan is damaged") != std::string::npos);
    const std::string bomb =
        "<?xml version=\"1.0\"?><!DOCTYPE a [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b "
        "\"&a;&a;&a;&a;\">]><nmaprun>&b;</nmaprun>";
    CHECK(refused(bomb).find("entities of its own") != std::string::npos);
    CHECK(refused("name,addr of it\n1,2\n").find("address") != std::string::npos);
    const std::string deep = [] {
        std::string text;
        for (int i = 0; i < 5000; ++i) text += "<a>";
        return text;
    }();
    CHECK(refused(deep).find("nested too deep") != std::string::npos);
    const Result<ScanRead> part =
        read_scan("address,mac\n192.168.1.5,zz\nhere,\n192.168.1.6,\n,02:00:00:00:00:01\n");
    REQUIRE(part);
    CHECK(part->found.size() == 2);
    REQUIRE(part->lines.size() == 2);
    CHECK(sentence(part->lines[0]).find("line 2") != std::string::npos);
    // Ten thousand answers are taken, and a hundred thousand cost no more than the most there is.
    std::string many;
    for (unsigned i = 0; i < 100'000; ++i)
        many += ipv4_text({0x0a000001u + i}) + " dev eth0 lladdr 02:00:00:00:00:0c STALE\n";
    CHECK(read_scan(many)->found.size() == 20'000);
}

TEST_CASE("records of addresses are kept by the file, wrong ones refused with their place",
          "[addresses]") {
    Small small;
    small.number();
    small.on(small.cameras[0]) = {
        "192.168.10.99",   "02:00:00:00:00:01", "S-1", "1.2", UnitState::added, 3, "ab",
        "2027-01-15T14:05"};
    small.site.subnets[0].reserved = {"192.168.100.200-192.168.100.209", "192.168.10.3"};
    small.site.seen = {{"fe80::1%eth0", "02:00:00:00:00:09", "printer", "ab", ""}};
    const std::string text = write_site(small.site);
    CHECK(*read_site(text) == small.site);
    const auto with = [&](const char* from, const char* to) {
        std::string changed = text;
        changed.replace(changed.find(from), std::string(from).size(), to);
        const Result<Site> read = read_site(changed);
        return read ? std::string("read") : sentence(read.error());
    };
    CHECK(with("192.168.10.99", "192.168.10.999").find("an address like") != std::string::npos);
    CHECK(with("192.168.10.0/24", "192.168.10.1/24").find("lowest address") != std::string::npos);
    CHECK(with("02:00:00:00:00:01", "02-00-00-00-00-01").find("a MAC like") != std::string::npos);
    CHECK(with("2027-01-15T14:05", "2027-01-15T24:05").find("day and time") != std::string::npos);
    small.site.subnets[0].reserved = {"192.168.10.9-192.168.10.1"};
    const Result<Site> refused = sound(Site{}, small.catalogue, small.site);
    REQUIRE_FALSE(refused);
    CHECK(sentence(refused.error()).find("reserved") != std::string::npos);
}

TEST_CASE("a range of addresses is written short or long", "[addresses]") {
    for (const auto& [text, short_text] :
         {std::pair("192.168.10.2-192.168.10.9", "192.168.10.2-9"),
          std::pair("192.168.10.2-9", "192.168.10.2-9"), std::pair("10.0.0.7", "10.0.0.7"),
          std::pair("10.0.0.7-7", "10.0.0.7"),
          std::pair("10.0.0.200-10.0.1.20", "10.0.0.200-10.0.1.20")}) {
        INFO(text);
        REQUIRE(ipv4_range_in(text));
        CHECK(ipv4_range_text(*ipv4_range_in(text)) == short_text);
    }
    for (const char* text : {"", "-", "10.0.0.9-2", "10.0.0.2-256", "10.0.0.2-", "-10.0.0.2",
                             "10.0.0.2-9-11", "10.0.0-9", "10.0.0.2 - 9"}) {
        INFO(text);
        CHECK_FALSE(ipv4_range_in(text));
    }
}

TEST_CASE("ports of switches: VLAN, rate, PoE, priority", "[addresses]") {
    Small small;
    small.site.subnets[0].vlan = 30;
    small.number();
    small.device(small.sw).power_off_ports = {"2"};
    small.device(small.sw).port_priority = {{"3", 1}};
    const std::vector<PortProfile> ports = port_profiles(lay_out(small.site, small.catalogue));
    const auto at = [&](const char* port) {
        for (const PortProfile& one : ports) {
            if (one.device == small.sw && one.port == port) return profile_text(one);
        }
        return std::string();
    };
    CHECK(at("1") == small.sw + ".1 to " + small.cameras[0] + ": 100 Mb/s, VLAN 30, PoE on");
    CHECK(at("2").find("PoE off") != std::string::npos);
    CHECK(at("3").find("critical") != std::string::npos);
    CHECK(at("8").empty());
    // The way to the recorder carries all of them.
    small.take(add_subnet(small.site, planned("192.168.40.0/24")));
    small.site.subnets[1].vlan = 40;
    small.on(small.cameras[4]).address = "192.168.40.7";
    const std::vector<PortProfile> mixed = port_profiles(lay_out(small.site, small.catalogue));
    for (const PortProfile& one : mixed) {
        if (one.device == small.sw && one.far == small.recorder)
            CHECK(vlan_text(one) == "30, 40 tagged");
        if (one.far == small.cameras[4]) CHECK(vlan_text(one) == "40");
    }
}

TEST_CASE("lines for dnsmasq end where they should, whatever a file calls things", "[addresses]") {
    Small small;
    small.number();
    small.site.subnets[0].domain = "cams.lan\naddress=/evil/6.6.6.6";
    small.on(small.cameras[0]).mac = "02:00:00:00:00:01";
    const std::string text = dnsmasq_hosts(lay_out(small.site, small.catalogue));
    CHECK(text.find("evil") == std::string::npos);
    CHECK(text.find("dhcp-host=02:00:00:00:00:01,") != std::string::npos);
    CHECK(text.find("# no MAC yet: ") != std::string::npos);
    small.device(small.cameras[1]).name = "=cmd()";
    CHECK(addresses_csv(lay_out(small.site, small.catalogue)).find(",=cmd") == std::string::npos);
}

TEST_CASE("a unit that was seen is opened where it was seen", "[addresses]") {
    HeadEnd site;
    const std::string camera = site.unit("cam-fixed-4mp", {40, 0});
    site.cable(site.sw, "1", camera, "lan");
    Subnet subnet;
    subnet.id = "N1";
    subnet.network = "192.168.10.0/24";
    site.site.subnets.push_back(subnet);
    OnNetwork own;
    own.address = "192.168.10.20";
    own.mac = "02:00:00:00:00:01";
    site.device(camera).on_network = own;
    const auto row = [&] {
        const Network net = lay_out(site.site, site.catalogue);
        for (const AddressRow& one : address_rows(net, AddressOrder::by_place)) {
            if (net.device(one.device).id == camera) return std::pair(one, row_text(net, one));
        }
        return std::pair(AddressRow{}, std::string());
    };
    CHECK(row().first.seen_address.empty());
    const auto step = [&] {
        const Network net = lay_out(site.site, site.catalogue);
        for (const ReachUnit& unit : units_to_reach(net)) {
            if (unit.device == camera) return reach_steps(net, unit);
        }
        return std::vector<std::string>();
    };
    // Found by its MAC in a network that is none of the site's.
    site.site.seen.push_back({"10.9.8.7", own.mac, "", "mb", "2027-01-14T09:00"});
    CHECK(row().first.seen_address == "10.9.8.7");
    CHECK(row().first.out_of_reach);
    CHECK(row().second == "seen at 10.9.8.7, out of reach from here");
    REQUIRE(step().size() >= 2);
    CHECK(step()[0].find("10.9.8.254") != std::string::npos);
    CHECK(step()[1].starts_with("Open 10.9.8.7, set 192.168.10.20"));
    // Another's MAC tells nothing of it.
    site.site.seen.back().mac = "02:00:00:00:00:02";
    CHECK(row().first.seen_address.empty());
    // Ticked as seen, it is where it is to be.
    site.device(camera).on_network->state = UnitState::seen;
    CHECK(row().second == "seen at 192.168.10.20");
    CHECK(step().empty());
    site.device(camera).on_network->state = UnitState::set;
    CHECK(row().second.empty());
}
