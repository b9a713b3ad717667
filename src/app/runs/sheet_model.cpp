// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/sheet_model.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "app/kit/q.h"
#include "phrase/error_text.h"
#include "phrase/sheet_text.h"

namespace ovant {
namespace {

constexpr int columns = static_cast<int>(std::size(all_sheet_columns));

bool is_number(SheetColumn column) {
    return column == SheetColumn::length || column == SheetColumn::watts ||
           column == SheetColumn::bit_rate || column == SheetColumn::importance ||
           column == SheetColumn::channel || column == SheetColumn::x || column == SheetColumn::y;
}

}  // namespace

SheetModel::SheetModel(Document& document, QObject* parent)
    : QAbstractTableModel(parent), document_(document) {
    connect(&document, &Document::changed, this, [this](Change what) {
        if (what == Change::opening) {
            refused_.clear();
            new_row_.clear();
        }
        if (what == Change::commit) drop_mended();
        refresh();
    });
    refresh();
}

SheetColumn SheetModel::column_at(int column) {
    return all_sheet_columns[static_cast<std::size_t>(column)];
}

int SheetModel::column_of(SheetColumn column) {
    return static_cast<int>(
        std::find(std::begin(all_sheet_columns), std::end(all_sheet_columns), column) -
        std::begin(all_sheet_columns));
}

void SheetModel::refresh() {
    const std::size_t count = document_.assessment().runs.size();
    const bool same = count == rows_.size();
    if (!same) beginResetModel();
    rows_.assign(count, std::nullopt);
    if (!same)
        endResetModel();
    else
        emit dataChanged(index(0, 0), index(rowCount() - 1, columns - 1));
}

// What was refused stands for as long as what it was to take the place of.
void SheetModel::drop_mended() {
    std::erase_if(refused_, [&](const auto& one) {
        const CameraNumber camera = document_.camera_number(one.first.first);
        return !camera || text_of(camera, one.first.second) != one.second.stood;
    });
}

void SheetModel::refuse(const CellText& cell, const QString& why) {
    if (const CameraNumber camera = document_.camera_number(cell.run))
        refused_[{cell.run, cell.column}] = {q(cell.text), why, text_of(camera, cell.column)};
}

QString SheetModel::text_of(CameraNumber camera, SheetColumn column) const {
    return q(sheet_text(document_.network(), document_.assessment().runs[camera], camera, column,
                        document_.text()));
}

const std::vector<QString>& SheetModel::row(std::size_t at) const {
    if (!rows_[at]) {
        const CameraNumber camera(at);
        std::vector<QString> texts;
        for (SheetColumn column : all_sheet_columns) texts.push_back(text_of(camera, column));
        rows_[at] = std::move(texts);
    }
    return *rows_[at];
}

int SheetModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size()) + 1;
}
int SheetModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : columns;
}

std::string SheetModel::run_at(int row) const {
    if (row < 0 || is_new_row(row)) return "";
    return document_.assessment().runs[CameraNumber(static_cast<std::size_t>(row))].camera;
}

int SheetModel::row_of(const std::string& run) const {
    const CameraNumber number = document_.camera_number(run);
    return number ? static_cast<int>(number.position()) : -1;
}

QString SheetModel::text_at(int at, SheetColumn column) const {
    if (is_new_row(at)) {
        const auto typed = new_row_.find(column);
        return typed == new_row_.end() ? QString() : typed->second;
    }
    const auto refused = refused_.find({run_at(at), column});
    if (refused != refused_.end()) return refused->second.text;
    return row(static_cast<std::size_t>(at))[static_cast<std::size_t>(column_of(column))];
}

QVariant SheetModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const SheetColumn column = column_at(index.column());
    const bool fresh = is_new_row(index.row());
    const auto refused = refused_.find({run_at(index.row()), column});
    switch (role) {
        case Qt::DisplayRole:
            if (fresh && column == SheetColumn::name && text_at(index.row(), column).isEmpty())
                return tr("new run");
            return column == SheetColumn::verdict ? QString() : text_at(index.row(), column);
        case Qt::EditRole: return text_at(index.row(), column);
        case Qt::AccessibleTextRole:
            return refused == refused_.end()
                       ? text_at(index.row(), column)
                       : tr("%1, not taken: %2").arg(refused->second.text, refused->second.why);
        case Qt::ToolTipRole:
            if (refused != refused_.end()) return refused->second.why;
            return fresh ? tr("A name or a kind, and metres, make a new run")
                         : text_at(index.row(), column);
        case verdict_role:
            if (fresh || column != SheetColumn::verdict) return {};
            return static_cast<int>(document_.assessment()
                                        .runs[CameraNumber(static_cast<std::size_t>(index.row()))]
                                        .verdict);
        case refused_role: return refused == refused_.end() ? QVariant() : refused->second.why;
        case number_role: {
            if (fresh) return {};
            const CameraNumber camera(static_cast<std::size_t>(index.row()));
            const double number = sheet_number(document_.network(),
                                               document_.assessment().runs[camera], camera, column);
            return std::isnan(number) ? QVariant() : QVariant(number);
        }
        case find_role: {
            if (fresh) return {};
            const std::vector<QString>& texts = row(static_cast<std::size_t>(index.row()));
            return QStringList(texts.begin(), texts.end()).join(' ');
        }
        case Qt::TextAlignmentRole:
            return static_cast<int>((is_number(column) ? Qt::AlignRight : Qt::AlignLeft) |
                                    Qt::AlignVCenter);
        default: return {};
    }
}

QVariant SheetModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    const SheetColumn column = column_at(section);
    if (role == Qt::DisplayRole)
        return column == SheetColumn::verdict ? QString() : q(title(column));
    if (role == Qt::AccessibleTextRole) return q(title(column));
    if (role == Qt::TextAlignmentRole)
        return static_cast<int>((is_number(column) ? Qt::AlignRight : Qt::AlignLeft) |
                                Qt::AlignVCenter);
    return {};
}

