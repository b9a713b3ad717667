// SPDX-License-Identifier: GPL-3.0-or-later
// Quick sums: read as people type them, answered from the same physics, refused with the word.
#include <catch2/catch.hpp>
#include <fmt/format.h>

#include <cmath>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/commands.h"
#include "core/sums/sums.h"
#include "phrase/error_text.h"
#include "phrase/sum_text.h"

using namespace ovant;

namespace {

Sum sum(const char* text, UnitSystem system = UnitSystem::metric) {
    const Result<Sum> answer = quick_sum(text, system);
    INFO(text);
    if (!answer) FAIL(sentence(answer.error()));
    return *answer;
}
Error refused(const char* text) {
    const Result<Sum> answer = quick_sum(text, UnitSystem::metric);
    INFO(text);
    REQUIRE_FALSE(answer);
    return answer.error();
}

}  // namespace

TEST_CASE("every example is answered with a working and a source", "[sums]") {
    for (const std::string& example : sum_examples()) {
        const Sum answer = sum(example.c_str());
        INFO(example);
        CHECK(std::isfinite(answer.answer));
        REQUIRE_FALSE(answer.working.empty());
        for (const Step& step : answer.working) CHECK_FALSE(step.source.text.empty());
        CHECK(looks_like_sum(example));
        CHECK_FALSE(sum_answer(answer, UnitSystem::metric).empty());
    }
}

TEST_CASE("sums against values worked by hand", "[sums]") {
    // R = 8.421 ohm/100 m x 120 m over two pairs; V = (54 + sqrt(54^2 - 4 R 13)) / 2.
    CHECK(sum("drop 24awg 120 m 13 W 54 V").answer == Approx(51.447).margin(0.005));
    CHECK(sum("drop 54V 13W 24 AWG 120m 1 pair").answer == Approx(48.593).margin(0.005));
    CHECK(sum("fibre 2.4 km os2 4 connectors").answer == Approx(3.96));
    CHECK(sum("fibre 550 m om3 2 connectors 1 splice 850 nm").answer == Approx(3.45));
    CHECK(sum("radio 1.2 km 5.8 GHz").answer == Approx(109.30).margin(0.02));
    CHECK(sum("radio 1.2 km 5.8 GHz 14 dBm 16 dBi").answer ==
          Approx(14 + 32 - 109.30).margin(0.02));
    CHECK(sum("fresnel 640 m 5.8 GHz").answer == Approx(2.874).margin(0.005));
    CHECK(sum("bitrate 8 mp 20 fps h265").answer == Approx(7.2));
    CHECK(sum("bitrate 8 mp 20 fps h264 busy").answer == Approx(7.2 * 2 * 1.5));
    CHECK(sum("ups 780 Wh 152 W").answer == Approx(780 * 0.85 * 0.8 / 152));
}

TEST_CASE("a sum knows a line that cannot stand", "[sums]") {
    const Sum collapsed = sum("drop 24awg 900 m 25 W 48 V");
    CHECK_FALSE(collapsed.stands);
    CHECK(std::isnan(collapsed.answer));
    CHECK(sum_answer(collapsed, UnitSystem::metric).find("collapses") != std::string::npos);
}

TEST_CASE("feet are understood, alone and by the system", "[sums]") {
    const double metric = sum("drop 24awg 121.92 m 13 W 54 V").answer;
    CHECK(sum("drop 24awg 400 ft 13 W 54 V").answer == Approx(metric));
    CHECK(sum_answer(sum("fresnel 2100 ft 5.8 GHz"), UnitSystem::imperial).find("ft") !=
          std::string::npos);
}

TEST_CASE("what is missing, odd or too much is named", "[sums][bad-input]") {
    CHECK(refused("drop 24awg 120 m 13 W").code == ErrorCode::missing_field);
    CHECK(refused("drop 24awg 120 m 13 W 54 V 12 bananas").subject == "12 bananas");
    CHECK(refused("drop 24awg 1e9 m 13 W 54 V").code == ErrorCode::out_of_range);
    CHECK(refused("drop 24awg 120 m 13 W 54 V 3 pairs").code == ErrorCode::out_of_range);
    CHECK(refused("fibre 2 km").subject.find("os2") != std::string::npos);
    CHECK(refused("fibre 2 km os2 850 nm").code == ErrorCode::out_of_range);
    CHECK(refused("radio 5.8 GHz").code == ErrorCode::missing_field);
    CHECK(refused("bitrate 8 mp").code == ErrorCode::missing_field);
    CHECK(refused("ups 780 Wh 0 W").code == ErrorCode::out_of_range);
    CHECK(refused("soup 3 W").code == ErrorCode::not_a_sum);
    CHECK(refused("").code == ErrorCode::not_a_sum);
    CHECK(refused("drop nan awg inf m").code == ErrorCode::out_of_range);
    CHECK_FALSE(looks_like_sum("drop"));
    CHECK_FALSE(looks_like_sum("Drop the repeater"));
}

