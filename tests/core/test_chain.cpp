// SPDX-License-Identifier: GPL-3.0-or-later
// A run in words: read, written, judged as what is drawn, and grown until it breaks.
#include <catch2/catch.hpp>

#include <random>
#include <sstream>

#include "cli/commands.h"
#include "core/format/site_json.h"
#include "core/chain/chain.h"
#include "phrase/chain_text.h"
#include "phrase/error_text.h"
#include "support/builder.h"
#include "support/sanitizer.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

const Catalogue& kinds() { return shipped_catalogue(); }

Site maker_rated() {
    Site site;
    site.settings.school = School::maker_rated;
    return site;
}

Chain read(const std::string& text, UnitSystem system = UnitSystem::metric) {
    const Result<Chain> chain = read_chain(text, kinds(), system);
    INFO(text);
    if (!chain) FAIL(sentence(chain.error()));
    return *chain;
}
std::string refusal_of(const std::string& text) {
    const Result<Chain> chain = read_chain(text, kinds(), UnitSystem::metric);
    INFO(text);
    REQUIRE_FALSE(chain);
    return sentence(chain.error());
}
RunAssessment judged(const Chain& chain, const Site& like = maker_rated()) {
    const Result<Site> site = chain_site(chain, kinds(), like);
    if (!site) FAIL(sentence(site.error()));
    const Assessment all = assess(*site, kinds());
    REQUIRE(all.run(chain_camera));
    return *all.run(chain_camera);
}

}  // namespace

TEST_CASE("a run is read as people say it", "[chain]") {
    const Chain chain = read("30 W port, 90 m cat6, repeater, 85 m, repeater, 80 m, camera 9.6 W");
    REQUIRE(chain.lengths.size() == 3);
    CHECK(chain.lengths[0].length_m == 90);
    CHECK(chain.lengths[2].cable == chain.lengths[0].cable);
    CHECK(kinds().find(chain.lengths[0].cable)->cable->category == CableCategory::cat6);
    REQUIRE(chain.units.size() == 2);
    CHECK(kinds().find(chain.units[0].kind)->category == Category::repeater);
    CHECK(find_port(*kinds().find(chain.source.kind), chain.source.out)->limit_w == 30);
    CHECK(chain.draw == CameraDraw{9.6, 0, 0, 0, 0});
    CHECK(judged(chain).verdict == Verdict::holds);
    // Arrows, new lines, other words for the same.
    CHECK(read("30W port -> 90m CAT6 -> repeater \u2192 85 m; repeater\n80 metres, load 9,6 W") ==
          chain);
    CHECK(read("class 4 port, 90 m cat6, repeater, 85, repeater, 80, camera 9.6 watts") == chain);
    CHECK(read("30 W port, 100 ft cat6, camera").lengths[0].length_m == Approx(30.48));
    CHECK(read("30 W port, 100 cat6, camera", UnitSystem::imperial).lengths[0].length_m ==
          Approx(30.48));
    const Chain ground = read("60 W injector, 90 m cat6 in the ground with protectors, camera 5 W");
    CHECK(ground.lengths[0].lies == Surroundings::wet);
    CHECK(ground.lengths[0].protectors);
    CHECK(kinds().find(ground.lengths[0].cable)->rating == Surroundings::wet);
    CHECK(kinds().find(ground.source.kind)->category == Category::injector);
    CHECK(read("15.4 W port long setting, 200 m cat6, camera 5 W").long_setting);
    CHECK(read("sw-16-at-185 port 12, 3 m patch, camera cam-dome-4mp 2 Mb/s").source.out == "12");
}

