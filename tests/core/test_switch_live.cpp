// SPDX-License-Identifier: GPL-3.0-or-later
// Switches over the loopback: the stand-in read by us and by Debian's own clients, Debian's own
// agent read by us, and what answers rubbish.
#include <catch2/catch.hpp>

#include <arpa/inet.h>
#include <netinet/in.h>
#include <sys/resource.h>
#include <sys/socket.h>
#include <unistd.h>

#include <algorithm>
#include <atomic>
#include <filesystem>
#include <sstream>
#include <thread>

#include "cli/commands.h"
#include "core/format/site_json.h"
#include "core/prove/switch_seen.h"
#include "net/snmp_read.h"
#include "phrase/error_text.h"
#include "support/builder.h"
#include "support/child.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

const std::string switch_demo_path = source_file("data/demo/marram-quay.ovant.json");

SnmpLogin public_login() {
    SnmpLogin out;
    out.community = "public";
    return out;
}

SnmpAt at_port(unsigned short port) {
    SnmpAt out;
    out.address = "127.0.0.1";
    out.port = port;
    out.timeout_s = 0.3;
    out.tries = 2;
    return out;
}

SwitchAsked asked_under(ReadUnder under) {
    SwitchAsked out;
    out.device = "SW1";
    out.under = under;
    return out;
}

// SW1 of the demo on the loopback.
struct StandInSwitch {
    explicit StandInSwitch(std::vector<std::string> more = {}) : port(free_udp_port()) {
        std::vector<std::string> command = {STANDIN_PATH, "switch", switch_demo_path,
                                            "SW1",        "--port", std::to_string(port)};
        command.insert(command.end(), more.begin(), more.end());
        child = std::make_unique<Child>(command);
        INFO(child->first_line);
        REQUIRE(child->first_line.find("answers") != std::string::npos);
    }
    std::string where() const { return "127.0.0.1:" + std::to_string(port); }
    SwitchState state(const SnmpLogin& login = public_login()) const {
        const Result<SnmpRead> read = read_snmp(at_port(port), login);
        INFO((read ? "" : sentence(read.error())));
        REQUIRE(read);
        return switch_state(read->vars);
    }
    unsigned short port;
    std::unique_ptr<Child> child;
};

// Answers each datagram on the loopback while it lives.
class Responder {
public:
    using Answer = std::function<std::string(const std::string& asked)>;
    explicit Responder(Answer answer) : socket_(socket(AF_INET, SOCK_DGRAM, 0)) {
        sockaddr_in at{};
        at.sin_family = AF_INET;
        at.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
        socklen_t size = sizeof at;
        REQUIRE(bind(socket_, reinterpret_cast<sockaddr*>(&at), size) == 0);
        REQUIRE(getsockname(socket_, reinterpret_cast<sockaddr*>(&at), &size) == 0);
        port = ntohs(at.sin_port);
        const timeval short_while{0, 20'000};
        setsockopt(socket_, SOL_SOCKET, SO_RCVTIMEO, &short_while, sizeof short_while);
        thread_ = std::thread([this, answer] {
            std::string buffer(65535, '\0');
            while (!stopped_) {
                sockaddr_in from{};
                socklen_t from_size = sizeof from;
                const ssize_t got = recvfrom(socket_, buffer.data(), buffer.size(), 0,
                                             reinterpret_cast<sockaddr*>(&from), &from_size);
                if (got <= 0) continue;
                const std::string said = answer(buffer.substr(0, static_cast<std::size_t>(got)));
                if (!said.empty())
                    sendto(socket_, said.data(), said.size(), 0, reinterpret_cast<sockaddr*>(&from),
                           from_size);
            }
        });
    }
    ~Responder() {
        stopped_ = true;
        thread_.join();
        close(socket_);
    }
    unsigned short port = 0;

private:
    int socket_;
    std::atomic<bool> stopped_{false};
    std::thread thread_;
};

// The question turned into an answer, with `change` made to its bytes: 0xa5 asks, 0xa2 answers.
std::string turned(std::string message, const std::function<void(std::string&)>& change = {}) {
    const std::size_t at = message.find('\xa5');
    if (at == std::string::npos) return "";
    message[at] = '\xa2';
    // Error status and index stand where the question has its numbers of repetitions.
    const std::size_t request = at + 2;
    const std::size_t status = request + 2 + static_cast<unsigned char>(message[request + 1]);
    message[status + 2] = 0;
    message[status + 5] = 0;
    if (change) change(message);
    return message;
}

}  // namespace

