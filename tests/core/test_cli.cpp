// SPDX-License-Identifier: GPL-3.0-or-later
// The commands of ovant-cli, run in process and as a program.
#include <catch2/catch.hpp>
#include <fmt/format.h>
#include <sys/wait.h>
#include <unistd.h>

#include <cmath>
#include <csignal>
#include <cstdlib>
#include <map>
#include <nlohmann/json.hpp>
#include <sstream>

#include "cli/commands.h"
#include "core/format/file_store.h"
#include "core/format/parts_sheet.h"
#include "core/format/site_json.h"
#include "core/prove/cards.h"
#include "phrase/card_text.h"
#include "print/cards_pdf.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;
using nlohmann::json;

namespace {

struct Ran {
    int status;
    std::string out, err;
};

Ran cli(const std::vector<std::string>& arguments) {
    std::ostringstream out, err;
    const int status = run_cli(arguments, out, err);
    return {status, out.str(), err.str()};
}

const std::string demo_path = source_file("tests/data/versions/version-1.ovant.json");

}  // namespace

TEST_CASE("check as JSON: summary, runs, ports, switches", "[cli]") {
    const Ran ran = cli({"check", demo_path, "--format", "json"});
    CHECK(ran.status == cli_fails);
    const json out = json::parse(ran.out);
    const Result<Site> file = read_site(read_all(demo_path));
    REQUIRE(file);
    const Summary sum = judge_site(*file).assessment.summary;
    CHECK(out["summary"]["holds"] == sum.holds);
    CHECK(out["summary"]["tight"] == sum.tight);
    CHECK(out["summary"]["fails"] == sum.fails);
    CHECK(out["summary"]["unknown"] == sum.unknown);
    CHECK(out["runs"].size() == 24);
    CHECK(out["switches"].size() == 3);
    CHECK(out["ports"].size() == 25);
    for (const json& run : out["runs"]) {
        for (const char* field : {"id", "camera", "verdict", "length_m", "checks"})
            CHECK(run.contains(field));
        for (const json& check : run["checks"]) {
            INFO(run["id"] << check["id"]);
            CHECK_FALSE(check["source"].get<std::string>().empty());
            CHECK(check["working"].is_array());
            CHECK_FALSE(check["sentence"].get<std::string>().empty());
        }
    }
}

TEST_CASE("check and ways under what may go worse", "[cli]") {
    const auto fails = [](const Ran& ran) {
        return json::parse(ran.out)["summary"]["fails"].get<int>();
    };
    const Ran now = cli({"check", demo_path, "--format", "json"});
    const Ran clad = cli({"check", demo_path, "--what-if", "copper-clad", "--format", "json"});
    const Ran worse = cli({"check", demo_path, "--what-if", "copper-clad", "--what-if", "hot-roof",
                           "--format", "json"});
    CHECK(fails(clad) > fails(now));
    CHECK(fails(worse) >= fails(clad));
    CHECK(cli({"ways", demo_path, "K01"}).out !=
          cli({"ways", demo_path, "K01", "--what-if", "copper-clad"}).out);
    CHECK(cli({"ways", demo_path, "K01", "--condition", "day"}).status == cli_holds);
    CHECK(cli({"check", demo_path, "--what-if", "monsoon"}).status == cli_unreadable);
}

TEST_CASE("check under one condition and another school", "[cli]") {
    const json day =
        json::parse(cli({"check", demo_path, "--condition", "day", "--format", "json"}).out);
    for (const json& run : day["runs"]) {
        for (const json& check : run["checks"]) {
            if (check.contains("condition")) CHECK(check["condition"] == "day");
        }
    }
    const Ran strict = cli({"check", demo_path, "--school", "standard"});
    const Ran rated = cli({"check", demo_path});
    CHECK(strict.out != rated.out);
    CHECK(strict.out.find("fails    K12") != std::string::npos);
    CHECK(rated.out.find("1 holds, 9 tight, 10 fail, 4 unknown") != std::string::npos);
}

