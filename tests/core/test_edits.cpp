// SPDX-License-Identifier: GPL-3.0-or-later
// Edits as functions from Site to Site.
#include <catch2/catch.hpp>

#include <cmath>

#include "core/format/site_json.h"
#include "core/route/route.h"
#include "support/sites.h"

using namespace ovant;

namespace {

const Catalogue& kinds() { return shipped_catalogue(); }
constexpr double centimetre = 0.011;

}  // namespace

TEST_CASE("ids are readable and never taken twice", "[edits]") {
    Site site = copper_site();
    Result<Added> camera = add_device(site, kinds(), "cam-fixed-4mp", {1, 2}, "Gate");
    REQUIRE(camera);
    CHECK(camera->id == "K25");
    CHECK(find_device(camera->site, "K25")->name == "Gate");
    CHECK(add_device(site, kinds(), "sw-8-at-120", {0, 0})->id == "SW3");
    CHECK(add_device(site, kinds(), "rep-1", {0, 0})->id == "R14");
    CHECK(next_id(bare_site(), "K") == "K01");
}

TEST_CASE("edits outside physics are refused by field", "[edits][bad-input]") {
    const Site site = copper_site();
    const double nan = std::nan("");
    CHECK(move_object(site, "K01", {nan, 0}).error().code == ErrorCode::bad_value);
    CHECK(move_object(site, "K01", {1e300, 0}).error().place == "devices/K01/at");
    CHECK(set_measured_length(site, "L3", -1).error().place == "links/L3/measured_length_m");
    CHECK(set_measured_length(site, "L3", nan).error().code == ErrorCode::bad_value);
    CHECK(set_slack(site, "L3", 1e9).error().code == ErrorCode::bad_value);
    CHECK(set_camera_draw(site, kinds(), "K01", {-1, 0, 0, 0, 0}).error().place ==
          "devices/K01/camera/draw/day_w");
    CHECK(set_camera_draw(site, kinds(), "K01", {nan, 0, 0, 0, 0}).error().code ==
          ErrorCode::bad_value);
    CHECK(set_cable(site, kinds(), "L3", "rope").error().code == ErrorCode::unknown_kind);
    CHECK(set_cable(site, kinds(), "L3", "cam-fixed-4mp").error().code == ErrorCode::unknown_kind);
    CHECK(add_device(site, kinds(), "cat5e-solid-24", {0, 0}).error().code ==
          ErrorCode::unknown_kind);
    CHECK(move_object(site, "K99", {0, 0}).error().code == ErrorCode::no_such_object);
    CHECK(remove_object(site, kinds(), "").error().code == ErrorCode::no_such_object);
    CHECK(add_pathway(site, {}).error().code == ErrorCode::bad_value);
    CHECK(scale_drawing(site, {0, 0}, {0, 0}, 10).error().code == ErrorCode::out_of_range);
    CHECK(scale_drawing(site, {0, 0}, {10, 0}, -4).error().code == ErrorCode::out_of_range);
    CHECK(scale_drawing(bare_site(), {0, 0}, {10, 0}, 4).error().code == ErrorCode::no_such_object);
    Settings settings;
    settings.keep_back.power_share = 2;
    CHECK(set_settings(site, settings).error().place == "settings/keep_back/power_share");
    CHECK(connect(site, kinds(), "cat5e-solid-24", {"SW1", "1", 0, ""}, {"K16", "lan", 0, ""})
              .error()
              .code == ErrorCode::port_in_use);
    CHECK(connect(site, kinds(), "cat5e-solid-24", {"SW1", "99", 0, ""}, {"K16", "lan", 0, ""})
              .error()
              .code == ErrorCode::unknown_port);
}

TEST_CASE("a place takes its equipment along", "[edits]") {
    const Site before = copper_site();
    const Point office = find_place(before, "P1")->at;
    const Result<Site> moved = move_object(before, "P1", {office.x_m + 10, office.y_m - 4});
    REQUIRE(moved);
    for (const char* id : {"SW1", "SW2", "REC1"}) {
        CHECK(find_device(*moved, id)->at.x_m ==
              Approx(find_device(before, id)->at.x_m + 10).margin(centimetre));
    }
    CHECK(find_device(*moved, "K01")->at == find_device(before, "K01")->at);
}

TEST_CASE("a repeater goes into a cable and out again", "[edits]") {
    Site site = site_with_run({.lengths_m = {90}});
    const std::string link = site.links.front().id;
    Result<Added> added = insert_in_line(site, kinds(), link, "rep-1-out", {60, 0.5});
    REQUIRE(added);
    REQUIRE(added->site.links.size() == 2);
    const Link& first = *find_link(added->site, link);
    const Link& second = added->site.links.back();
    CHECK(first.b.device == added->id);
    CHECK(second.a.device == added->id);
    CHECK(*first.measured_length_m == Approx(60).margin(centimetre));
    CHECK(*first.measured_length_m + *second.measured_length_m == Approx(90));
    const Result<Site> removed = remove_object(added->site, kinds(), added->id);
    REQUIRE(removed);
    REQUIRE(removed->links.size() == 1);
    CHECK(*removed->links.front().measured_length_m == Approx(90));
    CHECK(removed->links.front().b.device == "K01");
    CHECK(insert_in_line(site, kinds(), link, "cam-fixed-4mp", {0, 0}).error().code ==
          ErrorCode::not_in_line);
}

TEST_CASE("a unit put on a routed cable keeps the route", "[edits]") {
    const Site demo = copper_site();
    const Link& before = *find_link(demo, "L30");  // quay tray, then pontoon A
    REQUIRE(before.pathways.size() == 2);
    const double length_m = link_length_m(demo, before);
    Result<Added> added =
        insert_in_line(demo, kinds(), "L30", "rep-1-out", find_pathway(demo, "W6")->points.front());
    REQUIRE(added);
    const double first_m = link_length_m(added->site, *find_link(added->site, "L30"));
    const double second_m = link_length_m(added->site, added->site.links.back());
    CHECK(first_m + second_m == Approx(length_m).margin(0.5));
    CHECK(find_problems(added->site, kinds()).empty());
}

