// SPDX-License-Identifier: GPL-3.0-or-later
// How likely the readings of a run are with a fault in it.
//
// A reading differs from what the solver says by its meter, and by what is not known of any run:
// how far copper, lengths, port volts, what cameras draw and what is lost on the way are off what
// is stated. Those move all readings together. With the slope s of a reading for each unknown, in
// its usual spreads, readings i and j share sum of s_i s_j, and i has its meter's error squared
// besides: the covariance that the distance to the solver's values is weighed by.
#pragma once

#include <array>
#include <limits>
#include <vector>

#include "core/prove/faults.h"
#include "core/site/site.h"

namespace ovant {

enum class Unknown { copper, length, source_volts, draw, path };
inline constexpr std::size_t unknowns = 5;
using Unknowns = std::array<double, unknowns>;             // in usual spreads, 0 as usual
using Slopes = std::array<std::vector<double>, unknowns>;  // by unknown and reading

// The run as it is usually built, with the unknowns so far from it.
Site with_unknowns(Site site, const Catalogue& catalogue, const Unknowns& away);

// What a meter shows of a value: an open loop as open_ohm, no light or level as darkness, nothing
// else as 0.
double shown_value(double value, ReadingOf of);

// Of reading a rate where another is to be expected.
double rate_likelihood(double read_mbps, double expected_mbps);
// The same of any choice (readings.h).
double choice_likelihood(ReadingOf of, double read, double expected);

// Two errors of a meter, or of the model, lie in what it may be off.
inline constexpr double errors_in_bound = 2;

struct Fit {
    double amount = 0;  // the free number
    double minus_log = std::numeric_limits<double>::infinity();
    double misfit = 0;  // of all but rates, in errors squared
    std::vector<double> would_read;
};

// One run and its readings; borrows all three.
class Likelihood {
public:
    Likelihood(const Site& run, const Catalogue& catalogue, const std::vector<Reading>& readings);

    std::vector<double> values(const Fault& fault, const Unknowns& away = {}) const;
    Slopes slopes_at(const Fault& fault, const std::vector<double>& here) const;
    // The free number fitted, and how likely the readings are with it.
    Fit fitted(Fault fault) const;
    // Of reading i, meter and model together.
    double error(const Slopes& slopes, std::size_t i) const;

private:
    Fit at_amount(const Fault& fault) const;
    Fit weighed(const std::vector<double>& would, const Slopes& slopes) const;

    const Site& run_;
    const Catalogue& catalogue_;
    const std::vector<Reading>& readings_;
    std::vector<double> meter_error_;
    Slopes sound_slopes_;
};

}  // namespace ovant
