// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/assemble.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace ovant {
namespace {

// Dearer than any way; a way that is tight or rests on more than is stated only where nothing else
// holds.
constexpr double unserved_price = 1e5;
constexpr double past_stated_price = 6000;

class Assembling {
public:
    Assembling(const Candidates& from, const Weights& weights, bool tight)
        : from_(from), weights_(weights), tight_(tight) {}

    Assembled done() {
        DesignProblem& problem = out_.problem;
        problem.cameras = from_.cameras.size();
        problem.unserved_cost = unserved_price;
        for (const DesignPart& part : from_.parts)
            thing_of_part_.push_back(add_thing(part.piece.own));
        for (std::size_t i = 0; i < from_.parts.size(); ++i)
            out_.part_of[thing_of_part_[i]] = static_cast<int>(i);
        groups();
        cut_stretches();
        levels();
        stock();
        for (std::size_t i = 0; i < from_.parts.size(); ++i) part(i);
        for (const DesignWay& way : from_.ways) choice(way);
        caps();
        return std::move(out_);
    }

private:
    std::size_t add_thing(const Figures& figures) {
        SharedThing thing;
        thing.cost = weights_.of(figures);
        out_.problem.shared.push_back(thing);
        out_.part_of.push_back(-1);
        out_.group_of.push_back(-1);
        out_.figures_of.push_back(figures);
        return out_.problem.shared.size() - 1;
    }

    void groups() {
        for (std::size_t i = 0; i < from_.free_groups.size(); ++i) {
            const std::size_t thing = add_thing({});
            out_.problem.shared[thing].cost = 1e-3;  // not set for nothing
            out_.group_of[thing] = static_cast<int>(i);
            if (from_.free_groups[i].part >= 0)
                out_.problem.shared[thing].needs.push_back(
                    thing_of_part_[static_cast<std::size_t>(from_.free_groups[i].part)]);
        }
    }

    template <class Each>
    void each_piece(Each each) const {
        for (const DesignPart& part : from_.parts) each(part.piece);
        for (const DesignWay& way : from_.ways) each(way.piece);
    }

    // Pathways cut where any piece begins or ends, each stretch a thing. Of two next to each other,
    // where all that lies in one lies in the other too, the one needs the other.
    void cut_stretches() {
        std::map<std::string, std::vector<double>> ends;
        std::map<std::string, Figures> per_m;
        each_piece([&](const Piece& piece) {
            for (const OpenedStretch& one : piece.opened) {
                ends[one.pathway].push_back(one.from_m);
                ends[one.pathway].push_back(one.to_m);
                per_m[one.pathway] = one.per_m;
            }
        });
        for (const auto& [pathway, open] : from_.open) {
            for (const auto& [from_m, to_m] : open) {
                ends[pathway].push_back(from_m);
                ends[pathway].push_back(to_m);
            }
        }
        for (auto& [named, at] : ends) {
            const std::string& pathway = named;
            if (!per_m.contains(pathway)) continue;
            std::sort(at.begin(), at.end());
            at.erase(
                std::unique(at.begin(), at.end(), [](double a, double b) { return b - a < 0.01; }),
                at.end());
            for (std::size_t i = 0; i + 1 < at.size(); ++i) {
                const double middle_m = (at[i] + at[i + 1]) / 2;
                if (is_open(pathway, middle_m)) continue;
                Stretch stretch;
                std::size_t number = 0;
                each_piece([&](const Piece& piece) {
                    for (const OpenedStretch& one : piece.opened) {
                        if (one.pathway == pathway && one.from_m < middle_m &&
                            middle_m < one.to_m) {
                            stretch.users.push_back(number);
                            break;
                        }
                    }
                    ++number;
                });
                const Figures figures = per_m.at(pathway) * (at[i + 1] - at[i]);
                std::vector<Stretch>& all = stretches_[pathway];
                if (!all.empty() && all.back().users == stretch.users && all.back().to == i) {
                    // Nothing begins or ends between them that matters.
                    out_.figures_of[all.back().thing] += figures;
                    out_.problem.shared[all.back().thing].cost += weights_.of(figures);
                    all.back().to = i + 1;
                    continue;
                }
                stretch.thing = add_thing(figures);
                stretch.to = i + 1;
                all.push_back(std::move(stretch));
            }
        }
        for (auto& [pathway, all] : stretches_) {
            for (std::size_t i = 0; i + 1 < all.size(); ++i) {
                Stretch &a = all[i], &b = all[i + 1];
                const bool a_in_b =
                    std::includes(b.users.begin(), b.users.end(), a.users.begin(), a.users.end());
                const bool b_in_a =
                    std::includes(a.users.begin(), a.users.end(), b.users.begin(), b.users.end());
                if (a_in_b) {
                    out_.problem.shared[a.thing].needs.push_back(b.thing);
                    b.implied_by.push_back(i);
                } else if (b_in_a) {
                    out_.problem.shared[b.thing].needs.push_back(a.thing);
                    a.implied_by.push_back(i + 1);
                }
            }
        }
    }
    bool is_open(const std::string& pathway, double at_m) const {
        const auto found = from_.open.find(pathway);
        return found != from_.open.end() &&
               std::any_of(found->second.begin(), found->second.end(), [&](const auto& stretch) {
                   return stretch.first < at_m && at_m < stretch.second;
               });
    }

