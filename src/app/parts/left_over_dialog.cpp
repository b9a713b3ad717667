// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/left_over_dialog.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

enum LeftOverColumn { of_cable, of_length, of_note };

}  // namespace

LeftOverDialog::LeftOverDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      table_(new QTableWidget),
      cable_(new QComboBox),
      length_(new QLineEdit),
      note_(new QLineEdit),
      add_(new QPushButton(icon(Icon::add), tr("Add"))),
      remove_(new QPushButton(icon(Icon::remove), tr("Remove"))) {
    setObjectName("leftOverDialog");
    setWindowTitle(tr("Left-overs"));
    auto* words = wrapped_label(
        tr("Cable that is there already, in lengths worth using. Runs that fit are cut from it "
           "first, at no price."),
        this);
    table_->setObjectName("leftOverTable");
    table_->setAccessibleName(tr("Left-overs"));
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("Cable"), tr("Length"), tr("Note")});
    make_plain(*table_, of_cable);
    cable_->setObjectName("leftOverCable");
    cable_->setAccessibleName(tr("Cable"));
    cable_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    std::vector<std::pair<QString, QString>> cables;
    for (const Kind* kind : document_.catalogue().of(Category::cable)) {
        const Medium medium = kind->cable ? kind->cable->medium : Medium::radio;
        if (medium != Medium::radio && medium != Medium::mains_wiring)
            cables.push_back({q(kind->name), q(kind->id)});
    }
    std::sort(cables.begin(), cables.end());
    for (const auto& [name, id] : cables) cable_->addItem(name, id);
    length_->setObjectName("leftOverLength");
    length_->setAccessibleName(tr("Length"));
    length_->setPlaceholderText(tr("Length"));
    note_->setObjectName("leftOverNote");
    note_->setAccessibleName(tr("Note"));
    note_->setPlaceholderText(tr("Where it lies"));
    note_->setMaxLength(200);
    length_->setFixedWidth(fontMetrics().horizontalAdvance("1000.0 m") + 24);
    add_->setObjectName("addLeftOver");
    remove_->setObjectName("removeLeftOver");
    auto* row = new QHBoxLayout;
    row->addWidget(cable_, 2);
    row->addWidget(length_);
    row->addWidget(note_, 1);
    row->addWidget(add_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(remove_, QDialogButtonBox::ActionRole);
    for (QPushButton* button : buttons->findChildren<QPushButton*>()) button->setAutoDefault(false);
    add_->setAutoDefault(false);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(add_, &QPushButton::clicked, this, &LeftOverDialog::add);
    connect(remove_, &QPushButton::clicked, this, &LeftOverDialog::remove);
    connect(length_, &QLineEdit::returnPressed, this, &LeftOverDialog::add);
    connect(note_, &QLineEdit::returnPressed, this, &LeftOverDialog::add);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(words);
    layout->addWidget(table_, 1);
    layout->addLayout(row);
    layout->addWidget(buttons);
    resize(660, 400);
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) refresh();
    });
    refresh();
}

void LeftOverDialog::refresh() {
    const Site& site = document_.committed();
    const int row = table_->currentRow();
    table_->setRowCount(static_cast<int>(site.stock.size()));
    for (std::size_t i = 0; i < site.stock.size(); ++i) {
        const LeftOver& left_over = site.stock[i];
        const QString cells[] = {q(kind_name(document_.text(), left_over.cable)),
                                 q(shown(left_over.length_m, Unit::metre, document_.units())),
                                 q(left_over.note)};
        for (int column = of_cable; column <= of_note; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            if (column == of_length) item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            table_->setItem(static_cast<int>(i), column, item);
        }
    }
    table_->resizeColumnToContents(of_length);
    table_->setColumnWidth(of_note, 160);
    if (table_->rowCount() > 0)
        table_->setCurrentCell(std::clamp(row, 0, table_->rowCount() - 1), of_cable);
    remove_->setEnabled(!site.stock.empty());
}

void LeftOverDialog::add() {
    if (length_->text().trimmed().isEmpty()) return length_->setFocus();
    const Result<double> length_m =
        parse_quantity(length_->text().toStdString(), Unit::metre, document_.units());
    if (!length_m) {
        emit document_.refused(q(sentence(length_m.error())));
        return length_->setFocus();
    }
    LeftOver left_over;
    left_over.cable = cable_->currentData().toString().toStdString();
    left_over.length_m = *length_m;
    left_over.note = note_->text().toStdString();
    Result<Added> added =
        add_left_over(document_.committed(), document_.catalogue(), std::move(left_over));
    Result<Site> edited =
        added ? Result<Site>(std::move(added->site)) : Result<Site>(added.error());
    if (!document_.edit(tr("Add a left-over"), std::move(edited))) return;
    length_->clear();
    note_->clear();
    length_->setFocus();
}

void LeftOverDialog::remove() {
    const int row = table_->currentRow();
    const auto& stock = document_.committed().stock;
    if (row < 0 || static_cast<std::size_t>(row) >= stock.size()) return;
    document_.edit(tr("Remove a left-over"),
                   remove_object(document_.committed(), document_.catalogue(),
                                 stock[static_cast<std::size_t>(row)].id));
}

}  // namespace ovant
