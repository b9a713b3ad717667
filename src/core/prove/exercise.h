// SPDX-License-Identifier: GPL-3.0-or-later
// A hidden fault to be found: in a run of a site, told by readings that each cost minutes. The same
// diagnosis that serves on site says how the likelihood moves and how an expert would have gone.
#pragma once

#include <string>
#include <vector>

#include "core/prove/diagnose.h"

namespace ovant {

struct Exercise {
    Site run;            // the run by itself as it is drawn, without readings
    std::string camera;  // whose pictures are missing or whose volts are low
    Fault hidden;
    unsigned seed = 1;
    std::vector<Reading> readings;  // all that can be taken, with what the meters show
    std::vector<double> minutes;    // that each costs
};

// A fault that some reading tells from none, in a run of the site, both by the seed. Of one kind,
// where it is given, or at one camera. Errors: not_possible where the site has no such run.
struct ExerciseWanted {
    std::optional<FaultKind> kind;
    std::string camera;
    unsigned seed = 1;
};
Result<Exercise> start_exercise(const Site& site, const Catalogue& catalogue,
                                const ExerciseWanted& wanted);

// The run with these of its readings taken, by number.
Site with_taken(const Exercise& exercise, const std::vector<std::size_t>& taken);
double minutes_for(const Exercise& exercise, const std::vector<std::size_t>& taken);

// Whether the fault named is the hidden one, or one that no reading of the run tells from it.
bool is_hidden(const Exercise& exercise, const Catalogue& catalogue, const Fault& named);

// How somebody goes who always takes the reading that is worth its minutes most: from what is seen
// at the table on, until one suspect is likely enough or no reading tells more.
struct ExpertStep {
    std::size_t reading = 0;
    Fault first;  // most likely after it
    double probability = 0;
};
std::vector<ExpertStep> expert(const Exercise& exercise, const Catalogue& catalogue);
inline constexpr double expert_is_sure = 0.9;

}  // namespace ovant
