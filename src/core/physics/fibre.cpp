// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/fibre.h"

#include <fmt/format.h>

#include <limits>

namespace ovant {

double fibre_db_per_km(FibreType type, double wavelength_nm) {
    constexpr double unfit = std::numeric_limits<double>::infinity();
    const bool short_wave = wavelength_nm < 1000;
    switch (type) {
        case FibreType::none: return 0;
        case FibreType::om1:
        case FibreType::om2:
            if (wavelength_nm > 1400) return unfit;
            return short_wave ? 3.5 : 1.5;
        case FibreType::om3:
        case FibreType::om4:
            if (wavelength_nm > 1400) return unfit;
            return short_wave ? 3.0 : 1.5;
        case FibreType::os2: return wavelength_nm < 1200 ? unfit : 0.4;
    }
    return 0;
}

double fibre_loss_db(FibreType type, double wavelength_nm, double length_m, int connectors,
                     int splices, Working* working) {
    const double per_km_db = fibre_db_per_km(type, wavelength_nm);
    const double loss_db =
        per_km_db * length_m / 1000 + connector_loss_db * connectors + splice_loss_db * splices;
    if (working) {
        working->push_back(
            {"loss = α L + connectors + splices",
             fmt::format("{:.2f} dB/km × {:.3f} km + {} × {} dB + {} × {} dB", per_km_db,
                         length_m / 1000, connectors, connector_loss_db, splices, splice_loss_db),
             loss_db, Unit::decibel, source::fibre_loss});
    }
    return loss_db;
}

double multimode_reach_m(FibreType type, double wavelength_nm, double rate_mbps) {
    if (type == FibreType::none || type == FibreType::os2) return 0;
    if (rate_mbps <= 100) return 2000;
    const bool long_wave = wavelength_nm > 1000;
    if (rate_mbps > 1000) {
        if (long_wave) return 220;
        switch (type) {
            case FibreType::om1: return 33;
            case FibreType::om2: return 82;
            case FibreType::om3: return 300;
            default: return 400;
        }
    }
    if (long_wave) return 550;
    return type == FibreType::om1 ? 275 : 550;
}

}  // namespace ovant
