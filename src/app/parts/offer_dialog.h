// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on an offer beside its prices: who to, from whom, when, and its words.
#pragma once

#include <QDialog>

#include "app/document/document.h"

class QLabel;
class QLineEdit;
class QPlainTextEdit;

namespace ovant {

class OfferDialog : public QDialog {
    Q_OBJECT

public:
    OfferDialog(Document& document, QWidget* parent);

private:
    QPlainTextEdit* text_of(const char* name, const QString& holds);
    void take();

    Document& document_;
    QLineEdit *number_, *date_;
    QPlainTextEdit *from_, *customer_, *introduction_, *terms_;
    QLabel* wrong_;
};

}  // namespace ovant
