// SPDX-License-Identifier: GPL-3.0-or-later
// Ways and remedies: what is proposed, what is refused and why, judged by the one assessment.
#include <catch2/catch.hpp>

#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "phrase/way_text.h"
#include "support/sites.h"

using namespace ovant;

namespace {

// A room with a switch at the origin and a camera this far along one pathway, not connected yet.
Site site_at(double away_m, const std::string& camera = "cam-fixed-4mp",
             School school = School::maker_rated, const std::string& unit = "sw-16-at-185") {
    Site site =
        add_equipment_room(bare_site(school), shipped_catalogue(), {0, 0}, unit, "rec-32")->site;
    Pathway path;
    path.id = "W1";
    path.points = {{0, 0}, {away_m, 0}};
    site.pathways.push_back(path);
    return add_device(site, shipped_catalogue(), camera, {away_m, 0})->site;
}

std::vector<Proposal> ways_at(double away_m, const std::string& camera = "cam-fixed-4mp",
                              School school = School::maker_rated) {
    return propose_ways(site_at(away_m, camera, school), shipped_catalogue(), "K01");
}

const Proposal& way(const std::vector<Proposal>& ways, WayId id) {
    for (const Proposal& proposal : ways) {
        if (proposal.way == id) return proposal;
    }
    FAIL("way missing");
    return ways.front();
}

}  // namespace

TEST_CASE("each way is the first for some distance", "[ways]") {
    CHECK(*ways_at(60).front().way == WayId::direct_copper);
    CHECK(*ways_at(170, "cam-fixed-2mp").front().way == WayId::long_setting);
    // Outdoors each repeater wants a protector on both its sides; two units cost less than that.
    CHECK(*ways_at(330).front().way == WayId::extender_pair);
    CHECK(way(ways_at(330), WayId::repeaters).verdict == Verdict::holds);
    // By the standard power is not passed on: an extender takes it and gives it anew.
    std::vector<Proposal> far = ways_at(170, "cam-fixed-8mp", School::standard);
    CHECK(way(far, WayId::repeaters).verdict == Verdict::fails);
    CHECK(way(far, WayId::extenders).verdict != Verdict::fails);
}

TEST_CASE("hops are planned as they are judged: no unit too few, none too many", "[ways][right]") {
    struct Air {
        double day_c;
        std::optional<double> hot_cable_c;
        double keep_back;
        School school;
    };
    int chains = 0;
    for (const Air& air : {Air{20, {}, 0, School::standard}, Air{40, {}, 0.1, School::standard},
                           Air{60, {}, 0.1, School::standard}, Air{30, 65.0, 0, School::standard},
                           Air{60, {}, 0.1, School::maker_rated}}) {
        for (double away_m = 90; away_m < 420; away_m += 7) {
            Site site = site_at(away_m, "cam-fixed-2mp", air.school);
            site.settings.day_c = air.day_c;
            site.settings.hot_cable_c = air.hot_cable_c;
            site.settings.keep_back.length_share = air.keep_back;
            for (const Proposal& chain :
                 build_ways(site, shipped_catalogue(), "K01",
                            {WayId::repeaters, WayId::extenders, WayId::poe_fed_switch})) {
                if (!chain.built) continue;
                INFO(away_m << " m at " << air.day_c << " °C by " << static_cast<int>(*chain.way));
                const Check* length = find_check(chain.run.checks, CheckId::link_length);
                REQUIRE(length);
                const bool one_cable = chain.in_line == 0;
                if (*chain.way == WayId::poe_fed_switch || one_cable) continue;
                ++chains;
                CHECK(length->verdict == Verdict::holds);
                const double fewer_m = length->value * (chain.in_line + 1) / chain.in_line;
                CHECK(fewer_m + 0.1 > length->limit * (1 - air.keep_back));
            }
        }
    }
    CHECK(chains > 150);
}

