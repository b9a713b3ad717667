// SPDX-License-Identifier: GPL-3.0-or-later
// Power against the outside: the standard's behaviour of ports, a worked example by hand, closed
// forms, an almanac, fact 1 of the trade through a day.
#include <libnova/julian_day.h>
#include <libnova/solar.h>
#include <rapidcheck.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/assess/least_volts.h"
#include "core/format/site_json.h"
#include "core/physics/pse.h"
#include "core/physics/sun.h"
#include "core/physics/ups.h"
#include "core/choose/proposal.h"
#include "core/simulate/day.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double two_minutes_s = 120;

double apart_s(double a, double b) {
    const double off = std::abs(a - b);
    return std::min(off, 86400 - off);
}

// The nearest sunrise and sunset to ours by libnova, seconds of the day in UTC, two days before
// to two after: where a day begins is not the question here. NaN for none.
std::pair<double, double> by_libnova(CalendarDay day, double latitude_deg, double longitude_deg,
                                     const SunTimes& ours) {
    ln_lnlat_posn observer{longitude_deg, latitude_deg};
    ln_date date{};
    date.years = day.year;
    date.months = day.month;
    date.days = day.day;
    const double start = ln_get_julian_day(&date);
    std::pair<double, double> nearest{NAN, NAN};
    for (int offset = -2; offset <= 2; ++offset) {
        ln_rst_time times{};
        if (ln_get_solar_rst_horizon(start + offset, &observer, -0.8333, &times) != 0) continue;
        const auto keep_nearest = [&](double jd, double our_s, double& into) {
            const double s = std::fmod((jd - start + 5) * 86400, 86400);
            if (std::isnan(into) || apart_s(s, our_s) < apart_s(into, our_s)) into = s;
        };
        keep_nearest(times.rise, ours.sunrise_s, nearest.first);
        keep_nearest(times.set, ours.sunset_s, nearest.second);
    }
    return nearest;
}

double clock_s(int hours, int minutes) { return hours * 3600.0 + minutes * 60.0; }

}  // namespace

TEST_CASE("Sunrise and sunset agree with published almanac tables to two minutes",
          "[reference][sun]") {
    // Published tables of rising and setting, from memory, by the clock of the place.
    struct Row {
        const char* date;
        double latitude_deg, longitude_deg, utc_offset_h;
        double sunrise_s, sunset_s;
    };
    const Row rows[] = {
        {"2024-06-20", 51.4779, 0.0, 1, clock_s(4, 43), clock_s(21, 21)},
        {"2024-12-21", 51.4779, 0.0, 0, clock_s(8, 4), clock_s(15, 53)},
        {"2023-03-20", 0.0, 0.0, 0, clock_s(6, 4), clock_s(18, 11)},
        {"2023-12-21", 40.7128, -74.006, -5, clock_s(7, 16), clock_s(16, 32)},
        {"2023-06-21", 40.7128, -74.006, -4, clock_s(5, 25), clock_s(20, 31)},
        {"2023-12-22", -33.8688, 151.2093, 11, clock_s(5, 41), clock_s(20, 5)},
    };
    for (const Row& row : rows) {
        const SunTimes sun =
            sun_times(*parse_day(row.date), row.latitude_deg, row.longitude_deg, row.utc_offset_h);
        INFO(row.date << " at " << row.latitude_deg);
        CHECK(apart_s(sun.sunrise_s, row.sunrise_s) <= two_minutes_s);
        CHECK(apart_s(sun.sunset_s, row.sunset_s) <= two_minutes_s);
    }
}

TEST_CASE("Sunrise and sunset agree with libnova over the year and the latitudes",
          "[reference][sun]") {
    int compared = 0;
    for (double latitude_deg : {-60.0, -35.0, -10.0, 0.0, 23.0, 45.0, 57.0, 64.0}) {
        for (double longitude_deg : {-120.0, -3.0, 0.0, 25.0, 150.0}) {
            for (int month = 1; month <= 12; ++month) {
                const CalendarDay day{2027, month, 15};
                const SunTimes sun = sun_times(day, latitude_deg, longitude_deg, 0);
                const auto [rise_s, set_s] = by_libnova(day, latitude_deg, longitude_deg, sun);
                if (std::isnan(rise_s)) continue;
                INFO("month " << month << " at " << latitude_deg << ", " << longitude_deg);
                CHECK(apart_s(sun.sunrise_s, rise_s) <= two_minutes_s);
                CHECK(apart_s(sun.sunset_s, set_s) <= two_minutes_s);
                ++compared;
            }
        }
    }
    CHECK(compared > 450);
}

