// SPDX-License-Identifier: GPL-3.0-or-later
// Faults put into the site, and found again from what was read.
#include <catch2/catch.hpp>

#include <set>

#include "core/assess/link_reach.h"
#include "core/assess/port_feed.h"
#include "core/edits/edits.h"
#include "core/format/site_json.h"
#include "core/prove/diagnose.h"
#include "core/prove/readings.h"
#include "phrase/fault_text.h"
#include "support/builder.h"
#include "support/hidden_faults.h"

using namespace ovant;

namespace {

// A camera over 90 m of copper at a port with the long setting, off at first.
struct Suspected : HeadEnd {
    std::string camera, cable_id;
    explicit Suspected(double length_m = 90) {
        camera = unit("cam-ptz-compact", {50, 0});
        cable_id = cable(sw, "1", camera, "lan");
        link(cable_id).measured_length_m = length_m;
        site.settings.day_c = site.settings.night_c = site.settings.coldest_night_c = 20;
    }
    double ohm(int pairs) const {
        const Network net = lay_out(site, catalogue);
        for (const NetLink& laid : net.links) {
            if (laid.link->id == cable_id) return link_loop_ohm(net, laid, pairs, Condition::day);
        }
        return -1;
    }
    void read(ReadingOf of, const std::string& subject, double value) {
        Reading reading;
        reading.id = next_id(site, "M");
        reading.of = of;
        reading.subject = subject;
        reading.value = value;
        site.readings.push_back(reading);
    }
    double promised(ReadingOf of, const std::string& subject) const {
        Reading reading;
        reading.of = of;
        reading.subject = subject;
        return promise_of(site, catalogue, reading).promised;
    }
};

}  // namespace

TEST_CASE("a leg with a bad or open conductor has the resistance of what is left of it",
          "[diagnose]") {
    Suspected run;
    run.link(run.cable_id).cords_m = 0;
    const double one = run.ohm(1), two = run.ohm(2), four = run.ohm(4);
    CHECK(two == Approx(one / 2));
    Defects& defects = run.link(run.cable_id).defects.emplace();
    CHECK(run.ohm(2) == two);
    // Conductor of `one / 2`; by hand for 12 Ω more in one of them.
    defects.joint_ohm = 12;
    const double conductor = one / 2;
    const double leg = 1 / (1 / conductor + 1 / (conductor + 12));
    CHECK(run.ohm(1) == Approx(one + 12));
    CHECK(run.ohm(2) == Approx(conductor / 2 + leg));
    defects = {};
    defects.conductors_open = 1;
    CHECK(run.ohm(1) > 1e6);
    CHECK(run.ohm(2) == Approx(1.5 * two));
    CHECK(run.ohm(4) == Approx(four / 2 + four / 2 * 4 / 3));
    defects.conductors_open = 2;
    CHECK(run.ohm(2) > 1e6);
    CHECK(run.ohm(4) == Approx(two));
    defects = {};
    defects.resistance_share = 0.6;
    CHECK(run.ohm(1) == Approx(1.6 * one));
}

TEST_CASE("defects are kept in the file and every check counts them", "[diagnose][format]") {
    Suspected run;
    const auto volts = [&] { return run.promised(ReadingOf::volts, run.camera); };
    const double sound = volts();
    Defects& defects = run.link(run.cable_id).defects.emplace();
    defects.joint_ohm = 12.5;
    defects.pair = "blue";
    defects.attenuation_share = 0.3;
    CHECK(volts() < sound - 0.5);
    const Result<Site> again = read_site(write_site(run.site));
    REQUIRE(again);
    CHECK(*again == run.site);
    const Network net = lay_out(run.site, run.catalogue);
    const LinkReach reach = link_reach(net, *net.links.begin(), Condition::day);
    run.link(run.cable_id).defects.reset();
    const Network whole = lay_out(run.site, run.catalogue);
    for (const NetLink& laid : whole.links) {
        if (laid.link->id == run.cable_id)
            CHECK(link_reach(whole, laid, Condition::day).limit_m > 90);
    }
    CHECK(reach.limit_m > 0);
}

