// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/parts/cutting_model.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace ovant::cutting {
namespace {

constexpr double most_sums = 2e7;
constexpr int most_tries = 60;

}  // namespace

double CuttingModel::left_s() const {
    const std::chrono::duration<double> gone = std::chrono::steady_clock::now() - start_;
    return most_s_ - gone.count();
}

double CuttingModel::price_of(std::size_t i, int used) const {
    return stock_[i].price + stock_[i].price_per_length * used * scale_;
}

int CuttingModel::waste_of(std::size_t i, int used) const {
    if (stock_[i].price_per_length > 0) return 0;
    const int left = job_.stock[i].length - used * scale_;
    return left < job_.worth_keeping ? left : 0;
}

bool CuttingModel::holds(std::size_t i, const Filling& fill, int used) const {
    return used <= stock_[i].length &&
           (!stock_[i].single || (fill.size() == 1 && fill[0].count == 1));
}

CuttingModel::CuttingModel(const CuttingJob& job, double most_s)
    : job_(job), most_s_(most_s), start_(std::chrono::steady_clock::now()), stock_(job.stock) {
    double dearest = 0;
    int longest = 0;
    for (const StockLength& one : stock_) {
        if (one.most > 0) longest = std::max(longest, one.length);
        dearest = std::max(dearest, one.price + one.price_per_length * one.length);
    }
    std::map<std::pair<int, int>, PieceType> alike;
    for (std::size_t i = 0; i < job_.pieces.size(); ++i) {
        const PieceToCut& piece = job_.pieces[i];
        if (piece.length > longest) {
            too_long_.push_back(i);
            continue;
        }
        PieceType& type = alike[{piece.pull, -piece.length}];
        type.length = piece.length;
        type.pull = piece.pull;
        ++type.count;
        type.pieces.push_back(i);
        scale_ = std::gcd(scale_, piece.length);
    }
    scale_ = std::max(scale_, 1);
    for (StockLength& one : stock_) one.length /= scale_;
    for (auto& [key, type] : alike) {
        type.length /= scale_;
        types_.push_back(std::move(type));
        demand_.push_back(types_.back().count);
    }
    // Dearer than any plan, so that as many pieces as can be are served.
    fine_ = dearest * static_cast<double>(job_.pieces.size() + 1) + 1;
    for (const PieceType& type : types_) {
        bool always = false;
        for (std::size_t s = 0; s < stock_.size(); ++s)
            always = always || (!limited(s) && type.length <= stock(s).length);
        may_miss_.push_back(!always);
    }
    for (std::size_t s = 0; s < stock_.size(); ++s) {
        if (!stock(s).single) capacity_ = std::max(capacity_, stock(s).length);
    }
    capacity_ = std::min(capacity_, total_length());
}

int CuttingModel::total_length() const {
    double sum = 0;
    for (const PieceType& type : types_) sum += double(type.length) * type.count;
    return static_cast<int>(std::min(sum, 1e9));
}

int CuttingModel::waste_of(const Plan& plan) const {
    int sum = 0;
    for (const Column& column : plan.columns) sum += waste_of(column.stock, column.used);
    return sum;
}

Plan CuttingModel::plan_of(const std::vector<Column>& used, bool restock) const {
    Plan plan;
    plan.missing = demand_;
    std::vector<int> there;
    for (const StockLength& one : stock_) there.push_back(one.most);
    for (const Column& one : used) {
        Column column{one.stock, {}, 0, 0};
        for (const FillOf& part : one.fill) {
            const int count = std::min(part.count, plan.missing[part.type]);
            if (count <= 0) continue;
            plan.missing[part.type] -= count;
            column.fill.push_back({part.type, count});
            column.used += count * types_[part.type].length;
        }
        if (column.fill.empty()) continue;
        --there[column.stock];
        plan.columns.push_back(std::move(column));
    }
    for (Column& column : plan.columns) {
        column.price = price_of(column.stock, column.used);
        for (std::size_t s = 0; s < stock_.size() && restock; ++s) {
            const double price = price_of(s, column.used);
            if (there[s] <= 0 || !holds(s, column.fill, column.used) || price >= column.price)
                continue;
            ++there[column.stock];
            --there[s];
            column.stock = s;
            column.price = price;
        }
        plan.price += column.price;
    }
    plan.cost = plan.price;
    for (int count : plan.missing) plan.cost += count * fine_;
    return plan;
}

