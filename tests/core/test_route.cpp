// SPDX-License-Identifier: GPL-3.0-or-later
// Pathways to routes and lengths.
#include <catch2/catch.hpp>

#include "core/route/route.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double centimetre = 0.01;  // positions are kept to it

Pathway pathway(const char* id, std::vector<Point> points) {
    Pathway made;
    made.id = id;
    made.points = std::move(points);
    return made;
}

}  // namespace

TEST_CASE("projection onto a polyline", "[route]") {
    const std::vector<Point> line{{0, 0}, {10, 0}, {10, 10}};
    const Projection middle = project(line, {4, 3});
    CHECK(middle.at == Point{4, 0});
    CHECK(middle.along_m == Approx(4));
    CHECK(middle.away_m == Approx(3));
    const Projection corner = project(line, {14, -3});
    CHECK(corner.at == Point{10, 0});
    CHECK(corner.away_m == Approx(5));
    const Projection second = project(line, {12, 6});
    CHECK(second.segment == 1);
    CHECK(second.along_m == Approx(16));
}

TEST_CASE("pieces of a polyline", "[route]") {
    const std::vector<Point> line{{0, 0}, {10, 0}, {10, 10}};
    CHECK(polyline_length_m(line) == Approx(20));
    CHECK(polyline_length_m({}) == 0);
    CHECK(polyline_length_m({{3, 4}}) == 0);
    CHECK(piece_between(line, 5, 15) == std::vector<Point>{{5, 0}, {10, 0}, {10, 5}});
    CHECK(piece_between(line, 15, 5) == std::vector<Point>{{10, 5}, {10, 0}, {5, 0}});
    CHECK(point_along(line, -3) == Point{0, 0});
    CHECK(point_along(line, 99) == Point{10, 10});
    CHECK(point_along({}, 3) == Point{});
}

TEST_CASE("cable follows pathways and may leave them", "[route]") {
    Site site = bare_site();
    site.pathways = {pathway("W1", {{0, 0}, {100, 0}}), pathway("W2", {{100, 0}, {100, 80}})};
    CHECK(find_route(site, {0, 1}, {100, 79}) == std::vector<std::string>{"W1", "W2"});
    // Off the pathways a metre counts one and a half: this short cut is worth it.
    CHECK(find_route(site, {0, 0}, {5, 5}).size() <= 1);
    Link link;
    link.pathways = {"W1", "W2"};
    const std::vector<Point> line = link_polyline(site, link, {0, 2}, {97, 80});
    CHECK(polyline_length_m(line) == Approx(2 + 100 + 80 + 3).margin(centimetre));
    // Backwards is the same way.
    link.pathways = {"W2", "W1"};
    CHECK(polyline_length_m(link_polyline(site, link, {97, 80}, {0, 2})) ==
          Approx(185).margin(centimetre));
}

TEST_CASE("of two ways round the shorter is taken", "[route]") {
    Site site = bare_site();
    site.pathways = {pathway("W1", {{0, 0}, {0, 60}, {200, 60}, {200, 0}}),
                     pathway("W2", {{0, 0}, {0, -20}, {200, -20}, {200, 0}})};
    CHECK(find_route(site, {0, 0}, {200, 0}) == std::vector<std::string>{"W2"});
    CHECK(find_route(bare_site(), {0, 0}, {200, 0}).empty());
}

TEST_CASE("pathways that cross are joined there", "[route]") {
    Site site = bare_site();
    site.pathways = {pathway("W1", {{0, 0}, {100, 0}}), pathway("W2", {{50, -50}, {50, 50}})};
    CHECK(find_route(site, {0, 0}, {50, 50}) == std::vector<std::string>{"W1", "W2"});
    Link link;
    link.pathways = {"W1", "W2"};
    CHECK(polyline_length_m(link_polyline(site, link, {0, 0}, {50, 50})) ==
          Approx(100).margin(centimetre));
}

TEST_CASE("length counts drops and slack, a measured one overrides", "[route]") {
    Site site = site_with_run({.lengths_m = {60}});
    Link& link = site.links.front();
    link.measured_length_m.reset();
    link.a.drop_m = 2;
    link.b.drop_m = 4;
    link.slack_m = 5;
    CHECK(link_length_m(site, link) == Approx(60 + 11));
    link.measured_length_m = 73.5;
    CHECK(link_length_m(site, link) == Approx(73.5));
    CHECK(drawn_length_m(site, link) == Approx(71));
}

TEST_CASE("a cable is as harsh as the harshest place it lies in", "[route]") {
    Site site = site_with_run({});
    Pathway wet = pathway("W1", {{0, 0}, {50, 0}});
    wet.surroundings = Surroundings::wet;
    site.pathways = {wet};
    Link& link = site.links.front();
    for (Device& device : site.devices) device.surroundings = Surroundings::indoor;
    const auto lies = [&] {
        return link_surroundings(site, link, site.devices.front(), site.devices.back(),
                                 Medium::twisted_pair);
    };
    CHECK(lies() == Surroundings::indoor);
    site.devices.back().surroundings = Surroundings::wet;
    CHECK(lies() == Surroundings::outdoor);
    link.pathways = {"W1"};
    CHECK(lies() == Surroundings::wet);
}
