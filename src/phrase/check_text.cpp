// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/check_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <iterator>

#include "phrase/check_words.h"
#include "phrase/numbers.h"
#include "phrase/power_text.h"
#include "phrase/translate.h"

namespace ovant {
std::string Sentence::quantity(double value) const {
    return shown(value, check.unit, context.units, more);
}

std::string when(const Check& check) {
    if (!check.by_condition) return "";
    switch (check.condition) {
        case Condition::day: return said(" by day");
        case Condition::night: return said(" at night");
        case Condition::coldest_night: return said(" on the coldest night");
        case Condition::restart: return said(" when everything restarts");
    }
    return "";
}

namespace {

std::string ends_text(const Check& check) {
    return check.value == 0 ? said("no protectors")
                            : told("{:g} of {:g} ends", check.value, check.limit);
}

// Who says what does not hold, in the order of CheckId.
struct Words {
    CheckId id;
    std::string (*say)(const Sentence&);
};
constexpr Words words[] = {
    {CheckId::camera_voltage, camera_voltage_words},
    {CheckId::port_power, port_power_words},
    {CheckId::port_class, port_class_words},
    {CheckId::pair_current, pair_current_words},
    {CheckId::link_length, link_length_words},
    {CheckId::link_rate, link_rate_words},
    {CheckId::chain_count, chain_count_words},
    {CheckId::device_voltage, device_voltage_words},
    {CheckId::switch_power, switch_power_words},
    {CheckId::uplink_rate, uplink_rate_words},
    {CheckId::port_setting, port_setting_words},
    {CheckId::conductor, conductor_words},
    {CheckId::surge, surge_words},
    {CheckId::surroundings, surroundings_words},
    {CheckId::not_connected, not_connected_words},
    {CheckId::fibre_light, fibre_light_words},
    {CheckId::fibre_overload, fibre_overload_words},
    {CheckId::transceiver_pair, transceiver_pair_words},
    {CheckId::radio_clearance, radio_clearance_words},
    {CheckId::radio_fade_margin, radio_fade_margin_words},
    {CheckId::radio_airtime, radio_airtime_words},
    {CheckId::radio_limit, radio_limit_words},
    {CheckId::dc_voltage, dc_voltage_words},
    {CheckId::dc_polarity, dc_polarity_words},
    {CheckId::power_limited, power_limited_words},
    {CheckId::pair_alternative, pair_alternative_words},
    {CheckId::mains_at_place, mains_at_place_words},
    {CheckId::earth_between_buildings, earth_between_buildings_words},
    {CheckId::trunk_power, trunk_power_words},
    {CheckId::coax_loop, coax_loop_words},
    {CheckId::solar_days, solar_days_words},
    {CheckId::enclosure, enclosure_words},
    {CheckId::port_refused, port_refused_words},
    {CheckId::one_supply, one_supply_words},
    {CheckId::backup_time, backup_time_words},
    {CheckId::recorder_input, recorder_input_words},
    {CheckId::unexpected_power, unexpected_power_words},
    {CheckId::beyond_standard, beyond_standard_words},
    {CheckId::radio_far_ends, radio_far_ends_words},
    {CheckId::arriving_power, arriving_power_words},
    {CheckId::site_practice, site_practice_words},
    {CheckId::address_clash, address_clash_words},
    {CheckId::address_outside, address_outside_words},
    {CheckId::address_handed_out, address_handed_out_words},
    {CheckId::gateway_outside, gateway_outside_words},
    {CheckId::subnet_full, subnet_full_words},
    {CheckId::address_missing, address_missing_words},
    {CheckId::channel_clash, channel_clash_words},
    {CheckId::channel_missing, channel_missing_words},
    {CheckId::shared_room, shared_room_words},
    {CheckId::recorder_channels, recorder_channels_words},
    {CheckId::cable_heat, cable_heat_words},
    {CheckId::keeps_on, keeps_on_words},
    {CheckId::inrush, inrush_words},
    {CheckId::earth_at_unit, earth_at_unit_words},
    {CheckId::rack_room, rack_room_words},
};

constexpr bool each_check_has_words() {
    for (int i = 0; i < check_count; ++i) {
        if (words[i].id != static_cast<CheckId>(i)) return false;
    }
    return std::size(words) == check_count;
}
static_assert(each_check_has_words());

std::string failing_sentence(const Check& check, const TextContext& context) {
    const Sentence sentence{check, context,
                            digits_apart(check.value, check.limit, check.unit, context.units),
                            check.verdict == Verdict::fails};
    return words[static_cast<std::size_t>(check.id)].say(sentence);
}

}  // namespace

std::string figures(const Check& check, const TextContext& context) {
    if (check.note == Note::no_recorder) return "";
    switch (check.id) {
        case CheckId::port_class: return told("class {:g}, needs {:g}", check.value, check.limit);
        case CheckId::surge: return ends_text(check);
        case CheckId::radio_far_ends:
        case CheckId::shared_room:
        case CheckId::recorder_channels:
        case CheckId::rack_room:
        case CheckId::chain_count: return told("{:g} of {:g}", check.value, check.limit);
        case CheckId::conductor: return "";
        case CheckId::not_connected:
            return std::isnan(check.value) ? "" : shown(check.value, Unit::metre, context.units);
        case CheckId::surroundings:
            if (std::isnan(check.limit)) return "";
            return told("{}, made for {}", shown_number(check.value, check.unit, context.units),
                        shown(check.limit, check.unit, context.units));
        case CheckId::subnet_full: return told("{:g} of {:g}", check.value, check.limit);
        case CheckId::address_clash:
        case CheckId::address_outside:
        case CheckId::address_handed_out:
        case CheckId::gateway_outside:
        case CheckId::address_missing:
        case CheckId::channel_clash:
        case CheckId::channel_missing:
        case CheckId::transceiver_pair:
        case CheckId::unexpected_power:
        case CheckId::beyond_standard:
        case CheckId::site_practice:
        case CheckId::dc_polarity:
        case CheckId::pair_alternative:
        case CheckId::mains_at_place:
        case CheckId::earth_at_unit:
        case CheckId::earth_between_buildings: return "";
        case CheckId::radio_clearance:
            return told("{} clear, wants 60 %",
                        shown(std::min(check.value, 999.0), check.unit, context.units));
        case CheckId::backup_time:
            return told("{}, needs {}", duration_text(check.value * 3600),
                        duration_text(check.limit * 3600));
        case CheckId::fibre_light:
        case CheckId::radio_fade_margin:
            return told("{}, wants {}", shown(check.value, check.unit, context.units),
                        shown(check.keep_line, check.unit, context.units));
        default: break;
    }
    if (std::isnan(check.value)) return said("collapses");
    if (check.sense == Sense::at_least) {
        const int more = digits_apart(check.value, check.limit, check.unit, context.units);
        return told("{}, needs {}", shown_number(check.value, check.unit, context.units, more),
                    shown(check.limit, check.unit, context.units, more));
    }
    return value_of_limit(check.value, check.limit, check.unit, context.units);
}

namespace {

// What a check carries beyond value and limit, as it is read.
std::string detail_text(const Check& check, const TextContext& context) {
    const auto text = [&](double value, Unit unit) { return shown(value, unit, context.units); };
    if (const auto* totals = std::get_if<UnitTotals>(&check.detail)) {
        return told("by class {}, greatest draw {}, typical {}",
                    text(totals->by_class_w, Unit::watt), text(totals->greatest_draw_w, Unit::watt),
                    text(totals->typical_w, Unit::watt));
    }
    if (const auto* light = std::get_if<LightBalance>(&check.detail)) {
        return told("budget {}, loss {}", text(light->budget_db, Unit::decibel),
                    text(light->loss_db, Unit::decibel));
    }
    if (const auto* levels = std::get_if<RadioLevels>(&check.detail)) {
        return told("received {}, needs {} for {}",
                    text(levels->received_dbm, Unit::decibel_milliwatt),
                    text(levels->sensitivity_dbm, Unit::decibel_milliwatt),
                    text(levels->useful_mbps, Unit::megabit_per_second));
    }
    if (const auto* clearance = std::get_if<RadioClearance>(&check.detail)) {
        return told("nearest is {}, {} below the line",
                    check.other.empty() ? said("the ground") : check.other,
                    text(clearance->least_m, Unit::metre));
    }
    if (const auto* day = std::get_if<SolarDay>(&check.detail)) {
        return told("uses {} a day, gains {} in the worst month",
                    text(day->used_wh, Unit::watt_hour), text(day->gained_wh, Unit::watt_hour));
    }
    return "";
}

}  // namespace

// Long because it is a table: a line or two for each note.
std::string reason(const Check& check, const TextContext& context) {
    switch (check.note) {
        case Note::overloaded: return said("loaded with more than it can give");
        case Note::collapses: return said("no working voltage exists on this line");
        case Note::copper_clad: return said("copper-clad: 1.6 times the resistance");
        case Note::worst_permitted: return said("judged on the worst category cable allowed");
        case Note::stranded: return said("stranded cable loses more data than solid");
        case Note::past_stated_limit:
            return said("past the stated limit, seen to work; not promised by anyone");
        case Note::long_setting: return said("the long setting runs at 10 Mb/s");
        case Note::no_feed: return said("follow the cable: no PSE port at its end");
        case Note::no_cable: return said("no cable at the camera");
        case Note::power_off: return said("PoE is off on the port");
        case Note::reserves_by_class:
            return said("this unit reserves by class, whatever the cameras draw");
        case Note::too_cold:
        case Note::too_hot: return kind_name(context, check.other);
        case Note::indoor_outside:
            return told("{} is an indoor unit: fit an enclosure", check.subject);
        case Note::not_for_wet: return told("{} is not made for wet places", check.subject);
        case Note::cable_indoor_outside: return told("{} is indoor cable", check.subject);
        case Note::over_port_class: return said("split the load or feed it locally");
        case Note::crosses_water: return said("draw a pathway there, or go by radio");
        case Note::unit_without_power: return said("nothing comes through a unit that is dark");
        case Note::ends_nowhere:
            return said("follow the data from the camera: where it ends, a cable is missing");
        case Note::ends_before_head_end:
            return said("follow its data: where they end, a cable is missing");
        case Note::no_recorder: return said("place a recorder and join it, if it is not elsewhere");
        case Note::wrong_line: return said("a plain port cannot drive this line");
        case Note::unsure_rate: return said("try it on site before promising it");
        case Note::steel_core: return said("copper-clad steel core: many times the resistance");
        case Note::no_signature: return said("a PoE port waits for a signature");
        case Note::not_limited: return said("local code decides on such a circuit");
        case Note::other_pairs: return said("needs power on the pairs that carry data");
        case Note::pairs_unknown: return said("ask the maker before wiring");
        case Note::no_place: return said("put it at a place and say what mains it has");
        case Note::solar_only: return said("a solar supply of its own could feed it");
        case Note::generator: return said("a backup bridges the gaps of a generator");
        case Note::panel_too_small: return said("more panel, or fewer watts");
        case Note::no_optic:
        case Note::other_rate:
        case Note::other_wavelength:
        case Note::other_fibre:
        case Note::other_strands:
        case Note::other_channel:
        case Note::other_band: return said("both ends must be alike");
        case Note::past_transmit: return said("no radio gives more than its maker states");
        case Note::backup_elsewhere:
            return said("a UPS of its own, or mains from there by an electrician");
        case Note::no_more_fibres:
            return said("transceivers for one fibre take half, or lay another cable");
        case Note::path_cut: return said("raise an antenna, or go round by a relay");
        case Note::box_heater:
        case Note::no_mains: return said("bring mains, or feed it over the cable");
        case Note::not_promised:
            return said("fewer watts, more copper or another port: then it is promised");
        case Note::takes_no_power: return said("it can destroy what it reaches: unplug it");
        case Note::other_volts: return said("measure the volts before plugging in");
        case Note::passive_into_poe: return said("ask the maker whether it stands passive power");
        case Note::both_feed: return said("neither powers the other, data passes");
        case Note::passes_power_on:
        case Note::own_line:
        case Note::shared_cable:
            return said("makers promise it; choose another school to count on them");
        case Note::two_pairs: return said("split the load, or run a cable of its own");
        case Note::not_for_burial: return told("{} needs a direct burial cable", check.subject);
        case Note::not_for_digging:
            return said("a direct burial cable, or draw the pathway it lies in");
        case Note::unit_unprotected: return said("all that hang on it go with it");
        case Note::on_behind_repeater:
            return said("turn PoE off on the far side of the last repeater");
        case Note::large_load: return said("feed it over conductors of its own, or on the spot");
        case Note::large_picture: return said("a smaller picture, or another way");
        case Note::passive_feed:
        case Note::radio_near:
        case Note::switch_feeds:
        case Note::recorder_feeds: return said("set for this site under Practice");
        case Note::no_host: return said("its lowest and highest address are no unit's");
        case Note::subnets_overlap: return said("an address would lie in both");
        case Note::seen_in_use: return said("look who it is, or take another address");
        case Note::is_gateway:
        case Note::is_reserved: return said("take another address");
        case Note::past_channels: return said("another recorder, or one with more channels");
        case Note::long_on_uplink: return said("10 Mb/s for all of them: turn it off");
        case Note::not_for_water: return said("a unit rated for it, or a place above the water");
        case Note::wrong_current: return said("a.c. and d.c. are not the same: read the label");
        case Note::other_mains: return said("a unit for these mains, or a transformer");
        case Note::no_earth:
        case Note::exposed: return said("bond it to an earth; a licensed electrician says where");
        case Note::power_with_data: return said("set for this site under Practice");
        case Note::large_on_generator: return said("a backup bridges the gaps of a generator");
        case Note::none: break;
    }
    switch (check.id) {
        case CheckId::camera_voltage:
        case CheckId::port_power:
        case CheckId::pair_current:
        case CheckId::device_voltage:
            return fmt::format("{}, {}", check.subject,
                               check.condition == Condition::restart ? said("everything restarting")
                               : check.condition == Condition::day   ? said("by day")
                               : check.condition == Condition::night
                                   ? said("infrared on")
                                   : said("infrared and heater on"));
        case CheckId::link_length:
            return told("link {}, {}", check.subject, said(check.source.text));
        case CheckId::link_rate: return told("link {} up to the recorder", check.subject);
        case CheckId::port_class: return told("port {}", check.subject);
        case CheckId::conductor:
        case CheckId::surroundings: return kind_name(context, check.other);
        case CheckId::surge: return said("nobody knows which way the surge comes");
        case CheckId::uplink_rate: return told("cameras through port {}", check.subject);
        case CheckId::shared_room: return said("what lies there can be used once");
        case CheckId::recorder_channels: return said("another recorder, or one with more channels");
        case CheckId::port_setting: return said("whole group of ports");
        case CheckId::radio_airtime: return told("all far ends of {}", check.subject);
        case CheckId::radio_limit: return said("local radio law decides");
        case CheckId::cable_heat: return said("fewer cables together, or more air about them");
        case CheckId::rack_room: return said("a larger rack, or something out of it");
        case CheckId::keeps_on: return said("a port that lets it sleep, or no sleep");
        case CheckId::inrush: return said("no port has to give more");
        case CheckId::enclosure: return kind_name(context, check.other);
        case CheckId::earth_between_buildings:
            return said("nobody knows what flows between two earths");
        case CheckId::mains_at_place: return said("a licensed electrician puts in the outlet");
        default: return detail_text(check, context);
    }
}

std::string sentence(const Check& check, const TextContext& context) {
    if (check.verdict != Verdict::holds) return failing_sentence(check, context);
    const std::string numbers = figures(check, context);
    return numbers.empty() ? told("{} holds", title(check.id))
                           : told("{} holds, {}", title(check.id), numbers);
}

std::string run_sentence(const RunAssessment& run, const TextContext& context) {
    const Check* decisive = run.decisive();
    if (!decisive) return said("Nothing to judge yet");
    if (run.verdict != Verdict::holds) return failing_sentence(*decisive, context);
    const std::string numbers = figures(*decisive, context);
    return numbers.empty() ? said("Holds")
                           : told("Holds; nearest its limit: {}, {}", title(decisive->id), numbers);
}

std::string unit_sentence(const UnitAssessment& unit, const TextContext& context) {
    const Check* worst = nullptr;
    for (const Check& check : unit.checks) {
        if (!worst || worse(check, *worst)) worst = &check;
    }
    if (!worst) return told("{} feeds nothing yet", unit.device);
    if (worst->id == CheckId::switch_power && unit.by_class_w > unit.budget_w &&
        unit.greatest_w <= unit.budget_w && unit.basis != SwitchBasis::by_class) {
        return said("Budget holds on greatest draw, not on class reservation");
    }
    return sentence(*worst, context);
}

std::string moves_text(const std::vector<VerdictMove>& moves) {
    if (moves.empty()) return said("No verdict moves");
    std::string out =
        moves.size() == 1 ? said("1 verdict moves: ") : told("{} verdicts move: ", moves.size());
    for (Verdict to : {Verdict::fails, Verdict::tight, Verdict::unknown, Verdict::holds}) {
        std::vector<std::string> ids;
        for (const VerdictMove& move : moves) {
            if (move.to == to) ids.push_back(move.of);
        }
        if (ids.empty()) continue;
        const bool one = ids.size() == 1;
        const std::string now = to == Verdict::fails   ? (one ? said("fails") : said("fail"))
                                : to == Verdict::holds ? (one ? said("holds") : said("hold"))
                                : to == Verdict::tight
                                    ? (one ? said("is tight") : said("are tight"))
                                    : (one ? said("is unknown") : said("are unknown"));
        if (!out.ends_with(": ")) out += "; ";
        out += told("{} now {}", listed(ids), now);
    }
    return out;
}

std::string step_result(const Step& step, UnitSystem units) {
    if (step.unit == Unit::poe_class) return told("class {:g}", step.result);
    const double value = to_shown(step.result, step.unit, units);
    const std::string unit = unit_name(step.unit, units);
    const int digits = step.unit == Unit::ohm || step.unit == Unit::ampere ? 3 : 2;
    return fmt::format("= {:.{}f}{}{}", value, digits, unit.empty() ? "" : " ", unit);
}

std::string source_text(const Source& source) {
    return source.from_memory ? told("{} (from memory)", source.text) : std::string(source.text);
}

std::string kind_name(const TextContext& context, std::string_view kind) {
    const Kind* found = context.catalogue ? context.catalogue->find(kind) : nullptr;
    return found ? found->name : std::string(kind);
}

}  // namespace ovant
