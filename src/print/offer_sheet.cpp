// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/offer_sheet.h"

#include <fmt/format.h>
#include <xlsxwriter.h>

#include <set>

#include "core/format/workbook.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "phrase/translate.h"

namespace ovant {
namespace {

// Where the first sheet has what all sums are made with, and the sums of each sheet.
enum Row : lxw_row_t {
    title_row = 0,
    material_row = 2,
    work_row,
    outside_row,
    tax_row,
    round_row,
    lines_row = 8,
    rounding_row,
    net_row,
    sum_tax_row,
    gross_row,
    cost_row,
    earned_row,
    head_row = 16,
    first_row
};
enum Column : lxw_col_t { part, what, quantity, unit, cost, markup, price };
constexpr const char* first_sheet = "Offer";

struct Formats {
    lxw_format *bold, *money, *share;
};

std::string cell(lxw_row_t row, const char* column = "B") {
    return fmt::format("{}!${}${}", first_sheet, column, row + 1);
}

lxw_row_t markup_row(OfferPart of) {
    switch (of) {
        case OfferPart::equipment:
        case OfferPart::cable:
        case OfferPart::small_parts: return material_row;
        case OfferPart::work: return work_row;
        case OfferPart::ground:
        case OfferPart::electrician: return outside_row;
    }
    return material_row;
}

class Sheet {
public:
    Sheet(lxw_workbook* book, const std::string& name, const Formats& formats)
        : sheet_(workbook_add_worksheet(book, name.c_str())), formats_(formats) {
        worksheet_set_column(sheet_, part, part, 26, nullptr);
        worksheet_set_column(sheet_, what, what, 60, nullptr);
        worksheet_set_column(sheet_, quantity, price, 13, nullptr);
    }

