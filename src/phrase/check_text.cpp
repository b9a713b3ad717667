// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/check_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "phrase/numbers.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

std::string when(const Check& check) {
    if (!check.by_condition) return "";
    switch (check.condition) {
        case Condition::day: return " by day";
        case Condition::night: return " at night";
        case Condition::coldest_night: return " on the coldest night";
        case Condition::restart: return " when everything restarts";
    }
    return "";
}

std::string ends_text(const Check& check) {
    return check.value == 0 ? "no protectors"
                            : fmt::format("{:g} of {:g} ends", check.value, check.limit);
}

std::string place_name(const Check& check) {
    return check.other.empty() ? check.subject : check.other;
}

std::string mismatch_text(const Check& check) {
    switch (check.note) {
        case Note::no_optic:
            return fmt::format("{} has an end without a transceiver", check.subject);
        case Note::other_rate: return fmt::format("The ends of {} differ in rate", check.subject);
        case Note::other_wavelength:
            return fmt::format("One end of {} sends what the other does not receive",
                               check.subject);
        case Note::other_fibre:
            return fmt::format("The transceivers of {} are not made for its fibre", check.subject);
        case Note::other_strands:
            return fmt::format("{} has not the fibres its transceivers need", check.subject);
        case Note::other_band:
            return fmt::format("The radios of {} differ in band or width", check.subject);
        default: return fmt::format("The ends of {} do not go together", check.subject);
    }
}

std::string unexpected_text(const Check& check, const TextContext& context) {
    const std::string volts =
        check.parts.empty() ? "volts" : shown(check.parts[0], Unit::volt, context.units);
    switch (check.note) {
        case Note::passive_into_poe:
            return fmt::format(
                "{} gets {} that is always on, from {}: made for PoE that asks first",
                check.subject, volts, check.other);
        case Note::other_volts:
            return fmt::format("{} gives {} that is always on to {}, which is not made for it",
                               check.other, volts, check.subject);
        case Note::on_behind_repeater:
            return fmt::format("{} passes PoE on, always on, into {}, which takes no power",
                               check.other, check.subject);
        case Note::takes_no_power:
            return fmt::format("{} puts {} that is always on into {}, which takes no power",
                               check.other, volts, check.subject);
        default: return title(check.id);
    }
}

std::string beyond_text(const Check& check) {
    switch (check.note) {
        case Note::passes_power_on:
            return fmt::format("{} only passes power on: no standard covers that", check.subject);
        case Note::own_line:
            return fmt::format("{} runs a line of its maker's own, not Ethernet", check.subject);
        case Note::shared_cable:
            return fmt::format("{} puts two cameras on one cable: a channel carries one",
                               check.subject);
        case Note::long_setting:
            return fmt::format("The long setting of {} is its maker's own", check.subject);
        default: return title(check.id);
    }
}

std::string mains_text(const Check& check, const TextContext& context) {
    switch (check.note) {
        case Note::no_place:
            return fmt::format("{} stands at no place: is there mains?", check.subject);
        case Note::generator:
            return fmt::format("{} hangs on a generator at {}: not steady", check.subject,
                               place_name(check));
        case Note::large_on_generator:
            return fmt::format(
                "{} hangs on a generator at {}: a camera of {} with motors will "
                "stutter or restart",
                check.subject, place_name(check),
                shown(check.parts.empty() ? 0 : check.parts[0], Unit::watt, context.units));
        case Note::box_heater:
            return fmt::format("The heater in the box of {} needs mains, {} has none",
                               check.subject, place_name(check));
        case Note::solar_only:
            return fmt::format("{} needs mains, {} has solar only", check.subject,
                               place_name(check));
        default: return fmt::format("No mains for {} at {}", check.subject, place_name(check));
    }
}

