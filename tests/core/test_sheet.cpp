// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet: cells taken one by one, refused one by one, in one edit.
#include <catch2/catch.hpp>

#include <chrono>

#include "core/edits/edits.h"
#include "core/format/site_json.h"
#include "core/look_up.h"
#include "core/sheet/camera_list.h"
#include "phrase/error_text.h"
#include "phrase/sheet_text.h"
#include "support/builder.h"

using namespace ovant;
using Catch::Detail::Approx;

namespace {

using Column = SheetColumn;

struct Sheet : HeadEnd {
    std::string cam, far, bare;
    Sheet() : HeadEnd("sw-8-at-120") {
        cam = unit("cam-fixed-4mp", {30, 0});
        link_of_cam = cable(sw, "1", cam, "lan");
        far = unit("cam-fixed-2mp", {120, 0});
        const std::string middle = unit("rep-1-out", {60, 0});
        cable(sw, "2", middle, "in");
        cable(middle, "out", far, "lan");
        bare = unit("cam-fixed-2mp", {40, 20});
    }
    // The error's code where the cell was refused.
    std::optional<ErrorCode> write(const std::string& run, Column column, const std::string& text) {
        SheetEdit edit = set_cells(site, catalogue, {{run, column, text}});
        if (!edit.refused.empty()) {
            CHECK(edit.site == site);
            CHECK(edit.refused.front().cell == 0);
            CHECK_FALSE(sentence(edit.refused.front().error).empty());
            return edit.refused.front().error.code;
        }
        site = std::move(edit.site);
        CHECK(find_problems(site, catalogue).empty());
        return std::nullopt;
    }
    std::string text(const std::string& run, Column column) const {
        const Network net = lay_out(site, catalogue);
        const CameraNumber number = find_camera(net, run);
        REQUIRE(number);
        return sheet_text(net, assess_run(net, number), number, column,
                          {site.settings.units, &catalogue});
    }
    std::string link_of_cam;
};

}  // namespace

TEST_CASE("each column of the sheet takes what its field takes and refuses the rest", "[sheet]") {
    Sheet s;
    CHECK_FALSE(s.write(s.cam, Column::name, "  North gate "));
    CHECK(s.device(s.cam).name == "North gate");
    CHECK(s.write(s.cam, Column::name, std::string(201, 'x')) == ErrorCode::bad_value);
    CHECK_FALSE(s.write(s.cam, Column::kind, "mini dome, 2 mp, NO infrared"));
    CHECK(s.device(s.cam).kind == "cam-mini-3w");
    CHECK(s.write(s.cam, Column::kind, "sw-8-at-120") == ErrorCode::unknown_kind);
    CHECK(s.write(s.cam, Column::kind, "") == ErrorCode::unknown_kind);
    CHECK_FALSE(s.write(s.cam, Column::x, "1234.567"));
    CHECK(s.device(s.cam).at == Point{1234.57, 0});
    CHECK_FALSE(s.write(s.cam, Column::y, "-10 ft"));
    CHECK(s.device(s.cam).at.y_m == Approx(-3.05));
    for (const Column column : {Column::x, Column::y}) {
        const Point was = s.device(s.cam).at;
        CHECK_FALSE(s.write(s.cam, column, s.text(s.cam, column)));
        CHECK(s.device(s.cam).at == was);
        CHECK(s.write(s.cam, column, "") == ErrorCode::missing_field);
        CHECK(s.write(s.cam, column, "1e9") == ErrorCode::bad_value);
    }
    s.device(s.bare).stated_run_m = 40;
    CHECK(s.text(s.bare, Column::x).empty());
    CHECK(s.write(s.bare, Column::x, "5") == ErrorCode::not_possible);
    s.device(s.bare).stated_run_m = 0;
    CHECK_FALSE(s.write(s.cam, Column::x, "30"));
    CHECK_FALSE(s.write(s.cam, Column::y, "0"));
    CHECK_FALSE(s.write(s.cam, Column::watts, "7.5"));
    CHECK(s.device(s.cam).camera->draw->day_w == 7.5);
    CHECK_FALSE(s.write(s.cam, Column::watts, "500 mW"));
    CHECK(s.device(s.cam).camera->draw->day_w == Approx(0.5));
    CHECK(s.write(s.cam, Column::watts, "much") == ErrorCode::bad_number);
    CHECK(s.write(s.cam, Column::watts, "5 m") == ErrorCode::bad_unit);
    CHECK(s.write(s.cam, Column::watts, "1001 W") == ErrorCode::bad_value);
    CHECK_FALSE(s.write(s.cam, Column::watts, ""));
    CHECK_FALSE(s.device(s.cam).camera->draw);
    CHECK_FALSE(s.write(s.cam, Column::bit_rate, "600 kB/s"));
    CHECK(*s.device(s.cam).camera->bit_rate_mbps == Approx(4.8));
    for (const auto& [text, stands] :
         {std::pair("Indoors", Surroundings::indoor), std::pair("outside", Surroundings::outdoor),
          std::pair("WET or salt", Surroundings::wet)}) {
        CHECK_FALSE(s.write(s.cam, Column::surroundings, text));
        CHECK(s.device(s.cam).surroundings == stands);
    }
    CHECK(s.write(s.cam, Column::surroundings, "in a box") == ErrorCode::bad_value);
    CHECK_FALSE(s.write(s.cam, Column::surroundings, ""));
    CHECK_FALSE(s.device(s.cam).surroundings);
    CHECK_FALSE(s.write(s.cam, Column::importance, "1"));
    CHECK(s.device(s.cam).camera->importance == 1);
    CHECK(s.write(s.cam, Column::importance, "4") == ErrorCode::bad_value);
    CHECK(s.write(s.cam, Column::importance, "1.5") == ErrorCode::bad_number);
    CHECK_FALSE(s.write(s.cam, Column::importance, ""));
    CHECK(s.device(s.cam).camera->importance == 2);
    CHECK_FALSE(s.write(s.cam, Column::address, "192.168.10.7"));
    CHECK(s.device(s.cam).on_network->address == "192.168.10.7");
    CHECK(s.write(s.cam, Column::address, "192.168.10.256") == ErrorCode::bad_value);
    CHECK_FALSE(s.write(s.cam, Column::channel, "3"));
    CHECK(s.device(s.cam).on_network->recorder_channel == 3);
    CHECK(s.write(s.cam, Column::verdict, "holds") == ErrorCode::not_possible);
    CHECK(s.write(s.cam, Column::unit, "K99") == ErrorCode::not_possible);
    CHECK(s.write("K99", Column::name, "x") == ErrorCode::no_such_object);
}

