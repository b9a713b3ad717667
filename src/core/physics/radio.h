// SPDX-License-Identifier: GPL-3.0-or-later
// One radio path: loss, clearance, what arrives and what it carries. Pure; metres, MHz, dB.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/working.h"

namespace ovant {

struct Sensitivity {
    int mcs = 0;
    double dbm = 0;
    std::optional<double> transmit_dbm;  // sent at most with this modulation; else the radio's
};

struct RadioFacts {
    double frequency_mhz = 5800;
    double width_mhz = 80;
    int streams = 2;
    double transmit_dbm = 20;
    double antenna_dbi = 16;
    double antenna_beam_deg = 30;
    double useful_share = 0.5;  // of the air rate
    int most_far_ends = 1;
    bool relay = false;                      // hands on what it receives on the same channel
    std::vector<Sensitivity> sensitivities;  // maker's; empty: the standard's
    bool antenna_socket = false;             // an antenna bought by itself can be joined to it
};

// 32.45 + 20 log f + 20 log d, f in MHz, d in km. Rec. ITU-R P.525. Domain > 0.
double free_space_loss_db(double frequency_mhz, double distance_m, Working* working = nullptr);

// Radius of the first Fresnel zone at d1, d2 from the ends: 17.3 sqrt(d1 d2 / (f d)) m with km and
// GHz. Rec. ITU-R P.530. 0 at the ends.
double fresnel_radius_m(double frequency_mhz, double from_a_m, double distance_m);

// How far the earth rises between the ends: d1 d2 / (12.74 k) m with km, k = 4/3. Rec. ITU-R P.530.
double earth_bulge_m(double from_a_m, double distance_m);

// Loss over one edge: 6.9 + 20 log(sqrt((v - 0.1)^2 + 1) + v - 0.1) dB, 0 below v = -0.78.
// Rec. ITU-R P.526.
double knife_edge_loss_db(double v);

// Attenuation by rain, dB/km: k R^a, Rec. ITU-R P.838-3, horizontal polarisation, k and a by its
// formula with coefficients from memory. Domain 1 to 1000 GHz; 0 below.
double rain_db_per_km(double frequency_mhz, double rain_mm_per_h);
// Attenuation by rain over a path, passed for all but `availability` percent of the year: the rate
// passed for 0.01 %, over the effective length, and scaled. Rec. ITU-R P.530-17, 2.4.1, from
// memory. Domain: 99 to 99.999 %; 0 below 1 GHz or without rain.
double rain_fade_db(double frequency_mhz, double distance_m, double rain_mm_per_h,
                    double availability);

// How much less an antenna gives `off_axis_deg` beside where it points: a sector (60 degrees and
// wider) by Rec. ITU-R F.1336 with its stated width, a narrower one by Rec. ITU-R F.699 from its
// gain. Both from memory. Never less than 0 dB.
double off_axis_loss_db(const RadioFacts& radio, double off_axis_deg);

struct Hill {  // what stands in the path, a stretch of it
    double from_m = 0;
    double to_m = 0;
    double height_m = 0;  // above the ground that both antennas are measured from
    std::string name;
};

// Share of the first Fresnel zone that is to be clear, Rec. ITU-R P.530.
inline constexpr double clear_zone_share = 0.6;

struct Clearance {
    double share = 1;      // least clear height over the first Fresnel radius; negative: cut
    double least_m = 0;    // that height: from the line down to the top of what stands there
    double at_m = 0;       // where
    double radius_m = 0;   // of the first zone there
    std::string obstacle;  // empty: the ground or the earth's bulge
    double loss_db =
        0;  // diffraction: one edge by itself, else Bullington's with correction (P.526)
    bool cut() const { return share < 0; }
    bool clear() const { return share >= clear_zone_share; }
};
// Domain: distance > 0, heights >= 0. The ground is level, the earth round with k = 4/3.
Clearance path_clearance(double frequency_mhz, double distance_m, double height_a_m,
                         double height_b_m, const std::vector<Hill>& hills,
                         Working* working = nullptr);

// Air rate from subcarriers, bits, coding, guard interval 0.4 us; IEEE 802.11 VHT, computed. Mb/s;
// 0 outside MCS 0 to 9 and widths 20, 40, 80, 160, and for what the standard leaves out: MCS 9 at
// 20 MHz but for 3 and 6 streams, MCS 6 at 80 MHz with 3 or 7, MCS 9 at 80 MHz with 6, at 160
// with 3.
double air_rate_mbps(double width_mhz, int streams, int mcs);
// Least sensitivity the standard asks for, dBm: 20 MHz from -82 at MCS 0 to -57 at MCS 9, 3 dB more
// for each doubling. IEEE 802.11 VHT, table 21-25, from memory.
double standard_sensitivity_dbm(double width_mhz, int mcs);

struct Modulation {
    int mcs = 0;
    double sensitivity_dbm = 0;
    double useful_mbps = 0;   // at the share of the air rate the maker gives
    double less_sent_db = 0;  // below the radio's most
};
// All that the radio can do, slowest first. By the maker's table or the standard's.
std::vector<Modulation> modulations(const RadioFacts& radio);

// Best modulation that still has `fade_db` over its sensitivity; -1 if none.
int best_modulation(const std::vector<Modulation>& all, double received_dbm, double fade_db);
// The slowest that carries `mbps`, the fastest where none does. `all` must not be empty.
const Modulation& enough_for(const std::vector<Modulation>& all, double mbps);

}  // namespace ovant