std::string practice_text(const Check& check, const TextContext& context) {
    const auto quantity = [&](double value) { return shown(value, check.unit, context.units); };
    switch (check.note) {
        case Note::large_load:
            return fmt::format("{} carries {}: this site keeps more than {} off category cable",
                               check.subject, quantity(check.value), quantity(check.limit));
        case Note::large_picture:
            return fmt::format("{:.1f} megapixels over {} at 10 Mb/s: this site allows {:.1f}",
                               check.value, check.subject, check.limit);
        case Note::passive_feed:
            return fmt::format("Port {} feeds without asking: this site allows no such feed",
                               check.subject);
        case Note::radio_near:
            return fmt::format("{} spans {} by radio: this site wants cable up to {}",
                               check.subject, quantity(check.value), quantity(check.limit));
        default:
            return fmt::format("Port {} feeds it: this site feeds cameras from the {}",
                               check.subject, check.other);
    }
}

// Sentences of what lies beyond ordinary copper: fibre, radio, d.c., places.
std::string far_sentence(const Check& check, const TextContext& context) {
    const int more = digits_apart(check.value, check.limit, check.unit, context.units);
    const auto quantity = [&](double value) {
        return shown(value, check.unit, context.units, more);
    };
    const bool fails = check.verdict == Verdict::fails;
    switch (check.id) {
        case CheckId::fibre_light:
            return fails ? fmt::format("Too little light over {}: {} short", check.subject,
                                       quantity(-check.margin))
                         : fmt::format("{} of light to spare over {}, inside the keep-back",
                                       quantity(check.value), check.subject);
        case CheckId::fibre_overload:
            return fmt::format("Too much light over {}: {} arrives, {} is the most", check.subject,
                               quantity(check.value), quantity(check.limit));
        case CheckId::transceiver_pair: return mismatch_text(check);
        case CheckId::radio_clearance: {
            const std::string what = check.other.empty() ? "the ground" : check.other;
            if (check.parts.size() < 2) return "The radio path is not clear";
            return fails ? fmt::format("{} cuts the radio path by {}", what,
                                       shown(-check.parts[0], Unit::metre, context.units))
                         : fmt::format("{} stands in the radio zone: {} clear, 60 % wanted", what,
                                       quantity(check.value));
        }
        case CheckId::radio_fade_margin:
            return fails ? fmt::format("Radio too weak over {}: {} below what the pictures need",
                                       check.subject, quantity(-check.margin))
                         : fmt::format("{} of fade margin over {}, less than is kept back",
                                       quantity(check.value), check.subject);
        case CheckId::radio_airtime:
            return fmt::format("{} of the airtime of {} is taken", quantity(check.value),
                               check.subject);
        case CheckId::radio_far_ends:
            return fmt::format("{} has {:g} far ends, its maker allows {:g}", check.subject,
                               check.value, check.limit);
        case CheckId::radio_limit:
            return fmt::format("{} radiates {}, {} is the limit here", check.subject,
                               quantity(check.value), quantity(check.limit));
        case CheckId::dc_voltage:
            return check.note == Note::no_signature
                       ? fmt::format("{} asks for no PoE, so port {} gives none", check.subject,
                                     check.other)
                       : fmt::format("{} would get {}, it stands {}", check.subject,
                                     quantity(check.value), quantity(check.limit));
        case CheckId::dc_polarity:
            return fmt::format("Plus and minus are crossed between {} and {}", check.other,
                               check.subject);
        case CheckId::power_limited:
            return check.note == Note::not_limited
                       ? fmt::format("{} is not marked as a power-limited source", check.subject)
                       : fmt::format("{} gives {}, a power-limited circuit ends at {}",
                                     check.subject, quantity(check.value), quantity(check.limit));
        case CheckId::unexpected_power: return unexpected_text(check, context);
        case CheckId::beyond_standard: return beyond_text(check);
        case CheckId::site_practice: return practice_text(check, context);
        case CheckId::arriving_power:
            if (check.note == Note::collapses || check.parts.empty())
                return fmt::format("The line collapses before {}", check.subject);
            return fmt::format("{} takes {}{} over {}: of port {} the maker says {} arrives",
                               check.subject, quantity(check.value), when(check),
                               shown(check.parts[0], Unit::metre, context.units), check.other,
                               quantity(check.limit));
        case CheckId::pair_alternative:
            return fails ? fmt::format("Port {} feeds the pairs that {} does not pass on",
                                       check.subject, check.other)
                         : fmt::format("Nobody says which pairs port {} feeds", check.subject);
        case CheckId::mains_at_place: return mains_text(check, context);
        case CheckId::earth_between_buildings:
            return fmt::format("Copper joins the earths of {}: prefer fibre", check.other);
        case CheckId::trunk_power:
            return fmt::format("{} passes on {}, it can {}", check.subject, quantity(check.value),
                               quantity(check.limit));
        case CheckId::coax_loop:
            return fmt::format("{} measures {}, the units work over {}", check.subject,
                               quantity(check.value), quantity(check.limit));
        case CheckId::solar_days:
            if (check.note == Note::panel_too_small && check.parts.size() == 2) {
                return fmt::format("The panel of {} gives {} a day in the worst month, {} is used",
                                   check.subject,
                                   shown(check.parts[1], Unit::watt_hour, context.units),
                                   shown(check.parts[0], Unit::watt_hour, context.units));
            }
            return fmt::format("The battery of {} lasts {} without sun, {} wanted", check.subject,
                               quantity(check.value), quantity(check.limit));
        case CheckId::enclosure:
            return fmt::format("It gets {} in the box of {}, {} is the most", quantity(check.value),
                               check.subject, quantity(check.limit));
        default: return title(check.id);
    }
}

