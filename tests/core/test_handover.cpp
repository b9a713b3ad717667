// SPDX-License-Identifier: GPL-3.0-or-later
// The handover: what is open, the digest of the site, paper and labels read back.
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <cstdlib>

#include "core/edits/edits.h"
#include "core/format/digest.h"
#include "core/format/reading_csv.h"
#include "core/format/site_json.h"
#include "core/prove/bench.h"
#include "core/prove/handover.h"
#include "core/prove/photos.h"
#include "core/prove/labels.h"
#include "phrase/handover_text.h"
#include "print/handover_pdf.h"
#include "print/labels_pdf.h"
#include "support/builder.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

Handover handover_of(const Network& net) {
    return handover(net, assess(net), sha256_of(*net.site));
}

bool has(const std::vector<OpenItem>& items, const std::string& part) {
    return std::any_of(items.begin(), items.end(), [&](const OpenItem& item) {
        return item.text.find(part) != std::string::npos;
    });
}

}  // namespace

TEST_CASE("SHA-256 as published, and of a site without its handovers", "[handover]") {
    // FIPS 180-4, the examples of one block and of none; from memory.
    CHECK(sha256_of(std::string_view("abc")) ==
          "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    CHECK(sha256_of(std::string_view()) ==
          "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
    // The same as another program says of the same bytes.
    HeadEnd run;
    const TempFolder folder;
    const std::string file = folder.write("site.json", write_site(run.site));
    REQUIRE(std::system(("sha256sum " + file + " > " + file + ".sum").c_str()) == 0);
    const std::string sha256 = sha256_of(run.site);
    CHECK(read_all(file + ".sum").starts_with(sha256));

    CHECK_FALSE(handed_over(run.site, sha256).record);
    const Result<Added> added =
        add_handover(run.site, {"", sha256, "ab", "2026-11-20T09:50", "", ""});
    REQUIRE(added);
    Site site = added->site;
    CHECK(sha256_of(site) == sha256);
    CHECK(handed_over(site, sha256_of(site)).as_it_was);
    CHECK(handed_over_text(handed_over(site, sha256)) ==
          "Handed over by ab, 2026-11-20 09:50; the site is as it was.");
    const Result<Site> again = read_site(write_site(site));
    REQUIRE(again);
    CHECK(*again == site);
    site.devices.front().name = "Another";
    CHECK_FALSE(handed_over(site, sha256_of(site)).as_it_was);
}

TEST_CASE("what is open is told, and nothing where nothing is", "[handover]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-2mp", {20, 0});
    const std::string cable_id = run.cable(run.sw, "1", camera, "lan");
    run.link(cable_id).measured_length_m = 20;
    const TextContext context{UnitSystem::metric, &run.catalogue};
    {
        const Network net = lay_out(run.site, run.catalogue);
        const std::vector<OpenItem> open = open_items(handover_of(net), context);
        CHECK(has(open, "Nothing was read along these runs: " + camera));
        CHECK(has(open, "Not recording yet: " + camera));
        CHECK(has(open, "Steps not tried on the bench: "));
    }
    Reading reading;
    reading.id = "M1";
    reading.subject = camera;
    reading.value = 30;
    run.site.readings = {reading};
    {
        const Network net = lay_out(run.site, run.catalogue);
        CHECK(has(open_items(handover_of(net), context), camera + ": volts 30 V is off"));
    }
    run.site.readings.front().value =
        promise_of(run.site, run.catalogue, run.site.readings.front()).promised;
    run.device(camera).on_network.emplace().state = UnitState::recording;
    const Network net = lay_out(run.site, run.catalogue);
    const BenchPlan plan = bench_plan(net);
    for (const BenchStep* step : all_steps(plan))
        run.site.bench.push_back({step->key, BenchState::done, "ab", "", "", ""});
    const Network whole = lay_out(run.site, run.catalogue);
    const Handover found = handover_of(whole);
    for (const OpenItem& item : open_items(found, context)) UNSCOPED_INFO(item.text);
    CHECK(found.nothing_open());
    CHECK(open_items(found, context).empty());
    REQUIRE(found.day);
    CHECK(found.runs.size() == 1);
}

TEST_CASE("the handover prints: open items, runs, tables, the digest", "[handover][print]") {
    const Site site = demo_site();
    const Catalogue catalogue = shipped_catalogue();
    const Network net = lay_out(site, catalogue);
    const Handover found = handover_of(net);
    const TextContext context{UnitSystem::metric, &catalogue};
    const TempFolder folder;
    const std::string text =
        text_of_pdf(folder.write("handover.pdf", handover_pdf(found, net, "2027-01-20", context)));
    for (const OpenItem& item : open_items(found, context)) {
        INFO(item.text);
        CHECK(text.find(item.text) != std::string::npos);
    }
    CHECK(text.find(found.sha256) != std::string::npos);
    for (const HandoverRun& run : found.runs) CHECK(text.find(run.camera) != std::string::npos);
    CHECK(text.find("192.168.10.35") != std::string::npos);
    CHECK(text.find("Installer, name and date") != std::string::npos);
    CHECK(text.find("2027-01-20") != std::string::npos);
}