TEST_CASE("Where the sun does not set or rise the day says so", "[reference][sun]") {
    CHECK(sun_times({2027, 6, 21}, 75, 20, 0).always_up);
    CHECK(sun_times({2027, 12, 21}, 75, 20, 0).always_down);
    CHECK_FALSE(parse_day("2027-02-29"));
    CHECK(parse_day("2028-02-29"));
    CHECK_FALSE(parse_day("2027-13-01"));
    CHECK_FALSE(parse_day("tomorrow"));
    CHECK(days_from_2000({2000, 1, 1}) == 0);
    CHECK(days_from_2000({2001, 1, 1}) == 366);
    CHECK(days_from_2000({1999, 12, 31}) == -1);
    CHECK(day_after({2027, 12, 31}, 1) == CalendarDay{2028, 1, 1});
}

TEST_CASE("The air is coldest at sunrise and warmest at three", "[sun]") {
    const SunTimes sun = sun_times({2027, 1, 15}, 57, 0, 0);
    CHECK(day_temperature_c(sun.sunrise_s, sun, -8, 4) == Approx(-8));
    CHECK(day_temperature_c(15 * 3600, sun, -8, 4) == Approx(4));
    CHECK(day_temperature_c(0, sun, -8, 4) == Approx(day_temperature_c(86400, sun, -8, 4)));
    CHECK(sun_share_by(sun.sunrise_s, sun) == Approx(0).margin(1e-12));
    CHECK(sun_share_by(sun.sunset_s, sun) == Approx(1));
    CHECK(sun_share_by((sun.sunrise_s + sun.sunset_s) / 2, sun) == Approx(0.5));
}

TEST_CASE("fact 1 through a day: the port restarts at dusk, not with 30 W", "[reference][facts]") {
    // 500 m of 24 AWG through an extender pair, common practice.
    const Catalogue& catalogue = shipped_catalogue();
    const auto played = [&](const std::string& unit) {
        RunSpec spec;
        spec.unit = unit;
        spec.camera = "cam-fixed-2mp";
        spec.draw = {5.5, 6.0, 0, 0, 0};
        spec.lengths_m = {2, 500, 2};
        Site site = bare_site();
        site = add_device(site, catalogue, unit, {0, 0})->site;
        for (const char* kind : {"lr-near", "lr-far"})
            site = add_device(site, catalogue, kind, {1, 0})->site;
        site = add_device(site, catalogue, "cam-fixed-2mp", {500, 0})->site;
        site = *set_camera_draw(site, catalogue, "K01", spec.draw);
        const auto join = [&](const char* a, const char* port_a, const char* b, const char* port_b,
                              double length_m) {
            Result<Added> link = connect(site, catalogue, "cat5e-solid-24-out", {a, port_a, 0, ""},
                                         {b, port_b, 0, ""});
            REQUIRE(link);
            site = *set_measured_length(link->site, link->id, length_m);
        };
        join("SW1", "1", "LU1", "lan", 2);
        join("LU1", "line", "LU2", "line", 500);
        join("LU2", "lan", "K01", "lan", 2);
        site.settings.source_volts = SourceVolts::nominal;
        const Network net = lay_out(site, catalogue);
        return play_day(net, *day_plan(site.settings));
    };
    const DayResult starved = played("sw-4-af");
    const CameraDay& camera = starved.cameras.front();
    CHECK(camera.restarts > 100);
    for (const CameraMoment& moment : camera.moments) {
        // From an hour after sunrise to an hour before sunset it works at 5 to 6 W.
        if (moment.t_s < starved.sun.sunrise_s + 3600 || moment.t_s > starved.sun.sunset_s - 3600)
            continue;
        CHECK(moment.state == CameraState::on);
    }
    CHECK(camera.at(12 * 3600).watts == Approx(5.5));
    REQUIRE_FALSE(camera.causes.empty());
    CHECK(camera.causes.front().kind == DayEventKind::port_overload);
    CHECK(camera.causes.front().cause == DayEventKind::infrared_on);
    const DayResult cured = played("sw-8-at-120");
    CHECK(cured.cameras.front().restarts == 0);
    CHECK(cured.cameras.front().dark_s == 0);
    CHECK(cured.cameras.front().peak_w == Approx(11.5));
}

