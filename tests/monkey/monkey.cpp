// SPDX-License-Identifier: GPL-3.0-or-later
#include "monkey/monkey.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/assess/backup.h"
#include "core/assess/budget.h"
#include "core/assess/profile.h"
#include "core/choose/proposal.h"
#include "core/parts/parts.h"
#include "core/prove/bench.h"
#include "core/prove/cards.h"
#include "core/prove/exercise.h"
#include "core/prove/labels.h"
#include "core/simulate/day.h"
#include "core/simulate/what_if.h"
#include "core/offer/offer.h"
#include "core/parts/work_plan.h"
#include "core/variants/variants.h"
#include "monkey/random_edits.h"
#include "phrase/bench_text.h"
#include "phrase/card_text.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/fault_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr std::size_t most_history = 60;

bool same_number(double a, double b) { return a == b || (std::isnan(a) && std::isnan(b)); }

bool same(const Check& x, const Check& y) {
    return x.id == y.id && x.verdict == y.verdict && x.subject == y.subject && x.note == y.note &&
           x.detail == y.detail && same_number(x.value, y.value) && same_number(x.limit, y.limit);
}

// The first check that is not the same, empty for none.
std::string other_check(const std::vector<Check>& a, const std::vector<Check>& b) {
    if (a.size() != b.size()) return "another number of checks";
    for (std::size_t i = 0; i < a.size(); ++i) {
        if (!same(a[i], b[i])) return std::string(id_of(b[i].id));
    }
    return "";
}

// What is kept of an assessment over an edit is what would be said anew.
std::string judged_again(const Site& before, const Site& after) {
    if (before.kinds != after.kinds) return "";
    const Catalogue catalogue = catalogue_for(before);
    const Network was = lay_out(before, catalogue), now = lay_out(after, catalogue);
    const Assessment kept = assess_again(now, was, assess(was)), anew = assess(now);
    for (CameraNumber camera : anew.runs.numbers()) {
        std::string other = other_check(kept.runs[camera].checks, anew.runs[camera].checks);
        if (!same_number(kept.runs[camera].length_m, anew.runs[camera].length_m))
            other = "its length";
        if (kept.runs[camera].verdict != anew.runs[camera].verdict) other += ", its verdict";
        if (!other.empty()) return "run " + anew.runs[camera].camera + " keeps an old " + other;
    }
    if (kept.units.size() != anew.units.size()) return "another number of units";
    for (std::size_t i = 0; i < anew.units.size(); ++i) {
        std::string other = other_check(kept.units[i].checks, anew.units[i].checks);
        if (kept.units[i].refused != anew.units[i].refused) other += ", its refusals";
        if (!other.empty()) return "unit " + anew.units[i].device + " keeps an old " + other;
    }
    const std::string other = other_check(kept.site_checks, anew.site_checks);
    return other.empty() ? "" : "the site keeps an old " + other;
}

// Units and cables of the other designs are what they were, but for cameras that are new in the one
// that was edited.
std::string variants_kept(const Site& before, const Site& after) {
    if (before.variants.size() != after.variants.size()) return "";
    const auto ids = [](const auto& items) {
        std::set<std::string> out;
        for (const auto& item : items) out.insert(item.id);
        return out;
    };
    for (std::size_t i = 0; i < before.variants.size(); ++i) {
        const Variant &was = before.variants[i], &is = after.variants[i];
        if (was.id != is.id || was.name != is.name) return "";  // another one stands
        const DesignSite one = with_variant(before, was), other = with_variant(after, is);
        if (!one.mended.empty() || !other.mended.empty()) continue;
        if (ids(one.site.links) != ids(other.site.links))
            return "variant " + is.name + " has other cables";
        const std::set<std::string> then = ids(one.site.devices), now = ids(other.site.devices);
        if (!std::includes(now.begin(), now.end(), then.begin(), then.end()))
            return "variant " + is.name + " lost a unit";
    }
    return "";
}

}  // namespace

Monkey::Monkey(Site site, std::uint32_t seed) : random_(seed) {
    bytes_.push_back(write_site(site));
    history_.push_back(std::move(site));
}

bool Monkey::edit() {
    RandomValues values{random_, site()};
    auto all = random_edits(values);
    auto& [name, change_it] = all[values.below(all.size())];
    last_edit_ = name;
    ++counts_.tried;
    Result<Site> changed = sound(site(), values.catalogue, change_it());
    if (!changed) {
        ++counts_.refused;
        if (sentence(changed.error()).size() < 8) fault_ = "a refusal without a sentence";
        return fault_.empty();
    }
    // A site does not grow past what the monkey can look at in its time.
    if (changed->devices.size() > 120 || changed->links.size() > 150 ||
        changed->pathways.size() > 40 || changed->places.size() > 30 || changed->kinds.size() > 30)
        return true;
    const std::string bytes = write_site(*changed);
    const Result<Site> again = read_site(bytes);
    if (!again)
        fault_ = "what was kept does not open: " + sentence(again.error());
    else if (write_site(*again) != bytes)
        fault_ = "what was kept comes back with other bytes";
    else if (!(*again == *changed))
        fault_ = "what was kept comes back as another site";
    if (fault_.empty()) fault_ = judged_again(site(), *changed);
    if (fault_.empty()) fault_ = variants_kept(site(), *changed);
    if (!fault_.empty()) return false;
    ++counts_.taken;
    history_.push_back(std::move(*changed));
    bytes_.push_back(bytes);
    if (history_.size() > most_history) {
        history_.erase(history_.begin() + 1);
        bytes_.erase(bytes_.begin() + 1);
    }
    return true;
}

