// SPDX-License-Identifier: GPL-3.0-or-later
// The day: states, cuts, refusals, outages, thermostats, energy, order.
#include <rapidcheck.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/format/kind_text.h"
#include "core/format/site_json.h"
#include "core/simulate/day.h"
#include "core/standards/standards.h"
#include "phrase/power_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

constexpr double exact_s = 1e-6;  // times of events are sums of a few doubles

struct Played {
    Site site;
    Catalogue catalogue;
    Network net;
    DayResult day;
    explicit Played(Site made, int days = 1) : site(std::move(made)) {
        catalogue = catalogue_for(site);
        net = lay_out(site, catalogue);
        Result<DayPlan> plan = day_plan(site.settings);
        REQUIRE(plan);
        plan->days = days;
        day = play_day(net, *plan);
        REQUIRE_FALSE(day.stopped);
    }
    const CameraDay& camera(const std::string& id = "K01") const { return *day.camera(id); }
    int count(DayEventKind kind, const std::string& device = "") const {
        int found = 0;
        for (const DayEvent& event : day.events)
            found += event.kind == kind && (device.empty() || event.device == device);
        return found;
    }
    const DayEvent* first(DayEventKind kind) const {
        for (const DayEvent& event : day.events) {
            if (event.kind == kind) return &event;
        }
        return nullptr;
    }
};

// Cameras K01.. on ports 1.. of one unit, short runs, in a room with mains.
Site row_of_cameras(const std::string& unit, int count, const CameraDraw& draw) {
    RunSpec spec;
    spec.unit = unit;
    spec.draw = draw;
    Site site = site_with_run(spec);
    const Catalogue& catalogue = shipped_catalogue();
    for (int i = 1; i < count; ++i) {
        Result<Added> added = add_device(site, catalogue, "cam-fixed-4mp", {10.0 * i, 50});
        REQUIRE(added);
        site = *set_camera_draw(added->site, catalogue, added->id, draw);
        Result<Added> link =
            connect(site, catalogue, "cat5e-solid-24-out", {"SW1", std::to_string(i + 1), 0, ""},
                    {added->id, "lan", 0, ""});
        REQUIRE(link);
        site = *set_measured_length(link->site, link->id, 20);
    }
    return site;
}

}  // namespace

TEST_CASE("A run with room to spare stays on all day", "[day]") {
    const Played played(site_with_run({}));
    CHECK(played.camera().restarts == 0);
    CHECK(played.camera().dark_s == 0);
    CHECK(played.count(DayEventKind::infrared_on) == 1);
    CHECK(played.count(DayEventKind::infrared_off) == 1);
    CHECK(camera_day_text(played.camera(), {}) == "K01 stays on");
    // The unit's series is what its one port gives.
    const UnitDay& unit = *played.day.unit("SW1");
    CHECK(unit.peak_w == Approx(played.day.ports.front().peak_w));
    CHECK(unit.refused + unit.shed == 0);
}

TEST_CASE("A port over its limit is cut within 50 to 75 ms and tries again", "[day]") {
    // 13 W by day, 17 W with infrared, on a port of 15.4 W.
    RunSpec spec;
    spec.unit = "sw-4-af";
    spec.draw = {11, 6, 0, 0, 0.5};
    const Played played(site_with_run(spec));
    const SunTimes& sun = played.day.sun;
    CHECK(played.camera().restarts > 200);
    int cuts = 0;
    double last_load_s = 0;
    for (const DayEvent& event : played.day.events) {
        if (event.kind == DayEventKind::infrared_on || event.kind == DayEventKind::camera_runs)
            last_load_s = event.t_s;
        if (event.kind != DayEventKind::port_overload) continue;
        ++cuts;
        CHECK(event.value > event.limit);
        CHECK(event.limit == Approx(15.4));
        CHECK(event.t_s - last_load_s >= 0.050 - exact_s);
        CHECK(event.t_s - last_load_s <= 0.075 + exact_s);
        // Never by day: the spread of dusk is 20 minutes.
        const bool by_day = event.t_s > sun.sunrise_s + 1260 && event.t_s < sun.sunset_s - 1260;
        CHECK_FALSE(by_day);
    }
    CHECK(cuts == played.day.ports.front().cuts);
    REQUIRE_FALSE(played.camera().causes.empty());
    CHECK(played.camera().causes.front().kind == DayEventKind::port_overload);
    CHECK(played.camera().causes.front().cause == DayEventKind::infrared_on);
    const std::string text = camera_day_text(played.camera(), {});
    CHECK(text.find("infrared of K01 came on") != std::string::npos);
}

