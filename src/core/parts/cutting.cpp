// SPDX-License-Identifier: GPL-3.0-or-later
// Columns are generated (Gilmore and Gomory 1961), a plan is dived for along the linear programme,
// and where it is not yet proven, all columns that a cheaper plan could use are given to CBC. Of a
// small job all columns there are.
#include "core/parts/cutting.h"

#include <algorithm>
#include <optional>

#include "core/parts/cutting_model.h"
#include "core/solve/integer_programme.h"
#include "core/solve/linear_programme.h"

namespace ovant {
namespace {

using namespace cutting;

constexpr std::size_t most_rounds = 3000;

class Cutter {
public:
    Cutter(const CuttingJob& job, const CuttingEffort& effort)
        : effort_(effort), model_(job, effort.most_s) {}

    Cutting done() {
        const bool none = model_.types().empty();
        Plan plan;
        if (!none) plan = nothing_shared() ? each_by_itself() : by_columns();
        least_price_ = least_price_ || none;
        bool least_waste = none || nothing_shared();
        least_waste = least_waste || (least_price_ && model_.waste_of(plan) == 0);
        if (!least_waste) least_waste = try_all(plan);
        Cutting out = model_.handed_out(plan);
        out.price_bound = least_price_ ? plan.price : std::min(price_bound_, plan.price);
        out.least_price = least_price_;
        out.least_waste = least_waste;
        return out;
    }

private:
    // Leads and what comes by the metre, as many as are wanted: no piece stands in another's way.
    bool nothing_shared() const {
        return std::all_of(
            model_.all_stock().begin(), model_.all_stock().end(),
            [](const StockLength& one) { return one.single && one.most == unlimited; });
    }
    Plan each_by_itself() {
        std::vector<Column> columns;
        for (std::size_t type = 0; type < model_.types().size(); ++type) {
            const int length = model_.types()[type].length;
            std::optional<std::size_t> best;
            const auto rank = [&](std::size_t s) {
                return std::pair(model_.price_of(s, length), model_.waste_of(s, length));
            };
            for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
                if (length <= model_.stock(s).length && (!best || rank(s) < rank(*best))) best = s;
            }
            if (best)
                columns.insert(columns.end(), static_cast<std::size_t>(model_.demand()[type]),
                               {*best, {{type, 1}}, length, model_.price_of(*best, length)});
        }
        least_price_ = true;
        return model_.plan_of(columns, false);
    }

