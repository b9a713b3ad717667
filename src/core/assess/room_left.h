// SPDX-License-Identifier: GPL-3.0-or-later
// How much more could be drawn at a point of the site: by the solver, through everything upstream.
#pragma once

#include "core/assess/network.h"
#include "core/assess/port_feed.h"

namespace ovant {

// Watts more that could be taken where the unit is fed, in every condition, before a port, a
// pairset, a unit's budget or some unit's least volts would be passed; 0 where something is past
// its limit already, or nothing feeds it.
double room_left_w(const Network& net, DeviceNumber device);

// Watts more that could be taken at a feeding port itself, whatever is plugged into it now.
double room_left_at_port_w(const Network& net, PortAt port);

}  // namespace ovant