    void words(lxw_row_t row, lxw_col_t column, const std::string& text, bool bold = false) {
        worksheet_write_string(sheet_, row, column, text.c_str(), bold ? formats_.bold : nullptr);
    }
    // Names stand in the first column, their values in the second.
    void rates(const Settings& settings) {
        const OfferSettings& offer = settings.offer;
        number(material_row, said("On top of material"), offer.material_markup, formats_.share);
        number(work_row, said("On top of own work"), offer.work_markup, formats_.share);
        number(outside_row, said("On top of others' work"), offer.outside_markup, formats_.share);
        number(tax_row, said("Tax"), offer.tax_share, formats_.share);
        number(round_row, said("Rounded to"), offer.round_to, formats_.money);
    }
    void lines(const std::vector<OfferLine>& lines, const TextContext& context) {
        const std::array heads{said("Part"), said("What"),   said("Quantity"), said("Unit"),
                               said("Cost"), said("On top"), said("Price")};
        for (std::size_t i = 0; i < heads.size(); ++i)
            words(head_row, static_cast<lxw_col_t>(i), heads[i], true);
        lxw_row_t row = first_row;
        for (const OfferLine& line : lines) {
            words(row, part, title(line.part));
            words(row, what, offer_line_text(line, context));
            if (line.quantity > 0) {
                worksheet_write_number(sheet_, row, quantity, line.quantity, nullptr);
                words(row, unit,
                      line.unit == Unit::count ? "pcs" : unit_name(line.unit, UnitSystem::metric));
            }
            worksheet_write_number(sheet_, row, cost, line.cost, formats_.money);
            const std::string share = cell(markup_row(line.part));
            formula(row, markup, "=" + share, line.cost > 0 ? line.price / line.cost - 1 : 0,
                    formats_.share);
            formula(row, price, fmt::format("=ROUND(E{0}*(1+F{0}),2)", row + 1), line.price);
            ++row;
        }
        last_ = row;  // as a spreadsheet counts, from 1
    }
    void sums(const OfferSums& sums) {
        const auto column = [&](const char* letter) {
            return fmt::format("SUM({0}{1}:{0}{2})", letter, first_row + 1,
                               std::max<lxw_row_t>(last_, first_row + 1));
        };
        const std::string step = cell(round_row);
        sum(lines_row, said("Sum"), fmt::format("=ROUND({},2)", column("G")), sums.lines);
        sum(net_row, said("Price before tax"),
            fmt::format("=IF({0}>0,ROUND(ROUND(B{1}/{0},0)*{0},2),B{1})", step, lines_row + 1),
            sums.net);
        sum(rounding_row, said("Rounding"),
            fmt::format("=ROUND(B{}-B{},2)", net_row + 1, lines_row + 1), sums.rounding);
        sum(sum_tax_row, said("Tax"), fmt::format("=ROUND(B{}*{},2)", net_row + 1, cell(tax_row)),
            sums.tax);
        sum(gross_row, said("To pay"),
            fmt::format("=ROUND(B{}+B{},2)", net_row + 1, sum_tax_row + 1), sums.gross);
        sum(cost_row, said("Cost"), fmt::format("=ROUND({},2)", column("E")), sums.cost);
        sum(earned_row, said("Left over"),
            fmt::format("=ROUND(B{}-B{},2)", net_row + 1, cost_row + 1), sums.earned());
    }
    // Beside the sums of the first sheet: what an option is more.
    void option(std::size_t index, const std::string& name, const OfferOption& option) {
        const auto row = static_cast<lxw_row_t>(lines_row + index);
        if (index == 0) words(lines_row - 1, cost, said("Options, more before tax"), true);
        words(row, cost, name);
        formula(row, price,
                fmt::format("=ROUND('{0}'!B{1}-B{1},2)", option_sheet(index), net_row + 1),
                option.net_more);
    }
    static std::string option_sheet(std::size_t index) {
        return fmt::format("Option {}", index + 1);
    }

private:
    void number(lxw_row_t row, const std::string& name, double value, lxw_format* format) {
        words(row, 0, name);
        worksheet_write_number(sheet_, row, 1, value, format);
    }
    void sum(lxw_row_t row, const std::string& name, const std::string& text, double value) {
        words(row, 0, name, true);
        formula(row, 1, text, value);
    }
    void formula(lxw_row_t row, lxw_col_t column, const std::string& text, double value,
                 lxw_format* format = nullptr) {
        worksheet_write_formula_num(sheet_, row, column, text.c_str(),
                                    format ? format : formats_.money, value);
    }

    lxw_worksheet* sheet_;
    Formats formats_;
    lxw_row_t last_ = 0;
};

bool write_book(const std::string& made, const Offer& offer, const Site& site,
                const TextContext& context) {
    lxw_workbook* book = workbook_new(made.c_str());
    if (!book) return false;
    Formats formats{workbook_add_format(book), workbook_add_format(book),
                    workbook_add_format(book)};
    format_set_bold(formats.bold);
    format_set_num_format(formats.money, "#,##0.00");
    format_set_num_format(formats.share, "0.##%");
    Sheet first(book, first_sheet, formats);
    first.words(title_row, 0, told("Offer, {}, prices in {}", site.name, site.settings.currency),
                true);
    first.rates(site.settings);
    first.lines(offer.lines, context);
    first.sums(offer.sums);
    for (std::size_t i = 0; i < offer.options.size(); ++i) {
        const OfferOption& option = offer.options[i];
        first.option(i, option.name, option);
        Sheet sheet(book, Sheet::option_sheet(i), formats);
        sheet.words(title_row, 0, told("Option: {}", option.name), true);
        sheet.lines(option.lines, context);
        sheet.sums(option.sums);
    }
    return workbook_close(book) == LXW_NO_ERROR;
}

}  // namespace

Result<bool> write_offer_xlsx(const std::string& path, const Offer& offer, const Site& site,
                              const TextContext& context) {
    return save_workbook(
        path, [&](const std::string& made) { return write_book(made, offer, site, context); });
}

}  // namespace ovant
