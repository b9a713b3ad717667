// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras from a spreadsheet, parts into one.
#include <catch2/catch.hpp>

#include <cstdio>

#include "core/route/route.h"
#include "core/sheet/camera_list.h"
#include "core/format/parts_sheet.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

const PartLine& part(const std::vector<PartLine>& parts, const std::string& kind) {
    for (const PartLine& line : parts) {
        if (line.kind == kind) return line;
    }
    FAIL("no part " << kind);
    return parts.front();
}

std::string output_of(const std::string& command) {
    std::string out;
    FILE* pipe = popen(command.c_str(), "r");
    REQUIRE(pipe);
    char buffer[4096];
    for (std::size_t size; (size = fread(buffer, 1, sizeof buffer, pipe)) > 0;)
        out.append(buffer, size);
    pclose(pipe);
    return out;
}

Site room_only() {
    return add_equipment_room(bare_site(), shipped_catalogue(), {0, 0}, "sw-16-at-185", "rec-32")
        ->site;
}

}  // namespace

TEST_CASE("cameras come in with their units", "[csv]") {
    const CsvImport import = import_cameras(room_only(), shipped_catalogue(),
                                            "name,x,y,kind,watts,Mb/s,length\n"
                                            "Gate,30,10,cam-dome-4mp,6.5,3.2,80\n"
                                            "\"Shed, east\",100 ft,20,,,,\n"
                                            "Mast;no,5 m,5,cam-mini-3w,,,135 ft\n");
    for (const Error& line : import.lines) INFO(sentence(line));
    CHECK(import.lines.empty());
    REQUIRE(import.added.size() == 3);
    const Device& gate = *find_device(import.site, import.added[0]);
    CHECK(gate.name == "Gate");
    CHECK(gate.camera->draw->day_w == Approx(6.5));
    CHECK(*gate.camera->bit_rate_mbps == Approx(3.2));
    const Device& shed = *find_device(import.site, import.added[1]);
    CHECK(shed.name == "Shed, east");
    CHECK(shed.at.x_m == Approx(30.48));
    CHECK(shed.kind == "cam-fixed-4mp");
    const Judged judged = judge_site(import.site);
    CHECK(judged.run(import.added[0]).length_m == Approx(80));
    CHECK_FALSE(judged.run(import.added[1]).connected);
    CHECK(judged.run(import.added[2]).length_m == Approx(41.15).margin(0.01));
}

TEST_CASE("bad lines are told by number and the rest goes on", "[csv][bad-input]") {
    const CsvImport import = import_cameras(room_only(), shipped_catalogue(),
                                            "\xef\xbb\xbfName;X;Y;Kind;Watts;Length\n"
                                            "A;1;2;;;\n"
                                            "B;one;2;;;\n"
                                            "C;3;;;;\n"
                                            "D;4;4;cam-none;;\n"
                                            "\n"
                                            "E;5;5;;-4;\n"
                                            "F;1e300;5;;;\n"
                                            "G;6;6;;;=2+2\n");
    std::vector<std::string> names;
    for (const std::string& id : import.added) names.push_back(find_device(import.site, id)->name);
    CHECK(names == std::vector<std::string>{"A", "E", "G"});
    REQUIRE(import.lines.size() == 6);
    CHECK(import.lines[0].place == "line 3, x");
    CHECK(sentence(import.lines[0]).find("one") != std::string::npos);
    CHECK(import.lines[1].place == "line 4");
    CHECK(import.lines[2].code == ErrorCode::unknown_kind);
    for (const Error& line : import.lines) CHECK(sentence(line).starts_with("line "));
}

TEST_CASE("a list without its columns says which are needed", "[csv][bad-input]") {
    for (const char* text : {"", "camera,east,north\nA,1,2\n", "\x00\x01\x02", "name,x\nA,1\n"}) {
        const CsvImport import = import_cameras(room_only(), shipped_catalogue(), text);
        CHECK(import.added.empty());
        REQUIRE(import.lines.size() == 1);
        CHECK(import.lines[0].code == ErrorCode::missing_field);
        CHECK(sentence(import.lines[0]).find("name, x, y") != std::string::npos);
    }
}

