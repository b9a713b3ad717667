// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/signature.h"

#include <QDateTime>
#include <QSettings>

#include "core/site/site_fields.h"

namespace ovant {

QString initials() { return QSettings().value("initials").toString(); }

QString now_text() { return QDateTime::currentDateTime().toString("yyyy-MM-ddTHH:mm"); }

InitialsEdit::InitialsEdit(QWidget* parent) : QLineEdit(parent) {
    setAccessibleName(tr("Your initials, for the record"));
    setToolTip(tr("Your initials stand beside every record that you make"));
    setMaxLength(static_cast<int>(most_initials));
    setPlaceholderText(tr("Initials"));
    setFixedWidth(fontMetrics().horizontalAdvance(tr("Initials")) + 28);
    setText(initials());
    connect(this, &QLineEdit::textChanged, this,
            [](const QString& text) { QSettings().setValue("initials", text); });
}

void InitialsEdit::showEvent(QShowEvent* event) {
    QLineEdit::showEvent(event);
    if (text() != initials()) setText(initials());
}

}  // namespace ovant
