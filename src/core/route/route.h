// SPDX-License-Identifier: GPL-3.0-or-later
// Pathways to routes and lengths. Plan metres; heights come in as drops. Includes site only.
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/site/site.h"

namespace ovant {

// The point of a polyline closest to `point`.
struct Projection {
    Point at;
    std::size_t segment = 0;  // between points[segment] and points[segment + 1]
    double along_m = 0;       // from the first point
    double away_m = 0;
};
// Domain: two points or more.
Projection project(const std::vector<Point>& polyline, Point point);

double polyline_length_m(const std::vector<Point>& polyline);
// The point `along_m` from the start, held inside the line.
Point point_along(const std::vector<Point>& polyline, double along_m);
// The piece between two distances from the start; runs backwards where from > to.
std::vector<Point> piece_between(const std::vector<Point>& polyline, double from_m, double to_m);

// How the link lies on the plan, from end a to end b: along its pathways in order, or its drawn
// points, or straight.
std::vector<Point> link_polyline(const Site& site, const Link& link);
// The same with the ends' positions at hand.
std::vector<Point> link_polyline(const Site& site, const Link& link, Point a, Point b);

// Where the link lies on each of its pathways, in order from end a: metres from the pathway's first
// point, backwards where it is laid so.
struct PathwayStretch {
    std::string pathway;
    double from_m = 0, to_m = 0;
};
std::vector<PathwayStretch> stretches_on_pathways(const Site& site, const Link& link, Point a,
                                                  Point b);
// How many metres of the link lie on each of its pathways, in order.
std::vector<std::pair<std::string, double>> metres_on_pathways(const Site& site, const Link& link,
                                                               Point a, Point b);

// Whether the link lies in open water anywhere off its pathways. Radio and mains wiring never do.
bool crosses_water(const Site& site, const Link& link, Point a, Point b, Medium medium);

// The stretch of a-b inside an outline, as metres from a, first and last; nullopt where it stands
// aside. Two points make a line, more a closed outline.
std::optional<std::pair<double, double>> stretch_inside(const std::vector<Point>& outline, Point a,
                                                        Point b);

// Plan length, drops and slack. Metres of solid cable, cords not counted.
double drawn_length_m(const Site& site, const Link& link);
double drawn_length_m(const Site& site, const Link& link, Point a, Point b);
// The measured length where there is one, else the drawn one.
double link_length_m(const Site& site, const Link& link);

// Metres of the link where no pathway leads.
double bare_metres(const Site& site, const Link& link, Point a, Point b);

// What a cable lies in.
struct Laying {
    // The harshest; the ground is wet, and between two buildings it is outdoors whatever its ends
    // are.
    Surroundings surroundings = Surroundings::indoor;
    // In a trench, or where no pathway leads from one building to another and the site says that
    // cables lie in the ground there.
    bool in_ground = false;
    // What has to be dug for it off every pathway: past the first 15 m, which are clipped to what
    // is there (common practice), where the site says so, one end is outdoors or in another
    // building, and nobody has laid and measured it.
    double dug_m = 0;
};
// Radio and mains wiring never lie in the ground.
Laying laying_of(const Site& site, const Link& link, const Device& a, const Device& b,
                 Medium medium);
// Of a cable that is yet to be bought: a length that was measured there lays nothing.
Surroundings surroundings_to_lay_in(const Site& site, Link link, const Device& a, const Device& b,
                                    Medium medium);

}  // namespace ovant
