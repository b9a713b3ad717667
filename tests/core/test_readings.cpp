// SPDX-License-Identifier: GPL-3.0-or-later
// Readings against promises: tolerance of meter and model, what physics forbids, the design as
// measured, readings from a file.
#include <catch2/catch.hpp>

#include "core/assess/port_feed.h"
#include "core/edits/edits.h"
#include "core/format/reading_csv.h"
#include "core/format/site_json.h"
#include "core/prove/readings.h"
#include "phrase/error_text.h"
#include "phrase/reading_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

// One camera at a switch, 100 m of 24 AWG as measured.
struct OneRun : HeadEnd {
    std::string camera, cable_id;
    explicit OneRun(double length_m = 100, const char* kind = "cat5e-solid-24-out") {
        camera = unit("cam-fixed-4mp", {50, 0});
        cable_id = cable(sw, "1", camera, "lan", kind);
        link(cable_id).measured_length_m = length_m;
        site.settings.day_c = site.settings.night_c = 20;
        site.settings.coldest_night_c = 20;
    }
    JudgedReading judge(ReadingOf of, const std::string& subject, double value,
                        ReadUnder under = ReadUnder::day) const {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        reading.value = value;
        reading.under = under;
        return judge_reading(site, catalogue, reading);
    }
    ReadingVerdict verdict(ReadingOf of, const std::string& subject, double value) const {
        return judge(of, subject, value).verdict;
    }
    // Just inside and just outside both ends of what is as promised.
    void both_sides(ReadingOf of, const std::string& subject, double at) const {
        const JudgedReading judged = judge(of, subject, at);
        // The meter's share grows with the value: the ends are where the reading itself is one.
        const auto inside = [&](double value) {
            return judge(of, subject, value).verdict == ReadingVerdict::as_promised;
        };
        for (const double way : {-1.0, 1.0}) {
            double in = at, out = at + way * 1000;
            for (int i = 0; i < 80; ++i) {
                const double middle = (in + out) / 2;
                (inside(middle) ? in : out) = middle;
            }
            const JudgedReading edge = judge(of, subject, in);
            CHECK(in == Approx(way < 0 ? edge.least : edge.most).margin(1e-6));
        }
        CHECK(judged.least < judged.promised);
        CHECK(judged.promised <= judged.most);
    }
};

}  // namespace

TEST_CASE("length, loop, volts and watts are as promised within what is stated", "[readings]") {
    const OneRun run;
    // 9.38 ohms is the worst a category cable may have; 24 AWG of copper has 8.42 a conductor.
    const JudgedReading loop = run.judge(ReadingOf::loop_resistance, run.cable_id, 17);
    CHECK(loop.promised == Approx(2 * 8.42).epsilon(0.01));
    CHECK(loop.verdict == ReadingVerdict::as_promised);
    run.both_sides(ReadingOf::length, run.cable_id, 100);
    run.both_sides(ReadingOf::loop_resistance, run.cable_id, 17);
    const JudgedReading volts = run.judge(ReadingOf::volts, run.camera, 50);
    CHECK(volts.verdict == ReadingVerdict::as_promised);
    run.both_sides(ReadingOf::volts, run.camera, volts.promised);
    const JudgedReading watts = run.judge(ReadingOf::watts, run.camera, 5);
    run.both_sides(ReadingOf::watts, run.camera, watts.promised);
    for (const JudgedReading& judged : {loop, volts, watts}) {
        CHECK(judged.instrument_off > 0);
        CHECK(judged.model_off > 0);
        CHECK(judged.working.size() >= 2);
        CHECK_FALSE(judged.working.back().source.text.empty());
    }
}

