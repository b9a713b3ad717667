// SPDX-License-Identifier: GPL-3.0-or-later
// Work by task, laid out over days, and what is loaded for it.
#include <catch2/catch.hpp>

#include "core/parts/tools.h"
#include "core/format/site_json.h"
#include "core/parts/cost.h"
#include "core/parts/work_plan.h"
#include "phrase/work_text.h"
#include "support/builder.h"
#include "support/large_site.h"
#include "support/sites.h"

using namespace ovant;

namespace {

const Catalogue& kinds() {
    static const Catalogue catalogue = shipped_catalogue();
    return catalogue;
}

double hours_of(const std::vector<WorkItem>& items, Task task) {
    double hours = 0;
    for (const WorkItem& item : items) hours += item.task == task ? item.hours : 0;
    return hours;
}

int count_of(const std::vector<WorkItem>& items, Task task) {
    return static_cast<int>(std::count_if(items.begin(), items.end(),
                                          [&](const WorkItem& item) { return item.task == task; }));
}

WorkPlan plan_of(const Network& net) { return plan_work(net, plan_cuts(net)); }

// What is loaded on all days and before, by kind; packages as pieces.
std::map<std::string, double> loaded(const WorkPlan& plan) {
    std::map<std::string, double> out;
    const auto add = [&](const std::vector<PartLine>& lines) {
        for (const PartLine& line : lines) out[line.kind] += line.quantity;
    };
    add(plan.before_load);
    for (const WorkDay& day : plan.days) add(day.load);
    return out;
}

// A radio by itself on a mast of this height.
std::vector<WorkItem> radio_at(double height_m) {
    Site site = bare_site();
    site = add_device(site, kinds(), "radio-5-ptp", {0, 0})->site;
    site.devices.front().height_m = height_m;
    const Network net = lay_out(site, kinds());
    return work_of(net);
}

}  // namespace

TEST_CASE("work of the demo is its cost: hours, labour and ground", "[work]") {
    for (const Site& site : {demo_site(), copper_site(), large_site(40)}) {
        const Catalogue catalogue = catalogue_for(site);
        const Network net = lay_out(site, catalogue);
        const std::vector<WorkItem> items = work_of(net);
        const Cost cost = cost_of(net, whole_site(net));
        double ground = 0, labour = 0;
        for (const WorkItem& item : items)
            (item.task == Task::open_ground ? ground : labour) += item.price;
        CHECK(total_hours(items) == Approx(cost.hours));
        CHECK(ground == Approx(cost.ground));
        CHECK(labour == Approx(cost.labour));
        for (std::size_t i = 1; i < items.size(); ++i) CHECK(items[i - 1].task <= items[i].task);
    }
}

TEST_CASE("one camera on one cable, task by task", "[work]") {
    Builder b;
    const std::string sw = b.unit("sw-8-at-120", {0, 0});
    const std::string camera = b.unit("cam-fixed-4mp", {60, 0});
    const std::string cable = b.cable(sw, "1", camera, "lan");
    b.link(cable).measured_length_m = 60;
    const double cut_m = lay_out(b.site, kinds()).links.front().length_m;
    const Network net = lay_out(b.site, kinds());
    const LabourRates& rates = b.site.settings.labour;
    const std::vector<WorkItem> items = work_of(net);
    CHECK(hours_of(items, Task::pull) == Approx(cut_m / 100 * rates.pull_h_per_100m));
    CHECK(hours_of(items, Task::mount) == Approx(2 * rates.mount_h));
    CHECK(hours_of(items, Task::copper_ends) == Approx(2 * rates.copper_end_h));
    CHECK(hours_of(items, Task::test) == Approx(rates.test_h));
    // The camera has an address of its own, this switch has none.
    CHECK(hours_of(items, Task::set_up) == Approx(rates.set_up_h));
    CHECK(hours_of(items, Task::hand_over) == Approx(rates.hand_over_h));
    CHECK(count_of(items, Task::height) == 0);
    CHECK(count_of(items, Task::align) == 0);
    CHECK(count_of(items, Task::outlet) == 0);  // the office has its sockets
    // A part of the site is not handed over.
    PartsOf part;
    part.devices = whole_site(net).devices;
    CHECK(count_of(work_of(net, part), Task::hand_over) == 0);
    // What costs nothing is no task.
    b.site.settings.labour = {};
    b.site.settings.labour.test_h = 0;
    CHECK(count_of(work_of(lay_out(b.site, kinds())), Task::test) == 0);
}