TEST_CASE("the stand-in is read by us and by Debian's clients alike", "[switch][live]") {
    // Its day stands still.
    const StandInSwitch standin({"--start", "14", "--speed", "0"});
    const SwitchState state = standin.state();
    CHECK(state.name == "SW1");
    CHECK(state.clock == "2027-01-15T14:00:00");
    CHECK(state.ports.size() == 18);
    CHECK(state.budget_w == 185);
    const Result<SwitchSeen> seen =
        switch_seen(demo_site(), shipped_catalogue(), state, asked_under(ReadUnder::day));
    REQUIRE(seen);
    for (const SwitchNote& note : seen->notes) {
        INFO(note.port);
        CHECK_FALSE(is_trouble(note.kind));
    }
    for (const SwitchRow& row : seen->rows) {
        INFO(row.port);
        if (row.watts) CHECK(row.watts->judged.verdict == ReadingVerdict::as_promised);
        if (row.rate) CHECK(row.rate->judged.verdict == ReadingVerdict::as_promised);
    }
    if (!has_program("/usr/bin/snmpwalk")) {
        WARN("snmpwalk is not installed: only our own reader is tried");
        return;
    }
    const std::string ask = " -v2c -c public -On -Oq -Oe " + standin.where() + " ";
    const std::string watts = output_of("snmpget" + ask + "1.3.6.1.2.1.105.1.3.1.1.4.1");
    CHECK(watts == fmt::format(".1.3.6.1.2.1.105.1.3.1.1.4.1 {:.0f}\n", state.given_w));
    // Every PoE port, as a table of RFC 3621.
    std::istringstream walked(output_of("snmpwalk" + ask + "1.3.6.1.2.1.105.1.1.1.6"));
    std::vector<int> detection;
    for (std::string id, value; walked >> id >> value;) detection.push_back(std::stoi(value));
    REQUIRE(detection.size() == 16);
    for (std::size_t i = 0; i < detection.size(); ++i)
        CHECK(detection[i] == static_cast<int>(state.ports[i].pse));
    // A whole walk ends, in order, and holds all that was read.
    const std::string all = output_of("snmpbulkwalk" + ask + "1.3.6.1.2.1 2>&1");
    CHECK(std::count(all.begin(), all.end(), '\n') > 300);
    CHECK(all.find("rror") == std::string::npos);
    CHECK(output_of("snmpwalk" + ask + "1.0.8802.1.1.2 | grep -c K04") == "1\n");
    // Nothing can be set.
    CHECK(output_of("snmpset -v2c -c public " + standin.where() +
                    " 1.3.6.1.2.1.105.1.1.1.3.1.3 i 2 2>&1")
              .find("rror") != std::string::npos);
}

TEST_CASE("the watts follow the day: by day as promised, after dusk off by day's promise",
          "[switch][live]") {
    const StandInSwitch noon({"--start", "14", "--speed", "0"});
    const StandInSwitch evening({"--start", "19", "--speed", "0"});
    const auto watts = [](const SwitchState& state, ReadUnder under) {
        const Result<SwitchSeen> seen =
            switch_seen(demo_site(), shipped_catalogue(), state, asked_under(under));
        REQUIRE(seen);
        const auto row = std::find_if(seen->rows.begin(), seen->rows.end(),
                                      [](const SwitchRow& one) { return one.port == "4"; });
        REQUIRE(row->watts);
        return row->watts->judged.verdict;
    };
    CHECK(watts(noon.state(), ReadUnder::day) == ReadingVerdict::as_promised);
    CHECK(watts(evening.state(), ReadUnder::day) == ReadingVerdict::off);
    CHECK(watts(evening.state(), ReadUnder::night) == ReadingVerdict::as_promised);
}

