// SPDX-License-Identifier: GPL-3.0-or-later
// Who signs a record of the site, and when.
#pragma once

#include <QLineEdit>

namespace ovant {

// As last typed on this computer; empty until somebody has.
QString initials();
// The clock on the wall to the minute, as records have it: 2026-11-20T09:41.
QString now_text();

// A field for the initials, which keeps them.
class InitialsEdit : public QLineEdit {
    Q_OBJECT

public:
    explicit InitialsEdit(QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent* event) override;  // another field may have been typed into
};

}  // namespace ovant
