// SPDX-License-Identifier: GPL-3.0-or-later
// Small jobs: every way of filling is a column of one integer programme. Larger ones: columns are
// generated (Gilmore and Gomory 1961), a plan is dived for along the linear programme, and where
// it is not yet proven, all columns that a cheaper plan could use are given to CBC.
#include "core/parts/cutting.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <map>
#include <numeric>
#include <optional>

#include "core/parts/filling.h"
#include "core/solve/integer_programme.h"
#include "core/solve/linear_programme.h"

namespace ovant {
namespace {

constexpr double tiny = 1e-6, same_price = 5e-4;  // half a tenth of a cent
constexpr std::size_t most_rounds = 3000;
constexpr double most_sums = 2e7;
constexpr int most_tries = 60;

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

class Cutter {
public:
    Cutter(const CuttingJob& job, const CuttingEffort& effort)
        : job_(job), effort_(effort), start_(std::chrono::steady_clock::now()) {
        gather();
    }

    Cutting done() {
        if (types_.empty()) {
            out_.least_price = out_.least_waste = true;
            return out_;
        }
        Plan plan = nothing_shared() ? each_by_itself() : by_columns();
        out_.least_waste = nothing_shared() || (out_.least_price && waste_of(plan) == 0);
        if (!out_.least_waste) try_all(plan);
        if (out_.least_price) out_.price_bound = plan.price;
        hand_out(plan);
        return out_;
    }

private:
    double left_s() const {
        const std::chrono::duration<double> gone = std::chrono::steady_clock::now() - start_;
        return effort_.most_s - gone.count();
    }
    const StockLength& stock(std::size_t i) const { return stock_[i]; }
    bool limited(std::size_t i) const { return stock_[i].most < unlimited; }
    double price_of(std::size_t i, int used) const {
        return stock_[i].price + stock_[i].price_per_length * used * scale_;
    }
    int waste_of(std::size_t i, int used) const {
        if (stock_[i].price_per_length > 0) return 0;
        const int left = job_.stock[i].length - used * scale_;
        return left < job_.worth_keeping ? left : 0;
    }
    bool holds(std::size_t i, const Filling& fill, int used) const {
        return used <= stock_[i].length &&
               (!stock_[i].single || (fill.size() == 1 && fill[0].count == 1));
    }

