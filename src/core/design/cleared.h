// SPDX-License-Identifier: GPL-3.0-or-later
// What a new design starts from: the site without what served the cameras that get new ways.
#pragma once

#include <string_view>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

// What stays of the runs that are there: all of them, so that only cameras without one get a way;
// those that hold or are tight; or none, and the head end's own units only.
enum class Keep { all, working, nothing };
std::string_view id_of(Keep keep);

// Cameras that get a way, by their place in the list of devices.
std::vector<DeviceNumber> cameras_to_design(const Network& net, const Assessment& assessment,
                                            Keep keep);

// The site without their cables, and without each unit on their ways that serves no other camera.
// Switches, recorders and UPS at the head end stay, and so do the cameras themselves.
Site cleared_for_design(const Network& net, const std::vector<DeviceNumber>& cameras);

}  // namespace ovant
