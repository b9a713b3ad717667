// SPDX-License-Identifier: GPL-3.0-or-later
// What a managed switch tells: tables as values, odd and hostile ones, and what it means against
// the design.
#include <catch2/catch.hpp>
#include <rapidcheck/catch.h>

#include <filesystem>
#include <regex>

#include "core/format/site_json.h"
#include "core/format/switch_mib.h"
#include "core/prove/switch_seen.h"
#include "phrase/switch_text.h"
#include "support/builder.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

SwitchPort poe_port(std::uint32_t index, double watts) {
    SwitchPort port;
    port.if_index = index;
    port.name = std::to_string(index);
    port.up = true;
    port.rate_mbps = 100;
    port.errors = 0;
    port.octets = 1000;
    port.octets_wide = true;
    port.pse = watts > 0 ? PseState::delivering : PseState::searching;
    if (watts > 0) port.poe_class = 3;
    port.watts = watts;
    return port;
}

// A switch that tells of so many ports of PoE, and two without.
SwitchState told_state(std::uint32_t ports, double watts) {
    SwitchState out;
    out.name = "SW1";
    out.description = "test";
    out.up_s = 100;
    out.has_poe = true;
    out.budget_w = 120;
    for (std::uint32_t i = 1; i <= ports; ++i) out.ports.push_back(poe_port(i, i == 1 ? watts : 0));
    out.given_w = std::round(watts);
    return out;
}

bool has(const SwitchSeen& seen, SwitchNoteKind kind, const std::string& port = "") {
    return std::any_of(seen.notes.begin(), seen.notes.end(), [&](const SwitchNote& note) {
        return note.kind == kind && note.port == port;
    });
}

// One camera on port 1 of a switch with eight PoE ports and two uplinks, and its MAC known.
struct OneCamera {
    OneCamera() {
        site = site_with_run({});
        OnNetwork own;
        own.mac = "02:00:00:00:00:01";
        find_device(site, "K01")->on_network = own;
        const Kind& kind = *catalogue.find(find_device(site, "SW1")->kind);
        state = told_state(static_cast<std::uint32_t>(kind.ports.size()), 4);
        for (std::size_t i = 1; i < state.ports.size(); ++i) state.ports[i].up = false;
        for (SwitchPort& port : state.ports) {
            if (!port.up) port.rate_mbps = 0;
        }
        state.ports[0].macs = {"02:00:00:00:00:01"};
    }
    SwitchSeen see() const {
        const Result<SwitchSeen> seen = switch_seen(site, catalogue, state, asked);
        REQUIRE(seen);
        return *seen;
    }
    Site site;
    const Catalogue& catalogue = shipped_catalogue();
    SwitchState state;
    SwitchAsked asked{"SW1", ReadUnder::day, {}, {}, {"ab", "2027-01-15T14:05"}, nullptr, nullptr};
};

}  // namespace

TEST_CASE("the object ids are those of Debian's modules", "[switch][reference]") {
    const std::filesystem::path folders[] = {"/usr/lib/python3/dist-packages/pysnmp_mibs",
                                             "/usr/lib/python3/dist-packages/pysnmp/smi/mibs"};
    if (!std::filesystem::exists(folders[0])) {
        WARN("python3-pysnmp4-mibs is not installed: the ids are not compared");
        return;
    }
    std::size_t compared = 0;
    for (const SwitchColumn& column : switch_columns()) {
        std::string module;
        for (const std::filesystem::path& folder : folders) {
            const std::filesystem::path file = folder / (std::string(column.mib) + ".py");
            if (std::filesystem::exists(file)) module = read_all(file.string());
        }
        // LLDP-MIB is an IEEE module, which Debian does not have: from memory.
        if (column.mib == "LLDP-MIB") continue;
        INFO(column.mib << " " << column.name);
        REQUIRE_FALSE(module.empty());
        std::string id;
        for (std::uint32_t part : column.oid) id += (id.empty() ? "" : ", ") + std::to_string(part);
        const std::regex line(std::string(column.name) + " = Mib[A-Za-z]+\\(\\(([0-9, ]+)\\)");
        std::smatch found;
        REQUIRE(std::regex_search(module, found, line));
        CHECK(found[1].str() == id);
        ++compared;
    }
    CHECK(compared > 30);
}

