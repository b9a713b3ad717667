// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/check_text.h"

#include <fmt/format.h>

#include <cmath>

#include "phrase/numbers.h"

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

std::string failing_sentence(const Check& check, const TextContext& context) {
    const auto quantity = [&](double value) { return shown(value, check.unit, context.units); };
    const bool fails = check.verdict == Verdict::fails;
    switch (check.id) {
        case CheckId::camera_voltage:
            if (check.note == Note::collapses) {
                return fmt::format("The line collapses{}: the cable cannot carry this load",
                                   when(check));
            }
            return fails ? fmt::format("Camera drops out{}: {} arrives, {} needed", when(check),
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
                                       shown_number(check.value, check.unit, context.units),
                                       quantity(check.limit))
                         : fmt::format("Port {} gives {}{}, inside its {} but into the keep-back",
                                       check.subject, quantity(check.value), when(check),
                                       quantity(check.limit));
        case CheckId::port_class:
            if (check.note == Note::over_port_class) {
                return "The load takes more than any PoE class carries";
            }
            return fmt::format("Port {} offers class {:g}, the load asks for class {:g}",
                               check.subject, check.value, check.limit);
        case CheckId::pair_current:
            if (check.note == Note::collapses)
                return "The line collapses before any steady current";
            return fmt::format("{} in a pairset{}, {} is the most", quantity(check.value),
                               when(check), quantity(check.limit));
        case CheckId::link_length:
            if (check.note == Note::past_stated_limit) {
                return fmt::format("{} is {} long: past the stated {}, seen to work", check.subject,
                                   quantity(check.value), quantity(check.limit));
            }
            return fails ? fmt::format("{} is {} long, {} is the limit", check.subject,
                                       quantity(check.value), quantity(check.limit))
                         : fmt::format("{} is {} long, close to the limit of {}", check.subject,
                                       quantity(check.value), quantity(check.limit));
        case CheckId::link_rate:
            return fails ? fmt::format("The pictures need {}, {} runs at {}", quantity(check.value),
                                       check.subject, quantity(check.limit))
                         : fmt::format("The pictures need {} of {} on {}, more than 70 % of it",
                                       quantity(check.value), quantity(check.limit), check.subject);
        case CheckId::chain_count:
            return fmt::format("{:g} units in line, the maker allows {:g}", check.value,
                               check.limit);
        case CheckId::switch_power:
            return fails ? fmt::format("{} is asked for {}, its supply gives {}", check.subject,
                                       quantity(check.value), quantity(check.limit))
                         : fmt::format("{} gives {} of {}, into the keep-back", check.subject,
                                       shown_number(check.value, check.unit, context.units),
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
            return check.value == 0 ? "Outdoor copper has no surge protectors"
                                    : "Outdoor copper has a surge protector at one end only";
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
                default: return "Its cable leads to nothing that feeds it";
            }
    }
    return title(check.id);
}

}  // namespace

std::string title(CheckId check) {
    switch (check) {
        case CheckId::camera_voltage: return "Voltage at camera";
        case CheckId::port_power: return "Power from port";
        case CheckId::port_class: return "PoE class of port";
        case CheckId::pair_current: return "Current in a pairset";
        case CheckId::link_length: return "Longest length";
        case CheckId::link_rate: return "Bit rate";
        case CheckId::chain_count: return "Units in a chain";
        case CheckId::device_voltage: return "Voltage in line";
        case CheckId::switch_power: return "Power of switch";
        case CheckId::uplink_rate: return "Uplink";
        case CheckId::port_setting: return "Long setting and neighbours";
        case CheckId::conductor: return "Conductors";
        case CheckId::surge: return "Outdoor copper protected";
        case CheckId::surroundings: return "Fit for its surroundings";
        case CheckId::not_connected: return "Connection";
    }
    return "";
}

std::string title(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds: return "holds";
        case Verdict::tight: return "tight";
        case Verdict::fails: return "fails";
        case Verdict::unknown: return "unknown";
    }
    return "";
}

std::string title(Condition condition) {
    switch (condition) {
        case Condition::day: return "Day";
        case Condition::night: return "Night";
        case Condition::coldest_night: return "Coldest night";
        case Condition::restart: return "Restart";
    }
    return "";
}

std::string title(School school) {
    switch (school) {
        case School::standard: return "Standard";
        case School::maker_rated: return "Maker-rated";
        case School::field_proven: return "Field-proven";
    }
    return "";
}

std::string title(SwitchBasis basis) {
    switch (basis) {
        case SwitchBasis::by_class: return "Class";
        case SwitchBasis::greatest_draw: return "Greatest draw";
        case SwitchBasis::typical: return "Typical";
    }
    return "";
}

std::string title(Category category) {
    switch (category) {
        case Category::cable: return "Cable";
        case Category::camera: return "Camera";
        case Category::network_switch: return "Switch";
        case Category::recorder: return "Recorder";
        case Category::injector: return "Injector";
        case Category::repeater: return "Repeater";
        case Category::extender: return "Extender";
        case Category::protector: return "Surge protector";
        case Category::enclosure: return "Enclosure";
    }
    return "";
}

std::string title(Surroundings surroundings) {
    switch (surroundings) {
        case Surroundings::indoor: return "Indoors";
        case Surroundings::outdoor: return "Outdoors";
        case Surroundings::wet: return "Wet or salt";
    }
    return "";
}

std::string title(Mains mains) {
    switch (mains) {
        case Mains::none: return "No mains";
        case Mains::steady: return "Steady mains";
        case Mains::generator: return "Generator";
        case Mains::solar: return "Solar only";
    }
    return "";
}

std::string title(PlaceKind kind) {
    switch (kind) {
        case PlaceKind::equipment_room: return "Equipment room";
        case PlaceKind::cabinet: return "Cabinet";
        case PlaceKind::outbuilding: return "Outbuilding";
        case PlaceKind::pole: return "Pole";
        case PlaceKind::wall: return "Wall";
        case PlaceKind::pedestal: return "Pedestal";
    }
    return "";
}

std::string title(PathwayKind kind) {
    switch (kind) {
        case PathwayKind::tray: return "Tray";
        case PathwayKind::conduit: return "Conduit";
        case PathwayKind::trench: return "Trench";
        case PathwayKind::fence: return "Fence line";
        case PathwayKind::overhead: return "Overhead line";
        case PathwayKind::pontoon: return "Under a pontoon";
    }
    return "";
}

std::string figures(const Check& check, const TextContext& context) {
    switch (check.id) {
        case CheckId::port_class:
            return fmt::format("class {:g}, needs {:g}", check.value, check.limit);
        case CheckId::surge: return ends_text(check);
        case CheckId::chain_count: return fmt::format("{:g} of {:g}", check.value, check.limit);
        case CheckId::conductor: return "";
        case CheckId::not_connected:
            return std::isnan(check.value) ? "" : shown(check.value, Unit::metre, context.units);
        case CheckId::surroundings:
            return std::isnan(check.limit) ? "" : shown(check.value, check.unit, context.units);
        default: break;
    }
    if (std::isnan(check.value)) return "collapses";
    if (check.sense == Sense::at_least) {
        return fmt::format("{}, needs {}", shown_number(check.value, check.unit, context.units),
                           shown(check.limit, check.unit, context.units));
    }
    return value_of_limit(check.value, check.limit, check.unit, context.units);
}

std::string reason(const Check& check, const TextContext& context) {
    switch (check.note) {
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