std::string failing_sentence(const Check& check, const TextContext& context) {
    const int more = digits_apart(check.value, check.limit, check.unit, context.units);
    const auto quantity = [&](double value) {
        return shown(value, check.unit, context.units, more);
    };
    const bool fails = check.verdict == Verdict::fails;
    switch (check.id) {
        case CheckId::camera_voltage:
            if (check.note == Note::collapses) {
                return fmt::format("The line collapses{}: the cable cannot carry this load",
                                   when(check));
            }
            if (check.note == Note::not_promised && !check.parts.empty()) {
                return fmt::format(
                    "Camera runs{} on volts nobody promises: {} arrives, {} needed, dark below {}",
                    when(check), quantity(check.value), quantity(check.limit),
                    quantity(check.parts[0]));
            }
            return fails ? fmt::format("Camera goes dark{}: {} arrives, {} needed", when(check),
                                       quantity(check.value), quantity(check.limit))
                         : fmt::format("Volts at the camera are short of comfort{}: {}, {} needed",
                                       when(check), quantity(check.value), quantity(check.limit));
        case CheckId::device_voltage:
            if (check.note == Note::collapses) {
                return fmt::format("The line collapses{} before {}", when(check), check.subject);
            }
            return fmt::format("{} gets {}{}, needs {}", check.subject, quantity(check.value),
                               when(check), quantity(check.limit));
        case CheckId::port_power:
            if (check.note == Note::collapses) {
                return fmt::format("Port {} cannot feed this line{}", check.subject, when(check));
            }
            return fails ? fmt::format("Port {} is overloaded{}: {} of {}, it will cut and restart",
                                       check.subject, when(check),
                                       shown_number(check.value, check.unit, context.units, more),
                                       quantity(check.limit))
                         : fmt::format("Port {} gives {}{}, inside its {} but into the keep-back",
                                       check.subject, quantity(check.value), when(check),
                                       quantity(check.limit));
        case CheckId::port_class:
            if (check.note == Note::over_port_class) {
                return "The load takes more than any PoE class carries";
            }
            if (check.note == Note::two_pairs) {
                return fmt::format(
                    "The load asks for class {:g}, which needs four pairs; behind port {} there "
                    "are two",
                    check.limit, check.subject);
            }
            return fmt::format("Port {} offers class {:g}, the load asks for class {:g}",
                               check.subject, check.value, check.limit);
        case CheckId::pair_current:
            if (check.note == Note::collapses)
                return "The line collapses before any steady current";
            return fmt::format("{} in a pairset{}, {} is the most", quantity(check.value),
                               when(check), quantity(check.limit));
        case CheckId::link_length:
            if (check.note == Note::wrong_line) {
                return fmt::format("The two ends of {} do not speak the same line", check.subject);
            }
            if (check.note == Note::past_stated_limit) {
                return fmt::format("{} is {} long: past the stated {}, seen to work", check.subject,
                                   quantity(check.value), quantity(check.limit));
            }
            return fails ? fmt::format("{} is {} long, {} is the limit", check.subject,
                                       quantity(check.value), quantity(check.limit))
                         : fmt::format("{} is {} long, close to the limit of {}", check.subject,
                                       quantity(check.value), quantity(check.limit));
        case CheckId::link_rate:
            if (check.note == Note::unsure_rate) {
                return fmt::format("{} may carry {}: nobody knows before trying", check.subject,
                                   quantity(check.limit));
            }
            return fails ? fmt::format("The pictures need {}, {} runs at {}", quantity(check.value),
                                       check.subject, quantity(check.limit))
                         : fmt::format("The pictures need {} of {} on {}, more than {:.0f} % of it",
                                       quantity(check.value), quantity(check.limit), check.subject,
                                       100 * check.keep_line / check.limit);
        case CheckId::chain_count:
            return fmt::format("{:g} units in line, the maker allows {:g}", check.value,
                               check.limit);
        case CheckId::switch_power:
            return fails ? fmt::format("{} is asked for {}, its supply gives {}", check.subject,
                                       quantity(check.value), quantity(check.limit))
                         : fmt::format("{} gives {} of {}, into the keep-back", check.subject,
                                       shown_number(check.value, check.unit, context.units, more),
                                       quantity(check.limit));
        case CheckId::uplink_rate:
            return fmt::format("Uplink {} carries {} of {}", check.subject,
                               shown_number(check.value, check.unit, context.units),
                               quantity(check.limit));
        case CheckId::port_setting:
            return fmt::format("The long setting on {} holds {} down to 10 Mb/s, it needs {}",
                               check.subject, check.other, quantity(check.value));
        case CheckId::conductor:
            return check.note == Note::copper_clad
                       ? fmt::format("{} is copper-clad aluminium: not for PoE", check.subject)
                       : fmt::format("{} is stranded cable: for cords, not for runs",
                                     check.subject);
        case CheckId::surge:
            if (check.note == Note::unit_unprotected) {
                return fmt::format("{} stands between two outdoor lengths without surge protectors",
                                   check.other);
            }
            return check.value == 0
                       ? "Outdoor copper has no surge protectors"
                       : fmt::format("{:g} of {:g} ends of outdoor copper have a surge protector",
                                     check.value, check.limit);
        case CheckId::surroundings:
            switch (check.note) {
                case Note::too_cold:
                    return fmt::format("{} is made for {} and warmer, the coldest night is {}",
                                       check.subject, quantity(check.limit), quantity(check.value));
                case Note::too_hot:
                    return fmt::format("{} is made for {} at most, the day is {}", check.subject,
                                       quantity(check.limit), quantity(check.value));
                case Note::indoor_outside:
                    return fmt::format("{} is an indoor unit standing outdoors", check.subject);
                case Note::cable_indoor_outside:
                    return fmt::format("{} is indoor cable laid outdoors", check.subject);
                case Note::not_for_burial:
                    return fmt::format("{} lies in the ground and is not made for burial",
                                       check.subject);
                case Note::crosses_water:
                    return fmt::format("{} would lie in open water: no pathway leads there",
                                       check.subject);
                default: return fmt::format("{} is not made for wet places", check.subject);
            }
        case CheckId::not_connected:
            switch (check.note) {
                case Note::no_cable:
                    if (std::isnan(check.value) || check.parts.size() != 2)
                        return "Not connected yet";
                    return fmt::format(
                        "Not connected yet: {} from the head end, needs class {:g} and {}",
                        quantity(check.value), check.parts[0],
                        shown(check.parts[1], Unit::megabit_per_second, context.units));
                case Note::power_off: return "The port that should feed it is switched off";
                case Note::unit_without_power:
                    return fmt::format("{} on the way has no power", check.subject);
                default: return "Its cable leads to nothing that feeds it";
            }
        case CheckId::port_refused:
        case CheckId::one_supply:
        case CheckId::backup_time:
        case CheckId::recorder_input: return power_sentence(check, context);
        default: return far_sentence(check, context);
    }
    return title(check.id);
}

}  // namespace

