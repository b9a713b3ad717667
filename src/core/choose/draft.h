// SPDX-License-Identifier: GPL-3.0-or-later
// One candidate being built on a copy of the cleared part of the site, and its judgement. Private
// to core/choose.
#pragma once

#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/choose/context.h"

namespace ovant {

// A port of a unit in the draft.
struct At {
    std::string device;
    std::string port;
};

// A cable that hangs there already, its points in order from the head end.
struct OldCable {
    const ExistingCable* cable = nullptr;
    std::vector<Point> points;
};

class Draft {
public:
    explicit Draft(const ChooseContext& context) : context_(context), site(context.cleared) {}

    const ChooseContext& context() const { return context_; }
    const Kind& kind_of(const std::string& device) const;

    // A unit at a point, in `place` or standing by itself; in a box where its rating asks for one.
    std::string add(const Kind& kind, Point at, const std::string& place = "",
                    const std::string& enclosure = "");
    // One length along the shortest pathways; protectors at the ends where it goes outdoors.
    // Returns the link's id.
    std::string join(const std::string& cable, const At& a, const At& b, double drop_m = -1);
    // Two units on a cable that hangs there already: nothing to pull, its length as measured.
    std::string join_old(const OldCable& old, const At& a, const At& b);
    // A short lead between two units that stand together: `length_m` as it is.
    std::string lead(const std::string& cable, const At& a, const At& b, double length_m);
    // The same with plugs, a patch cord indoors and an outdoor lead where it gets wet.
    std::string patch(const At& a, const At& b, double length_m);
    // Several lengths of one cable with `units` of one kind evenly between, in by the upstream port
    // and out by the other. Returns the ids of the units.
    std::vector<std::string> chain(const Kind& cable, const At& a, const At& b, const Kind& unit,
                                   int units);
    // Where a feed ends at the camera: its PoE input, or that of the splitter beside it, which is
    // put there with its leads; its port for data where a supply on mains feeds it, put there too.
    At camera_input();
    // From a feeding port to the camera: one length, or with repeaters where that is too long.
    void leg(const At& from);

    // Changes to what is in the draft; nothing happens where it is not.
    template <class Change>
    void change_device(const std::string& id, Change change_it) {
        change(find_device(site, id), change_it);
    }
    template <class Change>
    void change_link(const std::string& id, Change change_it) {
        change(find_link(site, id), change_it);
    }
    void set_long(const FeedPort& port);
    void set_ordinary(const FeedPort& port);
    void switch_off(const At& port);
    void protect(const std::string& link, const std::string& protector);

