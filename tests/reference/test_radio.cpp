// SPDX-License-Identifier: GPL-3.0-or-later
// Radio against the recommendations' own definitions and tables, and against geometry.
#include <catch2/catch.hpp>

#include <cmath>

#include "core/assess/radio_path.h"
#include "core/physics/radio.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double light_m_per_s = 299792458;
constexpr double recommendation_db = 0.05;  // the constants of P.525 and P.530 are rounded so far
constexpr double zone_share = 0.002;        // 17.3 stands for 17.31...

}  // namespace

TEST_CASE("P.525: free-space loss is 20 log (4 pi d / wavelength)", "[reference][radio]") {
    for (double mhz : {900.0, 2400.0, 5800.0, 60000.0}) {
        for (double distance_m : {50.0, 236.0, 597.0, 1400.0, 12000.0}) {
            const double exact_db =
                20 * std::log10(4 * M_PI * distance_m * mhz * 1e6 / light_m_per_s);
            CHECK(free_space_loss_db(mhz, distance_m) ==
                  Approx(exact_db).margin(recommendation_db));
        }
    }
    // The designers' own example, 236 m at 5.8 GHz.
    CHECK(free_space_loss_db(5800, 236) == Approx(95.2).margin(recommendation_db));
}

TEST_CASE("P.530: the first Fresnel zone is where the detour is half a wavelength",
          "[reference][radio]") {
    for (double mhz : {2400.0, 5800.0, 60000.0}) {
        for (double share : {0.1, 0.3, 0.5, 0.8}) {
            const double distance_m = 640, d1 = share * distance_m, d2 = distance_m - d1;
            const double r = fresnel_radius_m(mhz, d1, distance_m);
            const double detour_m = std::hypot(d1, r) + std::hypot(d2, r) - distance_m;
            const double half_wave_m = light_m_per_s / (mhz * 1e6) / 2;
            CHECK(detour_m == Approx(half_wave_m).epsilon(2 * zone_share));
        }
    }
    CHECK(fresnel_radius_m(5800, 0, 640) == 0);
    CHECK(fresnel_radius_m(5800, 640, 640) == 0);
}

TEST_CASE("P.530: the earth's bulge is that of a circle of 4/3 of its radius",
          "[reference][radio]") {
    constexpr double radius_m = 6370e3 * 4 / 3;
    for (double distance_m : {1000.0, 5000.0, 20000.0}) {
        const double half = distance_m / 2;
        const double sagitta_m = radius_m - std::sqrt(radius_m * radius_m - half * half);
        CHECK(earth_bulge_m(half, distance_m) == Approx(sagitta_m).epsilon(1e-3));
    }
}

TEST_CASE("P.526: loss over one edge", "[reference][radio]") {
    // The figure of the recommendation, from memory: 6 dB on the line, about 14 at 1, 20.5 at 2.4.
    CHECK(knife_edge_loss_db(0) == Approx(6.0).margin(0.1));
    CHECK(knife_edge_loss_db(1) == Approx(13.9).margin(0.2));
    CHECK(knife_edge_loss_db(2.4) == Approx(20.5).margin(0.3));
    CHECK(knife_edge_loss_db(-0.78) == 0);
    CHECK(knife_edge_loss_db(-0.779) < 0.2);
    // Against the exact Fresnel integrals: J = -20 log |(1 - C - S) + i (C - S)| / 2.
    for (double v : {-0.5, 0.0, 0.5, 1.0, 2.0, 3.0}) {
        double c = 0, s = 0;
        const int steps = 200000;
        for (int i = 0; i < steps; ++i) {
            const double t = v * (i + 0.5) / steps;
            c += std::cos(M_PI / 2 * t * t) * v / steps;
            s += std::sin(M_PI / 2 * t * t) * v / steps;
        }
        const double exact_db =
            -20 * std::log10(std::sqrt(std::pow(1 - c - s, 2) + std::pow(c - s, 2)) / 2);
        INFO(v);
        CHECK(knife_edge_loss_db(v) == Approx(exact_db).margin(0.6));  // the formula's own error
    }
}