void Monkey::look() {
    ++counts_.looked;
    RandomValues values{random_, site()};
    const Catalogue& catalogue = values.catalogue;
    const TextContext text{site().settings.units, &catalogue};
    const Network net = lay_out(site(), catalogue);
    const Assessment assessment = assess(net, {std::nullopt, true});
    for (CameraNumber camera : net.runs.numbers()) {
        const RunProfile profile = run_profile(net, camera);
        for (const Check& check : assessment.runs[camera].checks) (void)sentence(check, text);
        (void)run_sentence(assessment.runs[camera], text);
        (void)cautions_of(net, camera);
        for (std::size_t hop = 0; hop < profile.hops.size(); ++hop)
            (void)hop_working(net, camera, hop, Condition::night);
        for (std::size_t at = 0; at < profile.points.size(); ++at)
            (void)point_working(net, camera, at, Condition::coldest_night);
    }
    for (const UnitAssessment& unit : assessment.units) (void)unit_sentence(unit, text);
    (void)power_tree(net, assessment);
    (void)backups(net);
    (void)count_parts(net);
    (void)wiring_cards(net);
    look_at_offer(net);
    look_at_proof(net);
    (void)count_what_ifs(site(), catalogue);
    if (Result<DayPlan> plan = day_plan(site().settings)) {
        double share = 0;
        (void)play_day(net, *plan, [&](double done) {
            share = done;
            return share < 1.0 / 24;
        });
    }
    for (const Proposal& proposal : propose_all(site(), catalogue, values.camera())) {
        (void)proposal_title(proposal, text);
        (void)proposal_reason(proposal, text);
    }
}

// Work, offer and designs of the site: every sum is one of what it is made of.
void Monkey::look_at_offer(const Network& net) {
    if (random_() % 3 != 0) return;
    CuttingEffort effort;
    effort.most_s = 0.05;
    const CutPlan cuts = plan_cuts(net, effort);
    const WorkPlan work = plan_work(net, cuts);
    double hours = 0;
    for (const WorkDay& day : work.days) hours += day.hours;
    if (std::abs(hours - work.hours) > 1e-6 * (1 + work.hours)) fault_ = "days that miss hours";
    const Offer offer = make_offer(net, cuts, effort);
    double sum = 0;
    for (const OfferLine& line : offer.lines) sum += line.price;
    if (std::abs(in_cents(sum) - offer.sums.lines) > 0.005) fault_ = "an offer that misses a line";
    if (!std::isfinite(offer.sums.gross)) fault_ = "an offer that is no number";
}

// What Prove makes of the site: the bench, labels, and a fault hidden in some run of it.
void Monkey::look_at_proof(const Network& net) {
    const TextContext text{site().settings.units, net.catalogue};
    const BenchPlan plan = bench_plan(net);
    std::set<std::string> keys;
    for (const BenchStep* step : all_steps(plan)) {
        if (!keys.insert(step->key).second) fault_ = "two steps of the bench with one key";
        if (bench_text(*step, site(), text).empty()) fault_ = "a step of the bench without words";
    }
    for (const Label& label : labels_of(net, {})) {
        if (label.head.empty() || label.code.empty()) fault_ = "an empty label";
    }
    if (random_() % 4 != 0) return;
    const Result<Exercise> exercise =
        start_exercise(site(), *net.catalogue, {{}, "", static_cast<unsigned>(random_())});
    if (!exercise) return;
    std::vector<std::size_t> all;
    for (std::size_t i = 0; i < exercise->readings.size(); ++i) all.push_back(i);
    const Result<Diagnosis> found =
        diagnose(with_taken(*exercise, all), *net.catalogue, exercise->camera);
    if (!found) return;
    double sum = 0;
    for (const Suspect& suspect : found->suspects) {
        sum += suspect.probability;
        if (fault_text(suspect.fault, text.units).empty()) fault_ = "a suspect without words";
    }
    if (!(std::abs(sum - 1) < 1e-6)) fault_ = "likelihoods that are not one in all";
}

bool Monkey::undo_and_redo() {
    for (std::size_t i = history_.size(); i-- > 0;) {
        if (write_site(history_[i]) != bytes_[i]) fault_ = "undone to other bytes";
    }
    for (std::size_t i = 0; i < history_.size(); ++i) {
        const Result<Site> again = read_site(bytes_[i]);
        if (!again || write_site(*again) != bytes_[i]) fault_ = "redone to other bytes";
    }
    return fault_.empty();
}

}  // namespace ovant
