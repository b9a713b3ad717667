// SPDX-License-Identifier: GPL-3.0-or-later
// The chance that each run holds when lengths, resistance, volts and temperature vary: worked out
// aside, a few trials at a time.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QProgressBar>
#include <QTableWidget>
#include <QTimer>

#include <vector>

#include "app/document/document.h"
#include "app/kit/background_job.h"

namespace ovant {

class ChancesDialog : public QDialog {
    Q_OBJECT

public:
    explicit ChancesDialog(Document& document, QWidget* parent = nullptr);

private:
    void show_chances(const Chances& found);
    Document& document_;
    QTableWidget* table_;
    QProgressBar* progress_;
    QLabel* words_;
    QTimer look_;  // how far it is
    BackgroundJob<Chances> job_;
};

}  // namespace ovant
