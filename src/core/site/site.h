// SPDX-License-Identifier: GPL-3.0-or-later
// The model: one site as plain values with ids. A run is never stored; it is derived by walking
// from a camera to its feeding port. Includes the catalogue's kinds only.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

#include "core/catalogue/kind.h"
#include "core/units/units.h"

namespace ovant {

struct Point {
    double x_m = 0;
    double y_m = 0;
    bool operator==(const Point&) const = default;
};

enum class Mains { none, steady, generator, solar };
enum class PlaceKind { equipment_room, cabinet, outbuilding, pole, wall, pedestal };

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
    std::string extra;  // fields of the file this version does not know, as JSON
    bool operator==(const Place&) const = default;
};

enum class PathwayKind { tray, conduit, trench, fence, overhead, pontoon };

struct Pathway {
    std::string id;
    std::string name;
    PathwayKind kind = PathwayKind::conduit;
    std::vector<Point> points;
    Surroundings surroundings = Surroundings::outdoor;
    double cost_per_m = 0;
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
    std::optional<double> bit_rate_mbps;
    View view;
    int importance = 2;  // 1 must never fail, 3 may
    bool operator==(const CameraSettings&) const = default;
};

struct Device {
    std::string id;
    std::string kind;
    std::string name;
    Point at;
    std::string place;                         // may be empty: stands by itself
    std::string enclosure;                     // kind of the box around it, may be empty
    std::optional<Surroundings> surroundings;  // else the place's, else outdoor
    std::optional<CameraSettings> camera;
    std::set<std::string> power_off_ports;  // PSE or pass-through switched off here
    std::set<int> long_groups;              // groups with the long setting on
    std::string extra;
    bool operator==(const Device&) const = default;
};

struct LinkEnd {
    std::string device;
    std::string port;
    double drop_m = 0;      // up or down to the unit
    std::string protector;  // kind of surge protector fitted here, may be empty
    bool operator==(const LinkEnd&) const = default;
};

struct Link {
    std::string id;
    std::string cable;
    LinkEnd a;
    LinkEnd b;
    std::vector<std::string> pathways;  // in order from a; or
    std::vector<Point> drawn;           // points between the ends
    double slack_m = 0;
    double cords_m = 0;                       // patch cords at both ends together
    std::optional<double> measured_length_m;  // of the solid part, overrides the drawing
    std::string extra;
    bool operator==(const Link&) const = default;
};

enum class School { standard, maker_rated, field_proven };
enum class SwitchBasis { by_class, greatest_draw, typical };
enum class SourceVolts { worst, nominal };
enum class PlugWiring { t568a, t568b };
enum class Preference { price, fewest_parts, least_work };

struct KeepBack {  // what the designer refuses to spend of a limit
    double power_share = 0.20;
    double length_share = 0.05;
    double volts = 2;
    double data_share = 0.30;
    bool operator==(const KeepBack&) const = default;
};

struct Settings {
    UnitSystem units = UnitSystem::metric;
    School school = School::standard;
    SwitchBasis switch_basis = SwitchBasis::by_class;
    SourceVolts source_volts = SourceVolts::worst;
    PlugWiring plug_wiring = PlugWiring::t568b;
    Preference preference = Preference::price;
    bool worst_permitted_cable = false;  // design on the worst category cable allowed
    double day_c = 25;
    double night_c = 5;
    double coldest_night_c = -10;
    double indoor_c = 20;
    double cord_awg = 24;
    double service_loop_m = 3;
    double default_drop_m = 3;
    std::string currency = "EUR";
    KeepBack keep_back;
    std::string extra;
    bool operator==(const Settings&) const = default;
};

struct Drawing {
    std::string media_type;                   // image/svg+xml, image/png, image/jpeg
    std::shared_ptr<const std::string> data;  // the file itself
    Point origin;                             // top left corner on the site
    double metres_per_pixel = 0.1;
    double fade = 0;  // 0 as is, 1 gone
    bool operator==(const Drawing& other) const;
};

struct Site {
    std::string name;
    Settings settings;
    std::optional<Drawing> drawing;
    std::vector<Place> places;
    std::vector<Pathway> pathways;
    std::vector<Device> devices;
    std::vector<Link> links;
    std::map<std::string, std::string> kinds;  // the site's own kinds, id to JSON
    std::string extra;
    bool operator==(const Site&) const = default;
};

const Device* find_device(const Site& site, std::string_view id);
const Link* find_link(const Site& site, std::string_view id);
const Place* find_place(const Site& site, std::string_view id);
const Pathway* find_pathway(const Site& site, std::string_view id);
Device* find_device(Site& site, std::string_view id);
Link* find_link(Site& site, std::string_view id);
Place* find_place(Site& site, std::string_view id);

// The link on this port, or null.
const Link* link_at(const Site& site, std::string_view device, std::string_view port);

// First free id of the form prefix + number, at least two digits for cameras: "K05", "SW3".
std::string next_id(const Site& site, std::string_view prefix);

Surroundings surroundings_of(const Site& site, const Device& device);

double distance_m(Point a, Point b);

}  // namespace ovant
