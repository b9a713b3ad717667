// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/proposals.h"

#include "app/kit/q.h"
#include "phrase/power_text.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

RunProposals of_run_now(const Site& site, const Catalogue& catalogue, const std::string& camera,
                        const JudgedUnder& under, const Wanted& wanted) {
    const GoOn go_on = [&] { return wanted.still(); };
    RunProposals out;
    out.ways = propose_ways(site, catalogue, camera, under, go_on);
    out.all = in_order_to_show(propose_remedies(site, catalogue, camera, under, go_on), out.ways);
    return out;
}

std::vector<UnitRemedy> of_unit_now(const Site& site, const Catalogue& catalogue,
                                    const std::string& device, const JudgedUnder& under,
                                    const Wanted&) {
    return propose_unit_remedies(site, catalogue, device, under);
}

Result<Diagnosis> wrong_with_now(const Site& site, const Catalogue& catalogue,
                                 const std::string& camera, const JudgedUnder&, const Wanted&) {
    return diagnose(site, catalogue, camera);
}

}  // namespace

Proposals::Proposals(Document& document) : document_(document) {
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) forget();
    });
}

void Proposals::forget() {
    for (auto* subject : {&run_.subject, &unit_.subject, &wrong_.subject, &best_for_})
        subject->clear();
    run_.answer.reset();
    unit_.answer.reset();
    wrong_.answer.reset();
    run_.job.stop();
    unit_.job.stop();
    wrong_.job.stop();
}

template <class Answer>
std::shared_ptr<const Answer> Proposals::asked(Asked<Answer>& of, const std::string& subject,
                                               Answer (*work_out)(const Site&, const Catalogue&,
                                                                  const std::string&,
                                                                  const JudgedUnder&,
                                                                  const Wanted&)) {
    if (document_.previewing()) return nullptr;
    if (of.subject == subject) return of.answer;
    of.subject = subject;
    of.answer.reset();
    of.job.start(
        [work_out, subject, site = document_.shared_committed(),
         catalogue = document_.shared_catalogue(),
         under = document_.under()](const Wanted& wanted) {
            return std::make_shared<const Answer>(
                work_out(*site, *catalogue, subject, under, wanted));
        },
        [this, &of](std::shared_ptr<const Answer> answer) {
            of.answer = std::move(answer);
            emit ready();
            use_best_now();
        });
    return nullptr;
}

std::shared_ptr<const RunProposals> Proposals::of_run(const std::string& camera) {
    return asked(run_, camera, of_run_now);
}

std::shared_ptr<const std::vector<UnitRemedy>> Proposals::of_unit(const std::string& device) {
    return asked(unit_, device, of_unit_now);
}

std::shared_ptr<const Result<Diagnosis>> Proposals::wrong_with(const std::string& camera) {
    return asked(wrong_, camera, wrong_with_now);
}

void Proposals::use_best(const std::string& camera) {
    best_for_ = camera;
    if (of_run(camera)) use_best_now();
}

void Proposals::use_best_now() {
    if (best_for_.empty() || best_for_ != run_.subject || !run_.answer) return;
    const std::string camera = std::exchange(best_for_, {});
    const auto found = run_.answer;
    const Proposal* best = best_way(found->ways);
    if (!best || best->change.empty()) {
        emit nothing_better(q(camera));
        return;
    }
    if (document_.edit(tr("Best way for %1").arg(q(camera)),
                       with_change(document_.committed(), best->change)))
        tell(*best, camera);
}

void Proposals::tell(const Proposal& used, const std::string& camera) {
    emit document_.laid(
        {q(laid_text(used, camera, true, document_.site().settings.currency, document_.text())),
         camera, false});
}

bool Proposals::use(const Proposal& proposal, const std::string& camera) {
    if (!proposal.built) return false;
    const QString name = q(proposal_title(proposal, document_.text()));
    const bool used = document_.edit(tr("%1 for %2").arg(name, q(camera)),
                                     with_change(document_.committed(), proposal.change));
    if (used) tell(proposal, camera);
    return used;
}

bool Proposals::use(const UnitRemedy& remedy) {
    return document_.edit(q(unit_remedy_title(remedy, document_.text())), remedy.site);
}

}  // namespace ovant
