// SPDX-License-Identifier: GPL-3.0-or-later
// Rules whose breach gives false comfort, each from both sides.
#include <catch2/catch.hpp>

#include <algorithm>

#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/route/route.h"
#include "core/simulate/day.h"
#include "phrase/check_text.h"
#include "support/builder.h"

using namespace ovant;

namespace {

// The marina's passive injector feeding `to`, with a camera on the switch.
Judged passive_into(const char* injector, const char* kind, const char* port) {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
    b.cable(sw, "1", cam, "lan");
    const std::string inj = b.unit(injector, {1, 0});
    const bool to_switch = std::string(kind) == "switch";
    const std::string to = to_switch ? sw : b.unit(kind, {20, 5});
    b.cable(inj, "out", to, port);
    return b.judged();
}

const Check* unexpected(const Judged& judged) {
    for (const Check& check : judged.assessment.site_checks) {
        if (check.id == CheckId::unexpected_power) return &check;
    }
    for (const RunAssessment& run : judged.assessment.runs) {
        if (const Check* found = find_check(run.checks, CheckId::unexpected_power)) return found;
    }
    return nullptr;
}

}  // namespace

TEST_CASE("an always-on feed into a socket that takes none is refused", "[danger][rule-1]") {
    for (const auto& [kind, port] : {std::pair("switch", "up1"), std::pair("switch", "2"),
                                     std::pair("cam-fixed-12v-dc", "lan"),
                                     std::pair("rec-32", "lan1"), std::pair("inj-30", "in")}) {
        INFO(kind << " " << port);
        const Judged judged = passive_into("inj-passive-24", kind, port);
        const Check* check = unexpected(judged);
        REQUIRE(check);
        CHECK(check->verdict == Verdict::fails);
        CHECK(sentence(*check, {}).find("24 V that is always on") != std::string::npos);
        CHECK(count_failing(judged.assessment) > 0);
    }
    // Every picture that goes through the switch goes with it.
    CHECK(passive_into("inj-passive-24", "switch", "up1").run().verdict == Verdict::fails);
}

TEST_CASE("an always-on feed into a PoE input stands or falls by its volts", "[danger][rule-1]") {
    const Judged fits = passive_into("inj-passive-48", "cam-fixed-4mp", "lan");
    REQUIRE(unexpected(fits));
    CHECK(unexpected(fits)->verdict == Verdict::tight);
    CHECK(unexpected(fits)->note == Note::passive_into_poe);
    const Judged low = passive_into("inj-passive-24", "cam-fixed-4mp", "lan");
    REQUIRE(unexpected(low));
    CHECK(unexpected(low)->verdict == Verdict::fails);
    CHECK(unexpected(low)->note == Note::other_volts);
}

TEST_CASE("an always-on feed of other volts than the socket's is refused", "[danger][rule-1]") {
    Builder b;
    const std::string inj = b.unit("inj-passive-36", {0, 0});
    const std::string split = b.unit("split-passive", {30, 0});
    const std::string cam = b.unit("cam-fixed-24v-dc", {31, 0});
    b.cable(inj, "out", split, "in");
    b.cable(split, "dc", cam, "dc", "dc-lead-18");
    b.cable(split, "lan", cam, "lan", "lead-24-out");
    Check check = check_of(b.judged().run(), CheckId::unexpected_power);
    CHECK(check.verdict == Verdict::fails);
    CHECK(check.subject == cam + ".dc");
    // The same with the injector made for it is what it expects.
    find_device(b.site, inj)->kind = "inj-passive-24";
    CHECK(check_of(b.judged().run(), CheckId::unexpected_power).verdict == Verdict::holds);
}

