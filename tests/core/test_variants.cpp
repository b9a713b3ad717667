// SPDX-License-Identifier: GPL-3.0-or-later
// Designs beside each other: kept as differences, chosen, carried along by edits, compared.
#include <catch2/catch.hpp>

#include <random>

#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/variants/compare.h"
#include "support/builder.h"
#include "support/large_site.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// The lists that a design is made of, each by id.
template <class T>
std::map<std::string, T> sorted(const std::vector<T>& items) {
    std::map<std::string, T> out;
    for (const T& item : items) out.emplace(item.id, item);
    return out;
}

bool same_design(const Site& a, const Site& b) {
    return sorted(a.places) == sorted(b.places) && sorted(a.pathways) == sorted(b.pathways) &&
           sorted(a.existing) == sorted(b.existing) && sorted(a.devices) == sorted(b.devices) &&
           sorted(a.links) == sorted(b.links);
}

Site edited(const Site& site, Result<Site> changed) {
    REQUIRE(changed);
    Result<Site> kept = sound(site, catalogue_for(site), std::move(changed));
    REQUIRE(kept);
    return *kept;
}

// The demo with a variant in which one camera goes another way.
struct TwoWays {
    Site site = demo_site();
    Site other;
    std::string camera;

    TwoWays() {
        site.variants.clear();
        site.design_name.clear();
        const Catalogue catalogue = catalogue_for(site);
        for (const Device& device : site.devices) {
            if (!ends_a_run(device, catalogue)) continue;
            for (const Proposal& way : propose_ways(site, catalogue, device.id)) {
                if (!way.built || way.change.empty() || way.verdict == Verdict::fails ||
                    way.change.removed_links.empty())
                    continue;
                other = with_change(site, way.change);
                camera = device.id;
                site = keep_variant(site, other, "Another way")->site;
                return;
            }
        }
    }
};

}  // namespace

TEST_CASE("a variant is what differs, and gives the design back", "[variants]") {
    const TwoWays two;
    REQUIRE_FALSE(two.camera.empty());
    REQUIRE(two.site.variants.size() == 1);
    const Variant& variant = two.site.variants.front();
    CHECK(variant.id == "V1");
    CHECK(two.site.design_name == "Design 1");
    // No copy of what is the same.
    CHECK(variant.devices.size() < two.site.devices.size() / 2);
    CHECK(variant.places.empty());
    const DesignSite design = with_variant(two.site, variant);
    CHECK(design.mended.empty());
    CHECK(same_design(design.site, two.other));
    // It comes back from the file, and the file is the same bytes again.
    const std::string bytes = write_site(two.site);
    const Result<Site> read = read_site(bytes);
    REQUIRE(read);
    CHECK(read->variants == two.site.variants);
    CHECK(read->design_name == "Design 1");
    CHECK(write_site(*read) == bytes);
}

TEST_CASE("random designs are kept as differences and come back", "[variants]") {
    std::mt19937 random(5);
    const auto below = [&](std::size_t count) {
        return std::uniform_int_distribution<std::size_t>(0, count - 1)(random);
    };
    const Catalogue& catalogue = shipped_catalogue();
    for (int round = 0; round < 60; ++round) {
        Site from = large_site(12);
        Site to = from;
        for (std::size_t edits = below(12) + 1; edits > 0; --edits) {
            Site& site = below(3) ? to : from;
            Result<Site> next = site;
            switch (below(5)) {
                case 0:
                    if (!site.devices.empty())
                        next = remove_object(site, catalogue,
                                             site.devices[below(site.devices.size())].id);
                    break;
                case 1: next = add_device(site, catalogue, "cam-fixed-4mp", {5, 5})->site; break;
                case 2: next = add_place(site, Place{})->site; break;
                case 3:
                    if (!site.links.empty())
                        next =
                            remove_object(site, catalogue, site.links[below(site.links.size())].id);
                    break;
                case 4:
                    if (!site.devices.empty())
                        next = move_object(site, site.devices[below(site.devices.size())].id,
                                           {30, 30});
                    break;
            }
            next = sound(site, catalogue, std::move(next));
            if (next) site = *next;
        }
        Variant variant;
        set_difference(variant, from, to);
        const DesignSite back = with_variant(from, variant);
        CHECK(back.mended.empty());
        CHECK(same_design(back.site, to));
        Variant nothing;
        set_difference(nothing, from, from);
        CHECK(nothing == Variant{});
    }
}

