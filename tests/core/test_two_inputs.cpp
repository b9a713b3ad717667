// SPDX-License-Identifier: GPL-3.0-or-later
// Loads with two feeds: which carries them, and what an outage of one does. Ports that feed over
// four pairs; tables of watts by where they count.
#include <catch2/catch.hpp>

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/format/site_json.h"
#include "core/assess/port_feed.h"
#include "core/format/kind_text.h"
#include "core/simulate/day.h"
#include "support/builder.h"

using namespace ovant;

namespace {

// A shipped kind under another id, something of it set.
template <class Change>
void changed_kind(Builder& b, const char* shipped, const char* id, Change change) {
    auto kind = nlohmann::ordered_json::parse(kind_json(b.site, shipped));
    kind["id"] = kind["name"] = id;
    change(kind);
    Result<Site> with = set_own_kind(b.site, id, kind.dump());
    REQUIRE(with);
    b.site = std::move(*with);
}

// K on a switch in the office and on an adapter in a hut beside it.
struct TwoFeeds : HeadEnd {
    std::string camera, adapter;
    TwoFeeds(const std::string& first_input, bool bridges, Mains office_has, Mains hut_has) {
        find_place(site, office)->mains = office_has;
        changed_kind(*this, "cam-fixed-4mp", "own-two", [&](auto& kind) {
            kind["camera"]["first_input"] = first_input;
            kind["camera"]["bridges_inputs"] = bridges;
        });
        camera = unit("own-two", {40, 0});
        const std::string hut = place("Hut", {41, 0}, hut_has);
        adapter = unit("adapter-12", {41, 0}, hut);
        cable(sw, "1", camera, "lan");
        cable(adapter, "out", camera, "dc", "dc-lead-18");
    }
    std::string carried_by() const {
        const Catalogue kinds = catalogue_for(site);
        const Network net = lay_out(site, kinds);
        const PortAt from = net.fed_from[net.cameras[CameraNumber(0)]];
        return from ? net.device(from.device).id : "";
    }
    struct Played {
        CameraDay camera;
        std::string at_noon, at_night;  // ports of the camera that carry it
        int idle = 0;
    };
    // The mains are gone from twelve to one.
    Played played() const {
        const Catalogue kinds = catalogue_for(site);
        const Network net = lay_out(site, kinds);
        DayPlan plan;
        plan.outage_at_h = 12;
        plan.outage_h = 1;
        const DayResult day = play_day(net, plan);
        Played out;
        out.camera = day.cameras[CameraNumber(0)];
        const auto port_at = [&](double h) {
            const CameraMoment& moment = out.camera.at(h * 3600);
            return moment.watts > 0 ? net.port({net.cameras[CameraNumber(0)], moment.fed_at}).id
                                    : "";
        };
        out.at_noon = port_at(12.5);
        out.at_night = port_at(23);
        for (const DayEvent& event : day.events) out.idle += event.kind == DayEventKind::port_idle;
        return out;
    }
};

}  // namespace

TEST_CASE("what a kind says of its inputs decides which feed carries it", "[two-inputs]") {
    CHECK(TwoFeeds("most-volts", false, Mains::steady, Mains::steady).carried_by() == "SW1");
    CHECK(TwoFeeds("poe", false, Mains::steady, Mains::steady).carried_by() == "SW1");
    TwoFeeds dc("dc", false, Mains::steady, Mains::steady);
    CHECK(dc.carried_by() == dc.adapter);
    std::reverse(dc.site.devices.begin(), dc.site.devices.end());
    std::reverse(dc.site.links.begin(), dc.site.links.end());
    CHECK(dc.carried_by() == dc.adapter);
    // Without its adapter it takes what there is.
    std::erase_if(dc.site.links, [&](const Link& link) { return link.a.device == dc.adapter; });
    CHECK(dc.carried_by() == "SW1");
    // A switched-off port carries nothing, whatever the kind would rather have.
    TwoFeeds off("poe", false, Mains::steady, Mains::steady);
    off.device(off.sw).power_off_ports.insert("1");
    CHECK(off.carried_by() == off.adapter);
}

