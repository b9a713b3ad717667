// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/choose/assign.h"

#include <algorithm>
#include <array>
#include <limits>
#include <map>

#include "core/assess/link_reach.h"
#include "core/assess/unit_checks.h"
#include "core/choose/port_fits.h"
#include "core/edits/edits.h"

namespace ovant {
namespace {

constexpr double no_limit = 1e30;
// Costs of the programme: nothing outweighs a move but a run that holds instead of being tight.
constexpr double cost_of_move = 100, cost_of_group = 60, cost_of_tight = 1000;

class Assigner {
public:
    Assigner(const Site& site, const Catalogue& catalogue, const AssignOptions& options)
        : given_(site),
          options_(options),
          ports_(measure_ports(site, catalogue, options.place, options.may_change_groups)) {}

    Assignment make() {
        Assignment out;
        out.site = given_;
        if (ports_.items.empty()) {
            out.found = out.proven = out.inside_keep = true;
            return out;
        }
        if (ports_.too_many) {
            out.limit = AssignLimit::too_many;
            out.wanted = static_cast<double>(ports_.items.size());
            out.there =
                static_cast<double>(most_fits / std::max<std::size_t>(1, ports_.pools.size()));
            return out;
        }
        for (const Item& item : ports_.items) {
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

    IntegerProgramme programme() {
        return ports_.items.empty() || ports_.too_many ? IntegerProgramme() : write(true, {});
    }

private:
    // What the explanation leaves out to see which limit it was.
    struct Without {
        bool budget = false, uplink = false, groups = false, spare = false;
    };

    const std::string& name_of(const Item& item) const {
        return ports_.net.device(ports_.net.runs[item.runs.front()].camera).id;
    }
    bool is_focus(const Item& item) const {
        return std::any_of(item.runs.begin(), item.runs.end(), [&](CameraNumber run) {
            return ports_.net.device(ports_.net.runs[run].camera).id == options_.only_camera;
        });
    }

    Level best_of(const Item& item) const {
        const auto i = static_cast<std::size_t>(&item - ports_.items.data());
        Level best;
        for (const auto& fit : ports_.fits[i]) best = std::min({best, fit[0].level, fit[1].level});
        return best;
    }

    bool allowed(const Item& item, std::size_t pool, bool on, bool keep) const {
        const auto i = static_cast<std::size_t>(&item - ports_.items.data());
        const Level level = ports_.fits[i][pool][on].level;
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
        std::vector<int> setting(ports_.pools.size(), -1);
        for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
            if (ports_.pools[p].group == 0) continue;
            // One column for all pools of a group.
            for (std::size_t q = 0; q < p; ++q) {
                if (ports_.pools[q].device == ports_.pools[p].device &&
                    ports_.pools[q].group == ports_.pools[p].group)
                    setting[p] = setting[q];
            }
            if (setting[p] < 0) {
                setting[p] =
                    out.add(ports_.group_now(ports_.pools[p]) ? -cost_of_group : cost_of_group);
            }
            // A setting that harms what stays is none to choose.
            const auto& stay = ports_.stay_fits[p];
            const double wanted = stay[1] < stay[0] ? 1 : 0;
            if (stay[0] != stay[1]) out.rows.push_back({wanted, wanted, {{setting[p], 1}}});
        }
        settings_ = setting;
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            ProgrammeRow once{1, 1, {}};
            for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
                for (bool on : {false, true}) {
                    Fit& fit = ports_.fits[i][p][on];
                    fit.column = -1;
                    if ((on && ports_.pools[p].group == 0) ||
                        !allowed(ports_.items[i], p, on, keep))
                        continue;
                    const bool moved = ports_.items[i].pool != static_cast<int>(p);
                    fit.column = out.add((moved ? cost_of_move : 0) +
                                         (fit.level.verdict == Verdict::holds ? 0 : cost_of_tight));
                    once.terms.push_back({fit.column, 1});
                }
            }
            out.rows.push_back(std::move(once));
        }
        for (std::size_t p = 0; p < ports_.pools.size(); ++p)
            port_rows(out, p, setting[p], without);
        std::vector<DeviceNumber> units;
        for (const Pool& pool : ports_.pools) {
            if (std::find(units.begin(), units.end(), pool.device) == units.end())
                units.push_back(pool.device);
        }
        for (DeviceNumber unit : units) unit_rows(out, unit, keep, without);
        return out;
    }

