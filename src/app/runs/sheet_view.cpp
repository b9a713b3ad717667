// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/sheet_view.h"

#include <QClipboard>
#include <QCompleter>
#include <QGuiApplication>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QSettings>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/elided_label.h"
#include "app/kit/q.h"
#include "app/kit/verdict_delegate.h"
#include "app/runs/sheet_model.h"
#include "app/theme/theme.h"
#include "core/sheet/sheet.h"
#include "phrase/sheet_text.h"

namespace ovant {
namespace {

// Editors know the kinds by name; what was not taken is underlined.
class CellDelegate : public QStyledItemDelegate {
public:
    CellDelegate(const Document& document, QObject* parent)
        : QStyledItemDelegate(parent), document_(document) {}

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&,
                          const QModelIndex& index) const override {
        auto* edit = new QLineEdit(parent);
        edit->setFrame(false);
        const SheetColumn column = SheetModel::column_at(index.column());
        QStringList names;
        if (column == SheetColumn::kind || column == SheetColumn::cable) {
            for (const auto& [id, kind] : document_.catalogue()) {
                const bool takes =
                    column == SheetColumn::kind ? ends_a_run(*kind) : kind->cable.has_value();
                if (takes) names << q(kind->name);
            }
        }
        if (!names.isEmpty()) {
            auto* completer = new QCompleter(names, edit);
            completer->setFilterMode(Qt::MatchContains);
            completer->setCaseSensitivity(Qt::CaseInsensitive);
            edit->setCompleter(completer);
        }
        return edit;
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        QStyledItemDelegate::paint(painter, option, index);
        if (!index.data(SheetModel::refused_role).isValid() || !option.widget) return;
        painter->save();
        QPen pen(theme_of(*option.widget).fails);
        pen.setWidth(2);
        pen.setStyle(Qt::DotLine);
        painter->setPen(pen);
        painter->drawLine(option.rect.left() + 3, option.rect.bottom() - 2, option.rect.right() - 3,
                          option.rect.bottom() - 2);
        painter->restore();
    }

private:
    const Document& document_;
};

constexpr const char* columns_key = "sheet/hidden";

}  // namespace

SheetView::SheetView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      model_(new SheetModel(document, this)),
      order_(new SheetOrder(*model_, this)),
      table_(new QTableView),
      search_(new QLineEdit),
      columns_(new QToolButton) {
    setObjectName("sheet");
    search_->setObjectName("sheetSearch");
    search_->setPlaceholderText(tr("Find in all columns"));
    search_->setAccessibleName(tr("Find in all columns"));
    search_->setClearButtonEnabled(true);
    search_->setMaximumWidth(260);
    connect(search_, &QLineEdit::textChanged, order_, &SheetOrder::search);
    auto* hint = new ElidedLabel;
    hint->setText(
        tr("Type or paste; Ctrl+D fills down; the last row is a new run: name, kind, "
           "metres"));
    hint->setToolTip(hint->text());
    hint->setFont(text_font(*this, 0.9));
    columns_->setText(tr("Columns ▾"));
    columns_->setObjectName("sheetColumns");
    columns_->setPopupMode(QToolButton::InstantPopup);
    auto* plan = new QPushButton(tr("Plan"));
    plan->setObjectName("sheetToPlan");
    plan->setToolTip(tr("Back to the plan (F8)"));
    connect(plan, &QPushButton::clicked, this, &SheetView::plan_wanted);
    make_table();
    make_columns_menu();
    auto* top = new QHBoxLayout;
    top->setContentsMargins(8, 6, 8, 4);
    top->setSpacing(10);
    top->addWidget(search_, 1);
    top->addWidget(hint, 2);
    top->addWidget(columns_);
    top->addWidget(plan);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addLayout(top);
    layout->addWidget(table_, 1);
    connect(&document_, &Document::selection_changed, this, &SheetView::follow_selection);
    connect(model_, &QAbstractItemModel::modelReset, this, &SheetView::follow_selection);
    connect(model_, &SheetModel::added, this,
            [this](const std::string& run) { document_.select(run); });
    connect(
        model_, &SheetModel::next_begun, this,
        [this] {
            table_->setCurrentIndex(
                order_->index(order_->rowCount() - 1, SheetModel::column_of(SheetColumn::name)));
            table_->setFocus();
        },
        Qt::QueuedConnection);
}

