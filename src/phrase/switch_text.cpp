// SPDX-License-Identifier: GPL-3.0-or-later
#include "phrase/switch_text.h"

#include <algorithm>

#include "phrase/numbers.h"
#include "phrase/translate.h"

namespace ovant {

std::string title(PseState state) {
    switch (state) {
        case PseState::none: return "";
        case PseState::disabled: return said("off");
        case PseState::searching: return said("looks for a load");
        case PseState::delivering: return said("delivers");
        case PseState::fault:
        case PseState::other_fault: return said("fault");
        case PseState::test: return said("tests itself");
    }
    return "";
}

namespace {

std::string times_text(const SwitchNote& note) {
    const std::string since =
        note.watched ? said("since watching began") : said("since the switch started");
    return note.number == 1 ? told("once {}", since)
                            : told("{} times {}", static_cast<long long>(note.number), since);
}

// Long because it is a table: a line or two for each note.
std::string without_port(const SwitchNote& note) {
    switch (note.kind) {
        case SwitchNoteKind::not_answering:
            return said("tells of no Ethernet port: is this a switch?");
        case SwitchNoteKind::no_poe:
            return said("tells nothing of PoE (it lacks the tables of RFC 3621)");
        case SwitchNoteKind::no_port_watts:
            return said(
                "does not tell the watts of single ports (it lacks the sensors of RFC 3433); "
                "whether "
                "a port delivers, and the total, are read");
        case SwitchNoteKind::nothing_learnt:
            return said(
                "tells neither addresses learnt nor neighbours, so who hangs where is not "
                "compared");
        case SwitchNoteKind::other_ports:
            return told(
                "has {} Ethernet ports, the design {}: look whether names and ports go "
                "together below",
                static_cast<int>(note.number), static_cast<int>(note.limit));
        case SwitchNoteKind::poe_elsewhere:
            return told("tells of {} PoE ports that are none of its Ethernet ports",
                        static_cast<int>(note.number));
        case SwitchNoteKind::cut_short:
            return said("has more to tell than is read: some may be missing");
        case SwitchNoteKind::not_planned:
            return said("something is plugged in where the design has nothing");
        case SwitchNoteKind::switched_off: return said("is switched off in the switch");
        case SwitchNoteKind::not_fed:
            return said(
                "finds no load: cable not plugged, pair open, or the unit does not ask for PoE");
        case SwitchNoteKind::port_fault: return said("the switch reports a fault of its PoE");
        case SwitchNoteKind::denied:
            return told("power was denied {}: no watts left for it", times_text(note));
        case SwitchNoteKind::overload: return told("cut for taking too much {}", times_text(note));
        case SwitchNoteKind::shorted: return told("cut for a short {}", times_text(note));
        case SwitchNoteKind::half_duplex:
            return said(
                "half duplex: one end is set by hand and the other is not, or a pair is bad");
        case SwitchNoteKind::damaged_frames:
            return note.watched
                       ? told("{} damaged frames since watching began: look at plugs and cable",
                              static_cast<long long>(note.number))
                       : told("{} damaged frames since the switch started: look at plugs and cable",
                              static_cast<long long>(note.number));
        case SwitchNoteKind::other_unit:
            return told("{} answers here, where it is not planned", note.what);
        case SwitchNoteKind::other_class:
            return told("sees class {}, the design has class {}", static_cast<int>(note.number),
                        static_cast<int>(note.limit));
        case SwitchNoteKind::restarted: return said("has restarted meanwhile");
    }
    return "";
}

std::string clock_part(const std::string& when) {
    return when.size() >= 16 ? when.substr(11, 5) : when;
}

}  // namespace

std::string switch_note_text(const std::string& device, const SwitchNote& note) {
    return note.port.empty() ? device + " " + without_port(note)
                             : device + "." + note.port + ": " + without_port(note);
}

std::string switch_text(const SwitchState& state, UnitSystem units) {
    const auto up = std::count_if(state.ports.begin(), state.ports.end(),
                                  [](const SwitchPort& port) { return port.up; });
    std::string out = told("{}, up {}: {} of {} ports have a link",
                           state.name.empty() ? said("A switch without a name") : state.name,
                           shown(state.up_s / 3600, Unit::hour, units), up, state.ports.size());
    if (state.has_poe)
        out += told(", {} given of {}", shown(state.given_w, Unit::watt, units),
                    shown(state.budget_w, Unit::watt, units));
    return out + ".";
}

std::vector<Reading> readings_to_keep(const SwitchSeries& series, UnitSystem units) {
    std::vector<Reading> out;
    for (const Watched& watched : series.watched) {
        out.push_back(watched.reading);
        out.back().note = watched_text(watched, units);
    }
    return out;
}

std::string watched_text(const Watched& watched, UnitSystem units) {
    if (watched.count < 2) return "";
    const Unit unit = unit_of(watched.reading.of);
    return told("read {} times, {} to {}: {} to {}", watched.count, clock_part(watched.from),
                clock_part(watched.until), shown(watched.least, unit, units),
                shown(watched.most, unit, units));
}

}  // namespace ovant
