// SPDX-License-Identifier: GPL-3.0-or-later
// The site laid out for assessment: devices, ports and links by number, lengths worked out, runs
// walked. Built once per site value; borrows the site and the catalogue, or shares them.
#pragma once

#include <memory>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/site/site.h"
#include "core/value.h"

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
    double length_m = 0;  // of solid cable; of a radio path, between the antennas
    Surroundings surroundings = Surroundings::indoor;
    bool in_ground = false;
    double load_mbps = 0;  // bit rates of all cameras that use it up to the recorder
    Medium medium() const { return cable->cable->medium; }
};

// The way of one camera's pictures, from the unit it starts from at the head end to the camera.
struct Run {
    OVANT_VALUE(Run);
    int camera = -1;
    std::vector<int> links;
    std::vector<PortAt> outs;  // outs[i] is the head-end side of links[i]
    std::vector<PortAt> ins;   // ins[i] is the far side of links[i]; the last is the camera
    PortAt source;             // the port at the root of the camera's feed; device -1 if not fed
    bool connected = false;    // there is a cable for data at the camera
    bool fed = false;          // a source behind the camera's feed, with all ports on
    bool power_off = false;    // a port on the way of the feed is switched off
    double length_m = 0;
    int root = -1;              // the unit where its pictures end, the recorder
    std::vector<int> upstream;  // the head end's own links, from the first unit to the recorder
};

// Where volts that are always on end: a passive feed's port, and the socket it reaches.
struct PassiveEnd {
    PortAt from, at;
    std::vector<int> links;
    PortAt passed_by;  // the last powered repeater's far port, device -1 if none is on the way
};

struct Network {
    const Site* site = nullptr;
    const Catalogue* catalogue = nullptr;
    std::shared_ptr<const Site> shared_site;            // the same, where it is shared
    std::shared_ptr<const Catalogue> shared_catalogue;  // the same
    std::vector<const Kind*> kinds;                     // by device
    std::vector<Surroundings> surroundings;             // by device
    std::vector<std::vector<int>> link_on;              // by device and port, -1 if free
    struct PortUse {
        int cameras = 0;
        int first_camera = -1;
    };
    std::vector<std::vector<PortUse>> use_on;  // by device and port: whom a feeding port feeds
    std::vector<PortAt> fed_by;     // by device: port at the root of its feed, device -1 if none
    std::vector<PortAt> fed_from;   // by device: the port that feeds it itself
    std::vector<int> fed_at;        // by device: its own port the power comes in by, -1 if none
    std::vector<bool> feed_is_off;  // by device: it hangs on a feed with a port switched off
    std::vector<int> towards;       // by device: the port that leads to the recorder, -1 at a root
    std::vector<NetLink> links;
    std::vector<int> cameras;           // device numbers
    std::vector<Run> runs;              // by camera
    std::vector<double> bit_rate_mbps;  // by camera
    std::vector<PassiveEnd> passive_ends;

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
    const Place* place_of(int number) const;
    bool at_head_end(int number) const;
    bool power_off(PortAt at) const;
    bool long_setting_on(PortAt at) const;
};

// Mb/s on links, by id, from cameras that are not in the site at hand.
using BackgroundLoad = std::vector<std::pair<std::string, double>>;

// Metres left coiled at both ends of a cable laid anew: they are cable, and count.
double service_loops_m(const Settings& settings, const Link& link, const Kind& cable);

// Stranded cord in a channel: at the patch panel, and at each protector.
inline constexpr double protector_cord_m = 0.5;  // common practice
double channel_cords_m(const Link& link);
// Mated joints in the channel beside its ends: jacks at cords, protectors.
int channel_joints(const Link& link);

// The site must have passed find_problems; what it refuses is left out here.
Network lay_out(const Site& site, const Catalogue& catalogue,
                const BackgroundLoad& background = {});
// The same for a network that outlives its caller, or crosses to another thread.
Network lay_out(std::shared_ptr<const Site> site, std::shared_ptr<const Catalogue> catalogue,
                const BackgroundLoad& background = {});

// The port of a unit that leads to the recorder for what comes in at `entered`: of a mid-span with
// several channels the one of the same channel. -1: none.
int onward_to_recorder(const Network& net, PortAt entered);

// Where power that enters a unit at `from` leaves it unchanged; -1 where it ends. `lane` is the
// channel it travels in on a cable shared by two, empty elsewhere.
int passed_on_at(const Kind& kind, int from, std::string& lane);

bool carries_power(Medium medium);

// A device of a camera's kind, whether or not anything differs from the kind.
bool is_camera(const Device& device, const Catalogue& catalogue);
// Watts of the camera in one condition, from its settings or its kind.
CameraDraw camera_draw(const Device& device, const Kind& kind);
// Its picture as set, or as the kind comes.
Picture camera_picture(const Device& device, const Kind& kind);
double camera_bit_rate_mbps(const Device& device, const Kind& kind, Working* working = nullptr);

}  // namespace ovant