TEST_CASE("what a switch tells is read back as it was", "[switch][property]") {
    rc::prop("state to variables and back", [] {
        SwitchState state;
        state.name = *rc::gen::container<std::string>(rc::gen::inRange('a', 'z'));
        state.up_s = *rc::gen::inRange(0, 1'000'000);
        state.clock = "2027-01-15T16:42:10";
        const auto ports = *rc::gen::inRange<std::uint32_t>(1, 48);
        for (std::uint32_t i = 1; i <= ports; ++i) {
            SwitchPort port;
            port.if_index = 1000 + i;
            port.name = "gi1/0/" + std::to_string(i);
            port.alias = *rc::gen::element<std::string>("", "gate", "pontoon 3");
            port.enabled = *rc::gen::arbitrary<bool>();
            port.up = *rc::gen::arbitrary<bool>();
            if (port.up) port.rate_mbps = *rc::gen::element(10.0, 100.0, 1000.0, 10000.0);
            port.half_duplex = port.up && *rc::gen::arbitrary<bool>();
            port.errors = *rc::gen::inRange<std::uint64_t>(0, 0x100000000ULL);
            port.octets = *rc::gen::arbitrary<std::uint64_t>();
            port.octets_wide = true;
            port.pse = static_cast<PseState>(*rc::gen::inRange(1, 7));
            if (port.pse == PseState::delivering) port.poe_class = *rc::gen::inRange(0, 5);
            port.pse_enabled = *rc::gen::arbitrary<bool>();
            port.denied = *rc::gen::inRange(0, 9);
            port.watts = *rc::gen::inRange(0, 90'000) / 1000.0;
            if (*rc::gen::arbitrary<bool>())
                port.macs = {"02:4d:51:00:00:" + std::to_string(10 + i)};
            if (*rc::gen::arbitrary<bool>()) {
                port.neighbour = "K" + std::to_string(i);
                port.neighbour_mac = "02:4d:51:00:01:" + std::to_string(10 + i);
            }
            state.ports.push_back(port);
        }
        state.has_poe = true;
        state.budget_w = *rc::gen::inRange(0, 2000);
        state.given_w = *rc::gen::inRange(0, 2000);
        SwitchState again = switch_state(switch_vars(state));
        for (std::size_t i = 0; i < state.ports.size(); ++i) {
            RC_ASSERT(std::abs(*again.ports[i].watts - *state.ports[i].watts) < 1e-9);
            again.ports[i].watts = state.ports[i].watts;
        }
        RC_ASSERT(again == state);
    });
}

TEST_CASE("counters that wrap go on counting", "[switch]") {
    CHECK(counted_since(5, 9, 32) == 4);
    CHECK(counted_since(4294967295u, 0, 32) == 1);
    CHECK(counted_since(4294967290u, 4, 32) == 10);
    CHECK(counted_since(18446744073709551615u, 1, 64) == 2);
    OneCamera one;
    SwitchState before = one.state;
    before.up_s = 40;
    before.ports[0].octets = 4'294'000'000;
    one.state.ports[0].octets_wide = before.ports[0].octets_wide = false;
    // 4 Mb/s over 60 s are 30,000,000 octets, past the end of 32 bits.
    one.state.ports[0].octets = 4'294'000'000 + 30'000'000 - 4'294'967'296;
    one.asked.before = one.asked.first = &before;
    const SwitchSeen seen = one.see();
    REQUIRE(seen.rows[0].bit_rate);
    CHECK(seen.rows[0].bit_rate->reading.value == Approx(4));
    CHECK(seen.rows[0].bit_rate->reading.subject == "K01");
    CHECK(seen.rows[0].bit_rate->judged.verdict == ReadingVerdict::as_promised);
    // A switch that has restarted counts from new: nothing is made of it.
    before.up_s = 4000;
    const SwitchSeen restarted = one.see();
    CHECK_FALSE(restarted.rows[0].bit_rate);
    CHECK(has(restarted, SwitchNoteKind::restarted));
}

TEST_CASE("PoE ports are told apart by place in the list, by ifIndex, or in order over a stack",
          "[switch]") {
    const SwitchState state = told_state(4, 6);
    const auto poe_index = [](std::vector<SnmpVar> vars, auto change) {
        for (SnmpVar& var : vars) {
            if (var.oid.size() > 9 && var.oid[6] == 105 && var.oid[8] == 1)
                change(var.oid[var.oid.size() - 2], var.oid.back());
        }
        return vars;
    };
    std::vector<SnmpVar> vars = switch_vars(state);
    // As its index counts the ports, wherever ifIndex begins.
    for (std::uint32_t base : {0u, 10u, 49152u}) {
        SwitchState moved = state;
        for (SwitchPort& port : moved.ports) port.if_index += base;
        CHECK(switch_state(switch_vars(moved)) == moved);
    }
    // As its index is the ifIndex.
    SwitchState far = state;
    for (SwitchPort& port : far.ports) port.if_index += 100;
    vars = poe_index(switch_vars(far), [](std::uint32_t&, std::uint32_t& index) { index += 100; });
    CHECK(switch_state(vars) == far);
    // Two units of two ports each.
    vars = poe_index(switch_vars(state), [](std::uint32_t& group, std::uint32_t& index) {
        group = index > 2 ? 2 : 1;
        index = index > 2 ? index - 2 : index;
    });
    CHECK(switch_state(vars).ports[0].pse == PseState::delivering);
    CHECK(switch_state(vars).ports[2].pse == PseState::searching);
    // One more than there are ports is said, not put somewhere.
    vars = poe_index(switch_vars(state), [](std::uint32_t&, std::uint32_t& index) {
        if (index == 4) index = 77;
    });
    CHECK(switch_state(vars).poe_rows_without_port == 1);
}

TEST_CASE("a sensor of watts is read in its scale, and found where it is contained", "[switch]") {
    SwitchState state = told_state(2, 6);
    std::vector<SnmpVar> vars = switch_vars(state);
    const auto set = [&](std::uint32_t column, std::uint64_t value) {
        for (SnmpVar& var : vars) {
            if (var.oid.size() == 12 && var.oid[6] == 99 && var.oid[10] == column &&
                var.oid.back() == 2001)
                var.number = value;
        }
    };
    set(4, 725);  // 72.5 by one decimal
    set(3, 1);
    set(2, 9);
    CHECK(switch_state(vars).ports[0].watts == Approx(72.5));
    set(5, 2);  // not available
    CHECK_FALSE(switch_state(vars).ports[0].watts);
    set(5, 1);
    set(1, 4);  // volts of direct current
    CHECK_FALSE(switch_state(vars).ports[0].watts);
    set(1, 6);
    set(4, static_cast<std::uint64_t>(-5));
    CHECK_FALSE(switch_state(vars).ports[0].watts);
    // Entities that contain each other lead nowhere, and to an end.
    for (SnmpVar& var : vars) {
        if (var.oid.size() == 13 && var.oid[6] == 47 && var.oid[11] == 4)
            var.number = var.oid.back();
    }
    switch_state(vars);
}

TEST_CASE("a switch as designed has nothing to be looked at", "[switch]") {
    const OneCamera one;
    const SwitchSeen seen = one.see();
    for (const SwitchNote& note : seen.notes) CHECK_FALSE(is_trouble(note.kind));
    REQUIRE(seen.rows[0].watts);
    CHECK(seen.rows[0].watts->judged.verdict == ReadingVerdict::as_promised);
    CHECK(seen.rows[0].rate->judged.verdict == ReadingVerdict::as_promised);
    CHECK(seen.rows[0].rate->reading.subject == "L1");
    REQUIRE(seen.given);
    CHECK(seen.given->judged.promised == Approx(seen.rows[0].watts->judged.promised));
    CHECK_FALSE(seen.rows[1].watts);
}

TEST_CASE("each thing that is not as it should be is said at its port", "[switch]") {
    using K = SwitchNoteKind;
    OneCamera one;
    SECTION("no load is found") {
        one.state.ports[0] = poe_port(1, 0);
        one.state.ports[0].up = false;
        one.state.ports[0].rate_mbps = 0;
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::not_fed, "1"));
        CHECK(seen.rows[0].watts->judged.verdict == ReadingVerdict::off);
        CHECK(seen.rows[0].rate->judged.verdict == ReadingVerdict::off);
        CHECK(switch_note_text("SW1", seen.notes.back()).starts_with("SW1.1: finds no load"));
    }
    SECTION("the same without sensors: no watts are none") {
        one.state.ports[0].pse = PseState::searching;
        one.state.ports[0].watts.reset();
        CHECK(one.see().rows[0].watts->reading.value == 0);
    }
    SECTION("switched off") {
        one.state.ports[0].pse_enabled = false;
        one.state.ports[0].pse = PseState::disabled;
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::switched_off, "1"));
        CHECK_FALSE(has(seen, K::not_fed, "1"));
    }
    SECTION("half duplex") {
        one.state.ports[0].half_duplex = true;
        CHECK(has(one.see(), K::half_duplex, "1"));
    }
    SECTION("something where nothing is planned") {
        one.state.ports[2].up = true;
        CHECK(has(one.see(), K::not_planned, "3"));
    }
    SECTION("the camera on another port") {
        one.state.ports[2].macs = {"02:00:00:00:00:01"};
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::other_unit, "3"));
        CHECK_FALSE(has(seen, K::other_unit, "1"));
        CHECK(switch_note_text("SW1", seen.notes.back()) ==
              "SW1.3: K01 answers here, where it is not planned");
    }
    SECTION("the same by its name alone") {
        one.state.ports[2].neighbour = "k01";
        CHECK(has(one.see(), K::other_unit, "3"));
    }
    SECTION("a fault, a class, what was counted") {
        SwitchPort& port = one.state.ports[0];
        port.pse = PseState::fault;
        port.poe_class = 4;
        port.denied = 2;
        port.overloads = 1;
        port.errors = 12;
        const SwitchSeen seen = one.see();
        for (K kind : {K::port_fault, K::other_class, K::denied, K::overload, K::damaged_frames})
            CHECK(has(seen, kind, "1"));
        // Watched, only what has come since counts.
        SwitchState first = one.state;
        first.up_s = 10;
        one.asked.first = &first;
        const SwitchSeen watched = one.see();
        for (K kind : {K::denied, K::overload, K::damaged_frames})
            CHECK_FALSE(has(watched, kind, "1"));
        CHECK(has(watched, K::port_fault, "1"));
    }
    SECTION("classes with the same watts are one") {
        one.state.ports[0].poe_class = 0;
        CHECK_FALSE(has(one.see(), K::other_class, "1"));
    }
}

