// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/strip/strip_view.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/strip/strip_paint.h"
#include "app/theme/theme.h"
#include "app/verdict/working_view.h"
#include "core/site/edits.h"

namespace ovant {

StripView::StripView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      length_edit_(new QuantityEdit(Unit::metre, document.units(), this)) {
    setObjectName("strip");
    setAccessibleName(tr("Run along its length"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(200);
    length_edit_->setObjectName("stripLength");
    length_edit_->setAccessibleName(tr("Measured length"));
    length_edit_->hide();
    click_timer_.setSingleShot(true);
    connect(&click_timer_, &QTimer::timeout, this, [this] {
        if (focused_ < spots_.size()) open(focused_);
    });
    connect(&document_, &Document::changed, this, &StripView::refresh);
    connect(&document_, &Document::selection_changed, this, &StripView::refresh);
    connect(length_edit_, &QuantityEdit::entered, this, [this](std::optional<double> length_m) {
        length_edit_->hide();
        document_.edit(tr("Measure %1").arg(QString::fromStdString(edited_link_)),
                       set_measured_length(document_.committed(), edited_link_, length_m));
    });
    connect(length_edit_, &QLineEdit::editingFinished, length_edit_, &QWidget::hide);
    connect(length_edit_, &QuantityEdit::refused, &document_, &Document::refused);
    refresh();
}

void StripView::refresh() {
    profile_.reset();
    if (const auto index = document_.camera_index(document_.selected_camera())) {
        index_ = *index;
        profile_ = run_profile(document_.network(), *index);
    }
    update();
}

void StripView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& theme = theme_of(*this);
    painter.fillRect(rect(), theme.card);
    painter.setPen(theme.rule);
    painter.drawLine(rect().topLeft(), rect().topRight());
    if (!profile_) {
        spots_.clear();
        painter.setPen(theme.quiet);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("Choose a run on the left or on the plan to see it along its length."));
        return;
    }
    spots_ = paint_strip(painter, {document_, *profile_, index_}, *this);
    if (hasFocus() && focused_ < spots_.size()) {
        painter.setPen(QPen(theme.copper, 1.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(spots_[focused_].area.adjusted(-3, -1, 3, 1), 3, 3);
    }
}

std::optional<std::size_t> StripView::spot_at(QPointF pixel) const {
    for (std::size_t i = 0; i < spots_.size(); ++i) {
        if (spots_[i].area.adjusted(-3, -3, 3, 3).contains(pixel)) return i;
    }
    return std::nullopt;
}

void StripView::open(std::size_t spot) {
    auto* popup =
        new WorkingPopup(spots_[spot].name, spots_[spot].working(), document_.units(), this);
    const QPoint below = mapToGlobal(spots_[spot].area.bottomLeft().toPoint());
    const QPoint above =
        mapToGlobal(spots_[spot].area.topLeft().toPoint()) - QPoint(0, popup->height() + 4);
    popup->move(above.y() > window()->mapToGlobal(QPoint(0, 0)).y() ? above : below);
    popup->show();
}

void StripView::edit_length(const std::string& link, const QRectF& area) {
    edited_link_ = link;
    const Link* found = find_link(document_.site(), link);
    if (!found) return;
    length_edit_->set_system(document_.units());
    length_edit_->set_may_be_empty(true);
    length_edit_->set_value(found->measured_length_m);
    length_edit_->setPlaceholderText(tr("measured"));
    length_edit_->setFixedWidth(96);
    length_edit_->move(area.center().toPoint() - QPoint(48, length_edit_->sizeHint().height() / 2));
    length_edit_->show();
    length_edit_->setFocus();
    length_edit_->selectAll();
}

void StripView::mousePressEvent(QMouseEvent* event) {
    const auto spot = spot_at(event->position());
    if (!spot) return;
    focused_ = *spot;
    // A length is edited by a second click, which a popup would take: it opens when none has come.
    if (spots_[*spot].link.empty())
        open(*spot);
    else
        click_timer_.start(QApplication::doubleClickInterval());
    update();
}

void StripView::mouseDoubleClickEvent(QMouseEvent* event) {
    click_timer_.stop();
    const auto spot = spot_at(event->position());
    if (spot && !spots_[*spot].link.empty()) edit_length(spots_[*spot].link, spots_[*spot].area);
}

void StripView::mouseMoveEvent(QMouseEvent* event) {
    const auto spot = spot_at(event->position());
    setCursor(spot ? Qt::PointingHandCursor : Qt::ArrowCursor);
    setToolTip(!spot ? QString()
               : spots_[*spot].link.empty()
                   ? spots_[*spot].name + tr(": click for the working")
                   : spots_[*spot].name + tr(": double-click to type the measured length"));
}

void StripView::keyPressEvent(QKeyEvent* event) {
    if (spots_.empty()) return QWidget::keyPressEvent(event);
    const std::size_t count = spots_.size();
    focused_ = std::min(focused_, count - 1);
    switch (event->key()) {
        case Qt::Key_Right: focused_ = (focused_ + 1) % count; break;
        case Qt::Key_Left: focused_ = (focused_ + count - 1) % count; break;
        case Qt::Key_F2:
            if (!spots_[focused_].link.empty())
                edit_length(spots_[focused_].link, spots_[focused_].area);
            break;
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Space: open(focused_); break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

}  // namespace ovant
