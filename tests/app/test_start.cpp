// SPDX-License-Identifier: GPL-3.0-or-later
// How the program starts: what it is asked for, and what it says where it cannot.
#include <sys/wait.h>

#include <cstdlib>

#include "app/start_options.h"
#include "driver.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

Start start_of(const QStringList& words) { return read_start(QStringList("ovant") + words, "1.2"); }

struct Ran {
    int status;
    std::string out, err;
};
Ran run_without_display(const std::string& words) {
    const TempFolder folder;
    const std::string command = "env -u DISPLAY -u WAYLAND_DISPLAY -u QT_QPA_PLATFORM " +
                                std::string(APP_PATH) + " " + words + " >" + folder.file("out") +
                                " 2>" + folder.file("err");
    const int status = std::system(command.c_str());
    REQUIRE(WIFEXITED(status));
    return {WEXITSTATUS(status), read_all(folder.file("out")), read_all(folder.file("err"))};
}

}  // namespace

TEST_CASE("the program says what it was asked before it opens a window", "[start]") {
    CHECK(start_of({"--help"}).answer->code == 0);
    CHECK(start_of({"--help"}).answer->text.contains("--stage"));
    CHECK(start_of({"-v"}).answer->text == "ovant 1.2\n");
    struct Wrong {
        QStringList words;
        const char* said;
    };
    const Wrong wrongs[] = {{{"--nonsense"}, "nonsense"},
                            {{"--stage", "party"}, "party"},
                            {{"--view", "moon"}, "moon"},
                            {{"--size", "12"}, "1280x800"},
                            {{"--size", "99x700"}, "1280x800"},
                            {{"--at", "24:00"}, "18:12"},
                            {{"--at", "noon"}, "18:12"},
                            {{"--what-if", "rain"}, "rain"},
                            {{"--working", "plan"}, "strip"},
                            {{"a.json", "b.json"}, "b.json"},
                            {{"--select"}, "select"}};
    for (const Wrong& wrong : wrongs) {
        INFO(wrong.words.join(" ").toStdString());
        const Start start = start_of(wrong.words);
        REQUIRE(start.answer);
        CHECK(start.answer->code == 2);
        CHECK(start.answer->text.contains(wrong.said));
        CHECK(start.answer->text.contains("--help"));
    }
    const Start good = start_of({"--demo", "--stage", "power", "--at", "18:12", "--size",
                                 "1100x700", "--what-if", "copper-clad", "x.ovant.json"});
    REQUIRE_FALSE(good.answer);
    CHECK(good.options.demo);
    CHECK(good.options.stage == Stage::power);
    CHECK(good.options.moment_s == (18 * 60 + 12) * 60);
    CHECK(good.options.size == QSize(1100, 700));
    CHECK(good.options.what_if == WhatIf::copper_clad);
    CHECK(good.options.site == "x.ovant.json");
    CHECK(start_of({"--size", "100x100", "--at", "23:59"}).options.moment_s == 86340);
}

TEST_CASE("without a display help and faults are words, not an abort", "[start]") {
    const Ran help = run_without_display("--help");
    CHECK(help.status == 0);
    CHECK(help.out.find("Usage: ovant") == 0);
    CHECK(help.err.empty());
    CHECK(run_without_display("--version").status == 0);
    CHECK(run_without_display("--nonsense").status == 2);
    const Ran none = run_without_display("--demo");
    CHECK(none.status == 2);
    CHECK(none.err == "There is no display to open a window on. ovant-cli works without one.\n");
}