TEST_CASE("at dusk either condition is as promised, and nothing beyond both", "[switch]") {
    OneCamera one;
    const auto verdict = [&](double watts) {
        one.state.ports[0].watts = watts;
        return one.see().rows[0].watts->judged.verdict;
    };
    const double day_w = one.see().rows[0].watts->judged.most;
    one.asked.under = ReadUnder::night;
    const double night_w = one.see().rows[0].watts->judged.most;
    REQUIRE(night_w > day_w + 1);
    one.asked.under = ReadUnder::day;
    CHECK(verdict((day_w + night_w) / 2) == ReadingVerdict::off);
    one.asked.or_under = ReadUnder::night;
    CHECK(verdict((day_w + night_w) / 2) == ReadingVerdict::as_promised);
    CHECK(one.see().rows[0].watts->reading.under == ReadUnder::night);
    CHECK(verdict(day_w - 0.5) == ReadingVerdict::as_promised);
    CHECK(one.see().rows[0].watts->reading.under == ReadUnder::day);
    CHECK(verdict(night_w + 0.5) != ReadingVerdict::as_promised);
}

TEST_CASE("a switch that lacks a table says so, and what it has is read", "[switch]") {
    using K = SwitchNoteKind;
    OneCamera one;
    SECTION("nothing of PoE") {
        one.state.has_poe = false;
        for (SwitchPort& port : one.state.ports) {
            port.pse = PseState::none;
            port.watts.reset();
        }
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::no_poe));
        CHECK_FALSE(seen.given);
        CHECK_FALSE(seen.rows[0].watts);
        CHECK(seen.rows[0].rate);
    }
    SECTION("no watts of single ports") {
        for (SwitchPort& port : one.state.ports) port.watts.reset();
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::no_port_watts));
        CHECK_FALSE(seen.rows[0].watts);
        CHECK(seen.given);
    }
    SECTION("nobody known") {
        one.state.ports[0].macs.clear();
        CHECK(has(one.see(), K::nothing_learnt));
    }
    SECTION("nothing at all") {
        one.state = {};
        const SwitchSeen seen = one.see();
        REQUIRE(seen.notes.size() == 1);
        CHECK(seen.notes[0].kind == K::not_answering);
    }
    SECTION("more than was read, and PoE of nobody knows which port") {
        one.state.cut_short = true;
        one.state.poe_rows_without_port = 3;
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::cut_short));
        CHECK(has(seen, K::poe_elsewhere));
    }
    SECTION("48 ports where the design has ten: by the numbers in their names") {
        one.state = told_state(48, 6);
        for (SwitchPort& port : one.state.ports) port.name = "gi1/0/" + port.name;
        std::rotate(one.state.ports.begin(), one.state.ports.begin() + 24, one.state.ports.end());
        const SwitchSeen seen = one.see();
        CHECK(has(seen, K::other_ports));
        REQUIRE(seen.rows[0].at);
        CHECK(one.state.ports[*seen.rows[0].at].name == "gi1/0/1");
        CHECK(seen.rows[0].watts->reading.value == 6);
    }
    SECTION("a recorder or nothing at all is asked") {
        one.asked.device = "K01";
        CHECK_FALSE(switch_seen(one.site, one.catalogue, one.state, one.asked));
        one.asked.device = "SW9";
        const auto seen = switch_seen(one.site, one.catalogue, one.state, one.asked);
        REQUIRE_FALSE(seen);
        CHECK(seen.error().code == ErrorCode::no_such_object);
    }
}