TEST_CASE("a fault put into the stand-in shows in what it tells, and is found from that",
          "[switch][live]") {
    const auto seen_with = [](const char* fault) {
        const StandInSwitch faulty(
            {"--start", "14", "--speed", "0", "--fault", fault, "--camera", "K04", "--seed", "3"});
        const Result<SwitchSeen> seen = switch_seen(demo_site(), shipped_catalogue(),
                                                    faulty.state(), asked_under(ReadUnder::day));
        REQUIRE(seen);
        return *seen;
    };
    const SwitchSeen more = seen_with("draws-more");
    CHECK(more.rows[3].watts->judged.verdict == ReadingVerdict::off);
    const SwitchSeen open = seen_with("pair-open");
    CHECK(open.rows[3].watts->reading.value == 0);
    CHECK(std::any_of(open.notes.begin(), open.notes.end(), [](const SwitchNote& note) {
        return note.kind == SwitchNoteKind::not_fed && note.port == "4";
    }));
    Site site = demo_site();
    site.readings.clear();
    site.tried.clear();
    const Result<Site> kept = keep_readings(site, readings_of(more));
    REQUIRE(kept);
    const Result<Diagnosis> found = diagnose(*kept, shipped_catalogue(), "K04");
    REQUIRE(found);
    const auto first =
        std::find_if(found->suspects.begin(), found->suspects.end(),
                     [](const Suspect& one) { return one.fault.kind == FaultKind::draws_more; });
    CHECK(first - found->suspects.begin() < 3);
}

TEST_CASE("a stand-in that lacks tables is read for what it has", "[switch][live]") {
    const StandInSwitch standin({"--start", "14", "--speed", "0", "--lacks", "port-watts",
                                 "neighbours", "clock", "wide-counters"});
    const SwitchState state = standin.state();
    CHECK(state.clock.empty());
    CHECK(state.has_poe);
    CHECK(state.given_w > 0);
    CHECK(std::none_of(state.ports.begin(), state.ports.end(), [](const SwitchPort& port) {
        return port.watts || port.octets_wide || !port.macs.empty() || !port.neighbour.empty();
    }));
}

TEST_CASE("v3 signs and encrypts; what is refused is said, and the next try is a new one",
          "[switch][live]") {
    const StandInSwitch standin({"--start", "14", "--speed", "0", "--user", "installer", "--sign",
                                 "quay wall 1", "--encrypt", "quay wall 2"});
    SnmpLogin login;
    login.version_3 = true;
    login.user = "installer";
    login.auth_phrase = "quay wall 1";
    login.privacy_phrase = "quay wall 2";
    CHECK(standin.state(login).name == "SW1");
    const auto refused = [&](const SnmpLogin& with) {
        const Result<SnmpRead> read = read_snmp(at_port(standin.port), with);
        REQUIRE_FALSE(read);
        return sentence(read.error());
    };
    SnmpLogin wrong = login;
    wrong.auth_phrase = "quay wall 3";
    CHECK(refused(wrong).find("pass phrase for signing") != std::string::npos);
    wrong = login;
    wrong.user = "nobody";
    CHECK(refused(wrong).find("does not know this user") != std::string::npos);
    wrong = login;
    wrong.privacy_phrase = "quay wall 4";
    refused(wrong);
    wrong.privacy = SnmpPrivacy::none;
    refused(wrong);
    wrong.auth_phrase = "short";
    CHECK(refused(wrong).find("8 characters") != std::string::npos);
    // v2c is not let in, and the right phrases are after all that.
    refused(public_login());
    CHECK(standin.state(login).name == "SW1");
    if (!has_program("/usr/bin/snmpget")) return;
    CHECK(output_of("snmpget -v3 -l authPriv -u installer -a SHA -A 'quay wall 1' -x AES -X "
                    "'quay wall 2' -Oqv " +
                    standin.where() + " 1.3.6.1.2.1.1.5.0") == "\"SW1\"\n");
}