TEST_CASE("an outage of one feed leaves a camera on the other", "[two-inputs][day]") {
    struct Case {
        const char* first;
        bool bridges;
        Mains office, hut;
        int restarts;
        const char *at_noon, *at_night;
    };
    const auto kept = Mains::generator, lost = Mains::steady;
    const Case cases[] = {
        {"poe", true, lost, kept, 0, "dc", "lan"},   {"poe", false, lost, kept, 1, "dc", "dc"},
        {"dc", true, kept, lost, 0, "lan", "dc"},    {"dc", false, kept, lost, 1, "lan", "lan"},
        {"poe", false, kept, lost, 0, "lan", "lan"}, {"dc", false, lost, kept, 0, "dc", "dc"},
        {"poe", true, lost, lost, 1, "", "lan"},
    };
    for (const Case& one : cases) {
        CAPTURE(one.first, one.bridges, one.at_noon);
        const auto played = TwoFeeds(one.first, one.bridges, one.office, one.hut).played();
        CHECK(played.camera.restarts == one.restarts);
        CHECK(played.at_noon == one.at_noon);
        CHECK(played.at_night == one.at_night);
        CHECK(played.idle == 0);
    }
    // Both gone and no bridge: it starts once, on whichever is back first.
    const auto both = TwoFeeds("dc", false, lost, lost).played();
    CHECK(both.camera.restarts == 1);
    CHECK(both.at_noon.empty());
    CHECK_FALSE(both.at_night.empty());
}

TEST_CASE("a port that feeds over four pairs does so for small loads too", "[two-inputs]") {
    const auto volts_at = [](int pairs) {
        HeadEnd b("sw-8-at-120");
        changed_kind(b, "sw-8-at-120", "own-sw",
                     [&](auto& kind) { kind["ports"][0]["pairs"] = pairs; });
        b.device(b.sw).kind = "own-sw";
        const std::string camera = b.unit("cam-zoom-8mp-heated", {80, 0});
        b.cable(b.sw, "1", camera, "lan");
        const Catalogue kinds = catalogue_for(b.site);
        const Network net = lay_out(b.site, kinds);
        const auto feeds =
            solve_port(net, net.fed_from[net.cameras[CameraNumber(0)]], Condition::coldest_night);
        return std::pair(feeds.front().pairs, feeds.front().solution.volts[1]);
    };
    const auto two = volts_at(2), four = volts_at(4);
    CHECK(two.first == 2);
    CHECK(four.first == 4);
    CHECK(four.second > two.second + 0.3);
}

TEST_CASE("a maker's table counts into the far unit or into what hangs on it", "[two-inputs]") {
    const auto arrives = [](const char* counted_at) {
        HeadEnd b;
        changed_kind(b, "trunk-near-mains", "own-near",
                     [&](auto& kind) { kind["supply"]["counted_at"] = counted_at; });
        const std::string near = b.unit("own-near", {1, 0}, b.office);
        const std::string far = b.unit("trunk-far", {200, 0});
        b.cable(b.sw, "1", near, "in", "patch-24");
        b.link(b.cable(near, "trunk", far, "trunk")).measured_length_m = 200;
        for (const char* port : {"1", "2"})
            b.cable(far, port, b.unit("cam-fixed-4mp", {205, 0}), "lan");
        const Catalogue kinds = catalogue_for(b.site);
        const Network net = lay_out(b.site, kinds);
        const auto feeds =
            solve_port(net, net.fed_by[net.cameras[CameraNumber(0)]], Condition::coldest_night);
        double cameras_w = 0;
        for (DeviceNumber camera : net.cameras)
            cameras_w += camera_power_w(net, camera, Condition::coldest_night);
        const auto arriving_at_far = arriving(net, feeds, feeds.front(), 1);
        REQUIRE(arriving_at_far);
        CHECK(arriving_at_far->limit_w == Approx(34.5));
        return std::pair(arriving_at_far->watts, cameras_w);
    };
    const auto [into_far_w, cameras_w] = arrives("far-unit");
    CHECK(into_far_w > cameras_w / 0.92 + 2);  // its own draw and what conversion loses
    CHECK(into_far_w < 1.05 * (cameras_w / 0.92 + 2));
    CHECK(arrives("loads").first == Approx(cameras_w));
}
