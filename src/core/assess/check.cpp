// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/check.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace ovant {

std::string_view id_of(CheckId check) {
    switch (check) {
        case CheckId::camera_voltage: return "camera-voltage";
        case CheckId::port_power: return "port-power";
        case CheckId::port_class: return "port-class";
        case CheckId::pair_current: return "pair-current";
        case CheckId::link_length: return "link-length";
        case CheckId::link_rate: return "link-rate";
        case CheckId::chain_count: return "chain-count";
        case CheckId::device_voltage: return "device-voltage";
        case CheckId::switch_power: return "switch-power";
        case CheckId::uplink_rate: return "uplink-rate";
        case CheckId::port_setting: return "port-setting";
        case CheckId::conductor: return "conductor";
        case CheckId::surge: return "surge";
        case CheckId::surroundings: return "surroundings";
        case CheckId::not_connected: return "not-connected";
        case CheckId::fibre_light: return "fibre-light";
        case CheckId::fibre_overload: return "fibre-overload";
        case CheckId::transceiver_pair: return "transceiver-pair";
        case CheckId::radio_clearance: return "radio-clearance";
        case CheckId::radio_fade_margin: return "radio-fade-margin";
        case CheckId::radio_airtime: return "radio-airtime";
        case CheckId::radio_limit: return "radio-limit";
        case CheckId::dc_voltage: return "dc-voltage";
        case CheckId::dc_polarity: return "dc-polarity";
        case CheckId::power_limited: return "power-limited";
        case CheckId::pair_alternative: return "pair-alternative";
        case CheckId::mains_at_place: return "mains-at-place";
        case CheckId::earth_between_buildings: return "earth-between-buildings";
        case CheckId::trunk_power: return "trunk-power";
        case CheckId::coax_loop: return "coax-loop";
        case CheckId::solar_days: return "solar-days";
        case CheckId::enclosure: return "enclosure";
        case CheckId::port_refused: return "port-refused";
        case CheckId::one_supply: return "one-supply";
        case CheckId::backup_time: return "backup-time";
        case CheckId::recorder_input: return "recorder-input";
        case CheckId::unexpected_power: return "unexpected-power";
        case CheckId::beyond_standard: return "beyond-standard";
        case CheckId::radio_far_ends: return "radio-far-ends";
        case CheckId::arriving_power: return "arriving-power";
        case CheckId::site_practice: return "site-practice";
    }
    return "";
}

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
