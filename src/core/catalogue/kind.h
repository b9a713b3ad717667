// SPDX-License-Identifier: GPL-3.0-or-later
// What a kind of cable or equipment is. Plain values; includes physics for its enums only.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/numbered.h"
#include "core/physics/bit_rate.h"
#include "core/physics/conductor.h"
#include "core/physics/copper_reach.h"
#include "core/physics/fibre.h"
#include "core/physics/radio.h"
#include "core/value.h"

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
    enclosure,
    media_converter,
    transceiver,
    supply,      // d.c. and solar supplies
    splitter,    // takes passive power off a cable
    combiner,    // two channels of two pairs each on one cable
    coax_unit,   // Ethernet over coax
    line_unit,   // long-reach line: pairs, far units, trunks
    mains_unit,  // data over the mains wiring
    radio,
    ups,  // stands between the mains and what is plugged into it
    small_part,
    load  // takes power and data at the end of a run and has no picture: a phone, an access point
};

// What runs between two ports. Each port takes one medium, a cable is of one.
enum class Medium { twisted_pair, fibre, composite, coax, radio, mains_wiring, dc };

// What a PSE counts against its budget once a port is on: the watts it measures, what the class
// reserves, or what the load asked for over the link layer (IEEE 802.3, 33.6 and 145.5).
enum class Allocation { by_draw, by_class, by_request };

// Where the watts of a maker's table are meant: what the far unit takes off the cable, or what the
// devices behind it take.
enum class CountedAt { far_unit, loads };

// Which of its inputs carries a load where more than one has power.
enum class FirstInput { most_volts, poe, dc };

enum class PowerKind { poe, passive };  // passive: volts always on, no negotiation

// Which pairs a two-pair PSE feeds: A with the data, B the spare ones (IEEE 802.3, clause 33).
enum class Alternative { either, a, b };

// Of what a port gives or takes by conductors of its own. A socket stated for either takes both.
enum class Current { dc, ac, either };

// In order of harshness: a device stands in surroundings up to its rating. Submerged: it may lie
// under water for as long as its maker states (IEC 60529, IPX7 and IPX8).
enum class Surroundings { indoor, outdoor, wet, submerged };

struct RatedReach {
    double rate_mbps = 100;
    double length_m = 100;
    bool operator==(const RatedReach&) const = default;
};

// Somebody has seen it work so far out, past what anybody states. Not a promise.
struct SeenToWork {
    double rate_mbps = 100;
    double length_m = 100;
    double load_w = 0;  // at the far end, 0: not noted
    double volts = 0;   // that arrived there, 0: not noted
    std::string date;   // "2026-05-03", may be empty
    std::string who;    // initials or a firm, may be empty
    bool operator==(const SeenToWork&) const = default;
};

struct RatedWatts {
    double length_m = 100;
    double watts = 0;
    bool operator==(const RatedWatts&) const = default;
};

// How a cable is bought. A lead is ready-made: one run takes it whole, with its plugs on.
enum class PackageForm { box, drum, coil, lead };
struct Package {
    PackageForm form = PackageForm::box;
    double length_m = 305;
    double price = 0;
    bool operator==(const Package&) const = default;
};

struct CableFacts {
    Conductor conductor;
    CableCategory category = CableCategory::cat5e;
    bool screened = false;
    bool outdoor = false;
    bool cord = false;               // patch cord, not for fixed runs
    std::vector<RatedReach> rated;   // maker's table, may be empty: the standard's 100 m
    std::vector<SeenToWork> proven;  // past it, never proposed first
    double price_per_m = 0;          // cut to measure, and what designs are priced by
    std::vector<Package> packages;   // empty: it is bought by the metre
    bool by_metre = false;           // by the metre as well as in packages
    Medium medium = Medium::twisted_pair;
    FibreType fibre = FibreType::none;  // fibre and composite
    int strands = 0;
    double loop_ohm_per_m = 0;  // coax: core and screen together at 20 degrees C, maker's
    bool steel_core = false;    // coax: copper-clad steel
    double reach_factor = 1;    // coax: reach against RG-59, maker's
    std::string colour;         // of the jacket, may be empty
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
    std::optional<double> min_volts;    // promised from here up, maker's; else by class
    std::optional<double> off_below_v;  // stays on down to here; else PoE 30 V, d.c. its least
    Picture picture;
    std::optional<double> bit_rate_mbps;  // maker's or measured; else from the picture
    double start_s = 40;                  // from power to picture
    double heater_below_c = 5;            // inside the housing, where the thermostat closes
    FirstInput first_input = FirstInput::most_volts;
    bool bridges_inputs = false;      // takes the other input over without a restart
    bool asks_by_link_layer = false;  // names the watts it needs once it runs
    std::optional<double> sleep_w;    // takes no more while it sleeps; where not stated it does not
    double input_uf = 0;              // that its input charges when it is let in, 0: not stated
};