TEST_CASE("metres, cable and port of the sheet go to what lies along the run", "[sheet]") {
    Sheet s;
    CHECK_FALSE(s.write(s.cam, Column::length, "135 ft"));
    CHECK(*s.link(s.link_of_cam).measured_length_m == Approx(41.148));
    CHECK(s.write(s.cam, Column::length, "-1") == ErrorCode::out_of_range);
    CHECK(s.write(s.cam, Column::length, "200 km") == ErrorCode::out_of_range);
    CHECK_FALSE(s.write(s.cam, Column::length, ""));  // as drawn again
    CHECK_FALSE(s.link(s.link_of_cam).measured_length_m);
    CHECK(s.write(s.far, Column::length, "90") == ErrorCode::not_possible);   // two lengths
    CHECK(s.write(s.bare, Column::length, "90") == ErrorCode::not_possible);  // none

    CHECK_FALSE(s.write(s.far, Column::cable, "cat6-solid-23-out"));
    const Network net = lay_out(s.site, s.catalogue);
    for (LinkNumber link : net.runs[find_camera(net, s.far)].links)
        CHECK(net.links[link].cable->id == "cat6-solid-23-out");
    CHECK(s.write(s.far, Column::cable, "fibre-os2-2") == ErrorCode::not_possible);
    CHECK(s.write(s.far, Column::cable, "cam-mini-3w") == ErrorCode::unknown_kind);
    CHECK(s.write(s.bare, Column::cable, "cat6-solid-23-out") == ErrorCode::not_possible);

    CHECK(s.text(s.cam, Column::port) == s.sw + ".1");
    CHECK_FALSE(s.write(s.cam, Column::port, s.sw + ".5"));
    CHECK(s.text(s.cam, Column::port) == s.sw + ".5");
    CHECK_FALSE(s.write(s.cam, Column::port, s.sw + ".2"));  // they change places
    CHECK(s.text(s.cam, Column::port) == s.sw + ".2");
    CHECK(s.text(s.far, Column::port) == s.sw + ".5");
    CHECK(s.write(s.cam, Column::port, s.sw + ".99") == ErrorCode::unknown_port);
    CHECK(s.write(s.cam, Column::port, "5") == ErrorCode::unknown_port);
    CHECK_FALSE(s.write(s.bare, Column::port, s.sw + ".7"));  // a cable is laid
    CHECK(s.text(s.bare, Column::port) == s.sw + ".7");
    CHECK_FALSE(s.write(s.bare, Column::port, ""));  // and taken away
    CHECK(s.text(s.bare, Column::port).empty());
}

