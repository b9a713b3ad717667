// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/radio.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

namespace ovant {
namespace {

constexpr double earth_factor = 4.0 / 3;

struct RainRow {
    double ghz, k, alpha;
};
// Rec. ITU-R P.838-3, horizontal, from memory.
constexpr RainRow rain_rows[] = {
    {1, 0.0000259, 0.9691}, {2, 0.0000847, 1.0664}, {4, 0.0001071, 1.6009}, {6, 0.0007056, 1.5900},
    {8, 0.004115, 1.3905},  {10, 0.01217, 1.2571},  {15, 0.04481, 1.1233},  {20, 0.09164, 1.0568},
    {25, 0.1571, 0.9991},   {30, 0.2403, 0.9485},   {40, 0.4431, 0.8673},   {50, 0.6600, 0.8084},
    {60, 0.8606, 0.7656},   {80, 1.1704, 0.7115},   {100, 1.3671, 0.6815}};

struct McsRow {
    double bits, coding, sensitivity_20mhz_dbm;
};
// IEEE 802.11 VHT: modulation, coding; least sensitivity from memory.
constexpr McsRow mcs_rows[] = {
    {1, 1.0 / 2, -82}, {2, 1.0 / 2, -79}, {2, 3.0 / 4, -77}, {4, 1.0 / 2, -74}, {4, 3.0 / 4, -70},
    {6, 2.0 / 3, -66}, {6, 3.0 / 4, -65}, {6, 5.0 / 6, -64}, {8, 3.0 / 4, -59}, {8, 5.0 / 6, -57}};
constexpr double short_symbol_us = 3.6;

double data_subcarriers(double width_mhz) {
    if (width_mhz == 20) return 52;
    if (width_mhz == 40) return 108;
    if (width_mhz == 80) return 234;
    if (width_mhz == 160) return 468;
    return 0;
}

// v of an edge `over_m` above the line, d1 and d2 from the ends.
double edge_v(double over_m, double frequency_mhz, double from_a_m, double distance_m) {
    const double wavelength_m = 299.792458 / frequency_mhz;
    const double to_b_m = distance_m - from_a_m;
    return over_m * std::sqrt(2 / wavelength_m * (1 / from_a_m + 1 / to_b_m));
}

}  // namespace

double free_space_loss_db(double frequency_mhz, double distance_m, Working* working) {
    const double km = distance_m / 1000;
    const double loss_db = 32.45 + 20 * std::log10(frequency_mhz) + 20 * std::log10(km);
    if (working) {
        working->push_back({"free-space loss = 32.45 + 20 log f + 20 log d",
                            fmt::format("32.45 + 20 log {:g} + 20 log {:.3f}", frequency_mhz, km),
                            loss_db, Unit::decibel, source::free_space});
    }
    return loss_db;
}

double fresnel_radius_m(double frequency_mhz, double from_a_m, double distance_m) {
    const double d1 = from_a_m / 1000, d = distance_m / 1000, d2 = d - d1;
    if (d1 <= 0 || d2 <= 0) return 0;
    return 17.3 * std::sqrt(d1 * d2 / (frequency_mhz / 1000 * d));
}

double earth_bulge_m(double from_a_m, double distance_m) {
    const double d1 = from_a_m / 1000, d2 = (distance_m - from_a_m) / 1000;
    return std::max(0.0, d1 * d2 / (12.74 * earth_factor));
}

double knife_edge_loss_db(double v) {
    if (v <= -0.78) return 0;
    const double w = v - 0.1;
    return 6.9 + 20 * std::log10(std::sqrt(w * w + 1) + w);
}

double rain_db_per_km(double frequency_mhz, double rain_mm_per_h) {
    const double ghz = frequency_mhz / 1000;
    if (ghz < rain_rows[0].ghz || rain_mm_per_h <= 0) return 0;
    const RainRow* high = std::find_if(std::begin(rain_rows), std::end(rain_rows),
                                       [&](const RainRow& row) { return row.ghz >= ghz; });
    if (high == std::end(rain_rows)) high = std::end(rain_rows) - 1;
    const RainRow* low = high == std::begin(rain_rows) ? high : high - 1;
    const double share =
        low == high ? 0 : std::log(ghz / low->ghz) / std::log(high->ghz / low->ghz);
    const double k = std::exp(std::log(low->k) + share * std::log(high->k / low->k));
    const double alpha = low->alpha + share * (high->alpha - low->alpha);
    return k * std::pow(rain_mm_per_h, alpha);
}

double oxygen_db_per_km(double frequency_mhz) {
    const double away_ghz = std::abs(frequency_mhz / 1000 - 60);
    return away_ghz >= 10 ? 0 : 15 * (1 - away_ghz / 10);
}

Clearance path_clearance(double frequency_mhz, double distance_m, double height_a_m,
                         double height_b_m, const std::vector<Hill>& hills, Working* working) {
    Clearance out;
    out.share = std::numeric_limits<double>::infinity();
    const auto line_m = [&](double at_m) {
        return height_a_m + (height_b_m - height_a_m) * at_m / distance_m;
    };
    struct Edge {
        double at_m, top_m;
        const Hill* hill;
    };
    std::vector<Edge> edges;
    const auto add = [&](double at_m, double height_m, const Hill* hill) {
        if (at_m > distance_m * 1e-3 && at_m < distance_m * (1 - 1e-3)) {
            edges.push_back({at_m, height_m + earth_bulge_m(at_m, distance_m), hill});
        }
    };
    add(distance_m / 2, 0, nullptr);  // the earth itself
    for (const Hill& hill : hills) {
        const double middle_m = (hill.from_m + hill.to_m) / 2;
        for (double at_m : {hill.from_m, middle_m, hill.to_m}) add(at_m, hill.height_m, &hill);
    }
    for (const Edge& edge : edges) {
        const double radius_m = fresnel_radius_m(frequency_mhz, edge.at_m, distance_m);
        const double clear_m = line_m(edge.at_m) - edge.top_m;
        if (clear_m / radius_m >= out.share) continue;
        out.share = clear_m / radius_m;
        out.least_m = clear_m;
        out.at_m = edge.at_m;
        out.radius_m = radius_m;
        out.obstacle = edge.hill ? edge.hill->name : "";
    }
    // Bullington: the two steepest sights meet at the equivalent edge.
    double slope_a = -1e300, slope_b = -1e300;
    for (const Edge& edge : edges) {
        slope_a = std::max(slope_a, (edge.top_m - height_a_m) / edge.at_m);
        slope_b = std::max(slope_b, (edge.top_m - height_b_m) / (distance_m - edge.at_m));
    }
    const double slopes = slope_a + slope_b;
    const double straight = (height_b_m - height_a_m) / distance_m;
    if (slope_a < straight) {  // all in sight: the edge that comes nearest
        out.loss_db = knife_edge_loss_db(edge_v(-out.least_m, frequency_mhz, out.at_m, distance_m));
    } else {
        const double at_m = (height_b_m - height_a_m + slope_b * distance_m) / slopes;
        const double over_m = height_a_m + slope_a * at_m - line_m(at_m);
        out.loss_db = knife_edge_loss_db(edge_v(over_m, frequency_mhz, at_m, distance_m));
    }
    if (working) {
        working->push_back(
            {"first Fresnel radius = 17.3 √(d1 d2 ÷ (f d))",
             fmt::format("17.3 √({:.3f} × {:.3f} ÷ ({:.3f} × {:.3f}))", out.at_m / 1000,
                         (distance_m - out.at_m) / 1000, frequency_mhz / 1000, distance_m / 1000),
             out.radius_m, Unit::metre, source::fresnel});
        working->push_back({"earth bulge = d1 d2 ÷ (12.74 × 4/3)",
                            fmt::format("{:.3f} × {:.3f} ÷ 16.99", out.at_m / 1000,
                                        (distance_m - out.at_m) / 1000),
                            earth_bulge_m(out.at_m, distance_m), Unit::metre, source::fresnel});
        working->push_back(
            {"clear height there", out.obstacle, out.least_m, Unit::metre, source::drawing});
        if (out.loss_db > 0) {
            working->push_back(
                {"loss over the edges, J(ν)", "", out.loss_db, Unit::decibel, source::diffraction});
        }
    }
    return out;
}

double air_rate_mbps(double width_mhz, int streams, int mcs) {
    if (mcs < 0 || mcs > 9 || streams < 1) return 0;
    const McsRow& row = mcs_rows[mcs];
    return data_subcarriers(width_mhz) * row.bits * row.coding * streams / short_symbol_us;
}

double standard_sensitivity_dbm(double width_mhz, int mcs) {
    const McsRow& row = mcs_rows[std::clamp(mcs, 0, 9)];
    return row.sensitivity_20mhz_dbm + 3 * std::round(std::log2(std::max(20.0, width_mhz) / 20));
}

std::vector<Modulation> modulations(const RadioFacts& radio) {
    std::vector<Modulation> out;
    for (int mcs = 0; mcs <= 9; ++mcs) {
        double sensitivity_dbm = standard_sensitivity_dbm(radio.width_mhz, mcs);
        if (!radio.sensitivities.empty()) {
            const auto stated =
                std::find_if(radio.sensitivities.begin(), radio.sensitivities.end(),
                             [&](const Sensitivity& entry) { return entry.mcs == mcs; });
            if (stated == radio.sensitivities.end()) continue;
            sensitivity_dbm = stated->dbm;
        }
        out.push_back({mcs, sensitivity_dbm,
                       air_rate_mbps(radio.width_mhz, radio.streams, mcs) * radio.useful_share});
    }
    return out;
}

int best_modulation(const std::vector<Modulation>& all, double received_dbm, double fade_db) {
    int best = -1;
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (received_dbm - fade_db >= all[i].sensitivity_dbm) best = static_cast<int>(i);
    }
    return best;
}

const Modulation& enough_for(const std::vector<Modulation>& all, double mbps) {
    const auto found = std::find_if(all.begin(), all.end(),
                                    [&](const Modulation& one) { return one.useful_mbps >= mbps; });
    return found == all.end() ? all.back() : *found;
}

}  // namespace ovant
