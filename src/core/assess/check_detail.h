// SPDX-License-Identifier: GPL-3.0-or-later
// What a check has to say beyond its value and its limit. Which check carries which is in
// check_table.cpp.
#pragma once

#include <string>
#include <variant>

namespace ovant {

// What a unit's ports take, counted in each of the three ways.
struct UnitTotals {
    double by_class_w = 0, greatest_draw_w = 0, typical_w = 0;
    bool operator==(const UnitTotals&) const = default;
};

// What a camera that is not connected yet asks of its run.
struct CameraNeeds {
    int poe_class = 0;
    double rate_mbps = 0;
    bool operator==(const CameraNeeds&) const = default;
};

struct LightBalance {
    double budget_db = 0, loss_db = 0;
    bool operator==(const LightBalance&) const = default;
};

// The slowest modulation that still carries the pictures.
struct RadioLevels {
    double received_dbm = 0, sensitivity_dbm = 0, useful_mbps = 0;
    bool operator==(const RadioLevels&) const = default;
};

// Where a radio path comes nearest to what stands in it; below the line is negative.
struct RadioClearance {
    double least_m = 0, radius_m = 0, at_m = 0;
    bool operator==(const RadioClearance&) const = default;
};

// A day in the worst month.
struct SolarDay {
    double used_wh = 0, gained_wh = 0;
    bool operator==(const SolarDay&) const = default;
};

struct BackupLoad {
    double load_w = 0, output_w = 0;
    bool operator==(const BackupLoad&) const = default;
};

struct RefusedPorts {
    int count = 0;
    bool settled = false;  // also when the others have settled
    bool operator==(const RefusedPorts&) const = default;
};

// The volts a camera stays on down to, promised or not.
struct OffBelow {
    double volts = 0;
    bool operator==(const OffBelow&) const = default;
};

// What feeds without asking.
struct AlwaysOn {
    double volts = 0;
    bool operator==(const AlwaysOn&) const = default;
};

// How far from its port a unit takes its power.
struct FedOver {
    double length_m = 0;
    bool operator==(const FedOver&) const = default;
};

// What a camera with motors takes at most.
struct GreatestDraw {
    double watts = 0;
    bool operator==(const GreatestDraw&) const = default;
};

// The places whose earths a cable joins, as they are called.
struct JoinedEarths {
    std::string from, to;
    bool operator==(const JoinedEarths&) const = default;
};

// An address, or a network, and what it meets: a unit, a name, a subnet.
struct AddressAt {
    std::string address, other;
    bool operator==(const AddressAt&) const = default;
};

struct ChannelAt {
    int channel = 0;
    std::string recorder, other;  // the camera that has it already; how many there are
    bool operator==(const ChannelAt&) const = default;
};

using CheckDetail =
    std::variant<std::monostate, UnitTotals, CameraNeeds, LightBalance, RadioLevels, RadioClearance,
                 SolarDay, BackupLoad, RefusedPorts, OffBelow, AlwaysOn, FedOver, GreatestDraw,
                 JoinedEarths, AddressAt, ChannelAt>;

}  // namespace ovant