    Point point_of(const std::string& device) const;
    Surroundings surroundings_at(Point at, const std::string& place) const;
    // Cheapest solid copper for the route; `finest_awg` the thinnest that will do.
    const Kind* copper(Point from, Point to, double finest_awg = 24) const;

private:
    std::string fresh_id(std::string prefix);
    // Where the length of the way is known, the cable is as long as that says.
    void lay_by_known_length(Link& link, const Route& route) const;
    const ChooseContext& context_;
    std::map<std::string, int> last_number_;
    std::string dc_unit_;  // id of the splitter or supply put in for a d.c. camera

public:
    Site site;
};

// An injector beside a free data port of the head end, patched to it: its feeding port, for a load
// of this class. Nothing where there is no such port or kind.
std::optional<At> injector_at_head(Draft& draft, int class_needed);
// The same of volts that are always on, for an input that takes such.
std::optional<At> passive_injector_at_head(Draft& draft, const PortKind& input);
// Where a run starts at the head end: a free feeding port as wished, set as wished; where every one
// is taken, an injector beside a port for data.
std::optional<At> head_feed(Draft& draft, const PortWish& wish);
// Where a fibre to this far end starts at the head end: a free place for a transceiver with one put
// in, else a converter beside a port for data.
std::optional<At> fibre_at_head(Draft& draft, const OpticFacts& far);
// Of a kind: its feeding port for a load of this class, or for an input of volts that are always
// on; and the port for data that goes with it. Null: none.
const PortKind* feeding_port(const Kind& kind, int class_needed);
const PortKind* feeding_port(const Kind& kind, const PortKind& passive_input);
const PortKind* data_side(const Kind& kind, const PortKind& feeding);

// Kind of the lead between two units that stand together: a patch cord indoors.
std::string_view patch_kind(Surroundings here);
// Kind of the surge protector for a cable of this medium.
std::string_view protector_for(Medium medium);

// The cheapest solid copper that stands these surroundings; `finest_awg` the thinnest that will do.
// Null: none.
const Kind* solid_copper(const Catalogue& catalogue, Surroundings here, double finest_awg);

// Judges a candidate against the part of the site it came from.
Proposal judge_draft(const ChooseContext& context, Site candidate);

// Of several candidates the one to show: best verdict, then cheapest.
Proposal best_of(const ChooseContext& context, std::vector<Draft> candidates);
// The same for candidates in order of price: the first that holds is the one.
Proposal first_good(const ChooseContext& context, std::vector<Draft> candidates);

// A switch for a place with mains: the cheapest with `ports` feeding ports of the class that stands
// the cold there, and the cabinet it needs ("" indoors). Null kind: none.
struct FarSwitch {
    const Kind* kind = nullptr;
    std::string cabinet;
    std::vector<std::string> ports;
};
FarSwitch far_switch(const ChooseContext& context, const Place& place, int poe_class,
                     std::size_t ports);

Proposal cannot_build(Cannot why, std::string detail = "", double amount = 0);

// Longest single length of such cable, as it will be judged; `unit` as below.
double one_length_m(const Settings& settings, const Kind& cable, Surroundings lies,
                    const Kind* unit);
// Longest hop of such cable that keeps the keep-back and leaves its service loops, as it will be
// judged; `unit` is the in-line unit at its ends, null for plain Ethernet.
double planned_hop_m(const Settings& settings, const Kind& cable, Surroundings lies,
                     const Kind* unit);
// In-line units that such a length takes; 0 where one hop does.
int units_in_line(const Settings& settings, const Kind& cable, Surroundings lies, double length_m,
                  const Kind& unit);

// Unused cables of this medium with their ends near the two points: nearer than `near_m` at the
// first, twice that at the other.
std::vector<OldCable> old_cables(const ChooseContext& context, Medium medium, Point from, Point to,
                                 double near_m = 40);

// One function a way, each in its own file way_<name>.cpp.
Proposal build_direct_copper(const ChooseContext& context);
Proposal build_long_setting(const ChooseContext& context);
Proposal build_extra_reach_cable(const ChooseContext& context);
Proposal build_repeaters(const ChooseContext& context);
Proposal build_repeaters_both_ends(const ChooseContext& context);
Proposal build_extenders(const ChooseContext& context);
Proposal build_extender_pair(const ChooseContext& context);
Proposal build_long_range_port(const ChooseContext& context);
Proposal build_trunk(const ChooseContext& context);
Proposal build_poe_fed_switch(const ChooseContext& context);
Proposal build_passive_dc(const ChooseContext& context);
Proposal build_local_adapter(const ChooseContext& context);
Proposal build_fibre(const ChooseContext& context);
Proposal build_composite(const ChooseContext& context);
Proposal build_radio_bridge(const ChooseContext& context);
Proposal build_radio_hub(const ChooseContext& context);
Proposal build_old_coax(const ChooseContext& context);
Proposal build_mains_wiring(const ChooseContext& context);
Proposal build_shared_cable(const ChooseContext& context);
Proposal build_cabinet_switch(const ChooseContext& context);

// Shared by several ways.
Proposal build_single(const ChooseContext& context, bool with_long_setting);
Proposal build_chain(const ChooseContext& context, Category category, int most_if_unstated);
// Free PSE ports of units out on the site, of the kinds the filter takes, that a leg could start
// from; nearest first.
std::vector<At> spare_ports(const ChooseContext& context, bool (*takes)(const Kind&));
// Free ports for data of switches at other places than the head end, within a cable of `within_m`
// of the camera, nearest first.
std::vector<At> data_ports_near(const ChooseContext& context, double within_m);
// Drafts with a leg from each of those ports.
std::vector<Draft> from_spare_ports(const ChooseContext& context, bool (*takes)(const Kind&));
}  // namespace ovant
