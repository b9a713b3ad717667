// SPDX-License-Identifier: GPL-3.0-or-later
// Loads that are no cameras: counted like one wherever watts, metres and rates are, never recorded.
#include <catch2/catch.hpp>

#include "core/assess/data_budget.h"
#include "core/assess/budget.h"
#include "core/chain/chain.h"
#include "core/choose/proposal.h"
#include "core/edits/edits.h"
#include "core/sheet/camera_list.h"
#include "core/format/site_json.h"
#include "core/look_up.h"
#include "core/prove/addresses.h"
#include "core/prove/bench.h"
#include "core/prove/handover.h"
#include "core/simulate/day.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "support/builder.h"

using namespace ovant;
using Catch::Detail::Approx;

namespace {

Verdict verdict_of(const Judged& judged, const std::string& subject, CheckId id) {
    for (const auto* checks : {&judged.assessment.site_checks}) {
        for (const Check& check : *checks)
            if (check.id == id && check.subject == subject) return check.verdict;
    }
    for (const RunAssessment& run : judged.assessment.runs) {
        if (run.camera != subject) continue;
        const Check* check = find_check(run.checks, id);
        if (check) return check->verdict;
    }
    return Verdict::unknown;
}

const RunAssessment& run_of(const Judged& judged, const std::string& id) {
    for (const RunAssessment& run : judged.assessment.runs)
        if (run.camera == id) return run;
    FAIL("no run of " << id);
    return judged.assessment.runs.front();
}

double into_recorder(const Builder& b, const std::string& recorder) {
    const Network net = lay_out(b.site, b.catalogue);
    for (const DataStretch& stretch : data_budget(net))
        if (stretch.kind == StretchKind::recorder && stretch.id == recorder)
            return stretch.load_mbps;
    return 0;
}

}  // namespace

TEST_CASE("every shipped load holds on a near port of its class, and its watts are counted there",
          "[loads]") {
    const std::vector<const Kind*> loads = shipped_catalogue().of(Category::load);
    CHECK(loads.size() >= 7);  // phone, access point, intercom, reader, panel, speaker, gateway
    for (const Kind* kind : loads) {
        INFO(kind->id);
        HeadEnd b("sw-24-at-370");
        const std::string id = b.unit(kind->id.c_str(), {20, 0});
        CHECK(id == "T1");
        REQUIRE(b.device(id).camera);
        b.cable(b.sw, "1", id, "lan", "cat6-solid-23-out");
        if (kind->rating == Surroundings::indoor) b.device(id).surroundings = Surroundings::indoor;
        const Judged judged = b.judged();
        for (const Check& check : run_of(judged, id).checks)
            if (check.verdict == Verdict::fails) FAIL_CHECK(sentence(check, {}));
        const UnitAssessment* sw = judged.assessment.unit(b.sw);
        REQUIRE(sw);
        CHECK(sw->greatest_w >= kind->load->watts);
        CHECK(sw->greatest_w < kind->load->watts + kind->load->start_w + 2);
    }
}

TEST_CASE("a load's data end at the head end: no recorder takes them in and no channel is used",
          "[loads]") {
    HeadEnd b;
    const std::string cam = b.unit("cam-fixed-4mp", {20, 0});
    b.cable(b.sw, "1", cam, "lan");
    const double alone = into_recorder(b, b.recorder);
    REQUIRE(alone > 0);
    std::string last;
    for (const char* port : {"2", "3", "4"}) {
        last = b.unit("load-access-point-outdoor", {25, 5});
        b.cable(b.sw, port, last, "lan", "cat6-solid-23-out");
    }
    CHECK(into_recorder(b, b.recorder) == Approx(alone));
    const Network net = lay_out(b.site, b.catalogue);
    CHECK(net.runs.size() == 4);
    for (const NetLink& link : net.links) {
        const bool of_load = net.device(link.b.device).kind == "load-access-point-outdoor";
        if (of_load) CHECK(link.load_mbps == Approx(200));
    }
    CHECK(recorder_channels(net).front().value == 1);
    CHECK(recorder_inputs(net, false).front().value == Approx(alone));

    // The same on a port of the recorder itself, directly and past a repeater.
    const std::string own = b.unit("rec-8-poe", {0, 2}, b.office);
    const std::string phone = b.unit("load-phone", {10, 0});
    b.cable(own, "1", phone, "lan");
    const std::string far = b.unit("load-phone", {110, 0});
    const std::string middle = b.unit("rep-1-out", {60, 0});
    b.cable(own, "2", middle, "in");
    b.cable(middle, "out", far, "lan");
    CHECK(into_recorder(b, own) == 0);
    const Judged judged = b.judged();
    CHECK(verdict_of(judged, phone, CheckId::not_connected) == Verdict::unknown);
    CHECK(verdict_of(judged, far, CheckId::not_connected) == Verdict::unknown);
}

