// SPDX-License-Identifier: GPL-3.0-or-later
// Small changes to a run as it is: another cable, protectors, a setting, another port, a box.
#include <algorithm>

#include "core/assess/copper_path.h"
#include "core/assess/unit_checks.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/assign.h"
#include "core/choose/draft.h"
#include "core/choose/setting_remedies.h"
#include "core/edits/edits.h"

namespace ovant {
namespace {

// More take too long to be offered while somebody clicks through the runs; Power assigns them all.
constexpr std::size_t most_ports_assigned = 80;

class Remedies {
public:
    Remedies(const Site& site, const Catalogue& catalogue, const std::string& camera,
             const JudgedUnder& under)
        : context_(site, catalogue, camera, under, true), net_(context_.now) {}

    std::vector<Proposal> make(const GoOn& go_on) {
        if (!context_.found) return {};
        number_ = context_.camera_number;
        run_ = &net_.runs[number_];
        if (run_->links.empty()) return {};
        const Network& judged = context_.before;
        const Run& run = judged.runs[number_];
        now_ = assess_run(judged, number_, context_.under.options());
        if (run.fed) {
            const UnitAssessment unit =
                assess_unit(judged, run.source.device, context_.under.options());
            if (auto refused = refusal(unit, judged.port(run.source).id)) {
                now_.verdict = Verdict::fails;
                now_.checks.push_back(std::move(*refused));
            }
        }
        std::vector<RemedyKind> wanted;
        for (const Check& check : now_.checks) {
            if (check.verdict == Verdict::holds) continue;
            for (RemedyKind kind : remedies_of(check.id)) {
                if (std::find(wanted.begin(), wanted.end(), kind) == wanted.end()) {
                    wanted.push_back(kind);
                }
            }
        }
        for (RemedyKind kind : wanted) {
            if (go_on && !go_on()) return std::move(out_);
            build(kind);
        }
        if (wanted.size() > 1) all_small();
        return std::move(out_);
    }

private:
    void build(RemedyKind kind) {
        Site site = context_.site;
        std::string detail;
        if (!apply(kind, site, detail)) return;
        offer(kind, std::move(site), std::move(detail));
    }

    bool apply(RemedyKind kind, Site& site, std::string& detail) const {
        switch (kind) {
            case RemedyKind::solid_copper: return recable(site, detail);
            case RemedyKind::add_protectors: return add_protectors(site);
            case RemedyKind::fit_enclosure: return fit_enclosure(site, detail);
            case RemedyKind::turn_long_setting_on: return long_setting(site, true, detail);
            case RemedyKind::turn_long_setting_off: return long_setting(site, false, detail);
            case RemedyKind::move_port: return move_port(site, detail);
            // Of whole units, not of one run: unit_remedies.cpp.
            case RemedyKind::assign_ports:
            case RemedyKind::set_priorities:
            case RemedyKind::larger_backup: return false;
            default: break;
        }
        std::optional<SettingRemedy> set = setting_remedy(context_, kind);
        if (!set) return false;
        site = std::move(set->site);
        detail = std::move(set->detail);
        return true;
    }

    // Keeps what makes the run better: a better verdict, or fewer checks that do not hold.
    void offer(RemedyKind kind, Site site, std::string detail, bool with_protection = false) {
        Proposal proposal = judge_draft(context_, std::move(site));
        const auto not_holding = [](const RunAssessment& run) {
            return std::count_if(run.checks.begin(), run.checks.end(), [](const Check& check) {
                return check.verdict != Verdict::holds;
            });
        };
        const bool helps =
            proposal.verdict < now_.verdict ||
            (proposal.verdict == now_.verdict && not_holding(proposal.run) < not_holding(now_));
        if (!helps) return;
        proposal.remedy = kind;
        proposal.detail = std::move(detail);
        proposal.with_protection = with_protection;
        out_.push_back(std::move(proposal));
    }

    // Where one change is not enough: cable, protectors and boxes together, the run as it lies.
    void all_small() {
        const bool one_holds = std::any_of(out_.begin(), out_.end(), [](const Proposal& proposal) {
            return proposal.verdict == Verdict::holds;
        });
        if (one_holds) return;
        Site site = context_.site;
        std::string detail, unused;
        int changes = 0;
        const bool recabled = recable(site, detail);
        changes += recabled;
        changes += add_protectors(site);
        changes += fit_enclosure(site, unused);
        if (changes > 1) {
            offer(recabled ? RemedyKind::solid_copper : RemedyKind::add_protectors, std::move(site),
                  std::move(detail), true);
        }
    }

    const NetLink& link(std::size_t i) const { return net_.links[run_->links[i]]; }

    bool recable(Site& site, std::string& detail) const {
        bool changed = false;
        for (std::size_t i = 0; i < run_->links.size(); ++i) {
            const NetLink& laid = link(i);
            const Conductor& conductor = laid.cable->cable->conductor;
            if (laid.medium() != Medium::twisted_pair) continue;
            if (conductor.material == ConductorMaterial::copper &&
                conductor.form == ConductorForm::solid) {
                continue;
            }
            const Kind* cable = ovant::solid_copper(
                context_.catalogue, std::max(laid.cable->rating, laid.surroundings), conductor.awg);
            if (!cable) return false;
            change(find_link(site, laid.link->id), [&](Link& found) { found.cable = cable->id; });
            detail = cable->id;
            changed = true;
        }
        return changed;
    }

