// SPDX-License-Identifier: GPL-3.0-or-later
// What is bought: quantities and prices, written out as CSV or a spreadsheet.
#pragma once

#include <QAbstractTableModel>
#include <QLabel>
#include <QTableView>
#include <QWidget>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/parts/parts_work.h"

namespace ovant {

class PartsModel : public QAbstractTableModel {
    Q_OBJECT

public:
    enum Column { name, quantity, price_each, price, used_by, column_count };
    static constexpr int value_role = Qt::UserRole;  // the raw number behind the shown text

    explicit PartsModel(const Document& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    const std::vector<PartLine>& parts() const { return parts_; }
    void set_parts(std::vector<PartLine> parts);

private:
    const Document& document_;
    std::vector<PartLine> parts_;
};

class ListPage : public QWidget {
    Q_OBJECT

public:
    ListPage(Document& document, PartsWork& work, Prompts& prompts, QWidget* parent = nullptr);
    void save_csv();
    void save_xlsx();

private:
    void refresh();
    Document& document_;
    PartsWork& work_;
    Prompts& prompts_;
    PartsModel* model_;
    QTableView* table_;
    void use_box();
    QLabel* total_;
    QWidget* box_bar_;
    QLabel* box_text_;
};

}  // namespace ovant
