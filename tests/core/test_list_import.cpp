// SPDX-License-Identifier: GPL-3.0-or-later
// Lists from spreadsheets: files that other programs write, columns that are told or guessed, rows
// that cannot be read.
#include <xlsxwriter.h>
#include <zip.h>

#include <catch2/catch.hpp>

#include "core/format/table_file.h"
#include "core/look_up.h"
#include "core/sheet/camera_list.h"
#include "core/site/site_problems.h"
#include "phrase/error_text.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

using Texts = std::vector<std::string>;

ListColumns guessed(const std::vector<CsvRow>& rows, const ToldColumns& told = {}) {
    return list_columns(rows, shipped_catalogue(), told);
}
std::vector<SheetColumn> means_of(const ListColumns& columns) {
    std::vector<SheetColumn> out;
    for (const ListColumn& one : columns.columns)
        out.push_back(one.means.value_or(SheetColumn::verdict));
    return out;
}
constexpr SheetColumn none = SheetColumn::verdict;

std::vector<CsvRow> rows_of(const char* csv) { return csv_rows(csv).rows; }

// As spreadsheets keep it: shared texts, numbers, a formula, a date, gaps, a second sheet.
std::string workbook(const TempFolder& folder) {
    const std::string path = folder.file("list.xlsx");
    lxw_workbook* book = workbook_new(path.c_str());
    lxw_worksheet* sheet = workbook_add_worksheet(book, "Cameras");
    worksheet_write_string(sheet, 2, 1, "Name", nullptr);
    worksheet_write_string(sheet, 2, 2, "Length (m)", nullptr);
    worksheet_write_string(sheet, 3, 1, "Jetée, nord & sud", nullptr);
    worksheet_write_number(sheet, 3, 2, 90.1, nullptr);
    worksheet_write_string(sheet, 5, 1, "Gate", nullptr);
    worksheet_write_formula_num(sheet, 5, 2, "=20+20", nullptr, 40);
    worksheet_write_string(sheet, 5, 27, "far right", nullptr);
    worksheet_write_string(workbook_add_worksheet(book, "Notes"), 0, 0, "nothing", nullptr);
    workbook_add_worksheet(book, "Empty");
    REQUIRE(workbook_close(book) == LXW_NO_ERROR);
    return read_all(path);
}

std::string open_document(const TempFolder& folder, const std::string& rows) {
    const std::string path = folder.file("list.ods");
    const std::string content =
        "<?xml version=\"1.0\"?><office:document-content xmlns:office=\"o\" xmlns:table=\"t\" "
        "xmlns:text=\"x\"><office:body><office:spreadsheet><table:table table:name=\"A\">" +
        rows + "</table:table></office:spreadsheet></office:body></office:document-content>";
    int error = 0;
    zip_t* zip = zip_open(path.c_str(), ZIP_CREATE | ZIP_TRUNCATE, &error);
    REQUIRE(zip);
    zip_source_t* source = zip_source_buffer(zip, content.data(), content.size(), 0);
    REQUIRE(zip_file_add(zip, "content.xml", source, 0) >= 0);
    REQUIRE(zip_close(zip) == 0);
    return read_all(path);
}

}  // namespace

TEST_CASE("a workbook is read as it was written", "[import]") {
    const TempFolder folder;
    const auto sheets = read_table(workbook(folder));
    REQUIRE(sheets);
    REQUIRE(sheets->size() == 2);  // the empty one is none
    CHECK((*sheets)[0].name == "Cameras");
    const std::vector<CsvRow>& rows = (*sheets)[0].table.rows;
    REQUIRE(rows.size() == 3);
    CHECK(rows[0].cells == Texts{"", "Name", "Length (m)"});
    CHECK(rows[1].cells == Texts{"", "Jetée, nord & sud", "90.1"});
    CHECK(rows[2].cells[2] == "40");
    REQUIRE(rows[2].cells.size() == 28);
    CHECK(rows[2].cells[27] == "far right");
    CHECK(rows[0].line == 3);
    CHECK(rows[2].line == 6);
}

TEST_CASE("repeated cells and rows of an open document stand as often as they say", "[import]") {
    const TempFolder folder;
    const auto sheets = read_table(open_document(
        folder,
        "<table:table-row table:number-rows-repeated=\"3\"><table:table-cell "
        "table:number-columns-repeated=\"9\"/></table:table-row>"
        "<table:table-row><table:table-cell><text:p>Gate<text:s text:c=\"2\"/>lane</text:p>"
        "</table:table-cell><table:table-cell table:number-columns-repeated=\"2\" "
        "office:value-type=\"float\" office:value=\"62.5\"><text:p>62,50</text:p>"
        "<office:annotation><text:p>a note</text:p></office:annotation></table:table-cell>"
        "</table:table-row>"
        "<table:table-row table:number-rows-repeated=\"1048570\"><table:table-cell "
        "table:number-columns-repeated=\"16384\"/></table:table-row>"));
    REQUIRE(sheets);
    REQUIRE(sheets->size() == 1);
    REQUIRE(sheets->front().table.rows.size() == 1);
    CHECK(sheets->front().table.rows[0].line == 4);
    CHECK(sheets->front().table.rows[0].cells == Texts{"Gate  lane", "62.5", "62.5"});
}

