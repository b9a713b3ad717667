// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/tools.h"

#include <algorithm>
#include <set>

namespace ovant {
namespace {

const NetLink* link_of(const Network& net, const WorkItem& item) {
    if (!item.at) return nullptr;
    for (LinkNumber number : net.link_on[item.at]) {
        if (number && net.links[number].link->id == item.subject) return &net.links[number];
    }
    return nullptr;
}

std::vector<Tool> tools_for(const Network& net, const WorkItem& item) {
    using enum Tool;
    switch (item.task) {
        case Task::open_ground:
        case Task::outlet: return {};
        case Task::pull: return {fish_tape, drum_stand};
        case Task::mount: return {drill};
        case Task::height: return {ladder, harness};
        case Task::copper_ends: {
            const NetLink* link = link_of(net, item);
            const bool pairs = !link || link->medium() == Medium::twisted_pair;
            return pairs ? std::vector{copper_stripper, plug_crimper, spare_plugs}
                         : std::vector{copper_stripper, volt_meter};
        }
        case Task::fibre_ends:
            return {fibre_stripper, fibre_cleaver, fibre_wipes,
                    eye_protection, sharps_box,    light_meter};
        case Task::align: return {angle_meter, laptop};
        case Task::set_up: return {laptop};
        case Task::test: return {wire_mapper, poe_tester, volt_meter};
        case Task::hand_over: return {handover_papers};
    }
    return {};
}

}  // namespace

std::vector<Tool> tools_for(const Network& net, const std::vector<const WorkItem*>& items) {
    std::set<Tool> tools;
    for (const WorkItem* item : items) {
        for (Tool tool : tools_for(net, *item)) tools.insert(tool);
    }
    return {tools.begin(), tools.end()};
}

}  // namespace ovant
