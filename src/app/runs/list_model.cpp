// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/list_model.h"

#include <QFont>

#include <algorithm>
#include <map>

#include "app/kit/q.h"
#include "core/text.h"
#include "phrase/error_text.h"

namespace ovant {

ListModel::ListModel(const Document& document, QObject* parent)
    : QAbstractTableModel(parent), document_(document) {}

void ListModel::set_rows(std::vector<CsvRow> rows, ListColumns columns) {
    list_ = std::move(rows);
    std::erase_if(list_, [](const CsvRow& row) {
        return std::all_of(row.cells.begin(), row.cells.end(),
                           [](const auto& cell) { return trimmed(cell).empty(); });
    });
    set_columns(std::move(columns));
}

void ListModel::set_columns(ListColumns columns) {
    beginResetModel();
    columns_ = std::move(columns);
    look();
    endResetModel();
    emit looked();
}

void ListModel::look() {
    rows_.assign(list_.size(), {});
    std::map<std::string, int> unknown;
    if (lacking(columns_).empty()) {
        for (const RowFault& fault :
             wrong_rows(document_.committed(), document_.catalogue(), columns_, list_)) {
            Row& row = rows_[fault.row];
            row.outcome =
                std::max(row.outcome, fault.left_out ? Outcome::left_out : Outcome::in_part);
            row.why += (row.why.isEmpty() ? "" : " ") + q(sentence(fault.error));
            for (std::size_t i = 0; fault.column && i < columns_.columns.size(); ++i)
                if (columns_.columns[i].means == fault.column) row.wrong.push_back(i);
            if (fault.error.code == ErrorCode::unknown_kind) ++unknown[fault.error.subject];
        }
    } else {
        for (std::size_t i = first(); i < rows_.size(); ++i) rows_[i].outcome = Outcome::left_out;
    }
    say_kinds();
    unknown_.clear();
    for (const auto& [text, times] : unknown) unknown_.emplace_back(q(text), times);
    std::stable_sort(unknown_.begin(), unknown_.end(),
                     [](const auto& a, const auto& b) { return a.second > b.second; });
}

// What is called otherwise here is said by the name it has in the catalogue.
void ListModel::say_kinds() {
    std::map<std::string, QString> names;
    for (std::size_t column = 0; column < columns_.columns.size(); ++column) {
        if (columns_.columns[column].means != SheetColumn::kind) continue;
        for (std::size_t i = first(); i < list_.size(); ++i) {
            if (column >= list_[i].cells.size() || rows_[i].outcome == Outcome::left_out) continue;
            const std::string text(trimmed(list_[i].cells[column]));
            if (text.empty()) continue;
            const auto [name, fresh] = names.try_emplace(text);
            if (fresh) {
                const Kind* kind = kind_of_list(document_.catalogue(), columns_, text);
                if (kind && lowered(kind->name) != lowered(text)) name->second = q(kind->name);
            }
            if (name->second.isEmpty()) continue;
            rows_[i].why = name->second + (rows_[i].why.isEmpty() ? "" : ". ") + rows_[i].why;
        }
    }
}

std::size_t ListModel::count(Outcome outcome) const {
    const std::size_t from = std::min(first(), rows_.size());
    return static_cast<std::size_t>(
        std::count_if(rows_.begin() + static_cast<std::ptrdiff_t>(from), rows_.end(),
                      [&](const Row& row) { return row.outcome == outcome; }));
}

int ListModel::rowCount(const QModelIndex& parent) const {
    if (parent.isValid() || list_.size() < first()) return 0;
    return static_cast<int>(list_.size() - first());
}
int ListModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(columns_.columns.size()) + before_cells + 1;
}

QVariant ListModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const Row& row = rows_[at(index.row())];
    if (role == outcome_role) return static_cast<int>(row.outcome);
    const bool shown = role == Qt::DisplayRole || role == Qt::EditRole ||
                       role == Qt::AccessibleTextRole || role == Qt::ToolTipRole;
    const bool last = index.column() == columnCount() - 1;
    const auto cell = static_cast<std::size_t>(index.column() - before_cells);
    if (index.column() == 0 && shown) {
        switch (row.outcome) {
            case Outcome::taken: return tr("new");
            case Outcome::in_part: return tr("in part");
            case Outcome::left_out: return tr("left out");
        }
    }
    if (last) return shown ? QVariant(row.why) : QVariant();
    if (index.column() == 0) return {};
    const bool wrong = std::find(row.wrong.begin(), row.wrong.end(), cell) != row.wrong.end();
    if (role == Qt::FontRole && wrong) {
        QFont font;
        font.setBold(true);
        font.setUnderline(true);
        return font;
    }
    const std::vector<std::string>& cells = list_[at(index.row())].cells;
    if (role == Qt::ToolTipRole && wrong) return row.why;
    return shown && cell < cells.size() ? QVariant(q(cells[cell])) : QVariant();
}

QVariant ListModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole && role != Qt::AccessibleTextRole) return {};
    if (orientation == Qt::Vertical)
        return section < rowCount() ? QVariant(static_cast<qulonglong>(list_[at(section)].line))
                                    : QVariant();
    if (section == 0) return tr("Outcome");
    if (section == columnCount() - 1) return tr("Note");
    const auto cell = static_cast<std::size_t>(section - before_cells);
    if (!columns_.headings || cell >= list_.front().cells.size())
        return tr("Column %1").arg(section);
    return q(std::string(trimmed(list_.front().cells[cell])));
}

Qt::ItemFlags ListModel::flags(const QModelIndex& index) const {
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    if (index.column() > 0 && index.column() < columnCount() - 1) flags |= Qt::ItemIsEditable;
    return flags;
}

bool ListModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || !(flags(index) & Qt::ItemIsEditable)) return false;
    std::vector<std::string>& cells = list_[at(index.row())].cells;
    const auto cell = static_cast<std::size_t>(index.column() - before_cells);
    if (cells.size() <= cell) cells.resize(cell + 1);
    cells[cell] = value.toString().toStdString();
    look();
    emit dataChanged(this->index(0, 0), this->index(rowCount() - 1, columnCount() - 1));
    emit looked();
    return true;
}

}  // namespace ovant