TEST_CASE("moving a plug swaps with what is there", "[edits]") {
    const Site demo = copper_site();
    const Result<Site> moved = move_plug(demo, kinds(), {"SW1", "9"}, {"SW1", "10"});
    REQUIRE(moved);
    CHECK(link_at(*moved, {"SW1", "10"})->id == link_at(demo, {"SW1", "9"})->id);
    CHECK(link_at(*moved, {"SW1", "9"})->id == link_at(demo, {"SW1", "10"})->id);
    const Result<Site> free = move_plug(demo, kinds(), {"SW1", "9"}, {"SW1", "15"});
    REQUIRE(free);
    CHECK(link_at(*free, {"SW1", "9"}) == nullptr);
    CHECK(move_plug(demo, kinds(), {"SW1", "15"}, {"SW1", "9"}).error().code ==
          ErrorCode::unknown_port);
    CHECK(move_plug(demo, kinds(), {"SW1", "9"}, {"SW1", "77"}).error().code ==
          ErrorCode::unknown_port);
}

TEST_CASE("two devices find the ports that go together", "[edits]") {
    Site site = bare_site();
    site = add_device(site, kinds(), "sw-8-at-120", {0, 0})->site;
    site = add_device(site, kinds(), "cam-fixed-4mp", {40, 0})->site;
    site = add_device(site, kinds(), "rec-32", {2, 0})->site;
    Result<Added> camera = connect_devices(site, kinds(), {"K01", "SW1"}, "cat5e-solid-24");
    REQUIRE(camera);
    const Link& link = *find_link(camera->site, camera->id);
    CHECK(link.a.device == "SW1");
    CHECK(link.a.port == "1");
    CHECK(link.b.port == "lan");
    Result<Added> uplink = connect_devices(camera->site, kinds(), {"SW1", "REC1"}, "patch-24");
    REQUIRE(uplink);
    CHECK(find_link(uplink->site, uplink->id)->a.port == "up1");
    CHECK(connect_devices(camera->site, kinds(), {"K01", "REC1"}, "cat5e-solid-24").error().code ==
          ErrorCode::not_possible);
}

TEST_CASE("the first equipment room is the head end", "[edits]") {
    Result<Added> room =
        add_equipment_room(bare_site(), kinds(), {50, 50}, "sw-16-at-185", "rec-32");
    REQUIRE(room);
    const Place& place = *find_place(room->site, room->id);
    CHECK(place.head_end);
    CHECK(place.mains == Mains::steady);
    REQUIRE(room->site.devices.size() == 2);
    CHECK(room->site.devices[0].place == room->id);
    REQUIRE(room->site.links.size() == 1);
    CHECK(find_problems(room->site, kinds()).empty());
    Result<Added> second =
        add_equipment_room(room->site, kinds(), {150, 50}, "sw-8-at-120", "rec-32");
    REQUIRE(second);
    CHECK_FALSE(find_place(second->site, second->id)->head_end);
    CHECK(second->site.devices.size() == 3);
    // The mark is one: giving it to another place takes it from the first.
    Place other = *find_place(second->site, second->id);
    other.head_end = true;
    const Result<Site> changed = replace_place(second->site, other);
    REQUIRE(changed);
    CHECK_FALSE(find_place(*changed, room->id)->head_end);
}

TEST_CASE("removing leaves nothing hanging", "[edits]") {
    Site site = copper_site();
    for (const char* id : {"W5", "P1", "SW1", "K14", "L30"}) {
        Result<Site> removed = remove_object(site, kinds(), id);
        INFO(id);
        REQUIRE(removed);
        site = std::move(*removed);
        CHECK(find_problems(site, kinds()).empty());
    }
}

TEST_CASE("scaling a drawing changes the drawing alone", "[edits]") {
    const Site demo = copper_site();
    const Result<Site> scaled = scale_drawing(demo, {0, 0}, {100, 0}, 150);
    REQUIRE(scaled);
    CHECK(scaled->drawing->metres_per_pixel == Approx(demo.drawing->metres_per_pixel * 1.5));
    CHECK(scaled->devices == demo.devices);
}

TEST_CASE("a camera's settings only say what differs from its kind", "[edits]") {
    const Site demo = copper_site();
    const CameraDraw usual = kinds().find(find_device(demo, "K01")->kind)->camera->draw;
    const Result<Site> same = set_camera_draw(demo, kinds(), "K01", usual);
    REQUIRE(same);
    CHECK_FALSE(find_device(*same, "K01")->camera->draw);
    CameraDraw more = usual;
    more.day_w += 2;
    const Result<Site> changed = set_camera_draw(demo, kinds(), "K01", more);
    REQUIRE(changed);
    CHECK(find_device(*changed, "K01")->camera->draw->day_w == usual.day_w + 2);
    // Another kind brings its own power.
    const Result<Site> other = set_kind(*changed, kinds(), "K01", "cam-dome-4mp");
    REQUIRE(other);
    CHECK_FALSE(find_device(*other, "K01")->camera->draw);
    // A kind without the port in use is refused.
    CHECK(set_kind(demo, kinds(), "SW1", "sw-8-at-120").error().code == ErrorCode::unknown_port);
    CameraSettings settings = *find_device(demo, "K01")->camera;
    settings.bit_rate_mbps = -3;
    CHECK(set_camera(demo, "K01", settings).error().place == "devices/K01/camera/bit_rate_mbps");
}
