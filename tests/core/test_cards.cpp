// SPDX-License-Identifier: GPL-3.0-or-later
// Wiring cards: what stands on them, and where each word stands on the paper.
#include <catch2/catch.hpp>
#include <fmt/format.h>
#include <sys/wait.h>
#include <unistd.h>

#include <cmath>
#include <csignal>
#include <cstdlib>
#include <map>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/commands.h"
#include "core/edits/edits.h"
#include "core/format/file_store.h"
#include "core/format/parts_sheet.h"
#include "core/format/site_json.h"
#include "core/prove/cards.h"
#include "phrase/card_text.h"
#include "print/cards_pdf.h"
#include "support/builder.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

const std::string copper_path = source_file("tests/data/versions/version-1.ovant.json");

const Card& card_of(const std::vector<Card>& cards, const std::string& camera) {
    for (const Card& card : cards) {
        if (card.camera == camera) return card;
    }
    FAIL("no card of " << camera);
    return cards.front();
}

struct Box {
    double left, top, right, bottom;
};
// Where each word stands on its page, in points.
std::vector<Box> words_of_pdf(const std::string& path) {
    const std::string file = path + ".html";
    REQUIRE(std::system(("pdftotext -bbox " + path + " " + file).c_str()) == 0);
    const std::string html = read_all(file);
    std::vector<Box> words;
    for (std::size_t at = html.find("<word "); at != std::string::npos;
         at = html.find("<word ", at + 1)) {
        const auto value = [&](const char* key) {
            return std::stod(html.substr(html.find(key, at) + std::string(key).size() + 2));
        };
        words.push_back({value("xMin"), value("yMin"), value("xMax"), value("yMax")});
    }
    return words;
}

// The four frames of a page of cards: A4, edges of 28 points, 14 between.
bool inside_a_card(const Box& word) {
    constexpr double wide = (595.28 - 56 - 14) / 2, high = (841.89 - 56 - 14) / 2;
    for (double left : {28.0, 28 + wide + 14}) {
        for (double top : {28.0, 28 + high + 14}) {
            if (word.left >= left && word.right <= left + wide && word.top >= top &&
                word.bottom <= top + high)
                return true;
        }
    }
    return false;
}

}  // namespace

TEST_CASE("a card leads from the port to the camera", "[cards]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    CHECK(cards.size() == 20);  // four are not connected
    for (const Card& card : cards) {
        INFO(card.camera);
        REQUIRE_FALSE(card.steps.empty());
        CHECK(card.steps.back().to == card.camera);
        for (std::size_t i = 1; i < card.steps.size(); ++i)
            CHECK(card.steps[i].from == card.steps[i - 1].to);
        CHECK(card.verdict == demo.run(card.camera).verdict);
    }
    const Card& chain = card_of(cards, "K13");
    CHECK(chain.steps.front().from == "SW1");
    CHECK(chain.steps.front().from_port == "13");
    CHECK(chain.steps[1].from_port == "out");
    CHECK(chain.steps[1].to_port == "in");
    CHECK(socket_text(chain.steps[1], true) == "side out, faces R7");
    CHECK(socket_text(chain.steps[1], false) == "side in, faces R6");
    CHECK(chain.steps.front().cut_m == std::ceil(chain.steps.front().length_m));
    CHECK(chain.steps.front().protector_from == "surge-100");
    CHECK(fit_text(chain.steps.front()) ==
          "Protector at SW1: line side to this cable, lead to earth.");
}

