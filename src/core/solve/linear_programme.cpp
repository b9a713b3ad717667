// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/linear_programme.h"

#include <Clp_C_Interface.h>

namespace ovant {

struct LinearProgramme::Model {
    Clp_Simplex* clp = Clp_newModel();
    Model() = default;
    Model(const Model&) = delete;
    Model& operator=(const Model&) = delete;
    ~Model() { Clp_deleteModel(clp); }
};

LinearProgramme::LinearProgramme(const std::vector<Row>& rows) : model_(std::make_unique<Model>()) {
    Clp_setLogLevel(model_->clp, 0);
    Clp_resize(model_->clp, static_cast<int>(rows.size()), 0);
    for (std::size_t row = 0; row < rows.size(); ++row) set_row(row, rows[row]);
}

LinearProgramme::~LinearProgramme() = default;

void LinearProgramme::add(double cost, const std::vector<std::pair<int, double>>& terms) {
    std::vector<int> rows;
    std::vector<double> factors;
    for (const auto& [row, factor] : terms) {
        rows.push_back(row);
        factors.push_back(factor);
    }
    const double low = 0, high = 1e30;
    const CoinBigIndex start[] = {0, static_cast<CoinBigIndex>(rows.size())};
    Clp_addColumns(model_->clp, 1, &low, &high, &cost, start, rows.data(), factors.data());
}

void LinearProgramme::set_row(std::size_t row, Row limits) {
    Clp_rowLower(model_->clp)[row] = limits.low;
    Clp_rowUpper(model_->clp)[row] = limits.high;
}

bool LinearProgramme::solve() {
    Clp_primal(model_->clp, 0);
    return Clp_status(model_->clp) == 0;
}

double LinearProgramme::cost() const { return Clp_objectiveValue(model_->clp); }

double LinearProgramme::value(std::size_t column) const {
    return Clp_primalColumnSolution(model_->clp)[column];
}

double LinearProgramme::dual(std::size_t row) const {
    return Clp_dualRowSolution(model_->clp)[row];
}

}  // namespace ovant
