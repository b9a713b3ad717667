// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/labels.h"

#include <QPainter>
#include <QStyle>

#include "app/theme/theme.h"

namespace ovant {

QLabel* wrapped_label(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    return label;
}

void set_tone(QLabel* label, Tone tone) {
    // The style sheet of the theme has a rule for each.
    label->setProperty("tone", tone == Tone::quiet ? "quiet" : tone == Tone::fails ? "fails" : "");
    label->style()->polish(label);
}

QPushButton* flat_button(const QString& text, const QString& object_name, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(object_name);
    button->setFlat(true);
    button->setProperty("flat", true);
    return button;
}

VerdictMark::VerdictMark(Verdict verdict, double size, QWidget* parent)
    : QWidget(parent), verdict_(verdict), size_(size) {
    setFixedSize(static_cast<int>(size) + 2, static_cast<int>(size) + 2);
}

void VerdictMark::set_verdict(Verdict verdict) {
    verdict_ = verdict;
    update();
}

void VerdictMark::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    paint_verdict(painter, theme_of(*this), verdict_, QPointF(width() / 2.0, height() / 2.0),
                  size_);
}

}  // namespace ovant