void SheetView::make_table() {
    table_->setObjectName("sheetTable");
    table_->setAccessibleName(tr("Sheet of runs"));
    table_->setModel(order_);
    table_->setItemDelegate(new CellDelegate(document_, table_));
    table_->setItemDelegateForColumn(SheetModel::column_of(SheetColumn::verdict),
                                     new VerdictDelegate(SheetModel::verdict_role, table_));
    table_->setFrameShape(QFrame::NoFrame);
    table_->setWordWrap(false);
    table_->setSelectionMode(QAbstractItemView::ContiguousSelection);
    table_->setSelectionBehavior(QAbstractItemView::SelectItems);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                            QAbstractItemView::AnyKeyPressed);
    table_->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setMinimumSectionSize(1);
    const QFontMetrics metrics(table_->font());
    table_->verticalHeader()->setDefaultSectionSize(metrics.height() + 8);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setMinimumSectionSize(26);
    table_->setSortingEnabled(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    const std::pair<SheetColumn, const char*> widest[] = {
        {SheetColumn::verdict, "  "},
        {SheetColumn::unit, "K1000"},
        {SheetColumn::name, "Harbour office front"},
        {SheetColumn::kind, "Fixed bullet, 4 MP, 30 m inf"},
        {SheetColumn::length, "1 234.5 m"},
        {SheetColumn::cable, "Cat 5e, 24 AWG, outdoor"},
        {SheetColumn::port, "SW12.24"},
        {SheetColumn::watts, "100.5 W"},
        {SheetColumn::bit_rate, "100.0 Mb/s"},
        {SheetColumn::surroundings, "Wet or salt"},
        {SheetColumn::importance, "Importance"},
        {SheetColumn::address, "192.168.100.200"},
        {SheetColumn::channel, "Channel"},
        {SheetColumn::x, "1 234.56 m"},
        {SheetColumn::y, "1 234.56 m"},
        {SheetColumn::decides, "The camera voltage at night is 33.1 V, needs 37"}};
    for (const auto& [column, text] : widest)
        table_->setColumnWidth(SheetModel::column_of(column), metrics.horizontalAdvance(text) + 18);
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->installEventFilter(this);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            &SheetView::take_current);
}

void SheetView::make_columns_menu() {
    auto* menu = new QMenu(columns_);
    const QStringList usual = {QString::number(SheetModel::column_of(SheetColumn::x)),
                               QString::number(SheetModel::column_of(SheetColumn::y))};
    const QStringList hidden = QSettings().value(columns_key, usual).toStringList();
    for (int column = 0; column < model_->columnCount(); ++column) {
        const SheetColumn of = SheetModel::column_at(column);
        QAction* action = menu->addAction(q(title(of)));
        action->setCheckable(true);
        const bool shown = !hidden.contains(QString::number(column));
        action->setChecked(shown);
        table_->setColumnHidden(column, !shown);
        if (of == SheetColumn::unit) action->setEnabled(false);  // a row has a name
        connect(action, &QAction::toggled, this, [this, column](bool on) {
            table_->setColumnHidden(column, !on);
            QStringList now;
            for (int one = 0; one < model_->columnCount(); ++one)
                if (table_->isColumnHidden(one)) now << QString::number(one);
            QSettings().setValue(columns_key, now);
        });
    }
    columns_->setMenu(menu);
}

void SheetView::take_focus() {
    follow_selection();
    if (!table_->currentIndex().isValid())
        table_->setCurrentIndex(order_->index(0, SheetModel::column_of(SheetColumn::name)));
    table_->setFocus();
}