TEST_CASE("A camera whose volts fall under what it accepts goes dark and starts again", "[day]") {
    RunSpec spec;
    spec.lengths_m = {640};
    spec.camera = "cam-fixed-8mp";
    spec.draw = {7.5, 5.5, 0, 0, 0};
    spec.unit = "sw-8-at-120";
    const Played played(site_with_run(spec));
    REQUIRE(played.count(DayEventKind::camera_low) > 10);
    CHECK(played.count(DayEventKind::port_overload) == 0);
    // The port sees no load and takes its power off: the maintain-power signature.
    CHECK(played.count(DayEventKind::port_idle) > 10);
    const DayEvent& low = *played.first(DayEventKind::camera_low);
    CHECK(low.limit == Approx(30));  // IEEE 802.3: off below it; promised from 37 V on
    CHECK(low.value < low.limit);
}

TEST_CASE("A unit that reserves by class refuses the last port, by priority and then by order",
          "[day]") {
    // 30 W and 14 x 15.4 W are 245.6 W: the sixteenth does not fit into 250 W.
    Site site = row_of_cameras("sw-16-at-250-class", 16, {5, 2, 0, 0, 0.5});
    find_device(site, "K01")->kind = "cam-ptz-compact";
    site.settings.day.outage_at_h = 12;
    site.settings.day.outage_h = 0.5;
    const Catalogue& catalogue = shipped_catalogue();
    {
        const Played played(site);
        CHECK(played.day.unit("SW1")->refused >= 1);
        CHECK(played.camera("K16").dark_s == Approx(86400));
        CHECK(played.camera("K16").at(3600).state == CameraState::refused);
        CHECK(played.camera("K15").dark_s < 3600);
    }
    {
        // With priority it is another one.
        const Site first = *set_port_priority(site, catalogue, {"SW1", "16"}, 1);
        const Played played(first);
        CHECK(played.camera("K16").dark_s < 3600);
        CHECK(played.camera("K15").dark_s == Approx(86400));
    }
    {
        Site larger = *set_kind(site, catalogue, "SW1", "sw-24-at-370");
        const Played played(larger);
        CHECK(played.day.unit("SW1")->refused == 0);
    }
}

TEST_CASE("After an outage a unit that counts by draw lets the last camera in when the draw falls",
          "[day]") {
    // Eight of class 4 at 14 W with heaters are 112 W of 120 W. Cold, all heaters come on at once:
    // seven at 14 W leave 22 W, and the eighth's class takes 30 W.
    Site site = row_of_cameras("sw-8-at-120", 8, {6, 0, 8, 0, 0});
    for (Device& device : site.devices) {
        if (device.camera) device.kind = "cam-ptz-compact";
    }
    site.settings.coldest_night_c = -2;
    site.settings.night_c = 4;
    site.settings.day.outage_at_h = 2;
    site.settings.day.outage_h = 1;
    const Played played(site);
    REQUIRE(played.day.unit("SW1")->refused >= 1);
    CHECK(played.camera("K08").at(1 * 3600).state == CameraState::on);
    CHECK(played.camera("K08").at(3 * 3600 + 300).state == CameraState::refused);
    CHECK(played.camera("K08").at(13 * 3600).state == CameraState::on);
    CHECK(played.camera("K01").at(3 * 3600 + 300).state == CameraState::on);
    CHECK(played.camera("K08").dark_s > played.camera("K01").dark_s + 300);
    // Without heaters nobody waits.
    for (Device& device : site.devices) {
        if (device.camera) device.camera->draw->heater_w = 0;
    }
    CHECK(Played(site).day.unit("SW1")->refused == 0);
}

