// SPDX-License-Identifier: GPL-3.0-or-later
// Quantities as people type them, and as they are shown again.
#include <catch2/catch.hpp>
#include <rapidcheck.h>

#include <cmath>
#include <limits>

#include "core/units/units.h"
#include "phrase/numbers.h"

using namespace ovant;

namespace {

// Text carries at most three decimals of the shown unit.
constexpr double shown_tolerance = 0.06;

double parsed(const char* text, Unit unit, UnitSystem system = UnitSystem::metric) {
    INFO(text);
    const Result<double> value = parse_quantity(text, unit, system);
    REQUIRE(value);
    return *value;
}

}  // namespace

TEST_CASE("lengths in the units of the trade", "[units]") {
    CHECK(parsed("41.1 m", Unit::metre) == Approx(41.1));
    CHECK(parsed("41,1", Unit::metre) == Approx(41.1));
    CHECK(parsed("135 ft", Unit::metre) == Approx(135 * 0.3048));
    CHECK(parsed("135'", Unit::metre) == Approx(41.148));
    CHECK(parsed("1.2 km", Unit::metre) == Approx(1200));
    CHECK(parsed("328", Unit::metre, UnitSystem::imperial) == Approx(99.9744));
    CHECK(parsed("  7 m ", Unit::metre) == Approx(7));
    CHECK(parsed("10 yd", Unit::metre) == Approx(9.144));
}

TEST_CASE("other quantities", "[units]") {
    CHECK(parsed("350 mA", Unit::ampere) == Approx(0.35));
    CHECK(parsed("12.95 W", Unit::watt) == Approx(12.95));
    CHECK(parsed("8.2 Mb/s", Unit::megabit_per_second) == Approx(8.2));
    CHECK(parsed("1 Gb/s", Unit::megabit_per_second) == Approx(1000));
    CHECK(parsed("14 F", Unit::celsius) == Approx(-10));
    CHECK(parsed("-8 °C", Unit::celsius) == Approx(-8));
    CHECK(parsed("16 AWG", Unit::square_millimetre) == Approx(1.309).epsilon(0.001));
    CHECK(parsed("20 %", Unit::percent) == Approx(20));
}

TEST_CASE("hours are typed as a clock shows them, or as a number", "[units]") {
    const auto hours = [](const char* text) {
        return parse_quantity(text, Unit::hour, UnitSystem::metric);
    };
    CHECK(*hours("14:30") == 14.5);
    CHECK(*hours("00:45") == 0.75);
    CHECK(*hours("9:05") == Approx(9 + 5 / 60.0));
    CHECK(*hours("14,5") == 14.5);
    CHECK(*hours("14.5 h") == 14.5);
    for (const char* wrong : {"14:60", "14:3", "14:", ":30", "-1:30", "14:30:10", "a:30", "14:b0"})
        CHECK_FALSE(hours(wrong));
    CHECK_FALSE(parse_quantity("14:30", Unit::metre, UnitSystem::metric));
}

TEST_CASE("what is no quantity is refused", "[units][bad-input]") {
    for (const char* text : {"", "m", "forty", "nan", "inf", "1e999", "--4"}) {
        INFO(text);
        const Result<double> value = parse_quantity(text, Unit::metre, UnitSystem::metric);
        REQUIRE_FALSE(value);
        CHECK(value.error().code == ErrorCode::bad_number);
    }
    for (const char* text : {"5 W", "5 parsec", "5 m m"}) {
        INFO(text);
        const Result<double> value = parse_quantity(text, Unit::metre, UnitSystem::metric);
        REQUIRE_FALSE(value);
        CHECK(value.error().code == ErrorCode::bad_unit);
        CHECK(value.error().detail == "m");
    }
}

