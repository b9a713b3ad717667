// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/readings.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "core/assess/port_feed.h"
#include "core/edits/edits.h"
#include "core/look_up.h"
#include "core/physics/conductor.h"
#include "core/prove/promise.h"

namespace ovant {
namespace {

constexpr double rates_mbps[] = {0, 10, 100, 1000, 2500, 5000, 10000};

bool is_a_rate(double mbps) {
    return std::any_of(std::begin(rates_mbps), std::end(rates_mbps),
                       [&](double rate) { return rate == mbps; });
}

bool is_a_wire_map(double value) {
    return value == std::floor(value) && value >= 0 && value <= static_cast<double>(WireMap::split);
}

bool is_a_symptom(double value) {
    return value == std::floor(value) && value >= 0 &&
           value <= static_cast<double>(Symptom::stutters);
}

JudgedReading judged(const Site& site, const Reading& reading, const Promise& promise) {
    JudgedReading out;
    out.unit = unit_of(reading.of);
    out.instrument_off = instrument_off(site, reading);
    if (std::isnan(promise.value)) return out;
    out.promised = promise.value;
    out.model_off = promise.below;
    out.least = promise.value - promise.below - out.instrument_off;
    if (promise.lowest >= 0) out.least = std::max(0.0, out.least);
    out.most = promise.value + promise.above + out.instrument_off;
    out.working = promise.working;
    out.working.push_back(
        {"as promised down to promise − model − instrument, or 0",
         fmt::format("{:.2f} − {:.2f} − {:.2f}", promise.value, promise.below, out.instrument_off),
         out.least, out.unit, source::reading_tolerance});
    const double value = reading.value;
    if (reading.of == ReadingOf::symptom && !is_a_symptom(value)) {
        out.verdict = ReadingVerdict::impossible;
        out.note = ReadingNote::no_symptom;
    } else if (reading.of == ReadingOf::wire_map && !is_a_wire_map(value)) {
        out.verdict = ReadingVerdict::impossible;
        out.note = ReadingNote::no_wire_map;
    } else if (promise.of_ethernet && !is_a_rate(value)) {
        out.verdict = ReadingVerdict::impossible;
        out.note = ReadingNote::no_rate;
    } else if (value > promise.highest + out.instrument_off) {
        out.verdict = ReadingVerdict::impossible;
        out.note = promise.past_highest;
    } else if (value < promise.lowest - out.instrument_off) {
        out.verdict = ReadingVerdict::impossible;
        out.note = promise.past_lowest;
    } else if (value >= out.least && value <= out.most) {
        out.verdict = ReadingVerdict::as_promised;
    } else {
        out.verdict = ReadingVerdict::off;
        const double bits = value * 8;
        if (reading.of == ReadingOf::bit_rate && value < out.least && bits >= out.least &&
            bits <= out.most)
            out.note = ReadingNote::bytes_for_bits;
    }
    return out;
}

}  // namespace

std::string_view id_of(ReadingVerdict verdict) {
    switch (verdict) {
        case ReadingVerdict::as_promised: return "as-promised";
        case ReadingVerdict::off: return "off";
        case ReadingVerdict::impossible: return "impossible";
        case ReadingVerdict::no_promise: return "no-promise";
    }
    return "";
}

Verdict mark_of(ReadingVerdict verdict) {
    switch (verdict) {
        case ReadingVerdict::as_promised: return Verdict::holds;
        case ReadingVerdict::off: return Verdict::fails;
        case ReadingVerdict::impossible: return Verdict::tight;
        case ReadingVerdict::no_promise: return Verdict::unknown;
    }
    return Verdict::unknown;
}

Unit unit_of(ReadingOf of) {
    switch (of) {
        case ReadingOf::length: return Unit::metre;
        case ReadingOf::loop_resistance: return Unit::ohm;
        case ReadingOf::volts: return Unit::volt;
        case ReadingOf::watts: return Unit::watt;
        case ReadingOf::link_rate:
        case ReadingOf::throughput:
        case ReadingOf::bit_rate: return Unit::megabit_per_second;
        case ReadingOf::wire_map: return Unit::wire_map;
        case ReadingOf::symptom: return Unit::symptom;
        case ReadingOf::errors: return Unit::count;
        case ReadingOf::delay: return Unit::millisecond;
        case ReadingOf::backup_time: return Unit::hour;
        case ReadingOf::light:
        case ReadingOf::radio_level: return Unit::decibel_milliwatt;
    }
    return Unit::none;
}

bool is_choice(ReadingOf of) {
    return of == ReadingOf::link_rate || of == ReadingOf::wire_map || of == ReadingOf::symptom;
}

bool tells_faults(ReadingOf of) {
    return of != ReadingOf::errors && of != ReadingOf::delay && of != ReadingOf::backup_time;
}

bool can_be_read_at(const Site& site, const Catalogue& catalogue, const std::string& subject) {
    if (find_link(site, subject) || find_device(site, subject)) return true;
    const std::size_t dot = subject.rfind('.');
    if (dot == std::string::npos) return false;
    const Device* device = find_device(site, subject.substr(0, dot));
    const Kind* kind = device ? catalogue.find(device->kind) : nullptr;
    return kind && find_port(*kind, subject.substr(dot + 1));
}

double instrument_off(const Site& site, const Reading& reading) {
    const auto found =
        std::find_if(site.instruments.begin(), site.instruments.end(),
                     [&](const Instrument& one) { return one.id == reading.instrument; });
    if (found != site.instruments.end()) {
        for (const Accuracy& accuracy : found->accuracy) {
            if (accuracy.of == reading.of)
                return accuracy.share * std::abs(reading.value) + accuracy.plus;
        }
    }
    const double value = std::abs(reading.value);
    switch (reading.of) {
        case ReadingOf::length: return 0.03 * value + 1;
        case ReadingOf::loop_resistance: return 0.01 * value + 0.2;
        case ReadingOf::volts: return 0.01 * value + 0.2;
        case ReadingOf::watts: return 0.03 * value + 0.3;
        case ReadingOf::link_rate: return 0;
        case ReadingOf::bit_rate: return 0.05 * value;
        case ReadingOf::light: return 0.5;
        case ReadingOf::radio_level: return 2;
        case ReadingOf::wire_map:
        case ReadingOf::symptom:
        case ReadingOf::errors: return 0;
        case ReadingOf::throughput: return 0.1 * value;
        case ReadingOf::delay: return 1;
        case ReadingOf::backup_time: return 1.0 / 60;
    }
    return 0;
}

JudgedReading judge_reading(const Site& site, const Catalogue& catalogue, const Reading& reading) {
    const Site then = as_read(site, reading);
    const Network net = lay_out(then, catalogue);
    return judged(site, reading, Promises(net).of(reading));
}

JudgedReading promise_of(const Site& site, const Catalogue& catalogue, const Reading& reading) {
    const Site then = as_read(site, reading);
    const Network net = lay_out(then, catalogue);
    const Promise promise = Promises(net).of(reading);
    Reading as_promised = reading;
    as_promised.value = promise.value;
    return judged(site, as_promised, promise);
}

namespace {

// Readings of one evening share the site as it was: laid out once, since how it lies is no matter
// of temperature, and solved once for each.
std::map<std::optional<double>, std::vector<std::size_t>> by_temperature(
    const std::vector<Reading>& readings) {
    std::map<std::optional<double>, std::vector<std::size_t>> out;
    for (std::size_t i = 0; i < readings.size(); ++i) out[readings[i].temperature_c].push_back(i);
    return out;
}

}  // namespace

std::vector<double> values_read(Site site, const Catalogue& catalogue,
                                const std::vector<Reading>& readings) {
    std::vector<double> out(readings.size());
    const Tolerances tolerances = site.settings.tolerances;
    const Settings settings = site.settings;
    if (readings.empty()) return out;
    const Network net = lay_out(site, catalogue);
    Promises promises(net, Promises::Steps::none);
    for (const auto& [temperature_c, group] : by_temperature(readings)) {
        site.settings = as_read(settings, readings[group.front()]);
        site.settings.tolerances = tolerances;
        promises.settings_changed();
        for (std::size_t i : group) out[i] = promises.of(readings[i]).value;
    }
    return out;
}

std::vector<JudgedReading> judge_readings(const Site& site, const Catalogue& catalogue) {
    return judge_readings(site, catalogue, site.readings);
}

std::vector<JudgedReading> judge_readings(const Site& site, const Catalogue& catalogue,
                                          const std::vector<Reading>& readings) {
    std::vector<JudgedReading> out(readings.size());
    if (readings.empty()) return out;
    Site then = as_read(site, readings.front());
    const Network net = lay_out(then, catalogue);
    Promises promises(net);
    for (const auto& [temperature_c, group] : by_temperature(readings)) {
        then.settings = as_read(site.settings, readings[group.front()]);
        promises.settings_changed();
        for (std::size_t i : group) out[i] = judged(site, readings[i], promises.of(readings[i]));
    }
    return out;
}

Result<Site> take_into_design(const Site& site, const Catalogue& catalogue, std::string_view id) {
    const auto reading = std::find_if(site.readings.begin(), site.readings.end(),
                                      [&](const Reading& one) { return one.id == id; });
    if (reading == site.readings.end())
        return Error{ErrorCode::no_such_object, "", std::string(id), ""};
    if (reading->of == ReadingOf::length)
        return set_measured_length(site, reading->subject, reading->value);
    const Link* link = find_link(site, reading->subject);
    const bool pair =
        link && or_nothing(cable_facts(catalogue, link->cable)).medium == Medium::twisted_pair;
    if (reading->of != ReadingOf::loop_resistance || !pair)
        return Error{ErrorCode::not_possible, "", std::string(id),
                     "only a length, or the loop of a twisted pair, is taken into the design"};
    // What a meter reads has cords, joints and protectors in it, and is as warm as the cable was.
    Site bare = as_read(site, *reading);
    change(find_link(bare, link->id), [](Link& one) {
        one.measured_loop_ohm = 0;
        one.measured_length_m = 0;
    });
    const Network net = lay_out(bare, catalogue);
    const Condition condition = condition_of(reading->under);
    for (const NetLink& laid : net.links) {
        if (laid.link->id != link->id) continue;
        const double beside_ohm = link_loop_ohm(net, laid, 1, condition);
        const double temperature_c = link_temperature_c(net, laid, condition);
        const double cold_ohm =
            (reading->value - beside_ohm) / (1 + copper_temperature_per_k * (temperature_c - 20));
        return set_measured_loop(site, link->id, std::max(0.0, cold_ohm));
    }
    return Error{ErrorCode::no_such_object, "", reading->subject, ""};
}

}  // namespace ovant