TEST_CASE("ways, parts and validate", "[cli]") {
    const Ran ways = cli({"ways", demo_path, "K14", "--format", "json"});
    CHECK(ways.status == cli_holds);
    const json list = json::parse(ways.out)["ways"];
    CHECK(list.size() == 20);
    for (const json& way : list) {
        CHECK_FALSE(way["reason"].get<std::string>().empty());
        if (way["built"].get<bool>()) CHECK(way["price"].get<double>() > 0);
    }
    CHECK(cli({"ways", demo_path, "K14"}).out.find("repeaters on solid copper") !=
          std::string::npos);
    CHECK(cli({"parts", demo_path}).out.starts_with("kind,name,package,quantity"));
    CHECK(cli({"validate", demo_path}).status == cli_holds);
}

TEST_CASE("wrong usage and unreadable files say why", "[cli][bad-input]") {
    CHECK(cli({}).status == cli_unreadable);
    CHECK(cli({"check"}).status == cli_unreadable);
    CHECK(cli({"check", demo_path, "--condition", "monsoon"}).status == cli_unreadable);
    const Ran none = cli({"check", "/nowhere.json"});
    CHECK(none.status == cli_unreadable);
    CHECK(none.err.find("/nowhere.json") != std::string::npos);
    const Ran loop = cli({"validate", source_file("tests/data/broken/loop.json")});
    CHECK(loop.status == cli_unreadable);
    CHECK(loop.err.find("links, L3 (line 57, column 3): link L3 closes a loop.") !=
          std::string::npos);
    const Ran camera = cli({"ways", demo_path, "SW1"});
    CHECK(camera.status == cli_unreadable);
    CHECK(camera.err.find("camera SW1") != std::string::npos);
    CHECK(cli({"cards", demo_path, "--pdf", "/nowhere/at/all.pdf"}).status == cli_unreadable);
    CHECK(cli({"parts", demo_path, "--xlsx", "/nowhere/at/all.xlsx"}).status == cli_unreadable);
    const Ran help = cli({"--help"});
    CHECK(help.status == cli_holds);
    CHECK(help.out.find("check") != std::string::npos);
}

TEST_CASE("the program itself keeps its exit statuses", "[cli]") {
    const auto status = [](const std::string& arguments) {
        return WEXITSTATUS(
            std::system((std::string(CLI_PATH) + " " + arguments + " > /dev/null 2>&1").c_str()));
    };
    CHECK(status("check " + demo_path) == 1);
    CHECK(status("check " + source_file("tests/data/corpus/site/empty.json")) == 0);
    CHECK(status("check " + source_file("tests/data/broken/cut-off.json")) == 2);
}

TEST_CASE("a full or closed output is an error with its sentence", "[cli][bad-input]") {
    const std::string demo_path = source_file("data/demo/marram-quay.ovant.json");
    const TempFolder folder;
    for (const std::string& command : std::vector<std::string>{
             "check " + demo_path, "ways " + demo_path + " K14", "parts " + demo_path,
             "power " + demo_path, "day " + demo_path, "validate " + demo_path,
             "sum ups 780 Wh 152 W", "check --format json " + demo_path, "assign " + demo_path}) {
        for (const char* to : {">/dev/full", ">&-"}) {
            INFO(command << " " << to);
            const std::string told = folder.file("told");
            const int status = std::system(
                (std::string(CLI_PATH) + " " + command + " 2>" + told + " " + to).c_str());
            CHECK(WEXITSTATUS(status) == 2);
            CHECK(read_all(told).find("annot write the output") != std::string::npos);
        }
    }
}

