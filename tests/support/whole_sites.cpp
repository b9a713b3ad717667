// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/whole_sites.h"

#include <cstdio>

namespace ovant {
namespace {

int thrown(std::mt19937& random, int from, int to) {
    return std::uniform_int_distribution<int>(from, to)(random);
}

std::string id_of_number(const char* prefix, int number, int digits) {
    char text[32];
    std::snprintf(text, sizeof text, "%s%0*d", prefix, digits, number);
    return text;
}

Device standing_unit(const char* id, const char* kind, Point at) {
    Device device;
    device.id = id;
    device.kind = kind;
    device.at = at;
    return device;
}

}  // namespace

Site undesigned_site(std::mt19937& random, int cameras, int places) {
    Site site;
    site.name = "Street";
    site.settings.school = School::maker_rated;
    Place office;
    office.id = "P1";
    office.name = "Office";
    office.mains = Mains::steady;
    office.earth = office.head_end = true;
    site.places.push_back(office);
    static constexpr const char* switches[] = {"sw-8-at-120", "sw-16-at-185", "sw-24-at-370"};
    site.devices.push_back(standing_unit("SW1", switches[thrown(random, 0, 2)], {1, 0}));
    site.devices.push_back(standing_unit("REC1", "rec-32", {0, 0}));
    for (Device& device : site.devices) device.place = "P1";
    Link cord;
    cord.id = "L1";
    cord.cable = "patch-24";
    cord.a = {"REC1", "lan1", 0, ""};
    cord.b = {"SW1", "up1", 0, ""};
    cord.measured_length_m = 2;
    site.links.push_back(cord);

    const double street_m = 80.0 + 40.0 * (places + 1);
    static constexpr double prices[] = {0, 12, 24};
    const int ways = 1 + places / 4;
    for (int i = 0; i < ways; ++i) {
        Pathway way;
        way.id = "W" + std::to_string(i + 1);
        way.name = way.id;
        way.kind = i == 0 ? PathwayKind::trench : PathwayKind::conduit;
        way.cost_per_m = prices[thrown(random, 0, 2)];
        const double x_m = street_m * i / ways;
        if (i == 0)
            way.points = {{0, 0}, {street_m, 0}};
        else
            way.points = {{x_m, 0}, {x_m, double(thrown(random, 60, 200))}};
        site.pathways.push_back(way);
    }
    for (int i = 0; i < places; ++i) {
        Place place;
        place.id = "P" + std::to_string(i + 2);
        place.name = "Hut " + std::to_string(i + 1);
        place.at = {street_m * (i + 1) / (places + 1), double(thrown(random, -60, 120))};
        place.mains = thrown(random, 0, 3) ? Mains::steady : Mains::none;
        place.earth = true;
        place.surroundings = thrown(random, 0, 1) ? Surroundings::indoor : Surroundings::outdoor;
        site.places.push_back(place);
    }
    static constexpr const char* kinds[] = {"cam-fixed-4mp", "cam-fixed-4mp", "cam-zoom-8mp"};
    for (int i = 0; i < cameras; ++i) {
        const Place& by = site.places[static_cast<std::size_t>(thrown(random, 0, places))];
        Point at{by.at.x_m + thrown(random, -40, 40), by.at.y_m + thrown(random, -40, 40)};
        if (thrown(random, 0, 3) == 0)
            at = {double(thrown(random, 0, int(street_m))), double(thrown(random, -80, 160))};
        site.devices.push_back(
            standing_unit(id_of_number("K", i + 1, 2).c_str(), kinds[thrown(random, 0, 2)], at));
    }
    return site;
}

}  // namespace ovant
