// SPDX-License-Identifier: GPL-3.0-or-later
// Which run on which port of which unit, for all units of one place.
//
// The question is put as an integer programme. A variable of 0 or 1 stands for each plug in each
// pool of like ports (under each setting of its group), where that plug would do well enough there;
// how well is measured first (port_fits.h). Each plug goes to one pool; no pool takes more plugs
// than it has ports; the watts and Mb/s of a unit stay within its budget and its uplink; a group is
// set long or it is not, for all of its ports. The cost is small for a fit that is merely tight,
// larger for a plug that moves and for a setting that changes, so that the least is moved.
//
// Example: SW1 has ports 1 to 4 of class 4 (one pool) and 5 to 8 of class 6 (another). K03 wants
// class 6 and hangs on port 2; K07 wants class 3 and hangs on port 5; ports 6 to 8 are taken by
// class 6 cameras. K03 has one variable, for the second pool, K07 has two. The second pool holds
// four plugs and five want it, so K07's variable there is 0: K07 moves to port 2, K03 to port 5, a
// cost of two moves, and no assignment costs less.
//
// Where there is none, the reason is looked for: Hall's theorem over plugs and ports (five plugs
// that only four ports suit), then leaving out one limit after the other until it can be done.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/solve/integer_programme.h"

namespace ovant {

struct AssignOptions {
    std::string place;         // whose units; empty: the head end
    std::string only_camera;   // mend this run and let no other get worse; empty: mend all
    int spare_ports_each = 0;  // free ports that every unit keeps
    bool may_change_groups = true;
    double most_s = 10;
};

struct PortMove {
    std::string camera;  // the first behind the plug
    std::string from_device, from_port;
    std::string to_device, to_port;
    bool operator==(const PortMove&) const = default;
};

struct GroupChange {
    std::string device;
    int group = 0;
    bool on = false;
    bool operator==(const GroupChange&) const = default;
};

// What forbids an assignment.
enum class AssignLimit {
    none,
    ports_of_class,  // wanted and there: ports of at least `poe_class`
    long_ports,      // ports that can be on the long setting
    ports,           // ports that suit these runs at all
    budget,          // watts wanted and there
    uplink,          // Mb/s wanted and there
    groups,          // runs that want the long setting share groups with runs that cannot
    spare,           // free ports
    too_many,        // runs at the place, and how many can be assigned at once
    time             // nothing found in the time given
};

struct Assignment {
    bool found = false;
    bool proven = false;       // no assignment moves less
    bool inside_keep = false;  // with all that is kept back
    AssignLimit limit = AssignLimit::none;
    double wanted = 0, there = 0;
    int poe_class = 0;
    std::vector<std::string> cameras;     // that the limit is about
    std::vector<std::string> not_helped;  // no port here mends them
    std::vector<PortMove> moves;
    std::vector<GroupChange> groups;
    Site site;  // as assigned; as given where nothing is found
    bool changes() const { return !moves.empty() || !groups.empty(); }
};

Assignment assign_ports(const Site& site, const Catalogue& catalogue,
                        const AssignOptions& options = {});

// The programme that assign_ports solves for this site, with the keep-back; empty where there is
// nothing to assign. For checking with another solver.
IntegerProgramme assignment_programme(const Site& site, const Catalogue& catalogue,
                                      const AssignOptions& options = {});

// Priorities of the ports of one unit as the importance of the cameras behind them says.
Site with_priorities_by_importance(const Site& site, const Catalogue& catalogue,
                                   std::string_view device);

}  // namespace ovant
