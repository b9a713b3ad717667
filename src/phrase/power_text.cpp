// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/power_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <cmath>

#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

std::string port_name(const DayEvent& event) { return event.device + "." + event.port; }

// What stood at the start of it: "infrared of K14 came on".
std::string cause_text(const DayEvent& event) {
    if (!event.cause) return "";
    const std::string of = event.cause_device;
    switch (*event.cause) {
        case DayEventKind::infrared_on: return told("infrared of {} came on", of);
        case DayEventKind::heater_on: return told("the heater of {} came on", of);
        case DayEventKind::motors_on: return told("the motors of {} ran", of);
        case DayEventKind::camera_starts: return told("{} started", of);
        case DayEventKind::mains_lost: return said("the mains failed");
        case DayEventKind::backup_empty: return told("the backup {} was empty", of);
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

std::string counted(int count, const std::string& one, const std::string& many) {
    return count == 1 ? fmt::format("1 {}", one) : fmt::format("{} {}", count, many);
}

}  // namespace

std::string clock_text(double t_s) {
    const auto minutes = static_cast<long>(std::floor(t_s / 60 + 1e-6));
    const long days = minutes / 1440;
    const std::string clock = fmt::format("{:02}:{:02}", minutes / 60 % 24, minutes % 60);
    return days > 0 ? told("day {}, {}", days + 1, clock) : clock;
}

std::string duration_text(double seconds) {
    if (!std::isfinite(seconds)) return said("for ever");
    if (seconds < 60) return fmt::format("{:.0f} s", seconds);
    const auto minutes = static_cast<long>(std::lround(seconds / 60));
    if (minutes < 60) return told("{} min", minutes);
    if (minutes % 60 == 0) return fmt::format("{} h", minutes / 60);
    return told("{} h {} min", minutes / 60, minutes % 60);
}

std::string title(DayEventKind kind) {
    switch (kind) {
        case DayEventKind::sunrise: return said("Sunrise");
        case DayEventKind::sunset: return said("Sunset");
        case DayEventKind::infrared_on: return said("Infrared on");
        case DayEventKind::infrared_off: return said("Infrared off");
        case DayEventKind::heater_on: return said("Heater on");
        case DayEventKind::heater_off: return said("Heater off");
        case DayEventKind::motors_on: return said("Motors run");
        case DayEventKind::motors_off: return said("Motors rest");
        case DayEventKind::port_on: return said("Port on");
        case DayEventKind::port_overload: return said("Port cut");
        case DayEventKind::port_idle: return said("Port sees no load");
        case DayEventKind::port_refused: return said("Port refused");
        case DayEventKind::port_shed: return said("Port shed");
        case DayEventKind::camera_starts: return said("Camera starts");
        case DayEventKind::camera_runs: return said("Camera runs");
        case DayEventKind::camera_off: return said("Camera off");
        case DayEventKind::camera_low: return said("Too few volts");
        case DayEventKind::unit_on: return said("Unit on");
        case DayEventKind::unit_off: return said("Unit off");
        case DayEventKind::unit_low: return said("Too few volts");
        case DayEventKind::mains_lost: return said("Mains fails");
        case DayEventKind::mains_back: return said("Mains back");
        case DayEventKind::backup_empty: return said("Backup empty");
        case DayEventKind::backup_overload: return said("Backup overloaded");
        case DayEventKind::battery_empty: return said("Battery empty");
        case DayEventKind::battery_back: return said("Battery gives again");
        case DayEventKind::planned_restart: return said("Planned restart");
    }
    return "";
}

std::string event_text(const DayEvent& event, const TextContext& context) {
    const auto watts = [&](double value) { return shown(value, Unit::watt, context.units); };
    const auto volts = [&](double value) { return shown(value, Unit::volt, context.units); };
    switch (event.kind) {
        case DayEventKind::port_overload:
            return with_cause(told("Port {} gives {}, its limit is {}, and is cut",
                                   port_name(event), watts(event.value), watts(event.limit)),
                              event);
        case DayEventKind::port_idle:
            return told("Port {} sees no load and goes off", port_name(event));
        case DayEventKind::port_refused:
            return told("Port {} gets no power: {} free, its class takes {}", port_name(event),
                        watts(std::max(0.0, event.limit)), watts(event.value));
        case DayEventKind::port_shed:
            return with_cause(told("Port {} is shed: {} give {} of {}", port_name(event),
                                   event.device, watts(event.value), watts(event.limit)),
                              event);
        case DayEventKind::port_on: return told("Port {} gives power", port_name(event));
        case DayEventKind::camera_low:
        case DayEventKind::unit_low: {
            if (event.value <= 0)
                return with_cause(told("No voltage carries {}: it goes off", event.device), event);
            return with_cause(told("{} gets {}, it needs {}", event.device, volts(event.value),
                                   volts(event.limit)),
                              event);
        }
        case DayEventKind::mains_lost: return said("The mains fails");
        case DayEventKind::mains_back: return said("The mains is back");
        case DayEventKind::backup_empty: return told("Backup {} is empty", event.device);
        case DayEventKind::backup_overload:
            return told("Backup {} is overloaded: {} of {}", event.device, watts(event.value),
                        watts(event.limit));
        case DayEventKind::battery_empty: return told("The battery of {} is empty", event.device);
        case DayEventKind::unit_off: return told("{} is off", event.device);
        case DayEventKind::camera_off: return told("{} loses power", event.device);
        default:
            return event.device.empty() ? title(event.kind)
                                        : fmt::format("{}: {}", event.device, title(event.kind));
    }
}

std::string camera_day_text(const CameraDay& day, const TextContext& context) {
    if (day.restarts == 0 && day.dark_s <= 0) return told("{} stays on", day.camera);
    std::string out = day.camera;
    if (day.restarts > 0)
        out += told(" restarts {}", counted(day.restarts, said("time"), said("times")));
    if (day.dark_s > 0) {
        out += told("{} without {} for {}", day.restarts > 0 ? "," : said(" is"),
                    day.sees ? said("a picture") : said("service"), duration_text(day.dark_s));
    }
    for (std::size_t i = 0; i < day.causes.size(); ++i) {
        const std::string text = event_text(day.causes[i], context);
        out += told("{}{}, at {}", i ? said("; then ") : ". ", i ? lowered(text) : text,
                    clock_text(day.causes[i].t_s));
    }
    return out;
}

std::string unit_day_text(const UnitDay& day, const TextContext& context) {
    std::string out = told("{} gives {} of {} at most", day.device,
                           shown_number(day.peak_w, Unit::watt, context.units),
                           shown(day.budget_w, Unit::watt, context.units));
    if (day.refused) out += told(", refuses {}", counted(day.refused, said("port"), said("ports")));
    if (day.shed) out += told(", sheds {}", counted(day.shed, said("port"), said("ports")));
    return out;
}

namespace {

std::string troubles_text(const DayResult& day) {
    int restarting = 0, dark = 0;
    bool others = false;  // loads that are no cameras
    for (const CameraDay& camera : day.cameras) {
        others = others || !camera.sees;
        restarting += camera.restarts > 0;
        dark += camera.dark_s > 0;
    }
    if (restarting == 0 && dark == 0)
        return others ? said("Every camera and other load stays on through the day")
                      : said("Every camera stays on through the day");
    if (others)
        return told("{} out of service for a while, {}",
                    counted(dark, said("camera or load is"), said("cameras and loads are")),
                    restarting == 1 ? said("1 restarts") : told("{} restart", restarting));
    return told("{} without a picture for a while, {}",
                counted(dark, said("camera is"), said("cameras are")),
                restarting == 1 ? said("1 restarts") : told("{} restart", restarting));
}

}  // namespace

std::string day_text(const DayResult& day, const TextContext&) {
    if (!day.ended_early) return troubles_text(day);
    return told("Played for {} only, for more happens than is followed. {}",
                duration_text(day.length_s), troubles_text(day));
}

std::string move_text(const PortMove& move) {
    return told("{} from {}.{} to {}.{}", move.camera, move.from_device, move.from_port,
                move.to_device, move.to_port);
}

std::string group_text(const GroupChange& change) {
    return told("long setting {} at {}, group {}", change.on ? said("on") : said("off"),
                change.device, change.group);
}

std::string assignment_text(const Assignment& assignment, const TextContext& context) {
    const auto watts = [&](double value) { return shown(value, Unit::watt, context.units); };
    if (assignment.found) {
        if (!assignment.changes())
            return said("Every run is on a port that suits it: nothing to move");
        const std::string what =
            assignment.groups.empty()
                ? told("Moves {}", counted(static_cast<int>(assignment.moves.size()), said("run"),
                                           said("runs")))
                : told(
                      "Moves {}, changes {}",
                      counted(static_cast<int>(assignment.moves.size()), said("run"), said("runs")),
                      counted(static_cast<int>(assignment.groups.size()), said("setting"),
                              said("settings")));
        const std::string proof =
            assignment.proven ? said("; fewer will not do") : said("; fewer may do");
        return what + proof +
               (assignment.inside_keep ? "" : said(". It holds only into the keep-back"));
    }
    switch (assignment.limit) {
        case AssignLimit::ports_of_class:
            return told("{:.0f} runs need class {}, there are {:.0f} such ports: {}",
                        assignment.wanted, assignment.poe_class, assignment.there,
                        listed(assignment.cameras));
        case AssignLimit::long_ports:
            return told(
                "{:.0f} runs need the long setting, there are {:.0f} ports that have it: {}",
                assignment.wanted, assignment.there, listed(assignment.cameras));
        case AssignLimit::ports:
            return told("{:.0f} runs want the same {:.0f} ports: {}", assignment.wanted,
                        assignment.there, listed(assignment.cameras));
        case AssignLimit::budget:
            return told(
                "The runs take {}, the units give {}: no share of runs stays inside every unit",
                watts(assignment.wanted), watts(assignment.there));
        case AssignLimit::uplink:
            return told("The pictures, {} in all, do not fit the uplinks",
                        shown(assignment.wanted, Unit::megabit_per_second, context.units));
        case AssignLimit::groups:
            return said(
                "Runs that need the long setting would share its group with runs that cannot "
                "have it");
        case AssignLimit::spare: return said("Not enough ports to keep the spare ones free");
        case AssignLimit::too_many:
            return told(
                "{:.0f} runs at one place are more than can be weighed against its ports at once, "
                "{:.0f}: share its switches out over several places, or move plugs by hand",
                assignment.wanted, assignment.there);
        case AssignLimit::time: return said("Nothing found in the time given");
        case AssignLimit::none: break;
    }
    return "";
}

std::string title(WhatIf what_if) {
    switch (what_if) {
        case WhatIf::copper_clad: return said("copper-clad cable");
        case WhatIf::hot_roof: return said("summer under the roof");
        case WhatIf::tolerances: return said("worst tolerances");
        case WhatIf::one_supply: return said("one supply of two");
        case WhatIf::no_backup: return said("no backups");
    }
    return "";
}

std::string title(PowerNodeKind kind) {
    switch (kind) {
        case PowerNodeKind::backup: return said("backup");
        case PowerNodeKind::unit: return said("unit");
        case PowerNodeKind::group: return said("group of ports");
        case PowerNodeKind::fed_unit: return said("unit fed over a cable");
        case PowerNodeKind::consumer: return said("takes mains");
    }
    return "";
}

std::string unit_remedy_title(const UnitRemedy& remedy, const TextContext& context) {
    switch (remedy.kind) {
        case RemedyKind::assign_ports: {
            const Assignment& found = remedy.assignment;
            if (found.moves.size() == 1 && found.groups.empty())
                return told("Move {} to {}.{}", found.moves[0].camera, found.moves[0].to_device,
                            found.moves[0].to_port);
            return assignment_text(found, context);
        }
        case RemedyKind::set_priorities: return said("Ports in order of importance");
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
            return said("Who matters least goes first when there is not enough power");
        case RemedyKind::larger_backup: return said("Lasts as long as wanted, with the keep-back");
        default: return "";
    }
}

std::string stretch_text(const DataStretch& stretch, const TextContext& context) {
    const std::string figures =
        told("carries {} of {}",
             shown_number(stretch.load_mbps, Unit::megabit_per_second, context.units),
             shown(stretch.limit_mbps, Unit::megabit_per_second, context.units));
    switch (stretch.kind) {
        case StretchKind::recorder:
            return told("{} takes in {} of {}", stretch.id,
                        shown_number(stretch.load_mbps, Unit::megabit_per_second, context.units),
                        shown(stretch.limit_mbps, Unit::megabit_per_second, context.units));
        case StretchKind::uplink:
            return told("Uplink {} to {} {}", stretch.to, stretch.from, figures);
        case StretchKind::radio:
            return told("Radio {} to {} {}", stretch.to, stretch.from, figures);
        case StretchKind::link:
            return told("{}, {} to {}, {}", stretch.id, stretch.to, stretch.from, figures);
    }
    return figures;
}

}  // namespace ovant
