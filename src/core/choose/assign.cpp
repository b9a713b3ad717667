// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/assign.h"

#include <algorithm>
#include <array>
#include <limits>

#include "core/site/edits.h"

namespace ovant {
namespace {

constexpr double no_limit = 1e30;
// Costs of the programme: nothing outweighs a move but a run that holds instead of being tight.
constexpr double cost_of_move = 100, cost_of_group = 60, cost_of_tight = 1000;

// Ports of one unit that are alike: any of them does.
struct Pool {
    int device = -1;
    int group = 0;  // 0, or the group whose setting decides
    std::vector<PortAt> ports;
    std::vector<PortAt> open;  // those not taken by something that stays
};

// How well runs do: their worst verdict, and how many checks fail where one does.
struct Level {
    Verdict verdict = Verdict::fails;
    int failing = 1000;
    auto operator<=>(const Level&) const = default;
};

// A plug on a feeding port, with whatever is behind it.
struct Item {
    PortAt at;
    int pool = -1;
    std::vector<std::size_t> runs;  // by index into Network::runs
    int poe_class = 0;
    int importance = 3;
    double mbps = 0;
    Level now;
};

// How one plug would do in one pool under one setting of its group.
struct Fit {
    Level level;
    double watts = 0;
    int column = -1;
};

bool same_kind_of_port(const PortKind& a, const PortKind& b) {
    return a.poe_class == b.poe_class && a.limit_w == b.limit_w && a.rate_mbps == b.rate_mbps &&
           a.group == b.group && a.medium == b.medium && a.power == b.power &&
           a.alternative == b.alternative && a.line == b.line;
}

class Assigner {
public:
    Assigner(const Site& site, const Catalogue& catalogue, const AssignOptions& options)
        : given_(site), catalogue_(catalogue), options_(options), site_(site) {
        net_ = lay_out(site_, catalogue);
        place_ = options.place;
        for (const Place& place : site.places) {
            if (place_.empty() && place.head_end) place_ = place.id;
        }
        find_pools();
        find_items();
        measure();
    }

    Assignment make() {
        Assignment out;
        out.site = given_;
        if (items_.empty()) {
            out.found = out.proven = out.inside_keep = true;
            return out;
        }
        for (const Item& item : items_) {
            if (best_of(item).verdict == Verdict::fails) out.not_helped.push_back(name_of(item));
        }
        for (bool keep : {true, false}) {
            const IntegerProgramme programme = write(keep, {});
            const ProgrammeSolution solution = solve(programme, options_.most_s);
            if (!solution.found) {
                if (!solution.infeasible) out.limit = AssignLimit::time;
                continue;
            }
            out.found = true;
            out.proven = solution.proven;
            out.inside_keep = keep;
            out.limit = AssignLimit::none;
            take(solution, out);
            return out;
        }
        if (out.limit != AssignLimit::time) explain(out);
        return out;
    }

    IntegerProgramme programme() { return items_.empty() ? IntegerProgramme() : write(true, {}); }

private:
    // What the explanation leaves out to see which limit it was.
    struct Without {
        bool budget = false, uplink = false, groups = false, spare = false;
    };

    const std::string& name_of(const Item& item) const {
        return net_.device(net_.runs[item.runs.front()].camera).id;
    }
    bool is_focus(const Item& item) const {
        return std::any_of(item.runs.begin(), item.runs.end(), [&](std::size_t run) {
            return net_.device(net_.runs[run].camera).id == options_.only_camera;
        });
    }

    void find_pools() {
        for (std::size_t i = 0; i < net_.kinds.size(); ++i) {
            const int device = static_cast<int>(i);
            const Kind& kind = net_.kind(device);
            if (!is_source(kind) || net_.device(device).place != place_ || place_.empty()) continue;
            for (std::size_t k = 0; k < kind.ports.size(); ++k) {
                const PortAt at{device, static_cast<int>(k)};
                const PortKind& port = net_.port(at);
                if (port.role != PortRole::pse || port.power != PowerKind::poe ||
                    port.medium != Medium::twisted_pair || net_.power_off(at)) {
                    continue;
                }
                const auto like = std::find_if(pools_.begin(), pools_.end(), [&](const Pool& pool) {
                    return pool.device == device &&
                           same_kind_of_port(net_.port(pool.ports.front()), port);
                });
                if (like != pools_.end()) {
                    like->ports.push_back(at);
                } else {
                    const bool settable = kind.supply->long_setting && port.group > 0;
                    pools_.push_back({device, settable ? port.group : 0, {at}, {}});
                }
            }
        }
    }

