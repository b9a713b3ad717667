// SPDX-License-Identifier: GPL-3.0-or-later
// The volts that cameras and units need at the port their power comes in by.
#pragma once

#include "core/assess/port_feed.h"
#include "core/working.h"

namespace ovant {

// The least volts the camera accepts at this port: the maker's, or its class's.
double camera_min_volts(const Kind& kind, const PortKind& port, Working* working = nullptr);

// The least volts a unit accepts at the port its feed comes in by; 0 where nothing is stated.
double least_volts(const Kind& kind, const PortKind& port, Working* working = nullptr);

// The volts a camera stays on down to at this port: the maker's, for PoE 30 V (IEEE 802.3), for
// d.c. its least. Never above what it is promised to run on.
double camera_off_below_v(const Kind& kind, const PortKind& port);

// The port a unit takes its power by; a port without power where it has none.
const PortKind& power_port(const Kind& kind);
// The same for a unit of the site: of several inputs the one that is fed.
const PortKind& power_port(const Network& net, DeviceNumber device);

}  // namespace ovant