    void gather() {
        stock_ = job_.stock;
        int longest = 0;
        for (const StockLength& one : stock_) {
            if (one.most > 0) longest = std::max(longest, one.length);
            dearest_ = std::max(dearest_, one.price + one.price_per_length * one.length);
        }
        std::map<std::pair<int, int>, PieceType> alike;
        for (std::size_t i = 0; i < job_.pieces.size(); ++i) {
            const PieceToCut& piece = job_.pieces[i];
            if (piece.length > longest) {
                out_.too_long.push_back(i);
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
        fine_ = dearest_ * static_cast<double>(job_.pieces.size() + 1) + 1;
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
    int total_length() const {
        double sum = 0;
        for (const PieceType& type : types_) sum += double(type.length) * type.count;
        return static_cast<int>(std::min(sum, 1e9));
    }
    int room_of(std::size_t s) const { return std::min(stock(s).length, capacity_); }

    // Leads and what comes by the metre, as many as are wanted: no piece stands in another's way.
    bool nothing_shared() const {
        return std::all_of(stock_.begin(), stock_.end(), [](const StockLength& one) {
            return one.single && one.most == unlimited;
        });
    }
    Plan each_by_itself() {
        std::vector<Column> columns;
        for (std::size_t type = 0; type < types_.size(); ++type) {
            const int length = types_[type].length;
            std::optional<std::size_t> best;
            const auto rank = [&](std::size_t s) {
                return std::pair(price_of(s, length), waste_of(s, length));
            };
            for (std::size_t s = 0; s < stock_.size(); ++s) {
                if (length <= stock(s).length && (!best || rank(s) < rank(*best))) best = s;
            }
            if (best)
                columns.insert(columns.end(), static_cast<std::size_t>(demand_[type]),
                               {*best, {{type, 1}}, length, price_of(*best, length)});
        }
        out_.least_price = true;
        return plan_of(columns, false);
    }

    // Every column, where they are few: the least price if it is not known yet, then the least
    // waste.
    void try_all(Plan& plan) {
        FillingTable table(types_, capacity_);
        table.work_out(std::vector<double>(types_.size(), 0.0), demand_);
        std::vector<Column> columns;
        std::size_t fillings = 0;
        table.each(capacity_, 0, [&](const Filling& fill, int used) {
            add_for_each_stock(columns, fill, used);
            return ++fillings <= effort_.most_patterns;
        });
        if (fillings > effort_.most_patterns) return;
        for (std::size_t type = 0; type < types_.size(); ++type) {
            for (std::size_t s = 0; s < stock_.size(); ++s) {
                const Filling one{{type, 1}};
                const int length = types_[type].length;
                if (stock(s).single && stock(s).most > 0 && holds(s, one, length))
                    columns.push_back({s, one, length, price_of(s, length)});
            }
        }
        if (!out_.least_price) {
            take_better(plan, best_of(columns, {true, std::nullopt, 0.5}));
            out_.least_price = proven_;
        }
        const std::optional<Plan> sparing = best_of(columns, {true, plan.cost + same_price, 1});
        out_.least_waste = sparing && proven_;
        if (sparing && waste_of(*sparing) < waste_of(plan)) plan = *sparing;
    }
    int waste_of(const Plan& plan) const {
        int sum = 0;
        for (const Column& column : plan.columns) sum += waste_of(column.stock, column.used);
        return sum;
    }
    // One of two lengths that can both be bought is left out where the other is no dearer and
    // wastes no more.
    void add_for_each_stock(std::vector<Column>& columns, const Filling& fill, int used) const {
        for (std::size_t s = 0; s < stock_.size(); ++s) {
            if (stock(s).single || stock(s).most <= 0 || !holds(s, fill, used)) continue;
            bool beaten = false;
            for (std::size_t o = 0; o < stock_.size() && !limited(s); ++o) {
                if (o == s || limited(o) || stock(o).single || !holds(o, fill, used)) continue;
                const auto mine = std::pair(stock(s).price, waste_of(s, used));
                const auto other = std::pair(stock(o).price, waste_of(o, used));
                beaten = beaten || (other.first <= mine.first && other.second <= mine.second &&
                                    (other != mine || o < s));
            }
            if (!beaten) columns.push_back({s, fill, used, price_of(s, used)});
        }
    }

    // CBC over some columns: least price, or least waste at a price.
    struct Ask {
        bool exactly = false;           // each piece once, else once or more
        std::optional<double> at_cost;  // least waste at this, else least cost
        double share_of_time = 1;
    };
    std::optional<Plan> best_of(const std::vector<Column>& columns, const Ask& ask) {
        proven_ = false;
        if (left_s() <= 0) return std::nullopt;
        const std::optional<double>& at_cost = ask.at_cost;
        IntegerProgramme programme;
        std::vector<ProgrammeRow> piece_rows(types_.size()), stock_rows(stock_.size());
        ProgrammeRow cost_row{-1e30, at_cost.value_or(1e30), {}};
        const auto add = [&](double price, double waste, double most) {
            const int column = programme.add(at_cost ? waste : price, most);
            if (price != 0) cost_row.terms.push_back({column, price});
            return column;
        };
        for (const Column& one : columns) {
            int most = stock(one.stock).most;
            for (const FillOf& part : one.fill)
                most = std::min(most, (demand_[part.type] + part.count - 1) / part.count);
            const int column = add(one.price, waste_of(one.stock, one.used), most);
            for (const FillOf& part : one.fill)
                piece_rows[part.type].terms.push_back({column, double(part.count)});
            if (limited(one.stock)) stock_rows[one.stock].terms.push_back({column, 1.0});
        }
        for (std::size_t type = 0; type < types_.size(); ++type) {
            piece_rows[type].low = demand_[type];
            piece_rows[type].high = ask.exactly ? demand_[type] : 1e30;
            if (may_miss_[type])
                piece_rows[type].terms.push_back({add(fine_, 0, demand_[type]), 1.0});
            programme.rows.push_back(piece_rows[type]);
        }
        for (std::size_t s = 0; s < stock_.size(); ++s) {
            if (stock_rows[s].terms.empty()) continue;
            stock_rows[s].low = 0;
            stock_rows[s].high = stock(s).most;
            programme.rows.push_back(stock_rows[s]);
        }
        if (at_cost) programme.rows.push_back(cost_row);
        const ProgrammeSolution solution = solve(programme, left_s() * ask.share_of_time);
        proven_ = solution.proven || solution.infeasible;
        if (!solution.found) return std::nullopt;
        std::vector<Column> used;
        for (std::size_t i = 0; i < columns.size(); ++i) {
            for (int n = 0; n < static_cast<int>(solution.values[i]); ++n)
                used.push_back(columns[i]);
        }
        return plan_of(used, !at_cost);
    }

    // Cuts nothing twice; what then fits a cheaper length is cut from that.
    Plan plan_of(const std::vector<Column>& used, bool restock) const {
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

    // A linear programme over columns, and those columns.
    struct Master {
        LinearProgramme lp;
        std::vector<Column> columns;  // behind those for missing pieces
        std::size_t misses = 0;
    };
    std::vector<LinearProgramme::Row> rows() const {
        std::vector<LinearProgramme::Row> rows;
        for (int count : demand_) rows.push_back({double(count), 1e30});
        for (const StockLength& one : stock_)
            rows.push_back({0, one.most < unlimited ? double(one.most) : 1e30});
        return rows;
    }
    void put(Master& master, Column column) const {
        std::vector<std::pair<int, double>> terms;
        for (const FillOf& part : column.fill)
            terms.push_back({static_cast<int>(part.type), double(part.count)});
        terms.push_back({static_cast<int>(types_.size() + column.stock), 1.0});
        master.lp.add(column.price, terms);
        master.columns.push_back(std::move(column));
    }
    void begin(Master& master) const {
        for (std::size_t type = 0; type < types_.size(); ++type) {
            if (!may_miss_[type]) continue;
            master.lp.add(fine_, {{static_cast<int>(type), 1.0}});
            ++master.misses;
        }
        for (std::size_t type = 0; type < types_.size(); ++type) {
            const int length = types_[type].length;
            std::optional<Column> cheapest;
            for (std::size_t s = 0; s < stock_.size(); ++s) {
                if (length > stock(s).length || stock(s).most <= 0) continue;
                Column column{s, {{type, 1}}, length, price_of(s, length)};
                if (limited(s) && stock(s).single)
                    put(master, std::move(column));
                else if (!limited(s) && (!cheapest || column.price < cheapest->price))
                    cheapest = std::move(column);
            }
            if (cheapest) put(master, std::move(*cheapest));
        }
    }
    // Adds columns until none would make the programme cheaper; false: stopped before.
    bool generate(Master& master, FillingTable& table, const std::vector<int>& count) const {
        for (std::size_t round = 0; round < most_rounds && left_s() > 0; ++round) {
            if (!master.lp.solve()) return false;
            std::vector<double> value;
            for (std::size_t type = 0; type < types_.size(); ++type)
                value.push_back(std::max(0.0, master.lp.dual(type)));
            table.work_out(value, count);
            bool added = false;
            for (std::size_t s = 0; s < stock_.size(); ++s) {
                if (stock(s).single || stock(s).most <= 0) continue;
                const double worth = table.best(room_of(s)) + master.lp.dual(types_.size() + s);
                if (worth <= stock(s).price + tiny) continue;
                Column column{s, table.filling(room_of(s)), 0, stock(s).price};
                for (const FillOf& part : column.fill)
                    column.used += part.count * types_[part.type].length;
                put(master, std::move(column));
                added = true;
            }
            if (!added) return true;
        }
        return false;
    }

    Plan by_columns() {
        Master master{LinearProgramme(rows()), {}, 0};
        begin(master);
        FillingTable table(types_, capacity_);
        const bool whole = generate(master, table, demand_);
        const double relaxed = whole ? master.lp.cost() : 0;
        std::vector<double> value, of_stock;
        for (std::size_t type = 0; type < types_.size(); ++type)
            value.push_back(std::max(0.0, master.lp.dual(type)));
        for (std::size_t s = 0; s < stock_.size(); ++s)
            of_stock.push_back(master.lp.dual(types_.size() + s));
        Plan best = one_by_one();
        take_better(best, dive(master, table));
        const std::optional<Totals> totals = totals_up_to(best.cost);
        const double bound = next_total(totals, std::max(relaxed, by_length()));
        if (totals && best.cost > bound + same_price)
            take_better(best, fill_cheap_totals(*totals, bound, best.cost, table));
        if (best.cost > bound + same_price)
            take_better(best, best_of(master.columns, {false, std::nullopt, 0.2}));
        bool proven = best.cost <= bound + same_price;
        if (!proven && whole) {
            const auto all = cheaper_columns(table, {value, of_stock}, best.cost - relaxed);
            if (all) {
                take_better(best, best_of(*all, {false, std::nullopt, 0.6}));
                proven = proven_ || best.cost <= bound + same_price;
            }
        }
        double fines = 0;
        for (int count : best.missing) fines += count * fine_;
        out_.least_price = proven;
        out_.price_bound = proven ? best.price : std::clamp(bound - fines, 0.0, best.price);
        take_sparing(best, table);
        return best;
    }
    // All that is needed at the least price a length.
    double by_length() const {
        double sum = total_length(), least = 1e30;
        for (std::size_t s = 0; s < stock_.size(); ++s) {
            const double length = stock(s).length;
            if (limited(s)) sum -= length * stock(s).most;
            const double each = stock(s).price / length + stock(s).price_per_length * scale_;
            if (!limited(s)) least = std::min(least, each);
        }
        return least < 1e30 ? std::max(0.0, sum) * least : 0;
    }
    static void take_better(Plan& best, const std::optional<Plan>& other) {
        if (other && other->cost < best.cost - tiny) best = *other;
    }

    // Longest first into the first length with room, one of the lengths at a time tried as the
    // one that is bought.
    Plan one_by_one() const {
        std::optional<Plan> best;
        for (std::size_t bought = 0; bought < stock_.size(); ++bought) {
            if (limited(bought) && stock_.size() > 1 && best) continue;
            Plan plan = first_fit(bought);
            if (!best || plan.cost < best->cost) best = std::move(plan);
        }
        return *best;
    }
    Plan first_fit(std::size_t bought) const {
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
    void place(std::vector<Column>& open, std::vector<int>& there, std::size_t type,
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

    // Takes whole columns of the linear programme, then the largest part of one, and goes on with
    // what is left.
    std::optional<Plan> dive(Master& master, FillingTable& table) {
        std::vector<Column> taken;
        std::vector<int> left = demand_, there;
        for (const StockLength& one : stock_) there.push_back(one.most);
        while (std::any_of(left.begin(), left.end(), [](int count) { return count > 0; })) {
            if (left_s() <= 0 || !master.lp.solve()) return std::nullopt;
            std::vector<std::size_t> whole;
            double largest = tiny;
            std::optional<std::size_t> part;
            for (std::size_t i = 0; i < master.columns.size(); ++i) {
                const double amount = master.lp.value(master.misses + i);
                if (there[master.columns[i].stock] <= 0) continue;
                if (amount >= 1 - tiny) whole.push_back(i);
                if (amount > largest + tiny) {
                    largest = amount;
                    part = i;
                }
            }
            if (!part) break;  // only missing pieces are left
            if (whole.empty()) whole.push_back(*part);
            for (std::size_t i : whole) {
                const Column& column = master.columns[i];
                const int times =
                    std::max(1, static_cast<int>(master.lp.value(master.misses + i) + tiny));
                for (int n = 0; n < times && there[column.stock] > 0; ++n) {
                    bool of_use = false;
                    for (const FillOf& one : column.fill) of_use = of_use || left[one.type] > 0;
                    if (!of_use) break;
                    for (const FillOf& one : column.fill)
                        left[one.type] = std::max(0, left[one.type] - one.count);
                    if (limited(column.stock)) --there[column.stock];
                    taken.push_back(column);
                }
            }
            for (std::size_t type = 0; type < types_.size(); ++type)
                master.lp.set_row(type, {double(left[type]), 1e30});
            for (std::size_t s = 0; s < stock_.size(); ++s) {
                if (limited(s)) master.lp.set_row(types_.size() + s, {0, double(there[s])});
            }
            generate(master, table, left);
        }
        return plan_of(taken, true);
    }

    // Every column that a plan cheaper by up to `gap` than the best so far could use: nothing where
    // they are too many.
    struct Duals {
        const std::vector<double>& of_type;
        const std::vector<double>& of_stock;
    };
    std::optional<std::vector<Column>> cheaper_columns(FillingTable& table, Duals duals,
                                                       double gap) const {
        table.work_out(duals.of_type, demand_);
        std::vector<Column> columns;
        bool few = true;
        for (std::size_t s = 0; s < stock_.size() && few; ++s) {
            if (stock(s).most <= 0) continue;
            if (stock(s).single) {
                for (std::size_t type = 0; type < types_.size(); ++type) {
                    const int length = types_[type].length;
                    if (length <= stock(s).length)
                        columns.push_back({s, {{type, 1}}, length, price_of(s, length)});
                }
                continue;
            }
            const double least = stock(s).price - duals.of_stock[s] - gap - tiny;
            table.each(room_of(s), least, [&](const Filling& fill, int used) {
                columns.push_back({s, fill, used, stock(s).price});
                few = columns.size() <= effort_.most_columns && left_s() > 0;
                return few;
            });
        }
        if (!few) return std::nullopt;
        return columns;
    }

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
    // Nothing where prices are not of whole cents, or a piece can be left over.
    std::optional<Totals> totals_up_to(double at_most) const {
        double given = 0;
        long step = 0;
        if (std::find(may_miss_.begin(), may_miss_.end(), true) != may_miss_.end())
            return std::nullopt;
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
    double next_total(const std::optional<Totals>& totals, double at_least) const {
        for (std::size_t i = 0; totals && i < totals->of.size(); ++i) {
            if (totals->money(i) >= at_least - 1e-4 && totals->of[i].length >= total_length())
                return totals->money(i);
        }
        return at_least;
    }
    // Cheap totals one after the other, until the packages of one can be filled with all pieces.
    std::optional<Plan> fill_cheap_totals(const Totals& totals, double at_least, double below,
                                          FillingTable& table) const {
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

    // One length after the other as full as can be, the shortest first, of fillings alike that of
    // long pieces: nothing if pieces are left. What is left of the stock is in one piece then.
    std::optional<Plan> fill(std::vector<std::size_t> lengths, std::vector<int> left,
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
    void take_sparing(Plan& plan, FillingTable& table) const {
        std::vector<int> pieces = demand_;
        for (std::size_t type = 0; type < types_.size(); ++type) pieces[type] -= plan.missing[type];
        std::vector<std::size_t> lengths;
        for (const Column& column : plan.columns) lengths.push_back(column.stock);
        std::optional<Plan> sparing = fill(std::move(lengths), std::move(pieces), table);
        if (sparing && sparing->price <= plan.price + tiny && waste_of(*sparing) < waste_of(plan)) {
            sparing->missing = plan.missing;
            sparing->cost = plan.cost;
            plan = std::move(*sparing);
        }
    }

    void hand_out(const Plan& plan) {
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
            out_.waste += waste_of(column.stock, column.used);
            out_.lengths.push_back(std::move(length));
        }
        for (std::size_t type = 0; type < types_.size(); ++type) {
            for (; next[type] < types_[type].pieces.size(); ++next[type])
                out_.too_long.push_back(types_[type].pieces[next[type]]);
        }
        std::sort(out_.too_long.begin(), out_.too_long.end());
        out_.price = plan.price;
        std::stable_sort(out_.lengths.begin(), out_.lengths.end(),
                         [](const CutLength& a, const CutLength& b) {
                             return std::pair(a.stock, a.left) < std::pair(b.stock, b.left);
                         });
    }

    const CuttingJob& job_;
    CuttingEffort effort_;
    std::chrono::steady_clock::time_point start_;
    std::vector<StockLength> stock_;
    std::vector<PieceType> types_;
    std::vector<int> demand_;
    std::vector<bool> may_miss_;
    int scale_ = 0;
    int capacity_ = 0;
    double dearest_ = 0, fine_ = 0;
    bool proven_ = false;
    Cutting out_;
};

}  // namespace

Cutting cut(const CuttingJob& job, const CuttingEffort& effort) {
    return Cutter(job, effort).done();
}

}  // namespace ovant
