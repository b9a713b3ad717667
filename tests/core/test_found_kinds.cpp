// SPDX-License-Identifier: GPL-3.0-or-later
// Ways find their units by what these do: a site's own kinds are proposed like shipped ones, and a
// camera that takes only d.c. is served by every way that ends in PoE.
#include <catch2/catch.hpp>

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>

#include "core/format/kind_text.h"
#include "support/builder.h"
#include "support/proposals.h"

using namespace ovant;

namespace {

constexpr Category by_role[] = {
    Category::network_switch, Category::injector, Category::repeater,        Category::extender,
    Category::splitter,       Category::combiner, Category::coax_unit,       Category::line_unit,
    Category::mains_unit,     Category::radio,    Category::media_converter, Category::supply,
    Category::transceiver};

// The site with a copy of every unit that ways may put in: other ids, other names of ports, a bit
// cheaper.
Site with_own_kinds(Site site) {
    for (Category category : by_role) {
        for (const Kind* kind : shipped_catalogue().of(category)) {
            auto json = nlohmann::ordered_json::parse(kind_json(site, kind->id));
            const std::string id = "own-" + kind->id;
            json["id"] = json["name"] = id;
            json["price"] = 0.9 * kind->price;
            if (json.contains("ports")) {
                for (auto& port : json["ports"]) port["ids"] = "x" + port["ids"].get<std::string>();
            }
            Result<Site> with = set_own_kind(site, id, json.dump());
            REQUIRE(with);
            site = std::move(*with);
        }
    }
    return site;
}

const Kind& kind_in(const Catalogue& catalogue, const std::string& id) {
    const Kind* kind = catalogue.find(id);
    REQUIRE(kind);
    return *kind;
}

}  // namespace

TEST_CASE("a site's own kind is proposed wherever a shipped one would be", "[ways][own]") {
    const Site site = demo_site(), own = with_own_kinds(site);
    const Catalogue kinds = catalogue_for(own);
    std::map<WayId, int> built;
    for (const char* camera : {"K03", "K04", "K07", "K11", "K14", "K16", "K24"}) {
        const auto shipped = propose_all(site, shipped_catalogue(), camera);
        const auto with_own = propose_all(own, kinds, camera);
        for (const Proposal& plain : shipped) {
            if (!plain.built || !plain.way) continue;
            const Proposal& other = with_way(with_own, *plain.way);
            CAPTURE(camera, id_of(*plain.way), int(other.cannot));
            REQUIRE(other.built);
            CHECK(other.cost.total() <= plain.cost.total() + 0.01);
            ++built[*plain.way];
            for (const Device& device : other.change.devices) {
                const bool there = find_device(site, device.id) != nullptr;
                const Category category = kind_in(kinds, device.kind).category;
                const bool found = std::find(std::begin(by_role), std::end(by_role), category) !=
                                   std::end(by_role);
                if (there || !found) continue;
                CAPTURE(device.kind);
                CHECK(device.kind.starts_with("own-"));
            }
        }
    }
    // Every way with units of its own was among them.
    for (WayId way :
         {WayId::repeaters, WayId::extenders, WayId::extender_pair, WayId::long_range_port,
          WayId::trunk, WayId::poe_fed_switch, WayId::local_adapter, WayId::fibre, WayId::composite,
          WayId::radio_bridge, WayId::old_coax, WayId::mains_wiring, WayId::shared_cable,
          WayId::cabinet_switch}) {
        CAPTURE(id_of(way));
        CHECK(built[way] > 0);
    }
}

TEST_CASE("a camera that takes only d.c. is served by every way that ends in PoE", "[ways][dc]") {
    Site site = demo_site();
    std::map<WayId, int> holds;
    for (const char* camera : {"K03", "K04", "K07", "K08", "K11", "K14", "K16"}) {
        Site poe = site, dc = site;
        const auto set = [&](Site& to, const char* kind) {
            Device& device = *find_device(to, camera);
            device.kind = kind;
            device.camera.reset();
        };
        set(poe, "cam-fixed-2mp");
        set(dc, "cam-fixed-12v-dc");
        const auto of_poe = propose_all(poe, shipped_catalogue(), camera);
        const auto of_dc = propose_all(dc, shipped_catalogue(), camera);
        for (const Proposal& plain : of_poe) {
            if (!plain.built || !plain.way) continue;
            CAPTURE(camera, id_of(*plain.way));
            const Proposal& other = with_way(of_dc, *plain.way);
            CHECK(other.built);
            CHECK(sound(dc, shipped_catalogue(), with_change(dc, other.change)));
            holds[*plain.way] +=
                plain.verdict == Verdict::holds &&
                (other.verdict == Verdict::holds || other.verdict == Verdict::tight);
        }
    }
    for (WayId way : {WayId::direct_copper, WayId::repeaters, WayId::extender_pair, WayId::fibre,
                      WayId::composite, WayId::radio_bridge, WayId::cabinet_switch}) {
        CAPTURE(id_of(way));
        CHECK(holds[way] > 0);
    }
}

TEST_CASE("a splitter is wanted for the volts and watts of the camera", "[ways][dc]") {
    HeadEnd b;
    const std::string camera = b.unit("cam-fixed-24v-dc", {40, 0});
    const auto splitter_of = [&] {
        const auto all = propose_all(b.site, b.catalogue, camera);
        const Proposal& plain = with_way(all, WayId::direct_copper);
        for (const Device& device : plain.change.devices) {
            if (device.kind.starts_with("split-poe")) return device.kind;
        }
        return std::string();
    };
    CHECK(splitter_of().starts_with("split-poe-24"));
    b.device(camera).kind = "cam-fixed-12v-dc";
    CHECK(splitter_of().starts_with("split-poe-12"));
    b.device(camera).camera = CameraSettings{};
    b.device(camera).camera->draw = CameraDraw{20, 0, 0, 0, 0};
    CHECK(splitter_of().starts_with("split-poe-12"));
    b.device(camera).camera->draw = CameraDraw{20.5, 0, 0, 0, 0};
    CHECK(splitter_of().empty());
}

TEST_CASE("a camera of volts that no splitter makes gets any way for data, and a supply on mains",
          "[ways][dc]") {
    Site site = demo_site();  // K08 takes 36 V
    const Point at = find_device(site, "K08")->at;
    const auto fibre = [&](double away_m, Mains mains) {
        Place hut;
        hut.id = "PH";
        hut.name = "Hut";
        hut.at = {at.x_m + away_m, at.y_m};
        hut.mains = mains;
        Site with = site;
        with.places.push_back(hut);
        const auto all = propose_all(with, shipped_catalogue(), "K08");
        const Proposal& one = with_way(all, WayId::fibre);
        if (one.built) CHECK(sound(with, shipped_catalogue(), with_change(with, one.change)));
        return one;
    };
    const Proposal near = fibre(3, Mains::steady);
    REQUIRE(near.built);
    CHECK(near.verdict != Verdict::fails);
    CHECK(std::any_of(near.change.devices.begin(), near.change.devices.end(), [](const auto& unit) {
        const Kind& kind = kind_in(shipped_catalogue(), unit.kind);
        return kind.category == Category::supply && kind.supply->nominal_v == 36;
    }));
    CHECK(fibre(60, Mains::steady).cannot == Cannot::takes_dc);
    CHECK(fibre(3, Mains::none).cannot == Cannot::takes_dc);
}
