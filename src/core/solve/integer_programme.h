// SPDX-License-Identifier: GPL-3.0-or-later
// An integer programme as plain data, and its solution by CBC in a process of its own
// (src/solver): it can be stopped at any instant, and whatever becomes of it, the best values that
// it told of are kept. Includes nothing of the model.
#pragma once

#include <functional>
#include <utility>
#include <vector>

namespace ovant {

struct ProgrammeRow {
    double low = 0, high = 0;                   // +-1e30 for no limit
    std::vector<std::pair<int, double>> terms;  // column and factor, each column once
};

// Least cost over whole numbers between 0 and `most`.
struct IntegerProgramme {
    std::vector<double> cost;
    std::vector<double> most;
    std::vector<ProgrammeRow> rows;
    int add(double column_cost, double column_most = 1) {
        cost.push_back(column_cost);
        most.push_back(column_most);
        return static_cast<int>(cost.size()) - 1;
    }
};

struct ProgrammeSolution {
    bool found = false;       // values are there
    bool proven = false;      // and nothing is cheaper
    bool infeasible = false;  // proven: no values satisfy the rows
    double cost = 0;
    double bound = -1e30;  // no values cost less
    std::vector<double> values;
};

struct ProgrammeEffort {
    double most_s = 10;
    int most_nodes = 0;           // of the search; 0: no limit. The same answer each time where it
                                  // ends the search, and not the time
    double gap_share = 0;         // of the cost: what is so near to the bound is good enough
    unsigned seed = 0;            // of whatever the search draws; 0: as it comes
    std::vector<double> start;    // values to begin with, one a column; may be empty
    std::function<bool()> go_on;  // asked 20 times a second; false ends the search at once
};

inline constexpr std::size_t most_solver_bytes = std::size_t{2} << 30;  // of memory it may take

// Ends with the best so far; `start`, where it satisfies the rows, is the least that is found.
ProgrammeSolution solve(const IntegerProgramme& programme, const ProgrammeEffort& effort);
ProgrammeSolution solve(const IntegerProgramme& programme, double most_s = 10);

// Whether the values satisfy every row and limit.
bool satisfies(const IntegerProgramme& programme, const std::vector<double>& values);

}  // namespace ovant
