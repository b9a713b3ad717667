// SPDX-License-Identifier: GPL-3.0-or-later
// Which fault would make what was read, how likely each is, and which reading to take next.
//
// Every fault that the run can have is put into the site and its free number fitted so that the
// readings are most likely (likelihood.h). Likelihood times a plain prior ranks the faults; nothing
// is certain.
//
// Example: 39 V where 45.6 V were promised. Copper-clad cable, 60 m more, a conductor open all give
// 39 V; the loop of a pair tells them: 1.6 times, 1.5 times or as promised. So that is read next.
#pragma once

#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/prove/faults.h"
#include "core/prove/readings.h"
#include "core/site/site.h"

namespace ovant {

struct Suspect {
    Fault fault;
    double prior = 0;                // how often it is met, of all that could be
    double probability = 0;          // among all that were tried
    std::vector<double> would_read;  // for each reading used, with the fault; NaN: nothing
    double misfit = 0;               // of what is measured, in errors squared
    double cost = 0;  // minus the log of how likely the readings are with it, but for a constant
};

struct NextReading {
    Reading reading;         // without value
    std::size_t second = 0;  // of the suspects, the likeliest that it tells from the first
    double if_first = 0;     // what the first would let it show
    double if_second = 0;    // and the second
    double gain = 0;         // how much likelier the true one is to be afterwards
    double minutes = 0;      // that it takes
};

struct Diagnosis {
    std::string camera;
    // That touch the run, of the site's, and speak for something; then volts at other cameras fed
    // by the same unit, which tell whether it is to blame.
    std::vector<Reading> readings;
    std::vector<JudgedReading> judged;  // the same
    int impossible = 0;                 // that physics forbids, or nothing is promised for
    int before_mending = 0;             // left out: the run is no longer as it was read
    int read_again = 0;                 // left out: the same was read later, or too much else was
    std::vector<TriedFault> tried;      // along the run
    std::vector<Suspect> suspects;      // most likely first; the fault `none` is one of them
    // Suspects that no further reading tells from the first: their places in `suspects`.
    std::vector<std::size_t> like_first;
    std::optional<NextReading> next;
};

// Readings of the site at units, cables and ports of a run, each against its promise.
struct ReadingAlong {
    Reading reading;
    JudgedReading judged;
};
std::vector<ReadingAlong> readings_along(const Network& net, CameraNumber camera);

// All readings of a site judged once, for whoever asks for many of its runs. Borrows the network.
class ReadingsAlong {
public:
    explicit ReadingsAlong(const Network& net);
    // In the order of the site.
    std::vector<ReadingAlong> of(CameraNumber camera) const;
    const std::vector<JudgedReading>& judged() const { return judged_; }

private:
    const Network& net_;
    std::vector<JudgedReading> judged_;
    std::unordered_map<std::string_view, std::vector<std::size_t>> at_;  // by subject
};

// Suspects that were looked into and were not it are less likely; readings from before something
// was mended are left out. Errors: no_such_object where there is no such camera; not_possible
// without any reading that touches its run.
Result<Diagnosis> diagnose(const Site& site, const Catalogue& catalogue, std::string_view camera);

// How a suspect explains what was read, and comes to its likelihood.
Working working_of(const Diagnosis& diagnosis, std::size_t suspect);

// The readings that could be taken along a run, without values.
std::vector<Reading> possible_readings(const Network& net, CameraNumber camera);
// Minutes that taking a reading costs, common practice.
double minutes_of(const Network& net, const Reading& reading);

// The widest that any reading along the run lets two faults lie apart, in errors of meter and model
// together. Below least_told_apart they look the same. 0 for a camera that is not there.
double most_apart(const Site& site, const Catalogue& catalogue, std::string_view camera,
                  const Fault& a, const Fault& b);
inline constexpr double least_told_apart = 1.5;

// The fault put in as it is met: the site's own unknowns drawn too, and what meters then show.
// Deterministic for a seed; values of `readings` are written over. Used to try the above.
struct HiddenFault {
    Fault fault;
    unsigned seed = 1;
};
std::vector<Reading> read_with_fault(const Site& site, const Catalogue& catalogue,
                                     const HiddenFault& hidden, std::vector<Reading> readings);

}  // namespace ovant