TEST_CASE("the promise is of the condition and the temperature of the reading", "[readings]") {
    OneRun run(90);
    Reading reading;
    reading.of = ReadingOf::loop_resistance;
    reading.subject = run.cable_id;
    reading.value = 15;
    const double at_20 = judge_reading(run.site, run.catalogue, reading).promised;
    reading.temperature_c = 45;
    const double at_45 = judge_reading(run.site, run.catalogue, reading).promised;
    // The cable lies outdoors here; joints do not warm.
    CHECK(at_45 / at_20 == Approx(1 + 0.00393 * 25).epsilon(0.01));
    const double by_day = run.judge(ReadingOf::volts, run.camera, 50).promised;
    const double by_night = run.judge(ReadingOf::volts, run.camera, 50, ReadUnder::night).promised;
    CHECK(by_night < by_day);
    const Network net = lay_out(run.site, run.catalogue);
    CHECK(run.judge(ReadingOf::watts, run.camera, 5, ReadUnder::night).promised ==
          Approx(camera_power_w(net, net.cameras.front(), Condition::night)));
}

TEST_CASE("a meter that is named is judged by its own accuracy", "[readings]") {
    OneRun run;
    Instrument fine;
    fine.accuracy = {{ReadingOf::loop_resistance, 0.001, 0.01}};
    run.take(add_instrument(run.site, fine));
    Reading reading;
    reading.of = ReadingOf::loop_resistance;
    reading.subject = run.cable_id;
    reading.value = 17;
    const JudgedReading coarse = judge_reading(run.site, run.catalogue, reading);
    reading.instrument = "I1";
    const JudgedReading sharp = judge_reading(run.site, run.catalogue, reading);
    CHECK(sharp.instrument_off == Approx(0.017 + 0.01));
    CHECK(sharp.least > coarse.least);
}

TEST_CASE("45 V where 46.5 are promised is inside, 39 where 45.6 are is off", "[readings]") {
    // A run whose camera is promised some 46 V.
    OneRun run(180);
    run.site.settings.school = School::maker_rated;
    run.device(run.camera).camera = CameraSettings{};
    run.device(run.camera).camera->draw = CameraDraw{10, 0, 0, 0, 0};
    const double promised = run.judge(ReadingOf::volts, run.camera, 45).promised;
    CHECK(promised > 44);
    CHECK(run.verdict(ReadingOf::volts, run.camera, promised - 1.5) == ReadingVerdict::as_promised);
    CHECK(run.verdict(ReadingOf::volts, run.camera, promised - 6.6) == ReadingVerdict::off);
    // A camera that draws little of its sheet is none the worse.
    CHECK(run.verdict(ReadingOf::watts, run.camera, 6) == ReadingVerdict::as_promised);
    CHECK(run.verdict(ReadingOf::watts, run.camera, 16) == ReadingVerdict::off);
}

TEST_CASE("what physics forbids is impossible, not off", "[readings]") {
    const OneRun run;
    CHECK(run.judge(ReadingOf::volts, run.camera, 230).note == ReadingNote::more_than_source);
    CHECK(run.verdict(ReadingOf::volts, run.camera, -5) == ReadingVerdict::impossible);
    CHECK(run.verdict(ReadingOf::volts, run.sw + ".1", 62) == ReadingVerdict::impossible);
    CHECK(run.verdict(ReadingOf::volts, run.sw + ".1", 53) == ReadingVerdict::as_promised);
    const JudgedReading thin = run.judge(ReadingOf::loop_resistance, run.cable_id, 2);
    CHECK(thin.verdict == ReadingVerdict::impossible);
    CHECK(thin.note == ReadingNote::less_than_copper);
    CHECK(run.verdict(ReadingOf::link_rate, run.cable_id, 37) == ReadingVerdict::impossible);
    CHECK(run.verdict(ReadingOf::link_rate, run.cable_id, 100) == ReadingVerdict::as_promised);
    CHECK(run.verdict(ReadingOf::link_rate, run.cable_id, 10) == ReadingVerdict::off);
    CHECK(run.verdict(ReadingOf::watts, run.sw + ".1", 300) == ReadingVerdict::impossible);
}

