// SPDX-License-Identifier: GPL-3.0-or-later
// A cutting job as it is worked on, and plans that are made without a solver. Private to
// core/parts.
#pragma once

#include <chrono>
#include <optional>
#include <vector>

#include "core/parts/filling.h"

namespace ovant::cutting {

inline constexpr double tiny = 1e-6, same_price = 5e-4;  // half a tenth of a cent

// One length, filled.
struct Column {
    std::size_t stock = 0;
    Filling fill;
    int used = 0;
    double price = 0;
};

struct Plan {
    std::vector<Column> columns;
    std::vector<int> missing;  // of each type, what nothing is left for
    double price = 0;
    double cost = 0;  // and a fine for what is missing
};

// Totals that packages of these prices can add up to, with the most length for each.
struct Totals {
    double step = 0;  // of money
    struct Total {
        double length = -1;     // -1: nothing adds up to it
        std::size_t stock = 0;  // added last
        std::size_t before = 0;
    };
    std::vector<Total> of;
    double money(std::size_t i) const { return double(i) * step; }
};

// Lengths are in steps of the largest that all pieces are whole in.
class CuttingModel {
public:
    // Borrows the job.
    CuttingModel(const CuttingJob& job, double most_s);

    double left_s() const;
    const std::vector<StockLength>& all_stock() const { return stock_; }
    const StockLength& stock(std::size_t i) const { return stock_[i]; }
    const std::vector<PieceType>& types() const { return types_; }
    const std::vector<int>& demand() const { return demand_; }
    bool may_miss(std::size_t type) const { return may_miss_[type]; }
    double fine() const { return fine_; }  // for a missing piece: dearer than any plan
    int capacity() const { return capacity_; }
    bool limited(std::size_t i) const { return stock_[i].most < unlimited; }
    int room_of(std::size_t s) const { return std::min(stock(s).length, capacity_); }
    double price_of(std::size_t i, int used) const;
    int waste_of(std::size_t i, int used) const;
    int waste_of(const Plan& plan) const;
    bool holds(std::size_t i, const Filling& fill, int used) const;

    // Cuts nothing twice; with `restock` what then fits a cheaper length is cut from that.
    Plan plan_of(const std::vector<Column>& used, bool restock) const;
    // Longest first into the first length with room, one of the lengths at a time tried as the one
    // that is bought.
    Plan one_by_one() const;
    // All that is needed at the least price a length.
    double least_by_length() const;
    // Nothing where prices are not of whole cents, or a piece can be left over.
    std::optional<Totals> totals_up_to(double at_most) const;
    // The least total from `at_least` on that is long enough.
    double next_total(const std::optional<Totals>& totals, double at_least) const;
    // Cheap totals one after the other, until the packages of one can be filled with all pieces.
    std::optional<Plan> fill_cheap_totals(const Totals& totals, double at_least, double below,
                                          FillingTable& table) const;
    // The same price with less waste, where that is found.
    void take_sparing(Plan& plan, FillingTable& table) const;
    // The lengths, pieces by their numbers in the job.
    Cutting handed_out(const Plan& plan) const;

private:
    int total_length() const;
    Plan first_fit(std::size_t bought) const;
    void place(std::vector<Column>& open, std::vector<int>& there, std::size_t type,
               std::size_t bought) const;
    // One length after the other as full as can be, the shortest first, of fillings alike that of
    // long pieces: nothing if pieces are left. What is left of the stock is in one piece then.
    std::optional<Plan> fill(std::vector<std::size_t> lengths, std::vector<int> left,
                             FillingTable& table) const;

    const CuttingJob& job_;
    double most_s_;
    std::chrono::steady_clock::time_point start_;
    std::vector<StockLength> stock_;
    std::vector<PieceType> types_;
    std::vector<int> demand_;
    std::vector<bool> may_miss_;
    std::vector<std::size_t> too_long_;
    int scale_ = 0;
    int capacity_ = 0;
    double fine_ = 0;
};

}  // namespace ovant::cutting
