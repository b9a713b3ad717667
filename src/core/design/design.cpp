// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/design/design.h"

#include <algorithm>
#include <atomic>
#include <chrono>
#include <cmath>

#include "core/choose/assign.h"
#include "core/choose/known_lengths.h"
#include "core/design/assemble.h"
#include "core/look_up.h"
#include "core/parts/work.h"
#include "core/variants/variants.h"

namespace ovant {
namespace {

constexpr int most_judged = 40;
constexpr double least_search_s = 0.1, last_look_s = 0.15;
// Of the time there is: by then the candidates are made, the search has ended, and each camera's
// best way in turn was looked at. The rest is for putting it together.
constexpr double candidates_by = 0.5, search_by = 0.8, in_turn_by = 0.95;
constexpr std::size_t largest_cut = 12;

// What a thing to fail or an hour is worth where they come first: more than any saving.
constexpr double first_of_all = 10, last_of_all = 0.001;

Weights weights_of(const DesignWishes& wishes) {
    Weights weights;
    switch (wishes.prefer) {
        case Preference::price: weights = {1, 0, 0.01, {}, {}, {}}; break;
        case Preference::fewest_parts: weights = {last_of_all, 0, first_of_all, {}, {}, {}}; break;
        case Preference::least_work: weights = {last_of_all, first_of_all, 0, {}, {}, {}}; break;
    }
    weights.most_price = wishes.most_price;
    weights.most_can_fail = wishes.most_can_fail;
    return weights;
}

using Clock = std::chrono::steady_clock;
double seconds_since(Clock::time_point start) {
    return std::chrono::duration<double>(Clock::now() - start).count();
}

bool works(Verdict verdict) { return verdict == Verdict::holds || verdict == Verdict::tight; }

// How good a site is: what does not work, then what it costs, that which is tight counted in.
struct Worth {
    int failing = 0;
    double cost = 0;
    bool operator<(const Worth& other) const {
        constexpr double same = 1e-6;
        return failing != other.failing ? failing < other.failing : cost < other.cost - same;
    }
};

class Designing {
public:
    Designing(const Site& site, const Catalogue& catalogue, const DesignWishes& wishes,
              const DesignProgress& go_on)
        : site_(site),
          catalogue_(catalogue),
          wishes_(wishes),
          weights_(weights_of(wishes)),
          go_on_(go_on),
          net_(lay_out(site, catalogue)),
          assessment_(assess(net_)),
          known_lengths_(net_) {}

    void look_for_candidates(bool by_price) {
        CandidateWishes wanted;
        wanted.keep = wishes_.keep;
        wanted.up_to_the_limit = wishes_.tight;
        wanted.by_price = by_price;
        candidates_ = find_candidates(site_, catalogue_, wanted, [&](double share) {
            return goes_on(0.6 * share) && past_share() < candidates_by;
        });
        bare_ = candidates_.cleared;
        bare_.places = site_.places;
        for (const Device& camera : candidates_.cameras) bare_.devices.push_back(camera);
        cleared_net_ = lay_out(candidates_.cleared, catalogue_);
        cleared_assessment_ = assess(cleared_net_);
    }
    void set_wishes(const DesignWishes& wishes) {
        wishes_ = wishes;
        weights_ = weights_of(wishes);
    }

    // By `until_share` of the time there is for all.
    SiteDesign designed(double until_share) {
        begin_share_ = std::min(past_share(), until_share);
        until_share_ = until_share;
        SiteDesign out;
        out.site = site_;
        out.runs_before = assessment_.summary;
        out.before = figures_against(cleared_net_, net_);
        if (candidates_.cameras.empty()) {
            out.runs_after = out.runs_before;
            out.proven = true;
            return out;
        }
        assembled_ = assemble(candidates_, weights_, wishes_.tight);
        solve(out);
        take_in_turn(out);
        take_assigned(out);
        finish(out);
        return out;
    }

private:
    double past_share() const { return seconds_since(start_) / wishes_.most_s; }
    // What is left until this share of what is between the candidates and the end.
    double left_s(double by) const {
        const double from = (by - candidates_by) / (1 - candidates_by);
        const double until = begin_share_ + from * (until_share_ - begin_share_);
        return (until - past_share()) * wishes_.most_s;
    }
    bool goes_on(double share) {
        if (go_on_ && !go_on_(share)) stopped_ = true;
        return !stopped_;
    }