// What a load states of itself; read into the same figures as a camera's.
struct LoadFacts {
    double watts = 0;          // most it takes, in use
    double start_w = 0;        // added while it starts
    double bit_rate_mbps = 0;  // to and from the head end, together
    std::optional<double> min_volts, off_below_v;
    double start_s = 40;
    FirstInput first_input = FirstInput::most_volts;
    bool bridges_inputs = false;
    bool asks_by_link_layer = false;
    std::optional<double> sleep_w;
    double input_uf = 0;
};

enum class PortRole {
    pse,   // feeds what is plugged in
    pd,    // takes its power here
    pass,  // power and data go through to the other pass port
    data   // no power
};

struct PortKind {
    OVANT_VALUE(PortKind);
    std::string id;  // as printed on the unit: "6", "up", "in"
    PortRole role = PortRole::data;
    int poe_class = 0;    // pse: highest class offered; pd: class asked for
    int least_class = 0;  // pd: what it also works on, with less to give; 0: its class
    double limit_w = 0;   // pse: what the port can give
    double rate_mbps = 100;
    int group = 0;  // ports of one group share the long setting
    bool uplink = false;
    bool upstream = false;  // faces the feeding side on in-line units
    Medium medium = Medium::twisted_pair;
    PowerKind power = PowerKind::poe;
    // Pairs that carry the power: passive 1, 2 or 4; pass 2 or 4. A PoE pse with 4 feeds every
    // class over four; with 2, or where it is not stated, only classes 5 to 8.
    int pairs = 2;
    double min_volts = 0;  // passive pd: least and most it accepts
    double max_volts = 0;
    Current current = Current::dc;  // passive
    int polarity = 0;  // passive: +1 plus on pair 4 5, -1 plus on pair 7 8, 0 takes either
    Alternative alternative = Alternative::either;
    std::string line;  // name of a line code other than Ethernet; both ends must speak it
    std::string lane;  // combiner: which of its channels this port is; empty: all of them
};

struct SupplyFacts {  // units that feed others
    double nominal_v = 54;
    double min_v = 50;    // worst case at the port
    double budget_w = 0;  // 0: the sum of the ports
    double own_draw_w = 0;
    double efficiency = 1;   // of what it passes on, from the cable or the mains
    bool from_mains = true;  // else through its pd port
    bool long_setting = false;
    Allocation allocation = Allocation::by_draw;
    int supplies = 1;            // power supplies that share the load
    double budget_one_w = 0;     // with one of two supplies; 0: half
    bool switches_data = true;   // false: injector, data goes through to its data port
    bool power_limited = false;  // marked as a power-limited source
    // Maker's table of the most that arrives at the far end of the cable, by its length; empty:
    // none is stated. Between two lengths in proportion, past the last nothing.
    std::vector<RatedWatts> arrives;
    CountedAt counted_at = CountedAt::far_unit;
};

// Rate against length of a line code, maker's table, best rate first.
struct LineFacts {
    std::vector<RatedReach> reach;
    double most_loop_ohm = 0;  // coax: most loop resistance the pair works over, 0: not stated
    bool unsure = false;       // the maker states a rate that no one can know before trying
};

// One optical port. Powers in dBm at the port, worst case of the maker or the standard.
struct OpticFacts {
    double rate_mbps = 100;
    double transmit_nm = 1310;
    double receive_nm = 1310;
    bool single_mode = false;
    int strands = 2;
    double transmit_min_dbm = 0;
    double transmit_max_dbm = 0;
    double sensitivity_dbm = 0;
    double overload_dbm = 0;
    double reach_m = 2000;  // maker's or the standard's, on the best fibre it is made for
};

struct SolarFacts {
    double panel_w = 0;
    double battery_wh = 0;
    double usable_share = 0.5;  // of the battery, what may be drawn
    double system_share = 0.7;  // of the panel's rating that reaches the battery
};

struct BoxFacts {
    double kelvin_per_w = 0;  // rise inside for each watt that turns to heat in it
    double heater_w = 0;
    double ups_wh = 0;  // 0: no backup
};

struct UpsFacts {
    double battery_wh = 0;
    double output_w = 0;
    double own_draw_w = 0;
    double efficiency = 0.85;  // battery to outlet
    double charge_w = 60;
    double peukert = 1;  // of a lead battery, 1.1 to 1.25
};

