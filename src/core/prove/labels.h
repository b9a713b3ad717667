// SPDX-License-Identifier: GPL-3.0-or-later
// Labels for what is built: both ends of each cable, each port in use, each unit. Content only.
#pragma once

#include <string>
#include <vector>

#include "core/assess/network.h"

namespace ovant {

struct Label {
    std::string head;  // large: the id
    std::string line;  // small: where it leads, or the address
    std::string code;  // in the QR code: id and address
};

struct LabelsWanted {
    bool cables = true, ports = true, units = true;
};

// Cables first, the end at the head end's side before the other; then ports by device, then units.
// Radio paths have no ends to stick a label to.
std::vector<Label> labels_of(const Network& net, const LabelsWanted& wanted);

}  // namespace ovant
