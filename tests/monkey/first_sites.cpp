// SPDX-License-Identifier: GPL-3.0-or-later
#include "monkey/first_sites.h"

#include <set>

#include "core/choose/proposal.h"
#include "core/format/file_store.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "monkey/random_values.h"

namespace ovant {
namespace {

// An equipment room at the origin, a hut with mains beside a camera `far_m` away, old coax between.
Site far_camera(double far_m, std::string_view camera_kind) {
    Site site;
    const Catalogue catalogue = catalogue_for(site);
    const auto take = [&](Result<Added> added) {
        if (added) site = std::move(added->site);
    };
    take(add_equipment_room(site, catalogue, {0, 0}, "sw-16-at-185", "rec-32"));
    if (!site.places.empty()) site.places.front().mast_m = 12;
    Place hut;
    hut.kind = PlaceKind::outbuilding;
    hut.at = {far_m, 8};
    hut.mains = Mains::steady;
    hut.earth = true;
    hut.mast_m = 12;
    take(add_place(site, hut));
    ExistingCable coax;
    coax.cable = "coax-rg59";
    coax.points = {{0, 0}, {far_m, 0}};
    take(add_existing(site, catalogue, coax));
    take(add_device(site, catalogue, camera_kind, {far_m, 0}));
    take(add_device(site, catalogue, camera_kind, {far_m, 20}));
    return site;
}

}  // namespace

std::vector<Site> first_sites() {
    std::vector<Site> sites{Site{}};
    for (const char* file :
         {"data/demo/marram-quay.ovant.json", "tests/data/versions/version-1.ovant.json",
          "tests/data/versions/version-2.ovant.json", "tests/data/corpus/site/chain.json",
          "tests/data/corpus/site/empty.json"}) {
        const Result<std::string> text =
            read_file(std::string(SOURCE_FOLDER "/") + file, largest_site_bytes);
        Result<Site> site = text ? read_site(*text) : Result<Site>(text.error());
        if (site) sites.push_back(std::move(*site));
    }
    for (const char* camera : {"cam-fixed-4mp", "cam-fixed-12v-dc"}) {
        std::set<WayId> seen;
        for (const double far_m : {60.0, 180.0, 260.0, 450.0, 900.0}) {
            const Site far = far_camera(far_m, camera);
            for (const Proposal& proposal : propose_ways(far, catalogue_for(far), "K01")) {
                if (proposal.built && proposal.way && seen.insert(*proposal.way).second)
                    sites.push_back(with_change(far, proposal.change));
            }
        }
    }
    return sites;
}

Site random_site(std::uint32_t seed) {
    std::mt19937 random(seed);
    Site site;
    const Catalogue catalogue = catalogue_for(site);
    const auto anywhere = [&] {
        return Point{std::uniform_real_distribution<double>(0, 600)(random),
                     std::uniform_real_distribution<double>(0, 300)(random)};
    };
    const auto count = [&](int most) {
        return std::uniform_int_distribution<int>(1, most)(random);
    };
    const auto take = [&](Result<Added> added) {
        if (added) site = std::move(added->site);
    };
    take(add_equipment_room(site, catalogue, anywhere(), "sw-16-at-185", "rec-32"));
    for (int i = count(4); i-- > 0;) {
        Place place;
        place.at = anywhere();
        place.kind = static_cast<PlaceKind>(count(6) - 1);
        place.mains = static_cast<Mains>(count(4) - 1);
        place.surroundings = static_cast<Surroundings>(count(3) - 1);
        take(add_place(site, place));
        Pathway pathway;
        pathway.points = {anywhere(), anywhere(), place.at};
        pathway.kind = static_cast<PathwayKind>(count(6) - 1);
        take(add_pathway(site, pathway));
    }
    for (int i = count(6); i-- > 0;) {
        const RandomValues values{random, site};
        const auto kinds = values.catalogue.of(Category::camera);
        Result<Added> added = add_device(
            site, catalogue,
            kinds[static_cast<std::size_t>(count(static_cast<int>(kinds.size()))) - 1]->id,
            anywhere());
        if (added) site = with_best_way(added->site, catalogue, added->id);
    }
    return site;
}

}  // namespace ovant