    struct Refusal {
        DesignCut cut;
        bool watts_of_head_end = false;
        double past_w = 0;
    };

    void solve(SiteDesign& out) {
        DesignEffort effort;
        effort.go_on = [&] { return goes_on(0.6); };
        effort.most_nodes = wishes_.most_nodes;
        effort.gap_share = wishes_.gap_share;
        effort.seed = wishes_.seed;
        DesignAnswer answer;
        bool holds = false;
        for (int round = 0; round < most_judged && !holds; ++round) {
            const double left = left_s(search_by);
            if (round > 0 && (left <= 0 || !goes_on(0.6 + 0.3 * round / most_judged))) break;
            effort.most_s = std::max(least_search_s, left);
            if (stopped_) {  // while candidates were made: one look at what there is
                effort.most_s = last_look_s;
                effort.go_on = {};
            }
            answer = solve_design(assembled_.problem, effort);
            effort.start = answer.choice;
            ++out.judged;
            std::optional<PlacedDesign> placed =
                place(candidates_, assembled_, answer, site_, catalogue_);
            std::vector<Refusal> refusals;
            if (placed)
                refusals = refused(*placed, answer);
            else
                refusals.push_back({all_of(answer), false, 0});
            std::erase_if(refusals, [&](const Refusal& refusal) { return is_known(refusal.cut); });
            holds = refusals.empty();
            if (!holds) {
                take_back(refusals, out);
                continue;
            }
            out.site = std::move(placed->site);
        }
        out.cost = answer.cost;
        out.bound = answer.bound;
        out.proven = answer.proven && holds;
        if (!holds) leave_out(out, answer);
        answer_ = std::move(answer);
    }

    // It was weighed already, and something that holds costs more.
    bool is_known(const DesignCut& cut) const {
        const auto& known = assembled_.problem.cuts;
        return cut.price && std::any_of(known.begin(), known.end(), [&](const DesignCut& other) {
                   return other.choices == cut.choices && other.price;
               });
    }

    DesignCut all_of(const DesignAnswer& answer) const {
        DesignCut cut;
        for (std::size_t c : answer.choice) {
            if (c != not_served) cut.choices.push_back(c);
        }
        return cut;
    }

    // Choices of the cameras whose ways lean on a unit or link.
    DesignCut leaning_on(const std::set<std::string>& subjects, const PlacedDesign& placed,
                         const DesignAnswer& answer) const {
        DesignCut cut;
        for (std::size_t camera = 0; camera < answer.choice.size(); ++camera) {
            const auto& units = placed.units[camera];
            const bool leans = std::any_of(subjects.begin(), subjects.end(),
                                           [&](const auto& one) { return units.contains(one); });
            if (leans && answer.choice[camera] != not_served)
                cut.choices.push_back(answer.choice[camera]);
        }
        return cut;
    }

    // Radio fares the same whichever switch stands behind it.
    void add_alike(DesignCut& cut) const {
        const auto root = [&](int part) {
            while (part >= 0 && candidates_.parts[static_cast<std::size_t>(part)].rests_on >= 0)
                part = candidates_.parts[static_cast<std::size_t>(part)].rests_on;
            return part;
        };
        const auto at = [&](int part) {
            return part < 0 ? Point{} : candidates_.parts[static_cast<std::size_t>(part)].at;
        };
        std::set<std::size_t> all(cut.choices.begin(), cut.choices.end());
        for (std::size_t c : cut.choices) {
            const DesignWay& one = candidates_.ways[c];
            if (one.rests_on < 0) continue;
            for (std::size_t other = 0; other < candidates_.ways.size(); ++other) {
                const DesignWay& way = candidates_.ways[other];
                if (way.camera == one.camera && way.way == one.way && way.rests_on >= 0 &&
                    root(way.rests_on) == root(one.rests_on) &&
                    distance_m(at(way.rests_on), at(one.rests_on)) < 1)
                    all.insert(other);
            }
        }
        cut.choices.assign(all.begin(), all.end());
    }

