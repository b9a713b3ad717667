// SPDX-License-Identifier: GPL-3.0-or-later
// Where practitioners differ, and makers' own tables. Each rule from both sides.
#include <catch2/catch.hpp>

#include <algorithm>

#include "core/assess/room_left.h"
#include "core/catalogue/kind_json.h"
#include "core/choose/proposal.h"
#include "core/format/site_json.h"
#include "core/site/site_problems.h"
#include "phrase/check_text.h"
#include "phrase/way_text.h"
#include "support/builder.h"
#include "support/proposals.h"

using namespace ovant;

TEST_CASE("the site's own rules: each holds just inside and fails just outside", "[rule-25]") {
    const auto practice = [](const Judged& judged) {
        return find_check(judged.run().checks, CheckId::site_practice);
    };
    SECTION("large loads on a cable of their own") {
        Site site =
            site_with_run({.unit = "sw-8-bt-240", .camera = "cam-ptz-long", .lengths_m = {40}});
        CHECK_FALSE(practice(judge_site(site)));
        site.settings.practice.large_loads_apart = true;
        REQUIRE(practice(judge_site(site)));
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
        CHECK(practice(judge_site(site))->note == Note::large_load);
        find_device(site, "K01")->camera = CameraSettings{};
        find_device(site, "K01")->camera->draw = CameraDraw{25.4, 0, 0, 0, 0};
        CHECK(practice(judge_site(site))->verdict == Verdict::holds);
        find_device(site, "K01")->camera->draw->day_w = 25.6;
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
    }
    SECTION("longest chain") {
        Site site = site_with_run({.lengths_m = {50, 50}, .in_line = "rep-1-out"});
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 9);
        site.settings.practice.longest_chain = 1;
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).verdict == Verdict::holds);
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 1);
        Result<Added> more = insert_in_line(site, shipped_catalogue(), "L1", "rep-1-out", {10, 0});
        if (!more)
            more = insert_in_line(site, shipped_catalogue(), site.links.front().id, "rep-1-out",
                                  {10, 0});
        REQUIRE(more);
        CHECK(check_of(judge_site(more->site).run(), CheckId::chain_count).verdict ==
              Verdict::fails);
        // More than the maker allows is never allowed.
        site.settings.practice.longest_chain = 20;
        CHECK(check_of(judge_site(site).run(), CheckId::chain_count).limit == 9);
    }
    SECTION("pixels at 10 Mb/s") {
        Site site = site_with_run({.camera = "cam-fixed-8mp", .lengths_m = {120}});
        site.settings.practice.most_megapixels_at_10 = 4.2;
        CHECK_FALSE(practice(judge_site(site)));  // not at 10 Mb/s
        find_device(site, "SW1")->long_groups = {1};
        REQUIRE(practice(judge_site(site)));
        CHECK(practice(judge_site(site))->note == Note::large_picture);
        CHECK(practice(judge_site(site))->verdict == Verdict::fails);
        site.settings.practice.most_megapixels_at_10 = 8.3;
        CHECK(practice(judge_site(site))->verdict == Verdict::holds);
    }
    SECTION("no feed that does not ask") {
        Builder b;
        const std::string inj =
            b.unit("inj-passive-24", {1, 0}, std::string(b.site.places.front().id));
        const std::string split = b.unit("split-passive", {20, 0});
        const std::string camera = b.unit("cam-fixed-24v-dc", {21, 0});
        b.cable(inj, "out", split, "in");
        b.cable(split, "dc", camera, "dc", "dc-lead-18");
        b.cable(split, "lan", camera, "lan", "lead-24-out");
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.compliant_only = true;
        REQUIRE(practice(b.judged()));
        CHECK(practice(b.judged())->note == Note::passive_feed);
        Site asks = site_with_run({});
        asks.settings.practice.compliant_only = true;
        CHECK_FALSE(practice(judge_site(asks)));
    }
    SECTION("cameras on a switch, or on the recorder") {
        Builder b;
        const std::string office = b.site.places.front().id;
        const std::string rec = b.unit("rec-16-poe", {0, 0}, office);
        const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
        b.cable(rec, "lan", sw, "up1", "patch-24");
        const std::string camera = b.unit("cam-fixed-4mp", {30, 0});
        b.protect(b.cable(rec, "1", camera, "lan"));
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.feed_from = FeedFrom::the_recorder;
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.feed_from = FeedFrom::a_switch;
        REQUIRE(practice(b.judged()));
        CHECK(practice(b.judged())->note == Note::switch_feeds);
        // And a new run starts where the site wants it.
        const std::string next = b.unit("cam-fixed-4mp", {30, 5});
        const auto starts_at = [&] {
            const Proposal direct =
                with_way(propose_ways(b.site, b.catalogue, next), WayId::direct_copper);
            REQUIRE(direct.built);
            for (const Link& link : direct.change.links) {
                if (link.b.device == next) return link.a.device;
            }
            return std::string();
        };
        CHECK(starts_at() == sw);
        b.site.settings.practice.feed_from = FeedFrom::the_recorder;
        CHECK(starts_at() == rec);
        // Also where cameras come from a list with their lengths.
        for (FeedFrom wanted : {FeedFrom::a_switch, FeedFrom::the_recorder}) {
            b.site.settings.practice.feed_from = wanted;
            const std::optional<Link> laid =
                LengthLayer(b.site, b.catalogue).lay(b.device(next), 40);
            REQUIRE(laid);
            CHECK(laid->a.device == (wanted == FeedFrom::a_switch ? sw : rec));
        }
    }
    SECTION("no radio over so little") {
        Builder b;
        const std::string office = b.site.places.front().id;
        const std::string barn = b.place("Barn", {30, 0});
        const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
        const std::string near = b.unit("radio-5-ptp", {0, 0}, office);
        const std::string far = b.unit("radio-5-ptp", {30, 0}, barn);
        const std::string fed = b.unit("sw-8-at-outdoor", {30, 0}, barn);
        b.cable(sw, "8", near, "lan");
        b.cable(near, "air", far, "air", "air");
        b.cable(fed, "1", far, "lan");
        b.cable(fed, "2", b.unit("cam-fixed-2mp", {32, 0}, barn), "lan");
        CHECK_FALSE(practice(b.judged()));
        b.site.settings.practice.radio_beyond_m = 30;
        CHECK(practice(b.judged())->verdict == Verdict::holds);
        b.site.settings.practice.radio_beyond_m = 31;
        CHECK(practice(b.judged())->verdict == Verdict::fails);
    }
}