std::string figures(const Check& check, const TextContext& context) {
    switch (check.id) {
        case CheckId::port_class:
            return fmt::format("class {:g}, needs {:g}", check.value, check.limit);
        case CheckId::surge: return ends_text(check);
        case CheckId::radio_far_ends:
        case CheckId::chain_count: return fmt::format("{:g} of {:g}", check.value, check.limit);
        case CheckId::conductor: return "";
        case CheckId::not_connected:
            return std::isnan(check.value) ? "" : shown(check.value, Unit::metre, context.units);
        case CheckId::surroundings:
            if (std::isnan(check.limit)) return "";
            return fmt::format("{}, made for {}",
                               shown_number(check.value, check.unit, context.units),
                               shown(check.limit, check.unit, context.units));
        case CheckId::transceiver_pair:
        case CheckId::unexpected_power:
        case CheckId::beyond_standard:
        case CheckId::site_practice:
        case CheckId::dc_polarity:
        case CheckId::pair_alternative:
        case CheckId::mains_at_place:
        case CheckId::earth_between_buildings: return "";
        case CheckId::radio_clearance:
            return fmt::format("{} clear, wants 60 %",
                               shown(std::min(check.value, 999.0), check.unit, context.units));
        case CheckId::backup_time:
            return fmt::format("{}, needs {}", duration_text(check.value * 3600),
                               duration_text(check.limit * 3600));
        case CheckId::fibre_light:
        case CheckId::radio_fade_margin:
            return fmt::format("{}, wants {}", shown(check.value, check.unit, context.units),
                               shown(check.keep_line, check.unit, context.units));
        default: break;
    }
    if (std::isnan(check.value)) return "collapses";
    if (check.sense == Sense::at_least) {
        const int more = digits_apart(check.value, check.limit, check.unit, context.units);
        return fmt::format("{}, needs {}",
                           shown_number(check.value, check.unit, context.units, more),
                           shown(check.limit, check.unit, context.units, more));
    }
    return value_of_limit(check.value, check.limit, check.unit, context.units);
}

