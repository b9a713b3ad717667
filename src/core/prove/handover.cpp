// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/prove/handover.h"

#include <algorithm>

#include "core/look_up.h"
#include "core/prove/bench.h"

namespace ovant {
namespace {

void add_failing(const std::string& subject, const std::vector<Check>& checks, Handover& out) {
    for (const Check& check : checks) {
        if (check.verdict == Verdict::fails) out.checks.push_back({subject, check});
    }
}

void collect_readings(const Network& net, const std::vector<JudgedReading>& judged, Handover& out) {
    for (std::size_t i = 0; i < judged.size(); ++i) {
        const ReadingVerdict verdict = judged[i].verdict;
        if (verdict == ReadingVerdict::off || verdict == ReadingVerdict::impossible)
            out.off.push_back({net.site->readings[i], judged[i]});
    }
}

void collect_runs(const Network& net, const ReadingsAlong& readings, Handover& out) {
    const std::vector<Card> cards = wiring_cards(net);
    std::size_t card = 0;
    for (CameraNumber number : net.cameras.numbers()) {
        const Device& camera = net.device(net.cameras[number]);
        HandoverRun run;
        run.camera = camera.id;
        run.name = camera.name;
        run.connected = net.runs[number].connected;
        if (run.connected) {
            const Card& of = cards[card++];
            run.verdict = of.verdict;
            run.expected_v = of.expected_v;
            run.expected_w = of.expected_w;
            run.rate_mbps = of.rate_mbps;
            run.seen = of.seen;
            run.length_m = net.runs[number].length_m;
            run.readings = readings.of(number);
            if (run.readings.empty()) out.not_read.push_back(run.camera);
            for (Caution caution : of.cautions) {
                if (std::find(out.cautions.begin(), out.cautions.end(), caution) ==
                    out.cautions.end())
                    out.cautions.push_back(caution);
            }
        }
        const UnitState state = camera.on_network ? camera.on_network->state : UnitState::planned;
        const bool done = has_picture(net.kind(net.runs[number].camera))
                              ? state == UnitState::recording
                              : state >= UnitState::set;
        if (!done) out.not_recording.push_back(run.camera);
        out.runs.push_back(std::move(run));
    }
    std::sort(out.cautions.begin(), out.cautions.end());
}

void collect_bench(const Network& net, Handover& out) {
    const BenchPlan plan = bench_plan(net);
    const BenchRecords records = bench_records(*net.site);
    for (const BenchStep* step : all_steps(plan)) {
        const BenchRecord* record = record_of(records, *step);
        ++out.bench_steps;
        out.bench_done += record && record->state == BenchState::done;
        out.bench_failed += record && record->state == BenchState::failed;
    }
}

}  // namespace

bool Handover::nothing_open() const {
    return checks.empty() && off.empty() && not_read.empty() && not_recording.empty() &&
           bench_done == bench_steps;
}

Handover handover(const Network& net, const Assessment& assessment, std::string sha256) {
    Handover out;
    out.sha256 = std::move(sha256);
    for (const RunAssessment& run : assessment.runs) add_failing(run.camera, run.checks, out);
    for (const UnitAssessment& unit : assessment.units) add_failing(unit.device, unit.checks, out);
    add_failing("", assessment.site_checks, out);
    const ReadingsAlong readings(net);
    collect_readings(net, readings.judged(), out);
    collect_runs(net, readings, out);
    collect_bench(net, out);
    out.parts = count_parts(net);
    out.addresses = address_rows(net, AddressOrder::by_place);
    out.ports = port_profiles(net);
    if (const Result<DayPlan> plan = day_plan(net.site->settings)) out.day = play_day(net, *plan);
    return out;
}

HandedOver handed_over(const Site& site, std::string_view sha256) {
    HandedOver out;
    if (site.handovers.empty()) return out;
    out.record = &site.handovers.back();
    out.as_it_was = out.record->sha256 == sha256;
    return out;
}

}  // namespace ovant
