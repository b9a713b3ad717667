// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/brings_dialog.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "core/edits/edits.h"
#include "phrase/brings_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

enum BringsColumn { rule_of, rule_part, rule_count, rule_spare, rule_own };

QString percent(double share) { return QString::number(100 * share, 'g', 4); }

}  // namespace

BringsDialog::BringsDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      table_(new QTableWidget),
      count_(new QLineEdit),
      spare_(new QLineEdit),
      set_(new QPushButton(icon(Icon::accept), tr("Set here"))),
      as_shipped_(new QPushButton(icon(Icon::undo), tr("As in the catalogue"))) {
    setObjectName("bringsDialog");
    setWindowTitle(tr("What else is needed"));
    auto* words = wrapped_label(
        tr("Small parts are counted by these rules. Set how many this site needs of each; 0 does "
           "away with it."),
        this);
    table_->setObjectName("bringsTable");
    table_->setAccessibleName(tr("Rules of what else is needed"));
    table_->setColumnCount(rule_own + 1);
    table_->setHorizontalHeaderLabels(
        {tr("For"), tr("Part"), tr("How many"), tr("Spare, %"), tr("Set")});
    make_plain(*table_, rule_of);
    connect(table_, &QTableWidget::itemSelectionChanged, this, &BringsDialog::show_rule);
    count_->setObjectName("bringsCount");
    count_->setAccessibleName(tr("How many"));
    spare_->setObjectName("bringsSpare");
    spare_->setAccessibleName(tr("Spare, percent"));
    for (QLineEdit* field : {count_, spare_}) {
        field->setFixedWidth(fontMetrics().horizontalAdvance("10000.00") + 16);
        field->setAlignment(Qt::AlignRight);
        connect(field, &QLineEdit::returnPressed, this, &BringsDialog::set_rule_here);
    }
    set_->setObjectName("setBrings");
    as_shipped_->setObjectName("bringsAsShipped");
    connect(set_, &QPushButton::clicked, this, &BringsDialog::set_rule_here);
    connect(as_shipped_, &QPushButton::clicked, this, &BringsDialog::as_shipped);
    auto* row = new QHBoxLayout;
    row->addWidget(new QLabel(tr("How many")));
    row->addWidget(count_);
    row->addSpacing(10);
    row->addWidget(new QLabel(tr("Spare, %")));
    row->addWidget(spare_);
    row->addWidget(set_);
    row->addWidget(as_shipped_);
    row->addStretch(1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    for (QPushButton* button : {set_, as_shipped_, buttons->button(QDialogButtonBox::Close)})
        button->setAutoDefault(false);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(words);
    layout->addWidget(table_, 1);
    layout->addLayout(row);
    layout->addWidget(buttons);
    resize(860, 560);
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) refresh();
    });
    refresh();
}

bool BringsDialog::is_own(const Brings& rule) const {
    const auto& own = document_.committed().brings;
    return std::any_of(own.begin(), own.end(),
                       [&](const Brings& one) { return one.id == rule.id; });
}

void BringsDialog::refresh() {
    const std::vector<Brings>& rules = document_.catalogue().brings();
    const int row = table_->currentRow();
    table_->setRowCount(static_cast<int>(rules.size()));
    for (std::size_t i = 0; i < rules.size(); ++i) {
        const Brings& rule = rules[i];
        const QString cells[] = {q(counted_text(rule)), q(kind_name(document_.text(), rule.part)),
                                 q(how_many_text(rule)),
                                 rule.spare_share > 0 ? percent(rule.spare_share) : QString(),
                                 is_own(rule) ? tr("here") : QString()};
        for (int column = rule_of; column <= rule_own; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setToolTip(cells[column]);
            if (column == rule_count || column == rule_spare)
                item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            table_->setItem(static_cast<int>(i), column, item);
        }
    }
    table_->setColumnWidth(rule_part, 280);
    for (int column : {rule_count, rule_spare, rule_own}) table_->resizeColumnToContents(column);
    if (table_->rowCount() > 0)
        table_->setCurrentCell(std::clamp(row, 0, table_->rowCount() - 1), rule_of);
    show_rule();
}

const Brings* BringsDialog::current() const {
    const int row = table_->currentRow();
    const std::vector<Brings>& rules = document_.catalogue().brings();
    return row >= 0 && static_cast<std::size_t>(row) < rules.size()
               ? &rules[static_cast<std::size_t>(row)]
               : nullptr;
}

void BringsDialog::show_rule() {
    const Brings* rule = current();
    set_->setEnabled(rule);
    as_shipped_->setEnabled(rule && is_own(*rule));
    if (!rule) return;
    count_->setText(QString::number(rule->count, 'g', 6));
    spare_->setText(percent(rule->spare_share));
}

void BringsDialog::set_rule_here() {
    const Brings* rule = current();
    if (!rule) return;
    Brings own = *rule;
    for (const auto& [field, to, factor] :
         {std::tuple(count_, &own.count, 1.0), std::tuple(spare_, &own.spare_share, 0.01)}) {
        const Result<double> value =
            parse_quantity(field->text().toStdString(), Unit::none, UnitSystem::metric);
        if (!value) {
            emit document_.refused(q(sentence(value.error())));
            return field->setFocus();
        }
        *to = *value * factor;
    }
    document_.edit(tr("Set what else is needed"),
                   set_rule(document_.committed(), document_.catalogue(), own));
}

void BringsDialog::as_shipped() {
    const Brings* rule = current();
    if (!rule || !is_own(*rule)) return;
    document_.edit(tr("What else is needed as in the catalogue"),
                   remove_object(document_.committed(), document_.catalogue(), rule->id));
}

}  // namespace ovant
