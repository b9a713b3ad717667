// SPDX-License-Identifier: GPL-3.0-or-later
// What a part of a site brings along by the rules of its catalogue: plugs, glands, clips, brackets.
#pragma once

#include <map>
#include <set>
#include <string>
#include <utility>
#include <vector>

#include "core/assess/network.h"

namespace ovant {

// Stretches of pathways that something lies in, by pathway: metres from its first point, each from
// the lower to the higher, in any order; they may overlap.
using OpenStretches = std::map<std::string, std::vector<std::pair<double, double>>>;
// Adds where a link lies whose ends are at `a` and `b`.
void add_open(OpenStretches& open, const Site& site, const Link& link, Point a, Point b);

// A part of a site that is counted or priced.
struct PartsOf {
    std::vector<DeviceNumber> devices;
    std::vector<LinkNumber> links;
    OpenStretches open;                 // that something else lies in already
    std::set<std::string> outlets;      // places that have an outlet for what stands there
    std::vector<std::string> modules;   // transceivers put into units that are there already
    std::set<std::string> ready_made;   // links that come with their plugs on
    std::map<std::string, int> joints;  // in links longer than any package
    bool whole = false;                 // all of the site, and handed over as such
};
PartsOf whole_site(const Network& net);

struct Brought {
    std::string part;
    double quantity = 0;  // not rounded
    std::vector<std::string> used_by;
};
std::vector<Brought> brought_along(const Network& net, const PartsOf& of);

// The same thing by thing, before it is added up: what brings it, and where it is needed.
struct BroughtShare {
    BroughtBy of = BroughtBy::unit;
    std::string part;
    double quantity = 0;
    std::string used_by;  // device, link, pathway or place
    DeviceNumber at;      // the unit, or that at the cable's end; none of a way
};
std::vector<BroughtShare> brought_shares(const Network& net, const PartsOf& of);

// Metres of pathways that have to be opened for these links: each metre that one of them lies in
// and nothing in `of.open` does, once for all cables; a pathway that costs nothing is open.
std::map<std::string, double> opened_metres(const Network& net, const PartsOf& of);

// Of what is fitted to the two ends of a cable of this kind that goes from plug to plug.
double ends_price(const Catalogue& catalogue, const Kind& cable);

}  // namespace ovant
