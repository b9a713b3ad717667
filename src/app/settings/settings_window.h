// SPDX-License-Identifier: GPL-3.0-or-later
// The site's settings: temperatures, keep-back, habits of cabling, units. One edit when accepted.
#pragma once

#include <QDialog>
#include <QFormLayout>

#include "app/document/document.h"

class QLabel;

namespace ovant {

class SettingsDialog : public QDialog {
    Q_OBJECT

public:
    SettingsDialog(Document& document, QWidget* parent);

private:
    void take();
    void add_practice(QFormLayout& column);
    Document& document_;
    Settings settings_;
    QString site_name_;
    QLabel* refusal_;
};

}  // namespace ovant
