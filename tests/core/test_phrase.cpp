// SPDX-License-Identifier: GPL-3.0-or-later
// Sentences: each one whole, in the site's units, naming the thing and what to do.
#include <catch2/catch.hpp>

#include "core/assess/check_table.h"
#include "core/format/site_json.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/way_text.h"
#include "support/sites.h"

using namespace ovant;

TEST_CASE("the sentence of a camera on too few volts", "[phrase]") {
    const Judged demo = judge_site(copper_site());
    const TextContext metric{UnitSystem::metric, &demo.catalogue};
    CHECK(run_sentence(demo.run("K14"), metric) ==
          "Camera runs at night on volts nobody promises: 33.0 V arrives, 37 V needed, dark below "
          "30 V");
    const Judged marina = judge_site(demo_site());
    CHECK(run_sentence(marina.run("K14"), metric) ==
          "Camera goes dark at night: 27.9 V arrives, 37 V needed");
    CHECK(run_sentence(demo.run("K11"), metric).find("167 m long") != std::string::npos);
    const TextContext imperial{UnitSystem::imperial, &demo.catalogue};
    CHECK(run_sentence(demo.run("K11"), imperial).find("549 ft long") != std::string::npos);
    CHECK(run_sentence(demo.run("K16"), imperial).find("from the head end") != std::string::npos);
    CHECK(unit_sentence(*demo.assessment.unit("SW1"), metric) ==
          "Budget holds on greatest draw, not on class reservation");
}

TEST_CASE("every check of the demo has a title, figures and a sentence", "[phrase]") {
    const Judged demo = judge_site(copper_site());
    const TextContext context{UnitSystem::metric, &demo.catalogue};
    for (const RunAssessment& run : demo.assessment.runs) {
        for (const Check& check : run.checks) {
            INFO(run.camera << " " << id_of(check.id));
            CHECK(title(check.id).size() > 3);
            CHECK(sentence(check, context).size() > 8);
            CHECK(sentence(check, context).find("nan") == std::string::npos);
            CHECK(figures(check, context).find("nan") == std::string::npos);
        }
    }
}

TEST_CASE("a collapsed line is said to collapse", "[phrase]") {
    const Judged judged =
        judge_site(site_with_run({.lengths_m = {900}, .draw = {12, 11, 0, 0, 0}}));
    const TextContext context{UnitSystem::metric, &judged.catalogue};
    const Check& volts = check_of(judged.run(), CheckId::camera_voltage);
    CHECK(volts.note == Note::collapses);
    CHECK(figures(volts, context) == "collapses");
    CHECK(run_sentence(judged.run(), context).find("collapses") != std::string::npos);
}

TEST_CASE("every error code gives one sentence", "[phrase]") {
    for (int code = 0; code <= static_cast<int>(ErrorCode::not_possible); ++code) {
        const std::string text =
            sentence(Error{static_cast<ErrorCode>(code), "", "thing", "detail"});
        INFO(text);
        CHECK(text.size() > 10);
        CHECK(text.back() == '.');
        CHECK(std::isupper(static_cast<unsigned char>(text.front())) + (text.front() == '\xe2') +
                  (text.front() == 't') >
              0);
    }
    CHECK(sentence(Error{ErrorCode::unknown_device, "links/3/a/device", "K77", ""}) ==
          "links, 3, a, device: there is no device K77.");
}

TEST_CASE("sources say when they are from memory", "[phrase]") {
    CHECK(source_text(source::poe_class_table).find("(from memory)") != std::string::npos);
    CHECK(source_text(source::ohms_law).find("memory") == std::string::npos);
}

TEST_CASE("proposals have names an installer would use", "[phrase]") {
    const Site demo = copper_site();
    const Catalogue catalogue = catalogue_for(demo);
    const TextContext context{UnitSystem::metric, &catalogue};
    std::vector<std::string> titles;
    for (const Proposal& proposal : propose_ways(demo, catalogue, "K14"))
        titles.push_back(proposal_title(proposal, context));
    CHECK(std::find(titles.begin(), titles.end(), "2 repeaters on solid copper") != titles.end());
    CHECK(std::find(titles.begin(), titles.end(), "Single length of copper") != titles.end());
    for (const Proposal& proposal : propose_remedies(demo, catalogue, "K14")) {
        CHECK_FALSE(proposal_title(proposal, context).empty());
        CHECK_FALSE(proposal_reason(proposal, context).empty());
    }
}
