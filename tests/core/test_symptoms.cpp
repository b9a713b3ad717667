// SPDX-License-Identifier: GPL-3.0-or-later
// What somebody sees without a meter: foretold of a run, entered like a reading, and evidence.
#include <catch2/catch.hpp>

#include "core/assess/least_volts.h"
#include "core/edits/edits.h"
#include "core/format/reading_csv.h"
#include "core/format/site_json.h"
#include "core/prove/cards.h"
#include "core/prove/diagnose.h"
#include "core/prove/faults.h"
#include "core/prove/promise.h"
#include "core/site/site_enum_names.h"
#include "phrase/reading_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

struct Seen : HeadEnd {
    std::string camera, cable_id;
    explicit Seen(double length_m = 60, const char* kind = "cam-fixed-4mp",
                  const char* unit_kind = "sw-8-at-120")
        : HeadEnd(unit_kind) {
        camera = unit(kind, {30, 0});
        cable_id = cable(sw, "1", camera, "lan");
        link(cable_id).measured_length_m = length_m;
        site.settings.day_c = site.settings.night_c = site.settings.coldest_night_c = 20;
    }
    Symptom at(ReadUnder under = ReadUnder::day) const {
        Reading reading;
        reading.of = ReadingOf::symptom;
        reading.subject = camera;
        reading.under = under;
        const JudgedReading judged = promise_of(site, catalogue, reading);
        REQUIRE(judged.verdict != ReadingVerdict::no_promise);
        return static_cast<Symptom>(static_cast<int>(judged.promised));
    }
    std::vector<Foretold> told() const {
        const Network net = lay_out(site, catalogue);
        return foretold(net, find_camera(net, camera));
    }
    void read(ReadingOf of, const std::string& subject, double value,
              ReadUnder under = ReadUnder::day) {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        reading.value = value;
        reading.under = under;
        Result<Added> added = add_reading(site, reading);
        REQUIRE(added);
        site = std::move(added->site);
    }
};

double probability(const Diagnosis& found, FaultKind kind) {
    double sum = 0;
    for (const Suspect& suspect : found.suspects)
        if (suspect.fault.kind == kind) sum += suspect.probability;
    return sum;
}

}  // namespace

TEST_CASE("each symptom has its cause, and none is foretold of a sound run", "[symptoms]") {
    CHECK(Seen().at() == Symptom::well);
    CHECK(Seen().told().empty());
    {
        Seen off;  // the port switched off
        off.device(off.sw).power_off_ports.insert("1");
        CHECK(off.at() == Symptom::dark);
    }
    {
        Seen far(150);  // no link so far out, the volts suffice
        CHECK(far.at() == Symptom::no_link);
        far.link(far.cable_id).measured_length_m = 95;
        CHECK(far.at() == Symptom::well);
    }
    {
        Seen open(60);  // a conductor of the pairs with data
        open.link(open.cable_id).defects = Defects{};
        open.link(open.cable_id).defects->conductors_open = 1;
        for (const auto& [pair, symptom] :
             {std::pair("1 2", Symptom::no_link), std::pair("green", Symptom::no_link),
              std::pair("4 5", Symptom::well), std::pair("brown", Symptom::well)}) {
            open.link(open.cable_id).defects->pair = pair;
            CHECK(open.at() == symptom);
        }
    }
    {
        Seen unplugged;  // the recorder
        std::erase_if(unplugged.site.links,
                      [&](const Link& link) { return link.a.device == unplugged.recorder; });
        CHECK(unplugged.at() == Symptom::no_picture);
    }
    {
        Seen slow;  // more than the link carries
        slow.device(slow.camera).camera->bit_rate_mbps = 99;
        CHECK(slow.at() == Symptom::well);
        slow.device(slow.camera).camera->bit_rate_mbps = 101;
        CHECK(slow.at() == Symptom::stutters);
    }
}

TEST_CASE("what comes on by day and not at night restarts at night", "[symptoms]") {
    // Long enough that the infrared takes the volts away; the reach of data is not the matter.
    bool seen = false;
    for (double length_m = 400; length_m <= 1600; length_m += 20) {
        Seen run(length_m, "cam-zoom-4mp");
        const Symptom day = run.at(ReadUnder::day), night = run.at(ReadUnder::night);
        if (day == Symptom::dark) {
            CHECK(night == Symptom::dark);
            break;
        }
        if (night != Symptom::restarts) continue;
        seen = true;
        // What is foretold counts on the least volts: no better than what would be read.
        const std::vector<Foretold> told = run.told();
        CHECK(std::any_of(told.begin(), told.end(), [](const Foretold& one) {
            return one.under == ReadUnder::night &&
                   (one.symptom == Symptom::restarts || one.symptom == Symptom::dark);
        }));
    }
    CHECK(seen);
    CHECK(foretold_text({{ReadUnder::night, Symptom::restarts}}) ==
          "at night, infrared on: restarts");
}