TEST_CASE("sum on the command line, as text and as JSON", "[sums][cli]") {
    std::ostringstream out, err;
    CHECK(run_cli({"sum", "fresnel", "640", "m", "5.8", "GHz"}, out, err) == cli_holds);
    CHECK(out.str().find("2.87 m") == 0);
    std::ostringstream json_out;
    CHECK(run_cli({"sum", "drop 24awg 120 m 13 W 54 V", "--json"}, json_out, err) == cli_holds);
    const auto json = nlohmann::json::parse(json_out.str());
    CHECK(json["unit"] == "V");
    CHECK(json["answer"].get<double>() == Approx(51.447).margin(0.005));
    CHECK(json["working"].size() >= 3);
    std::ostringstream none;
    CHECK(run_cli({"sum", "ups", "780", "Wh"}, none, err) == cli_unreadable);
    CHECK(err.str().find("load") != std::string::npos);
    CHECK(none.str().empty());
}

TEST_CASE("a bare number is a length in the system in force", "[sums][rule-19]") {
    const Sum metres = sum("drop 24 awg 120 13 W 54 V");
    const Sum feet = sum("drop 24 awg 120 13 W 54 V", UnitSystem::imperial);
    CHECK(metres.answer == Approx(sum("drop 24 awg 120 m 13 W 54 V").answer));
    CHECK(feet.answer == Approx(sum("drop 24 awg 120 ft 13 W 54 V").answer));
    CHECK(feet.answer > metres.answer);
    CHECK(sum("drop 24 awg 120 m 13 W 54 V", UnitSystem::imperial).answer == Approx(metres.answer));
}

TEST_CASE("counts that cannot be are refused with their word", "[sums]") {
    CHECK(refused("drop 24awg 120 m 13 W 54 V 3 pairs").code == ErrorCode::out_of_range);
    CHECK(refused("drop 24awg 120 m 13 W 54 V 2.5 pairs").code == ErrorCode::out_of_range);
    CHECK(refused("drop 24awg 120 m 13 W 54 V 1e88 pairs").code == ErrorCode::out_of_range);
    CHECK(refused("fibre os2 2 km 1e88 connectors").code == ErrorCode::out_of_range);
    CHECK(refused("fibre os2 2 km 2 connectors -1 splices").code == ErrorCode::out_of_range);
}

TEST_CASE("farthest length and most watts are one line read two ways", "[sums][rule-24]") {
    const Sum far = sum("reach 24awg 13 W 50 V");
    // At that length the load gets just its least volts.
    char text[100];
    std::snprintf(text, sizeof text, "drop 24awg %.6f m 13 W 50 V", far.answer);
    CHECK(sum(text).answer == Approx(37).epsilon(1e-5));
    std::snprintf(text, sizeof text, "drop 24awg %.6f m 13 W 50 V", far.answer * 1.01);
    CHECK(sum(text).answer < 37);
    CHECK_FALSE(sum("reach 24awg 13 W 36 V").stands);
    // A 30 W port at 50 V over its longest channel: 12.5 ohms leave 25.5 W.
    std::snprintf(text, sizeof text, "watts 24awg %.6f m 50 V 30 W", 12.5 / 0.0842 * 1);
    CHECK(sum(text).answer == Approx(25.5).margin(0.05));
    // What no port can push through: a quarter of V squared over R.
    // Beside what this cable brings, what the port's class is sure of at any load of it.
    const auto sure_w = [&](const char* words) {
        const Sum asked = sum(words);
        const auto found =
            std::find_if(asked.working.begin(), asked.working.end(), [](const Step& step) {
                return step.formula.find("is sure of this") != std::string::npos;
            });
        return found == asked.working.end() ? 0.0 : found->result;
    };
    CHECK(sure_w("watts 24awg 50 m 50 V 30 W") == Approx(25.5));
    CHECK(sure_w("watts 24awg 50 m 44 V 15.4 W") == Approx(12.95).margin(0.06));
    CHECK(sure_w("watts 24awg 50 m 52 V 90 W") == Approx(71.3));
    CHECK(sure_w("watts 24awg 50 m 50 V 29 W") == 0);
    CHECK(sure_w("watts 24awg 50 m 50 V") == 0);
    const Sum most = sum("watts 24awg 600 m 50 V 90 W");
    CHECK(most.answer == Approx(50 * 50 / (4 * 600 * 0.0842)).epsilon(2e-3));
    CHECK(sum("battery 152 W 4 h").answer == Approx(152 * 4 / (0.85 * 0.8)));
    CHECK(refused("battery 152 W").code == ErrorCode::missing_field);
    CHECK(refused("reach 24awg 13 W").code == ErrorCode::missing_field);
}