double CuttingModel::least_by_length() const {
    double sum = total_length(), least = 1e30;
    for (std::size_t s = 0; s < stock_.size(); ++s) {
        const double length = stock(s).length;
        if (limited(s)) sum -= length * stock(s).most;
        const double each = stock(s).price / length + stock(s).price_per_length * scale_;
        if (!limited(s)) least = std::min(least, each);
    }
    return least < 1e30 ? std::max(0.0, sum) * least : 0;
}

Plan CuttingModel::one_by_one() const {
    std::optional<Plan> best;
    for (std::size_t bought = 0; bought < stock_.size(); ++bought) {
        if (limited(bought) && stock_.size() > 1 && best) continue;
        Plan plan = first_fit(bought);
        if (!best || plan.cost < best->cost) best = std::move(plan);
    }
    return *best;
}

Plan CuttingModel::first_fit(std::size_t bought) const {
    std::vector<Column> open;
    std::vector<int> there;
    for (const StockLength& one : stock_) there.push_back(one.most);
    std::vector<std::size_t> order(types_.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return types_[a].length > types_[b].length;
    });
    for (std::size_t type : order) {
        for (int n = 0; n < demand_[type]; ++n) place(open, there, type, bought);
    }
    return plan_of(open, true);
}

void CuttingModel::place(std::vector<Column>& open, std::vector<int>& there, std::size_t type,
                         std::size_t bought) const {
    const int length = types_[type].length;
    for (Column& column : open) {
        if (stock(column.stock).single || column.used + length > stock(column.stock).length)
            continue;
        const bool pulled =
            std::any_of(column.fill.begin(), column.fill.end(), [&](const FillOf& part) {
                return types_[type].pull >= 0 && types_[part.type].pull == types_[type].pull;
            });
        if (pulled) continue;
        column.fill.push_back({type, 1});
        column.used += length;
        return;
    }
    std::optional<std::size_t> from;
    for (std::size_t s = 0; s < stock_.size(); ++s) {
        if (there[s] <= 0 || length > stock(s).length) continue;
        const auto rank = [&](std::size_t i) {
            return std::pair(i != bought && !limited(i), price_of(i, length));
        };
        if (!from || rank(s) < rank(*from)) from = s;
    }
    if (!from) return;
    --there[*from];
    open.push_back({*from, {{type, 1}}, length, 0});
}

std::optional<Totals> CuttingModel::totals_up_to(double at_most) const {
    double given = 0;
    long step = 0;
    if (std::find(may_miss_.begin(), may_miss_.end(), true) != may_miss_.end()) return std::nullopt;
    std::vector<long> cents;
    for (std::size_t s = 0; s < stock_.size(); ++s) {
        cents.push_back(std::lround(stock(s).price * 100));
        const bool whole = std::abs(double(cents[s]) - stock(s).price * 100) <= tiny;
        if (stock(s).price_per_length > 0 || !whole || limited(s) != (cents[s] == 0))
            return std::nullopt;
        if (limited(s)) given += double(stock(s).length) * stock(s).most;
        step = std::gcd(step, cents[s]);
    }
    if (step == 0 || at_most * 100 / double(step) > most_sums) return std::nullopt;
    Totals totals{double(step) / 100, {}};
    totals.of.resize(static_cast<std::size_t>(std::lround(at_most * 100) / step) + 1);
    totals.of[0].length = given;
    for (std::size_t i = 1; i < totals.of.size(); ++i) {
        for (std::size_t s = 0; s < stock_.size(); ++s) {
            const auto back = static_cast<std::size_t>(cents[s] / step);
            if (limited(s) || back > i || totals.of[i - back].length < 0) continue;
            const double length = totals.of[i - back].length + stock(s).length;
            if (length > totals.of[i].length) totals.of[i] = {length, s, i - back};
        }
    }
    return totals;
}

double CuttingModel::next_total(const std::optional<Totals>& totals, double at_least) const {
    for (std::size_t i = 0; totals && i < totals->of.size(); ++i) {
        if (totals->money(i) >= at_least - 1e-4 && totals->of[i].length >= total_length())
            return totals->money(i);
    }
    return at_least;
}