struct InlineFacts {  // repeaters and extenders
    double own_draw_w = 0;
    double min_volts = 0;
    int most_in_chain = 0;     // 0: not stated
    double hop_reach_m = 100;  // maker's, each side
    double hop_rate_mbps = 100;
    std::vector<RatedReach> hops;  // maker's rates by length, where there is more than one
    double series_ohm = 0;         // in the power's way through
    double input_uf = 0;           // that its input charges when it is let in, 0: not stated
};

// Of a unit that stands in the network by an address of its own.
struct NetworkFacts {
    std::string factory_address;    // as it comes; empty: it has none
    bool asks_for_address = false;  // of a DHCP server, when it starts
};

// An antenna bought by itself, for a radio with a socket for one.
struct AntennaFacts {
    double gain_dbi = 0;
    double beam_deg = 30;
    double least_mhz = 0, most_mhz = 0;  // it is made for
};

// How a small part is bought: so many in a bag.
struct Pack {
    int pieces = 1;
    double price = 0;
    bool operator==(const Pack&) const = default;
};
// A part that comes with a kind wherever it is used, bought apart.
struct AlsoNeeded {
    std::string part;
    double count = 1;
    bool operator==(const AlsoNeeded&) const = default;
};

struct Kind {
    OVANT_VALUE(Kind);
    std::string id;
    std::string name;
    Category category = Category::cable;
    Surroundings rating = Surroundings::indoor;
    double min_temperature_c = 0;
    double max_temperature_c = 40;
    double price = 0;
    double draw_w = 0;         // what it takes at its pd port or from the mains for itself
    bool needs_mains = false;  // comes with a plug; units with a mains supply always do
    double mount_h = 0;        // hours to mount, 0: the site's usual
    By<PortNumber, PortKind> ports;
    std::optional<CableFacts> cable;
    std::optional<CameraFacts> camera;  // of a load too, without a picture
    std::optional<LoadFacts> load;      // as it was written
    std::optional<SupplyFacts> supply;
    std::optional<InlineFacts> in_line;
    std::optional<LineFacts> line;
    std::optional<OpticFacts> optic;  // transceivers, and units with a fixed optical port
    std::optional<RadioFacts> radio;
    std::optional<SolarFacts> solar;
    std::optional<BoxFacts> box;
    std::optional<UpsFacts> ups;
    std::optional<NetworkFacts> network;
    std::optional<AntennaFacts> antenna;
    double input_mbps = 0;           // of a recorder: most it takes in, 0: not stated
    int channels = 0;                // of a recorder, 0: not stated
    bool surge_protected = false;    // has protectors built in; they need an earth
    double conductor_ohm = 0;        // of a protector: in each conductor it stands in
    std::vector<SeenToWork> proven;  // of a unit: with what length of cable on it
    std::vector<Pack> packs;         // of a small part; empty: singly
    std::vector<AlsoNeeded> brings;
    std::string lights;                       // what its lights show when all is well
    double mains_min_v = 0, mains_max_v = 0;  // of its plug, 0: not stated
    bool earth_terminal = false;              // its case is to be joined to an earth
    double rack_units = 0;                    // that it takes in a rack, 0: not made for one
    double noise_dba = 0;                     // of its fans, at one metre; 0: none, or not stated
};

// A kind that a site brings along: what it is, and the letters it was written in, which keep the
// order of its fields and what this version does not know.
class OwnKind {
public:
    // `json` must read as `kind`.
    OwnKind(Kind kind, std::string json);
    const Kind& kind() const { return *kind_; }
    const std::shared_ptr<const Kind>& shared() const { return kind_; }
    const std::string& json() const { return json_; }
    bool operator==(const OwnKind& other) const { return json_ == other.json_; }

private:
    std::shared_ptr<const Kind> kind_;
    std::string json_;
};

// What a run ends at: a camera, or another load.
bool ends_a_run(const Kind& kind);
// A camera, whose data are pictures that end at a recorder; those of another load end at the head
// end.
bool has_picture(const Kind& kind);
// Whether the antenna can be joined to this radio: it has a socket for one, and goes by its
// frequency.
bool takes_antenna(const Kind& radio, const Kind& antenna);
// Has a plug that must be put into an outlet.
bool plugs_into_mains(const Kind& kind);
// Watts the unit can give by all its ports together: its budget, or the sum of the ports. With
// `supplies` of its power supplies working; 0 means all of them. Domain: kind.supply is there.
double budget_w(const Kind& kind, int supplies = 0);
// Feeds others without being fed over a cable itself.
bool is_source(const Kind& kind);

const PortKind* find_port(const Kind& kind, std::string_view port);

}  // namespace ovant
