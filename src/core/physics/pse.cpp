// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/physics/pse.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <tuple>

#include "core/standards/standards.h"

namespace ovant {

double requested_pse_w(double request_w, int poe_class) {
    const auto limits = poe_class_limits(poe_class);
    if (!limits) return request_w;
    const PoeTypeLimits type = poe_type_limits(poe_type_of_class(poe_class));
    const double loop_ohm = limits->four_pairs ? type.design_loop_ohm / 2 : type.design_loop_ohm;
    // P_PD = V I - I^2 R, the smaller current.
    const double v = type.volts_min;
    const double under_root = v * v - 4 * loop_ohm * request_w;
    if (under_root < 0) return limits->pse_w;
    const double current_a = (v - std::sqrt(under_root)) / (2 * loop_ohm);
    return std::min(limits->pse_w, v * current_a);
}

double least_current_a(int port_class, int load_class) {
    const PoeType type = poe_type_of_class(port_class);
    const bool by_clause_145 = type == PoeType::type3 || type == PoeType::type4;
    return by_clause_145 && load_class <= 4 ? 0.005 : maintain_a;
}

double charging_s(double farad, double volts) { return farad * volts / least_inrush_a; }

std::vector<bool> admit(const std::vector<PortClaim>& claims, double budget_w) {
    std::vector<std::size_t> order(claims.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return std::tuple(claims[a].priority, !claims[a].on) <
               std::tuple(claims[b].priority, !claims[b].on);
    });
    // Rounding of sums, not leniency.
    const double slack_w = 1e-9 * std::max(1.0, budget_w);
    std::vector<bool> powered(claims.size(), false);
    double total_w = 0;
    bool full = false, waits = false;
    for (std::size_t i : order) {
        const PortClaim& claim = claims[i];
        const bool fits = total_w + claim.watts <= budget_w + slack_w;
        if (claim.on ? full || !fits : waits || !fits) {
            (claim.on ? full : waits) = true;
            continue;
        }
        powered[i] = true;
        total_w += claim.watts;
    }
    return powered;
}

}  // namespace ovant