    std::vector<Refusal> refused(const PlacedDesign& placed, const DesignAnswer& answer) const {
        std::vector<Refusal> out;
        const Network net = lay_out(placed.site, catalogue_);
        const Assessment now = assess(net);
        const auto device_of = [](const std::string& subject) {
            return subject.substr(0, subject.find('.'));
        };
        for (const UnitAssessment& unit : now.units) {
            const UnitAssessment* before = cleared_assessment_.unit(unit.device);
            if (unit.verdict != Verdict::fails || (before && before->verdict == Verdict::fails))
                continue;
            Refusal refusal{leaning_on({unit.device}, placed, answer), false, 0};
            for (const Check& check : unit.checks) {
                if (check.id == CheckId::switch_power && check.verdict == Verdict::fails)
                    refusal.past_w = check.value - check.limit;
            }
            refusal.watts_of_head_end =
                refusal.past_w > 0 && refusal.cut.choices.size() > largest_cut;
            if (!refusal.cut.choices.empty()) out.push_back(std::move(refusal));
        }
        for (std::size_t camera = 0; camera < answer.choice.size(); ++camera) {
            if (answer.choice[camera] == not_served) continue;
            const RunAssessment* run = now.run(candidates_.cameras[camera].id);
            if (!run) continue;
            // By itself it held.
            const bool only_tight =
                !wishes_.tight && run->verdict == Verdict::tight &&
                candidates_.ways[answer.choice[camera]].verdict == Verdict::holds;
            if (works(run->verdict) && !only_tight) continue;
            std::set<std::string> subjects;
            const Check* decisive = run->decisive();
            if (decisive) {
                subjects.insert(decisive->subject);
                subjects.insert(device_of(decisive->subject));
            }
            DesignCut cut = leaning_on(subjects, placed, answer);
            // Its own, and still not what it was by itself: all it shares something new with, else
            // anything.
            if (cut.choices.size() < 2) {
                std::set<std::string> own = placed.units[camera];
                std::erase_if(own, [&](const std::string& id) {
                    return find_device(candidates_.cleared, id) ||
                           find_link(candidates_.cleared, id);
                });
                cut = leaning_on(own, placed, answer);
            }
            if (cut.choices.size() < 2) cut = leaning_on(placed.units[camera], placed, answer);
            if (cut.choices.size() < 2) cut.choices = {answer.choice[camera]};
            if (only_tight) cut.price = tight_price;
            if (decisive && (decisive->id == CheckId::radio_fade_margin ||
                             decisive->id == CheckId::radio_clearance))
                add_alike(cut);
            out.push_back({std::move(cut), false, 0});
        }
        for (const RunAssessment& run : now.runs) {
            const RunAssessment* before = cleared_assessment_.run(run.camera);
            if (!before || !works(before->verdict) || works(run.verdict)) continue;
            const Check* decisive = run.decisive();
            DesignCut cut;
            if (decisive)
                cut = leaning_on({decisive->subject, device_of(decisive->subject)}, placed, answer);
            if (cut.choices.empty()) cut = all_of(answer);
            out.push_back({std::move(cut), false, 0});
        }
        return out;
    }

    void take_back(std::vector<Refusal>& refusals, SiteDesign& out) {
        for (Refusal& refusal : refusals) {
            if (refusal.watts_of_head_end) {
                // What is left of one unit is of no use to a cable on another: so much less.
                Capacity& watts = assembled_.problem.capacities[assembled_.head_end_w];
                watts.most -= std::max(1.0, refusal.past_w);
                out.narrowed = true;
                continue;
            }
            assembled_.problem.cuts.push_back(std::move(refusal.cut));
        }
    }

    // What fails when the time is over does without: the rest stands. The dearest of all that
    // stands in the way of something goes, until nothing does.
    void leave_out(SiteDesign& out, DesignAnswer& answer) const {
        for (std::size_t round = 0; round <= answer.choice.size(); ++round) {
            std::optional<PlacedDesign> placed =
                place(candidates_, assembled_, answer, site_, catalogue_);
            std::vector<Refusal> refusals;
            if (placed) refusals = refused(*placed, answer);
            std::erase_if(refusals, [](const Refusal& refusal) { return bool(refusal.cut.price); });
            if (placed && refusals.empty()) {
                out.site = std::move(placed->site);
                return;
            }
            const auto dearest_of = [&](const std::vector<std::size_t>& choices) {
                std::size_t dearest = not_served;
                for (std::size_t c : choices) {
                    const auto& all = assembled_.problem.choices;
                    if (c != not_served &&
                        (dearest == not_served || all[c].cost > all[dearest].cost))
                        dearest = c;
                }
                return dearest;
            };
            std::set<std::size_t> go;
            for (const Refusal& refusal : refusals) {
                const auto& among = refusal.cut.choices;
                const bool one_goes = std::any_of(among.begin(), among.end(),
                                                  [&](std::size_t c) { return go.contains(c); });
                if (!one_goes) go.insert(dearest_of(among));
            }
            go.erase(not_served);
            if (go.empty()) go.insert(dearest_of(answer.choice));
            if (go.contains(not_served)) break;
            for (std::size_t c : go) answer.choice[candidates_.ways[c].camera] = not_served;
            answer.built = built_for(assembled_.problem, answer.choice);
        }
        out.site = bare_;
    }