TEST_CASE("more cameras than ports are told", "[csv]") {
    std::string text = "name,x,y,length\n";
    for (int i = 0; i < 18; ++i) text += "C" + std::to_string(i) + ",10,10,50\n";
    const CsvImport import = import_cameras(room_only(), shipped_catalogue(), text);
    CHECK(import.added.size() == 18);
    CHECK(import.lines.size() == 2);
}

TEST_CASE("parts of one run, counted by hand", "[parts]") {
    // 40 m + 60 m of cable as measured, drawn ones with a loop at each end, one repeater, two patch
    // cords of 2 m in all, a protector at each end of the run.
    Site site = site_with_run({.lengths_m = {40, 60}, .in_line = "rep-1-out"});
    site.links[0].cords_m = 2;
    site.links[0].a.protector = "surge-100";
    site.links[1].b.protector = "surge-100";
    const Judged judged = judge_site(site);
    const Network net = lay_out(judged.site, judged.catalogue);
    const std::vector<PartLine> parts = count_parts(net);
    CHECK(part(parts, "cat5e-solid-24-out").quantity == Approx(40 + 60));
    CHECK(part(parts, "patch-24").quantity == Approx(2 + 2 * 0.5));  // and half a metre a protector
    // The length with cords ends in a jack at the switch, all other ends in plugs.
    CHECK(part(parts, "jack-8").quantity == 1);
    CHECK(part(parts, "plug-rj45").quantity == 4);
    CHECK(part(parts, "earth-lead").quantity == 2);
    CHECK(part(parts, "surge-100").quantity == 2);
    CHECK(part(parts, "rep-1-out").quantity == 1);
    CHECK(part(parts, "sw-8-at-120").quantity == 1);
    double sum = 0;
    for (const PartLine& line : parts) {
        INFO(line.kind);
        CHECK(line.price == Approx(line.quantity * line.unit_price));
        sum += line.price;
    }
    CHECK(total_price(parts) == Approx(sum));
    CHECK(parts.front().kind == "cam-fixed-4mp");
    CHECK(cut_length_m(net.links.front()) == Approx(40));
    Site drawn = site;
    drawn.links[0].measured_length_m.reset();
    const double plan_m = link_length_m(drawn, drawn.links[0]);
    drawn.settings.service_loop_m = 3;
    const Network loops = lay_out(drawn, judged.catalogue);
    CHECK(cut_length_m(loops.links.front()) == Approx(plan_m + 6));
    CHECK(cut_length_m(loops.links.front()) == Approx(loops.links.front().length_m));
}

TEST_CASE("cells cannot run as formulas", "[parts][bad-input]") {
    CHECK(csv_cell("=1+1") == "\"'=1+1\"");
    CHECK(csv_cell("@x") == "\"'@x\"");
    CHECK(csv_cell("-5") == "\"'-5\"");
    CHECK(csv_cell("he said \"no\"") == "\"he said \"\"no\"\"\"");
    CHECK(csv_cell("") == "\"\"");
}

TEST_CASE("the spreadsheet holds the same numbers as the list", "[parts]") {
    const TempFolder folder;
    const Judged judged = judge_site(copper_site());
    const Network net = lay_out(judged.site, judged.catalogue);
    const std::vector<PartLine> parts = bought_parts(net, plan_cuts(net));
    const std::string csv = parts_csv(parts, "EUR");
    CHECK(std::count(csv.begin(), csv.end(), '\n') == static_cast<long>(parts.size()) + 2);
    const std::string path = folder.file("parts.xlsx");
    REQUIRE(write_parts_xlsx(path, "Marram Quay", parts, "EUR"));
    // An .xlsx is a zip of XML.
    const std::string sheet =
        output_of("unzip -p " + path + " xl/worksheets/sheet1.xml xl/sharedStrings.xml");
    CHECK(sheet.find("SUM(G4:G") != std::string::npos);
    CHECK(sheet.find("sw-16-at-185") != std::string::npos);
    CHECK(sheet.find("Marram Quay, prices in EUR") != std::string::npos);
    CHECK_FALSE(write_parts_xlsx("/nowhere/at/all.xlsx", "X", parts, "EUR"));
}