TEST_CASE("how many, how much more: amperes, cameras on a link and a supply, extra watts",
          "[sums][rule-24]") {
    // 9 W at 12 V is 0.75 A; with a fifth kept back 0.94 A, sold as 1 A; two cameras take 2 A.
    CHECK(sum("adapter 12 V 9 W").answer == 1);
    CHECK(sum("adapter 12 V 9.6 W").answer == 1);     // 1.000 A exactly
    CHECK(sum("adapter 12 V 9.61 W").answer == 1.5);  // just past it
    CHECK(sum("adapter 12 V 9 W 2 cameras").answer == 2);
    CHECK(sum("adapter 12 V 900 W").answer == Approx(93.75));  // none is sold: the amperes
    CHECK(refused("adapter 12 V").code == ErrorCode::missing_field);
    CHECK(refused("adapter 12 V 9 W 0 cameras").code == ErrorCode::out_of_range);
    // 70 % of 100 Mb/s.
    CHECK(sum("link 100 Mb/s 7 Mb/s").answer == 10);
    CHECK(sum("link 100 Mb/s 7.01 Mb/s").answer == 9);
    CHECK(refused("link 100 Mb/s").code == ErrorCode::missing_field);
    // 80 % of 120 W.
    CHECK(sum("supply 120 W 8 W").answer == 12);
    CHECK(sum("supply 120 W 8.01 W").answer == 11);
    // With its cable each takes more from its port: 8 W over 5.05 ohms from 53 V take 8.12 W.
    CHECK(sum("supply 120 W 8 W 24awg 60 m 53 V").answer == 11);
    CHECK(refused("supply 120 W").code == ErrorCode::missing_field);
    // What more is there is the most less what is drawn: the sum of both just holds the volts.
    const double more_w = sum("extra 24awg 120 m 50 V 8 W 40 least").answer;
    const double at_the_edge =
        sum(fmt::format("drop 24awg 120 m {:.6f} W 50 V", 8 + more_w).c_str()).answer;
    CHECK(at_the_edge == Approx(40).margin(1e-3));
    CHECK(sum("extra 24awg 120 m 50 V 500 W").answer == 0);
    CHECK(refused("extra 24awg 120 m 50 V").code == ErrorCode::missing_field);
}

TEST_CASE("coax, amperes and sun in a sum", "[sums]") {
    // 200 m at 0.045 ohm a metre, and colder by 30 K: 1 - 0.00393 x 30.
    CHECK(sum("drop rg59 200 m 13 W 54 V").answer == Approx(51.7386).margin(1e-4));
    CHECK(sum("drop rg59 200 m 1 A 54 V").answer == Approx(54 - 9));
    CHECK(sum("drop rg59 steel 200 m 1 A 54 V").answer == Approx(54 - 33));
    CHECK(sum("drop rg6 coax 100 m 1 A 54 V -10 C").answer ==
          Approx(54 - 3 * (1 - 0.00393 * 30)).margin(1e-6));
    CHECK(sum("watts rg11 1000 m 54 V").answer == Approx(54 * 54 / (4 * 13.0)));
    // So many amperes as the watts of it draw at the load come to the same volts.
    const double volts = sum("drop 24awg 120 m 13 W 54 V").answer;
    const std::string ampere = fmt::format("drop 24awg 120 m {} A 54 V", 13 / volts);
    CHECK(sum(ampere.c_str()).answer == Approx(volts).margin(0.001));
    CHECK_FALSE(sum("drop 24awg 120 m 6 A 54 V").stands);
    CHECK(sum("reach rg59 1 A 54 V 45 least").answer == Approx(200));
    CHECK(sum("solar 10 W 4 days 1.2 h").answer == Approx(10 * 24 * 4 / 0.5));
    CHECK(sum("solar 10 W 4 days 1.2 h").working.back().result == Approx(10 * 24 / (1.2 * 0.7)));
    CHECK(refused("drop rg11 steel 10 m 3 W 54 V").code == ErrorCode::out_of_range);
    CHECK(refused("drop rg59 24awg 10 m 3 W 54 V").code == ErrorCode::out_of_range);
    CHECK(refused("drop rg59 10 m 3 W 1 A 54 V").code == ErrorCode::out_of_range);
    CHECK(refused("drop rg59 10 m 54 V").code == ErrorCode::missing_field);
    CHECK(refused("solar 10 W 0 days").code == ErrorCode::out_of_range);
    CHECK(refused("solar 4 days").code == ErrorCode::missing_field);
}
