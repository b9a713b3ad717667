// SPDX-License-Identifier: GPL-3.0-or-later
// Site files: round trips, broken files by name, what can be kept, versions.
#include <catch2/catch.hpp>

#include <filesystem>
#include <limits>

#include "core/format/site_json.h"
#include "phrase/error_text.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

Error error_of(const std::string& text) {
    const Result<Site> site = read_site(text);
    REQUIRE_FALSE(site);
    return site.error();
}

std::string broken(const std::string& name) {
    return read_all(source_file("tests/data/broken/" + name + ".json"));
}

}  // namespace

TEST_CASE("the demo comes back byte for byte", "[file]") {
    const std::string bytes = read_all(source_file("data/demo/marram-quay.ovant.json"));
    CHECK(write_site(demo_site()) == bytes);
}

TEST_CASE("each released version of the format still opens", "[file]") {
    int files = 0;
    for (const auto& entry :
         std::filesystem::directory_iterator(source_file("tests/data/versions"))) {
        INFO(entry.path());
        const Result<Site> site = read_site(read_all(entry.path().string()));
        REQUIRE(site);
        CHECK(site->devices.size() > 20);
        ++files;
    }
    CHECK(files >= 2);
}

TEST_CASE("fields of a later version survive", "[file]") {
    const std::string text =
        R"({"format": "ovant-site", "version": 1, "name": "X", "weather": {"wind": 7},
        "settings": {"day_c": 30, "night_shift": true},
        "places": [{"id": "P1", "at": [0, 0], "colour": "blue"}],
        "pathways": [{"id": "W1", "points": [[0, 0], [5, 5]], "depth_m": 0.6}],
        "devices": [{"id": "SW1", "kind": "sw-8-at-120", "at": [0, 0], "serial": "A7"},
                    {"id": "K01", "kind": "cam-fixed-4mp", "at": [9, 0], "camera": {}}],
        "links": [{"id": "L1", "cable": "cat5e-solid-24", "a": {"device": "SW1", "port": "1"},
                   "b": {"device": "K01", "port": "lan"}, "pulled_by": "A"}]})";
    const Result<Site> site = read_site(text);
    REQUIRE(site);
    const std::string written = write_site(*site);
    for (const char* kept :
         {"\"weather\"", "\"wind\":7", "\"night_shift\":true", "\"colour\":\"blue\"",
          "\"depth_m\":0.6", "\"serial\":\"A7\"", "\"pulled_by\":\"A\""}) {
        INFO(kept);
        CHECK(written.find(kept) != std::string::npos);
    }
    const Result<Site> again = read_site(written);
    REQUIRE(again);
    CHECK(write_site(*again) == written);
}

TEST_CASE("a broken file is refused with the place and the thing", "[file][bad-input]") {
    struct Case {
        const char* file;
        ErrorCode code;
        const char* place;
        const char* in_sentence;
    };
    const Case cases[] = {
        {"negative-length", ErrorCode::bad_value, "links/L1/measured_length_m",
         "measured length (line 36, column 25): -5 is not a number from 0 to 100000 m"},
        {"huge-number", ErrorCode::bad_value, "devices/K01/at/0", "devices, K01, at"},
        {"duplicate-id", ErrorCode::duplicate_id, "devices/SW1/id", "SW1 is used twice"},
        {"missing-port", ErrorCode::unknown_port, "links/L1/a/port", "SW1.99"},
        {"missing-device", ErrorCode::unknown_device, "links/L1/b/device", "K77"},
        {"unknown-kind", ErrorCode::unknown_kind, "devices/K01/kind", "cam-none"},
        {"newer-version", ErrorCode::newer_version, "version", "format 9"},
        {"wrong-type", ErrorCode::bad_value, "devices/SW1/at", "here is not a point [x, y]"},
        {"two-sources", ErrorCode::two_sources, "links/L3", "SW1.2 and SW2.1"},
        {"loop", ErrorCode::loop, "links/L3", "closes a loop"},
        {"port-taken", ErrorCode::port_in_use, "links/L2/a/port", "taken by link L1"},
        {"cut-off", ErrorCode::ends_early, "line 36", "line 36"},
        {"not-a-number", ErrorCode::not_json, "line 39", "damaged"},
        {"not-json", ErrorCode::not_json, "line 1", "line 1"},
        {"deep", ErrorCode::too_large, "", "levels of nesting"},
    };
    for (const Case& c : cases) {
        INFO(c.file);
        const Error error = error_of(broken(c.file));
        const std::string told = sentence(error);
        INFO(told);
        const bool damaged =
            error.code == ErrorCode::not_json || error.code == ErrorCode::ends_early;
        CHECK(error.code == c.code);
        if (!damaged) CHECK(error.place == c.place);
        CHECK(error.place.starts_with(std::string(c.place).substr(0, 4)));
        if (!damaged) CHECK(told.find(c.in_sentence) != std::string::npos);
        CHECK(told.back() == '.');
    }
}

