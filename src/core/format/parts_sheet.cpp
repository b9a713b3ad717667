// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/parts_sheet.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <xlsxwriter.h>

#include <array>

#include "core/format/camera_csv.h"

namespace ovant {
namespace {

constexpr std::array headings{"kind", "name", "quantity", "unit", "price each", "price", "used by"};

const char* unit_text(Unit unit) { return unit == Unit::metre ? "m" : "pcs"; }

}  // namespace

std::string parts_csv(const std::vector<PartLine>& parts, const std::string& currency) {
    std::string out =
        fmt::format("kind,name,quantity,unit,price each {0},price {0},used by\n", currency);
    for (const PartLine& line : parts) {
        out +=
            fmt::format("{},{},{:.1f},{},{:.2f},{:.2f},{}\n", csv_cell(line.kind),
                        csv_cell(line.name), line.quantity, unit_text(line.unit), line.unit_price,
                        line.price, csv_cell(fmt::format("{}", fmt::join(line.used_by, " "))));
    }
    out += fmt::format(",total,,,,{:.2f},\n", total_price(parts));
    return out;
}

Result<bool> write_parts_xlsx(const std::string& path, const std::string& site_name,
                              const std::vector<PartLine>& parts, const std::string& currency) {
    lxw_workbook* book = workbook_new(path.c_str());
    lxw_worksheet* sheet = workbook_add_worksheet(book, "Parts");
    lxw_format* bold = workbook_add_format(book);
    format_set_bold(bold);
    lxw_format* money = workbook_add_format(book);
    format_set_num_format(money, "#,##0.00");
    worksheet_set_column(sheet, 0, 0, 22, nullptr);
    worksheet_set_column(sheet, 1, 1, 56, nullptr);
    worksheet_set_column(sheet, 2, 5, 12, nullptr);
    worksheet_set_column(sheet, 6, 6, 40, nullptr);
    worksheet_write_string(sheet, 0, 0,
                           fmt::format("{}, prices in {}", site_name, currency).c_str(), bold);
    for (std::size_t i = 0; i < headings.size(); ++i) {
        worksheet_write_string(sheet, 2, static_cast<lxw_col_t>(i), headings[i], bold);
    }
    lxw_row_t row = 3;
    for (const PartLine& line : parts) {
        worksheet_write_string(sheet, row, 0, line.kind.c_str(), nullptr);
        worksheet_write_string(sheet, row, 1, line.name.c_str(), nullptr);
        worksheet_write_number(sheet, row, 2, line.quantity, nullptr);
        worksheet_write_string(sheet, row, 3, unit_text(line.unit), nullptr);
        worksheet_write_number(sheet, row, 4, line.unit_price, money);
        const std::string product = fmt::format("=C{0}*E{0}", row + 1);
        worksheet_write_formula_num(sheet, row, 5, product.c_str(), money, line.price);
        worksheet_write_string(sheet, row, 6,
                               fmt::format("{}", fmt::join(line.used_by, " ")).c_str(), nullptr);
        ++row;
    }
    worksheet_write_string(sheet, row, 1, "total", bold);
    const std::string sum = fmt::format("=SUM(F4:F{})", row);
    worksheet_write_formula_num(sheet, row, 5, sum.c_str(), money, total_price(parts));
    if (workbook_close(book) != LXW_NO_ERROR) {
        return Error{ErrorCode::unwritable, "", path, ""};
    }
    return true;
}

}  // namespace ovant