TEST_CASE("A port that no settled draw of the others leaves room for fails, as the day shows it",
          "[day][right]") {
    struct Row {
        const char* unit;
        int cameras;
        double draw_w;
        bool waits, never;
    };
    // Class 4 takes 30 W. By draw: seven others at up to 12.86 W leave it of 120 W. By request:
    // eight others, each asking for what 18.5 W need at the port, leave it of 200 W; 20 W do not.
    for (const Row& row :
         {Row{"sw-8-at-120", 8, 12.4, false, false}, Row{"sw-8-at-120", 8, 13.2, true, true},
          Row{"sw-8-at-120", 3, 25, false, false}, Row{"sw-16-at-request", 9, 18.5, true, false},
          Row{"sw-16-at-request", 9, 20.5, true, true},
          Row{"sw-16-at-250-class", 9, 5, true, true}}) {
        INFO(row.unit << " " << row.cameras << " at " << row.draw_w << " W");
        Site site = row_of_cameras(row.unit, row.cameras, {row.draw_w, 0, 0, 0, 0});
        // The one kind asks over the link layer once it runs, the other does not.
        const bool asks = std::string(row.unit) == "sw-16-at-request";
        for (Device& device : site.devices) {
            if (device.camera) device.kind = asks ? "cam-multi-4x4mp" : "cam-ptz-compact";
        }
        site.settings.day.outage_at_h = 2;
        site.settings.day.outage_h = 0.5;
        const std::string last = fmt::format("K{:02}", row.cameras);
        const Judged judged = judge_site(site);
        const UnitAssessment& unit = *judged.assessment.unit("SW1");
        const Check* refused = find_check(unit.checks, CheckId::port_refused);
        REQUIRE(refused);
        CHECK((refused->verdict == Verdict::fails) == row.never);
        CHECK(unit.refused.empty() != row.waits);
        const Check* of_run = find_check(judged.run(last).checks, CheckId::port_refused);
        CHECK((of_run != nullptr) == row.never);
        const Played played(site);
        const double left_s = 86400 - 3 * 3600;
        CHECK((played.camera(last).dark_s > left_s) == row.never);
    }
}

TEST_CASE("A unit that passes its total sheds the least important port first", "[day]") {
    Site site = row_of_cameras("sw-8-at-120", 8, {9, 7, 0, 0, 0});
    // 8 x 16 W at night are too many for 120 W, though no port is over its 30 W.
    for (int i = 1; i <= 8; ++i) {
        Device& camera = *find_device(site, "K0" + std::to_string(i));
        camera.kind = "cam-ptz-compact";
    }
    site = *set_port_priority(site, shipped_catalogue(), {"SW1", "8"}, 1);
    const Played played(site);
    CHECK(played.day.unit("SW1")->shed + played.day.unit("SW1")->refused >= 1);
    CHECK(played.camera("K08").dark_s == 0);
    CHECK(played.camera("K07").dark_s > 3600);
    CHECK(played.camera("K01").dark_s == 0);
}