    // `number` in the order of each_piece.
    std::vector<std::size_t> needs_of(const Piece& piece, int rests_on, std::size_t number) {
        std::set<std::size_t> needs;
        if (rests_on >= 0) needs.insert(thing_of_part_[static_cast<std::size_t>(rests_on)]);
        for (const SharedCost& shared : piece.shared) {
            const auto known = things_by_key_.find(shared.key);
            const std::size_t thing =
                known != things_by_key_.end() ? known->second : add_thing(shared.figures);
            things_by_key_[shared.key] = thing;
            needs.insert(thing);
        }
        for (const auto& [pathway, all] : stretches_) {
            std::vector<bool> in(all.size(), false);
            for (std::size_t i = 0; i < all.size(); ++i)
                in[i] = std::binary_search(all[i].users.begin(), all[i].users.end(), number);
            for (std::size_t i = 0; i < all.size(); ++i) {
                const bool implied = std::any_of(all[i].implied_by.begin(), all[i].implied_by.end(),
                                                 [&](std::size_t other) { return in[other]; });
                if (in[i] && !implied) needs.insert(all[i].thing);
            }
        }
        return {needs.begin(), needs.end()};
    }

    // Classes of ports that are told apart, of each sort: all that somebody asks for.
    void levels() {
        each_piece([&](const Piece& piece) {
            for (const PortTaken& taken : piece.ports)
                levels_[{taken.ports.at, taken.ports.family}].insert(taken.ports.level);
        });
    }
    std::size_t capacity(const std::string& key, double most, std::size_t of = not_served) {
        const auto [found, is_new] = capacities_.emplace(key, out_.problem.capacities.size());
        if (is_new) out_.problem.capacities.push_back({most, of});
        return found->second;
    }
    static std::string key_of(const PortsOfKind& ports) {
        return ports.at + "|" + ports.family + "|" + std::to_string(ports.level);
    }
    // Calls `each(level, count)` for the levels asked for, with the ports of it and above.
    template <class Each>
    void each_level(const std::map<PortsOfKind, int>& free, const std::string& at,
                    const std::string& family, Each each) const {
        const auto asked = levels_.find({at, family});
        if (asked == levels_.end()) return;
        for (int level : asked->second) {
            int count = 0;
            for (const auto& [ports, n] : free)
                count += ports.at == at && ports.family == family && ports.level >= level ? n : 0;
            each(level, count);
        }
    }
    void stock() {
        std::map<std::string, std::size_t> part_of_unit;
        for (std::size_t i = 0; i < from_.parts.size(); ++i) {
            if (from_.parts[i].at_head_end) continue;
            for (const auto& [ports, count] : from_.parts[i].free_ports) part_of_unit[ports.at] = i;
        }
        for (const auto& [sort, levels] : levels_) {
            const auto& [at, family] = sort;
            const auto part = part_of_unit.find(at);
            const bool of_part = part != part_of_unit.end();
            each_level(of_part ? from_.parts[part->second].free_ports : from_.free_ports, at,
                       family, [&, &at = at, &family = family](int level, int count) {
                           capacity(key_of({at, family, level}), count,
                                    of_part ? thing_of_part_[part->second] : not_served);
                       });
        }
        out_.head_end_w = capacity(std::string(head_end_ports) + "|W", from_.head_end_w);
        // A group that is set long gives so many of the one sort and takes them from the other.
        for (std::size_t thing = 0; thing < out_.group_of.size(); ++thing) {
            if (out_.group_of[thing] < 0) continue;
            const FreeGroup& group =
                from_.free_groups[static_cast<std::size_t>(out_.group_of[thing])];
            const auto move = [&](const std::string& family, int times) {
                each_level({}, head_end_ports, family, [&](int level, int) {
                    int count = 0;
                    for (const auto& [ports, n] : group.ports)
                        count += ports.level >= level ? n : 0;
                    if (count == 0) return;
                    out_.problem.shared[thing].uses.push_back(
                        {capacity(key_of({head_end_ports, family, level}), 0),
                         static_cast<double>(times * count)});
                });
            };
            move(long_ports, -1);
            move("copper", 1);
        }
    }

