// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/offer_page.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/parts/offer_dialog.h"
#include "app/document/save_export.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "print/offer_pdf.h"
#include "print/offer_sheet.h"

namespace ovant {
namespace {

enum OfferColumn { offer_what, offer_quantity, offer_cost, offer_price, offer_columns };

}  // namespace

OfferPage::OfferPage(Document& document, PartsWork& work, const Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      work_(work),
      prompts_(prompts),
      summary_(new QLabel),
      note_(wrapped_label({}, this)),
      costs_(new QCheckBox(tr("Show costs"))),
      table_(new QTableWidget(0, offer_columns)) {
    setObjectName("offerPage");
    summary_->setObjectName("offerSummary");
    summary_->setWordWrap(true);
    summary_->setFont(text_font(*this, 1.05, true));
    note_->setObjectName("offerNote");
    set_tone(note_, Tone::quiet);
    costs_->setObjectName("offerCosts");
    costs_->setToolTip(tr("What it costs and what is left over, on the screen only"));
    costs_->setChecked(true);
    const auto button = [](const QString& text, Icon picture, const char* name,
                           const QString& tip) {
        auto* made = new QPushButton(icon(picture), text);
        made->setObjectName(name);
        made->setToolTip(tip);
        return made;
    };
    auto* details = button(tr("Customer…"), Icon::card, "offerDetails",
                           tr("Number, date, customer, and what the offer says"));
    auto* rates =
        button(tr("Rates…"), Icon::settings, "offerRates", tr("What is put on top, tax, rounding"));
    auto* save = button(tr("Save"), Icon::save, "saveOffer", tr("The offer as a file"));
    auto* papers = new QMenu(save);
    papers->addAction(tr("PDF for the customer, no costs…"), this, &OfferPage::save_pdf);
    papers->addAction(tr("Spreadsheet for the office, with costs…"), this, &OfferPage::save_xlsx);
    papers->addAction(tr("CSV of the customer's lines…"), this, &OfferPage::save_csv);
    save->setMenu(papers);
    auto* top = new QHBoxLayout;
    top->addWidget(costs_);
    top->addStretch(1);
    for (QPushButton* one : {details, rates, save}) top->addWidget(one);
    table_->setObjectName("offerTable");
    table_->setAccessibleName(tr("Offer"));
    make_plain(*table_, offer_what);
    for (int column : {offer_quantity, offer_cost, offer_price})
        table_->horizontalHeader()->setSectionResizeMode(column, QHeaderView::ResizeToContents);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addWidget(summary_);
    layout->addWidget(note_);
    layout->addLayout(top);
    layout->addWidget(table_, 1);
    connect(details, &QPushButton::clicked, this, [this] { OfferDialog(document_, this).exec(); });
    connect(rates, &QPushButton::clicked, this, &OfferPage::rates_wanted);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(costs_, &QCheckBox::toggled, when_seen, [when_seen] { when_seen->ask(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&work_, &PartsWork::ready, when_seen, [when_seen] { when_seen->ask(); });
}

void OfferPage::add_row(const QStringList& cells, bool bold) {
    const int row = table_->rowCount();
    table_->insertRow(row);
    for (int column = 0; column < offer_columns; ++column) {
        auto* item = new QTableWidgetItem(cells.value(column));
        if (column != offer_what) item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        if (bold) item->setFont(text_font(*this, 1, true));
        if (column == offer_what) item->setToolTip(item->text());
        table_->setItem(row, column, item);
    }
}

void OfferPage::refresh() {
    const std::shared_ptr<const PartsBought> bought = work_.bought();
    if (!bought) return summary_->setText(tr("working…"));
    const Offer& offer = bought->offer;
    const Settings& settings = document_.committed().settings;
    const TextContext text = document_.text();
    const auto money = [](double amount) { return q(shown_money(amount, "")); };
    const auto priced = [&](double amount) { return q(shown_money(amount, settings.currency)); };
    summary_->setText(
        tr("%1 before tax, %2 to pay").arg(priced(offer.sums.net), priced(offer.sums.gross)));
    note_->setText(q(validity_text(offer, settings.offer) + " " + offer_caution(offer)));
    table_->setHorizontalHeaderLabels({tr("What"), tr("Quantity"),
                                       tr("Cost, %1").arg(q(settings.currency)),
                                       tr("Price, %1").arg(q(settings.currency))});
    for (int column : {offer_quantity, offer_cost, offer_price})
        table_->horizontalHeaderItem(column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    table_->setRowCount(0);
    for (std::size_t i = 0; i < offer.lines.size();) {
        const OfferPart part = offer.lines[i].part;
        double cost = 0, price = 0;
        std::size_t end = i;
        for (; end < offer.lines.size() && offer.lines[end].part == part; ++end) {
            cost += offer.lines[end].cost;
            price += offer.lines[end].price;
        }
        add_row({q(title(part)), {}, money(cost), money(price)}, true);
        for (; i < end; ++i) {
            const OfferLine& line = offer.lines[i];
            add_row({"    " + q(offer_line_text(line, text)), q(offer_quantity_text(line, text)),
                     money(line.cost), money(line.price)},
                    false);
        }
    }
    if (!offer.lines.empty()) {
        if (offer.sums.rounding != 0)
            add_row({tr("Rounding"), {}, {}, money(offer.sums.rounding)}, false);
        add_row({tr("Price before tax"), {}, money(offer.sums.cost), money(offer.sums.net)}, true);
        if (costs_->isChecked())
            add_row({tr("Left over"), {}, {}, money(offer.sums.earned())}, false);
        add_row(
            {tr("Tax, %1 %").arg(100 * settings.offer.tax_share), {}, {}, money(offer.sums.tax)},
            false);
        add_row({tr("To pay"), {}, {}, money(offer.sums.gross)}, true);
    }
    for (const OfferOption& option : offer.options)
        add_row({tr("Option: %1").arg(q(option.name)),
                 q(option_text(option, "")),
                 {},
                 money(option.sums.net)},
                false);
    table_->setColumnHidden(offer_cost, !costs_->isChecked());
}

void OfferPage::save_pdf() {
    save_export_of(this, document_, prompts_,
                   {tr("Save the offer"), tr("PDF (*.pdf)"), tr("offer.pdf")}, [this] {
                       return offer_pdf(work_.bought_now()->offer, document_.committed(),
                                        document_.text());
                   });
}

void OfferPage::save_csv() {
    save_export_of(this, document_, prompts_,
                   {tr("Save the offer"), tr("CSV (*.csv)"), tr("offer.csv")}, [this] {
                       return offer_csv(work_.bought_now()->offer, document_.committed(),
                                        document_.text());
                   });
}

void OfferPage::save_xlsx() {
    save_export(this, document_, prompts_,
                {tr("Save the offer"), tr("Spreadsheet (*.xlsx)"), tr("offer.xlsx")},
                [this](const std::string& path) {
                    return write_offer_xlsx(path, work_.bought_now()->offer, document_.committed(),
                                            document_.text());
                });
}

}  // namespace ovant