TEST_CASE("A backup carries its units as long as its watt hours last", "[day]") {
    Site site = site_with_run({});
    Result<Added> ups = add_device(site, shipped_catalogue(), "ups-150", {2, 2});
    REQUIRE(ups);
    site = *set_backup(ups->site, shipped_catalogue(), "SW1", ups->id);
    Device& camera = *find_device(site, "K01");
    camera.camera->draw = CameraDraw{8, 0, 0, 0, 0};  // the same all day
    site.settings.day.outage_at_h = 1;
    site.settings.day.outage_h = 20;
    const Played played(site);
    REQUIRE(played.day.backups.size() == 1);
    REQUIRE(played.day.backups.front().empty_at_s);
    // By hand: the camera's feed, the unit's own 6 W, the UPS.
    const double port_w = played.day.ports.front().watts.front().value;
    const Kind& sw = *played.catalogue.find("sw-8-at-120");
    const UpsFacts& facts = *played.catalogue.find("ups-150")->ups;
    const double load_w = port_w / sw.supply->efficiency + sw.supply->own_draw_w;
    const double usable = facts.battery_wh * 0.8 * (1 - 0.008 * 5);  // aged, at 20 degrees C
    // Lead: rated over 20 h, less at this pace by Peukert's law.
    const double drawn_w = load_w / facts.efficiency + facts.own_draw_w;
    const double hours = 20 * std::pow(usable / (20 * drawn_w), facts.peukert);
    CHECK(facts.peukert > 1);
    // The air cools and warms the cable: a hundredth is more than that moves the draw.
    CHECK((*played.day.backups.front().empty_at_s / 3600 - 1) == Approx(hours).epsilon(0.01));
    CHECK(played.camera().at(3600 * (1 + hours) - 120).state == CameraState::on);
    CHECK(played.camera().at(3600 * (1 + hours) + 120).state == CameraState::off);
    CHECK(played.camera().at(86399).state == CameraState::on);
    const Check check = [&] {
        const Assessment assessment = assess(played.net);
        REQUIRE(assessment.site_checks.size() == 2);
        return assessment.site_checks.front();
    }();
    CHECK(check.id == CheckId::backup_time);
    CHECK(check.value == Approx(hours).epsilon(0.01));
    // Without a UPS the camera is dark from the first second.
    Site bare = site;
    bare.devices.erase(bare.devices.end() - 1);
    find_device(bare, "SW1")->backup.clear();
    CHECK(Played(bare).camera().at(3601).state == CameraState::off);
}

TEST_CASE("A heater cycles between its thermostat's temperatures and follows the cold", "[day]") {
    RunSpec spec;
    spec.camera = "cam-zoom-8mp-heated";
    spec.draw = {6, 0, 16, 0, 0};
    Site site = site_with_run(spec);
    site.settings.coldest_night_c = -10;
    site.settings.night_c = -2;
    const Played cold(site);
    const int cycles = cold.count(DayEventKind::heater_on);
    CHECK(cycles > 3);
    CHECK(std::abs(cycles - cold.count(DayEventKind::heater_off)) <= 1);
    site.settings.coldest_night_c = 12;
    site.settings.night_c = 18;
    const Played warm(site);
    CHECK(warm.count(DayEventKind::heater_on) <= 1);
    // Longer on when it is colder.
    const auto on_share = [](const Played& played) {
        double on_s = 0;
        const auto& moments = played.camera().moments;
        for (std::size_t i = 0; i < moments.size(); ++i) {
            const double until = i + 1 < moments.size() ? moments[i + 1].t_s : 86400;
            if (moments[i].uses & uses_heater) on_s += until - moments[i].t_s;
        }
        return on_s / 86400;
    };
    CHECK(on_share(cold) > on_share(warm) + 0.05);
}

TEST_CASE("A planned restart takes every picture away for as long as a camera starts", "[day]") {
    Site site = row_of_cameras("sw-8-at-120", 3, {5, 2, 0, 0, 1});
    site.settings.day.restart_at_h = 4;
    const Played played(site);
    for (const char* id : {"K01", "K02", "K03"}) {
        CHECK(played.camera(id).restarts == 1);
        CHECK(played.camera(id).dark_s == Approx(40));
        CHECK(played.camera(id).at(4 * 3600 + 20).state == CameraState::starting);
    }
}

TEST_CASE("A picture is lost with any unit between camera and recorder", "[day]") {
    Site site = demo_site();
    site.settings.day.outage_at_h = 10;
    site.settings.day.outage_h = 3;
    const Played played(site);
    // The yard switch has its own battery; the office's is empty after little more than an hour,
    // and with it the converter at the head end.
    CHECK(played.camera("K17").at(12.5 * 3600).state == CameraState::no_picture);
    CHECK(played.camera("K01").at(12.5 * 3600).state == CameraState::off);
    CHECK(sample_at(played.day.recorded_mbps, 12.5 * 3600) == Approx(0).margin(1e-6));
    CHECK(sample_at(played.day.recorded_mbps, 9 * 3600) > 50);
}

