// SPDX-License-Identifier: GPL-3.0-or-later
#include "print/offer_pdf.h"

#include <fmt/format.h>

#include "core/format/csv_text.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "phrase/translate.h"
#include "print/paper.h"

namespace ovant {
namespace {

// Each line of a text of several is a paragraph.
void lines(Paper& paper, const std::string& text) {
    std::size_t from = 0;
    while (from <= text.size()) {
        const std::size_t end = std::min(text.find('\n', from), text.size());
        paper.text(text.substr(from, end - from));
        from = end + 1;
    }
}

void table_of(Paper& paper, const std::vector<OfferLine>& lines, OfferPart part,
              const TextContext& context) {
    std::vector<std::vector<std::string>> rows;
    double sum = 0;
    for (const OfferLine& line : lines) {
        if (line.part != part) continue;
        rows.push_back({offer_line_text(line, context), offer_quantity_text(line, context),
                        shown_money(line.price, "")});
        sum += line.price;
    }
    if (rows.empty()) return;
    if (rows.size() > 1) rows.push_back({said("Together"), "", shown_money(sum, "")});
    paper.table_name(title(part));
    paper.table({{said("What"), 4}, {said("Quantity"), 1, true}, {said("Price"), 1, true}}, rows);
    paper.gap(6);
}

void sums(Paper& paper, const OfferSums& sums, const Settings& settings) {
    std::vector<std::vector<std::string>> rows;
    const std::string& currency = settings.currency;
    if (sums.rounding != 0) {
        rows.push_back({said("Sum"), shown_money(sums.lines, currency)});
        rows.push_back({said("Rounding"), shown_money(sums.rounding, currency)});
    }
    rows.push_back({said("Price before tax"), shown_money(sums.net, currency)});
    rows.push_back(
        {told("Tax, {:g} %", 100 * settings.offer.tax_share), shown_money(sums.tax, currency)});
    paper.table({{"", 4}, {"", 2, true}}, rows);
    paper.text(told("To pay: {}", shown_money(sums.gross, currency)), true);
}

}  // namespace

std::string offer_pdf(const Offer& offer, const Site& site, const TextContext& context) {
    const OfferSettings& settings = site.settings.offer;
    const std::string title_text = settings.number.empty()
                                       ? told("Offer, {}", site.name)
                                       : told("Offer {}, {}", settings.number, site.name);
    Paper paper(title_text);
    paper.title(title_text);
    if (!settings.from.empty()) lines(paper, settings.from);
    if (!settings.customer.empty()) {
        paper.gap(6);
        paper.quiet(said("For"));
        lines(paper, settings.customer);
    }
    paper.gap(6);
    paper.quiet(settings.date.empty()
                    ? validity_text(offer, settings)
                    : told("{}. {}", settings.date, validity_text(offer, settings)));
    if (!settings.introduction.empty()) lines(paper, settings.introduction);
    paper.gap(8);
    if (offer.lines.empty()) paper.text(said("Nothing is planned yet: there is nothing to offer."));
    for (int part = 0; part < offer_part_count; ++part)
        table_of(paper, offer.lines, static_cast<OfferPart>(part), context);
    paper.heading(said("Price"));
    sums(paper, offer.sums, site.settings);
    if (!offer.options.empty()) {
        paper.heading(said("Options"));
        paper.quiet(said("In place of what is offered above; prices before tax and with it."));
        std::vector<std::vector<std::string>> rows;
        for (const OfferOption& option : offer.options) {
            rows.push_back({option.note.empty() ? option.name
                                                : fmt::format("{}: {}", option.name, option.note),
                            option_text(option, site.settings.currency),
                            shown_money(option.sums.net, ""), shown_money(option.sums.gross, "")});
        }
        paper.table({{said("Option"), 3},
                     {said("Against the above"), 1.6},
                     {said("Before tax"), 1, true},
                     {said("With tax"), 1, true}},
                    rows);
    }
    if (const std::string caution = offer_caution(offer); !caution.empty()) paper.quiet(caution);
    if (!settings.terms.empty()) {
        paper.heading(said("Terms"));
        lines(paper, settings.terms);
    }
    paper.gap(20);
    paper.to_sign({said("Place and date"), said("Ordered: customer")});
    return paper.finish();
}

std::string offer_csv(const Offer& offer, const Site& site, const TextContext& context) {
    std::string out =
        fmt::format("part,what,quantity,unit,{}\n", csv_cell("price " + site.settings.currency));
    const auto sum = [&](std::string_view what, double amount) {
        out += fmt::format(",{},,,{:.2f}\n", csv_cell(what), amount);
    };
    for (const OfferLine& line : offer.lines) {
        const std::string quantity = line.quantity > 0 ? fmt::format("{:.2f}", line.quantity) : "";
        const std::string unit =
            line.unit == Unit::count ? "pcs" : unit_name(line.unit, UnitSystem::metric);
        out += fmt::format("{},{},{},{},{:.2f}\n", csv_cell(title(line.part)),
                           csv_cell(offer_line_text(line, context)), quantity,
                           line.quantity > 0 ? unit : "", line.price);
    }
    sum("rounding", offer.sums.rounding);
    sum("price before tax", offer.sums.net);
    sum("tax", offer.sums.tax);
    sum("to pay", offer.sums.gross);
    for (const OfferOption& option : offer.options)
        sum(fmt::format("option {}, before tax, more", option.name), option.net_more);
    return out;
}

}  // namespace ovant
