// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/radio.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

namespace ovant {
namespace {

constexpr double earth_factor = 4.0 / 3;

struct Bell {  // a exp(-((log f - b) / c)^2)
    double a, b, c;
};
// Rec. ITU-R P.838-3, tables 1 and 3, horizontal polarisation, from memory.
constexpr Bell rain_k[] = {{-5.33980, -0.10008, 1.13098},
                           {-0.35351, 1.26970, 0.45400},
                           {-0.23789, 0.86036, 0.15354},
                           {-0.94158, 0.64552, 0.16817}};
constexpr double rain_k_slope = -0.18961, rain_k_offset = 0.71147;
constexpr Bell rain_alpha[] = {{-0.14318, 1.82442, -0.55187},
                               {0.29591, 0.77564, 0.19822},
                               {0.32177, 0.63773, 0.13164},
                               {-5.37610, -0.96230, 1.47828},
                               {16.1721, -3.29980, 3.43990}};
constexpr double rain_alpha_slope = 0.67849, rain_alpha_offset = -1.95537;

struct RainLaw {
    double k, alpha;
};
RainLaw rain_law(double ghz) {
    const double log_f = std::log10(ghz);
    const auto sum = [&](const auto& bells) {
        double total = 0;
        for (const Bell& bell : bells)
            total += bell.a * std::exp(-std::pow((log_f - bell.b) / bell.c, 2));
        return total;
    };
    return {std::pow(10, sum(rain_k) + rain_k_slope * log_f + rain_k_offset),
            sum(rain_alpha) + rain_alpha_slope * log_f + rain_alpha_offset};
}

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

// What IEEE 802.11 VHT leaves out: where the bits of a symbol do not share out evenly. From memory.
bool is_allowed(double width_mhz, int streams, int mcs) {
    if (width_mhz == 20 && mcs == 9) return streams == 3 || streams == 6;
    if (width_mhz == 80 && mcs == 6) return streams != 3 && streams != 7;
    if (width_mhz == 80 && mcs == 9) return streams != 6;
    if (width_mhz == 160 && mcs == 9) return streams != 3;
    return true;
}

// v of an edge `over_m` above the line, d1 and d2 from the ends.
double edge_v(double over_m, double frequency_mhz, double from_a_m, double distance_m) {
    const double wavelength_m = 299.792458 / frequency_mhz;
    const double to_b_m = distance_m - from_a_m;
    return over_m * std::sqrt(2 / wavelength_m * (1 / from_a_m + 1 / to_b_m));
}

struct Edge {
    double at_m, top_m;
    const Hill* hill;
};

// One edge by itself as it is; several by Bullington's equivalent edge with the correction of Rec.
// ITU-R P.526, 4.5.1: where the two steepest sights meet, or the edge nearest to the line.
double edges_loss_db(const std::vector<Edge>& edges, double frequency_mhz, double distance_m,
                     double height_a_m, double height_b_m) {
    const double straight = (height_b_m - height_a_m) / distance_m;
    const auto v_of = [&](const Edge& edge) {
        return edge_v(edge.top_m - (height_a_m + straight * edge.at_m), frequency_mhz, edge.at_m,
                      distance_m);
    };
    double slope_a = -1e300, slope_b = -1e300, nearest_v = -1e300;
    int in_zone = 0;
    for (const Edge& edge : edges) {
        slope_a = std::max(slope_a, (edge.top_m - height_a_m) / edge.at_m);
        slope_b = std::max(slope_b, (edge.top_m - height_b_m) / (distance_m - edge.at_m));
        nearest_v = std::max(nearest_v, v_of(edge));
        in_zone += v_of(edge) > -0.78;
    }
    double v = nearest_v;
    if (in_zone > 1 && slope_a > straight && slope_a + slope_b > 1e-12) {
        const double at_m = (height_b_m - height_a_m + slope_b * distance_m) / (slope_a + slope_b);
        v = edge_v((slope_a - straight) * at_m, frequency_mhz, at_m, distance_m);
    }
    const double edge_db = edges.empty() ? 0 : knife_edge_loss_db(v);
    if (in_zone < 2) return edge_db;
    return edge_db + (1 - std::exp(-edge_db / 6)) * (10 + 0.02 * distance_m / 1000);
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
    if (frequency_mhz < 1000 || rain_mm_per_h <= 0) return 0;
    const RainLaw law = rain_law(frequency_mhz / 1000);
    return law.k * std::pow(rain_mm_per_h, law.alpha);
}

double rain_fade_db(double frequency_mhz, double distance_m, double rain_mm_per_h,
                    double availability) {
    const double by_km = rain_db_per_km(frequency_mhz, rain_mm_per_h);
    if (by_km <= 0 || distance_m <= 0) return 0;
    const double ghz = frequency_mhz / 1000, km = distance_m / 1000;
    const double below = 0.477 * std::pow(km, 0.633) *
                             std::pow(rain_mm_per_h, 0.073 * rain_law(ghz).alpha) *
                             std::pow(ghz, 0.123) -
                         10.579 * (1 - std::exp(-0.024 * km));
    const double factor = below > 1 / 2.5 ? 1 / below : 2.5;
    const double c0 = ghz < 10 ? 0.12 : 0.12 + 0.4 * std::log10(std::pow(ghz / 10, 0.8));
    const double c1 = std::pow(0.07, c0) * std::pow(0.12, 1 - c0);
    const double c2 = 0.855 * c0 + 0.546 * (1 - c0);
    const double c3 = 0.139 * c0 + 0.043 * (1 - c0);
    const double percent = std::clamp(100 - availability, 0.001, 1.0);
    return by_km * km * factor * c1 * std::pow(percent, -(c2 + c3 * std::log10(percent)));
}

double off_axis_loss_db(const RadioFacts& radio, double off_axis_deg) {
    double away_deg = std::fmod(std::abs(off_axis_deg), 360);
    away_deg = std::min(away_deg, 360 - away_deg);
    const double most_dbi = radio.antenna_dbi;
    if (radio.antenna_beam_deg >= 60) {
        const double wide = std::min(radio.antenna_beam_deg, 360.0);
        const double widths = away_deg / wide;
        constexpr double k = 0.7;  // of side lobes, the recommendation's value for peaks
        const double far_db = -12 * std::pow(widths, 2 - k) - 3 * (1 - std::pow(0.5, -k));
        // The beam's height follows from its gain and its width.
        const double high_deg = 31000 * std::pow(10, -most_dbi / 10) / wide;
        const double back_db = -12 + 10 * std::log10(1 + 8 * k) -
                               15 * std::log10(180 / std::clamp(high_deg, 1.0, 180.0));
        return -std::max(widths <= 0.5 ? -12 * widths * widths : far_db, std::min(back_db, 0.0));
    }
    const double ratio =
        std::max(1.0, std::pow(10, (most_dbi - 7.7) / 20));  // diameter ÷ wavelength
    const double first_lobe_dbi = std::min(most_dbi, 2 + 15 * std::log10(ratio));
    const double main_deg = 20 / ratio * std::sqrt(most_dbi - first_lobe_dbi);
    // Wider than a hundred wavelengths the side lobes no longer follow the size.
    const bool large = ratio > 100;
    const double lobes_from_deg = large ? 15.85 * std::pow(ratio, -0.6) : 100 / ratio;
    const double at_one_deg_dbi = large ? 32 : 52 - 10 * std::log10(ratio);
    double gain_dbi = large ? -10 : 10 - 10 * std::log10(ratio);
    if (away_deg < main_deg)
        gain_dbi = most_dbi - 2.5e-3 * std::pow(ratio * away_deg, 2);
    else if (away_deg < lobes_from_deg)
        gain_dbi = first_lobe_dbi;
    else if (away_deg < 48)
        gain_dbi = at_one_deg_dbi - 25 * std::log10(away_deg);
    return std::max(0.0, most_dbi - std::min(gain_dbi, most_dbi));
}

namespace {

// Where level, round earth leaves least of the first zone clear: near the lower antenna.
double least_clear_m(double frequency_mhz, double distance_m, double height_a_m,
                     double height_b_m) {
    const auto share_at = [&](double at_m) {
        const double line_m = height_a_m + (height_b_m - height_a_m) * at_m / distance_m;
        return (line_m - earth_bulge_m(at_m, distance_m)) /
               fresnel_radius_m(frequency_mhz, at_m, distance_m);
    };
    // Over a grid, then between the neighbours of its least point.
    constexpr int steps = 64, halvings = 24;
    double at_m = distance_m / 2, least = share_at(at_m);
    for (int i = 1; i < steps; ++i) {
        const double here_m = distance_m * i / steps;
        if (share_at(here_m) < least) least = share_at(at_m = here_m);
    }
    double step_m = distance_m / steps;
    for (int i = 0; i < halvings; ++i) {
        step_m /= 2;
        for (double here_m : {at_m - step_m, at_m + step_m}) {
            if (here_m <= 0 || here_m >= distance_m || share_at(here_m) >= least) continue;
            least = share_at(at_m = here_m);
        }
    }
    return at_m;
}

}  // namespace

Clearance path_clearance(double frequency_mhz, double distance_m, double height_a_m,
                         double height_b_m, const std::vector<Hill>& hills, Working* working) {
    Clearance out;
    out.share = std::numeric_limits<double>::infinity();
    const auto line_m = [&](double at_m) {
        return height_a_m + (height_b_m - height_a_m) * at_m / distance_m;
    };
    std::vector<Edge> edges;
    const auto add = [&](double at_m, double height_m, const Hill* hill) {
        // A wall has one edge, a house a near one, a far one and its roof between.
        if (hill && !edges.empty() && edges.back().hill == hill && edges.back().at_m == at_m)
            return;
        if (at_m > distance_m * 1e-3 && at_m < distance_m * (1 - 1e-3)) {
            edges.push_back({at_m, height_m + earth_bulge_m(at_m, distance_m), hill});
        }
    };
    add(least_clear_m(frequency_mhz, distance_m, height_a_m, height_b_m), 0, nullptr);
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
    out.loss_db = edges_loss_db(edges, frequency_mhz, distance_m, height_a_m, height_b_m);
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
    if (mcs < 0 || mcs > 9 || streams < 1 || !is_allowed(width_mhz, streams, mcs)) return 0;
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
        double less_sent_db = 0;
        if (air_rate_mbps(radio.width_mhz, radio.streams, mcs) <= 0) continue;
        if (!radio.sensitivities.empty()) {
            const auto stated =
                std::find_if(radio.sensitivities.begin(), radio.sensitivities.end(),
                             [&](const Sensitivity& entry) { return entry.mcs == mcs; });
            if (stated == radio.sensitivities.end()) continue;
            sensitivity_dbm = stated->dbm;
            less_sent_db = std::max(
                0.0, radio.transmit_dbm - stated->transmit_dbm.value_or(radio.transmit_dbm));
        }
        out.push_back({mcs, sensitivity_dbm,
                       air_rate_mbps(radio.width_mhz, radio.streams, mcs) * radio.useful_share,
                       less_sent_db});
    }
    return out;
}

int best_modulation(const std::vector<Modulation>& all, double received_dbm, double fade_db) {
    int best = -1;
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (received_dbm - all[i].less_sent_db - fade_db >= all[i].sensitivity_dbm)
            best = static_cast<int>(i);
    }
    return best;
}

const Modulation& enough_for(const std::vector<Modulation>& all, double mbps) {
    const auto found = std::find_if(all.begin(), all.end(),
                                    [&](const Modulation& one) { return one.useful_mbps >= mbps; });
    return found == all.end() ? all.back() : *found;
}

}  // namespace ovant
