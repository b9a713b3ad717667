// SPDX-License-Identifier: GPL-3.0-or-later
// What one unit that feeds others gives, port by port and in all.
#pragma once

#include "core/assess/assess.h"

namespace ovant {

// What counts against a unit: its class where it reserves by class itself, else the site's choice.
SwitchBasis basis_of(const Kind& kind, const Settings& settings);

// Watts that a port sets aside once its load has asked over the link layer (IEEE 802.3-2022,
// 79.3.2); `reserved_w`, its class's, where the load does not ask.
double asked_by_link_layer_w(const Network& net, PortAt at, double reserved_w);

// One feeding port: what it gives, to whom, and whether it can.
PortAssessment assess_port(const Network& net, PortAt at, const AssessOptions& options = {});
// One unit that feeds others, by device number.
UnitAssessment assess_unit(const Network& net, DeviceNumber device,
                           const AssessOptions& options = {});

// The same where only the feeds of some ports differ from `before`; `changed` by number of the port
// in the unit's kind.
UnitAssessment assess_unit_change(const Network& net, DeviceNumber device,
                                  const UnitAssessment& before, const By<PortNumber, bool>& changed,
                                  const AssessOptions& options = {});

}  // namespace ovant
