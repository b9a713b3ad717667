// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/seen_dialog.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/theme/icons.h"
#include "core/assess/address_checks.h"
#include "core/edits/edits.h"
#include "core/prove/addresses.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

enum SeenColumn { address, mac, name, found };

}  // namespace

SeenDialog::SeenDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      table_(new QTableWidget),
      unit_(new QComboBox),
      words_(wrapped_label({}, this)),
      take_(new QPushButton(icon(Icon::accept), tr("This is it"))),
      forget_(new QPushButton(icon(Icon::remove), tr("Forget"))),
      forget_all_(new QPushButton(tr("Forget all"))) {
    setObjectName("seen");
    setWindowTitle(tr("Others in use"));
    auto* said = wrapped_label(
        tr("Found in use by scans, and none of the site's units as far as is known. Their "
           "addresses are not given to others."),
        this);
    table_->setObjectName("seenTable");
    table_->setAccessibleName(tr("Others in use"));
    table_->setColumnCount(SeenColumn::found + 1);
    table_->setHorizontalHeaderLabels({tr("Address"), tr("MAC"), tr("Name"), tr("Found")});
    make_plain(*table_, SeenColumn::name);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        take_->setEnabled(current() && unit_->count() > 0);
        forget_->setEnabled(current());
    });
    unit_->setObjectName("seenUnit");
    unit_->setAccessibleName(tr("Unit of the site"));
    take_->setObjectName("takeSeen");
    take_->setToolTip(tr("The one chosen above is this unit: it keeps the MAC, and is seen"));
    forget_->setObjectName("forgetSeen");
    forget_all_->setObjectName("forgetAllSeen");
    connect(take_, &QPushButton::clicked, this, &SeenDialog::take);
    connect(forget_, &QPushButton::clicked, this, &SeenDialog::forget);
    connect(forget_all_, &QPushButton::clicked, this, &SeenDialog::forget_all);
    words_->setObjectName("seenWords");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(forget_, QDialogButtonBox::ActionRole);
    buttons->addButton(forget_all_, QDialogButtonBox::ActionRole);
    for (QPushButton* button : buttons->findChildren<QPushButton*>()) button->setAutoDefault(false);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* row = new QHBoxLayout;
    row->addWidget(unit_, 1);
    row->addWidget(take_);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addWidget(table_, 1);
    layout->addLayout(row);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    resize(600, 440);
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) refresh();
    });
    refresh();
}

void SeenDialog::refresh() {
    const Site& site = document_.committed();
    const int row = table_->currentRow();
    table_->setRowCount(static_cast<int>(site.seen.size()));
    for (std::size_t i = 0; i < site.seen.size(); ++i) {
        const SeenAddress& seen = site.seen[i];
        const QString cells[] = {q(seen.address), q(seen.mac), q(seen.name),
                                 q(signed_text(seen.who, seen.when))};
        for (int column = 0; column <= SeenColumn::found; ++column)
            table_->setItem(static_cast<int>(i), column, new QTableWidgetItem(cells[column]));
    }
    for (int column : {SeenColumn::address, SeenColumn::mac, SeenColumn::found})
        table_->resizeColumnToContents(column);
    if (table_->rowCount() > 0)
        table_->setCurrentCell(std::clamp(row, 0, table_->rowCount() - 1), SeenColumn::address);
    // Those whose MAC is not known yet first.
    const QVariant kept = unit_->currentData();
    unit_->clear();
    for (bool known : {false, true}) {
        for (const Device& device : site.devices) {
            const Kind* kind = document_.catalogue().find(device.kind);
            const bool has_mac = device.on_network && !device.on_network->mac.empty();
            if (!kind || !takes_address(*kind) || has_mac != known) continue;
            const QString text =
                q(device.name.empty() ? device.id : device.id + "  " + device.name);
            unit_->addItem(known ? tr("%1  (has a MAC)").arg(text) : text, q(device.id));
        }
    }
    unit_->setCurrentIndex(std::max(0, unit_->findData(kept)));
    take_->setEnabled(current() && unit_->count() > 0);
    forget_->setEnabled(current());
    forget_all_->setEnabled(!site.seen.empty());
}

const SeenAddress* SeenDialog::current() const {
    const int row = table_->currentRow();
    const auto& seen = document_.committed().seen;
    return row >= 0 && static_cast<std::size_t>(row) < seen.size()
               ? &seen[static_cast<std::size_t>(row)]
               : nullptr;
}

void SeenDialog::take() {
    const SeenAddress* seen = current();
    if (!seen) return;
    const std::string unit = unit_->currentData().toString().toStdString();
    const std::string address = seen->address;
    if (document_.edit(tr("%1 is %2").arg(q(address), q(unit)),
                       take_for_unit(document_.committed(), *seen, unit,
                                     {initials().toStdString(), now_text().toStdString()})))
        words_->setText(tr("%1 is %2 from now on.").arg(q(address), q(unit)));
}

void SeenDialog::forget() {
    const SeenAddress* gone = current();
    if (!gone) return;
    std::vector<SeenAddress> left = document_.committed().seen;
    std::erase(left, *gone);
    document_.edit(tr("Forget %1").arg(q(gone->address)),
                   set_seen(document_.committed(), std::move(left)));
}

void SeenDialog::forget_all() {
    document_.edit(tr("Forget all others in use"), set_seen(document_.committed(), {}));
}

}  // namespace ovant
