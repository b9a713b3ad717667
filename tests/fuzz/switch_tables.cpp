// SPDX-License-Identifier: GPL-3.0-or-later
// Variables of SNMP of whatever content: rows of "column type index-length index value-length
// value".
#include <set>

#include "core/prove/switch_seen.h"
#include "fuzz/fuzz.h"
#include "phrase/switch_text.h"

using namespace ovant;

namespace {

std::vector<SnmpVar> vars_of(const std::uint8_t* data, std::size_t size) {
    std::vector<SnmpVar> out;
    std::size_t at = 0;
    const auto byte = [&]() -> std::uint8_t { return at < size ? data[at++] : 0; };
    while (at < size) {
        SnmpVar var;
        const auto& columns = switch_columns();
        var.oid = columns[byte() % columns.size()].oid;
        var.type = static_cast<SnmpType>(byte() % 7);
        for (int left = byte() % 16; left > 0; --left) var.oid.push_back(byte());
        for (int left = byte() % 24; left > 0; --left) {
            var.octets += static_cast<char>(byte());
            var.number = var.number << 8 | static_cast<unsigned char>(var.octets.back());
            var.object.push_back(static_cast<unsigned char>(var.octets.back()));
        }
        out.push_back(std::move(var));
    }
    return out;
}

const Site& some_site() {
    static const Site site = [] {
        const Result<Site> read = read_site(
            R"({"format":"ovant-site","version":4,"name":"x","devices":[{"id":"SW1","kind":"sw-8-at-120","at":[0,0]},)"
            R"({"id":"K01","kind":"cam-fixed-4mp","at":[9,0]}],"links":[{"id":"L1","cable":"cat5e-solid-24-out",)"
            R"("a":{"device":"SW1","port":"1"},"b":{"device":"K01","port":"lan"},"measured_length_m":20}]})");
        promise(static_cast<bool>(read));
        return *read;
    }();
    return site;
}

}  // namespace

int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const SwitchState state = switch_state(vars_of(data, size));
    std::set<std::uint32_t> known;
    for (const SwitchPort& port : state.ports) {
        promise(known.insert(port.if_index).second);
        promise(!port.watts || (*port.watts >= 0 && *port.watts <= 1000));
        promise(!port.poe_class || (*port.poe_class >= 0 && *port.poe_class <= 4));
        for (char c : port.name + port.alias + port.neighbour) promise(c >= 0x20 && c < 0x7f);
    }
    SwitchAsked asked;
    asked.device = "SW1";
    SwitchSeries series;
    for (int i = 0; i < 2; ++i)
        promise(!take_state(series, some_site(), shipped_catalogue(), state, asked));
    for (const SwitchNote& note : series.seen->notes)
        promise(switch_note_text("SW1", note).size() > 5);
    promise(!switch_text(state, UnitSystem::metric).empty());
    std::vector<Reading> readings;
    for (const Watched& watched : series.watched) readings.push_back(watched.reading);
    if (const Result<Site> kept = keep_readings(some_site(), readings)) promise_kept(*kept);
    return 0;
}