TEST_CASE("high up begins where a short ladder ends, and takes two", "[work]") {
    CHECK(count_of(radio_at(3.5), Task::height) == 0);
    const std::vector<WorkItem> high = radio_at(3.6);
    REQUIRE(count_of(high, Task::height) == 1);
    for (const WorkItem& item : high) {
        if (item.task == Task::mount || item.task == Task::height) CHECK(item.two_people);
    }
    // A camera up a pole as well; a cabinet's switch at its foot not.
    Site site = bare_site();
    Place pole;
    pole.kind = PlaceKind::pole;
    site = add_place(site, pole)->site;
    for (const char* kind : {"cam-fixed-4mp", "sw-4-af"}) {
        const Added added = *add_device(site, kinds(), kind, {0, 0});
        site = added.site;
        find_device(site, added.id)->place = "P1";
    }
    CHECK(count_of(work_of(lay_out(site, kinds())), Task::height) == 1);
}

TEST_CASE("an outlet serves a place, or a spot; none where one is", "[work]") {
    const auto outlets = [](std::vector<double> at_m) {
        Site site = bare_site();
        for (double x : at_m) site = add_device(site, kinds(), "adapter-48", {x, 0})->site;
        return count_of(work_of(lay_out(site, kinds())), Task::outlet);
    };
    CHECK(outlets({0}) == 1);
    CHECK(outlets({0, 2}) == 1);
    CHECK(outlets({0, 2.1}) == 2);
    CHECK(outlets({0, 50, 50.5}) == 2);
    Site site = bare_site();
    site = add_place(site, Place{})->site;
    site = add_device(site, kinds(), "adapter-48", {0, 0})->site;
    site.devices.front().place = "P1";
    const Network net = lay_out(site, kinds());
    PartsOf of = whole_site(net);
    CHECK(count_of(work_of(net, of), Task::outlet) == 1);
    of.outlets.insert("P1");
    CHECK(count_of(work_of(net, of), Task::outlet) == 0);
}

TEST_CASE("no outlet is bought where as many are free as there are plugs, or on a UPS", "[work]") {
    Builder b;
    const std::string hut = b.place("Hut", {100, 0});
    const std::string first = b.unit("sw-8-at-120", {100, 0}, hut);
    b.unit("sw-8-at-120", {100, 0}, hut);
    const auto outlets = [&] {
        return count_of(work_of(lay_out(b.site, b.catalogue)), Task::outlet);
    };
    CHECK(outlets() == 1);
    find_place(b.site, hut)->free_outlets = 1;
    CHECK(outlets() == 1);
    find_place(b.site, hut)->free_outlets = 2;
    CHECK(outlets() == 0);
    find_place(b.site, hut)->mains = Mains::none;
    CHECK(outlets() == 1);
    find_place(b.site, hut)->mains = Mains::steady;
    const std::string ups = b.unit("ups-300", {100, 0}, hut);
    for (Device& device : b.site.devices)
        if (device.id != ups && device.place == hut) device.backup = ups;
    find_place(b.site, hut)->free_outlets = 1;
    CHECK(outlets() == 0);
    CHECK_FALSE(first.empty());
}

TEST_CASE("tools are those of the tasks of the day, fibre with eye protection", "[work]") {
    const auto tools = [](const char* cable, const char* unit, const char* port, const char* far,
                          const char* far_port) {
        Builder b;
        const std::string a = b.unit(unit, {0, 0});
        const std::string c = b.unit(far, {60, 0});
        b.cable(a, port, c, far_port, cable);
        const Network net = lay_out(b.site, b.catalogue);
        const std::vector<WorkItem> items = work_of(net);
        std::vector<const WorkItem*> all;
        for (const WorkItem& item : items) all.push_back(&item);
        return tools_for(net, all);
    };
    const auto has = [](const std::vector<Tool>& all, Tool tool) {
        return std::find(all.begin(), all.end(), tool) != all.end();
    };
    const auto copper = tools("cat6-solid-23-out", "sw-8-at-120", "1", "cam-fixed-4mp", "lan");
    CHECK(has(copper, Tool::plug_crimper));
    CHECK(has(copper, Tool::wire_mapper));
    CHECK_FALSE(has(copper, Tool::eye_protection));
    const auto fibre = tools("fibre-os2-2", "sw-5-at-sfp", "sfp1", "sw-5-at-sfp", "sfp1");
    CHECK(has(fibre, Tool::eye_protection));
    CHECK(has(fibre, Tool::fibre_wipes));
    CHECK_FALSE(has(fibre, Tool::plug_crimper));
    CHECK_FALSE(tools_text(fibre).empty());
    CHECK(tools_text({}).empty());
}

