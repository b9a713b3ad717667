// SPDX-License-Identifier: GPL-3.0-or-later
// What all builders of ways start from, worked out once for a camera. Private to core/choose.
//
// A way for one camera among a thousand cannot touch most of them, so it is built and judged on a
// part of the site: the camera's own run, what hangs on the units that its new run could use, and
// whatever goes by other media. What is left out still counts where it meets the part: its Mb/s as
// a background load on shared links, its plugs as ports that are taken. From that part the camera's
// present run is cleared away, since a way takes its place: its cables, and each unit on them that
// serves nobody else. What stays (`staying`) keeps its ids; new things take ids that are free.
//
// Example: K14 is fed by SW1.9 through R4; 30 cameras hang on SW1 and 200 on SW2 to SW9 elsewhere.
// The part holds the 30, K14 and the uplink with 200 cameras' Mb/s as background; in `cleared`
// there is no K14 cable and no R4, and SW1.9 is free again. A way that plugs K14 into SW1.9 is
// judged with the 30 around it.
#pragma once

#include <map>
#include <set>
#include <string>
#include <unordered_set>
#include <vector>

#include "core/choose/known_lengths.h"
#include "core/choose/proposal.h"
#include "core/look_up.h"
#include "core/parts/brought.h"
#include "core/route/route.h"
#include "core/route/router.h"
#include "core/simulate/what_if.h"

namespace ovant {

struct FeedPort {
    std::string device;
    std::string port;
    int group = 0;
};

struct PortWish {
    int poe_class = 0;
    bool long_setting = false;
    std::string line;
    bool at_head_end = false;
};
// Whether a port of a unit gives what is wished; not whether it is free.
bool suits(const Device& device, const Kind& kind, const PortKind& port, const PortWish& wish);
// Of the free ports of a unit that suit, the one of the least class, one with a line code last,
// none in a group that is set long unless that is wished. Null: none.
template <class Taken>
const PortKind* least_port(const Device& device, const Kind& kind, const PortWish& wish,
                           Taken taken) {
    const PortKind* least = nullptr;
    for (const PortKind& port : kind.ports) {
        if (!suits(device, kind, port, wish) || taken(port)) continue;
        if (device.long_groups.contains(port.group) && !wish.long_setting) continue;
        if (!least || port.poe_class < least->poe_class ||
            (port.poe_class == least->poe_class && port.line.empty() && !least->line.empty() &&
             wish.line.empty())) {
            least = &port;
        }
    }
    return least;
}

struct Route {
    std::vector<std::string> pathways;
    std::vector<Point> line;
    double plan_m = 0;  // of its line
    // True metres to one drawn, where the length of this way is known; nothing where it is not.
    std::optional<double> true_share;
    double length_m = 0;  // of cable, without the usual drops at its ends
    // Of one cable along it, with what goes down at its ends.
    double cable_m(double drops_m) const { return true_share.value_or(1) * (plan_m + drops_m); }
    // Where on its line so much cable ends, counted from the start without its drop.
    double along_line_m(double cable_m) const { return cable_m / true_share.value_or(1); }
    Surroundings surroundings = Surroundings::outdoor;
};

// Borrows site and catalogue. `whole`: work on the whole site instead of the part of it that a new
// run for this camera can touch. `known_lengths`: of the site before cables were taken out of it.
class ChooseContext {
public:
    ChooseContext(const Site& of_site, const Catalogue& of_catalogue, std::string of_camera,
                  JudgedUnder judged_under, bool whole = false,
                  const KnownLengths* known_lengths = nullptr);
    ChooseContext(const ChooseContext&) = delete;
    ChooseContext& operator=(const ChooseContext&) = delete;

    const Site& site;
    const Catalogue& catalogue;
    const std::string camera_id;
    const JudgedUnder under;
    Network now;  // of the whole site, as it is drawn
    bool found = false;
    CameraNumber camera_number;      // of now
    const Device* camera = nullptr;  // in site
    const Kind* kind = nullptr;
    int class_needed = 0;
    const Place* head_end = nullptr;
    // What makes the volts of a d.c. camera out of PoE; null where it takes PoE or nothing fits.
    const Kind* splitter = nullptr;
    // PoE can come to it, by its own input or a splitter's.
    bool takes_poe() const { return splitter || !camera_power_port().empty(); }
    // Where neither, a supply of its volts on mains beside it; null where there is none.
    const Kind* adapter = nullptr;
    const Place* adapter_place = nullptr;
    bool can_be_fed() const { return takes_poe() || adapter; }

    Site part;     // the part of the site at hand, the camera's run in it
    Site cleared;  // the same without that run
    BackgroundLoad background;
    Network before;                                                      // of the part, as judged
    const UnitAssessment* unit_before(const std::string& device) const;  // null: not there
    OpenStretches open;  // that something else lies in already

    // A unit that stays where the camera's run goes; an empty one where there is none of this id.
    const Device& device(const std::string& id) const {
        return or_nothing(find_device(cleared, id));
    }
    bool taken(const std::string& device, const std::string& port) const;
    // Id of the link on this port that is not in the part; empty for none.
    std::string link_outside(const std::string& device, const std::string& port) const;
    // First id of this prefix from `number` on that nothing has; `number` becomes its own.
    std::string free_id(const std::string& prefix, int& number) const;
    // Ids of what stays where the camera's run goes.
    std::unordered_set<std::string> staying;
    // Places and pathways of a draft are the site's.
    const Route& route(Point from, Point to) const;
    // Cable that goes down at a unit: what is usual, or what a camera has now where it is more.
    double drop_m(const std::string& unit) const;

    // A free feeding port that fits: the camera's own one first, then of the unit nearest to it
    // with the least class that is enough. Only units at the head end where `at_head_end`.
    std::optional<FeedPort> pick_port(const PortWish& wish) const;
    // A free port for data at the head end: one without power first, then a feeding one.
    std::optional<FeedPort> data_port() const;
    // A free place for a transceiver there.
    std::optional<FeedPort> optical_cage() const;

    // Places other than the head end with mains steady enough, nearest to the camera first, within
    // a cable of `within_m`.
    std::vector<const Place*> mains_places(double within_m) const;
    // Everything of the camera's PoE port.
    std::string camera_power_port() const;
    std::string camera_data_port() const;
    const PortKind* camera_dc_port() const;

private:
    void find_dc_supply(const PortKind& input);
    bool stays(DeviceNumber device) const;
    void take_stock();
    void make_part(bool whole);
    Site without_run(const Site& from) const;
    void drop_head_unit(const Run& run, Site& out) const;
    bool serves_others(DeviceNumber unit) const;
    std::set<DeviceNumber> units_of_interest() const;

    std::optional<KnownStretch> known_between(Point from, Point to) const;

    Router router_;
    KnownLengths own_lengths_;
    const KnownLengths* known_lengths_;
    std::vector<const KnownRoute*> known_routes_;  // of this camera first
    std::unordered_set<std::string> ids_, taken_;
    std::map<std::string, std::string> outside_;  // of links not in the part, by end
    mutable std::map<std::string, int> first_free_;
    mutable std::map<std::pair<std::pair<double, double>, std::pair<double, double>>, Route>
        routes_;
    mutable std::map<std::string, UnitAssessment> units_before_;
};

// Kinds of a category in order of price; the caller's filter decides.
std::vector<const Kind*> by_price(const Catalogue& catalogue, Category category);

}  // namespace ovant
