// SPDX-License-Identifier: GPL-3.0-or-later
// A table of bad inputs: each is refused with its exit status, its place and its words, and what
// can be kept of it opens.
#include <catch2/catch.hpp>
#include <sstream>

#include "cli/commands.h"
#include "core/format/site_json.h"
#include "support/temp_folder.h"

using namespace ovant;
using nlohmann::json;

TEST_CASE("the table of bad inputs", "[bad-input][table]") {
    const json table = json::parse(read_all(source_file("tests/data/bad-inputs.json")));
    CHECK(table["cases"].size() >= 150);
    const TempFolder folder;
    std::ostringstream sound_out, sound_err;
    const std::string sound = folder.write("sound.json", table["base"].dump());
    REQUIRE(run_cli({"validate", sound}, sound_out, sound_err) == 0);
    for (const json& one : table["cases"]) {
        std::string text = one.value("text", "");
        if (one.contains("at")) {
            json site = table["base"];
            const json::json_pointer at(one["at"].get<std::string>());
            if (one["at"].get<std::string>().ends_with("/-"))
                site[at.parent_pointer()].push_back(one["value"]);
            else
                site[at] = one["value"];
            text = site.dump();
        }
        std::ostringstream out, err;
        const std::string path = folder.write("bad.json", text);
        INFO(one["name"].get<std::string>());
        CHECK(run_cli({one["command"].get<std::string>(), path}, out, err) == one["status"]);
        const std::string told = err.str();
        INFO(told);
        for (const json& words : one["words"])
            CHECK(told.find(words.get<std::string>()) != std::string::npos);
        // No word of a validator's, one sentence, no letter that commands the terminal.
        for (const char* foreign :
             {"schema", "constraint", "pattern", "regex", "assert", "exception"})
            CHECK(told.find(foreign) == std::string::npos);
        CHECK(told.size() < 700);
        CHECK(std::count(told.begin(), told.end(), '\n') == 1);
        // What can be kept is a site that opens, and what was left out is said.
        const KeptSite kept = read_site_keeping(text);
        if (kept.nothing_kept) continue;
        // Of another format or version the site is taken as it is.
        const bool of_head =
            told.find("ormat") != std::string::npos || told.find("ersion") != std::string::npos;
        if (!of_head) CHECK_FALSE(kept.dropped.empty());
        const Result<Site> again = read_site(write_site(kept.site));
        REQUIRE(again);
        CHECK(*again == kept.site);
    }
}
