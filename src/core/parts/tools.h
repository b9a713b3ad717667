// SPDX-License-Identifier: GPL-3.0-or-later
// What a crew has to have in its hands for a task, beside what stays on site. Common practice.
#pragma once

#include <vector>

#include "core/parts/work.h"

namespace ovant {

enum class Tool {
    fish_tape,
    drum_stand,
    copper_stripper,
    plug_crimper,
    wire_mapper,
    poe_tester,
    fibre_stripper,
    fibre_cleaver,
    fibre_wipes,
    eye_protection,
    sharps_box,
    light_meter,
    drill,
    ladder,
    harness,
    angle_meter,
    laptop,
    volt_meter,
    spare_plugs,
    handover_papers
};
inline constexpr int tool_count = static_cast<int>(Tool::handover_papers) + 1;

// In the order of Tool, none twice.
std::vector<Tool> tools_for(const Network& net, const std::vector<const WorkItem*>& items);

}  // namespace ovant