TEST_CASE("what is no table, cut off or grows without end is refused in words", "[import]") {
    const TempFolder folder;
    const std::string whole = workbook(folder);
    REQUIRE(read_table(whole));
    for (const std::size_t size : {std::size_t(4), std::size_t(100), whole.size() - 1})
        CHECK_FALSE(read_table(std::string_view(whole).substr(0, size)));
    const auto refused = [](std::string_view file) {
        const auto sheets = read_table(file);
        REQUIRE_FALSE(sheets);
        return sentence(sheets.error());
    };
    CHECK(refused("\xd0\xcf\x11\xe0 old").find("no table") != std::string::npos);
    CHECK(refused(std::string_view("\x89PNG\0\0", 6)).find("no table") != std::string::npos);
    CHECK(refused(open_document(folder, "<table:table-row>")).find("damaged") != std::string::npos);
    CHECK_FALSE(read_table(open_document(
        folder,
        "<table:table-row table:number-rows-repeated=\"999999\"><table:table-cell><text:p>x"
        "</text:p></table:table-cell></table:table-row>")));
}

TEST_CASE("a small file that says much is refused before it fills the memory", "[import]") {
    const TempFolder folder;
    const std::string text(1'000'000, 'x');
    const auto repeated = [&](int columns, int rows) {
        return read_table(open_document(
            folder, "<table:table-row table:number-rows-repeated=\"" + std::to_string(rows) +
                        "\"><table:table-cell table:number-columns-repeated=\"" +
                        std::to_string(columns) + "\"><text:p>" + text +
                        "</text:p></table:table-cell></table:table-row>"));
    };
    const auto some = repeated(2, 3);
    REQUIRE(some);
    CHECK(some->front().table.rows.size() == 3);
    CHECK(some->front().table.rows[0].cells[1].size() == 32'767);
    const auto many = repeated(900, 90'000);
    REQUIRE_FALSE(many);
    CHECK(many.error().code == ErrorCode::too_large);
}

TEST_CASE("lines of separators only come before headings as if they were not there", "[import]") {
    const std::vector<CsvRow> rows = rows_of(";;;\n ;;\nname;length\nA;40\n;;\nB;50\n");
    REQUIRE(rows.size() == 3);
    CHECK(rows[0].line == 3);
    CHECK(guessed(rows).headings);
    CHECK(take_rows(bare_site(), shipped_catalogue(), guessed(rows), rows).added.size() == 2);
}

TEST_CASE("texts of two bytes a letter are read", "[import]") {
    const auto rows = [](std::string_view file) { return read_table(file)->front().table.rows; };
    const auto little =
        rows(std::string_view("\xff\xfe"
                              "n\0\t\0\xe9\0\n\0",
                              10));
    CHECK(little.front().cells == Texts{"n", "é"});
    const auto big =
        rows(std::string_view("\xfe\xff"
                              "\0n\0\t\xd8\x3d\xde\x00",
                              10));
    CHECK(big.front().cells == Texts{"n", "\xf0\x9f\x98\x80"});
}

TEST_CASE("columns are told by headings, then by what stands in them", "[import]") {
    using C = SheetColumn;
    const auto means = [](const char* csv, const ToldColumns& told = {}) {
        return means_of(guessed(rows_of(csv), told));
    };
    CHECK(means("Camera name,Camera type,Cable length,Cable type,Power (W),IP address\n") ==
          std::vector{C::name, C::kind, C::length, C::cable, C::watts, C::address});
    // "cable" is metres where numbers stand in it, else a kind of cable.
    CHECK(means("name,cable\nA,40\nB,50 m\n") == std::vector{C::name, C::length});
    CHECK(means("name,cable,m\nA,cat6,40\n") == std::vector{C::name, C::cable, C::length});
    CHECK(means("name,run,switch port,channel,stands,x,y\n") ==
          std::vector{C::name, C::length, C::port, C::channel, C::surroundings, C::x, C::y});
    // Headings of another language stand over numbers and kinds.
    const char* foreign = "Ort;Typ;Weg;Notiz\nTor;cam-dome-4mp;40;alt\nSteg;cam-fixed-2mp;50;neu\n";
    CHECK(means(foreign) == std::vector{C::name, C::kind, C::length, none});
    CHECK(guessed(rows_of(foreign)).headings);
    CHECK_FALSE(guessed(rows_of("Tor;40\nSteg;50\n")).headings);
    CHECK(means("Ort;Weg;Etage\nTor;40;1\nSteg;50;2\n") == std::vector{C::name, none, none});
    // What was told goes first, that a column is left out too.
    CHECK(means(foreign, {{"notiz", C::name}, {"ort", std::nullopt}}) ==
          std::vector{none, C::kind, C::length, C::name});
    // No two columns mean the same.
    CHECK(means("name,label,length\nA,B,4\n") == std::vector{C::name, none, C::length});
}

TEST_CASE("a heading in feet is feet, whatever the site counts in", "[import]") {
    for (const UnitSystem units : {UnitSystem::metric, UnitSystem::imperial}) {
        Site site = bare_site();
        site.settings.units = units;
        const auto metres = [&](const char* csv) {
            const CsvImport import = import_cameras(site, shipped_catalogue(), csv);
            REQUIRE(import.added.size() == 1);
            return find_device(import.site, import.added.front())->stated_run_m;
        };
        CHECK(metres("name,length (ft)\nA,100\n") == Approx(30.48));
        CHECK(metres("name,feet\nA,100\n") == Approx(30.48));
        CHECK(metres("name,length (m)\nA,100\n") == Approx(100));
        CHECK(metres("name,metres\nA,100 ft\n") == Approx(30.48));
        CHECK(metres("name,length\nA,100\n") == Approx(units == UnitSystem::metric ? 100 : 30.48));
    }
}

TEST_CASE("rows that cannot be read say which cell and why, and come in once mended", "[import]") {
    std::vector<CsvRow> rows = rows_of(
        "name,kind,length,watts,address\nA,dome 20m,40,,192.168.9.1\nB,no such,40,,\n"
        "C,,far,,\nD,,30,many,\nE,,,,\nF,,30,,300.1.1.1\n");
    ListColumns columns = guessed(rows);
    const Site site = bare_site();
    const auto wrong = [&] { return wrong_rows(site, shipped_catalogue(), columns, rows); };
    const std::vector<RowFault> faults = wrong();
    REQUIRE(faults.size() == 4);
    CHECK(faults[0].row == 2);
    CHECK(faults[0].column == SheetColumn::kind);
    CHECK(faults[1].column == SheetColumn::length);
    CHECK(faults[2].row == 4);
    CHECK_FALSE(faults[2].left_out);
    for (const std::size_t out : {0, 1, 3}) CHECK(faults[out].left_out);

    const RowsAdded some = take_rows(site, shipped_catalogue(), columns, rows);
    CHECK(some.rows == std::vector<std::size_t>{1, 4, 6});
    CHECK(find_problems(some.site, shipped_catalogue()).empty());
    CHECK(find_device(some.site, some.added[0])->kind == "cam-dome-4mp");
    CHECK(or_nothing(find_device(some.site, some.added[0])->on_network).address == "192.168.9.1");
    // The watts of D and the address of F wait in their cells.
    REQUIRE(some.cells.size() == 2);
    CHECK(some.cells[0].first == CellText{some.added[1], SheetColumn::watts, "many"});
    CHECK(some.cells[1].first == CellText{some.added[2], SheetColumn::address, "300.1.1.1"});

    columns.kinds["no such"] = "cam-ptz-compact";
    rows[3].cells[2] = "35";
    rows[5].cells[2] = "10 m";
    CHECK(wrong().size() == 1);
    CHECK(take_rows(site, shipped_catalogue(), columns, rows).added.size() == 6);
}

TEST_CASE("kinds are known by words that leave one", "[import]") {
    const auto named = [](const char* text) {
        const Kind* kind = kind_named(shipped_catalogue(), text,
                                      [](const Kind& one) { return one.camera.has_value(); });
        return kind ? kind->id : "";
    };
    CHECK(named("cam-dome-4mp") == "cam-dome-4mp");
    CHECK(named("fixed DOME 4MP") == "cam-dome-4mp");
    CHECK(named("dome, 20 m") == "cam-dome-4mp");
    CHECK(named("bullet").empty());  // several
    CHECK(named("4").empty());
    CHECK(named("").empty());
    CHECK(named("dome 21 m").empty());
}

TEST_CASE("a name that ends in any letter stays whole", "[import]") {
    const CsvImport import =
        import_cameras(bare_site(), shipped_catalogue(), "name,length\n Città\xc2\xa0 ,40\n");
    REQUIRE(import.added.size() == 1);
    CHECK(find_device(import.site, import.added.front())->name == "Città");
}

TEST_CASE("the sample list is taken whole", "[import]") {
    for (const UnitSystem units : {UnitSystem::metric, UnitSystem::imperial}) {
        const CsvImport import =
            import_cameras(bare_site(), shipped_catalogue(), sample_list(units));
        CHECK(import.lines.empty());
        REQUIRE(import.added.size() == 3);
        CHECK(find_device(import.site, import.added.front())->stated_run_m ==
              Approx(62).margin(0.2));
    }
}
