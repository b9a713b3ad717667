// SPDX-License-Identifier: GPL-3.0-or-later
// The site laid out for assessment: devices, ports and links by number, lengths worked out, runs
// walked. Built once per site value; borrows the site and the catalogue, or shares them.
//
// Two things are walked, apart from each other. Pictures: from the recorders outwards every unit
// learns by which of its ports the recorder is reached (`towards`); a camera's run is then that way
// from the camera back to the head end. Power: from every source outwards every unit learns at
// which port its feed begins (`fed_by`), which port feeds it itself (`fed_from`), and by which of
// its own ports it comes in (`fed_at`). The two need not agree.
//
// Example: REC1 - SW1.9 - repeater R4 - K14, and K14 fed by an adapter A1 on the spot. towards[K14]
// is its lan port, towards[R4] its "in", towards[SW1] its uplink, towards[REC1] none. K14's run is
// the links SW1-R4, R4-K14. fed_by[R4] is SW1.9, fed_by[K14] is A1's outlet.
#pragma once

#include <array>
#include <memory>
#include <set>
#include <unordered_map>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "core/numbered.h"
#include "core/site/shared_use.h"
#include "core/site/site.h"
#include "core/value.h"

namespace ovant {

// What a cable that lies with others is warmed by, in kelvin, by condition: all of it on an
// average, and where it is warmest.
struct Bundled {
    int cables = 0;  // where most lie together; 0: it lies in no bundle
    std::array<double, 4> mean_k{}, most_k{};
    std::array<double, 4> heat_w_per_m{};  // of this cable itself
    bool operator==(const Bundled&) const = default;
};

struct NetLink {
    const Link* link = nullptr;
    const Kind* cable = nullptr;
    PortAt a, b;
    double length_m = 0;  // of solid cable; of a radio path, between the antennas
    Surroundings surroundings = Surroundings::indoor;
    bool in_ground = false;      // in a trench, or from building to building
    double dug_m = 0;            // what has to be opened for it where no pathway leads
    double load_mbps = 0;        // bit rates of all that use it, up to the recorder or head end
    double unrecorded_mbps = 0;  // the part of it that is no pictures
    Bundled bundled;
    Medium medium() const { return cable->cable->medium; }
};

// The way of one camera's pictures, from the unit it starts from at the head end to the camera.
struct Run {
    OVANT_VALUE(Run);
    DeviceNumber camera;
    std::vector<LinkNumber> links;
    std::vector<PortAt> outs;  // outs[i] is the head-end side of links[i]
    std::vector<PortAt> ins;   // ins[i] is the far side of links[i]; the last is the camera
    PortAt source;             // the port at the root of the camera's feed; none if not fed
    bool connected = false;    // there is a cable for data at the camera
    bool fed = false;          // a source behind the camera's feed, with all ports on
    bool power_off = false;    // a port on the way of the feed is switched off
    double length_m = 0;
    DeviceNumber root;  // the unit where its pictures end, the recorder or wherever no way leads on
    std::vector<LinkNumber>
        upstream;  // the head end's own links, from the first unit to the recorder
};

// A second feed that reaches a unit, which carries it when the one it works on is gone.
struct StandbyFeed {
    DeviceNumber device;
    PortAt root;    // the source port at the root of the feed
    PortAt from;    // the port that feeds it
    PortNumber at;  // its own port that this comes in by
};

// Where volts that are always on end: a passive feed's port, and the socket it reaches.
struct PassiveEnd {
    PortAt from, at;
    std::vector<LinkNumber> links;
    PortAt passed_by;  // the last powered repeater's far port, none if none is on the way
};

struct Network {
    const Site* site = nullptr;
    const Catalogue* catalogue = nullptr;
    std::shared_ptr<const Site> shared_site;            // the same, where it is shared
    std::shared_ptr<const Catalogue> shared_catalogue;  // the same
    By<DeviceNumber, const Kind*> kinds;
    // Of radios with an antenna bought by itself: the kind as it stands there.
    std::vector<std::shared_ptr<const Kind>> fitted;
    By<DeviceNumber, Surroundings> surroundings;
    By<DeviceNumber, By<PortNumber, LinkNumber>> link_on;  // none where the port is free
    struct PortUse {
        int cameras = 0;
        DeviceNumber first_camera;
    };
    By<DeviceNumber, By<PortNumber, PortUse>> use_on;  // whom a feeding port feeds
    By<DeviceNumber, PortAt> fed_by;       // port at the root of its feed, none if it has none
    By<DeviceNumber, PortAt> fed_from;     // the port that feeds it itself
    By<DeviceNumber, PortNumber> fed_at;   // its own port that the power comes in by
    By<DeviceNumber, bool> feed_is_off;    // it hangs on a feed with a port switched off
    By<DeviceNumber, PortNumber> towards;  // the port that leads to the recorder, none at a root
    By<LinkNumber, NetLink> links;
    By<CameraNumber, DeviceNumber> cameras;  // whatever a run ends at
    By<CameraNumber, Run> runs;
    By<CameraNumber, double> bit_rate_mbps;
    std::vector<StandbyFeed> standby_feeds;  // of one unit the one that takes over first before
    std::vector<PassiveEnd> passive_ends;
    bool has_recorder = false, has_head_end = false;
    std::unordered_map<std::string, SharedUse> shared;    // by existing cable and pathway
    std::unordered_map<std::string, LiesBeside> bundles;  // all that lies together, by pathway

    const Device& device(DeviceNumber number) const { return site->devices[number.position()]; }
    const Kind& kind(DeviceNumber number) const { return *kinds[number]; }
    const PortKind& port(PortAt at) const { return kind(at.device).ports[at.port]; }
    LinkNumber link_at(PortAt at) const { return link_on[at.device][at.port]; }
    // The other end of the link on a port; none if the port is free.
    PortAt across(PortAt at) const;
    const Place* place_of(DeviceNumber number) const;
    bool at_head_end(DeviceNumber number) const;
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
// several channels the one of the same channel; or none.
PortNumber onward_to_recorder(const Network& net, PortAt entered);

// Where power that enters a unit at `from` leaves it unchanged; none where it ends. `lane` is the
// channel it travels in on a cable shared by two, empty elsewhere.
PortNumber passed_on_at(const Kind& kind, PortNumber from, std::string& lane);

bool carries_power(Medium medium);

// Whether the pictures of a run come to where they are wanted: a recorder; in a site without one a
// unit at the head end; without that too, any unit with mains. The data of a load without a picture
// are wanted at the head end, recorder or not.
bool pictures_arrive(const Network& net, const Run& run);

// Units that pictures come through or end at, the camera not among them.
std::vector<DeviceNumber> way_of_pictures(const Network& net, const Run& run);

// Whether a unit does nothing unless something feeds it: plugged into no mains, and no source.
bool lives_on_a_feed(const Kind& kind);

// The camera with this id; none where there is no such.
CameraNumber find_camera(const Network& net, std::string_view id);

// A device that a run ends at, whether or not anything differs from its kind.
bool ends_a_run(const Device& device, const Catalogue& catalogue);
// Watts of the camera in one condition, from its settings or its kind.
CameraDraw camera_draw(const Device& device, const Kind& kind);
// Its picture as set, or as the kind comes.
Picture camera_picture(const Device& device, const Kind& kind);
double camera_bit_rate_mbps(const Device& device, const Kind& kind, Working* working = nullptr);

// Units that stand on no plan: cameras of which only the metres of their run were stated, and what
// stands by itself on such a run.
std::set<DeviceNumber> off_plan(const Network& net);

}  // namespace ovant