    bool add_protectors(Site& site) const {
        const auto protect = [&](std::size_t i, PortAt at) {
            bool bare = false;
            change(find_link(site, link(i).link->id), [&](Link& found) {
                LinkEnd& end = link(i).a == at ? found.a : found.b;
                bare = end.protector.empty();
                if (bare) end.protector = protector_for(link(i).medium());
            });
            return bare;
        };
        const bool outdoors =
            std::any_of(now_.checks.begin(), now_.checks.end(),
                        [](const Check& check) { return check.id == CheckId::surge; });
        if (!outdoors) return false;
        bool changed = false;
        for (const CopperStretch& stretch : copper_stretches(net_, *run_)) {
            if (!stretch.outdoors) continue;
            if (!surge_led_away(net_, *run_, stretch.from, false))
                changed = protect(stretch.from, run_->outs[stretch.from]) || changed;
            if (!surge_led_away(net_, *run_, stretch.to - 1, true))
                changed = protect(stretch.to - 1, run_->ins[stretch.to - 1]) || changed;
        }
        return changed;
    }

    bool fit_enclosure(Site& site, std::string& detail) const {
        bool changed = false;
        for (const PortAt& in : run_->ins) {
            const Surroundings here = net_.surroundings[in.device];
            const Device& device = net_.device(in.device);
            const Kind* box = context_.catalogue.find(device.enclosure);
            if (std::max(net_.kind(in.device).rating, box ? box->rating : Surroundings::indoor) >=
                here) {
                continue;
            }
            detail = here >= Surroundings::wet ? usual::wet_box : usual::outdoor_box;
            change(find_device(site, device.id), [&](Device& found) { found.enclosure = detail; });
            changed = true;
        }
        return changed;
    }

    bool long_setting(Site& site, bool on, std::string& detail) const {
        const PortAt port = run_->outs.front();
        const Kind& unit = net_.kind(port.device);
        const int group = net_.port(port).group;
        if (!unit.supply || !unit.supply->long_setting || group == 0) return false;
        if (net_.long_setting_on(port) == on) return false;
        detail = net_.device(port.device).id + "." + net_.port(port).id;
        return change(find_device(site, net_.device(port.device).id), [&](Device& found) {
            if (on)
                found.long_groups.insert(group);
            else
                found.long_groups.erase(group);
        });
    }

    // The first free port on a unit at the same place that makes things better.
    bool move_port(Site& site, std::string& detail) const {
        const PortAt now = run_->outs.front();
        const Device& unit = net_.device(now.device);
        const auto rank = [&](const Kind& kind, const PortKind& port) {
            return std::pair(port.poe_class, or_nothing(kind.supply).min_v);
        };
        std::optional<Site> best;
        Verdict best_verdict = Verdict::fails;
        for (DeviceNumber device : net_.kinds.numbers()) {
            const Device& other = net_.device(device);
            const Kind& kind = *net_.kinds[device];
            if (!is_source(kind) || other.place != unit.place) continue;
            for (const PortKind& port : kind.ports) {
                const bool other_group = other.id == unit.id && port.group != net_.port(now).group;
                const bool stronger =
                    rank(kind, port) > rank(net_.kind(now.device), net_.port(now));
                const bool another_unit = other.id != unit.id;
                if (port.role != PortRole::pse || !(other_group || stronger || another_unit) ||
                    link_at(site, {other.id, port.id})) {
                    continue;
                }
                Result<Site> moved = move_plug(context_.site, context_.catalogue,
                                               {unit.id, net_.port(now).id}, {other.id, port.id});
                if (!moved) continue;
                const Verdict verdict = judge_draft(context_, *moved).verdict;
                if (!best || verdict < best_verdict) {
                    best = std::move(*moved);
                    best_verdict = verdict;
                    detail = other.id + "." + port.id;
                }
                break;  // ports of one unit are alike from here on
            }
        }
        if (!best || best_verdict != Verdict::holds) {
            if (assign_around(site, detail)) return true;
        }
        if (!best) return false;
        site = std::move(*best);
        return true;
    }

    // Where no free port mends it, others make room: the assignment that mends this run, moves
    // least and lets no other get worse.
    bool assign_around(Site& site, std::string& detail) const {
        const std::string& place = net_.device(run_->outs.front().device).place;
        if (ports_at(place) > most_ports_assigned) return false;
        AssignOptions options;
        options.place = place;
        options.only_camera = context_.camera->id;
        options.most_s = 1;
        Assignment found = assign_ports(context_.site, context_.catalogue, options);
        if (!found.found || !found.changes()) return false;
        std::string own, others;
        for (const PortMove& move : found.moves) {
            const std::string to = move.to_device + "." + move.to_port;
            if (move.camera == options.only_camera)
                own = to;
            else
                others += ", " + move.camera + " to " + to;
        }
        if (own.empty()) return false;
        detail = own + others;
        site = std::move(found.site);
        return true;
    }

    std::size_t ports_at(const std::string& place) const {
        std::size_t count = 0;
        for (DeviceNumber device : net_.kinds.numbers()) {
            if (net_.device(device).place == place && is_source(*net_.kinds[device]))
                count += net_.kinds[device]->ports.size();
        }
        return count;
    }

    ChooseContext context_;
    const Network& net_;
    const Run* run_ = nullptr;
    CameraNumber number_;
    RunAssessment now_;
    std::vector<Proposal> out_;
};

}  // namespace

std::vector<Proposal> propose_remedies(const Site& site, const Catalogue& catalogue,
                                       const std::string& camera, const JudgedUnder& under,
                                       const GoOn& go_on) {
    return Remedies(site, catalogue, camera, under).make(go_on);
}

}  // namespace ovant