TEST_CASE("readings go out as CSV and come in again as they were", "[handover][readings]") {
    for (UnitSystem units : {UnitSystem::metric, UnitSystem::imperial}) {
        Site site = demo_site();
        site.settings.units = units;
        site.readings.front().note = "two \"lines\",\nand a comma";
        const Catalogue catalogue = shipped_catalogue();
        const std::string csv = readings_csv(site, judge_readings(site, catalogue));
        Site bare = site;
        bare.readings.clear();
        const ReadingsImport again = import_readings(bare, catalogue, csv, {});
        for (const Error& line : again.lines) UNSCOPED_INFO(line.subject << line.detail);
        CHECK(again.lines.empty());
        REQUIRE(again.site.readings.size() == site.readings.size());
        for (std::size_t i = 0; i < site.readings.size(); ++i) {
            Reading there = again.site.readings[i];
            CHECK(there.value == Approx(site.readings[i].value));
            CHECK(there.temperature_c.value_or(0) ==
                  Approx(site.readings[i].temperature_c.value_or(0)));
            there.value = site.readings[i].value;
            there.temperature_c = site.readings[i].temperature_c;
            CHECK(there == site.readings[i]);
        }
    }
}

TEST_CASE("labels are one for each end, port and unit; their codes read back",
          "[handover][labels]") {
    HeadEnd run;
    const std::string camera = run.unit("cam-fixed-2mp", {20, 0});
    const std::string cable_id = run.cable(run.sw, "1", camera, "lan");
    run.device(camera).on_network.emplace().address = "192.168.10.19";
    const Network net = lay_out(run.site, run.catalogue);
    const std::vector<Label> ends = labels_of(net, {true, false, false});
    CHECK(ends.size() == 2 * run.site.links.size());
    const std::vector<Label> units = labels_of(net, {false, false, true});
    CHECK(units.size() == run.site.devices.size());
    CHECK(units.back().code == camera + " 192.168.10.19");
    const std::vector<Label> ports = labels_of(net, {false, true, false});
    CHECK(ports.size() == 3);  // switch to camera, switch and recorder to each other

    // Each label of a sheet, cut out of the page and read by another program.
    const LabelSheet sheet{4, 3, 12, 8, 3, 2, 2};
    const std::vector<Label> labels = labels_of(net, {true, true, true});
    REQUIRE(labels.size() <= 10);
    const Result<std::string> pdf = labels_pdf(labels, sheet);
    REQUIRE(pdf);
    const TempFolder folder;
    const std::string file = folder.write("labels.pdf", *pdf);
    const double width_mm = (210 - 2 * 8 - 2 * 3) / 3.0, height_mm = (297 - 2 * 12 - 3 * 2) / 4.0;
    constexpr double dots_a_mm = 200 / 25.4;
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const int place = static_cast<int>(i) + sheet.used;
        const auto dots = [&](double mm) { return std::to_string(std::lround(mm * dots_a_mm)); };
        const std::string cut = folder.file("label" + std::to_string(i));
        const std::string command =
            "pdftoppm -r 200 -png -singlefile -x " + dots(8 + place % 3 * (width_mm + 3)) + " -y " +
            dots(12 + place / 3 * (height_mm + 2)) + " -W " + dots(width_mm) + " -H " +
            dots(height_mm) + " " + file + " " + cut + " && zbarimg -q --raw " + cut + ".png > " +
            cut + ".txt 2>/dev/null";
        INFO(command);
        CHECK(std::system(command.c_str()) == 0);
        CHECK(read_all(cut + ".txt") == labels[i].code + "\n");
    }
    CHECK(text_of_pdf(file).find(cable_id) != std::string::npos);
}

TEST_CASE("a sheet that leaves no label is refused with its field", "[handover][labels]") {
    const std::vector<Label> one{{"K01", "Gate", "K01"}};
    const auto refused = [&](LabelSheet sheet) {
        const Result<std::string> pdf = labels_pdf(one, sheet);
        return pdf ? std::string() : pdf.error().place;
    };
    CHECK(refused({}).empty());
    CHECK(refused({0, 5, 10, 5, 0, 0, 0}) == "rows");
    CHECK(refused({5, 41, 10, 5, 0, 0, 0}) == "columns");
    CHECK(refused({5, 5, 149, 5, 0, 0, 0}) == "top");
    CHECK(refused({5, 5, 10, std::nan(""), 0, 0, 0}) == "left");
    CHECK(refused({5, 5, 10, 5, -1, 0, 0}) == "gap across");
    CHECK(refused({5, 5, 10, 5, 0, 300, 0}) == "gap down");
    CHECK(refused({5, 5, 10, 5, 0, 0, 25}) == "used");
    // Just inside and just outside of what can still be read: 10 mm wide.
    CHECK(refused({5, 10, 10, 55, 0, 0, 0}).empty());
    CHECK(refused({5, 10, 10, 55.5, 0, 0, 0}) == "label");
    const Result<std::string> none = labels_pdf({}, {});
    REQUIRE(none);
    CHECK(none->starts_with("%PDF"));
}

