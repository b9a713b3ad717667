// SPDX-License-Identifier: GPL-3.0-or-later
// Site to Assessment: the only place where a verdict is made. Window, command line, proposals and
// cards all read it. Includes physics, site, route, catalogue and standards.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/assess/port_feed.h"

namespace ovant {

struct AssessOptions {
    std::optional<Condition> condition;  // none: the worst of all
    bool working = false;                // record the arithmetic
};

struct RunAssessment {
    std::string camera;
    Verdict verdict = Verdict::unknown;
    double length_m = 0;
    double camera_w = 0;  // greatest in the conditions judged
    bool connected = false;
    std::vector<Check> checks;      // the worst of each link, device or condition, by id
    const Check* decisive() const;  // the one to name first; null if none
};

struct PortAssessment {
    std::string device;
    std::string port;
    std::string camera;  // the first behind it, or empty
    int cameras = 0;
    double watts = 0;   // at the port, worst of the conditions judged
    double load_w = 0;  // of that, taken by the units
    double limit_w = 0;
    double day_w = 0;
    double restart_w = 0;
    int class_offered = 0;
    int class_asked = 0;
    double reserved_w = 0;  // by class
    bool long_setting = false;
    bool power_off = false;
    bool collapses = false;
    Verdict verdict = Verdict::unknown;
    // What counts against the unit by this basis.
    double counted_w(SwitchBasis basis) const;
};

struct SwitchAssessment {
    std::string device;
    double budget_w = 0;
    double by_class_w = 0;
    double greatest_w = 0;
    double typical_w = 0;
    SwitchBasis basis = SwitchBasis::by_class;
    double counted_w() const;  // by the basis in force
    Verdict verdict = Verdict::unknown;
    std::vector<Check> checks;
    std::vector<PortAssessment> ports;  // PSE ports, in order
    std::vector<std::string> refused;   // ports without power after everything started at once
};

// port-refused of one port, where the unit leaves it without power.
std::optional<Check> refusal(const SwitchAssessment& unit, std::string_view port);

struct Summary {
    int holds = 0, tight = 0, fails = 0, unknown = 0;
};

struct Assessment {
    std::vector<RunAssessment> runs;
    std::vector<SwitchAssessment> switches;
    std::vector<Check> site_checks;  // backup-time of each UPS, recorder-input of each recorder
    Summary summary;                 // of the runs

    const RunAssessment* run(std::string_view camera) const;
    const SwitchAssessment* unit(std::string_view device) const;
};

// Open faults by the stage of work where they are mended: cameras without a connection in Survey;
// runs that fail on length, data, surroundings or chain in Reach; runs and units that fail on power
// in Power. A run counts once in each.
struct StageFaults {
    int survey = 0, reach = 0, power = 0;
};
StageFaults stage_faults(const Assessment& assessment);

// Runs, units and site checks that fail.
int count_failing(const Assessment& assessment);

Assessment assess(const Network& net, const AssessOptions& options = {});
Assessment assess(const Site& site, const Catalogue& catalogue, const AssessOptions& options = {});

// The same after an edit, given what was said before it under the same options: only what the edit
// can reach is judged anew. Where more than devices and links has changed, all of it is.
Assessment assess_again(const Network& net, const Network& before_net, Assessment before,
                        const AssessOptions& options = {});

// One run alone, `index` into net.cameras.
RunAssessment assess_run(const Network& net, std::size_t index, const AssessOptions& options = {});
// What counts against a unit: its class where it reserves by class itself, else the site's choice.
SwitchBasis basis_of(const Kind& kind, const Settings& settings);

// One feeding port: what it gives, to whom, and whether it can.
PortAssessment assess_port(const Network& net, PortAt at, const AssessOptions& options = {});
// One unit that feeds others, by device number.
SwitchAssessment assess_switch(const Network& net, int device, const AssessOptions& options = {});

// The same where only the feeds of some ports differ from `before`; `changed` by number of the port
// in the unit's kind.
SwitchAssessment assess_switch_change(const Network& net, int device,
                                      const SwitchAssessment& before,
                                      const std::vector<bool>& changed,
                                      const AssessOptions& options = {});

// Whether the site's own rule keeps cameras off such a unit, a switch or a recorder of the head
// end.
bool feeds_against_practice(const Settings& settings, const Kind& unit, bool at_head_end);

// The least volts the camera accepts at this port: the maker's, or its class's.
double camera_min_volts(const Kind& kind, const PortKind& port, Working* working = nullptr);

// The least volts a unit accepts at the port its feed comes in by; 0 where nothing is stated.
double least_volts(const Kind& kind, const PortKind& port, Working* working = nullptr);

// The volts a camera stays on down to at this port: the maker's, for PoE 30 V (IEEE 802.3), for
// d.c. its least. Never above what it is promised to run on.
double camera_off_below_v(const Kind& kind, const PortKind& port);

// The port a unit takes its power by; a port without power where it has none.
const PortKind& power_port(const Kind& kind);
// The same for a unit of the site: of several inputs the one that is fed.
const PortKind& power_port(const Network& net, int device);

// unexpected-power of one always-on feed and the socket it reaches.
Check unexpected_power_check(const Network& net, const PassiveEnd& end);

// The optics of a port: the transceiver in it, or the unit's own; null for none.
const OpticFacts* optic_at(const Network& net, PortAt at);

// Copper that joins two places, each with an earth of its own: the link that arrives, and both.
struct EarthCrossing {
    int link = -1;
    const Place* from = nullptr;
    const Place* to = nullptr;
};
std::vector<EarthCrossing> earth_crossings(const Network& net, const Run& run);

// Stretches of a run that are copper from one active unit to the next, as first link and one past
// the last; cords and d.c. leads end one. `outdoors`: some of it lies outside.
struct CopperStretch {
    std::size_t from = 0, to = 0;
    bool outdoors = false;
};
std::vector<CopperStretch> copper_stretches(const Network& net, const Run& run);
// Whether a surge that comes over link `i` of the run is led away at its near or far end: by a
// protector there, or by the unit's own where its place has an earth.
bool surge_led_away(const Network& net, const Run& run, std::size_t i, bool far_end);

// How far a link may go by the school in force, and the rate it runs at. Radio and d.c. have no
// limit of length here: infinity.
struct LinkReach {
    double limit_m = 0;
    double rate_mbps = 0;
    double proven_m = 0;  // seen to work, 0 if nothing past the limit
    bool long_setting = false;
    bool wrong_line = false;  // the ends speak different line codes: no link at all
    bool unsure = false;      // the rate cannot be known before trying
    Source source;
};
LinkReach link_reach(const Network& net, const NetLink& link, Condition condition,
                     Working* working = nullptr);

// Whether somebody noted that such a link, as long or longer, fed so many watts.
bool seen_to_feed(const Network& net, const NetLink& link, double load_w);

// link-length of one link in one condition.
Check link_length_check(const Network& net, const NetLink& link, Condition condition, bool working);

}  // namespace ovant
