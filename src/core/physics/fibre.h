// SPDX-License-Identifier: GPL-3.0-or-later
// Light over fibre: loss, budget, reach. Pure, SI and dB.
#pragma once

#include "core/working.h"

namespace ovant {

enum class FibreType { none, om1, om2, om3, om4, os2 };

inline constexpr double connector_loss_db = 0.75;  // a mated pair, ANSI/TIA-568.3, from memory
inline constexpr double splice_loss_db = 0.3;      // ANSI/TIA-568.3, from memory

// Attenuation in dB/km at a wavelength: OM1, OM2 3.5 at 850 nm, OM3, OM4 3.0; 1.5 at 1300 nm; OS2
// 0.4 from 1310 nm up. ANSI/TIA-568.3, from memory. 0 for no fibre; multimode above 1400 nm and
// OS2 below 1200 nm are not made for it: infinity.
double fibre_db_per_km(FibreType type, double wavelength_nm);

// Loss of a length with its mated connector pairs and splices. Domain: length >= 0.
double fibre_loss_db(FibreType type, double wavelength_nm, double length_m, int connectors,
                     int splices, Working* working = nullptr);

// How far 1000BASE-SX goes by the modal bandwidth of the fibre (IEEE 802.3, table 38-2, from
// memory): OM1 275 m, OM2 550, OM3 and OM4 550. 100 Mb/s at 1310 nm: 2 km (100BASE-FX). 1000 Mb/s
// at 1310 nm on multimode: 550 m (1000BASE-LX). Faster: 10GBASE-SR at 850 nm, OM1 33 m, OM2 82, OM3
// 300, OM4 400; 10GBASE-LRM at 1310 nm 220 m. 0 where the pair does not go together.
double multimode_reach_m(FibreType type, double wavelength_nm, double rate_mbps);

}  // namespace ovant