std::string reason(const Check& check, const TextContext& context) {
    switch (check.note) {
        case Note::overloaded: return "loaded with more than it can give";
        case Note::collapses: return "no working voltage exists on this line";
        case Note::copper_clad: return "copper-clad: 1.6 times the resistance";
        case Note::worst_permitted: return "judged on the worst category cable allowed";
        case Note::stranded: return "stranded cable loses more data than solid";
        case Note::past_stated_limit:
            return "past the stated limit, seen to work; not promised by anyone";
        case Note::long_setting: return "the long setting runs at 10 Mb/s";
        case Note::no_feed: return "follow the cable: no PSE port at its end";
        case Note::no_cable: return "no cable at the camera";
        case Note::power_off: return "PoE is off on the port";
        case Note::reserves_by_class:
            return "this unit reserves by class, whatever the cameras draw";
        case Note::too_cold:
        case Note::too_hot: return kind_name(context, check.other);
        case Note::indoor_outside: return check.subject + " is an indoor unit: fit an enclosure";
        case Note::not_for_wet: return check.subject + " is not made for wet places";
        case Note::cable_indoor_outside: return check.subject + " is indoor cable";
        case Note::over_port_class: return "split the load or feed it locally";
        case Note::crosses_water: return "draw a pathway there, or go by radio";
        case Note::unit_without_power: return "no picture comes through a unit that is dark";
        case Note::wrong_line: return "a plain port cannot drive this line";
        case Note::unsure_rate: return "try it on site before promising it";
        case Note::steel_core: return "copper-clad steel core: many times the resistance";
        case Note::no_signature: return "a PoE port waits for a signature";
        case Note::not_limited: return "local code decides on such a circuit";
        case Note::other_pairs: return "needs power on the pairs that carry data";
        case Note::pairs_unknown: return "ask the maker before wiring";
        case Note::no_place: return "put it at a place and say what mains it has";
        case Note::solar_only: return "a solar supply of its own could feed it";
        case Note::generator: return "a backup bridges the gaps of a generator";
        case Note::panel_too_small: return "more panel, or fewer watts";
        case Note::no_optic:
        case Note::other_rate:
        case Note::other_wavelength:
        case Note::other_fibre:
        case Note::other_strands:
        case Note::other_band: return "both ends must be alike";
        case Note::path_cut: return "raise an antenna, or go round by a relay";
        case Note::box_heater:
        case Note::no_mains: return "bring mains, or feed it over the cable";
        case Note::not_promised:
            return "fewer watts, more copper or another port: then it is promised";
        case Note::takes_no_power: return "it can destroy what it reaches: unplug it";
        case Note::other_volts: return "measure the volts before plugging in";
        case Note::passive_into_poe: return "ask the maker whether it stands passive power";
        case Note::both_feed: return "neither powers the other, data passes";
        case Note::passes_power_on:
        case Note::own_line:
        case Note::shared_cable: return "makers promise it; choose another school to count on them";
        case Note::two_pairs: return "split the load, or run a cable of its own";
        case Note::not_for_burial: return check.subject + " needs a direct burial cable";
        case Note::unit_unprotected: return "all that hang on it go with it";
        case Note::on_behind_repeater: return "turn PoE off on the far side of the last repeater";
        case Note::large_load: return "feed it over conductors of its own, or on the spot";
        case Note::large_picture: return "a smaller picture, or another way";
        case Note::passive_feed:
        case Note::radio_near:
        case Note::other_feed: return "set for this site under Practice";
        case Note::large_on_generator: return "a backup bridges the gaps of a generator";
        case Note::none: break;
    }
    switch (check.id) {
        case CheckId::camera_voltage:
        case CheckId::port_power:
        case CheckId::pair_current:
        case CheckId::device_voltage:
            return fmt::format("{}, {}", check.subject,
                               check.condition == Condition::restart ? "everything restarting"
                               : check.condition == Condition::day   ? "by day"
                               : check.condition == Condition::night ? "infrared on"
                                                                     : "infrared and heater on");
        case CheckId::link_length:
            return "link " + check.subject + ", " + std::string(check.source.text);
        case CheckId::link_rate: return "link " + check.subject + " up to the recorder";
        case CheckId::port_class: return "port " + check.subject;
        case CheckId::conductor:
        case CheckId::surroundings: return kind_name(context, check.other);
        case CheckId::surge: return "nobody knows which way the surge comes";
        case CheckId::switch_power:
            if (check.parts.size() == 3) {
                return fmt::format("by class {}, greatest draw {}, typical {}",
                                   shown(check.parts[0], Unit::watt, context.units),
                                   shown(check.parts[1], Unit::watt, context.units),
                                   shown(check.parts[2], Unit::watt, context.units));
            }
            return "";
        case CheckId::uplink_rate: return "cameras through port " + check.subject;
        case CheckId::port_setting: return "whole group of ports";
        case CheckId::fibre_light:
            if (check.parts.size() != 2) return "";
            return fmt::format("budget {}, loss {}",
                               shown(check.parts[0], Unit::decibel, context.units),
                               shown(check.parts[1], Unit::decibel, context.units));
        case CheckId::radio_fade_margin:
            if (check.parts.size() != 3) return "";
            return fmt::format("received {}, needs {} for {}",
                               shown(check.parts[0], Unit::decibel_milliwatt, context.units),
                               shown(check.parts[1], Unit::decibel_milliwatt, context.units),
                               shown(check.parts[2], Unit::megabit_per_second, context.units));
        case CheckId::radio_clearance:
            if (check.parts.size() != 3) return "";
            return fmt::format("nearest is {}, {} below the line",
                               check.other.empty() ? "the ground" : check.other,
                               shown(check.parts[0], Unit::metre, context.units));
        case CheckId::radio_airtime: return "all far ends of " + check.subject;
        case CheckId::radio_limit: return "local radio law decides";
        case CheckId::solar_days:
            if (check.parts.size() != 2) return "";
            return fmt::format("uses {} a day, gains {} in the worst month",
                               shown(check.parts[0], Unit::watt_hour, context.units),
                               shown(check.parts[1], Unit::watt_hour, context.units));
        case CheckId::enclosure: return kind_name(context, check.other);
        case CheckId::earth_between_buildings: return "nobody knows what flows between two earths";
        case CheckId::mains_at_place: return "a licensed electrician puts in the outlet";
        default: return "";
    }
}