TEST_CASE("photos are known by their digest, found beside the site's file, and named on paper",
          "[handover][photos]") {
    const TempFolder folder;
    std::filesystem::create_directories(folder.path / "photos");
    const std::string file = folder.write("photos/k01.jpg", "\xff\xd8\xff not all of a picture");
    const std::string here = folder.path.string();
    Result<Photo> photo = photo_of({file, here}, "K01", {"ab", "2027-01-15T14:05"});
    REQUIRE(photo);
    CHECK(photo->path == "photos/k01.jpg");
    CHECK(photo->sha256 == sha256_of(std::string_view("\xff\xd8\xff not all of a picture")));
    CHECK(file_of(*photo, here) == file);
    CHECK(state_of(*photo, here) == PhotoState::there);
    // The folder moves as a whole.
    const TempFolder other;
    CHECK(state_of(*photo, other.path.string()) == PhotoState::missing);
    std::filesystem::create_directories(other.path / "photos");
    other.write("photos/k01.jpg", "\xff\xd8\xff another");
    CHECK(state_of(*photo, other.path.string()) == PhotoState::changed);
    // What lies elsewhere, or beside a site that is not saved yet, is kept by its whole path.
    CHECK(photo_of({file, other.path.string()}, "", {})->path == file);
    CHECK(photo_of({file, ""}, "", {})->path == file);
    CHECK_FALSE(photo_of({folder.file("none.jpg"), here}, "", {}));
    CHECK_FALSE(photo_of({here, here}, "", {}));

    photo->note = "Gasket seated";
    const Result<Added> added = add_photo(demo_site(), *photo);
    REQUIRE(added);
    CHECK(added->id == "PH1");
    const Result<Site> again = read_site(write_site(added->site));
    REQUIRE(again);
    CHECK(again->photos == added->site.photos);
    CHECK(sha256_of(added->site) != sha256_of(demo_site()));
    const Network net = lay_out(added->site, shipped_catalogue());
    const std::string pdf = folder.write(
        "h.pdf", handover_pdf(handover_of(net), net, "2027-01-15", {UnitSystem::metric}));
    const std::string text = text_of_pdf(pdf);
    CHECK(text.find("photos/k01.jpg") != std::string::npos);
    CHECK(text.find("Gasket seated") != std::string::npos);
    const Result<Site> gone = remove_object(added->site, shipped_catalogue(), "PH1");
    REQUIRE(gone);
    CHECK(gone->photos.empty());
}

TEST_CASE("a photo is a picture by what it holds, and lies where the site says",
          "[handover][bad-input]") {
    const TempFolder folder;
    const std::string here = folder.path.string();
    CHECK_FALSE(photo_of({folder.write("a.jpg", "#!/bin/sh"), here}, "", {}));
    CHECK_FALSE(photo_of({folder.write("b.png", "\x89PNG"), here}, "", {}));
    for (const std::string& bytes : {std::string("\xff\xd8\xff"), std::string("\x89PNG\r\n\x1a\n"),
                                     std::string("II*\0", 4), std::string("RIFF1234WEBPVP8 "),
                                     std::string("\0\0\0\x18"
                                                 "ftypheic",
                                                 12)})
        CHECK(is_picture(bytes));
    for (const std::string& bytes :
         {std::string(), std::string("RIFF1234WAVE"), std::string("<svg/>"),
          std::string("\0\0\0\x18"
                      "ftypisom",
                      12),
          std::string("%PDF-1.4")})
        CHECK_FALSE(is_picture(bytes));
    // What a desktop would run, or what leads out of the folder, is never handed on to it.
    Photo photo;
    const std::string jpeg = "\xff\xd8\xff";
    photo.path = "run.desktop";
    folder.write(photo.path, jpeg);
    CHECK_FALSE(picture_to_show(photo, here));
    photo.path = "page.html";
    CHECK_FALSE(picture_to_show(photo, here));
    photo.path = "k01.JPG";
    CHECK_FALSE(picture_to_show(photo, here));
    folder.write(photo.path, jpeg);
    CHECK(*picture_to_show(photo, here) == folder.file("k01.JPG"));
    photo.path = "a.jpg";
    CHECK_FALSE(picture_to_show(photo, here));
    std::filesystem::create_directory(folder.path / "inside");
    for (const char* out : {"../k01.JPG", "x/../../k01.JPG", "./../k01.JPG"}) {
        photo.path = out;
        CHECK(file_of(photo, folder.file("inside")).empty());
        CHECK(state_of(photo, folder.file("inside")) == PhotoState::missing);
        CHECK_FALSE(picture_to_show(photo, folder.file("inside")));
    }
}
