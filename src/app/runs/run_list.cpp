// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/run_list.h"

#include <QLabel>
#include <QStyledItemDelegate>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/theme/theme.h"

namespace ovant {
namespace {

class RunDelegate : public QStyledItemDelegate {
public:
    RunDelegate(const RunModel& model, QObject* parent)
        : QStyledItemDelegate(parent), model_(model) {}

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override {
        return {200, option.fontMetrics.height() * 2 + 8};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Theme& theme = theme_of(*option.widget);
        const QRect r = option.rect;
        const int line = option.fontMetrics.height();
        painter->save();
        if (option.state & QStyle::State_Selected) painter->fillRect(r, theme.chosen);
        const auto verdict = static_cast<Verdict>(index.data(RunModel::verdict_role).toInt());
        paint_verdict(*painter, theme, verdict, {r.left() + 19.0, r.top() + 4 + line / 2.0}, 12);
        const QRect text(r.left() + 38, r.top() + 4, r.width() - 50, line);
        painter->setFont(text_font(*option.widget, 0.9));
        const QString figures = index.data(RunModel::figures_role).toString();
        const int figures_width = painter->fontMetrics().horizontalAdvance(figures);
        painter->setPen(theme.quiet);
        painter->drawText(text, Qt::AlignRight | Qt::AlignVCenter, figures);
        painter->setPen(theme.ink);
        painter->setFont(text_font(*option.widget, 1, true));
        const QString camera = index.data(RunModel::camera_role).toString();
        painter->drawText(text, Qt::AlignLeft | Qt::AlignVCenter, camera);
        const int camera_width = painter->fontMetrics().horizontalAdvance(camera) + 7;
        painter->setFont(text_font(*option.widget));
        const QRect name = text.adjusted(camera_width, 0, -figures_width - 8, 0);
        painter->drawText(
            name, Qt::AlignLeft | Qt::AlignVCenter,
            painter->fontMetrics().elidedText(index.data(RunModel::name_role).toString(),
                                              Qt::ElideRight, name.width()));
        paint_miniature(*painter, option, theme, index, text.left(), r.top() + line + 10,
                        text.width());
        painter->setPen(theme.rule);
        painter->drawLine(r.bottomLeft(), r.bottomRight());
        if (option.state & QStyle::State_HasFocus)
            paint_focus(*painter, theme, r.adjusted(1, 0, -1, -1));
        painter->restore();
    }

private:
    void paint_miniature(QPainter& painter, const QStyleOptionViewItem& option, const Theme& theme,
                         const QModelIndex& index, double left, double y, double width) const {
        const QString off = index.data(RunModel::off_role).toString();
        if (!off.isEmpty()) {
            painter.setPen(theme.quiet);
            painter.setFont(text_font(*option.widget, 0.82));
            painter.drawText(QPointF(left, y + 4), off);
        }
        const double scale = width / model_.longest_m();
        for (const QVariant& item : index.data(RunModel::hops_role).toList()) {
            const auto hop = item.value<MiniHop>();
            const double from = left + hop.from_m * scale;
            const double to = left + hop.to_m * scale;
            paint_cable(painter, theme,
                        QPolygonF({QPointF(from, y), QPointF(std::max(to - 2, from + 1), y)}),
                        hop.mark, 5);
        }
    }
    const RunModel& model_;
};

}  // namespace

RunList::RunList(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      model_(new RunModel(document, this)),
      found_(new QSortFilterProxyModel(this)),
      filter_(new QLineEdit),
      list_(new QListView) {
    setObjectName("runList");
    auto* heading = new QLabel(tr("Runs"));
    heading->setObjectName("runsHeading");
    filter_->setObjectName("runFilter");
    filter_->setPlaceholderText(tr("Find a camera, place or fault"));
    filter_->setClearButtonEnabled(true);
    filter_->setAccessibleName(tr("Find a camera, place or fault"));
    found_->setSourceModel(model_);
    found_->setFilterRole(RunModel::find_role);
    found_->setFilterCaseSensitivity(Qt::CaseInsensitive);
    list_->setObjectName("runs");
    list_->setDragDropMode(QAbstractItemView::DragOnly);
    list_->setDefaultDropAction(Qt::CopyAction);
    list_->setAccessibleName(tr("Runs"));
    list_->setModel(found_);
    list_->setItemDelegate(new RunDelegate(*model_, this));
    list_->setUniformItemSizes(true);
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 8, 0, 0);
    layout->setSpacing(6);
    auto* top = new QVBoxLayout;
    top->setContentsMargins(12, 0, 12, 2);
    auto* sheet = new QToolButton;
    sheet->setObjectName("button-sheet");
    sheet->setText(tr("Sheet"));
    sheet->setToolTip(tr("All runs as a table to type and paste into (F8)"));
    sheet->setFont(text_font(*this, 0.9));
    connect(sheet, &QToolButton::clicked, this, &RunList::sheet_wanted);
    auto* head = new QHBoxLayout;
    head->addWidget(heading, 1);
    head->addWidget(sheet);
    top->addLayout(head);
    top->addWidget(filter_);
    layout->addLayout(top);
    layout->addWidget(list_);
    connect(filter_, &QLineEdit::textChanged, found_, &QSortFilterProxyModel::setFilterFixedString);
    connect(filter_, &QLineEdit::returnPressed, this, [this] {
        if (found_->rowCount() > 0) list_->setCurrentIndex(found_->index(0, 0));
        list_->setFocus();
    });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            &RunList::take_current);
    connect(&document_, &Document::selection_changed, this, &RunList::follow_selection);
    connect(model_, &QAbstractItemModel::modelReset, this, &RunList::follow_selection);
}

void RunList::focus_filter() {
    filter_->setFocus();
    filter_->selectAll();
}

void RunList::take_current(const QModelIndex& index) {
    if (!index.isValid()) return;
    const std::string camera = index.data(RunModel::camera_role).toString().toStdString();
    // A row that only follows a selected cable or repeater must not take the selection from it.
    if (camera != document_.selected_camera()) document_.select(camera);
}

void RunList::follow_selection() {
    const QString camera = QString::fromStdString(document_.selected_camera());
    for (int row = 0; row < found_->rowCount(); ++row) {
        const QModelIndex index = found_->index(row, 0);
        if (index.data(RunModel::camera_role).toString() != camera) continue;
        list_->setCurrentIndex(index);
        list_->scrollTo(index);
        return;
    }
    list_->clearSelection();
    list_->setCurrentIndex({});
}

}  // namespace ovant