TEST_CASE("light, air and coax are said in the same words", "[chain]") {
    for (const char* text :
         {"30 W port, 2 m cat6, media converter, 800 m fibre, media converter, 30 m cat6, camera 9 "
          "W",
          "30 W port, 1 m cat6, coax unit, 300 m rg59, coax unit, 2 m cat6, camera 6 W",
          "30 W port, 5 m cat6, radio, 200 m air, radio, 3 m cat6, camera 5 W",
          "30 W port, 2 m patch, long-reach unit, 350 m cat6, long-reach unit, 2 m patch, "
          "camera 6 W 3 Mb/s",
          "90 W injector, 60 m cat6, sw-poe-fed-4, 40 m, camera 9 W",
          "30 W port, 90 m cat6, extender, 80 m, camera 6 W"}) {
        INFO(text);
        const RunAssessment run = judged(read(text));
        CHECK(run.connected);
        CHECK(run.verdict != Verdict::fails);
    }
}

TEST_CASE("what stands wrongly in a chain is named with its place", "[chain][bad-input]") {
    CHECK(refusal_of("hello").find("hello") != std::string::npos);
    CHECK(refusal_of("").find("such as 30 W port") != std::string::npos);
    CHECK(refusal_of("30 W port, 90 m").find("“90 m” is not a run") == 0);
    CHECK(refusal_of("30 W port, 90 m, camera, 3 m").find("as its end") != std::string::npos);
    CHECK(refusal_of("90 W injector long setting, 9 m, camera").find("element 1") == 0);
    for (const auto& [text, words] :
         {std::pair("30 W port, 90 parsecs, camera", "element 2: “parsecs”"),
          std::pair("30 W port, 90 m cat9, camera", "element 2: “cat9”"),
          std::pair("30 W port, 0 m, camera", "element 2: 0 m"),
          std::pair("30 W port, -5 m, camera", "element 2: -5 m"),
          std::pair("30 W port, 90 m, elephant, 3 m, camera", "element 3: “elephant”"),
          std::pair("30 W port, 90 m, , 3 m, camera", "element 3: "),
          std::pair("900 W port, 90 m, camera", "element 1: “900 W port”"),
          std::pair("class 9 port, 90 m, camera", "element 1: “class 9”"),
          std::pair("sw-8-at-120 port 99, 90 m, camera", "element 1: "),
          std::pair("30 W port, 90 m, camera 4000 W", "element 3: 4000 W"),
          std::pair("30 W port, 90 m, camera zebra", "element 3: “zebra”"),
          std::pair("30 W port, 90 m fibre, camera 9 W", "element "),
          std::pair("30 W port, 9 m, rg59, 3 m, camera", "element 3: ")}) {
        INFO(text);
        CHECK(refusal_of(text).find(words) == 0);
    }
    std::string endless = "30 W port";
    for (int i = 0; i < 200; ++i) endless += ", 1 m, repeater";
    CHECK(refusal_of(endless + ", 1 m, camera").find("101") != std::string::npos);
    CHECK(looks_like_chain("30 W port, 90 m"));
    CHECK(looks_like_chain("30 W port, 9"));
    CHECK_FALSE(looks_like_chain("drop 24awg 120 m 13 W 54 V"));
    CHECK_FALSE(looks_like_chain("Gate, north"));
    CHECK_FALSE(looks_like_chain(", , ,"));
}