TEST_CASE("bytes taken for bits are recognised", "[readings]") {
    OneRun run;
    run.device(run.camera).camera = CameraSettings{};
    run.device(run.camera).camera->bit_rate_mbps = 4.8;
    const JudgedReading slip = run.judge(ReadingOf::bit_rate, run.camera, 0.6);
    CHECK(slip.verdict == ReadingVerdict::off);
    CHECK(slip.note == ReadingNote::bytes_for_bits);
    CHECK(*reading_value(ReadingOf::bit_rate, "600 kB/s", UnitSystem::metric) == Approx(4.8));
    CHECK(*reading_value(ReadingOf::bit_rate, "0.6 MB/s", UnitSystem::metric) == Approx(4.8));
    CHECK(*reading_value(ReadingOf::bit_rate, "600 kb/s", UnitSystem::metric) == Approx(0.6));
    CHECK(*reading_value(ReadingOf::bit_rate, "600000 B/s", UnitSystem::metric) == Approx(4.8));
    CHECK(run.verdict(ReadingOf::bit_rate, run.camera, 4.8) == ReadingVerdict::as_promised);
    CHECK(run.judge(ReadingOf::bit_rate, run.camera, 9).note == ReadingNote::none);
}

TEST_CASE("nothing is promised where nothing is, or nothing feeds it", "[readings]") {
    OneRun run;
    for (ReadingOf of :
         {ReadingOf::length, ReadingOf::loop_resistance, ReadingOf::volts, ReadingOf::watts,
          ReadingOf::link_rate, ReadingOf::bit_rate, ReadingOf::light, ReadingOf::radio_level})
        CHECK(run.verdict(of, "K99", 1) == ReadingVerdict::no_promise);
    CHECK(run.verdict(ReadingOf::light, run.cable_id, -5) == ReadingVerdict::no_promise);
    CHECK(run.verdict(ReadingOf::volts, run.sw + ".up1", 50) == ReadingVerdict::no_promise);
    run.device(run.sw).power_off_ports = {"1"};
    CHECK(run.verdict(ReadingOf::volts, run.camera, 50) == ReadingVerdict::no_promise);
}

TEST_CASE("light and radio levels of the demo are promised as its strip shows them", "[readings]") {
    const Judged demo = judge_site(demo_site());
    std::size_t lights = 0, levels = 0;
    for (const Link& link : demo.site.links) {
        Reading reading;
        reading.subject = link.id;
        reading.of = ReadingOf::light;
        reading.value = -10;
        const JudgedReading light = judge_reading(demo.site, demo.catalogue, reading);
        lights += light.verdict != ReadingVerdict::no_promise;
        if (light.verdict == ReadingVerdict::as_promised) CHECK(light.promised < 0);
        reading.of = ReadingOf::radio_level;
        reading.value = -60;
        levels +=
            judge_reading(demo.site, demo.catalogue, reading).verdict != ReadingVerdict::no_promise;
    }
    CHECK(lights >= 1);
    CHECK(levels >= 2);
}

TEST_CASE("a loop taken into the design makes the promise what was read", "[readings]") {
    // Copper-clad where copper was drawn: 1.6 times the resistance.
    OneRun run(95);
    run.link(run.cable_id).cords_m = 3;
    const double read_ohm = 1.55 * run.judge(ReadingOf::loop_resistance, run.cable_id, 1).promised;
    Reading reading;
    reading.of = ReadingOf::loop_resistance;
    reading.subject = run.cable_id;
    reading.value = read_ohm;
    reading.temperature_c = 5;
    run.take(add_reading(run.site, reading));
    CHECK(judge_readings(run.site, run.catalogue)[0].verdict == ReadingVerdict::off);
    const double before_v = run.judge(ReadingOf::volts, run.camera, 50).promised;
    const Result<Site> taken = take_into_design(run.site, run.catalogue, "M1");
    REQUIRE(taken);
    run.site = *taken;
    const JudgedReading now = judge_readings(run.site, run.catalogue)[0];
    CHECK(now.promised == Approx(read_ohm).epsilon(1e-6));
    CHECK(now.verdict == ReadingVerdict::as_promised);
    CHECK(run.judge(ReadingOf::volts, run.camera, 50).promised < before_v);
    CHECK(*read_site(write_site(run.site)) == run.site);
    // A length goes the way it always went; a voltage cannot be built in.
    reading.of = ReadingOf::length;
    reading.value = 120;
    run.take(add_reading(run.site, reading));
    CHECK(find_link(*take_into_design(run.site, run.catalogue, "M2"), run.cable_id)
              ->measured_length_m == 120);
    reading.of = ReadingOf::volts;
    reading.subject = run.camera;
    run.take(add_reading(run.site, reading));
    CHECK_FALSE(take_into_design(run.site, run.catalogue, "M3"));
    CHECK_FALSE(take_into_design(run.site, run.catalogue, "M9"));
}

