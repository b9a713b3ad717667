// SPDX-License-Identifier: GPL-3.0-or-later
// What mends a unit that does not hold: runs assigned anew, priorities, a larger backup.
#pragma once

#include "core/assess/backup.h"
#include "core/choose/assign.h"
#include "core/choose/proposal.h"
#include "core/value.h"

namespace ovant {

struct UnitRemedy {
    OVANT_VALUE(UnitRemedy);
    RemedyKind kind = RemedyKind::assign_ports;
    std::string detail;                                           // kind of the larger backup
    Assignment assignment;                                        // where runs move
    Site site;                                                    // with the change
    Verdict before = Verdict::unknown, after = Verdict::unknown;  // of the unit
    int failing_before = 0, failing_after = 0;                    // runs and units of the site
};

// Only what helps: the unit's verdict gets better and nothing else gets worse, or what matters
// keeps its power. `device` is a feeding unit or a UPS.
std::vector<UnitRemedy> propose_unit_remedies(const Site& site, const Catalogue& catalogue,
                                              const std::string& device,
                                              const JudgedUnder& under = {});

// Whether any of these checks of a unit calls for one.
bool unit_can_be_mended(const std::vector<Check>& checks);

// What is said of a unit beside its own checks: its backup, its input as a recorder.
std::vector<Check> checks_of_unit(const Network& net, const Assessment& assessment,
                                  std::string_view device);

}  // namespace ovant