TEST_CASE("A worked example: class, greatest and typical totals of a switch by hand",
          "[reference][poe]") {
    // Four cameras, no cable to speak of: 0.001 m each. Classes by IEEE 802.3, from memory:
    // 5.8 W is class 2 (7 W) unless the camera states 3; 12 W class 3; 17 W and 25 W class 4.
    const Catalogue& catalogue = shipped_catalogue();
    RunSpec spec;
    spec.unit = "sw-24-at-370";
    spec.camera = "cam-ptz-compact";
    spec.draw = {4, 1.8, 0, 0, 0};
    spec.lengths_m = {0.001};
    Site site = site_with_run(spec);
    const CameraDraw draws[] = {{8, 4, 0, 0, 0}, {10, 5, 2, 0, 1}, {14, 6, 3, 2, 0}};
    for (int i = 0; i < 3; ++i) {
        site = add_device(site, catalogue, "cam-ptz-compact", {1.0 * i, 5})->site;
        const std::string id = "K0" + std::to_string(i + 2);
        site = *set_camera_draw(site, catalogue, id, draws[i]);
        Added link = *connect(site, catalogue, "cat5e-solid-24-out",
                              {"SW1", std::to_string(i + 2), 0, ""}, {id, "lan", 0, ""});
        site = *set_measured_length(link.site, link.id, 0.001);
    }
    site.settings.switch_basis = SwitchBasis::greatest_draw;
    const Judged judged = judge_site(site);
    const UnitAssessment& unit = *judged.assessment.unit("SW1");
    const int stated = power_port(*catalogue.find("cam-ptz-compact")).poe_class;
    REQUIRE(stated == 4);
    CHECK(unit.by_class_w == Approx(4 * 30));
    // Greatest: 5.8; 12; 17 with heater, 18 when it starts: 10 + 5 + 2 + 1; 14 + 6 + 3 + 2.
    CHECK(unit.greatest_w == Approx(5.8 + 12 + 18 + 25).epsilon(1e-4));
    CHECK(unit.typical_w == Approx(4 + 8 + 10 + 16).epsilon(1e-4));
    // By class a 120 W budget would be full at the fourth, by draw 60.8 W.
    const Check& power = *find_check(unit.checks, CheckId::switch_power);
    CHECK(power.value == Approx(60.8).epsilon(1e-4));
    CHECK(power.keep_line == Approx(370 * 0.8));
}

TEST_CASE("A request over the link layer sets aside the load and the longest channel's loss",
          "[reference][poe]") {
    // What the class table gives is its own greatest request: P_PSE from P_PD.
    for (int poe_class = 1; poe_class <= 8; ++poe_class) {
        const auto limits = *poe_class_limits(poe_class);
        INFO("class " << poe_class);
        // Class 2 is 7.0 W by clause 33 and 6.7 W by 145; the table rounds to 0.1 W and more.
        CHECK(requested_pse_w(limits.pd_w, poe_class) == Approx(limits.pse_w).epsilon(0.05));
        CHECK(requested_pse_w(limits.pd_w / 2, poe_class) < limits.pse_w / 1.9);
        CHECK(requested_pse_w(limits.pd_w / 2, poe_class) > limits.pd_w / 2);
    }
    // 13 W at class 4 by hand: 50 V, 12.5 ohm: I = (50 - sqrt(2500 - 650)) / 25 = 0.27953 A.
    CHECK(requested_pse_w(13, 4) == Approx(50 * 0.279535).epsilon(1e-4));
}

