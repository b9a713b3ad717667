// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/chances_dialog.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/q.h"
#include "app/theme/theme.h"

namespace ovant {
namespace {

constexpr int progress_ms = 60;

}  // namespace

ChancesDialog::ChancesDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      table_(new QTableWidget(0, 3)),
      progress_(new QProgressBar),
      words_(new QLabel) {
    setObjectName("chances");
    setWindowTitle(tr("The chance of each run"));
    setAttribute(Qt::WA_DeleteOnClose);
    const ChanceOptions options;
    words_->setText(
        tr("%1 times over: every length ± %2 %, resistance ± %3 %, volts ± %4 % as it may "
           "come, days and nights between the site's temperatures. The share of times "
           "that a run does not fail:")
            .arg(options.trials)
            .arg(100 * options.length_share)
            .arg(100 * options.resistance_share)
            .arg(100 * options.volts_share));
    words_->setWordWrap(true);
    table_->setObjectName("chancesTable");
    table_->setHorizontalHeaderLabels({tr("Run"), tr("Name"), tr("Holds")});
    table_->verticalHeader()->hide();
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    progress_->setRange(0, 100);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(words_);
    layout->addWidget(table_, 1);
    layout->addWidget(progress_);
    layout->addWidget(buttons);
    resize(460, 560);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        const auto rows = table_->selectedItems();
        if (!rows.isEmpty())
            document_.select(table_->item(rows.front()->row(), 0)->text().toStdString());
    });
    connect(&look_, &QTimer::timeout, this,
            [this] { progress_->setValue(static_cast<int>(100 * job_.done_share())); });
    look_.start(progress_ms);
    job_.start(
        [options, net = document_.shared_network()](const Wanted& wanted) {
            return chances(*net, options, [&](double share) { return wanted.go_on(share); });
        },
        [this](const Chances& found) {
            look_.stop();
            show_chances(found);
        });
}

void ChancesDialog::show_chances(const Chances& found) {
    words_->setText(
        words_->text() + " " +
        tr("All runs together hold in %1 %.").arg(100 * found.all_hold_share, 0, 'f', 0));
    std::vector<RunChance> ordered = found.runs;
    std::stable_sort(ordered.begin(), ordered.end(), [](const RunChance& a, const RunChance& b) {
        return a.holds_share < b.holds_share;
    });
    progress_->hide();
    table_->setRowCount(static_cast<int>(ordered.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const RunChance& one = ordered[static_cast<std::size_t>(row)];
        const Device* camera = find_device(document_.site(), one.camera);
        table_->setItem(row, 0, new QTableWidgetItem(q(one.camera)));
        table_->setItem(row, 1, new QTableWidgetItem(camera ? q(camera->name) : QString()));
        auto* share = new QTableWidgetItem(tr("%1 %").arg(100 * one.holds_share, 0, 'f', 0));
        share->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        if (one.holds_share < 0.95) share->setForeground(theme_of(*this).fails);
        table_->setItem(row, 2, share);
    }
}

}  // namespace ovant
