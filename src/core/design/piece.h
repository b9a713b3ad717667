// SPDX-License-Identifier: GPL-3.0-or-later
// A piece of a design as its builder put it into a site: what it costs, what of it is shared with
// others, and what it takes of what there is little of. Private to core/design.
#pragma once

#include <string>
#include <vector>

#include "core/choose/proposal.h"
#include "core/design/figures.h"

namespace ovant {

// Paid once by whoever needs it: an outlet, what a place comes with.
struct SharedCost {
    std::string key;
    Figures figures;
};

// Where it lies in a pathway that may have to be opened.
struct OpenedStretch {
    std::string pathway;
    double from_m = 0, to_m = 0;
    Figures per_m;
};

// Ports that can stand for each other: of units at the head end, or of one unit out there; of one
// medium and line code; each of a class takes what asks for less.
struct PortsOfKind {
    std::string at;  // unit, or `head_end_ports`
    std::string family;
    int level = 0;  // class
    auto operator<=>(const PortsOfKind&) const = default;
};
inline constexpr const char* head_end_ports = "head end";
inline constexpr const char* long_ports = "long setting";
std::string family_of(const PortKind& port, bool long_setting);

struct PortTaken {
    PortsOfKind ports;
    std::string device, port;  // as the builder chose it
    double watts = 0;          // that it adds to the unit's
};

// So much of a limit: "SW1|W" is the watts of a unit.
struct LimitUse {
    std::string limit;
    double amount = 0;
    double most = 0;  // beyond what is there before
};

struct Piece {
    SiteChange change;
    Figures own;  // of what serves it only
    std::vector<SharedCost> shared;
    std::vector<OpenedStretch> opened;
    std::vector<PortTaken> ports;
    std::vector<LimitUse> limits;
    std::vector<std::string> touched;  // links that were there and are changed
};

struct Measured {
    const Network& before;  // without the piece
    const Network& after;
    bool up_to_the_limit = false;  // else up to what is kept back
};
// `change` turns `before` into `after`; `camera` is whom it serves, empty for what several will.
// Nothing where the piece takes something away or its ports belong to nothing.
std::optional<Piece> measure(const Measured& sites, const SiteChange& change,
                             const std::string& camera);

// Where the ports of a unit are counted: with all of the head end, or by themselves.
std::string ports_at(const Network& net, DeviceNumber unit);

}  // namespace ovant
