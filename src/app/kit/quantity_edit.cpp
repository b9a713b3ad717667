// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/quantity_edit.h"

#include <QKeyEvent>

#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {

QuantityEdit::QuantityEdit(Unit unit, UnitSystem system, QWidget* parent)
    : QLineEdit(parent), unit_(unit), system_(system) {
    connect(this, &QLineEdit::editingFinished, this, &QuantityEdit::take);
}

void QuantityEdit::set_value(std::optional<double> value_si) {
    shown_ = value_si ? QString::fromStdString(shown(*value_si, unit_, system_)) : QString();
    setText(shown_);
    setToolTip({});
}

void QuantityEdit::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && text() != shown_) {
        setText(shown_);
        return;
    }
    QLineEdit::keyPressEvent(event);
}

void QuantityEdit::take() {
    if (text() == shown_) return;
    if (text().trimmed().isEmpty() && may_be_empty_) {
        shown_.clear();
        emit entered(std::nullopt);
        return;
    }
    const Result<double> value = parse_quantity(text().toStdString(), unit_, system_);
    if (!value) {
        const QString why = QString::fromStdString(sentence(value.error()));
        setToolTip(why);
        setText(shown_);
        emit refused(why);
        return;
    }
    shown_ = QString::fromStdString(shown(*value, unit_, system_));
    setText(shown_);
    emit entered(*value);
}

}  // namespace ovant
