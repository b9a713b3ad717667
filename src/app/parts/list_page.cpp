// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/list_page.h"

#include <QHeaderView>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/parts/brings_dialog.h"
#include "app/parts/spares_dialog.h"
#include "app/document/save_export.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/format/parts_sheet.h"
#include "phrase/numbers.h"
#include "phrase/offer_text.h"
#include "phrase/parts_text.h"

namespace ovant {
PartsModel::PartsModel(const Document& document, QObject* parent)
    : QAbstractTableModel(parent), document_(document) {}

void PartsModel::set_parts(std::vector<PartLine> parts) {
    beginResetModel();
    parts_ = std::move(parts);
    endResetModel();
}

int PartsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(parts_.size());
}

int PartsModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : column_count;
}

QVariant PartsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole) {
        const bool number = section == quantity || section == price_each || section == price;
        return QVariant((number ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    }
    if (role != Qt::DisplayRole) return {};
    const QString currency = q(document_.site().settings.currency);
    switch (section) {
        case name: return tr("Part");
        case quantity: return tr("Quantity");
        case price_each: return tr("Each, %1").arg(currency);
        case price: return tr("Price, %1").arg(currency);
        case used_by: return tr("Used by");
        default: return {};
    }
}

QVariant PartsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const PartLine& line = parts_[static_cast<std::size_t>(index.row())];
    const bool metres = line.unit == Unit::metre;
    const UnitSystem units = document_.units();
    // A price a metre becomes a price a foot where feet are shown.
    const double per_shown = metres ? from_shown(1, Unit::metre, units) : 1;
    if (role == Qt::TextAlignmentRole) return headerData(index.column(), Qt::Horizontal, role);
    if (role == value_role) {
        switch (index.column()) {
            case quantity: return line.quantity;
            case price_each: return line.unit_price;
            case price: return line.price;
            default: return {};
        }
    }
    if (role == Qt::ToolTipRole && (index.column() == used_by || index.column() == name))
        role = Qt::DisplayRole;
    if (role != Qt::DisplayRole) return {};
    switch (index.column()) {
        case name: return q(part_name(line, document_.text()));
        case quantity:
            return q(shown(std::round(line.quantity), metres ? Unit::metre : Unit::count, units));
        case price_each: return q(shown_money(line.unit_price * per_shown, ""));
        case price: return q(shown_money(line.price, ""));
        case used_by: return ids_in_cell(line.used_by);
        default: return {};
    }
}