TEST_CASE("a file over the limit is refused by its size", "[file][bad-input]") {
    const Error error = error_of(std::string(largest_site_bytes + 1, ' '));
    CHECK(error.code == ErrorCode::too_large);
    CHECK(sentence(error).find("64 MB") != std::string::npos);
    CHECK(read_site_keeping(std::string(largest_site_bytes + 1, ' ')).nothing_kept);
}

TEST_CASE("what can be kept of a cut-off file is kept", "[file][bad-input]") {
    const std::string whole = write_site(copper_site());
    const Site demo = copper_site();
    const std::size_t in_links = whole.find("\"id\":\"L20\"");
    REQUIRE(in_links != std::string::npos);
    const KeptSite kept = read_site_keeping(std::string_view(whole).substr(0, in_links + 20));
    REQUIRE_FALSE(kept.nothing_kept);
    CHECK(kept.site.devices == demo.devices);
    CHECK(kept.site.places == demo.places);
    CHECK(kept.site.links.size() == 19);
    REQUIRE_FALSE(kept.dropped.empty());
    CHECK(kept.dropped.front().code == ErrorCode::ends_early);
}

TEST_CASE("a wrong object is left out and named, the rest stays", "[file][bad-input]") {
    const KeptSite kept = read_site_keeping(broken("negative-length"));
    REQUIRE_FALSE(kept.nothing_kept);
    CHECK(kept.site.devices.size() == 2);
    // The length alone is left out: what is good beside it stays.
    REQUIRE(kept.site.links.size() == 1);
    CHECK_FALSE(kept.site.links.front().measured_length_m);
    REQUIRE(kept.dropped.size() == 1);
    CHECK(kept.dropped.front().place == "links/L1/measured_length_m");
    CHECK(kept.dropped.front().subject == "-5");

    const KeptSite loop = read_site_keeping(broken("loop"));
    REQUIRE_FALSE(loop.nothing_kept);
    CHECK(loop.site.links.size() == 2);

    CHECK(read_site_keeping(broken("newer-version")).site.devices.size() == 2);
    CHECK(read_site_keeping("no JSON at all").nothing_kept);
    CHECK(read_site_keeping("").nothing_kept);
}

TEST_CASE("text that is not UTF-8 is written, marked, and read again", "[file][bad-input]") {
    Site site = bare_site();
    site.name = "Quai \xe9t\xe9";  // as an old spreadsheet has it
    const Result<Site> again = read_site(write_site(site));
    REQUIRE(again);
    CHECK(again->name.starts_with("Quai "));
}

TEST_CASE("a site's own kinds are read, used and written", "[file]") {
    const Result<Site> site = read_site(read_all(source_file("tests/data/corpus/site/chain.json")));
    REQUIRE(site);
    const Catalogue catalogue = catalogue_for(*site);
    REQUIRE(catalogue.find("own-camera"));
    CHECK(catalogue.find("own-camera")->camera->draw.day_w == 3);
    CHECK(catalogue.size() == shipped_catalogue().size() + 1);
    CHECK(write_site(*site).find("own-camera") != std::string::npos);
}