TEST_CASE("a load needs no recorder, but a way to the head end", "[loads]") {
    HeadEnd b;
    const std::string hut = b.place("Hut", {50, 0});
    const std::string far = b.unit("sw-8-at-120", {50, 0}, hut);
    const std::string phone = b.unit("load-phone", {60, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {60, 5});
    b.cable(far, "1", phone, "lan");
    b.cable(far, "2", cam, "lan");
    const auto arrives = [&](const std::string& id) {
        const Judged judged = b.judged();
        const Check* check = find_check(run_of(judged, id).checks, CheckId::not_connected);
        return !check || check->verdict != Verdict::fails;
    };
    CHECK_FALSE(arrives(phone));
    CHECK_FALSE(arrives(cam));
    {
        const Judged judged = b.judged();
        const Check* check = find_check(run_of(judged, phone).checks, CheckId::not_connected);
        REQUIRE(check);
        CHECK(sentence(*check, {}) ==
              "Its data end at " + far + ": nothing there leads to the head end");
    }
    b.cable(b.sw, "2", far, "up1");
    CHECK(arrives(phone));
    CHECK(arrives(cam));
    // The recorder unplugged: cameras show nothing, phones ring.
    std::erase_if(b.site.links, [&](const Link& link) { return link.a.device == b.recorder; });
    CHECK(arrives(phone));
    CHECK_FALSE(arrives(cam));
    // A site without any recorder says so of cameras, not of phones.
    std::erase_if(b.site.devices, [&](const Device& one) { return one.id == b.recorder; });
    CHECK(arrives(phone));
    CHECK(recorder_inputs(lay_out(b.site, b.catalogue), false).size() == 1);
    b.site = *remove_object(b.site, b.catalogue, cam);
    CHECK(recorder_inputs(lay_out(b.site, b.catalogue), false).empty());
}

TEST_CASE("a fast load fails where the way is slow, and gets ways that carry it", "[loads]") {
    HeadEnd b("sw-24-at-370");
    const std::string near = b.unit("load-access-point-outdoor", {90, 0});
    b.cable(b.sw, "1", near, "lan", "cat6-solid-23-out");
    CHECK(verdict_of(b.judged(), near, CheckId::link_rate) != Verdict::fails);
    const std::string far = b.unit("load-access-point-outdoor", {240, 0});
    const std::vector<Proposal> ways = propose_ways(b.site, b.catalogue, far);
    int hold = 0;
    for (const Proposal& way : ways) {
        if (!way.built || way.verdict != Verdict::holds) continue;
        ++hold;
        // Whatever is said to hold carries 200 Mb/s and 18 W.
        const Site after = with_change(b.site, way.change);
        const Network net = lay_out(after, b.catalogue);
        const RunAssessment run = assess_run(net, find_camera(net, far));
        const Check* rate = find_check(run.checks, CheckId::link_rate);
        REQUIRE(rate);
        CHECK(rate->limit > 200);
        CHECK(rate->value == Approx(200));
    }
    CHECK(hold > 0);
    // A remedy never lowers a picture that is not there.
    for (const Proposal& remedy : propose_remedies(b.site, b.catalogue, near))
        if (remedy.remedy) CHECK(*remedy.remedy != RemedyKind::lower_picture);
}

TEST_CASE("a load goes through the day, the addresses, the bench and the handover", "[loads]") {
    HeadEnd b;
    const std::string phone = b.unit("load-phone", {20, 0});
    b.cable(b.sw, "1", phone, "lan");
    b.device(phone).surroundings = Surroundings::indoor;
    {
        const Network net = lay_out(b.site, b.catalogue);
        const Result<DayPlan> plan = day_plan(b.site.settings);
        REQUIRE(plan);
        const DayResult day = play_day(net, *plan);
        REQUIRE(day.cameras.size() == 1);
        CHECK(day.cameras.front().camera == phone);
        CHECK(day.cameras.front().restarts == 0);
        const auto rows = address_rows(net, AddressOrder::by_place);
        CHECK(std::any_of(rows.begin(), rows.end(), [&](const AddressRow& row) {
            return net.device(row.device).id == phone && row.asks_for_address;
        }));
        CHECK(or_nothing(find_device(number_channels(net), phone)->on_network).recorder_channel ==
              0);
        const BenchPlan bench = bench_plan(net);
        for (const BenchStep* step : all_steps(bench)) CHECK(step->task != BenchTask::picture);
    }
    const auto open = [&](UnitState state) {
        OnNetwork own;
        own.state = state;
        b.device(phone).on_network = own;
        const Network net = lay_out(b.site, b.catalogue);
        const Handover whole = handover(net, assess(net), "");
        return std::find(whole.not_recording.begin(), whole.not_recording.end(), phone) !=
               whole.not_recording.end();
    };
    CHECK(open(UnitState::planned));
    CHECK(open(UnitState::seen));
    CHECK_FALSE(open(UnitState::set));
    CHECK_FALSE(open(UnitState::recording));
}

TEST_CASE("a load is told in lists, in words and as an own kind", "[loads]") {
    HeadEnd b;
    const CsvImport import =
        import_cameras(b.site, b.catalogue,
                       "name,kind,x_m,y_m\nFront desk,Desk phone,10,2\nGate,load-intercom,40,0\n");
    CHECK(import.lines.empty());
    REQUIRE(import.added.size() == 2);
    CHECK(find_device(import.site, import.added[0])->kind == "load-phone");
    CHECK(find_device(import.site, import.added[1])->kind == "load-intercom");

    const Result<Chain> chain =
        read_chain("30 W port, 60 m cat6, load-access-point", b.catalogue, UnitSystem::metric);
    REQUIRE(chain);
    CHECK(chain->camera.kind == "load-access-point");
    const std::string words = write_chain(*chain, b.catalogue);
    const Result<Chain> again = read_chain(words, b.catalogue, UnitSystem::metric);
    INFO(words);
    REQUIRE(again);
    CHECK(*again == *chain);

    const auto read = [](const std::string& facts) {
        return read_kind(R"({"id":"x","name":"X","category":"load","ports":[{"ids":"lan",)"
                         R"("role":"pd","class":3,"upstream":true}])" +
                             facts + "}",
                         "");
    };
    const Result<Kind> good = read(R"(,"load":{"watts":9,"bit_rate_mbps":5})");
    REQUIRE(good);
    CHECK(good->camera->draw.day_w == 9);
    CHECK(good->camera->bit_rate_mbps == 5);
    const Result<Kind> bare = read("");
    REQUIRE_FALSE(bare);
    CHECK(sentence(bare.error()).find("a load needs its figures under “load”") !=
          std::string::npos);
    const Result<Kind> no_watts = read(R"(,"load":{"bit_rate_mbps":5})");
    CHECK_FALSE(no_watts);
    const Result<Kind> camera = read_kind(
        R"({"id":"x","name":"X","category":"recorder","ports":[{"ids":"lan","role":"data"}],"load":{"watts":9}})",
        "");
    REQUIRE_FALSE(camera);
    CHECK(sentence(camera.error()).find("only a load has figures of one") != std::string::npos);
}
