// SPDX-License-Identifier: GPL-3.0-or-later
// The search for whole numbers by CBC, in a process of its own: reads a programme, tells values as
// they are found, and at last how the search ended. CBC is not preprocessed: what it finds is then
// in the columns that were asked for and can be told at once, and there is no step that cannot be
// left.
#include <fmt/format.h>
#include <unistd.h>

#include <CbcEventHandler.hpp>
#include <CbcModel.hpp>
#include <CbcSolver.hpp>
#include <OsiClpSolverInterface.hpp>
#include <cerrno>
#include <string>

#include "core/process/helper_process.h"
#include "core/solve/programme_bytes.h"

namespace {

using namespace ovant;

std::string all_of_input() {
    std::string out;
    std::vector<char> buffer(1 << 16);
    for (;;) {
        const ssize_t count = read(STDIN_FILENO, buffer.data(), buffer.size());
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) return out;
        out.append(buffer.data(), static_cast<std::size_t>(count));
    }
}

void tell(const SolverNews& news) {
    const std::string bytes = news_to_bytes(news);
    for (std::size_t sent = 0; sent < bytes.size();) {
        const ssize_t count = write(STDOUT_FILENO, bytes.data() + sent, bytes.size() - sent);
        if (count < 0 && errno == EINTR) continue;
        if (count <= 0) _exit(1);  // nobody listens any more
        sent += static_cast<std::size_t>(count);
    }
}

class Telling : public CbcEventHandler {
public:
    explicit Telling(std::size_t columns) : columns_(columns) {}
    CbcAction event(CbcEvent which) override {
        const bool news = which == solution || which == heuristicSolution;
        if (!model_ || (!news && which != node)) return noAction;
        const double bound = model_->getBestPossibleObjValue();
        const bool better_bound = bound > bound_ + 1e-9 && bound < 1e29;
        if (!news && !better_bound) return noAction;
        SolverNews out;
        if (better_bound) out.bound = bound_ = bound;
        const double* values = model_->bestSolution();
        if (news && values && static_cast<std::size_t>(model_->getNumCols()) == columns_)
            out.values.assign(values, values + columns_);
        if (better_bound || !out.values.empty()) tell(out);
        return noAction;
    }
    CbcEventHandler* clone() const override { return new Telling(*this); }

private:
    std::size_t columns_;
    double bound_ = -1e30;
};

void load(OsiClpSolverInterface& solver, const IntegerProgramme& programme) {
    std::vector<int> row_of, column_of;
    std::vector<double> factors, low, high;
    for (std::size_t r = 0; r < programme.rows.size(); ++r) {
        low.push_back(programme.rows[r].low);
        high.push_back(programme.rows[r].high);
        for (const auto& [column, factor] : programme.rows[r].terms) {
            row_of.push_back(static_cast<int>(r));
            column_of.push_back(column);
            factors.push_back(factor);
        }
    }
    CoinPackedMatrix matrix(true, row_of.data(), column_of.data(), factors.data(),
                            static_cast<CoinBigIndex>(factors.size()));
    const int columns = static_cast<int>(programme.cost.size());
    matrix.setDimensions(static_cast<int>(programme.rows.size()), columns);
    const std::vector<double> least(programme.cost.size(), 0);
    solver.loadProblem(matrix, least.data(), programme.most.data(), programme.cost.data(),
                       low.data(), high.data());
    for (int i = 0; i < columns; ++i) solver.setInteger(i);
}

void set_start(CbcModel& model, const std::vector<double>& start) {
    std::vector<std::pair<std::string, double>> named;
    OsiSolverInterface& solver = *model.solver();
    solver.setIntParam(OsiNameDiscipline, 1);
    for (int i = 0; i < static_cast<int>(start.size()); ++i) {
        solver.setColName(i, fmt::format("c{}", i));
        named.emplace_back(fmt::format("c{}", i), start[static_cast<std::size_t>(i)]);
    }
    model.setMIPStart(named);
}

}  // namespace

int main() {
    keep_within(most_solver_bytes);
    const std::optional<ProgrammeAsked> asked = programme_from_bytes(all_of_input());
    if (!asked) _exit(2);
    const ProgrammeEffort& effort = asked->effort;
    OsiClpSolverInterface solver;
    solver.messageHandler()->setLogLevel(0);
    load(solver, asked->programme);
    CbcModel model(solver);
    CbcMain0(model);
    model.setLogLevel(0);
    Telling telling(asked->programme.cost.size());
    model.passInEventHandler(&telling);
    if (satisfies(asked->programme, effort.start)) set_start(model, effort.start);
    std::vector<std::string> words{"ovant-solve",
                                   "-log",
                                   "0",
                                   "-preprocess",
                                   "off",
                                   "-seconds",
                                   fmt::format("{:.3f}", effort.most_s)};
    if (effort.most_nodes > 0) {
        words.push_back("-maxNodes");
        words.push_back(fmt::format("{}", effort.most_nodes));
    }
    if (effort.gap_share > 0) {
        words.push_back("-ratioGap");
        words.push_back(fmt::format("{:.9f}", effort.gap_share));
    }
    if (effort.seed > 0) {
        words.push_back("-randomCbcSeed");
        words.push_back(fmt::format("{}", effort.seed));
    }
    words.insert(words.end(), {"-solve", "-quit"});
    std::vector<const char*> arguments;
    for (const std::string& word : words) arguments.push_back(word.c_str());
    CbcMain1(static_cast<int>(arguments.size()), arguments.data(), model);
    SolverNews last;
    last.ended = true;
    last.optimal = model.isProvenOptimal();
    last.infeasible = model.isProvenInfeasible();
    last.bound = model.getBestPossibleObjValue();
    if (!(last.bound < 1e29)) last.bound = -1e30;
    if (const double* values = model.bestSolution(); values && !last.infeasible)
        last.values.assign(values, values + asked->programme.cost.size());
    tell(last);
    _exit(0);  // nothing is worth tidying up
}