TEST_CASE("cautions stand where they apply and nowhere else", "[cards]") {
    const Judged demo = judge_site(copper_site());
    const Network net = lay_out(demo.site, demo.catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    const auto has = [&](const char* camera, Caution caution) {
        const auto& found = card_of(cards, camera).cautions;
        return std::find(found.begin(), found.end(), caution) != found.end();
    };
    CHECK(card_of(cards, "K07").cautions.empty());  // indoors, low power
    CHECK(has("K13", Caution::water));
    CHECK_FALSE(has("K01", Caution::water));
    CHECK(has("K01", Caution::earth));
    CHECK(has("K12", Caution::long_setting));
    CHECK_FALSE(has("K21", Caution::long_setting));
    CHECK(has("K24", Caution::bundle_heat));
    for (Caution caution :
         {Caution::height, Caution::services, Caution::earth, Caution::water, Caution::bundle_heat,
          Caution::long_setting, Caution::power_off_far_side}) {
        CHECK(caution_text(caution).back() == '.');
    }
}

TEST_CASE("the far side that must not send power on says so", "[cards]") {
    Site site = site_with_run({.lengths_m = {60, 60}, .in_line = "rep-1-out"});
    find_device(site, "R1")->power_off_ports.insert("out");
    const Judged judged = judge_site(site);
    const Network net = lay_out(judged.site, judged.catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    REQUIRE(cards.size() == 1);
    CHECK(cards[0].steps[1].power_off_from);
    CHECK(fit_text(cards[0].steps[1]) == "PoE off at R1 out.");
}

TEST_CASE("the PDF holds the cards, four to a page", "[cards]") {
    const TempFolder folder;
    const std::string path = folder.file("cards.pdf");
    std::ostringstream out, err;
    CHECK(run_cli({"cards", copper_path, "--pdf", path}, out, err) == cli_holds);
    CHECK(read_all(path).starts_with("%PDF-"));
    const std::string text = text_of_pdf(path);
    const Result<Site> site = read_site(read_all(copper_path));
    REQUIRE(site);
    const Catalogue catalogue = catalogue_for(*site);
    const std::size_t pieces =
        card_pieces(wiring_cards(lay_out(*site, catalogue)), site->name, {{}, &catalogue}).size();
    CHECK(static_cast<std::size_t>(std::count(text.begin(), text.end(), '\f')) ==
          (pieces + cards_a_page - 1) / cards_a_page);
    for (const char* words : {"K13", "Pontoon B end", "Cut 96 m, label both ends L21.", "T568B",
                              "side in, faces SW1", "Protector at K13: line side to this cable"}) {
        INFO(words);
        CHECK(text.find(words) != std::string::npos);
    }
}

TEST_CASE("a chain too long for a card goes on to the next", "[cards]") {
    const TempFolder folder;
    Site site = site_with_run({.camera = "cam-mini-3w",
                               .lengths_m = std::vector<double>(10, 60),
                               .in_line = "rep-1-out"});
    const Judged judged = judge_site(site);
    const Network net = lay_out(judged.site, judged.catalogue);
    const std::string path = folder.write(
        "cards.pdf",
        cards_pdf(wiring_cards(net), "Test", {UnitSystem::imperial, &judged.catalogue}));
    const std::string text = text_of_pdf(path);
    const std::size_t pieces =
        card_pieces(wiring_cards(net), "Test", {UnitSystem::imperial, &judged.catalogue}).size();
    REQUIRE(pieces > 1);
    for (std::size_t i = 1; i <= pieces; ++i) {
        INFO(i);
        CHECK(text.find(fmt::format("({} of {})", i, pieces)) != std::string::npos);
    }
    CHECK(text.find(" ft") != std::string::npos);
    const std::string none = folder.write("none.pdf", cards_pdf({}, "Test", {}));
    CHECK(text_of_pdf(none).find("no cards to print") != std::string::npos);
}

TEST_CASE("a card begins where the pictures end, and says which pairs to try", "[cards][rule-26]") {
    const Judged marina = judge_site(demo_site());
    const Network net = lay_out(marina.site, marina.catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    const Card& injected = card_of(cards, "K24");
    CHECK(injected.steps.front().from == "SW1");
    CHECK(injected.steps.front().to == "INJ1");
    CHECK(injected.steps.front().to_port == "in");
    CHECK(injected.steps[1].from == "INJ1");
    CHECK(card_of(cards, "K03").steps.front().to == "K03");
    const Card& shared = card_of(cards, "K01");
    const auto at = std::find_if(shared.steps.begin(), shared.steps.end(),
                                 [](const CardStep& step) { return step.combiner_to.has_value(); });
    REQUIRE(at != shared.steps.end());
    CHECK(at->to == "CB1");
    CHECK(fit_text(*at).find("CB1 on alternative A; if the camera stays dark, try B.") !=
          std::string::npos);
    // In the ground the services matter, not the water.
    const auto has = [&](const char* camera, Caution caution) {
        const Card& card = card_of(cards, camera);
        return std::find(card.cautions.begin(), card.cautions.end(), caution) !=
               card.cautions.end();
    };
    CHECK(has("K18", Caution::services));
    CHECK_FALSE(has("K18", Caution::water));
}

TEST_CASE("a card says pairs, toggles, what must be seen, and what hangs beside",
          "[cards][rule-26]") {
    const Judged marina = judge_site(demo_site());
    const TextContext text{UnitSystem::metric, &marina.catalogue};
    const Network net = lay_out(marina.site, marina.catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    for (const Card& card : cards) {
        const RunAssessment& run = marina.run(card.camera);
        INFO(card.camera);
        // What the camera is to see is what its check was judged on.
        const CardStep& last = card.steps.back();
        const Check* volts = find_check(run.checks, CheckId::camera_voltage);
        if (volts && !std::isnan(volts->value) && card.beside.empty()) {
            CHECK(last.expected_v == Approx(volts->value).epsilon(1e-9));
            CHECK(last.expected_w == Approx(run.camera_w).epsilon(1e-9));
        }
        for (const CardStep& step : card.beside) {
            CHECK(std::none_of(card.steps.begin(), card.steps.end(),
                               [&](const CardStep& other) { return other.link == step.link; }));
        }
    }
    CHECK(seen_text(card_of(cards, "K24").steps.back(), text).starts_with("Expect at K24: "));
    CHECK(pairs_text(card_of(cards, "K03").steps.front()) ==
          "Power on orange and green (1 2, 3 6).");  // a switch of alternative A
    CHECK(pairs_text(card_of(cards, "K24").steps[1]) == "Power on all four pairs.");
    const Card& on_long = card_of(cards, "K12");
    CHECK(fit_text(on_long.steps.front()).find("Long setting on at SW2 port 5.") !=
          std::string::npos);
    // Light or level arrives where there is fibre or radio, volts where there is copper.
    int light = 0, level = 0;
    for (const Card& card : cards) {
        for (const CardStep& step : card.steps) {
            if (step.medium == Medium::fibre) light += !std::isnan(step.expected_dbm);
            if (step.medium == Medium::radio) level += !std::isnan(step.expected_dbm);
            if (step.medium == Medium::twisted_pair) CHECK(std::isnan(step.expected_dbm));
        }
    }
    CHECK(light > 0);
    CHECK(level > 0);
    // A length that several share is cut on one card only.
    std::map<std::string, int> cut;
    for (const Card& card : cards) {
        for (const CardStep& step : card.steps) cut[step.link] += step.cut_with.empty();
    }
    CHECK(std::all_of(cut.begin(), cut.end(), [](const auto& one) { return one.second == 1; }));
}

TEST_CASE("an adapter hangs beside the camera, an injector beside the radio", "[cards][rule-26]") {
    Site site = bare_site();
    const Catalogue& catalogue = shipped_catalogue();
    const auto add = [&](const char* kind, Point at) {
        Added added = *add_device(site, catalogue, kind, at);
        site = added.site;
        return added.id;
    };
    const auto join = [&](const char* cable, LinkEnd a, LinkEnd b) {
        site = connect(site, catalogue, cable, a, b)->site;
    };
    const std::string sw = add("sw-8-at-120", {0, 0});
    const std::string camera = add("cam-fixed-12v-dc", {40, 0});
    const std::string adapter = add("adapter-12", {40, 1});
    join("cat5e-solid-24", {sw, "up1", 0, ""}, {camera, "lan", 0, ""});
    join("dc-lead-18", {adapter, "out", 0, ""}, {camera, "dc", 0, ""});
    const Network net = lay_out(site, catalogue);
    const std::vector<Card> cards = wiring_cards(net);
    REQUIRE(cards.size() == 1);
    REQUIRE(cards[0].steps.size() == 1);
    CHECK(cards[0].steps[0].link == "L1");
    REQUIRE(cards[0].beside.size() == 1);
    CHECK(cards[0].beside[0].from == adapter);
    CHECK(pairs_text(cards[0].steps[0]).empty());
}

TEST_CASE("no word of a card is cut off or leaves it, however long", "[cards][rule-26]") {
    const TempFolder folder;
    const auto all_inside = [&](const Site& site, UnitSystem units) {
        const Catalogue catalogue = catalogue_for(site);
        const Network net = lay_out(site, catalogue);
        const std::vector<Card> cards = wiring_cards(net);
        const std::string path =
            folder.write("cards.pdf", cards_pdf(cards, site.name, {units, &catalogue}));
        const std::vector<Box> words = words_of_pdf(path);
        REQUIRE(!words.empty());
        CHECK(std::all_of(words.begin(), words.end(), inside_a_card));
        CHECK(text_of_pdf(path).find("\u2026") == std::string::npos);
        // Pieces printed again are the same pieces.
        const TextContext text{units, &catalogue};
        const std::vector<Card> pieces = card_pieces(cards, site.name, text);
        CHECK(card_pieces(pieces, site.name, text).size() == pieces.size());
    };
    Site marina = demo_site();
    all_inside(marina, UnitSystem::metric);
    all_inside(marina, UnitSystem::imperial);
    marina.name = std::string(200, 'W');
    for (Device& device : marina.devices) {
        if (device.id == "K14" || device.id == "K03")
            device.name = "A camera with a name that goes on and on, " + std::string(150, 'm');
    }
    all_inside(marina, UnitSystem::metric);
}

TEST_CASE("a card names the colour of a cable: this one's, else its kind's", "[cards]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
    const std::string laid = b.cable(sw, "1", cam, "lan");
    const TextContext text{UnitSystem::metric, &b.catalogue};
    const auto says = [&] {
        return cable_text(wiring_cards(lay_out(b.site, b.catalogue)).front().steps.front(), text);
    };
    CHECK(says().find("blue") == std::string::npos);
    b.site = *set_colour(b.site, laid, "blue");
    CHECK(says().ends_with(", blue."));
    CHECK_FALSE(set_colour(b.site, laid, std::string(41, 'x')));
    CHECK_FALSE(set_colour(b.site, "L999", "blue"));
}

TEST_CASE("cards say which way power goes, what a meter shows on a bare lead, and VLANs",
          "[cards]") {
    Builder b;
    const std::string box = b.unit("supply-box-24-4", {0, 0}, b.place("Hut", {0, 0}));
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-24v-dc", {10, 0});
    b.cable(sw, "1", cam, "lan");
    b.cable(box, "1", cam, "dc", "dc-lead-18");
    const Card card = wiring_cards(lay_out(b.site, b.catalogue)).front();
    REQUIRE(card.steps.size() == 1);
    CHECK(card.steps[0].flow == CardStep::Flow::none);  // its socket takes data only
    REQUIRE(card.beside.size() == 1);
    CHECK(card.beside[0].flow == CardStep::Flow::onward);
    CHECK(card.beside[0].open_v == 24);
    CHECK(card.beside[0].expected_v < 24);
    CHECK(card.beside[0].expected_v > 20);
    CHECK(ends_text(card.beside[0]).find("power " + box + " → " + cam) != std::string::npos);
    const TextContext text{UnitSystem::metric, &b.catalogue};
    CHECK(seen_text(card.beside[0], text).starts_with("Meter on the plug, nothing joined"));
    CHECK(wiring_text(PlugWiring::t568a).find("white-green, green, white-orange") !=
          std::string::npos);
    CHECK(wiring_text(PlugWiring::t568b).find("white-orange, orange, white-green") !=
          std::string::npos);
    CardStep vlan = card.steps[0];
    CHECK(fit_text(vlan).find("VLAN") == std::string::npos);
    vlan.vlan_from = 30;
    vlan.flow = CardStep::Flow::onward;
    CHECK(fit_text(vlan).find("then PoE off and on there") != std::string::npos);
    vlan.flow = CardStep::Flow::none;
    CHECK(fit_text(vlan).find("PoE off and on") == std::string::npos);
}
