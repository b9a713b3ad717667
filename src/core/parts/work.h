// SPDX-License-Identifier: GPL-3.0-or-later
// Work on a site, task by task: what has to be done at which unit, cable or way, by which trade,
// how long it takes and what it costs at the site's rates. Every sum of hours is made of these.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/parts/brought.h"

namespace ovant {

// In the order in which they are done.
enum class Task {
    open_ground,
    outlet,
    pull,
    mount,
    height,  // more for what is mounted high up
    copper_ends,
    fibre_ends,
    align,  // two radios at each other
    set_up,
    test,
    hand_over
};
inline constexpr int task_count = static_cast<int>(Task::hand_over) + 1;
enum class Trade { installer, ground_works, electrician };
Trade trade_of(Task task);
// "pull", "copper-ends"; "installer".
std::string_view id_of(Task task);
std::string_view id_of(Trade trade);

struct WorkItem {
    Task task = Task::mount;
    std::string subject;  // device, link, pathway or place; empty: the site
    DeviceNumber at;      // where it is done: the unit, or that at the cable's end
    DeviceNumber to;      // of what is done between two units: the other
    double hours = 0;     // of all who do it together
    double metres = 0;    // of cable or ground
    double height_m = 0;  // of work high up, where it is known
    bool two_people = false;
    double price = 0;
};

// Items of nothing are left out. What `of.open` has was paid for by what lies in it; among the
// links themselves each metre is opened once. One outlet a place or spot, none at the head end,
// where `of.outlets` has one, on the outlets of a UPS, and where as many are free as are needed.
// Only the whole site is handed over.
std::vector<WorkItem> work_of(const Network& net, const PartsOf& of);
std::vector<WorkItem> work_of(const Network& net);

double total_hours(const std::vector<WorkItem>& items);

}  // namespace ovant