TEST_CASE("choosing changes places, and back again is as before", "[variants]") {
    TwoWays two;
    two.site = keep_variant(two.site, two.site, "The same")->site;
    const Result<Chosen> chosen = choose_variant(two.site, "V1");
    REQUIRE(chosen);
    CHECK(chosen->mended.empty());
    CHECK(same_design(chosen->site, two.other));
    CHECK(chosen->site.design_name == "Another way");
    REQUIRE(find_variant(chosen->site, "Design 1"));
    // The third design is what it was, though another stands.
    CHECK(same_design(with_variant(chosen->site, *find_variant(chosen->site, "The same")).site,
                      two.site));
    const Result<Chosen> back = choose_variant(chosen->site, "V1");
    REQUIRE(back);
    CHECK(same_design(back->site, two.site));
    CHECK(back->site.design_name == "Design 1");
    CHECK(sorted(back->site.readings) == sorted(two.site.readings));
    CHECK_FALSE(choose_variant(two.site, "V9"));
    CHECK(find_variant(two.site, "V2")->name == "The same");
    CHECK(find_variant(two.site, "no such") == nullptr);
}

TEST_CASE("an edit of the design that stands leaves the others as they are", "[variants]") {
    const Catalogue& catalogue = shipped_catalogue();
    TwoWays two;
    const Site before = two.site;
    // A cable that both have is taken out of one.
    const std::string link = before.links.front().id;
    REQUIRE(find_link(two.other, link));
    const Site without = edited(before, remove_object(before, catalogue, link));
    CHECK_FALSE(find_link(without, link));
    CHECK(same_design(with_variant(without, without.variants.front()).site, two.other));
    // A unit that is new is in one only, a camera in all.
    Site site = edited(before, add_device(before, catalogue, "sw-4-af", {3, 3})->site);
    const std::string unit = site.devices.back().id;
    CHECK_FALSE(find_device(with_variant(site, site.variants.front()).site, unit));
    site = edited(site, add_device(site, catalogue, "cam-fixed-4mp", {4, 4})->site);
    const std::string camera = site.devices.back().id;
    CHECK(find_device(with_variant(site, site.variants.front()).site, camera));
    // Ids of one design are not given again in another.
    for (const Device& device : two.other.devices) {
        if (find_device(before, device.id)) continue;
        const Kind* kind = catalogue.find(device.kind);
        const Added added = *add_device(before, catalogue, kind->id, {9, 9});
        CHECK(added.id != device.id);
    }
}

TEST_CASE("what is true whichever design is built goes over to all", "[variants]") {
    TwoWays two;
    Site site = two.site;
    site = edited(site, rename_object(site, {two.camera, "North gate"}));
    const auto in_variant = [&] { return with_variant(site, site.variants.front()).site; };
    CHECK(find_device(in_variant(), two.camera)->name == "North gate");
    OnNetwork known;
    known.address = "192.168.1.77";
    site = edited(site, set_on_network(site, two.camera, known));
    REQUIRE(find_device(in_variant(), two.camera)->on_network);
    CHECK(find_device(in_variant(), two.camera)->on_network->address == "192.168.1.77");
    // A cable that both have was measured.
    for (const Link& link : two.site.links) {
        const Link* there = find_link(two.other, link.id);
        if (!there || !(*there == link)) continue;
        site = edited(site, set_measured_length(site, link.id, 42));
        CHECK(find_link(in_variant(), link.id)->measured_length_m == 42);
        break;
    }
    // Its kind is design: the other keeps its own.
    const std::string was = find_device(site, two.camera)->kind;
    site = edited(site, set_kind(site, shipped_catalogue(), two.camera, "cam-fixed-2mp"));
    CHECK(find_device(in_variant(), two.camera)->kind == was);
    // Undoing an edit is an edit: the variant says no more than before.
    site = edited(site, set_kind(site, shipped_catalogue(), two.camera, was));
    CHECK(find_device(in_variant(), two.camera)->kind == was);
}

