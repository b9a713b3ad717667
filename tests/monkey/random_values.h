// SPDX-License-Identifier: GPL-3.0-or-later
// Arguments for edits of a site: mostly sensible, sometimes absurd.
#pragma once

#include <cmath>
#include <limits>
#include <random>
#include <string>
#include <vector>

#include "core/format/site_json.h"
#include "core/look_up.h"
#include "core/site/site.h"

namespace ovant {

struct RandomValues {
    std::mt19937& random;
    const Site& site;
    const Catalogue catalogue = catalogue_for(site);

    std::size_t below(std::size_t count) {
        return count == 0 ? 0 : std::uniform_int_distribution<std::size_t>(0, count - 1)(random);
    }
    bool one_in(std::size_t count) { return below(count) == 0; }
    template <class T>
    const T& pick(const std::vector<T>& items) {
        return items.empty() ? or_nothing<T>(nullptr) : items[below(items.size())];
    }
    double number(double usual) {
        const double absurd[] = {-1,
                                 0,
                                 1e-9,
                                 0.01,
                                 1,
                                 24,
                                 60,
                                 168,
                                 200,
                                 301,
                                 350,
                                 1001,
                                 5001,
                                 1e5,
                                 1e6,
                                 1000001,
                                 1e300,
                                 -90,
                                 95,
                                 -1e6,
                                 std::numeric_limits<double>::quiet_NaN(),
                                 std::numeric_limits<double>::infinity()};
        if (one_in(4)) return absurd[below(std::size(absurd))];
        return std::round(std::uniform_real_distribution<double>(0, 2 * usual)(random) * 100) / 100;
    }
    std::optional<double> maybe(double usual) {
        if (one_in(5)) return std::nullopt;
        return number(usual);
    }
    std::string text() {
        const std::string texts[] = {"",
                                     "Quay",
                                     "Gate 2",
                                     "Q\xc3\xa9",
                                     "\xe9t\xe9",
                                     "a\nb",
                                     std::string(200, 'n'),
                                     std::string(201, 'n'),
                                     "\"\\",
                                     "=SUM(A1)",
                                     std::string(1000000, 'x'),
                                     std::string("n\0l", 3),
                                     "\x1b[31mred"};
        return texts[below(std::size(texts))];
    }
    Point point() {
        if (one_in(12)) return {number(500), number(500)};
        if (!site.devices.empty() && one_in(3)) return pick(site.devices).at;
        if (!site.places.empty() && one_in(4)) return pick(site.places).at;
        return {std::uniform_real_distribution<double>(-100, 500)(random),
                std::uniform_real_distribution<double>(-100, 300)(random)};
    }
    std::vector<Point> points() {
        std::vector<Point> out(one_in(8) ? below(2) : 2 + below(4));
        for (Point& at : out) at = point();
        return out;
    }
    std::string kind() {
        if (one_in(15)) return "no-such-kind";
        auto at = catalogue.begin();
        std::advance(at, static_cast<std::ptrdiff_t>(below(catalogue.size())));
        return at->first;
    }
    std::string kind_of(Category category) {
        const auto kinds = catalogue.of(category);
        return kinds.empty() || one_in(10) ? kind() : kinds[below(kinds.size())]->id;
    }
    std::string unit_kind() {
        const Category usual[] = {
            Category::camera,   Category::network_switch,  Category::recorder, Category::injector,
            Category::repeater, Category::extender,        Category::radio,    Category::line_unit,
            Category::ups,      Category::media_converter, Category::coax_unit};
        return one_in(4) ? kind() : kind_of(usual[below(std::size(usual))]);
    }
    std::string device() { return one_in(25) ? "K999" : pick(site.devices).id; }
    std::string link() { return one_in(25) ? "L999" : pick(site.links).id; }
    std::string any_id() {
        switch (below(7)) {
            case 0: return pick(site.places).id;
            case 1: return pick(site.pathways).id;
            case 2: return pick(site.obstacles).id;
            case 3: return pick(site.existing).id;
            case 4: return link();
            default: return device();
        }
    }
    std::string port_of(const std::string& id) {
        const Kind& found = or_nothing(catalogue.find(or_nothing(find_device(site, id)).kind));
        return one_in(20) ? "99" : pick(found.ports).id;
    }
    std::string camera() {
        std::vector<std::string> cameras;
        for (const Device& one : site.devices) {
            if (or_nothing(catalogue.find(one.kind)).camera) cameras.push_back(one.id);
        }
        return one_in(30) ? device() : pick(cameras);
    }
    template <class E>
    E choice(int count) {
        return static_cast<E>(below(static_cast<std::size_t>(count)));
    }

    Place place() {
        Place out = one_in(2) ? pick(site.places) : Place{};
        out.at = point();
        out.name = text();
        out.kind = choice<PlaceKind>(6);
        out.mains = choice<Mains>(4);
        out.surroundings = choice<Surroundings>(3);
        out.earth = one_in(2);
        out.head_end = one_in(3);
        out.vapour_zone = one_in(5);
        out.width_m = number(10);
        out.depth_m = number(10);
        out.mast_m = number(10);
        return out;
    }
};

}  // namespace ovant