TEST_CASE("symptoms are entered in words, judged, and go through lists", "[symptoms]") {
    const auto value = [](std::string_view text) {
        return reading_value(ReadingOf::symptom, text, UnitSystem::metric);
    };
    CHECK(*value("Dead") == static_cast<double>(Symptom::dark));
    CHECK(*value("lit but no link") == static_cast<double>(Symptom::no_link));
    CHECK(*value("no-picture") == static_cast<double>(Symptom::no_picture));
    CHECK(*value("OK") == static_cast<double>(Symptom::well));
    CHECK_FALSE(value("blue"));
    CHECK_FALSE(value("3"));
    Seen run;
    run.read(ReadingOf::symptom, run.camera, static_cast<double>(Symptom::well));
    run.read(ReadingOf::symptom, run.camera, static_cast<double>(Symptom::restarts));
    run.read(ReadingOf::symptom, run.camera, 17);
    run.read(ReadingOf::symptom, run.sw, static_cast<double>(Symptom::dark));
    const std::vector<JudgedReading> judged = judge_readings(run.site, run.catalogue);
    CHECK(judged[0].verdict == ReadingVerdict::as_promised);
    CHECK(judged[1].verdict == ReadingVerdict::off);
    CHECK(judged[2].verdict == ReadingVerdict::impossible);
    CHECK(judged[3].verdict == ReadingVerdict::no_promise);
    run.site.readings.resize(2);
    const std::string csv = readings_csv(run.site, judge_readings(run.site, run.catalogue));
    CHECK(csv.find(",symptom,restarts,") != std::string::npos);
    Site empty = run.site;
    empty.readings.clear();
    const ReadingsImport import = import_readings(empty, run.catalogue, csv, {"ab", ""}, {});
    REQUIRE(import.added.size() == 2);
    CHECK(import.site.readings[1].value == static_cast<double>(Symptom::restarts));
}

TEST_CASE("a symptom speaks for the faults that would show it, and against the others",
          "[symptoms][diagnose]") {
    Seen run(60);
    const auto found_with = [&](Symptom symptom, ReadUnder under = ReadUnder::day) {
        run.site.readings.clear();
        run.read(ReadingOf::symptom, run.camera, static_cast<double>(symptom), under);
        const Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
        REQUIRE(found);
        return *found;
    };
    const Diagnosis well = found_with(Symptom::well);
    CHECK(well.suspects.front().fault.kind == FaultKind::none);
    const Diagnosis no_link = found_with(Symptom::no_link);
    CHECK(no_link.suspects.front().fault.kind != FaultKind::none);
    // An open conductor takes the link and leaves the light; more copper on the way does neither.
    CHECK(probability(no_link, FaultKind::conductor_open) >
          10 * probability(well, FaultKind::conductor_open));
    CHECK(probability(no_link, FaultKind::copper_clad) <
          probability(no_link, FaultKind::conductor_open));
    // It is evidence like any reading: said once more it does not hurt, said otherwise it does.
    CHECK(probability(found_with(Symptom::well), FaultKind::none) > 0.5);
}

TEST_CASE("cards of runs that do not hold say what will be seen", "[symptoms]") {
    Seen far(150);
    Network net = lay_out(far.site, far.catalogue);
    std::vector<Card> cards = wiring_cards(net);
    REQUIRE(cards.size() == 1);
    REQUIRE_FALSE(cards.front().seen.empty());
    CHECK(cards.front().seen.front().symptom == Symptom::no_link);
    far.link(far.cable_id).measured_length_m = 60;
    net = lay_out(far.site, far.catalogue);
    cards = wiring_cards(net);
    CHECK(cards.front().seen.empty());
}

TEST_CASE("a check that says that a camera goes dark is never left without what will be seen",
          "[symptoms]") {
    int dark = 0;
    for (double length_m = 300; length_m <= 1600; length_m += 50) {
        Seen run(length_m, "cam-zoom-4mp");
        const Judged judged = run.judged();
        const Check* volts = find_check(judged.run().checks, CheckId::camera_voltage);
        REQUIRE(volts);
        const Network net = lay_out(run.site, run.catalogue);
        const double off_v =
            camera_off_below_v(net.kind(net.cameras[CameraNumber(0)]),
                               net.kind(net.cameras[CameraNumber(0)]).ports[PortNumber(0)]);
        if (volts->verdict != Verdict::fails || volts->value >= off_v) continue;
        ++dark;
        const std::vector<Foretold> told = run.told();
        CHECK(std::any_of(told.begin(), told.end(), [](const Foretold& one) {
            return one.symptom == Symptom::dark || one.symptom == Symptom::restarts;
        }));
    }
    CHECK(dark > 3);
}

