// SPDX-License-Identifier: GPL-3.0-or-later
// The site's settings in groups, found by typing, with what each means, and at once which verdicts
// it would move. One edit when accepted.
#pragma once

#include <QDialog>

#include <vector>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/labels.h"
#include "app/settings/setting_rows.h"

class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QScrollArea;

namespace ovant {

class SettingRowView;

class SettingsWindow : public QDialog {
    Q_OBJECT

public:
    SettingsWindow(Document& document, QWidget* parent);
    void go_to(SettingGroup group);

private:
    QWidget* rows_column();
    QWidget* foot();
    void show_rows();
    void changed();
    Site with_settings() const;
    void show_moves(const Assessment& after);
    void say(Verdict mark, const QString& text);
    void take();
    void go_to(const Error& error);

    Document& document_;
    Settings settings_;
    QLineEdit* site_name_;
    QLineEdit* search_;
    QListWidget* groups_;
    QScrollArea* scroll_;
    QLabel* nothing_found_;
    VerdictMark* mark_;
    QLabel* moves_;
    std::vector<QLabel*> headings_;  // by group
    std::vector<SettingRowView*> rows_;
    BackgroundJob<Assessment> judging_;
};

}  // namespace ovant
