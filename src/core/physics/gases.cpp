// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/gases.h"

#include <cmath>
#include <vector>

namespace ovant {
namespace {

struct OxygenLine {
    double ghz, a1, a2, a3, a5, a6;
};
// Rec. ITU-R P.676, table 1, the lines that matter below 120 GHz, from memory.
constexpr OxygenLine oxygen_lines[] = {{50.474214, 0.975, 9.651, 6.69, 2.566, 6.85},
                                       {50.987745, 2.529, 8.653, 7.17, 2.246, 6.8},
                                       {51.50336, 6.193, 7.709, 7.64, 1.947, 6.729},
                                       {52.021429, 14.32, 6.819, 8.11, 1.667, 6.64},
                                       {52.542418, 31.24, 5.983, 8.58, 1.388, 6.526},
                                       {53.066934, 64.29, 5.201, 9.06, 1.349, 6.206},
                                       {53.595775, 124.6, 4.474, 9.55, 2.227, 5.085},
                                       {54.130025, 227.3, 3.8, 9.96, 3.17, 3.75},
                                       {54.67118, 389.7, 3.182, 10.37, 3.558, 2.654},
                                       {55.221384, 627.1, 2.618, 10.89, 2.56, 2.952},
                                       {55.783815, 945.3, 2.109, 11.34, -1.172, 6.135},
                                       {56.264774, 543.4, 0.014, 17.03, 3.525, -0.978},
                                       {56.363399, 1331.8, 1.654, 11.89, -2.378, 6.547},
                                       {56.968211, 1746.6, 1.255, 12.23, -3.545, 6.451},
                                       {57.612486, 2120.1, 0.91, 12.62, -5.416, 6.056},
                                       {58.323877, 2363.7, 0.621, 12.95, -1.932, 0.436},
                                       {58.446588, 1442.1, 0.083, 14.91, 6.768, -1.273},
                                       {59.164204, 2379.9, 0.387, 13.53, -6.561, 2.309},
                                       {59.590983, 2090.7, 0.207, 14.08, 6.957, -0.776},
                                       {60.306056, 2103.4, 0.207, 14.15, -6.395, 0.699},
                                       {60.434778, 2438.0, 0.386, 13.39, 6.342, -2.825},
                                       {61.150562, 2479.5, 0.621, 12.92, 1.014, -0.584},
                                       {61.800158, 2275.9, 0.91, 12.63, 5.014, -6.619},
                                       {62.41122, 1915.4, 1.255, 12.17, 3.029, -6.759},
                                       {62.486253, 1503.0, 0.083, 15.13, -4.499, 0.844},
                                       {62.997984, 1490.2, 1.654, 11.74, 1.856, -6.675},
                                       {63.568526, 1078.0, 2.108, 11.34, 0.658, -6.139},
                                       {64.127775, 728.7, 2.617, 10.88, -3.036, -2.895},
                                       {64.67891, 461.3, 3.181, 10.38, -3.968, -2.59},
                                       {65.224078, 274.0, 3.8, 9.96, -3.528, -3.68},
                                       {65.764779, 153.0, 4.473, 9.55, -2.548, -5.002},
                                       {66.302096, 80.4, 5.2, 9.06, -1.66, -6.091},
                                       {66.836834, 39.8, 5.982, 8.58, -1.68, -6.393},
                                       {67.369601, 18.56, 6.818, 8.11, -1.956, -6.475},
                                       {67.900868, 8.172, 7.708, 7.64, -2.216, -6.545},
                                       {68.431006, 3.397, 8.652, 7.17, -2.492, -6.6},
                                       {68.960312, 1.334, 9.65, 6.69, -2.773, -6.65},
                                       {118.750334, 940.3, 0.01, 16.64, -0.439, 0.079}};

struct VapourLine {
    double ghz, b1, b2, b3, b4, b5, b6;
};
// Rec. ITU-R P.676, table 2, the stronger lines and the one that stands for the continuum, from
// memory.
constexpr VapourLine vapour_lines[] = {{22.23508, 0.1079, 2.144, 26.38, 0.76, 5.087, 1.0},
                                       {67.80396, 0.0011, 8.732, 28.58, 0.69, 4.93, 0.82},
                                       {119.99594, 0.0007, 8.353, 29.48, 0.7, 4.78, 0.79},
                                       {183.310087, 2.273, 0.668, 29.06, 0.77, 5.022, 0.85},
                                       {321.22563, 0.047, 6.179, 24.04, 0.67, 4.398, 0.54},
                                       {325.152888, 1.514, 1.541, 28.23, 0.64, 4.893, 0.74},
                                       {380.197353, 11.67, 1.048, 28.11, 0.54, 5.063, 0.89},
                                       {448.001085, 10.41, 1.405, 25.64, 0.66, 5.028, 0.67},
                                       {474.689092, 1.26, 2.379, 23.2, 0.65, 4.804, 0.64},
                                       {556.935985, 497.0, 0.159, 30.86, 0.69, 4.552, 1.0},
                                       {620.700807, 5.015, 2.391, 24.38, 0.71, 4.856, 0.68},
                                       {752.033113, 243.4, 0.396, 30.86, 0.68, 4.352, 0.84},
                                       {987.926764, 138.6, 0.258, 29.85, 0.68, 4.55, 0.9},
                                       {1780, 17506, 0.952, 196.3, 2.0, 24.15, 5.0}};

// Rec. ITU-R P.835, mean annual reference atmosphere at sea level.
constexpr double kelvin = 288.15, total_hpa = 1013.25, vapour_g_per_m3 = 7.5;
constexpr double theta = 300 / kelvin;
constexpr double vapour_hpa = vapour_g_per_m3 * kelvin / 216.7, dry_hpa = total_hpa - vapour_hpa;

struct Line {
    double ghz, strength, width, overlap;
};

std::vector<Line> lines_near_the_ground() {
    std::vector<Line> out;
    for (const OxygenLine& line : oxygen_lines) {
        const double pressure = dry_hpa * std::pow(theta, 0.8) + 1.1 * vapour_hpa * theta;
        // Zeeman splitting keeps a line from getting narrower than 1.5 MHz.
        out.push_back(
            {line.ghz,
             line.a1 * 1e-7 * dry_hpa * std::pow(theta, 3) * std::exp(line.a2 * (1 - theta)),
             std::hypot(line.a3 * 1e-4 * pressure, 1.5e-3),
             (line.a5 + line.a6 * theta) * 1e-4 * total_hpa * std::pow(theta, 0.8)});
    }
    for (const VapourLine& line : vapour_lines) {
        const double by_pressure =
            line.b3 * 1e-4 *
            (dry_hpa * std::pow(theta, line.b4) + line.b5 * vapour_hpa * std::pow(theta, line.b6));
        // Doppler broadening adds to it.
        const double width =
            0.535 * by_pressure +
            std::sqrt(0.217 * by_pressure * by_pressure + 2.1316e-12 * line.ghz * line.ghz / theta);
        out.push_back(
            {line.ghz,
             line.b1 * 0.1 * vapour_hpa * std::pow(theta, 3.5) * std::exp(line.b2 * (1 - theta)),
             width, 0});
    }
    return out;
}

}  // namespace

double gas_db_per_km(double frequency_mhz) {
    static const std::vector<Line> lines = lines_near_the_ground();
    const double f = frequency_mhz / 1000;
    if (f <= 0) return 0;
    double sum = 0;
    for (const Line& line : lines) {
        const double below = line.ghz - f, above = line.ghz + f;
        sum += line.strength * f / line.ghz *
               ((line.width - line.overlap * below) / (below * below + line.width * line.width) +
                (line.width - line.overlap * above) / (above * above + line.width * line.width));
    }
    // The continuum of dry air.
    const double debye = 5.6e-4 * total_hpa * std::pow(theta, 0.8);
    sum += f * dry_hpa * theta * theta *
           (6.14e-5 / (debye * (1 + std::pow(f / debye, 2))) +
            1.4e-12 * dry_hpa * std::pow(theta, 1.5) / (1 + 1.9e-5 * std::pow(f, 1.5)));
    return 0.182 * f * sum;
}

}  // namespace ovant