    std::vector<CapacityUse> uses_of(const Piece& piece, int rests_on) {
        std::map<std::size_t, double> uses;
        for (const PortTaken& taken : piece.ports) {
            for (int level : levels_[{taken.ports.at, taken.ports.family}]) {
                if (level <= taken.ports.level)
                    uses[capacity(key_of({taken.ports.at, taken.ports.family, level}), 0)] += 1;
            }
        }
        for (const LimitUse& use : piece.limits) {
            const std::string unit = use.limit.substr(0, use.limit.find_first_of("|."));
            const bool of_unit = use.limit.substr(unit.size()) == "|W";
            if (of_unit && at_head_end(unit)) {
                uses[capacity(std::string(head_end_ports) + "|W", 0)] += use.amount;
                continue;
            }
            // A port that a part is plugged into is its own, whichever it becomes.
            std::string key = use.limit;
            std::size_t of = not_served;
            for (int part = rests_on; part >= 0;
                 part = from_.parts[static_cast<std::size_t>(part)].rests_on) {
                const Piece& under = from_.parts[static_cast<std::size_t>(part)].piece;
                const bool its_port =
                    std::any_of(under.ports.begin(), under.ports.end(), [&](const PortTaken& port) {
                        return key == port.device + "." + port.port + "|W";
                    });
                const bool its_own =
                    std::any_of(under.change.devices.begin(), under.change.devices.end(),
                                [&](const Device& d) { return d.id == unit; }) ||
                    std::any_of(under.change.links.begin(), under.change.links.end(),
                                [&](const Link& l) { return l.id == unit; });
                if (!its_port && !its_own) continue;
                of = thing_of_part_[static_cast<std::size_t>(part)];
                if (its_port) key += "@" + std::to_string(part);
                break;
            }
            uses[capacity(key, use.most, of)] += use.amount;
        }
        for (const std::string& link : piece.touched) uses[capacity("changed " + link, 1)] += 1;
        std::vector<CapacityUse> out;
        for (const auto& [capacity, amount] : uses) out.push_back({capacity, amount});
        return out;
    }
    bool at_head_end(const std::string& unit) const {
        return from_.head_end_units.contains(unit) ||
               std::any_of(from_.parts.begin(), from_.parts.end(), [&](const DesignPart& part) {
                   return part.at_head_end && part.unit == unit;
               });
    }

