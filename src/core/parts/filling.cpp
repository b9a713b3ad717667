// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/filling.h"

#include <algorithm>

namespace ovant {

FillingTable::FillingTable(const std::vector<PieceType>& types, int capacity)
    : types_(types), width_(static_cast<std::size_t>(capacity) + 1) {
    for (std::size_t type = 0; type < types.size(); ++type) {
        const int pull = types[type].pull;
        if (pull >= 0 && type > 0 && types[type - 1].pull == pull)
            ++stages_.back().past;
        else
            stages_.push_back({type, type + 1, pull >= 0});
    }
    table_.assign((stages_.size() + 1) * width_, 0);
}

template <class Option>
void FillingTable::options(const Stage& stage, int room, Option option) const {
    for (std::size_t type = stage.first; type < stage.past; ++type) {
        const int length = types_[type].length;
        const int most = std::min(stage.pull ? 1 : room / length, count_[type]);
        for (int count = 1; count <= most && count * length <= room; ++count) option(type, count);
    }
}

void FillingTable::work_out(const std::vector<double>& value, const std::vector<int>& count) {
    value_ = value;
    count_ = count;
    for (std::size_t stage = stages_.size(); stage-- > 0;) {
        for (int room = 0; room < static_cast<int>(width_); ++room) {
            double most = at(stage + 1, room);
            options(stages_[stage], room, [&](std::size_t type, int n) {
                const int rest = room - n * types_[type].length;
                most = std::max(most, n * value_[type] + at(stage + 1, rest));
            });
            at(stage, room) = most;
        }
    }
}

double FillingTable::best(int capacity) const { return at(0, capacity); }

Filling FillingTable::filling(int capacity) const {
    Filling out;
    int room = capacity;
    for (std::size_t stage = 0; stage < stages_.size(); ++stage) {
        const double want = at(stage, room);
        if (want <= at(stage + 1, room)) continue;
        FillOf chosen;
        options(stages_[stage], room, [&](std::size_t type, int n) {
            const int rest = room - n * types_[type].length;
            if (chosen.count == 0 && n * value_[type] + at(stage + 1, rest) >= want)
                chosen = {type, n};
        });
        room -= chosen.count * types_[chosen.type].length;
        out.push_back(chosen);
    }
    return out;
}

bool FillingTable::go_on(std::size_t stage, int room, double least, Filling& so_far, int used,
                         const std::function<bool(const Filling&, int)>& take) const {
    if (at(stage, room) < least) return true;
    if (stage == stages_.size()) return so_far.empty() || take(so_far, used);
    if (!go_on(stage + 1, room, least, so_far, used, take)) return false;
    bool on = true;
    options(stages_[stage], room, [&](std::size_t type, int n) {
        if (!on) return;
        const int length = n * types_[type].length;
        so_far.push_back({type, n});
        on = go_on(stage + 1, room - length, least - n * value_[type], so_far, used + length, take);
        so_far.pop_back();
    });
    return on;
}

void FillingTable::each(int capacity, double least,
                        const std::function<bool(const Filling&, int)>& take) const {
    Filling so_far;
    go_on(0, capacity, least, so_far, 0, take);
}

}  // namespace ovant
