// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/bench_pdf.h"

#include "phrase/bench_text.h"
#include "phrase/translate.h"
#include "print/paper.h"

namespace ovant {

std::string bench_pdf(const BenchPlan& plan, const Site& site, const TextContext& context) {
    Paper paper(told("Bench, {}", site.name));
    paper.title(told("Everything on a table first: {}", site.name));
    paper.quiet(bench_care());
    if (plan.set_ups.empty())
        paper.text(said("No run is connected yet: there is nothing to set up."));
    else
        paper.text(bench_summary(plan, site));
    const BenchRecords records = bench_records(site);
    const auto steps = [&](const std::vector<BenchStep>& list) {
        for (const BenchStep& step : list) {
            const BenchRecord* record = record_of(records, step);
            const bool failed = record && record->state == BenchState::failed;
            std::string beside = bench_record_text(record);
            if (failed) beside += " " + rests_on_text(step);
            paper.box(!record  ? Paper::Box::empty
                      : failed ? Paper::Box::crossed
                               : Paper::Box::ticked,
                      bench_text(step, site, context), beside);
        }
    };
    for (const BenchSetUp& set_up : plan.set_ups) {
        paper.heading(set_up_text(set_up));
        steps(set_up.steps);
    }
    if (!plan.units.empty()) paper.heading(said("Each unit, while it is within reach"));
    steps(plan.units);
    if (!plan.last.empty()) paper.heading(said("Last, with everything on"));
    steps(plan.last);
    return paper.finish();
}

}  // namespace ovant