TEST_CASE("control characters of a site never reach the terminal", "[cli][bad-input]") {
    const TempFolder folder;
    Site site = demo_site();
    site.name = "\x1b]0;owned\x07";
    site.devices.front().name =
        "a\x1b[2Jb\xc2\x9b"
        "31m";
    for (Device& device : site.devices) {
        if (device.camera) device.name = "\x1b[31mred\x7f \xc3\xa9";
    }
    const std::string path = folder.write("odd.json", write_site(site));
    for (const std::string& command :
         std::vector<std::string>{"check", "power", "parts", "day", "validate"}) {
        std::ostringstream out, err;
        run_cli({command, path}, out, err);
        for (const std::string& text : {out.str(), err.str()}) {
            CHECK(text.find('\x1b') == std::string::npos);
            CHECK(text.find("\xc2\x9b") == std::string::npos);
            CHECK(text.find('\x7f') == std::string::npos);
        }
        if (command == "check") CHECK(out.str().find("red? \xc3\xa9") != std::string::npos);
    }
}

namespace {

// The options of a command that take a number, as its help names them; "" is no command.
std::vector<std::string> number_options(const std::string& help) {
    std::vector<std::string> out;
    std::istringstream lines(help);
    for (std::string line; std::getline(lines, line);) {
        const std::size_t at = line.find("--"), kind = line.find(" NUMBER");
        if (at == std::string::npos || kind == std::string::npos || kind < at) continue;
        out.push_back(line.substr(at, kind - at));
    }
    return out;
}

const char* const no_numbers[] = {"nan", "-nan", "inf",  "-inf", "infinity", "1e999", "-1e300",
                                  "",    " ",    "0x10", "1e",   "--",       "five",  "1;2"};

}  // namespace

TEST_CASE("every number on every command line is read by the one reader", "[cli][bad-input]") {
    const std::string demo_path = source_file("data/demo/marram-quay.ovant.json");
    // Whatever a command needs besides.
    const std::map<std::string, std::vector<std::string>> needs = {
        {"ways", {"K14"}},
        {"diagnose", {"K14"}},
        {"read-switch", {"SW1"}},
        {"import", {"none.csv"}},
        {"cards", {"--pdf", "none.pdf"}},
        {"labels", {"--pdf", "none.pdf"}}};
    const std::string all = cli({"--help"}).out;
    std::istringstream lines(all.substr(all.find("Subcommands:")));
    std::string line;
    std::getline(lines, line);
    int options = 0;
    while (std::getline(lines, line) && line.size() > 2) {
        const std::string command = line.substr(2, line.find(' ', 2) - 2);
        const std::string help = cli({command, "--help"}).out;
        INFO(command);
        for (const char* other_reader : {" FLOAT", " INT", " UINT"})
            CHECK(help.find(other_reader) == std::string::npos);
        for (const std::string& option : number_options(help)) {
            ++options;
            for (const char* text : no_numbers) {
                std::vector<std::string> arguments{command, demo_path};
                const auto more = needs.find(command);
                if (more != needs.end())
                    arguments.insert(arguments.end(), more->second.begin(), more->second.end());
                arguments.push_back(option + "=" + text);
                const Ran ran = cli(arguments);
                INFO(option << "=" << text << ": " << ran.err);
                CHECK(ran.status == 2);
                CHECK(ran.out.empty());
                CHECK((ran.err.find("number") != std::string::npos || std::string(text).empty()));
            }
        }
    }
    CHECK(options > 25);
    std::ostringstream out, err;
    CHECK(run_cli({"sum", "hello"}, out, err) == 2);
    for (const char* known : {"ello is no sum", "drop 24awg", "fibre 2.4 km", "ups 780 Wh"})
        CHECK(err.str().find(known) != std::string::npos);
}

