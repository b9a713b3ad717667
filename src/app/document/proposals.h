// SPDX-License-Identifier: GPL-3.0-or-later
// What could be done about a run or a unit of the open site, and what is wrong with a run by what
// was read along it: worked out once for each site and what
// it is judged under, off the window's thread, and used as one step of history. Holds no widget.
#pragma once

#include <QObject>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/choose/proposal.h"
#include "core/choose/unit_remedies.h"
#include "core/prove/diagnose.h"

namespace ovant {

struct RunProposals {
    std::vector<Proposal> ways;  // all twenty, as propose_ways orders them
    std::vector<Proposal> all;   // remedies and ways that change something, as to be shown
};

class Proposals : public QObject {
    Q_OBJECT

public:
    explicit Proposals(Document& document);

    // Of a camera's run; null while they are worked out, which asking begins, and for a preview.
    std::shared_ptr<const RunProposals> of_run(const std::string& camera);
    // Of a feeding unit or a UPS, the same.
    std::shared_ptr<const std::vector<UnitRemedy>> of_unit(const std::string& device);

    // What is wrong with a camera's run, the same; an error where nothing was read along it.
    std::shared_ptr<const Result<Diagnosis>> wrong_with(const std::string& camera);

    // The proposal becomes one step of history. False: it cannot be built, or was refused.
    bool use(const Proposal& proposal, const std::string& camera);
    bool use(const UnitRemedy& remedy);
    // The best way that does not fail, as soon as it is known.
    void use_best(const std::string& camera);

signals:
    void ready();
    void nothing_better(const QString& camera);  // answers use_best()

private:
    void forget();
    void use_best_now();
    // What was laid and what it costs.
    void tell(const Proposal& used, const std::string& camera);

    // One answer, and of whom.
    template <class Answer>
    struct Asked {
        std::string subject;
        std::shared_ptr<const Answer> answer;
        BackgroundJob<std::shared_ptr<const Answer>> job;
    };
    template <class Answer>
    std::shared_ptr<const Answer> asked(Asked<Answer>& of, const std::string& subject,
                                        Answer (*work_out)(const Site&, const Catalogue&,
                                                           const std::string&, const JudgedUnder&,
                                                           const Wanted&));

    Document& document_;
    Asked<RunProposals> run_;
    Asked<std::vector<UnitRemedy>> unit_;
    Asked<Result<Diagnosis>> wrong_;
    std::string best_for_;  // the camera whose best way is to be used, empty for none
};

}  // namespace ovant