std::string sentence(const Check& check, const TextContext& context) {
    if (check.verdict != Verdict::holds) return failing_sentence(check, context);
    const std::string numbers = figures(check, context);
    return numbers.empty() ? title(check.id) + " holds"
                           : fmt::format("{} holds, {}", title(check.id), numbers);
}

std::string run_sentence(const RunAssessment& run, const TextContext& context) {
    const Check* decisive = run.decisive();
    if (!decisive) return "Nothing to judge yet";
    if (run.verdict != Verdict::holds) return failing_sentence(*decisive, context);
    const std::string numbers = figures(*decisive, context);
    return numbers.empty()
               ? "Holds"
               : fmt::format("Holds; nearest its limit: {}, {}", title(decisive->id), numbers);
}

std::string unit_sentence(const SwitchAssessment& unit, const TextContext& context) {
    const Check* worst = nullptr;
    for (const Check& check : unit.checks) {
        if (!worst || worse(check, *worst)) worst = &check;
    }
    if (!worst) return unit.device + " feeds nothing yet";
    if (worst->id == CheckId::switch_power && unit.by_class_w > unit.budget_w &&
        unit.greatest_w <= unit.budget_w && unit.basis != SwitchBasis::by_class) {
        return "Budget holds on greatest draw, not on class reservation";
    }
    return sentence(*worst, context);
}

