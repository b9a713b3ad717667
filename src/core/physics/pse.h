// SPDX-License-Identifier: GPL-3.0-or-later
// What power sourcing equipment does with its ports: reserving, admitting, shedding, cutting. Plain
// values in, decisions out. IEEE 802.3-2022, clauses 33 and 145, from memory.
#pragma once

#include <vector>

namespace ovant {

// A port over its limit is cut after this long (T_cut), and after inrush it has this long at most.
inline constexpr double overload_cut_min_s = 0.050;
inline constexpr double overload_cut_max_s = 0.075;
inline constexpr double inrush_s = 0.050;
// A load must take this much; a port that misses it for this long is taken for unplugged (T_MPDO).
inline constexpr double maintain_a = 0.010;
inline constexpr double maintain_lost_s = 0.350;
// Least current that keeps a port on: 10 mA at ports of types 1 and 2, and of types 3 and 4 where
// the load asks for class 5 and more; 5 mA at those for a smaller one. IEEE 802.3-2022, 33.2.9 and
// 145.2.12, from memory. Domain: classes 0 to 8.
double least_current_a(int port_class, int load_class);
// A port that lets a load in gives this much at least while its input charges.
inline constexpr double least_inrush_a = 0.400;
// Seconds until an input of `farad` has charged to `volts` at least_inrush_a. Domain >= 0.
double charging_s(double farad, double volts);
// A PD is off below 30 V falling and must start by 42 V rising.
inline constexpr double pd_start_volts = 42.0;
// From a cut to the next detection: at least 0.75 s by the standard; common practice.
inline constexpr double retry_pause_s = 2.0;
// Detection and classification, port after port; common practice.
inline constexpr double port_start_s = 0.5;

// Watts a port sets aside for a load that asks for `request_w` at its input: the request and the
// loss in the longest channel the class allows. Domain: request_w >= 0, class 1 to 8; never over
// what the class reserves.
double requested_pse_w(double request_w, int poe_class);

// One port that has power or waits for it.
struct PortClaim {
    int priority = 3;  // 1 is served first
    bool on = false;
    double watts = 0;  // counted if on; must be free if it waits
};

// Who has power: by priority, then those that are on before those that wait, then in the order
// given. A waiting port may push out ports of lower priority only. The first that does not fit
// ends it for those that wait behind it, so that no later port takes what an earlier one waits for.
// Domain: watts >= 0. Where all are on, a greater budget never takes power from more ports.
std::vector<bool> admit(const std::vector<PortClaim>& claims, double budget_w);

}  // namespace ovant
