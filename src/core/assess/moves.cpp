// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/assess/moves.h"

#include <algorithm>
#include <map>
#include <utility>

namespace ovant {

std::vector<VerdictMove> moved_verdicts(const Assessment& before, const Assessment& after) {
    // Several checks of the site may be about one thing: its verdict is the worst of them.
    using Subject = std::pair<int, std::string>;
    const auto verdicts = [](const Assessment& assessment) {
        std::vector<std::pair<Subject, Verdict>> out;
        std::map<Subject, std::size_t> at;
        for (const RunAssessment& run : assessment.runs)
            out.push_back({{0, run.camera}, run.verdict});
        for (const UnitAssessment& unit : assessment.units)
            out.push_back({{1, unit.device}, unit.verdict});
        for (const Check& check : assessment.site_checks) {
            const Subject subject{2, check.subject};
            const auto [found, added] = at.try_emplace(subject, out.size());
            if (added)
                out.push_back({subject, check.verdict});
            else
                out[found->second].second = std::max(out[found->second].second, check.verdict);
        }
        return out;
    };
    const auto was = verdicts(before);
    const std::map<Subject, Verdict> was_of(was.begin(), was.end());
    std::vector<VerdictMove> out;
    for (const auto& [subject, verdict] : verdicts(after)) {
        const auto found = was_of.find(subject);
        if (found != was_of.end() && found->second != verdict)
            out.push_back({subject.second, found->second, verdict});
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const VerdictMove& a, const VerdictMove& b) { return a.to > b.to; });
    return out;
}

}  // namespace ovant