TEST_CASE("each way is refused for its own reason", "[ways]") {
    const TextContext context{UnitSystem::metric, &shipped_catalogue()};
    const std::vector<Proposal> near = ways_at(60);
    CHECK(way(near, WayId::repeaters).cannot == Cannot::one_length_enough);
    CHECK(way(near, WayId::extenders).cannot == Cannot::one_length_enough);

    const std::vector<Proposal> far = ways_at(330);
    const Proposal& direct = way(far, WayId::direct_copper);
    CHECK(direct.verdict == Verdict::fails);
    CHECK(direct.decisive.id == CheckId::link_length);
    CHECK(direct.decisive.margin < -200);
    CHECK(way(far, WayId::long_setting).decisive.id == CheckId::link_length);
    CHECK(way(far, WayId::extenders).cannot == Cannot::chain_too_long);
    CHECK(proposal_reason(way(far, WayId::extenders), context).find("makers allow") !=
          std::string::npos);

    const std::vector<Proposal> fast = ways_at(170, "cam-multi-4x4mp");
    CHECK(way(fast, WayId::long_setting).decisive.id == CheckId::link_rate);

    const std::vector<Proposal> strict = ways_at(170, "cam-fixed-2mp", School::standard);
    CHECK(way(strict, WayId::long_setting).verdict == Verdict::fails);
    CHECK(way(strict, WayId::long_setting).decisive.id == CheckId::link_length);

    const std::vector<Proposal> ptz = ways_at(170, "cam-ptz-ir");
    CHECK(way(ptz, WayId::extenders).decisive.id == CheckId::port_power);

    // No port of the class at all: an injector beside the switch has one.
    const std::vector<Proposal> none =
        propose_ways(site_at(60, "cam-ptz-60w"), shipped_catalogue(), "K01");
    for (WayId id : {WayId::direct_copper, WayId::extra_reach_cable, WayId::extender_pair}) {
        INFO(id_of(id));
        REQUIRE(way(none, id).built);
        const auto& added = way(none, id).change.devices;
        CHECK(std::any_of(added.begin(), added.end(),
                          [](const Device& unit) { return unit.kind == "inj-90"; }));
    }
    const std::vector<Proposal> no_long =
        propose_ways(site_at(60, "cam-fixed-2mp", School::maker_rated, "sw-24-at-370"),
                     shipped_catalogue(), "K01");
    CHECK(way(no_long, WayId::long_setting).cannot == Cannot::no_long_setting);
    CHECK(propose_ways(bare_site(), shipped_catalogue(), "K01").front().cannot ==
          Cannot::no_camera);
}

TEST_CASE("a proposal is a real site, judged as if drawn by hand", "[ways]") {
    for (double away_m : {40.0, 120.0, 240.0, 390.0, 700.0}) {
        const Site before = site_at(away_m);
        for (const Proposal& proposal : ways_at(away_m)) {
            if (!proposal.built) continue;
            INFO(away_m << " " << id_of(*proposal.way));
            const Site site = with_change(before, proposal.change);
            CHECK(find_problems(site, shipped_catalogue()).empty());
            const Judged judged = judge_site(site);
            CHECK(judged.run().verdict == proposal.run.verdict);
            CHECK(proposal.verdict >= proposal.run.verdict);
            CHECK(proposal.cost.total() > 0);
            // It survives being saved and opened.
            const Result<Site> again = read_site(write_site(site));
            REQUIRE(again);
            CHECK(judge_site(*again).run().verdict == proposal.run.verdict);
        }
    }
}

