// SPDX-License-Identifier: GPL-3.0-or-later
// The site laid out for assessment: devices, ports and links by number, lengths worked out, runs
// walked. Built once per site value; borrows the site and the catalogue.
#pragma once

#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/site/site.h"

namespace ovant {

struct PortAt {
    int device = -1;
    int port = -1;
    bool operator==(const PortAt&) const = default;
};

struct NetLink {
    const Link* link = nullptr;
    const Kind* cable = nullptr;
    PortAt a, b;
    double length_m = 0;  // of solid cable
    Surroundings surroundings = Surroundings::indoor;
    double load_mbps = 0;  // bit rates of all cameras that use it up to the recorder
};

// From the feeding port to the camera, in that order.
struct Run {
    int camera = -1;
    std::vector<int> links;
    std::vector<PortAt> outs;  // outs[i] feeds links[i]; outs[0] is the feeding port
    std::vector<PortAt> ins;   // ins[i] is the far side of links[i]; the last is the camera
    bool connected = false;    // there is a cable at the camera
    bool fed = false;          // the walk ended at a unit fed from the mains, with all ports on
    bool power_off = false;    // a port on the way is switched off
    double length_m = 0;
};

struct Network {
    const Site* site = nullptr;
    const Catalogue* catalogue = nullptr;
    std::vector<const Kind*> kinds;          // by device
    std::vector<Surroundings> surroundings;  // by device
    std::vector<std::vector<int>> link_on;   // by device and port, -1 if free
    struct PortUse {
        int cameras = 0;
        int first_camera = -1;
    };
    std::vector<std::vector<PortUse>> use_on;  // by device and port: whom a feeding port feeds
    std::vector<NetLink> links;
    std::vector<int> cameras;           // device numbers
    std::vector<Run> runs;              // by camera
    std::vector<double> bit_rate_mbps;  // by camera

    const Device& device(int number) const {
        return site->devices[static_cast<std::size_t>(number)];
    }
    const Kind& kind(int number) const { return *kinds[static_cast<std::size_t>(number)]; }
    const PortKind& port(PortAt at) const {
        return kind(at.device).ports[static_cast<std::size_t>(at.port)];
    }
    int link_at(PortAt at) const {
        return link_on[static_cast<std::size_t>(at.device)][static_cast<std::size_t>(at.port)];
    }
    // The other end of the link on a port; device -1 if the port is free.
    PortAt across(PortAt at) const;
    bool power_off(PortAt at) const;
    bool long_setting_on(PortAt at) const;
};

// The site must have passed find_problems; what it refuses is left out here.
Network lay_out(const Site& site, const Catalogue& catalogue);

// Watts of the camera in one condition, from its settings or its kind.
CameraDraw camera_draw(const Device& device, const Kind& kind);
double camera_bit_rate_mbps(const Device& device, const Kind& kind, Working* working = nullptr);

}  // namespace ovant
