// SPDX-License-Identifier: GPL-3.0-or-later
// One setting: its name, its field, what it means, and the way back to what is usual.
#pragma once

#include <QWidget>

#include "app/settings/setting_rows.h"

class QLabel;
class QPushButton;

namespace ovant {

class SettingRowView : public QWidget {
    Q_OBJECT

public:
    // Reads and writes `settings`, which must outlive it.
    SettingRowView(const SettingRow& row, Settings& settings, QWidget* parent);
    const SettingRow& row() const { return row_; }
    // Whether each word of the search is in its name, its meaning or its group.
    bool matches(const QString& search) const;
    bool as_usual() const;
    QWidget* field() const { return field_; }
    // Shows what the settings now say.
    void refresh(UnitSystem units);

signals:
    void changed();
    void refused(const QString& sentence);

private:
    QWidget* make_field();
    void note_usual();
    const SettingRow& row_;
    Settings& settings_;
    UnitSystem units_;
    QWidget* field_;
    QPushButton* usual_;
};

}  // namespace ovant