TEST_CASE("P.838 and P.676 at 5.8 and 60 GHz, from memory", "[reference][radio]") {
    CHECK(rain_db_per_km(60000, 50) == Approx(17.2).margin(0.5));
    CHECK(rain_db_per_km(60000, 25) == Approx(10.1).margin(0.5));
    CHECK(rain_db_per_km(5800, 50) < 0.5);
    CHECK(rain_db_per_km(500, 50) == 0);
    CHECK(rain_db_per_km(60000, 0) == 0);
    CHECK(oxygen_db_per_km(60000) == Approx(15));
    CHECK(oxygen_db_per_km(5800) == 0);
}

TEST_CASE("air rates of IEEE 802.11 VHT, short guard interval, from memory", "[reference][radio]") {
    struct Row {
        double width_mhz;
        int streams, mcs;
        double mbps;
    };
    const Row rows[] = {{20, 1, 0, 7.2}, {20, 1, 8, 86.7},    {40, 1, 9, 200},
                        {40, 2, 7, 300}, {80, 1, 9, 433.3},   {80, 2, 9, 866.7},
                        {80, 2, 4, 390}, {160, 2, 9, 1733.3}, {80, 1, 0, 32.5}};
    for (const Row& row : rows) {
        INFO(row.width_mhz << " MHz, " << row.streams << " streams, MCS " << row.mcs);
        CHECK(air_rate_mbps(row.width_mhz, row.streams, row.mcs) == Approx(row.mbps).margin(0.06));
    }
    CHECK(air_rate_mbps(80, 2, 10) == 0);
    CHECK(air_rate_mbps(30, 2, 5) == 0);
    CHECK(standard_sensitivity_dbm(20, 0) == -82);
    CHECK(standard_sensitivity_dbm(80, 4) == -64);
    CHECK(standard_sensitivity_dbm(80, 9) == -51);
}

TEST_CASE("one obstacle: clearance and loss by geometry", "[reference][radio]") {
    const double mhz = 5800, distance_m = 800;
    const std::vector<Hill> wall{{300, 300, 9, "wall"}};
    const Clearance clear = path_clearance(mhz, distance_m, 12, 6, wall);
    const double line_m = 12 + (6 - 12) * 300.0 / 800;
    CHECK(clear.obstacle == "wall");
    CHECK(clear.least_m == Approx(line_m - 9 - earth_bulge_m(300, distance_m)));
    CHECK(clear.share == Approx(clear.least_m / fresnel_radius_m(mhz, 300, distance_m)));
    // Cut by two metres: the loss is that of one edge at that height over the line.
    const std::vector<Hill> high{{300, 300, line_m + 2 - earth_bulge_m(300, distance_m), "wall"}};
    const Clearance cut = path_clearance(mhz, distance_m, 12, 6, high);
    CHECK(cut.least_m == Approx(-2));
    const double wave_m = light_m_per_s / 5800e6;
    const double v = 2 * std::sqrt(2 / wave_m * (1 / 300.0 + 1 / 500.0));
    CHECK(cut.loss_db == Approx(knife_edge_loss_db(v)).margin(0.01));
}

TEST_CASE("a path reads the same from either end, and a taller mast never makes it worse",
          "[reference][radio]") {
    const std::vector<Hill> hills{{120, 180, 7, "shed"}, {400, 430, 5, "trees"}};
    const std::vector<Hill> turned{{170, 200, 5, "trees"}, {420, 480, 7, "shed"}};
    double before = -1e9;
    for (double height_m = 1; height_m < 20; height_m += 0.5) {
        const Clearance here = path_clearance(5800, 600, height_m, 8, hills);
        const Clearance there = path_clearance(5800, 600, 8, height_m, turned);
        CHECK(here.share == Approx(there.share));
        CHECK(here.loss_db == Approx(there.loss_db).margin(1e-6));
        CHECK(here.share >= before - 1e-12);
        before = here.share;
    }
}

TEST_CASE("fact 10: one 80 MHz two-stream bridge carries a 32-camera system",
          "[reference][facts]") {
    // 32 cameras of four megapixels at about 4 Mb/s, common practice, over 200 m in the clear.
    RadioFacts radio = *shipped_catalogue().find("radio-5-ptp")->radio;
    Site site = bare_site();
    const RadioPath path = radio_path_between(site, radio, {0, 0}, 10, radio.transmit_dbm, radio,
                                              {200, 0}, 10, radio.transmit_dbm);
    REQUIRE(path.planned >= 0);
    CHECK(32 * 4.0 <= 0.7 * path.useful_mbps);
    // Up to seven far ends a hub.
    CHECK(shipped_catalogue().find("radio-5-hub")->radio->most_far_ends == 7);
}
