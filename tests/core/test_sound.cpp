// SPDX-License-Identifier: GPL-3.0-or-later
// The gate: what an edit leaves is a site that opens, or the edit is refused with its sentence.
#include <catch2/catch.hpp>

#include "core/choose/proposal.h"
#include "core/format/kind_text.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

const Catalogue& shipped() { return shipped_catalogue(); }

// What the window says of an edit: the sentence of its refusal, or "kept".
std::string said(const Site& site, Result<Site> edited) {
    const Result<Site> kept = sound(site, catalogue_for(site), std::move(edited));
    if (!kept) return sentence(kept.error());
    const Result<Site> again = read_site(write_site(*kept));
    if (!again) return "kept and does not open: " + sentence(again.error());
    return *again == *kept ? "kept" : "kept and comes back as another site";
}
template <class T>
std::string said(const Site& site, Result<T> added) {
    return said(site, added ? Result<Site>(added->site) : Result<Site>(added.error()));
}
bool has(const std::string& text, std::string_view words) {
    return text.find(words) != std::string::npos;
}

}  // namespace

TEST_CASE("a date is one of the calendar, just inside and just outside", "[gate]") {
    const Site site = demo_site();
    const auto with_date = [&](const char* date) {
        Settings settings = site.settings;
        settings.day.date = date;
        return said(site, set_settings(site, settings));
    };
    for (const char* date : {"2027-01-15", "2028-02-29", "1000-01-01", "2999-12-31"})
        CHECK(with_date(date) == "kept");
    for (const char* date : {"15.01.2027", "2027-02-29", "2100-02-29", "2027-04-31", "2027-00-10",
                             "2027-01-00", "2027-13-01", "0999-01-01", "3000-01-01", "2027-01-5",
                             " 2027-01-15", "2027-01-15 ", ""}) {
        INFO(date);
        CHECK(has(with_date(date), "settings, day, date: "));
        CHECK(has(with_date(date), " is not a date like 2027-01-15."));
    }
}

TEST_CASE("every figure of a site is held to its range from both sides", "[gate]") {
    const Site site = demo_site();
    const Place& office = site.places.front();
    const auto mast = [&](double height_m) {
        Place changed = office;
        changed.mast_m = height_m;
        return said(site, replace_place(site, changed));
    };
    CHECK(mast(300) == "kept");
    CHECK(has(mast(300.01), "is not a number from 0 to 300 m"));
    CHECK(has(mast(350), "places, " + office.id + ", mast: 350 is not"));
    CHECK(has(mast(-0.01), "is not a number from 0 to 300 m"));
    struct Figure {
        double Settings::*value;
        double least, most;
    };
    for (const Figure& figure :
         {Figure{&Settings::battery_age_share, 0.05, 1}, Figure{&Settings::backup_h, 0, 1000},
          Figure{&Settings::cord_awg, 20, 32}, Figure{&Settings::indoor_c, -40, 80}}) {
        const auto with = [&](double value) {
            Settings settings = site.settings;
            settings.*figure.value = value;
            return said(site, set_settings(site, settings));
        };
        CHECK(with(figure.least) == "kept");
        CHECK(with(figure.most) == "kept");
        CHECK(has(with(figure.least - 0.01), "is not a number from"));
        CHECK(has(with(figure.most + 0.01), "is not a number from"));
    }
    const auto of_day = [&](double DaySettings::*value, double to) {
        Settings settings = site.settings;
        settings.day.*value = to;
        return said(site, set_settings(site, settings));
    };
    CHECK(of_day(&DaySettings::outage_h, 168) == "kept");
    CHECK(has(of_day(&DaySettings::outage_h, 200), "settings, day, outage: 200 is not a number"));
    CHECK(has(of_day(&DaySettings::latitude_deg, 90.1), "from -90 to 90 degrees"));
    CHECK(has(of_day(&DaySettings::utc_offset_h, -14.5), "from -14 to 14 h"));
    CHECK(has(of_day(&DaySettings::tour_every_s, 29.9), "from 30 to 86400 s"));
    CHECK(has(of_day(&DaySettings::dusk_spread_min, 181), "from 0 to 180 min"));
}

TEST_CASE("a name of 200 letters is kept, of 201 refused, whatever the letters", "[gate]") {
    const Site site = demo_site();
    std::string letters;
    for (int i = 0; i < 200; ++i) letters += "\xc3\xa9";
    CHECK(said(site, rename_object(site, {"K01", letters})) == "kept");
    CHECK(has(said(site, rename_object(site, {"K01", letters + "e"})), "at most 200 letters"));
    CHECK(has(said(site, rename_object(site, {"K01", "\xe9t\xe9"})), "is not text"));
    CHECK(
        has(said(site, rename_object(site, {"K01", std::string(1'000'000, 'x')})), "200 letters"));
    Site renamed = site;
    renamed.name = std::string(201, 'n');
    CHECK(has(said(site, Result<Site>(renamed)), "name: "));
}