TEST_CASE("days hold all work in order, none fuller than its crew", "[work]") {
    for (int crew : {1, 2, 5}) {
        for (double day_h : {1.0, 7.0, 24.0}) {
            for (Site site : {demo_site(), large_site(30)}) {
                site.settings.labour.crew = crew;
                site.settings.labour.day_h = day_h;
                const Catalogue catalogue = catalogue_for(site);
                const Network net = lay_out(site, catalogue);
                const WorkPlan plan = plan_of(net);
                CAPTURE(crew, day_h, site.name);
                std::map<std::size_t, double> done;
                std::map<std::size_t, std::set<std::size_t>> on_days;
                int last_phase = 0;
                for (std::size_t d = 0; d < plan.days.size(); ++d) {
                    const WorkDay& day = plan.days[d];
                    CHECK(day.hours <= crew * day_h + 1e-6);
                    CHECK_FALSE(day.work.empty());
                    double sum = 0;
                    for (const DayWork& work : day.work) {
                        CHECK(work.begun == (done[work.item] > 0));
                        done[work.item] += work.hours;
                        on_days[work.item].insert(d);
                        sum += work.hours;
                        const Task task = plan.items[work.item].task;
                        const int phase = task == Task::pull                           ? 1
                                          : task == Task::align                        ? 3
                                          : task == Task::set_up || task == Task::test ? 4
                                          : task == Task::hand_over                    ? 5
                                                                                       : 2;
                        CHECK(phase >= last_phase);
                        last_phase = phase;
                    }
                    CHECK(sum == Approx(day.hours));
                }
                for (std::size_t i = 0; i < plan.items.size(); ++i) {
                    const bool own = trade_of(plan.items[i].task) == Trade::installer;
                    CHECK(done[i] == Approx(own ? plan.items[i].hours : 0));
                    const bool may_go_on =
                        plan.items[i].task == Task::pull || plan.items[i].hours > crew * day_h;
                    if (!may_go_on) CHECK(on_days[i].size() <= 1);
                }
                CHECK(plan.hours == Approx(total_hours(plan.items)));
            }
        }
    }
}

TEST_CASE("what is loaded is what is bought, and each thing goes to one place", "[work]") {
    for (const Site& site : {demo_site(), copper_site()}) {
        const Catalogue catalogue = catalogue_for(site);
        const Network net = lay_out(site, catalogue);
        const CutPlan cuts = plan_cuts(net);
        const WorkPlan plan = plan_work(net, cuts);
        const std::map<std::string, double> on_van = loaded(plan);
        for (const PartLine& line : count_parts(net, parts_as_cut(net, cuts))) {
            const Kind* kind = catalogue.find(line.kind);
            if (kind && kind->cable) continue;
            CAPTURE(line.kind);
            REQUIRE(on_van.contains(line.kind));
            // Rounded up each day.
            CHECK(on_van.at(line.kind) >= line.quantity - 1e-6);
            CHECK(on_van.at(line.kind) <=
                  line.quantity + static_cast<double>(plan.days.size()) + 1e-6);
            if (!line.small) CHECK(on_van.at(line.kind) == Approx(line.quantity));
        }
        std::map<std::string, double> packages;
        for (const CableCuts& cable : cuts.cables) {
            for (const PackageCut& cut : cable.packages)
                packages[cable.cable] += cut.to_measure ? cut.package.length_m : 1;
        }
        for (const auto& [cable, count] : packages) CHECK(on_van.at(cable) == Approx(count));
        std::map<std::string, int> ends;
        std::map<std::string, double> at_places;
        for (const SpotLoad& spot : plan.spots) {
            for (const std::string& link : spot.cables) ++ends[link];
            for (const PartLine& line : spot.load) at_places[line.kind] += line.quantity;
        }
        for (const auto& [id, count] : ends) {
            const Link& link = *find_link(site, id);
            const std::string one = find_device(site, link.a.device)->place;
            const bool same = !one.empty() && one == find_device(site, link.b.device)->place;
            CAPTURE(id);
            CHECK(count == (same ? 1 : 2));
        }
        std::map<std::string, double> units;
        for (const Device& device : site.devices) ++units[device.kind];
        for (const auto& [kind, count] : units) CHECK(at_places[kind] == Approx(count));
    }
}

TEST_CASE("work that takes no time, and no work at all", "[work][bad-input]") {
    Site site = demo_site();
    LabourRates& rates = site.settings.labour;
    rates.pull_h_per_100m = rates.copper_end_h = rates.fibre_end_h = rates.mount_h = 0;
    rates.height_h = rates.align_h = rates.set_up_h = rates.test_h = rates.hand_over_h = 0;
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const WorkPlan plan = plan_of(net);
    // Kinds that say how long they take to mount still do.
    CHECK(plan.hours == Approx(hours_of(plan.items, Task::mount)));
    const Site empty = bare_site();
    const Network nothing = lay_out(empty, kinds());
    const WorkPlan none = plan_of(nothing);
    CHECK(none.days.empty());
    CHECK(none.items.empty());
    CHECK(days_text(none, empty.settings.labour, {}) == "no work yet");
    CHECK(work_caution(none).empty());
}
