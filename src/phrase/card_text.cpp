// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/card_text.h"

#include <fmt/format.h>

#include <cmath>

#include "phrase/numbers.h"

namespace ovant {

std::string caution_text(Caution caution) {
    switch (caution) {
        case Caution::height: return "Ladder or height: a second person, and your firm's rules.";
        case Caution::services: return "Opening ground: have services located first.";
        case Caution::earth:
            return "Outdoor copper: protectors at both ends, earthed by a licensed electrician to local "
                   "code.";
        case Caution::water: return "Water and salt: no work alone, plugs sealed, nothing live in the wet.";
        case Caution::bundle_heat:
            return "High power: local code limits how many such cables lie in one bundle.";
        case Caution::long_setting:
            return "Port on the long setting: 10 Mb/s for the whole group, nothing else on it.";
        case Caution::power_off_far_side:
            return "PoE off on the far side of the last repeater before the cable goes in: the load is "
                   "not PoE.";
    }
    return "";
}

std::string step_text(const CardStep& step, const TextContext& context) {
    std::string text = fmt::format(
        "{} {}{} to {} {}{}: {}, cut {}, label both ends {}.", step.from, step.from_in_line ? "side " : "port ",
        step.from_port, step.to, step.to_in_line ? "side " : "port ", step.to_port,
        kind_name(context, step.cable), shown(step.cut_m, Unit::metre, context.units), step.link);
    if (!step.protector_from.empty() && !step.protector_to.empty()) text += " Protector at each end.";
    else if (!step.protector_from.empty()) text += fmt::format(" Protector at {}.", step.from);
    else if (!step.protector_to.empty()) text += fmt::format(" Protector at {}.", step.to);
    if (!step.box_to.empty()) text += fmt::format(" {} in {}.", step.to, kind_name(context, step.box_to));
    return text;
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
