// SPDX-License-Identifier: GPL-3.0-or-later
// A linear programme that grows by columns, solved by CLP from where it was left. Includes nothing
// of the model.
#pragma once

#include <memory>
#include <utility>
#include <vector>

namespace ovant {

class LinearProgramme {
public:
    struct Row {
        double low = 0, high = 0;  // +-1e30 for no limit
    };
    explicit LinearProgramme(const std::vector<Row>& rows);
    ~LinearProgramme();
    LinearProgramme(const LinearProgramme&) = delete;
    LinearProgramme& operator=(const LinearProgramme&) = delete;

    // Row and factor, each row once; the column is 0 or more.
    void add(double cost, const std::vector<std::pair<int, double>>& terms);
    void set_row(std::size_t row, Row limits);
    // Least cost; false: there is none, or CLP gave up.
    bool solve();
    // Of the last solve().
    double cost() const;
    double value(std::size_t column) const;
    double dual(std::size_t row) const;

private:
    struct Model;
    std::unique_ptr<Model> model_;
};

}  // namespace ovant
