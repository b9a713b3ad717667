// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed over with a site: what is still open, what was built and read, run by run. Content
// only; sentences are in phrase, paper in print.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assess.h"
#include "core/parts/parts.h"
#include "core/prove/addresses.h"
#include "core/prove/cards.h"
#include "core/prove/diagnose.h"
#include "core/simulate/day.h"

namespace ovant {

// A check that fails, of a run, a unit or the site.
struct OpenCheck {
    std::string subject;  // camera or unit; empty for the site
    Check check;
};

struct HandoverRun {
    std::string camera, name;
    Verdict verdict = Verdict::unknown;
    bool connected = false;
    double length_m = 0;
    double expected_v = 0, expected_w = 0;  // least and most over the conditions; NaN: none
    double rate_mbps = 0;
    std::vector<ReadingAlong> readings;
    std::vector<Foretold> seen;  // what is amiss as it is drawn
};

struct Handover {
    std::string sha256;  // of the site that it speaks of
    std::vector<OpenCheck> checks;
    std::vector<ReadingAlong> off;           // or impossible, of all the site's
    std::vector<std::string> not_read;       // connected cameras without any reading
    std::vector<std::string> not_recording;  // cameras whose state is less than that
    std::size_t bench_steps = 0, bench_done = 0, bench_failed = 0;
    std::vector<HandoverRun> runs;
    std::vector<PartLine> parts;
    std::vector<AddressRow> addresses;  // borrow the network
    std::vector<PortProfile> ports;
    std::vector<Caution> cautions;  // of all runs, each once
    // Of the day of the settings, the coldest of the year as they come; none where it cannot be
    // played.
    std::optional<DayResult> day;
    bool nothing_open() const;
};

// Plays the day, so it takes as long as that. The network is of the design without any what-if;
// `sha256` of its site, as core/format/digest.h gives it.
Handover handover(const Network& net, const Assessment& assessment, std::string sha256);

// The last handover, and whether the site, of which this is the digest, is still what was handed
// over.
struct HandedOver {
    const HandoverRecord* record = nullptr;  // null: never
    bool as_it_was = false;
};
HandedOver handed_over(const Site& site, std::string_view sha256);

}  // namespace ovant
