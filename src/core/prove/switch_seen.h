// SPDX-License-Identifier: GPL-3.0-or-later
// What a managed switch tells of its ports against what the design promises there, by the same
// promises as readings taken by hand; and what it tells beside numbers: refused, switched off,
// another unit than planned.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/format/switch_mib.h"
#include "core/physics/sun.h"
#include "core/prove/diagnose.h"

namespace ovant {

enum class SwitchNoteKind {
    not_answering,   // a table that it does not have: no Ethernet port at all
    no_poe,          // no table of RFC 3621, where the design has PoE ports
    no_port_watts,   // gives power, and says of no port how much
    nothing_learnt,  // neither learnt addresses nor neighbours, so that who hangs where is unknown
    other_ports,     // number: its ports of Ethernet, limit: the design's
    poe_elsewhere,   // number: PoE ports that are none of its Ethernet ports
    cut_short,       // it has more than was read
    not_planned,     // something is up or fed where the design has nothing
    switched_off,    // the port, or its PoE, by its settings
    not_fed,         // looks for a load and finds none, where the design feeds one
    port_fault,      // tells a fault of the port
    denied,          // number: times that it had no power left for the port
    overload,        // number: times that it was cut
    shorted,         // number: times
    half_duplex,     // one end speaks at a time: the ends do not agree, or are set so
    damaged_frames,  // number: frames
    other_unit,      // what: the unit known by its MAC or name that answers there
    other_class,     // number: class seen, limit: the design's
    restarted        // the switch, since the first reading
};
struct SwitchNote {
    SwitchNoteKind kind = SwitchNoteKind::not_answering;
    std::string port;  // of the design; empty for the whole switch
    std::string what;
    double number = 0, limit = 0;
    bool watched = false;  // counted since the first reading, not since the switch started
    bool operator==(const SwitchNote&) const = default;
};
// Whether a note says that something is not as it should be, or only what cannot be told.
bool is_trouble(SwitchNoteKind kind);

struct SwitchRow {
    std::string port;               // as the design has it
    std::string far;                // the unit across; empty where the port is free
    std::optional<std::size_t> at;  // in the ports of the state; none where it tells of none such
    std::optional<ReadingAlong> watts, rate, bit_rate;
};
struct SwitchSeen {
    std::vector<SwitchRow> rows;        // by the design's ports
    std::optional<ReadingAlong> given;  // watts of all ports together
    std::vector<SwitchNote> notes;
};

struct SwitchAsked {
    std::string device;  // id of the switch in the site
    ReadUnder under = ReadUnder::day;
    std::optional<ReadUnder> or_under;  // what fits is as promised too: at dusk and dawn
    std::optional<double> temperature_c;
    Signed now;
    // While it is watched: the first reading, since which is counted, and the one before, for bit
    // rates.
    const SwitchState* first = nullptr;
    const SwitchState* before = nullptr;
};
// Errors: no_such_object where the device is not there or is none that passes data on.
Result<SwitchSeen> switch_seen(const Site& site, const Catalogue& catalogue,
                               const SwitchState& state, const SwitchAsked& asked);

// Whether infrared is on at this time of the site, its date and clock as "2027-01-15T16:42": it
// goes with the sun (physics/sun.h), but around sunrise and sunset each camera has its own idea of
// dark. By day where the time makes no sense.
struct UnderSun {
    ReadUnder under = ReadUnder::day;
    std::optional<ReadUnder> or_under;
};
inline constexpr double twilight_s = 2400;  // either side, common practice
UnderSun under_sun(const Settings& settings, std::string_view when);

// What is kept of a watched evening: of each thing read one reading by day and one by night, the
// greatest, of a link's rate the least; and how often and between what it was read.
struct Watched {
    Reading reading;
    double least = 0, most = 0;
    std::string from, until;
    std::size_t count = 0;
};
// A switch read again and again.
struct SwitchSeries {
    std::optional<SwitchState> first, last;
    std::optional<SwitchSeen> seen;  // of the last
    std::vector<Watched> watched;
    std::string csv;  // a line for each port and reading, under a line of names
    std::size_t count = 0;
};
// Takes in what it told now. Errors as switch_seen(); nothing is taken in then.
std::optional<Error> take_state(SwitchSeries& series, const Site& site, const Catalogue& catalogue,
                                SwitchState state, SwitchAsked asked);

// The readings of one look at a switch.
std::vector<Reading> readings_of(const SwitchSeen& seen);
// As new readings of the site, with ids of their own. Errors: of a field that cannot be kept.
Result<Site> keep_readings(const Site& site, const std::vector<Reading>& readings);

}  // namespace ovant
