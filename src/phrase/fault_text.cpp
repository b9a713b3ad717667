// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/fault_text.h"

#include <fmt/ranges.h>

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/prove/readings.h"
#include "core/text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

constexpr double clear_enough = 0.9;

std::string in_pair(const std::string& pair) {
    if (pair.empty()) return "";
    return pair == another_pair     ? said(", in a pair that was not read")
           : pair == pair_with_data ? said(", in a pair with data")
                                    : told(", in pair {}", pair);
}

}  // namespace

std::string defects_text(const Defects& found, UnitSystem units) {
    std::vector<std::string> parts;
    if (found.resistance_share > 0)
        parts.push_back(
            told("{:.0f} % more resistance than its sheet", 100 * found.resistance_share));
    if (found.joint_ohm > 0)
        parts.push_back(told("a joint has {} too much", shown(found.joint_ohm, Unit::ohm, units)));
    if (found.conductors_open == 1) parts.push_back(said("a conductor is open"));
    if (found.conductors_open == 2) parts.push_back(said("a pair is open"));
    if (!parts.empty() && (found.joint_ohm > 0 || found.conductors_open > 0))
        parts.back() += in_pair(found.pair);
    if (found.loss_db > 0)
        parts.push_back(told("loses {} too much", shown(found.loss_db, Unit::decibel, units)));
    if (found.noise_db > 0)
        parts.push_back(told("is disturbed by {}", shown(found.noise_db, Unit::decibel, units)));
    if (found.attenuation_share > 0) parts.push_back(said("water is in it"));
    if (found.crossed) parts.push_back(said("it is crossed"));
    return fmt::format("{}", fmt::join(parts, "; "));
}

std::string fault_text(const Fault& fault, UnitSystem units) {
    const std::string& at = fault.at;
    const FaultFacts& facts = facts_of(fault.kind);
    const auto amount = [&] { return shown(fault.amount, facts.unit, units); };
    switch (fault.kind) {
        case FaultKind::none: return said("nothing is wrong");
        case FaultKind::copper_clad: return told("{} is copper-clad aluminium, not copper", at);
        case FaultKind::thinner:
            return told("{} is about {:.0f} gauges thinner than drawn", at, fault.amount);
        case FaultKind::longer: return told("{} is about {} longer than drawn", at, amount());
        case FaultKind::pair_open: return told("a pair of {} is open", at) + in_pair(fault.to);
        case FaultKind::conductor_open:
            return told("a conductor of {} is open", at) + in_pair(fault.to);
        case FaultKind::bad_joint:
            return told("a joint of {} has {} too much", at, amount()) + in_pair(fault.to);
        case FaultKind::cord_in_run: return told("about {} of patch cord is in {}", amount(), at);
        case FaultKind::other_port: return told("{} is plugged into {}", at, fault.to);
        case FaultKind::low_volts: return told("{} gives {} less volts", at, amount());
        case FaultKind::draws_more:
            return told("{} draws {} more than its sheet says", at, amount());
        case FaultKind::infrared_on: return told("the infrared of {} was on", at);
        case FaultKind::wrong_setting:
            return told("the long setting of {}, group {}, is not as drawn", at, fault.to);
        case FaultKind::units_swapped: return told("{} and {} are swapped", at, fault.to);
        case FaultKind::extra_unit: return told("one more unit like {} is in the run", at);
        case FaultKind::wrong_alternative:
            return told("{} is set to the other alternative, A or B", at);
        case FaultKind::crossed: return told("{} is crossed", at);
        case FaultKind::light_lost: return told("{} loses {} of light too much", at, amount());
        case FaultKind::wrong_optic: {
            const std::size_t sign = std::min(fault.to.find('='), fault.to.size() - 1);
            return told("port {} of {} holds another transceiver, such as {}",
                        fault.to.substr(0, sign), at, fault.to.substr(sign + 1));
        }
        case FaultKind::radio_turned:
            return told("an antenna of {} looks about {:.0f}° aside", at, fault.amount);
        case FaultKind::radio_hidden:
            return told("something in the way of {} takes {}", at, amount());
        case FaultKind::interference: return told("other senders disturb {} by {}", at, amount());
        case FaultKind::water: return told("water is in {}", at);
    }
    return "";
}

