// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting against GLPK, which is given another model of it: flows over the positions in a length
// (arc flow, Valerio de Carvalho 1999).
#include <glpk.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <map>
#include <random>

#include "core/parts/cutting.h"
#include "support/sanitizer.h"

using namespace ovant;

namespace {

struct Outcome {
    bool proven = false;
    double price = 0;
};

class ArcFlow {
public:
    explicit ArcFlow(const CuttingJob& job) : problem_(glp_create_prob()) {
        glp_set_obj_dir(problem_, GLP_MIN);
        int longest = 0;
        for (const StockLength& stock : job.stock) longest = std::max(longest, stock.length);
        std::map<int, int> demand;
        for (const PieceToCut& piece : job.pieces) ++demand[piece.length];
        const int nodes = longest + 1;
        glp_add_rows(problem_, nodes + static_cast<int>(demand.size()));
        for (int node = 0; node < nodes; ++node) glp_set_row_bnds(problem_, node + 1, GLP_FX, 0, 0);
        int row = nodes;
        for (const auto& [length, count] : demand) {
            glp_set_row_bnds(problem_, ++row, GLP_LO, count, 0);
            for (int from = 0; from + length <= longest; ++from)
                arc({from, from + length, 0, count, row});
        }
        for (int from = 0; from < longest; ++from)
            arc({from, from + 1, 0, static_cast<int>(job.pieces.size()), 0});
        // Back from the end of each length to its start, at its price.
        for (const StockLength& stock : job.stock)
            arc({stock.length, 0, stock.price, std::min(stock.most, 1000), 0});
    }
    ~ArcFlow() { glp_delete_prob(problem_); }
    ArcFlow(const ArcFlow&) = delete;
    ArcFlow& operator=(const ArcFlow&) = delete;

    Outcome done() {
        glp_iocp how;
        glp_init_iocp(&how);
        how.presolve = GLP_ON;
        how.msg_lev = GLP_MSG_OFF;
        how.tm_lim = 3000;
        glp_intopt(problem_, &how);
        return {glp_mip_status(problem_) == GLP_OPT, glp_mip_obj_val(problem_)};
    }

private:
    struct Arc {
        int from, to;
        double price;
        int most;
        int piece_row;  // 0: none
    };
    void arc(const Arc& one) {
        const int column = glp_add_cols(problem_, 1);
        glp_set_col_kind(problem_, column, GLP_IV);
        glp_set_col_bnds(problem_, column, GLP_DB, 0, one.most);
        glp_set_obj_coef(problem_, column, one.price);
        const int rows[] = {0, one.from + 1, one.to + 1, one.piece_row};
        const double factors[] = {0, 1, -1, 1};
        glp_set_mat_col(problem_, column, one.piece_row ? 3 : 2, rows, factors);
    }
    glp_prob* problem_;
};

int pick(std::mt19937& random, int from, int to) {
    return from + static_cast<int>(random() % static_cast<unsigned>(to - from + 1));
}

}  // namespace

TEST_CASE("a hundred larger jobs cost what GLPK finds", "[cutting][reference]") {
    glp_term_out(GLP_OFF);
    std::mt19937 random(31);
    int compared = 0, proven = 0;
    double widest_gap = 0;
    const int jobs = rounds(100, 10);
    CuttingEffort effort;
    effort.most_s = 60;
    for (int round = 0; round < jobs; ++round) {
        CuttingJob job;
        const int packages = pick(random, 2, 3);
        for (int i = 0; i < packages; ++i) {
            const int length = pick(random, 20, 60);
            job.stock.push_back({length, length * pick(random, 35, 50) / 100.0});
        }
        if (pick(random, 0, 1)) job.stock.push_back({pick(random, 15, 50), 0, 1});
        const int kinds = pick(random, 4, 9);
        const int most = std::max_element(job.stock.begin(), job.stock.begin() + packages,
                                          [](const StockLength& a, const StockLength& b) {
                                              return a.length < b.length;
                                          })
                             ->length;
        for (int kind = 0; kind < kinds; ++kind) {
            const int length = pick(random, 4, std::min(30, most));
            for (int n = pick(random, 1, 6); n > 0; --n) job.pieces.push_back({length});
        }
        const Cutting plan = cut(job, effort);
        const Outcome other = ArcFlow(job).done();
        CAPTURE(round, job.pieces.size(), plan.price, plan.price_bound, other.price);
        CHECK(plan.too_long.empty());
        proven += plan.least_price;
        widest_gap = std::max(widest_gap, plan.price - plan.price_bound);
        if (!other.proven) continue;
        ++compared;
        if (plan.least_price) CHECK(plan.price == Approx(other.price).margin(1e-4));
        CHECK(plan.price >= other.price - 1e-4);
        CHECK(plan.price_bound <= other.price + 1e-4);
    }
    INFO("compared " << compared << ", proven " << proven << ", widest gap " << widest_gap);
    CHECK(compared * 10 >= jobs * 9);
    CHECK(proven * 10 >= jobs * 9);
    WARN("cutting: " << proven << " of " << jobs << " proven, widest gap " << widest_gap << ", "
                     << compared << " compared with GLPK");
}
