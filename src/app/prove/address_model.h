// SPDX-License-Identifier: GPL-3.0-or-later
// The units of a site that take an address, a row each. What is typed goes to the document, whose
// gate says what cannot be.
#pragma once

#include <QAbstractTableModel>

#include <map>
#include <memory>
#include <vector>

#include "app/document/document.h"
#include "core/prove/addresses.h"

namespace ovant {

enum class AddressColumn { verdict, unit, name, address, channel, state, mac };
inline constexpr int address_columns = static_cast<int>(AddressColumn::mac) + 1;

class AddressModel : public QAbstractTableModel {
    Q_OBJECT

public:
    explicit AddressModel(Document& document, QObject* parent = nullptr);
    void set_order(AddressOrder order);
    AddressOrder order() const { return order_; }
    // Reads the document again.
    void refresh();
    // The unit goes on to its next state, with initials and the time.
    void advance(int row);

    const std::vector<AddressRow>& rows() const { return rows_; }
    std::string device_at(int row) const;
    int row_of(const std::string& device) const;  // -1: not there
    // What is wrong with addresses and channels, as the site's assessment has it.
    const std::vector<Check>& faults() const { return faults_; }

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

    static constexpr int verdict_role = Qt::UserRole;

private:
    OnNetwork record_of(int row) const;
    bool edit(int row, OnNetwork record, const QString& what);
    QString text_at(int row, AddressColumn column) const;

    Document& document_;
    AddressOrder order_ = AddressOrder::by_place;
    // What the rows were read from: the page reads again only when it is seen.
    std::shared_ptr<const Network> net_;
    std::vector<AddressRow> rows_;
    std::vector<Check> faults_;
    std::map<std::string, Verdict> worst_;  // by unit, where something is wrong
};

}  // namespace ovant