TEST_CASE("cables keep to ports, media and trees", "[gate]") {
    const Site site = demo_site();
    // Two switches that meet already.
    Site pair = site_with_run({});
    pair = add_device(pair, shipped(), "sw-8-at-120", {9, 0})->site;
    const auto patch = [&](const char* port) {
        return connect(pair, shipped(), "patch-24", {"SW1", port, 0, ""}, {"SW2", port, 0, ""});
    };
    REQUIRE(said(pair, patch("up1")) == "kept");
    pair = patch("up1")->site;
    CHECK(has(said(pair, patch("up2")), "closes a loop"));
    // A repeater into a fibre, a plug of copper into an optical port, another kind under the cable.
    std::string fibre;
    for (const Link& link : site.links) {
        if (cable_facts(shipped(), link.cable)->medium == Medium::fibre) fibre = link.id;
    }
    REQUIRE_FALSE(fibre.empty());
    CHECK(has(said(site, insert_in_line(site, shipped(), fibre, "rep-1-out", {0, 0})),
              "another medium"));
    const Link& optical = *find_link(site, fibre);
    CHECK(said(site, move_plug(site, shipped(), {optical.a.device, optical.a.port},
                               {"SW1", "24"})) != "kept");
    CHECK(said(site, set_kind(site, shipped(), optical.a.device, "sw-8-at-120")) != "kept");
    const Site run = site_with_run({.lengths_m = {50, 50}, .in_line = "rep-1-out"});
    CHECK(has(said(run, set_kind(run, shipped(), "SW1", "rep-1-out")), "no port SW1.1"));
    // A unit goes, and what is left still fits: the cable round it is joined, or goes as well.
    for (const Device& device : site.devices) {
        INFO(device.id);
        CHECK(said(site, remove_object(site, shipped(), device.id)) == "kept");
    }
    for (const Place& place : site.places)
        CHECK(said(site, remove_object(site, shipped(), place.id)) == "kept");
}

TEST_CASE("a middle repeater between two sources can be removed", "[gate]") {
    Site site = site_with_run({.lengths_m = {50, 50}, .in_line = "rep-1-out"});
    Result<Added> second = add_device(site, shipped(), "sw-8-at-120", {100, 0});
    REQUIRE(second);
    site = std::move(second->site);
    site = *remove_object(site, shipped(), "K01");
    Result<Site> off = set_port_power(site, {"R1", "out"}, false);
    REQUIRE(off);
    Result<Added> joined = connect(*off, shipped(), "cat5e-solid-24-out", {"R1", "out", 0, ""},
                                   {second->id, "1", 0, ""});
    REQUIRE(joined);
    CHECK(said(site, Result<Site>(joined->site)) == "kept");
    // With it on again two sources would meet through it; without it two ports face each other that
    // wait for a signature, which harms nobody.
    CHECK(has(said(joined->site, set_port_power(joined->site, {"R1", "out"}, true)),
              "joins two sources of power"));
    const Result<Site> without = remove_object(joined->site, shipped(), "R1");
    REQUIRE(without);
    CHECK(said(joined->site, without) == "kept");
    CHECK(without->links.size() == 1);
}

TEST_CASE("own kinds are checked like shipped ones and go only when nothing uses them", "[gate]") {
    const Site site = demo_site();
    const std::string cable = *copied_kind(kind_json(site, "coax-rg59"), {"own-coax", "Ours"});
    Result<Site> own = set_own_kind(site, "own-coax", cable);
    REQUIRE(said(site, own) == "kept");
    ExistingCable old;
    old.cable = "own-coax";
    old.points = {{0, 0}, {9, 9}};
    const Result<Added> added = add_existing(*own, catalogue_for(*own), old);
    REQUIRE(added);
    CHECK(has(said(added->site, remove_own_kind(added->site, "own-coax")), "in use by X"));
    Site forced = added->site;
    forced.kinds.clear();
    CHECK(has(said(added->site, Result<Site>(forced)), "no kind"));
    // What the program relies on stays: roles, sides, names of the ports in use.
    const std::string repeater = kind_json(site, "rep-1-out");
    for (const auto& [path, value] :
         {std::pair("ports/0/role", "data"), std::pair("ports/0/upstream", "false"),
          std::pair("ports/1/ids", "in"), std::pair("ports/0/ids", "near")}) {
        INFO(path);
        const Result<std::string> changed = with_field(repeater, {path, value}, UnitSystem::metric);
        const bool refused =
            !changed || said(site, set_own_kind(site, "rep-1-out", *changed)) != "kept";
        CHECK(refused);
    }
    CHECK(has(said(site, set_own_kind(site, "other", cable)), "its id is own-coax"));
    CHECK(has(said(site, set_own_kind(site, "own-coax", "{")), "no JSON"));
    const std::string twice = "{\"kinds\": [" + cable + ",\n" + cable + "]}";
    const KindsImport import = import_kinds(twice);
    CHECK(import.kinds.size() == 1);
    REQUIRE(import.errors.size() == 1);
    CHECK(import.errors.front().code == ErrorCode::duplicate_id);
    // Byte for byte, fields in their order, known or not.
    const std::string odd =
        R"({"zeta":1,"name":"Odd","id":"odd-box","category":"enclosure","price":1.50,"alpha":[1, 2]})";
    const std::string file = "{\"format\":\"ovant-site\",\"version\":3,\"kinds\":[" + odd + "]}";
    const Result<Site> read = read_site(file);
    REQUIRE(read);
    CHECK(
        read->kinds.at("odd-box").json() ==
        R"({"zeta":1,"name":"Odd","id":"odd-box","category":"enclosure","price":1.50,"alpha":[1,2]})");
    CHECK(*read_site(write_site(*read)) == *read);
}

