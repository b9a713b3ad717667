// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/likelihood.h"

// A few readings at a time: not worth the intrinsics, which GCC 12 refuses beside the precompiled
// header.
#define EIGEN_DONT_VECTORIZE
#include <Eigen/Cholesky>

#include <algorithm>
#include <boost/math/tools/minima.hpp>
#include <cmath>

#include "core/prove/readings.h"

namespace ovant {
namespace {

// Usual spreads, common practice: half of what a reading may be off for the same cause.
constexpr double copper_share = 0.05, length_share = 0.025, volts_share = 0.025;
// Cameras take less than their sheet says; light and radio arrive stronger than the least that is
// promised.
constexpr double usual_draw_share = 0.8, draw_share = 0.15, least_draw_share = 0.05;
constexpr double usual_light_db = 1.5, light_spread_db = 1;
constexpr double usual_level_db = 3, level_spread_db = 3;

constexpr double open_ohm = 1000;    // more is read as open
constexpr double dark_dbm = -60;     // less light is read as none
constexpr double silent_dbm = -100;  // less of radio is below the noise
constexpr double least_error = 1e-3;

constexpr double rate_same = 0.95, rate_slower = 0.02, rate_faster = 0.05, rate_past_reach = 0.25,
                 rate_none = 0.001;
constexpr double same_rate_share = 0.05;
// A tester's wire map is seldom wrong; a plug at its end may be.
constexpr double map_same = 0.97, map_other = 0.01;

// Who looks seldom takes one for the other; what is seen may have another cause besides.
constexpr double symptom_same = 0.9, symptom_other = 0.02;

void scale_draw(Device& device, const Kind& kind, double factor) {
    CameraSettings settings = device.camera.value_or(CameraSettings{});
    CameraDraw watts = camera_draw(device, kind);
    for (double* one :
         {&watts.day_w, &watts.infrared_w, &watts.heater_w, &watts.motors_w, &watts.start_w})
        *one *= factor;
    settings.draw = watts;
    device.camera = settings;
}

}  // namespace

Site with_unknowns(Site site, const Catalogue& catalogue, const Unknowns& away) {
    const auto z = [&](Unknown unknown) { return away[static_cast<std::size_t>(unknown)]; };
    Tolerances& off = site.settings.tolerances;
    off.resistance_share += z(Unknown::copper) * copper_share;
    off.length_share += z(Unknown::length) * length_share;
    off.volts_share -= z(Unknown::source_volts) * volts_share;
    const double factor =
        std::max(least_draw_share, usual_draw_share + z(Unknown::draw) * draw_share);
    for (Device& device : site.devices) {
        const Kind* kind = catalogue.find(device.kind);
        if (kind && kind->camera) scale_draw(device, *kind, factor);
    }
    for (Link& link : site.links) {
        const CableFacts* cable = cable_facts(catalogue, link.cable);
        const Medium medium = cable ? cable->medium : Medium::twisted_pair;
        double gain_db = 0;
        if (medium == Medium::radio)
            gain_db = usual_level_db + z(Unknown::path) * level_spread_db;
        else if (medium == Medium::fibre || medium == Medium::composite)
            gain_db = usual_light_db + z(Unknown::path) * light_spread_db;
        else
            continue;
        if (!link.defects) link.defects.emplace();
        link.defects->loss_db -= gain_db;
    }
    return site;
}

double shown_value(double value, ReadingOf of) {
    switch (of) {
        case ReadingOf::light: return std::isfinite(value) ? std::max(value, dark_dbm) : dark_dbm;
        case ReadingOf::radio_level:
            return std::isfinite(value) ? std::max(value, silent_dbm) : silent_dbm;
        case ReadingOf::loop_resistance:
            return std::isnan(value) ? open_ohm : std::min(value, open_ohm);
        default: return std::isfinite(value) ? value : 0;
    }
}

// How often one is read where another is to be expected, common practice: none where one is
// promised; a slower one; a faster; one where the length is past all that is stated.
double rate_likelihood(double read_mbps, double expected_mbps) {
    if (std::abs(read_mbps - expected_mbps) <= same_rate_share * expected_mbps) return rate_same;
    if (expected_mbps <= 0) return rate_past_reach;
    if (read_mbps <= 0) return rate_none;
    return read_mbps < expected_mbps ? rate_slower : rate_faster;
}

double choice_likelihood(ReadingOf of, double read, double expected) {
    if (of == ReadingOf::link_rate) return rate_likelihood(read, expected);
    if (of == ReadingOf::symptom) return read == expected ? symptom_same : symptom_other;
    return read == expected ? map_same : map_other;
}

Likelihood::Likelihood(const Site& run, const Catalogue& catalogue,
                       const std::vector<Reading>& readings)
    : run_(run), catalogue_(catalogue), readings_(readings) {
    for (const Reading& reading : readings)
        meter_error_.push_back(
            std::max(instrument_off(run, reading) / errors_in_bound, least_error));
    sound_slopes_ = slopes_at({}, values({}));
}

std::vector<double> Likelihood::values(const Fault& fault, const Unknowns& away) const {
    Site site = with_fault(with_unknowns(run_, catalogue_, away), catalogue_, fault);
    std::vector<double> out = values_read(std::move(site), catalogue_, readings_);
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = shown_value(out[i], readings_[i].of);
    return out;
}

Slopes Likelihood::slopes_at(const Fault& fault, const std::vector<double>& here) const {
    constexpr double step = 0.5;
    Slopes out;
    for (std::size_t unknown = 0; unknown < unknowns; ++unknown) {
        Unknowns away{};
        away[unknown] = step;
        const std::vector<double> there = values(fault, away);
        for (std::size_t i = 0; i < here.size(); ++i)
            out[unknown].push_back((there[i] - here[i]) / step);
    }
    return out;
}

double Likelihood::error(const Slopes& slopes, std::size_t i) const {
    double sum = meter_error_[i] * meter_error_[i];
    for (const std::vector<double>& slope : slopes) sum += slope[i] * slope[i];
    return std::sqrt(sum);
}

Fit Likelihood::fitted(Fault fault) const {
    const FaultFacts& facts = facts_of(fault.kind);
    if (!facts.free_number()) return at_amount(fault);
    // Rates and collapses make steps: a grid, logarithmically apart, then the best place of it.
    constexpr int places = 24;
    constexpr int bits = 12;
    const double from = std::log(facts.least), to = std::log(facts.most);
    const double step = (to - from) / places;
    const auto cost = [&](double log_amount) {
        fault.amount = std::exp(log_amount);
        return weighed(values(fault), sound_slopes_).minus_log;
    };
    std::array<double, places + 1> costs;
    for (std::size_t i = 0; i < costs.size(); ++i)
        costs[i] = cost(from + step * static_cast<double>(i));
    const auto place = std::min_element(costs.begin(), costs.end()) - costs.begin();
    double best_log = from + step * static_cast<double>(place);
    double lowest = costs[static_cast<std::size_t>(place)];
    const auto [where, value] = boost::math::tools::brent_find_minima(
        cost, std::max(from, best_log - step), std::min(to, best_log + step), bits);
    if (value < lowest) {
        lowest = value;
        best_log = where;
    }
    // The fewer amounts fit, the more is claimed by naming one. What is narrower than the grid is
    // taken for a bell.
    double width = 0;
    for (std::size_t i = 0; i < costs.size(); ++i)
        width += std::exp(lowest - costs[i]) * step * (i == 0 || i == places ? 0.5 : 1);
    const double bend =
        (cost(best_log + step / 4) - 2 * lowest + cost(best_log - step / 4)) / (step * step / 16);
    if (bend > 0) width = std::max(width, std::sqrt(2 * M_PI / bend));
    fault.amount = std::exp(best_log);
    Fit best = at_amount(fault);
    best.minus_log -= std::log(std::min(1.0, width / (to - from)));
    return best;
}

Fit Likelihood::at_amount(const Fault& fault) const {
    std::vector<double> would = values(fault);
    Fit out = weighed(would, slopes_at(fault, would));
    out.amount = fault.amount;
    out.would_read = std::move(would);
    return out;
}

Fit Likelihood::weighed(const std::vector<double>& would, const Slopes& slopes) const {
    Fit out;
    out.minus_log = 0;
    std::vector<std::size_t> measured;
    for (std::size_t i = 0; i < readings_.size(); ++i) {
        if (is_choice(readings_[i].of))
            out.minus_log -=
                std::log(choice_likelihood(readings_[i].of, readings_[i].value, would[i]));
        else
            measured.push_back(i);
    }
    const auto n = static_cast<Eigen::Index>(measured.size());
    if (n == 0) return out;
    Eigen::MatrixXd covariance(n, n);
    Eigen::VectorXd away(n);
    for (Eigen::Index r = 0; r < n; ++r) {
        const std::size_t i = measured[static_cast<std::size_t>(r)];
        away(r) = shown_value(readings_[i].value, readings_[i].of) - would[i];
        for (Eigen::Index c = 0; c < n; ++c) {
            const std::size_t j = measured[static_cast<std::size_t>(c)];
            covariance(r, c) = i == j ? meter_error_[i] * meter_error_[i] : 0;
            for (const std::vector<double>& slope : slopes) covariance(r, c) += slope[i] * slope[j];
        }
    }
    const Eigen::LLT<Eigen::MatrixXd> factor(covariance);
    const Eigen::VectorXd whitened = factor.matrixL().solve(away);
    out.misfit = whitened.squaredNorm();
    out.minus_log += out.misfit / 2;
    for (Eigen::Index r = 0; r < n; ++r) out.minus_log += std::log(factor.matrixLLT()(r, r));
    return out;
}

}  // namespace ovant