    Worth worth(const Site& site) const {
        Worth out;
        const Network net = lay_out(site, catalogue_);
        const Assessment now = assess(net);
        for (const RunAssessment& run : now.runs) {
            out.failing += !works(run.verdict);
            if (run.verdict == Verdict::tight && !wishes_.tight) out.cost += tight_price;
        }
        for (const UnitAssessment& unit : now.units) {
            const UnitAssessment* before = cleared_assessment_.unit(unit.device);
            out.failing +=
                unit.verdict == Verdict::fails && !(before && before->verdict == Verdict::fails);
        }
        out.cost += weights_.of(figures_against(cleared_net_, net));
        return out;
    }

    bool within_caps(const Site& site) const {
        const Figures figures = figures_against(cleared_net_, lay_out(site, catalogue_));
        return (!wishes_.most_price || figures.price <= *wishes_.most_price) &&
               (!wishes_.most_can_fail || figures.can_fail <= *wishes_.most_can_fail);
    }

    // Each camera's own best way, one after the other: what is designed is never worse.
    void take_in_turn(SiteDesign& out) {
        if (!in_turn_) {
            Site site = bare_;
            for (const Device& camera : candidates_.cameras) {
                if (!goes_on(0.95) || left_s(in_turn_by) <= 0) return;
                site = with_best_that_keeps(std::move(site), camera.id);
            }
            in_turn_ = std::move(site);
        }
        if (!within_caps(*in_turn_) || !(worth(*in_turn_) < worth(out.site))) return;
        out.site = *in_turn_;
        out.in_turn = true;
        out.proven = false;
    }

    Site with_best_that_keeps(Site site, const std::string& camera) const {
        for (const Proposal& way : propose_ways(
                 site, catalogue_, camera, {}, [&] { return left_s(in_turn_by) > 0; },
                 &known_lengths_)) {
            if (!way.built || !works(way.verdict)) break;
            const auto& links = way.change.links;
            const bool keeps = std::none_of(links.begin(), links.end(), [&](const Link& link) {
                return find_link(candidates_.cleared, link.id) != nullptr;
            });
            if (keeps && way.change.removed_links.empty())
                return with_change(std::move(site), way.change);
        }
        return site;
    }

    void take_assigned(SiteDesign& out) const {
        // Plugs of runs that are kept stay where they are.
        if (wishes_.keep == Keep::all && candidates_.cameras.size() < net_.runs.size()) return;
        AssignOptions options;
        options.most_s = left_s(1);
        if (options.most_s <= 0) return;
        Assignment assigned = assign_ports(out.site, catalogue_, options);
        if (assigned.found && assigned.changes() && !(worth(out.site) < worth(assigned.site)))
            out.site = std::move(assigned.site);
    }

    void finish(SiteDesign& out) {
        const Network net = lay_out(out.site, catalogue_);
        const Assessment now = assess(net);
        out.runs_after = now.summary;
        out.after = figures_against(cleared_net_, net);
        out.counted = weights_.of(out.after);
        out.stopped = stopped_;
        out.all_tried = candidates_.all_tried;
        if (out.in_turn) {
            out.cost = worth(out.site).cost;
            out.bound = std::min(out.bound, out.cost);
        }
        for (const UnitAssessment& unit : now.units) {
            for (const Check& check : unit.checks) {
                if (check.verdict == Verdict::fails) out.failing.push_back(check);
            }
        }
        for (const Check& check : now.site_checks) {
            if (check.verdict == Verdict::fails) out.failing.push_back(check);
        }
        for (const Place& place : out.site.places) {
            if (candidates_.suggested.contains(place.id)) out.suggested.push_back(place);
        }
        cameras(out, now);
        settle_shares(out, net);
    }