    void find_items() {
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            for (PortAt at : pools_[p].ports) {
                if (net_.link_at(at) < 0) {
                    pools_[p].open.push_back(at);
                    continue;
                }
                Item item;
                item.at = at;
                item.pool = static_cast<int>(p);
                item.poe_class = class_asked(net_, at);
                for (std::size_t r = 0; r < net_.runs.size(); ++r) {
                    const Run& run = net_.runs[r];
                    if (run.source != at) continue;
                    item.runs.push_back(r);
                    item.mbps += net_.bit_rate_mbps[r];
                    const Device& camera = net_.device(run.camera);
                    if (camera.camera) {
                        item.importance = std::min(item.importance, camera.camera->importance);
                    }
                }
                if (item.poe_class == 0 || item.runs.empty()) continue;  // stays where it is
                pools_[p].open.push_back(at);
                items_.push_back(std::move(item));
            }
        }
    }

    // Without port-setting: who stands beside whom is for the programme to decide. Each neighbour
    // that cannot have the setting says so by its own link-rate.
    Level judge_run(std::size_t run) const {
        Level level{Verdict::holds, 0};
        for (const Check& check : assess_run(net_, run).checks) {
            if (check.id == CheckId::port_setting) continue;
            level.verdict = std::max(level.verdict, check.verdict);
            level.failing += check.verdict == Verdict::fails;
        }
        return level;
    }
    Level judge(const Item& item) const {
        Level level{Verdict::holds, 0};
        for (std::size_t run : item.runs) {
            const Level one = judge_run(run);
            level.verdict = std::max(level.verdict, one.verdict);
            level.failing += one.failing;
        }
        return level;
    }

    // Moves the plug in the network alone, asks, and moves it back.
    Fit fit_at(Item& item, PortAt to, SwitchBasis basis) {
        const PortAt from = item.at;
        const int link = net_.link_at(from);
        NetLink& laid = net_.links[static_cast<std::size_t>(link)];
        const auto on = [&](PortAt at) -> int& {
            return net_
                .link_on[static_cast<std::size_t>(at.device)][static_cast<std::size_t>(at.port)];
        };
        const int there = on(to);
        const auto replug = [&](PortAt old_at, PortAt new_at) {
            (laid.a == old_at ? laid.a : laid.b) = new_at;
            for (PortAt& by : net_.fed_by) {
                if (by == old_at) by = new_at;
            }
            for (std::size_t number : item.runs) {
                Run& run = net_.runs[number];
                run.source = new_at;
                for (PortAt& out : run.outs) {
                    if (out == old_at) out = new_at;
                }
            }
        };
        // What else is fed from the target must not be taken for this plug's.
        std::vector<std::size_t> others;
        for (std::size_t i = 0; i < net_.fed_by.size(); ++i) {
            if (from != to && net_.fed_by[i] == to) others.push_back(i);
        }
        for (std::size_t i : others) net_.fed_by[i] = {};
        on(from) = -1;
        on(to) = link;
        replug(from, to);
        Fit fit;
        fit.level = judge(item);
        fit.watts = assess_port(net_, to).counted_w(basis);
        replug(to, from);
        on(to) = there;
        on(from) = link;
        for (std::size_t i : others) net_.fed_by[i] = to;
        return fit;
    }

    SwitchBasis basis_of(int device) const {
        return net_.kind(device).supply->allocation == Allocation::by_class
                   ? SwitchBasis::by_class
                   : given_.settings.switch_basis;
    }

    void set_group(int device, int group, bool on) {
        auto& groups = site_.devices[static_cast<std::size_t>(device)].long_groups;
        if (on)
            groups.insert(group);
        else
            groups.erase(group);
    }
    bool group_now(const Pool& pool) const {
        return given_.devices[static_cast<std::size_t>(pool.device)].long_groups.contains(
            pool.group);
    }

