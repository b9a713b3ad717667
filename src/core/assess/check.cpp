// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/check.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <iterator>

namespace ovant {

namespace {

// Everything that is the same for all checks of an id, in the order of CheckId.
struct CheckFacts {
    CheckId id;
    std::string_view name;
    CheckStage stage;
};
constexpr CheckFacts checks[] = {
    {CheckId::camera_voltage, "camera-voltage", CheckStage::power},
    {CheckId::port_power, "port-power", CheckStage::power},
    {CheckId::port_class, "port-class", CheckStage::power},
    {CheckId::pair_current, "pair-current", CheckStage::power},
    {CheckId::link_length, "link-length", CheckStage::reach},
    {CheckId::link_rate, "link-rate", CheckStage::reach},
    {CheckId::chain_count, "chain-count", CheckStage::reach},
    {CheckId::device_voltage, "device-voltage", CheckStage::power},
    {CheckId::switch_power, "switch-power", CheckStage::power},
    {CheckId::uplink_rate, "uplink-rate", CheckStage::reach},
    {CheckId::port_setting, "port-setting", CheckStage::reach},
    {CheckId::conductor, "conductor", CheckStage::reach},
    {CheckId::surge, "surge", CheckStage::reach},
    {CheckId::surroundings, "surroundings", CheckStage::reach},
    {CheckId::not_connected, "not-connected", CheckStage::survey},
    {CheckId::fibre_light, "fibre-light", CheckStage::reach},
    {CheckId::fibre_overload, "fibre-overload", CheckStage::reach},
    {CheckId::transceiver_pair, "transceiver-pair", CheckStage::reach},
    {CheckId::radio_clearance, "radio-clearance", CheckStage::reach},
    {CheckId::radio_fade_margin, "radio-fade-margin", CheckStage::reach},
    {CheckId::radio_airtime, "radio-airtime", CheckStage::reach},
    {CheckId::radio_limit, "radio-limit", CheckStage::reach},
    {CheckId::dc_voltage, "dc-voltage", CheckStage::power},
    {CheckId::dc_polarity, "dc-polarity", CheckStage::power},
    {CheckId::power_limited, "power-limited", CheckStage::power},
    {CheckId::pair_alternative, "pair-alternative", CheckStage::power},
    {CheckId::mains_at_place, "mains-at-place", CheckStage::power},
    {CheckId::earth_between_buildings, "earth-between-buildings", CheckStage::reach},
    {CheckId::trunk_power, "trunk-power", CheckStage::power},
    {CheckId::coax_loop, "coax-loop", CheckStage::reach},
    {CheckId::solar_days, "solar-days", CheckStage::power},
    {CheckId::enclosure, "enclosure", CheckStage::reach},
    {CheckId::port_refused, "port-refused", CheckStage::power},
    {CheckId::one_supply, "one-supply", CheckStage::power},
    {CheckId::backup_time, "backup-time", CheckStage::power},
    {CheckId::recorder_input, "recorder-input", CheckStage::reach},
    {CheckId::unexpected_power, "unexpected-power", CheckStage::power},
    {CheckId::beyond_standard, "beyond-standard", CheckStage::reach},
    {CheckId::radio_far_ends, "radio-far-ends", CheckStage::reach},
    {CheckId::arriving_power, "arriving-power", CheckStage::power},
    {CheckId::site_practice, "site-practice", CheckStage::reach},
};
static_assert(std::size(checks) == check_count);

constexpr bool in_order() {
    for (int i = 0; i < check_count; ++i) {
        if (checks[i].id != static_cast<CheckId>(i)) return false;
    }
    return true;
}
static_assert(in_order());

const CheckFacts& facts_of(CheckId check) { return checks[static_cast<std::size_t>(check)]; }

}  // namespace

std::string_view id_of(CheckId check) { return facts_of(check).name; }
CheckStage stage_of(CheckId check) { return facts_of(check).stage; }

std::string_view id_of(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return "holds";
        case Verdict::tight: return "tight";
        case Verdict::fails: return "fails";
        case Verdict::unknown: return "unknown";
    }
    return "";
}

std::string_view id_of(Condition condition) {
    switch (condition) {
        case Condition::day: return "day";
        case Condition::night: return "night";
        case Condition::coldest_night: return "coldest-night";
        case Condition::restart: return "restart";
    }
    return "";
}

void judge(Check& check, double keep) {
    const bool at_most = check.sense == Sense::at_most;
    check.keep_line = at_most ? check.limit - keep : check.limit + keep;
    const auto room = [&](double line) {
        return at_most ? line - check.value : check.value - line;
    };
    check.margin = room(check.limit);
    // Rounding of the arithmetic, not leniency: a value on the limit is inside it.
    const double slack = 1e-9 * std::max(1.0, std::abs(check.limit));
    const bool counted = !std::isnan(check.margin) && !std::isnan(keep);
    assert((counted || check.note == Note::collapses) && "a verdict on nothing");
    if (!counted && check.note != Note::collapses) {
        check.verdict = Verdict::unknown;
    } else if (!(check.margin >= -slack)) {
        check.verdict = Verdict::fails;
    } else {
        check.verdict = room(check.keep_line) >= -slack ? Verdict::holds : Verdict::tight;
    }
}

double room_share(const Check& check) {
    const double of = check.limit != 0 ? std::abs(check.limit) : 4 * std::abs(check.keep_line);
    return check.margin / std::max(1e-12, of);
}

bool worse(const Check& a, const Check& b) {
    if (a.verdict != b.verdict) return a.verdict > b.verdict;
    const auto share = [](const Check& check) {
        // What can only hold or not has no room to spare: it is never "nearest its limit".
        const bool all_or_nothing =
            check.id == CheckId::radio_limit || check.id == CheckId::dc_voltage ||
            check.id == CheckId::power_limited || check.id == CheckId::fibre_overload ||
            check.id == CheckId::port_refused || check.id == CheckId::one_supply ||
            check.unit == Unit::none || check.unit == Unit::count ||
            check.unit == Unit::poe_class || check.unit == Unit::celsius;
        if (check.verdict == Verdict::holds && all_or_nothing) return 1e300;
        if (std::isnan(check.margin)) return -1e300;
        return room_share(check);
    };
    if (share(a) != share(b)) return share(a) < share(b);
    return a.id < b.id;
}

}  // namespace ovant
