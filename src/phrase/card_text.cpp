// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/card_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <cmath>

#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string caution_text(Caution caution) {
    switch (caution) {
        case Caution::height:
            return said("Ladder or height: a second person, and your firm's rules.");
        case Caution::services: return said("Opening ground: have services located first.");
        case Caution::earth:
            return said(
                "Outdoor copper: protectors at both ends, earthed by a licensed electrician to "
                "local "
                "code.");
        case Caution::water:
            return said("Water and salt: no work alone, plugs sealed, nothing live in the wet.");
        case Caution::bundle_heat:
            return said("High power: local code limits how many such cables lie in one bundle.");
        case Caution::long_setting:
            return said(
                "Port on the long setting: 10 Mb/s for the whole group, nothing else on it.");
        case Caution::power_off_far_side:
            return said(
                "PoE off on the far side of the last repeater before the cable goes in: the "
                "load is "
                "not PoE.");
        case Caution::mains: return said("Mains work: a licensed electrician, to local code.");
        case Caution::generator:
            return said(
                "Generator or inverter: check its volts under load before anything is plugged "
                "in.");
        case Caution::separate_earths:
            return said(
                "Copper between buildings with earths of their own: measure between them "
                "first; fibre avoids it.");
        case Caution::passive_power:
            return said(
                "Passive power is always on: never plug it into a port that does not expect it.");
        case Caution::dc_polarity:
            return said(
                "D.c. feed: check volts and polarity with a meter before the camera is joined.");
        case Caution::limited_circuit:
            return said("Power over long conductors: local code sets limits for such circuits.");
        case Caution::fibre_light:
            return said("Light in fibres: never look into an end or a port.");
        case Caution::radio:
            return said(
                "Radio: keep to local limits on power and channel, and stay clear of the "
                "antenna while it sends.");
        case Caution::batteries:
            return said(
                "Batteries: disconnect before work, keep tools insulated, keep them aired.");
        case Caution::vapour:
            return said(
                "Explosive vapour is possible here: no work and no unit without the zone's "
                "permit.");
        case Caution::privacy:
            return said("The view reaches far: mask what belongs to neighbours.");
    }
    return "";
}

std::string cut_text(const CardStep& step, const TextContext& context) {
    if (step.medium == Medium::radio) {
        return told("Antennas {} and {} above ground; pair them before mounting.",
                    shown(step.height_from_m, Unit::metre, context.units),
                    shown(step.height_to_m, Unit::metre, context.units));
    }
    if (step.medium == Medium::mains_wiring)
        return said("Same board and phase at both ends; try it.");
    if (!step.cut_with.empty())
        return told("{} is on the card of {}: cut it once.", step.link, step.cut_with);
    if (step.existing) return told("Use what hangs there, label both ends {}.", step.link);
    return told("Cut {}, label both ends {}.", shown(step.cut_m, Unit::metre, context.units),
                step.link);
}

namespace {

// A protector's sides and where its lead goes.
std::string protector_text(const CardStep& step) {
    const bool from = !step.protector_from.empty(), to = !step.protector_to.empty();
    if (!from && !to) return "";
    const std::string where = from && to ? said("both ends") : from ? step.from : step.to;
    std::vector<std::string> without;
    if (from && !step.earth_from) without.push_back(step.from);
    if (to && !step.earth_to) without.push_back(step.to);
    const std::string earth =
        without.empty() ? "" : told("; no earth drawn at {}", fmt::join(without, ", "));
    return told("Protector at {}: line side to this cable, lead to earth{}.", where, earth);
}

}  // namespace

std::string pairs_text(const CardStep& step) {
    if (!step.power) return "";
    const CardStep::Pairs& power = *step.power;
    if (power.passive && power.polarity != 0)
        return told("Power: plus on {}, minus on {}.",
                    power.polarity > 0 ? said("blue (4 5)") : said("brown (7 8)"),
                    power.polarity > 0 ? said("brown (7 8)") : said("blue (4 5)"));
    if (power.count >= 4) return said("Power on all four pairs.");
    switch (power.alternative) {
        case Alternative::a: return said("Power on orange and green (1 2, 3 6).");
        case Alternative::b: return said("Power on blue and brown (4 5, 7 8).");
        case Alternative::either: return said("Power on two pairs; its maker says which.");
    }
    return "";
}

