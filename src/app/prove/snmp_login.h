// SPDX-License-Identifier: GPL-3.0-or-later
// The login of a managed switch, typed each time. Nothing of it is kept anywhere.
#pragma once

#include <QComboBox>
#include <QLineEdit>
#include <QWidget>

#include "net/snmp_read.h"

namespace ovant {

class SnmpLoginEdit : public QWidget {
    Q_OBJECT

public:
    explicit SnmpLoginEdit(QWidget* parent = nullptr);
    SnmpLogin login() const;

signals:
    void entered();  // Enter in one of the fields

private:
    void show_fields();

    QComboBox *version_, *auth_, *privacy_;
    QLineEdit *community_, *user_, *auth_phrase_, *privacy_phrase_;
};

}  // namespace ovant
