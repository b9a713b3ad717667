// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/run_model.h"

#include <QMimeData>

#include <algorithm>
#include <cmath>

#include "core/assess/check_table.h"
#include "phrase/numbers.h"

namespace ovant {

RunModel::RunModel(const Document& document, QObject* parent)
    : QAbstractListModel(parent), document_(document) {
    connect(&document, &Document::changed, this, &RunModel::refresh);
    refresh();
}

RunModel::Row RunModel::make_row(CameraNumber camera_number) const {
    const Network& net = document_.network();
    const RunAssessment& run = document_.assessment().runs[camera_number];
    const Device& camera = net.device(net.runs[camera_number].camera);
    const UnitSystem units = document_.units();
    Row row;
    row.camera = QString::fromStdString(camera.id);
    row.name = QString::fromStdString(camera.name);
    row.verdict = run.verdict;
    row.figures = run.connected
                      ? QString::fromStdString(shown(run.camera_w, Unit::watt, units) + " · " +
                                               shown(run.length_m, Unit::metre, units))
                      : QString::fromStdString(shown(run.camera_w, Unit::watt, units));
    if (!run.connected) {
        row.off = tr("not connected");
        for (const Check& check : run.checks) {
            if (check.id == CheckId::not_connected && !std::isnan(check.value)) {
                row.off = tr("not connected, %1 away")
                              .arg(QString::fromStdString(shown(check.value, Unit::metre, units)));
            }
        }
    }
    double at_m = 0;
    QString cables;
    for (LinkNumber link : net.runs[camera_number].links) {
        const NetLink& laid = net.links[link];
        const LinkMark mark = link_mark(net, laid);
        row.hops.append(QVariant::fromValue(MiniHop{at_m, at_m + laid.length_m, mark}));
        at_m += laid.length_m;
        if (net.long_setting_on(laid.a) || net.long_setting_on(laid.b))
            cables += tr("long setting") + " ";
        cables += QString::fromStdString(laid.cable->name) + " ";
    }
    const Place* place = find_place(document_.site(), camera.place);
    row.find = row.camera + " " + row.name + " " +
               (place ? QString::fromStdString(place->name) : "") + " " +
               QString::fromUtf8(id_of(run.verdict).data()) + " " + cables;
    for (const Check& check : run.checks) {
        if (check.verdict == Verdict::holds) continue;
        row.find += " " + QString::fromStdString(title(check.id)) + " " +
                    QString::fromUtf8(id_of(check.id).data());
    }
    for (const PortAt& in : net.runs[camera_number].ins) {
        row.find += " " + QString::fromStdString(net.kind(in.device).name);
    }
    return row;
}

void RunModel::refresh() {
    const std::size_t count = document_.assessment().runs.size();
    const bool same_count = count == rows_.size();
    if (!same_count) beginResetModel();
    rows_.assign(count, std::nullopt);
    longest_m_ = 100;
    for (const RunAssessment& run : document_.assessment().runs)
        longest_m_ = std::max(longest_m_, run.length_m);
    if (!same_count)
        endResetModel();
    else if (count > 0)
        emit dataChanged(index(0), index(static_cast<int>(count) - 1));
}

const RunModel::Row& RunModel::row(std::size_t index) const {
    if (!rows_[index]) rows_[index] = make_row(CameraNumber(index));
    return *rows_[index];
}

int RunModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

Qt::ItemFlags RunModel::flags(const QModelIndex& index) const {
    Qt::ItemFlags flags = QAbstractListModel::flags(index);
    const std::string camera = data(index, camera_role).toString().toStdString();
    const Device* device = find_device(document_.site(), camera);
    if (device && device->stated_run_m > 0 && !document_.read_only())
        flags |= Qt::ItemIsDragEnabled;
    return flags;
}

QMimeData* RunModel::mimeData(const QModelIndexList& rows) const {
    auto* out = new QMimeData;
    if (!rows.isEmpty())
        out->setData(dragged_run_type, data(rows.front(), camera_role).toString().toUtf8());
    return out;
}

QVariant RunModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= static_cast<int>(rows_.size())) return {};
    const Row& row = this->row(static_cast<std::size_t>(index.row()));
    switch (role) {
        case Qt::DisplayRole: return row.camera + "  " + row.name;
        case Qt::AccessibleTextRole:
            return QStringLiteral("%1 %2, %3, %4")
                .arg(row.camera, row.name, QString::fromStdString(title(row.verdict)), row.figures);
        case camera_role: return row.camera;
        case name_role: return row.name;
        case verdict_role: return static_cast<int>(row.verdict);
        case figures_role: return row.figures;
        case hops_role: return row.hops;
        case off_role: return row.off;
        case find_role: return row.find;
        default: return {};
    }
}

}  // namespace ovant