TEST_CASE("the stand-in refuses numbers and logins as its elders do", "[cli][bad-input]") {
    const std::string demo = source_file("data/demo/marram-quay.ovant.json");
    const auto status = [&](const std::string& arguments) {
        const std::string command =
            std::string(STANDIN_PATH) + " " + arguments + " > /dev/null 2>&1";
        return WEXITSTATUS(std::system(command.c_str()));
    };
    for (const char* text : no_numbers) {
        INFO(text);
        for (const char* of : {"tester '{}' K02 '--seed={}'", "cameras '{}' '--seconds={}'",
                               "switch '{}' SW1 '--seconds={}'", "switch '{}' SW1 '--speed={}'",
                               "switch '{}' SW1 '--start={}'", "switch '{}' SW1 '--port={}'"})
            CHECK(status(fmt::format(fmt::runtime(of), demo, text)) == 2);
    }
    for (const char* user : {"' '", "'a b'", "''", "'a\"b'", "$'a\\nb'"}) {
        INFO(user);
        CHECK(status(
                  fmt::format("switch '{}' SW1 --seconds 1 --port 20161 --sign abcdefgh1 --user {}",
                              demo, user)) == 2);
    }
    CHECK(status("nothing") == 2);
    CHECK(status("") == 2);
    CHECK(status("--help") == 0);
}

TEST_CASE("nothing is written over what is read, or twice", "[cli][bad-input]") {
    const TempFolder folder;
    const std::string demo = read_all(source_file("data/demo/marram-quay.ovant.json"));
    const std::string site = folder.write("site.json", demo), other = folder.file("other");
    std::filesystem::create_symlink(site, folder.path / "link");
    const std::string link = folder.file("link"), again = folder.file("./site.json");
    for (const std::string& path : {site, link, again}) {
        for (const std::vector<std::string>& arguments :
             {std::vector<std::string>{"cards", site, "--pdf", path},
              {"parts", site, "--xlsx", path},
              {"handover", site, "--csv", path},
              {"assign", site, "--write", path},
              {"work", site, "--pdf", path},
              {"offer", site, "--pdf", other, "--csv", other}}) {
            const Ran ran = cli(arguments);
            INFO(arguments[0] << ": " << ran.err);
            CHECK(ran.status == 2);
            CHECK(ran.err.find("name") != std::string::npos);
            CHECK(read_all(site) == demo);
        }
    }
    CHECK_FALSE(std::filesystem::exists(other));
    const std::string list = folder.write("list.csv", "name,x,y\nA,1,1\n");
    CHECK(cli({"import", site, list, "--write", list}).status == 2);
    CHECK(cli({"import", site, list, "--write", other}).status == 0);
}

TEST_CASE("a spreadsheet is written whole or not at all, long lists in several cells",
          "[cli][files]") {
    const TempFolder folder;
    const std::string path = folder.write("parts.xlsx", "the old one");
    PartLine line;
    line.kind = "cat5e-solid-24";
    line.name = "Cable";
    for (int i = 0; i < 9000; ++i) line.used_by.push_back("L" + std::to_string(i));
    REQUIRE(write_parts_xlsx(path, "Quay", {line}, "EUR"));
    const std::string cells = folder.file("cells");
    REQUIRE(std::system(("unzip -p " + path + " xl/sharedStrings.xml > " + cells).c_str()) == 0);
    const std::string text = read_all(cells);
    CHECK(text.find("L0 L1 ") != std::string::npos);
    CHECK(text.find(" L8999<") != std::string::npos);
    CHECK_FALSE(write_parts_xlsx("/nowhere/at/all.xlsx", "Quay", {line}, "EUR"));
    CHECK_FALSE(write_parts_xlsx("/dev/full", "Quay", {line}, "EUR"));
}

TEST_CASE("a currency that looks like a formula is made harmless", "[cli][files]") {
    CHECK(parts_csv({}, "=1+1").find(",\"price each =1+1\"") != std::string::npos);
    CHECK(parts_csv({}, "a,b").find("\"price a,b\"") != std::string::npos);
}

