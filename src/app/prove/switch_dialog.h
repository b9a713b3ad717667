// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a managed switch by SNMP, once or watched over an evening, off the window's thread and only
// when pressed. The rest of the window stays usable meanwhile.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QListWidget>
#include <QProgressBar>
#include <QPushButton>
#include <QSpinBox>
#include <QTableWidget>
#include <QTimer>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/prompts.h"
#include "app/prove/snmp_login.h"
#include "app/prove/switch_chart.h"
#include "core/prove/switch_seen.h"

class QLayout;

namespace ovant {

class SwitchDialog : public QDialog {
    Q_OBJECT

public:
    SwitchDialog(Document& document, Prompts& prompts, QWidget* parent);
    // The one that is open, or a new one.
    static void open_for(Document& document, Prompts& prompts, QWidget* parent);
    void reject() override;

private:
    struct Answer {
        SwitchSeries series;
        std::optional<Error> error;
    };
    QLayout* make_where();
    QLayout* make_when();
    QWidget* make_table();
    QLayout* make_foot();
    void take_device();
    void read();
    void watch();
    void stop(const QString& words);
    void take(const Answer& answer);
    void show_series();
    void fill_row(int row, const SwitchRow& seen);
    void show_port();
    void keep();
    void save_series();
    bool watching() const { return again_.isActive(); }
    void show_state();
    std::string device() const;

    Document& document_;
    Prompts& prompts_;
    QComboBox *device_, *interface_, *under_;
    QLineEdit* address_;
    SnmpLoginEdit* login_;
    QSpinBox* every_;
    QPushButton *read_, *watch_, *keep_, *save_;
    QProgressBar* progress_;
    QLabel *words_, *summary_;
    QTableWidget* table_;
    QListWidget* notes_;
    SwitchChart* chart_;
    QTimer again_, shown_;
    std::string of_;  // the switch that the series is of
    SwitchSeries series_;
    std::vector<std::vector<WatchMoment>> moments_;  // by row
    bool kept_ = true;
    BackgroundJob<std::shared_ptr<const Answer>> job_;
};

}  // namespace ovant