TEST_CASE("two PoE ports face to face are judged, two always-on ones are refused",
          "[danger][rule-17]") {
    Builder b;
    const std::string near = b.unit("sw-8-at-120", {0, 0});
    const std::string far = b.unit("sw-8-at-120", {1, 1});
    const std::string rec = b.unit("rec-32", {1, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
    b.cable(near, "up1", rec, "lan1", "patch-24");
    b.cable(near, "1", far, "1", "cat5e-solid-24");
    b.cable(far, "2", cam, "lan");
    const Judged judged = b.judged();
    // The pictures pass, and the camera is fed by the far one alone.
    CHECK(judged.run().connected);
    const Network net = lay_out(judged.site, judged.catalogue);
    CHECK(net.runs.front().upstream.size() + net.runs.front().links.size() == 3);
    CHECK(net.device(net.runs.front().source.device).id == far);
    CHECK_FALSE(find_check(judged.run().checks, CheckId::port_power)->verdict == Verdict::fails);

    Builder two;
    const std::string a = two.unit("inj-passive-24", {0, 0});
    const std::string c = two.unit("inj-passive-24", {5, 0});
    const Result<Added> joined =
        connect(two.site, two.catalogue, "cat5e-solid-24", {a, "out", 0, ""}, {c, "out", 0, ""});
    const Result<Site> opened =
        joined ? read_site(write_site(joined->site)) : Result<Site>(joined.error());
    REQUIRE_FALSE(opened);
    CHECK(opened.error().code == ErrorCode::two_sources);
}

TEST_CASE("cable between two buildings is outdoors whatever its ends are", "[danger][rule-2]") {
    Builder b;
    const std::string shed = b.place("Shed", {60, 0});
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-mini-3w", {60, 0}, shed);
    const std::string laid = b.cable(sw, "1", cam, "lan", "cat5e-solid-24");
    const auto surroundings = [&] { return check_of(b.judged().run(), CheckId::surroundings); };
    for (const Between between : {Between::in_ground, Between::on_walls, Between::indoors}) {
        b.site.settings.where_no_pathway = between;
        INFO(static_cast<int>(between));
        CHECK(surroundings().verdict == Verdict::fails);
        CHECK(find_check(b.judged().run().checks, CheckId::surge)->verdict == Verdict::tight);
    }
    // Outdoor jacket does on walls, in the ground only what is made for burial.
    b.link(laid).cable = "cat5e-solid-24-out";
    b.site.settings.where_no_pathway = Between::on_walls;
    CHECK(surroundings().verdict == Verdict::holds);
    b.site.settings.where_no_pathway = Between::in_ground;
    CHECK(surroundings().verdict == Verdict::fails);
    CHECK(surroundings().note == Note::not_for_burial);
    b.link(laid).cable = "cat5e-burial-24";
    CHECK(surroundings().verdict == Verdict::holds);
    // Both in one building: indoors.
    find_device(b.site, cam)->place = find_device(b.site, sw)->place;
    b.link(laid).cable = "cat5e-solid-24";
    CHECK(surroundings().verdict == Verdict::holds);
    CHECK_FALSE(find_check(b.judged().run().checks, CheckId::surge));
}

TEST_CASE("a trench is in the ground, a tray is not", "[danger][rule-2]") {
    Builder b;
    Pathway path;
    path.points = {{2, 0}, {58, 0}};
    path.kind = PathwayKind::trench;
    b.take(add_pathway(b.site, path));
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
    b.cable(sw, "1", cam, "lan");
    CHECK(check_of(b.judged().run(), CheckId::surroundings).note == Note::not_for_burial);
    b.site.pathways.front().kind = PathwayKind::tray;
    CHECK(check_of(b.judged().run(), CheckId::surroundings).verdict == Verdict::holds);
}

TEST_CASE("ways between buildings take cable for the ground and protectors", "[danger][rule-2]") {
    Builder b;
    const std::string shed = b.place("Shed", {60, 0});
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    b.cable(sw, "up1", b.unit("rec-32", {1, 0}), "lan1", "patch-24");
    const std::string cam = b.unit("cam-mini-3w", {60, 0}, shed);
    const std::vector<Proposal> ways = propose_ways(b.site, b.catalogue, cam);
    const auto direct = std::find_if(ways.begin(), ways.end(), [](const Proposal& way) {
        return way.way == WayId::direct_copper;
    });
    REQUIRE(direct != ways.end());
    REQUIRE(direct->built);
    const Site best = with_change(b.site, direct->change);
    REQUIRE(best.links.size() == 2);
    const Link& laid = best.links.back();
    CHECK(b.catalogue.find(laid.cable)->rating == Surroundings::wet);
    CHECK_FALSE(laid.a.protector.empty());
    CHECK_FALSE(laid.b.protector.empty());
}

TEST_CASE("a surge ends at every active unit, stretch by stretch", "[danger][rule-3]") {
    Builder b;
    const std::string inj = b.unit("inj-90", {0, 0});
    const std::string sw = b.unit("sw-poe-fed-4-out", {50, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {90, 0});
    const std::string first = b.cable(inj, "out", sw, "up");
    const std::string second = b.cable(sw, "1", cam, "lan");
    // Protectors at the two far ends only: the switch between them is open to both.
    b.link(first).a.protector = b.link(second).b.protector = "surge-100";
    Check check = check_of(b.judged().run(), CheckId::surge);
    CHECK(check.verdict == Verdict::fails);
    CHECK(check.note == Note::unit_unprotected);
    CHECK(check.value == 2);
    CHECK(check.limit == 4);
    CHECK(sentence(check, {}).find(sw) != std::string::npos);
    // One side of it is not enough.
    b.link(first).b.protector = "surge-100";
    CHECK(check_of(b.judged().run(), CheckId::surge).verdict == Verdict::fails);
    b.link(second).a.protector = "surge-100";
    CHECK(check_of(b.judged().run(), CheckId::surge).verdict == Verdict::holds);
}

TEST_CASE("indoor cable behind a protected switch asks for nothing", "[danger][rule-3]") {
    Builder b;
    const std::string shed = b.place("Shed", {60, 0});
    const std::string inj = b.unit("inj-90", {0, 0});
    const std::string sw = b.unit("sw-poe-fed-4", {60, 0});
    const std::string cam = b.unit("cam-mini-3w", {61, 0}, shed);
    const std::string first = b.cable(inj, "out", sw, "up", "cat5e-burial-24");
    b.cable(sw, "1", cam, "lan", "cat5e-solid-24");
    b.protect(first);
    Check check = check_of(b.judged().run(), CheckId::surge);
    CHECK(check.verdict == Verdict::holds);
    CHECK(check.limit == 2);
}

TEST_CASE("protection that is built in counts where there is an earth", "[danger][rule-3]") {
    Builder b;
    const std::string shed = b.place("Shed", {60, 0});
    b.own_kind("sw-poe-fed-4", "sw-guarded", "", "\"surge_protected\": true");
    const std::string inj = b.unit("inj-90", {0, 0});
    const std::string sw = b.unit("sw-poe-fed-4", {60, 0});
    find_device(b.site, sw)->kind = "sw-guarded";
    const std::string cam = b.unit("cam-fixed-4mp", {90, 0});
    b.link(b.cable(inj, "out", sw, "up", "cat5e-burial-24")).a.protector = "surge-100";
    b.link(b.cable(sw, "1", cam, "lan")).b.protector = "surge-100";
    CHECK(check_of(b.judged().run(), CheckId::surge).verdict == Verdict::holds);
    find_place(b.site, shed)->earth = false;
    CHECK(check_of(b.judged().run(), CheckId::surge).verdict == Verdict::fails);
}

TEST_CASE("mains at the head end is judged like any other", "[danger][rule-4]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
    b.cable(sw, "1", cam, "lan");
    const auto mains = [&](Mains there) {
        b.site.places.front().mains = there;
        return check_of(b.judged().run(), CheckId::mains_at_place);
    };
    CHECK(mains(Mains::steady).verdict == Verdict::holds);
    CHECK(mains(Mains::none).verdict == Verdict::fails);
    CHECK(mains(Mains::solar).verdict == Verdict::fails);
    CHECK(mains(Mains::generator).verdict == Verdict::tight);
    CHECK(mains(Mains::generator).note == Note::generator);
    // Motors and heaters on it are named.
    find_device(b.site, sw)->kind = "sw-8-bt-240";
    find_device(b.site, cam)->kind = "cam-ptz-long";
    CHECK(mains(Mains::generator).note == Note::large_on_generator);
    find_device(b.site, cam)->kind = "cam-ptz-compact";
    CHECK(mains(Mains::generator).note == Note::generator);
}

TEST_CASE("a run hangs on every stretch to the recorder", "[danger][rule-5]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string data = b.unit("sw-8-data", {1, 0});
    const std::string rec = b.unit("rec-8-poe", {2, 0});
    b.cable(sw, "up1", data, "1", "patch-24");
    const std::string last = b.cable(data, "2", rec, "lan", "patch-24");
    const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
    b.cable(sw, "1", cam, "lan");
    const auto with_rate = [&](double mbps) {
        CameraSettings settings;
        settings.bit_rate_mbps = mbps;
        find_device(b.site, cam)->camera = settings;
        return b.judged();
    };
    // The recorder takes 80 Mb/s, 56 of them planned.
    CHECK(check_of(with_rate(56).run(), CheckId::recorder_input).verdict == Verdict::holds);
    CHECK(check_of(with_rate(57).run(), CheckId::recorder_input).verdict == Verdict::tight);
    CHECK(with_rate(81).run().verdict == Verdict::fails);
    CHECK(with_rate(81).run().decisive()->subject == rec);
    CHECK(with_rate(81).assessment.summary.fails == 1);
    // An ordinary port of the way that is slower than the sum: the run names that stretch.
    find_device(b.site, rec)->kind = "rec-16-poe";
    b.link(last).b.port = "1";
    const Judged slow = with_rate(101);
    CHECK(slow.run().verdict == Verdict::fails);
    Check rate = check_of(slow.run(), CheckId::link_rate);
    CHECK(rate.verdict == Verdict::fails);
    CHECK(rate.limit == 100);
}

TEST_CASE("a camera whose port is left without power does not hold", "[danger][rule-5]") {
    Builder b;
    const std::string sw = b.unit("sw-16-at-250-class", {0, 0});
    for (int i = 1; i <= 9; ++i) {
        const std::string cam = b.unit("cam-ptz-compact", {30, 4.0 * i});
        b.cable(sw, std::to_string(i).c_str(), cam, "lan");
    }
    // Nine class 4 ports reserve 270 of 250 W: the ninth gets nothing.
    const Judged judged = b.judged();
    int failing = 0;
    for (const RunAssessment& run : judged.assessment.runs) {
        const Check* refused = find_check(run.checks, CheckId::port_refused);
        failing += refused != nullptr;
        if (refused) CHECK(run.verdict == Verdict::fails);
    }
    CHECK(failing == 1);
    CHECK(judged.assessment.runs.back().verdict == Verdict::fails);
    Result<Site> fewer = remove_object(b.site, b.catalogue, "K09");
    REQUIRE(fewer);
    CHECK(judge_site(*fewer).assessment.summary.fails == 0);
}

TEST_CASE("by the standard only what the standards know stands", "[danger][rule-7]") {
    const auto verdict_of = [](School school, const RunSpec& spec) {
        const Judged judged = judge_site(site_with_run(spec, school));
        const Check* beyond = find_check(judged.run().checks, CheckId::beyond_standard);
        return std::pair(beyond ? beyond->verdict : Verdict::holds, judged.run().verdict);
    };
    RunSpec repeater{"sw-8-at-120",        "1",      "cam-fixed-2mp",
                     "cat5e-solid-24-out", {60, 60}, "rep-1-out"};
    CHECK(verdict_of(School::standard, repeater).first == Verdict::fails);
    CHECK(verdict_of(School::standard, repeater).second == Verdict::fails);
    CHECK(verdict_of(School::maker_rated, repeater).first == Verdict::holds);
    // A load that is a source again, one length each, is what the standard knows.
    RunSpec extender = repeater;
    extender.in_line = "ext-1-1-out";
    CHECK(verdict_of(School::standard, extender).first == Verdict::holds);
    CHECK(verdict_of(School::standard, extender).second != Verdict::fails);
    RunSpec plain;
    plain.lengths_m = {95};
    CHECK(verdict_of(School::standard, plain).first == Verdict::holds);
    Site long_set = site_with_run(plain, School::standard);
    find_device(long_set, "SW1")->long_groups.insert(1);
    CHECK(check_of(judge_site(long_set).run(), CheckId::beyond_standard).note ==
          Note::long_setting);
}

TEST_CASE("a load that needs four pairs does not stand on two", "[danger][rule-8]") {
    RunSpec spec{"sw-8-bt-240", "1", "cam-ptz-long", "cat6-solid-23-out", {40}, ""};
    const Judged four = judge_site(site_with_run(spec));
    CHECK(check_of(four.run(), CheckId::port_class).verdict == Verdict::holds);
    spec.lengths_m = {20, 20};
    spec.in_line = "rep-1-out";
    const Judged two = judge_site(site_with_run(spec));
    Check check = check_of(two.run(), CheckId::port_class);
    CHECK(check.verdict == Verdict::fails);
    CHECK(check.note == Note::two_pairs);
    // What flows is divided by the pairs that are there: twice the current in each.
    const Check current = check_of(two.run(), CheckId::pair_current);
    CHECK(current.value > 1.9 * check_of(four.run(), CheckId::pair_current).value);
    // A class 4 load needs no more than two.
    spec.camera = "cam-ptz-compact";
    CHECK(check_of(judge_site(site_with_run(spec)).run(), CheckId::port_class).verdict ==
          Verdict::holds);
}

TEST_CASE("a combiner set to the pairs of the port passes its power", "[danger][rule-8]") {
    Judged demo = judge_site(demo_site());
    CHECK(check_of(demo.run("K01"), CheckId::pair_alternative).verdict == Verdict::holds);
    Result<Site> other = set_alternative(demo.site, demo.catalogue, "CB1", Alternative::b);
    REQUIRE(other);
    const Judged wrong = judge_site(*other);
    CHECK(check_of(wrong.run("K01"), CheckId::pair_alternative).verdict == Verdict::fails);
    // Only those behind it.
    CHECK_FALSE(find_check(wrong.run("K05").checks, CheckId::pair_alternative));
    CHECK_FALSE(set_alternative(demo.site, demo.catalogue, "SW1", Alternative::b));
}

TEST_CASE("volts kept back are a share of the window", "[rule-14]") {
    // 12 V beside its adapter: from 11.6 V at least to 10.8 V, 15 % of it kept back.
    Builder b;
    const std::string sw = b.unit("sw-8-data", {0, 0});
    const std::string cam = b.unit("cam-fixed-12v-dc", {30, 0});
    const std::string adapter = b.unit("adapter-12", {30, 1});
    b.cable(sw, "1", cam, "lan");
    const std::string lead = b.cable(adapter, "out", cam, "dc", "dc-lead-18");
    const auto volts = [&](double length_m) {
        b.link(lead).measured_length_m = length_m;
        return check_of(b.judged().run(), CheckId::camera_voltage);
    };
    CHECK(volts(1).verdict == Verdict::holds);
    CHECK(volts(1).keep_line == Approx(10.8 + 0.15 * (11.6 - 10.8)));
    CHECK(volts(35).verdict == Verdict::tight);
    CHECK(volts(60).verdict == Verdict::fails);
    // A PoE line keeps about as much as it always has: 15 % of 50 to 37 V.
    const Check poe = check_of(judge_site(site_with_run({})).run(), CheckId::camera_voltage);
    CHECK(poe.keep_line == Approx(37 + 0.15 * 13));
}

namespace {

// Check and day agree: what fails for want of a way shows nothing all day.
void arrives(const Builder& b, bool wanted, Note why = Note::ends_nowhere) {
    const Judged judged = b.judged();
    const RunAssessment& run = judged.run();
    const Check* found = find_check(run.checks, CheckId::not_connected);
    INFO(id_of(run.verdict));
    CHECK((found && found->verdict == Verdict::fails) != wanted);
    if (!wanted && found) CHECK(found->note == why);
    const Site site = b.site;
    const Network net = lay_out(site, b.catalogue);
    const Result<DayPlan> plan = day_plan(site.settings);
    REQUIRE(plan);
    const DayResult day = play_day(net, *plan);
    bool seen = false;
    for (const CameraMoment& moment : day.cameras.front().moments)
        seen = seen || moment.state == CameraState::on;
    CHECK(seen == wanted);
}

}  // namespace

TEST_CASE("a picture that arrives nowhere fails, whatever way it does so", "[danger][arrives]") {
    {
        HeadEnd b;
        const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
        b.cable(b.sw, "1", cam, "lan");
        arrives(b, true);
        // The recorder unplugged.
        std::erase_if(b.site.links, [&](const Link& link) { return link.a.device == b.recorder; });
        arrives(b, false);
        const Judged judged = b.judged();
        const Check* check = find_check(judged.run().checks, CheckId::not_connected);
        REQUIRE(check);
        CHECK(check->subject == b.sw);
        CHECK(sentence(*check, {}) ==
              "Its pictures end at " + b.sw + ": nothing there leads to a recorder");
    }
    {
        // A switch in a hut that is joined to nothing, then joined.
        HeadEnd b;
        const std::string hut = b.place("Hut", {50, 0});
        const std::string far = b.unit("sw-8-at-120", {50, 0}, hut);
        const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
        b.cable(far, "1", cam, "lan");
        arrives(b, false);
        b.cable(b.sw, "2", far, "up1");
        arrives(b, true);
    }
    {
        // Two huts joined to each other only.
        HeadEnd b;
        const std::string hut = b.place("Hut", {50, 0});
        const std::string one = b.unit("sw-8-at-120", {50, 0}, hut);
        const std::string two = b.unit("sw-8-at-120", {52, 0}, hut);
        const std::string cam = b.unit("cam-fixed-4mp", {60, 0});
        b.cable(two, "1", cam, "lan");
        b.cable(one, "up1", two, "up1");
        arrives(b, false);
        b.cable(b.sw, "2", one, "up2");
        arrives(b, true);
    }
    {
        // Through a mid-span: what comes in at one channel goes on at that one's other side.
        HeadEnd b;
        const std::string mid = b.unit("inj-mid-4", {1, 1}, b.office);
        const std::string cam = b.unit("cam-fixed-4mp", {30, 0});
        b.cable(mid, "out1", cam, "lan");
        arrives(b, false);
        b.cable(b.sw, "3", mid, "in2", "patch-24");
        arrives(b, false);
        b.cable(b.sw, "4", mid, "in1", "patch-24");
        arrives(b, true);
    }
}

TEST_CASE("a unit on the way without power passes no pictures, by day either",
          "[danger][arrives]") {
    for (bool fed : {false, true}) {
        // The camera has an adapter of its own; the repeater lives on the port.
        HeadEnd b;
        const std::string rep = b.unit("rep-1-out", {60, 0});
        const std::string cam = b.unit("cam-fixed-12v-dc", {100, 0});
        b.cable(b.sw, "1", rep, "in");
        b.cable(rep, "out", cam, "lan");
        const std::string hut = b.place("Hut", {100, 0});
        const std::string adapter = b.unit("adapter-12", {100, 0}, hut);
        b.cable(adapter, "out", cam, "dc", "dc-lead-18");
        if (!fed) b.device(b.sw).power_off_ports.insert("1");
        INFO((fed ? "fed" : "dark"));
        arrives(b, fed, Note::unit_without_power);
    }
    for (bool fed : {false, true}) {
        // A radio pair, the far end on an injector or on nothing.
        HeadEnd b;
        const std::string near = b.unit("radio-5-ptp", {10, 0}),
                          far = b.unit("radio-5-ptp", {200, 0});
        b.device(near).height_m = b.device(far).height_m = 6;
        b.cable(b.sw, "1", near, "lan");
        b.cable(near, "air", far, "air", "air");
        const std::string hut = b.place("Hut", {200, 0});
        const std::string sw = b.unit("sw-8-at-120", {200, 0}, hut);
        b.cable(sw, fed ? "1" : "up1", far, "lan");
        const std::string cam = b.unit("cam-fixed-4mp", {210, 0});
        b.cable(sw, "2", cam, "lan");
        INFO((fed ? "fed" : "dark"));
        arrives(b, fed, Note::unit_without_power);
    }
}

TEST_CASE("a site without a recorder says so once and is judged up to its head end",
          "[danger][arrives]") {
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    for (int i = 1; i <= 3; ++i)
        b.cable(sw, std::to_string(i).c_str(), b.unit("cam-fixed-4mp", {30.0 * i, 0}), "lan");
    const Judged judged = b.judged();
    int told = 0;
    for (const Check& check : judged.assessment.site_checks) {
        told += check.note == Note::no_recorder;
        if (check.note == Note::no_recorder) {
            CHECK(check.verdict == Verdict::tight);
            CHECK(sentence(check, {}).find("Nothing records") != std::string::npos);
        }
    }
    CHECK(told == 1);
    for (const RunAssessment& run : judged.assessment.runs)
        CHECK_FALSE(find_check(run.checks, CheckId::not_connected));
    arrives(b, true);
    // A hut that is not joined to the head end.
    const std::string hut = b.place("Hut", {300, 0});
    const std::string far = b.unit("sw-8-at-120", {300, 0}, hut);
    const std::string cam = b.unit("cam-fixed-4mp", {310, 0});
    b.cable(far, "1", cam, "lan");
    const Judged apart = b.judged();
    CHECK(apart.run(cam).verdict == Verdict::fails);
    // With a recorder nothing is said.
    HeadEnd with;
    with.cable(with.sw, "1", with.unit("cam-fixed-4mp", {30, 0}), "lan");
    for (const Check& check : with.judged().assessment.site_checks)
        CHECK(check.note != Note::no_recorder);
}
