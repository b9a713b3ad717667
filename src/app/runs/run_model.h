// SPDX-License-Identifier: GPL-3.0-or-later
// The runs as a list: what is shown as text under DisplayRole, raw values under their own roles.
#pragma once

#include <QAbstractListModel>
#include <QSortFilterProxyModel>

#include <optional>

#include "app/document/document.h"
#include "app/theme/theme.h"

namespace ovant {

// A run in miniature: hops from the feeding port, to one scale for all runs.
struct MiniHop {
    double from_m = 0, to_m = 0;
    LinkMark mark;
};

// A run on its way from the list to the plan: its id.
inline constexpr const char* dragged_run_type = "application/x-ovant-run";

class RunModel : public QAbstractListModel {
    Q_OBJECT

public:
    enum Role {
        camera_role = Qt::UserRole,
        name_role,
        verdict_role,
        figures_role,
        hops_role,
        off_role,
        find_role
    };

    explicit RunModel(const Document& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    // A run that stands on no plan can be taken there by the mouse.
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    QStringList mimeTypes() const override { return {dragged_run_type}; }
    QMimeData* mimeData(const QModelIndexList& rows) const override;
    // Metres that the widest miniature spans.
    double longest_m() const { return longest_m_; }

private:
    struct Row {
        QString camera, name, figures, off, find;
        Verdict verdict = Verdict::unknown;
        QVariantList hops;
    };
    // Each row is made when it is first asked for.
    void refresh();
    Row make_row(CameraNumber camera_number) const;
    const Row& row(std::size_t index) const;
    const Document& document_;
    mutable std::vector<std::optional<Row>> rows_;
    double longest_m_ = 100;
};

}  // namespace ovant

Q_DECLARE_METATYPE(ovant::MiniHop)