std::string field_label(std::string_view path) {
    std::string label(path);
    for (std::string_view ending : {"_dbm", "_dbi", "_wh", "_mhz", "_mbps", "_ohm", "_c", "_w",
                                    "_v", "_h", "_px", "_nm", "_deg"}) {
        if (!label.ends_with(ending)) continue;
        label.resize(label.size() - ending.size());
        break;
    }
    if (label.ends_with("_m") && !label.ends_with("per_m")) label.resize(label.size() - 2);
    std::string out;
    for (char c : label) {
        if (c == '/')
            out += ": ";
        else
            out += c == '_' ? ' ' : c;
    }
    return out;
}

std::string step_result(const Step& step, UnitSystem units) {
    if (step.unit == Unit::poe_class) return fmt::format("class {:g}", step.result);
    const double value = to_shown(step.result, step.unit, units);
    const std::string unit = unit_name(step.unit, units);
    const int digits = step.unit == Unit::ohm || step.unit == Unit::ampere ? 3 : 2;
    return fmt::format("= {:.{}f}{}{}", value, digits, unit.empty() ? "" : " ", unit);
}

std::string source_text(const Source& source) {
    return source.from_memory ? fmt::format("{} (from memory)", source.text)
                              : std::string(source.text);
}

std::string kind_name(const TextContext& context, std::string_view kind) {
    const Kind* found = context.catalogue ? context.catalogue->find(kind) : nullptr;
    return found ? found->name : std::string(kind);
}

}  // namespace ovant