    void measure() {
        stay_fits_.assign(pools_.size(), {Level{Verdict::holds, 0}, Level{Verdict::holds, 0}});
        fits_.assign(items_.size(), std::vector<std::array<Fit, 2>>(pools_.size()));
        for (Item& item : items_) item.now = judge(item);
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            Pool& pool = pools_[p];
            for (bool on : {false, true}) {
                if (pool.group == 0 && on) continue;
                const bool now = pool.group > 0 && group_now(pool);
                if (pool.group > 0) {
                    if (!options_.may_change_groups && on != now) continue;
                    set_group(pool.device, pool.group, on);
                }
                for (std::size_t i = 0; i < items_.size(); ++i) {
                    Item& item = items_[i];
                    const PortAt to =
                        item.pool == static_cast<int>(p) ? item.at : pool.ports.front();
                    fits_[i][p][on] = fit_at(item, to, basis_of(pool.device));
                }
                if (pool.group > 0) {
                    stay_fits_[p][on] = judge_what_stays(pool);
                    set_group(pool.device, pool.group, now);
                }
            }
        }
    }

    // The worst run over a plug of the pool that is none of the items, as an injector's data lead.
    Level judge_what_stays(const Pool& pool) const {
        Level worst{Verdict::holds, 0};
        for (PortAt at : pool.ports) {
            if (std::find(pool.open.begin(), pool.open.end(), at) != pool.open.end()) continue;
            for (std::size_t r = 0; r < net_.runs.size(); ++r) {
                const auto& outs = net_.runs[r].outs;
                if (std::find(outs.begin(), outs.end(), at) != outs.end())
                    worst = std::max(worst, judge_run(r));
            }
        }
        return worst;
    }

    Level best_of(const Item& item) const {
        const auto i = static_cast<std::size_t>(&item - items_.data());
        Level best;
        for (const auto& fit : fits_[i]) best = std::min({best, fit[0].level, fit[1].level});
        return best;
    }

    bool allowed(const Item& item, std::size_t pool, bool on, bool keep) const {
        const auto i = static_cast<std::size_t>(&item - items_.data());
        const Level level = fits_[i][pool][on].level;
        if (!options_.only_camera.empty()) {
            if (is_focus(item)) return level < item.now;
            return level <= item.now || (!keep && level.verdict <= Verdict::tight);
        }
        // What fails everywhere may go where it is no worse.
        return level <= best_of(item) || (!keep && level.verdict <= Verdict::tight);
    }

    double keep_share(bool keep, double share) const { return keep ? 1 - share : 1; }