TEST_CASE("readings come from a spreadsheet, bad lines are told and the rest goes on",
          "[readings]") {
    OneRun run;
    const std::string csv = "At;What;Value;Under;Temperature;When;Note\n" + run.cable_id +
                            ";length;330 ft;;;2027-01-15 14:05;at the office\n" + run.cable_id +
                            ";loop;17.1;;8;;\n" + run.camera + ";voltage;49,8;night;;;\n" + run.sw +
                            ".1;watts;7 W;dusk;;;\nK77;volts;48;;;;\n" + run.camera +
                            ";colour;red;;;;\n" + run.camera + ";volts;many;;;;\n";
    const ReadingsImport import =
        import_readings(run.site, run.catalogue, csv, {"ab", "2027-01-16T09:00"});
    std::vector<std::string> told;
    for (const Error& line : import.lines) told.push_back(sentence(line));
    INFO(told.size());
    CHECK(import.added.size() >= 3);
    const Reading& first = import.site.readings[0];
    CHECK(first.value == Approx(330 * 0.3048));
    CHECK(first.when == "2027-01-15T14:05");
    CHECK(first.who == "ab");
    CHECK(import.site.readings[1].when == "2027-01-16T09:00");
    CHECK(*import.site.readings[1].temperature_c == 8);
    const auto has = [&](const char* line, const char* what) {
        return std::any_of(told.begin(), told.end(), [&](const std::string& one) {
            return one.find(line) != std::string::npos && one.find(what) != std::string::npos;
        });
    };
    CHECK(has("line 5", "dusk"));
    CHECK(has("line 6", "K77"));
    CHECK(has("line 7", "colour"));
    CHECK(has("line 8", "many"));
    CHECK(sound(run.site, run.catalogue, import.site));
    CHECK(import_readings(run.site, run.catalogue, "", {}).lines.size() == 1);
    CHECK(import_readings(run.site, run.catalogue, "a,b\n1,2\n", {}).lines.size() == 1);
}

TEST_CASE(
    "a tester's list has a column for each reading, units in the headings, headings of its own",
    "[readings][csv]") {
    OneRun run;
    const std::string csv = "Circuit,Length (ft),Loop [Ohm],Wire map,Remark,Date\n" + run.cable_id +
                            ",330,17.1,PASS,x,2027-01-15 14:05:33\n" + run.cable_id +
                            ",100 m,,open,,16/01/2027\n";
    ReadingColumns columns = reading_columns(csv);
    CHECK_FALSE(columns.enough);
    CHECK(columns.meanings ==
          std::vector<std::string>{"", "length", "loop-resistance", "wire-map", "", "when"});
    CHECK(columns.samples[1] == std::vector<std::string>{"330", "100 m"});
    CHECK(import_readings(run.site, run.catalogue, csv, {}).added.empty());
    const ColumnMeanings told = {{"circuit", "at"}, {"remark", "note"}};
    CHECK(reading_columns(csv, told).enough);
    const ReadingsImport in =
        import_readings(run.site, run.catalogue, csv, {"ab", "2027-01-17T08:00"}, told);
    REQUIRE(in.added.size() == 5);
    const std::vector<Reading>& read = in.site.readings;
    CHECK(read[0].value == Approx(330 * 0.3048));
    CHECK(read[0].note == "x");
    CHECK(read[0].when == "2027-01-15T14:05");
    CHECK(read[1].of == ReadingOf::loop_resistance);
    CHECK(read[2].value == 0);
    // The cell's own unit goes before the heading's; a date that may be two is told, not guessed.
    CHECK(read[3].value == 100);
    CHECK(read[4].value == 1);
    CHECK(read[4].when == "2027-01-17T08:00");
    REQUIRE(in.lines.size() == 1);
    CHECK(sentence(in.lines[0]).find("16/01/2027") != std::string::npos);
    // What was told goes before what a heading says.
    CHECK(reading_columns(csv, {{"circuit", "at"}, {"length (ft)", ""}}).meanings[1].empty());
    for (const std::string& meaning : all_column_meanings())
        CHECK(column_title(meaning) != meaning);
}