TEST_CASE("of many cells those that cannot be taken stop no other", "[sheet]") {
    Sheet s;
    const SheetEdit edit = set_cells(s.site, s.catalogue,
                                     {{s.cam, Column::length, "50"},
                                      {s.cam, Column::watts, "x"},
                                      {s.cam, Column::port, s.sw + ".6"},
                                      {s.far, Column::length, "50"},
                                      {s.bare, Column::port, s.sw + ".1"},
                                      {s.bare, Column::length, "33 m"},
                                      {s.far, Column::name, "Far"}});
    REQUIRE(edit.refused.size() == 2);
    CHECK(edit.refused[0].cell == 1);
    CHECK(edit.refused[1].cell == 3);
    s.site = edit.site;
    CHECK(s.text(s.cam, Column::port) == s.sw + ".6");
    CHECK(s.text(s.cam, Column::length).substr(0, 2) == "50");
    CHECK(s.text(s.bare, Column::port) == s.sw + ".1");
    CHECK(s.text(s.bare, Column::length).substr(0, 2) == "33");
    CHECK(s.device(s.far).name == "Far");
}

TEST_CASE("rows become runs that need no plan, a room with them where there is none", "[sheet]") {
    Site site;
    const Catalogue& catalogue = shipped_catalogue();
    const RowsAdded rows =
        add_rows(site, catalogue,
                 {Column::name, Column::kind, Column::importance, Column::length, Column::address},
                 {{"Gate", "cam-fixed-4mp", "1", "80 m", "10.0.0.5"},
                  {"", "", "", "", ""},
                  {"Door", "Door station, speech and bell", "", "40", ""},
                  {"No metres", "", "", "", ""},
                  {"Odd", "no such kind", "", "10", ""},
                  {"Bad \"address\"\twith tab", "", "", "20", "nowhere"}});
    CHECK(rows.added.size() == 3);
    CHECK(rows.rows == std::vector<std::size_t>{0, 2, 5});
    std::set<std::size_t> refused;
    for (const RowFault& one : rows.faults) refused.insert(one.row);
    CHECK(refused == std::set<std::size_t>{3, 4, 5});
    REQUIRE(rows.cells.size() == 1);
    CHECK(rows.cells.front().first == CellText{rows.added[2], Column::address, "nowhere"});
    CHECK(find_problems(rows.site, catalogue).empty());
    const Device& gate = *find_device(rows.site, rows.added[0]);
    CHECK(gate.camera->importance == 1);
    CHECK(gate.on_network->address == "10.0.0.5");
    CHECK(gate.stated_run_m == 80);
    CHECK_FALSE(gate.surroundings);
    CHECK(find_device(rows.site, rows.added[2])->name == "Bad \"address\"\twith tab");
    const Network net = lay_out(rows.site, catalogue);
    for (const std::string& id : rows.added) CHECK(net.runs[find_camera(net, id)].connected);
    // Their metres can be written later.
    const SheetEdit longer =
        set_cells(rows.site, catalogue, {{rows.added[0], Column::length, "95"}});
    CHECK(longer.refused.empty());
    CHECK(find_device(longer.site, rows.added[0])->stated_run_m == 95);
    CHECK(set_cells(rows.site, catalogue, {{rows.added[0], Column::length, ""}}).refused.size() ==
          1);
}

TEST_CASE("what is shown in a cell is taken back for the same, and rows survive the clipboard",
          "[sheet]") {
    Sheet s;
    for (const std::string& run : {s.cam, s.far, s.bare}) {
        for (Column column :
             {Column::name, Column::kind, Column::port, Column::bit_rate, Column::surroundings,
              Column::importance, Column::address, Column::channel}) {
            const std::string shown = s.text(run, column);
            if (shown.empty()) continue;
            INFO(run << " " << title(column) << " " << shown);
            CHECK_FALSE(s.write(run, column, shown));
            CHECK(s.text(run, column) == shown);
        }
    }
    const std::vector<std::vector<std::string>> rows = {
        {"a", "", "c"}, {"tab\there", "line\nthere", "quote \" in"}, {"\"", "", ""}, {"", "x", ""}};
    CHECK(rows_of_text(rows_text(rows)) == rows);
    CHECK(rows_of_text("a\tb\r\nc\td") ==
          std::vector<std::vector<std::string>>{{"a", "b"}, {"c", "d"}});
    CHECK(rows_of_text("").empty());
}