TEST_CASE("ways are ranked: verdict, then the site's preference", "[ways]") {
    for (Preference preference :
         {Preference::price, Preference::fewest_parts, Preference::least_work}) {
        Site site = copper_site();
        site.settings.preference = preference;
        for (const Device& device : site.devices) {
            if (!device.camera) continue;
            const std::vector<Proposal> ways = propose_ways(site, catalogue_for(site), device.id);
            CHECK(ways.size() == way_count);
            for (std::size_t i = 1; i < ways.size(); ++i) {
                if (!ways[i].built) continue;
                INFO(device.id);
                REQUIRE(ways[i - 1].built);
                // One cable inside the standard channel stands among what holds.
                const bool plain = ways[i - 1].way == WayId::direct_copper &&
                                   ways[i - 1].verdict == Verdict::tight &&
                                   ways[i - 1].decisive.id == CheckId::link_length;
                if (!plain) CHECK(ways[i - 1].verdict <= ways[i].verdict);
                if (ways[i - 1].verdict != ways[i].verdict ||
                    ways[i - 1].past_stated != ways[i].past_stated)
                    continue;
                // What changes nothing for others may be a little dearer.
                const double like = ways[i].changes_others ? 1.1 : 1;
                if (preference == Preference::price)
                    CHECK(ways[i - 1].cost.total() <= like * ways[i].cost.total() + 1e-9);
                else if (preference == Preference::fewest_parts)
                    CHECK(ways[i - 1].can_fail <= ways[i].can_fail);
                else
                    CHECK(ways[i - 1].cost.hours <= ways[i].cost.hours);
            }
        }
    }
}

TEST_CASE("field-proven reach is never proposed first where a stated one serves", "[ways]") {
    for (double away_m = 60; away_m <= 400; away_m += 20) {
        const std::vector<Proposal> ways = ways_at(away_m, "cam-fixed-2mp", School::field_proven);
        if (!ways.front().past_stated) continue;
        for (const Proposal& proposal : ways) {
            INFO(away_m);
            CHECK((proposal.past_stated || !proposal.built || proposal.verdict == Verdict::fails));
        }
    }
}

TEST_CASE("remedies mend what they name", "[ways]") {
    Site demo = copper_site();
    find_link(demo, "L31")->measured_length_m = 88;
    const Catalogue catalogue = catalogue_for(demo);
    const auto remedy = [&](const char* camera, RemedyKind kind) -> Proposal {
        for (const Proposal& proposal : propose_remedies(demo, catalogue, camera)) {
            if (proposal.remedy == kind) return proposal;
        }
        FAIL(camera);
        return {};
    };
    CHECK(remedy("K14", RemedyKind::solid_copper).verdict == Verdict::tight);
    CHECK(remedy("K04", RemedyKind::add_protectors).verdict == Verdict::holds);
    // Off would cure K20 and break K12, which hangs on the same group: said, and not called good.
    const Proposal off = remedy("K20", RemedyKind::turn_long_setting_off);
    CHECK(off.run.verdict == Verdict::holds);
    CHECK(off.verdict == Verdict::fails);
    CHECK(off.harmed == "K12");
    const Proposal moved = remedy("K20", RemedyKind::move_port);
    CHECK(moved.run.verdict != Verdict::fails);
    // A run that holds asks for nothing.
    CHECK(propose_remedies(demo, catalogue, "K07").empty());
    CHECK(propose_remedies(demo, catalogue, "K16").empty());
    CHECK(propose_remedies(demo, catalogue, "none").empty());
}

TEST_CASE("a way that would overload its switch is no way", "[ways]") {
    // Sixteen ports, a small budget, one camera already at the brim.
    Site site = site_at(60, "cam-ptz-ir", School::maker_rated, "sw-8-at-120");
    site.settings.switch_basis = SwitchBasis::by_class;
    for (int i = 0; i < 4; ++i) {
        Result<Added> camera = add_device(site, shipped_catalogue(), "cam-ptz-ir", {20.0 + i, 5});
        site = connect_devices(camera->site, shipped_catalogue(), {"SW1", camera->id},
                               "cat5e-solid-24-out")
                   ->site;
    }
    REQUIRE(judge_site(site).assessment.unit("SW1")->verdict != Verdict::fails);
    const std::vector<Proposal> ways = propose_ways(site, shipped_catalogue(), "K01");
    const Proposal& direct = way(ways, WayId::direct_copper);
    CHECK(direct.verdict == Verdict::fails);
    CHECK(direct.decisive.id == CheckId::switch_power);
}

