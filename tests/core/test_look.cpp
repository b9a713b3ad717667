// SPDX-License-Identifier: GPL-3.0-or-later
// Looking for cameras: the text of WS-Discovery, hostile answers, and the stand-in on the loopback.
#include <catch2/catch.hpp>

#include <atomic>
#include <thread>

#include "core/format/ws_discovery.h"
#include "core/prove/addresses.h"
#include "net/look.h"
#include "phrase/error_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

const char* const id = "uuid:0a6dc791-2be6-4991-9af1-454778a1917a";

// An answer as devices of several makes write it: other prefixes, white space, two addresses.
std::string foreign_answer(const std::string& endpoint, const std::string& addresses) {
    return "<?xml version='1.0'?><SOAP-ENV:Envelope "
           "xmlns:SOAP-ENV='http://www.w3.org/2003/05/soap-envelope' "
           "xmlns:wsa='http://schemas.xmlsoap.org/ws/2004/08/addressing' "
           "xmlns:wsdd='http://schemas.xmlsoap.org/ws/2005/04/discovery'><SOAP-ENV:Header>"
           "<wsa:ReplyTo><wsa:Address>http://example/anonymous</wsa:Address></wsa:ReplyTo>"
           "<wsa:RelatesTo>\n  " +
           std::string(id) +
           "\n</wsa:RelatesTo></SOAP-ENV:Header><SOAP-ENV:Body><wsdd:ProbeMatches><wsdd:ProbeMatch>"
           "<wsa:EndpointReference><wsa:Address>" +
           endpoint +
           "</wsa:Address></wsa:EndpointReference><wsdd:Types>a:Device "
           "b:NetworkVideoTransmitter</wsdd:Types><wsdd:Scopes>onvif://www.onvif.org/location/x "
           "onvif://www.onvif.org/name/Gate%20north</wsdd:Scopes><wsdd:XAddrs>" +
           addresses +
           "</wsdd:XAddrs></wsdd:ProbeMatch></wsdd:ProbeMatches></SOAP-ENV:Body>"
           "</SOAP-ENV:Envelope>";
}

// Devices that answer on the loopback while it lives.
class StandIn {
public:
    StandIn(unsigned short port, std::vector<StandInDevice> devices)
        : thread_([this, port, devices] {
              const Result<bool> ended = answer_probes(
                  {"127.0.0.1", port, 0, 0}, devices, [this] { ready_ = true; },
                  [this] { return !stopped_.load(); });
              failed_ = !ended;
              ready_ = true;
          }) {
        while (!ready_) std::this_thread::yield();
    }
    ~StandIn() {
        stopped_ = true;
        thread_.join();
    }
    bool failed() const { return failed_; }

private:
    std::atomic<bool> ready_{false}, stopped_{false}, failed_{false};
    std::thread thread_;
};

}  // namespace

TEST_CASE("an answer is read whatever its prefixes; its MAC only where the UUID holds one",
          "[look]") {
    const Result<ProbeMatch> match =
        read_probe_match(foreign_answer("urn:uuid:4d454930-0000-1000-8000-00aa11bb22cc",
                                        "http://192.168.1.64:8080/x http://[fe80::1]/x "
                                        "https://192.168.1.65/y http://camera.lan/z"));
    REQUIRE(match);
    CHECK(match->relates_to == id);
    CHECK(match->addresses == std::vector<std::string>{"192.168.1.64", "192.168.1.65"});
    CHECK(match->mac == "00:aa:11:bb:22:cc");
    CHECK(match->name == "Gate north");
    CHECK(match->video);
    // Drawn by chance (version 4), or a node that is a group: no MAC.
    for (const char* endpoint : {"urn:uuid:4d454930-0000-4000-8000-00aa11bb22cc",
                                 "urn:uuid:4d454930-0000-1000-8000-01aa11bb22cc",
                                 "urn:uuid:4d454930-0000-1000-8000-00aa11bb22", "urn:x", ""}) {
        const Result<ProbeMatch> other =
            read_probe_match(foreign_answer(endpoint, "http://10.0.0.1/"));
        REQUIRE(other);
        CHECK(other->mac.empty());
    }
}