std::optional<Plan> CuttingModel::fill_cheap_totals(const Totals& totals, double at_least,
                                                    double below, FillingTable& table) const {
    int tried = 0;
    for (std::size_t i = 0; i < totals.of.size() && tried < most_tries; ++i) {
        if (totals.money(i) < at_least - 1e-4 || totals.of[i].length < total_length()) continue;
        if (totals.money(i) >= below - same_price || left_s() <= 0) break;
        ++tried;
        std::vector<std::size_t> lengths;
        for (std::size_t s = 0; s < stock_.size(); ++s) {
            for (int n = 0; n < stock(s).most && limited(s); ++n) lengths.push_back(s);
        }
        for (std::size_t at = i; at > 0; at = totals.of[at].before)
            lengths.push_back(totals.of[at].stock);
        if (std::optional<Plan> plan = fill(std::move(lengths), demand_, table)) return plan;
    }
    return std::nullopt;
}

std::optional<Plan> CuttingModel::fill(std::vector<std::size_t> lengths, std::vector<int> left,
                                       FillingTable& table) const {
    std::vector<double> value;
    for (const PieceType& type : types_) {
        const double share = double(type.length) / capacity_;
        value.push_back(type.length + share * share / 2);
    }
    std::stable_sort(lengths.begin(), lengths.end(), [&](std::size_t a, std::size_t b) {
        return stock(a).length < stock(b).length;
    });
    std::vector<Column> columns;
    for (std::size_t s : lengths) {
        if (left_s() <= 0) return std::nullopt;
        if (stock(s).single) return std::nullopt;
        table.work_out(value, left);
        Column column{s, table.filling(room_of(s)), 0, stock(s).price};
        for (const FillOf& part : column.fill) {
            column.used += part.count * types_[part.type].length;
            left[part.type] -= part.count;
        }
        columns.push_back(std::move(column));
    }
    if (std::any_of(left.begin(), left.end(), [](int count) { return count != 0; }))
        return std::nullopt;
    return plan_of(columns, false);
}

void CuttingModel::take_sparing(Plan& plan, FillingTable& table) const {
    std::vector<int> pieces = demand_;
    for (std::size_t type = 0; type < types_.size(); ++type) pieces[type] -= plan.missing[type];
    // A left-over that is not needed for the price may stay in the store.
    std::vector<std::size_t> all, bought;
    for (const Column& column : plan.columns) {
        all.push_back(column.stock);
        if (!limited(column.stock)) bought.push_back(column.stock);
    }
    for (const std::vector<std::size_t>& lengths : {all, bought}) {
        std::optional<Plan> sparing = fill(lengths, pieces, table);
        if (!sparing || sparing->price > plan.price + tiny || waste_of(*sparing) >= waste_of(plan))
            continue;
        sparing->missing = plan.missing;
        sparing->cost = plan.cost;
        plan = std::move(*sparing);
    }
}

Cutting CuttingModel::handed_out(const Plan& plan) const {
    Cutting out;
    out.too_long = too_long_;
    std::vector<std::size_t> next(types_.size(), 0);
    for (const Column& column : plan.columns) {
        CutLength length;
        length.stock = column.stock;
        for (const FillOf& part : column.fill) {
            for (int n = 0; n < part.count; ++n)
                length.pieces.push_back(types_[part.type].pieces[next[part.type]++]);
        }
        std::stable_sort(length.pieces.begin(), length.pieces.end(),
                         [&](std::size_t a, std::size_t b) {
                             return job_.pieces[a].length > job_.pieces[b].length;
                         });
        const bool to_measure = job_.stock[column.stock].price_per_length > 0;
        length.left = to_measure ? 0 : job_.stock[column.stock].length - column.used * scale_;
        out.waste += waste_of(column.stock, column.used);
        out.lengths.push_back(std::move(length));
    }
    for (std::size_t type = 0; type < types_.size(); ++type) {
        for (; next[type] < types_[type].pieces.size(); ++next[type])
            out.too_long.push_back(types_[type].pieces[next[type]]);
    }
    std::sort(out.too_long.begin(), out.too_long.end());
    out.price = plan.price;
    std::stable_sort(out.lengths.begin(), out.lengths.end(),
                     [](const CutLength& a, const CutLength& b) {
                         return std::pair(a.stock, a.left) < std::pair(b.stock, b.left);
                     });
    return out;
}

}  // namespace ovant::cutting
