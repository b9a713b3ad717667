// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/power_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <cmath>

#include "phrase/numbers.h"

namespace ovant {
namespace {

std::string port_name(const DayEvent& event) { return event.device + "." + event.port; }

// What stood at the start of it: "infrared of K14 came on".
std::string cause_text(const DayEvent& event) {
    if (!event.cause) return "";
    const std::string of = event.cause_device;
    switch (*event.cause) {
        case DayEventKind::infrared_on: return fmt::format("infrared of {} came on", of);
        case DayEventKind::heater_on: return fmt::format("the heater of {} came on", of);
        case DayEventKind::motors_on: return fmt::format("the motors of {} ran", of);
        case DayEventKind::camera_starts: return fmt::format("{} started", of);
        case DayEventKind::mains_lost: return "the mains failed";
        case DayEventKind::backup_empty: return fmt::format("the backup {} was empty", of);
        default: return "";
    }
}

std::string with_cause(std::string text, const DayEvent& event) {
    const std::string cause = cause_text(event);
    return cause.empty() ? text : text + ": " + cause;
}

// A sentence as it goes on in another: "Port" becomes "port", "K14" stays.
std::string lowered(std::string text) {
    const auto letter = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    if (text.size() > 1 && std::isupper(letter(0)) && std::islower(letter(1)))
        text[0] = static_cast<char>(std::tolower(letter(0)));
    return text;
}

std::string counted(int count, const char* one, const char* many) {
    return count == 1 ? fmt::format("1 {}", one) : fmt::format("{} {}", count, many);
}

}  // namespace

std::string clock_text(double t_s) {
    const auto minutes = static_cast<long>(std::floor(t_s / 60 + 1e-6));
    const long days = minutes / 1440;
    const std::string clock = fmt::format("{:02}:{:02}", minutes / 60 % 24, minutes % 60);
    return days > 0 ? fmt::format("day {}, {}", days + 1, clock) : clock;
}

std::string duration_text(double seconds) {
    if (!std::isfinite(seconds)) return "for ever";
    if (seconds < 60) return fmt::format("{:.0f} s", seconds);
    const auto minutes = static_cast<long>(std::lround(seconds / 60));
    if (minutes < 60) return fmt::format("{} min", minutes);
    if (minutes % 60 == 0) return fmt::format("{} h", minutes / 60);
    return fmt::format("{} h {} min", minutes / 60, minutes % 60);
}

std::string title(DayEventKind kind) {
    switch (kind) {
        case DayEventKind::sunrise: return "Sunrise";
        case DayEventKind::sunset: return "Sunset";
        case DayEventKind::infrared_on: return "Infrared on";
        case DayEventKind::infrared_off: return "Infrared off";
        case DayEventKind::heater_on: return "Heater on";
        case DayEventKind::heater_off: return "Heater off";
        case DayEventKind::motors_on: return "Motors run";
        case DayEventKind::motors_off: return "Motors rest";
        case DayEventKind::port_on: return "Port on";
        case DayEventKind::port_overload: return "Port cut";
        case DayEventKind::port_idle: return "Port sees no load";
        case DayEventKind::port_refused: return "Port refused";
        case DayEventKind::port_shed: return "Port shed";
        case DayEventKind::camera_starts: return "Camera starts";
        case DayEventKind::camera_runs: return "Camera runs";
        case DayEventKind::camera_off: return "Camera off";
        case DayEventKind::camera_low: return "Too few volts";
        case DayEventKind::unit_on: return "Unit on";
        case DayEventKind::unit_off: return "Unit off";
        case DayEventKind::unit_low: return "Too few volts";
        case DayEventKind::mains_lost: return "Mains fails";
        case DayEventKind::mains_back: return "Mains back";
        case DayEventKind::backup_empty: return "Backup empty";
        case DayEventKind::backup_overload: return "Backup overloaded";
        case DayEventKind::battery_empty: return "Battery empty";
        case DayEventKind::battery_back: return "Battery gives again";
        case DayEventKind::planned_restart: return "Planned restart";
    }
    return "";
}

std::string event_text(const DayEvent& event, const TextContext& context) {
    const auto watts = [&](double value) { return shown(value, Unit::watt, context.units); };
    const auto volts = [&](double value) { return shown(value, Unit::volt, context.units); };
    switch (event.kind) {
        case DayEventKind::port_overload:
            return with_cause(fmt::format("Port {} gives {}, its limit is {}, and is cut",
                                          port_name(event), watts(event.value), watts(event.limit)),
                              event);
        case DayEventKind::port_idle:
            return fmt::format("Port {} sees no load and goes off", port_name(event));
        case DayEventKind::port_refused:
            return fmt::format("Port {} gets no power: {} free, its class takes {}",
                               port_name(event), watts(std::max(0.0, event.limit)),
                               watts(event.value));
        case DayEventKind::port_shed:
            return with_cause(fmt::format("Port {} is shed: {} give {} of {}", port_name(event),
                                          event.device, watts(event.value), watts(event.limit)),
                              event);
        case DayEventKind::port_on: return fmt::format("Port {} gives power", port_name(event));
        case DayEventKind::camera_low:
        case DayEventKind::unit_low: {
            if (event.value <= 0)
                return with_cause(fmt::format("No voltage carries {}: it goes off", event.device),
                                  event);
            return with_cause(fmt::format("{} gets {}, it needs {}", event.device,
                                          volts(event.value), volts(event.limit)),
                              event);
        }
        case DayEventKind::mains_lost: return "The mains fails";
        case DayEventKind::mains_back: return "The mains is back";
        case DayEventKind::backup_empty: return fmt::format("Backup {} is empty", event.device);
        case DayEventKind::backup_overload:
            return fmt::format("Backup {} is overloaded: {} of {}", event.device,
                               watts(event.value), watts(event.limit));
        case DayEventKind::battery_empty:
            return fmt::format("The battery of {} is empty", event.device);
        case DayEventKind::unit_off: return fmt::format("{} is off", event.device);
        case DayEventKind::camera_off: return fmt::format("{} loses power", event.device);
        default:
            return event.device.empty() ? title(event.kind)
                                        : fmt::format("{}: {}", event.device, title(event.kind));
    }
}

std::string camera_day_text(const CameraDay& day, const TextContext& context) {
    if (day.restarts == 0 && day.dark_s <= 0) return fmt::format("{} stays on", day.camera);
    std::string out = day.camera;
    if (day.restarts > 0)
        out += fmt::format(" restarts {}", counted(day.restarts, "time", "times"));
    if (day.dark_s > 0) {
        out += fmt::format("{} without a picture for {}", day.restarts > 0 ? "," : " is",
                           duration_text(day.dark_s));
    }
    for (std::size_t i = 0; i < day.causes.size(); ++i) {
        const std::string text = event_text(day.causes[i], context);
        out += fmt::format("{}{}, at {}", i ? "; then " : ". ", i ? lowered(text) : text,
                           clock_text(day.causes[i].t_s));
    }
    return out;
}

std::string unit_day_text(const UnitDay& day, const TextContext& context) {
    std::string out = fmt::format("{} gives {} of {} at most", day.device,
                                  shown_number(day.peak_w, Unit::watt, context.units),
                                  shown(day.budget_w, Unit::watt, context.units));
    if (day.refused) out += fmt::format(", refuses {}", counted(day.refused, "port", "ports"));
    if (day.shed) out += fmt::format(", sheds {}", counted(day.shed, "port", "ports"));
    return out;
}

std::string day_text(const DayResult& day, const TextContext&) {
    int restarting = 0, dark = 0;
    for (const CameraDay& camera : day.cameras) {
        restarting += camera.restarts > 0;
        dark += camera.dark_s > 0;
    }
    if (restarting == 0 && dark == 0) return "Every camera stays on through the day";
    return fmt::format("{} without a picture for a while, {}",
                       counted(dark, "camera is", "cameras are"),
                       restarting == 1 ? "1 restarts" : fmt::format("{} restart", restarting));
}

std::string move_text(const PortMove& move) {
    return fmt::format("{} from {}.{} to {}.{}", move.camera, move.from_device, move.from_port,
                       move.to_device, move.to_port);
}

std::string group_text(const GroupChange& change) {
    return fmt::format("long setting {} at {}, group {}", change.on ? "on" : "off", change.device,
                       change.group);
}

std::string assignment_text(const Assignment& assignment, const TextContext& context) {
    const auto watts = [&](double value) { return shown(value, Unit::watt, context.units); };
    if (assignment.found) {
        if (!assignment.changes()) return "Every run is on a port that suits it: nothing to move";
        const std::string what =
            assignment.groups.empty()
                ? fmt::format("Moves {}",
                              counted(static_cast<int>(assignment.moves.size()), "run", "runs"))
                : fmt::format(
                      "Moves {}, changes {}",
                      counted(static_cast<int>(assignment.moves.size()), "run", "runs"),
                      counted(static_cast<int>(assignment.groups.size()), "setting", "settings"));
        const char* proof = assignment.proven ? "; fewer will not do" : "; fewer may do";
        return what + proof + (assignment.inside_keep ? "" : ". It holds only into the keep-back");
    }
    switch (assignment.limit) {
        case AssignLimit::ports_of_class:
            return fmt::format("{:.0f} runs need class {}, there are {:.0f} such ports: {}",
                               assignment.wanted, assignment.poe_class, assignment.there,
                               listed(assignment.cameras));
        case AssignLimit::long_ports:
            return fmt::format(
                "{:.0f} runs need the long setting, there are {:.0f} ports that have it: {}",
                assignment.wanted, assignment.there, listed(assignment.cameras));
        case AssignLimit::ports:
            return fmt::format("{:.0f} runs want the same {:.0f} ports: {}", assignment.wanted,
                               assignment.there, listed(assignment.cameras));
        case AssignLimit::budget:
            return fmt::format(
                "The runs take {}, the units give {}: no share of runs stays inside every unit",
                watts(assignment.wanted), watts(assignment.there));
        case AssignLimit::uplink:
            return fmt::format("The pictures, {} in all, do not fit the uplinks",
                               shown(assignment.wanted, Unit::megabit_per_second, context.units));
        case AssignLimit::groups:
            return "Runs that need the long setting would share its group with runs that cannot "
                   "have it";
        case AssignLimit::spare: return "Not enough ports to keep the spare ones free";
        case AssignLimit::too_many:
            return fmt::format(
                "{:.0f} runs at one place are more than can be weighed against its ports at once, "
                "{:.0f}: share its switches out over several places, or move plugs by hand",
                assignment.wanted, assignment.there);
        case AssignLimit::time: return "Nothing found in the time given";
        case AssignLimit::none: break;
    }
    return "";
}

std::string title(WhatIf what_if) {
    switch (what_if) {
        case WhatIf::copper_clad: return "copper-clad cable";
        case WhatIf::hot_roof: return "summer under the roof";
        case WhatIf::tolerances: return "worst tolerances";
        case WhatIf::one_supply: return "one supply of two";
        case WhatIf::no_backup: return "no backups";
    }
    return "";
}

std::string title(PowerNodeKind kind) {
    switch (kind) {
        case PowerNodeKind::backup: return "backup";
        case PowerNodeKind::unit: return "unit";
        case PowerNodeKind::group: return "group of ports";
        case PowerNodeKind::fed_unit: return "unit fed over a cable";
        case PowerNodeKind::consumer: return "takes mains";
    }
    return "";
}

std::string unit_remedy_title(const UnitRemedy& remedy, const TextContext& context) {
    switch (remedy.kind) {
        case RemedyKind::assign_ports: {
            const Assignment& found = remedy.assignment;
            if (found.moves.size() == 1 && found.groups.empty())
                return fmt::format("Move {} to {}.{}", found.moves[0].camera,
                                   found.moves[0].to_device, found.moves[0].to_port);
            return assignment_text(found, context);
        }
        case RemedyKind::set_priorities: return "Ports in order of importance";
        case RemedyKind::larger_backup: return kind_name(context, remedy.detail);
        default: return "";
    }
}

std::string unit_remedy_reason(const UnitRemedy& remedy, const TextContext&) {
    switch (remedy.kind) {
        case RemedyKind::assign_ports: {
            std::string out;
            for (const PortMove& move : remedy.assignment.moves)
                out += (out.empty() ? "" : "; ") + move_text(move);
            for (const GroupChange& change : remedy.assignment.groups)
                out += (out.empty() ? "" : "; ") + group_text(change);
            return out;
        }
        case RemedyKind::set_priorities:
            return "Who matters least goes first when there is not enough power";
        case RemedyKind::larger_backup: return "Lasts as long as wanted, with the keep-back";
        default: return "";
    }
}

std::string stretch_text(const DataStretch& stretch, const TextContext& context) {
    const std::string figures =
        fmt::format("carries {} of {}",
                    shown_number(stretch.load_mbps, Unit::megabit_per_second, context.units),
                    shown(stretch.limit_mbps, Unit::megabit_per_second, context.units));
    switch (stretch.kind) {
        case StretchKind::recorder:
            return fmt::format(
                "{} takes in {} of {}", stretch.id,
                shown_number(stretch.load_mbps, Unit::megabit_per_second, context.units),
                shown(stretch.limit_mbps, Unit::megabit_per_second, context.units));
        case StretchKind::uplink:
            return fmt::format("Uplink {} to {} {}", stretch.to, stretch.from, figures);
        case StretchKind::radio:
            return fmt::format("Radio {} to {} {}", stretch.to, stretch.from, figures);
        case StretchKind::link:
            return fmt::format("{}, {} to {}, {}", stretch.id, stretch.to, stretch.from, figures);
    }
    return figures;
}

}  // namespace ovant
