// SPDX-License-Identifier: GPL-3.0-or-later
// The twenty ways of one camera as rows: shown text under DisplayRole, raw values to sort by.
#pragma once

#include <QAbstractTableModel>

#include "app/document/document.h"
#include "core/choose/proposal.h"

namespace ovant {

enum class WaysColumn { way, build, check, room, price, can_fail, work };
inline constexpr int ways_columns = 7;

class WaysModel : public QAbstractTableModel {
    Q_OBJECT

public:
    enum Role { sort_role = Qt::UserRole };

    explicit WaysModel(const Document& document, QObject* parent = nullptr);
    // `along`: what runs along the camera's way as it is, to know which is in use.
    void set_proposals(std::vector<Proposal> proposals, const std::vector<std::string>& along);
    const std::vector<Proposal>& proposals() const { return proposals_; }
    // Metres of the longest run among them: the builds are drawn to one scale.
    double longest_m() const { return longest_m_; }
    bool in_use(int row) const { return row == in_use_; }
    bool pinned(int row) const { return pinned_.contains(static_cast<std::size_t>(row)); }
    void set_pinned(int row, bool pinned);
    std::vector<int> pins() const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    QVariant shown_text(const Proposal& proposal, WaysColumn column) const;
    QVariant sort_value(std::size_t row, WaysColumn column) const;
    const Document& document_;
    std::vector<Proposal> proposals_;
    std::set<std::size_t> pinned_;
    int in_use_ = -1;
    double longest_m_ = 100;
};

// Room to spare as a share of the limit, -1 to 1; 0 for what cannot be built.
double room_share(const Proposal& proposal);

}  // namespace ovant
