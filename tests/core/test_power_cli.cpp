// SPDX-License-Identifier: GPL-3.0-or-later
// power, day and assign on the command line; power's fields in the site file.
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/commands.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

struct Ran {
    int status = 0;
    std::string out, err;
};

Ran ran(const std::vector<std::string>& arguments) {
    std::ostringstream out, err;
    Ran result;
    result.status = run_cli(arguments, out, err);
    result.out = out.str();
    result.err = err.str();
    return result;
}

std::string demo_file() { return std::string(SOURCE_FOLDER) + "/data/demo/marram-quay.ovant.json"; }

}  // namespace

TEST_CASE("power on the command line", "[cli][power]") {
    const Ran text = ran({"power", demo_file()});
    CHECK(text.status == cli_fails);  // the short backup
    CHECK(text.out.find("UPS1") != std::string::npos);
    CHECK(text.out.find("Backup UPS1 lasts") != std::string::npos);
    CHECK(text.out.find("Uplink SW1 to REC1") != std::string::npos);
    const auto json = nlohmann::json::parse(ran({"power", demo_file(), "--json"}).out);
    double sw1_w = 0, groups_w = 0;
    for (const auto& node : json["nodes"]) {
        if (node["id"] == "SW1") sw1_w = node["greatest_draw_w"];
        if (node["kind"] == "group of ports" && node["fed_by"] == "SW1")
            groups_w += node["greatest_draw_w"].get<double>();
    }
    CHECK(sw1_w > 100);
    CHECK(groups_w == Approx(sw1_w));
    bool backup = false;
    for (const auto& check : json["checks"]) backup = backup || check["id"] == "backup-time";
    CHECK(backup);
}

TEST_CASE("a day on the command line is the same for the same seed", "[cli][day]") {
    const std::vector<std::string> once{"day", demo_file(), "--json", "--seed", "7"};
    const Ran first = ran(once), second = ran(once);
    CHECK(first.out == second.out);
    CHECK(first.status == cli_fails);
    const auto json = nlohmann::json::parse(first.out);
    CHECK(json["seed"] == 7);
    CHECK(json["cameras"].size() == 24);
    double last_s = 0;
    for (const auto& event : json["events"]) {
        CHECK(event["t_s"].get<double>() >= last_s);
        last_s = event["t_s"];
    }
    // Summer in the far north: the sun is up and no infrared comes on.
    const auto bright = nlohmann::json::parse(
        ran({"day", demo_file(), "--json", "--date", "2027-06-21", "--lat", "75", "--lon", "20"})
            .out);
    for (const auto& event : bright["events"]) CHECK(event["event"] != "infrared-on");
    const Ran text = ran({"day", demo_file(), "--events"});
    CHECK(text.out.find("sunrise") != std::string::npos);
    CHECK(text.out.find("K14 restarts") != std::string::npos);
    CHECK(text.out.find("The mains fails") != std::string::npos);
    const Ran wrong = ran({"day", demo_file(), "--date", "2027-02-30"});
    CHECK(wrong.status == cli_unreadable);
    CHECK_FALSE(wrong.err.empty());
    CHECK(ran({"day", demo_file(), "--lat", "123"}).status == cli_unreadable);
    CHECK(ran({"day", demo_file(), "--days", "900"}).status == cli_unreadable);
}

TEST_CASE("assign on the command line says what moves and writes it", "[cli][assign]") {
    const TempFolder folder;
    const std::string path = folder.file("assigned.json");
    const Ran text = ran({"assign", demo_file(), "--write", path});
    CHECK(text.status == cli_holds);
    CHECK(text.out.starts_with("Moves "));
    const Ran again = ran({"assign", path, "--json"});
    const auto json = nlohmann::json::parse(again.out);
    CHECK(json["found"] == true);
    CHECK(json["moves"].empty());
    CHECK(ran({"assign", demo_file(), "--place", "P99"}).status == cli_unreadable);
    const Ran spare = ran({"assign", demo_file(), "--spare", "60"});
    CHECK(spare.status == cli_fails);
    CHECK(spare.out.find("spare") != std::string::npos);
}

TEST_CASE("power's fields survive the file", "[site]") {
    Site site = demo_site();
    site.settings.day.restart_at_h = 4.5;
    site.settings.day.latitude_deg = -33.5;
    site.settings.day.seed = 12;
    site.settings.backup_h = 3;
    site.settings.hot_cable_c = 55;
    site.settings.tolerances = {0.05, 0.02, 0.03};
    site = *set_port_priority(site, catalogue_for(site), {"SW1", "4"}, 1);
    find_device(site, "SW1")->supplies = 1;
    const Result<Site> again = read_site(write_site(site));
    REQUIRE(again);
    CHECK(*again == site);
    // A backup that is none, a priority that is none.
    Site wrong = site;
    find_device(wrong, "SW1")->backup = "K01";
    const Result<Site> refused = read_site(write_site(wrong));
    REQUIRE_FALSE(refused);
    CHECK(refused.error().place.find("backup") != std::string::npos);
    std::string text = write_site(site);
    const std::string good = R"("port_priority":{"4":1})";
    REQUIRE(text.find(good) != std::string::npos);
    text.replace(text.find(good), good.size(), R"("port_priority":{"4":9})");
    CHECK_FALSE(read_site(text));
    CHECK_FALSE(set_port_priority(site, catalogue_for(site), {"SW1", "4"}, 0));
    CHECK_FALSE(set_port_priority(site, catalogue_for(site), {"SW1", "99"}, 1));
    CHECK_FALSE(set_backup(site, catalogue_for(site), "SW1", "SW2"));
    CHECK_FALSE(set_supplies(site, catalogue_for(site), "SW1", 3));
}

TEST_CASE("a kind from before version 3 still reserves by class", "[catalogue]") {
    const Result<Kind> kind = read_kind(
        R"({"id":"old","name":"Old","category":"switch","ports":[{"ids":"1","role":"pse","class":4}],
            "supply":{"nominal_v":54,"min_v":50,"budget_w":60,"reserves_by_class":true}})",
        "");
    REQUIRE(kind);
    CHECK(kind->supply->allocation == Allocation::by_class);
    CHECK(budget_w(*kind) == 60);
    CHECK(budget_w(*kind, 1) == 60);  // it has one supply only
    Kind two = *kind;
    two.supply->supplies = 2;
    CHECK(budget_w(two, 1) == 30);
    two.supply->budget_one_w = 40;
    CHECK(budget_w(two, 1) == 40);
    CHECK(budget_w(two, 2) == 60);
}