TEST_CASE("what is asked is what the stand-in hears, and its answer is read", "[look]") {
    const std::string asked = message_id(0x123456789abcdef0, 0xfedcba9876543210);
    CHECK(asked == "uuid:12345678-9abc-4ef0-bedc-ba9876543210");
    CHECK(probe_in(probe_text(asked)) == asked);
    const StandInDevice device{"192.168.10.19", "00:1b:2c:3d:4e:5f", "Quay & \"gate\" <1>"};
    const std::string answer = probe_match_text(asked, device);
    CHECK(probe_in(answer).empty());
    const Result<ProbeMatch> match = read_probe_match(answer);
    REQUIRE(match);
    CHECK(match->relates_to == asked);
    CHECK(match->addresses == std::vector<std::string>{device.address});
    CHECK(match->mac == device.mac);
    CHECK(match->name == device.name);
}

TEST_CASE("hostile answers are sentences, and end", "[look]") {
    const std::string bomb =
        "<?xml version='1.0'?><!DOCTYPE x [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '&a;&a;&a;'>]>"
        "<x>&b;</x>";
    std::string deep;
    for (int i = 0; i < 5000; ++i) deep += "<a>";
    for (const std::string& wrong :
         {std::string(), std::string("not xml"), std::string("<a></b>"), bomb, deep,
          std::string("<x/>"), probe_text(id), std::string(100000, 'x'), std::string(50, '\0'),
          foreign_answer("urn:uuid:1", "http://1.2.3.4/").substr(0, 300)}) {
        const Result<ProbeMatch> match = read_probe_match(wrong);
        REQUIRE_FALSE(match);
        CHECK(sentence(match.error()).size() > 8);
    }
    // Much text in a field is cut, not kept.
    const Result<ProbeMatch> long_one =
        read_probe_match(foreign_answer("urn:uuid:1", std::string(50000, 'h')));
    REQUIRE(long_one);
    CHECK(long_one->addresses.empty());
    CHECK(ErrorCode::too_large == read_probe_match(std::string(70000, 'x')).error().code);
}

TEST_CASE("cameras of the stand-in are found on the loopback and matched to the site's units",
          "[look][net]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {20, 0});
    run.device(camera).on_network.emplace().address = "192.168.10.19";
    run.device(camera).on_network->mac = "00:1b:2c:3d:4e:5f";
    const StandIn stand_in(34702, {{"192.168.10.19", "00:1b:2c:3d:4e:5f", "Gate"},
                                   {"192.168.77.10", "", "New"},
                                   {"no address", "", "Rubbish"}});
    REQUIRE_FALSE(stand_in.failed());
    const Result<Looked> looked =
        look_for_cameras({"127.0.0.1", 34702, 0.6, 10}, {"ab", "2026-11-20T09:50"});
    REQUIRE(looked);
    REQUIRE(looked->found.size() == 2);
    CHECK(looked->not_understood > 0);
    CHECK(looked->found.front().who == "ab");
    const ScanTaken taken = take_scan(run.site, looked->found, {"ab", "2026-11-20T09:50"});
    CHECK(taken.units == std::vector<std::string>{camera});
    CHECK(taken.others == 1);
    // Fewer are kept than answer, and that is said; looking can be ended early.
    const Result<Looked> one = look_for_cameras({"127.0.0.1", 34702, 0.6, 1}, {});
    REQUIRE(one);
    CHECK(one->found.size() == 1);
    CHECK(one->more);
    int asked = 0;
    const Result<Looked> none =
        look_for_cameras({"127.0.0.1", 34702, 60, 10}, {}, [&](double) { return ++asked < 3; });
    REQUIRE(none);
    CHECK(asked == 3);
}

TEST_CASE("ten thousand answers are taken in, no more than are kept", "[look][net]") {
    std::vector<StandInDevice> devices;
    for (int i = 0; i < 10000; ++i)
        devices.push_back({"10.0." + std::to_string(i / 250) + "." + std::to_string(1 + i % 250),
                           "", "C" + std::to_string(i)});
    const StandIn stand_in(34703, devices);
    const Result<Looked> looked = look_for_cameras({"127.0.0.1", 34703, 3, 2000}, {});
    REQUIRE(looked);
    // A socket holds only so many at once; what it drops the second probe brings.
    CHECK(looked->found.size() > 100);
    CHECK(looked->found.size() <= 2000);
}

TEST_CASE("an interface that is not there is a sentence", "[look][net]") {
    for (const char* address : {"203.0.113.77", "nonsense", ""}) {
        const Result<Looked> looked = look_for_cameras({address, 34704, 0.2, 10}, {});
        REQUIRE_FALSE(looked);
        CHECK(sentence(looked.error()).find("nterface") != std::string::npos);
    }
    const std::vector<Interface> all = network_interfaces();
    CHECK(std::any_of(all.begin(), all.end(),
                      [](const Interface& one) { return one.address == "127.0.0.1"; }));
}