    // Columns: a plug in a pool under a setting, and the settings; rows: the limits.
    IntegerProgramme write(bool keep, const Without& without) {
        IntegerProgramme out;
        std::vector<int> setting(pools_.size(), -1);
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            if (pools_[p].group == 0) continue;
            // One column for all pools of a group.
            for (std::size_t q = 0; q < p; ++q) {
                if (pools_[q].device == pools_[p].device && pools_[q].group == pools_[p].group)
                    setting[p] = setting[q];
            }
            if (setting[p] < 0) {
                setting[p] = out.add(group_now(pools_[p]) ? -cost_of_group : cost_of_group);
            }
            // A setting that harms what stays is none to choose.
            const auto& stay = stay_fits_[p];
            const double wanted = stay[1] < stay[0] ? 1 : 0;
            if (stay[0] != stay[1]) out.rows.push_back({wanted, wanted, {{setting[p], 1}}});
        }
        settings_ = setting;
        for (std::size_t i = 0; i < items_.size(); ++i) {
            ProgrammeRow once{1, 1, {}};
            for (std::size_t p = 0; p < pools_.size(); ++p) {
                for (bool on : {false, true}) {
                    Fit& fit = fits_[i][p][on];
                    fit.column = -1;
                    if ((on && pools_[p].group == 0) || !allowed(items_[i], p, on, keep)) continue;
                    const bool moved = items_[i].pool != static_cast<int>(p);
                    fit.column = out.add((moved ? cost_of_move : 0) +
                                         (fit.level.verdict == Verdict::holds ? 0 : cost_of_tight));
                    once.terms.push_back({fit.column, 1});
                }
            }
            out.rows.push_back(std::move(once));
        }
        for (std::size_t p = 0; p < pools_.size(); ++p) port_rows(out, p, setting[p], without);
        std::vector<int> units;
        for (const Pool& pool : pools_) {
            if (std::find(units.begin(), units.end(), pool.device) == units.end())
                units.push_back(pool.device);
        }
        for (int unit : units) unit_rows(out, unit, keep, without);
        return out;
    }

    void port_rows(IntegerProgramme& out, std::size_t p, int setting, const Without& without) {
        const double room = static_cast<double>(pools_[p].open.size());
        ProgrammeRow all{0, room, {}};
        ProgrammeRow with_on{-no_limit, 0, {}}, with_off{-no_limit, room, {}};
        for (const auto& fits : fits_) {
            for (bool on : {false, true}) {
                const int column = fits[p][on].column;
                if (column < 0) continue;
                all.terms.push_back({column, 1});
                (on ? with_on : with_off).terms.push_back({column, 1});
            }
        }
        out.rows.push_back(std::move(all));
        if (setting < 0 || without.groups) return;
        with_on.terms.push_back({setting, -room});
        with_off.terms.push_back({setting, room});
        out.rows.push_back(std::move(with_on));
        out.rows.push_back(std::move(with_off));
    }

    // A row over every column of the unit's pools, each with what `factor` says of it.
    template <class Factor>
    ProgrammeRow over_unit(int unit, double high, Factor factor) const {
        ProgrammeRow row{-no_limit, high, {}};
        for (std::size_t i = 0; i < items_.size(); ++i) {
            for (std::size_t p = 0; p < pools_.size(); ++p) {
                if (pools_[p].device != unit) continue;
                for (bool on : {false, true}) {
                    const Fit& fit = fits_[i][p][on];
                    const double by = fit.column < 0 ? 0 : factor(items_[i], fit);
                    if (by != 0) row.terms.push_back({fit.column, by});
                }
            }
        }
        return row;
    }

    void unit_rows(IntegerProgramme& out, int unit, bool keep, const Without& without) {
        const Kind& kind = net_.kind(unit);
        const KeepBack& back = given_.settings.keep_back;
        const SwitchAssessment now = assess_switch(net_, unit);
        const double now_w = now.basis == SwitchBasis::by_class        ? now.by_class_w
                             : now.basis == SwitchBasis::greatest_draw ? now.greatest_w
                                                                       : now.typical_w;
        double movable_w = 0, movable_mbps = 0, free_ports = 0;
        for (std::size_t i = 0; i < items_.size(); ++i) {
            const Item& item = items_[i];
            if (item.at.device != unit) continue;
            const auto p = static_cast<std::size_t>(item.pool);
            movable_w += fits_[i][p][pools_[p].group > 0 && group_now(pools_[p])].watts;
            movable_mbps += item.mbps;
        }
        for (const Pool& pool : pools_) {
            if (pool.device == unit) free_ports += static_cast<double>(pool.open.size());
        }
        const double fixed_w = std::max(0.0, now_w - movable_w);
        double high_w = now.budget_w * keep_share(keep, back.power_share) - fixed_w;
        // Mending one run does not have to mend the unit.
        if (!options_.only_camera.empty()) high_w = std::max(high_w, now_w - fixed_w);
        if (!without.budget) {
            out.rows.push_back(
                over_unit(unit, high_w, [](const Item&, const Fit& fit) { return fit.watts; }));
            if (kind.supply->supplies > 1) {
                // What matters most keeps its power when one supply fails.
                out.rows.push_back(
                    over_unit(unit, budget_w(kind, 1), [](const Item& item, const Fit& fit) {
                        return item.importance == 1 ? fit.watts : 0;
                    }));
            }
        }
        const int towards = net_.towards[static_cast<std::size_t>(unit)];
        const int uplink = towards < 0 ? -1 : net_.link_at({unit, towards});
        if (uplink >= 0 && !without.uplink) {
            const NetLink& link = net_.links[static_cast<std::size_t>(uplink)];
            const double fixed_mbps = std::max(0.0, link.load_mbps - movable_mbps);
            const double rate = link_reach(net_, link, Condition::day).rate_mbps;
            double high = rate * keep_share(keep, back.data_share) - fixed_mbps;
            if (!options_.only_camera.empty()) high = std::max(high, movable_mbps);
            out.rows.push_back(
                over_unit(unit, high, [](const Item& item, const Fit&) { return item.mbps; }));
        }
        if (options_.spare_ports_each > 0 && !without.spare) {
            out.rows.push_back(over_unit(unit, free_ports - options_.spare_ports_each,
                                         [](const Item&, const Fit&) { return 1.0; }));
        }
    }

    void take(const ProgrammeSolution& solution, Assignment& out) {
        std::vector<std::vector<PortAt>> open;
        for (const Pool& pool : pools_) open.push_back(pool.open);
        std::vector<std::pair<std::size_t, std::size_t>> moved;  // item, pool
        for (std::size_t i = 0; i < items_.size(); ++i) {
            for (std::size_t p = 0; p < pools_.size(); ++p) {
                for (bool on : {false, true}) {
                    const int column = fits_[i][p][on].column;
                    if (column < 0 || solution.values[static_cast<std::size_t>(column)] < 0.5)
                        continue;
                    if (items_[i].pool == static_cast<int>(p))
                        std::erase(open[p], items_[i].at);
                    else
                        moved.push_back({i, p});
                }
            }
        }
        Site site = given_;
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            if (settings_[p] < 0) continue;
            const bool on = solution.values[static_cast<std::size_t>(settings_[p])] > 0.5;
            const std::string& device = net_.device(pools_[p].device).id;
            if (on == group_now(pools_[p])) continue;
            const GroupChange change{device, pools_[p].group, on};
            if (std::find(out.groups.begin(), out.groups.end(), change) != out.groups.end())
                continue;
            if (Result<Site> set = set_long_group(site, device, change.group, on)) {
                site = std::move(*set);
                out.groups.push_back(change);
            }
        }
        // Free ports first, so that a plug waits for the one that leaves its port.
        for (auto& [i, p] : moved) {
            auto& ports = open[p];
            std::stable_sort(ports.begin(), ports.end(), [&](PortAt a, PortAt b) {
                return (net_.link_at(a) < 0) > (net_.link_at(b) < 0);
            });
            const PortAt to = ports.front();
            ports.erase(ports.begin());
            out.moves.push_back({name_of(items_[i]), net_.device(items_[i].at.device).id,
                                 net_.port(items_[i].at).id, net_.device(to.device).id,
                                 net_.port(to).id});
        }
        replug_all(site, out.moves);
        out.site = std::move(site);
    }

    // All plugs at once: no port is taken twice on the way.
    static void replug_all(Site& site, const std::vector<PortMove>& moves) {
        std::vector<std::pair<LinkEnd*, const PortMove*>> ends;
        for (const PortMove& move : moves) {
            for (Link& link : site.links) {
                for (LinkEnd* end : {&link.a, &link.b}) {
                    if (end->device == move.from_device && end->port == move.from_port)
                        ends.push_back({end, &move});
                }
            }
        }
        for (auto& [end, move] : ends) {
            end->device = move->to_device;
            end->port = move->to_port;
        }
    }

    double capacity(const std::vector<bool>& pools) const {
        double sum = 0;
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            if (pools[p]) sum += static_cast<double>(pools_[p].open.size());
        }
        return sum;
    }

    // Runs that together want more ports than suit them: Hall's theorem, by augmenting paths.
    bool too_few_ports(Assignment& out) {
        std::vector<std::vector<std::size_t>> held(pools_.size());
        for (std::size_t i = 0; i < items_.size(); ++i) {
            std::vector<bool> seen(pools_.size(), false);
            std::vector<std::size_t> reached{i};
            if (place_item(i, held, seen, reached)) continue;
            for (std::size_t other : reached) out.cameras.push_back(name_of(items_[other]));
            out.wanted = static_cast<double>(reached.size());
            out.there = capacity(seen);
            name_ports(reached, seen, out);
            return true;
        }
        return false;
    }
    bool place_item(std::size_t item, std::vector<std::vector<std::size_t>>& held,
                    std::vector<bool>& seen, std::vector<std::size_t>& reached) {
        for (std::size_t p = 0; p < pools_.size(); ++p) {
            if (seen[p] || !(allowed(items_[item], p, false, false) ||
                             (pools_[p].group > 0 && allowed(items_[item], p, true, false)))) {
                continue;
            }
            seen[p] = true;
            if (held[p].size() < pools_[p].open.size()) {
                held[p].push_back(item);
                return true;
            }
            for (std::size_t& other : held[p]) {
                const std::size_t mover = other;
                reached.push_back(mover);
                if (place_item(mover, held, seen, reached)) {
                    other = item;
                    return true;
                }
            }
        }
        return false;
    }

    // What the ports that are too few have in common.
    void name_ports(const std::vector<std::size_t>& items, const std::vector<bool>& pools,
                    Assignment& out) const {
        int least_class = 9;
        bool all_long = true;
        for (std::size_t i : items) {
            least_class = std::min(least_class, items_[i].poe_class);
            for (std::size_t p = 0; p < pools_.size(); ++p) {
                if (allowed(items_[i], p, false, false)) all_long = false;
            }
        }
        double of_class = 0;
        for (const Pool& pool : pools_) {
            if (net_.port(pool.ports.front()).poe_class >= least_class)
                of_class += static_cast<double>(pool.open.size());
        }
        out.limit = AssignLimit::ports;
        if (all_long) {
            out.limit = AssignLimit::long_ports;
        } else if (of_class == capacity(pools)) {
            out.limit = AssignLimit::ports_of_class;
            out.poe_class = least_class;
        }
    }

    // Which limit it is: the one without which it can be done.
    void explain(Assignment& out) {
        if (too_few_ports(out)) return;
        const auto without = [&](bool Without::*what) {
            Without one;
            one.*what = true;
            return solve(write(false, one), options_.most_s).found;
        };
        for (const Item& item : items_) out.cameras.push_back(name_of(item));
        if (options_.spare_ports_each > 0 && without(&Without::spare)) {
            out.limit = AssignLimit::spare;
            out.wanted = static_cast<double>(items_.size());
            return;
        }
        if (without(&Without::groups)) {
            out.limit = AssignLimit::groups;
            return;
        }
        if (without(&Without::uplink)) {
            out.limit = AssignLimit::uplink;
            for (const Item& item : items_) out.wanted += item.mbps;
            return;
        }
        // Watts, or several limits at once: the watts are what the sentence can count.
        out.limit = AssignLimit::budget;
        std::vector<int> units;
        for (std::size_t i = 0; i < items_.size(); ++i) {
            double least_w = std::numeric_limits<double>::infinity();
            for (std::size_t p = 0; p < pools_.size(); ++p) {
                for (bool on : {false, true}) {
                    if (allowed(items_[i], p, on, false))
                        least_w = std::min(least_w, fits_[i][p][on].watts);
                }
            }
            out.wanted += least_w;
        }
        for (const Pool& pool : pools_) {
            if (std::find(units.begin(), units.end(), pool.device) != units.end()) continue;
            units.push_back(pool.device);
            out.there += budget_w(net_.kind(pool.device), net_.device(pool.device).supplies);
        }
    }

    const Site& given_;
    const Catalogue& catalogue_;
    const AssignOptions& options_;
    Site site_;  // as given, its groups set now and then to see how a plug would do
    Network net_;
    std::string place_;
    std::vector<Pool> pools_;
    std::vector<Item> items_;
    std::vector<std::vector<std::array<Fit, 2>>> fits_;  // by item, pool, setting
    std::vector<std::array<Level, 2>> stay_fits_;        // by pool and setting: what stays
    std::vector<int> settings_;                          // column of a pool's group, -1
};

}  // namespace

Assignment assign_ports(const Site& site, const Catalogue& catalogue,
                        const AssignOptions& options) {
    return Assigner(site, catalogue, options).make();
}

IntegerProgramme assignment_programme(const Site& site, const Catalogue& catalogue,
                                      const AssignOptions& options) {
    return Assigner(site, catalogue, options).programme();
}

Site with_priorities_by_importance(const Site& site, const Catalogue& catalogue,
                                   std::string_view device) {
    Site out = site;
    const Network net = lay_out(site, catalogue);
    for (const Run& run : net.runs) {
        if (run.source.device < 0 || net.device(run.source.device).id != device) continue;
        const auto& camera = net.device(run.camera).camera;
        const std::string& port = net.port(run.source).id;
        const int importance = camera ? camera->importance : 2;
        if (Result<Site> set = set_port_priority(out, catalogue, device, port, importance))
            out = std::move(*set);
    }
    return out;
}

}  // namespace ovant