TEST_CASE("day turns to night at sunset, by the site's own sun", "[switch]") {
    Settings settings;
    settings.day.latitude_deg = 50;
    settings.day.longitude_deg = 0;
    settings.day.utc_offset_h = 0;
    const SunTimes sun = sun_times({2027, 1, 15}, 50, 0, 0);
    const auto clock = [](double t_s) {
        const int minutes = static_cast<int>(t_s / 60);
        return fmt::format("2027-01-15T{:02}:{:02}", minutes / 60, minutes % 60);
    };
    const auto at = [&](double t_s) { return under_sun(settings, clock(t_s)); };
    CHECK(at(sun.sunset_s - 120).under == ReadUnder::day);
    CHECK(at(sun.sunset_s + 120).under == ReadUnder::night);
    CHECK(at(sun.sunrise_s - 120).under == ReadUnder::night);
    CHECK(at(sun.sunrise_s + 120).under == ReadUnder::day);
    // Each camera has its own idea of dark: just inside and just outside.
    CHECK(at(sun.sunset_s + twilight_s - 120).or_under == ReadUnder::day);
    CHECK_FALSE(at(sun.sunset_s + twilight_s + 120).or_under);
    CHECK(at(sun.sunset_s - twilight_s + 120).or_under == ReadUnder::night);
    CHECK_FALSE(at(sun.sunset_s - twilight_s - 120).or_under);
    settings.day.latitude_deg = 85;
    CHECK(under_sun(settings, "2027-01-15T12:00").under == ReadUnder::night);
    CHECK(under_sun(settings, "2027-07-15T00:00").under == ReadUnder::day);
    CHECK_FALSE(under_sun(settings, "2027-07-15T00:00").or_under);
    for (const char* odd : {"", "2027-13-45T12:00", "yesterday", "2027-01-15", "2027-01-15Txx:yy"})
        under_sun(settings, odd);
}

