// SPDX-License-Identifier: GPL-3.0-or-later
// Every text of phrase can be had in another language; a made-up one stands in.
#include <catch2/catch.hpp>

#include <algorithm>
#include <regex>

#include "core/assess/budget.h"
#include "core/assess/moves.h"
#include "core/choose/assign.h"
#include "core/choose/proposal.h"
#include "core/choose/unit_remedies.h"
#include "core/prove/cards.h"
#include "core/simulate/day.h"
#include "core/sums/sums.h"
#include "phrase/card_text.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/kind_words.h"
#include "phrase/power_text.h"
#include "phrase/sum_text.h"
#include "phrase/translate.h"
#include "phrase/way_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// A language of dots: what still has letters was not asked for. Arguments stay as they are.
std::string dotted(std::string_view english) {
    std::string out;
    bool argument = false;
    for (const char c : english) {
        argument = c == '{' || (argument && c != '}');
        out += !argument && std::isalpha(static_cast<unsigned char>(c)) ? '.' : c;
    }
    return out;
}

struct Dotted {
    Dotted() { set_translation(dotted); }
    ~Dotted() { set_translation({}); }
};

// The first English word in a text, without the names that people or makers gave.
std::string english_in(std::string text, const std::vector<std::string>& names = {}) {
    for (const std::string& name : names) {
        for (std::size_t at; !name.empty() && (at = text.find(name)) != std::string::npos;)
            text.erase(at, name.size());
    }
    static const std::regex word("[a-z]{3,}");
    std::smatch found;
    return std::regex_search(text, found, word) ? found.str() + " in: " + text : "";
}

bool translated(const std::string& text) { return english_in(text).empty(); }

template <class E>
void all_titles(E last) {
    for (int i = 0; i <= static_cast<int>(last); ++i) {
        const std::string text = title(static_cast<E>(i));
        INFO(text);
        CHECK(translated(text));
    }
}

}  // namespace

TEST_CASE("titles and cautions are translated", "[translation]") {
    const Dotted language;
    for (int i = 0; i < check_count; ++i) CHECK(translated(title(static_cast<CheckId>(i))));
    all_titles(Verdict::unknown);
    all_titles(Condition::restart);
    all_titles(School::field_proven);
    all_titles(SwitchBasis::typical);
    all_titles(Category::ups);
    all_titles(Surroundings::wet);
    all_titles(Mains::solar);
    all_titles(PlaceKind::pedestal);
    all_titles(PathwayKind::pontoon);
    all_titles(ObstacleKind::water);
    all_titles(DayEventKind::planned_restart);
    all_titles(PowerNodeKind::consumer);
    for (WhatIf what_if : all_what_ifs) CHECK(translated(title(what_if)));
    for (int i = 1; i <= way_count; ++i) CHECK(translated(title(static_cast<WayId>(i))));
    for (int i = 0; i < caution_count; ++i)
        CHECK(translated(caution_text(static_cast<Caution>(i))));
    for (int i = 0; i <= static_cast<int>(ErrorCode::not_possible); ++i) {
        const Error error{static_cast<ErrorCode>(i), "K01/D", "K01", "3 to 5", 2, 3};
        // "3 to 5" is of the file; what can be typed as a sum is English in every language.
        if (error.code != ErrorCode::not_a_sum)
            CHECK(english_in(sentence(error), {"3 to 5"}) == "");
    }
}

TEST_CASE("the sentences of a site are translated: verdicts, ways, cards, the day",
          "[translation]") {
    const Judged demo = judge_site(demo_site());
    const Dotted language;
    const TextContext context{UnitSystem::metric, &demo.catalogue};
    std::vector<std::string> names;
    for (const auto& [id, kind] : demo.catalogue) {
        names.push_back(kind->name);
        for (const PortKind& port : kind->ports) names.push_back("." + port.id);
    }
    for (const Device& device : demo.site.devices) names.push_back(device.name);
    for (const Place& place : demo.site.places) names.push_back(place.name);
    for (const Obstacle& obstacle : demo.site.obstacles) names.push_back(obstacle.name);
    std::sort(names.begin(), names.end(),
              [](const auto& a, const auto& b) { return a.size() > b.size(); });
    const auto checked = [&](const std::string& text) { CHECK(english_in(text, names) == ""); };
    for (const RunAssessment& run : demo.assessment.runs) {
        checked(run_sentence(run, context));
        for (const Check& check : run.checks) checked(sentence(check, context));
    }
    for (const UnitAssessment& unit : demo.assessment.units) checked(unit_sentence(unit, context));
    for (const Check& check : demo.assessment.site_checks) checked(sentence(check, context));
    for (const Proposal& way : propose_ways(demo.site, demo.catalogue, "K14")) {
        checked(proposal_title(way, context));
        checked(proposal_reason(way, context));
    }
    const Network net = lay_out(demo.site, demo.catalogue);
    for (const Card& card : wiring_cards(net)) {
        checked(wiring_text(card.wiring));
        checked(expected_text(card, context));
        for (const CardStep& step : card.steps) checked(cut_text(step, context));
    }
    const DayResult day = play_day(net, *day_plan(demo.site.settings));
    checked(day_text(day, context));
    for (const DayEvent& event : day.events) checked(event_text(event, context));
    for (const CameraDay& camera : day.cameras) checked(camera_day_text(camera, context));
    checked(assignment_text(assign_ports(demo.site, demo.catalogue), context));
    checked(moves_text({}));
    checked(field_label("supply/budget_w"));
    checked(field_value_words("ports/0/role", "pse"));
}

TEST_CASE("a translation may turn arguments round, and one that does not fit is left aside",
          "[translation]") {
    set_translation([](std::string_view english) -> std::string {
        if (english == "{} of {}") return "von {1} {0}";
        if (english == "link {}") return "Kabel {} {} {}";
        return "";
    });
    CHECK(told("{} of {}", 3, 4) == "von 4 3");
    CHECK(told("link {}", "L5") == "link L5");
    CHECK(told("port {}", 7) == "port 7");
    CHECK(said("Holds") == "Holds");
    set_translation({});
    CHECK(told("{} of {}", 3, 4) == "3 of 4");
}