    void cameras(SiteDesign& out, const Assessment& now) const {
        const DesignProblem& problem = assembled_.problem;
        std::vector<std::set<std::size_t>> things(problem.cameras);
        std::vector<int> users(problem.shared.size(), 0);
        const std::function<void(std::size_t, std::size_t)> add = [&](std::size_t camera,
                                                                      std::size_t thing) {
            if (!things[camera].insert(thing).second) return;
            ++users[thing];
            for (std::size_t other : problem.shared[thing].needs) add(camera, other);
        };
        for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
            const std::size_t c = answer_.choice[camera];
            if (c == not_served) continue;
            for (std::size_t thing : problem.choices[c].needs) add(camera, thing);
        }
        for (std::size_t camera = 0; camera < problem.cameras; ++camera) {
            DesignedCamera one;
            one.camera = candidates_.cameras[camera].id;
            const RunAssessment* run = now.run(one.camera);
            one.verdict = run ? run->verdict : Verdict::unknown;
            one.served = run && run->connected && works(run->verdict);
            alone(camera, one);
            const std::size_t c = answer_.choice[camera];
            if (one.served && !out.in_turn && c != not_served) {
                one.way = candidates_.ways[c].way;
                one.as_it_is = candidates_.ways[c].as_it_is;
                one.own = candidates_.ways[c].piece.own;
                for (std::size_t thing : things[camera])
                    one.share += assembled_.figures_of[thing] * (1.0 / users[thing]);
                for (std::size_t other = 0; other < problem.cameras; ++other) {
                    const bool shares = std::any_of(
                        things[camera].begin(), things[camera].end(), [&](std::size_t thing) {
                            return assembled_.figures_of[thing].price > 0 &&
                                   things[other].contains(thing);
                        });
                    if (other != camera && shares)
                        one.shares_with.push_back(candidates_.cameras[other].id);
                }
            }
            if (!one.served) one.nearest_miss = candidates_.nearest_miss[camera];
            out.cameras.push_back(std::move(one));
        }
        if (out.in_turn) ways_in_turn(out);
    }

    // What is new and no way leans on by name, as a switch taken for its ports, is paid by those
    // that are fed from something new, else by all: shares add up to what all of it costs.
    void settle_shares(SiteDesign& out, const Network& net) const {
        Figures rest = out.after;
        std::vector<DesignedCamera*> served, from_new;
        for (DesignedCamera& one : out.cameras) {
            if (!one.served) continue;
            rest += one.own * -1;
            rest += one.share * -1;
            served.push_back(&one);
            const CameraNumber camera = find_camera(net, one.camera);
            const DeviceNumber source = camera ? net.runs[camera].source.device : DeviceNumber{};
            const DeviceNumber first = camera && !net.runs[camera].outs.empty()
                                           ? net.runs[camera].outs.front().device
                                           : DeviceNumber{};
            for (DeviceNumber unit : {source, first}) {
                if (!unit || find_device(candidates_.cleared, net.device(unit).id)) continue;
                from_new.push_back(&one);
                break;
            }
        }
        std::vector<DesignedCamera*>& payers = from_new.empty() ? served : from_new;
        for (DesignedCamera* one : payers)
            one->share += rest * (1.0 / static_cast<double>(payers.size()));
    }

    // What was built one after the other is told apart again, camera by camera.
    void ways_in_turn(SiteDesign& out) const {
        for (DesignedCamera& one : out.cameras) {
            if (!one.served) continue;
            const std::vector<Proposal> ways = propose_ways(out.site, catalogue_, one.camera);
            const auto same = std::find_if(ways.begin(), ways.end(), [](const Proposal& way) {
                return way.built && way.change.empty();
            });
            if (same == ways.end()) continue;
            one.way = *same->way;
            one.own = {same->cost.total(), same->cost.hours, double(same->can_fail)};
        }
    }

    void alone(std::size_t camera, DesignedCamera& one) const {
        for (std::size_t c = 0; c < candidates_.ways.size(); ++c) {
            const DesignWay& way = candidates_.ways[c];
            if (way.camera != camera || way.rests_on >= 0 || way.as_it_is ||
                way.verdict != Verdict::holds)
                continue;
            double price = way.piece.own.price;
            for (const SharedCost& shared : way.piece.shared) price += shared.figures.price;
            for (const OpenedStretch& stretch : way.piece.opened)
                price += stretch.per_m.price * (stretch.to_m - stretch.from_m);
            if (one.alone && price >= one.alone_price) continue;
            one.alone = way.way;
            one.alone_price = price;
        }
    }