TEST_CASE("Each cause of a dark camera is said once, in order", "[day]") {
    const Played played(demo_site());
    const CameraDay& barrier = played.camera("K02");
    REQUIRE(barrier.causes.size() == 2);
    CHECK(barrier.causes[0].kind == DayEventKind::mains_lost);
    CHECK(barrier.causes[1].kind == DayEventKind::port_refused);
    const std::string text = camera_day_text(barrier, {});
    CHECK(text.find("The mains fails, at 02:30; then port SW6.2 gets no power") !=
          std::string::npos);
}

TEST_CASE("A solar supply without sun runs down in the time its battery holds", "[day]") {
    Site site = demo_site();
    find_device(site, "PS1")->kind = "solar-200";
    site.settings.days_without_sun = 7;
    const Played week(site, 7);
    const auto solar = std::find_if(week.day.backups.begin(), week.day.backups.end(),
                                    [](const BackupDay& one) { return one.id == "PS1"; });
    REQUIRE(solar != week.day.backups.end());
    REQUIRE(solar->empty_at_s);
    const auto before = solar->wh.front().value;
    // Mean draw up to then, by the energy it has spent.
    CHECK(before == Approx(2400 * 0.8 * (1 - 0.008 * (25 + 8))));  // at 8 degrees of frost
    // Some 14 to 25 W with the supply's own: two to six days.
    CHECK(*solar->empty_at_s > 2 * 86400);
    CHECK(*solar->empty_at_s < 6 * 86400);
    CHECK(week.camera("K16").at(*solar->empty_at_s + 60).state != CameraState::on);
    find_device(site, "PS1")->kind = "solar-1200";
    site.settings.days_without_sun = 0;
    const Played sunny(site, 7);
    const auto in_sun = std::find_if(sunny.day.backups.begin(), sunny.day.backups.end(),
                                     [](const BackupDay& one) { return one.id == "PS1"; });
    CHECK_FALSE(in_sun->empty_at_s);
}

TEST_CASE("The same seed gives the same day, another one another", "[day][property]") {
    Site site = demo_site();
    const Played once(site), again(site);
    CHECK(once.day.events == again.day.events);
    CHECK(once.day.cameras == again.day.cameras);
    site.settings.day.seed = 2;
    const Played other(site);
    CHECK_FALSE(once.day.events == other.day.events);
}

TEST_CASE("No event is out of order, and energy in is energy used and lost at every step",
          "[day][property]") {
    CHECK(rc::check("order and energy over random sites", [] {
        Site site = demo_site();
        site.settings.day.seed = *rc::gen::inRange(0u, 100000u);
        site.settings.day.outage_at_h = *rc::gen::inRange(0, 23);
        site.settings.day.outage_h = 0.1 * *rc::gen::inRange(1, 60);
        site.settings.coldest_night_c = *rc::gen::inRange(-30, 10);
        site.settings.day.date = "2027-0" + std::to_string(*rc::gen::inRange(1, 9)) + "-21";
        const Played played(site);
        double last_s = 0;
        for (const DayEvent& event : played.day.events) {
            RC_ASSERT(event.t_s >= last_s);
            RC_ASSERT(event.t_s < 86400.0);
            last_s = event.t_s;
        }
        double at_s = 0;
        for (const EnergyStep& step : played.day.energy) {
            RC_ASSERT(std::abs(step.t_s - at_s) < exact_s);
            at_s = step.t_s + step.dt_s;
            RC_ASSERT(std::abs(step.in_w - step.used_w - step.lost_w) <=
                      0.001 * std::max(1.0, step.in_w));
        }
        RC_ASSERT(std::abs(at_s - 86400) < exact_s);
        for (const CameraDay& camera : played.day.cameras) {
            double dark_s = 0, moment_s = 0;
            for (std::size_t i = 0; i < camera.moments.size(); ++i) {
                RC_ASSERT(camera.moments[i].t_s >= moment_s);
                moment_s = camera.moments[i].t_s;
                const double until =
                    i + 1 < camera.moments.size() ? camera.moments[i + 1].t_s : 86400;
                if (camera.moments[i].state != CameraState::on) dark_s += until - moment_s;
            }
            RC_ASSERT(std::abs(dark_s - camera.dark_s) < 0.01);
        }
    }));
}

