// SPDX-License-Identifier: GPL-3.0-or-later
// Which run on which port of which unit: an integer programme over the ports of one place. Each
// run's fitness on each port is judged by assess with the plug moved there.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/choose/integer_programme.h"

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