TEST_CASE("line numbers are those of the file, an open quote is one error at its line",
          "[csv][bad-input]") {
    const Site site = bare_site();
    const CsvImport import = import_cameras(
        site, shipped_catalogue(),
        "name,x,y\r\n\r\n\"two\nlines\",1,2\r\nbad,here,2\r\n\"never closed,1,2\nlost,1,2\n");
    REQUIRE(import.added.size() == 1);
    CHECK(find_device(import.site, import.added.front())->name == "two\nlines");
    REQUIRE(import.lines.size() == 2);
    CHECK(import.lines[0].place == "line 5, x");
    CHECK(import.lines[1].place == "line 6");
    CHECK(import.lines[1].code == ErrorCode::open_quote);
    // A quote inside a word is a letter, also in a last line that does not end.
    const CsvImport inch = import_cameras(site, shipped_catalogue(), "name,x,y\n5\" pipe,1,2");
    CHECK(inch.lines.empty());
    CHECK(inch.added.size() == 1);
}

TEST_CASE("a list of old is read as Latin-1, and held to what a site may hold",
          "[csv][bad-input]") {
    const Site site = bare_site();
    const CsvImport import = import_cameras(site, shipped_catalogue(),
                                            "name,x,y,watts,mbps\nQuai \xe9t\xe9,1,2,1001,10001\n" +
                                                std::string(201, 'n') + ",3,4,,\n");
    REQUIRE(import.added.size() == 2);
    CHECK(find_device(import.site, import.added[0])->name == "Quai \xc3\xa9t\xc3\xa9");
    REQUIRE(import.lines.size() == 3);
    CHECK(import.lines[0].place == "line 2, watts");
    CHECK(import.lines[1].place == "line 2, mbps");
    CHECK(import.lines[2].place == "line 3, name");
    CHECK(sound(site, shipped_catalogue(), import.site));
}

TEST_CASE("a long list is read in its time, tells how far it is and can be stopped", "[csv]") {
    Site site = bare_site();
    for (int i = 0; i < 20; ++i)
        site =
            add_device(std::move(site), shipped_catalogue(), "sw-24-at-370", {i * 10.0, 0})->site;
    std::string csv = "name,x,y,length\n";
    for (int i = 0; i < 8000; ++i)
        csv += "Camera " + std::to_string(i) + "," + std::to_string(i % 200) + ",5,60\n";
    int told = 0;
    const CsvImport import = import_cameras(site, shipped_catalogue(), csv, [&](double share) {
        CHECK(share > 0);
        CHECK(share < 1);
        return ++told > 0;
    });
    CHECK(told > 10);
    CHECK(import.added.size() == 8000);
    CHECK(import.site.links.size() == 480);
    CHECK(import.lines.size() == 8000 - 480);  // no free port
    CHECK(sound(site, shipped_catalogue(), import.site));
    const CsvImport stopped =
        import_cameras(site, shipped_catalogue(), csv, [](double share) { return share < 0.3; });
    CHECK(stopped.stopped);
    CHECK(stopped.added.size() < 3000);
}

TEST_CASE("a cell that a spreadsheet would take for a formula is covered, blanks before it or not",
          "[files][bad-input]") {
    for (const char* cell :
         {"=1+1", "+1", "-1", "@a", " =1", "\t=1", "\n=1", "\r=1", "  \t @a", "\u00a0=1",
          "\u3000-1", "\ufeff=1", "\uff1d1", " \u00a0 +1", "\tplain"}) {
        INFO(cell);
        const std::string covered = csv_cell(cell);
        CHECK(covered.substr(0, 2) == "\"'");
        CHECK(without_cover(covered.substr(1, covered.size() - 2)) == cell);
    }
    for (const char* cell : {"", " ", "K01", "1 - 2", "a=b", "'", "'x", " plain", "5 @ 30 m"}) {
        INFO(cell);
        CHECK(csv_cell(cell) == "\"" + std::string(cell) + "\"");
        CHECK(without_cover(cell) == cell);
    }
}