    // Every column, where they are few: the least price if it is not known yet, then the least
    // waste; whether that is proven.
    bool try_all(Plan& plan) {
        FillingTable table(model_.types(), model_.capacity());
        table.work_out(std::vector<double>(model_.types().size(), 0.0), model_.demand());
        std::vector<Column> columns;
        std::size_t fillings = 0;
        table.each(model_.capacity(), 0, [&](const Filling& fill, int used) {
            add_for_each_stock(columns, fill, used);
            return ++fillings <= effort_.most_patterns;
        });
        if (fillings > effort_.most_patterns) return false;
        for (std::size_t type = 0; type < model_.types().size(); ++type) {
            for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
                const Filling one{{type, 1}};
                const int length = model_.types()[type].length;
                if (model_.stock(s).single && model_.stock(s).most > 0 &&
                    model_.holds(s, one, length))
                    columns.push_back({s, one, length, model_.price_of(s, length)});
            }
        }
        if (!least_price_) {
            take_better(plan, best_of(columns, {true, std::nullopt, 0.5}));
            least_price_ = proven_;
        }
        const std::optional<Plan> sparing = best_of(columns, {true, plan.cost + same_price, 1});
        if (sparing && model_.waste_of(*sparing) < model_.waste_of(plan)) plan = *sparing;
        return sparing && proven_;
    }
    // One of two lengths that can both be bought is left out where the other is no dearer and
    // wastes no more.
    void add_for_each_stock(std::vector<Column>& columns, const Filling& fill, int used) const {
        for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
            if (model_.stock(s).single || model_.stock(s).most <= 0 || !model_.holds(s, fill, used))
                continue;
            bool beaten = false;
            for (std::size_t o = 0; o < model_.all_stock().size() && !model_.limited(s); ++o) {
                if (o == s || model_.limited(o) || model_.stock(o).single ||
                    !model_.holds(o, fill, used))
                    continue;
                const auto mine = std::pair(model_.stock(s).price, model_.waste_of(s, used));
                const auto other = std::pair(model_.stock(o).price, model_.waste_of(o, used));
                beaten = beaten || (other.first <= mine.first && other.second <= mine.second &&
                                    (other != mine || o < s));
            }
            if (!beaten) columns.push_back({s, fill, used, model_.price_of(s, used)});
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
        if (model_.left_s() <= 0) return std::nullopt;
        const std::optional<double>& at_cost = ask.at_cost;
        IntegerProgramme programme;
        std::vector<ProgrammeRow> piece_rows(model_.types().size());
        std::vector<ProgrammeRow> stock_rows(model_.all_stock().size());
        ProgrammeRow cost_row{-1e30, at_cost.value_or(1e30), {}};
        const auto add = [&](double price, double waste, double most) {
            const int column = programme.add(at_cost ? waste : price, most);
            if (price != 0) cost_row.terms.push_back({column, price});
            return column;
        };
        for (const Column& one : columns) {
            int most = model_.stock(one.stock).most;
            for (const FillOf& part : one.fill)
                most = std::min(most, (model_.demand()[part.type] + part.count - 1) / part.count);
            const int column = add(one.price, model_.waste_of(one.stock, one.used), most);
            for (const FillOf& part : one.fill)
                piece_rows[part.type].terms.push_back({column, double(part.count)});
            if (model_.limited(one.stock)) stock_rows[one.stock].terms.push_back({column, 1.0});
        }
        for (std::size_t type = 0; type < model_.types().size(); ++type) {
            piece_rows[type].low = model_.demand()[type];
            piece_rows[type].high = ask.exactly ? model_.demand()[type] : 1e30;
            if (model_.may_miss(type))
                piece_rows[type].terms.push_back(
                    {add(model_.fine(), 0, model_.demand()[type]), 1.0});
            programme.rows.push_back(piece_rows[type]);
        }
        for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
            if (stock_rows[s].terms.empty()) continue;
            stock_rows[s].low = 0;
            stock_rows[s].high = model_.stock(s).most;
            programme.rows.push_back(stock_rows[s]);
        }
        if (at_cost) programme.rows.push_back(cost_row);
        const ProgrammeSolution solution = solve(programme, model_.left_s() * ask.share_of_time);
        proven_ = solution.proven || solution.infeasible;
        if (!solution.found) return std::nullopt;
        std::vector<Column> used;
        for (std::size_t i = 0; i < columns.size(); ++i) {
            for (int n = 0; n < static_cast<int>(solution.values[i]); ++n)
                used.push_back(columns[i]);
        }
        return model_.plan_of(used, !at_cost);
    }

    // A linear programme over columns, and those columns.
    struct Master {
        LinearProgramme lp;
        std::vector<Column> columns;  // behind those for missing pieces
        std::size_t misses = 0;
    };
    std::vector<LinearProgramme::Row> rows() const {
        std::vector<LinearProgramme::Row> rows;
        for (int count : model_.demand()) rows.push_back({double(count), 1e30});
        for (const StockLength& one : model_.all_stock())
            rows.push_back({0, one.most < unlimited ? double(one.most) : 1e30});
        return rows;
    }
    void put(Master& master, Column column) const {
        std::vector<std::pair<int, double>> terms;
        for (const FillOf& part : column.fill)
            terms.push_back({static_cast<int>(part.type), double(part.count)});
        terms.push_back({static_cast<int>(model_.types().size() + column.stock), 1.0});
        master.lp.add(column.price, terms);
        master.columns.push_back(std::move(column));
    }
    void begin(Master& master) const {
        for (std::size_t type = 0; type < model_.types().size(); ++type) {
            if (!model_.may_miss(type)) continue;
            master.lp.add(model_.fine(), {{static_cast<int>(type), 1.0}});
            ++master.misses;
        }
        for (std::size_t type = 0; type < model_.types().size(); ++type) {
            const int length = model_.types()[type].length;
            std::optional<Column> cheapest;
            for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
                if (length > model_.stock(s).length || model_.stock(s).most <= 0) continue;
                Column column{s, {{type, 1}}, length, model_.price_of(s, length)};
                if (model_.limited(s) && model_.stock(s).single)
                    put(master, std::move(column));
                else if (!model_.limited(s) && (!cheapest || column.price < cheapest->price))
                    cheapest = std::move(column);
            }
            if (cheapest) put(master, std::move(*cheapest));
        }
    }
    // Adds columns until none would make the programme cheaper; false: stopped before.
    bool generate(Master& master, FillingTable& table, const std::vector<int>& count) const {
        for (std::size_t round = 0; round < most_rounds && model_.left_s() > 0; ++round) {
            if (!master.lp.solve()) return false;
            std::vector<double> value;
            for (std::size_t type = 0; type < model_.types().size(); ++type)
                value.push_back(std::max(0.0, master.lp.dual(type)));
            table.work_out(value, count);
            bool added = false;
            for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
                if (model_.stock(s).single || model_.stock(s).most <= 0) continue;
                const double worth =
                    table.best(model_.room_of(s)) + master.lp.dual(model_.types().size() + s);
                if (worth <= model_.stock(s).price + tiny) continue;
                Column column{s, table.filling(model_.room_of(s)), 0, model_.stock(s).price};
                for (const FillOf& part : column.fill)
                    column.used += part.count * model_.types()[part.type].length;
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
        FillingTable table(model_.types(), model_.capacity());
        const bool whole = generate(master, table, model_.demand());
        const double relaxed = whole ? master.lp.cost() : 0;
        std::vector<double> value, of_stock;
        for (std::size_t type = 0; type < model_.types().size(); ++type)
            value.push_back(std::max(0.0, master.lp.dual(type)));
        for (std::size_t s = 0; s < model_.all_stock().size(); ++s)
            of_stock.push_back(master.lp.dual(model_.types().size() + s));
        Plan best = model_.one_by_one();
        take_better(best, dive(master, table));
        const std::optional<Totals> totals = model_.totals_up_to(best.cost);
        const double bound = model_.next_total(totals, std::max(relaxed, model_.least_by_length()));
        if (totals && best.cost > bound + same_price)
            take_better(best, model_.fill_cheap_totals(*totals, bound, best.cost, table));
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
        for (int count : best.missing) fines += count * model_.fine();
        least_price_ = proven;
        price_bound_ = std::clamp(bound - fines, 0.0, best.price);
        model_.take_sparing(best, table);
        return best;
    }
    static void take_better(Plan& best, const std::optional<Plan>& other) {
        if (other && other->cost < best.cost - tiny) best = *other;
    }

    // Takes whole columns of the linear programme, then the largest part of one, and goes on with
    // what is left.
    std::optional<Plan> dive(Master& master, FillingTable& table) {
        std::vector<Column> taken;
        std::vector<int> left = model_.demand(), there;
        for (const StockLength& one : model_.all_stock()) there.push_back(one.most);
        while (std::any_of(left.begin(), left.end(), [](int count) { return count > 0; })) {
            if (model_.left_s() <= 0 || !master.lp.solve()) return std::nullopt;
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
                    if (model_.limited(column.stock)) --there[column.stock];
                    taken.push_back(column);
                }
            }
            for (std::size_t type = 0; type < model_.types().size(); ++type)
                master.lp.set_row(type, {double(left[type]), 1e30});
            for (std::size_t s = 0; s < model_.all_stock().size(); ++s) {
                if (model_.limited(s))
                    master.lp.set_row(model_.types().size() + s, {0, double(there[s])});
            }
            generate(master, table, left);
        }
        return model_.plan_of(taken, true);
    }

    // Every column that a plan cheaper by up to `gap` than the best so far could use: nothing where
    // they are too many.
    struct Duals {
        const std::vector<double>& of_type;
        const std::vector<double>& of_stock;
    };
    std::optional<std::vector<Column>> cheaper_columns(FillingTable& table, Duals duals,
                                                       double gap) const {
        table.work_out(duals.of_type, model_.demand());
        std::vector<Column> columns;
        bool few = true;
        for (std::size_t s = 0; s < model_.all_stock().size() && few; ++s) {
            if (model_.stock(s).most <= 0) continue;
            if (model_.stock(s).single) {
                for (std::size_t type = 0; type < model_.types().size(); ++type) {
                    const int length = model_.types()[type].length;
                    if (length <= model_.stock(s).length)
                        columns.push_back({s, {{type, 1}}, length, model_.price_of(s, length)});
                }
                continue;
            }
            const double least = model_.stock(s).price - duals.of_stock[s] - gap - tiny;
            table.each(model_.room_of(s), least, [&](const Filling& fill, int used) {
                columns.push_back({s, fill, used, model_.stock(s).price});
                few = columns.size() <= effort_.most_columns && model_.left_s() > 0;
                return few;
            });
        }
        if (!few) return std::nullopt;
        return columns;
    }

    CuttingEffort effort_;
    CuttingModel model_;
    bool proven_ = false;  // by the last of CBC
    bool least_price_ = false;
    double price_bound_ = 0;
};

}  // namespace

Cutting cut(const CuttingJob& job, const CuttingEffort& effort) {
    return Cutter(job, effort).done();
}

}  // namespace ovant
