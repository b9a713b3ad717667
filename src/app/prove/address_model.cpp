// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/address_model.h"

#include <algorithm>

#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "core/assess/address_checks.h"
#include "core/assess/check_table.h"
#include "core/edits/edits.h"
#include "core/look_up.h"
#include "phrase/address_text.h"
#include "phrase/check_text.h"

namespace ovant {

AddressModel::AddressModel(Document& document, QObject* parent)
    : QAbstractTableModel(parent), document_(document) {}

namespace {

// Of a clash both units, of all else the one it is about.
std::vector<std::string> parties(const Check& check) {
    std::vector<std::string> out = {check.subject};
    if (check.note != Note::none) return out;
    if (const auto* at = std::get_if<AddressAt>(&check.detail); at && !at->other.empty())
        out.push_back(at->other);
    if (const auto* at = std::get_if<ChannelAt>(&check.detail)) out.push_back(at->other);
    return out;
}

}  // namespace

AddressesRead read_addresses(std::shared_ptr<const Network> net, AddressOrder order) {
    AddressesRead out;
    out.rows = address_rows(*net, order);
    out.to_reach = units_to_reach(*net);
    for (const Check& check : address_checks(*net, false)) {
        if (check.verdict == Verdict::holds) continue;
        for (const std::string& party : parties(check)) {
            Verdict& worst = out.worst.emplace(party, Verdict::holds).first->second;
            worst = std::max(worst, check.verdict);
        }
        out.faults.push_back(check);
    }
    std::stable_sort(out.faults.begin(), out.faults.end(),
                     [](const Check& a, const Check& b) { return a.verdict > b.verdict; });
    out.text = addresses_text(*net, out.faults);
    out.net = std::move(net);
    return out;
}

void AddressModel::take(AddressesRead read) {
    const bool same = read.rows.size() == read_.rows.size() &&
                      std::equal(read.rows.begin(), read.rows.end(), read_.rows.begin(),
                                 [](const auto& a, const auto& b) { return a.device == b.device; });
    if (!same) beginResetModel();
    read_ = std::move(read);
    if (!same)
        endResetModel();
    else if (!read_.rows.empty())
        emit dataChanged(index(0, 0), index(rowCount() - 1, address_columns - 1));
}

std::string AddressModel::device_at(int row) const {
    if (row < 0 || row >= rowCount()) return "";
    return read_.net->device(read_.rows[static_cast<std::size_t>(row)].device).id;
}

int AddressModel::row_of(const std::string& device) const {
    for (int row = 0; row < rowCount(); ++row) {
        if (device_at(row) == device) return row;
    }
    return -1;
}

int AddressModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(read_.rows.size());
}

int AddressModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : address_columns;
}

OnNetwork AddressModel::record_of(int row) const {
    return or_nothing(
        read_.net->device(read_.rows[static_cast<std::size_t>(row)].device).on_network);
}

QString AddressModel::text_at(int row, AddressColumn column) const {
    const Network& net = *read_.net;
    const AddressRow& of = read_.rows[static_cast<std::size_t>(row)];
    const Device& device = net.device(of.device);
    const OnNetwork own = record_of(row);
    switch (column) {
        case AddressColumn::verdict: return {};
        case AddressColumn::unit: return q(device.id);
        case AddressColumn::name:
            return q(device.name.empty() ? net.kind(of.device).name : device.name);
        case AddressColumn::address: return q(own.address);
        case AddressColumn::channel:
            return own.recorder_channel > 0 ? QString::number(own.recorder_channel) : QString();
        case AddressColumn::state: return q(title(own.state));
        case AddressColumn::mac: return q(own.mac);
    }
    return {};
}

QVariant AddressModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const auto column = static_cast<AddressColumn>(index.column());
    const auto worst = read_.worst.find(device_at(index.row()));
    switch (role) {
        case Qt::DisplayRole:
        case Qt::EditRole: return text_at(index.row(), column);
        case verdict_role:
            return worst == read_.worst.end() ? QVariant() : static_cast<int>(worst->second);
        case Qt::TextAlignmentRole:
            return column == AddressColumn::channel
                       ? QVariant(static_cast<int>(Qt::AlignRight | Qt::AlignVCenter))
                       : QVariant(static_cast<int>(Qt::AlignLeft | Qt::AlignVCenter));
        case Qt::ToolTipRole: {
            QStringList lines;
            for (const Check& fault : read_.faults) {
                const std::vector<std::string> both = parties(fault);
                if (std::find(both.begin(), both.end(), device_at(index.row())) != both.end())
                    lines << q(sentence(fault, document_.text()));
            }
            const OnNetwork own = record_of(index.row());
            if (column == AddressColumn::state && !own.when.empty())
                lines << tr("%1, %2").arg(q(own.who), q(own.when).replace('T', ' '));
            const std::string row =
                row_text(*read_.net, read_.rows[static_cast<std::size_t>(index.row())]);
            if (!row.empty()) lines << q(row);
            return lines.join("\n");
        }
        case Qt::AccessibleTextRole:
            return column == AddressColumn::verdict
                       ? QVariant(worst == read_.worst.end() ? q(title(Verdict::holds))
                                                             : q(title(worst->second)))
                       : QVariant();
        default: return {};
    }
}

bool AddressModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || !index.isValid()) return false;
    OnNetwork record = record_of(index.row());
    const QString text = value.toString().trimmed();
    const std::string typed = text.toStdString();
    switch (static_cast<AddressColumn>(index.column())) {
        case AddressColumn::address: record.address = typed; break;
        case AddressColumn::channel: {
            bool good = text.isEmpty();
            const int channel = good ? 0 : text.toInt(&good);
            if (!good) {
                emit document_.refused(tr("“%1” is no channel: a whole number from 1").arg(text));
                return false;
            }
            record.recorder_channel = channel;
            break;
        }
        case AddressColumn::mac: record.mac = mac_in(typed).value_or(typed); break;
        default: return false;
    }
    return edit(index.row(), std::move(record), tr("Address of %1"));
}

bool AddressModel::edit(int row, OnNetwork record, const QString& what) {
    if (record == record_of(row)) return true;
    const std::string device = device_at(row);
    return document_.edit(what.arg(q(device)),
                          set_on_network(document_.committed(), device, std::move(record)));
}

void AddressModel::advance(int row) {
    if (row < 0 || row >= rowCount()) return;
    OnNetwork record = record_of(row);
    if (record.state == UnitState::recording) return;
    record.state = next_state(record.state);
    record.who = initials().toStdString();
    record.when = now_text().toStdString();
    edit(row, std::move(record), tr("State of %1"));
}

Qt::ItemFlags AddressModel::flags(const QModelIndex& index) const {
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    const auto column = static_cast<AddressColumn>(index.column());
    if (column == AddressColumn::address || column == AddressColumn::channel ||
        column == AddressColumn::mac)
        flags |= Qt::ItemIsEditable;
    return flags;
}

QVariant AddressModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole && section == static_cast<int>(AddressColumn::channel))
        return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    switch (static_cast<AddressColumn>(section)) {
        case AddressColumn::verdict: return {};
        case AddressColumn::unit: return tr("Unit");
        case AddressColumn::name: return tr("Name");
        case AddressColumn::address: return tr("Address");
        case AddressColumn::channel: return tr("Channel");
        case AddressColumn::state: return tr("State");
        case AddressColumn::mac: return tr("MAC");
    }
    return {};
}

}  // namespace ovant
