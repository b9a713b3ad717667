// SPDX-License-Identifier: GPL-3.0-or-later
// Pathways to routes and lengths.
#include <catch2/catch.hpp>

#include <random>

#include "core/route/route.h"
#include "support/plain_routes.h"
#include "support/sanitizer.h"
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
        return laying_of(site, link, site.devices.front(), site.devices.back(),
                         Medium::twisted_pair)
            .surroundings;
    };
    CHECK(lies() == Surroundings::indoor);
    site.devices.back().surroundings = Surroundings::wet;
    site.settings.where_no_pathway = Between::on_walls;
    CHECK(lies() == Surroundings::outdoor);
    link.pathways = {"W1"};
    CHECK(lies() == Surroundings::wet);
}

TEST_CASE("what is counted as dug lies in the ground, and nothing else is", "[route]") {
    Site site = site_with_run({});
    Device &a = site.devices.front(), &b = site.devices.back();
    Link& link = site.links.front();
    link.measured_length_m.reset();
    a.at = {0, 0};
    a.surroundings = Surroundings::indoor;
    b.surroundings = Surroundings::outdoor;
    const auto laid = [&](double metres, Medium medium = Medium::twisted_pair) {
        b.at = {metres, 0};
        const Laying lies = laying_of(site, link, a, b, medium);
        CHECK((lies.dug_m > 0) == (lies.surroundings == Surroundings::wet));
        CHECK_FALSE(lies.in_ground);
        return lies.dug_m;
    };
    CHECK(laid(15) == 0);
    CHECK(laid(15.5) == Approx(0.5));
    CHECK(laid(60) == Approx(45));
    CHECK(laid(60, Medium::radio) == 0);
    for (const Between between : {Between::on_walls, Between::indoors}) {
        site.settings.where_no_pathway = between;
        CHECK(laid(60) == 0);
    }
    site.settings.where_no_pathway = Between::in_ground;
    b.surroundings = Surroundings::indoor;
    CHECK(laid(60) == 0);
    b.surroundings = Surroundings::outdoor;
    link.measured_length_m = 70;
    CHECK(laid(60) == 0);
    link.measured_length_m.reset();
    site.existing.push_back({});
    site.existing.back().id = "E1";
    link.existing = "E1";
    CHECK(laid(60) == 0);
    link.existing.clear();
    // Only what no pathway covers is dug, and the ends of a way that is none are.
    site.pathways = {pathway("W1", {{0, 0}, {50, 0}})};
    site.pathways.front().kind = PathwayKind::tray;
    link.pathways = {"W1"};
    CHECK(laid(60) == 0);
    CHECK(laid(70) == Approx(5));
}

namespace {

// Pathways of one to three stretches anywhere on a field; on a grid many meet in one point.
Site crossing_pathways(std::mt19937& random, int pathways, double side_m, double grid_m) {
    const auto spot = [&] {
        std::uniform_real_distribution<double> anywhere(0, side_m);
        Point at{anywhere(random), anywhere(random)};
        if (grid_m > 0)
            at = {std::round(at.x_m / grid_m) * grid_m, std::round(at.y_m / grid_m) * grid_m};
        return at;
    };
    Site site = bare_site();
    for (int i = 0; i < pathways; ++i) {
        std::vector<Point> points;
        for (int k = std::uniform_int_distribution(2, 4)(random); k > 0; --k)
            points.push_back(spot());
        site.pathways.push_back(pathway(("W" + std::to_string(i)).c_str(), points));
    }
    return site;
}

}  // namespace

TEST_CASE("a way is as short as the whole graph's", "[route]") {
    std::mt19937 random(77);
    const int tries = rounds_or_long(rounds(300, 40), 20'000);
    int others = 0;
    for (int round = 0; round < tries; ++round) {
        const double grid_m = round % 3 == 0 ? 20 : 0;
        const Site site = crossing_pathways(random, 1 + round % 25, 200, grid_m);
        const Router router(site);
        for (int query = 0; query < 4; ++query) {
            std::uniform_real_distribution<double> anywhere(-20, 220);
            const Point from{anywhere(random), anywhere(random)};
            const Point to{anywhere(random), anywhere(random)};
            const RoutedWay found = router.way(from, to), plain = plain_route(site, from, to);
            CAPTURE(round, query, found.pathways, plain.pathways);
            CHECK(found.weighed_m == Approx(plain.weighed_m).margin(1e-9));
            others += found.pathways != plain.pathways;
        }
    }
    CHECK(others <= tries / 50 + 2);  // as short, by another way
}

TEST_CASE("ten thousand pathways that all cross are gone through within bounds", "[route]") {
    std::mt19937 random(3);
    Site site = bare_site();
    std::uniform_real_distribution<double> anywhere(0, 400);
    const int pathways = rounds_or_long(rounds(800, 200), 10'000);
    for (int i = 0; i < pathways; ++i) {
        const bool across = i % 2 == 0;
        const double a_m = anywhere(random), b_m = anywhere(random);
        site.pathways.push_back(pathway(("W" + std::to_string(i)).c_str(),
                                        across ? std::vector<Point>{{0, a_m}, {400, b_m}}
                                               : std::vector<Point>{{a_m, 0}, {b_m, 400}}));
    }
    const Router router(site);
    for (int query = 0; query < 5; ++query) {
        const Point from{anywhere(random), anywhere(random)};
        const Point to{anywhere(random), anywhere(random)};
        const RoutedWay way = router.way(from, to);
        CAPTURE(query, way.pathways);
        CHECK(way.weighed_m >= distance_m(from, to) - 1e-6);
        CHECK(way.weighed_m < 1.5 * distance_m(from, to));
    }
}