    void port_rows(IntegerProgramme& out, std::size_t p, int setting, const Without& without) {
        const double room = static_cast<double>(ports_.pools[p].open.size());
        ProgrammeRow all{0, room, {}};
        ProgrammeRow with_on{-no_limit, 0, {}}, with_off{-no_limit, room, {}};
        for (const auto& fits : ports_.fits) {
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
    ProgrammeRow over_unit(DeviceNumber unit, double high, Factor factor) const {
        ProgrammeRow row{-no_limit, high, {}};
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
                if (ports_.pools[p].device != unit) continue;
                for (bool on : {false, true}) {
                    const Fit& fit = ports_.fits[i][p][on];
                    const double by = fit.column < 0 ? 0 : factor(ports_.items[i], fit);
                    if (by != 0) row.terms.push_back({fit.column, by});
                }
            }
        }
        return row;
    }

    void unit_rows(IntegerProgramme& out, DeviceNumber unit, bool keep, const Without& without) {
        const Kind& kind = ports_.net.kind(unit);
        const KeepBack& back = given_.settings.keep_back;
        const UnitAssessment now = assess_unit(ports_.net, unit);
        const double now_w = now.counted_w();
        double movable_w = 0, movable_mbps = 0, free_ports = 0;
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            const Item& item = ports_.items[i];
            if (item.at.device != unit) continue;
            const auto p = static_cast<std::size_t>(item.pool);
            movable_w +=
                ports_.fits[i][p][ports_.pools[p].group > 0 && ports_.group_now(ports_.pools[p])]
                    .watts;
            movable_mbps += item.mbps;
        }
        for (const Pool& pool : ports_.pools) {
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
        // What passes data through as it comes has no uplink of its own.
        const bool switches = ports_.net.kind(unit).supply->switches_data;
        const PortNumber towards = switches ? ports_.net.towards[unit] : PortNumber{};
        const LinkNumber uplink = towards ? ports_.net.link_at({unit, towards}) : LinkNumber{};
        if (uplink && !without.uplink) {
            const NetLink& link = ports_.net.links[uplink];
            const double fixed_mbps = std::max(0.0, link.load_mbps - movable_mbps);
            const double rate = link_reach(ports_.net, link, Condition::day).rate_mbps;
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
        for (const Pool& pool : ports_.pools) open.push_back(pool.open);
        std::vector<std::pair<std::size_t, std::size_t>> moved;  // item, pool
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
                for (bool on : {false, true}) {
                    const int column = ports_.fits[i][p][on].column;
                    if (column < 0 || solution.values[column] < 0.5) continue;
                    if (ports_.items[i].pool == static_cast<int>(p))
                        std::erase(open[p], ports_.items[i].at);
                    else
                        moved.push_back({i, p});
                }
            }
        }
        Site site = given_;
        for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
            if (settings_[p] < 0) continue;
            const bool on = solution.values[settings_[p]] > 0.5;
            const std::string& device = ports_.net.device(ports_.pools[p].device).id;
            if (on == ports_.group_now(ports_.pools[p])) continue;
            const GroupChange change{device, ports_.pools[p].group, on};
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
                return (!ports_.net.link_at(a)) > (!ports_.net.link_at(b));
            });
            const PortAt to = ports.front();
            ports.erase(ports.begin());
            out.moves.push_back({name_of(ports_.items[i]),
                                 ports_.net.device(ports_.items[i].at.device).id,
                                 ports_.net.port(ports_.items[i].at).id,
                                 ports_.net.device(to.device).id, ports_.net.port(to).id});
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
        for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
            if (pools[p]) sum += static_cast<double>(ports_.pools[p].open.size());
        }
        return sum;
    }

    // Runs that together want more ports than suit them: Hall's theorem, by augmenting paths.
    bool too_few_ports(Assignment& out) {
        std::vector<std::vector<std::size_t>> held(ports_.pools.size());
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            std::vector<bool> seen(ports_.pools.size(), false);
            std::vector<std::size_t> reached{i};
            if (place_item(i, held, seen, reached)) continue;
            for (std::size_t other : reached) out.cameras.push_back(name_of(ports_.items[other]));
            out.wanted = static_cast<double>(reached.size());
            out.there = capacity(seen);
            name_ports(reached, seen, out);
            return true;
        }
        return false;
    }
    bool place_item(std::size_t item, std::vector<std::vector<std::size_t>>& held,
                    std::vector<bool>& seen, std::vector<std::size_t>& reached) {
        for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
            if (seen[p] ||
                !(allowed(ports_.items[item], p, false, false) ||
                  (ports_.pools[p].group > 0 && allowed(ports_.items[item], p, true, false)))) {
                continue;
            }
            seen[p] = true;
            if (held[p].size() < ports_.pools[p].open.size()) {
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
            least_class = std::min(least_class, ports_.items[i].poe_class);
            for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
                if (allowed(ports_.items[i], p, false, false)) all_long = false;
            }
        }
        double of_class = 0;
        for (const Pool& pool : ports_.pools) {
            if (ports_.net.port(pool.ports.front()).poe_class >= least_class)
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
        for (const Item& item : ports_.items) out.cameras.push_back(name_of(item));
        if (options_.spare_ports_each > 0 && without(&Without::spare)) {
            out.limit = AssignLimit::spare;
            out.wanted = static_cast<double>(ports_.items.size());
            return;
        }
        if (without(&Without::groups)) {
            out.limit = AssignLimit::groups;
            return;
        }
        if (without(&Without::uplink)) {
            out.limit = AssignLimit::uplink;
            for (const Item& item : ports_.items) out.wanted += item.mbps;
            return;
        }
        // Watts, or several limits at once: the watts are what the sentence can count.
        out.limit = AssignLimit::budget;
        std::vector<DeviceNumber> units;
        for (std::size_t i = 0; i < ports_.items.size(); ++i) {
            double least_w = std::numeric_limits<double>::infinity();
            for (std::size_t p = 0; p < ports_.pools.size(); ++p) {
                for (bool on : {false, true}) {
                    if (allowed(ports_.items[i], p, on, false))
                        least_w = std::min(least_w, ports_.fits[i][p][on].watts);
                }
            }
            out.wanted += least_w;
        }
        for (const Pool& pool : ports_.pools) {
            if (std::find(units.begin(), units.end(), pool.device) != units.end()) continue;
            units.push_back(pool.device);
            out.there +=
                budget_w(ports_.net.kind(pool.device), ports_.net.device(pool.device).supplies);
        }
    }

    const Site& given_;
    const AssignOptions& options_;
    PortFits ports_;
    std::vector<int> settings_;  // column of a pool's group, -1
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
    std::map<std::string, int> importance;  // by port: of the most important camera behind it
    for (const Run& run : net.runs) {
        if (!run.source.device || net.device(run.source.device).id != device) continue;
        const auto& camera = net.device(run.camera).camera;
        const auto [found, is_new] =
            importance.emplace(net.port(run.source).id, camera ? camera->importance : 2);
        if (!is_new && camera) found->second = std::min(found->second, camera->importance);
    }
    for (const auto& [port, rank] : importance) {
        if (Result<Site> set = set_port_priority(out, catalogue, {device, port}, rank))
            out = std::move(*set);
    }
    return out;
}

}  // namespace ovant
