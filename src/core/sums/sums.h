// SPDX-License-Identifier: GPL-3.0-or-later
// Quick sums: one line of words and numbers to an answer with its working, from the same physics as
// the checks, figures of coax and sun from the shipped catalogue and the usual settings.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/result.h"
#include "core/units/units.h"
#include "core/working.h"

namespace ovant {

enum class SumId {
    drop,
    reach,
    watts,
    fibre,
    radio,
    fresnel,
    bit_rate,
    ups,
    battery,
    adapter,
    link,
    supply,
    extra,
    solar
};
std::string_view id_of(SumId sum);

struct Sum {
    SumId id = SumId::drop;
    bool stands = true;  // drop: false where no working voltage exists
    double answer = 0;   // NaN where there is none
    Unit unit = Unit::none;
    std::string answer_name;  // what the answer is: "volts at the load"
    Working working;
};

// "drop 24awg 120 m 13 W 54 V [2 pairs] [-10 C]", "reach 24awg 13 W 50 V [37 least]" (farthest
// length), "watts 24awg 100 m 50 V [30 W]" (most at the load, of a port of so much), "fibre 2.4 km
// os2 4 connectors [1 splices] [850 nm]", "radio 1.2 km 5.8 GHz [20 dBm] [16 dBi]", "fresnel 640
// m 5.8 GHz", "bitrate 8 mp 20 fps h265 [busy]", "ups 780 Wh 152 W", "battery 152 W 4 h" (Wh),
// "adapter 12 V 9 W [2 cameras]" (amperes to buy), "link 100 Mb/s 7.5 Mb/s" and "supply 120 W 7.8
// W [24awg 60 m 53 V]" (how many cameras, the keep-back counted), "extra 24awg 120 m 50 V 8 W [37
// least]" (watts more at the end of the line), "solar 10 W [4 days] [1.2 h]" (battery, and panel in
// its working). Amperes in place of watts in drop and reach; rg59, rg6 or rg11 in place of a gauge.
// Words in any order after the first; a bare number takes the unit of the system that is still
// missing. Errors: bad_number, bad_unit, missing_field (subject: what is missing), out_of_range,
// not_a_sum.
Result<Sum> quick_sum(std::string_view text, UnitSystem system);

// True if the text begins with the name of a sum, so that a reader may offer it.
bool looks_like_sum(std::string_view text);

// One line for each sum, as an example to type.
const std::vector<std::string>& sum_examples();

}  // namespace ovant
