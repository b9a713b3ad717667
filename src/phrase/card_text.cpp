// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/card_text.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <cmath>

#include "phrase/numbers.h"

namespace ovant {

std::string caution_text(Caution caution) {
    switch (caution) {
        case Caution::height: return "Ladder or height: a second person, and your firm's rules.";
        case Caution::services: return "Opening ground: have services located first.";
        case Caution::earth:
            return "Outdoor copper: protectors at both ends, earthed by a licensed electrician to "
                   "local "
                   "code.";
        case Caution::water:
            return "Water and salt: no work alone, plugs sealed, nothing live in the wet.";
        case Caution::bundle_heat:
            return "High power: local code limits how many such cables lie in one bundle.";
        case Caution::long_setting:
            return "Port on the long setting: 10 Mb/s for the whole group, nothing else on it.";
        case Caution::power_off_far_side:
            return "PoE off on the far side of the last repeater before the cable goes in: the "
                   "load is "
                   "not PoE.";
        case Caution::mains: return "Mains work: a licensed electrician, to local code.";
        case Caution::generator:
            return "Generator or inverter: check its volts under load before anything is plugged "
                   "in.";
        case Caution::separate_earths:
            return "Copper between buildings with earths of their own: measure between them "
                   "first; fibre avoids it.";
        case Caution::passive_power:
            return "Passive power is always on: never plug it into a port that does not expect it.";
        case Caution::dc_polarity:
            return "D.c. feed: check volts and polarity with a meter before the camera is joined.";
        case Caution::limited_circuit:
            return "Power over long conductors: local code sets limits for such circuits.";
        case Caution::fibre_light: return "Light in fibres: never look into an end or a port.";
        case Caution::radio:
            return "Radio: keep to local limits on power and channel, and stay clear of the "
                   "antenna while it sends.";
        case Caution::batteries:
            return "Batteries: disconnect before work, keep tools insulated, keep them aired.";
        case Caution::vapour:
            return "Explosive vapour is possible here: no work and no unit without the zone's "
                   "permit.";
        case Caution::privacy: return "The view reaches far: mask what belongs to neighbours.";
    }
    return "";
}

std::string cut_text(const CardStep& step, const TextContext& context) {
    if (step.medium == Medium::radio) {
        return fmt::format("Antennas {} and {} above ground; pair them before mounting.",
                           shown(step.height_from_m, Unit::metre, context.units),
                           shown(step.height_to_m, Unit::metre, context.units));
    }
    if (step.medium == Medium::mains_wiring) return "Same board and phase at both ends; try it.";
    if (step.existing) return fmt::format("Use what hangs there, label both ends {}.", step.link);
    return fmt::format("Cut {}, label both ends {}.", shown(step.cut_m, Unit::metre, context.units),
                       step.link);
}

std::string fit_text(const CardStep& step) {
    std::vector<std::string> parts;
    if (!step.protector_from.empty() && !step.protector_to.empty()) {
        parts.push_back("Protector at each end.");
    } else if (!step.protector_from.empty()) {
        parts.push_back(fmt::format("Protector at {}.", step.from));
    } else if (!step.protector_to.empty()) {
        parts.push_back(fmt::format("Protector at {}.", step.to));
    }
    if (!step.module_from.empty())
        parts.push_back(fmt::format("{} into {}.", step.module_from, step.from));
    if (!step.module_to.empty())
        parts.push_back(fmt::format("{} into {}.", step.module_to, step.to));
    if (!step.box_to.empty()) parts.push_back(fmt::format("{} goes in a box.", step.to));
    if (step.combiner_to) {
        const bool b = *step.combiner_to == Alternative::b;
        parts.push_back(fmt::format("{} on alternative {}; if the camera stays dark, try {}.",
                                    step.to, b ? 'B' : 'A', b ? 'A' : 'B'));
    }
    if (step.power_off_from)
        parts.push_back(fmt::format("PoE off at {} {}.", step.from, step.from_port));
    return fmt::format("{}", fmt::join(parts, " "));
}

std::string socket_text(const CardStep& step, bool leaving) {
    const std::string& port = leaving ? step.from_port : step.to_port;
    const bool in_line = leaving ? step.from_in_line : step.to_in_line;
    if (!in_line) return "port " + port;
    return fmt::format("side {}, faces {}", port, leaving ? step.to : step.from);
}

std::string expected_text(const Card& card, const TextContext& context) {
    if (std::isnan(card.expected_v) || std::isinf(card.expected_v)) {
        return "Do not connect: as drawn, this camera does not get its power.";
    }
    return fmt::format("Expect {} or more, up to {}, and {} at the camera.",
                       shown(card.expected_v, Unit::volt, context.units),
                       shown(card.expected_w, Unit::watt, context.units),
                       shown(card.rate_mbps, Unit::megabit_per_second, context.units));
}

std::string wiring_text(PlugWiring wiring) {
    return wiring == PlugWiring::t568a ? "Plugs T568A at both ends" : "Plugs T568B at both ends";
}

}  // namespace ovant