    void part(std::size_t number) {
        const DesignPart& one = from_.parts[number];
        const std::size_t thing = thing_of_part_[number];
        std::vector<std::size_t> needs = needs_of(one.piece, one.rests_on, number);
        std::vector<CapacityUse> uses = uses_of(one.piece, one.rests_on);
        if (one.at_head_end) {
            for (const auto& [sort, levels] : levels_) {
                if (sort.first != head_end_ports) continue;
                each_level(
                    one.free_ports, sort.first, sort.second,
                    [&, &sort = sort](int level, int count) {
                        if (count > 0)
                            uses.push_back({capacity(key_of({sort.first, sort.second, level}), 0),
                                            -static_cast<double>(count)});
                    });
            }
            uses.push_back({capacity(std::string(head_end_ports) + "|W", 0), -one.budget_w});
        }
        out_.problem.shared[thing].needs = std::move(needs);
        auto& all = out_.problem.shared[thing].uses;
        for (const CapacityUse& use : uses) {
            const auto same = std::find_if(all.begin(), all.end(), [&](const CapacityUse& known) {
                return known.capacity == use.capacity;
            });
            if (same != all.end())
                same->amount += use.amount;
            else
                all.push_back(use);
        }
    }

    void choice(const DesignWay& way) {
        DesignChoice choice;
        choice.camera = way.camera;
        choice.cost = weights_.of(way.piece.own);
        if (way.verdict == Verdict::tight && !tight_) choice.cost += tight_price;
        if (way.past_stated) choice.cost += past_stated_price;
        choice.needs =
            needs_of(way.piece, way.rests_on, from_.parts.size() + out_.problem.choices.size());
        choice.uses = uses_of(way.piece, way.rests_on);
        out_.problem.choices.push_back(std::move(choice));
    }

    void caps() {
        const auto cap = [&](std::optional<double> most, double Figures::*figure) {
            if (!most) return;
            const std::size_t k = out_.problem.capacities.size();
            out_.problem.capacities.push_back({std::max(0.0, *most), not_served});
            for (std::size_t thing = 0; thing < out_.figures_of.size(); ++thing)
                out_.problem.shared[thing].uses.push_back({k, out_.figures_of[thing].*figure});
            for (std::size_t c = 0; c < from_.ways.size(); ++c)
                out_.problem.choices[c].uses.push_back({k, from_.ways[c].piece.own.*figure});
        };
        cap(weights_.most_price, &Figures::price);
        cap(weights_.most_hours, &Figures::hours);
        cap(weights_.most_can_fail, &Figures::can_fail);
    }

    struct Stretch {
        std::size_t thing = 0, to = 0;
        std::vector<std::size_t> users;  // pieces, in order
        std::vector<std::size_t> implied_by;
    };
    const Candidates& from_;
    const Weights& weights_;
    bool tight_;
    Assembled out_;
    std::vector<std::size_t> thing_of_part_;
    std::map<std::string, std::size_t> things_by_key_, capacities_;
    std::map<std::string, std::vector<Stretch>> stretches_;
    std::map<std::pair<std::string, std::string>, std::set<int>> levels_;
};

}  // namespace

Assembled assemble(const Candidates& from, const Weights& weights, bool tight) {
    return Assembling(from, weights, tight).done();
}

Figures figures_of(const Assembled& of, const Candidates& from, const DesignAnswer& answer) {
    Figures sum;
    for (std::size_t c : answer.choice) {
        if (c != not_served) sum += from.ways[c].piece.own;
    }
    for (std::size_t thing = 0; thing < answer.built.size(); ++thing) {
        if (answer.built[thing]) sum += of.figures_of[thing];
    }
    return sum;
}

}  // namespace ovant