TEST_CASE("every fault of the list changes what would be read, somewhere in the demo",
          "[diagnose]") {
    const Site site = demo_site();
    const Catalogue catalogue = shipped_catalogue();
    const Network net = lay_out(site, catalogue);
    std::set<FaultKind> seen, changed;
    for (CameraNumber camera : net.cameras.numbers()) {
        const Site run = site_of_run(net, camera);
        const Network own = lay_out(run, catalogue);
        CameraNumber here;
        for (CameraNumber number : own.cameras.numbers()) {
            if (own.device(own.cameras[number]).id == net.device(net.cameras[camera]).id)
                here = number;
        }
        REQUIRE(here);
        const std::vector<Reading> readings = possible_readings(own, here);
        const std::vector<double> sound = values_read(run, catalogue, readings);
        // The run by itself reads as in the whole site.
        const std::vector<double> in_site = values_read(site, catalogue, readings);
        for (std::size_t i = 0; i < readings.size(); ++i) {
            INFO(readings[i].subject);
            CHECK(sound[i] == Approx(in_site[i]).margin(1e-9));
        }
        for (Fault fault : possible_faults(own, here)) {
            seen.insert(fault.kind);
            fault.amount = facts_of(fault.kind).most;
            const std::vector<double> with =
                values_read(with_fault(run, catalogue, fault), catalogue, readings);
            for (std::size_t i = 0; i < with.size(); ++i) {
                if (std::isnan(with[i]) || std::abs(with[i] - sound[i]) > 1e-6)
                    changed.insert(fault.kind);
            }
            CHECK_FALSE(fault_text(fault, UnitSystem::metric).empty());
        }
    }
    for (const FaultFacts& facts : all_faults()) {
        INFO(id_of(facts.kind));
        // The demo has no two different units in one line: below.
        if (facts.kind == FaultKind::none || facts.kind == FaultKind::units_swapped) continue;
        CHECK(seen.contains(facts.kind));
        CHECK(changed.contains(facts.kind));
    }
}

TEST_CASE("two different units in one line can be swapped, which moves the volts between them",
          "[diagnose]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {250, 0});
    const std::string near = run.unit("rep-1-out", {80, 0});
    const std::string far = run.unit("rep-1-long", {160, 0});
    run.cable(run.sw, "1", near, "in");
    run.cable(near, "out", far, "in");
    run.cable(far, "out", camera, "lan");
    const Network net = lay_out(run.site, run.catalogue);
    const std::vector<Fault> faults = possible_faults(net, CameraNumber(0));
    const auto swapped = std::find_if(faults.begin(), faults.end(), [](const Fault& fault) {
        return fault.kind == FaultKind::units_swapped;
    });
    REQUIRE(swapped != faults.end());
    Reading volts;
    volts.subject = near;
    const Site other = with_fault(run.site, run.catalogue, *swapped);
    CHECK(find_device(other, near)->kind == "rep-1-long");
    const double before = values_read(run.site, run.catalogue, {volts}).front();
    const double after = values_read(other, run.catalogue, {volts}).front();
    CHECK(std::abs(before - after) > 1e-4);
    const Site back = with_fault(other, run.catalogue, *swapped);
    CHECK(back == run.site);
}

TEST_CASE("a fault is named, its number fitted, and the loop tells what the volts cannot",
          "[diagnose]") {
    Suspected run;
    const double promised_v = run.promised(ReadingOf::volts, run.camera);
    run.read(ReadingOf::volts, run.camera, promised_v);
    run.read(ReadingOf::watts, run.sw + ".1", run.promised(ReadingOf::watts, run.sw + ".1"));
    Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    CHECK(found->suspects.front().fault.kind == FaultKind::none);
    CHECK(found->suspects.front().probability < 1);

    // As much less as 1.6 times the resistance makes.
    Site clad = with_fault(run.site, run.catalogue, {FaultKind::copper_clad, run.cable_id, "", 0});
    run.site.readings.clear();
    Reading volts;
    volts.subject = run.camera;
    run.read(ReadingOf::volts, run.camera, values_read(clad, run.catalogue, {volts}).front() - 3);
    run.read(ReadingOf::watts, run.sw + ".1", run.promised(ReadingOf::watts, run.sw + ".1"));
    found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    CHECK(found->suspects.front().fault.kind != FaultKind::none);
    REQUIRE(found->next);
    const double loop = run.promised(ReadingOf::loop_resistance, run.cable_id);
    run.read(ReadingOf::loop_resistance, run.cable_id, loop * 1.587);
    run.read(ReadingOf::length, run.cable_id, 90);
    found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    const FaultKind first = found->suspects.front().fault.kind;
    CHECK((first == FaultKind::copper_clad || first == FaultKind::thinner));
    CHECK(found->suspects.front().fault.at == run.cable_id);
    double sum = 0;
    for (const Suspect& suspect : found->suspects) sum += suspect.probability;
    CHECK(sum == Approx(1));
}

