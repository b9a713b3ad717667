// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ways/ways_model.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "app/kit/q.h"
#include "phrase/numbers.h"
#include "phrase/way_text.h"

namespace ovant {
double room_share(const Proposal& proposal) {
    if (!proposal.built) return 0;
    const double room = room_share(proposal.decisive);
    if (std::isnan(room)) return proposal.verdict == Verdict::fails ? -1 : 0;
    const double share = std::clamp(room, -1.0, 1.0);
    // What fails without a figure has no room at all.
    return proposal.verdict == Verdict::fails && share >= 0 ? -1 : share;
}

WaysModel::WaysModel(const Document& document, QObject* parent)
    : QAbstractTableModel(parent), document_(document) {}

void WaysModel::set_proposals(std::vector<Proposal> proposals,
                              const std::vector<std::string>& along) {
    beginResetModel();
    proposals_ = std::move(proposals);
    pinned_.clear();
    const auto same = std::find_if(proposals_.begin(), proposals_.end(), [&](const Proposal& one) {
        return one.built && !along.empty() && one.along == along;
    });
    in_use_ = same == proposals_.end() ? -1 : static_cast<int>(same - proposals_.begin());
    longest_m_ = 20;
    for (const Proposal& proposal : proposals_) {
        double length_m = 0;
        for (const BuildHop& hop : proposal.build) length_m += hop.length_m;
        longest_m_ = std::max(longest_m_, length_m);
    }
    endResetModel();
}

void WaysModel::set_pinned(int row, bool pinned) {
    if (pinned)
        pinned_.insert(static_cast<std::size_t>(row));
    else
        pinned_.erase(static_cast<std::size_t>(row));
    emit dataChanged(index(row, 0), index(row, ways_columns - 1));
}

std::vector<int> WaysModel::pins() const {
    std::vector<int> rows;
    for (std::size_t row : pinned_) rows.push_back(static_cast<int>(row));
    return rows;
}

int WaysModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(proposals_.size());
}

int WaysModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : ways_columns;
}

QVariant WaysModel::shown_text(const Proposal& proposal, WaysColumn column) const {
    const TextContext text = document_.text();
    const std::string& currency = document_.site().settings.currency;
    switch (column) {
        case WaysColumn::way: return q(proposal_title(proposal, text));
        case WaysColumn::check: return q(proposal_reason(proposal, text));
        case WaysColumn::room: return {};
        case WaysColumn::build: return {};
        case WaysColumn::price:
            return proposal.built ? q(thousands_apart(fmt::format("{:.0f}", proposal.cost.total())))
                                  : QString();
        case WaysColumn::can_fail:
            return proposal.built ? QString::number(proposal.can_fail) : QString();
        case WaysColumn::work:
            return proposal.built ? q(shown(proposal.cost.hours, Unit::hour, text.units))
                                  : QString();
    }
    return q(currency);
}

QVariant WaysModel::sort_value(std::size_t row, WaysColumn column) const {
    const Proposal& proposal = proposals_[row];
    constexpr double last = 1e12;
    switch (column) {
        case WaysColumn::price: return proposal.built ? proposal.cost.total() : last;
        case WaysColumn::can_fail: return proposal.built ? proposal.can_fail : last;
        case WaysColumn::work: return proposal.built ? proposal.cost.hours : last;
        case WaysColumn::room: return proposal.built ? -room_share(proposal) : last;
        case WaysColumn::build: {
            double length_m = 0;
            for (const BuildHop& hop : proposal.build) length_m += hop.length_m;
            return proposal.built ? length_m : last;
        }
        // By verdict first, as proposed.
        case WaysColumn::way:
        case WaysColumn::check: return static_cast<double>(row);
    }
    return last;
}

QVariant WaysModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const auto row = static_cast<std::size_t>(index.row());
    if (row >= proposals_.size()) return {};
    const Proposal& proposal = proposals_[row];
    const auto column = static_cast<WaysColumn>(index.column());
    switch (role) {
        case Qt::DisplayRole: return shown_text(proposal, column);
        case sort_role: return sort_value(row, column);
        case Qt::TextAlignmentRole:
            return column >= WaysColumn::price
                       ? QVariant(static_cast<int>(Qt::AlignRight | Qt::AlignVCenter))
                       : QVariant();
        case Qt::ToolTipRole:
            if (proposal.built && column == WaysColumn::price)
                return q(cost_text(proposal.cost, document_.site().settings.currency));
            return q(proposal_reason(proposal, document_.text()));
        case Qt::AccessibleTextRole:
            return (in_use(index.row()) ? tr("in use, ") : QString()) +
                   QString("%1, %2, %3")
                       .arg(q(proposal_title(proposal, document_.text())),
                            proposal.built ? q(title(proposal.verdict)) : tr("cannot be built"),
                            q(proposal_reason(proposal, document_.text())));
        default: return {};
    }
}

QVariant WaysModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole)
        return static_cast<int>(
            (section >= static_cast<int>(WaysColumn::price) ? Qt::AlignRight : Qt::AlignLeft) |
            Qt::AlignVCenter);
    if (role == Qt::ToolTipRole && section == static_cast<int>(WaysColumn::room))
        return tr("Room to spare to the limit of the check that decides, or how far past it");
    if (role == Qt::ToolTipRole && section == static_cast<int>(WaysColumn::can_fail))
        return tr("Units, plugs and paths on the way: each is a place to fail");
    if (role == Qt::ToolTipRole && section == static_cast<int>(WaysColumn::price))
        return tr("Material, opening ground and labour of this run alone");
    if (role != Qt::DisplayRole) return {};
    switch (static_cast<WaysColumn>(section)) {
        case WaysColumn::way: return tr("way");
        case WaysColumn::build: return tr("build");
        case WaysColumn::check: return tr("what decides it");
        case WaysColumn::room: return tr("room");
        case WaysColumn::price: return q(document_.site().settings.currency);
        case WaysColumn::can_fail: return tr("can fail");
        case WaysColumn::work: return tr("work");
    }
    return {};
}

}  // namespace ovant
