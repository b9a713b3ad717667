// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/copper_reach.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace ovant {

double insertion_loss_heat_factor(double temperature_c, bool screened) {
    const double warm_k = std::max(0.0, temperature_c - 20);
    if (screened) return 1 + 0.002 * warm_k;
    return 1 + 0.004 * std::min(warm_k, 20.0) + 0.006 * std::max(0.0, warm_k - 20);
}

double cord_derating(double cord_awg) { return cord_awg >= 25 ? 0.5 : 0.2; }

double standard_solid_limit_m(double cords_m, double cord_awg, double temperature_c, bool screened,
                              Working* working) {
    const double derating = cord_derating(cord_awg);
    const double heat = insertion_loss_heat_factor(temperature_c, screened);
    const double cold_limit_m = std::min(102 - cords_m * (1 + derating), 100 - cords_m);
    const double limit_m = std::max(0.0, cold_limit_m / heat);
    if (working) {
        working->push_back({"H = min(102 − c (1 + D), 100 − c) ÷ heat factor",
                            fmt::format("min(102 − {0:.1f} × {1:.1f}, 100 − {0:.1f}) ÷ {2:.3f}",
                                        cords_m, 1 + derating, heat),
                            limit_m, Unit::metre, source::channel_length});
    }
    return limit_m;
}

double standard_stranded_limit_m(double cords_m, double cord_awg, StrandedPart stranded,
                                 double heat_factor, Working* working) {
    const double left_m = 102 - cords_m * (1 + cord_derating(cord_awg));
    const double weighed_m = stranded.all_m > 0 ? left_m / (1 + stranded.extra_m / stranded.all_m)
                                                : left_m - stranded.extra_m;
    const double limit_m = std::max(0.0, std::min(weighed_m, 100 - cords_m) / heat_factor);
    if (working) {
        working->push_back(
            {"channel with stranded cable, whose metres weigh 1 + D, in 102",
             fmt::format("min({:.1f}, 100 − {:.1f}) ÷ {:.3f}", weighed_m, cords_m, heat_factor),
             limit_m, Unit::metre, source::channel_length});
    }
    return limit_m;
}

double insertion_loss_db(CableCategory category, double length_m, double frequency_mhz,
                         double temperature_c, bool screened, Working* working) {
    const bool cat6 = category == CableCategory::cat6;
    const double root = cat6 ? 1.808 : 1.967;
    const double linear = cat6 ? 0.017 : 0.023;
    const double inverse = cat6 ? 0.2 : 0.050;
    const double heat = insertion_loss_heat_factor(temperature_c, screened);
    const double per_100m_db = root * std::sqrt(frequency_mhz) + linear * frequency_mhz +
                               inverse / std::sqrt(frequency_mhz);
    const double loss_db = per_100m_db * length_m / 100 * heat;
    if (working) {
        working->push_back(
            {"IL = (a √f + b f + c ÷ √f) L ÷ 100 × heat factor",
             fmt::format("({0} √{3:g} + {1} × {3:g} + {2} ÷ √{3:g}) × {4:.1f} ÷ 100 × {5:.3f}",
                         root, linear, inverse, frequency_mhz, length_m, heat),
             loss_db, Unit::decibel, source::insertion_loss});
    }
    return loss_db;
}

}  // namespace ovant