TEST_CASE("volts at another camera of the same switch tell whether the switch is to blame",
          "[diagnose]") {
    Suspected run;
    const std::string other = run.unit("cam-fixed-4mp", {20, 0});
    const std::string cable = run.cable(run.sw, "2", other, "lan");
    run.link(cable).measured_length_m = 40;
    const auto probability = [&](double at_other_v) {
        run.site.readings.clear();
        run.read(ReadingOf::volts, run.camera, run.promised(ReadingOf::volts, run.camera) - 7);
        if (at_other_v > 0) run.read(ReadingOf::volts, other, at_other_v);
        const Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
        REQUIRE(found);
        CHECK(found->readings.size() == run.site.readings.size());
        for (const Suspect& suspect : found->suspects) {
            if (suspect.fault.kind == FaultKind::low_volts) return suspect.probability;
        }
        FAIL("low volts were not tried");
        return 0.0;
    };
    const double promised_v = run.promised(ReadingOf::volts, other);
    const double alone = probability(0);
    CHECK(probability(promised_v) < alone / 2);
    CHECK(probability(promised_v - 7) > alone);
    // A camera that another unit feeds says nothing.
    const std::string injector = run.unit("inj-90", {30, 0});
    const std::string third = run.unit("cam-fixed-4mp", {40, 0});
    run.cable(run.sw, "3", injector, "in");
    run.cable(injector, "out", third, "lan");
    run.site.readings.clear();
    run.read(ReadingOf::volts, run.camera, promised_v - 7);
    run.read(ReadingOf::volts, third, run.promised(ReadingOf::volts, third));
    const Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    CHECK(found->readings.size() == 1);
}

TEST_CASE("a wire map names an open pair; what tells no fault is left out", "[diagnose]") {
    Suspected run;
    run.read(ReadingOf::volts, run.camera, run.promised(ReadingOf::volts, run.camera));
    run.read(ReadingOf::wire_map, run.cable_id, static_cast<double>(WireMap::open));
    Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    const FaultKind first = found->suspects.front().fault.kind;
    CHECK((first == FaultKind::conductor_open || first == FaultKind::pair_open));
    CHECK(found->suspects.front().probability > 0.5);
    const std::size_t used = found->readings.size();
    run.read(ReadingOf::errors, run.cable_id, 900);
    run.read(ReadingOf::delay, run.camera, 90);
    found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    CHECK(found->readings.size() == used);
    CHECK(found->impossible == 0);
    CHECK(found->suspects.front().fault.kind == first);
}

TEST_CASE(
    "two boxes of cable joined by a coupler: a sound one is not to be seen, a bad one is named",
    "[diagnose]") {
    Suspected run(170);
    run.device(run.sw).long_groups.insert(1);
    const double loop = run.promised(ReadingOf::loop_resistance, run.cable_id);
    const auto first_with = [&](double more_ohm, bool pairs_read) {
        run.site.readings.clear();
        run.read(ReadingOf::length, run.cable_id, 170);
        run.read(ReadingOf::loop_resistance, run.cable_id, loop + more_ohm);
        if (pairs_read) {
            run.site.readings.back().pair = "1 2";
            for (const char* pair : {"3 6", "4 5", "7 8"}) {
                run.read(ReadingOf::loop_resistance, run.cable_id, loop);
                run.site.readings.back().pair = pair;
            }
        }
        const Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
        REQUIRE(found);
        return found->suspects.front().fault;
    };
    // Contacts of a coupler as they should be: tenths of an ohm.
    CHECK(first_with(0.2, false).kind == FaultKind::none);
    CHECK(first_with(0.2, true).kind == FaultKind::none);
    // In one pair alone 15 ohms more may be copper-clad; with the others as promised they are not.
    const Fault bad = first_with(15, true);
    CHECK(bad.kind == FaultKind::bad_joint);
    CHECK(bad.at == run.cable_id);
    CHECK(bad.to == "1 2");
    CHECK(bad.amount == Approx(15).epsilon(0.4));
    CHECK(fault_text(bad, UnitSystem::metric).ends_with("too much, in pair 1 2"));
}

