// SPDX-License-Identifier: GPL-3.0-or-later
// The chance that each run holds when lengths, resistance, volts and temperature vary: worked out
// aside, a few trials at a time.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QProgressBar>
#include <QTableWidget>

#include <atomic>
#include <memory>
#include <thread>

#include "app/document/document.h"

namespace ovant {

class ChancesDialog : public QDialog {
    Q_OBJECT

public:
    explicit ChancesDialog(Document& document, QWidget* parent = nullptr);
    ~ChancesDialog() override;

private:
    void show_chances(const std::vector<RunChance>& found);
    Document& document_;
    QTableWidget* table_;
    QProgressBar* progress_;
    QLabel* words_;
    std::thread worker_;
    std::shared_ptr<std::atomic<bool>> cancel_;
};

}  // namespace ovant