Qt::ItemFlags SheetModel::flags(const QModelIndex& index) const {
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    if (is_written(column_at(index.column())) && !document_.read_only())
        flags |= Qt::ItemIsEditable;
    return flags;
}

bool SheetModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || !index.isValid()) return false;
    const SheetColumn column = column_at(index.column());
    const QString text = value.toString().trimmed();
    if (is_new_row(index.row())) {
        write_new(column, text);
        return true;
    }
    write(tr("Change %1 of %2").arg(q(title(column)).toLower(), q(run_at(index.row()))),
          {{index.row(), column, text}});
    return true;
}

void SheetModel::write_new(SheetColumn column, const QString& text) {
    new_row_[column] = text;
    const int last = rowCount() - 1;
    emit dataChanged(index(last, 0), index(last, columns - 1));
    // Behind the editor's end, as rows are made anew.
    QMetaObject::invokeMethod(this, &SheetModel::begin_run, Qt::QueuedConnection);
}

// A run once it can be one.
void SheetModel::begin_run() {
    const auto has = [&](SheetColumn one) {
        const auto typed = new_row_.find(one);
        return typed != new_row_.end() && !typed->second.isEmpty();
    };
    if (!has(SheetColumn::length) || !(has(SheetColumn::name) || has(SheetColumn::kind))) return;
    std::vector<SheetColumn> under;
    std::vector<std::string> row;
    for (const auto& [one, typed] : new_row_) {
        under.push_back(one);
        row.push_back(typed.toStdString());
    }
    if (!write(tr("Add a run"), {}, under, {row})) return;
    new_row_.clear();
    refresh();
    emit next_begun();
}

bool SheetModel::write(const QString& name, const std::vector<Typed>& typed,
                       const std::vector<SheetColumn>& under,
                       const std::vector<std::vector<std::string>>& rows) {
    std::vector<CellText> cells;
    for (const Typed& one : typed) {
        if (!is_written(one.column)) continue;
        const std::string run = run_at(one.row);
        if (run.empty()) {
            write_new(one.column, one.text);
            continue;
        }
        refused_.erase({run, one.column});
        if (text_at(one.row, one.column) == one.text) continue;
        cells.push_back({run, one.column, one.text.toStdString()});
    }
    SheetEdit edit = set_cells(document_.committed(), document_.catalogue(), cells);
    std::vector<QString> why;
    for (const CellRefused& refused : edit.refused) why.push_back(q(sentence(refused.error)));
    RowsAdded more;
    if (!rows.empty()) more = add_rows(edit.site, document_.catalogue(), under, rows);
    for (const RowFault& fault : more.faults) why.push_back(q(sentence(fault.error)));
    Site& site = more.added.empty() ? edit.site : more.site;
    if (!(site == document_.committed())) document_.edit(name, Result<Site>(std::move(site)));
    // Beside what stands in them now.
    for (const CellRefused& refused : edit.refused)
        refuse(cells[refused.cell], q(sentence(refused.error)));
    keep_refused(more.cells);
    refresh();
    tell(why);
    if (!more.added.empty()) emit added(more.added.front());
    return !more.added.empty();
}

void SheetModel::keep_refused(const std::vector<std::pair<CellText, Error>>& cells) {
    for (const auto& [cell, error] : cells) refuse(cell, q(sentence(error)));
    if (!cells.empty()) refresh();
}

void SheetModel::clear(const std::vector<Typed>& cells) {
    std::vector<Typed> real;
    bool dropped = false;
    for (Typed cell : cells) {
        if (is_new_row(cell.row)) {
            new_row_.erase(cell.column);
            dropped = true;
        } else if (refused_.erase({run_at(cell.row), cell.column}) > 0) {
            dropped = true;
        } else {
            cell.text.clear();
            real.push_back(cell);
        }
    }
    if (!real.empty())
        write(tr("Clear cells"), real);
    else if (dropped)
        refresh();
}

void SheetModel::tell(const std::vector<QString>& why) {
    if (why.empty()) return;
    emit document_.refused(
        why.size() == 1 ? why.front()
                        : tr("%1 cells were not taken, the first: %2").arg(why.size()).arg(why[0]));
}

SheetOrder::SheetOrder(SheetModel& model, QObject* parent)
    : QSortFilterProxyModel(parent), model_(model) {
    setSourceModel(&model);
    setSortRole(SheetModel::number_role);
    // Rows stay where they are while somebody types in them.
    setDynamicSortFilter(false);
}

bool SheetOrder::lessThan(const QModelIndex& left, const QModelIndex& right) const {
    const bool up = sortOrder() == Qt::AscendingOrder;
    if (model_.is_new_row(left.row())) return !up;
    if (model_.is_new_row(right.row())) return up;
    const QVariant a = left.data(SheetModel::number_role), b = right.data(SheetModel::number_role);
    if (a.isValid() && b.isValid()) return a.toDouble() < b.toDouble();
    return QString::localeAwareCompare(left.data(Qt::EditRole).toString(),
                                       right.data(Qt::EditRole).toString()) < 0;
}

void SheetOrder::search(const QString& words) {
    words_ = words.split(' ', Qt::SkipEmptyParts);
    invalidateFilter();
}

bool SheetOrder::filterAcceptsRow(int row, const QModelIndex&) const {
    if (model_.is_new_row(row)) return true;
    const QString text = model_.index(row, 0).data(SheetModel::find_role).toString();
    return std::all_of(words_.begin(), words_.end(), [&](const QString& word) {
        return text.contains(word, Qt::CaseInsensitive);
    });
}

}  // namespace ovant
