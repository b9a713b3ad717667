// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet of runs for a table: cells as they stand, what was typed and could not be taken, and a
// last row that becomes a new run.
#pragma once

#include <QAbstractTableModel>
#include <QSortFilterProxyModel>

#include <map>
#include <optional>
#include <vector>

#include "app/document/document.h"
#include "core/sheet/camera_list.h"

namespace ovant {

class SheetModel : public QAbstractTableModel {
    Q_OBJECT

public:
    enum Role { verdict_role = Qt::UserRole, refused_role, number_role, find_role };

    explicit SheetModel(Document& document, QObject* parent = nullptr);
    static SheetColumn column_at(int column);
    static int column_of(SheetColumn column);

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

    bool is_new_row(int row) const { return row == rowCount() - 1; }
    std::string run_at(int row) const;  // empty for the new row
    int row_of(const std::string& run) const;

    // All of these as one step of history; what cannot be taken stays in its cell, marked. Texts
    // that say what stands there already are passed over.
    struct Typed {
        int row = 0;
        SheetColumn column = SheetColumn::name;
        QString text;
    };
    // `rows`, under `columns`, become new runs in the same step.
    // Whether any run was added.
    bool write(const QString& name, const std::vector<Typed>& cells,
               const std::vector<SheetColumn>& columns = {},
               const std::vector<std::vector<std::string>>& rows = {});
    // As if they had never been typed where they were refused; else back to what the kind says.
    void clear(const std::vector<Typed>& cells);
    // Cells of runs that were brought in and not taken stand in them, marked.
    void keep_refused(const std::vector<std::pair<CellText, Error>>& cells);
    std::size_t refused_count() const { return refused_.size(); }

signals:
    // Rows that were pasted have become runs; this is the first of them.
    void added(const std::string& run);
    // The new row has become a run: the next one can be begun.
    void next_begun();

private:
    struct Refused {
        QString text, why;
        QString stood;  // in the cell when it was refused
    };
    using Cell = std::pair<std::string, SheetColumn>;
    void refresh();
    void drop_mended();
    void refuse(const CellText& cell, const QString& why);
    QString text_of(CameraNumber camera, SheetColumn column) const;
    const std::vector<QString>& row(std::size_t index) const;
    QString text_at(int row, SheetColumn column) const;
    void write_new(SheetColumn column, const QString& text);
    void begin_run();
    void tell(const std::vector<QString>& why);

    Document& document_;
    mutable std::vector<std::optional<std::vector<QString>>> rows_;  // made when first asked for
    std::map<Cell, Refused> refused_;
    std::map<SheetColumn, QString> new_row_;
};

// Sorted and searched; the new row stays last.
class SheetOrder : public QSortFilterProxyModel {
    Q_OBJECT

public:
    explicit SheetOrder(SheetModel& model, QObject* parent = nullptr);
    // Words in any order.
    void search(const QString& words);
    bool searching() const { return !words_.isEmpty(); }

protected:
    bool lessThan(const QModelIndex& left, const QModelIndex& right) const override;
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override;

private:
    SheetModel& model_;
    QStringList words_;
};

}  // namespace ovant