TEST_CASE("the best way is taken, or nothing changes", "[ways]") {
    const Site near = site_at(80);
    const Site connected = with_best_way(near, shipped_catalogue(), "K01");
    CHECK(judge_site(connected).run().verdict == Verdict::holds);
    const Site far = site_at(3000, "cam-ptz-36v-dc");
    CHECK(with_best_way(far, shipped_catalogue(), "K01") == far);
}

TEST_CASE("a new way leaves no part of the old run behind", "[ways]") {
    const Site demo = copper_site();
    const Catalogue catalogue = catalogue_for(demo);
    const std::vector<Proposal> ways = propose_ways(demo, catalogue, "K14");
    REQUIRE(ways.front().built);
    const Site changed = with_change(demo, ways.front().change);
    const Network net = lay_out(changed, catalogue);
    for (DeviceNumber device : net.kinds.numbers()) {
        if (!net.kinds[device]->in_line) continue;
        int plugs = 0;
        for (LinkNumber link : net.link_on[device]) plugs += bool(link);
        INFO(net.device(device).id);
        CHECK(plugs >= 2);
    }
    // The other runs are as they were.
    const Judged before = judge_site(demo), after = judge_site(changed);
    for (const RunAssessment& run : before.assessment.runs) {
        if (run.camera == "K14") continue;
        CHECK(after.run(run.camera).length_m == Approx(run.length_m));
    }
}

TEST_CASE("a camera at the end of the world is told so quickly", "[ways][bad-input]") {
    // Far beyond any chain, and with everything kept back: no way draws thousands of units.
    for (const double away_m : {5e3, 1e5, 9e5}) {
        Site site = site_at(400);
        find_device(site, "K01")->at = {away_m, 0};
        site.settings.keep_back.length_share = 0.95;
        site.settings.service_loop_m = 100;
        for (const Proposal& way : propose_ways(site, shipped_catalogue(), "K01"))
            CHECK(way.change.devices.size() < 300);
    }
}

TEST_CASE("ways and remedies are judged under what the verdict is judged under", "[ways]") {
    std::vector<JudgedUnder> all;
    for (Condition condition : all_conditions) all.push_back({condition, {}, {}});
    for (WhatIf what_if : all_what_ifs) all.push_back({{}, {what_if}, {}});
    all.push_back({Condition::day, {WhatIf::hot_roof, WhatIf::tolerances}, {}});
    int differ = 0;
    for (double away_m : {95.0, 150.0}) {
        const Site before = site_at(away_m, "cam-ptz-ir");
        const std::vector<Proposal> usual = propose_ways(before, shipped_catalogue(), "K01");
        for (const JudgedUnder& under : all) {
            for (const Proposal& proposal :
                 propose_ways(before, shipped_catalogue(), "K01", under)) {
                if (!proposal.built) continue;
                INFO(away_m << " " << id_of(*proposal.way));
                const Site then = with_what_if(with_change(before, proposal.change),
                                               shipped_catalogue(), under.what_if);
                CHECK(judge_site(then, under.options()).run().verdict == proposal.run.verdict);
                const Proposal& same = way(usual, *proposal.way);
                differ += same.built && same.run.verdict != proposal.run.verdict;
                // What has gone worse is not bought.
                if (same.built && same.change.links == proposal.change.links)
                    CHECK(same.cost.total() == Approx(proposal.cost.total()));
            }
        }
    }
    CHECK(differ > 5);
}