std::string seen_text(const CardStep& step, const TextContext& context) {
    std::vector<std::string> parts;
    if (!std::isnan(step.expected_v))
        parts.push_back(told("{} or more", shown(step.expected_v, Unit::volt, context.units)));
    if (!std::isnan(step.expected_w))
        parts.push_back(told("up to {}", shown(step.expected_w, Unit::watt, context.units)));
    if (!std::isnan(step.expected_dbm))
        parts.push_back(shown(step.expected_dbm, Unit::decibel_milliwatt, context.units));
    if (!std::isnan(step.rate_mbps) && step.rate_mbps > 0)
        parts.push_back(shown(step.rate_mbps, Unit::megabit_per_second, context.units));
    std::string text;
    if (!std::isnan(step.open_v))
        text = told("Meter on the plug, nothing joined: about {}. ",
                    shown(step.open_v, Unit::volt, context.units));
    if (!parts.empty()) text += told("Expect at {}: {}.", step.to, fmt::join(parts, ", "));
    if (!step.lights_to.empty())
        text += told("{}Lights: {}.", text.empty() ? "" : " ", step.lights_to);
    return text;
}

std::string fit_text(const CardStep& step) {
    std::vector<std::string> parts;
    if (std::string protectors = protector_text(step); !protectors.empty())
        parts.push_back(std::move(protectors));
    if (!step.module_from.empty())
        parts.push_back(told("{} into {}.", step.module_from, step.from));
    if (!step.module_to.empty()) parts.push_back(told("{} into {}.", step.module_to, step.to));
    if (!step.box_to.empty()) parts.push_back(told("{} goes in a box.", step.to));
    if (step.combiner_to) {
        const bool b = *step.combiner_to == Alternative::b;
        parts.push_back(told("{} on alternative {}; if the camera stays dark, try {}.", step.to,
                             b ? 'B' : 'A', b ? 'A' : 'B'));
    }
    if (step.vlan_from > 0)
        parts.push_back(
            step.flow == CardStep::Flow::onward
                ? told("VLAN {} on {} port {}, then PoE off and on there: until it starts anew {} "
                       "keeps its old address.",
                       step.vlan_from, step.from, step.from_port, step.to)
                : told("VLAN {} on {} port {}, then start {} anew: until then it keeps its old "
                       "address.",
                       step.vlan_from, step.from, step.from_port, step.to));
    if (step.long_setting_from)
        parts.push_back(told("Long setting on at {} port {}.", step.from, step.from_port));
    if (step.power_off_from) parts.push_back(told("PoE off at {} {}.", step.from, step.from_port));
    return fmt::format("{}", fmt::join(parts, " "));
}

std::string cable_text(const CardStep& step, const TextContext& context) {
    const std::string name = kind_name(context, step.cable);
    return step.colour.empty() ? name + "." : told("{}, {}.", name, step.colour);
}

std::string ends_text(const CardStep& step) {
    const std::string ends = told("{} {} to {} {}", step.from, socket_text(step, true), step.to,
                                  socket_text(step, false));
    switch (step.flow) {
        case CardStep::Flow::none: return ends + ".";
        case CardStep::Flow::onward: return told("{}; power {} → {}.", ends, step.from, step.to);
        case CardStep::Flow::back: return told("{}; power {} → {}.", ends, step.to, step.from);
    }
    return ends;
}

std::string socket_text(const CardStep& step, bool leaving) {
    const std::string& port = leaving ? step.from_port : step.to_port;
    const bool in_line = leaving ? step.from_in_line : step.to_in_line;
    if (!in_line) return told("port {}", port);
    return told("side {}, faces {}", port, leaving ? step.to : step.from);
}

std::string expected_text(const Card& card, const TextContext& context) {
    if (std::isnan(card.expected_v) || std::isinf(card.expected_v)) {
        return said("Do not connect: as drawn, this camera does not get its power.");
    }
    return told("Expect {} or more, up to {}, and {} at the camera.",
                shown(card.expected_v, Unit::volt, context.units),
                shown(card.expected_w, Unit::watt, context.units),
                shown(card.rate_mbps, Unit::megabit_per_second, context.units));
}

std::string wiring_text(PlugWiring wiring) {
    // Contact 1 is on the left with the contacts up and the cable towards you. ANSI/TIA-568, from
    // memory.
    return wiring == PlugWiring::t568a
               ? said(
                     "Plugs T568A at both ends, 1 to 8: white-green, green, white-orange, blue, "
                     "white-blue, orange, white-brown, brown")
               : said(
                     "Plugs T568B at both ends, 1 to 8: white-orange, orange, white-green, blue, "
                     "white-blue, green, white-brown, brown");
}

}  // namespace ovant
