// SPDX-License-Identifier: GPL-3.0-or-later
// The model: one site as plain values with ids. A run is never stored; it is derived by walking
// from a camera to its feeding port. Includes the catalogue's kinds only.
#pragma once

#include <array>
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/brings.h"
#include "core/catalogue/kind.h"
#include "core/fields/point.h"
#include "core/units/units.h"
#include "core/value.h"

namespace ovant {

// A pole put up where no place says otherwise.
inline constexpr double bare_mast_m = 6;

enum class Mains { none, steady, generator, solar };

struct Place {
    std::string id;
    std::string name;
    PlaceKind kind = PlaceKind::outbuilding;
    Point at;  // middle
    double width_m = 6;
    double depth_m = 4;
    Surroundings surroundings = Surroundings::indoor;
    Mains mains = Mains::none;
    bool earth = false;
    bool head_end = false;
    double mast_m = bare_mast_m;      // highest an antenna can stand here, above the ground
    bool vapour_zone = false;         // explosive vapour is possible
    double rack_units = 0;            // of the rack that stands here; 0: none, or not counted
    std::optional<int> free_outlets;  // of its mains, free before this job; where known
    std::string extra;                // fields of the file this version does not know, as JSON
    bool operator==(const Place&) const = default;
};

struct Pathway {
    std::string id;
    std::string name;
    PathwayKind kind = PathwayKind::conduit;
    std::vector<Point> points;
    Surroundings surroundings = Surroundings::outdoor;
    double cost_per_m = 0;           // to open it; paid once, whoever lays the first cable
    std::optional<int> most_cables;  // that it has room for, those there already left out
    std::string extra;
    bool operator==(const Pathway&) const = default;
};

struct View {
    double direction_deg = 180;  // clockwise from up
    double angle_deg = 90;
    double range_m = 20;
    bool operator==(const View&) const = default;
};

struct CameraSettings {  // only what differs from the kind
    std::optional<CameraDraw> draw;
    std::optional<Picture> picture;
    std::optional<double> bit_rate_mbps;
    View view;
    int importance = 2;  // 1 must never fail, 3 may
    bool operator==(const CameraSettings&) const = default;
};

// Who says so, and when: initials, day and time.
struct Signed {
    std::string who, when;
};

// How far a unit has come on its way into the network.
enum class UnitState { planned, seen, set, added, recording };

// What is known of a unit in the network. A password never is.
struct OnNetwork {
    std::string address;  // that it is to have, or has
    std::string mac;
    std::string serial;
    std::string firmware;
    UnitState state = UnitState::planned;
    int recorder_channel = 0;  // of a camera, from 1; 0: none yet
    std::string who, when;     // set the state: initials, day and time
    bool operator==(const OnNetwork&) const = default;
};

struct Device {
    OVANT_VALUE(Device);
    std::string id;
    std::string kind;
    std::string name;
    Point at;
    std::string place;                         // may be empty: stands by itself
    std::string enclosure;                     // kind of the box around it, may be empty
    std::optional<Surroundings> surroundings;  // else the place's, else outdoor
    std::optional<CameraSettings> camera;
    std::set<std::string> power_off_ports;       // PSE or pass-through switched off here
    std::set<int> long_groups;                   // groups with the long setting on
    std::map<std::string, std::string> modules;  // port to the kind of transceiver in it
    double height_m = 4;                         // of a radio's antenna above the ground
    std::optional<double> transmit_dbm;          // of a radio, where turned down
    std::optional<double> azimuth_deg;  // where it points, clockwise from up; else worked out
    int channel = 0;                    // of a radio; 0: not set, shared with all
    std::string backup;                 // id of the UPS whose outlet it is plugged into
    std::map<std::string, int> port_priority;  // 1 critical, 2 high; what is not here is 3, low
    int supplies = 0;                          // power supplies that work; 0: all it has
    std::optional<Alternative> alternative;    // of a combiner, where it is set otherwise
    double low_volts_share = 0;                // less than its sheet gives, as found
    std::string antenna;                       // of a radio, the kind on its socket; may be empty
    double feeder_loss_db = 0;                 // between radio and that antenna, plugs and all
    // Of a camera that stands on no plan: metres of cable from the head end, as stated. Where it is
    // drawn says nothing then. 0: it stands where it is drawn.
    double stated_run_m = 0;
    std::optional<OnNetwork> on_network;
    int priority_of(const std::string& port) const;
    std::string extra;
    bool operator==(const Device&) const = default;
};

// What a thing is called by the site, and by people: the two must not be taken for each other.
struct NamedId {
    std::string_view id, name;
};

// A port: its device by id, and as printed on the unit.
struct PortId {
    std::string_view device, port;
};

struct LinkEnd {
    std::string device;
    std::string port;
    double drop_m = 0;      // up or down to the unit
    std::string protector;  // kind of surge protector fitted here, may be empty
    bool operator==(const LinkEnd&) const = default;
};

// One of the two pairs that 10 and 100 Mb/s run over, nobody knows which.
inline constexpr const char* pair_with_data = "a pair with data";

// What is known to be wrong with a cable or a radio path that hangs, until it is mended. Every
// check counts it.
struct Defects {
    double resistance_share = 0;   // above its conductors' sheet: copper-clad, or thinner
    double joint_ohm = 0;          // in one conductor, above a sound joint
    std::string pair;              // in which pair joint and open conductors are, where known
    int conductors_open = 0;       // of that pair
    double loss_db = 0;            // of light or radio: dirt, a bend, something in the way
    double noise_db = 0;           // of radio: other senders
    double attenuation_share = 0;  // of a cable, above its category: water
    bool crossed = false;          // polarity of d.c., or the two fibres
    bool operator==(const Defects&) const = default;
};

// Whether what the one takes from an outlet can come from the other: in one place, or by a lead of
// a few metres.
bool in_reach_of_lead(const Device& unit, const Device& outlet);

struct Link {
    OVANT_VALUE(Link);
    std::string id;
    std::string cable;
    LinkEnd a;
    LinkEnd b;
    std::vector<std::string> pathways;  // in order from a; or
    std::vector<Point> drawn;           // points between the ends
    double slack_m = 0;
    double cords_m = 0;                       // patch cords at both ends together
    std::optional<double> measured_length_m;  // of the solid part, overrides the drawing
    // Twisted pair: out and back over one pair, at 20 degrees C, cords and joints not in it.
    std::optional<double> measured_loop_ohm;
    int connectors = 2;              // fibre: mated pairs of connectors on the way
    int splices = 0;                 // fibre
    std::string pull;                // cables of one pull are drawn in together; may be empty
    std::string existing;            // id of the cable that hangs there already and is used
    std::vector<SeenToWork> proven;  // this very run
    std::optional<Defects> defects;
    std::string colour;  // of this cable, where it is not its kind's; may be empty
    std::string extra;
    bool operator==(const Link&) const = default;
};

// A cable that hangs there already: old coax, a spare fibre.
struct ExistingCable {
    std::string id;
    std::string name;
    std::string cable;
    std::vector<Point> points;
    Surroundings surroundings = Surroundings::outdoor;
    std::optional<double> measured_length_m;
    std::optional<double> measured_loop_ohm;  // of the whole length, coax
    std::string extra;
    bool operator==(const ExistingCable&) const = default;
};

enum class ObstacleKind { building, trees, masts, ground, water };

// What stands in the way of radio: an outline on the plan and its height above the ground. Water
// has none: it stands in the way of cable.
struct Obstacle {
    std::string id;
    std::string name;
    ObstacleKind kind = ObstacleKind::building;
    std::vector<Point> points;  // outline, closed by itself; two points make a line
    double height_m = 5;
    std::string extra;
    bool operator==(const Obstacle&) const = default;
};

// A length of cable left from another job, at no price.
struct LeftOver {
    std::string id;
    std::string cable;
    double length_m = 0;
    std::string note;  // where it lies, of which drum
    std::string extra;
    bool operator==(const LeftOver&) const = default;
};

// Another design of the site: what differs from the one that stands in its lists, whole objects by
// id. See core/variants.
struct Variant {
    std::string id;
    std::string name;
    std::string note;
    bool option = false;               // offered to the customer beside the one that stands
    std::vector<std::string> removed;  // objects of any of these lists
    std::vector<Place> places;
    std::vector<Pathway> pathways;
    std::vector<ExistingCable> existing;
    std::vector<Device> devices;
    std::vector<Link> links;
    std::string extra;
    bool operator==(const Variant&) const = default;
};

struct Subnet {
    std::string id;
    std::string name;
    std::string network;                // 192.168.10.0/24
    std::string gateway;                // empty: none
    std::string dhcp_from, dhcp_to;     // handed out by a DHCP server, both or none
    int vlan = 0;                       // 0: untagged
    std::vector<std::string> reserved;  // addresses kept free
    std::string domain;                 // behind the names of its units
    std::string extra;
    bool operator==(const Subnet&) const = default;
};

// What was read on site, and where: length, loop resistance, light and rate of a link; volts and
// watts of a port ("SW1.6") or a unit; bit rate of a camera.
enum class ReadingOf {
    length,
    loop_resistance,
    volts,
    watts,
    link_rate,
    bit_rate,
    light,
    radio_level,
    wire_map,     // a WireMap
    errors,       // damaged frames that came in while it was looked at
    throughput,   // of data that a test carried over a link
    delay,        // there and back, from the recorder to a unit
    backup_time,  // until the pictures went dark without mains
    symptom       // a Symptom of a camera or other load
};
// What a wire map shows of a cable, or of the pair that it names.
enum class WireMap { straight, open, shorted, crossed, split };
// Since when somebody sees what he sees.
enum class Since { not_said, rain, outage, bench };
// What somebody sees of a unit that a run ends at, without any meter.
enum class Symptom {
    well,        // on, linked, seen where it is wanted
    dark,        // no light on it, nothing
    no_link,     // lit, and its socket stays dark
    no_picture,  // linked, and nothing arrives
    restarts,    // comes on and goes off again
    stutters     // arrives with gaps
};
enum class ReadUnder { day, night, coldest_night, restart };  // as the conditions of the checks
struct Reading {
    std::string id;
    ReadingOf of = ReadingOf::volts;
    std::string subject;
    std::string pair;  // of a cable, as marked on it; may be empty
    double value =
        0;  // in metres, ohms, volts, watts, Mb/s, dBm, frames, ms, hours; or a WireMap, a Symptom
    std::string instrument;
    ReadUnder under = ReadUnder::day;
    Since since = Since::not_said;  // of a symptom; bench: it was well when it was tried there
    std::optional<double> temperature_c;  // of the air, else as the site has it
    std::string who, when;
    std::string note;
    std::string extra;
    bool operator==(const Reading&) const = default;
};

// How far an instrument may be off in one kind of reading: a share of what it shows, and so much
// more, in the unit of the reading.
struct Accuracy {
    ReadingOf of = ReadingOf::volts;
    double share = 0;
    double plus = 0;
    bool operator==(const Accuracy&) const = default;
};
struct Instrument {
    std::string id;
    std::string name;
    std::vector<Accuracy> accuracy;
    std::string extra;
    bool operator==(const Instrument&) const = default;
};

// What can be wrong with a run that was built; what each does is in core/prove/faults.h.
enum class FaultKind {
    none,
    copper_clad,
    thinner,
    longer,
    pair_open,
    conductor_open,
    bad_joint,
    cord_in_run,
    other_port,
    low_volts,
    draws_more,
    infrared_on,
    wrong_setting,
    units_swapped,
    extra_unit,
    wrong_alternative,
    crossed,
    light_lost,
    wrong_optic,
    radio_turned,
    radio_hidden,
    interference,
    water
};

struct Fault {
    FaultKind kind = FaultKind::none;
    std::string at;  // link or device
    std::string to;  // the port it is in, the kind of optic, the unit it is swapped with, the pair
    double amount = 0;  // the free number, in the unit of its facts
    bool operator==(const Fault&) const = default;
};

// A suspect that was looked into. What was read along the run before something was mended speaks
// for nothing any more.
enum class FaultOutcome { not_it, mended };
struct TriedFault {
    std::string id;
    std::string camera;  // whose run was looked at
    FaultKind fault = FaultKind::none;
    std::string at, to;
    double amount = 0;
    FaultOutcome outcome = FaultOutcome::not_it;
    std::string who, when;
    std::string note;
    std::string extra;
    bool operator==(const TriedFault&) const = default;
};

// A step of the bench, by its key (core/prove/bench.h), with what came of it.
enum class BenchState { done, failed };
struct BenchRecord {
    std::string id;
    BenchState state = BenchState::done;
    std::string who, when;
    std::string note;
    std::string extra;
    bool operator==(const BenchRecord&) const = default;
};

// A picture that somebody took, kept as a file beside the site's; known by its digest.
struct Photo {
    std::string id;
    std::string subject;  // a unit, a link, a place; may be empty
    std::string path;     // from the folder of the site's file, with slashes
    std::string sha256;   // of the file when it was noted
    std::string who, when;
    std::string note;
    std::string extra;
    bool operator==(const Photo&) const = default;
};

// The site as it was handed over: by the digest of the file it is written as, handovers left out.
struct HandoverRecord {
    std::string id;
    std::string sha256;  // 64 hexadecimal digits
    std::string who, when;
    std::string note;
    std::string extra;
    bool operator==(const HandoverRecord&) const = default;
};

// An address that was found in use and is none of the site's units, as far as is known.
struct SeenAddress {
    std::string address;  // version 4 or 6
    std::string mac;
    std::string name;
    std::string who, when;
    bool operator==(const SeenAddress&) const = default;
};

enum class School { standard, maker_rated, field_proven };
enum class SwitchBasis { by_class, greatest_draw, typical };
enum class SourceVolts { worst, nominal };
enum class PlugWiring { t568a, t568b };
// What a cable lies in between two buildings where no pathway is drawn.
enum class Between { indoors, on_walls, in_ground };
enum class Preference { price, fewest_parts, least_work };

struct KeepBack {  // what the designer refuses to spend of a limit
    double power_share = 0.20;
    double length_share = 0.05;
    double volts_share = 0.15;  // of the window between what the source gives and the load needs
    double data_share = 0.30;
    double light_db = 3;
    double fade_db = 10;
    double battery_share = 0.20;
    bool operator==(const KeepBack&) const = default;
};

// What work costs here: hours by task and the price of an hour. Common practice, for the site to
// set.
struct LabourRates {  // hours are of one person, whoever else is needed for a task
    double price_per_h = 48;
    double pull_h_per_100m = 1.5;    // drawing in cable, of both who do it
    double copper_end_h = 0.2;       // a plug or a terminal
    double fibre_end_h = 0.6;        // a connector with its test
    double mount_h = 0.6;            // a unit, where its kind does not say
    double height_h = 0.5;           // more for a unit up a pole or mast, with ladder or lift
    double align_h = 1;              // a radio path, of both at its ends
    double set_up_h = 0.3;           // a unit with an address of its own
    double test_h = 0.15;            // a cable of copper, end to end, with its record
    double hand_over_h = 2;          // the site, shown and signed for
    int crew = 2;                    // who work together on site
    double day_h = 7;                // of work on site in a day, each
    double mains_point_price = 190;  // an outlet by a licensed electrician
    double new_way_per_m = 24;       // a way for cable where no pathway leads
    bool operator==(const LabourRates&) const = default;
};

// How cable is bought and cut here. Common practice.
struct Buying {
    double spare_share = 0;        // cut so much more than the length, for what goes wrong
    double worth_keeping_m = 10;   // what is left and shorter is thrown away
    bool pulled_apart = false;     // cables drawn in together come from different packages
    bool joints_allowed = false;   // in a run that is longer than any package
    bool ducts_in_ground = false;  // also round cable that may lie in the ground bare
    bool operator==(const Buying&) const = default;
};

// What the customer is offered. Shares are put on top of what it costs. Common practice.
struct OfferSettings {
    double material_markup = 0.25;
    double work_markup = 0.15;
    double outside_markup = 0.1;  // on ground works and electricians
    double tax_share = 0.2;
    double round_to = 0;     // the price before tax is rounded to whole ones of these; 0: cents
    double valid_days = 30;  // from its date
    std::string number;
    std::string date;  // of the offer
    std::string from, customer;
    std::string introduction, terms;
    bool operator==(const OfferSettings&) const = default;
};

// The day the site is played through: the coldest of the year unless it says otherwise.
struct DaySettings {
    double latitude_deg = 57;  // north
    double longitude_deg = 0;  // east
    double utc_offset_h = 0;   // of the clock on the wall
    std::string date = "2027-01-15";
    std::optional<double> outage_at_h;  // mains fails at this hour
    double outage_h = 2;
    std::optional<double> restart_at_h;  // all cameras restart, as planned upkeep
    double dusk_spread_min = 20;         // cameras see dusk this much earlier or later
    double tour_s = 60;                  // motors of PTZ cameras run so long
    double tour_every_s = 900;
    unsigned seed = 1;
    bool operator==(const DaySettings&) const = default;
};

// Where practitioners differ: each is a rule the site may set itself. Common practice both ways.
enum class FeedFrom { either, a_switch, the_recorder };
struct Practice {
    bool large_loads_apart = false;    // large loads go over conductors that carry no data
    double large_load_w = 25.5;        // large is more than this, and
    double large_load_share = 0;       // more than this share of what the port gives; 0: any port
    bool no_power_with_data = false;   // no power at all on a cable that carries data
    int longest_chain = 0;             // of in-line units; 0: what their makers state
    double most_megapixels_at_10 = 0;  // pictures on a 10 Mb/s link; 0: by bit rate alone
    FeedFrom feed_from = FeedFrom::either;
    double radio_beyond_m = 0;    // no radio over less than this
    bool compliant_only = false;  // no feed that does not ask first
    bool operator==(const Practice&) const = default;
};

// How cables that go the same way lie. They warm each other: apart does not count it.
enum class Bundles { apart, in_air, enclosed, insulated };

// What may be worse than stated: shares, 0 where the stated value is designed on.
struct Tolerances {
    double resistance_share = 0;  // of cables, upwards
    double volts_share = 0;       // of sources, downwards
    double length_share = 0;      // of what is pulled in, upwards
    bool operator==(const Tolerances&) const = default;
};

struct Settings {
    UnitSystem units = UnitSystem::metric;
    School school = School::standard;
    SwitchBasis switch_basis = SwitchBasis::by_class;
    SourceVolts source_volts = SourceVolts::worst;
    PlugWiring plug_wiring = PlugWiring::t568b;
    Preference preference = Preference::price;
    Between where_no_pathway = Between::in_ground;
    bool worst_permitted_cable = false;  // design on the worst category cable allowed
    double day_c = 25;
    double night_c = 5;
    double coldest_night_c = -10;
    double indoor_c = 20;
    double cord_awg = 24;
    double service_loop_m = 3;
    double default_drop_m = 3;
    std::string currency = "EUR";
    double eirp_limit_dbm = 30;         // most power an antenna may radiate here
    double rain_mm_per_h = 30;          // passed for 0.01 % of the year
    double availability = 99.99;        // percent of the year that radio is to last in rain
    double noise_allowance_db = 0;      // other radios about: taken off every margin
    double sun_hours = 1.2;             // hours of full sun a day in the worst month
    double dark_hours = 16;             // infrared is on, in the worst month
    double days_without_sun = 4;        // the battery must last
    double backup_h = 2;                // what stands on a UPS is to run so long without mains
    double battery_age_share = 0.8;     // of the new capacity, at the end of its life
    std::optional<double> hot_cable_c;  // cables under a roof or in the sun, by day
    Bundles bundles = Bundles::in_air;  // where their pathway does not say it
    double mains_v = 230;
    Practice practice;
    Tolerances tolerances;
    DaySettings day;
    KeepBack keep_back;
    LabourRates labour;
    Buying buying;
    OfferSettings offer;
    std::string extra;
    bool operator==(const Settings&) const = default;
};

struct Drawing {
    std::string media_type;  // image/svg+xml, image/png, image/jpeg, application/pdf
    std::shared_ptr<const std::string> data;  // the file itself
    Point origin;                             // top left corner on the site
    double metres_per_pixel = 0.1;
    double fade = 0;  // 0 as is, 1 gone
    bool operator==(const Drawing& other) const;
};

// Of a site that is a part of another: what else lies in a pathway, and turns to heat in a metre of
// it, by condition.
struct LiesBeside {
    int cables = 0;
    std::array<double, 4> heat_w_per_m{};
    bool operator==(const LiesBeside&) const = default;
};

struct Site {
    OVANT_VALUE(Site);
    std::string name;
    Settings settings;
    std::optional<Drawing> drawing;
    std::vector<Place> places;
    std::vector<Pathway> pathways;
    std::vector<ExistingCable> existing;
    std::vector<Obstacle> obstacles;
    std::vector<Device> devices;
    std::vector<Link> links;
    std::vector<Subnet> subnets;
    std::vector<SeenAddress> seen;
    std::vector<Instrument> instruments;
    std::vector<Reading> readings;
    std::vector<TriedFault> tried;
    std::vector<BenchRecord> bench;
    std::vector<Photo> photos;
    std::vector<HandoverRecord> handovers;
    std::vector<LeftOver> stock;
    std::vector<Variant> variants;
    std::string design_name;     // of the design that stands; empty while there is one only
    std::vector<Brings> brings;  // in place of the catalogue's of the same id, or besides them
    std::map<std::string, OwnKind> kinds;           // the site's own, by id
    std::map<std::string, LiesBeside> lies_beside;  // by pathway; never in a file
    std::string extra;
    bool operator==(const Site&) const = default;
};

const Device* find_device(const Site& site, std::string_view id);
const Link* find_link(const Site& site, std::string_view id);
const Place* find_place(const Site& site, std::string_view id);
// The place where the recorder stands; null where the site has none.
const Place* head_end_of(const Site& site);
const Pathway* find_pathway(const Site& site, std::string_view id);
const ExistingCable* find_existing(const Site& site, std::string_view id);
const Obstacle* find_obstacle(const Site& site, std::string_view id);
const Subnet* find_subnet(const Site& site, std::string_view id);
Device* find_device(Site& site, std::string_view id);
Link* find_link(Site& site, std::string_view id);
Place* find_place(Site& site, std::string_view id);

// The link on this port, or null.
const Link* link_at(const Site& site, PortId port);

// First free id of the form prefix + number, at least two digits for cameras: "K05", "SW3".
std::string next_id(const Site& site, std::string_view prefix);

Surroundings surroundings_of(const Site& site, const Device& device);

// As positions are kept: drawn things lie on whole centimetres.
double to_centimetre(double value_m);
Point to_centimetre(Point point);
double distance_m(Point a, Point b);

}  // namespace ovant