TEST_CASE("what a reading says is a sentence with promise and range", "[readings]") {
    const OneRun run;
    const auto text = [&](ReadingOf of, const std::string& subject, double value) {
        Reading reading;
        reading.value = value;
        reading.of = of;
        reading.subject = subject;
        return reading_text(reading, run.judge(of, subject, value), UnitSystem::metric);
    };
    CHECK(text(ReadingOf::length, run.cable_id, 101).find("101 m is as promised: 100 m promised") ==
          0);
    CHECK(text(ReadingOf::length, run.cable_id, 150).find("150 m is off") == 0);
    CHECK(text(ReadingOf::link_rate, run.cable_id, 100).find("or more would do") !=
          std::string::npos);
    CHECK(text(ReadingOf::volts, "K99", 50).find("promises nothing there") != std::string::npos);
    CHECK(text(ReadingOf::volts, run.camera, 230).find("impossible: nothing on the way gives") !=
          std::string::npos);
}

TEST_CASE("wire map, damaged frames, throughput and delay have promises of their own",
          "[readings]") {
    OneRun run;
    const auto verdict = [&](ReadingOf of, const std::string& subject, double value) {
        return run.verdict(of, subject, value);
    };
    const auto map = [&](WireMap shown) {
        return verdict(ReadingOf::wire_map, run.cable_id, static_cast<double>(shown));
    };
    CHECK(map(WireMap::straight) == ReadingVerdict::as_promised);
    for (WireMap other : {WireMap::open, WireMap::shorted, WireMap::crossed, WireMap::split})
        CHECK(map(other) == ReadingVerdict::off);
    for (double none : {-1.0, 0.5, 5.0})
        CHECK(verdict(ReadingOf::wire_map, run.cable_id, none) == ReadingVerdict::impossible);
    // A cable known to have an open pair shows one; in another pair it is sound.
    run.link(run.cable_id).defects = Defects{};
    run.link(run.cable_id).defects->conductors_open = 2;
    run.link(run.cable_id).defects->pair = "4 5";
    CHECK(map(WireMap::open) == ReadingVerdict::as_promised);
    Reading other;
    other.of = ReadingOf::wire_map;
    other.subject = run.cable_id;
    other.pair = "1 2";
    CHECK(judge_reading(run.site, run.catalogue, other).verdict == ReadingVerdict::as_promised);
    run.link(run.cable_id).defects.reset();

    const JudgedReading frames = run.judge(ReadingOf::errors, run.sw + ".1", 5);
    CHECK(frames.verdict == ReadingVerdict::as_promised);
    CHECK(verdict(ReadingOf::errors, run.sw + ".1", 6) == ReadingVerdict::off);
    CHECK(verdict(ReadingOf::errors, run.cable_id, 0) == ReadingVerdict::as_promised);
    CHECK(verdict(ReadingOf::errors, run.sw + ".2", 0) == ReadingVerdict::no_promise);

    // 1460 of 1538 octets are data: 94.9 Mb/s of 100.
    const JudgedReading data = run.judge(ReadingOf::throughput, run.cable_id, 94);
    CHECK(data.promised == Approx(94.93).epsilon(0.001));
    CHECK(data.verdict == ReadingVerdict::as_promised);
    CHECK(verdict(ReadingOf::throughput, run.cable_id, 40) == ReadingVerdict::off);
    CHECK(verdict(ReadingOf::throughput, run.cable_id, 112) == ReadingVerdict::impossible);

    const JudgedReading delay = run.judge(ReadingOf::delay, run.camera, 1);
    CHECK(delay.verdict == ReadingVerdict::as_promised);
    CHECK(verdict(ReadingOf::delay, run.camera, delay.most - 0.1) == ReadingVerdict::as_promised);
    CHECK(verdict(ReadingOf::delay, run.camera, delay.most + 0.1) == ReadingVerdict::off);
    CHECK(verdict(ReadingOf::delay, run.sw, 1) == ReadingVerdict::no_promise);
}

