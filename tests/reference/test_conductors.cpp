// SPDX-License-Identifier: GPL-3.0-or-later
// Conductors against published tables.
#include <catch2/catch.hpp>

#include "core/physics/conductor.h"
#include "core/units/units.h"

using namespace ovant;

TEST_CASE("diameters of AWG sizes: ASTM B258", "[reference]") {
    // Table of solid round wire, inches to four figures, ASTM B258 (from memory).
    struct Row {
        double awg, inches;
    };
    for (const Row& row : {Row{0, 0.3249}, Row{4, 0.2043}, Row{10, 0.1019}, Row{12, 0.0808},
                           Row{14, 0.0641}, Row{16, 0.0508}, Row{18, 0.0403}, Row{22, 0.0253},
                           Row{23, 0.0226}, Row{24, 0.0201}, Row{26, 0.0159}, Row{36, 0.0050}}) {
        INFO(row.awg);
        // The table is rounded to half a ten-thousandth of an inch.
        CHECK(awg_diameter_m(row.awg) / 0.0254 == Approx(row.inches).margin(0.00006));
    }
    CHECK(awg_diameter_m(24) * 1e3 == Approx(0.5106).margin(0.00005));
    CHECK(awg_diameter_m(23) * 1e3 == Approx(0.5733).margin(0.00005));
}

TEST_CASE("resistance of annealed copper: IEC 60028, 20 degrees", "[reference]") {
    // Ohms a hundred metres of one conductor, from the resistivity and the gauge.
    struct Row {
        double awg, ohm_per_100m;
    };
    for (const Row& row : {Row{24, 8.42}, Row{23, 6.68}, Row{22, 5.30}, Row{18, 2.09},
                           Row{16, 1.32}, Row{14, 0.83}}) {
        INFO(row.awg);
        CHECK(conductor_ohm_per_m({row.awg}, 20) * 100 == Approx(row.ohm_per_100m).epsilon(0.004));
    }
}

TEST_CASE("IEC 60228 solid conductors", "[reference]") {
    // Class 1, most resistance at 20 degrees, plain copper, ohm/km (from memory). The standard's
    // limit stands above the resistance of a wire of that nominal area, by a few per cent.
    struct Row {
        double area_mm2, most_ohm_per_km;
    };
    for (const Row& row :
         {Row{0.5, 36.0}, Row{0.75, 24.5}, Row{1.0, 18.1}, Row{1.5, 12.1}, Row{2.5, 7.41}}) {
        const double nominal = copper_resistivity_ohm_m / (row.area_mm2 * 1e-6) * 1000;
        CHECK(nominal < row.most_ohm_per_km);
        CHECK(nominal > row.most_ohm_per_km * 0.92);
    }
}

TEST_CASE("copper warms by 0.393 % a kelvin", "[reference]") {
    const double at20 = conductor_ohm_per_m({24}, 20);
    CHECK(conductor_ohm_per_m({24}, 60) == Approx(at20 * (1 + 0.00393 * 40)));
    CHECK(conductor_ohm_per_m({24}, -20) == Approx(at20 * (1 - 0.00393 * 40)));
}

TEST_CASE("copper-clad aluminium: about 63 % of the conductance, from memory", "[reference]") {
    const double ratio = conductor_ohm_per_m({24, ConductorMaterial::copper_clad_aluminium}, 20) /
                         conductor_ohm_per_m({24}, 20);
    CHECK(ratio == Approx(1.6).margin(0.05));
}

TEST_CASE("loops over one, two and four pairs", "[reference]") {
    const double r = conductor_ohm_per_m({24}, 20);
    CHECK(feed_loop_ohm({24}, 100, 1, 20) == Approx(2 * r * 100));
    CHECK(feed_loop_ohm({24}, 100, 2, 20) == Approx(r * 100));
    CHECK(feed_loop_ohm({24}, 100, 4, 20) == Approx(r * 50));
    CHECK(feed_loop_ohm({24}, 0, 2, 20) == 0);
    // The 12.5 ohm design loop of IEEE 802.3 covers 100 m of the worst category cable, 9.38 ohm a
    // conductor, with a margin for connectors.
    CHECK(0.0938 * 100 < 12.5);
}

TEST_CASE("the working multiplies out to the result", "[reference]") {
    Working working;
    const double loop = feed_loop_ohm({23}, 90, 2, 45, &working);
    REQUIRE(working.size() == 2);
    CHECK(working[0].result == Approx(conductor_ohm_per_m({23}, 45) * 100));
    CHECK(working[1].result == Approx(loop));
    CHECK(working[1].substituted.find("90.0 m") != std::string::npos);
}

TEST_CASE("areas and gauges invert", "[reference]") {}
