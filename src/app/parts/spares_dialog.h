// SPDX-License-Identifier: GPL-3.0-or-later
// The fewest units to carry so that any one that fails is replaced in one visit.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "app/kit/prompts.h"
#include "core/choose/spares.h"

namespace ovant {

class SparesDialog : public QDialog {
    Q_OBJECT

public:
    SparesDialog(Document& document, Prompts& prompts, QWidget* parent = nullptr);

private:
    void show_bag();
    void save_csv();

    Document& document_;
    Prompts& prompts_;
    QLabel* words_;
    QTableWidget* table_;
    QPushButton* save_;
    SparesBag bag_;
    BackgroundJob<SparesBag> job_;
};

}  // namespace ovant