TEST_CASE("killed at any instant, spreadsheet and cards are each whole", "[cli][files]") {
    const TempFolder folder;
    const Site site = demo_site();
    const Network net = lay_out(site, shipped_catalogue());
    const std::vector<PartLine> parts = count_parts(net);
    const std::string sheet = folder.file("parts.xlsx"), pdf = folder.file("cards.pdf");
    REQUIRE(write_parts_xlsx(sheet, site.name, parts, "EUR"));
    const std::string cards =
        cards_pdf(wiring_cards(net), site.name, {UnitSystem::metric, &shipped_catalogue()});
    REQUIRE(save_file(pdf, cards));
    for (int delay_us : {500, 3000, 9000, 21000}) {
        const pid_t child = fork();
        REQUIRE(child >= 0);
        if (child == 0) {
            for (;;) {
                (void)write_parts_xlsx(sheet, site.name, parts, "EUR");
                (void)save_file(pdf, cards);
            }
        }
        usleep(static_cast<useconds_t>(20000 + delay_us));
        kill(child, SIGKILL);
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WIFSIGNALED(status));
        CHECK(std::system(("unzip -tq " + sheet + " > /dev/null").c_str()) == 0);
        CHECK(read_all(pdf) == cards);
    }
}

TEST_CASE("cameras come in from a spreadsheet, feet too", "[cli][rule-24]") {
    const TempFolder folder;
    const std::string site = folder.write("site.json", write_site(site_with_run({})));
    const std::string csv = folder.write(
        "cameras.csv", "name,x,y,kind\nGate,100,50,cam-fixed-4mp\nBad,a,b,cam-fixed-4mp\n");
    const std::string out = folder.file("out.json");
    const Ran metric = cli({"import", site, csv, "--write", out});
    CHECK(metric.status == cli_fails);  // one line is left out, and said
    CHECK(metric.out.find("1 camera taken") != std::string::npos);
    CHECK(metric.err.find("line 3") != std::string::npos);
    const Result<Site> taken = read_site(read_all(out));
    REQUIRE(taken);
    CHECK(taken->devices.back().at.x_m == Approx(100));
    CHECK(cli({"import", site, csv, "--write", out, "--feet"}).status == cli_fails);
    const Result<Site> feet = read_site(read_all(out));
    REQUIRE(feet);
    CHECK(feet->devices.back().at.x_m == Approx(30.48));
    CHECK(feet->settings.units == UnitSystem::metric);
    CHECK(cli({"import", site, folder.file("none.csv")}).status == cli_unreadable);
    const Ran chance = cli({"chances", site, "--trials", "20"});
    CHECK(chance.status == cli_holds);
    CHECK(chance.out.find("% of 20 trials") != std::string::npos);
}

TEST_CASE("a failing site check is shown and fails the command", "[cli][rule-19]") {
    Site site = site_with_run({});
    Result<Added> ups = add_device(site, shipped_catalogue(), "ups-150", {2, 2});
    REQUIRE(ups);
    site = *set_backup(ups->site, shipped_catalogue(), "SW1", ups->id);
    site.settings.backup_h = 200;
    const TempFolder folder;
    const std::string path = folder.write("site.json", write_site(site));
    const Ran text = cli({"check", path});
    CHECK(text.status == cli_fails);
    CHECK(text.out.find("fails    UPS1") != std::string::npos);
    const json out = json::parse(cli({"check", path, "--format", "json"}).out);
    REQUIRE(out["site_checks"].size() == 2);
    CHECK(out["site_checks"][0]["id"] == "backup-time");
    // Watts by class belong to the switch's power and to nothing else.
    for (const json& run : out["runs"]) {
        for (const json& check : run["checks"]) CHECK_FALSE(check.contains("by_class_w"));
    }
    site.settings.backup_h = 0.1;
    CHECK(cli({"check", folder.write("site.json", write_site(site))}).status == cli_holds);
}

TEST_CASE("check says what will be seen of the runs that fail, and of no other", "[cli]") {
    const std::string quay = source_file("data/demo/marram-quay.ovant.json");
    const Ran text = cli({"check", quay});
    CHECK(text.out.find("as drawn it shows at night, infrared on: restarts") != std::string::npos);
    const json told = json::parse(cli({"check", quay, "--format", "json"}).out);
    int shown = 0;
    for (const json& one : told["runs"]) {
        if (one["verdict"] != "fails") CHECK_FALSE(one.contains("shows"));
        shown += one.contains("shows");
    }
    CHECK(shown >= 2);
}