void SheetView::follow_selection() {
    const int row = model_->row_of(document_.selected_camera());
    if (row < 0) return;
    const QModelIndex now = order_->mapToSource(table_->currentIndex());
    if (now.isValid() && now.row() == row) return;
    const int column = now.isValid() ? now.column() : SheetModel::column_of(SheetColumn::name);
    const QModelIndex there = order_->mapFromSource(model_->index(row, column));
    if (there.isValid()) table_->setCurrentIndex(there);
}

void SheetView::take_current() {
    const std::string run = model_->run_at(order_->mapToSource(table_->currentIndex()).row());
    if (!run.empty() && run != document_.selected_camera()) document_.select(run);
}

std::vector<int> SheetView::shown_columns() const {
    std::vector<int> out;
    const QHeaderView* header = table_->horizontalHeader();
    for (int visual = 0; visual < header->count(); ++visual) {
        const int column = header->logicalIndex(visual);
        if (!table_->isColumnHidden(column)) out.push_back(column);
    }
    return out;
}

// By places among the columns that are shown.
SheetView::Block SheetView::chosen() const {
    const std::vector<int> columns = shown_columns();
    const auto place = [&](int column) {
        return static_cast<int>(std::find(columns.begin(), columns.end(), column) -
                                columns.begin());
    };
    QModelIndexList cells = table_->selectionModel()->selectedIndexes();
    if (cells.isEmpty()) cells << table_->currentIndex();
    Block out{{INT_MAX, INT_MAX}, {-1, -1}};
    for (const QModelIndex& cell : cells) {
        if (!cell.isValid() || table_->isColumnHidden(cell.column())) continue;
        out.from = {std::min(out.from.row, cell.row()),
                    std::min(out.from.column, place(cell.column()))};
        out.to = {std::max(out.to.row, cell.row()), std::max(out.to.column, place(cell.column()))};
    }
    return out;
}

void SheetView::copy() const {
    const std::vector<int> columns = shown_columns();
    const Block block = chosen();
    std::vector<std::vector<std::string>> rows;
    for (int row = block.from.row; row <= block.to.row; ++row) {
        std::vector<std::string>& cells = rows.emplace_back();
        for (int at = block.from.column; at <= block.to.column; ++at)
            cells.push_back(order_->index(row, columns[static_cast<std::size_t>(at)])
                                .data(Qt::EditRole)
                                .toString()
                                .toStdString());
    }
    if (!rows.empty()) QGuiApplication::clipboard()->setText(q(rows_text(rows)));
}

// From the upper left cell on; one value fills all that is chosen; rows past the last are new runs.
void SheetView::paste(const QString& text) {
    const std::vector<std::vector<std::string>> rows = rows_of_text(text.toStdString());
    const Block block = chosen();
    if (rows.empty() || block.to.row < 0) return;
    const std::vector<int> columns = shown_columns();
    std::vector<SheetModel::Typed> cells;
    const auto put = [&](int row, int at, const std::string& value) {
        if (static_cast<std::size_t>(at) >= columns.size()) return;
        const QModelIndex cell =
            order_->mapToSource(order_->index(row, columns[static_cast<std::size_t>(at)]));
        if (cell.isValid())
            cells.push_back({cell.row(), SheetModel::column_at(cell.column()), q(value).trimmed()});
    };
    if (rows.size() == 1 && rows.front().size() == 1) {
        for (int row = block.from.row; row <= block.to.row; ++row) {
            for (int at = block.from.column; at <= block.to.column; ++at)
                put(row, at, rows.front().front());
        }
        model_->write(tr("Paste into the sheet"), cells);
        return;
    }
    const int last = order_->rowCount() - 1;  // the new row
    std::vector<SheetColumn> under;
    for (std::size_t at = static_cast<std::size_t>(block.from.column); at < columns.size(); ++at)
        under.push_back(SheetModel::column_at(columns[at]));
    std::vector<std::vector<std::string>> more;
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const int row = block.from.row + static_cast<int>(i);
        if (row >= last) {
            more.push_back(rows[i]);
            continue;
        }
        for (std::size_t c = 0; c < rows[i].size(); ++c)
            put(row, block.from.column + static_cast<int>(c), rows[i][c]);
    }
    if (!more.empty() && order_->searching() && block.from.row < last) {
        emit document_.refused(
            tr("%1 rows more than are shown: clear the search first").arg(more.size()));
        return;
    }
    model_->write(tr("Paste into the sheet"), cells, under, more);
}