std::string mend_text(const Fault& fault) {
    const std::string& at = fault.at;
    switch (fault.kind) {
        case FaultKind::none: return "";
        case FaultKind::copper_clad:
        case FaultKind::thinner:
            return told("Cut an end of {} open, look, and pull solid copper.", at);
        case FaultKind::longer: return told("Measure {} and take its length into the design.", at);
        case FaultKind::pair_open:
        case FaultKind::conductor_open: return told("Wire-map {}, then renew both its plugs.", at);
        case FaultKind::bad_joint: return told("Renew the plugs and joints of {}.", at);
        case FaultKind::cord_in_run: return told("Follow {} and take the cord out of it.", at);
        case FaultKind::other_port: return told("Look at the plug of {} and its port.", at);
        case FaultKind::low_volts: return told("Read the volts at {} with nothing plugged in.", at);
        case FaultKind::draws_more:
            return told("Read the watts of {} with everything else off it.", at);
        case FaultKind::infrared_on:
            return told("Open the page of {}, or read it in daylight.", at);
        case FaultKind::wrong_setting:
            return told("Flip the long setting of {}, group {}.", at, fault.to);
        case FaultKind::units_swapped:
        case FaultKind::extra_unit:
            return said("Walk the run and hold the units against its card.");
        case FaultKind::wrong_alternative: return told("Set {} to the other alternative.", at);
        case FaultKind::crossed:
            return told("Turn the two conductors or fibres of {} at one end.", at);
        case FaultKind::light_lost: return told("Clean both ends of {}, look for tight bends.", at);
        case FaultKind::wrong_optic: return told("Read the label of the transceiver in {}.", at);
        case FaultKind::radio_turned:
            return told("Turn the antennas of {} for the best level.", at);
        case FaultKind::radio_hidden:
            return told("Look along {}: leaves, a crane, a new roof.", at);
        case FaultKind::interference:
            return told("Scan the band at both ends of {}, change channel.", at);
        case FaultKind::water:
            return told("Open the joints of {}; wet cable is renewed, not dried.", at);
    }
    return "";
}

std::string likelihood_text(double probability) {
    return told("{:.0f} in 100", std::clamp(std::round(probability * 100), 1.0, 99.0));
}

std::string diagnosis_text(const Diagnosis& diagnosis) {
    const auto off =
        std::count_if(diagnosis.judged.begin(), diagnosis.judged.end(),
                      [](const JudgedReading& one) { return one.verdict == ReadingVerdict::off; });
    const std::size_t read = diagnosis.readings.size();
    std::string out = off == 0 ? told("Readings along this run: {}, all as promised.", read)
                               : told("Readings along this run: {}, of them off: {}.", read, off);
    if (diagnosis.impossible > 0)
        out += " " + told("Left out, as physics forbids them or nothing is promised: {}.",
                          diagnosis.impossible);
    if (diagnosis.before_mending > 0)
        out +=
            " " + told("Left out, as read before the last mending: {}.", diagnosis.before_mending);
    if (diagnosis.read_again > 0)
        out += " " + told("Left out, as the same was read again later: {}.", diagnosis.read_again);
    return out;
}

std::string tried_text(const TriedFault& tried, UnitSystem units) {
    const std::string what =
        capitalised(fault_text({tried.fault, tried.at, tried.to, tried.amount}, units));
    std::string out =
        tried.outcome == FaultOutcome::mended ? told("{}: mended", what) : told("{}: not it", what);
    if (const std::string by = signed_text(tried.who, tried.when); !by.empty())
        out += " (" + by + ")";
    return out;
}

std::string next_text(const Diagnosis& diagnosis, UnitSystem units) {
    if (!diagnosis.next && diagnosis.suspects.front().probability > clear_enough)
        return said("It is clear enough to go and look: no reading would make it much clearer.");
    if (!diagnosis.next || diagnosis.suspects.size() < 2)
        return said("No further reading along this run tells the first suspects apart.");
    const NextReading& next = *diagnosis.next;
    const Unit unit = unit_of(next.reading.of);
    return told("Next, read {} at {}, about {:.0f} min: {} if {}, {} if {}.",
                lowered(title(next.reading.of)), next.reading.subject, next.minutes,
                shown(next.if_first, unit, units),
                fault_text(diagnosis.suspects.front().fault, units),
                shown(next.if_second, unit, units),
                fault_text(diagnosis.suspects[next.second].fault, units));
}

}  // namespace ovant