TEST_CASE("random chains read as they are written, and their sites say the same chain", "[chain]") {
    std::mt19937 random(11);
    const auto one_of = [&](const std::vector<const char*>& words) {
        return words[std::uniform_int_distribution<std::size_t>(0, words.size() - 1)(random)];
    };
    const auto chance = [&](double share) {
        return std::uniform_real_distribution<double>(0, 1)(random) < share;
    };
    const auto amount = [&](double from, double to) {
        return std::round(100 * std::uniform_real_distribution<double>(from, to)(random)) / 100;
    };
    const int rounds = rounds_or_long(under_sanitizer ? 20 : 150, 10'000);
    for (int round = 0; round < rounds; ++round) {
        std::ostringstream text;
        text << one_of({"15.4 W port", "30 W port", "class 4 port", "60 W injector",
                        "90 W injector", "sw-16-at-185 port 3", "sw-8-at-120", "inj-30"});
        if (text.str().ends_with("W port") && chance(0.2)) text << " long setting";
        const int units = std::uniform_int_distribution(0, 4)(random);
        for (int i = 0; i <= units; ++i) {
            text << ", " << amount(0.5, 300) << " m";
            if (i == 0 || chance(0.4))
                text << " "
                     << one_of({"cat5e", "cat6", "clad cat6", "24awg", "cat6-burial-23", "patch"});
            if (chance(0.3)) text << " " << one_of({"outdoors", "in the ground", "indoors"});
            if (chance(0.3)) text << " with protectors";
            if (i < units) text << ", " << one_of({"repeater", "extender", "rep-1-out", "ext-1-2"});
        }
        text << ", camera";
        if (chance(0.4))
            text << " " << one_of({"cam-fixed-2mp", "cam-dome-4mp", "cam-zoom-8mp-heated"});
        if (chance(0.5)) text << " " << amount(1, 20) << " W";
        if (chance(0.2)) text << " " << amount(0.5, 9) << " Mb/s";
        INFO(text.str());
        const Chain chain = read(text.str());
        const std::string written = write_chain(chain, kinds());
        INFO(written);
        CHECK(read(written) == chain);
        const Result<Site> site = chain_site(chain, kinds(), maker_rated());
        REQUIRE(site);
        const Network net = lay_out(*site, kinds());
        const auto back = chain_of(net, find_camera(net, chain_camera));
        REQUIRE(back);
        CHECK(*back == chain);
    }
}

TEST_CASE("every run of a site that is one line comes back in words", "[chain]") {
    for (const Site& site : {demo_site(), copper_site()}) {
        const Catalogue own = catalogue_for(site);
        const Network net = lay_out(site, own);
        int lines = 0;
        for (CameraNumber camera : net.cameras.numbers()) {
            const auto chain = chain_of(net, camera);
            if (!chain) continue;
            ++lines;
            INFO(net.device(net.cameras[camera]).id);
            const Result<Chain> again =
                read_chain(write_chain(*chain, own), own, UnitSystem::metric);
            REQUIRE(again);
            CHECK(*again == *chain);
            CHECK(chain_site(*chain, own, site));
        }
        CHECK(lines >= 10);
    }
}

TEST_CASE("a length grows until something breaks, and what breaks is named", "[chain]") {
    const Site like = maker_rated();
    const Chain chain = read("30 W port, 50 m cat6, camera 5 W");
    const auto grown = grow(chain, 0, kinds(), like);
    REQUIRE(grown);
    REQUIRE(grown->breaks);
    Chain longest = chain;
    longest.lengths[0].length_m = grown->length_m;
    CHECK(judged(longest).verdict != Verdict::fails);
    longest.lengths[0].length_m += 0.01;
    const RunAssessment beyond = judged(longest);
    CHECK(beyond.verdict == Verdict::fails);
    CHECK(beyond.decisive()->id == grown->breaks->id);
    CHECK(grown->length_m > 90);
    // Light goes on for as long as its optics reach.
    const Chain light = read(
        "30 W port, 2 m cat6, media converter, 800 m fibre, media converter, 3 m cat6, camera 5 W");
    CHECK(grow(light, 1, kinds(), like)->length_m == Approx(10'000).epsilon(0.2));
    // What fails already does not grow.
    CHECK(grow(read("15.4 W port, 50 m cca cat5e, camera 5 W"), 0, kinds(), like)->length_m == 0);
}

TEST_CASE("a chain is judged as the same run drawn by hand", "[chain]") {
    HeadEnd b;
    const std::string camera = b.unit("cam-fixed-4mp", {80, 0});
    b.device(camera).surroundings = Surroundings::indoor;
    const std::string cable = b.cable(b.sw, "1", camera, "lan", "cat6-solid-23");
    b.link(cable).measured_length_m = 80;
    const Network net = lay_out(b.site, b.catalogue);
    const auto chain = chain_of(net, CameraNumber(0));
    REQUIRE(chain);
    const RunAssessment there = judged(*chain, b.site);
    const RunAssessment here = *b.judged().assessment.run(camera);
    CHECK(there.verdict == here.verdict);
    CHECK(check_of(there, CheckId::camera_voltage).value ==
          Approx(check_of(here, CheckId::camera_voltage).value));
    CHECK(check_of(there, CheckId::link_length).value ==
          Approx(check_of(here, CheckId::link_length).value));
}

TEST_CASE("chains on the command line", "[chain][cli]") {
    const TempFolder folder;
    const auto run = [&](std::vector<std::string> words) {
        std::ostringstream out, err;
        words.insert(words.begin(), "chain");
        const int code = run_cli(words, out, err);
        return std::pair(code, out.str() + err.str());
    };
    const auto [code, text] = run({"30", "W", "port,", "90", "m", "cat6,", "camera", "9.6", "W"});
    CHECK(code == 0);
    CHECK(text.find("V arrive") != std::string::npos);
    CHECK(run({"30 W port, 190 m cat6, camera 9.6 W"}).first == 1);
    CHECK(run({"30 W port"}).first == 2);
    CHECK(run({"--grow", "30 W port, 50 m cat6, camera 5 W"}).second.find("up to 100 m; then: ") !=
          std::string::npos);
    const std::string file = folder.file("run.json");
    CHECK(run({"--write", file, "30 W port, 90 m cat6, camera 9.6 W"}).first == 0);
    const auto again = run({"--site", file, "--camera", "K01"});
    CHECK(again.first == 0);
    CHECK(again.second.find("30 W port, 90 m cat6, camera 9.6 W") == 0);
    CHECK(run({"--site", file, "--camera", "K99"}).first == 2);
    CHECK(run({"--json", "30 W port, 90 m cat6, camera 9.6 W"}).second.find("\"elements\"") !=
          std::string::npos);
}

TEST_CASE("a run in words is put into a site where a port is free", "[chain]") {
    HeadEnd b;
    const Chain chain = read(
        "30 W port, 60 m cat6 outdoors with protectors, repeater, 60 m, "
        "camera 6 W");
    const auto put = with_chain(b.site, b.catalogue, chain);
    if (!put) FAIL(sentence(put.error()));
    const Catalogue own = catalogue_for(put->site);
    const Network net = lay_out(put->site, own);
    const CameraNumber camera = find_camera(net, put->camera);
    REQUIRE(camera);
    const auto back = chain_of(net, camera);
    REQUIRE(back);
    CHECK(back->lengths == chain.lengths);
    CHECK(back->units == chain.units);
    CHECK(back->draw == chain.draw);
    // On the switch that is there, whose ports give as much.
    CHECK(net.device(net.runs[camera].source.device).id == b.sw);
    CHECK(put->site.devices.size() == b.site.devices.size() + 2);
    CHECK(net.has_recorder);
    CHECK(pictures_arrive(net, net.runs[camera]));
    // No port gives 90 W: its source comes along, on a port for data.
    const auto strong = with_chain(b.site, b.catalogue, read("90 W injector, 60 m cat6, camera"));
    REQUIRE(strong);
    CHECK(strong->site.devices.size() == b.site.devices.size() + 2);
    // Again and again, until nothing is free; each stays beside the others.
    Site site = b.site;
    int added = 0;
    for (; added < 40; ++added) {
        auto more = with_chain(site, b.catalogue, chain);
        if (!more) {
            CHECK(more.error().code == ErrorCode::not_possible);
            break;
        }
        site = std::move(more->site);
    }
    CHECK(added >= 8);
    CHECK(with_chain(bare_site(), b.catalogue, chain).error().code == ErrorCode::not_possible);
}