TEST_CASE("the port of the sheet is where the camera itself hangs, not its cabinet", "[sheet]") {
    Sheet s;
    const std::string hut = s.place("Hut", {50, 40});
    const std::string far_switch = s.unit("sw-8-at-120", {50, 40}, hut);
    const std::string trunk = s.cable(s.sw, "4", far_switch, "up1");
    const std::string cam = s.unit("cam-fixed-2mp", {60, 50});
    s.cable(far_switch, "1", cam, "lan");
    CHECK(s.text(cam, Column::port) == far_switch + ".1");
    CHECK_FALSE(s.write(cam, Column::port, far_switch + ".3"));
    CHECK(s.text(cam, Column::port) == far_switch + ".3");
    CHECK(s.link(trunk).a.port == "4");
    // Past a repeater it is the switch before it.
    CHECK(s.text(s.far, Column::port) == s.sw + ".2");
}

TEST_CASE("a thousand rows are written in one edit, and fast", "[sheet]") {
    Site site;
    const Catalogue& catalogue = shipped_catalogue();
    std::vector<std::vector<std::string>> rows;
    for (int i = 0; i < 1000; ++i)
        rows.push_back({"Camera " + std::to_string(i), std::to_string(20 + i % 70)});
    const RowsAdded added = add_rows(site, catalogue, {Column::name, Column::length}, rows);
    REQUIRE(added.added.size() == 1000);
    std::vector<CellText> cells;
    for (const std::string& run : added.added) {
        cells.push_back({run, Column::name, "New " + run});
        cells.push_back({run, Column::kind, "Fixed dome, 4 MP, 20 m infrared"});
        cells.push_back({run, Column::length, "33"});
        cells.push_back({run, Column::importance, "1"});
        cells.push_back({run, Column::cable, "cat6-solid-23-out"});
    }
    const SheetEdit edit = set_cells(added.site, catalogue, cells);
    CHECK(edit.refused.empty());
    CHECK(find_problems(edit.site, catalogue).empty());
    const Network net = lay_out(edit.site, catalogue);
    for (CameraNumber camera : net.cameras.numbers()) {
        const Device& device = net.device(net.cameras[camera]);
        CHECK(device.kind == "cam-dome-4mp");
        CHECK(device.stated_run_m == 33);
        REQUIRE(net.runs[camera].links.size() == 1);
        CHECK(net.links[net.runs[camera].links[0]].length_m == Approx(33));
    }
}

TEST_CASE("whatever is typed or pasted, the site stays one that opens", "[sheet]") {
    const std::string texts[] = {"",
                                 " ",
                                 "0",
                                 "-1",
                                 "1",
                                 "2",
                                 "3.5",
                                 "90 m",
                                 "1e308",
                                 "nan",
                                 "inf",
                                 "135 ft",
                                 "1,5",
                                 "10.0.0.1",
                                 "SW1.1",
                                 "SW1.2",
                                 "SW1.up1",
                                 "SW9.1",
                                 "REC1.lan1",
                                 ".",
                                 "SW1.",
                                 "cat6-solid-23-out",
                                 "fibre-os2-2",
                                 "cam-mini-3w",
                                 "load-phone",
                                 "cam-fixed-12v-dc",
                                 "indoors",
                                 "\xff\xfe",
                                 std::string(3000, 'x'),
                                 "\t\"",
                                 "999999999999",
                                 "K01"};
    Sheet s;
    s.site =
        add_rows(s.site, s.catalogue, {Column::name, Column::length}, {{"a", "50"}, {"b", "250"}})
            .site;
    std::uint64_t seed = 7;
    const auto random = [&](std::size_t below) {
        seed = seed * 6364136223846793005u + 1442695040888963407u;
        return static_cast<std::size_t>((seed >> 33) % below);
    };
    int taken = 0;
    for (int round = 0; round < 400; ++round) {
        std::vector<std::string> runs;
        for (const Device& device : s.site.devices)
            if (device.camera) runs.push_back(device.id);
        std::vector<CellText> cells;
        for (std::size_t i = 0; i <= random(5); ++i)
            cells.push_back({runs[random(runs.size())],
                             all_sheet_columns[random(std::size(all_sheet_columns))],
                             texts[random(std::size(texts))]});
        const SheetEdit edit = set_cells(s.site, s.catalogue, cells);
        for (const CellRefused& refused : edit.refused)
            CHECK_FALSE(sentence(refused.error).empty());
        const Result<Site> kept = sound(s.site, s.catalogue, edit.site);
        INFO(round);
        for (const CellText& cell : cells)
            UNSCOPED_INFO(cell.run << " " << title(cell.column) << " " << cell.text.substr(0, 40));
        if (!kept) FAIL(sentence(kept.error()));
        CHECK(*kept == edit.site);
        taken += !(edit.site == s.site);
        s.site = edit.site;
    }
    CHECK(taken > 50);
}