    const Site& site_;
    const Catalogue& catalogue_;
    DesignWishes wishes_;
    Weights weights_;
    const DesignProgress& go_on_;
    const Clock::time_point start_ = Clock::now();
    double begin_share_ = candidates_by, until_share_ = 1;  // of the time, for one design
    Network net_;
    Assessment assessment_;
    KnownLengths known_lengths_;
    Candidates candidates_;
    Site bare_;  // cleared, with the cameras
    Network cleared_net_;
    Assessment cleared_assessment_;
    Assembled assembled_;
    DesignAnswer answer_;
    std::optional<Site> in_turn_;
    std::atomic<bool> stopped_ = false;  // candidates are looked for on several threads
};

}  // namespace

Figures figures_against(const Network& before, const Network& after) {
    SiteChange change;
    for (DeviceNumber unit : after.kinds.numbers()) {
        const bool camera = ends_a_run(after.kind(unit));
        if (!camera) change.devices.push_back(after.device(unit));
    }
    const std::optional<Piece> piece = measure({before, after, true}, change, "");
    if (!piece) return {};
    Figures out = piece->own;
    for (const SharedCost& shared : piece->shared) out += shared.figures;
    PartsOf laid;
    for (const NetLink& link : before.links) {
        if (!link.link->pathways.empty())
            add_open(laid.open, *before.site, *link.link, before.device(link.a.device).at,
                     before.device(link.b.device).at);
    }
    std::map<std::string, Figures> per_m;
    for (const OpenedStretch& stretch : piece->opened) per_m[stretch.pathway] = stretch.per_m;
    std::set<std::string> were;
    for (const NetLink& link : before.links) were.insert(link.link->id);
    for (LinkNumber link : after.links.numbers()) {
        if (!were.contains(after.links[link].link->id)) laid.links.push_back(link);
    }
    for (const auto& [pathway, metres] : opened_metres(after, laid)) out += per_m[pathway] * metres;
    return out;
}

SiteChange change_between(const Site& from, const Site& to) {
    Variant difference;
    set_difference(difference, from, to);
    SiteChange change;
    change.devices = std::move(difference.devices);
    change.links = std::move(difference.links);
    for (const std::string& id : difference.removed) {
        if (find_device(from, id)) change.removed_devices.push_back(id);
        if (find_link(from, id)) change.removed_links.push_back(id);
    }
    return change;
}

SiteDesign design_site(const Site& site, const Catalogue& catalogue, const DesignWishes& wishes,
                       const DesignProgress& go_on) {
    Designing designing(site, catalogue, wishes, go_on);
    designing.look_for_candidates(wishes.prefer == Preference::price && !wishes.most_can_fail);
    return designing.designed(1);
}

std::vector<SiteDesign> design_frontier(const Site& site, const Catalogue& catalogue,
                                        const DesignWishes& wishes, const DesignProgress& go_on) {
    constexpr int points = 5;
    Designing designing(site, catalogue, wishes, go_on);
    designing.look_for_candidates(false);
    int designed = 0;
    const auto with = [&](Preference prefer, std::optional<double> most_can_fail) {
        ++designed;
        DesignWishes wanted = wishes;
        wanted.prefer = prefer;
        wanted.most_can_fail = most_can_fail;
        designing.set_wishes(wanted);
        return designing.designed(candidates_by +
                                  (1 - candidates_by) * designed / double(points + 1));
    };
    std::vector<SiteDesign> out{with(Preference::price, wishes.most_can_fail)};
    if (out.front().stopped) return out;
    const SiteDesign fewest = with(Preference::fewest_parts, wishes.most_can_fail);
    const double from = out.front().after.can_fail, to = fewest.after.can_fail;
    for (int i = 1; i < points; ++i) {
        const double most =
            i == points - 1 ? to : std::floor(from + (to - from) * i / (points - 1));
        SiteDesign next = with(Preference::price, most);
        if (next.runs_after.fails > out.front().runs_after.fails ||
            next.runs_after.unknown > out.front().runs_after.unknown)
            continue;
        if (next.after.can_fail < out.back().after.can_fail - 0.5) out.push_back(std::move(next));
    }
    return out;
}

}  // namespace ovant
