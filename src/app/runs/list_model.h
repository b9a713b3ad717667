// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of a list before they are taken: what each would come to, and cells that can be mended.
#pragma once

#include <QAbstractTableModel>

#include <vector>

#include "app/document/document.h"
#include "core/sheet/camera_list.h"

namespace ovant {

class ListModel : public QAbstractTableModel {
    Q_OBJECT

public:
    enum class Outcome { taken, in_part, left_out };
    enum Role { outcome_role = Qt::UserRole };

    explicit ListModel(const Document& document, QObject* parent = nullptr);

    void set_rows(std::vector<CsvRow> rows, ListColumns columns);
    void set_columns(ListColumns columns);
    const std::vector<CsvRow>& rows() const { return list_; }
    const ListColumns& columns() const { return columns_; }

    // How many rows would come out so.
    std::size_t count(Outcome outcome) const;
    // What the list calls kinds that are not known, with how many rows do.
    const std::vector<std::pair<QString, int>>& unknown_kinds() const { return unknown_; }

    // A column of the list stands at its place here plus this many.
    static constexpr int before_cells = 1;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

signals:
    void looked();

private:
    struct Row {
        Outcome outcome = Outcome::taken;
        QString why;
        std::vector<std::size_t> wrong;  // cells
    };
    void look();
    void say_kinds();
    std::size_t first() const { return columns_.headings ? 1 : 0; }
    std::size_t at(int row) const { return static_cast<std::size_t>(row) + first(); }

    const Document& document_;
    std::vector<CsvRow> list_;
    ListColumns columns_;
    std::vector<Row> rows_;  // of list_
    std::vector<std::pair<QString, int>> unknown_;
};

}  // namespace ovant