TEST_CASE("With more budget no camera is dark for longer through the day", "[day][property]") {
    Site site = row_of_cameras("sw-8-at-120", 8, {6, 4, 5, 0, 0.5});
    site.settings.coldest_night_c = -4;
    site.settings.night_c = 3;
    site.settings.day.outage_at_h = 4;
    site.settings.day.outage_h = 1;
    const std::string kind = kind_json(site, "sw-8-at-120");
    double last_dark_s = 1e12;
    int last_stopped = 1000;
    for (double budget_w : {40.0, 60.0, 80.0, 100.0, 110.0, 130.0, 200.0, 500.0}) {
        const Result<std::string> own =
            with_field(*copied_kind(kind, {"own", "Own"}),
                       {"supply/budget_w", std::to_string(budget_w)}, UnitSystem::metric);
        REQUIRE(own);
        site.kinds.insert_or_assign("own", *read_own_kind("own", *own));
        find_device(site, "SW1")->kind = "own";
        const Played played(site);
        double dark_s = 0;
        int stopped = 0;  // cameras that wait for power at some time
        for (const CameraDay& camera : played.day.cameras) {
            dark_s += camera.dark_s;
            stopped += std::any_of(
                camera.moments.begin(), camera.moments.end(),
                [](const CameraMoment& one) { return one.state == CameraState::refused; });
        }
        INFO(budget_w << " W");
        CHECK(dark_s <= last_dark_s + 1);
        CHECK(stopped <= last_stopped);
        last_dark_s = dark_s;
        last_stopped = stopped;
    }
    CHECK(last_stopped == 0);
}

TEST_CASE("The next trouble is found, once for a loop of restarts", "[day]") {
    RunSpec spec;
    spec.unit = "sw-4-af";
    spec.draw = {11, 6, 0, 0, 0.5};
    const Played played(site_with_run(spec));
    const auto at_dusk = played.day.next_trouble_s(12 * 3600);
    REQUIRE(at_dusk);
    CHECK(std::abs(*at_dusk - played.day.sun.sunset_s) < 1300);
    // The loop goes on to midnight and is no new trouble.
    CHECK_FALSE(played.day.next_trouble_s(*at_dusk));
}

TEST_CASE("A day can be stopped, and a date that is none is refused", "[day]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const DayResult day = play_day(net, *day_plan(site.settings), [](double) { return false; });
    CHECK(day.stopped);
    Settings wrong = site.settings;
    wrong.day.date = "2027-02-30";
    CHECK_FALSE(day_plan(wrong));
}

TEST_CASE("a day in which too much happens ends early and says so", "[day]") {
    Site site = demo_site();
    site.settings.day.tour_every_s = 30;
    site.settings.day.tour_s = 10;
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    DayPlan plan = *day_plan(site.settings);
    plan.days = 3;
    const DayResult whole = play_day(net, plan);
    CHECK_FALSE(whole.ended_early);
    CHECK(whole.length_s == 3 * 86400);
    plan.most_events = 0;
    const DayResult part = play_day(net, plan);
    REQUIRE(part.ended_early);
    CHECK(part.length_s > 3600);
    CHECK(part.length_s < whole.length_s);
    CHECK(part.events.size() < whole.events.size());
    CHECK(part.events.back().t_s <= part.length_s);
    CHECK(day_text(part, {}).starts_with("Played for "));
}
