// SPDX-License-Identifier: GPL-3.0-or-later
// Where the pictures travel together: uplinks, trunks, radio hubs, the recorder's input.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"

namespace ovant {

enum class StretchKind { link, uplink, radio, recorder };

struct DataStretch {
    StretchKind kind = StretchKind::link;
    std::string id;    // of the link or recorder
    std::string from;  // units at its ends, the recorder's side first
    std::string to;
    double load_mbps = 0;
    double limit_mbps = 0;  // what it carries, before the keep-back
    double share() const { return limit_mbps > 0 ? load_mbps / limit_mbps : 0; }
};

// Every stretch that carries pictures of more than one camera, and every recorder's input, the
// fullest first.
std::vector<DataStretch> data_budget(const Network& net);

// recorder-input of a recorder whose maker states what it takes in, where pictures reach it.
std::optional<Check> recorder_input(const Network& net, DeviceNumber recorder, bool working);
// recorder-channels of every recorder whose maker states how many it has, where pictures reach it.
std::vector<Check> recorder_channels(const Network& net);
// recorder-input of every recorder whose maker states what it takes in.
std::vector<Check> recorder_inputs(const Network& net, bool working);

}  // namespace ovant
