// SPDX-License-Identifier: GPL-3.0-or-later
// An integer programme as plain data, and its solution by CBC. Includes nothing of the model.
#pragma once

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
    std::vector<double> values;
};

// Stops after `most_s` with the best so far.
ProgrammeSolution solve(const IntegerProgramme& programme, double most_s = 10);

}  // namespace ovant