TEST_CASE("what was watched is kept as the greatest by day and by night", "[switch]") {
    OneCamera one;
    SwitchSeries series;
    const auto take = [&](double watts, double mbps, const char* when, ReadUnder under) {
        SwitchState state = one.state;
        state.up_s = 100.0 + static_cast<double>(series.count) * 60;
        state.ports[0].watts = watts;
        state.ports[0].rate_mbps = mbps;
        one.asked.now.when = when;
        one.asked.under = under;
        REQUIRE_FALSE(take_state(series, one.site, one.catalogue, state, one.asked));
    };
    take(3, 100, "2027-01-15T15:00", ReadUnder::day);
    take(4, 10, "2027-01-15T15:01", ReadUnder::day);
    take(2.5, 100, "2027-01-15T15:02", ReadUnder::day);
    take(9, 100, "2027-01-15T17:00", ReadUnder::night);
    const auto kept = [&](ReadingOf of, ReadUnder under) {
        const auto found =
            std::find_if(series.watched.begin(), series.watched.end(), [&](const Watched& each) {
                return each.reading.of == of && each.reading.under == under &&
                       each.reading.subject != "SW1";
            });
        REQUIRE(found != series.watched.end());
        return *found;
    };
    const Watched day = kept(ReadingOf::watts, ReadUnder::day);
    CHECK(day.reading.value == 4);
    CHECK(day.reading.when == "2027-01-15T15:01");
    CHECK(watched_text(day, UnitSystem::metric) == "read 3 times, 15:00 to 15:02: 2.5 W to 4 W");
    CHECK(kept(ReadingOf::watts, ReadUnder::night).reading.value == 9);
    CHECK(watched_text(kept(ReadingOf::watts, ReadUnder::night), UnitSystem::metric).empty());
    CHECK(kept(ReadingOf::link_rate, ReadUnder::day).reading.value == 10);
    CHECK(std::count(series.csv.begin(), series.csv.end(), '\n') == 1 + 4 * 2);
    CHECK(series.csv.find("2027-01-15T15:01,SW1,1,4,as-promised,10,off,") != std::string::npos);
    // Kept in the site they are readings like any.
    std::vector<Reading> readings;
    for (const Watched& watched : series.watched) readings.push_back(watched.reading);
    const Result<Site> site = keep_readings(one.site, readings);
    REQUIRE(site);
    const Result<Site> again = read_site(write_site(*site));
    REQUIRE(again);
    CHECK(again->readings == site->readings);
    CHECK(site->readings.size() == readings.size());
}
