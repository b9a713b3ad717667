// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/check_row.h"

#include <QKeyEvent>
#include <QPainter>
#include <QVBoxLayout>

#include "app/theme/theme.h"
#include "app/kit/working_view.h"
#include "core/assess/check_table.h"

namespace ovant {
namespace {

constexpr int side = 12;

bool has_bar(const Check& check) {
    return check.unit != Unit::none && check.unit != Unit::poe_class &&
           check.id != CheckId::not_connected && !std::isnan(check.limit);
}

}  // namespace

CheckRow::CheckRow(QWidget* parent) : QWidget(parent), view_(new WorkingView(this)) {
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(view_);
    view_->hide();
}

void CheckRow::set_check(Check check, const TextContext& context,
                         std::function<Working()> working) {
    check_ = std::move(check);
    title_ = QString::fromStdString(title(check_.id));
    figures_ = QString::fromStdString(figures(check_, context));
    reason_ = QString::fromStdString(reason(check_, context));
    units_ = context.units;
    working_ = std::move(working);
    setObjectName(QString("check-") + QString::fromUtf8(id_of(check_.id).data()));
    setAccessibleName(
        QString("%1, %2, %3")
            .arg(title_, QString::fromStdString(ovant::title(check_.verdict)), figures_));
    setToolTip(
        QString::fromStdString(sentence(check_, context) + "\n" + source_text(check_.source)));
    const QMargins margins(side, head_height(), side, 8);
    if (layout()->contentsMargins() != margins) layout()->setContentsMargins(margins);
    if (is_open()) view_->set_working(working_(), units_);
    update();
}

void CheckRow::set_subjects(const QStringList& subjects) {
    constexpr int most_named = 4;
    figures_ = subjects.mid(0, most_named).join(", ");
    if (subjects.size() > most_named) figures_ += QStringLiteral(" …");
    setAccessibleName(accessibleName() + ": " + subjects.join(", "));
    setToolTip(toolTip() + "\n" + subjects.join(", "));
    update();
}

int CheckRow::head_height() const {
    const int line = fontMetrics().height();
    return 8 + line + (has_bar(check_) ? 12 : 4) + (reason_.isEmpty() ? 0 : line) + 2;
}

bool CheckRow::is_open() const { return !view_->isHidden(); }

void CheckRow::set_open(bool open) {
    if (open == is_open()) return;
    if (open) view_->set_working(working_(), units_);
    view_->setVisible(open);
    emit toggled(open);
    update();
}

void CheckRow::fold() { view_->hide(); }

void CheckRow::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& theme = theme_of(*this);
    const int line = fontMetrics().height();
    const QRect text(side, 6, width() - 2 * side, line);
    painter.setPen(theme.ink);
    painter.setFont(text_font(*this));
    const int figures_width = painter.fontMetrics().horizontalAdvance(figures_);
    // Without a bar the verdict's own mark stands before the title.
    const int indent = has_bar(check_) ? 0 : 18;
    if (indent > 0) paint_verdict(painter, theme, check_.verdict, {side + 6.0, 6 + line / 2.0}, 10);
    painter.drawText(text.adjusted(indent, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(title_, Qt::ElideRight,
                                                      text.width() - figures_width - indent - 6));
    painter.drawText(text, Qt::AlignRight | Qt::AlignVCenter, figures_);
    int y = text.bottom() + 5;
    if (has_bar(check_)) {
        painter.setRenderHint(QPainter::Antialiasing);
        paint_bar(painter, theme, QRectF(side, y, width() - 2 * side, 6), bar_shares(check_),
                  check_.verdict);
        y += 9;
    }
    painter.setFont(text_font(*this, 0.88));
    painter.setPen(theme.quiet);
    painter.drawText(
        QRect(side + indent, y, width() - 2 * side - indent, line),
        Qt::AlignLeft | Qt::AlignVCenter,
        painter.fontMetrics().elidedText(reason_, Qt::ElideRight, width() - 2 * side - indent));
    painter.setPen(theme.rule);
    painter.drawLine(side, height() - 1, width() - side, height() - 1);
    if (hasFocus()) paint_focus(painter, theme, rect().adjusted(2, 0, -2, -2));
}

void CheckRow::mousePressEvent(QMouseEvent*) { set_open(!is_open()); }

void CheckRow::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter ||
        event->key() == Qt::Key_Space) {
        set_open(!is_open());
        return;
    }
    QWidget::keyPressEvent(event);
}

void CheckRow::focusInEvent(QFocusEvent* event) {
    update();
    QWidget::focusInEvent(event);
}
void CheckRow::focusOutEvent(QFocusEvent* event) {
    update();
    QWidget::focusOutEvent(event);
}

}  // namespace ovant
