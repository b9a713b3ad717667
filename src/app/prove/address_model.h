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

// What is shown of a network, read at one time.
struct AddressesRead {
    std::shared_ptr<const Network> net;
    std::vector<AddressRow> rows;
    std::vector<Check> faults;             // gravest first
    std::map<std::string, Verdict> worst;  // by unit, where something is wrong
    std::vector<ReachUnit> to_reach;
    std::string text;  // all in one sentence
};
AddressesRead read_addresses(std::shared_ptr<const Network> net, AddressOrder order);

enum class AddressColumn { verdict, unit, name, address, channel, state, mac };
inline constexpr int address_columns = static_cast<int>(AddressColumn::mac) + 1;

class AddressModel : public QAbstractTableModel {
    Q_OBJECT

public:
    explicit AddressModel(Document& document, QObject* parent = nullptr);
    void take(AddressesRead read);
    // The unit goes on to its next state, with initials and the time.
    void advance(int row);

    // That rows were read from, where there are any.
    const Network& network() const { return *read_.net; }
    const std::vector<AddressRow>& rows() const { return read_.rows; }
    std::string device_at(int row) const;
    int row_of(const std::string& device) const;  // -1: not there
    // What is wrong with addresses and channels, as the site's assessment has it.
    const std::vector<Check>& faults() const { return read_.faults; }
    const std::vector<ReachUnit>& to_reach() const { return read_.to_reach; }

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
    AddressesRead read_;
};

}  // namespace ovant
