// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting in one dimension: pieces out of lengths that are bought or lie in stock, so that the
// price is least, and of what costs so little the least is wasted. Lengths are whole numbers in a
// unit of the caller's. Includes nothing of the model.
#pragma once

#include <cstddef>
#include <vector>

namespace ovant {

inline constexpr int unlimited = 1000000;

struct StockLength {
    int length = 0;
    double price = 0;
    int most = unlimited;  // so many are there
    bool single = false;   // a lead: one piece takes it whole
    // Of a piece sold at its own length by `price_per_length`, nothing is left; `single` only.
    double price_per_length = 0;
};

struct PieceToCut {
    int length = 0;
    int pull = -1;  // pieces of one pull come from different lengths; -1: from any
};

struct CuttingJob {
    std::vector<StockLength> stock;
    std::vector<PieceToCut> pieces;
    int worth_keeping = 0;  // what is left and shorter is wasted
};

struct CuttingEffort {
    double most_s = 5;
    std::size_t most_patterns = 4000;  // up to so many ways of filling are all tried
    std::size_t most_columns = 8000;   // past them: of those that could still be cheaper
};

struct CutLength {
    std::size_t stock = 0;            // in CuttingJob::stock
    std::vector<std::size_t> pieces;  // in CuttingJob::pieces, longest first
    int left = 0;
};

struct Cutting {
    std::vector<CutLength> lengths;
    std::vector<std::size_t> too_long;  // pieces that no length holds, or none that is left
    double price = 0;
    double price_bound = 0;  // no plan is cheaper than this
    int waste = 0;
    bool least_price = false;  // proven
    bool least_waste = false;  // proven, among the plans of that price
};

// Exact where the job is small or the bound is met, else the best found in the time with its bound;
// the same answer each time unless the time ends it. Domain: lengths over 0, prices 0 or more.
Cutting cut(const CuttingJob& job, const CuttingEffort& effort = {});

}  // namespace ovant
