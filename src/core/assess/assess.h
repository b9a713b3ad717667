// SPDX-License-Identifier: GPL-3.0-or-later
// Site to Assessment: the only place where a verdict is made. Window, command line, proposals and
// cards all read it. Includes physics, site, route, catalogue and standards.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/check.h"
#include "core/assess/network.h"
#include "core/assess/port_feed.h"
#include "core/value.h"

namespace ovant {

struct AssessOptions {
    std::optional<Condition> condition;  // none: the worst of all
    bool working = false;                // record the arithmetic
};

struct RunAssessment {
    OVANT_VALUE(RunAssessment);
    std::string camera;
    Verdict verdict = Verdict::unknown;
    double length_m = 0;
    double camera_w = 0;  // greatest in the conditions judged
    bool connected = false;
    std::vector<Check> checks;      // the worst of each link, device or condition, by id
    const Check* decisive() const;  // the one to name first; null if none
};

struct PortAssessment {
    OVANT_VALUE(PortAssessment);
    std::string device;
    std::string port;
    std::string camera;  // the first behind it, or empty
    int cameras = 0;
    double watts = 0;   // at the port, worst of the conditions judged
    double load_w = 0;  // of that, taken by the units
    double limit_w = 0;
    double day_w = 0;
    double restart_w = 0;
    int class_offered = 0;
    int class_asked = 0;
    double reserved_w = 0;  // by class
    bool long_setting = false;
    bool power_off = false;
    bool collapses = false;
    Verdict verdict = Verdict::unknown;
    // What counts against the unit by this basis.
    double counted_w(SwitchBasis basis) const;
};

struct UnitAssessment {
    OVANT_VALUE(UnitAssessment);
    std::string device;
    double budget_w = 0;
    double by_class_w = 0;
    double greatest_w = 0;
    double typical_w = 0;
    SwitchBasis basis = SwitchBasis::by_class;
    double counted_w() const;  // by the basis in force
    Verdict verdict = Verdict::unknown;
    std::vector<Check> checks;
    std::vector<PortAssessment> ports;  // PSE ports, in order
    std::vector<std::string> refused;   // ports without power after everything started at once
};

// port-refused of one port, where the unit leaves it without power.
std::optional<Check> refusal(const UnitAssessment& unit, std::string_view port);

struct Summary {
    int holds = 0, tight = 0, fails = 0, unknown = 0;
};

struct Assessment {
    OVANT_VALUE(Assessment);
    By<CameraNumber, RunAssessment> runs;
    std::vector<UnitAssessment> units;
    std::vector<Check> site_checks;  // backup-time of each UPS, recorder-input of each recorder
    Summary summary;                 // of the runs

    const RunAssessment* run(std::string_view camera) const;
    const UnitAssessment* unit(std::string_view device) const;
};

// Open faults by the stage of work where they are mended, as check_table.cpp has it: cameras
// without a connection in Survey; runs, units and the rest of the site in Reach and in Power. Each
// counts once in a stage.
struct StageFaults {
    int survey = 0, reach = 0, power = 0, prove = 0;
};
StageFaults stage_faults(const Assessment& assessment);

// Runs, units and site checks that fail.
int count_failing(const Assessment& assessment);

Assessment assess(const Network& net, const AssessOptions& options = {});
Assessment assess(const Site& site, const Catalogue& catalogue, const AssessOptions& options = {});

// The same after an edit, given what was said before it under the same options: only what the edit
// can reach is judged anew. Where more than devices and links has changed, all of it is.
Assessment assess_again(const Network& net, const Network& before_net, Assessment before,
                        const AssessOptions& options = {});

// One run alone.
RunAssessment assess_run(const Network& net, CameraNumber camera,
                         const AssessOptions& options = {});

}  // namespace ovant