void SheetView::keep_refused(const std::vector<std::pair<CellText, Error>>& cells) {
    model_->keep_refused(cells);
}

void SheetView::fill_down() {
    const Block block = chosen();
    const std::vector<int> columns = shown_columns();
    std::vector<SheetModel::Typed> cells;
    for (int at = block.from.column; at <= block.to.column; ++at) {
        const int column = columns[static_cast<std::size_t>(at)];
        const QString text = order_->index(block.from.row, column).data(Qt::EditRole).toString();
        for (int row = block.from.row + 1; row <= block.to.row; ++row) {
            const QModelIndex cell = order_->mapToSource(order_->index(row, column));
            cells.push_back({cell.row(), SheetModel::column_at(column), text});
        }
    }
    model_->write(tr("Fill down"), cells);
}

void SheetView::clear() {
    const Block block = chosen();
    const std::vector<int> columns = shown_columns();
    std::vector<SheetModel::Typed> cells;
    for (int row = block.from.row; row <= block.to.row; ++row) {
        for (int at = block.from.column; at <= block.to.column; ++at) {
            const QModelIndex cell =
                order_->mapToSource(order_->index(row, columns[static_cast<std::size_t>(at)]));
            const SheetColumn column = SheetModel::column_at(cell.column());
            if (is_written(column)) cells.push_back({cell.row(), column, {}});
        }
    }
    model_->clear(cells);
}

bool SheetView::key_pressed(int key, bool control) {
    const QModelIndex at = table_->currentIndex();
    if (control && key == Qt::Key_C)
        copy();
    else if (control && key == Qt::Key_V)
        paste(QGuiApplication::clipboard()->text());
    else if (control && key == Qt::Key_D)
        fill_down();
    else if (!control && (key == Qt::Key_Delete || key == Qt::Key_Backspace))
        clear();
    else if (!control && (key == Qt::Key_Return || key == Qt::Key_Enter)) {
        // Behind what an editor has still to hand over.
        QTimer::singleShot(0, table_, [this, at = QPersistentModelIndex(at)] {
            const QModelIndex below = order_->index(at.row() + 1, at.column());
            if (at.isValid() && below.isValid()) table_->setCurrentIndex(below);
        });
    } else
        return false;
    return true;
}

// Letters are typed into the cell, not tools of the plan.
bool SheetView::eventFilter(QObject* watched, QEvent* event) {
    if (watched != table_) return QWidget::eventFilter(watched, event);
    if (event->type() != QEvent::ShortcutOverride && event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    auto* key = static_cast<QKeyEvent*>(event);
    const bool control = key->modifiers() == Qt::ControlModifier;
    const bool plain = !(key->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier));
    if (event->type() == QEvent::KeyPress)
        return (control || plain) && key_pressed(key->key(), control);
    const bool ours =
        control && (key->key() == Qt::Key_C || key->key() == Qt::Key_V || key->key() == Qt::Key_D);
    const bool typed = plain && ((!key->text().isEmpty() && key->text().at(0).isPrint()) ||
                                 key->key() == Qt::Key_Delete || key->key() == Qt::Key_Backspace ||
                                 key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter);
    if (ours || typed) event->accept();
    return ours || typed;
}

}  // namespace ovant
