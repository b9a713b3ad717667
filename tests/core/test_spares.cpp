// SPDX-License-Identifier: GPL-3.0-or-later
// The fewest units to carry: one for each kind at most, fewer where one stands in for several, and
// whatever is carried really takes the place of what fails.
#include <catch2/catch.hpp>

#include <algorithm>
#include <set>

#include "core/format/site_json.h"
#include "core/choose/spares.h"
#include "core/edits/edits.h"
#include "support/builder.h"

using namespace ovant;

namespace {

std::set<std::string> kinds_of(const SparesBag& bag) {
    std::set<std::string> out;
    for (const Spare& spare : bag.carry) out.insert(spare.kind);
    return out;
}

int fails(const Site& site) { return judge_site(site).assessment.summary.fails; }

// By trying every set of as many kinds, smallest first.
std::size_t fewest_by_hand(const std::vector<std::set<int>>& covers, int things) {
    for (std::size_t size = 1;; ++size) {
        std::vector<bool> in(covers.size(), false);
        std::fill(in.begin(), in.begin() + static_cast<long>(size), true);
        do {
            std::set<int> covered;
            for (std::size_t i = 0; i < covers.size(); ++i)
                if (in[i]) covered.insert(covers[i].begin(), covers[i].end());
            if (static_cast<int>(covered.size()) == things) return size;
        } while (std::prev_permutation(in.begin(), in.end()));
    }
}

}  // namespace

TEST_CASE("one spare stands in for what does no more than it", "[spares]") {
    HeadEnd b;
    const std::string small = b.unit("cam-fixed-2mp", {20, 0});
    const std::string large = b.unit("cam-fixed-4mp", {30, 0});
    b.cable(b.sw, "1", small, "lan");
    b.cable(b.sw, "2", large, "lan");
    const SparesBag bag = spares_bag(b.site, b.catalogue);
    CHECK(bag.proven);
    CHECK(bag.all_tried);
    CHECK(bag.units == 4);
    // A camera for both, a switch, a recorder.
    CHECK(bag.carry.size() == 3);
    CHECK_FALSE(kinds_of(bag).contains("cam-fixed-2mp"));
    double price = 0;
    std::set<std::string> covered;
    for (const Spare& spare : bag.carry) {
        price += spare.price;
        covered.insert(spare.for_units.begin(), spare.for_units.end());
    }
    CHECK(bag.price == Approx(price));
    CHECK(covered == std::set<std::string>{small, large, b.sw, b.recorder});
    // Of fewer pixels none stands in.
    for (const Spare& spare : bag.carry) {
        const Kind& kind = *b.catalogue.find(spare.kind);
        if (kind.camera) CHECK(kind.camera->picture.height_px >= 1440);
    }
}

TEST_CASE("a spare is put in on site and nothing is worse for it", "[spares]") {
    for (const Site& site : {demo_site(), copper_site()}) {
        const Catalogue kinds = catalogue_for(site);
        const SparesBag bag = spares_bag(site, kinds);
        const int before = fails(site);
        std::set<std::string> own;
        std::size_t covered = 0;
        for (const Device& device : site.devices) own.insert(device.kind);
        CHECK(bag.carry.size() <= own.size() + 5);  // transceivers are counted by their cages
        for (const Spare& spare : bag.carry) {
            for (const std::string& id : spare.for_units) {
                ++covered;
                if (!find_device(site, id)) continue;  // a transceiver
                CAPTURE(spare.kind, id);
                const Result<Site> with = set_kind(site, kinds, id, spare.kind);
                REQUIRE(with);
                CHECK(fails(*with) <= before);
            }
        }
        CHECK(covered == static_cast<std::size_t>(bag.units));
    }
}

TEST_CASE("fewer spares than those do not do it", "[spares]") {
    HeadEnd b("sw-16-at-185");
    int port = 0;
    for (const char* kind : {"cam-mini-3w", "cam-fixed-2mp", "cam-dome-4mp", "cam-fixed-8mp",
                             "cam-zoom-4mp", "cam-zoom-8mp", "cam-marine-2mp"}) {
        const double x_m = 10.0 + 3 * port;
        b.cable(b.sw, std::to_string(++port).c_str(), b.unit(kind, {x_m, 0}), "lan");
    }
    const SparesBag bag = spares_bag(b.site, b.catalogue);
    REQUIRE(bag.proven);
    // The same by hand: what every camera of the catalogue stands in for, judged one by one.
    std::vector<std::set<int>> covers;
    std::vector<Device> cameras;
    for (const Device& device : b.site.devices)
        if (device.id.starts_with("K")) cameras.push_back(device);
    const int before = fails(b.site);
    for (const Kind* spare : b.catalogue.of(Category::camera)) {
        std::set<int> can;
        for (std::size_t i = 0; i < cameras.size(); ++i) {
            const Kind& failed = *b.catalogue.find(cameras[i].kind);
            const CameraFacts &has = *spare->camera, &had = *failed.camera;
            const bool sees = has.picture.width_px >= had.picture.width_px &&
                              has.picture.height_px >= had.picture.height_px &&
                              (had.draw.infrared_w <= 0 || has.draw.infrared_w > 0) &&
                              (had.draw.heater_w <= 0 || has.draw.heater_w > 0) &&
                              (had.draw.motors_w <= 0 || has.draw.motors_w > 0);
            if (!sees || spare->rating < failed.rating) continue;
            const Result<Site> with = set_kind(b.site, b.catalogue, cameras[i].id, spare->id);
            if (with && fails(*with) <= before) can.insert(static_cast<int>(i));
        }
        if (!can.empty()) covers.push_back(can);
    }
    const std::size_t fewest = fewest_by_hand(covers, static_cast<int>(cameras.size()));
    CHECK(bag.carry.size() >= fewest + 2);  // a switch and a recorder
    CHECK(bag.carry.size() <= fewest + 3);  // tight where it held is not put in
}

TEST_CASE("trying that is stopped carries each kind by itself", "[spares]") {
    SparesEffort effort;
    effort.go_on = [](double) { return false; };
    const Site site = demo_site();
    const SparesBag bag = spares_bag(site, shipped_catalogue(), effort);
    CHECK_FALSE(bag.all_tried);
    CHECK_FALSE(bag.proven);
    for (const Spare& spare : bag.carry) {
        for (const std::string& id : spare.for_units)
            if (const Device* device = find_device(site, id)) CHECK(device->kind == spare.kind);
    }
    CHECK(spares_bag(bare_site(), shipped_catalogue()).carry.empty());
}
