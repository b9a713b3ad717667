// SPDX-License-Identifier: GPL-3.0-or-later
// Work of a site laid out over days for its crew: cables in first, then spot by spot what is
// mounted and connected, then radios, settings and tests, at last the handover. With what has to be
// on the van each day, and what goes to each place.
#pragma once

#include <string>
#include <vector>

#include "core/parts/parts.h"
#include "core/parts/tools.h"
#include "core/parts/work.h"

namespace ovant {

struct DayWork {
    std::size_t item = 0;  // in WorkPlan::items
    double hours = 0;      // of it on this day
    bool begun = false;    // on a day before
};

struct WorkDay {
    std::vector<DayWork> work;
    double hours = 0;            // of all together
    bool two_people = false;     // something needs a second person
    std::vector<PartLine> load;  // without prices; small parts singly
    std::vector<Tool> tools;
};

struct SpotLoad {
    std::string place;  // its id, or that of a unit that stands by itself
    std::vector<PartLine> load;
    std::vector<std::string> cables;  // links that end here
};

struct WorkPlan {
    std::vector<WorkItem> items;
    std::vector<std::size_t> before;    // by other trades, before the crew comes
    std::vector<PartLine> before_load;  // for what they do
    std::vector<WorkDay> days;
    std::vector<SpotLoad> spots;  // in the order in which the crew comes to them
    double hours = 0;             // of the crew, all together
};

// Days are as full as the order allows: what is drawn in may go on the next day, all else is begun
// only where it can be ended, unless it is longer than a day. The same plan each time. Cable is
// loaded the day it is first cut from.
WorkPlan plan_work(const Network& net, const CutPlan& cuts);

}  // namespace ovant
