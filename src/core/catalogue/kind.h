// SPDX-License-Identifier: GPL-3.0-or-later
// What a kind of cable or equipment is. Plain values; includes physics for its enums only.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/physics/bit_rate.h"
#include "core/physics/conductor.h"
#include "core/physics/copper_reach.h"

namespace ovant {

enum class Category {
    cable,
    camera,
    network_switch,
    recorder,
    injector,
    repeater,
    extender,
    protector,
    enclosure
};

// In order of harshness: a device stands in surroundings up to its rating.
enum class Surroundings { indoor, outdoor, wet };

struct RatedReach {
    double rate_mbps = 100;
    double length_m = 100;
    bool operator==(const RatedReach&) const = default;
};

struct CableFacts {
    Conductor conductor;
    CableCategory category = CableCategory::cat5e;
    bool screened = false;
    bool outdoor = false;
    bool cord = false;               // patch cord, not for fixed runs
    std::vector<RatedReach> rated;   // maker's table, may be empty: the standard's 100 m
    std::vector<RatedReach> proven;  // seen to work past it, never proposed first
    double price_per_m = 0;
};

struct CameraDraw {  // watts at the camera; each is added to `day_w` when in use
    double day_w = 0;
    double infrared_w = 0;
    double heater_w = 0;
    double motors_w = 0;
    double start_w = 0;
    bool operator==(const CameraDraw&) const = default;
};

struct CameraFacts {
    CameraDraw draw;
    std::optional<double> min_volts;  // maker's; else by class
    Picture picture;
    std::optional<double> bit_rate_mbps;  // maker's or measured; else from the picture
};

enum class PortRole {
    pse,   // feeds what is plugged in
    pd,    // takes its power here
    pass,  // power and data go through to the other pass port
    data   // no power
};

struct PortKind {
    std::string id;  // as printed on the unit: "6", "up", "in"
    PortRole role = PortRole::data;
    int poe_class = 0;   // pse: highest class offered; pd: class asked for
    double limit_w = 0;  // pse: what the port can give
    double rate_mbps = 100;
    int group = 0;  // ports of one group share the long setting
    bool uplink = false;
    bool upstream = false;  // faces the feeding side on in-line units
};

struct SupplyFacts {  // units that feed others
    double nominal_v = 54;
    double min_v = 50;    // worst case at the port
    double budget_w = 0;  // 0: the sum of the ports
    double own_draw_w = 0;
    double efficiency = 1;   // of what it passes on, where fed over a cable
    bool from_mains = true;  // else through its pd port
    bool long_setting = false;
    bool reserves_by_class = false;
    bool switches_data = true;  // false: injector, data goes through to its data port
};

struct InlineFacts {  // repeaters and extenders
    double own_draw_w = 0;
    double min_volts = 0;
    int most_in_chain = 0;     // 0: not stated
    double hop_reach_m = 100;  // maker's, each side
    double hop_rate_mbps = 100;
    double series_ohm = 0;  // in the power's way through
};

struct Kind {
    std::string id;
    std::string name;
    Category category = Category::cable;
    Surroundings rating = Surroundings::indoor;
    double min_temperature_c = 0;
    double max_temperature_c = 40;
    double price = 0;
    std::vector<PortKind> ports;
    std::optional<CableFacts> cable;
    std::optional<CameraFacts> camera;
    std::optional<SupplyFacts> supply;
    std::optional<InlineFacts> in_line;
};

const PortKind* find_port(const Kind& kind, std::string_view port);

}  // namespace ovant
