// SPDX-License-Identifier: GPL-3.0-or-later
// Feeds that do not ask what they are plugged into.
#pragma once

#include "core/assess/check.h"
#include "core/assess/network.h"

namespace ovant {

// unexpected-power of one always-on feed and the socket it reaches.
Check unexpected_power_check(const Network& net, const PassiveEnd& end);

}  // namespace ovant
