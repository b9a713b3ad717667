// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/parts_sheet.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <xlsxwriter.h>

#include <array>

#include "core/catalogue/kind_enum_names.h"
#include "core/format/csv_text.h"
#include "core/format/workbook.h"

namespace ovant {
namespace {

constexpr std::array headings{"kind", "name",       "package", "quantity",
                              "unit", "price each", "price",   "used by"};

const char* unit_text(Unit unit) { return unit == Unit::metre ? "m" : "pcs"; }

// "box 305 m", "left-over LO1 80 m".
std::string package_cell(const PartLine& line) {
    if (line.too_long) return "longer than any package";
    if (line.pack > 0) return fmt::format("bag of {}", line.pack);
    if (!line.package) return "";
    const std::string form = line.left_over.empty() ? std::string(name_of(line.package->form))
                                                    : "left-over " + line.left_over;
    return fmt::format("{} {:g} m", form, line.package->length_m);
}

}  // namespace

std::string parts_csv(const std::vector<PartLine>& parts, const std::string& currency) {
    std::string out =
        fmt::format("kind,name,package,quantity,unit,{},{},used by\n",
                    csv_cell("price each " + currency), csv_cell("price " + currency));
    for (const PartLine& line : parts) {
        out += fmt::format("{},{},{},{:.1f},{},{:.2f},{:.2f},{}\n", csv_cell(line.kind),
                           csv_cell(line.name), csv_cell(package_cell(line)), line.quantity,
                           unit_text(line.unit), line.unit_price, line.price,
                           csv_cell(fmt::format("{}", fmt::join(line.used_by, " "))));
    }
    out += fmt::format(",total,,,,,{:.2f},\n", total_price(parts));
    return out;
}

namespace {

// A cell of a spreadsheet holds so many letters; a longer list goes on in the rows below.
constexpr std::size_t most_cell_bytes = 32000;

std::vector<std::string> in_cells(const std::vector<std::string>& words) {
    std::vector<std::string> cells(1);
    for (const std::string& word : words) {
        if (cells.back().size() + word.size() + 1 > most_cell_bytes) cells.emplace_back();
        if (!cells.back().empty()) cells.back() += ' ';
        cells.back() += word;
    }
    return cells;
}

bool write_workbook(const std::string& path, const std::string& site_name,
                    const std::vector<PartLine>& parts, const std::string& currency) {
    lxw_workbook* book = workbook_new(path.c_str());
    if (!book) return false;
    lxw_worksheet* sheet = workbook_add_worksheet(book, "Parts");
    lxw_format* bold = workbook_add_format(book);
    format_set_bold(bold);
    lxw_format* money = workbook_add_format(book);
    format_set_num_format(money, "#,##0.00");
    worksheet_set_column(sheet, 0, 0, 22, nullptr);
    worksheet_set_column(sheet, 1, 1, 56, nullptr);
    worksheet_set_column(sheet, 2, 2, 20, nullptr);
    worksheet_set_column(sheet, 3, 6, 12, nullptr);
    worksheet_set_column(sheet, 7, 7, 40, nullptr);
    worksheet_write_string(sheet, 0, 0,
                           fmt::format("{}, prices in {}", site_name, currency).c_str(), bold);
    for (std::size_t i = 0; i < headings.size(); ++i) {
        worksheet_write_string(sheet, 2, static_cast<lxw_col_t>(i), headings[i], bold);
    }
    lxw_row_t row = 3;
    for (const PartLine& line : parts) {
        worksheet_write_string(sheet, row, 0, line.kind.c_str(), nullptr);
        worksheet_write_string(sheet, row, 1, line.name.c_str(), nullptr);
        worksheet_write_string(sheet, row, 2, package_cell(line).c_str(), nullptr);
        worksheet_write_number(sheet, row, 3, line.quantity, nullptr);
        worksheet_write_string(sheet, row, 4, unit_text(line.unit), nullptr);
        worksheet_write_number(sheet, row, 5, line.unit_price, money);
        const std::string product = fmt::format("=D{0}*F{0}", row + 1);
        worksheet_write_formula_num(sheet, row, 6, product.c_str(), money, line.price);
        for (const std::string& cell : in_cells(line.used_by))
            worksheet_write_string(sheet, row++, 7, cell.c_str(), nullptr);
    }
    worksheet_write_string(sheet, row, 1, "total", bold);
    const std::string sum = fmt::format("=SUM(G4:G{})", row);
    worksheet_write_formula_num(sheet, row, 6, sum.c_str(), money, total_price(parts));
    return workbook_close(book) == LXW_NO_ERROR;
}

}  // namespace

Result<bool> write_parts_xlsx(const std::string& path, const std::string& site_name,
                              const std::vector<PartLine>& parts, const std::string& currency) {
    return save_workbook(path, [&](const std::string& made) {
        return write_workbook(made, site_name, parts, currency);
    });
}

}  // namespace ovant
