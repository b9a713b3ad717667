// SPDX-License-Identifier: GPL-3.0-or-later
// Which pieces fill one length best: a knapsack with so many of each, of one pull at most one.
#pragma once

#include <cstdint>
#include <functional>
#include <vector>

#include "core/parts/cutting.h"

namespace ovant {

// Pieces alike: of one length and one pull.
struct PieceType {
    int length = 0;
    int pull = -1;
    int count = 0;
    std::vector<std::size_t> pieces;
};

// So many of each type, in the order of the types; types that are not in it left out.
struct FillOf {
    std::size_t type = 0;
    int count = 0;
};
using Filling = std::vector<FillOf>;

class FillingTable {
public:
    // Domain: `capacity` 0 or more. `types` is borrowed, types of one pull next to each other.
    FillingTable(const std::vector<PieceType>& types, int capacity);

    // `count` of each type is what there is of it.
    void work_out(const std::vector<double>& value, const std::vector<int>& count);
    double best(int capacity) const;
    Filling filling(int capacity) const;
    // Every filling of a capacity worth `least` or more; stops where `take` gives false.
    void each(int capacity, double least,
              const std::function<bool(const Filling&, int used)>& take) const;

private:
    struct Stage {  // types from first to past; at most one piece of them all where it is a pull
        std::size_t first = 0, past = 0;
        bool pull = false;
    };
    double& at(std::size_t stage, int capacity) {
        return table_[stage * width_ + static_cast<std::size_t>(capacity)];
    }
    double at(std::size_t stage, int capacity) const {
        return table_[stage * width_ + static_cast<std::size_t>(capacity)];
    }
    // Calls `option(type, count)` for all that a stage can add to what has so much room.
    template <class Option>
    void options(const Stage& stage, int room, Option option) const;
    bool go_on(std::size_t stage, int room, double least, Filling& so_far, int used,
               const std::function<bool(const Filling&, int)>& take) const;

    const std::vector<PieceType>& types_;
    std::vector<Stage> stages_;
    std::size_t width_;
    std::vector<double> table_;  // of a stage: the most that it and those after it are worth
    std::vector<double> value_;
    std::vector<int> count_;
};

}  // namespace ovant
