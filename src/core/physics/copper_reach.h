// SPDX-License-Identifier: GPL-3.0-or-later
// How far data goes over copper. Pure, SI.
#pragma once

#include "core/working.h"

namespace ovant {

enum class CableCategory { none, cat5e, cat6 };

// Rise of insertion loss with heat as a factor on that at 20 degrees C: unscreened 0.4 %/K from 20
// to 40 and 0.6 %/K above, screened 0.2 %/K. Below 20 degrees: 1. ANSI/TIA-568.2, from memory.
double insertion_loss_heat_factor(double temperature_c, bool screened);

// Cords, as they count in a channel: 24 AWG cords cost 1.2 times their length, 26 AWG 1.5.
double cord_derating(double cord_awg);

// Longest solid cable (m) beside `cords_m` of cords in a 100 m channel at this temperature.
// ANSI/TIA-568.2: cords = (102 - H)/(1 + D), and never more than 100 m in all. Never below 0.
double standard_solid_limit_m(double cords_m, double cord_awg, double temperature_c, bool screened,
                              Working* working = nullptr);

// Longest channel (m, without `cords_m`) where some of it is stranded: what that weighs more than
// solid cable, its metres times D, is `extra_m`; `all_m` is its length where nothing else is in
// the channel, else 0. The same formula; 102/(1 + D) where all of it is cord.
struct StrandedPart {
    double extra_m = 0, all_m = 0;
};
double standard_stranded_limit_m(double cords_m, double cord_awg, StrandedPart stranded,
                                 double heat_factor, Working* working = nullptr);

// Insertion loss in dB of `length_m` at `frequency_mhz`; domain 1 to 100 MHz.
double insertion_loss_db(CableCategory category, double length_m, double frequency_mhz,
                         double temperature_c, bool screened, Working* working = nullptr);

}  // namespace ovant