TEST_CASE("what was seen to work counts for that school only, as far and as loaded as seen",
          "[rule-25]") {
    Site site = site_with_run({.unit = "sw-8-at-120", .lengths_m = {130}}, School::field_proven);
    const auto length = [&](School school) {
        Site now = site;
        now.settings.school = school;
        return check_of(judge_site(now).run(), CheckId::link_length);
    };
    CHECK(length(School::field_proven).verdict == Verdict::fails);
    site.links.front().proven = {{100, 131, 8, 0, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::tight);
    CHECK(length(School::field_proven).note == Note::past_stated_limit);
    CHECK(length(School::maker_rated).verdict == Verdict::fails);
    site.links.front().proven = {{100, 129, 8, 0, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::fails);
    site.links.front().proven = {{10, 131, 8, 0, "2026-05-03", "AB"}};
    CHECK(length(School::field_proven).verdict == Verdict::fails);  // seen at 10 Mb/s only

    // Volts: a load as great was seen to run over so much.
    Site far = site_with_run({.unit = "sw-4-af", .camera = "cam-zoom-4mp", .lengths_m = {500}},
                             School::field_proven);
    const auto volts = [&] { return check_of(judge_site(far).run(), CheckId::camera_voltage); };
    REQUIRE(volts().verdict == Verdict::fails);
    far.links.front().proven = {{10, 500, 13, 0, "", ""}};
    CHECK(volts().verdict == Verdict::tight);
    CHECK(volts().note == Note::past_stated_limit);
    far.links.front().proven = {{10, 500, 11, 0, "", ""}};
    CHECK(volts().verdict == Verdict::fails);
    // The notes are kept with the site.
    const Result<Site> read = read_site(write_site(site));
    REQUIRE(read);
    CHECK(*read == site);
}

TEST_CASE("makers' tables: watts that arrive by length", "[rule-27]") {
    // 48.6 W at 100 m and 34.5 W at 200 m, by the maker's table.
    Builder b;
    const std::string office = b.site.places.front().id;
    const std::string near = b.unit("trunk-near-mains", {1, 0}, office);
    const std::string far = b.unit("trunk-far", {100, 0}, office);
    const std::string trunk = b.cable(near, "trunk", far, "trunk");
    const std::string camera = b.unit("cam-fixed-4mp", {101, 0}, office);
    b.cable(far, "1", camera, "lan", "patch-24");
    const auto at = [&](double length_m, double watts) {
        b.link(trunk).measured_length_m = length_m;
        b.device(camera).camera = CameraSettings{};
        b.device(camera).camera->draw = CameraDraw{watts, 0, 0, 0, 0};
        return check_of(b.judged().run(), CheckId::arriving_power);
    };
    const auto limit_at = [&](double length_m) { return at(length_m, 5).limit; };
    CHECK(limit_at(100) == Approx(48.6));
    CHECK(limit_at(200) == Approx(34.5));
    CHECK(limit_at(150) == Approx((48.6 + 34.5) / 2));
    CHECK(limit_at(20) == Approx(48.6));
    CHECK(limit_at(801) == 0);
    CHECK(at(801, 5).verdict == Verdict::fails);
    // Efficiency and own draw of the far unit come off: at 500 m 21.5 W arrive, it keeps 2 W and
    // passes on 92 %.
    const double fits_w = (21.5 - 2) * 0.92;
    CHECK(at(500, fits_w - 0.2).verdict != Verdict::fails);
    CHECK(at(500, fits_w + 0.2).verdict == Verdict::fails);
    // Room for more obeys the table too.
    at(500, 5);
    const Network net = lay_out(b.site, b.catalogue);
    CHECK(room_left_w(net, net.runs.front().ins[0].device) < 21.5);
}

TEST_CASE("a 95 W injector leaves 71 W after 100 m where its maker says so", "[rule-27]") {
    Builder b;
    b.own_kind("inj-90", "inj-95", "supply/budget_w", "95");
    std::string json = b.site.kinds.at("inj-95").json();
    const std::size_t supply = json.find("\"supply\"");
    const std::size_t open = json.find('{', supply);
    json.insert(open + 1, "\"arrives\": [{\"length_m\": 100, \"watts\": 71}], ");
    Result<Site> with = set_own_kind(b.site, "inj-95", json);
    REQUIRE(with);
    b.site = *with;
    const std::string office = b.site.places.front().id;
    const std::string inj = b.unit("inj-95", {1, 0}, office);
    const std::string camera = b.unit("cam-ptz-60w", {90, 0}, office);
    const std::string run = b.cable(inj, "out", camera, "lan");
    b.link(run).measured_length_m = 100;
    b.site.settings.keep_back.power_share = 0;
    b.device(camera).camera = CameraSettings{};
    const auto with_load = [&](double watts) {
        b.device(camera).camera->draw = CameraDraw{watts, 0, 0, 0, 0};
        return check_of(b.judged().run(), CheckId::arriving_power).verdict;
    };
    CHECK(with_load(70.9) == Verdict::holds);
    CHECK(with_load(71.1) == Verdict::fails);
}

TEST_CASE("makers' tables: the rate of a hop by its length", "[rule-27]") {
    Builder b;
    b.own_kind("rep-1-out", "rep-steps", "", "\"mount_h\": 0.5");
    std::string json = b.site.kinds.at("rep-steps").json();
    const std::size_t open = json.find('{', json.find("\"in_line\""));
    json.insert(open + 1,
                "\"hops\": [{\"rate_mbps\": 100, \"length_m\": 150}, {\"rate_mbps\": 10, "
                "\"length_m\": 250}], ");
    Result<Site> with = set_own_kind(b.site, "rep-steps", json);
    REQUIRE(with);
    b.site = *with;
    const std::string office = b.site.places.front().id;
    const std::string sw = b.unit("sw-8-at-120", {1, 0}, office);
    const std::string mid = b.unit("rep-steps", {100, 0});
    const std::string camera = b.unit("cam-fixed-2mp", {140, 0});
    const std::string hop = b.cable(sw, "1", mid, "in");
    b.cable(mid, "out", camera, "lan");
    const auto judged_at = [&](double length_m) {
        b.link(hop).measured_length_m = length_m;
        const Judged judged = b.judged();
        return std::pair(check_of(judged.run(), CheckId::link_length).verdict,
                         check_of(judged.run(), CheckId::link_rate).limit);
    };
    CHECK(judged_at(140).second == 100);
    CHECK(judged_at(151).second == 10);
    CHECK(judged_at(140).first == Verdict::holds);
    CHECK(judged_at(251).first == Verdict::fails);
}