TEST_CASE("powered but without a link at 183 m: the setting to flip is named", "[diagnose]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-4mp", {150, 0});
    const std::string cable_id = run.cable(run.sw, "1", camera, "lan");
    run.link(cable_id).measured_length_m = 183;
    run.device(run.sw).long_groups.insert(1);
    Reading rate;
    rate.id = "M1";
    rate.of = ReadingOf::link_rate;
    rate.subject = cable_id;
    rate.value = 0;
    Reading volts;
    volts.id = "M2";
    volts.subject = camera;
    volts.value = promise_of(run.site, run.catalogue, volts).promised;
    run.site.readings = {rate, volts};
    const Result<Diagnosis> found = diagnose(run.site, run.catalogue, camera);
    REQUIRE(found);
    CHECK(found->suspects.front().fault.kind == FaultKind::wrong_setting);
    CHECK(mend_text(found->suspects.front().fault).starts_with("Flip the long setting of"));
}

TEST_CASE("what cannot be diagnosed says so", "[diagnose]") {
    Suspected run;
    CHECK(diagnose(run.site, run.catalogue, "K99").error().code == ErrorCode::no_such_object);
    CHECK(diagnose(run.site, run.catalogue, run.camera).error().code == ErrorCode::not_possible);
    run.read(ReadingOf::volts, run.camera, 523);  // impossible speaks for nothing
    CHECK(diagnose(run.site, run.catalogue, run.camera).error().code == ErrorCode::not_possible);
    CHECK(likelihood_text(0.9999) == "99 in 100");
    CHECK(likelihood_text(0) == "1 in 100");
}

TEST_CASE("hidden faults are named from the readings of a meter, and none where there is none",
          "[diagnose]") {
    for (FaultKind kind : {FaultKind::none, FaultKind::copper_clad, FaultKind::pair_open}) {
        const FaultShares shares = hidden_fault_shares(demo_site(), kind, 4, 7);
        INFO(id_of(kind));
        CHECK(shares.tellable >= 3);
        CHECK(shares.first + 1 >= shares.tellable);
        CHECK(shares.third == shares.tellable);
    }
}

TEST_CASE("what was looked into is less likely, what was read before mending speaks no more",
          "[diagnose]") {
    Suspected run;
    const Site sound = run.site;
    const Fault joint{FaultKind::bad_joint, run.cable_id, "", 60};
    run.site = with_fault(run.site, run.catalogue, joint);
    const double volts = run.promised(ReadingOf::volts, run.camera);
    run.site = sound;
    run.read(ReadingOf::volts, run.camera, volts);
    run.site.readings.front().when = "2026-11-20T09:41";
    const Result<Diagnosis> first = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(first);
    const auto joint_in = [&](const Diagnosis& found) {
        return *std::find_if(found.suspects.begin(), found.suspects.end(), [&](const Suspect& one) {
            return one.fault.kind == FaultKind::bad_joint && one.fault.at == run.cable_id;
        });
    };

    TriedFault tried;
    tried.camera = run.camera;
    tried.fault = FaultKind::bad_joint;
    tried.at = run.cable_id;
    tried.amount = joint_in(*first).fault.amount;
    tried.who = "ab";
    tried.when = "2026-11-20T09:50";
    const Result<Added> looked = add_tried(run.site, tried);
    REQUIRE(looked);
    CHECK(looked->id == "F1");
    const Result<Diagnosis> second = diagnose(looked->site, run.catalogue, run.camera);
    REQUIRE(second);
    CHECK(joint_in(*second).probability < 0.2 * joint_in(*first).probability);
    CHECK(second->tried.size() == 1);
    CHECK(tried_text(second->tried.front(), UnitSystem::metric)
              .ends_with("too much: not it (ab, 2026-11-20 09:50)"));
    // The record goes through the file.
    const Result<Site> again = read_site(write_site(looked->site));
    REQUIRE(again);
    CHECK(*again == looked->site);

    Site mended = looked->site;
    mended.tried.front().outcome = FaultOutcome::mended;
    CHECK(diagnose(mended, run.catalogue, run.camera).error().code == ErrorCode::not_possible);
    Reading anew = mended.readings.front();
    anew.id = "M9";
    anew.value = 48;
    anew.when = "2026-11-20T09:50";
    mended.readings.push_back(anew);
    const Result<Diagnosis> third = diagnose(mended, run.catalogue, run.camera);
    REQUIRE(third);
    CHECK(third->readings.size() == 1);
    CHECK(third->before_mending == 1);
    CHECK(third->suspects.front().fault.kind == FaultKind::none);
    CHECK(diagnosis_text(*third).ends_with("before the last mending: 1."));
}

