// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace ovant {

// Attenuation by oxygen and water vapour near the ground, dB/km: lines of Rec. ITU-R P.676, annex
// 1, at 15 degrees C, 1013 hPa and 7.5 g/m3, from memory. Domain 1 MHz to 350 GHz.
double gas_db_per_km(double frequency_mhz);

}  // namespace ovant
