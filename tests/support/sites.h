// SPDX-License-Identifier: GPL-3.0-or-later
// Small sites for tests, built with the same edits that the window uses.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/edits/edits.h"
#include "support/large_site.h"

namespace ovant {

Site demo_site();
// The marina as it was before anything but copper: kept facts of long standing.
Site copper_site();

// An empty site without drops and keep-back surprises: drops 0, school as given.
Site bare_site(School school = School::maker_rated);

// What a run in a test is made of. Lengths are measured ones, so that nothing depends on the plan.
struct RunSpec {
    std::string unit = "sw-8-at-120";
    std::string port = "1";
    std::string camera = "cam-fixed-4mp";
    std::string cable = "cat5e-solid-24-out";
    std::vector<double> lengths_m = {50};
    std::string in_line = "";  // kind between two lengths
    CameraDraw draw = {};      // used where day_w is not 0
};

// Adds a unit (SW1, INJ1 ...) and one camera K01 on it. Checks that every edit is taken.
Site site_with_run(const RunSpec& spec, School school = School::maker_rated);

struct Judged {
    Site site;
    Catalogue catalogue;
    Assessment assessment;
    const RunAssessment& run(const std::string& camera = "K01") const {
        return *assessment.run(camera);
    }
};
Judged judge_site(Site site, AssessOptions options = {});

// The check of this id, or null.
// The n-th port of the n-th device, both from 0.
inline PortAt port_at(std::size_t device, std::size_t port) {
    return {DeviceNumber(device), PortNumber(port)};
}

const Check* find_check(const std::vector<Check>& checks, CheckId id);
// The same; the test fails where it is missing.
Check check_of(const RunAssessment& run, CheckId id);

}  // namespace ovant
