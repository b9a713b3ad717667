// SPDX-License-Identifier: GPL-3.0-or-later
// The offer's spreadsheet, recalculated by LibreOffice: the same totals to the cent, also after a
// markup, the tax and the rounding were changed in the sheet itself.
#include <catch2/catch.hpp>

#include <fmt/format.h>

#include <fstream>
#include <sstream>

#include "core/format/site_json.h"
#include "core/offer/offer.h"
#include "print/offer_sheet.h"
#include "support/child.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

constexpr const char* office = "/usr/bin/soffice";

// Takes what was worked out of every formula, so that only a recalculation can fill it in, and sets
// cells of the first sheet: "B3=0.5".
void without_results(const std::string& path, const std::string& cells) {
    const std::string script =
        "import re,shutil,sys,zipfile\n"
        "path, cells = sys.argv[1], dict(c.split('=') for c in sys.argv[2].split())\n"
        "made = path + '.new'\n"
        "with zipfile.ZipFile(path) as old, zipfile.ZipFile(made, 'w') as new:\n"
        "    for name in old.namelist():\n"
        "        data = old.read(name)\n"
        "        if name.startswith('xl/worksheets/sheet'):\n"
        "            text = data.decode()\n"
        "            text = re.sub(r'(</f>)<v>[^<]*</v>', r'\\1<v>-1</v>', text)\n"
        "            if name.endswith('sheet1.xml'):\n"
        "                for cell, value in cells.items():\n"
        "                    text, n = re.subn(r'(<c r=\"%s\"[^>]*><v>)[^<]*' % cell,\n"
        "                                      r'\\g<1>' + value, text)\n"
        "                    assert n == 1, cell\n"
        "            data = text.encode()\n"
        "        new.writestr(name, data)\n"
        "shutil.move(made, path)\n";
    const TempFolder folder;
    const std::string file = folder.write("strip.py", script);
    REQUIRE(std::system(fmt::format("python3 {} '{}' '{}'", file, path, cells).c_str()) == 0);
}

// The first sheet after LibreOffice has worked it out, cell by cell.
std::vector<std::vector<std::string>> recalculated(const TempFolder& folder,
                                                   const std::string& path) {
    const std::string profile = folder.file("profile");
    std::filesystem::create_directories(profile + "/user");
    std::ofstream(profile + "/user/registrymodifications.xcu")
        << R"(<?xml version="1.0" encoding="UTF-8"?>
<oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance">
<item oor:path="/org.openoffice.Office.Calc/Formula/Load"><prop oor:name="OOXMLRecalcMode" oor:op="fuse"><value>0</value></prop></item>
</oor:items>
)";
    const std::string command = fmt::format(
        "HOME={0} timeout 240 {1} -env:UserInstallation=file://{2} --headless --convert-to "
        "'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false' --outdir {0} {3} >/dev/null "
        "2>&1",
        folder.path.string(), office, profile, path);
    REQUIRE(std::system(command.c_str()) == 0);
    const std::string csv = path.substr(0, path.rfind('.')) + ".csv";
    std::vector<std::vector<std::string>> rows;
    std::istringstream lines(read_all(csv));
    for (std::string line; std::getline(lines, line);) {
        std::vector<std::string> cells(1);
        bool quoted = false;
        for (char letter : line) {
            if (letter == '"')
                quoted = !quoted;
            else if (letter == ',' && !quoted)
                cells.emplace_back();
            else
                cells.back() += letter;
        }
        rows.push_back(std::move(cells));
    }
    return rows;
}

double number_in(std::string cell) {
    std::erase(cell, ',');
    return std::stod(cell);
}

double beside(const std::vector<std::vector<std::string>>& rows, const std::string& name) {
    for (const auto& row : rows) {
        if (row.size() > 1 && row[0] == name) return number_in(row[1]);
    }
    FAIL("no row " << name);
    return 0;
}

}  // namespace

TEST_CASE("the spreadsheet of an offer recalculates to the same totals", "[offer][sheet]") {
    if (!has_program(office)) {
        WARN("LibreOffice is not installed: the spreadsheet is not recalculated");
        return;
    }
    Site site = demo_site();
    site.settings.offer.round_to = 0;
    const Catalogue catalogue = catalogue_for(site);
    TextContext context;
    context.catalogue = &catalogue;
    const auto offer_of = [&](const Site& priced) {
        const Network net = lay_out(priced, catalogue);
        return make_offer(net, plan_cuts(net));
    };
    const Offer offer = offer_of(site);
    const TempFolder folder;
    const auto check = [&](const std::string& cells, const Offer& expected) {
        const std::string path = folder.file("offer.xlsx");
        REQUIRE(write_offer_xlsx(path, offer, site, context));
        without_results(path, cells);
        const auto rows = recalculated(folder, path);
        CHECK(beside(rows, "Sum") == Approx(expected.sums.lines).margin(0.001));
        CHECK(beside(rows, "Price before tax") == Approx(expected.sums.net).margin(0.001));
        CHECK(beside(rows, "Rounding") == Approx(expected.sums.rounding).margin(0.001));
        CHECK(beside(rows, "To pay") == Approx(expected.sums.gross).margin(0.001));
        CHECK(beside(rows, "Cost") == Approx(expected.sums.cost).margin(0.001));
        for (std::size_t i = 0; i < expected.options.size(); ++i) {
            bool found = false;
            for (const auto& row : rows) {
                if (row.size() < 7 || row[4] != expected.options[i].name) continue;
                found = true;
                CHECK(number_in(row[6]) == Approx(expected.options[i].net_more).margin(0.001));
            }
            CHECK(found);
        }
    };
    check("", offer);
    Site other = site;
    other.settings.offer.material_markup = 0.333;
    other.settings.offer.work_markup = 0.07;
    other.settings.offer.tax_share = 0.19;
    other.settings.offer.round_to = 50;
    check("B3=0.333 B4=0.07 B6=0.19 B7=50", offer_of(other));
}
