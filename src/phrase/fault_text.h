// SPDX-License-Identifier: GPL-3.0-or-later
// Faults of a run, how likely each is, and which reading to take next.
#pragma once

#include <string>

#include "core/prove/diagnose.h"

namespace ovant {

// "L7 has a bad joint, 12 Ω more".
// "a joint has 12 Ω too much, in pair 4 5; water is in it": what is known to be wrong.
std::string defects_text(const Defects& defects, UnitSystem units);
std::string fault_text(const Fault& fault, UnitSystem units);
// What to do about it: "Renew the plugs and joints of L7.".
std::string mend_text(const Fault& fault);
// "62 in 100"; never certain: from "1 in 100" to "99 in 100".
std::string likelihood_text(double probability);
// "5 readings along this run, 2 off. 1 that physics forbids is left out."
std::string diagnosis_text(const Diagnosis& diagnosis);
// "A joint of L7 has 12 ohm too much: not it (AB, 2026-11-20 09:41)".
std::string tried_text(const TriedFault& tried, UnitSystem units);
// "Next, read the loop of a pair at L7: 26.9 Ω if …, 16.3 Ω if …".
std::string next_text(const Diagnosis& diagnosis, UnitSystem units);

}  // namespace ovant