TEST_CASE("Debian's own agent is read by us", "[switch][live]") {
    if (!has_program("/usr/sbin/snmpd")) {
        WARN("snmpd is not installed: it is not read");
        return;
    }
    const TempFolder folder;
    const std::string conf = folder.write("snmpd.conf", "rocommunity public\nsysName bench\n");
    const unsigned short port = free_udp_port();
    const Child agent =
        Child::silent({"/usr/sbin/snmpd", "-f", "-Lf", folder.file("log"), "-C", "-c", conf, "-p",
                       folder.file("pid"), "udp:127.0.0.1:" + std::to_string(port)});
    SnmpAt at = at_port(port);
    Result<SnmpRead> read = read_snmp(at, public_login());
    for (int tries = 0; tries < 20 && !read; ++tries) read = read_snmp(at, public_login());
    REQUIRE(read);
    // The interfaces of this machine, as the kernel has them.
    std::vector<std::string> told, kernel;
    const SnmpOid if_descr = {1, 3, 6, 1, 2, 1, 2, 2, 1, 2};
    for (const SnmpVar& var : read->vars) {
        if (var.oid.size() == 11 && std::equal(if_descr.begin(), if_descr.end(), var.oid.begin()))
            told.push_back(var.octets);
    }
    for (const auto& entry : std::filesystem::directory_iterator("/sys/class/net")) {
        if (entry.is_directory()) kernel.push_back(entry.path().filename().string());
    }
    std::sort(told.begin(), told.end());
    std::sort(kernel.begin(), kernel.end());
    CHECK(told == kernel);
    const SwitchState state = switch_state(read->vars);
    CHECK(state.name == "bench");
    CHECK(state.up_s >= 0);
    CHECK_FALSE(state.has_poe);
    CHECK(state.clock.size() == 19);
}

TEST_CASE("nothing there, another community, a stop: sentences, and soon", "[switch][live]") {
    const Result<SnmpRead> nobody = read_snmp(at_port(free_udp_port()), public_login());
    REQUIRE_FALSE(nobody);
    CHECK(sentence(nobody.error()).find("nothing answers") != std::string::npos);
    const StandInSwitch standin({"--speed", "0"});
    SnmpLogin other = public_login();
    other.community = "private";
    const Result<SnmpRead> refused = read_snmp(at_port(standin.port), other);
    REQUIRE_FALSE(refused);
    CHECK(sentence(refused.error()).find("community") != std::string::npos);
    other.community.clear();
    CHECK(sentence(read_snmp(at_port(standin.port), other).error()).find("missing") !=
          std::string::npos);
    SnmpAt at = at_port(standin.port);
    at.interface_address = "203.0.113.9";  // none of this computer's
    CHECK_FALSE(read_snmp(at, public_login()));
    at.interface_address = "127.0.0.1";
    CHECK(read_snmp(at, public_login()));
    at.address = "not an address";
    CHECK_FALSE(read_snmp(at, public_login()));
    int asked = 0;
    const Result<SnmpRead> stopped =
        read_snmp(at_port(standin.port), public_login(), [&](double) { return ++asked < 3; });
    REQUIRE(stopped);
    CHECK(asked == 3);
    // Whoever has held a login leaves no core file with it.
    rlimit core{1, 1};
    REQUIRE(getrlimit(RLIMIT_CORE, &core) == 0);
    CHECK(core.rlim_cur == 0);
}