ListPage::ListPage(Document& document, PartsWork& work, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      work_(work),
      prompts_(prompts),
      model_(new PartsModel(document, this)),
      table_(new QTableView),
      total_(new QLabel),
      box_bar_(new QWidget),
      box_text_(wrapped_label({}, box_bar_)) {
    setObjectName("partsList");
    total_->setObjectName("partsTotal");
    total_->setWordWrap(true);
    total_->setFont(text_font(*this, 1.05, true));
    auto* brings = new QPushButton(icon(Icon::settings), tr("What else…"));
    brings->setObjectName("brings");
    brings->setToolTip(tr("Rules of what is needed with ends, metres, units and places"));
    connect(brings, &QPushButton::clicked, this, [this] { BringsDialog(document_, this).exec(); });
    auto* spares = new QPushButton(icon(Icon::kept), tr("Spares…"));
    spares->setObjectName("spares");
    spares->setToolTip(tr("The fewest units to carry, so that any one that fails is replaced"));
    connect(spares, &QPushButton::clicked, this,
            [this] { SparesDialog(document_, prompts_, this).exec(); });
    auto* csv = new QPushButton(icon(Icon::give_out), tr("CSV…"));
    csv->setObjectName("saveCsv");
    auto* xlsx = new QPushButton(icon(Icon::table), tr("Spreadsheet…"));
    xlsx->setObjectName("saveXlsx");
    csv->setToolTip(tr("Saves the list as comma-separated text"));
    xlsx->setToolTip(tr("Saves the list as a spreadsheet"));
    auto* top = new QHBoxLayout;
    top->addStretch(1);
    top->addWidget(brings);
    top->addWidget(spares);
    top->addWidget(csv);
    top->addWidget(xlsx);
    auto* note = new QLabel(
        tr("Material only. Cable in the packages that cost least, its drops, slack and loops in "
           "it; prices from the catalogue, without tax or labour."));
    note->setWordWrap(true);
    box_bar_->setObjectName("supplyBox");
    box_text_->setObjectName("supplyBoxText");
    auto* use_box = new QPushButton(icon(Icon::accept), tr("Use"));
    use_box->setObjectName("useSupplyBox");
    auto* box_row = new QHBoxLayout(box_bar_);
    box_row->setContentsMargins(0, 0, 0, 0);
    box_row->addWidget(box_text_, 1);
    box_row->addWidget(use_box, 0, Qt::AlignTop);
    connect(use_box, &QPushButton::clicked, this, &ListPage::use_box);
    box_bar_->hide();
    table_->setObjectName("partsTable");
    table_->setAccessibleName(tr("Parts"));
    table_->setModel(model_);
    table_->verticalHeader()->hide();
    table_->setShowGrid(false);
    table_->setAlternatingRowColors(true);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setWordWrap(false);
    table_->setTextElideMode(Qt::ElideRight);
    QHeaderView* header = table_->horizontalHeader();
    header->setHighlightSections(false);
    header->setSectionResizeMode(PartsModel::name, QHeaderView::Stretch);
    for (int column : {PartsModel::quantity, PartsModel::price_each, PartsModel::price}) {
        header->setSectionResizeMode(column, QHeaderView::ResizeToContents);
    }
    header->setSectionResizeMode(PartsModel::used_by, QHeaderView::Fixed);
    header->resizeSection(PartsModel::used_by, 110);
    table_->verticalHeader()->setDefaultSectionSize(fontMetrics().height() + 10);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addWidget(total_);
    layout->addWidget(note);
    layout->addLayout(top);
    layout->addWidget(box_bar_);
    layout->addWidget(table_, 1);
    connect(csv, &QPushButton::clicked, this, &ListPage::save_csv);
    connect(xlsx, &QPushButton::clicked, this, &ListPage::save_xlsx);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, this, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&work_, &PartsWork::ready, this, [when_seen] { when_seen->ask(); });
}

void ListPage::refresh() {
    const std::shared_ptr<const PartsBought> bought = work_.bought();
    if (!bought) return total_->setText(tr("working…"));
    model_->set_parts(bought->lines);
    box_bar_->setVisible(!bought->boxes.empty());
    if (!bought->boxes.empty())
        box_text_->setText(
            q(supply_box_text(bought->boxes.front(), document_.site(), document_.text()) + "."));
    total_->setText(
        tr("total %1")
            .arg(q(shown_money(total_price(model_->parts()), document_.site().settings.currency))));
}

void ListPage::use_box() {
    const std::shared_ptr<const PartsBought> bought = work_.bought_now();
    if (bought->boxes.empty()) return;
    const SupplyBox& box = bought->boxes.front();
    document_.edit(tr("One supply box for %1 adapters").arg(box.adapters.size()), Site(box.site));
}

void ListPage::save_csv() {
    save_export_of(
        this, document_, prompts_, {tr("Save parts"), tr("CSV (*.csv)"), tr("parts.csv")}, [this] {
            return parts_csv(work_.bought_now()->lines, document_.site().settings.currency);
        });
}

void ListPage::save_xlsx() {
    save_export(this, document_, prompts_,
                {tr("Save parts"), tr("Spreadsheet (*.xlsx)"), tr("parts.xlsx")},
                [this](const std::string& path) {
                    return write_parts_xlsx(path, document_.site().name, work_.bought_now()->lines,
                                            document_.site().settings.currency);
                });
}

}  // namespace ovant
