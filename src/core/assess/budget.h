// SPDX-License-Identifier: GPL-3.0-or-later
// Power from the outlets down: every UPS, unit, group of ports, injector, supply, unit fed over a
// cable and recorder, with what it takes, gives, loses and has left.
#pragma once

#include <string>
#include <vector>

#include "core/assess/backup.h"

namespace ovant {

enum class PowerNodeKind { backup, unit, group, fed_unit, consumer };

struct PowerNode {
    PowerNodeKind kind = PowerNodeKind::unit;
    std::string id;      // device, or "SW1/1" for a group
    std::string parent;  // the node that feeds it; empty: the mains
    double by_class_w = 0, greatest_w = 0, typical_w = 0;  // given by its ports or outlets
    double cable_loss_w = 0;                               // of the greatest, in the cables
    double own_w = 0;                                      // for itself and lost in conversion
    double input_w = 0;                                    // taken from the parent at the greatest
    double budget_w = 0;                                   // 0: none stated
    double left_w = 0;  // to the keep-back line by the basis in force; negative: into it
    int ports = 0, ports_used = 0;
    SwitchBasis basis = SwitchBasis::by_class;
    Verdict verdict = Verdict::holds;
    double counted_w() const {
        return basis == SwitchBasis::by_class        ? by_class_w
               : basis == SwitchBasis::greatest_draw ? greatest_w
                                                     : typical_w;
    }
};

// Parents before children. Consumers are units that take mains and feed nothing.
std::vector<PowerNode> power_tree(const Network& net, const Assessment& assessment);

// How many more cameras of a kind a unit can take, each on `length_m` of 24 AWG copper: by free
// ports of the class, by watts left. 0 for a unit that is no source.
int cameras_left(const Network& net, const UnitAssessment& unit, const Kind& camera,
                 double length_m);

}  // namespace ovant