TEST_CASE("what answers rubbish is no switch, and is not waited for", "[switch][live]") {
    SnmpAt at = at_port(0);
    SECTION("noise") {
        const Responder noise([](const std::string& asked) {
            std::string out;
            for (std::size_t i = 0; i < 200; ++i)
                out += static_cast<char>(asked[i % asked.size()] * 7 + static_cast<char>(i));
            return out;
        });
        at.port = noise.port;
        CHECK_FALSE(read_snmp(at, public_login()));
    }
    SECTION("cut off") {
        const Responder cut([](const std::string& asked) { return turned(asked).substr(0, 20); });
        at.port = cut.port;
        CHECK_FALSE(read_snmp(at, public_login()));
    }
    SECTION("the question itself") {
        const Responder echo([](const std::string& asked) { return turned(asked); });
        at.port = echo.port;
        const Result<SnmpRead> read = read_snmp(at, public_login());
        REQUIRE(read);
        CHECK(switch_state(read->vars).ports.empty());
    }
    SECTION("always the same id, which does not go on") {
        // The last id of the question, with 1 for its last part, is below what was asked for next.
        const Responder same([](const std::string& asked) {
            return turned(asked, [](std::string& bytes) {
                bytes += '\x01';  // one more part
                for (std::size_t length : {bytes.find("\x30\x81"), std::string::npos}) (void)length;
                // Lengths of the message, the answer, the list, the pair and the id.
                const std::size_t id = bytes.rfind("\x06");
                const std::size_t id_size = static_cast<unsigned char>(bytes[id + 1]);
                const std::string null = bytes.substr(id + 2 + id_size, 2);
                bytes.erase(id + 2 + id_size);
                bytes += '\x01';
                bytes += null;
                const std::size_t answer = bytes.find('\xa2');
                const std::size_t pair = id - 2, list = id - 4;
                for (std::size_t place : {std::size_t{0}, answer, list, pair, id})
                    bytes[place + 1] = static_cast<char>(bytes[place + 1] + 1);
            });
        });
        at.port = same.port;
        at.most_s = 3;
        const auto start = std::chrono::steady_clock::now();
        const Result<SnmpRead> read = read_snmp(at, public_login());
        CHECK(std::chrono::steady_clock::now() - start < std::chrono::seconds(20));
        if (read) CHECK(switch_state(read->vars).ports.empty());
    }
}

TEST_CASE("read-switch tells, keeps and writes; secrets come in by standard input and go nowhere",
          "[switch][live][cli]") {
    const StandInSwitch standin({"--start", "16", "--speed", "3600"});
    const TempFolder folder;
    std::istringstream secrets("public\n");
    std::ostringstream out, err;
    const int status = run_cli({"read-switch",
                                switch_demo_path,
                                "SW1",
                                "--address",
                                "127.0.0.1",
                                "--port",
                                std::to_string(standin.port),
                                "--under",
                                "day",
                                "--switch-clock",
                                "--watch",
                                "2",
                                "--every",
                                "0.5",
                                "--who",
                                "ab",
                                "--csv",
                                folder.file("series.csv"),
                                "--write",
                                folder.file("site.json"),
                                "--json"},
                               out, err, &secrets);
    INFO(err.str());
    // Dusk has come, and what cameras take then is not what they take by day.
    CHECK(status == cli_fails);
    const auto told = nlohmann::json::parse(out.str());
    CHECK(told["reads"].get<int>() >= 3);
    CHECK(told["ports"][3]["watts"]["verdict"] == "off");
    const std::string series = read_all(folder.file("series.csv"));
    CHECK(series.find("2027-01-15T16:") != std::string::npos);
    const Result<Site> kept = read_site(read_all(folder.file("site.json")));
    REQUIRE(kept);
    CHECK(kept->readings.size() > demo_site().readings.size() + 10);
    CHECK(kept->readings.back().who == "ab");
    for (const std::string& text :
         {series, read_all(folder.file("site.json")), out.str(), err.str()})
        CHECK(text.find("public") == std::string::npos);
    // Without an address, without a community, for a unit that is none.
    const auto refused = [&](std::vector<std::string> arguments, const std::string& typed) {
        std::istringstream in(typed);
        std::ostringstream said, why;
        arguments.insert(arguments.begin(), "read-switch");
        CHECK(run_cli(arguments, said, why, &in) == cli_unreadable);
        return why.str();
    };
    CHECK(refused({switch_demo_path, "SW1"}, "public\n").find("address") != std::string::npos);
    CHECK(refused({switch_demo_path, "SW1", "--address", "127.0.0.1"}, "").find("community") !=
          std::string::npos);
    CHECK(refused({switch_demo_path, "SW99", "--address", "127.0.0.1"}, "x\n").find("SW99") !=
          std::string::npos);
}