TEST_CASE("Admission by hand", "[reference][poe]") {
    const auto waits = [](double watts, int priority = 3) {
        return PortClaim{priority, false, watts};
    };
    const auto on = [](double watts, int priority = 3) { return PortClaim{priority, true, watts}; };
    using Powered = std::vector<bool>;
    CHECK(admit({waits(15.4), waits(15.4), waits(15.4)}, 46.2) == Powered{true, true, true});
    CHECK(admit({waits(15.4), waits(15.4), waits(15.4)}, 46.1) == Powered{true, true, false});
    // The small one behind does not take what the large one waits for.
    CHECK(admit({waits(30), waits(30), waits(7)}, 45) == Powered{true, false, false});
    // What is on stays before an equal that waits, and goes before one that matters more.
    CHECK(admit({waits(30), on(30)}, 45) == Powered{false, true});
    CHECK(admit({waits(30, 1), on(30)}, 45) == Powered{true, false});
    // Over the total: the last of the lowest priority goes.
    CHECK(admit({on(10), on(10, 1), on(10, 2)}, 25) == Powered{false, true, true});
    CHECK(admit({}, 10).empty());
    CHECK(admit({on(0.0), waits(0.0)}, 0) == Powered{true, true});
}

TEST_CASE("A greater budget never takes power from more ports", "[reference][poe][property]") {
    CHECK(rc::check("more budget, no more shed", [](std::vector<unsigned> drawn, unsigned budget,
                                                    unsigned more) {
        std::vector<PortClaim> claims;
        for (unsigned one : drawn)
            claims.push_back({1 + static_cast<int>(one % 3), true, (one % 900) / 10.0});
        const double budget_w = budget % 2000 / 4.0;
        const auto shed = [&](double watts) {
            const auto powered = admit(claims, watts);
            return std::count(powered.begin(), powered.end(), false);
        };
        RC_ASSERT(shed(budget_w + more % 1000 / 7.0) <= shed(budget_w));
        // What has power fits.
        const auto powered = admit(claims, budget_w);
        double sum_w = 0;
        for (std::size_t i = 0; i < claims.size(); ++i) sum_w += powered[i] ? claims[i].watts : 0;
        RC_ASSERT(sum_w <= budget_w + 1e-6);
    }));
}

TEST_CASE("Backup time and size are inverse, and the closed form", "[reference][ups]") {
    const BackupBattery battery{600, 0.8, 20, 0.88, 12};
    // 600 Wh x 0.8 x (1 - 0.008 x 5) = 460.8 Wh over 150 / 0.88 + 12 = 182.45 W.
    CHECK(backup_time_h(battery, 150) == Approx(460.8 / (150 / 0.88 + 12)));
    for (double load_w : {0.0, 10.0, 150.0, 900.0}) {
        BackupBattery sized = battery;
        sized.rated_wh = backup_wh_for(battery, load_w, 2.5);
        CHECK(backup_time_h(sized, load_w) == Approx(2.5));
    }
    CHECK(battery_temperature_share(25) == 1);
    CHECK(battery_temperature_share(40) == 1);
    CHECK(battery_temperature_share(0) == Approx(0.8));
    CHECK(battery_temperature_share(-200) == Approx(0.3));
    CHECK(std::isinf(backup_time_h({100, 1, 25, 1, 0}, 0)));
    // Peukert: t = H (C / (I H))^k. 100 Wh over 20 h is 5 W; at 50 W a tenth of the time to the k.
    BackupBattery lead{100, 1, 25, 1, 0, 1.2};
    CHECK(backup_time_h(lead, 5) == Approx(20));
    CHECK(backup_time_h(lead, 50) == Approx(20 * std::pow(0.1, 1.2)));
    CHECK(backup_time_h(lead, 2.5) == Approx(40));  // slower than rated gives no more than rated
    for (const double load_w : {4.0, 20.0, 90.0}) {
        BackupBattery sized = lead;
        sized.rated_wh = backup_wh_for(lead, load_w, 2.5);
        CHECK(backup_time_h(sized, load_w) == Approx(2.5));
    }
}
