// SPDX-License-Identifier: GPL-3.0-or-later
// Steps of the bench, as they are told to whoever stands at the table.
#pragma once

#include <string>

#include "core/prove/bench.h"
#include "phrase/check_text.h"

namespace ovant {

// "K14 and its run; alike: K09, K10".
std::string set_up_text(const BenchSetUp& set_up);
// "2 m lead from SW1, port 9, to R4, side in, faces SW1." One step, a sentence or two.
std::string bench_text(const BenchStep& step, const Site& site, const TextContext& context);
// "18 steps, 4 done, 1 failed" of a whole plan.
std::string bench_summary(const BenchPlan& plan, const Site& site);
// The caution that stands over the bench.
std::string bench_care();
// What a failed step means: "K09, K10 and K14 rest on it."; empty where none does.
std::string rests_on_text(const BenchStep& step);
// "ab, 2026-11-20 09:50".
std::string bench_signature(const BenchRecord& record);
// "done (ab, 2026-11-20 09:50): amber light", empty for none.
std::string bench_record_text(const BenchRecord* record);

}  // namespace ovant
