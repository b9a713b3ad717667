// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/columns_dialog.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/told_words.h"
#include "core/text.h"
#include "phrase/reading_text.h"

namespace ovant {
namespace {

enum ListColumn { heading, samples, meaning };
constexpr const char* kept_group = "readingColumns";

}  // namespace

ColumnMeanings told_columns() { return told_words(kept_group); }

ColumnsDialog::ColumnsDialog(std::string csv, QWidget* parent)
    : QDialog(parent),
      csv_(std::move(csv)),
      columns_(reading_columns(csv_, told_columns())),
      table_(new QTableWidget),
      words_(wrapped_label({}, this)) {
    setObjectName("readingColumns");
    setWindowTitle(tr("Columns of the list"));
    auto* said = wrapped_label(
        tr("Say what each column holds. It is remembered for lists with the same headings."), this);
    table_->setObjectName("columnsTable");
    table_->setAccessibleName(tr("Columns of the list"));
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("Column"), tr("Begins with"), tr("Holds")});
    make_plain(*table_, ListColumn::samples);
    table_->setRowCount(static_cast<int>(columns_.headings.size()));
    for (std::size_t i = 0; i < columns_.headings.size(); ++i) {
        const int row = static_cast<int>(i);
        QStringList begins;
        for (const std::string& sample : columns_.samples[i]) {
            if (!sample.empty()) begins << q(sample);
        }
        table_->setItem(row, ListColumn::heading, new QTableWidgetItem(q(columns_.headings[i])));
        table_->setItem(row, ListColumn::samples, new QTableWidgetItem(begins.join(", ")));
        auto* choice = new QComboBox;
        choice->setAccessibleName(tr("What %1 holds").arg(q(columns_.headings[i])));
        choice->addItem(tr("nothing of these"), QString());
        for (const std::string& one : all_column_meanings())
            choice->addItem(q(column_title(one)), q(one));
        choice->setCurrentIndex(std::max(0, choice->findData(q(columns_.meanings[i]))));
        connect(choice, &QComboBox::currentIndexChanged, this, &ColumnsDialog::look);
        table_->setCellWidget(row, ListColumn::meaning, choice);
        table_->setRowHeight(row, choice->sizeHint().height() + 2);
        choices_.push_back(choice);
    }
    table_->resizeColumnToContents(ListColumn::heading);
    table_->setColumnWidth(ListColumn::meaning,
                           choices_.empty() ? 120 : choices_.front()->sizeHint().width() + 8);
    words_->setObjectName("columnsWords");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    take_ = buttons->addButton(tr("Bring in"), QDialogButtonBox::AcceptRole);
    take_->setObjectName("takeColumns");
    connect(buttons, &QDialogButtonBox::accepted, this, &ColumnsDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addWidget(table_, 1);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    resize(620, 420);
    look();
}

ColumnMeanings ColumnsDialog::meanings() const {
    ColumnMeanings out;
    for (std::size_t i = 0; i < choices_.size(); ++i)
        out[lowered(columns_.headings[i])] = choices_[i]->currentData().toString().toStdString();
    return out;
}

void ColumnsDialog::look() {
    const bool enough = reading_columns(csv_, meanings()).enough;
    take_->setEnabled(enough);
    words_->setText(enough
                        ? QString()
                        : tr("One column has to say where it was read: a cable, a port or a unit "
                             "of the site. Then either a column of what and one of its value, "
                             "or a column for each kind of reading."));
}

void ColumnsDialog::accept() {
    remember_words(kept_group, meanings());
    QDialog::accept();
}

}  // namespace ovant