TEST_CASE("shown numbers", "[units]") {
    const UnitSystem metric = UnitSystem::metric, imperial = UnitSystem::imperial;
    CHECK(shown(412.3, Unit::metre, metric) == "412 m");
    CHECK(shown(17.5, Unit::metre, metric) == "17.5 m");
    CHECK(shown(100, Unit::metre, imperial) == "328 ft");
    CHECK(shown(39.24, Unit::volt, metric) == "39.2 V");
    CHECK(shown(0.428, Unit::ampere, metric) == "0.428 A");
    CHECK(shown(-0.0001, Unit::watt, metric) == "0.0 W");
    CHECK(shown(std::nan(""), Unit::volt, metric) == "none");
    CHECK(shown(1e300, Unit::metre, metric).size() > 20);
    CHECK(shown(std::numeric_limits<double>::infinity(), Unit::metre, metric) == "endless m");
    CHECK(value_of_limit(39.2, 42.5, Unit::volt, metric) == "39.2 of 42.5 V");
    CHECK(shown_money(13942.25, "EUR") == "13\u00a0942.25 EUR");
    CHECK(shown_money(999.5, "EUR") == "999.50 EUR");
    CHECK(shown_money(1234567, "EUR") == "1\u00a0234\u00a0567.00 EUR");
}

TEST_CASE("what is shown can be typed again", "[units][property]") {
    CHECK(rc::check([](bool imperial) {
        const UnitSystem system = imperial ? UnitSystem::imperial : UnitSystem::metric;
        const double value = *rc::gen::inRange(0, 2000000) / 1000.0;
        for (Unit unit : {Unit::metre, Unit::volt, Unit::watt, Unit::megabit_per_second}) {
            const Result<double> again = parse_quantity(shown(value, unit, system), unit, system);
            RC_ASSERT(static_cast<bool>(again));
            // A metre in whole feet is the coarsest that is shown.
            const double step = unit == Unit::metre ? 0.51 : shown_tolerance;
            RC_ASSERT(std::abs(*again - value) <= step);
        }
    }));
}

TEST_CASE("reversing units changes nothing", "[units][property]") {
    CHECK(rc::check([] {
        const double value = *rc::gen::inRange(-1000000, 1000000) / 997.0;
        for (Unit unit : {Unit::metre, Unit::celsius, Unit::volt}) {
            const double back =
                from_shown(to_shown(value, unit, UnitSystem::imperial), unit, UnitSystem::imperial);
            RC_ASSERT(std::abs(back - value) <= 1e-9 * std::max(1.0, std::abs(value)));
        }
    }));
}

TEST_CASE("numbers as shown are read again, thousands apart or not", "[units]") {
    CHECK(shown(12500, Unit::megabit_per_second, UnitSystem::metric) == "12\u00a0500 Mb/s");
    CHECK(shown(1000, Unit::megabit_per_second, UnitSystem::metric) == "1\u00a0000 Mb/s");
    CHECK(shown(999, Unit::metre, UnitSystem::metric) == "999 m");
    CHECK(shown(-1234567, Unit::watt, UnitSystem::metric) == "-1\u00a0234\u00a0567 W");
    CHECK(shown_money(13942.25, "EUR") == "13\u00a0942.25 EUR");
    CHECK(shown_money(-950, "") == "-950.00");
    for (double value : {0.0, 1.5, 999.0, 1000.0, 123456.0, -4321.0, 1e8}) {
        const std::string text = shown(value, Unit::watt, UnitSystem::metric);
        INFO(text);
        CHECK(*parse_quantity(text, Unit::watt, UnitSystem::metric) == value);
    }
    const auto read = [](const char* text) {
        return parse_quantity(text, Unit::metre, UnitSystem::metric);
    };
    CHECK(*read("1 250 m") == 1250);
    CHECK(*read("1\u202f250,5 m") == 1250.5);
    CHECK(*read("12 345 678") == 12345678);
    // What is no group of three is no number; a decimal comma stays one.
    for (const char* wrong : {"1 25 m", "1 2500 m", "1234 567", "0 500", "1 250 1"}) {
        INFO(wrong);
        CHECK_FALSE(read(wrong));
    }
    CHECK(*read("1,250") == 1.25);
}