TEST_CASE("a drawing over the size that opens is refused before it is the site's", "[gate]") {
    const Site site = bare_site();
    const auto with_bytes = [&](std::size_t bytes) {
        Drawing drawing;
        drawing.media_type = "image/png";
        drawing.data = std::make_shared<const std::string>(bytes, 'p');
        const Result<Site> kept = sound(site, shipped(), set_drawing(site, drawing));
        return kept ? std::string("kept") : sentence(kept.error());
    };
    CHECK(with_bytes(1000) == "kept");
    CHECK(with_bytes(29'999'998) == "kept");
    CHECK(has(with_bytes(31'000'000), "drawing, base64: "));
    // Bytes that are no text come back as they are, whatever the file calls them.
    Drawing latin;
    latin.media_type = "image/svg+xml";
    latin.data = std::make_shared<const std::string>("<svg>\xe9\x00</svg>");
    CHECK(said(site, set_drawing(site, latin)) == "kept");
    latin.media_type = "text/html";
    CHECK(has(said(site, set_drawing(site, latin)), "text/html is not one of"));
}

TEST_CASE("fields inside groups that this version does not know survive", "[gate][file]") {
    const std::string text =
        R"({"format":"ovant-site","version":3,"name":"N","settings":{"day":{"fog":true},"keep_back":{"x":1}},
        "devices":[{"id":"K01","kind":"cam-fixed-4mp","at":[0,0],"camera":{"zoom":3,"view":{"tilt":5}}},
                   {"id":"SW1","kind":"sw-8-at-120","at":[0,0]}],
        "links":[{"id":"L1","cable":"cat5e-solid-24","a":{"device":"SW1","port":"1","pin":2},"b":{"device":"K01","port":"lan"}}],
        "drawing":{"media_type":"image/png","layers":["a"]}})";
    const Result<Site> site = read_site(text);
    REQUIRE(site);
    const std::string written = write_site(*site);
    for (const char* kept : {"\"fog\":true", "\"x\":1", "\"zoom\":3", "\"tilt\":5", "\"pin\":2"}) {
        INFO(kept);
        CHECK(has(written, kept));
    }
    const Result<Site> again = read_site(written);
    REQUIRE(again);
    CHECK(*again == *site);
    CHECK(write_site(*again) == written);
    // What is taken away takes along what stood in it: the drawing, and all that was in it beside.
    const Result<Site> without = sound(*site, shipped(), set_drawing(*site, std::nullopt));
    REQUIRE(without);
    CHECK(said(*site, without) == "kept");
    CHECK_FALSE(has(write_site(*without), "layers"));
}

TEST_CASE("no head end, no recorder, no switch: everything is still worked out", "[gate]") {
    const Site demo = demo_site();
    std::vector<Site> sites{Site{}, bare_site()};
    Site unticked = demo;
    for (Place& place : unticked.places) place.head_end = false;
    sites.push_back(unticked);
    for (const Place& place : demo.places) {
        if (place.head_end) sites.push_back(*remove_object(demo, shipped(), place.id));
    }
    Site without_places = demo;
    for (const Place& place : demo.places)
        without_places = *remove_object(without_places, shipped(), place.id);
    sites.push_back(without_places);
    for (Category gone : {Category::recorder, Category::network_switch, Category::camera}) {
        Site less = demo;
        for (const Device& device : demo.devices) {
            if (shipped().find(device.kind)->category == gone)
                less = *remove_object(less, shipped(), device.id);
        }
        sites.push_back(less);
    }
    Site lonely;
    sites.push_back(add_device(lonely, shipped(), "cam-fixed-4mp", {0, 0})->site);
    for (std::size_t s = 0; s < sites.size(); ++s) {
        INFO(s);
        const Site& site = sites[s];
        REQUIRE(find_problems(site, shipped()).empty());
        const Network net = lay_out(site, shipped());
        const Assessment assessment = assess(net);
        int shown = 0;
        for (const Device& device : site.devices) {
            if (!device.camera || shown == 4) continue;
            ++shown;
            for (const Proposal& proposal : propose_all(site, shipped(), device.id)) {
                if (!proposal.built) continue;
                INFO(device.id << " " << proposal.detail);
                CHECK(said(site, Result<Site>(with_change(site, proposal.change))) == "kept");
            }
        }
    }
}