TEST_CASE("a remedy that only a what-if calls for is offered under it", "[ways]") {
    Site site = site_with_run({.camera = "cam-fixed-4mp", .lengths_m = {85}});
    site.links.front().a.protector = site.links.front().b.protector = "surge-100";
    const JudgedUnder clad{{}, {WhatIf::copper_clad}, {}};
    REQUIRE(judge_site(site).run().verdict == Verdict::holds);
    REQUIRE(judge_site(with_what_if(site, shipped_catalogue(), clad.what_if)).run().verdict !=
            Verdict::holds);
    CHECK(propose_remedies(site, shipped_catalogue(), "K01").empty());
    for (const Proposal& remedy : propose_remedies(site, shipped_catalogue(), "K01", clad)) {
        const Site then =
            with_what_if(with_change(site, remedy.change), shipped_catalogue(), clad.what_if);
        CHECK(judge_site(then).run().verdict == remedy.run.verdict);
    }
}

TEST_CASE("working out the ways ends when it is told to", "[ways]") {
    int asked = 0;
    const GoOn twice = [&] { return ++asked <= 2; };
    CHECK(propose_ways(site_at(60), shipped_catalogue(), "K01", {}, twice).size() == 2);
    CHECK(propose_remedies(site_at(60), shipped_catalogue(), "K01", {}, [] {
              return false;
          }).empty());
}

TEST_CASE("a way in use can be used, and nothing of an older way is left over", "[ways]") {
    const auto check_all = [](const Site& before, const std::string& camera) {
        const Catalogue catalogue = catalogue_for(before);
        for (const Proposal& proposal : propose_ways(before, catalogue, camera)) {
            if (!proposal.built || proposal.change.empty()) continue;
            INFO(camera << " " << id_of(*proposal.way));
            const Site site = with_change(before, proposal.change);
            CHECK(find_problems(site, catalogue).empty());
            // What makes another run fail finds that done once it is used.
            if (proposal.verdict == Verdict::fails) continue;
            const std::vector<Proposal> ways = propose_ways(site, catalogue, camera);
            const Proposal& again = way(ways, *proposal.way);
            REQUIRE(again.built);
            CHECK(again.verdict <= proposal.verdict);
            // As it stands, or for less money: what was added may serve a better one.
            CHECK((again.change.empty() || again.cost.total() < proposal.cost.total()));
            // Every unit leads somewhere.
            for (const Device& device : proposal.change.devices) {
                if (find_device(before, device.id)) continue;
                for (const Proposal& next : ways) {
                    if (!next.built || next.verdict == Verdict::fails) continue;
                    const Site then = with_change(site, next.change);
                    const Device* left = find_device(then, device.id);
                    const Kind* kind = left ? catalogue.find(left->kind) : nullptr;
                    if (!kind || kind->category == Category::injector) continue;
                    const auto links =
                        std::count_if(then.links.begin(), then.links.end(), [&](const Link& link) {
                            return link.a.device == device.id || link.b.device == device.id;
                        });
                    INFO("then " << id_of(*next.way) << ", left over " << device.id);
                    CHECK(links >= 1);
                    if (kind->category == Category::splitter) CHECK(links == 3);
                }
            }
        }
    };
    for (double away_m : {40.0, 120.0, 240.0, 390.0, 700.0}) check_all(site_at(away_m), "K01");
    check_all(site_at(80, "cam-fixed-12v-dc"), "K01");
    for (const Site& site : {copper_site(), demo_site()}) {
        for (const char* camera : {"K03", "K05", "K07", "K08", "K14", "K16", "K20"})
            check_all(site, camera);
    }
}

TEST_CASE("the gate lets through whatever is listed as built, among many", "[ways]") {
    const Site site = large_site(120);
    for (const char* camera : {"K1", "K77", "K120"}) {
        for (const Proposal& proposal : propose_all(site, shipped_catalogue(), camera)) {
            if (!proposal.built) continue;
            INFO(camera << " " << proposal.detail);
            CHECK(sound(site, shipped_catalogue(), with_change(site, proposal.change)));
        }
    }
}
