// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/spares_dialog.h"

#include <QDialogButtonBox>
#include <QVBoxLayout>

#include "app/document/save_export.h"
#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "phrase/numbers.h"
#include "phrase/spares_text.h"

namespace ovant {
namespace {

struct SpareColumn {
    enum { unit, price, count, ids, all };
};

}  // namespace

SparesDialog::SparesDialog(Document& document, Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      words_(wrapped_label(tr("working…"), this)),
      table_(new QTableWidget),
      save_(new QPushButton(icon(Icon::give_out), tr("CSV…"))) {
    setObjectName("sparesDialog");
    setWindowTitle(tr("Spares to carry"));
    words_->setObjectName("sparesWords");
    table_->setObjectName("sparesTable");
    table_->setAccessibleName(tr("Spares to carry"));
    table_->setColumnCount(SpareColumn::all);
    table_->setHorizontalHeaderLabels({tr("Unit"),
                                       tr("Price, %1").arg(q(document.site().settings.currency)),
                                       tr("Stands in for"), tr("Which")});
    make_plain(*table_, SpareColumn::ids);
    auto* note = wrapped_label(
        tr("Each was put in the place of all that it stands in for, and everything judged again: "
           "plugs fit, nothing is worse. One failure at a time; cable, protectors and boxes are "
           "not among them."),
        this);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(save_, QDialogButtonBox::ActionRole);
    save_->setObjectName("saveSpares");
    save_->setAutoDefault(false);
    save_->setEnabled(false);
    connect(save_, &QPushButton::clicked, this, &SparesDialog::save_csv);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(words_);
    layout->addWidget(table_, 1);
    layout->addWidget(note);
    layout->addWidget(buttons);
    resize(820, 560);
    job_.start(
        [net = document_.shared_site_network()](const Wanted& wanted) {
            SparesEffort effort;
            effort.go_on = [&](double share) { return wanted.go_on(share); };
            return spares_bag(*net->site, *net->catalogue, effort);
        },
        [this](SparesBag bag) {
            bag_ = std::move(bag);
            show_bag();
        });
}

void SparesDialog::show_bag() {
    words_->setText(q(bag_text(bag_, document_.site().settings.currency)));
    table_->setRowCount(static_cast<int>(bag_.carry.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const Spare& spare = bag_.carry[static_cast<std::size_t>(row)];
        const auto put = [&](int column, const QString& text, bool number) {
            auto* item = new QTableWidgetItem(text);
            item->setToolTip(text);
            item->setTextAlignment((number ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
            table_->setItem(row, column, item);
        };
        put(SpareColumn::unit, q(kind_name(document_.text(), spare.kind)), false);
        put(SpareColumn::price, q(shown_money(spare.price, "")), true);
        put(SpareColumn::count, QString::number(spare.for_units.size()), true);
        put(SpareColumn::ids, q(for_units_text(spare, 12)), false);
    }
    for (int column : {SpareColumn::unit, SpareColumn::price, SpareColumn::count})
        table_->resizeColumnToContents(column);
    save_->setEnabled(!bag_.carry.empty());
    if (table_->rowCount() > 0) table_->setCurrentCell(0, 0);
}

void SparesDialog::save_csv() {
    save_export_of(
        this, document_, prompts_, {tr("Save spares"), tr("CSV (*.csv)"), tr("spares.csv")},
        [this] { return spares_csv(bag_, document_.text(), document_.site().settings.currency); });
}

}  // namespace ovant