TEST_CASE(
    "since when it is so speaks for what comes with rain or an outage, and goes through lists",
    "[symptoms]") {
    const auto found = [](Since since, FaultKind kind) {
        Seen b;
        b.read(ReadingOf::symptom, b.camera, static_cast<double>(Symptom::no_link));
        b.site.readings.back().since = since;
        return probability(*diagnose(b.site, b.catalogue, b.camera), kind);
    };
    const double not_said = found(Since::not_said, FaultKind::water);
    CHECK(found(Since::rain, FaultKind::water) > 2 * not_said);
    CHECK(found(Since::bench, FaultKind::low_volts) <=
          found(Since::not_said, FaultKind::low_volts));
    CHECK(found(Since::outage, FaultKind::wrong_setting) >
          found(Since::rain, FaultKind::wrong_setting));
    for (const auto& [kind, name] : EnumNames<FaultKind>::table)
        CHECK(history_factor(kind, Since::not_said) == 1);
    Seen b;
    const ReadingsImport taken = import_readings(
        b.site, b.catalogue, "at,what,value,since\nK01,symptom,dark,rain\n", {"ab", ""});
    REQUIRE(taken.site.readings.size() == 1);
    CHECK(taken.site.readings[0].since == Since::rain);
    CHECK(read_site(write_site(taken.site))->readings[0].since == Since::rain);
    const std::string csv = readings_csv(taken.site, judge_readings(taken.site, b.catalogue));
    const ReadingsImport again = import_readings(b.site, b.catalogue, csv, {"ab", ""});
    REQUIRE(again.site.readings.size() == 1);
    CHECK(again.site.readings[0].since == Since::rain);
    const ReadingsImport refused = import_readings(
        b.site, b.catalogue, "at,what,value,since\nK01,symptom,dark,monday\n", {"ab", ""});
    CHECK_FALSE(refused.lines.empty());
}

TEST_CASE("volts read on a pairset: as promised on the one that is fed, none on the other",
          "[readings]") {
    CHECK(pairset_of("A") == Alternative::a);
    CHECK(pairset_of("1 2, 3 6") == Alternative::a);
    CHECK(pairset_of("Blue/Brown") == Alternative::b);
    CHECK_FALSE(pairset_of("4 5"));
    CHECK_FALSE(pairset_of(""));
    const auto promised = [](const char* unit, const char* port, const char* kind,
                             const char* pair) {
        Builder b;
        const std::string sw = b.unit(unit, {0, 0});
        const std::string cam = b.unit(kind, {30, 0});
        b.cable(sw, port, cam, "lan");
        Reading reading;
        reading.of = ReadingOf::volts;
        reading.subject = cam;
        reading.pair = pair;
        return promise_of(b.site, b.catalogue, reading);
    };
    // Port 9 of it feeds the data pairs.
    const JudgedReading whole = promised("sw-24-bt-720", "9", "cam-fixed-4mp", "");
    CHECK(promised("sw-24-bt-720", "9", "cam-fixed-4mp", "A").promised == whole.promised);
    CHECK(promised("sw-24-bt-720", "9", "cam-fixed-4mp", "B").promised == 0);
    CHECK(promised("sw-24-bt-720", "9", "cam-fixed-4mp", "4 5").promised == whole.promised);
    // Over four pairs both carry it.
    const JudgedReading four = promised("sw-24-bt-720", "1", "cam-ptz-60w", "B");
    CHECK(four.promised > 40);
    // Where nobody says which pairs it is, nothing is promised.
    CHECK(promised("sw-24-bt-720", "1", "cam-fixed-4mp", "A").verdict ==
          ReadingVerdict::no_promise);
    const auto judged = [](double volts, const char* pair) {
        Builder b;
        const std::string sw = b.unit("sw-24-bt-720", {0, 0});
        const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
        b.cable(sw, "9", cam, "lan");
        Reading reading;
        reading.of = ReadingOf::volts;
        reading.subject = cam;
        reading.pair = pair;
        reading.value = volts;
        Result<Added> added = add_reading(b.site, reading);
        REQUIRE(added);
        return judge_readings(added->site, b.catalogue).front().verdict;
    };
    CHECK(judged(0.2, "B") == ReadingVerdict::as_promised);
    CHECK(judged(53, "B") == ReadingVerdict::off);
    CHECK(judged(0.2, "A") == ReadingVerdict::off);
}
