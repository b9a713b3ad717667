// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/labels.h"

#include <QCoreApplication>
#include <QPainter>
#include <QStyle>

#include <algorithm>

#include "app/kit/q.h"
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

QString ids_in_cell(const std::vector<std::string>& ids) {
    constexpr std::size_t most = 60;
    QStringList shown;
    for (std::size_t i = 0; i < std::min(ids.size(), most); ++i) shown << q(ids[i]);
    QString text = shown.join(' ');
    if (ids.size() > most)
        text += QCoreApplication::translate("ids_in_cell", " and %1 more").arg(ids.size() - most);
    return text;
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