TEST_CASE(
    "throughput over radio is what its planned modulation carries, time on backup what the "
    "battery holds",
    "[readings]") {
    const Judged demo = judge_site(demo_site());
    const auto judge = [&](ReadingOf of, const std::string& subject, double value) {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        reading.value = value;
        return judge_reading(demo.site, demo.catalogue, reading);
    };
    const JudgedReading radio = judge(ReadingOf::throughput, "L65", 1);
    REQUIRE(radio.verdict == ReadingVerdict::off);
    CHECK(judge(ReadingOf::throughput, "L65", radio.least + 0.1).verdict ==
          ReadingVerdict::as_promised);
    CHECK(judge(ReadingOf::throughput, "L65", radio.promised * 2).verdict ==
          ReadingVerdict::as_promised);
    // 25 minutes; the check counts on sources at their least, the promise on them as they are.
    const JudgedReading backup = judge(ReadingOf::backup_time, "UPS1", 0.4);
    CHECK(backup.verdict == ReadingVerdict::as_promised);
    for (const Check& check : demo.assessment.site_checks) {
        if (check.id == CheckId::backup_time && check.subject == "UPS1")
            CHECK(backup.promised == Approx(check.value).epsilon(0.05));
    }
    CHECK(judge(ReadingOf::backup_time, "UPS1", 0.2).verdict == ReadingVerdict::off);
    CHECK(judge(ReadingOf::backup_time, "SW1", 1).verdict == ReadingVerdict::no_promise);
    // Far away the pictures come later.
    CHECK(judge(ReadingOf::delay, "K16", 1).promised >
          judge(ReadingOf::delay, "K03", 1).promised + 4);
}

TEST_CASE("further readings are typed and kept as people say them", "[readings][csv]") {
    const OneRun run;
    const auto value = [](ReadingOf of, const char* text) {
        const Result<double> got = reading_value(of, text, UnitSystem::metric);
        INFO(text);
        REQUIRE(got);
        return *got;
    };
    CHECK(value(ReadingOf::wire_map, "Pass") == 0);
    CHECK(value(ReadingOf::wire_map, "open") == 1);
    CHECK(value(ReadingOf::wire_map, "Short") == 2);
    CHECK(value(ReadingOf::wire_map, "reversed") == 3);
    CHECK(value(ReadingOf::wire_map, "split pair") == 4);
    CHECK(value(ReadingOf::backup_time, "25 min") == Approx(25.0 / 60));
    CHECK(value(ReadingOf::delay, "12 ms") == 12);
    CHECK(value(ReadingOf::delay, "0.2 s") == 200);
    const Result<double> odd = reading_value(ReadingOf::wire_map, "wobbly", UnitSystem::metric);
    REQUIRE_FALSE(odd);
    CHECK(sentence(odd.error()).find("straight") != std::string::npos);
    // Out and in again.
    const ReadingsImport in =
        import_readings(run.site, run.catalogue,
                        "at,what,value\n" + run.cable_id + ",wire map,open\n" + run.sw +
                            ",backup,1.5 h\n" + run.camera + ",ping,7 ms\n" + run.sw +
                            ".1,frames,12\n" + run.cable_id + ",throughput,9 MB/s\n",
                        {"ab", "2027-01-15T09:00"});
    REQUIRE(in.added.size() == 5);
    CHECK(in.site.readings[4].value == Approx(72));
    const std::string csv = readings_csv(in.site, judge_readings(in.site, run.catalogue));
    CHECK(csv.find(",wire-map,open,") != std::string::npos);
    Site bare = in.site;
    bare.readings.clear();
    const ReadingsImport again = import_readings(bare, run.catalogue, csv, {});
    CHECK(again.site.readings == in.site.readings);
    CHECK(reading_text(in.site.readings[0], judge_readings(in.site, run.catalogue)[0],
                       UnitSystem::metric) == "open is off: straight through promised");
}