TEST_CASE("a working says what each reading would be and how the likelihood is come to",
          "[diagnose]") {
    Suspected run;
    run.read(ReadingOf::volts, run.camera, run.promised(ReadingOf::volts, run.camera) - 3);
    const Result<Diagnosis> found = diagnose(run.site, run.catalogue, run.camera);
    REQUIRE(found);
    const Working working = working_of(*found, 0);
    REQUIRE(working.size() == 5);
    CHECK(working.front().result == Approx(found->suspects.front().would_read.front()));
    CHECK(working.back().result == Approx(100 * found->suspects.front().probability));
    double priors = 0, weights = 0;
    for (const Suspect& suspect : found->suspects) {
        priors += suspect.prior;
        weights += suspect.prior * std::exp(-suspect.cost);
    }
    CHECK(priors == Approx(1));
    const Suspect& first = found->suspects.front();
    CHECK(first.prior * std::exp(-first.cost) / weights == Approx(first.probability));
    CHECK(working_of(*found, 999).empty());
}

TEST_CASE("what is found is kept in the design where a drawing can hold it", "[diagnose]") {
    Suspected run;
    const Fault clad{FaultKind::copper_clad, run.cable_id, "", 0};
    const Result<Site> kept = keep_as_found(run.site, run.catalogue, clad);
    REQUIRE(kept);
    CHECK(find_link(*kept, run.cable_id)->defects->resistance_share > 0.5);
    for (FaultKind kind : {FaultKind::none, FaultKind::infrared_on})
        CHECK(keep_as_found(run.site, run.catalogue, {kind, run.camera, "", 0}).error().code ==
              ErrorCode::not_possible);
    // One unit's volts alone: 10 % less of 54 V at its ports, nothing at another's.
    const Result<Site> low =
        keep_as_found(run.site, run.catalogue, {FaultKind::low_volts, run.sw, "", 10});
    REQUIRE(low);
    Reading volts;
    volts.subject = run.sw + ".1";
    const double before = promise_of(run.site, run.catalogue, volts).promised;
    CHECK(promise_of(*low, run.catalogue, volts).promised == Approx(0.9 * before));
    volts.subject = run.camera;
    CHECK(promise_of(*low, run.catalogue, volts).promised <
          promise_of(run.site, run.catalogue, volts).promised - 0.09 * before);
    CHECK(low->settings == run.site.settings);
    const Result<Site> again = read_site(write_site(*low));
    REQUIRE(again);
    CHECK(*again == *low);
    CHECK(set_low_volts(*low, run.sw, 0)->devices == run.site.devices);
    CHECK_FALSE(set_low_volts(*low, run.sw, 0.6));
    CHECK(defects_text(*find_link(*kept, run.cable_id)->defects, UnitSystem::metric)
              .ends_with("more resistance than its sheet"));
    CHECK(keep_as_found(run.site, run.catalogue, {FaultKind::longer, "L99", "", 5}).error().code ==
          ErrorCode::no_such_object);
}