TEST_CASE("what a variant leans on may be gone; it is told and the rest stands",
          "[variants][bad-input]") {
    Site site = bare_site();
    site = add_place(site, Place{})->site;
    Site other = add_device(site, shipped_catalogue(), "sw-4-af", {0, 0})->site;
    other.devices.back().place = "P1";
    site = keep_variant(site, other, "With a switch")->site;
    site = edited(site, remove_object(site, shipped_catalogue(), "P1"));
    const DesignSite design = with_variant(site, site.variants.front());
    CHECK(design.mended.size() == 1);
    REQUIRE(design.site.devices.size() == 1);
    CHECK(design.site.devices.front().place.empty());
    CHECK(find_problems(design.site, shipped_catalogue()).empty());
    const Result<Chosen> chosen = choose_variant(site, "V1");
    REQUIRE(chosen);
    CHECK(chosen->mended.size() == 1);
}

TEST_CASE("names are apart, a kind in use by a variant stays, there is an end to them",
          "[variants][bad-input]") {
    Site site = bare_site();
    site = keep_variant(site, site, "One")->site;
    CHECK_FALSE(keep_variant(site, site, "One"));
    CHECK_FALSE(keep_variant(site, site, "Design 1"));
    CHECK_FALSE(name_design(site, "One"));
    CHECK(name_design(site, "Copper")->design_name == "Copper");
    Variant named = site.variants.front();
    named.name = std::string(201, 'x');
    CHECK_FALSE(describe_variant(site, named));
    named.name = std::string(200, 'x');
    named.option = true;
    REQUIRE(describe_variant(site, named));
    CHECK(describe_variant(site, named)->variants.front().option);
    named.id = "V7";
    CHECK_FALSE(describe_variant(site, named));
    for (int i = 2; i <= 20; ++i) site = keep_variant(site, site, "Nr " + std::to_string(i))->site;
    CHECK(site.variants.size() == 20);
    CHECK_FALSE(keep_variant(site, site, "One too many"));
    CHECK(remove_object(site, shipped_catalogue(), "V3")->variants.size() == 19);

    Builder b;
    b.own_kind("cam-fixed-4mp", "own-camera", "price", "77");
    const Catalogue catalogue = catalogue_for(b.site);
    const Site other = add_device(b.site, catalogue, "own-camera", {0, 0})->site;
    Site kept = keep_variant(b.site, other, "Own")->site;
    CHECK_FALSE(remove_own_kind(kept, "own-camera"));
    kept = *remove_object(kept, catalogue, "V1");
    CHECK(remove_own_kind(kept, "own-camera"));
}

TEST_CASE("designs side by side: each as if it stood alone", "[variants]") {
    const TwoWays two;
    CompareEffort effort;
    effort.trials = 10;
    const std::vector<DesignFacts> designs = compare_designs(two.site, effort);
    REQUIRE(designs.size() == 2);
    CHECK(designs[0].variant.empty());
    CHECK(designs[0].added.empty());
    CHECK(designs[1].variant == "V1");
    CHECK(designs[1].name == "Another way");
    const DesignFacts alone = facts_of_design(two.other, effort);
    CHECK(designs[1].cost.total() == Approx(alone.cost.total()));
    CHECK(designs[1].cost.hours == Approx(alone.cost.hours));
    CHECK(designs[1].peak_w == Approx(alone.peak_w));
    CHECK(designs[1].can_fail == alone.can_fail);
    CHECK(designs[1].runs.holds == alone.runs.holds);
    CHECK(designs[1].all_hold_share == alone.all_hold_share);
    CHECK_FALSE(designs[1].removed.empty());
    CHECK(designs[0].cost.material ==
          Approx(designs[0].equipment + designs[0].cable + designs[0].small_parts));
    // Stopped: nothing, and no half answer.
    CHECK(compare_designs(two.site, effort, [](double) { return false; }).empty());
    const Site empty;
    CHECK(compare_designs(empty, effort).front().cost.total() == 0);
}

TEST_CASE("all runs hold together no oftener than the weakest", "[variants]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    ChanceOptions options;
    options.trials = 40;
    const Chances found = chances(lay_out(site, catalogue), options);
    double least = 1;
    for (const RunChance& run : found.runs) least = std::min(least, run.holds_share);
    CHECK(found.all_hold_share <= least);
}
